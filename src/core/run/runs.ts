import { formatFeet } from '../units/length';
import { indexOf } from '../model/job-index';
import { once } from '../model/remember';
import type * as told from '../model/job';
import type { Box, Circuit, Device, Leg } from '../model/known';

/** One box of a run with the leg that feeds it. */
export interface RunNode<L extends told.Leg = Leg> {
	boxId: string;
	leg: L;
	/** The box or panel upstream; null: what feeds it is not known. */
	fromId: string | null;
	/** Boxes fed from here, the longest branch first. */
	children: string[];
	/** Legs from the panel to here. */
	path: L[];
	/** Feet of cable from the panel; null where a leg on the way is not measured. */
	feet: number | null;
	/** Its place in the run's nodes, and the place behind the last box that is fed from here. */
	at: number;
	end: number;
}
export interface Run<L extends told.Leg = Leg, C extends told.Circuit = Circuit> {
	circuit: C;
	/** In feed order: a box comes after the one that feeds it, the main line before its branches. */
	nodes: RunNode<L>[];
	byBox: ReadonlyMap<string, RunNode<L>>;
}

/** A run of a job as it was told, or as the rules read it. */
type RunIn<J extends told.Job> = Run<J['legs'][number], J['circuits'][number]>;
type AnyRun = Run<told.Leg, told.Circuit>;

/**
 * The tree of legs and boxes of a circuit, from its panel. A box of which nobody knows what feeds it hangs on the circuit by
 * itself; boxes that no known cable reaches are left out.
 */
export const runOf = <J extends told.Job>(job: J, circuit: J['circuits'][number]): RunIn<J> => drawnRun(job, circuit) as RunIn<J>;
const drawnRun = once((job: told.Job, circuit: told.Circuit): AnyRun => {
	const legs = indexOf<told.Job>(job).legsOfCircuit.get(circuit.id) ?? [];
	const fed = new Set(legs.map((l) => l.toId));
	const fromHere = new Map<string | null, told.Leg[]>();
	for (const leg of legs) {
		// It begins at its panel, at one that nobody has traced, or nobody knows where.
		const begins = leg.fromId === circuit.panelId || (circuit.panelId === null && leg.fromId !== null && !fed.has(leg.fromId));
		const from = begins ? START : leg.fromId;
		fromHere.set(from, [...(fromHere.get(from) ?? []), leg]);
	}
	const nodes = walk(fromHere);
	return { circuit, nodes, byBox: new Map(nodes.map((n) => [n.boxId, n])) };
});
/** Where a run begins. */
const START = null;

function walk(fromHere: ReadonlyMap<string | null, told.Leg[]>): RunNode<told.Leg>[] {
	const sizes = new Map<string, number>();
	const sizeOf = (id: string): number => {
		const before = sizes.get(id);
		if (before !== undefined) return before;
		// Set first: a loop in a broken file must end.
		sizes.set(id, 1);
		const size = 1 + Math.max(0, ...(fromHere.get(id) ?? []).map((leg) => sizeOf(leg.toId)));
		sizes.set(id, size);
		return size;
	};
	const onward = (id: string | null): told.Leg[] => [...(fromHere.get(id) ?? [])].sort((a, b) => sizeOf(b.toId) - sizeOf(a.toId));
	const nodes: RunNode<told.Leg>[] = [];
	const seen = new Set<string>();
	const visit = (id: string | null, path: readonly told.Leg[], feet: number | null): void => {
		for (const leg of onward(id)) {
			if (seen.has(leg.toId)) continue;
			seen.add(leg.toId);
			const here = [...path, leg];
			const total = feet === null || leg.lengthFt === null || leg.fromId === null ? null : feet + leg.lengthFt;
			const at = nodes.length;
			const node = { boxId: leg.toId, leg, fromId: leg.fromId, path: here, feet: total, at, end: at };
			nodes.push({ ...node, children: onward(leg.toId).map((l) => l.toId) });
			visit(leg.toId, here, total);
			(nodes[at] as RunNode<told.Leg>).end = nodes.length;
		}
	};
	visit(START, [], 0);
	return nodes;
}

/**
 * Boxes whose outlets a circuit feeds: not one that its hot only passes, in the cable of the circuit with which it shares
 * a neutral. A box with a yoke that is fed twice hangs on both.
 */
export const boxesServed = (job: told.Job, run: AnyRun): Box[] => servedOf(job, run).boxes;

/** What a circuit supplies, each with its box; a switch is no outlet. */
export const outletsServed = (job: told.Job, run: AnyRun): Outlet[] => servedOf(job, run).outlets;

/** A circuit serves at least one receptacle. */
export const hasReceptacles = (job: told.Job, circuit: told.Circuit): boolean =>
	outletsServed(job, runOf(job, circuit)).some((o) => o.device.receptacles > 0);

export interface Outlet {
	box: Box;
	device: Device;
}
interface Served {
	boxes: Box[];
	outlets: Outlet[];
}
/** Asked for by many rules of one evaluation: made once for each state of the job. */
const servedOf = once((job: told.Job, run: AnyRun): Served => {
	const index = indexOf(job);
	const boxes = run.nodes.flatMap(({ boxId, leg, children }) => {
		const box = index.boxes.get(boxId);
		const passed = leg.inCableOf && children.length && !box?.devices.some((d) => d.yoke);
		return box && !passed ? [box] : [];
	});
	const outlets = boxes.flatMap((box) => box.devices.filter((d) => d.kind !== 'switch').map((device) => ({ box, device })));
	return { boxes, outlets };
});

/** Every box at or below this one along the run. */
export function downstream(run: AnyRun, boxId: string): string[] {
	const node = run.byBox.get(boxId);
	// Nodes stand in feed order, a branch whole before the next: what is fed from here follows it.
	return node ? run.nodes.slice(node.at, node.end).map((n) => n.boxId) : [];
}

/** Cable of a run, ft; null where a leg is not measured. */
export const feetOf = (run: AnyRun): number | null =>
	run.nodes.reduce<number | null>((sum, n) => (sum === null || n.leg.lengthFt === null ? null : sum + n.leg.lengthFt), 0);
/** Feet of a run, for a table. */
export const runFeet = (run: AnyRun): string => {
	const feet = feetOf(run);
	return feet === null ? 'not all measured' : formatFeet(feet);
};
