import { assessCircuits } from './circuits/assess-circuits';
import { editionOf } from './code/amended-edition';
import { assessLayout } from './layout/assess-layout';
import type { Job, Reading } from './model/job';
import type { Stage } from './model/kinds';
import type { Assessment, Finding, StageResult } from './model/result';
import { assessProtection } from './protection/assess-protection';
import { assessProve, proofs, type BoxProof } from './prove/assess-prove';
import { assessFit } from './rough/boxes-fit';
import { openSymptoms } from './trace/symptoms';

export interface JobAssessment extends Assessment {
	/** What was read at each box, judged. */
	proofs: ReadonlyMap<string, BoxProof>;
	/** Work that is still to do at each stage: no shortfall, but not finished. */
	todo: Record<Stage, number>;
}

const NOTHING: StageResult = { findings: [], decisions: [] };

/**
 * One evaluation of a job for its edition and amendments: every stage's findings and decisions. A stage whose evaluator
 * throws is told as failed; the others go on.
 */
export function assess(job: Job, readings: readonly Reading[] = []): JobAssessment {
	const edition = once(() => editionOf(job));
	const boxProofs = once(() => proofs(edition(), job, readings));
	const circuit = once(() => assessCircuits(edition(), job));
	const lengths = (f: Finding) => f.id.startsWith('length:');
	const rough = () => {
		const fit = assessFit(edition(), job);
		return { findings: [...circuit().findings.filter(lengths), ...fit.findings], decisions: fit.decisions };
	};
	const evaluators: Record<Stage, () => StageResult> = {
		walk: () => ({ findings: unplaced(job), decisions: [] }),
		layout: () => assessLayout(edition(), job),
		circuit: () => ({ ...circuit(), findings: circuit().findings.filter((f) => !lengths(f)) }),
		protect: () => assessProtection(edition(), job, readings),
		rough,
		trim: () => NOTHING,
		prove: () => assessProve(job, boxProofs()),
		trace: () => ({ findings: openSymptoms(edition(), job), decisions: [] }),
		handover: () => NOTHING
	};
	const stages = Object.fromEntries(Object.entries(evaluators).map(([stage, evaluate]) => [stage, guarded(evaluate)])) as Record<
		Stage,
		StageResult
	>;
	const proven = stages.prove.failed ? new Map<string, BoxProof>() : boxProofs();
	return {
		stages,
		quantities: {
			rooms: job.rooms.length,
			boxes: job.boxes.length,
			circuits: job.circuits.length,
			boxesRead: proven.size
		},
		proofs: proven,
		todo: toDo(job, proven)
	};
}
/** Worked out when it is first asked for, and then kept. */
function once<T>(make: () => T): () => T {
	let made: { value: T } | undefined;
	return () => (made ??= { value: make() }).value;
}
/** A stage's result with the gravest first, each finding under an id of its own; or why it has none. */
function guarded(evaluate: () => StageResult): StageResult {
	try {
		const result = evaluate();
		return { ...result, findings: eachOnce([...result.findings].sort(byGravity)), decisions: eachOnce(result.decisions) };
	} catch (error) {
		return { ...NOTHING, failed: error instanceof Error ? error.message : String(error) };
	}
}
function eachOnce<T extends { id: string }>(rows: readonly T[]): T[] {
	const seen = new Map<string, number>();
	return rows.map((row) => {
		const n = (seen.get(row.id) ?? 0) + 1;
		seen.set(row.id, n);
		return n === 1 ? row : { ...row, id: `${row.id}~${n}` };
	});
}

const GRAVITY = { violation: 0, caution: 1, advice: 2 } as const;
/** The gravest first. */
export const byGravity = (a: Finding, b: Finding): number => GRAVITY[a.severity] - GRAVITY[b.severity];
/** What is left to build, to trim and to prove; the other stages count their findings alone. */
function toDo(job: Job, boxProofs: ReadonlyMap<string, BoxProof>): Record<Stage, number> {
	const provable = job.boxes.filter((b) => b.state !== 'planned' && b.devices.some((d) => d.receptacles > 0));
	return {
		walk: 0,
		layout: 0,
		circuit: 0,
		protect: 0,
		rough: job.legs.filter((l) => l.state === 'planned').length,
		trim: job.boxes.filter((b) => b.state !== 'planned' && b.devices.some((d) => d.state === 'planned')).length,
		prove: provable.filter((b) => !boxProofs.has(b.id)).length,
		trace: 0,
		handover: 0
	};
}

/** Boxes that the plan cannot show yet: lawful, and something to do. */
function unplaced(job: Job): Finding[] {
	return job.boxes
		.filter((box) => box.roomId === null)
		.map((box) => ({
			code: 'unplaced',
			id: `unplaced:${box.id}`,
			severity: 'advice',
			rule: { section: 'practice', title: 'Box without a room', edition: job.edition, confidence: 'firm' },
			subject: { kind: 'box', id: box.id },
			message: `${box.name} is in no room yet: name its room in the slip.`
		}));
}

/** Findings and decisions about one subject, from every stage, the gravest first. */
export function aboutSubject(assessment: Assessment, kind: Finding['subject']['kind'], id: string): StageResult {
	const stages = Object.values(assessment.stages);
	return {
		findings: stages.flatMap((s) => s.findings.filter((f) => f.subject.kind === kind && f.subject.id === id)).sort(byGravity),
		decisions: stages.flatMap((s) => s.decisions.filter((d) => d.subject.kind === kind && d.subject.id === id))
	};
}

export interface OpenCount {
	violations: number;
	cautions: number;
	/** Stages that could not be worked out. */
	failed: number;
}
/** What is open in a job, in figures. */
export function openIn(job: Job, readings: readonly Reading[]): OpenCount {
	const stages = Object.values(assess(job, readings).stages);
	const all = stages.flatMap((s) => s.findings);
	return {
		violations: all.filter((f) => f.severity === 'violation').length,
		cautions: all.filter((f) => f.severity === 'caution').length,
		failed: stages.filter((s) => s.failed !== undefined).length
	};
}
