import { labelsId } from '../model/checks';
import { gives } from '../model/protections';
import { byWriting } from '../model/written';
import { indexOf } from '../model/job-index';
import { counting } from '../model/latest-readings';
import type { Box, Circuit, Job, Reading } from '../model/job';
import { downstream, runOf, seenBehind } from '../run/runs';

/** An outlet after a protecting device: what was seen there with the device tripped, and whether its label is on. */
interface Follower {
	box: Box;
	/** The newest that was seen; null: nobody has looked. */
	seen: 'dead' | 'live' | null;
	labeled: boolean;
}
/** Drawn after it, guessed or not, and what was measured to be. */
const followersIn = (run: ReturnType<typeof runOf>, boxId: string): string[] => [
	...downstream(run, boxId),
	...seenBehind(run, boxId)
];
/** @returns the outlets that are to be on the LOAD of a box's device, in feed order; none where it feeds nothing on */
export function followersOf(job: Job, box: Box, readings: readonly Reading[]): Follower[] {
	const guard = box.devices.find((d) => d.receptacles > 0 && gives(d.protection, 'gfci') && d.feedsLoad);
	if (!guard) return [];
	const { boxes, circuitsOfBox } = indexOf(job);
	// Its LOAD is of its own circuit: another's cable only passes the box.
	const after = (circuitsOfBox.get(box.id) ?? []).slice(0, 1).flatMap((c: Circuit) => followersIn(runOf(job, c), box.id));
	const list = counting(readings);
	return [...new Set(after)].flatMap((id): Follower[] => {
		const at = boxes.get(id);
		if (!at || id === box.id || !at.devices.some((d) => d.receptacles > 0)) return [];
		const last = list
			.filter((r) => r.boxId === id && r.kind === 'behind')
			.sort(byWriting)
			.at(-1);
		const seen = last?.word === 'dead' || last?.word === 'live' ? last.word : null;
		return [{ box: at, seen, labeled: job.checks.some((c) => c.id === labelsId(id) && c.seen === 'done') }];
	});
}
