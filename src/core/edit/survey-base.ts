import { crossings } from '../model/geometry';
import type { Job, Point, Room } from '../model/job';

/** What the edits of the survey share: finding what is edited, and refusing outlines that cannot be. */

/** New rooms stand so far from the rest of the drawing, and joined rooms from each other: a partition, in. */
export const PARTITION_IN = 5;

export function roomIn(draft: Job, id: string): Room {
	const room = draft.rooms.find((r) => r.id === id);
	if (!room) throw new RangeError(`There is no room "${id}" any more.`);
	return room;
}
export function outlineOf(room: Room): Point[] {
	if (!room.outline) throw new RangeError(`${room.name} has no walls yet.`);
	return room.outline;
}
export function rowIn<T extends { id: string }>(rows: T[], id: string, what: string): T {
	const row = rows.find((r) => r.id === id);
	if (!row) throw new RangeError(`There is no ${what} "${id}" any more.`);
	return row;
}

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
