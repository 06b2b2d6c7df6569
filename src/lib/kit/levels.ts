/** Levels of a house as they are picked and named: the ground floor is 0. */
export const levelName = (story: number): string =>
	story === 0 ? 'ground floor' : story > 0 ? `floor ${story + 1}` : `below, ${-story}`;
export const LEVELS = [-2, -1, 0, 1, 2, 3].map((story) => ({ value: String(story), name: levelName(story) }));
