import type { Edition } from '../code/shape/edition';
import { fixtureCorners, fromWall, wallLength } from '../model/geometry';
import type { Box, Break, Fixture, Job, Room } from '../model/job';
import { indexOf } from '../model/job-index';
import { onceForRows } from '../model/remember';
import type { FixtureKind } from '../model/kinds';
import { toSixteenths } from '../units/length';
import { counterRuns, type CounterRun } from './counter-runs';
import { onIndividual, receptaclesOf, whyNotForWall, wallPlace } from './counts';
import { layoutWalls, type WallsCase, type WallsResult } from './walls';
import { outlineFaults, positionIn, wallSpaces } from './wall-spaces';

/** The walls of a room of the job as the wall-space rule sees them. */
export interface RoomWalls extends WallsResult {
	runs: CounterRun[];
	/** Boxes that count for each wall space, by its id. */
	boxesOf: ReadonlyMap<string, string[]>;
}

/** Shared by findings, plan and punch list. Null: not measured, or not lawful as drawn. */
export function roomWalls(edition: Edition, job: Job, room: Room): RoomWalls | null {
	const boxes = (indexOf(job).boxesOfRoom.get(room.id) ?? []).filter((box) => !onIndividual(job, box));
	return reckoned(room, edition, boxes);
}

const reckoned = onceForRows((room: Room, edition: Edition, boxes: readonly Box[]) => reckonWalls(edition, room, boxes));

/** The same, with boxes as they would stand: for a box while it is dragged. */
function reckonWalls(edition: Edition, room: Room, boxes: readonly Box[]): RoomWalls | null {
	if (!room.outline || outlineFaults(room.outline).length) return null;
	const runs = counterRuns(room);
	const c = wallsCase(room, runs);
	const counting = boxes.flatMap((box) => {
		const at = whyNotForWall(edition, room, box) === null ? wallPlace(edition, room, box) : null;
		return at ? [{ boxId: box.id, ...at }] : [];
	});
	const spaces = wallSpaces(edition, { roomKind: room.kind, outline: c.outline, breaks: c.breaks });
	const spaceOf = (r: { wall: number; at: number }) => spaces.find((s) => positionIn(s, r.wall, toSixteenths(r.at)) !== null);
	const boxesOf = new Map<string, string[]>();
	const receptacles = counting.filter((r) => {
		const space = spaceOf(r);
		if (space) boxesOf.set(space.id, [...(boxesOf.get(space.id) ?? []), r.boxId]);
		return !!space;
	});
	return { ...layoutWalls(edition, { ...c, receptacles, served: servedByHeaters(room, boxes) }), runs, boxesOf };
}

/** A room as the evaluator of walls takes it, with no receptacles yet. */
export function wallsCase(room: Room, runs: readonly CounterRun[] = counterRuns(room)): WallsCase {
	const counters = runs.flatMap((run) =>
		run.parts.map((p) => ({ wall: p.wall, from: p.from / 16, to: p.to / 16, kind: 'counter' as const }))
	);
	return {
		roomKind: room.kind,
		outline: room.outline ?? [],
		breaks: [...room.breaks, ...counters],
		receptacles: [],
		roomName: room.name,
		studs: room.studs.length ? room.studs : undefined,
		forbidden: keepOff(room),
		preferred: room.marks.filter((m) => m.kind === 'prefer')
	};
}

type Stretch = Pick<Break, 'wall' | 'from' | 'to'>;
/** A hinge so near to a corner puts the open leaf against the next wall, in. */
const HINGE_NEAR_CORNER_IN = 14;
/** What stands against a wall so near leaves no room for a box behind it, in. */
const AGAINST_WALL_IN = 6;
const COVERS_WALL: readonly FixtureKind[] = ['radiator', 'baseboard-heater', 'tub', 'shower'];

/** Where no box is to be proposed: marked so, behind an open door, behind a radiator, heater or tub. */
export function keepOff(room: Room): Stretch[] {
	const outline = room.outline;
	if (!outline) return [];
	const behindDoors = room.breaks.flatMap((b): Stretch[] => {
		if (b.kind !== 'door' || !b.swingsIn) return [];
		const [length, width] = [wallLength(outline, b.wall), b.to - b.from];
		if (b.hinge !== 'to' && b.from <= HINGE_NEAR_CORNER_IN) {
			const wall = (b.wall - 1 + outline.length) % outline.length;
			const end = wallLength(outline, wall);
			return [{ wall, from: Math.max(0, end - width), to: end }];
		}
		if (b.hinge === 'to' && length - b.to <= HINGE_NEAR_CORNER_IN) {
			const wall = (b.wall + 1) % outline.length;
			return [{ wall, from: 0, to: Math.min(width, wallLength(outline, wall)) }];
		}
		return [];
	});
	const behindThings = room.fixtures.filter((f) => COVERS_WALL.includes(f.kind)).flatMap((f) => alongWalls(room, f));
	return [...room.marks.filter((m) => m.kind === 'keep-off'), ...behindDoors, ...behindThings];
}

/** The stretches of wall that a fixture stands against. */
export function alongWalls(room: Room, f: Fixture): Stretch[] {
	const outline = room.outline ?? [];
	const corners = fixtureCorners(f);
	return outline.flatMap((_, wall) => {
		const seen = corners.map((p) => fromWall(outline, wall, p));
		const near = Math.min(...seen.map((s) => s.off));
		const touching = seen.filter((s) => s.off <= near + 1);
		const from = Math.max(0, Math.min(...touching.map((s) => s.along)));
		const to = Math.min(wallLength(outline, wall), Math.max(...touching.map((s) => s.along)));
		return near >= -1 && near <= AGAINST_WALL_IN && to - from > 1 ? [{ wall, from, to }] : [];
	});
}

/** A baseboard heater with receptacles of its own, not from its own circuit, serves the wall along it. @source 210.52, 424.9 */
function servedByHeaters(room: Room, boxes: readonly Box[]): Stretch[] | undefined {
	const outline = room.outline ?? [];
	const built = boxes.filter((box) => receptaclesOf(box).some((d) => d.partOf === 'baseboard-heater'));
	const heaters = room.fixtures.filter((f) => f.kind === 'baseboard-heater');
	if (!built.length || !heaters.length) return undefined;
	return heaters.flatMap((f) =>
		alongWalls(room, f).filter((s) =>
			built.some((box) => {
				const { place } = box;
				if (!place) return false;
				if (place.kind === 'wall') return place.wall === s.wall && place.at >= s.from && place.at <= s.to;
				const { along, off } = fromWall(outline, s.wall, [place.x, place.y]);
				return off <= f.depthIn + 12 && along >= s.from && along <= s.to;
			})
		)
	);
}
