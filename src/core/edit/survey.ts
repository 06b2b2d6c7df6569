import { type Command, outlineOf, roomIn } from './command';
import { fromWall, inward, signedArea, turner, wallEnds, wallLength } from '../model/geometry';
import { turnBy } from './fixtures';
import type { Job, Point, Room, WallStuds } from '../model/job';
import { mustClose, PARTITION_IN } from './survey-base';
import type { TapeBreak } from './tape';
import { overlapOn } from './walls';
import { formatLength, toSixteenth } from '../units/length';

/** Edits of rooms as a whole: their outlines, where they stand, what lies behind their walls. Each is one edit, and can be taken back. */

/** Where the next room is drawn: right of everything on its story. */
function besideAll(draft: Job, room: Room, outline: readonly Point[]): Point {
	const drawn = draft.rooms.filter((r) => r !== room && r.story === room.story).flatMap((r) => r.outline ?? []);
	if (!drawn.length) return [-Math.min(...outline.map((p) => p[0])), -Math.min(...outline.map((p) => p[1]))];
	const right = Math.max(...drawn.map((p) => p[0])) + PARTITION_IN;
	const foot = Math.min(...drawn.map((p) => p[1]));
	return [right - Math.min(...outline.map((p) => p[0])), foot - Math.min(...outline.map((p) => p[1]))];
}

interface NewOutline {
	outline: readonly Point[];
	breaks: readonly TapeBreak[];
	/** Stays where it is drawn, else it is put beside what is there. */
	inPlace?: boolean;
}
/** Gives a room its walls and what breaks them, all at once. Counters of a tape are 25 in deep until said otherwise. */
export const setOutline =
	(roomId: string, { outline, breaks, inPlace = false }: NewOutline, newId: () => string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		if (draft.boxes.some((b) => b.roomId === roomId && b.place?.kind === 'wall'))
			throw new RangeError(`${room.name} has boxes on its walls: change single walls, or remove the boxes first.`);
		const ccw = signedArea(outline) >= 0 ? outline : [...outline].reverse();
		mustClose(ccw, room.name);
		const [dx, dy] = inPlace ? [0, 0] : besideAll(draft, room, ccw);
		room.outline = ccw.map(([x, y]): Point => [toSixteenth(x + dx), toSixteenth(y + dy)]);
		room.breaks = breaks
			.filter((b) => b.kind !== 'counter')
			.map(({ kind, wall, from, to }) => ({
				id: newId(),
				kind,
				wall,
				from,
				to,
				...(kind === 'door' ? { hinge: 'from' as const, swingsIn: true } : {})
			}));
		room.counters = breaks
			.filter((b) => b.kind === 'counter')
			.map(({ wall, from, to }) => ({ id: newId(), wall, from, to, depthIn: COUNTER_IN }));
		room.studs = [];
		room.marks = [];
	};
const COUNTER_IN = 25;

/** Applies a change to every point of a room: its outline, its fixtures and what hangs at points of it. */
function moveAll(draft: Job, room: Room, at: (p: Point) => Point, turnDeg = 0): void {
	const exact = (p: Point): Point => {
		const [x, y] = at(p);
		return [toSixteenth(x), toSixteenth(y)];
	};
	room.outline = room.outline ? room.outline.map(exact) : null;
	for (const f of room.fixtures) {
		const [cx, cy] = exact([f.x + f.widthIn / 2, f.y + f.depthIn / 2]);
		f.x = cx - f.widthIn / 2;
		f.y = cy - f.depthIn / 2;
		if (turnDeg) turnBy(f, turnDeg);
	}
	for (const thing of [...draft.boxes, ...draft.panels]) {
		if (thing.roomId !== room.id || thing.place?.kind !== 'point') continue;
		const [x, y] = exact([thing.place.x, thing.place.y]);
		thing.place = { kind: 'point', x, y };
	}
}
/** Moves a room on the plan, with all that is in it, in. Rooms joined to it stay. */
export const moveRoom =
	(roomId: string, dx: number, dy: number): Command =>
	(draft) =>
		moveAll(draft, roomIn(draft, roomId), ([x, y]) => [x + dx, y + dy]);

const middleOf = (outline: readonly Point[]): Point => {
	const [xs, ys] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
	return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
};
/** Turns a room with all that is in it about its middle. @param deg counter-clockwise */
export const turnRoom =
	(roomId: string, deg: number): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		const [cx, cy] = middleOf(outlineOf(room));
		const turned = turner(deg);
		moveAll(
			draft,
			room,
			([x, y]) => {
				const [rx, ry] = turned([x - cx, y - cy]);
				return [cx + rx, cy + ry];
			},
			deg
		);
	};

/** Turns a room over, left for right: walls are walked the other way, and what is on them with them. */
export const mirrorRoom =
	(roomId: string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		const before = outlineOf(room);
		const n = before.length;
		const lengths = before.map((_, wall) => wallLength(before, wall));
		const [cx] = middleOf(before);
		moveAll(draft, room, ([x, y]) => [2 * cx - x, y]);
		for (const f of room.fixtures) if (f.turnDeg) f.turnDeg = (360 - f.turnDeg) % 360;
		room.outline = [...outlineOf(room)].reverse();
		const wallOf = (wall: number) => (2 * n - 2 - wall) % n;
		const flip = (part: { wall: number; from: number; to: number }) => {
			const length = lengths[part.wall] ?? 0;
			[part.from, part.to] = [length - part.to, length - part.from];
			part.wall = wallOf(part.wall);
		};
		for (const part of [...room.breaks, ...room.counters, ...room.marks]) flip(part);
		for (const b of room.breaks) if (b.hinge) b.hinge = b.hinge === 'from' ? 'to' : 'from';
		for (const s of room.studs) {
			s.offset = ((((lengths[s.wall] ?? 0) - s.offset) % s.spacing) + s.spacing) % s.spacing;
			s.wall = wallOf(s.wall);
		}
		for (const thing of [...draft.boxes, ...draft.panels]) {
			if (thing.roomId !== roomId || thing.place?.kind !== 'wall') continue;
			thing.place = { kind: 'wall', wall: wallOf(thing.place.wall), at: (lengths[thing.place.wall] ?? 0) - thing.place.at };
		}
	};

/** A room like another, beside what is drawn; boxes are not copied. */
export const copyRoom =
	(roomId: string, newId: () => string, name?: string): Command =>
	(draft) => {
		const from = roomIn(draft, roomId);
		const again = <T extends { id: string }>(rows: readonly T[]): T[] => rows.map((row) => ({ ...row, id: newId() }));
		const copy: Room = {
			...from,
			id: newId(),
			name: name ?? freeRoomName(draft, from.name),
			outline: from.outline ? from.outline.map((p): Point => [p[0], p[1]]) : null,
			breaks: again(from.breaks),
			counters: again(from.counters),
			fixtures: again(from.fixtures),
			marks: again(from.marks),
			studs: from.studs.map((s) => ({ ...s }))
		};
		draft.rooms.push(copy);
		const added = roomIn(draft, copy.id);
		if (!added.outline) return;
		const [dx, dy] = besideAll(draft, added, added.outline);
		moveAll(draft, added, ([x, y]) => [x + dx, y + dy]);
	};
/** @example Bedroom 2 -> Bedroom 3 where that is free */
export function freeRoomName(job: Job, name: string): string {
	const [, stem = name, number] = /^(.*?)(?:\s+(\d+))?$/.exec(name) ?? [];
	const taken = new Set(job.rooms.map((r) => r.name.toLowerCase()));
	for (let n = Number(number ?? 1) + 1; ; n++) if (!taken.has(`${stem} ${n}`.toLowerCase())) return `${stem} ${n}`;
}

/**
 * Puts a room against another so that two walls face each other with a partition between.
 * @param offset from the start of the other wall to the end of ours, in: walls that face each other run opposite ways
 */
export const joinRoom =
	(roomId: string, wall: number, to: { roomId: string; wall: number; offset: number }): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		const other = roomIn(draft, to.roomId);
		if (room === other) throw new RangeError(`${room.name} cannot be joined to itself.`);
		const [own, theirs] = [outlineOf(room), outlineOf(other)];
		const heading = (outline: readonly Point[], w: number) => {
			const [a, b] = wallEnds(outline, w);
			return (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
		};
		const turn = heading(theirs, to.wall) + 180 - heading(own, wall);
		const quarter = Math.round(turn / 90) * 90;
		const deg = Math.abs(turn - quarter) < 0.01 ? quarter : turn;
		if (deg % 360 !== 0) turnRoom(roomId, deg)(draft);
		const [, end] = wallEnds(outlineOf(room), wall);
		const [start] = wallEnds(theirs, to.wall);
		const [nx, ny] = inward(theirs, to.wall);
		const along: Point = [ny, -nx];
		const target: Point = [
			start[0] + along[0] * to.offset - nx * PARTITION_IN,
			start[1] + along[1] * to.offset - ny * PARTITION_IN
		];
		room.story = other.story;
		moveRoom(roomId, target[0] - end[0], target[1] - end[1])(draft);
	};

/** Two faces of one partition lie at most so far apart, in. */
const THROUGH_IN = 9;
/** The same stretch on the wall of the room behind; null where no room lies there. */
export function behindWall(
	job: Job,
	room: Room,
	b: { wall: number; from: number; to: number }
): { room: Room; wall: number; from: number; to: number } | null {
	const outline = outlineOf(room);
	const [a] = wallEnds(outline, b.wall);
	const [nx, ny] = inward(outline, b.wall);
	const place = (at: number): Point => [a[0] + ny * at, a[1] - nx * at];
	const [p, q] = [place(b.from), place(b.to)];
	for (const other of job.rooms) {
		if (other.id === room.id || other.story !== room.story || !other.outline) continue;
		for (let wall = 0; wall < other.outline.length; wall++) {
			const [ox, oy] = inward(other.outline, wall);
			if (ox * nx + oy * ny > -0.999) continue;
			const [s, t] = [fromWall(other.outline, wall, p), fromWall(other.outline, wall, q)];
			const [from, to] = [Math.min(s.along, t.along), Math.max(s.along, t.along)];
			if (s.off <= 0.01 && s.off >= -THROUGH_IN && from >= -0.01 && to <= wallLength(other.outline, wall) + 0.01)
				return { room: other, wall, from: toSixteenth(Math.max(0, from)), to: toSixteenth(to) };
		}
	}
	return null;
}

/** The doors and openings of a room that lead into a room behind, cut on that side too where they are not yet. */
export const cutThrough =
	(roomId: string, newId: () => string): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		for (const b of room.breaks) {
			if (!['door', 'opening', 'sliding-panel'].includes(b.kind)) continue;
			const other = behindWall(draft, room, b);
			if (!other || overlapOn(other.room.breaks, { ...other, kind: b.kind })) continue;
			const swing =
				b.kind === 'door' ? { hinge: b.hinge === 'to' ? ('from' as const) : ('to' as const), swingsIn: !b.swingsIn } : {};
			other.room.breaks.push({ id: newId(), kind: b.kind, wall: other.wall, from: other.from, to: other.to, ...swing });
		}
	};

/** Moves one corner of a room; what is on the walls beside it stays where it fits. @throws RangeError where something would hang off */
export const moveCorner =
	(roomId: string, corner: number, to: Point): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		const outline = outlineOf(room);
		const moved = outline.map((p, i): Point => (i === corner ? [toSixteenth(to[0]), toSixteenth(to[1])] : p));
		mustClose(moved, room.name);
		room.outline = moved;
		mustHold(draft, room);
	};
/** A new corner in a wall, where it can then be moved. */
export const addCorner =
	(roomId: string, wall: number, at: number): Command =>
	(draft) => {
		const room = roomIn(draft, roomId);
		const outline = outlineOf(room);
		const length = wallLength(outline, wall);
		if (!(at > 0 && at < length))
			throw new RangeError(`A corner must lie in the wall of ${formatLength(length)}, got ${formatLength(at)}.`);
		const cut = [...room.breaks, ...room.counters].find((b) => b.wall === wall && b.from < at && b.to > at);
		if (cut)
			throw new RangeError(`A ${'kind' in cut ? cut.kind.replaceAll('-', ' ') : 'counter'} is there: a corner can't go in it.`);
		const [a, b] = wallEnds(outline, wall);
		const p: Point = [toSixteenth(a[0] + ((b[0] - a[0]) * at) / length), toSixteenth(a[1] + ((b[1] - a[1]) * at) / length)];
		room.outline = [...outline.slice(0, wall + 1), p, ...outline.slice(wall + 1)];
		const shift = <T extends { wall: number }>(part: T, from: number): number =>
			part.wall > wall || (part.wall === wall && from >= at) ? 1 : 0;
		for (const part of [...room.breaks, ...room.counters, ...room.marks]) {
			const by = shift(part, part.from);
			if (part.wall === wall && by) {
				part.from -= at;
				part.to -= at;
			}
			part.wall += by;
		}
		room.studs = room.studs.flatMap((s): WallStuds[] =>
			s.wall < wall
				? [s]
				: s.wall > wall
					? [{ ...s, wall: s.wall + 1 }]
					: [s, { ...s, wall: wall + 1, offset: (((s.offset - at) % s.spacing) + s.spacing) % s.spacing }]
		);
		for (const thing of [...draft.boxes, ...draft.panels]) {
			if (thing.roomId !== roomId || thing.place?.kind !== 'wall') continue;
			const by = shift(thing.place, thing.place.at);
			thing.place = {
				kind: 'wall',
				wall: thing.place.wall + by,
				at: thing.place.wall === wall && by ? thing.place.at - at : thing.place.at
			};
		}
	};

/** What is on the walls of a room lies within them. @throws RangeError naming what does not */
function mustHold(draft: Job, room: Room): void {
	const outline = outlineOf(room);
	for (const part of [...room.breaks, ...room.counters]) {
		if (part.from < -1e-6 || part.to > wallLength(outline, part.wall) + 1e-6)
			throw new RangeError(`Then what is on wall ${part.wall + 1} of ${room.name} would extend past the end. Move it first.`);
	}
	for (const box of draft.boxes) {
		if (box.roomId !== room.id || box.place?.kind !== 'wall') continue;
		if (box.place.at < -1e-6 || box.place.at > wallLength(outline, box.place.wall) + 1e-6)
			throw new RangeError(
				`Then ${box.name} on wall ${box.place.wall + 1} of ${room.name} would extend past the end. Move it first.`
			);
	}
	room.marks = room.marks.filter((m) => m.wall < outline.length && m.from < wallLength(outline, m.wall));
}
