import { ifKnown } from '../model/known';
import { LIT_V } from '../instruments/thresholds';
import { DEAD_BELOW_V, GHOST_UP_TO_V } from '../makeup/live-sign';
import { readingUnit, readingWords } from '../model/reading';
import { atMost, show, withUnit } from '../units/quantity';
import { lacksGround, type Judgment, type Level, type ReadingCase } from './judgment';
import { AGAINST_PREDICTED, limitRule, NG_SUSPICIOUS, type Band } from './limits';

const within = (value: number, [least, most]: readonly [number, number]): boolean => atMost(least, value) && atMost(value, most);

/** A reading against a band of limits. */
export function byLimit({ edition, reading }: Pick<ReadingCase, 'edition' | 'reading'>, band: Band): Judgment {
	const value = reading.value ?? 0;
	const level = within(value, band.good) ? 'good' : within(value, band.look) ? 'look' : 'bad';
	const unit = readingUnit(reading.kind);
	const [least, most] = band.good;
	const range = least > 0 ? `${least} to ${withUnit(most, unit)}` : `at most ${withUnit(most, unit)}`;
	return {
		on: 'design',
		level,
		says: `${readingWords(reading.kind)} ${withUnit(show(value), unit)}: ${level === 'good' ? 'within' : 'outside'} ${range}`,
		have: value,
		need: value > most ? most : least,
		unit,
		rule: limitRule(edition.key, band.source, band.title)
	};
}

/** Volts of a hot: against the supply's limits, where they are the supply's at all and not nothing or a ghost. */
export function supplyVolts(c: Pick<ReadingCase, 'edition' | 'reading'>, band: Band): Judgment {
	const value = c.reading.value ?? 0;
	if (value < DEAD_BELOW_V) return wiring(c, 'bad', `${words(c)} 0 V: off, tripped, or a conductor is open upstream`);
	const floating =
		c.reading.meter !== 'low-impedance' && value < (c.reading.meter === 'high-impedance' ? LIT_V : GHOST_UP_TO_V + 1e-9);
	if (floating)
		return wiring(
			c,
			'look',
			`${words(c)} ${show(value)} V: a floating conductor shows this on a 10 Mohm meter. Read again at low impedance`
		);
	// So little at low impedance is no low supply.
	if (value < LIT_V)
		return wiring(
			c,
			'bad',
			`${words(c)} ${show(value)} V at low impedance: a conductor is open or backfed through a load, or a connection is bad`
		);
	return byLimit(c, band);
}
const words = ({ reading }: Pick<ReadingCase, 'reading'>) => readingWords(reading.kind);
const wiring = ({ edition, reading }: Pick<ReadingCase, 'edition' | 'reading'>, level: Level, says: string): Judgment => ({
	on: 'joints',
	level,
	says,
	have: reading.value,
	need: null,
	unit: 'V',
	rule: limitRule(edition.key, 'practice', 'Volts at a meter')
});

/** The neutral or the ground slot to an independent ground: nothing, or it is what feeds it. */
export function slotToEarth(c: ReadingCase): Judgment {
	const value = c.reading.value ?? 0;
	const { good, look } = c.limits['ng-idle'];
	if (within(value, good)) return wiring(c, 'good', `${words(c)} ${show(value)} V`);
	if (within(value, look)) return wiring(c, 'look', `${words(c)} ${show(value)} V: current flows in it, or it is not connected`);
	if (c.reading.meter !== 'low-impedance' && value <= GHOST_UP_TO_V)
		return wiring(c, 'look', `${words(c)} ${show(value)} V: read again at low impedance`);
	return wiring(
		c,
		'bad',
		c.reading.kind === 'ge'
			? `${words(c)} ${show(value)} V: the ground contact is live, as with reversed wires and a bootleg. Breaker off now, tag it`
			: `${words(c)} ${show(value)} V: hot and neutral are reversed, or the neutral is open`
	);
}

/** Volts to a ground that is not there say nothing of the wiring: a two-wire run floats there. */
export function toNoGround(c: ReadingCase): Judgment | null {
	const { edition, reading } = c;
	if (reading.value === null || !lacksGround(c)) return null;
	const reads = reading.kind === 'hg' && reading.value > NO_GROUND_READS_V;
	return {
		on: 'joints',
		level: reads ? 'look' : 'unknown',
		says: reads
			? `there is no ground wire here, yet hot to ground reads ${show(reading.value)} V: find out what the ground contact is connected to`
			: `there is no ground wire here: ${show(reading.value)} V to the ground contact says nothing about the wiring`,
		have: reading.value,
		need: null,
		unit: 'V',
		rule: limitRule(edition.key, '406.4(D)', 'No grounding means')
	};
}
const NO_GROUND_READS_V = 100;

/** With a jumper to neutral at this place the ground contact stands on neutral: nothing that it reads is good. */
export function atJumper({ edition, reading, jumper }: ReadingCase): Judgment | null {
	if (!jumper) return null;
	const unit = readingUnit(reading.kind);
	return {
		on: 'joints',
		level: 'look',
		says: `the ground contact is connected to neutral here: ${readingWords(reading.kind)} says nothing about a ground`,
		have: reading.value,
		need: null,
		unit,
		rule: limitRule(edition.key, 'practice', 'A jumper from ground to neutral')
	};
}

/** Neutral to ground under load: against this very run; by the absolute limit only where the run is not known. */
export function neutralToGround(c: ReadingCase): Judgment[] {
	const { edition, reading, prediction, limits } = c;
	const lost = toNoGround(c) ?? atJumper(c);
	if (lost) return [lost];
	if (reading.loadA === null) return [byLimit(c, limits['ng-idle'])];
	const should = prediction.known ? ifKnown(() => prediction.value.loadedNg) : null;
	if (should === null) return [byLimit(c, limits['ng-loaded'])];
	const value = reading.value ?? 0;
	const { share, volts, badTimes, source, title } = AGAINST_PREDICTED;
	const slack = Math.max(share * should, volts);
	const say = (level: Level, says: string): Judgment[] => [
		{ on: 'joints', level, says, have: value, need: should, unit: 'V', rule: limitRule(edition.key, source, title) }
	];
	const plain = `neutral to ground ${show(value)} V under ${show(reading.loadA, 1)} A, ${show(should)} predicted`;
	if (should >= NG_SUSPICIOUS.leastPredictedV && value <= NG_SUSPICIOUS.mostV)
		return say('look', `${plain}: suspect a neutral-ground connection here`);
	if (!atMost(value, Math.max(badTimes * should, should + slack)))
		return say('bad', `${plain}: a bad neutral connection upstream`);
	if (!atMost(value, should + slack)) return say('look', `${plain}: more than its length explains`);
	if (!atMost(should - slack, value))
		return say('look', `${plain}: less than its length explains; neutral and ground may be connected upstream`);
	return say('good', `${plain}: its length explains that`);
}
