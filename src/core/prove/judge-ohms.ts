import { ifKnown } from '../model/known';
import { SHORT_OHMS } from '../instruments/thresholds';
import { readingUnit, readingWords } from '../model/reading';
import { atMost, show, withUnit } from '../units/quantity';
import type { Judgment, Level, ReadingCase } from './judgment';
import { atJumper, byLimit } from './judge-volts';
import { AGAINST_PREDICTED, limitRule } from './limits';
import { predictedFor } from './predict';

/**
 * Volts under a load against this very run: what they fall by from the same outlet's volts without one. Not read without one, the
 * supply may stand anywhere in its range: only a fall beyond all of that is bad, and none of it is good.
 * @example 109 V at 12 A, 120 V without, 2.7 % predicted -> 9.2 %: bad
 */
export function loadedVolts(c: ReadingCase): Judgment[] {
	const { reading, prediction, idleV } = c;
	if (reading.loadA === null || reading.value === null || reading.switchAt === 'off') return [];
	const { value } = reading;
	const fallFrom = (base: number): ReadingCase => ({
		...c,
		reading: { ...reading, kind: 'drop', value: Math.max(0, (100 * (base - value)) / base) }
	});
	if (idleV !== undefined && idleV > value) {
		const fall = fallFrom(idleV);
		return prediction.known ? againstPredicted(fall, AGAINST_PREDICTED.dropPoints) : [byLimit(fall, c.limits.drop)];
	}
	if (!prediction.known) return [];
	const nominal = prediction.value.hn;
	const range = prediction.value.twoHots ? c.limits['panel-hh'] : c.limits.panel;
	const [worst] = againstPredicted(fallFrom(Math.min(nominal, range.good[0])), AGAINST_PREDICTED.dropPoints);
	const [usual] = againstPredicted(fallFrom(nominal), AGAINST_PREDICTED.dropPoints);
	if (!usual || usual.level === 'unknown') return usual ? [usual] : [];
	if (worst?.level === 'bad') return [worst];
	const says = `${show(value)} V at ${show(reading.loadA)} A: read it without the load too, to tell what the wiring loses`;
	return [{ ...usual, level: usual.level === 'good' ? 'unknown' : 'look', says }];
}

/** A dead circuit with everything unplugged is open; what is low is a short, and is not energized. */
export function deadOhms({ edition, reading }: ReadingCase): Judgment {
	const { value } = reading;
	const level: Level = value === null || value > LOADS_OHMS ? 'good' : value < SHORT_OHMS ? 'bad' : 'look';
	const says = {
		good: 'open: no connection',
		look: `${show(value ?? 0)} ohm: something is still plugged in or switched on`,
		bad: `${show(value ?? 0)} ohm: a short. Do not energize; split the run in the middle and test each half`,
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

/** The ground path: against this very run; by the absolute limit only where the run is not known. */
export function groundPath(c: ReadingCase): Judgment[] {
	const lost = atJumper(c);
	if (lost) return [lost];
	const run = againstPredicted(c, AGAINST_PREDICTED.ohms);
	return run.every((j) => j.level === 'unknown') ? [byLimit(c, c.limits['ground-ohm']), ...run] : run;
}

/** So much must be predicted before a reading can be too little, in its own unit: under it a meter's lead hides the difference. */
const TOO_LITTLE_FROM = { drop: 1, 'ohm-hot': 0.1, 'ohm-neutral': 0.1, 'ohm-ground': 0.1 } as const;

/** Against what the run should show. @param absolute slack on a short run, in the reading's own unit */
export function againstPredicted({ edition, reading, prediction }: ReadingCase, absolute: number): Judgment[] {
	const value = reading.value ?? 0;
	const unit = readingUnit(reading.kind);
	const rule = limitRule(edition.key, AGAINST_PREDICTED.source, AGAINST_PREDICTED.title);
	const say = (level: Level, says: string, need: number | null): Judgment[] => [
		{ on: 'joints', level, says, have: value, need, unit, rule }
	];
	if (!prediction.known) return say('unknown', `can't be compared with the run: ${prediction.why}`, null);
	const { value: run } = prediction;
	const asked = ifKnown(() => [predictedFor(reading, run)]);
	if (!asked) return say('unknown', "can't be compared with the run: whether its cables have a ground is not known", null);
	const [should = null] = asked;
	if (should === null) return say('unknown', "can't be compared with the run: it has no ground wire", null);
	const slack = Math.max(AGAINST_PREDICTED.share * should, absolute);
	const bad = Math.max(AGAINST_PREDICTED.badTimes * should, should + slack);
	const from = TOO_LITTLE_FROM[reading.kind as keyof typeof TOO_LITTLE_FROM] ?? Infinity;
	if (should >= from && value < should / AGAINST_PREDICTED.badTimes)
		return say('look', tooLittle(reading.kind === 'drop', value, should, unit), should);
	const level = atMost(value, should + slack) ? 'good' : atMost(value, bad) ? 'look' : 'bad';
	const times = should > 0 ? value / should : 0;
	const says =
		level === 'good'
			? `${withUnit(show(value), unit)} against ${show(should)} predicted: connections are good`
			: `${show(times, 1)} times what this run should ${reading.kind === 'drop' ? 'drop' : 'read'} (${withUnit(show(should), unit)}): a bad connection upstream`;
	return say(level, says, should);
}
/** A drop of nothing: even the service alone drops more under a load. null: there is one. */
export function noDrop({ edition, reading }: ReadingCase): Judgment[] | null {
	if (reading.value === null || reading.value > 0) return null;
	const rule = limitRule(edition.key, AGAINST_PREDICTED.source, AGAINST_PREDICTED.title);
	const says = `${withUnit(show(reading.value), '%')}: less than the wire alone drops. Was the load on?`;
	return [{ on: 'joints', level: 'look', says, have: reading.value, need: null, unit: '%', rule }];
}
/** Less than the wire alone: never good. */
const tooLittle = (drop: boolean, value: number, should: number, unit: string): string =>
	drop
		? `${withUnit(show(value), unit)} against ${show(should)} predicted: less than the wire alone drops. Was the load on?`
		: `${withUnit(show(value), unit)} against ${show(should)} predicted: less than the wire alone. A jumper here, another run, or a meter that wasn't zeroed`;
