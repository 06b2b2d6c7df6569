import type { Command } from './commands';
import { wallLength } from '../model/geometry';
import type { Break, Counter, Room, WallMark, WallStuds } from '../model/job';
import { outlineOf, roomIn, rowIn } from './survey-base';
import { formatLength } from '../units/length';

/** Edits of what is on a room's walls: doors and other breaks, counters, studs, marks for the placement of boxes. */

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
export function mustFitWall(room: Room, part: { wall: number; from: number; to: number }): void {
	const outline = outlineOf(room);
	if (part.wall >= outline.length) throw new RangeError(`${room.name} has walls 1 to ${outline.length}, got ${part.wall + 1}.`);
	const length = wallLength(outline, part.wall);
	if (part.to <= part.from) throw new RangeError('It must have a width.');
	if (part.from < 0 || part.to > length + 1e-6)
		throw new RangeError(`Wall ${part.wall + 1} of ${room.name} is ${formatLength(length)} long: it would hang over its end.`);
}

function mustBeAlone(room: Room, counter: Counter): void {
	const other = room.counters.find(
		(c) => c.id !== counter.id && c.wall === counter.wall && c.from < counter.to && counter.from < c.to
	);
	if (other) throw new RangeError(`It would overlap the counter at ${formatLength(other.from)} on wall ${counter.wall + 1}.`);
}
export const addCounter =
	(roomId: string, counter: Counter): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		mustFitWall(room, counter);
		mustBeAlone(room, counter);
		room.counters.push(counter);
	};
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
export const removeCounter =
	(roomId: string, counterId: string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		room.counters = room.counters.filter((c) => c.id !== counterId);
	};

export const setStuds =
	(roomId: string, studs: WallStuds[]): Command =>
	(draft) =>
		void (roomIn(draft, roomId).studs = studs);
export const addMark =
	(roomId: string, mark: WallMark): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		mustFitWall(room, mark);
		room.marks.push(mark);
	};
export const removeMark =
	(roomId: string, markId: string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		room.marks = room.marks.filter((m) => m.id !== markId);
	};
