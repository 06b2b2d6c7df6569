import type { Job, Room, Point } from '../model/job';

/** The room that is edited. @throws RangeError where it is gone */
export function roomIn(draft: Job, id: string): Room {
	const room = draft.rooms.find((r) => r.id === id);
	if (!room) throw new RangeError(`There is no room "${id}" anymore.`);
	return room;
}
/** The outline of a room, in, clockwise. @throws RangeError where it has none */
export function outlineOf(room: Room): Point[] {
	if (!room.outline) throw new RangeError(`${room.name} has no walls yet.`);
	return room.outline;
}
/** The row that is edited, of any list. @param what its word in the refusal @throws RangeError where it is gone */
export function rowIn<T extends { id: string }>(rows: T[], id: string, what: string): T {
	const row = rows.find((r) => r.id === id);
	if (!row) throw new RangeError(`There is no ${what} "${id}" anymore.`);
	return row;
}

/**
 * Edits of a job, each what the user does in one go. They change the draft that immer hands them; what cannot be
 * done throws a RangeError with the reason, and then nothing is changed.
 */
export type Command = (draft: Job) => void;
