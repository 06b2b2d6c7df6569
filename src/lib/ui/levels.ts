/** Levels of a house as they are picked and named: the ground floor is 0. */
export const levelName = (storey: number): string =>
	storey === 0 ? 'ground floor' : storey > 0 ? `floor ${storey + 1}` : `below, ${-storey}`;
export const LEVELS = [-2, -1, 0, 1, 2, 3].map((storey) => ({ value: String(storey), name: levelName(storey) }));
