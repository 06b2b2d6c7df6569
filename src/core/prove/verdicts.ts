import type { Edition } from '../code/edition';
import type { Box, Circuit, Job, Reading } from '../model/job';
import { readingUnit, readingWords } from '../model/reading';
import type { Rule, Step } from '../model/result';
import { atMost, show } from '../units/quantity';
import { lampMeaning, type LampMeaning } from './lamps';
import { AGAINST_PREDICTED, LIMITS, limitRule, NG_SUSPICIOUS, type Band } from './limits';
import { predict, type Prediction, type Predicted } from './predict';

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
export interface Verdict {
	readingId: string;
	level: Level;
	judgements: Judgement[];
	/** What the run should read there; null where it cannot be told. */
	predicted: number | null;
	/** The short word under a box: `4.8 %, predicted 1.8`. */
	says: string;
	steps: Step[];
}

/** What a reading means, against the limits and against the predicted figure of that very box. Both are given apart. */
export function verdictOf(edition: Edition, job: Job, box: Box, circuit: Circuit | undefined, reading: Reading): Verdict {
	const prediction: Predicted = circuit
		? predict(edition, job, circuit, box.id, reading.loadA ?? undefined)
		: { known: false, why: 'its circuit is not known' };
	const c: ReadingCase = { edition, reading, prediction };
	const judgements = judge(c);
	const level = worst(judgements.map((j) => j.level));
	const predicted = prediction.known ? predictedFor(reading, prediction.value) : null;
	const unit = readingUnit(reading.kind);
	const measured =
		reading.kind === 'lamps' ? (judgements[0]?.says.split(/[;,]/)[0] ?? '') : `${show(reading.value ?? 0)} ${unit}`;
	return {
		readingId: reading.id,
		level,
		judgements,
		predicted,
		says: predicted === null || reading.kind === 'lamps' ? measured : `${measured}, predicted ${show(predicted)}`,
		steps: prediction.known && predicted !== null ? prediction.value.steps : []
	};
}

interface ReadingCase {
	edition: Edition;
	reading: Reading;
	prediction: Predicted;
}

/** The figure of a sound run that stands beside a reading of this kind. */
export function predictedFor(reading: Pick<Reading, 'kind' | 'loadA'>, p: Prediction): number | null {
	switch (reading.kind) {
		case 'hn':
			return reading.loadA === null ? p.hn : p.loadedHn;
		case 'hg':
			return p.loop.groundOhms === null ? null : p.hn;
		case 'ng':
			return p.loop.groundOhms === null ? null : reading.loadA === null ? 0 : p.loadedNg;
		case 'drop':
			return p.dropPercent;
		case 'ohm-hot':
			return p.loop.hotOhms;
		case 'ohm-neutral':
			return p.loop.neutralOhms;
		case 'ohm-ground':
			return p.loop.groundOhms;
		case 'lamps':
			return null;
	}
}

function judge(c: ReadingCase): Judgement[] {
	const { reading } = c;
	switch (reading.kind) {
		case 'lamps':
			return [lampsJudged(c)];
		case 'hn':
			return [byLimit(c, LIMITS.hn)];
		case 'hg':
			return [ungrounded(c) ?? byLimit(c, LIMITS.hg)];
		case 'ng':
			return [ungrounded(c) ?? byLimit(c, reading.loadA === null ? LIMITS.ngIdle : LIMITS.ngLoaded), ...tiedNeutral(c)];
		case 'drop':
			return [byLimit(c, LIMITS.drop), ...againstPredicted(c, AGAINST_PREDICTED.dropPoints)];
		case 'ohm-hot':
		case 'ohm-neutral':
			return againstPredicted(c, AGAINST_PREDICTED.ohms);
		case 'ohm-ground':
			return [byLimit(c, LIMITS.ohmGround), ...againstPredicted(c, AGAINST_PREDICTED.ohms)];
	}
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
