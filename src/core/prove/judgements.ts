import type { Edition } from '../code/edition';
import { longestTripS, SHORT_OHMS } from '../instruments/thresholds';
import type { Reading } from '../model/job';
import type { LimitKey } from '../model/kinds';
import { READING_WORDS, readingUnit, readingWords, type WordKind } from '../model/reading';
import type { Rule } from '../model/result';
import { atMost, show } from '../units/quantity';
import { lampMeaning, type LampMeaning } from './lamps';
import { AGAINST_PREDICTED, limitRule, NG_SUSPICIOUS, type Band } from './limits';
import { predictedFor, type Predicted } from './predict';

export type Level = 'good' | 'look' | 'bad' | 'unknown';
export const worst = (levels: readonly Level[]): Level =>
	(['bad', 'look', 'good'] as const).find((l) => levels.includes(l)) ?? 'unknown';

/** One judgement of a reading: on the design (the limits), or on the joints (against this very run). */
export interface Judgement {
	on: 'design' | 'joints';
	level: Level;
	says: string;
	have: number | null;
	need: number | null;
	unit: string;
	rule: Rule;
}
export interface ReadingCase {
	edition: Edition;
	limits: Record<LimitKey, Band>;
	/** Read at a panel's bars, and not at an outlet. */
	atPanel: boolean;
	reading: Reading;
	prediction: Predicted;
}

/** Every judgement of one reading. @source facts/testing.md, its table of limits */
export function judge(c: ReadingCase): Judgement[] {
	const { reading, limits, atPanel } = c;
	const toNeutral = limits[atPanel ? 'panel' : 'outlet'];
	switch (reading.kind) {
		case 'lamps':
			return [lampsJudged(c)];
		case 'hn':
		case 'h2n':
			return [byLimit(c, toNeutral)];
		case 'hg':
		case 'h2g':
			return [ungrounded(c) ?? byLimit(c, toNeutral)];
		case 'hh':
			return [byLimit(c, limits[atPanel ? 'panel-hh' : 'outlet-hh'])];
		case 'ng':
			return [ungrounded(c) ?? byLimit(c, limits[reading.loadA === null ? 'ng-idle' : 'ng-loaded']), ...tiedNeutral(c)];
		case 'drop':
			return [byLimit(c, limits.drop), ...againstPredicted(c, AGAINST_PREDICTED.dropPoints)];
		case 'ohm-hot':
		case 'ohm-neutral':
			return againstPredicted(c, AGAINST_PREDICTED.ohms);
		case 'ohm-ground':
			return [byLimit(c, limits['ground-ohm']), ...againstPredicted(c, AGAINST_PREDICTED.ohms)];
		case 'dead-ohm-hn':
		case 'dead-ohm-hg':
			return [deadOhms(c)];
		case 'gfci-ma':
			return [byLimit(c, limits['gfci-ma'])];
		case 'gfci-ms':
			return [tripTime(c)];
		default:
			return [wordJudged(c, reading.kind)];
	}
}

/** A dead circuit with everything unplugged is open; what is low is a short, and is not energised. */
function deadOhms({ edition, reading }: ReadingCase): Judgement {
	const { value } = reading;
	const level: Level = value === null || value > LOADS_OHMS ? 'good' : value < SHORT_OHMS ? 'bad' : 'look';
	const says = {
		good: 'open: nothing joins them',
		look: `${show(value ?? 0)} ohm: something is still plugged in or switched on`,
		bad: `${show(value ?? 0)} ohm: a short. Do not energise; part the run at its middle and test each half`,
		unknown: ''
	}[level];
	return {
		on: 'joints',
		level,
		says: `${readingWords(reading.kind)}: ${says}`,
		have: value,
		need: LOADS_OHMS,
		unit: 'ohm',
		rule: limitRule(edition.key, 'model', 'Ohms of a dead circuit')
	};
}
/** Nothing that is left plugged in has more than this, ohm. */
const LOADS_OHMS = 100_000;

/** @source UL 943: T = (20 / I)^1.43 */
function tripTime({ edition, reading }: ReadingCase): Judgement {
	const at = reading.atMa ?? 6;
	const most = 1000 * longestTripS(at);
	const value = reading.value ?? 0;
	const good = atMost(value, most);
	return {
		on: 'design',
		level: good ? 'good' : 'bad',
		says: `opens in ${show(value)} ms at ${show(at)} mA: ${good ? 'within' : 'longer than'} ${show(most, 0)} ms${good ? '' : ', replace it'}`,
		have: value,
		need: most,
		unit: 'ms',
		rule: limitRule(edition.key, 'UL 943', 'Class A: time to open')
	};
}

/** What is said in words, with what follows from it; what is not here is good. */
const WORD_SAYS: Readonly<Record<WordKind, Readonly<Record<string, { level: Level; says: string }>>>> = {
	bootleg: {
		no: { level: 'good', says: 'no jumper between neutral and ground found' },
		yes: {
			level: 'bad',
			says: 'ground is joined to neutral at this device or close to it: a bootleg. Open the box, dead, and look'
		},
		'cannot-tell': { level: 'unknown', says: 'so near the panel a jumper cannot be told from the joint there' }
	},
	grip: {
		holds: { level: 'good', says: 'the plug holds' },
		slips: { level: 'look', says: 'the plug slips out under its cord’s own weight: replace the device' },
		loose: { level: 'bad', says: 'loose, warm or browned: replace the device, and look at its terminals' }
	},
	'gfci-own': {
		trips: { level: 'good', says: 'trips by its own button, 0 V on its face and onward, and resets' },
		'no-trip': { level: 'bad', says: 'does not trip by its own button: replace it' },
		'still-live': {
			level: 'bad',
			says: 'trips, and its face or what follows stays live: line and load are exchanged, or replace it'
		},
		'no-reset': { level: 'bad', says: 'does not reset: a fault downstream, no voltage on its line, or replace it' }
	},
	'gfci-tester': {
		trips: { level: 'good', says: 'trips by the tester' },
		'no-trip': {
			level: 'look',
			says: 'does not trip by the tester: an open ground, a bootleg downstream, or nothing protects this outlet. Its own button decides'
		}
	}
};
function wordJudged({ edition, reading }: ReadingCase, kind: WordKind): Judgement {
	const said = WORD_SAYS[kind][reading.word ?? ''] ?? { level: 'unknown' as const, says: READING_WORDS[kind].words };
	return {
		on: 'joints',
		level: said.level,
		says: said.says,
		have: null,
		need: null,
		unit: '',
		rule: limitRule(edition.key, 'practice', READING_WORDS[kind].words)
	};
}

const within = (value: number, [least, most]: readonly [number, number]): boolean => value >= least && atMost(value, most);

function byLimit({ edition, reading }: ReadingCase, band: Band): Judgement {
	const value = reading.value ?? 0;
	const level = within(value, band.good) ? 'good' : within(value, band.look) ? 'look' : 'bad';
	const unit = readingUnit(reading.kind);
	const [least, most] = band.good;
	const range = least > 0 ? `${least} to ${most} ${unit}` : `at most ${most} ${unit}`;
	const says = `${readingWords(reading.kind)} ${show(value)} ${unit}: ${level === 'good' ? 'within' : 'outside'} ${range}`;
	return {
		on: 'design',
		level,
		says,
		have: value,
		need: value > most ? most : least,
		unit,
		rule: limitRule(edition.key, band.source, band.title)
	};
}

/** Volts to a ground that the run does not have say nothing of the wiring: a two-wire run floats there. */
function ungrounded({ edition, reading, prediction }: ReadingCase): Judgement | null {
	if (!prediction.known || prediction.value.loop.groundOhms !== null || reading.value === null) return null;
	const reads = reading.kind === 'hg' && reading.value > 100;
	return {
		on: 'joints',
		level: reads ? 'look' : 'unknown',
		says: reads
			? `this run has no ground wire, yet hot to ground reads ${show(reading.value)} V: ask what the ground contact is joined to`
			: `this run has no ground wire: ${show(reading.value)} V to the ground contact tells nothing of the wiring`,
		have: reading.value,
		need: null,
		unit: 'V',
		rule: limitRule(edition.key, '406.4(D)', 'No grounding means')
	};
}

/** Neutral to ground of nothing at all, under load and far from the panel. */
function tiedNeutral({ edition, reading, prediction }: ReadingCase): Judgement[] {
	if (!prediction.known || reading.loadA === null || reading.value === null) return [];
	const should = prediction.value.loadedNg;
	if (should === null || should < NG_SUSPICIOUS.leastPredictedV || reading.value > NG_SUSPICIOUS.mostV) return [];
	return [
		{
			on: 'joints',
			level: 'look',
			says: `neutral to ground should stand at ${show(should)} V under this load, and reads ${show(reading.value)}: suspect a joint between neutral and ground here`,
			have: reading.value,
			need: should,
			unit: 'V',
			rule: limitRule(edition.key, 'practice', 'Neutral to ground under load')
		}
	];
}

function againstPredicted({ edition, reading, prediction }: ReadingCase, absolute: number): Judgement[] {
	const value = reading.value ?? 0;
	const unit = readingUnit(reading.kind);
	const rule = limitRule(edition.key, AGAINST_PREDICTED.source, AGAINST_PREDICTED.title);
	if (!prediction.known) {
		return [
			{
				on: 'joints',
				level: 'unknown',
				says: `cannot be held against the run: ${prediction.why}`,
				have: value,
				need: null,
				unit,
				rule
			}
		];
	}
	const should = predictedFor(reading, prediction.value);
	if (should === null) {
		return [
			{
				on: 'joints',
				level: 'unknown',
				says: 'cannot be held against the run: it has no ground wire',
				have: value,
				need: null,
				unit,
				rule
			}
		];
	}
	const slack = Math.max(AGAINST_PREDICTED.share * should, absolute);
	const bad = Math.max(AGAINST_PREDICTED.badTimes * should, should + slack);
	const level = atMost(value, should + slack) ? 'good' : atMost(value, bad) ? 'look' : 'bad';
	const times = should > 0 ? value / should : 0;
	const says =
		level === 'good'
			? `${show(value)} ${unit} against ${show(should)} predicted: the joints carry`
			: `${show(times, 1)} times what this run should ${reading.kind === 'drop' ? 'lose' : 'read'} (${show(should)} ${unit}): a joint upstream of here`;
	return [{ on: 'joints', level, says, have: value, need: should, unit, rule }];
}

/** A run without a ground wire should show open ground; lamps that say "right" there are the ones to doubt. */
function ungroundedLamps(lamps: string | null, prediction: Predicted): LampMeaning | null {
	if (!prediction.known || prediction.value.loop.groundOhms !== null) return null;
	if (lamps === 'on off off')
		return { level: 'good', says: 'Open ground, as this run must show: it has no ground wire', but: '' };
	if (lamps !== 'on on off') return null;
	return {
		level: 'bad',
		says: 'The lamps say wired right, yet this run has no ground wire',
		but: 'suspect a bootleg ground: open the box, dead, and look'
	};
}

function lampsJudged({ edition, reading, prediction }: ReadingCase): Judgement {
	const meaning = ungroundedLamps(reading.lamps, prediction) ?? lampMeaning(reading.lamps ?? '');
	return {
		on: meaning.level === 'good' ? 'design' : 'joints',
		level: meaning.level,
		says: meaning.but ? `${meaning.says}; ${meaning.but}` : meaning.says,
		have: null,
		need: null,
		unit: '',
		rule: limitRule(edition.key, 'practice', 'Three-lamp tester')
	};
}
