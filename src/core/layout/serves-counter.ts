import type { RuledPlan } from '../code/ruled-job';
import type { Edition } from '../code/shape/edition';
import type { Box, Job, Room } from '../model/job';
import { indexOf } from '../model/job-index';
import { boxesOfTop, counterResult } from './articles/210-52-c-counters';
import { counterRuns } from './counter-runs';

const NO_BOXES: readonly Box[] = [];
const known = new WeakMap<Edition, WeakMap<Room, { boxes: readonly Box[]; serving: ReadonlySet<string> }>>();

/** A receptacle serves a counter, an island or a peninsula of its room by where it stands, as 210.52(C) counts it. */
export function servesCounter({ edition, job }: RuledPlan, room: Room, box: Box): boolean {
	if (!edition.places.counters.rooms.includes(room.kind)) return false;
	return servingIn(edition, job, room).has(box.id);
}

/** Kept for as long as the room and its boxes are what they were. */
function servingIn(edition: Edition, job: Job, room: Room): ReadonlySet<string> {
	const boxes = indexOf(job).boxesOfRoom.get(room.id) ?? NO_BOXES;
	const ofEdition = known.get(edition) ?? new WeakMap<Room, { boxes: readonly Box[]; serving: ReadonlySet<string> }>();
	known.set(edition, ofEdition);
	const before = ofEdition.get(room);
	if (
		before &&
		(before.boxes === boxes || (before.boxes.length === boxes.length && before.boxes.every((b, i) => b === boxes[i])))
	)
		return before.serving;
	const serving = new Set<string>();
	for (const run of counterRuns(room)) for (const s of counterResult({ edition, job }, room, run).serving) serving.add(s.box.id);
	for (const f of room.fixtures) {
		if (f.kind !== 'island' && f.kind !== 'peninsula') continue;
		const of = boxesOfTop(edition, { room, f }, boxes);
		for (const box of of.serving) serving.add(box.id);
		// In its face, below a top where this edition wants none, it serves the top all the same.
		for (const { box } of of.not) if (!box.inCabinet) serving.add(box.id);
	}
	ofEdition.set(room, { boxes, serving });
	return serving;
}
