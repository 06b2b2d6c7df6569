import type { Phasor } from './phasor';

/**
 * Complex nodal analysis of a network of resistances and capacitances between nodes, some of which stand at given volts.
 *
 * Every unknown node is taken out by turning the star of its branches into a mesh between its neighbors: products and
 * quotients of sums only, no differences, so that a joint of a milliohm and a stray capacitance of a picofarad keep all
 * their digits side by side. Its volts then follow as the mean of its neighbors, each weighed by its branch. Nodes are
 * taken out from the last made to the first: built in feed order, a tree of cable fills in nothing.
 *
 * A second pass solves for what each node differs from the low-ohm part it belongs to, so that the current of a milliohm
 * comes out of a small difference that is known well, and not of two large ones that nearly agree.
 */
export type Node = number;
/** Resistance in ohm, capacitance in farad, side by side between two nodes. */
export interface Branch {
	a: Node;
	b: Node;
	siemens: number;
	farad: number;
}

/** The earth all volts are told from. */
export const EARTH: Node = 0;
export const MAINS_HZ = 60;
/** What is joined to nothing at all still stands somewhere: air and dust, in siemens. */
const AIR = 1e-25;
/** Parts joined by less than this many siemens are told apart in the second pass. */
const LOW_OHM = 0.2;

export class Network {
	readonly branches: Branch[] = [];
	private readonly given: (Phasor | undefined)[] = [{ re: 0, im: 0 }];

	/** @param volts where it stands whatever flows; left out: to be found */
	node(volts?: Phasor): Node {
		return this.given.push(volts) - 1;
	}
	/** @param ohm more than 0 @throws RangeError for none or a negative resistance */
	resistor(a: Node, b: Node, ohm: number): void {
		if (!(ohm > 0)) throw new RangeError(`a resistance must be more than 0 ohm, got ${ohm}`);
		if (a !== b) this.branches.push({ a, b, siemens: 1 / ohm, farad: 0 });
	}
	capacitor(a: Node, b: Node, farad: number): void {
		if (a !== b && farad > 0) this.branches.push({ a, b, siemens: 0, farad });
	}
	get nodes(): number {
		return this.given.length;
	}
	voltsGiven(node: Node): Phasor | undefined {
		return this.given[node];
	}
	/** The same with its sources at nothing, as for an ohmmeter. */
	dead(): Network {
		const same = this.copy();
		same.given.forEach((volts, node) => volts && (same.given[node] = { re: 0, im: 0 }));
		return same;
	}
	/** One to which an instrument may be joined without touching this one. */
	copy(): Network {
		const same = new Network();
		for (const branch of this.branches) same.branches.push(branch);
		same.given.length = 0;
		for (const volts of this.given) same.given.push(volts);
		return same;
	}
}

/** At most so many nodes are looked from at once. */
const MOST_SEEN = 3;
/** Room for the neighbors of a node at first; a tree of three-wire cable never needs more. */
const ROOM = 10;

export class Solution {
	private readonly n: number;
	private readonly omega: number;
	private readonly free: Uint8Array;
	/** Of each node the neighbors that stay after it, and their shares of the sum of its branches, in rows of `room`. */
	private room = ROOM;
	private readonly count: Int32Array;
	private cols: Int32Array;
	private re: Float64Array;
	private im: Float64Array;
	/** Sum of the branches of each node when it was taken out. */
	private readonly sumRe: Float64Array;
	private readonly sumIm: Float64Array;
	/** Volts: of the low-ohm part, and what the node differs from it. */
	private readonly baseRe: Float64Array;
	private readonly baseIm: Float64Array;
	private readonly offRe: Float64Array;
	private readonly offIm: Float64Array;

	constructor(
		readonly network: Network,
		readonly hertz = MAINS_HZ
	) {
		const n = network.nodes;
		this.n = n;
		this.omega = 2 * Math.PI * hertz;
		this.free = new Uint8Array(n);
		for (let i = 0; i < n; i++) this.free[i] = network.voltsGiven(i) ? 0 : 1;
		this.count = new Int32Array(n);
		this.cols = new Int32Array(n * ROOM);
		this.re = new Float64Array(n * ROOM);
		this.im = new Float64Array(n * ROOM);
		const sums = new Float64Array(6 * n);
		this.sumRe = sums.subarray(0, n);
		this.sumIm = sums.subarray(n, 2 * n);
		this.baseRe = sums.subarray(2 * n, 3 * n);
		this.baseIm = sums.subarray(3 * n, 4 * n);
		this.offRe = sums.subarray(4 * n, 5 * n);
		this.offIm = sums.subarray(5 * n, 6 * n);
		this.eliminate();
		this.settle();
	}

	volts(node: Node): Phasor {
		return {
			re: (this.baseRe[node] as number) + (this.offRe[node] as number),
			im: (this.baseIm[node] as number) + (this.offIm[node] as number)
		};
	}
	between(a: Node, b: Node): Phasor {
		const { baseRe, baseIm, offRe, offIm } = this;
		return {
			re: (baseRe[a] as number) - (baseRe[b] as number) + ((offRe[a] as number) - (offRe[b] as number)),
			im: (baseIm[a] as number) - (baseIm[b] as number) + ((offIm[a] as number) - (offIm[b] as number))
		};
	}
	/** Amps from `a` to `b` through one branch. */
	amps(branch: Branch): Phasor {
		const v = this.between(branch.a, branch.b);
		const b = this.omega * branch.farad;
		return { re: branch.siemens * v.re - b * v.im, im: branch.siemens * v.im + b * v.re };
	}

	/**
	 * What is seen from some nodes towards the earth with the sources at nothing: volts at each for one ampere into each.
	 * @returns `z[i][j]` in ohm: volts at node i for an ampere into node j
	 */
	impedance(nodes: readonly Node[]): Phasor[][] {
		const columns = nodes.map((into) => {
			const { re, im } = this.driven([[into, 1]]);
			return nodes.map((node) => ({ re: re[node] as number, im: im[node] as number }));
		});
		return nodes.map((_, i) => columns.map((column) => column[i] as Phasor));
	}

	/**
	 * Volts at every node for amps put into some of them, the sources at nothing.
	 * @param into node and amps, each; into a node that is given nothing flows
	 */
	driven(into: readonly (readonly [node: Node, amps: number])[]): { re: Float64Array; im: Float64Array } {
		const all = new Float64Array(4 * this.n);
		const part = (i: number) => all.subarray(i * this.n, (i + 1) * this.n);
		const [jRe, jIm, re, im] = [part(0), part(1), part(2), part(3)];
		for (const [node, amps] of into) if (this.free[node]) jRe[node] = (jRe[node] as number) + amps;
		this.substitute(jRe, jIm, re, im);
		return { re, im };
	}

	/**
	 * The same as `impedance`, from the way of each node's ampere to the earth alone: what a few nodes see of a long run costs
	 * little. @param out filled with re and im of volts at i for an ampere into j, at 2 (nodes i + j)
	 */
	seenFrom(nodes: readonly (Node | null)[], out: Float64Array): void {
		const { n, room, cols, re, im, count, free, sumRe, sumIm } = this;
		const many = nodes.length;
		this.ways ??= new Float64Array(2 * MOST_SEEN * n);
		const ways = this.ways;
		let first = 0;
		for (let i = 0; i < many; i++) {
			const from = nodes[i] ?? EARTH;
			if (!free[from]) continue;
			if (from > first) first = from;
			const [wr, wi] = [2 * i * n, (2 * i + 1) * n];
			ways[wr + from] = 1;
			for (let node = from; node > 0; node--) {
				const r = ways[wr + node] as number;
				const m = ways[wi + node] as number;
				if (!free[node] || (r === 0 && m === 0)) continue;
				const end = node * room + (count[node] as number);
				for (let k = node * room; k < end; k++) {
					const to = cols[k] as number;
					if (!free[to]) continue;
					const a = re[k] as number;
					const b = im[k] as number;
					ways[wr + to] = (ways[wr + to] as number) + r * a - m * b;
					ways[wi + to] = (ways[wi + to] as number) + r * b + m * a;
				}
			}
		}
		out.fill(0, 0, 2 * many * many);
		for (let node = first; node > 0; node--) {
			if (!free[node]) continue;
			const sr = sumRe[node] as number;
			const si = sumIm[node] as number;
			const d = sr * sr + si * si;
			for (let i = 0; i < many; i++) {
				const r = ways[2 * i * n + node] as number;
				const m = ways[(2 * i + 1) * n + node] as number;
				if (r === 0 && m === 0) continue;
				const [x, y] = [(r * sr + m * si) / d, (m * sr - r * si) / d];
				for (let j = 0; j <= i; j++) {
					const q = ways[2 * j * n + node] as number;
					const p = ways[(2 * j + 1) * n + node] as number;
					out[2 * (many * i + j)] = (out[2 * (many * i + j)] as number) + x * q - y * p;
					out[2 * (many * i + j) + 1] = (out[2 * (many * i + j) + 1] as number) + x * p + y * q;
				}
			}
			for (let i = 0; i < 2 * many; i++) ways[i * n + node] = 0;
		}
		for (let i = 0; i < many; i++)
			for (let j = 0; j < i; j++) for (let k = 0; k < 2; k++) out[2 * (many * j + i) + k] = out[2 * (many * i + j) + k] as number;
	}
	private ways: Float64Array | undefined;

	/** Adds a branch to the row of the node that is taken out first; those that are given stay to the end. */
	private put(a: number, b: number, g: number, c: number): void {
		const byA = this.free[a] && (a > b || !this.free[b]);
		if (!byA && !this.free[b]) return;
		const row = byA ? a : b;
		const other = byA ? b : a;
		const start = row * this.room;
		const end = start + (this.count[row] as number);
		for (let k = start; k < end; k++) {
			if (this.cols[k] !== other) continue;
			this.re[k] = (this.re[k] as number) + g;
			this.im[k] = (this.im[k] as number) + c;
			return;
		}
		if (end === start + this.room) {
			this.widen();
			this.put(a, b, g, c);
			return;
		}
		this.cols[end] = other;
		this.re[end] = g;
		this.im[end] = c;
		this.count[row] = (this.count[row] as number) + 1;
	}
	private widen(): void {
		const { n, room } = this;
		const wider = 2 * room;
		const [cols, re, im] = [new Int32Array(n * wider), new Float64Array(n * wider), new Float64Array(n * wider)];
		for (let i = 0; i < n; i++) {
			cols.set(this.cols.subarray(i * room, (i + 1) * room), i * wider);
			re.set(this.re.subarray(i * room, (i + 1) * room), i * wider);
			im.set(this.im.subarray(i * room, (i + 1) * room), i * wider);
		}
		[this.cols, this.re, this.im, this.room] = [cols, re, im, wider];
	}

	private eliminate(): void {
		const { n, omega, free } = this;
		for (const b of this.network.branches) this.put(b.a, b.b, b.siemens, omega * b.farad);
		for (let node = n - 1; node > 0; node--) {
			if (!free[node]) continue;
			this.put(node, EARTH, AIR, 0);
			const many = this.count[node] as number;
			let start = node * this.room;
			let sRe = 0;
			let sIm = 0;
			for (let k = start; k < start + many; k++) {
				sRe += this.re[k] as number;
				sIm += this.im[k] as number;
			}
			this.sumRe[node] = sRe;
			this.sumIm[node] = sIm;
			const d = sRe * sRe + sIm * sIm;
			for (let k = start; k < start + many; k++) {
				const g = this.re[k] as number;
				const b = this.im[k] as number;
				this.re[k] = (g * sRe + b * sIm) / d;
				this.im[k] = (b * sRe - g * sIm) / d;
			}
			// Star to mesh: the share of one neighbor times the branch of the other.
			for (let i = 1; i < many; i++) {
				const wRe = this.re[start + i] as number;
				const wIm = this.im[start + i] as number;
				const yRe = wRe * sRe - wIm * sIm;
				const yIm = wRe * sIm + wIm * sRe;
				for (let k = 0; k < i; k++) {
					const uRe = this.re[start + k] as number;
					const uIm = this.im[start + k] as number;
					this.put(this.cols[start + i] as number, this.cols[start + k] as number, yRe * uRe - yIm * uIm, yRe * uIm + yIm * uRe);
					// Rows may have been widened.
					start = node * this.room;
				}
			}
		}
	}

	/** Volts for amps put into the nodes; those of the given nodes stand in `vRe`, `vIm` already. */
	private substitute(jRe: Float64Array, jIm: Float64Array, vRe: Float64Array, vIm: Float64Array): void {
		const { n, room, cols, re, im, count, free, sumRe, sumIm } = this;
		for (let node = n - 1; node > 0; node--) {
			const r = jRe[node] as number;
			const m = jIm[node] as number;
			if (!free[node] || (r === 0 && m === 0)) continue;
			const end = node * room + (count[node] as number);
			for (let k = node * room; k < end; k++) {
				const to = cols[k] as number;
				const a = re[k] as number;
				const b = im[k] as number;
				jRe[to] = (jRe[to] as number) + r * a - m * b;
				jIm[to] = (jIm[to] as number) + r * b + m * a;
			}
		}
		for (let node = 1; node < n; node++) {
			if (!free[node]) continue;
			const sr = sumRe[node] as number;
			const si = sumIm[node] as number;
			const r = jRe[node] as number;
			const m = jIm[node] as number;
			const d = sr * sr + si * si;
			let x = (r * sr + m * si) / d;
			let y = (m * sr - r * si) / d;
			const end = node * room + (count[node] as number);
			for (let k = node * room; k < end; k++) {
				const to = cols[k] as number;
				const a = re[k] as number;
				const b = im[k] as number;
				x += a * (vRe[to] as number) - b * (vIm[to] as number);
				y += a * (vIm[to] as number) + b * (vRe[to] as number);
			}
			vRe[node] = x;
			vIm[node] = y;
		}
	}

	/** Solves twice: for the volts of each low-ohm part, and for what its nodes differ from them. */
	private settle(): void {
		const { n, network, omega, baseRe, baseIm, offRe, offIm } = this;
		const scratch = new Float64Array(4 * n);
		const firstRe = scratch.subarray(0, n);
		const firstIm = scratch.subarray(n, 2 * n);
		const jRe = scratch.subarray(2 * n, 3 * n);
		const jIm = scratch.subarray(3 * n, 4 * n);
		for (let node = 0; node < n; node++) {
			const v = network.voltsGiven(node);
			if (!v) continue;
			firstRe[node] = v.re;
			firstIm[node] = v.im;
		}
		this.substitute(jRe, jIm, firstRe, firstIm);
		const part = this.parts();
		for (let node = 0; node < n; node++) {
			const of = part[node] as number;
			baseRe[node] = firstRe[of] as number;
			baseIm[node] = firstIm[of] as number;
			const v = network.voltsGiven(node);
			if (!v) continue;
			offRe[node] = v.re - (baseRe[node] as number);
			offIm[node] = v.im - (baseIm[node] as number);
		}
		for (const b of network.branches) this.flow(b.a, b.b, b.siemens, omega * b.farad, jRe, jIm);
		for (let node = 1; node < n; node++) if (this.free[node]) this.flow(node, EARTH, AIR, 0, jRe, jIm);
		this.substitute(jRe, jIm, offRe, offIm);
	}
	/** Amps that the bases alone drive from one node to another. */
	private flow(a: number, b: number, g: number, c: number, jRe: Float64Array, jIm: Float64Array): void {
		const dr = (this.baseRe[a] as number) - (this.baseRe[b] as number);
		const di = (this.baseIm[a] as number) - (this.baseIm[b] as number);
		if (dr === 0 && di === 0) return;
		const r = g * dr - c * di;
		const m = g * di + c * dr;
		jRe[a] = (jRe[a] as number) - r;
		jIm[a] = (jIm[a] as number) - m;
		jRe[b] = (jRe[b] as number) + r;
		jIm[b] = (jIm[b] as number) + m;
	}

	/** For each node one that stands for its low-ohm part: a given one where there is one. Two given ones are never one part. */
	private parts(): Int32Array {
		const { n, free } = this;
		const of = new Int32Array(n);
		for (let i = 0; i < n; i++) of[i] = i;
		for (const { a, b, siemens } of this.network.branches) {
			if (siemens < LOW_OHM) continue;
			const ra = root(of, a);
			const rb = root(of, b);
			if (ra === rb || (!free[ra] && !free[rb])) continue;
			if (free[ra]) of[ra] = rb;
			else of[rb] = ra;
		}
		for (let i = 0; i < n; i++) of[i] = root(of, i);
		return of;
	}
}
/** Of a node that which stands for all that are joined to it. @returns its number; ways there are made shorter */
export function root(of: Int32Array, i: number): number {
	let at = i;
	while (of[at] !== at) {
		of[at] = of[of[at] as number] as number;
		at = of[at] as number;
	}
	return at;
}
