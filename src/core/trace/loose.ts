import type { Fault } from '../faults/kinds';
import { FAULT_ROWS } from '../faults/rows';
import { portAt, type Port } from '../instruments/port';
import type { Built, Contacts } from '../network/build';
import { EARTH, type Branch, type Node, type Solution } from '../network/solve';
import { LOOSE_OHMS } from './spread';

/** What is not known of a run: ohms in series with a branch, or a load of so many ohms between two nodes. */
export type Varied = Branch | { a: Node; b: Node; load: true };

/**
 * A run with one or two connections or loads whose ohms are not known: the network is solved once, and ohms in series with one of its
 * branches, or a branch more, are a change of one conductance, which has a closed form. So hundreds of values cost little more than one.
 */
export class VariedRun {
	private constructor(
		private readonly sound: (outlet: number) => Port,
		private readonly at: readonly VariedBranch[]
	) {}

	/** @param built the network as it is but for what varies */
	static of(
		built: Built,
		solution: Solution,
		of: { varied: readonly Varied[]; outletIds: readonly string[]; port?: (outlet: number) => Port }
	): VariedRun {
		const contacts = of.outletIds.map((id) => built.contacts(id));
		const nodes = contacts.map((c) => [c.hot, c.neutral, c.ground] as const);
		return new VariedRun(
			of.port ?? ((outlet) => portAt(solution, contacts[outlet] as Contacts)),
			of.varied.map((b) => variedBranch(solution, b, { nodes, varied: of.varied }))
		);
	}
	/** The same with other volts: its ohms stay. @param over volts over each of what varies */
	withVolts(port: (outlet: number) => Port, over: readonly Complex[]): VariedRun {
		return new VariedRun(
			port,
			this.at.map((b, i) => ({ ...b, volts: over[i] ?? b.volts }))
		);
	}

	/** The port of an outlet with so many ohms in each of what varies. */
	port(outlet: number, ohms: readonly number[]): Port {
		const sound = this.sound(outlet);
		const port: Port = { v: sound.v.slice(), z: sound.z.slice(), has: sound.has };
		const [one, two] = this.at;
		if (!one) return port;
		const k = factor(one.change(ohms[0] ?? 0), one.loop);
		const c1 = one.columns[outlet] as Float64Array;
		change(port, c1, { k, volts: one.volts });
		if (!two) return port;
		// The second branch, as it is after the first one's change.
		const cross = one.cross[1] as Complex;
		const kc = times(k, cross);
		const loop = less(two.loop, times(kc, cross));
		const volts = less(two.volts, times(kc, one.volts));
		const c2 = two.columns[outlet] as Float64Array;
		const column = new Float64Array(6);
		for (let i = 0; i < 6; i += 2) {
			const [re, im] = [c1[i] as number, c1[i + 1] as number];
			column[i] = (c2[i] as number) - (kc[0] * re - kc[1] * im);
			column[i + 1] = (c2[i + 1] as number) - (kc[0] * im + kc[1] * re);
		}
		change(port, column, { k: factor(two.change(ohms[1] ?? 0), loop), volts });
		return port;
	}
}
export type Complex = readonly [number, number];
const times = ([a, b]: Complex, [c, d]: Complex): Complex => [a * c - b * d, a * d + b * c];
const less = ([a, b]: Complex, [c, d]: Complex): Complex => [a - c, b - d];

interface VariedBranch {
	/** By how many siemens so many ohms change it. */
	change: (ohms: number) => number;
	/** Ohms seen across it, and volts over it, as the network is. */
	loop: Complex;
	volts: Complex;
	/** For each outlet: volts at its contacts for an ampere through the branch's ends. */
	columns: Float64Array[];
	/** The same across each of what varies. */
	cross: Complex[];
}
function variedBranch(
	solution: Solution,
	branch: Varied,
	{ nodes, varied }: { nodes: readonly (readonly (Node | null)[])[]; varied: readonly Varied[] }
): VariedBranch {
	const { a, b } = branch;
	const { re, im } = solution.driven([
		[a, 1],
		[b, -1]
	]);
	const of = (node: Node | null): Complex =>
		node === null || node === EARTH ? [0, 0] : [re[node] as number, im[node] as number];
	const volts = solution.between(a, b);
	return {
		change: 'load' in branch ? (ohms) => 1 / ohms : inSeries(branch.siemens),
		loop: less(of(a), of(b)),
		volts: [volts.re, volts.im],
		columns: nodes.map((contacts) => Float64Array.from(contacts.flatMap((n) => [...of(n)]))),
		cross: varied.map((o) => less(of(o.a), of(o.b)))
	};
}
/** Of the ohms of a contact one is in the network as it was solved. */
function inSeries(siemens: number): VariedBranch['change'] {
	const builtIn = siemens === 1 / NOMINAL_OHMS ? NOMINAL_OHMS : 0;
	return (ohms) => 1 / (1 / siemens + ohms - builtIn) - siemens;
}
/** By what the inverse changes where a branch changes by so many siemens. */
function factor(change: number, loop: Complex): Complex {
	const [dr, di] = [1 + change * loop[0], change * loop[1]];
	const d = dr * dr + di * di;
	return [(change * dr) / d, (-change * di) / d];
}
/** What the inverse changes of a port: its volts by those over the branch, its ohms by its own column. Nothing is made here: it is asked for by the million. */
function change({ v, z }: Port, column: Float64Array, { k: [kr, ki], volts: [vr, vi] }: { k: Complex; volts: Complex }): void {
	const [ur, ui] = [kr * vr - ki * vi, kr * vi + ki * vr];
	for (let i = 0; i < 3; i++) {
		const re = column[2 * i] as number;
		const im = column[2 * i + 1] as number;
		v[2 * i] = (v[2 * i] as number) - (re * ur - im * ui);
		v[2 * i + 1] = (v[2 * i + 1] as number) - (re * ui + im * ur);
		const cr = re * kr - im * ki;
		const ci = re * ki + im * kr;
		for (let j = 0; j < 3; j++) {
			const r = column[2 * j] as number;
			const m = column[2 * j + 1] as number;
			const at = 6 * i + 2 * j;
			z[at] = (z[at] as number) - (cr * r - ci * m);
			z[at + 1] = (z[at + 1] as number) - (cr * m + ci * r);
		}
	}
}

/** Ohms with which a loose contact is built, so that its branch is there: its own are put in their place. */
export const NOMINAL_OHMS = 1;

/** The branch that a loose connection is on; null: the network has none there. A contact's must have been built with one ohm. */
export function branchOf(built: Built, f: Pick<Fault, 'kind' | 'at' | 'circuitId' | 'leg'>): Branch | null {
	const [does] = FAULT_ROWS[f.kind].does;
	if (does?.on === 'contact') {
		const outlet = built.plan.wiring.outlets.find((o) => o.id === f.at || o.at === f.at);
		const contact = outlet && built.contacts(outlet.id)[does.role];
		return built.network.branches.find((b) => b.b === contact && b.siemens === 1 / NOMINAL_OHMS) ?? null;
	}
	const role = does?.on === 'wire' ? does.role : null;
	const i = built.plan.wires.findIndex(
		(w) =>
			w.at === f.at &&
			w.role === role &&
			(!f.circuitId || f.circuitId === w.circuitId || w.role !== 'hot') &&
			(w.role !== 'hot' || (f.leg ? f.leg === w.leg : f.circuitId ? true : w.first))
	);
	return i < 0 ? null : built.branch(i);
}

/** Ohms of a loose connection, evenly spread by their logarithm. @param many at least 2 */
export const looseGrid = (many: number): number[] =>
	Array.from({ length: many }, (_, i) => LOOSE_OHMS.least * (LOOSE_OHMS.most / LOOSE_OHMS.least) ** ((i + 0.5) / many));
