import type { Fault } from '../faults/kinds';
import { FAULT_ROWS } from '../faults/rows';
import { portAt, type Port } from '../instruments/port';
import type { Built, Contacts } from '../network/build';
import { EARTH, type Branch, type Node, type Solution } from '../network/solve';
import { LOOSE_OHMS } from './spread';

/**
 * A run with one or two loose connections whose ohms are not known: the sound network is solved once, and ohms in series with one of
 * its branches are a change of one conductance, which has a closed form. So hundreds of values cost little more than one.
 */
export class LooseRun {
	private readonly sound: (outlet: number) => Port;
	private readonly at: LooseBranch[];

	/** @param built the network as it is but for the loose connections @param branches which get ohms in series */
	constructor(
		built: Built,
		solution: Solution,
		of: { branches: readonly Branch[]; outletIds: readonly string[]; port?: (outlet: number) => Port }
	) {
		const contacts = of.outletIds.map((id) => built.contacts(id));
		this.sound = of.port ?? ((outlet) => portAt(solution, contacts[outlet] as Contacts));
		const nodes = contacts.map((c) => [c.hot, c.neutral, c.ground] as const);
		this.at = of.branches.map((b) => looseBranch(solution, b, { nodes, branches: of.branches }));
	}

	private readonly kept = new WeakMap<readonly number[], (Port | undefined)[]>();
	/** The port of an outlet with so many ohms more in each of the branches; kept for the list of ohms that is given. */
	port(outlet: number, ohms: readonly number[]): Port {
		const kept = this.kept.get(ohms) ?? [];
		this.kept.set(ohms, kept);
		return (kept[outlet] ??= this.changed(outlet, ohms));
	}
	private changed(outlet: number, ohms: readonly number[]): Port {
		const sound = this.sound(outlet);
		const port: Port = { v: sound.v.slice(), z: sound.z.slice(), has: sound.has };
		const [one, two] = this.at;
		if (!one) return port;
		const k = factor(one.siemens, (ohms[0] ?? 0) - one.builtIn, one.loop);
		const c1 = one.columns[outlet] as Float64Array;
		change(port, c1, k, one.volts);
		if (!two) return port;
		// The second branch, as it is after the first one's change.
		const cross = one.cross[1] as Complex;
		const kc = times(k, cross);
		const loop = less(two.loop, times(kc, cross));
		const volts = less(two.volts, times(kc, one.volts));
		const c2 = two.columns[outlet] as Float64Array;
		const column = new Float64Array(6);
		for (let i = 0; i < 3; i++) {
			const moved = times(kc, [c1[2 * i] as number, c1[2 * i + 1] as number]);
			column[2 * i] = (c2[2 * i] as number) - moved[0];
			column[2 * i + 1] = (c2[2 * i + 1] as number) - moved[1];
		}
		change(port, column, factor(two.siemens, (ohms[1] ?? 0) - two.builtIn, loop), volts);
		return port;
	}
}
type Complex = readonly [number, number];
const times = ([a, b]: Complex, [c, d]: Complex): Complex => [a * c - b * d, a * d + b * c];
const less = ([a, b]: Complex, [c, d]: Complex): Complex => [a - c, b - d];

interface LooseBranch {
	siemens: number;
	/** Of the ohms of its connection, so many are in the network as it was solved: a contact is built with one ohm. */
	builtIn: number;
	/** Ohms seen across it, and volts over it, as the network is. */
	loop: Complex;
	volts: Complex;
	/** For each outlet: volts at its contacts for an ampere through the branch's ends. */
	columns: Float64Array[];
	/** The same across each of the branches. */
	cross: Complex[];
}
function looseBranch(
	solution: Solution,
	{ a, b, siemens }: Branch,
	{ nodes, branches }: { nodes: readonly (readonly (Node | null)[])[]; branches: readonly Branch[] }
): LooseBranch {
	const { re, im } = solution.driven([
		[a, 1],
		[b, -1]
	]);
	const of = (node: Node | null): Complex =>
		node === null || node === EARTH ? [0, 0] : [re[node] as number, im[node] as number];
	const volts = solution.between(a, b);
	return {
		siemens,
		builtIn: siemens === 1 / NOMINAL_OHMS ? NOMINAL_OHMS : 0,
		loop: less(of(a), of(b)),
		volts: [volts.re, volts.im],
		columns: nodes.map((contacts) => Float64Array.from(contacts.flatMap((n) => [...of(n)]))),
		cross: branches.map((o) => less(of(o.a), of(o.b)))
	};
}
/** By what the inverse changes where a branch gets ohms in series. */
function factor(siemens: number, ohms: number, loop: Complex): Complex {
	const change = 1 / (1 / siemens + ohms) - siemens;
	const [dr, di] = [1 + change * loop[0], change * loop[1]];
	const d = dr * dr + di * di;
	return [(change * dr) / d, (-change * di) / d];
}
function change(port: Port, column: Float64Array, k: Complex, volts: Complex): void {
	const kv = times(k, volts);
	for (let i = 0; i < 3; i++) {
		const ci: Complex = [column[2 * i] as number, column[2 * i + 1] as number];
		const [vr, vi] = times(ci, kv);
		port.v[2 * i] = (port.v[2 * i] as number) - vr;
		port.v[2 * i + 1] = (port.v[2 * i + 1] as number) - vi;
		const ck = times(ci, k);
		for (let j = 0; j < 3; j++) {
			const [zr, zi] = times(ck, [column[2 * j] as number, column[2 * j + 1] as number]);
			port.z[6 * i + 2 * j] = (port.z[6 * i + 2 * j] as number) - zr;
			port.z[6 * i + 2 * j + 1] = (port.z[6 * i + 2 * j + 1] as number) - zi;
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
