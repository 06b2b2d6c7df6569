import type { Circuit, Job } from '../model/known';
import { indexOf } from '../model/job-index';
import { feedOrder, feedTree, type FeedCase } from './feed-order';
import { cableEnd, routeFt, type CableEnd, type Way } from '../run/route';
import { runOf } from '../run/runs';

export interface Feed {
	boxId: string;
	fromId: string;
	feet: number;
}
interface FeedProposal {
	feeds: Feed[];
	/** By the same routes: as the run is fed now, and as proposed. */
	nowFt: number;
	bestFt: number;
	exact: boolean;
}
export type FeedAnswer = { known: true; value: FeedProposal } | { known: false; why: string };

/**
 * The feed order of a circuit with the least cable along its routes.
 * @param taps a box may feed several others  @returns what is missing where it cannot be said
 */
export function proposeFeeds(job: Job, circuit: Circuit, { way, taps }: { way: Way; taps: boolean }): FeedAnswer {
	const { nodes } = runOf(job, circuit);
	const { boxes } = indexOf(job);
	const { panelId } = circuit;
	if (panelId === null || nodes.some((n) => n.fromId === null))
		return { known: false, why: 'What feeds this run is not known: its order can only be found by testing.' };
	if (nodes.length < 2) return { known: false, why: 'Feed order needs a run of two boxes or more.' };
	const built = nodes.find((n) => n.cable.state !== 'planned');
	if (built)
		return {
			known: false,
			why: `The cable to ${boxes.get(built.boxId)?.name ?? 'a box'} is already installed: its order stays.`
		};
	const ends = new Map<string, CableEnd>();
	for (const id of [panelId, ...nodes.map((n) => n.boxId)]) {
		const end = cableEnd(job, id);
		if (!end)
			return {
				known: false,
				why: `The location of ${boxes.get(id)?.name ?? 'the panel'} is not known: its cable can't be measured.`
			};
		ends.set(id, end);
	}
	const ids = nodes.map((n) => n.boxId);
	const feet = (a: string, b: string) => routeFt(ends.get(a) as CableEnd, ends.get(b) as CableEnd, way);
	const c: FeedCase = {
		fromPanel: ids.map((id) => feet(panelId, id)),
		between: ids.map((a) => ids.map((b) => (a === b ? 0 : feet(a, b))))
	};
	const best = taps ? feedTree(c) : feedOrder(c);
	const feeds = best.order.map((i): Feed => {
		const boxId = ids[i] as string;
		const from = best.from[i] as number;
		const fromId = from < 0 ? panelId : (ids[from] as string);
		return { boxId, fromId, feet: feet(fromId, boxId) };
	});
	return {
		known: true,
		value: {
			feeds,
			nowFt: nodes.reduce((sum, n) => sum + feet(n.fromId ?? panelId, n.boxId), 0),
			bestFt: best.feet,
			exact: best.exact
		}
	};
}
