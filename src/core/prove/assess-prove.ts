import { missingFact } from '../code/missing-fact';
import type { RuledJob } from '../code/ruled-job';
import { once } from '../model/remember';
import type { House } from '../house';
import type { Edition } from '../code/shape/edition';
import type { Box, Job, Reading } from '../model/known';
import { indexOf } from '../model/job-index';
import type { ReadingKind } from '../model/kinds';
import { counting, latestLoaded, latestReadings, readWithSwitchOff, type LatestReadings } from '../model/latest-readings';
import { apart, byWriting, knownBefore } from '../model/written';
import type { Decision, Finding, Severity, StageResult, Subject } from '../model/result';
import { standingOf } from '../protection/standing';
import { AT_BREAKER, limitRule } from './limits';
import { soundOf } from '../network/sound';
import { sayTemp } from '../units/temperature';
import { add, clears, contradict, legsApart, superseded, together } from './read-together';
import { besideNeighbor, comesBack } from './judge-breaker';
import { verdictOf, type Beside, type JudgedReading, type Judgment, type Latest, type Level } from './verdicts';

export type { JudgedReading, Latest, Level } from './verdicts';

/** What was read at a box, a panel, or of a breaker in it: the latest of each kind with its verdict, and the worst of them. */
export interface BoxProof {
	boxId: string;
	latest: Latest;
	/** Of the lower half of a receptacle that has two. */
	lower: Latest;
	/** Read under a load, both halves, where something was read idle since. */
	loaded: JudgedReading[];
	/** Of another device that did not know of the newest, and is worse than it. */
	rivals: JudgedReading[];
	/** With its wall switch off, both halves. */
	off: JudgedReading[];
	/** Lamps and a meter that can't both be right: neither counts. */
	contradicts: boolean;
}
/** Every judged reading of a place, both halves. */
export const allOf = ({ latest, lower, loaded, rivals, off }: BoxProof): JudgedReading[] => [
	...Object.values(latest),
	...Object.values(lower),
	...loaded,
	...rivals,
	...off
];

/** What was read at each box of a house, judged; kept for the state of the job and its readings. */
export const proofsOf = ({ edition, job, readings }: House): ReadonlyMap<string, BoxProof> => judged(readings, job, edition);
const judged = once((readings: readonly Reading[], job: Job, edition: Edition) => proofs(edition, job, readings));

/** The same for readings that are not all of the job. */
export function proofs(edition: Edition, job: Job, readings: readonly Reading[]): Map<string, BoxProof> {
	const index = indexOf(job);
	const panels = new Map(job.panels.map((p) => [p.id, p]));
	const read = readOf(readings);
	const { upper, lower } = read.latest;
	const found = new Map<string, BoxProof>();
	const byPlace = new Map<string, Reading[]>();
	for (const r of counting(readings)) {
		const rows = byPlace.get(r.circuitId ?? r.boxId) ?? [];
		rows.push(r);
		byPlace.set(r.circuitId ?? r.boxId, rows);
	}
	const switched = new Set(counting(readings).flatMap((r) => (r.switchAt === 'off' ? [r.boxId] : [])));
	for (const boxId of new Set([...upper.keys(), ...lower.keys(), ...switched])) {
		const place = index.boxes.get(boxId) ?? panels.get(boxId) ?? index.circuits.get(boxId);
		if (!place) continue;
		found.set(boxId, proofAt({ edition, job }, place, { readings, read, own: byPlace.get(boxId) ?? [] }));
	}
	return found;
}
interface Read {
	latest: Halves;
	loaded: Halves;
}
type Halves = Record<'upper' | 'lower', LatestReadings>;
const readOf = (readings: readonly Reading[]): Read => {
	const halves = (of: typeof latestReadings): Halves => ({ upper: of(readings), lower: of(readings, 'lower') });
	return { latest: halves(latestReadings), loaded: halves(latestLoaded) };
};
/** The volts that a load pulled down: the last of the same pair that were read without one before it. What is read idle later says nothing of it. */
const idleBefore = (loaded: Reading, own: readonly Reading[]): number | undefined =>
	own
		.filter(
			(r) =>
				r.kind === loaded.kind &&
				r.loadA === null &&
				(r.half ?? 'upper') === (loaded.half ?? 'upper') &&
				r.switchAt !== 'off' &&
				knownBefore(r, loaded)
		)
		.sort(byWriting)
		.at(-1)?.value ?? undefined;

/** All that was read at one place, judged. @param own readings of the place that count */
function proofAt(
	{ edition, job }: RuledJob,
	place: { id: string },
	{ readings, read, own }: { readings: readonly Reading[]; read: Read; own: readonly Reading[] }
): BoxProof {
	const boxId = place.id;
	const index = indexOf(job);
	const { upper, lower } = read.latest;
	const circuit = index.circuitsOfBox.get(boxId)?.[0];
	const ambientC = upper.get(boxId)?.get('ambient-c')?.value ?? undefined;
	const beside = { ...besides(edition, job, boxId, readings, upper), ambientC };
	const verdict = (reading: Reading): JudgedReading => {
		const half = reading.half ?? 'upper';
		const jumper = read.latest[half].get(boxId)?.get('bootleg')?.word === 'yes';
		const idleV = reading.loadA === null ? undefined : idleBefore(reading, own);
		return {
			reading,
			verdict: verdictOf({ edition, job }, { place, circuit }, { reading, beside: { ...beside, jumper, idleV } })
		};
	};
	const judged = (half: 'upper' | 'lower'): Latest => {
		const latest: Latest = {};
		const kinds = read.latest[half].get(boxId);
		for (const [kind, reading] of kinds ?? []) latest[kind] = verdict(reading);
		superseded(latest);
		together({ edition, job, latest, beside });
		return latest;
	};
	const off = own.some((r) => r.switchAt === 'off') ? readWithSwitchOff(readings, boxId) : [];
	const standing = new Set([...(upper.get(boxId)?.values() ?? []), ...(lower.get(boxId)?.values() ?? [])]);
	const loaded = (['upper', 'lower'] as const).flatMap((half) => [...(read.loaded[half].get(boxId)?.values() ?? [])]);
	const proof: BoxProof = {
		boxId,
		latest: judged('upper'),
		lower: judged('lower'),
		loaded: loaded.filter((r) => !standing.has(r)).map(verdict),
		rivals: [],
		off: off.map((reading) => ({
			reading,
			verdict: verdictOf({ edition, job }, { place, circuit }, { reading, beside })
		})),
		contradicts: false
	};
	clearedByLoad(proof);
	proof.rivals = rivalsOf(proof, own).map(verdict);
	const breaker = index.circuits.get(boxId);
	const [out, back] = [proof.latest.amps, proof.latest['amps-n']];
	if (breaker?.poles === 1 && !breaker.multiwire && out && back) {
		const apart = comesBack(edition, out.reading.value ?? 0, back.reading.value ?? 0);
		if (apart) add(back, apart);
	}
	const [screw, neighbor] = [proof.latest['terminal-c'], proof.latest['neighbor-c']];
	const [terminalC = null, neighborC = null] = [screw?.reading.value, neighbor?.reading.value];
	if (screw && terminalC !== null && neighborC !== null) {
		const loaded = screw.reading.loadA !== null || (out?.reading.value ?? 0) >= AT_BREAKER.warmsA;
		add(screw, besideNeighbor(edition, { terminalC, neighborC, loaded, ambientC }));
	}
	if (job.panels.some((p) => p.id === boxId)) legsApart(edition, job, proof.latest);
	proof.contradicts = index.boxes.has(boxId) && [proof.latest, proof.lower].some((half) => contradict(edition, half));
	return proof;
}
/** One box by some of its readings alone; null: none of them counts. */
export function proofOf(ruled: RuledJob, box: Box, readings: readonly Reading[]): BoxProof | null {
	const own = counting(readings).filter((r) => r.boxId === box.id);
	return own.length ? proofAt(ruled, box, { readings, read: readOf(readings), own }) : null;
}
function clearedByLoad(proof: BoxProof): void {
	proof.loaded = proof.loaded.filter(({ reading }) => {
		const { drop } = reading.half === 'lower' ? proof.lower : proof.latest;
		return !(reading.kind !== 'ng' && drop && clears(drop.reading, reading));
	});
}
/** Two devices read the same, and neither knew of the other's: the worse of the two counts. */
function rivalsOf(proof: BoxProof, own: readonly Reading[]): Reading[] {
	return [...Object.values(proof.latest), ...Object.values(proof.lower), ...proof.loaded].flatMap(({ reading }) =>
		own.filter(
			(r) =>
				r.kind === reading.kind &&
				(r.half ?? 'upper') === (reading.half ?? 'upper') &&
				(r.switchAt ?? 'on') === (reading.switchAt ?? 'on') &&
				apart(r, reading) &&
				!own.some((x) => x.kind === r.kind && x !== r && knownBefore(r, x) && knownBefore(x, reading))
		)
	);
}

/** What is known of an outlet besides one reading of it: its ground, and whether a GFCI reaches it whose own button was passed. */
function besides(
	edition: Edition,
	job: Job,
	boxId: string,
	readings: readonly Reading[],
	latest: ReadonlyMap<string, ReadonlyMap<ReadingKind, Reading>>
): Beside {
	const { boxes, circuitsOfBox } = indexOf(job);
	const box = boxes.get(boxId);
	const device = box?.devices.find((d) => d.receptacles > 0) ?? box?.devices[0];
	if (!box || !device) return {};
	const { ground, gfci } = standingOf({ edition, job }, { box, device, circuit: circuitsOfBox.get(boxId)?.[0] }, readings);
	return {
		ground,
		slots: device.receptacles ? device.slots : undefined,
		gfci: gfci && { own: latest.get(gfci.id)?.get('gfci-own')?.word === 'trips' }
	};
}

/** The same for one reading by itself, with the bootleg check of its place that is nearest to it in time. */
export function besideReading({ edition, job }: RuledJob, reading: Reading, readings: readonly Reading[]): Beside {
	const checks = counting(readings).filter((r) => r.boxId === reading.boxId && r.kind === 'bootleg');
	const apart = (r: Reading) => Math.abs(Date.parse(r.at) - Date.parse(reading.at));
	const nearest = checks.reduce<Reading | null>((a, b) => (a && apart(a) <= apart(b) ? a : b), null);
	return { ...besides(edition, job, reading.boxId, readings, latestReadings(readings)), jumper: nearest?.word === 'yes' };
}

/** A drop over the advised figure is advice of the code, not a rule of it: it weighs one step less than a bad joint. */
function severityOf(kind: ReadingKind, j: Judgment): Severity {
	if (kind === 'drop' && j.on === 'design') return j.level === 'bad' ? 'caution' : 'advice';
	return j.level === 'bad' ? 'violation' : 'caution';
}

/** Each judgment that falls short as a finding at its place; each drop as a decision with its predicted steps. */
export function assessProve(house: House): StageResult {
	const { job } = house;
	const findings: Finding[] = [];
	const decisions: Decision[] = [];
	const { boxes, circuits } = house.index;
	const { conductorC } = soundOf(job);
	for (const proof of proofsOf(house).values()) {
		const { boxId } = proof;
		const kind = boxes.has(boxId) ? 'box' : circuits.has(boxId) ? 'circuit' : 'panel';
		const subject: Subject = { kind, id: boxId };
		const name = boxes.get(boxId)?.name ?? circuits.get(boxId)?.name ?? job.panels.find((p) => p.id === boxId)?.name;
		for (const { reading, verdict } of allOf(proof)) {
			const where = `${name}${reading.half === 'lower' ? ', lower half' : ''}${reading.switchAt === 'off' ? ', switch off' : ''}`;
			for (const j of verdict.judgments) {
				if (j.level !== 'bad' && j.level !== 'look') continue;
				findings.push({
					code: 'read',
					id: `read:${reading.id}:${j.on}`,
					severity: severityOf(reading.kind, j),
					rule: j.rule,
					subject,
					message: `${where}: ${j.says}`.replace(/\.?$/, '.'),
					have: j.have ?? undefined,
					need: j.need ?? undefined,
					unit: j.unit
				});
			}
			if (verdict.lacks)
				findings.push(missingFact(job, limitRule(house.edition.key, 'model', 'What the run should read'), verdict.lacks));
			if (verdict.predicted === null) continue;
			decisions.push({
				code: 'predict',
				id: `predict:${reading.id}`,
				subject,
				value: verdict.says,
				title:
					reading.kind === 'drop'
						? `drop at ${reading.loadA} A, ${sayTemp(conductorC)}`
						: `as predicted for this box, ${sayTemp(conductorC)}`,
				get steps() {
					return verdict.steps;
				},
				rules: verdict.judgments.map((j) => j.rule),
				alternatives: []
			});
		}
	}
	return { findings, decisions };
}

const GRAVE: Record<Level, number> = { bad: 2, look: 1, unknown: 0, good: 0 };
/** What is not good at a box, the gravest first; of two alike the joints, which a design cannot explain. */
export const whatIsOff = (proof: BoxProof, { proven, stale }: { proven: boolean; stale: readonly string[] }): Judgment[] =>
	allOf(proof)
		.filter(({ reading }) => !stale.includes(reading.id))
		.flatMap(({ reading, verdict }) =>
			// What lamps cannot tell is of no matter where all else was read.
			reading.kind === 'lamps' && proven ? [] : verdict.judgments.filter((j) => j.level !== 'good')
		)
		.sort((a, b) => GRAVE[b.level] - GRAVE[a.level] || Number(b.on === 'joints') - Number(a.on === 'joints'));
