import type { Job, Reading } from '../src/core/model/job';

/** Ten of a house in one job, so that every look-up grows too. */
export function times(job: Job, readings: readonly Reading[], n: number): { job: Job; readings: Reading[] } {
	const copies = Array.from(
		{ length: n },
		(_, k) =>
			JSON.parse(JSON.stringify({ job, readings }), (key, value) =>
				ID.has(key) && typeof value === 'string' ? `${k}-${value}` : value
			) as { job: Job; readings: Reading[] }
	);
	const all = <K extends 'rooms' | 'boxes' | 'legs' | 'circuits' | 'panels' | 'symptoms'>(key: K) =>
		copies.flatMap((c) => c.job[key] as Job[K][number][]) as Job[K];
	return {
		job: {
			...job,
			rooms: all('rooms'),
			boxes: all('boxes'),
			legs: all('legs'),
			circuits: all('circuits'),
			panels: all('panels'),
			symptoms: all('symptoms')
		},
		readings: copies.flatMap((c) => c.readings)
	};
}
const ID = new Set(['id', 'roomId', 'circuitId', 'fromId', 'toId', 'panelId', 'boxId']);
