import { looseGrid } from './loose';
import type { World } from './solved';

/** How finely ohms are tried: of one loose connection, of each of two. */
const FINE = { one: 64, each: 20 } as const;
const each = looseGrid(FINE.each);
const evenly = (grid: readonly (readonly number[])[]): World['tries'] => ({
	grid,
	shares: new Float64Array(grid.length).fill(-Math.log(grid.length))
});
/** What is tried of a world with so many loose connections: every size as likely as any other. */
export const looseGrids = [
	evenly([[]]),
	evenly(looseGrid(FINE.one).map((r) => [r])),
	evenly(each.flatMap((a) => each.map((b) => [a, b])))
] as const;
