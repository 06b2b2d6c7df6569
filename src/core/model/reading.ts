import type { Reading } from './job';
import type { ReadingKind } from './kinds';
import type { FieldFault } from './result';

/** What a reading can lawfully say: outside this it is a slip of the finger, not a fault of the house. */
export const READING_BOUNDS: Record<Exclude<ReadingKind, 'lamps'>, { min: number; max: number; unit: string; words: string }> = {
	hn: { min: 0, max: 260, unit: 'V', words: 'hot to neutral' },
	hg: { min: 0, max: 260, unit: 'V', words: 'hot to ground' },
	ng: { min: 0, max: 260, unit: 'V', words: 'neutral to ground' },
	drop: { min: 0, max: 100, unit: '%', words: 'drop under load' },
	'ohm-hot': { min: 0, max: 1_000_000, unit: 'ohm', words: 'hot conductor' },
	'ohm-neutral': { min: 0, max: 1_000_000, unit: 'ohm', words: 'neutral conductor' },
	'ohm-ground': { min: 0, max: 1_000_000, unit: 'ohm', words: 'ground path' }
};
export const readingWords = (kind: ReadingKind): string => (kind === 'lamps' ? 'three lamps' : READING_BOUNDS[kind].words);
export const readingUnit = (kind: ReadingKind): string => (kind === 'lamps' ? '' : READING_BOUNDS[kind].unit);

export const LAMP_STATES = ['on', 'dim', 'off'] as const;
const LAMPS = /^(on|dim|off) (on|dim|off) (on|dim|off)$/;

/** Faults of one reading, by field: an impossible figure, lamps that are no pattern, a drop without its load. */
export function readingFaults(reading: Pick<Reading, 'kind' | 'value' | 'lamps' | 'loadA'>): FieldFault[] {
	const { kind, value, lamps, loadA } = reading;
	if (kind === 'lamps') {
		if (lamps !== null && LAMPS.test(lamps)) return [];
		return [{ path: 'lamps', message: `must be three of on, dim, off for HN HG NG; got "${lamps ?? ''}"` }];
	}
	const { min, max, unit, words } = READING_BOUNDS[kind];
	if (value === null || !Number.isFinite(value))
		return [{ path: 'value', message: `${words} must be a number of ${unit}, got nothing` }];
	if (value < min || value > max) {
		return [{ path: 'value', message: `${words} must be ${min} to ${max} ${unit}, got ${value}` }];
	}
	if (kind === 'drop' && loadA === null) return [{ path: 'loadA', message: 'a drop must name the load it was read under, in A' }];
	return [];
}
