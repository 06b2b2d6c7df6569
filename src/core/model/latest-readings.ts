import type { Reading } from './job';
import type { ReadingKind } from './kinds';

/** Readings that count: what was struck out, or put right by another one, is kept and says nothing. */
export function counting(readings: readonly Reading[]): Reading[] {
	const corrected = new Set(readings.flatMap((r) => (r.corrects && !r.struck ? [r.corrects] : [])));
	return readings.filter((r) => !r.struck && !corrected.has(r.id));
}

/** Of each box, or of a circuit at its panel: the newest of each kind. */
export type LatestReadings = ReadonlyMap<string, ReadonlyMap<ReadingKind, Reading>>;
/** Lists of readings are never changed in place: each is gone through once. */
const known = {
	upper: new WeakMap<readonly Reading[], LatestReadings>(),
	lower: new WeakMap<readonly Reading[], LatestReadings>()
};

/** The newest that counts, of each kind at each place; what was read before the work says nothing once it was read after it. */
export function latestReadings(readings: readonly Reading[], half: 'upper' | 'lower' = 'upper'): LatestReadings {
	const before = known[half].get(readings);
	if (before) return before;
	const found = gather(readings, half);
	known[half].set(readings, found);
	return found;
}
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
function gather(readings: readonly Reading[], half: 'upper' | 'lower', switchAt: 'on' | 'off' = 'on'): LatestReadings {
	const list = counting(readings);
	/** When a place was last read after the work. */
	const after = new Map<string, string>();
	for (const r of list) if (r.phase === 'after' && r.at > (after.get(r.boxId) ?? '')) after.set(r.boxId, r.at);
	const byPlace = new Map<string, Map<ReadingKind, Reading>>();
	for (const reading of list) {
		if ((reading.half ?? 'upper') !== half || (reading.switchAt ?? 'on') !== switchAt) continue;
		if (reading.phase === 'before' && reading.at <= (after.get(reading.boxId) ?? '')) continue;
		const at = reading.circuitId ?? reading.boxId;
		const kinds = byPlace.get(at) ?? new Map<ReadingKind, Reading>();
		byPlace.set(at, kinds);
		const newest = kinds.get(reading.kind);
		if (!newest || newest.at <= reading.at) kinds.set(reading.kind, reading);
	}
	return byPlace;
}
