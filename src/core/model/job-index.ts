import { asJoined } from './cable-ends';
import type { Box, Circuit, Fixture, Job, Room } from './job';
import { once } from './remember';

type CableOf<J extends Job> = J['cables'][number];
type CircuitOf<J extends Job> = J['circuits'][number];

/** Look-ups of a job, made once for each state of it: a job is never changed in place. */
export interface JobIndex<J extends Job = Job> {
	rooms: ReadonlyMap<string, Room>;
	boxes: ReadonlyMap<string, Box>;
	panels: ReadonlyMap<string, J['panels'][number]>;
	circuits: ReadonlyMap<string, CircuitOf<J>>;
	/** What stands in rooms, each with its room. */
	fixtures: ReadonlyMap<string, { fixture: Fixture; room: Room }>;
	boxesOfRoom: ReadonlyMap<string, readonly Box[]>;
	cablesOfCircuit: ReadonlyMap<string, readonly CableOf<J>[]>;
	/** Cables that feed a box, of all its circuits. */
	cablesInto: ReadonlyMap<string, readonly CableOf<J>[]>;
	/** Cables that end at a box or a panel, either end, riders too. */
	cablesAt: ReadonlyMap<string, readonly CableOf<J>[]>;
	/** Cables drawn for another circuit whose hot lies in this one. */
	ridersOf: ReadonlyMap<string, readonly CableOf<J>[]>;
	/** Circuits that feed a box, in the order of its cables. */
	circuitsOfBox: ReadonlyMap<string, readonly CircuitOf<J>[]>;
}

/** The look-ups of a state of a job, made once. */
export const indexOf = <J extends Job>(job: J): JobIndex<J> => lookUps(job) as JobIndex<J>;
const lookUps = once((asTold: Job): JobIndex => {
	const job = asJoined(asTold);
	const circuits = new Map(job.circuits.map((c) => [c.id, c] as const));
	const cablesInto = group(job.cables, (l) => l.toId);
	return {
		rooms: new Map(job.rooms.map((r) => [r.id, r])),
		boxes: new Map(job.boxes.map((b) => [b.id, b])),
		panels: new Map(job.panels.map((p) => [p.id, p])),
		circuits,
		fixtures: new Map(job.rooms.flatMap((room) => room.fixtures.map((fixture) => [fixture.id, { fixture, room }] as const))),
		boxesOfRoom: group(job.boxes, (b) => b.roomId),
		cablesOfCircuit: group(job.cables, (l) => l.circuitId),
		cablesInto,
		cablesAt: groupAll(job.cables, (l) => (l.fromId === l.toId ? [l.toId] : [l.fromId, l.toId])),
		ridersOf: group(job.cables, (l) => l.inCableOf ?? null),
		circuitsOfBox: new Map(
			[...cablesInto].map(([boxId, cables]) => [
				boxId,
				[...new Set(cables.map((l) => circuits.get(l.circuitId)))].filter((c): c is Circuit => !!c)
			])
		)
	};
});

const group = <T>(rows: readonly T[], keyOf: (row: T) => string | null): Map<string, T[]> =>
	groupAll(rows, (row) => [keyOf(row)]);
function groupAll<T>(rows: readonly T[], keysOf: (row: T) => readonly (string | null)[]): Map<string, T[]> {
	const groups = new Map<string, T[]>();
	for (const row of rows)
		for (const key of keysOf(row)) {
			if (key === null) continue;
			const list = groups.get(key);
			if (list) list.push(row);
			else groups.set(key, [row]);
		}
	return groups;
}

/** The circuit that feeds a box; of several the first. */
export const circuitOf = <J extends Job>(job: J, boxId: string): CircuitOf<J> | undefined =>
	indexOf(job).circuitsOfBox.get(boxId)?.[0];
/** The name of a box or a panel. @param or where there is none by this id */
export const placeName = (job: Job, id: string | null | undefined, or = '?'): string =>
	indexOf(job).boxes.get(id ?? '')?.name ?? indexOf(job).panels.get(id ?? '')?.name ?? or;

/** All that readings and events can be of: boxes, panels, and circuits by their breaker. */
export const placesOf = (job: Job): ReadonlySet<string> =>
	new Set([...job.boxes, ...job.panels, ...job.circuits].map((p) => p.id));
