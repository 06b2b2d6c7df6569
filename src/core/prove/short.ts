import type { RuledJob } from '../code/ruled-job';
import { downstream, runOf, type Run } from '../run/runs';
import { ifKnown, NotKnown, type Circuit, type GuidedCheck, type Leg } from '../model/known';
import { indexOf } from '../model/job-index';
import type { Step } from '../model/result';
import { soundOf } from '../network/sound';
import { wireOhms } from '../network/run-wiring';
import { show } from '../units/quantity';
import type { GuidedAnswer, GuidedPoint } from './guided-answer';

/** What was found when the run was parted at a box, the wires onward taken off: short toward the panel, or onward. */
export type Side = 'panel' | 'onward' | 'both';
export interface Halving {
	/** Legs that may still hold the short, by the box that each feeds. */
	suspects: string[];
	/** Where to part the run next; null: it is found, as near as a leg. */
	next: string | null;
}

/** A shorted run on a dead circuit, parted where what is left falls into halves. */
export function halve(run: Run, found: ReadonlyMap<string, Side>): Halving {
	let left = new Set(run.nodes.map((n) => n.boxId));
	for (const [boxId, side] of found) {
		if (side === 'both') continue;
		const below = new Set(downstream(run, boxId).slice(1));
		left = new Set([...left].filter((id) => below.has(id) === (side === 'onward')));
	}
	const suspects = [...left];
	let next: string | null = null;
	let best = Infinity;
	for (const { boxId } of run.nodes) {
		if (found.has(boxId)) continue;
		const below = downstream(run, boxId).slice(1);
		const onward = below.filter((id) => left.has(id)).length;
		if (!onward || onward === left.size) continue;
		const uneven = Math.abs(2 * onward - left.size);
		if (uneven < best) [best, next] = [uneven, boxId];
	}
	return { suspects, next };
}

/** How far off a short is by its ohms, and where to part the run next. Hot and neutral, out and back, make twice the way. */
export function shortCheck(
	{ edition, job }: RuledJob,
	circuit: Circuit,
	{ figures, words }: Pick<GuidedCheck, 'figures' | 'words'>
): GuidedAnswer {
	const run = runOf(job, circuit);
	const { boxes } = indexOf(job);
	const name = (id: string) => boxes.get(id)?.name ?? id;
	const sides = new Map(
		Object.entries(words).flatMap(([id, side]) => (run.byBox.has(id) && isSide(side) ? [[id, side] as const] : []))
	);
	const points: GuidedPoint[] = [];
	const steps: Step[] = [];
	const { suspects, next } = halve(run, sides);
	const { conductorC, terminationOhms } = soundOf(job);
	if (figures.ohms !== undefined) {
		const loop = Math.max(0, figures.ohms - (figures.leads ?? 0));
		steps.push({
			label: 'the loop alone',
			formula: `${show(figures.ohms)} - ${show(figures.leads ?? 0)}`,
			value: loop,
			unit: 'ohm'
		});
		/** Null: a length or a gauge on the way is not known. */
		const way = (path: readonly Leg[]): number | null =>
			ifKnown(() =>
				path.reduce((sum, l) => {
					if (l.lengthFt === null) throw new NotKnown({ of: 'leg', id: l.id, field: 'lengthFt' });
					return sum + 2 * wireOhms(edition, { ...l, lengthFt: l.lengthFt }, { conductorC, terminationOhms });
				}, 0)
			);
		const [near] = run.nodes
			.flatMap((n) => {
				const ohms = way(n.path);
				return ohms === null ? [] : [{ id: n.boxId, ohms }];
			})
			.sort((a, b) => Math.abs(a.ohms - loop) - Math.abs(b.ohms - loop));
		if (near) {
			steps.push({
				label: `out to ${name(near.id)} and back`,
				formula: 'hot and return, with terminations',
				value: near.ohms,
				unit: 'ohm'
			});
			points.push({
				level: 'look',
				says: `${show(loop)} ohm is about the distance to ${name(near.id)}: start there, if the meter reads hundredths`
			});
		}
	}
	const clear = suspects.length === 0;
	if (!run.nodes.length) points.push({ level: 'unknown', says: NO_RUN });
	else if (clear)
		points.push({
			level: 'unknown',
			says: 'The results contradict each other: test again with everything unplugged and every switch both ways'
		});
	else if (!next && !tells(sides) && figures.ohms === undefined)
		// What can't be split is no finding while nothing was read.
		points.push({
			level: 'look',
			says: `Nothing to split: disconnect the leg to ${suspects.map(name).join(' or ')} at both ends and read it alone, then what is at its end`
		});
	else if (!next)
		points.push({
			level: 'bad',
			says: `The short is in the leg to ${suspects.map(name).join(' or ')}, or in the boxes at its ends`
		});
	else
		points.push({
			level: 'look',
			says: `Split the run at ${name(next)}: disconnect the outgoing wires and read toward the panel and outgoing`
		});
	const [first] = points.filter((p) => p.level === 'bad');
	return {
		level: first ? 'bad' : clear ? 'unknown' : 'look',
		says: (first ?? points.at(-1))?.says ?? '',
		points: [
			...points,
			...(suspects.length && next
				? [{ level: 'unknown' as const, says: `Still suspected: the legs to ${suspects.map(name).join(', ')}` }]
				: [])
		],
		steps
	};
}
/** Whether any split said on which side it is. */
export const tells = (sides: ReadonlyMap<string, Side>): boolean => [...sides.values()].some((s) => s !== 'both');
/** Said where there is nothing to split. */
export const NO_RUN = 'Its boxes and cables are not entered: there is no run to split';
/** Whether a word that was kept says on which side it is. */
export const isSide = (word: string): word is Side => word === 'panel' || word === 'onward' || word === 'both';
