import { withUnit } from '../units/quantity';
import { sayTemp, toC, toF } from '../units/temperature';
import type { Reading } from './job';
import type { ReadingKind } from './kinds';
import type { FieldFault } from './result';

/** What a reading can lawfully say: outside this it is a slip of the finger, not a fault of the house. */
interface Bounds {
	min: number;
	max: number;
	unit: string;
	words: string;
}
export type WordKind =
	'bootleg' | 'grip' | 'gfci-own' | 'afci-own' | 'gfci-tester' | 'shell-sign' | 'usb' | 'behind' | 'ground-look' | 'works';
export type FigureKind = Exclude<ReadingKind, 'lamps' | WordKind>;
const volts = (words: string): Bounds => ({ min: 0, max: 260, unit: 'V', words });
const amps = (words: string): Bounds => ({ min: 0, max: 400, unit: 'A', words });
const ohms = (words: string): Bounds => ({ min: 0, max: 1_000_000, unit: 'ohm', words });
export const READING_BOUNDS: Readonly<Record<FigureKind, Bounds>> = {
	hn: volts('hot to neutral'),
	hg: volts('hot to ground'),
	ng: volts('neutral to ground'),
	hh: volts('hot to hot'),
	h2n: volts('second hot to neutral'),
	h2g: volts('second hot to ground'),
	drop: { min: 0, max: 100, unit: '%', words: 'drop under load' },
	'ohm-hot': ohms('hot conductor'),
	'ohm-neutral': ohms('neutral conductor'),
	'ohm-ground': ohms('ground path'),
	'dead-ohm-hn': ohms('dead: hot to neutral'),
	'dead-ohm-hg': ohms('dead: hot to ground'),
	across: volts('across it'),
	amps: amps('amps on its hot'),
	amps2: amps('amps on its second hot'),
	'amps-n': amps('amps on its neutral'),
	'terminal-c': { min: -40, max: 300, unit: '°C', words: 'its terminal' },
	'neighbor-c': { min: -40, max: 300, unit: '°C', words: 'a neighbor’s terminal' },
	'ambient-c': { min: -40, max: 60, unit: '°C', words: 'the room' },
	he: volts('hot slot to an independent ground'),
	ne: volts('neutral slot to an independent ground'),
	ge: volts('ground slot to an independent ground'),
	'dead-ohm-ground': ohms('dead, neutral lifted: ground to a known ground'),
	shell: volts('shell to a known ground'),
	'gfci-ma': { min: 0, max: 1000, unit: 'mA', words: 'GFCI trips at' },
	'gfci-ms': { min: 0, max: 60_000, unit: 'ms', words: 'GFCI trips in' }
};
/** What is said in words, the good one first. */
export const READING_WORDS: Readonly<Record<WordKind, { words: string; allowed: Readonly<Record<string, string>> }>> = {
	bootleg: { words: 'bootleg check', allowed: { no: 'none found', yes: 'a jumper', 'cannot-tell': "can't tell here" } },
	grip: {
		words: 'plug grip',
		allowed: { holds: 'holds', slips: 'slips out', loose: 'loose, warm or discolored' }
	},
	'gfci-own': {
		words: 'GFCI, own button',
		allowed: {
			trips: 'trips, all dead, resets',
			'no-trip': 'does not trip',
			'still-live': 'trips, but face or load side stays live',
			'no-reset': 'does not reset'
		}
	},
	'afci-own': {
		words: 'AFCI, own button',
		allowed: { trips: 'trips, all dead, resets', 'no-trip': 'does not trip', 'no-reset': 'does not reset' }
	},
	'ground-look': {
		words: 'ground wire, looked at',
		allowed: {
			landed: 'landed, no jumper',
			jumper: 'a jumper to neutral',
			'not-landed': 'not landed',
			none: 'no ground wire'
		}
	},
	'gfci-tester': { words: 'GFCI, tester’s button', allowed: { trips: 'trips', 'no-trip': 'does not trip' } },
	behind: { words: 'with its GFCI tripped', allowed: { dead: 'dead', live: 'still live' } },
	works: { words: 'by its switch', allowed: { works: 'on, and off', 'stays-on': 'stays on', 'stays-off': 'stays off' } },
	usb: { words: 'USB', allowed: { charges: 'charges', 'no-charge': 'does not charge' } },
	'shell-sign': { words: 'detector at its shell', allowed: { quiet: 'shows nothing', sign: 'shows voltage' } }
};
/** The word of a kind that speaks for what was read. */
export const goodWord = (kind: WordKind): string | undefined => Object.keys(READING_WORDS[kind].allowed)[0];
/** A kind of reading that is told in a word. */
export const isWordKind = (kind: ReadingKind): kind is WordKind => Object.hasOwn(READING_WORDS, kind);
/** A kind of reading that is a figure. */
export const isFigureKind = (kind: ReadingKind): kind is FigureKind => Object.hasOwn(READING_BOUNDS, kind);

/** The words that a kind of reading may be told in. */
export const readingWords = (kind: ReadingKind): string =>
	isWordKind(kind) ? READING_WORDS[kind].words : isFigureKind(kind) ? READING_BOUNDS[kind].words : 'three lamps';
/** The unit of a kind of reading; none of one told in words. */
export const readingUnit = (kind: ReadingKind): string => (isFigureKind(kind) ? READING_BOUNDS[kind].unit : '');
/** What was read, as it is shown and printed. @example 4.8 % at 12 A */
export function readingValue({
	kind,
	value,
	lamps,
	word,
	loadA,
	atMa
}: Pick<Reading, 'kind' | 'value' | 'lamps' | 'word' | 'loadA' | 'atMa'>): string {
	if (kind === 'lamps') return lamps ?? '';
	if (isWordKind(kind)) return READING_WORDS[kind].allowed[word ?? ''] ?? word ?? '';
	if (value === null) return isDeadOhm(kind) ? 'open' : '';
	const load = loadA ? ` at ${loadA} A` : atMa ? ` at ${atMa} mA` : '';
	return `${isTemperature(kind) ? sayTemp(value) : withUnit(value, readingUnit(kind))}${load}`;
}
/** Kept in °C, typed and shown in °F. */
const isTemperature = (kind: ReadingKind): boolean => readingUnit(kind) === '°C';
/** The unit that a reading is typed in, and its figure as typed. */
export const typedUnit = (kind: ReadingKind): string => (isTemperature(kind) ? '°F' : readingUnit(kind));
/** A reading's figure as it is typed. */
export const typedOf = (kind: ReadingKind, value: number): number => (isTemperature(kind) ? toF(value) : value);
/** What was typed, as it is kept. */
export const fromTyped = (kind: ReadingKind, typed: number): number => (isTemperature(kind) ? toC(typed) : typed);
/** Nothing joined shows as no figure at all. */
export const isDeadOhm = (kind: ReadingKind): boolean => kind === 'dead-ohm-hn' || kind === 'dead-ohm-hg';

export const LAMP_STATES = ['on', 'dim', 'off'] as const;
const LAMPS = /^(on|dim|off) (on|dim|off) (on|dim|off)$/;

type ReadingFields = Pick<Reading, 'kind' | 'value' | 'lamps' | 'loadA'> & Pick<Partial<Reading>, 'word' | 'atMa'>;
/** Faults of one reading, by field: an impossible figure, lamps that are no pattern, a drop without its load. */
export function readingFaults({ kind, value, lamps, loadA, word, atMa }: ReadingFields): FieldFault[] {
	if (kind === 'lamps') {
		if (lamps !== null && LAMPS.test(lamps)) return [];
		return [{ path: 'lamps', message: `must be three of on, dim, off for HN HG NG; got "${lamps ?? ''}"` }];
	}
	if (isWordKind(kind)) {
		const { words, allowed } = READING_WORDS[kind];
		if (word !== undefined && Object.hasOwn(allowed, word)) return [];
		return [{ path: 'word', message: `${words} must be one of ${Object.keys(allowed).join(', ')}; got "${word ?? ''}"` }];
	}
	const { min, max, unit, words } = READING_BOUNDS[kind];
	if (value === null && isDeadOhm(kind)) return [];
	if (value === null || !Number.isFinite(value))
		return [{ path: 'value', message: `${words} must be a number of ${unit}, got nothing` }];
	if (value < min || value > max) {
		const range = isTemperature(kind) ? `${sayTemp(min)} to ${sayTemp(max)}` : `${min} to ${withUnit(max, unit)}`;
		const got = isTemperature(kind) ? sayTemp(value) : value;
		return [{ path: 'value', message: `${words} must be ${range}, got ${got}` }];
	}
	if (kind === 'drop' && loadA === null) return [{ path: 'loadA', message: 'a drop reading needs its load, in A' }];
	if (kind === 'gfci-ms' && atMa === undefined) return [{ path: 'atMa', message: 'a trip time needs its leakage, in mA' }];
	return [];
}
