import type { Box, Fixture, Job, Point, Room } from './job';

/** Questions about outlines and places, in inches. */

/** Straight from point to point, in. */
export const distance = (a: Point, b: Point): number => Math.hypot(b[0] - a[0], b[1] - a[1]);

/** Ends of wall `i`: from vertex i to i + 1. */
export function wallEnds(outline: readonly Point[], wall: number): [Point, Point] {
	const a = outline[wall];
	const b = outline[(wall + 1) % outline.length];
	if (!a || !b) throw new RangeError(`wall must be 0 to ${outline.length - 1}, got ${wall}`);
	return [a, b];
}
/** Length of a wall, in. */
export const wallLength = (outline: readonly Point[], wall: number): number => distance(...wallEnds(outline, wall));

/** The point `at` inches along a wall. */
export function alongWall(outline: readonly Point[], wall: number, at: number): Point {
	const [a, b] = wallEnds(outline, wall);
	const t = at / (distance(a, b) || 1);
	return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
}

/** Unit vector into the room, square to a wall of a counter-clockwise outline. */
export function inward(outline: readonly Point[], wall: number): Point {
	const [a, b] = wallEnds(outline, wall);
	const length = distance(a, b) || 1;
	return [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
}

/** Twice-signed shoelace, halved: above 0 when counter-clockwise. @returns sq in */
export const signedArea = (outline: readonly Point[]): number =>
	outline.reduce((sum, [x, y], i) => {
		const [nx, ny] = outline[(i + 1) % outline.length] ?? [x, y];
		return sum + (x * ny - nx * y) / 2;
	}, 0);
/** Floor within an outline, sq ft. */
export const areaSqFt = (outline: readonly Point[]): number => Math.abs(signedArea(outline)) / 144;

/** The walls of an outline that cross another one, or have no length: pairs by number. */
export function crossings(outline: readonly Point[]): [number, number][] {
	const n = outline.length;
	const found: [number, number][] = [];
	// A wall of no length makes its neighbors touch: it alone is the fault.
	outline.forEach((_, i) => wallLength(outline, i) < 1 / 32 && found.push([i, i]));
	if (found.length) return found;
	for (let i = 0; i < n; i++) {
		for (let k = i + 1; k < n; k++) {
			const neighbors = k === i + 1 || (i === 0 && k === n - 1);
			if (neighbors ? foldsBack(outline, i, k) : meet(...wallEnds(outline, i), ...wallEnds(outline, k))) found.push([i, k]);
		}
	}
	return found;
}

const cross = (o: Point, a: Point, b: Point): number => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);
const between = (a: Point, b: Point, p: Point): boolean =>
	Math.min(a[0], b[0]) <= p[0] && p[0] <= Math.max(a[0], b[0]) && Math.min(a[1], b[1]) <= p[1] && p[1] <= Math.max(a[1], b[1]);

function meet(a: Point, b: Point, c: Point, d: Point): boolean {
	const [p, q, r, s] = [cross(a, b, c), cross(a, b, d), cross(c, d, a), cross(c, d, b)];
	if (p * q < 0 && r * s < 0) return true;
	return (
		(p === 0 && between(a, b, c)) ||
		(q === 0 && between(a, b, d)) ||
		(r === 0 && between(c, d, a)) ||
		(s === 0 && between(c, d, b))
	);
}
/** Two walls that share a corner lie on each other. */
function foldsBack(outline: readonly Point[], i: number, k: number): boolean {
	const [first, second] = k === i + 1 ? [i, k] : [k, i];
	const [a, corner] = wallEnds(outline, first);
	const [, b] = wallEnds(outline, second);
	const along = (a[0] - corner[0]) * (b[0] - corner[0]) + (a[1] - corner[1]) * (b[1] - corner[1]);
	return cross(corner, a, b) === 0 && along > 0;
}

/**
 * Where a room's name is written: below the middle, where the ceiling light is drawn; inside an L or U all the same;
 * and where something stands there, beside it.
 */
export function labelPoint(outline: readonly Point[], name?: { halfIn: number; isTaken: (p: Point) => boolean }): Point {
	const span = (axis: 0 | 1) => {
		const all = outline.map((p) => p[axis]);
		return { low: Math.min(...all), size: Math.max(...all) - Math.min(...all) };
	};
	const [x, y] = [span(0), span(1)];
	const within = [0.5, 0.35, 0.65, 0.25, 0.75, 0.12, 0.88]
		.flatMap((over) => [0.3, 0.5, 0.7, 0.12, 0.88].map((down): Point => [x.low + over * x.size, y.low + down * y.size]))
		.filter((p) => inside(outline, p));
	const half = name?.halfIn ?? 0;
	const roomy = within.filter(([px, py]) => inside(outline, [px - half, py]) && inside(outline, [px + half, py]));
	// A room narrower than its name keeps it in the middle, whatever stands there.
	return roomy.find((p) => !name?.isTaken(p)) ?? roomy[0] ?? within[0] ?? outline[0] ?? [0, 0];
}

/** A point lies within an outline, or on it. */
export function inside(outline: readonly Point[], [x, y]: Point): boolean {
	let odd = false;
	for (let i = 0; i < outline.length; i++) {
		const [[ax, ay], [bx, by]] = wallEnds(outline, i);
		if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) odd = !odd;
	}
	return odd;
}

/** The room of a box or panel. */
export const roomOf = (job: Job, box: Box): Room | undefined => job.rooms.find((r) => r.id === box.roomId);

/** Where a box is on the drawing; null where it has no place yet. */
export function boxPoint(box: Pick<Box, 'place'>, room: Room | undefined): Point | null {
	if (!box.place) return null;
	if (box.place.kind === 'point') return [box.place.x, box.place.y];
	return room?.outline ? alongWall(room.outline, box.place.wall, box.place.at) : null;
}

/** What something takes up on the plan, in. */
export type Extent = Pick<Fixture, 'x' | 'y' | 'widthIn' | 'depthIn' | 'turnDeg'>;

/** The nearest edge of a fixture, in inches in a straight line; 0 inside it. */
export function distanceToFixture([x, y]: Point, f: Extent): number {
	// Seen from the fixture, which then stands straight.
	const [cx, cy] = [f.x + f.widthIn / 2, f.y + f.depthIn / 2];
	const [lx, ly] = turner(-(f.turnDeg ?? 0))([x - cx, y - cy]);
	return Math.hypot(Math.max(0, Math.abs(lx) - f.widthIn / 2), Math.max(0, Math.abs(ly) - f.depthIn / 2));
}

/**
 * Whether anybody placed it: in a room without walls a new fixture is drawn at the origin of the plan, and stands there until it
 * is moved. Nothing is measured from there.
 */
export const isPlaced = (room: Pick<Room, 'outline'>, f: Pick<Fixture, 'x' | 'y'>): boolean =>
	room.outline !== null || f.x !== 0 || f.y !== 0;

/** The four corners of a fixture on the plan, counter-clockwise from the lower left before it is turned. */
export function fixtureCorners(f: Pick<Fixture, 'x' | 'y' | 'widthIn' | 'depthIn' | 'turnDeg'>): [Point, Point, Point, Point] {
	const [cx, cy] = [f.x + f.widthIn / 2, f.y + f.depthIn / 2];
	const turned = turner(f.turnDeg ?? 0);
	const at = (sx: number, sy: number): Point => {
		const [x, y] = turned([(sx * f.widthIn) / 2, (sy * f.depthIn) / 2]);
		return [cx + x, cy + y];
	};
	return [at(-1, -1), at(1, -1), at(1, 1), at(-1, 1)];
}
/** Turns points about the origin; quarter turns come out exact. */
export function turner(deg: number): (p: Point) => Point {
	const quarter = ((deg % 360) + 360) % 360;
	const exact = { 0: [1, 0], 90: [0, 1], 180: [-1, 0], 270: [0, -1] }[quarter];
	const [c, s] = exact ?? [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
	return ([x, y]) => [x * (c ?? 1) - y * (s ?? 0), x * (s ?? 0) + y * (c ?? 1)];
}

/** A point as seen from a wall: inches along it, and off it into the room. */
export function fromWall(outline: readonly Point[], wall: number, p: Point): { along: number; off: number } {
	const [a] = wallEnds(outline, wall);
	const [nx, ny] = inward(outline, wall);
	const [dx, dy] = [p[0] - a[0], p[1] - a[1]];
	return { along: dx * ny - dy * nx, off: dx * nx + dy * ny };
}
