import type { GuidedCheck } from '../model/known';
import type { Step } from '../model/result';
import { show } from '../units/quantity';
import { guidedLevel, type GuidedAnswer, type GuidedPoint, type Question } from './guided-answer';

/**
 * Loads by what they should read: the terminals of a water heater's thermostats and elements, and lamps or heaters in series or
 * parallel. The hot load is reckoned from rated watts and volts; ohms read cold are never taken for it.
 */

type Facts = Pick<GuidedCheck, 'figures' | 'words'>;
/** What a sound load reads for each question of a check; a question that is left out: it cannot be told. */
export type PredictedAsks = Readonly<Record<string, number>>;

/** Practice: of what should be there, as much as is called all of it, as little as is called nothing, and what is too much; and a reading against the predicted. */
const SHARES = { all: 0.87, none: 0.1, over: 1.1, near: 0.1, half: [0.4, 0.6] } as const;
/** How the current of a filament grows with its volts; that of a heater grows as they do. Practice, about. */
const CURRENT_GROWS = { heater: 1, filament: 0.55 } as const;

const VOLTS = { unit: 'V', max: 300 } as const;
export const HEATER_ASKS: readonly Question[] = [
	{ key: 'ratedV', words: 'Heater, rated', ...VOLTS },
	{ key: 'watts', words: 'Each element', unit: 'W', max: 20_000 },
	{
		key: 'state',
		words: 'The tank is',
		allowed: { cold: 'cold', 'upper-hot': 'hot at the top, cold below', hot: 'hot' }
	},
	{ key: 'together', words: 'Its elements run', allowed: { no: 'one at a time', yes: 'both at once, by its nameplate' } },
	{ key: 'supplyV', words: 'At its incoming terminals', ...VOLTS, live: true },
	{ key: 't1V', words: 'One terminal to ground', ...VOLTS, live: true },
	{ key: 't2V', words: 'The other terminal to ground', ...VOLTS, live: true },
	{ key: 'limitV', words: 'After the high limit', ...VOLTS, live: true },
	{ key: 'upperV', words: 'Across the upper element', ...VOLTS, live: true },
	{ key: 'lowerV', words: 'Across the lower element', ...VOLTS, live: true },
	{ key: 'amps', words: 'Clamp on one hot', unit: 'A', max: 100, live: true }
];
/** Most loads that are reckoned together. */
const LOADS = [1, 2, 3] as const;
export const LOADS_ASKS: readonly Question[] = [
	{ key: 'supplyV', words: 'Supply', ...VOLTS },
	{ key: 'joined', words: 'They are in', allowed: { series: 'series', parallel: 'parallel' } },
	{ key: 'made', words: 'They are', allowed: { heater: 'heaters', filament: 'lamps with a filament' } },
	...LOADS.flatMap((n): Question[] => [
		{ key: `w${n}`, words: `Load ${n}, rated`, unit: 'W', max: 20_000 },
		{ key: `v${n}`, words: 'at', ...VOLTS },
		{ key: `r${n}`, words: `Read across load ${n}`, ...VOLTS, live: true }
	])
];

const isAll = (volts: number, of: number): boolean => volts >= SHARES.all * of;
const isNone = (volts: number, of: number): boolean => volts <= SHARES.none * of;

/**
 * What a sound heater reads: both hots reach the upper thermostat through its high limit; it feeds the upper element until the
 * top is hot, then the lower thermostat. V and A.
 */
export function heaterPredicted({ figures, words }: Facts): PredictedAsks {
	const rated = figures.ratedV;
	const { state } = words;
	if (!rated) return {};
	const supply = figures.supplyV !== undefined && isAll(figures.supplyV, rated) ? figures.supplyV : rated;
	const through = { supplyV: rated, limitV: supply };
	if (!state) return through;
	const upperV = state === 'cold' ? supply : 0;
	// Of a cold one whose elements run at once the lower thermostat calls too.
	const lowerV = state === 'upper-hot' || (state === 'cold' && words.together === 'yes') ? supply : 0;
	if (state === 'cold' && words.together === undefined) return { ...through, upperV };
	const on = Number(upperV > 0) + Number(lowerV > 0);
	const elements = { ...through, upperV, lowerV };
	return figures.watts ? { ...elements, amps: (on * figures.watts * supply) / rated ** 2 } : elements;
}
/** A water heater read live at its terminals, covers off: which part does not pass on what it gets. */
export function heaterCheck(facts: Facts): GuidedAnswer {
	const { figures } = facts;
	const { ratedV } = figures;
	const steps: Step[] = [];
	const points = ratedV ? (stopsBefore(figures, ratedV) ?? heaterPoints(facts, ratedV, steps)) : [];
	return guidedLevel(points, steps, 'Enter its rated volts and what the meter shows.');
}
type HeaterFigures = Facts['figures'];
/** What ends the check: the wrong volts, none, or a high limit that has opened. */
function stopsBefore(figures: HeaterFigures, ratedV: number): GuidedPoint[] | null {
	const { supplyV, limitV, upperV, lowerV } = figures;
	const most = Math.max(...[supplyV, limitV, upperV, lowerV].map((v) => v ?? 0));
	if (most > SHARES.over * ratedV)
		return [
			{
				level: 'bad',
				says: `${show(most, 0)} V where ${show(ratedV, 0)} are rated: off now. Its circuit, or the heater, is the wrong one`
			}
		];
	if (supplyV !== undefined && !isAll(supplyV, ratedV))
		return [
			{
				level: 'bad',
				says: isNone(supplyV, ratedV)
					? nothingComesIn(figures)
					: `${show(supplyV, 0)} V come in where ${show(ratedV, 0)} are rated: one hot is lost, or the supply is another`
			}
		];
	if (limitV !== undefined && !isAll(limitV, ratedV))
		return [
			...comesIn(supplyV),
			{
				level: 'bad',
				says: 'Nothing passes the high limit: it has opened. Off, verified dead; find why before its reset is pressed: a thermostat that stays closed, or an element that leaks to its sheath'
			}
		];
	return null;
}
const comesIn = (supplyV: number | undefined): GuidedPoint[] =>
	supplyV === undefined ? [] : [{ level: 'good', says: `${show(supplyV, 0)} V come in` }];
function heaterPoints(facts: Facts, ratedV: number, steps: Step[]): GuidedPoint[] {
	const { supplyV, limitV } = facts.figures;
	return [
		...comesIn(supplyV),
		...(limitV === undefined ? [] : [{ level: 'good', says: 'The high limit passes' } as const]),
		...ELEMENTS.flatMap((element) => elementSays(facts, ratedV, element) ?? []),
		...heaterAmps(facts, ratedV, steps)
	];
}
const ELEMENTS = [
	{ key: 'upperV', name: 'upper', dead: 'the upper thermostat does not pass it on, or the top is hot' },
	{ key: 'lowerV', name: 'lower', dead: 'the upper thermostat does not switch over, or the lower one does not call' }
] as const;
function elementSays(facts: Facts, ratedV: number, { key, name, dead }: (typeof ELEMENTS)[number]): GuidedPoint | null {
	const { figures, words } = facts;
	const [read, want] = [figures[key], heaterPredicted(facts)[key]];
	if (read === undefined || want === undefined) return null;
	// 0 V is as it should be only where volts come in.
	const arrives = [figures.supplyV, figures.limitV, figures.upperV, figures.lowerV].some(
		(v) => v !== undefined && isAll(v, ratedV)
	);
	const [all, none] = [isAll(read, ratedV), isNone(read, ratedV)];
	if (want === 0 && none && !arrives)
		return {
			level: 'unknown',
			says: `The ${name} element has ${show(read, 0)} V: that says nothing before volts are read to come in`
		};
	if (want > 0 ? all : none) return { level: 'good', says: `The ${name} element has ${show(read, 0)} V, as it should` };
	if (want > 0 && none) return { level: 'bad', says: `The ${name} element gets nothing: ${dead}` };
	if (want === 0 && all)
		return {
			level: 'bad',
			says:
				words.state === 'cold'
					? 'Both elements are on at once: landed wrong, or a nameplate that says so: then its circuit must carry both'
					: `The ${name} element is on while its water is hot: its thermostat stays closed`
		};
	// Open at its thermostat it should have nothing; half of it comes in over its sheath.
	if (want === 0 && read >= SHARES.half[0] * ratedV && read <= SHARES.half[1] * ratedV)
		return {
			level: 'bad',
			says: `The ${name} element has ${show(read, 0)} V with its thermostat open: it is grounded to its sheath and heats on. Off now, verified dead, then ohms screw to sheath`
		};
	return {
		level: 'look',
		says: `The ${name} element reads ${show(read, 0)} V, neither all nor nothing: read it again at low impedance`
	};
}
function heaterAmps(facts: Facts, ratedV: number, steps: Step[]): GuidedPoint[] {
	const { amps, watts, upperV, lowerV } = facts.figures;
	if (amps === undefined) return [];
	const elements = [upperV, lowerV];
	const points: GuidedPoint[] = [];
	if (amps >= FLOWS_FROM_A && elements.every((v) => v !== undefined && isNone(v, ratedV)))
		points.push({
			level: 'look',
			says: `${show(amps, 1)} A flow and no element has volts: both can't be right. Prove the meter on a known live source, and read both again`
		});
	const should = heaterPredicted(facts).amps;
	if (!should || !elements.some((v) => v !== undefined && isAll(v, ratedV))) return points;
	steps.push({
		label: 'amps to expect',
		formula: `${show(watts ?? 0, 0)} W on ${show(ratedV, 0)} V`,
		value: should,
		unit: 'A'
	});
	if (amps <= SHARES.none * should)
		points.push({
			level: 'bad',
			says: 'Volts are there and nothing flows: the element is open. Off, verified dead, then its cold ohms'
		});
	else if (Math.abs(amps - should) <= SHARES.near * should)
		points.push({ level: 'good', says: `${show(amps, 1)} A, as its watts ask` });
	else
		points.push({
			level: 'look',
			says: `${show(amps, 1)} A where ${show(should, 1)} are expected: another element than rated, or one of two`
		});
	return points;
}

/** Under this a clamp shows only its own zero, A. Practice. */
const FLOWS_FROM_A = 0.5;
/** A hot that stands against ground, V. */
const STANDS_V = 85;
/** 0 V hot to hot: each terminal may stand at the volts of one hot all the same. */
function nothingComesIn({ t1V, t2V }: Facts['figures']): string {
	const standing = [t1V, t2V].filter((v) => v !== undefined && v >= STANDS_V);
	if (standing.length === 2)
		return `Both terminals are at ${show(Math.max(t1V ?? 0, t2V ?? 0), 0)} V to ground: one leg is lost and comes back through the element, or both hots are on one leg. Hands off: off, tagged, verified dead to ground`;
	if (standing.length === 1)
		return 'One terminal is live to ground: one leg is lost. Hands off: look at the breaker and the disconnect';
	if (t1V === undefined || t2V === undefined)
		return '0 V between its terminals: each can still be at 120 V to ground. Read each terminal to ground before a hand goes near';
	return 'No volts come in, and neither terminal is live to ground: look at the breaker and the disconnect, leg to leg';
}

interface Load {
	watts: number;
	volts: number;
	key: (typeof LOADS)[number];
}
const loadsOf = ({ figures }: Facts): Load[] =>
	LOADS.flatMap((key) => {
		const [watts, volts] = [figures[`w${key}`], figures[`v${key}`]];
		return watts && volts ? [{ key, watts, volts }] : [];
	});
/** Volts over each load, and the amps that the supply gives; null: not enough is said. */
function reckoned(facts: Facts): { volts: Map<Load, number>; amps: number } | null {
	const { supplyV } = facts.figures;
	const { joined, made } = facts.words;
	const loads = loadsOf(facts);
	if (!supplyV || !loads.length || !joined || !made) return null;
	const grows = CURRENT_GROWS[made === 'filament' ? 'filament' : 'heater'];
	const ampsOf = (l: Load, v: number): number => (l.watts / l.volts) * (v / l.volts) ** grows;
	if (joined === 'parallel')
		return { volts: new Map(loads.map((l) => [l, supplyV])), amps: loads.reduce((sum, l) => sum + ampsOf(l, supplyV), 0) };
	// One current through all: the one at which their volts add up to the supply.
	const voltsAt = (l: Load, amps: number): number => l.volts * ((amps * l.volts) / l.watts) ** (1 / grows);
	let [low, high] = [0, Math.min(...loads.map((l) => ampsOf(l, supplyV)))];
	for (let n = 0; n < HALVINGS; n++) {
		const amps = (low + high) / 2;
		if (loads.reduce((sum, l) => sum + voltsAt(l, amps), 0) > supplyV) high = amps;
		else low = amps;
	}
	return { volts: new Map(loads.map((l) => [l, voltsAt(l, low)])), amps: low };
}
const HALVINGS = 60;
/** What each of several loads should read, V. @example two heaters of 100 W and 60 W, 120 V, in series on 120 V -> 45 and 75 */
export function loadsPredicted(facts: Facts): PredictedAsks {
	const found = reckoned(facts);
	return found ? Object.fromEntries([...found.volts].map(([l, v]) => [`r${l.key}`, v])) : {};
}
/** Several loads on one supply, by their rated watts and volts. */
export function loadsCheck(facts: Facts): GuidedAnswer {
	const found = reckoned(facts);
	const points: GuidedPoint[] = [];
	const steps: Step[] = [];
	const done = () =>
		guidedLevel(points, steps, 'Enter the supply, how they are connected, and the rated watts and volts of each.');
	if (!found) return done();
	const supply = facts.figures.supplyV ?? 0;
	const series = facts.words.joined === 'series';
	for (const [l, v] of found.volts)
		steps.push({ label: `load ${l.key}`, formula: `${show(l.watts, 0)} W at ${show(l.volts, 0)} V, hot`, value: v, unit: 'V' });
	steps.push({ label: 'together', formula: series ? 'one current through all' : 'added up', value: found.amps, unit: 'A' });
	const read = [...found.volts].flatMap(([l, v]) => {
		const r = facts.figures[`r${l.key}`];
		return r === undefined ? [] : [{ l, v, r }];
	});
	const others = (of: Load) => read.filter((x) => x.l !== of);
	for (const { l, v, r } of read) {
		if (Math.abs(r - v) <= SHARES.near * supply)
			points.push({ level: 'good', says: `Load ${l.key} reads ${show(r, 0)} V of ${show(v, 0)}` });
		else if (series && isAll(r, supply) && others(l).length && others(l).every((x) => isNone(x.r, supply)))
			points.push({ level: 'bad', says: `Load ${l.key} has all the volts and the others none: it is open` });
		else if (isNone(r, supply) && series && others(l).some((x) => isAll(x.r, supply))) continue;
		else points.push({ level: 'look', says: `Load ${l.key} reads ${show(r, 0)} V where ${show(v, 0)} are expected` });
	}
	return done();
}
