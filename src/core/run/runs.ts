import { formatFeet } from '../units/length';
import { indexOf } from '../model/job-index';
import { remembered } from '../model/remember';
import type { Box, Circuit, Device, Job, Leg } from '../model/job';

/** One box of a run with the leg that feeds it. */
export interface RunNode {
	boxId: string;
	leg: Leg;
	/** The box or panel upstream. */
	fromId: string;
	/** Boxes fed from here, the longest branch first. */
	children: string[];
	/** Legs from the panel to here. */
	path: Leg[];
	/** Feet of cable from the panel; null where a leg on the way is not measured. */
	feet: number | null;
}
export interface Run {
	circuit: Circuit;
	/** In feed order: a box comes after the one that feeds it, the main line before its branches. */
	nodes: RunNode[];
	byBox: ReadonlyMap<string, RunNode>;
}

const known = remembered<Circuit, Run>();

/** The tree of legs and boxes of a circuit, from its panel. Boxes not reached from the panel are left out. */
export function runOf(job: Job, circuit: Circuit): Run {
	const legs = indexOf(job).legsOfCircuit.get(circuit.id) ?? [];
	return known(circuit, legs, () => {
		const fromHere = new Map<string, Leg[]>();
		for (const leg of legs) fromHere.set(leg.fromId, [...(fromHere.get(leg.fromId) ?? []), leg]);
		const nodes = walk(fromHere, circuit.panelId);
		return { circuit, nodes, byBox: new Map(nodes.map((n) => [n.boxId, n])) };
	});
}

function walk(fromHere: ReadonlyMap<string, Leg[]>, panelId: string): RunNode[] {
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
	const onward = (id: string): Leg[] => [...(fromHere.get(id) ?? [])].sort((a, b) => sizeOf(b.toId) - sizeOf(a.toId));
	const nodes: RunNode[] = [];
	const seen = new Set<string>();
	const visit = (id: string, path: readonly Leg[], feet: number | null): void => {
		for (const leg of onward(id)) {
			if (seen.has(leg.toId)) continue;
			seen.add(leg.toId);
			const here = [...path, leg];
			const total = feet === null || leg.lengthFt === null ? null : feet + leg.lengthFt;
			nodes.push({ boxId: leg.toId, leg, fromId: id, children: onward(leg.toId).map((l) => l.toId), path: here, feet: total });
			visit(leg.toId, here, total);
		}
	};
	visit(panelId, [], 0);
	return nodes;
}

/**
 * Boxes whose outlets a circuit feeds: not one that its hot only passes, in the cable of the circuit with which it shares
 * a neutral. A box with a yoke that is fed twice hangs on both.
 */
export const boxesServed = (job: Job, run: Run): Box[] => servedOf(job, run).boxes;

/** What a circuit supplies, each with its box; a switch is no outlet. */
export const outletsServed = (job: Job, run: Run): Outlet[] => servedOf(job, run).outlets;

/** A circuit serves at least one receptacle. */
export const hasReceptacles = (job: Job, circuit: Circuit): boolean =>
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
const served = new WeakMap<Job, Map<Run, Served>>();
function servedOf(job: Job, run: Run): Served {
	const all = served.get(job) ?? new Map<Run, Served>();
	served.set(job, all);
	const before = all.get(run);
	if (before) return before;
	const index = indexOf(job);
	const boxes = run.nodes.flatMap(({ boxId, leg, children }) => {
		const box = index.boxes.get(boxId);
		const passed = leg.inCableOf && children.length && !box?.devices.some((d) => d.yoke);
		return box && !passed ? [box] : [];
	});
	const outlets = boxes.flatMap((box) => box.devices.filter((d) => d.kind !== 'switch').map((device) => ({ box, device })));
	all.set(run, { boxes, outlets });
	return { boxes, outlets };
}

/** Every box at or below this one along the run. */
export function downstream(run: Run, boxId: string): string[] {
	const node = run.byBox.get(boxId);
	return node ? [boxId, ...node.children.flatMap((child) => downstream(run, child))] : [];
}

/** Cable of a run, ft; null where a leg is not measured. */
export const feetOf = (run: Run): number | null =>
	run.nodes.reduce<number | null>((sum, n) => (sum === null || n.leg.lengthFt === null ? null : sum + n.leg.lengthFt), 0);
/** Feet of a run, for a table. */
export const runFeet = (run: Run): string => {
	const feet = feetOf(run);
	return feet === null ? 'not all measured' : formatFeet(feet);
};
