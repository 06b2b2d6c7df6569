/** `npm test` tries some of what is drawn at random or gone through one by one, `npm run fuzz` all of it. */
export const ALL = process.env.FUZZ === 'all';
/** Runs of a property. */
export const runs = (many: number): number => (ALL ? many : Math.max(8, Math.ceil(many / 5)));
/** Some rows, evenly from all of them. */
export const few = <T>(rows: readonly T[], n: number): readonly T[] =>
	ALL ? rows : rows.filter((_, i) => i % Math.max(1, Math.floor(rows.length / n)) === 0);
