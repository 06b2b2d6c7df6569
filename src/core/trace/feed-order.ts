import type { Random } from '../units/random';
import { LEAST_OPENING } from './spread';

/**
 * In what order boxes are fed, where nobody knows their cables. One test at an opened box - all hots disconnected and capped, power on -
 * tells which boxes are dead: those that hang behind it. Every tree that agrees with every answer is weighed: short cables are
 * likelier, taps rarer than chains.
 * @source facts on testing, "Feed order of boxes whose cables are not known"
 */
export interface Unordered {
	/** Names of the boxes. */
	boxes: readonly string[];
	/** Feet between two boxes, and from the panel to a box; null: not known. */
	feet: (from: string | null, to: string) => number | null;
	/** Cables counted in a box; null: not counted. */
	cables?: ((box: string) => number | null) | undefined;
	/** What was dead with the hots of a box disconnected, itself left out. */
	answers: ReadonlyMap<string, readonly string[]>;
	/** Which boxes were read with it open: of the others nothing was told. Left out: all. */
	asked?: ReadonlyMap<string, readonly string[]> | undefined;
	/** Boxes that cannot be opened now. */
	closed?: ReadonlySet<string> | undefined;
}
export interface FeedOrder {
	/** Likeliest: what feeds each box; null: the panel. */
	best: ReadonlyMap<string, string | null>;
	/** Of each box how likely it is the first on the way from the panel. */
	head: ReadonlyMap<string, number>;
	/** Of each box how likely each other one, or the panel (''), feeds it. */
	feeds: ReadonlyMap<string, ReadonlyMap<string, number>>;
	/** Which box to open next; null: nothing more is to be learnt. */
	next: { box: string; bits: number } | null;
	/** How likely the likeliest tree is. */
	sure: number;
	/** The answers contradict each other, or what was counted. */
	none: boolean;
	/** Answers of which no two of these can both be right; empty where no two contradict. */
	against: readonly string[];
}

/** How rare it is that a box feeds so many others, and the panel so many home runs of one circuit. */
const TAPS = [1, 1, 0.25, 0.08, 0.02] as const;
const HOMES = [0, 1, 0.1, 0.02, 0.005] as const;
/** A cable so much longer is e times less likely, ft. */
const SHORT_FT = 14;
/** Of a home run, which may be long. */
const HOME_FT = 60;
/** Exact up to so many boxes; more are sampled. */
const EXACT_BOXES = 12;
const SAMPLES = 4000;

/** @param random for what is sampled: the same numbers, the same answer */
export function feedOrder(of: Unordered, random: Random): FeedOrder {
	const trees = new Trees(of);
	const samples = trees.sampled(SAMPLES, random);
	const total = samples.reduce((s, t) => s + t.weight, 0);
	const names = of.boxes;
	if (!samples.length || !(total > 0)) {
		const against = contradicting(of);
		// Of too many boxes none of the trees drawn may agree, though one does: the next box still narrows them.
		const drawn = names.length > EXACT_BOXES && !against.length;
		const left = names.filter((b) => !of.answers.has(b) && !of.closed?.has(b));
		const next = drawn && left.length ? { box: left[left.length >> 1] as string, bits: LEAST_OPENING.bits } : null;
		return { best: new Map(), head: new Map(), feeds: new Map(), next, sure: 0, none: names.length > 0 && !drawn, against };
	}
	const feeds = new Map(names.map((b) => [b, new Map<string, number>()]));
	const outcomes = names.map(() => new Map<number, number>());
	const counts = new Map<string, { tree: Tree; weight: number }>();
	for (const t of samples) {
		const share = t.weight / total;
		const key = t.parents.join();
		counts.set(key, { tree: t, weight: (counts.get(key)?.weight ?? 0) + share });
		t.parents.forEach((p, i) => {
			const row = feeds.get(names[i] as string);
			const name = p < 0 ? '' : (names[p] as string);
			row?.set(name, (row.get(name) ?? 0) + share);
		});
		downstreamOf(t.parents).forEach((mask, i) => outcomes[i]?.set(mask, (outcomes[i]?.get(mask) ?? 0) + share));
	}
	const [best] = [...counts.values()].sort((a, b) => b.weight - a.weight);
	const open = names
		.map((box, i) => ({ box, bits: entropy(outcomes[i] as Map<number, number>) }))
		.filter((n) => !of.answers.has(n.box) && !of.closed?.has(n.box) && n.bits >= LEAST_OPENING.bits)
		.sort((a, b) => b.bits - a.bits);
	return {
		best: new Map(names.map((b, i) => [b, nameOr(names, best?.tree.parents[i] ?? -1)])),
		head: new Map(names.map((b) => [b, feeds.get(b)?.get('') ?? 0])),
		feeds,
		next: open[0] ?? null,
		sure: best?.weight ?? 0,
		none: false,
		against: []
	};
}
/** Opened boxes whose answers no tree can hold together: each pair lies one behind the other, or apart. */
function contradicting(of: Unordered): string[] {
	const behind = (box: string) => new Set([box, ...(of.answers.get(box) ?? [])]);
	const told = (box: string, other: string) => of.asked?.get(box)?.includes(other) ?? true;
	const opened = [...of.answers.keys()].filter((b) => of.boxes.includes(b));
	const agree = (a: string, b: string): boolean => {
		const [A, B] = [behind(a), behind(b)];
		if (A.has(b) && B.has(a)) return false;
		const within = (outer: string, all: ReadonlySet<string>, inner: ReadonlySet<string>) =>
			[...inner].every((x) => all.has(x) || !told(outer, x));
		if (A.has(b)) return within(a, A, B);
		if (B.has(a)) return within(b, B, A);
		return ![...A].some((x) => B.has(x));
	};
	return opened.filter((a) => opened.some((b) => a !== b && !agree(a, b)));
}
const nameOr = (names: readonly string[], i: number): string | null => (i < 0 ? null : (names[i] ?? null));
function entropy(of: ReadonlyMap<number, number>): number {
	let bits = 0;
	for (const p of of.values()) if (p > 0) bits -= p * Math.log2(p);
	return bits;
}
/** Those of the names that are among the boxes, as bits. */
const maskOf = (boxes: readonly string[], names: readonly string[]): number =>
	names.reduce((mask, name) => (boxes.includes(name) ? mask | (1 << boxes.indexOf(name)) : mask), 0);
interface Tree {
	/** Of each box the number of the one that feeds it; -1: the panel. */
	parents: number[];
	weight: number;
}
/** Of each box the boxes behind it, itself among them, as bits. */
export function downstreamOf(parents: readonly number[]): number[] {
	const masks = parents.map((_, i) => 1 << i);
	for (let i = 0; i < parents.length; i++)
		for (let p = parents[i] as number, n = 0; p >= 0 && n < parents.length; p = parents[p] as number, n++)
			masks[p] = (masks[p] as number) | (1 << i);
	return masks;
}

/** All trees of some boxes, weighed; drawn from by their weight. */
export class Trees {
	private readonly n: number;
	/** Weight of box i being fed by p; the panel is the last row. */
	private readonly edge: number[][];
	private readonly taps: (readonly number[] | null)[];
	/** What is behind a box, where it was opened, itself among them; -1: it was not. */
	private readonly told: number[];
	/** What was read with it open, itself among it. */
	private readonly asked: number[];
	/** Weight of all trees of a set of boxes that hang behind one of them, and of all forests below a feed with so many children. */
	private readonly treeOf = new Map<number, number>();
	private readonly forestOf = new Map<number, number>();

	constructor(of: Unordered) {
		const { boxes, feet } = of;
		this.n = boxes.length;
		const weigh = (from: string | null, to: string) => {
			const ft = feet(from, to);
			return ft === null ? 1 : Math.exp(-ft / (from === null ? HOME_FT : SHORT_FT));
		};
		this.edge = [...boxes, null].map((from) => boxes.map((to) => (from === to ? 0 : weigh(from, to))));
		this.taps = boxes.map((b) => {
			const count = of.cables?.(b) ?? null;
			return count === null ? null : TAPS.map((_, k) => (k === count - 1 ? 1 : 0));
		});
		this.told = boxes.map((b) => {
			const dead = of.answers.get(b);
			if (!dead) return -1;
			return maskOf(boxes, [b, ...dead]);
		});
		this.asked = boxes.map((b) => {
			const asked = of.asked?.get(b);
			return asked ? maskOf(boxes, [b, ...asked]) : -1;
		});
	}
	/** Weight of every tree together. */
	total(): number {
		return this.n ? this.below(this.n, (1 << this.n) - 1) : 0;
	}
	sampled(many: number, random: Random): Tree[] {
		if (!this.n) return [];
		if (this.n > EXACT_BOXES) return this.walked(many, random);
		if (!(this.total() > 0)) return [];
		return Array.from({ length: many }, () => {
			const parents = new Array<number>(this.n).fill(-1);
			this.drawBelow(this.n, (1 << this.n) - 1, { parents, random });
			return { parents, weight: 1 };
		});
	}

	private tap(feed: number, children: number): number {
		if (feed === this.n) return HOMES[children] ?? 0;
		return (this.taps[feed] ?? TAPS)[children] ?? 0;
	}
	/** Trees of a set behind its root. */
	private tree(root: number, set: number): number {
		const told = this.told[root] as number;
		if (told >= 0 && told !== (set & (this.asked[root] as number))) return 0;
		const key = set * 16 + root;
		const before = this.treeOf.get(key);
		if (before !== undefined) return before;
		const weight = this.below(root, set & ~(1 << root));
		this.treeOf.set(key, weight);
		return weight;
	}
	/** Forests of a set below a feed, whatever number of children it has. */
	private below(feed: number, set: number): number {
		let sum = 0;
		for (let k = 0; k < TAPS.length; k++) {
			const tap = this.tap(feed, k);
			if (tap > 0) sum += tap * this.forest(feed, set, k);
		}
		return sum;
	}
	/** The same with exactly so many children: the tree that holds the first of the set, and the rest. */
	private forest(feed: number, set: number, children: number): number {
		if (!set) return children === 0 ? 1 : 0;
		if (!children) return 0;
		const key = (set * 16 + feed) * 8 + children;
		const before = this.forestOf.get(key);
		if (before !== undefined) return before;
		let sum = 0;
		this.splits(set, (part) => {
			const rest = this.forest(feed, set & ~part, children - 1);
			if (rest > 0) sum += rest * this.fed(feed, part);
		});
		this.forestOf.set(key, sum);
		return sum;
	}
	/** Trees of a part that hang on a feed by one cable. */
	private fed(feed: number, part: number): number {
		let sum = 0;
		for (let root = 0; root < this.n; root++)
			if (part & (1 << root)) sum += (this.edge[feed]?.[root] ?? 0) * this.tree(root, part);
		return sum;
	}
	/** Every part of a set that holds its first box. */
	private splits(set: number, take: (part: number) => void): void {
		const first = set & -set;
		const rest = set & ~first;
		for (let sub = rest; ; sub = (sub - 1) & rest) {
			take(sub | first);
			if (!sub) return;
		}
	}

	private drawBelow(feed: number, set: number, to: { parents: number[]; random: Random }): void {
		let at = to.random() * this.below(feed, set);
		for (let k = 0; k < TAPS.length; k++) {
			at -= this.tap(feed, k) * this.forest(feed, set, k);
			if (at <= 0 || k === TAPS.length - 1) return this.drawForest(feed, set, { ...to, children: k });
		}
	}
	private drawForest(feed: number, set: number, to: { parents: number[]; random: Random; children: number }): void {
		if (!set) return;
		let at = to.random() * this.forest(feed, set, to.children);
		let chosen = 0;
		this.splits(set, (part) => {
			if (chosen) return;
			const rest = this.forest(feed, set & ~part, to.children - 1);
			if (rest > 0) at -= rest * this.fed(feed, part);
			if (at <= 0) chosen = part;
		});
		if (!chosen) return;
		this.drawTree(feed, chosen, to);
		this.drawForest(feed, set & ~chosen, { ...to, children: to.children - 1 });
	}
	private drawTree(feed: number, part: number, to: { parents: number[]; random: Random }): void {
		let at = to.random() * this.fed(feed, part);
		for (let root = 0; root < this.n; root++) {
			if (!(part & (1 << root))) continue;
			at -= (this.edge[feed]?.[root] ?? 0) * this.tree(root, part);
			if (at > 0) continue;
			to.parents[root] = feed === this.n ? -1 : feed;
			this.drawBelow(root, part & ~(1 << root), to);
			return;
		}
	}

	/** Too many for all of them: trees by random walks toward the panel, each weighed by its taps and by the answers (Wilson). */
	private walked(many: number, random: Random): Tree[] {
		const found: Tree[] = [];
		for (let i = 0; i < many; i++) {
			const parents = this.walk(random);
			const weight = this.weightOf(parents);
			if (weight > 0) found.push({ parents, weight });
		}
		return found;
	}
	private walk(random: Random): number[] {
		const { n } = this;
		const parents = new Array<number>(n).fill(-1);
		const inTree = new Array<boolean>(n).fill(false);
		for (let from = 0; from < n; from++) {
			for (let at = from; at < n && !inTree[at];) {
				const up = this.stepFrom(at, random);
				parents[at] = up === n ? -1 : up;
				at = up;
			}
			for (let at = from; at < n && !inTree[at]; at = (parents[at] as number) < 0 ? n : (parents[at] as number))
				inTree[at] = true;
		}
		return parents;
	}
	private stepFrom(box: number, random: Random): number {
		const row = this.edge.map((from) => from[box] ?? 0);
		let at = random() * row.reduce((s, w) => s + w, 0);
		for (let p = 0; p <= this.n; p++) if ((at -= row[p] as number) <= 0) return p;
		return this.n;
	}
	private weightOf(parents: readonly number[]): number {
		const children = new Array<number>(this.n + 1).fill(0);
		for (const p of parents) children[p < 0 ? this.n : p] = (children[p < 0 ? this.n : p] ?? 0) + 1;
		const behind = downstreamOf(parents);
		if (this.told.some((mask, i) => mask >= 0 && mask !== ((behind[i] as number) & (this.asked[i] as number)))) return 0;
		return children.reduce((w, k, feed) => w * this.tap(feed, k), 1);
	}
}
