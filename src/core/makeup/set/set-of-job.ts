import type { RuledJob } from '../../code/ruled-job';
import { indexOf } from '../../model/job-index';
import { inWords } from '../../model/kinds';
import type { Box, Circuit, Device } from '../../model/known';
import { downstream, runOf, type Run } from '../../run/runs';
import { switchSets } from '../box/carries';
import { makeUp } from '../box/make-up';
import { boxCase } from '../box/of-job';
import type { MakeUpSet, SetBox } from './make-up-set';

/** Boxes of one picture: more are too small to read. */
const MOST_BOXES = 6;
const PROTECTS = { none: '', gfci: 'GFCI ', afci: 'AFCI ', dual: 'GFCI + AFCI ' } as const;

/** A device as a picture names it. @example 'GFCI receptacle' */
export const deviceWords = (d: Pick<Device, 'protection' | 'name' | 'kind'>): string =>
	`${PROTECTS[d.protection]}${d.name || inWords(d.kind)}`;

/**
 * The boxes that act together with one: all of its switches and lights; what its protecting receptacle feeds on to; else the box
 * that feeds it and those that it feeds.
 */
export function setOfBox(ruled: RuledJob, box: Box): MakeUpSet {
	const { boxes, circuitsOfBox } = indexOf(ruled.job);
	const { title, ids } = chosen(ruled, box, circuitsOfBox.get(box.id) ?? []);
	const set: MakeUpSet = { title, boxes: [], not: [] };
	for (const id of ids.slice(0, MOST_BOXES)) {
		const at = boxes.get(id);
		if (!at) continue;
		const of = boxCase(ruled, at);
		if (of.known) set.boxes.push(setBox(at, of));
		else set.not.push({ name: at.name, why: of.why });
	}
	if (ids.length > MOST_BOXES)
		set.not.push({
			name: `${ids.length - MOST_BOXES} more`,
			why: 'They are made up alike: pick one of them for its own picture.'
		});
	return set;
}
const setBox = (box: Box, of: Pick<SetBox, 'case'> & { names: SetBox['cables'] }): SetBox => ({
	id: box.id,
	name: box.name,
	case: of.case,
	made: makeUp(of.case),
	cables: of.names,
	devices: new Map(box.devices.map((d) => [d.id, deviceWords(d)]))
});

function chosen({ job }: RuledJob, box: Box, circuits: readonly Circuit[]): { title: string; ids: string[] } {
	for (const circuit of circuits) {
		const run = runOf(job, circuit);
		const sets = switchSets(job, circuit).filter((s) => s.switches.some((x) => x.boxId === box.id) || s.targets.includes(box.id));
		if (sets.length) {
			const ids = between(run, [...new Set(sets.flatMap((s) => [...s.switches.map((x) => x.boxId), ...s.targets]))]);
			return { title: `${box.name}: switches and what they switch`, ids };
		}
		const guard = box.devices.find((d) => d.receptacles > 0 && d.protection !== 'none' && d.feedsLoad);
		if (guard)
			return {
				title: `${box.name} and what follows it`,
				ids: [box.id, ...downstream(run, box.id).filter((id) => id !== box.id)]
			};
	}
	const near = circuits.flatMap((c) => {
		const run = runOf(job, c);
		const node = run.byBox.get(box.id);
		return node ? [...(node.fromId === null ? [] : [node.fromId]), box.id, ...node.children] : [];
	});
	return { title: `${box.name} and its neighbors`, ids: [...new Set([...near, box.id])] };
}
/** The boxes on the way between some of a run, in feed order: they carry what passes between them. */
function between(run: Run, ids: readonly string[]): string[] {
	const ways = ids.flatMap((id) => {
		const node = run.byBox.get(id);
		return node ? [node.path.map((l) => l.toId)] : [];
	});
	// What all of them have before they part is no part of the set, but for the last of it.
	let common = 0;
	const [first = []] = ways;
	while (common < first.length && ways.every((w) => w[common] === first[common])) common++;
	const inside = new Set(ways.flatMap((w) => w.slice(Math.max(0, common - 1))));
	return run.nodes.filter((n) => inside.has(n.boxId)).map((n) => n.boxId);
}
