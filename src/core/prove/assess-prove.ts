import { lacking } from '../code/lacking';
import type { RuledJob } from '../code/ruled-job';
import { perState, sameRows } from '../model/remember';
import type { House } from '../house';
import { LIT_V } from '../instruments/thresholds';
import { DEAD_BELOW_V } from '../makeup/live-sign';
import type { Edition } from '../code/shape/edition';
import type { Box, Job, Reading } from '../model/known';
import { indexOf } from '../model/job-index';
import type { ReadingKind } from '../model/kinds';
import {
	counting,
	latestIdle,
	latestLoaded,
	latestReadings,
	readWithSwitchOff,
	type LatestReadings
} from '../model/latest-readings';
import { apart, knownBefore } from '../model/written';
import type { Decision, Finding, Severity, StageResult, Subject } from '../model/result';
import { show } from '../units/quantity';
import { groundOf } from '../run/ground-at';
import { standingOf } from '../protection/standing';
import { AT_BREAKER, limitRule, limitsOf } from './limits';
import { soundOf } from '../network/sound';
import { voltPattern } from './pattern';
import { feetWords, likeConductors } from './unknown-run';
import { guardsOf } from './guards';
import { missingOf, type Missing } from './missing';
import { besideNeighbor, comesBack } from './judge-breaker';
import { verdictOf, worst, type Beside, type Judged, type Judgment, type Latest, type Level } from './verdicts';

export type { Judged, Latest } from './verdicts';

/** What was read at a box, a panel, or of a breaker in it: the latest of each kind with its verdict, and the worst of them. */
export interface BoxProof {
	boxId: string;
	/** Good only where all that it rests on was read; `right`: as far as a multimeter reaches. */
	level: ProofLevel;
	/** Nothing shows what its connections do under a load. */
	notLoaded: boolean;
	/** What it needs before it is good, the first first; none where it is, or is no outlet. */
	missing: readonly Missing[];
	/** The same for "reads right". */
	missingRight: readonly Missing[];
	latest: Latest;
	/** Of the lower half of a receptacle that has two. */
	lower: Latest;
	/** Read under a load, both halves, where something was read idle since. */
	loaded: Judged[];
	/** Of another device that did not know of the newest, and is worse than it. */
	rivals: Judged[];
	/** With its wall switch off, both halves. */
	off: Judged[];
}
export type ProofLevel = Level | 'right';
/** The word for an outlet on every screen and paper. */
export const proofWord = ({ level, notLoaded }: Pick<BoxProof, 'level' | 'notLoaded'>): string =>
	level === 'good' && notLoaded ? 'good, not read under load' : PROOF_WORDS[level];
const PROOF_WORDS: Readonly<Record<ProofLevel, string>> = {
	good: 'good',
	right: 'reads right',
	look: 'look again',
	bad: 'bad',
	unknown: 'not known'
};
/** What was owed of an outlet is proven, as far as the instruments on site reach. */
export const isProven = (proof: Pick<BoxProof, 'level'> | undefined): boolean =>
	proof?.level === 'good' || proof?.level === 'right';
/** Every judged reading of a place, both halves. */
export const allOf = ({ latest, lower, loaded, rivals, off }: BoxProof): Judged[] => [
	...Object.values(latest),
	...Object.values(lower),
	...loaded,
	...rivals,
	...off
];

const ofReadings = new WeakMap<readonly Reading[], { job: Job; proofs: ReadonlyMap<string, BoxProof> }>();
/** What was read at each box of a house, judged; kept for the state of the job and its readings. */
export function proofsOf({ edition, job, readings }: House): ReadonlyMap<string, BoxProof> {
	const before = ofReadings.get(readings);
	if (before?.job === job) return before.proofs;
	const made = proofs(edition, job, readings);
	ofReadings.set(readings, { job, proofs: made });
	return made;
}

/** The same for readings that are not all of the job. */
export function proofs(edition: Edition, job: Job, readings: readonly Reading[]): Map<string, BoxProof> {
	const index = indexOf(job);
	const panels = new Map(job.panels.map((p) => [p.id, p]));
	const read = readOf(readings);
	const { upper, lower } = read.latest;
	const found = new Map<string, BoxProof>();
	const known = knownOf(job, edition);
	// What is read of grounds and of a device's own button speaks of the boxes after it too.
	const beyond = readings.filter((r) => BEYOND_ITS_BOX.includes(r.kind));
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
		const own = byPlace.get(boxId) ?? [];
		const before = known.get(boxId);
		const rows = [...own, ...beyond];
		if (before && sameRows(before.rows, rows)) {
			found.set(boxId, before.proof);
			continue;
		}
		const proof = proofAt({ edition, job }, place, { readings, read, own });
		found.set(boxId, proof);
		known.set(boxId, { rows, proof });
	}
	return found;
}
interface Read {
	latest: Halves;
	idle: Halves;
	loaded: Halves;
}
type Halves = Record<'upper' | 'lower', LatestReadings>;
const readOf = (readings: readonly Reading[]): Read => {
	const halves = (of: typeof latestReadings): Halves => ({ upper: of(readings), lower: of(readings, 'lower') });
	return { latest: halves(latestReadings), idle: halves(latestIdle), loaded: halves(latestLoaded) };
};

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
	const beside = besides(edition, job, boxId, readings, upper);
	const verdict = (reading: Reading): Judged => {
		const half = reading.half ?? 'upper';
		const jumper = read.latest[half].get(boxId)?.get('bootleg')?.word === 'yes';
		const idleV = read.idle[half].get(boxId)?.get(reading.kind)?.value ?? undefined;
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
		together(edition, job, latest, beside);
		return latest;
	};
	const off = own.some((r) => r.switchAt === 'off') ? readWithSwitchOff(readings, boxId) : [];
	const standing = new Set([...(upper.get(boxId)?.values() ?? []), ...(lower.get(boxId)?.values() ?? [])]);
	const loaded = (['upper', 'lower'] as const).flatMap((half) => [...(read.loaded[half].get(boxId)?.values() ?? [])]);
	const proof: BoxProof = {
		boxId,
		level: 'unknown',
		notLoaded: true,
		missing: [],
		missingRight: [],
		latest: judged('upper'),
		lower: judged('lower'),
		loaded: loaded.filter((r) => !standing.has(r)).map(verdict),
		rivals: [],
		off: off.map((reading) => ({
			reading,
			verdict: verdictOf({ edition, job }, { place, circuit }, { reading, beside })
		}))
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
		add(screw, besideNeighbor(edition, { terminalC, neighborC, loaded }));
	}
	if (job.panels.some((p) => p.id === boxId)) legsApart(edition, job, proof.latest);
	const box = index.boxes.get(boxId);
	const contradicts = box !== undefined && [proof.latest, proof.lower].some((half) => contradict(edition, half));
	const worstLevel = worst(allOf(proof).map((l) => l.verdict.level));
	if (!box) return { ...proof, level: worstLevel };
	const guards = guardsOf({ edition, job }, box, { readings, latest: [upper, lower] });
	const ground = groundOf(job, box, readings);
	const missing = missingOf({
		box,
		upper: proof.latest,
		lower: proof.lower,
		loadedNg:
			[...proof.loaded, ...Object.values(proof.latest)].find((j) => j.reading.kind === 'ng' && j.reading.loadA !== null) ?? null,
		ground,
		twoHots: box.devices.some((d) => d.volts === 240),
		guards,
		contradicts
	});
	return {
		...proof,
		level: levelOf(worstLevel, missing),
		notLoaded: !allOf(proof).some(
			({ reading, verdict }) => reading.loadA !== null && verdict.judgments.some((j) => j.on === 'joints' && j.level === 'good')
		),
		missing: missing.good,
		missingRight: missing.right
	};
}
/** One box by some of its readings alone; null: none of them counts. */
export function proofOf(ruled: RuledJob, box: Box, readings: readonly Reading[]): BoxProof | null {
	const own = counting(readings).filter((r) => r.boxId === box.id);
	return own.length ? proofAt(ruled, box, { readings, read: readOf(readings), own }) : null;
}
/** A word is said only where all that it rests on was read. */
function levelOf(read: Level, missing: ReturnType<typeof missingOf>): ProofLevel {
	if (read === 'bad' || read === 'look') return read;
	if (!missing.good.length) return 'good';
	return missing.right.length ? 'unknown' : 'right';
}

/** So much of an earlier load must be on again before a reading says that what was bad then is not now. */
const AS_MUCH_LOAD = 0.5;
const clears = (later: Reading, earlier: Reading): boolean =>
	knownBefore(earlier, later) && (later.loadA ?? 0) >= AS_MUCH_LOAD * (earlier.loadA ?? 0);
/** A drop and loaded volts say the same thing: the later of the two stands. */
function superseded(latest: Latest): void {
	const [drop, hn] = [latest.drop, latest.hn];
	if (drop && hn && hn.reading.loadA !== null && clears(hn.reading, drop.reading)) delete latest.drop;
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

/** Lamps that are lit where a meter shows nothing, or the other way round: neither counts until the meter is proven. */
function contradict(edition: Edition, { lamps, hn, hg, ng }: Latest): boolean {
	if (!lamps?.reading.lamps || !hn || hn.reading.value === null || hn.reading.loadA !== null) return false;
	const lit = lamps.reading.lamps.startsWith('on');
	const live = hn.reading.value >= LIT_V;
	const nothing = hn.reading.value < DEAD_BELOW_V;
	if (!(lit && nothing) && !(lamps.reading.lamps.startsWith('off') && live)) return false;
	const says = `the lamps and ${show(hn.reading.value)} V hot to neutral can't both be right: prove the meter on a known live source, and read both again`;
	for (const j of [lamps, hn, hg, ng]) {
		if (!j || j.reading.loadA !== null) continue;
		j.verdict.judgments = [
			{ on: 'joints', level: 'unknown', says, ...NO_FIGURE, rule: limitRule(edition.key, 'practice', 'Two instruments') }
		];
		j.verdict.level = 'unknown';
	}
	return true;
}

const BEYOND_ITS_BOX: readonly ReadingKind[] = ['ohm-ground', 'bootleg', 'ground-look', 'gfci-own', 'afci-own'];
type Known = Map<string, { rows: readonly Reading[]; proof: BoxProof }>;
const provenOf = perState<Known>();
/** Proofs made for this state of the job: a reading that is added leaves those of other boxes as they are. */
const knownOf = (job: Job, edition: Edition): Known => provenOf(job, edition, 'proofs', () => new Map());

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

/** What readings of one place say together: three volts as a pattern, and ohms of a run that nobody has drawn. */
function together(edition: Edition, job: Job, latest: Latest, beside: Beside): void {
	const { hn, hg, ng } = latest;
	const idle = [hn, hg, ng].every((j) => j && j.reading.loadA === null && j.reading.value !== null);
	if (hn && hg && ng && idle) {
		const volts = { hn: hn.reading.value ?? 0, hg: hg.reading.value ?? 0, ng: ng.reading.value ?? 0 };
		const pattern = voltPattern(volts, beside.ground?.state === 'none');
		if (pattern) {
			// One fault is said once: what each of the three says of it is a part of it. Its level stays, and so does a low supply.
			if (pattern.level !== 'good')
				for (const { reading, verdict } of [hn, hg, ng])
					verdict.judgments = verdict.judgments.filter((x) => x.level === 'good' || (x.on === 'design' && reading.kind !== 'ng'));
			add(hg, { on: 'joints', ...pattern, ...NO_FIGURE, rule: limitRule(edition.key, 'practice', 'Three volts as a pattern') });
		}
	}
	const [hot, neutral] = [latest['ohm-hot'], latest['ohm-neutral']];
	const open = (j: Judged | undefined) => !!j && j.reading.value !== null && j.verdict.predicted === null;
	if (hot && neutral && open(hot) && open(neutral)) {
		const [a, b] = [hot.reading.value ?? 0, neutral.reading.value ?? 0];
		add(neutral, likeConductors(edition, a, b));
		const feet = feetWords(edition, Math.min(a, b), soundOf(job));
		if (feet)
			add(neutral, {
				on: 'joints',
				level: 'unknown',
				says: `distance from the panel, if its connections are good: ${feet}`,
				...NO_FIGURE,
				rule: limitRule(edition.key, 'model', 'Length by ohms')
			});
	}
	sayOnce(latest);
}
const NO_FIGURE = { have: null, need: null, unit: '' };
function add(to: Judged, judgment: Judgment): void {
	to.verdict.judgments.push(judgment);
	to.verdict.level = worst(to.verdict.judgments.map((j) => j.level));
}
/** What is missing is named once at a place, and not at each of its readings. */
function sayOnce(latest: Latest): void {
	const said = new Set<string>();
	for (const { verdict } of Object.values(latest))
		verdict.judgments = verdict.judgments.filter((j) => {
			if (j.level !== 'unknown') return true;
			if (said.has(j.says)) return false;
			said.add(j.says);
			return true;
		});
}

/** The two service legs against each other, where both were read at a panel: a judgment of the second. */
function legsApart(edition: Edition, job: Job, { hn, h2n }: Latest): void {
	if (!hn || !h2n || hn.reading.value === null || h2n.reading.value === null) return;
	const band = limitsOf(job)['legs-apart'];
	const apart = Math.abs(hn.reading.value - h2n.reading.value);
	const level = apart <= band.good[1] ? 'good' : apart <= band.look[1] ? 'look' : 'bad';
	h2n.verdict.judgments.push({
		on: 'joints',
		level,
		says:
			level === 'good'
				? `the two legs are ${show(apart, 1)} V apart`
				: level === 'bad'
					? `the two legs are ${show(apart, 1)} V apart: the service neutral may be open. Main off, call the utility; put no load on`
					: `the two legs are ${show(apart, 1)} V apart: read both again while a load that is there runs. If the other rises, the service neutral is open or loose: stop, main off, call the utility`,
		have: apart,
		need: band.good[1],
		unit: 'V',
		rule: limitRule(edition.key, band.source, band.title)
	});
	h2n.verdict.level = worst(h2n.verdict.judgments.map((j) => j.level));
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
				findings.push(lacking(job, limitRule(house.edition.key, 'model', 'What the run should read'), verdict.lacks));
			if (verdict.predicted === null) continue;
			decisions.push({
				code: 'predict',
				id: `predict:${reading.id}`,
				subject,
				value: verdict.says,
				title:
					reading.kind === 'drop'
						? `drop at ${reading.loadA} A, ${conductorC} °C`
						: `as predicted for this box, ${conductorC} °C`,
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
export const whatIsOff = (proof: BoxProof): Judgment[] =>
	allOf(proof)
		.flatMap(({ reading, verdict }) =>
			// What lamps cannot tell is of no matter where all else was read.
			reading.kind === 'lamps' && isProven(proof) ? [] : verdict.judgments.filter((j) => j.level !== 'good')
		)
		.sort((a, b) => GRAVE[b.level] - GRAVE[a.level] || Number(b.on === 'joints') - Number(a.on === 'joints'));
