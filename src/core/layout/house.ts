import { once } from '../model/remember';
import type { PlacesTable } from '../code/shape/places';
import { alongWall, boxPoint, distance, inside, inward, wallLength } from '../model/geometry';
import type { Box, Break, Job, Point, Room } from '../model/job';
import { indexOf } from '../model/job-index';
import type { LeadsTo, RoomKind } from '../model/kinds';

/** Questions about how rooms lie to each other and to the outdoors. */

export const OPEN_AIR: readonly RoomKind[] = ['outdoors', 'porch', 'deck'];
const DOORS = ['door', 'opening', 'sliding-panel'];
/** Through a wall and a little beyond, in. */
const BEYOND_IN = 12;

const boundsOf = once((outline: readonly Point[]): readonly [number, number, number, number] => {
	const [xs, ys] = [outline.map((q) => q[0]), outline.map((q) => q[1])];
	return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
});
function holds(outline: readonly Point[], p: Point): boolean {
	const b = boundsOf(outline);
	return p[0] >= b[0] && p[0] <= b[2] && p[1] >= b[1] && p[1] <= b[3] && inside(outline, p);
}

/** Rooms sorted into cells of the plan, so that a question about a point asks only those that are near. */
const CELL_IN = 20 * 12;
const roomCells = once((rooms: readonly Room[]): ReadonlyMap<string, readonly Room[]> => {
	const cells = new Map<string, Room[]>();
	for (const room of rooms) {
		if (!room.outline) continue;
		const [x0, y0, x1, y1] = boundsOf(room.outline).map((v) => Math.floor(v / CELL_IN)) as [number, number, number, number];
		for (let cx = x0; cx <= x1; cx++)
			for (let cy = y0; cy <= y1; cy++) {
				const key = `${room.story} ${cx} ${cy}`;
				const cell = cells.get(key);
				if (cell) cell.push(room);
				else cells.set(key, [room]);
			}
	}
	return cells;
});
const roomsNear = (rooms: readonly Room[], story: number, [x, y]: Point): readonly Room[] =>
	roomCells(rooms).get(`${story} ${Math.floor(x / CELL_IN)} ${Math.floor(y / CELL_IN)}`) ?? [];

/** The room of a story in which a point lies; enclosed rooms go before open ones. */
export function roomAt(job: Job, { story, p, not }: { story: number; p: Point; not?: Room | undefined }): Room | undefined {
	const found = roomsNear(job.rooms, story, p).filter((r) => r.id !== not?.id && r.outline && holds(r.outline, p));
	return found.find((r) => !OPEN_AIR.includes(r.kind)) ?? found[0];
}

/** The point some inches outside a wall's face, across from a place on it. */
export function beyond(outline: readonly Point[], { wall, at }: { wall: number; at: number }, by = BEYOND_IN): Point {
	const [x, y] = alongWall(outline, wall, at);
	const [nx, ny] = inward(outline, wall);
	return [x - nx * by, y - ny * by];
}

/** A door is known to lead out where that was said, or where the place outside it is drawn; with nothing drawn beyond it is a guess. */
export function isKnownOut(job: Job, { room, door }: { room: Room; door: Break }): boolean {
	if (door.leadsTo) return door.leadsTo === 'outside';
	const p = room.outline && beyond(room.outline, { wall: door.wall, at: (door.from + door.to) / 2 });
	const next = p && roomAt(job, { story: room.story, p, not: room });
	return !!next && OPEN_AIR.includes(next.kind);
}
/** Where a door of a room leads: as said, or as drawn. */
export function leadsTo(job: Job, places: PlacesTable, { room, door }: { room: Room; door: Break }): LeadsTo {
	if (door.leadsTo) return door.leadsTo;
	if (!room.outline) return 'inside';
	if (room.kind === 'garage' && door.to - door.from >= places.garage.vehicleDoorIn) return 'vehicle';
	const next = roomAt(job, {
		story: room.story,
		p: beyond(room.outline, { wall: door.wall, at: (door.from + door.to) / 2 }),
		not: room
	});
	return next && !OPEN_AIR.includes(next.kind) ? 'inside' : 'outside';
}
/** Breaks of a room that people go through. */
export const doorsOf = (room: Room): Break[] => room.breaks.filter((b) => DOORS.includes(b.kind));

/** A porch or deck is entered from inside: as said, or by a door that is drawn in it or opens to it. */
export function enteredFromInside(job: Job, room: Room): boolean {
	if (room.fromInside !== undefined && room.fromInside !== null) return room.fromInside;
	const outline = room.outline;
	if (!outline) return false;
	const own = doorsOf(room).some((d) => {
		const next = roomAt(job, { story: room.story, p: beyond(outline, { wall: d.wall, at: (d.from + d.to) / 2 }), not: room });
		return !!next && !OPEN_AIR.includes(next.kind);
	});
	return (
		own ||
		job.rooms.some(
			(r) =>
				r !== room &&
				r.story === room.story &&
				!OPEN_AIR.includes(r.kind) &&
				doorsOf(r).some((d) => r.outline && holds(outline, beyond(r.outline, { wall: d.wall, at: (d.from + d.to) / 2 })))
		)
	);
}

/** A stretch of wall with the open air on its other side. */
interface OuterWall {
	room: Room;
	wall: number;
	/** Out of the house, a unit vector. */
	out: Point;
	middle: Point;
	length: number;
}
/** Outside walls of the enclosed rooms of a story. */
export function outerWalls(job: Job, story: number): OuterWall[] {
	return job.rooms
		.filter((r) => r.story === story && r.outline && !OPEN_AIR.includes(r.kind) && r.kind !== 'accessory' && !r.detached)
		.flatMap((room) => {
			const outline = room.outline ?? [];
			return outline.flatMap((_, wall) => {
				const length = wallLength(outline, wall);
				const next = roomAt(job, { story, p: beyond(outline, { wall, at: length / 2 }), not: room });
				if (next && !OPEN_AIR.includes(next.kind)) return [];
				const [nx, ny] = inward(outline, wall);
				return [{ room, wall, out: [-nx, -ny] as Point, middle: alongWall(outline, wall, length / 2), length }];
			});
		});
}

/** Where a box is on the drawing; null where that is not known. */
export const pointOf = (job: Job, box: Box): Point | null =>
	boxPoint(box, box.roomId ? indexOf(job).rooms.get(box.roomId) : undefined);

/**
 * Length of a hallway along its center line, in: of a corridor of one width, straight or with square turns, exact;
 * of other shapes the longer side of what is around it.
 */
export function centerLine(outline: readonly Point[]): number {
	const around = outline.reduce((sum, p, i) => sum + distance(p, outline[(i + 1) % outline.length] ?? p), 0);
	const area = Math.abs(
		outline.reduce((sum, [x, y], i) => {
			const [nx, ny] = outline[(i + 1) % outline.length] ?? [x, y];
			return sum + (x * ny - nx * y) / 2;
		}, 0)
	);
	// Half around is length and width together, the area is length times width.
	const root = (around / 2) ** 2 - 4 * area;
	if (root >= 0) return (around / 2 + Math.sqrt(root)) / 2;
	const [xs, ys] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
	return Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
}

/** Foot and head of the house on the plan, over the enclosed rooms of a story; null where none is measured. */
export const depthOf = once((rooms: readonly Room[], story: number): { foot: number; head: number } | null => {
	const ys = rooms
		.filter((r) => r.story === story && !OPEN_AIR.includes(r.kind) && r.kind !== 'accessory')
		.flatMap((r) => (r.outline ?? []).map((p) => p[1]));
	return ys.length ? { foot: Math.min(...ys), head: Math.max(...ys) } : null;
});
