import type { Job, Reading } from '../src/core/model/known';

/** Ten of a house in one job, so that every look-up grows too. */
export function times(job: Job, readings: readonly Reading[], n: number): { job: Job; readings: Reading[] } {
	const copies = Array.from({ length: n }, (_, k) =>
		beside(
			JSON.parse(JSON.stringify({ job, readings }), (key, value) =>
				ID.has(key) && typeof value === 'string' ? `${k}-${value}` : value
			) as { job: Job; readings: Reading[] },
			k
		)
	);
	const all = <K extends 'rooms' | 'boxes' | 'cables' | 'circuits' | 'panels' | 'symptoms'>(key: K) =>
		copies.flatMap((c) => c.job[key] as Job[K][number][]) as Job[K];
	return {
		job: {
			...job,
			rooms: all('rooms'),
			boxes: all('boxes'),
			cables: all('cables'),
			circuits: all('circuits'),
			panels: all('panels'),
			symptoms: all('symptoms')
		},
		readings: copies.flatMap((c) => c.readings)
	};
}
/** So far apart on the drawing, in: ten houses, and not ten on one spot. */
const APART_IN = 3000;
function beside<T extends { job: Job }>(copy: T, k: number): T {
	const by = k * APART_IN;
	for (const room of copy.job.rooms) {
		room.outline = room.outline?.map(([x, y]) => [x + by, y]) ?? null;
		for (const f of room.fixtures) f.x += by;
	}
	for (const thing of [...copy.job.boxes, ...copy.job.panels]) if (thing.place?.kind === 'point') thing.place.x += by;
	return copy;
}
const ID = new Set(['id', 'roomId', 'circuitId', 'fromId', 'toId', 'panelId', 'boxId']);
