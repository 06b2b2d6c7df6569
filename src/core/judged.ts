import type { JobAssessment } from './assess';
import type { Change } from './edit/merge/change';
import type { Job, LiveEvent, Reading } from './model/job';
import { likeBefore } from './model/like-before';
import { STAGES, type Stage } from './model/kinds';
import type { StageResult } from './model/result';
import type { NextStep } from './next';
import { NO_CLAIMS, type JobClaims, type PlaceClaims } from './claims/claims-of';
import type { BoxProof } from './prove/assess-prove';

/** What is judged: a state of a job with all that was seen of it. */
export interface JudgingBase {
	job: Job;
	readings: readonly Reading[];
	events: readonly LiveEvent[];
}
/** An evaluation with what comes next at each stage and in the job. */
export interface Judged {
	assessment: JobAssessment;
	next: Record<Stage, NextStep | null>;
	first: NextStep | null;
}
/** The way from the ground that was told last to a new one; a part that is left out is as it was. */
export interface BaseChange {
	job?: readonly Change[];
	/** Readings that came behind the others, or all of them. */
	readings?: { behind: readonly Reading[] } | { all: readonly Reading[] };
	events?: readonly LiveEvent[];
}
/** Of an evaluation, what is not as it was told last. */
export interface JudgingUpdate {
	stages: Partial<Record<Stage, StageResult>>;
	/** Proofs that are new or other than before, and places that have none any more. */
	proofs: { now: readonly BoxProof[]; gone: readonly string[] };
	/** Claims that are new or other than before; breakers and terminals whole. */
	claims: { now: readonly PlaceClaims[]; gone: readonly string[] } & Pick<JobClaims, 'breakers' | 'terminals'>;
	claimsFailed?: string | undefined;
	todo: JobAssessment['todo'];
	quantities: JobAssessment['quantities'];
	next: Record<Stage, NextStep | null>;
	first: NextStep | null;
}

/** An evaluation with what has changed put into it. */
export const withUpdate = (
	before: Judged | null,
	{ stages, proofs, claims, claimsFailed, todo, quantities, next, first }: JudgingUpdate
): Judged => ({
	assessment: {
		stages: likeBefore(before?.assessment.stages, { ...before?.assessment.stages, ...stages } as JobAssessment['stages']),
		proofs: withRows(before?.assessment.proofs, proofs, (p) => p.boxId),
		claims: likeBefore(before?.assessment.claims, {
			places: withRows(before?.assessment.claims.places, claims, (p) => p.id),
			breakers: claims.breakers,
			terminals: claims.terminals
		}),
		...(claimsFailed === undefined ? {} : { claimsFailed }),
		todo,
		quantities: likeBefore(before?.assessment.quantities, quantities)
	},
	next: likeBefore(before?.next, next),
	first: likeBefore(before?.first, first)
});

function withRows<T>(
	before: ReadonlyMap<string, T> = new Map(),
	{ now, gone }: { now: readonly T[]; gone: readonly string[] },
	idOf: (row: T) => string
): ReadonlyMap<string, T> {
	if (!now.length && !gone.length) return before;
	const rows = new Map(before);
	for (const id of gone) rows.delete(id);
	for (const row of now) rows.set(idOf(row), row);
	return rows;
}

/** Nothing could be judged, and why: every stage says so, none is shown as good. */
export function failedJudged(why: string): Judged {
	const each = <T>(of: T) => Object.fromEntries(STAGES.map((s) => [s, of])) as Record<Stage, T>;
	return {
		assessment: {
			stages: each<StageResult>({ findings: [], decisions: [], failed: why }),
			proofs: new Map(),
			claims: NO_CLAIMS,
			claimsFailed: why,
			todo: each(0),
			quantities: {}
		},
		next: each(null),
		first: null
	};
}
