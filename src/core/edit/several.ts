import { CALLS, type CallAt } from '../model/call-at';
import type { Box, Job, Room } from '../model/job';
import { indexOf } from '../model/job-index';
import { newBox } from '../model/new-job';
import { attachBox } from './cables';
import { rowIn, type Command } from './command';

/** Several outlets of a room, one after the other: each by as few presses as it can be. */

/** The next name of an outlet, by its room. @example Bedroom: Bedroom 1; Bed 2: Bed 2-1; no room: Outlet 1 */
export function outletName(job: Pick<Job, 'boxes'>, room: Pick<Room, 'name'> | undefined): string {
	const stem = !room ? 'Outlet ' : `${room.name.slice(0, LONGEST_STEM)}${/\d$/.test(room.name) ? '-' : ' '}`;
	const taken = new Set(job.boxes.map((b) => b.name));
	for (let n = 1; ; n++) if (!taken.has(`${stem}${n}`)) return `${stem}${n}`;
}
/** A box's name has at most 60 characters, its number among them. */
const LONGEST_STEM = 55;

/** An outlet as it was found, under a name that it gets by itself. */
export const addOutlet =
	({ boxId, roomId, at }: { boxId: string; roomId: string | null; at: CallAt }): Command =>
	(draft) => {
		const name = outletName(
			draft,
			draft.rooms.find((r) => r.id === roomId)
		);
		const box = newBox(boxId, name, { state: 'found', roomId });
		draft.boxes.push({ ...box, devices: box.devices.map((d) => ({ ...d, ...CALLS[at].device })) });
	};

/** The same cables and the same box as another: what was seen there was seen here too. */
export const asInside =
	(boxId: string, likeId: string, newId: () => string): Command =>
	(draft) => {
		const [box, like] = [rowIn(draft.boxes, boxId, 'box'), rowIn(draft.boxes, likeId, 'box')];
		// Which of its cables is LINE, and at which end it comes in, was seen there alone.
		box.ends = like.ends.map(({ kind, awg, conductors, ground, metal }) => ({
			id: newId(),
			kind,
			awg,
			conductors,
			ground,
			...(metal ? { metal } : {}),
			note: ''
		}));
		box.material = like.material;
		box.gangs = like.gangs;
		box.volumeCuIn = like.volumeCuIn;
		box.ground = like.ground;
		if (like.clampsInside !== undefined) box.clampsInside = like.clampsInside;
	};
/** Something of its inside is on record. */
export const isOpened = (box: Pick<Box, 'ends' | 'conductors'>): boolean => box.ends.length > 0 || box.conductors.length > 0;

/** Puts all of these that are on no circuit yet on this one; what feeds each is not known. */
export const putAllOn =
	(boxIds: readonly string[], circuitId: string, newId: () => string): Command =>
	(draft) => {
		for (const boxId of boxIds)
			if (!draft.cables.some((l) => l.toId === boxId))
				attachBox(boxId, { cableId: newId(), circuitId, fromId: null, lengthFt: null })(draft);
	};
/** Those of a room that are on no circuit yet. */
export const withoutCircuit = (job: Job, boxes: readonly Box[]): Box[] => {
	const { circuitsOfBox } = indexOf(job);
	return boxes.filter((b) => !circuitsOfBox.get(b.id)?.length);
};
