import { produce } from 'immer';
import { punchList } from './layout/assess-layout';
import type { Requirement } from './layout/requirement';
import type { Box, Job } from './model/job';
import { indexOf } from './model/job-index';

/** Taking a device out, its conductors spliced on, a blank cover on the box: the last of the ways, and what it would leave short. */
export interface Blanked {
	title: string;
	does: string;
	/** What the rooms would lack without it, or what can't be told of that. */
	warns: string[];
}
/** What of the punch list of a house is not missing with the device, and is without it. @source 210.52, 210.70, 314.25 */
export function blanked(job: Job, box: Box): Blanked {
	const before = new Map(punchList(job).map((l) => [l.id, short(l)]));
	const after = punchList(
		produce(job, (draft) => {
			const at = draft.boxes.find((b) => b.id === box.id);
			if (at) at.devices = [];
		})
	);
	const lost = after.filter((l) => short(l) > (before.get(l.id) ?? 0));
	const room = box.roomId ? indexOf(job).rooms.get(box.roomId) : undefined;
	const untold = !room
		? 'Its room is not known: whether a receptacle or a light is required here (210.52, 210.70) can’t be told.'
		: room.outline
			? null
			: `${room.name} has no walls entered: whether its receptacles still reach (210.52) can’t be told. Measure before it is removed.`;
	return {
		title: 'Removed: spliced, blank cover',
		does: 'Every conductor goes on by a splice; the box keeps a cover that can be reached (314.25).',
		warns: [...lost.map((l) => `${l.rule.section}: ${l.title} would be missing. ${l.why}`), ...(untold ? [untold] : [])]
	};
}
/** How much a line lacks: as many boxes as would meet it. */
const short = ({ state, fix }: Requirement): number =>
	state !== 'missing' ? 0 : fix?.kind === 'place-boxes' ? Math.max(1, fix.boxes.length) : 1;
/** The steps of it, in their order. */
export const BLANK_STEPS: readonly string[] = [
	'Old device out. Test again, dead, with it out: a loose wire can hide a live one.',
	'Hots together, neutrals together, grounds together and to a metal box. Only what was together before: two circuits, or a switched hot, stay apart.',
	'A conductor that ends here: capped alone.',
	'Tug each. Folded in, blank cover on.',
	'Only then on: what was fed from here works again.'
];
