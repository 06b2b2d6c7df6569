import type { RuledJob } from '../code/ruled-job';
import { downstream, runOf, type Run } from '../run/runs';
import { ifKnown, NotKnown, type Circuit, type GuidedCheck, type Cable } from '../model/known';
import { SHORT_OHMS } from '../instruments/thresholds';
import { indexOf } from '../model/job-index';
import type { Step } from '../model/result';
import { soundOf } from '../network/sound';
import { wireOhms } from '../network/run-wiring';
import { show } from '../units/quantity';
import type { GuidedAnswer, GuidedPoint } from './guided-answer';

/** What was found when the run was parted at a box, the wires onward taken off: short toward the panel, or onward. */
export type Side = 'panel' | 'onward' | 'both';
interface Halving {
	/** Cables that may still hold the short, by the box that each feeds. */
	suspects: string[];
	/** Where to part the run next; null: it is found, as near as a cable. */
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
	const sides = sidesOf(run, words);
	const steps: Step[] = [];
	const points: GuidedPoint[] = [];
	const loop = figures.ohms === undefined ? null : Math.max(0, figures.ohms - (figures.leads ?? 0));
	const shorted = loop !== null && loop < SHORT_OHMS;
	if (loop !== null)
		steps.push({
			label: 'the loop alone',
			formula: `${show(figures.ohms ?? 0)} - ${show(figures.leads ?? 0)}`,
			value: loop,
			unit: 'ohm'
		});
	if (loop !== null && !shorted)
		points.push({
			level: 'look',
			says: `${show(loop)} ohm is no short: something is still plugged in or switched on, or it comes and goes. Unplug everything and read again`
		});
	const near = shorted ? nearest({ edition, job }, run, loop) : undefined;
	const beyond = near && loop !== null && loop > near.ohms * FITS.times + FITS.ohms;
	if (beyond)
		points.push({
			level: 'look',
			says: `${show(loop)} ohm is more than the way to the end of this run and back, ${show(near.ohms)} ohm: no place of it fits. A poor contact at the short, a load still on, or a longer way than is entered`
		});
	else if (near && shorted) {
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
	// What is no short is not split.
	const split = loop === null || shorted || tells(sides) ? splitSays(run, sides, { inRun: shorted, name, ...SHORT_WORDS }) : [];
	const said = split[0] ?? points.at(-1);
	return { level: said?.level ?? 'unknown', says: said?.says ?? '', points: [...points, ...split], steps };
}
/** What a meter and its leads stray by, and what joints on the way add. Practice. */
const FITS = { times: 1.25, ohms: 0.15 } as const;
const SHORT_WORDS: SplitWords = {
	contradict: 'The results contradict each other: test again with everything unplugged and every switch both ways',
	found: (cables) => `The short is in the cable to ${cables}, or in the boxes at its ends`,
	split: (at) => `Split the run at ${at}: disconnect the outgoing wires and read toward the panel and outgoing`,
	alone: (cables) => `Nothing to split: disconnect the cable to ${cables} at both ends and read it alone, then what is at its end`
};
/** In what words a fault that is halved is spoken of. */
export interface SplitWords {
	contradict: string;
	found: (cables: string) => string;
	split: (at: string) => string;
	alone: (cables: string) => string;
}
/**
 * What the splits of a run say, or where to split it next, and then what is still suspected.
 * @param inRun something else that was read says that the fault is in the run: without that and without a split that told
 * a side, what can't be split is no finding
 */
export function splitSays(
	run: Run,
	sides: ReadonlyMap<string, Side>,
	{ inRun, name, ...words }: SplitWords & { inRun: boolean; name: (boxId: string) => string }
): GuidedPoint[] {
	if (!run.nodes.length) return [{ level: 'unknown', says: 'Its boxes and cables are not entered: there is no run to split' }];
	const { suspects, next } = halve(run, sides);
	if (!suspects.length) return [{ level: 'unknown', says: words.contradict }];
	const left = suspects.map(name);
	if (next)
		return [
			{ level: 'look', says: words.split(name(next)) },
			{ level: 'unknown', says: `Still suspected: the cables to ${left.join(', ')}` }
		];
	const cables = left.join(' or ');
	return inRun || tells(sides) ? [{ level: 'bad', says: words.found(cables) }] : [{ level: 'look', says: words.alone(cables) }];
}
/** The box whose way out and back has most nearly these ohms; of those whose ways are known. */
function nearest({ edition, job }: RuledJob, run: Run, loop: number): { id: string; ohms: number } | undefined {
	const { conductorC, terminationOhms } = soundOf(job);
	const way = (path: readonly Cable[]): number =>
		path.reduce((sum, l) => {
			if (l.lengthFt === null) throw new NotKnown({ of: 'cable', id: l.id, field: 'lengthFt' });
			return sum + 2 * wireOhms(edition, { ...l, lengthFt: l.lengthFt }, { conductorC, terminationOhms });
		}, 0);
	return run.nodes
		.flatMap((n) => {
			const ohms = ifKnown(() => way(n.path));
			return ohms === null ? [] : [{ id: n.boxId, ohms }];
		})
		.sort((a, b) => Math.abs(a.ohms - loop) - Math.abs(b.ohms - loop))[0];
}
/** Whether any split said on which side it is. */
const tells = (sides: ReadonlyMap<string, Side>): boolean => [...sides.values()].some((s) => s !== 'both');
/** What was said of each box at which the run was split. */
export const sidesOf = (run: Run, words: GuidedCheck['words']): Map<string, Side> =>
	new Map(Object.entries(words).flatMap(([id, side]) => (run.byBox.has(id) && isSide(side) ? [[id, side] as const] : [])));
const isSide = (word: string): word is Side => word === 'panel' || word === 'onward' || word === 'both';
