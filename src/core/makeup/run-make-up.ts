import type { RuledJob } from '../code/ruled-job';
import type { Box } from '../model/known';
import { makeUp } from './box/make-up';
import { boxCase } from './box/of-job';
import { NET_WORDS } from './box/case';
import { takesOf } from './box/takes';

/** Boxes of a run or a house that are made up alike, and what all of them take. */
export interface RunMakeUp {
	groups: { words: string; boxes: string[] }[];
	/** Connectors by name; `by package`: the package says. */
	connectors: { name: string; count: number }[];
	/** Tails by gauge. */
	pigtails: { awg: string; count: number }[];
	/** Boxes that cannot be made up yet, each with why. */
	not: { box: string; why: string }[];
}
/** @param boxes of a run, or of a house  @returns those made up alike, most first, with connectors and pigtails of all */
export function runMakeUp(ruled: RuledJob, boxes: readonly Box[]): RunMakeUp {
	const groups = new Map<string, { words: string; boxes: string[] }>();
	const connectors = new Map<string, number>();
	const pigtails = new Map<string, number>();
	const not: RunMakeUp['not'] = [];
	for (const box of boxes) {
		const of = boxCase(ruled, box);
		if (!of.known) {
			not.push({ box: box.name, why: of.why });
			continue;
		}
		const made = makeUp(of.case);
		const takes = takesOf(of.case, made);
		for (const { name, count } of takes.connectors) connectors.set(name, (connectors.get(name) ?? 0) + count);
		if (takes.pigtails) pigtails.set(takes.awg, (pigtails.get(takes.awg) ?? 0) + takes.pigtails);
		const devices = of.case.devices.map(
			(d) =>
				`${d.protection && d.protection !== 'none' ? `${d.protection.toUpperCase()} ` : ''}${d.ways && d.ways !== 'single' ? `${d.ways} ` : ''}${d.kind}`
		);
		const cables = of.case.cables.map((c) => `${c.awg} ${c.conductors.filter((w) => w.net !== 'ground').length}`).sort();
		const key = JSON.stringify([
			devices,
			cables,
			made.joins.map((j) => [j.net, j.ends.length, j.tails.length]),
			made.tabs && Object.values(made.tabs)
		]);
		const words = `${devices.join(', ') || 'splices only'}; ${cables.length} ${cables.length === 1 ? 'cable' : 'cables'} of ${[...new Set(of.case.cables.map((c) => c.awg))].join(' and ')} AWG${made.joins.length ? `; splices: ${made.joins.map((j) => NET_WORDS[j.net]).join(', ')}` : '; no splices'}`;
		const group = groups.get(key) ?? { words, boxes: [] };
		group.boxes.push(box.name);
		groups.set(key, group);
	}
	return {
		groups: [...groups.values()].sort((a, b) => b.boxes.length - a.boxes.length),
		connectors: [...connectors].map(([name, count]) => ({ name, count })).sort((a, b) => a.name.localeCompare(b.name)),
		pigtails: [...pigtails].map(([awg, count]) => ({ awg, count })).sort((a, b) => a.awg.localeCompare(b.awg)),
		not
	};
}
