import type { RuledJob } from '../code/ruled-job';
import { GFCI_RANGE_MA } from '../instruments/thresholds';
import { indexOf } from '../model/job-index';
import type { Circuit, GuidedCheck } from '../model/known';
import type { Step } from '../model/result';
import { runOf } from '../run/runs';
import { show } from '../units/quantity';
import type { GuidedAnswer, GuidedPoint, Question } from './guided-answer';
import { sidesOf, splitSays, type SplitWords } from './short';

/** What trips and why: a ground fault and an arc fault halved along the run, a GFCI that will not reset. */

export const GROUND_FAULT_ASKS: readonly Question[] = [
	{
		key: 'megohms',
		words: 'Breaker off, all unplugged, electronics off it: hot and neutral together to ground',
		unit: 'Mohm',
		max: 100_000
	},
	{
		key: 'by',
		words: 'Read by',
		allowed: { tester: 'an insulation tester, 500 V', ohmmeter: 'an ohmmeter' }
	}
];
/** Insulation at 500 V: holds from here; under this it is a fault, Mohm. An ohmmeter shows only the fault. Practice. */
const INSULATION = { holdsFrom: 1, faultUnder: 0.1 } as const;
export const ARC_ASKS: readonly Question[] = [
	{
		key: 'neutral',
		words: 'Its neutral',
		allowed: { own: 'only this circuit’s', shared: 'shared with another circuit', unknown: 'not looked at' }
	},
	{ key: 'unplugged', words: 'With everything unplugged', allowed: { holds: 'holds', trips: 'trips all the same' } },
	{
		key: 'lands',
		words: 'At the panel its neutral is on',
		allowed: { breaker: 'its own breaker', bar: 'the bar, not the breaker', other: 'another breaker' }
	},
	{
		key: 'touches',
		words: 'Dead, its neutral off: neutral to ground',
		allowed: { open: 'open', reads: 'it reads' }
	},
	{ key: 'terminals', words: 'Terminals at the breaker and first box', allowed: { tight: 'tight', loose: 'loose or browned' } }
];
/** Found by looking, dead, before anything is parted. */
const ARC_SEEN: readonly { key: string; is: string; says: string }[] = [
	{
		key: 'neutral',
		is: 'shared',
		says: 'A single-pole AFCI cannot be on a shared neutral: use a two-pole one, or run this circuit a separate neutral'
	},
	{
		key: 'lands',
		is: 'bar',
		says: 'Its neutral is on the bar: a breaker that wants the neutral of its circuit does not see what returns. Off, dead: onto the breaker, its pigtail on the bar'
	},
	{
		key: 'lands',
		is: 'other',
		says: 'Its neutral is on another breaker: each trips with the other loaded. Off, both dead: each neutral with its own hot'
	},
	{
		key: 'touches',
		is: 'reads',
		says: 'Its neutral touches ground somewhere on the run: that trips it, and is no arc. Split the run, dead, and read neutral to ground on each side'
	},
	{ key: 'terminals', is: 'loose', says: 'A loose terminal arcs: clean it or cut it back, torque it, and try again' }
];
const ARC_LOOKS: readonly { key: string; says: string }[] = [
	{ key: 'neutral', says: 'Look whether its neutral is only its own' },
	{ key: 'lands', says: 'Look at the panel, dead: its neutral on its own breaker' },
	{ key: 'touches', says: 'Dead, its neutral off the breaker: read neutral to ground; open is right' },
	{ key: 'terminals', says: 'Dead: look at the terminals of the breaker and of the first box' }
];
export const RESET_ASKS: readonly Question[] = [
	{ key: 'lineV', words: 'At LINE, hot to neutral', unit: 'V', max: 260, live: true },
	{
		key: 'live',
		words: 'LOAD conductors off and apart, power on: live is',
		allowed: { line: 'the pair on LINE', load: 'the pair that was on LOAD' }
	},
	{ key: 'alone', words: 'With LOAD off it', allowed: { resets: 'it resets and holds', no: 'it does not reset' } },
	{ key: 'age', words: 'Age', unit: 'years', max: 60 }
];

/**
 * The run split where what is left falls into halves, the device that trips being the detector.
 * @param inRun what was read already says that it is in the run
 */
function halved(
	job: RuledJob['job'],
	circuit: Circuit,
	{ words, inRun }: { words: GuidedCheck['words']; inRun: boolean }
): GuidedPoint[] {
	const run = runOf(job, circuit);
	const { boxes } = indexOf(job);
	return splitSays(run, sidesOf(run, words), { inRun, name: (id) => boxes.get(id)?.name ?? id, ...TRIP_WORDS });
}
const TRIP_WORDS: SplitWords = {
	contradict: 'The results contradict each other: split and try again',
	found: (cables) => `It is in the cable to ${cables}, or in the boxes at its ends`,
	split: (at) =>
		`Split the run at ${at}: off, outgoing wires disconnected and capped, on again. Holds: onward. Trips: toward the panel`,
	alone: (cables) =>
		`Nothing to split: off, the cable to ${cables} disconnected at both ends and capped, on again. Holds: the cable, or what is at its end. Trips: the device that trips`
};
/** Supply that drives a leak, V, and ohms in a megohm. */
const MEGOHM = 1e6;
/** What leaks to ground and trips a GFCI, by an insulation test and by halving with the GFCI as the detector. @source UL 943 for 4 to 6 mA */
export function groundFaultCheck(
	{ job }: RuledJob,
	circuit: Circuit,
	{ figures, words }: Pick<GuidedCheck, 'figures' | 'words'>
): GuidedAnswer {
	const points: GuidedPoint[] = [];
	const steps: Step[] = [];
	const { megohms } = figures;
	if (megohms !== undefined) {
		const leakMa = megohms > 0 ? (1000 * job.practice.supplyVolts) / (megohms * MEGOHM) : Infinity;
		steps.push({
			label: 'leak at the supply',
			formula: `${show(job.practice.supplyVolts)} / ${show(megohms, 3)} Mohm`,
			value: megohms > 0 ? leakMa : 'no limit but the wire',
			unit: 'mA'
		});
		points.push(insulationSays(megohms, leakMa, words.by));
	}
	const inRun = points.some((p) => p.level === 'bad');
	// A cable that holds is not split.
	const holds = points.some((p) => p.level === 'look');
	const more = holds ? [] : halved(job, circuit, { words, inRun });
	return answerOf([...points, ...more], steps);
}
function insulationSays(megohms: number, leakMa: number, by: string | undefined): GuidedPoint {
	if (megohms === 0)
		return {
			level: 'bad',
			says: 'A dead short to ground. Unplug and switch off all that is on it and read again; then split the run'
		};
	const leaks = leakMa >= GFCI_RANGE_MA.least ? `${show(leakMa, 1)} mA leaks to ground: the GFCI does what it is for. ` : '';
	if (megohms < INSULATION.faultUnder)
		return {
			level: 'bad',
			says: `${leaks}${show(megohms, 3)} Mohm is a fault of the insulation. Never a larger GFCI, never none`
		};
	if (by !== 'tester')
		return {
			level: 'unknown',
			says:
				by === 'ohmmeter'
					? 'By an ohmmeter nothing is proven: it drives too few volts. Use an insulation tester'
					: 'Say by which meter: an ohmmeter proves nothing here'
		};
	if (megohms < INSULATION.holdsFrom)
		return {
			level: 'look',
			says: `${show(megohms, 2)} Mohm: damp, or a cable that begins to fail. Look along it, dry it, and test again`
		};
	return {
		level: 'look',
		says: 'The cable holds: what trips it is plugged in, comes with damp, or is a neutral that touches ground'
	};
}
/** What makes an AFCI trip: a shared neutral, a cable, a device; halved with it as the detector. @source 210.12, the maker's instructions */
export function arcCheck({ job }: RuledJob, circuit: Circuit, { words }: Pick<GuidedCheck, 'words'>): GuidedAnswer {
	const seen = ARC_SEEN.filter(({ key, is }) => words[key] === is).map(({ says }): GuidedPoint => ({ level: 'bad', says }));
	if (seen.length) return answerOf(seen);
	const looks = ARC_LOOKS.filter(({ key }) => words[key] === undefined || words[key] === 'unknown').map(
		({ says }): GuidedPoint => ({ level: 'unknown', says })
	);
	if (words.unplugged === 'holds')
		return answerOf([
			{ level: 'look', says: 'It holds unplugged: plug in one thing after the other; what trips it is replaced or repaired' },
			...looks
		]);
	if (words.unplugged === undefined)
		return answerOf([
			{ level: 'look', says: 'Unplug everything and reset: does it hold?' },
			...halved(job, circuit, { words, inRun: false }),
			...looks
		]);
	// A look at the panel is less work than a run that is parted.
	const [first, ...more] = looks;
	return answerOf([
		...(first ? [{ ...first, level: 'look' as const }] : []),
		...more,
		...halved(job, circuit, { words, inRun: !looks.length })
	]);
}
/** A supply that a GFCI of 120 V works on, V; under the last there is none; at this age a device is replaced rather than searched, years. */
const SUPPLY_V = { least: 108, most: 126, none: 60, wrong: 200 } as const;
const OLD_YEARS = 10;
/** Why a GFCI will not reset: no supply, LINE and LOAD exchanged, what is on its LOAD, the device itself. */
export function resetCheck({ figures, words }: Pick<GuidedCheck, 'figures' | 'words'>): GuidedAnswer {
	const { lineV, age } = figures;
	const supplied = lineV !== undefined && lineV >= SUPPLY_V.least && lineV <= SUPPLY_V.most;
	if (words.live === 'load')
		return answerOf([
			supplied
				? {
						level: 'unknown',
						says: `${show(lineV, 0)} V at LINE and the LOAD pair live: both can't be, unless two circuits come in here. Off, tagged, dead, all apart; on: read each pair again`
					}
				: { level: 'bad', says: 'LINE and LOAD are exchanged: the live pair goes on LINE, what goes on from here on LOAD' }
		]);
	if (lineV !== undefined && !supplied) return answerOf([{ level: 'bad', says: noSupply(lineV) }]);
	// What it does on an unread supply says nothing of it, nor of what is on its LOAD.
	if (lineV === undefined) return answerOf([{ level: 'look', says: 'Read volts at LINE, hot to neutral' }]);
	if (words.alone === 'resets')
		return answerOf([
			{
				level: 'bad',
				says: 'The device is good: what is on its LOAD leaks, or a neutral touches ground there. Halve that run with the GFCI as the detector'
			}
		]);
	if (words.alone === 'no')
		return answerOf([
			{
				level: 'bad',
				says: `With supply and nothing on LOAD it does not reset: replace it${age !== undefined && age >= OLD_YEARS ? `, at ${show(age, 0)} years it is due` : ''}`
			}
		]);
	return answerOf([
		words.live === undefined
			? { level: 'look', says: 'Off, verified dead: LOAD conductors off and capped apart; on: which pair is live?' }
			: { level: 'look', says: 'With LOAD off it: does it reset and hold?' }
	]);
}
function noSupply(lineV: number): string {
	const volts = `${show(lineV, 0)} V at LINE`;
	if (lineV < SUPPLY_V.none) return `${volts}: without supply it cannot reset. Look at the breaker, and at another GFCI upstream`;
	if (lineV < SUPPLY_V.least)
		return `${volts}: no supply, or one that comes through something. Read it again at low impedance, hot to neutral and each to ground: an open neutral or hot on the way`;
	return lineV >= SUPPLY_V.wrong
		? `${volts}: it is wired to two hots. Off now: a device of 120 V is ruined by it`
		: `${volts}: too high for a device of 120 V. Off, unplug what is dear; look for a lost neutral`;
}
function answerOf(points: GuidedPoint[], steps: Step[] = []): GuidedAnswer {
	const [worst] = [...points].sort((a, b) => ORDER.indexOf(a.level) - ORDER.indexOf(b.level));
	return { level: worst?.level ?? 'unknown', says: worst?.says ?? '', points, steps };
}
const ORDER: readonly GuidedPoint['level'][] = ['bad', 'look', 'unknown', 'good'];
