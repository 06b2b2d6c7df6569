import type { Point } from '../model/job';
import { crossings } from '../model/geometry';

/** What the edits of the survey share: finding what is edited, and refusing outlines that cannot be. */

/** New rooms stand so far from the rest of the drawing, and joined rooms from each other: a partition, in. */
export const PARTITION_IN = 5;
/** Refuses an outline that crosses itself, by its walls. @throws RangeError */
export function mustClose(outline: readonly Point[], name: string): void {
	if (outline.length < 3) throw new RangeError(`${name} needs at least three walls, got ${outline.length}.`);
	const [first] = crossings(outline);
	if (!first) return;
	const [a, b] = first;
	throw new RangeError(
		a === b
			? `Wall ${a + 1} of ${name} would have no length.`
			: `Wall ${a + 1} and wall ${b + 1} of ${name} would cross or touch.`
	);
}
