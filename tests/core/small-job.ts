import type { Box, Circuit, Device, Job, Cable, LiveEvent, Reading, Room } from '../../src/core/model/known';
import { claimsOf, type PlaceClaims } from '../../src/core/claims/claims-of';
import { houseOf } from '../../src/core/house';
import { installed, installedAll } from '../../src/core/edit/works';
import { emptyJob, newBox, newCircuit } from '../../src/core/model/new-job';

/** A small job that a test can read at a glance: one den, one panel, a run of boxes with round lengths. */
export const den: Room = {
	id: 'den',
	name: 'Den',
	kind: 'den',
	story: 0,
	finished: true,
	outline: [
		[0, 0],
		[144, 0],
		[144, 120],
		[0, 120]
	],
	breaks: [{ id: 'b1', wall: 0, from: 12, to: 44, kind: 'door' }],
	counters: [],
	fixtures: [],
	foodPrep: false,
	studs: [],
	marks: []
};
export const circuit = (more: Partial<Circuit> = {}): Circuit =>
	newCircuit({ id: 'c1', name: 'Den', panelId: 'p', space: 1, ...more });
export const cable = (fromId: string, toId: string, lengthFt: number | null, more: Partial<Cable> = {}): Cable => ({
	id: `${fromId}-${toId}`,
	circuitId: 'c1',
	fromId,
	toId,
	kind: 'NM-B',
	awg: '12',
	metal: 'Cu',
	conductors: 2,
	ground: true,
	lengthFt,
	state: 'planned',
	...more
});
export function box(id: string, more: Partial<Box> = {}, device: Partial<Device> = {}): Box {
	const made = newBox(id, id.toUpperCase(), { state: 'planned', roomId: 'den', heightIn: 16, ground: 'present', ...more });
	return { ...made, devices: made.devices.map((d) => ({ ...d, ...device })) };
}
export function job(more: Partial<Job> = {}): Job {
	return {
		...emptyJob('j', { name: 'Small', edition: '2023', permitDate: '2026-10-12' }),
		rooms: [den],
		panels: [{ id: 'p', name: 'Panel', roomId: null, place: null, mainA: 200, spaces: 20 }],
		circuits: [circuit()],
		boxes: [box('a'), box('b'), box('c')],
		cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 10)],
		...more
	};
}
/** The same on a subpanel, behind a feeder of 6 AWG copper of so many feet. */
export const onSubpanel = (lengthFt: number | null): Job =>
	job({
		panels: [
			{ id: 'main', name: 'Main', roomId: null, place: null, mainA: 200, spaces: 40 },
			{
				id: 'p',
				name: 'Sub',
				roomId: null,
				place: null,
				mainA: 60,
				spaces: 12,
				feeder: {
					fromPanelId: 'main',
					space: 2,
					breakerA: 60,
					kind: 'THHN',
					awg: '6',
					metal: 'Cu',
					conductors: 3,
					ground: true,
					lengthFt,
					state: 'built'
				}
			}
		]
	});
/** The first of them, which there must be. */
export const only = <T>(rows: readonly T[]): T => {
	const [first] = rows;
	if (first === undefined) throw new Error('there is none');
	return first;
};
export const reading = (more: Partial<Reading>): Reading => ({
	id: 'r1',
	jobId: 'j',
	boxId: 'b',
	kind: 'hn',
	value: 120,
	lamps: null,
	loadA: null,
	instrument: 'meter',
	at: '2026-10-13T09:00:00.000Z',
	by: 'JM',
	struck: false,
	note: '',
	...more
});
export const near = (have: number, want: number, within: number): boolean => Math.abs(have - want) <= within;
/** What proves a ground at a box: the path by an analyzer, and no bootleg found. */
export const provenGround = (boxId: string, more: Partial<Reading> = {}): Reading[] => [
	reading({ id: `${boxId}-path`, boxId, kind: 'ohm-ground', value: 0.2, ...more }),
	reading({ id: `${boxId}-bootleg`, boxId, kind: 'bootleg', value: null, word: 'no', ...more })
];
/** A ground wire was seen in an old box: enough to plan by. */
export const SEEN_WIRE: Partial<Box> = {
	ground: 'present',
	conductors: [{ id: 'w', endId: null, color: 'bare', means: 'ground', alwaysLive: false, insulation: 'old', freeLengthIn: null }]
};
/** What may be claimed of each place of a job. */
export const placesOf = (
	of: Job,
	readings: readonly Reading[],
	events: readonly LiveEvent[] = []
): ReadonlyMap<string, PlaceClaims> => claimsOf(houseOf(of, readings, events)).places;
let made = 0;
/** What was planned in a box is in, on a morning. */
export const putInAt = (boxId: string, time = '2026-11-26T10:15:00.000Z', by = 'MR') =>
	installed(boxId, { day: time.slice(0, 10), newId: () => `made-${++made}` }, { at: time, by });
export const putInAllAt = (boxIds: readonly string[], time: string, by: string) =>
	installedAll(boxIds, { day: time.slice(0, 10), newId: () => `made-${++made}` }, { at: time, by });
