import { once } from '../model/remember';
import type { RuledPlan } from '../code/ruled-job';
import type { Edition } from '../code/shape/edition';
import type { Box, Job, Room } from '../model/job';
import { indexOf } from '../model/job-index';
import { boxesOfTop, counterResult } from './articles/210-52-c-counters';
import { counterRuns } from './counter-runs';

const NO_BOXES: readonly Box[] = [];
/** A receptacle serves a counter, an island or a peninsula of its room by where it stands, as 210.52(C) counts it. */
export function servesCounter({ edition, job }: RuledPlan, room: Room, box: Box): boolean {
	if (!edition.places.counters.rooms.includes(room.kind)) return false;
	return servingIn(job, edition, room).has(box.id);
}

const servingIn = once((job: Job, edition: Edition, room: Room): ReadonlySet<string> => {
	const boxes = indexOf(job).boxesOfRoom.get(room.id) ?? NO_BOXES;
	const serving = new Set<string>();
	for (const run of counterRuns(room)) for (const s of counterResult({ edition, job }, room, run).serving) serving.add(s.box.id);
	for (const f of room.fixtures) {
		if (f.kind !== 'island' && f.kind !== 'peninsula') continue;
		const of = boxesOfTop(edition, { room, f }, boxes);
		for (const box of of.serving) serving.add(box.id);
		// In its face, below a top where this edition wants none, it serves the top all the same.
		for (const { box } of of.not) if (!box.inCabinet) serving.add(box.id);
	}
	return serving;
});
