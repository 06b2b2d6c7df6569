import { once } from './remember';
import type { Reading } from './job';
import type { ReadingKind } from './kinds';
import { byWriting } from './written';

/** Readings that count: what was struck out, or put right by another one, is kept and says nothing. */
export function counting(readings: readonly Reading[]): Reading[] {
	const corrected = new Set(readings.flatMap((r) => (r.corrects && !r.struck ? [r.corrects] : [])));
	return readings.filter((r) => !r.struck && !corrected.has(r.id));
}

/** Of each box, or of a circuit at its panel: the newest of each kind. */
export type LatestReadings = ReadonlyMap<string, ReadonlyMap<ReadingKind, Reading>>;
/** Lists of readings are never changed in place: each is gone through once. */
/** The newest that counts, of each kind at each place; what was read before the work says nothing once it was read after it. */
export const latestReadings = (readings: readonly Reading[], half: 'upper' | 'lower' = 'upper'): LatestReadings =>
	latestOf(readings, half);
const latestOf = once((readings: readonly Reading[], half: 'upper' | 'lower') => gather(readings, half));
/**
 * The same of what was read with the wall switch of its outlet off, both halves, by each of its switches: it says nothing of the
 * outlet with it on.
 */
export const readWithSwitchOff = (readings: readonly Reading[], boxId: string): Reading[] => {
	const off = counting(readings).filter((r) => r.boxId === boxId && r.switchAt === 'off');
	return [...new Set(off.map((r) => r.switchBy))].flatMap((by) =>
		(['upper', 'lower'] as const).flatMap((half) => [
			...(gather(
				off.filter((r) => r.switchBy === by),
				half,
				'off'
			)
				.get(boxId)
				?.values() ?? [])
		])
	);
};
function gather(
	readings: readonly Reading[],
	half: 'upper' | 'lower',
	switchAt: 'on' | 'off' = 'on',
	counts: (r: Reading) => boolean = () => true
): LatestReadings {
	const list = counting(readings);
	/** The last reading of a place after the work. */
	const after = lastAfter(list);
	const byPlace = new Map<string, Map<ReadingKind, Reading>>();
	for (const reading of list) {
		if ((reading.half ?? 'upper') !== half || (reading.switchAt ?? 'on') !== switchAt || !counts(reading)) continue;
		const last = after.get(reading.boxId);
		if (reading.phase === 'before' && last && byWriting(reading, last) < 0) continue;
		const at = reading.circuitId ?? reading.boxId;
		const kinds = byPlace.get(at) ?? new Map<ReadingKind, Reading>();
		byPlace.set(at, kinds);
		const newest = kinds.get(reading.kind);
		if (!newest || byWriting(newest, reading) <= 0) kinds.set(reading.kind, reading);
	}
	return byPlace;
}

/** Volts that a load pulls down. */
const PULLED: readonly ReadingKind[] = ['hn', 'hh', 'ng'];
/** The newest of what was read under a load: it stands, whatever was read idle since. */
export const latestLoaded = (readings: readonly Reading[], half: 'upper' | 'lower' = 'upper'): LatestReadings =>
	gather(readings, half, 'on', (r) => r.loadA !== null && PULLED.includes(r.kind));
/** Of each place the last reading that was taken after the work. */
export function lastAfter(readings: readonly Reading[]): Map<string, Reading> {
	const after = new Map<string, Reading>();
	for (const r of readings) {
		const last = after.get(r.boxId);
		if (r.phase === 'after' && (!last || byWriting(last, r) < 0)) after.set(r.boxId, r);
	}
	return after;
}
