import { looseGrid } from './loose';

/** What is tried of all that is not known of a world: ohms of its connections, or of loads on a part that floats; and the share of each, log. */
export interface Tries {
	grid: readonly (readonly number[])[];
	shares: Float64Array;
	/** Two sums of loads in series with each other: outlets of each leg. They are tried where the readings point to, and the grid is its ends alone. */
	seek?: readonly [number, number];
}
/** How finely ohms are tried: of one loose connection, of each of two. */
const FINE = { one: 64, each: 20 } as const;
const each = looseGrid(FINE.each);
const evenly = (grid: readonly (readonly number[])[]): Tries => ({
	grid,
	shares: new Float64Array(grid.length).fill(-Math.log(grid.length))
});
/** What is tried of a world with so many loose connections: every size as likely as any other. */
export const looseGrids = [
	evenly([[]]),
	evenly(looseGrid(FINE.one).map((r) => [r])),
	evenly(each.flatMap((a) => each.map((b) => [a, b])))
] as const;
