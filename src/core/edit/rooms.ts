import { guessRoom } from '../model/room-guess';
import { rowIn, type Command } from './command';
import { newRoom } from '../model/new-job';
import { wallLength } from '../model/geometry';
import type { Break, Job, Point, Room } from '../model/job';
import type { BreakKind } from '../model/kinds';

/** Edits that give a room its walls and what breaks them, by typed lengths. */

/** New rooms stand so far from the rest of the drawing, in. */
const APART_IN = 5;

function roomIn(draft: Job, id: string): Room {
	const room = draft.rooms.find((r) => r.id === id);
	if (!room) throw new RangeError(`There is no room "${id}" anymore.`);
	return room;
}

/**
 * Gives a room four walls of typed lengths, beside what is drawn already: wall 1 is the near one, left to right.
 * @param alongIn length of walls 1 and 3  @param deepIn length of walls 2 and 4
 */
export const setRectangle =
	(roomId: string, alongIn: number, deepIn: number): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		if (room.outline) throw new RangeError(`${room.name} already has walls: change their lengths instead.`);
		if (!(alongIn >= 12 && deepIn >= 12)) throw new RangeError(`Both lengths must be at least 1' 0"`);
		const drawn = draft.rooms.filter((r) => r.story === room.story && r.outline).flatMap((r) => r.outline ?? []);
		const x = drawn.length ? Math.max(...drawn.map((p) => p[0])) + APART_IN : 0;
		const y = drawn.length ? Math.min(...drawn.map((p) => p[1])) : 0;
		const outline: Point[] = [
			[x, y],
			[x + alongIn, y],
			[x + alongIn, y + deepIn],
			[x, y + deepIn]
		];
		room.outline = outline;
	};

/** Adds a door, opening, window or other break to a wall. @throws RangeError where it does not fit or overlaps another */
export const addBreak =
	(roomId: string, id: string, b: { wall: number; from: number; width: number; kind: BreakKind }): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		if (!room.outline) throw new RangeError(`${room.name} has no walls yet.`);
		const to = b.from + b.width;
		const length = wallLength(room.outline, b.wall);
		if (b.width <= 0) throw new RangeError('It must have a width.');
		if (to > length + 1e-6)
			throw new RangeError(`Wall ${b.wall + 1} of ${room.name} is ${length}" long: it would extend past the end.`);
		const other = room.breaks.find(
			(o) => o.wall === b.wall && o.kind !== 'window' && b.kind !== 'window' && o.from < to && b.from < o.to
		);
		if (other)
			throw new RangeError(`It overlaps the ${other.kind.replaceAll('-', ' ')} at ${other.from}" on wall ${b.wall + 1}.`);
		const swing: Partial<Break> = b.kind === 'door' ? { hinge: 'from', swingsIn: true } : {};
		room.breaks.push({ id, wall: b.wall, from: b.from, to, kind: b.kind, ...swing });
	};

/** Takes a door, window or other break out of a wall. */
export const removeBreak =
	(roomId: string, breakId: string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		room.breaks = room.breaks.filter((b) => b.id !== breakId);
	};

/** Changes what is said of a room, but its outline and what is on its walls. */
export const editRoom =
	(id: string, change: Partial<Omit<Room, 'id' | 'outline' | 'breaks' | 'counters' | 'fixtures' | 'studs' | 'marks'>>): Command =>
	(draft) => {
		const room = rowIn(draft.rooms, id, 'room');
		// Whoever says its kind has looked.
		if (change.kind !== undefined) delete room.kindGuessed;
		Object.assign(room, change);
	};
/** A room with a name and no walls yet; its kind where none is given by its name. */
export const addRoom =
	(
		id: string,
		name: string,
		{ kind, story = 0 }: { kind?: Room['kind'] | undefined; story?: number | undefined } = {}
	): Command =>
	(draft) => {
		const guess = guessRoom(name);
		const { kind: guessed, ...more } = guess ?? { kind: 'living' as const };
		draft.rooms.push(
			newRoom(
				{ id, name, kind: kind ?? guessed },
				{ story, ...(!kind || kind === guessed ? more : {}), ...(kind ? {} : { kindGuessed: true }) }
			)
		);
	};
/** Takes an empty room out. @throws RangeError where boxes or a panel are still in it */
export const removeRoom =
	(roomId: string): Command =>
	(draft) => {
		const room = rowIn(draft.rooms, roomId, 'room');
		const inside = [...draft.boxes, ...draft.panels].filter((b) => b.roomId === roomId);
		if (inside.length)
			throw new RangeError(
				`${room.name} still has ${inside
					.map((b) => b.name)
					.slice(0, 5)
					.join(', ')}: move them first.`
			);
		draft.rooms = draft.rooms.filter((r) => r.id !== roomId);
	};
