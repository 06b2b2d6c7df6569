import { lacking } from '../code/lacking';
import type { RuledJob } from '../code/ruled-job';
import { perState, sameRows } from '../model/remember';
import type { House } from '../house';
import type { Edition } from '../code/shape/edition';
import type { Job, Reading } from '../model/known';
import { indexOf } from '../model/job-index';
import type { ReadingKind } from '../model/kinds';
import { counting, latestReadings, readWithSwitchOff } from '../model/latest-readings';
import type { Decision, Finding, Severity, StageResult, Subject } from '../model/result';
import { show } from '../units/quantity';
import { groundOf } from '../run/ground-at';
import { standingOf } from '../protection/standing';
import { AT_BREAKER, limitRule, limitsOf } from './limits';
import { soundOf } from '../network/sound';
import { voltPattern } from './pattern';
import { feetWords, likeConductors } from './unknown-run';
import { unreadOf, type Unread } from './unread';
import { besideNeighbor, comesBack } from './judge-breaker';
import { verdictOf, worst, type Beside, type Judgment, type Level, type Verdict } from './verdicts';

export interface Judged {
	reading: Reading;
	verdict: Verdict;
}
export type Latest = Partial<Record<ReadingKind, Judged>>;
/** What was read at a box, a panel, or of a breaker in it: the latest of each kind with its verdict, and the worst of them. */
export interface BoxProof {
	boxId: string;
	/** Never good while something is unread. */
	level: Level;
	/** What nobody has read of it yet; null: nothing, or it is no outlet. */
	unread: Unread | null;
	latest: Latest;
	/** Of the lower half of a receptacle that has two. */
	lower: Latest;
	/** With its wall switch off, both halves. */
	off: Judged[];
}
const kindsIn = (latest: Latest): ReadonlySet<ReadingKind> => new Set(Object.keys(latest) as ReadingKind[]);
/** Every judged reading of a place, both halves. */
export const allOf = ({ latest, lower, off }: BoxProof): Judged[] => [...Object.values(latest), ...Object.values(lower), ...off];

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
	const [upper, lower] = [latestReadings(readings), latestReadings(readings, 'lower')];
	const found = new Map<string, BoxProof>();
	const known = knownOf(job, edition);
	// What is read of grounds and of a device's own button speaks of the boxes after it too.
	const beyond = readings.filter((r) => BEYOND_ITS_BOX.includes(r.kind));
	const switched = counting(readings).flatMap((r) => (r.switchAt === 'off' ? [r.boxId] : []));
	for (const boxId of new Set([...upper.keys(), ...lower.keys(), ...switched])) {
		const place = index.boxes.get(boxId) ?? panels.get(boxId) ?? index.circuits.get(boxId);
		if (!place) continue;
		const off = switched.includes(boxId) ? readWithSwitchOff(readings, boxId) : [];
		const own = [...(upper.get(boxId)?.values() ?? []), ...(lower.get(boxId)?.values() ?? []), ...off];
		const before = known.get(boxId);
		const rows = [...own, ...beyond];
		if (before && sameRows(before.rows, rows)) {
			found.set(boxId, before.proof);
			continue;
		}
		const circuit = index.circuitsOfBox.get(boxId)?.[0];
		const judged = (kinds: ReadonlyMap<ReadingKind, Reading> | undefined): Latest => {
			const latest: Latest = {};
			const beside = besides(edition, job, boxId, readings, upper);
			for (const [kind, reading] of kinds ?? [])
				latest[kind] = {
					reading,
					verdict: verdictOf(
						{ edition, job },
						{ place, circuit },
						{
							reading,
							beside: {
								...beside,
								jumper: kinds?.get('bootleg')?.word === 'yes'
							}
						}
					)
				};
			together(edition, job, latest, beside);
			return latest;
		};
		const proof: BoxProof = {
			boxId,
			level: 'unknown',
			unread: null,
			latest: judged(upper.get(boxId)),
			lower: judged(lower.get(boxId)),
			off: off.map((reading) => ({
				reading,
				verdict: verdictOf(
					{ edition, job },
					{ place, circuit },
					{ reading, beside: besides(edition, job, boxId, readings, upper) }
				)
			}))
		};
		const breaker = index.circuits.get(boxId);
		const [out, back] = [proof.latest.amps, proof.latest['amps-n']];
		if (breaker?.poles === 1 && !breaker.multiwire && out && back) {
			const apart = comesBack(edition, out.reading.value ?? 0, back.reading.value ?? 0);
			if (apart) add(back, apart);
		}
		const [screw, beside] = [proof.latest['terminal-c'], proof.latest['neighbor-c']];
		const [terminalC = null, neighborC = null] = [screw?.reading.value, beside?.reading.value];
		if (screw && terminalC !== null && neighborC !== null) {
			const loaded = screw.reading.loadA !== null || (out?.reading.value ?? 0) >= AT_BREAKER.warmsA;
			add(screw, besideNeighbor(edition, { terminalC, neighborC, loaded }));
		}
		if (panels.has(boxId)) legsApart(edition, job, proof.latest);
		const level = worst(allOf(proof).map((l) => l.verdict.level));
		const box = index.boxes.get(boxId);
		proof.unread = box
			? unreadOf(box, groundOf(job, box, readings), { upper: kindsIn(proof.latest), lower: kindsIn(proof.lower) })
			: null;
		proof.level = level === 'good' && proof.unread ? 'unknown' : level;
		found.set(boxId, proof);
		known.set(boxId, { rows, proof });
	}
	return found;
}

const BEYOND_ITS_BOX: readonly ReadingKind[] = ['ohm-ground', 'bootleg', 'gfci-own'];
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
				: `the two legs are ${show(apart, 1)} V apart: put a load on one. If the other rises, the service neutral is open or loose: stop, main off, call the utility`,
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
		.flatMap(({ verdict }) => verdict.judgments.filter((j) => j.level !== 'good'))
		.sort((a, b) => GRAVE[b.level] - GRAVE[a.level] || Number(b.on === 'joints') - Number(a.on === 'joints'));
