import { produce } from 'immer';
import { byGravity } from './about';
import { applyFix } from './edit/fix';
import { houseOf, type House } from './house';
import type { Job, LiveEvent, Reading } from './model/job';
import { knownJob } from './model/known';
import { inWords, STAGES, type Stage } from './model/kinds';
import type { Assessment, Finding, Fix, StageResult } from './model/result';
import { claimsOf, NO_CLAIMS, type JobClaims } from './claims/claims-of';
import { proofsOf, type BoxProof } from './prove/assess-prove';
import { STAGE_ROWS, type StageRow } from './stages';

export interface JobAssessment extends Assessment {
	/** What was read at each box, judged. */
	proofs: ReadonlyMap<string, BoxProof>;
	/** What may be claimed of each outlet, breaker and appliance, with what it rests on. */
	claims: JobClaims;
	/** Why claims could not be worked out; left out: they were. */
	claimsFailed?: string;
	/** Work that is still to do at each stage: no shortfall, but not finished. */
	todo: Record<Stage, number>;
}

/**
 * One evaluation of a job for its edition and amendments: every stage's findings and decisions. A stage whose evaluator
 * throws is told as failed; the others go on.
 */
export function assess(told: Job, readings: readonly Reading[] = [], events: readonly LiveEvent[] = []): JobAssessment {
	const job = knownJob(told);
	const house = houseOf(job, readings, events);
	const stages = triedMoves(
		told,
		readings,
		byStage((stage) => guarded(STAGE_ROWS[stage], house))
	);
	return {
		stages,
		quantities: {
			rooms: job.rooms.length,
			boxes: job.boxes.length,
			circuits: job.circuits.length,
			boxesRead: stages.prove.failed ? 0 : proofsOf(house).size
		},
		proofs: stages.prove.failed ? new Map<string, BoxProof>() : proofsOf(house),
		...guardedClaims(house),
		todo: byStage((stage) => (stages[stage].failed ? 0 : (STAGE_ROWS[stage].todo?.(house) ?? 0)))
	};
}
/** Stages in which a box that changes its circuit may come under other rules. */
const MOVES_TOUCH: readonly Stage[] = ['circuit', 'protect'];
/** More of them than this are not tried, and then not offered. */
const MOST_TRIED = 4;
/** A move that would bring another violation is no way out: each is tried on the whole job before it is offered. */
function triedMoves(told: Job, readings: readonly Reading[], stages: JobAssessment['stages']): JobAssessment['stages'] {
	const moves = stages.circuit.findings.filter((f) => f.fix?.kind === 'move-to-circuit');
	if (!moves.length) return stages;
	const had = new Set(MOVES_TOUCH.flatMap((stage) => stages[stage].findings.filter(isViolation).map((f) => f.id)));
	// Several findings are mended by one and the same move.
	const tried = new Map<string, boolean>();
	const isLawful = (fix: Fix): boolean => {
		const key = JSON.stringify(fix);
		const before = tried.get(key);
		if (before !== undefined) return before;
		const now = tried.size < MOST_TRIED && bringsNone(told, readings, { fix, had });
		tried.set(key, now);
		return now;
	};
	const findings = stages.circuit.findings.map((f) =>
		f.fix?.kind === 'move-to-circuit' && !isLawful(f.fix) ? { ...f, fix: undefined } : f
	);
	return { ...stages, circuit: { ...stages.circuit, findings } };
}
const isViolation = (f: Finding): boolean => f.severity === 'violation';
function bringsNone(told: Job, readings: readonly Reading[], { fix, had }: { fix: Fix; had: ReadonlySet<string> }): boolean {
	let made = 0;
	let after: Job;
	try {
		after = produce(
			told,
			applyFix(fix, () => `tried-${++made}`)
		);
	} catch (error) {
		// It can't be done as the job stands.
		if (error instanceof RangeError) return false;
		throw error;
	}
	const house = houseOf(knownJob(after), readings);
	return MOVES_TOUCH.every((stage) => guarded(STAGE_ROWS[stage], house).findings.every((f) => !isViolation(f) || had.has(f.id)));
}
/** Where they can't be worked out there are none: nothing is shown as good. */
function guardedClaims(house: House): Pick<JobAssessment, 'claims' | 'claimsFailed'> {
	try {
		return { claims: claimsOf(house) };
	} catch (error) {
		return { claims: NO_CLAIMS, claimsFailed: error instanceof Error ? error.message : String(error) };
	}
}
const byStage = <T>(of: (stage: Stage) => T): Record<Stage, T> =>
	Object.fromEntries(STAGES.map((stage) => [stage, of(stage)])) as Record<Stage, T>;

/** A stage's result with the gravest first, each finding under an id of its own; or why it has none. */
function guarded({ evaluate, byRoom }: StageRow, house: House): StageResult {
	try {
		const { findings, ...result } = evaluate(house);
		return sorted({ ...result, findings: byRoom ? findings.map((f) => onGuess(house, f)) : findings });
	} catch (error) {
		return { findings: [], decisions: [], failed: error instanceof Error ? error.message : String(error) };
	}
}
/** What is asked of a room that is one only by its name says so. */
function onGuess({ index }: House, finding: Finding): Finding {
	const { kind, id } = finding.subject;
	const room = index.rooms.get(kind === 'room' ? id : (kind === 'box' && index.boxes.get(id)?.roomId) || '');
	if (!room?.kindGuessed) return finding;
	return { ...finding, message: `${finding.message} Kind of room (${inWords(room.kind)}): a guess from its name.` };
}
const sorted = (result: StageResult): StageResult => ({
	...result,
	findings: eachOnce(factsOnce(result.findings).sort(byGravity)),
	decisions: eachOnce(result.decisions)
});
/** What is not known is told once, however much rests on it. */
function factsOnce(findings: readonly Finding[]): Finding[] {
	const told = new Set<string>();
	return findings.filter((f) => !f.fact || (!told.has(f.id) && !!told.add(f.id)));
}
function eachOnce<T extends { id: string }>(rows: readonly T[]): T[] {
	const seen = new Map<string, number>();
	return rows.map((row) => {
		const n = (seen.get(row.id) ?? 0) + 1;
		seen.set(row.id, n);
		return n === 1 ? row : { ...row, id: `${row.id}~${n}` };
	});
}
