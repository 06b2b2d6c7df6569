import type { Room, Break, Point } from '../model/job';
import { alongWall, inward } from '../model/geometry';

/** Lines of the plan: inches, with y down as screens have it. */
export interface Segment {
	x1: number;
	y1: number;
	x2: number;
	y2: number;
}

/** A point of the house as one of the paper, whose y goes down. */
export const down = ([x, y]: Point): Point => [x, -y];
/** A straight line between two points. */
export const segment = (a: Point, b: Point): Segment => ({ x1: a[0], y1: -a[1], x2: b[0], y2: -b[1] });
/** A point moved along a unit vector, in. */
export const off = (p: Point, [nx, ny]: Point, by: number): Point => [p[0] + nx * by, p[1] + ny * by];

/** A stretch of a wall, so far off its face into the room. */
export const across = (outline: readonly Point[], b: Pick<Break, 'wall' | 'from' | 'to'>, by: number): Segment => {
	const n = inward(outline, b.wall);
	return segment(off(alongWall(outline, b.wall, b.from), n, by), off(alongWall(outline, b.wall, b.to), n, by));
};

/** Bands stand off the wall so far, in. */
export const REACH_IN = 4;
/** A stretch of a room's wall on the drawing, off the wall as the reach bands are; null where the room has no such wall. */
export function stretchSegment(room: Room | undefined, stretch: { wall: number; from: number; to: number }): Segment | null {
	return room?.outline && stretch.wall < room.outline.length ? across(room.outline, stretch, REACH_IN) : null;
}
