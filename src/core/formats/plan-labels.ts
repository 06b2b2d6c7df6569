import { inside } from '../model/geometry';
import type { Point } from '../model/job';
import { onceForRows } from '../model/remember';
import type { PlanBox, PlanDrawing, PlanRoom } from './plan-drawing';

/**
 * Where names stand on a plan at one scale (pixels for an inch): none on a fixture, a symbol or another name. What finds no room
 * is left out; it is named when the user comes nearer or picks it.
 */
export interface RoomLabel {
	roomId: string;
	/** One line of the name, or two. */
	lines: string[];
	/** Width by length under the name, where there is room for it. */
	size: string | null;
	at: Point;
	/** Written upward, in a narrow room. */
	upright: boolean;
	/** Height of the letters, px of the screen. */
	px: number;
	/** The narrow face, where the other one is too wide. */
	narrow: boolean;
}
interface BoxLabel {
	boxId: string;
	name: string;
	/** Middle of the name. */
	at: Point;
	/** From the symbol to a name that stands away from it. */
	leader: [Point, Point] | null;
	px: number;
}
interface Rect {
	x: number;
	y: number;
	halfWidth: number;
	halfHeight: number;
}

/** Widths of the faces, of their height: an average that errs to the wide. */
const WIDE = { name: 0.56, narrow: 0.45, size: 0.61 } as const;
const LINE = 1.2;
/** A symbol takes this much around its middle, in. */
const SYMBOL_IN = 9;
/** Step of the search over a room, in, and at most so many each way. */
const STEP_IN = 5;
const MOST_STEPS = 26;

/** Ways to write a room's name, the best first. */
const WAYS = [
	{ px: 15, narrow: false, size: true, split: false, upright: false },
	{ px: 15, narrow: false, size: false, split: false, upright: false },
	{ px: 14, narrow: true, size: false, split: false, upright: false },
	{ px: 14, narrow: true, size: false, split: true, upright: false },
	{ px: 15, narrow: false, size: false, split: false, upright: true },
	{ px: 14, narrow: true, size: false, split: false, upright: true },
	{ px: 12, narrow: true, size: false, split: false, upright: false },
	{ px: 12, narrow: true, size: false, split: true, upright: false },
	{ px: 12, narrow: true, size: false, split: false, upright: true }
] as const;

/** @param scale pixels of the screen for an inch */
export function roomLabels(plan: Pick<PlanDrawing, 'rooms' | 'boxes'>, scale: number): RoomLabel[] {
	const symbols = plan.boxes.map((box) => ({ box, rect: symbolRect(box) }));
	return plan.rooms.flatMap((room) => {
		if (room.floor.length < 3) return [];
		const bounds = boundsOf(room.floor);
		return (
			labelAmong(
				room,
				symbols.filter((s) => touch(s.rect, bounds)).map((s) => s.box),
				scale
			) ?? []
		);
	});
}
/** A drag elsewhere moves no name. */
const labelAmong = onceForRows((room: PlanRoom, boxes: readonly PlanBox[], scale: number) =>
	roomLabel(room, boxes.map(symbolRect), scale)
);

function roomLabel(room: PlanRoom, symbols: readonly Rect[], scale: number): RoomLabel | null {
	const bounds = boundsOf(room.floor);
	const near = [
		...symbols,
		...room.fixtures.map((f) => boundsOf(f.corners)),
		...room.doors.map(({ leaf }) =>
			boundsOf([
				[leaf.x1, leaf.y1],
				[leaf.x2, leaf.y2]
			])
		)
	];
	const edges = room.floor.map((p, i) => boundsOf([p, room.floor[(i + 1) % room.floor.length] ?? p]));
	for (const way of WAYS) {
		const lines = way.split ? halves(room.name) : [room.name];
		if (way.split && lines.length < 2) continue;
		const label = { lines, size: way.size && room.size ? room.size : null, upright: way.upright, px: way.px, narrow: way.narrow };
		const half = halfOf(label, scale);
		const at = roomiest(room.floor, { bounds, things: [...edges, ...near], half });
		if (at) return { roomId: room.id, at, ...label };
	}
	return null;
}
/** A name in two lines, split at the space nearest to its middle. @example 'Garage, bay 2' -> ['Garage,', 'bay 2'] */
function halves(name: string): string[] {
	const spaces = [...name.matchAll(/ /g)].map((m) => m.index);
	const at = spaces.sort((a, b) => Math.abs(a - name.length / 2) - Math.abs(b - name.length / 2))[0];
	return at === undefined ? [name] : [name.slice(0, at), name.slice(at + 1)];
}
/** Half the width and height of a name on the plan, in. */
function halfOf({ lines, size, upright, px, narrow }: Omit<RoomLabel, 'roomId' | 'at'>, scale: number): Point {
	const longest = Math.max(...lines.map((l) => l.length)) * (narrow ? WIDE.narrow : WIDE.name);
	const width = Math.max(longest, size ? size.length * WIDE.size * SIZE_SHARE : 0) * px;
	const height = px * LINE * (lines.length + (size ? SIZE_SHARE : 0));
	const [across, up] = upright ? [height, width] : [width, height];
	return [across / 2 / scale, up / 2 / scale];
}

/** Things of a room whose name fits on them and is not under a symbol, by id. */
export function namedFixtures(plan: Pick<PlanDrawing, 'rooms' | 'boxes'>, scale: number): ReadonlySet<string> {
	const symbols = plan.boxes.map(symbolRect);
	return new Set(
		plan.rooms
			.flatMap((r) => r.fixtures)
			.filter((f) => {
				const halfWidth = (f.name.length * WIDE.narrow * FIXTURE_PX) / 2 / scale;
				const rect = { x: f.middle[0], y: f.middle[1], halfWidth, halfHeight: FIXTURE_PX / 2 / scale };
				const own = boundsOf(f.corners);
				return halfWidth < own.halfWidth && rect.halfHeight < own.halfHeight && !symbols.some((s) => touch(s, rect));
			})
			.map((f) => f.id)
	);
}
/** Letters of the name of a thing, px. */
export const FIXTURE_PX = 11;
/** Letters of the size, of the name's. */
export const SIZE_SHARE = 0.82;

/**
 * The spot within an outline farthest from everything for a text of half this width and height: its pole of inaccessibility, with
 * distances measured in texts. Of spots with room to spare, the one nearest to the middle. Null where it fits nowhere.
 */
function roomiest(
	floor: readonly Point[],
	{ bounds, things, half: [across, up] }: { bounds: Rect; things: readonly Rect[]; half: Point }
): Point | null {
	const steps = (half: number) => Math.min(MOST_STEPS, Math.max(2, Math.ceil((2 * half) / STEP_IN)));
	const [columns, rows] = [steps(bounds.halfWidth), steps(bounds.halfHeight)];
	/** More than so much room to spare is no better. */
	const ENOUGH = 1.7;
	/** Spots with as much room but for this are alike. */
	const SAME = 0.01;
	let best: { at: Point; room: number; off: number } | null = null;
	for (let i = 1; i < columns; i += 1) {
		for (let j = 1; j < rows; j += 1) {
			const at: Point = [
				bounds.x - bounds.halfWidth + (2 * bounds.halfWidth * i) / columns,
				bounds.y - bounds.halfHeight + (2 * bounds.halfHeight * j) / rows
			];
			const off = Math.hypot(at[0] - bounds.x, at[1] - bounds.y);
			const needed = best ? Math.max(1, off < best.off ? best.room - SAME : best.room + SAME) : 1;
			let room = ENOUGH;
			for (const t of things) {
				const gap = Math.max((Math.abs(t.x - at[0]) - t.halfWidth) / across, (Math.abs(t.y - at[1]) - t.halfHeight) / up);
				if (gap < room) room = gap;
				if (room < needed) break;
			}
			// The outline last: most spots are out before it is walked.
			if (room >= needed && inside(floor, at)) best = { at, room, off };
		}
	}
	return best?.at ?? null;
}

/** Directions in which a box's name is tried, then the same farther out with a line to it. */
const AROUND: readonly Point[] = [
	[0, -1],
	[0, 1],
	[1, 0],
	[-1, 0],
	[1, -1],
	[-1, -1],
	[1, 1],
	[-1, 1]
];
/** Gaps between symbol and name, px: beside it, and farther with a line. */
const GAPS_PX = [2, 16, 34] as const;
const BOX_PX = 14;

/**
 * Names of boxes, those that come first before the others.
 * @param wanted ids in order of weight; the first is named even where there is no room
 */
export function boxLabels(
	plan: Pick<PlanDrawing, 'rooms' | 'boxes'>,
	{ wanted, rooms, scale }: { wanted: readonly string[]; rooms: readonly RoomLabel[]; scale: number }
): BoxLabel[] {
	const boxes = new Map(plan.boxes.map((b) => [b.id, b]));
	const taken = new Taken();
	for (const b of plan.boxes) taken.add(symbolRect(b));
	for (const r of rooms) taken.add(labelRect(r, scale));
	return wanted.flatMap((id, i): BoxLabel[] => {
		const box = boxes.get(id);
		if (!box) return [];
		const half: Point = [(box.name.length * WIDE.narrow * BOX_PX) / 2 / scale, (BOX_PX * LINE) / 2 / scale];
		let spot: (Rect & { ring: number }) | undefined;
		for (const at of spotsAround(box, half, scale)) {
			// The first is named even where there is no room.
			if (i === 0) spot ??= at;
			if (taken.hits(at)) continue;
			spot = at;
			break;
		}
		if (!spot) return [];
		taken.add(spot);
		const at: Point = [spot.x, spot.y];
		return [{ boxId: id, name: box.name, at, leader: spot.ring ? leaderOf(box, spot) : null, px: BOX_PX }];
	});
}
/** The nearest first. */
function* spotsAround(box: PlanBox, half: Point, scale: number): Generator<Rect & { ring: number }> {
	for (const [ring, gap] of GAPS_PX.entries()) for (const way of AROUND) yield { ring, ...spotOf(box, way, half, gap / scale) };
}
function spotOf({ x, y }: PlanBox, [wx, wy]: Point, [halfWidth, halfHeight]: Point, gap: number): Rect {
	return {
		x: x + wx * (SYMBOL_IN + gap + halfWidth),
		y: y + wy * (SYMBOL_IN + gap + halfHeight),
		halfWidth,
		halfHeight
	};
}
/** From the edge of the symbol to the nearest point of the name. */
function leaderOf({ x, y }: PlanBox, { x: lx, y: ly, halfWidth, halfHeight }: Rect): [Point, Point] {
	const to: Point = [clamp(x, lx - halfWidth, lx + halfWidth), clamp(y, ly - halfHeight, ly + halfHeight)];
	const length = Math.hypot(to[0] - x, to[1] - y) || 1;
	const from: Point = [x + ((to[0] - x) / length) * (SYMBOL_IN - 1), y + ((to[1] - y) / length) * (SYMBOL_IN - 1)];
	return [from, to];
}
const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/** What a room's name takes on the plan, in. */
export function labelRect(label: RoomLabel, scale: number): Rect {
	const [halfWidth, halfHeight] = halfOf(label, scale);
	return { x: label.at[0], y: label.at[1], halfWidth, halfHeight };
}
const symbolRect = ({ x, y }: PlanBox): Rect => ({ x, y, halfWidth: SYMBOL_IN, halfHeight: SYMBOL_IN });
function boundsOf(points: readonly Point[]): Rect {
	const xs = points.map((p) => p[0]);
	const ys = points.map((p) => p[1]);
	const [left, right, top, foot] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
	return { x: (left + right) / 2, y: (top + foot) / 2, halfWidth: (right - left) / 2, halfHeight: (foot - top) / 2 };
}
/** Whether two rectangles overlap. */
export const touch = (a: Rect, b: Rect): boolean =>
	Math.abs(a.x - b.x) < a.halfWidth + b.halfWidth && Math.abs(a.y - b.y) < a.halfHeight + b.halfHeight;

/** Rectangles by the squares of a grid, so that a thousand names need not be compared with each other. */
class Taken {
	private readonly cells = new Map<string, Rect[]>();
	private static readonly CELL_IN = 60;
	private *keys({ x, y, halfWidth, halfHeight }: Rect): Iterable<string> {
		const at = (v: number) => Math.floor(v / Taken.CELL_IN);
		for (let i = at(x - halfWidth); i <= at(x + halfWidth); i += 1)
			for (let j = at(y - halfHeight); j <= at(y + halfHeight); j += 1) yield `${i} ${j}`;
	}
	add(rect: Rect): void {
		for (const key of this.keys(rect)) this.cells.set(key, [...(this.cells.get(key) ?? []), rect]);
	}
	hits(rect: Rect): boolean {
		for (const key of this.keys(rect)) if (this.cells.get(key)?.some((r) => touch(r, rect))) return true;
		return false;
	}
}
