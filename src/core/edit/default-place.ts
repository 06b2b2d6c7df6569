import { fromWall, labelPoint, wallEnds, wallLength } from '../model/geometry';
import type { Fixture, Job, Place, Point, Room } from '../model/job';
import type { DeviceKind, FixtureKind } from '../model/kinds';
import { PARTITION_IN } from './survey-base';
import { standAgainst } from './fixtures';
import { toSixteenth } from '../units/length';
import { middleOfLongest } from '../layout/wall-places';

/** Where a new thing goes before it is moved, and how moves snap. */

const ON_CEILING: readonly DeviceKind[] = ['lighting', 'alarm'];
/** A light or alarm in the middle of the ceiling, anything else in the middle of the longest free wall. */
export function placeFor(room: Room, kind: DeviceKind, heightIn: number): Place | null {
	if (!room.outline) return null;
	if (ON_CEILING.includes(kind)) {
		const [x, y] = labelPoint(room.outline);
		return { kind: 'point', x: toSixteenth(x), y: toSixteenth(y) };
	}
	const spot = middleOfLongest(room, heightIn);
	return spot ? { kind: 'wall', ...spot } : { kind: 'wall', wall: 0, at: toSixteenth(wallLength(room.outline, 0) / 2) };
}

/** A box that is let go so near to a wall hangs on it, in. */
const TO_WALL_IN = 16;
/** Where a box is put that is dragged to a point of its room: on the nearest wall, or at the point. */
export function snapBox(room: Room, p: Point, onWallOnly: boolean): Place | null {
	const outline = room.outline;
	if (!outline) return { kind: 'point', x: toSixteenth(p[0]), y: toSixteenth(p[1]) };
	const near = outline
		.map((_, wall) => {
			const { along, off } = fromWall(outline, wall, p);
			const length = wallLength(outline, wall);
			const at = Math.min(length, Math.max(0, along));
			return { wall, at, far: Math.hypot(off, along - at) };
		})
		.sort((a, b) => a.far - b.far)[0];
	if (near && (onWallOnly || near.far <= TO_WALL_IN)) return { kind: 'wall', wall: near.wall, at: Math.round(near.at * 4) / 4 };
	return { kind: 'point', x: Math.round(p[0]), y: Math.round(p[1]) };
}

/** Usual sizes: width along the wall, depth off it, and the gap of counter behind, in. */
export const FIXTURE_SIZES: Readonly<Record<FixtureKind, { widthIn: number; depthIn: number; gapIn?: number; free?: true }>> = {
	sink: { widthIn: 30, depthIn: 18, gapIn: 3 },
	basin: { widthIn: 24, depthIn: 20 },
	tub: { widthIn: 60, depthIn: 30 },
	shower: { widthIn: 36, depthIn: 36 },
	toilet: { widthIn: 20, depthIn: 28 },
	range: { widthIn: 30, depthIn: 26 },
	cooktop: { widthIn: 30, depthIn: 20, gapIn: 3 },
	'wall-oven': { widthIn: 30, depthIn: 25 },
	refrigerator: { widthIn: 36, depthIn: 30 },
	dishwasher: { widthIn: 24, depthIn: 24 },
	microwave: { widthIn: 30, depthIn: 16 },
	washer: { widthIn: 27, depthIn: 28 },
	dryer: { widthIn: 27, depthIn: 28 },
	'water-heater': { widthIn: 22, depthIn: 22 },
	kiln: { widthIn: 36, depthIn: 36, free: true },
	bench: { widthIn: 60, depthIn: 26 },
	island: { widthIn: 72, depthIn: 36, free: true },
	peninsula: { widthIn: 36, depthIn: 72 },
	divider: { widthIn: 60, depthIn: 6, free: true },
	stair: { widthIn: 36, depthIn: 120 },
	radiator: { widthIn: 40, depthIn: 9 },
	'baseboard-heater': { widthIn: 72, depthIn: 3 },
	equipment: { widthIn: 34, depthIn: 34 },
	'evaporative-cooler': { widthIn: 34, depthIn: 34 }
};
/** A new fixture of its usual size, in the middle of a wall or of the room. */
export function newFixture(
	room: Room,
	{ id, kind, at }: { id: string; kind: FixtureKind; at?: { wall: number; from: number } | undefined }
): Fixture {
	const { widthIn, depthIn, gapIn = 0, free } = FIXTURE_SIZES[kind];
	const named = { id, kind, name: kind.replaceAll('-', ' ') };
	const outline = room.outline;
	if (!outline) return { ...named, x: 0, y: 0, widthIn, depthIn };
	if (free && !at) {
		const [x, y] = labelPoint(outline);
		return { ...named, x: toSixteenth(x - widthIn / 2), y: toSixteenth(y - depthIn / 2), widthIn, depthIn };
	}
	const counter = kind === 'sink' || kind === 'cooktop' ? room.counters[0] : undefined;
	const longest = outline.map((_, wall) => wall).sort((a, b) => wallLength(outline, b) - wallLength(outline, a))[0] ?? 0;
	const spot =
		at ??
		(counter
			? { wall: counter.wall, from: (counter.from + counter.to - widthIn) / 2 }
			: { wall: longest, from: (wallLength(outline, longest) - widthIn) / 2 });
	return { ...named, ...standAgainst(outline, { wall: spot.wall, from: Math.max(0, spot.from), gapIn }, { widthIn, depthIn }) };
}

/** Rooms that are let go so near to each other's walls join there, in. */
const JOIN_IN = 14;
/** How far a room is to be moved so that it joins what it is near: walls a partition apart, corners in line. */
export function snapRoom(job: Job, room: Room, { dx, dy }: { dx: number; dy: number }): [number, number] {
	const outline = room.outline?.map(([x, y]): Point => [x + dx, y + dy]);
	if (!outline) return [dx, dy];
	const others = job.rooms.filter((r) => r !== room && r.id !== room.id && r.story === room.story && r.outline);
	const pull = (axis: 0 | 1): number => {
		let best = { by: 0, far: Infinity };
		const offer = (by: number, weight: number) => {
			const far = Math.abs(by) + weight;
			if (Math.abs(by) <= JOIN_IN && far < best.far) best = { by, far };
		};
		for (const other of others) {
			const theirs = other.outline as Point[];
			for (let w = 0; w < outline.length; w++) {
				const [a, b] = wallEnds(outline, w);
				if (Math.abs(a[axis] - b[axis]) > 0.01) continue;
				for (let o = 0; o < theirs.length; o++) {
					const [c, d] = wallEnds(theirs, o);
					if (Math.abs(c[axis] - d[axis]) > 0.01) continue;
					const across = 1 - axis === 0 ? 0 : 1;
					const overlap =
						Math.min(Math.max(a[across], b[across]), Math.max(c[across], d[across])) -
						Math.max(Math.min(a[across], b[across]), Math.min(c[across], d[across]));
					const opposite = Math.sign(b[across] - a[across]) !== Math.sign(d[across] - c[across]);
					if (opposite && overlap > -JOIN_IN) {
						const side = Math.sign(a[axis] - c[axis]) || 1;
						offer(c[axis] + side * PARTITION_IN - a[axis], 0);
					} else if (!opposite) offer(c[axis] - a[axis], 3);
				}
			}
		}
		return best.by;
	};
	return [dx + pull(0), dy + pull(1)];
}

/** Corners that a drawn point snaps to, then right angles from the point before, then a grid. */
export interface Snapped {
	point: Point;
	to: 'corner' | 'square' | 'grid';
}
/** A corner as it snaps while a room is drawn: to another corner, in line with one, square to the wall before, or to the grid. All in inches. */
export function snapPoint(
	p: Point,
	{ corners, before, gridIn, nearIn }: { corners: readonly Point[]; before: Point | null; gridIn: number; nearIn: number }
): Snapped {
	const corner = corners.map((c) => ({ c, far: Math.hypot(c[0] - p[0], c[1] - p[1]) })).sort((a, b) => a.far - b.far)[0];
	if (corner && corner.far <= nearIn) return { point: corner.c, to: 'corner' };
	const onGrid = (v: number) => Math.round(v / gridIn) * gridIn;
	if (before) {
		const [dx, dy] = [p[0] - before[0], p[1] - before[1]];
		// Within a tenth of square it is meant to be; corners elsewhere give the length.
		const level = Math.abs(dy) <= Math.max(nearIn, Math.abs(dx) * 0.12);
		const plumb = Math.abs(dx) <= Math.max(nearIn, Math.abs(dy) * 0.12);
		const inLine = (axis: 0 | 1, v: number) => corners.map((c) => c[axis]).find((c) => Math.abs(c - v) <= nearIn) ?? onGrid(v);
		if (level || plumb)
			return {
				point: level && Math.abs(dx) >= Math.abs(dy) ? [inLine(0, p[0]), before[1]] : [before[0], inLine(1, p[1])],
				to: 'square'
			};
	}
	return { point: [onGrid(p[0]), onGrid(p[1])], to: 'grid' };
}
