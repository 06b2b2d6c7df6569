import { boxPoint } from '../model/geometry';
import type { Box, Job, Panel, Point } from '../model/job';
import { indexOf } from '../model/job-index';

/** Feet of cable between two places: along the walls of one room, else up or down, across, and back. */

/** Where cable crosses from room to room. */
export const WAYS = ['attic', 'crawl-space'] as const;
export type Way = (typeof WAYS)[number];
/** How high it lies there above the floor, in. */
const HEIGHT_IN: Readonly<Record<Way, number>> = { attic: 104, 'crawl-space': -12 };
/** Left at each end to make up, in. */
const MAKE_UP_IN = 18;
/** A panel without a height stands with its middle here; a box at a wall receptacle's, in. */
const PANEL_IN = 60;
const BOX_IN = 16;

export interface CableEnd {
	at: Point;
	heightIn: number;
	/** On a wall of this room: neighbors there are wired through its studs. Null: in a ceiling, a floor or outdoors. */
	wallOf: string | null;
}

/** Where a box or a panel stands, for its cable; null where that is not known. */
export function cableEnd(job: Job, id: string): CableEnd | null {
	const { boxes, rooms } = indexOf(job);
	const thing: Box | Panel | undefined = boxes.get(id) ?? job.panels.find((p) => p.id === id);
	const at = thing && boxPoint(thing, thing.roomId ? rooms.get(thing.roomId) : undefined);
	if (!thing || !at) return null;
	const heightIn = 'heightIn' in thing ? (thing.heightIn ?? BOX_IN) : PANEL_IN;
	return { at, heightIn, wallOf: thing.place?.kind === 'wall' ? thing.roomId : null };
}

/**
 * @returns whole feet, make-up at both ends included
 * @example two boxes 10 ft apart on the walls of one room at one height: 10 ft and 3 ft of make-up, 13 ft
 */
export function routeFt(a: CableEnd, b: CableEnd, way: Way): number {
	const across = Math.abs(a.at[0] - b.at[0]) + Math.abs(a.at[1] - b.at[1]);
	const sameWalls = a.wallOf !== null && a.wallOf === b.wallOf;
	const level = HEIGHT_IN[way];
	const rise = sameWalls ? Math.abs(a.heightIn - b.heightIn) : Math.abs(level - a.heightIn) + Math.abs(level - b.heightIn);
	return Math.ceil((across + rise + 2 * MAKE_UP_IN) / 12);
}
