import { formatFeet } from '../units/length';
import { indexOf } from '../model/job-index';
import { once } from '../model/remember';
import type * as told from '../model/job';
import type { Box, Circuit, Device, Cable } from '../model/known';

/** One box of a run with the cable that feeds it. */
export interface RunNode<L extends told.Cable = Cable> {
	boxId: string;
	cable: L;
	/** The box or panel upstream; null: what feeds it is not known. */
	fromId: string | null;
	/** Boxes fed from here, the longest branch first. */
	children: string[];
	/** Cables from the panel to here. */
	path: L[];
	/** Feet of cable from the panel; null where a cable on the way is not measured. */
	feet: number | null;
	/** Its place in the run's nodes, and the place behind the last box that is fed from here. */
	at: number;
	end: number;
}
export interface Run<L extends told.Cable = Cable, C extends told.Circuit = Circuit> {
	circuit: C;
	/** In feed order: a box comes after the one that feeds it, the main line before its branches. */
	nodes: RunNode<L>[];
	byBox: ReadonlyMap<string, RunNode<L>>;
}

/** A run of a job as it was told, or as the rules read it. */
type RunIn<J extends told.Job> = Run<J['cables'][number], J['circuits'][number]>;
type AnyRun = Run<told.Cable, told.Circuit>;

/**
 * The tree of cables and boxes of a circuit, from its panel. A box of which nobody knows what feeds it hangs on the circuit by
 * itself; boxes that no known cable reaches are left out.
 */
export const runOf = <J extends told.Job>(job: J, circuit: J['circuits'][number]): RunIn<J> => drawnRun(job, circuit) as RunIn<J>;
const drawnRun = once((job: told.Job, circuit: told.Circuit): AnyRun => {
	const cables = indexOf<told.Job>(job).cablesOfCircuit.get(circuit.id) ?? [];
	const fed = new Set(cables.map((l) => l.toId));
	const fromHere = new Map<string | null, told.Cable[]>();
	for (const cable of cables) {
		// It begins at its panel, at one that nobody has traced, or nobody knows where.
		const begins =
			cable.fromId === circuit.panelId || (circuit.panelId === null && cable.fromId !== null && !fed.has(cable.fromId));
		const from = begins ? START : cable.fromId;
		fromHere.set(from, [...(fromHere.get(from) ?? []), cable]);
	}
	const nodes = walk(fromHere);
	return { circuit, nodes, byBox: new Map(nodes.map((n) => [n.boxId, n])) };
});
/** Where a run begins. */
const START = null;

function walk(fromHere: ReadonlyMap<string | null, told.Cable[]>): RunNode<told.Cable>[] {
	const sizes = new Map<string, number>();
	const sizeOf = (id: string): number => {
		const before = sizes.get(id);
		if (before !== undefined) return before;
		// Set first: a loop in a broken file must end.
		sizes.set(id, 1);
		const size = 1 + Math.max(0, ...(fromHere.get(id) ?? []).map((cable) => sizeOf(cable.toId)));
		sizes.set(id, size);
		return size;
	};
	const onward = (id: string | null): told.Cable[] =>
		[...(fromHere.get(id) ?? [])].sort((a, b) => sizeOf(b.toId) - sizeOf(a.toId));
	const nodes: RunNode<told.Cable>[] = [];
	const seen = new Set<string>();
	const visit = (id: string | null, path: readonly told.Cable[], feet: number | null): void => {
		for (const cable of onward(id)) {
			if (seen.has(cable.toId)) continue;
			seen.add(cable.toId);
			const here = [...path, cable];
			const total = feet === null || cable.lengthFt === null || cable.fromId === null ? null : feet + cable.lengthFt;
			const at = nodes.length;
			const node = { boxId: cable.toId, cable, fromId: cable.fromId, path: here, feet: total, at, end: at };
			nodes.push({ ...node, children: onward(cable.toId).map((l) => l.toId) });
			visit(cable.toId, here, total);
			(nodes[at] as RunNode<told.Cable>).end = nodes.length;
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
	const boxes = run.nodes.flatMap(({ boxId, cable, children }) => {
		const box = index.boxes.get(boxId);
		const passed = cable.inCableOf && children.length && !box?.devices.some((d) => d.yoke);
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

/** A box or panel that is known to be upstream of a cable's box: what was seen to feed it, or what was measured to; null: neither. */
export const seenUpstream = (cable: Pick<told.Cable, 'fromId' | 'guess' | 'behind'>): string | null =>
	(cable.guess === undefined ? cable.fromId : null) ?? cable.behind ?? null;

/** What is known to be upstream of a box, the nearest first: by sight, or as was measured. Nothing guessed counts. */
export function upstreamOf(run: AnyRun, boxId: string): string[] {
	const found: string[] = [];
	for (let at: string | null = boxId; at !== null;) {
		const cable: told.Cable | undefined = run.byBox.get(at)?.cable;
		at = cable ? seenUpstream(cable) : null;
		// A loop in what was told must end.
		if (at === null || found.includes(at) || at === boxId) break;
		found.push(at);
	}
	return found;
}
/** Every box that is known to be downstream of this one, in feed order; this one is left out. */
export const seenBehind = (run: AnyRun, boxId: string): string[] =>
	run.nodes.flatMap((n) => (n.boxId !== boxId && upstreamOf(run, n.boxId).includes(boxId) ? [n.boxId] : []));

/** Cable of a run, ft; null where a cable is not measured. */
export const feetOf = (run: AnyRun): number | null =>
	run.nodes.reduce<number | null>((sum, n) => (sum === null || n.cable.lengthFt === null ? null : sum + n.cable.lengthFt), 0);
/** Feet of a run, for a table. */
export const runFeet = (run: AnyRun): string => {
	const feet = feetOf(run);
	return feet === null ? 'not all measured' : formatFeet(feet);
};
