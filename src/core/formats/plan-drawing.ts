import type { Edition } from '../code/shape/edition';
import { alongWall, boxPoint, fixtureCorners, inward, labelPoint, wallEnds, wallLength } from '../model/geometry';
import type { Box, Break, Counter, Job, Point, Room } from '../model/job';
import { inWords, type RoomKind } from '../model/kinds';
import { indexOf } from '../model/job-index';
import { onceForRows } from '../model/remember';
import { workingSpaceOf } from '../layout/articles/110-26-a-working-space';
import { formatLength } from '../units/length';
import { across, down, off, segment, type Segment } from './plan-lines';
import { fanOut } from './plan-fan';
import { reachOf, type ReachBand } from './plan-reach';
import { symbolOf, type SymbolKey } from './symbols';

/** The plan as data, in inches with y down as screens have it. Screen, print, SVG and DXF draw this. */
export interface PlanRoom {
	id: string;
	name: string;
	kind: RoomKind;
	size: string;
	label: Point | null;
	floor: Point[];
	/** Not enclosed: drawn with a thin broken line. */
	open: boolean;
	walls: Segment[];
	/** A leaf with the path of its swing, or a threshold. */
	doors: { leaf: Segment; swing: string }[];
	thresholds: Segment[];
	windows: Segment[];
	counters: Point[][];
	fixtures: { id: string; kind: string; name: string; corners: Point[]; middle: Point; width: number }[];
	/** Stretches where no box is wanted, and where one is. */
	marks: (Segment & { id: string; kind: 'keep-off' | 'prefer' })[];
	/** Wall line within reach of a receptacle, and without; only where the rule asks. */
	reach: ReachBand[];
}
export interface PlanBox {
	id: string;
	name: string;
	symbol: SymbolKey;
	x: number;
	y: number;
	/** Where it really is, of one that was moved so that its neighbor can be seen. */
	at?: Point | undefined;
	/** Direction into the room, degrees clockwise on the screen; the symbol turns with it. */
	turn: number;
	state: Box['state'];
	protection: 'none' | 'gfci' | 'afci' | 'dual';
}
export interface PlanDrawing {
	x: number;
	y: number;
	width: number;
	height: number;
	rooms: PlanRoom[];
	boxes: PlanBox[];
	/** With the floor before it that is kept free. */
	panels: { id: string; name: string; x: number; y: number; turn: number; space: Point[] }[];
}

export const WALL_IN = 5.5;
/** Symbols and reach bands stand off the wall so far. */
const OFF_WALL_IN = 8;
const MARK_IN = 1.5;
const NOT_ENCLOSED: readonly RoomKind[] = ['porch', 'deck', 'outdoors'];
/** Far outbuildings would shrink the house: the first view leaves them out. */
const NOT_IN_VIEW: readonly RoomKind[] = ['accessory', 'boathouse'];

/** One story of a job. */
export function drawPlan(edition: Edition, job: Job, story: number): PlanDrawing {
	const rooms = job.rooms.filter((r) => r.story === story);
	const index = indexOf(job);
	const boxes = fanOut(
		rooms.flatMap((room) => (index.boxesOfRoom.get(room.id) ?? []).flatMap((box) => planBox(box, room) ?? []))
	);
	const panels = job.panels.flatMap((panel) => {
		const room = rooms.find((r) => r.id === panel.roomId);
		const point = boxPoint(panel, room);
		if (!room?.outline || !point || panel.place?.kind !== 'wall') return [];
		const n = inward(room.outline, panel.place.wall);
		const [x, y] = down(off(point, n, 3));
		const space = (workingSpaceOf(edition, panel, room) ?? []).map(down);
		return [{ id: panel.id, name: panel.name, x, y, turn: turnOf(n), space }];
	});
	const planRooms = rooms.map((room) => planRoom(edition, job, room));
	return { ...boundsOf(planRooms, boxes), rooms: planRooms, boxes, panels };
}

function boundsOf(rooms: readonly PlanRoom[], boxes: readonly PlanBox[]) {
	const inView = rooms.filter((r) => !NOT_IN_VIEW.includes(r.kind) && r.floor.length);
	const points = (inView.length ? inView : rooms)
		.flatMap((r) => r.floor)
		.concat(inView.length ? [] : boxes.map((b): Point => [b.x, b.y]));
	const pad = 34;
	if (!points.length) return { x: -100, y: -100, width: 200, height: 200 };
	const xs = points.map((p) => p[0]);
	const ys = points.map((p) => p[1]);
	const [x, y] = [Math.min(...xs) - pad, Math.min(...ys) - pad];
	return { x, y, width: Math.max(...xs) + pad - x, height: Math.max(...ys) + pad - y };
}

const planRoom = (edition: Edition, job: Job, room: Room): PlanRoom => ({
	...drawRoom(room, indexOf(job).boxesOfRoom.get(room.id) ?? []),
	reach: reachOf(edition, job, room)
});
/** What an edit leaves as it is stays the same object: it is not drawn again. */
const drawRoom = onceForRows((room: Room, boxes: readonly Box[]): Omit<PlanRoom, 'reach'> => {
	const outline = room.outline ?? [];
	const open = NOT_ENCLOSED.includes(room.kind);
	const swings = room.breaks.filter((b) => b.kind === 'door' && b.swingsIn);
	return {
		id: room.id,
		name: room.name,
		kind: room.kind,
		size: room.outline ? sizeOf(room.outline) : '',
		label: room.outline ? down(labelPoint(room.outline, { halfIn: NAME_IN.across, isTaken: takenIn(boxes, room) })) : null,
		floor: outline.map(down),
		open,
		walls: open ? [] : outline.flatMap((_, wall) => wallPieces(room, outline, wall)),
		doors: swings.map((door) => swing(outline, door)),
		thresholds: room.breaks
			.filter((b) => (b.kind === 'door' && !b.swingsIn) || b.kind === 'sliding-panel')
			.map((b) => across(outline, b, -WALL_IN / 2)),
		windows: room.breaks.filter((b) => b.kind === 'window').map((b) => across(outline, b, -WALL_IN / 2)),
		counters: room.counters.map((c) => counterShape(outline, c)),
		fixtures: room.fixtures.map((f) => ({
			id: f.id,
			kind: f.kind,
			name: f.name || inWords(f.kind),
			corners: fixtureCorners(f).map(down),
			middle: down([f.x + f.widthIn / 2, f.y + f.depthIn / 2]),
			width: f.widthIn
		})),
		marks: room.marks
			.filter((m) => m.wall < outline.length)
			.map((m) => ({ id: m.id, kind: m.kind, ...across(outline, m, MARK_IN) }))
	};
});

/** Half the room that a name with its size takes, in. */
const NAME_IN = { across: 46, up: 16 } as const;
/** Whether a name would lie on a fixture or a symbol. */
function takenIn(within: readonly Box[], room: Room): (p: Point) => boolean {
	const boxes = within.map((box) => boxPoint(box, room)).filter((p) => p !== null);
	return ([x, y]) =>
		room.fixtures.some(
			(f) =>
				x > f.x - NAME_IN.across &&
				x < f.x + f.widthIn + NAME_IN.across &&
				y > f.y - NAME_IN.up &&
				y < f.y + f.depthIn + NAME_IN.up
		) || boxes.some((p) => Math.abs(p[0] - x) < NAME_IN.across && Math.abs(p[1] - y) < NAME_IN.up);
}

function sizeOf(outline: readonly Point[]): string {
	const xs = outline.map((p) => p[0]);
	const ys = outline.map((p) => p[1]);
	return `${formatLength(Math.max(...xs) - Math.min(...xs))} x ${formatLength(Math.max(...ys) - Math.min(...ys))}`;
}

/** A wall between its openings, as lines along the middle of its thickness, filled out at outer corners. */
function wallPieces(room: Room, outline: readonly Point[], wall: number): Segment[] {
	const length = wallLength(outline, wall);
	const gaps = room.breaks
		.filter((b) => b.wall === wall && ['door', 'opening', 'sliding-panel'].includes(b.kind))
		.sort((a, b) => a.from - b.from);
	const [n] = [inward(outline, wall)];
	const pieces: Segment[] = [];
	let at = 0;
	const add = (from: number, to: number) => {
		if (to <= from) return;
		const a = from === 0 && convexAt(outline, wall) ? -WALL_IN : from;
		const b = to === length && convexAt(outline, (wall + 1) % outline.length) ? length + WALL_IN : to;
		pieces.push(segment(off(alongWall(outline, wall, a), n, -WALL_IN / 2), off(alongWall(outline, wall, b), n, -WALL_IN / 2)));
	};
	for (const gap of gaps) {
		add(at, gap.from);
		at = Math.max(at, gap.to);
	}
	add(at, length);
	return pieces;
}
function convexAt(outline: readonly Point[], vertex: number): boolean {
	const before = outline[(vertex - 1 + outline.length) % outline.length];
	const [here, after] = wallEnds(outline, vertex);
	if (!before) return true;
	return (here[0] - before[0]) * (after[1] - here[1]) - (here[1] - before[1]) * (after[0] - here[0]) > 0;
}

function swing(outline: readonly Point[], door: Break): PlanRoom['doors'][number] {
	const n = inward(outline, door.wall);
	const width = door.to - door.from;
	const hinge = alongWall(outline, door.wall, door.hinge === 'to' ? door.to : door.from);
	const strike = alongWall(outline, door.wall, door.hinge === 'to' ? door.from : door.to);
	const end = off(hinge, n, width);
	const [sx, sy] = down(strike);
	const [ex, ey] = down(end);
	// On the screen y runs down: from the strike to the open leaf the arc turns one way for each hinge.
	const sweep = door.hinge === 'to' ? 1 : 0;
	return { leaf: segment(hinge, end), swing: `M${sx} ${sy}A${width} ${width} 0 0 ${sweep} ${ex} ${ey}` };
}

function counterShape(outline: readonly Point[], c: Counter): Point[] {
	const n = inward(outline, c.wall);
	const [a, b] = [alongWall(outline, c.wall, c.from), alongWall(outline, c.wall, c.to)];
	return [a, b, off(b, n, c.depthIn), off(a, n, c.depthIn)].map(down);
}

const turnOf = ([nx, ny]: Point): number => Math.round((Math.atan2(-ny, nx) * 180) / Math.PI);

const planBox = onceForRows((box: Box, room: Room): PlanBox | null => {
	const point = boxPoint(box, room);
	if (!point) return null;
	const n: Point = box.place?.kind === 'wall' && room.outline ? inward(room.outline, box.place.wall) : [0, 1];
	const [x, y] = down(box.place?.kind === 'wall' ? off(point, n, OFF_WALL_IN) : point);
	return {
		id: box.id,
		name: box.name,
		symbol: symbolOf(box),
		x,
		y,
		turn: turnOf(n),
		state: box.state,
		protection: box.devices.find((d) => d.protection !== 'none')?.protection ?? 'none'
	};
});
