import { alongWall, distanceToFixture, wallLength, type Extent } from '../model/geometry';
import type { Point, Room } from '../model/job';
import { toSixteenth } from '../units/length';
import { type Interval, without } from './placement';
import { keepOff } from './room-walls';

/** Where on the walls of a room a box could be put, and how far that is from a thing in it. */

const STEP_IN = 1;
/** A box keeps so far from a corner or casing. */
const OFF_IN = 4;

/** Stretches of a wall where a box can stand: off doors, openings, what covers the wall, and, high up, windows. */
export function freeWall(room: Room, wall: number, heightIn: number): Interval[] {
	const outline = room.outline;
	if (!outline) return [];
	const length = wallLength(outline, wall);
	const inWay = room.breaks
		.filter((b) => b.wall === wall && (b.kind !== 'window' || heightIn > SILL_IN) && b.kind !== 'fixed-cabinet')
		.map((b): Interval => [b.from - OFF_IN, b.to + OFF_IN]);
	const covered = keepOff(room)
		.filter((k) => k.wall === wall)
		.map((k): Interval => [k.from, k.to]);
	const ends: Interval = length > 3 * OFF_IN ? [OFF_IN, length - OFF_IN] : [length / 2, length / 2];
	return without([ends], [...inWay, ...covered]).filter(([a, b]) => b >= a);
}
/** Lower than any usual window. */
const SILL_IN = 30;

/** Places along the walls of a room, an inch apart and at the ends of each free stretch. */
export function wallSpots(room: Room, heightIn: number): { wall: number; at: number; point: Point }[] {
	const { outline } = room;
	if (!outline) return [];
	return outline.flatMap((_, wall) =>
		freeWall(room, wall, heightIn).flatMap(([a, b]) => {
			const count = Math.floor((b - a) / STEP_IN);
			const steps = Array.from({ length: count + 1 }, (_, i) => a + i * STEP_IN);
			return [...steps, b].map((at) => {
				const place = toSixteenth(at);
				return { wall, at: place, point: alongWall(outline, wall, place) };
			});
		})
	);
}

/** The places within reach of some of these things, nearest to the most of them first. */
export function spotsNear(
	room: Room,
	{ heightIn, fixtures, withinIn }: { heightIn: number; fixtures: readonly Extent[]; withinIn: number }
) {
	return wallSpots(room, heightIn)
		.map((spot) => {
			const far = fixtures.map((f) => distanceToFixture(spot.point, f));
			return {
				...spot,
				reached: far.filter((d) => d <= withinIn).length,
				sum: far.reduce((s, d) => s + Math.min(d, withinIn), 0)
			};
		})
		.filter((s) => s.reached > 0)
		.sort((a, b) => b.reached - a.reached || a.sum - b.sum);
}

/** The middle of the longest free stretch of a room's walls; null where there is none. */
export function middleOfLongest(room: Room, heightIn: number, allow: (wall: number, at: number) => boolean = () => true) {
	const stretches = (room.outline ?? []).flatMap((_, wall) => freeWall(room, wall, heightIn).map(([a, b]) => ({ wall, a, b })));
	const best = stretches.filter((s) => allow(s.wall, (s.a + s.b) / 2)).sort((x, y) => y.b - y.a - (x.b - x.a))[0];
	return best ? { wall: best.wall, at: toSixteenth((best.a + best.b) / 2) } : null;
}
