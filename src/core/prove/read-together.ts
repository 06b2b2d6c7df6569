import type { Edition } from '../code/shape/edition';
import { LIT_V } from '../instruments/thresholds';
import { DEAD_BELOW_V } from '../makeup/live-sign';
import { indexOf } from '../model/job-index';
import type { Job, Reading } from '../model/known';
import { knownBefore } from '../model/written';
import { soundOf } from '../network/sound';
import { show } from '../units/quantity';
import { limitRule, limitsOf } from './limits';
import { voltPattern } from './pattern';
import { twoHotsPattern } from './two-hots';
import { feetWords, likeConductors } from './unknown-run';
import { worst, type Beside, type JudgedReading, type Judgment, type Latest } from './verdicts';

/** What readings of one place say of each other. */

/** So much of an earlier load must be on again before a reading says that what was bad then is not now. */
const AS_MUCH_LOAD = 0.5;
/** A later reading, with as much of a load on, says that what was bad then is not now. */
export const clears = (later: Reading, earlier: Reading): boolean =>
	knownBefore(earlier, later) && (later.loadA ?? 0) >= AS_MUCH_LOAD * (earlier.loadA ?? 0);
/** A drop and loaded volts say the same thing: the later of the two stands. */
export function superseded(latest: Latest): void {
	const [drop, hn] = [latest.drop, latest.hn];
	if (drop && hn && hn.reading.loadA !== null && clears(hn.reading, drop.reading)) delete latest.drop;
}
/** Lamps that are lit where a meter shows nothing, or the other way round: neither counts until the meter is proven. */
export function contradict(edition: Edition, { lamps, hn, hg, ng }: Latest): boolean {
	if (!lamps?.reading.lamps || !hn || hn.reading.value === null || hn.reading.loadA !== null) return false;
	// One is of before the work, the other of after it: both may be right.
	if ((lamps.reading.phase === 'before') !== (hn.reading.phase === 'before')) return false;
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

/** What readings of one place say together: three volts as a pattern, and ohms of a run that nobody has drawn. */
export function together({ edition, job, latest, beside }: { edition: Edition; job: Job; latest: Latest; beside: Beside }): void {
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
	legsOfOutlet(edition, job, latest);
	const [hot, neutral] = [latest['ohm-hot'], latest['ohm-neutral']];
	const open = (j: JudgedReading | undefined) => !!j && j.reading.value !== null && j.verdict.predicted === null;
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
/** Both hots of an outlet against each other and the neutral: one fault is said once, at hot to hot. */
function legsOfOutlet(edition: Edition, job: Job, { hh, hn, h2n }: Latest): void {
	// At a panel they are the legs of the service: told by how far they are apart.
	if (!hh || !hn || !h2n || !indexOf(job).boxes.has(hn.reading.boxId)) return;
	const all = [hh, hn, h2n];
	if (all.some(({ reading }) => reading.loadA !== null || reading.value === null)) return;
	const [a, b, c] = all.map(({ reading }) => reading.value ?? 0);
	const pattern = twoHotsPattern({ hh: a ?? 0, hn: b ?? 0, h2n: c ?? 0 });
	if (!pattern) return;
	for (const { verdict } of all) verdict.judgments = verdict.judgments.filter((x) => x.level === 'good');
	add(hh, { on: 'joints', ...pattern, ...NO_FIGURE, rule: limitRule(edition.key, 'practice', 'Two hots as a pattern') });
}
const NO_FIGURE = { have: null, need: null, unit: '' };
/** A judgment more of one reading. */
export function add(to: JudgedReading, judgment: Judgment): void {
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
export function legsApart(edition: Edition, job: Job, { hn, h2n }: Latest): void {
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
