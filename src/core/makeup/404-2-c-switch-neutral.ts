import { cite } from '../code/rule';
import type { RuledJob } from '../code/ruled-job';
import { indexOf } from '../model/job-index';
import type { Box, Circuit, Job } from '../model/known';
import type { Finding, Fix } from '../model/result';
import { switchSets, type SwitchSet } from './box/carries';

/** What the box alone can't tell: in which room it is, what its switch controls, how another cable could come to it. */
type Switched = { lights: boolean; onlyOne: boolean };

/**
 * A new switch box without a neutral: a violation where its room asks for one, silent where the rule lets it be.
 * @param found the finding of the box by itself
 * @returns null: nothing to tell
 * @source 404.2(C): bathrooms, hallways, stairways and habitable rooms; not for receptacles, not where a raceway lets one be pulled
 */
export function switchNeutral({ edition, job }: RuledJob, box: Box, found: Finding): Finding | null {
	const room = indexOf(job).rooms.get(box.roomId ?? '');
	const { lights, onlyOne } = switchedBy(job, box);
	const inRaceway = (indexOf(job).cablesAt.get(box.id) ?? []).some((l) => l.raceway !== undefined);
	if (!lights || inRaceway || box.state === 'found') return null;
	if (!room) return { ...found, message: `${found.message} Which room this box is in is not entered.` };
	if (!edition.boxes.neutralRooms.includes(room.kind)) return null;
	const rule = cite(edition, edition.boxes.makeUp.neutralAtSwitch);
	if (!onlyOne)
		return {
			...found,
			rule,
			message: `${box.name} has no neutral: allowed only where another switch of these lights has one and sees the whole room, or this box can be reached without damage to the finish.`
		};
	return {
		...found,
		rule,
		severity: 'violation',
		message: `${box.name} has no neutral: a new switch box for lights in ${room.name} needs one. Run a cable with one more conductor, or feed the switch first.`,
		fix: thicker(job, box)
	};
}
/** The one loop to it, still planned, with a conductor more. */
function thicker(job: Job, box: Box): Fix | undefined {
	const [loop, ...more] = indexOf(job).cablesAt.get(box.id) ?? [];
	if (!loop || more.length || loop.state !== 'planned' || loop.conductors !== TWO_WIRE) return undefined;
	return {
		kind: 'edit-cable',
		label: 'Make it a three-wire cable',
		cableId: loop.id,
		change: { conductors: TWO_WIRE + 1 }
	};
}
const TWO_WIRE = 2;
/** Whether switches of the box act on lights, and whether each such set of lights has no other switch. */
function switchedBy(job: Job, box: Box): Switched {
	const { boxes, circuitsOfBox } = indexOf(job);
	const circuits: readonly Circuit[] = circuitsOfBox.get(box.id) ?? [];
	const sets: readonly SwitchSet[] = circuits
		.flatMap((c) => switchSets(job, c))
		.filter((s) => s.switches.some((x) => x.boxId === box.id));
	const isLight = (s: SwitchSet) =>
		s.targets.some((id) => boxes.get(id)?.devices.some((d) => d.kind !== 'switch' && d.receptacles === 0));
	const ofLights = sets.filter(isLight);
	return { lights: ofLights.length > 0, onlyOne: ofLights.every((s) => s.switches.length === 1) };
}
