import type { Edition } from '../code/edition';
import type { Job, Reading } from '../model/job';
import { indexOf } from '../model/job-index';
import type { ReadingKind } from '../model/kinds';
import type { Decision, Finding, Severity, StageResult } from '../model/result';
import { verdictOf, worst, type Judgement, type Level, type Verdict } from './verdicts';

/** What was read at a box: the latest of each kind with its verdict, and the worst of them. */
export interface BoxProof {
	boxId: string;
	level: Level;
	latest: Partial<Record<ReadingKind, { reading: Reading; verdict: Verdict }>>;
}

/** Readings that count, newest of each kind at each box. */
export function latestReadings(readings: readonly Reading[]): Map<string, Map<ReadingKind, Reading>> {
	const byBox = new Map<string, Map<ReadingKind, Reading>>();
	for (const reading of readings) {
		if (reading.struck) continue;
		const kinds = byBox.get(reading.boxId) ?? new Map<ReadingKind, Reading>();
		byBox.set(reading.boxId, kinds);
		const before = kinds.get(reading.kind);
		if (!before || before.at <= reading.at) kinds.set(reading.kind, reading);
	}
	return byBox;
}

export function proofs(edition: Edition, job: Job, readings: readonly Reading[]): Map<string, BoxProof> {
	const index = indexOf(job);
	const found = new Map<string, BoxProof>();
	for (const [boxId, kinds] of latestReadings(readings)) {
		const box = index.boxes.get(boxId);
		if (!box) continue;
		const circuit = index.circuitsOfBox.get(boxId)?.[0];
		const latest: BoxProof['latest'] = {};
		for (const [kind, reading] of kinds) latest[kind] = { reading, verdict: verdictOf(edition, job, box, circuit, reading) };
		found.set(boxId, { boxId, level: worst(Object.values(latest).map((l) => l.verdict.level)), latest });
	}
	return found;
}

/** A drop over the advised figure is advice of the code, not a rule of it: it weighs one step less than a bad joint. */
function severityOf(kind: ReadingKind, j: Judgement): Severity {
	if (kind === 'drop' && j.on === 'design') return j.level === 'bad' ? 'caution' : 'advice';
	return j.level === 'bad' ? 'violation' : 'caution';
}

/** Each judgement that falls short as a finding at its box; each drop as a decision with its predicted steps. */
export function assessProve(job: Job, boxProofs: ReadonlyMap<string, BoxProof>): StageResult {
	const findings: Finding[] = [];
	const decisions: Decision[] = [];
	const names = indexOf(job).boxes;
	for (const { boxId, latest } of boxProofs.values()) {
		for (const { reading, verdict } of Object.values(latest)) {
			for (const j of verdict.judgements) {
				if (j.level !== 'bad' && j.level !== 'look') continue;
				findings.push({
					id: `read:${reading.id}:${j.on}`,
					severity: severityOf(reading.kind, j),
					rule: j.rule,
					subject: { kind: 'box', id: boxId },
					message: `${names.get(boxId)?.name}: ${j.says}`.replace(/\.?$/, '.'),
					have: j.have ?? undefined,
					need: j.need ?? undefined,
					unit: j.unit
				});
			}
			if (!verdict.steps.length) continue;
			decisions.push({
				id: `predict:${reading.id}`,
				subject: { kind: 'box', id: boxId },
				value: verdict.says,
				title: reading.kind === 'drop' ? `drop at ${reading.loadA} A, 25 °C` : 'as predicted for this box, 25 °C',
				steps: verdict.steps,
				rules: verdict.judgements.map((j) => j.rule),
				alternatives: []
			});
		}
	}
	return { findings, decisions };
}

const GRAVE: Record<Level, number> = { bad: 2, look: 1, unknown: 0, good: 0 };
/** What is not good at a box, the gravest first; of two alike the joints, which a design cannot explain. */
export const whatIsOff = (proof: BoxProof): Judgement[] =>
	Object.values(proof.latest)
		.flatMap(({ verdict }) => verdict.judgements.filter((j) => j.level !== 'good'))
		.sort((a, b) => GRAVE[b.level] - GRAVE[a.level] || Number(b.on === 'joints') - Number(a.on === 'joints'));
