import type { Point, Break, Counter, Room, WallMark, WallStuds } from '../model/job';
import { wallEnds, wallLength } from '../model/geometry';
import { type Command, outlineOf, roomIn, rowIn } from './command';
import { formatLength } from '../units/length';

/** Edits of what is on a room's walls: doors and other breaks, counters, studs, marks for the placement of boxes. */

/** The break of a wall that a new one would overlap; windows overlap nothing. @param not the break that is edited itself */
export function overlapOn(
	breaks: readonly Break[],
	b: Pick<Break, 'wall' | 'from' | 'to' | 'kind'>,
	not?: string
): Break | undefined {
	if (b.kind === 'window') return undefined;
	return breaks.find((o) => o.id !== not && o.wall === b.wall && o.kind !== 'window' && o.from < b.to && b.from < o.to);
}

/** Changes a door, window or other break: its kind, place, width, swing or where it leads. @throws RangeError where it does not fit */
export const editBreak =
	(roomId: string, breakId: string, change: Partial<Omit<Break, 'id'>>): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		const b = rowIn(room.breaks, breakId, 'break');
		const next = { ...b, ...change };
		mustFitWall(room, next);
		const other = overlapOn(room.breaks, next, breakId);
		if (other)
			throw new RangeError(
				`It would overlap the ${other.kind.replaceAll('-', ' ')} at ${formatLength(other.from)} on wall ${next.wall + 1}.`
			);
		Object.assign(b, change);
	};
/** Refuses a part that is not on its wall, in. @throws RangeError naming the wall and its length */
export function mustFitWall(room: Room, part: { wall: number; from: number; to: number }): void {
	const outline = outlineOf(room);
	if (part.wall >= outline.length) throw new RangeError(`${room.name} has walls 1 to ${outline.length}, got ${part.wall + 1}.`);
	const length = wallLength(outline, part.wall);
	if (part.to <= part.from) throw new RangeError('It must have a width.');
	if (part.from < 0 || part.to > length + 1e-6)
		throw new RangeError(`Wall ${part.wall + 1} of ${room.name} is ${formatLength(length)} long: it would extend past the end.`);
}

function mustBeAlone(room: Room, counter: Counter): void {
	const other = room.counters.find(
		(c) => c.id !== counter.id && c.wall === counter.wall && c.from < counter.to && counter.from < c.to
	);
	if (other) throw new RangeError(`It would overlap the counter at ${formatLength(other.from)} on wall ${counter.wall + 1}.`);
}
/** Adds a counter along a wall. @throws RangeError where it does not fit */
export const addCounter =
	(roomId: string, counter: Counter): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		mustFitWall(room, counter);
		mustBeAlone(room, counter);
		room.counters.push(counter);
	};
/** Changes a counter: where it is, its depth, what is behind it. @throws RangeError where it does not fit */
export const editCounter =
	(roomId: string, counterId: string, change: Partial<Omit<Counter, 'id'>>): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		const c = rowIn(room.counters, counterId, 'counter');
		const next = { ...c, ...change };
		mustFitWall(room, next);
		mustBeAlone(room, next);
		Object.assign(c, change);
	};
/** Takes a counter out. */
export const removeCounter =
	(roomId: string, counterId: string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		room.counters = room.counters.filter((c) => c.id !== counterId);
	};

/** Sets where the studs of a room's walls are. */
export const setStuds =
	(roomId: string, studs: WallStuds[]): Command =>
	(draft) =>
		void (roomIn(draft, roomId).studs = studs);
/** Adds a mark for the placement of boxes: none here, or one here. */
export const addMark =
	(roomId: string, mark: WallMark): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		mustFitWall(room, mark);
		room.marks.push(mark);
	};
/** Takes such a mark out. */
export const removeMark =
	(roomId: string, markId: string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		room.marks = room.marks.filter((m) => m.id !== markId);
	};

/**
 * Makes a wall longer or shorter: the wall after it moves along, and the one beyond is stretched with it, so that the
 * outline stays closed. What hangs on the walls stays where it is on the plan where that can be.
 * @param inches the new length  @throws RangeError where the walls around it are not parallel, or something would hang off
 */
export const setWallLength =
	(roomId: string, wall: number, inches: number): Command =>
	(draft) => {
		const room = rowIn(draft.rooms, roomId, 'room');
		const outline = room.outline;
		if (!outline) throw new RangeError(`${room.name} has no outline yet.`);
		if (inches < 1) throw new RangeError(`A wall must be at least 1", got ${inches}"`);
		const n = outline.length;
		const far = (wall + 2) % n;
		const [u, v] = [direction(outline, wall), direction(outline, far)];
		const turned = u[0] * v[0] + u[1] * v[1];
		if (Math.abs(Math.abs(turned) - 1) > 1e-6)
			throw new RangeError(
				`The walls around wall ${wall + 1} of ${room.name} are not parallel: its length cannot be changed alone.`
			);
		const by = inches - wallLength(outline, wall);
		const moved = outline.map((p, i): Point => (i === (wall + 1) % n || i === far ? [p[0] + u[0] * by, p[1] + u[1] * by] : p));
		room.outline = moved;
		const shift = turned < 0 ? by : -by;
		for (const part of [...room.breaks, ...room.counters]) {
			if (part.wall === far) {
				part.from += shift;
				part.to += shift;
			}
			mustFit(part.from, part.to, wallLength(moved, part.wall), room, part.wall);
		}
		for (const box of draft.boxes) {
			if (box.roomId !== roomId || box.place?.kind !== 'wall') continue;
			if (box.place.wall === far) box.place.at += shift;
			mustFit(box.place.at, box.place.at, wallLength(moved, box.place.wall), room, box.place.wall, box.name);
		}
	};
function direction(outline: readonly Point[], wall: number): Point {
	const [a, b] = wallEnds(outline, wall);
	const length = wallLength(outline, wall);
	return [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
}
function mustFit(from: number, to: number, length: number, room: Room, wall: number, name = 'a door, window or counter'): void {
	if (from < -1e-6 || to > length + 1e-6)
		throw new RangeError(`Then ${name} on wall ${wall + 1} of ${room.name} would extend past the end. Move it first.`);
}
