import { RUN_FAULTS, type FaultKind } from '../faults/kinds';
import type { SymptomKind } from '../model/kinds';
import { inFeedOrder, RUN_CIRCUITS, type RunBox, type RunCase } from '../network/run-wiring';
import { hypothesesOf, PANEL, type Hypothesis, type Single } from './hypotheses';
import { speaksFor } from './speaks-for';
import { PRACTICE_WEIGHTS, RUN_SIGNS, RUN_WEIGHTS } from './weights';

/** What was said of a circuit besides its readings. */
export interface RunTold {
	complaint?: SymptomKind | undefined;
	/** Boxes that are called dead, and signs seen at boxes. */
	dead?: readonly string[];
	signs?: readonly { at: string; sign: keyof typeof RUN_SIGNS }[];
	/** Boxes with a light. */
	lights?: readonly string[];
}

/**
 * Everything that can be wrong with one circuit of boxes: every fault at every place, and the pairs that belong together; what a
 * complaint asks for first, and what two legs and their supply can have, where they are there.
 */
export function runHypotheses(
	run: Pick<RunCase, 'boxes' | 'gfciAt'> & { source?: RunCase['source'] },
	told: RunTold = {}
): Hypothesis[] {
	const { pairOver } = RUN_WEIGHTS;
	const boxes = inFeedOrder(run.boxes);
	const watchers = run.gfciAt ?? [];
	const upstream = new Map<string, readonly string[]>();
	for (const { id, from } of boxes) upstream.set(id, [id, ...(upstream.get(from) ?? [])]);
	const weighed = (s: Single): Single => ({ ...s, weight: s.weight * times(s, told) });
	const singles = [
		...atPanel(run, watchers),
		...boxes.flatMap((box) => atBox(box, sharesNeutral(run, boxes, box.id))),
		...asked(boxes, watchers, told)
	].map(weighed);
	const places = { cables: boxes.map((b) => b.id), outlets: boxes.map(({ id }) => ({ id, at: id })), watchers, upstream };
	return hypothesesOf(singles, places, { pair: pairOver, tripped: pairOver });
}
function times({ kind, at }: Single, { complaint, signs }: RunTold): number {
	const spoken = complaint && speaksFor(complaint, kind) ? PRACTICE_WEIGHTS.symptom.speaksFor : 1;
	return (signs ?? []).reduce((product, s) => product * (s.at === at ? RUN_SIGNS[s.sign] : 1), spoken);
}
const usesBoth = ({ hots, twoHot }: RunBox): boolean => twoHot === true || hots?.length === 2;
const usesB = (b: RunBox): boolean => usesBoth(b) || b.hots?.[0] === 'b';
/** Whether both hots go past a box, on one neutral. */
function sharesNeutral({ source }: { source?: RunCase['source'] }, boxes: readonly RunBox[], id: string): boolean {
	if (source?.legs !== 2) return false;
	const behind = new Set([id]);
	for (const b of boxes) if (behind.has(b.from)) behind.add(b.id);
	const here = boxes.filter((b) => behind.has(b.id));
	return here.some(usesB) && here.some((b) => usesBoth(b) || !usesB(b));
}
function atPanel({ boxes, source }: Parameters<typeof runHypotheses>[0], watchers: readonly string[]): Single[] {
	const { single, legLost, oneLeg, service } = RUN_WEIGHTS;
	const two = source?.legs === 2;
	const pair = two && boxes.some(usesB);
	return [
		...[PANEL, ...watchers].map((at): Single => ({ kind: 'off', at, weight: single.off })),
		...(pair ? Object.values(RUN_CIRCUITS).map((at): Single => ({ kind: 'leg-lost', at, weight: legLost })) : []),
		...(pair ? [{ kind: 'both-hots-one-leg', at: RUN_CIRCUITS.b, weight: oneLeg } as const] : []),
		...(two ? (['service-neutral-open', 'supply-high', 'supply-low'] as const) : []).map((kind): Single => ({
			kind,
			at: 'service',
			weight: service
		}))
	];
}
function atBox({ id: at, ground }: RunBox, shared: boolean): Single[] {
	const { single, groundContactLost, sharedNeutral } = RUN_WEIGHTS;
	const kinds = RUN_FAULTS.filter(
		(kind) => (ground || !NEEDS_GROUND_WIRE.includes(kind)) && !(shared && kind === 'open-neutral')
	);
	return [
		...kinds.map((kind): Single => ({ kind, at, weight: single[kind] })),
		...(shared ? [{ kind: 'shared-neutral-open', at, weight: single['open-neutral'] + sharedNeutral } as const] : []),
		...(ground ? [{ kind: 'ground-contact-lost', at, weight: groundContactLost } as const] : [])
	];
}
const NEEDS_GROUND_WIRE: readonly FaultKind[] = ['open-ground', 'loose-ground'];
/** What is asked before the wiring is: one lamp or appliance that is dead may be it itself, a light has a switch, a GFCI wears out. */
function asked(boxes: readonly RunBox[], watchers: readonly string[], { complaint, dead = [], lights = [] }: RunTold): Single[] {
	if (!complaint) return [];
	const { appliance, switchOpen, gfciDead, lineLoad } = RUN_WEIGHTS.asked;
	const [one, ...more] = [...new Set(dead)];
	const alone = one ?? (boxes.length === 1 || lights.length === 1 ? (lights[0] ?? boxes[0]?.id) : undefined);
	return [
		...(alone !== undefined && !more.length ? [{ kind: 'appliance', at: alone, weight: appliance } as const] : []),
		...lights.map((at): Single => ({ kind: 'switch-open', at, weight: switchOpen })),
		...watchers.flatMap((at): Single[] => [
			{ kind: 'gfci-dead', at, weight: gfciDead },
			{ kind: 'gfci-line-load-swapped', at, weight: lineLoad }
		])
	];
}
