import { isLoose, type Fault, type FaultKind } from '../faults/kinds';
import { inFeedOrder, type RunCase } from '../network/run-wiring';
import { RUN_WEIGHTS } from './weights';

/** What may be wrong: one fault, two that belong together, or none. `off`: a breaker or GFCI that is off or has tripped. */
export interface Suspected extends Omit<Fault, 'kind' | 'ohms'> {
	kind: FaultKind | 'off';
}
export interface Hypothesis {
	faults: readonly Suspected[];
	/** Before anything was read; what matters is the ratio. */
	weight: number;
}
/** The panel's own place, where a breaker is off. */
export const PANEL = 'panel';

/** Loose connections of it, whose ohms are to be fitted. */
export const looseOf = (h: Hypothesis): LooseFault[] => h.faults.filter(isLooseFault);
type LooseFault = Suspected & { kind: FaultKind };
const isLooseFault = (f: Suspected): f is LooseFault => f.kind !== 'off' && isLoose(f.kind);

/** Everything that can be wrong with one circuit of boxes: every fault at every place, and the pairs that belong together. */
export function runHypotheses(run: Pick<RunCase, 'boxes' | 'gfciAt'>): Hypothesis[] {
	const { single, pairOver } = RUN_WEIGHTS;
	const all: Hypothesis[] = [{ faults: [], weight: RUN_WEIGHTS.sound }];
	const one = (kind: keyof typeof single, at: string) => all.push({ faults: [{ kind, at }], weight: single[kind] });
	const pair = (...faults: { kind: keyof typeof single; at: string }[]) =>
		all.push({ faults, weight: faults.reduce((w, f) => w * single[f.kind], 1) / pairOver });
	const byId = new Map(run.boxes.map((b) => [b.id, b]));
	/** The box and those that feed it, up to the panel. */
	const upTo = (id: string): string[] => {
		const way: string[] = [];
		for (let at = byId.get(id); at; at = byId.get(at.from)) way.push(at.id);
		return way;
	};
	one('off', PANEL);
	for (const id of run.gfciAt ?? []) one('off', id);
	for (const box of inFeedOrder(run.boxes)) {
		const at = box.id;
		for (const kind of ['open-hot', 'open-neutral', 'loose-hot', 'loose-neutral'] as const) one(kind, at);
		if (box.ground) for (const kind of ['open-ground', 'loose-ground'] as const) one(kind, at);
		for (const kind of ['reversed', 'hot-ground-reversed', 'neutral-ground-swapped', 'bootleg'] as const) one(kind, at);
		for (const kind of ['short-hot-neutral', 'short-hot-ground', 'neutral-ground-touch'] as const) one(kind, at);
		for (const up of upTo(at)) pair({ kind: 'bootleg', at }, { kind: 'open-neutral', at: up });
		pair({ kind: 'reversed', at }, { kind: 'bootleg', at });
		if (box.ground) {
			pair({ kind: 'reversed', at }, { kind: 'open-ground', at });
			pair({ kind: 'open-neutral', at }, { kind: 'open-ground', at });
		}
		pair({ kind: 'loose-neutral', at }, { kind: 'loose-hot', at });
		// A GFCI that has tripped with its cause still there.
		for (const gfci of run.gfciAt ?? [])
			if (gfci !== at && upTo(at).includes(gfci)) pair({ kind: 'off', at: gfci }, { kind: 'neutral-ground-touch', at });
	}
	return all;
}
