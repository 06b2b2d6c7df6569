/**
 * The order in which a run is fed with the least cable: from the panel through every box, each from the one before;
 * or, where taps are allowed, as a tree.
 */
export interface FeedCase {
	/** Feet from the panel to each box. */
	fromPanel: readonly number[];
	/** Feet between boxes. */
	between: readonly (readonly number[])[];
}
export interface FeedOrder {
	/** For each box the one that feeds it, by number; -1: the panel. */
	from: number[];
	/** In feed order. */
	order: number[];
	feet: number;
	/** No other order has less. */
	exact: boolean;
}

/** Exact by dynamic programming up to so many boxes; beyond, an improved search. */
const EXACT_UP_TO = 14;

/**
 * @example three boxes in a line away from the panel are fed in that order
 */
export function feedOrder(c: FeedCase): FeedOrder {
	const n = c.fromPanel.length;
	const exact = n <= EXACT_UP_TO;
	const order = n === 0 ? [] : exact ? byProgramming(c) : bySearch(c);
	return { order, from: chained(order), feet: lengthOf(c, order), exact };
}
function chained(order: readonly number[]): number[] {
	const from: number[] = [];
	order.forEach((box, i) => (from[box] = i ? (order[i - 1] as number) : -1));
	return from;
}
const between = (c: FeedCase, a: number, b: number): number => (a < 0 ? c.fromPanel[b] : c.between[a]?.[b]) ?? Infinity;
/** Cable that an order of feeding takes, ft. */
export const lengthOf = (c: FeedCase, order: readonly number[]): number =>
	order.reduce((sum, box, i) => sum + between(c, i ? (order[i - 1] as number) : -1, box), 0);

/** Least cable over every set of boxes and its last one: a set is a number, a bit for each box. */
function byProgramming(c: FeedCase): number[] {
	const n = c.fromPanel.length;
	const size = 1 << n;
	const best = new Float64Array(size * n).fill(Infinity);
	const before = new Int8Array(size * n).fill(-1);
	for (let i = 0; i < n; i++) best[(1 << i) * n + i] = between(c, -1, i);
	for (let set = 1; set < size; set++) {
		for (let last = 0; last < n; last++) {
			const so = best[set * n + last] as number;
			if (so === Infinity) continue;
			for (let next = 0; next < n; next++) {
				if (set & (1 << next)) continue;
				const to = (set | (1 << next)) * n + next;
				const feet = so + between(c, last, next);
				if (feet < (best[to] as number)) {
					best[to] = feet;
					before[to] = last;
				}
			}
		}
	}
	const all = size - 1;
	let last = 0;
	for (let i = 1; i < n; i++) if ((best[all * n + i] as number) < (best[all * n + last] as number)) last = i;
	const order: number[] = [];
	for (let set = all; last >= 0;) {
		order.unshift(last);
		const prior = before[set * n + last] as number;
		set &= ~(1 << last);
		last = prior;
	}
	return order;
}

/** From every first box the nearest next, improved; then the best of them shaken and improved again, many times. */
function bySearch(c: FeedCase): number[] {
	const n = c.fromPanel.length;
	let best: number[] = [];
	let feet = Infinity;
	const offer = (tried: number[]) => {
		const length = lengthOf(c, tried);
		if (length < feet - 1e-9) [best, feet] = [tried, length];
	};
	for (let first = 0; first < n; first++) offer(improved(c, nearest(c, first)));
	const random = seeded();
	// From the best, and now and then from somewhere else altogether: a good order is not always near a good order.
	for (let shake = 0; shake < SHAKES; shake++) offer(improved(c, shake % 3 ? shaken(best, random) : shuffled(n, random)));
	return best;
}
/** A good order, quickly: what a search over many groupings can afford for each. */
export function feedQuick(c: FeedCase): number {
	const n = c.fromPanel.length;
	if (n < 2) return c.fromPanel[0] ?? 0;
	let first = 0;
	for (let i = 1; i < n; i++) if ((c.fromPanel[i] as number) < (c.fromPanel[first] as number)) first = i;
	// Pieces of three boxes at most: longer ones seldom help, and cost the most to try.
	return lengthOf(c, improved(c, nearest(c, first), 3));
}
const SHAKES = 70;
/** Fixed, so that the same run always gets the same order. */
function seeded(): () => number {
	let state = 20_261_125;
	return () => (state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296) / 4_294_967_296;
}
const shuffled = (n: number, random: () => number): number[] =>
	Array.from({ length: n }, (_, i) => ({ i, r: random() }))
		.sort((x, y) => x.r - y.r)
		.map((x) => x.i);
/** Three cuts, and the middle pieces change places: what turning and moving of pieces does not undo by itself. */
function shaken(order: readonly number[], random: () => number): number[] {
	const n = order.length;
	const [a = 0, b = 0, d = 0] = [0, 1, 2].map(() => 1 + Math.floor(random() * (n - 1))).sort((x, y) => x - y);
	return [...order.slice(0, a), ...order.slice(b, d), ...order.slice(a, b), ...order.slice(d)];
}
function nearest(c: FeedCase, first: number): number[] {
	const order = [first];
	const left = new Set(c.fromPanel.keys());
	left.delete(first);
	while (left.size) {
		const at = order.at(-1) as number;
		const next = [...left].reduce((a, b) => (between(c, at, b) < between(c, at, a) ? b : a));
		left.delete(next);
		order.push(next);
	}
	return order;
}
/** Turns pieces round and moves pieces until nothing helps. Only the ends of a piece change what it costs. */
function improved(c: FeedCase, start: readonly number[], longest?: number): number[] {
	let order = [...start];
	for (let next = better(c, order, longest); next; next = better(c, order, longest)) order = next;
	return order;
}
const better = (c: FeedCase, order: readonly number[], longest?: number): number[] | null =>
	turnedRound(c, order) ?? movedPiece(c, order, longest);
/** From one box to the next of an order; before the first stands the panel, after the last nothing. */
const step = (c: FeedCase, order: readonly number[], from: number, to: number): number =>
	to >= order.length ? 0 : between(c, from < 0 ? -1 : (order[from] as number), order[to] as number);

function turnedRound(c: FeedCase, order: readonly number[]): number[] | null {
	const n = order.length;
	for (let i = 0; i < n - 1; i++) {
		const before = i ? (order[i - 1] as number) : -1;
		for (let j = i + 1; j < n; j++) {
			const after = order[j + 1];
			const now = step(c, order, i - 1, i) + step(c, order, j, j + 1);
			const then = between(c, before, order[j] as number) + (after === undefined ? 0 : between(c, order[i] as number, after));
			if (then < now - 1e-9) return [...order.slice(0, i), ...order.slice(i, j + 1).reverse(), ...order.slice(j + 1)];
		}
	}
	return null;
}
function movedPiece(c: FeedCase, order: readonly number[], longest = order.length - 1): number[] | null {
	const n = order.length;
	for (let size = 1; size < n && size <= longest; size++) {
		for (let i = 0; i + size <= n; i++) {
			const rest = [...order.slice(0, i), ...order.slice(i + size)];
			const [first, last] = [order[i] as number, order[i + size - 1] as number];
			const gain = step(c, order, i - 1, i) + step(c, order, i + size - 1, i + size) - step(c, rest, i - 1, i);
			for (let at = 0; at <= rest.length; at++) {
				if (at === i) continue;
				const before = at ? (rest[at - 1] as number) : -1;
				const after = rest[at];
				const cut = step(c, rest, at - 1, at);
				const on = between(c, before, first) + (after === undefined ? 0 : between(c, last, after)) - cut;
				const back = between(c, before, last) + (after === undefined ? 0 : between(c, first, after)) - cut;
				if (Math.min(on, back) >= gain - 1e-9) continue;
				const piece = order.slice(i, i + size);
				return [...rest.slice(0, at), ...(on < gain - 1e-9 ? piece : piece.reverse()), ...rest.slice(at)];
			}
		}
	}
	return null;
}

/** With taps: each box from whatever of the run is nearest. A least spanning tree, so exact for any number. */
export function feedTree(c: FeedCase): FeedOrder {
	const n = c.fromPanel.length;
	const from: number[] = Array.from({ length: n }, () => -1);
	const near = [...c.fromPanel];
	const order: number[] = [];
	const done = new Set<number>();
	let feet = 0;
	while (order.length < n) {
		let next = -1;
		for (let i = 0; i < n; i++) if (!done.has(i) && (next < 0 || (near[i] as number) < (near[next] as number))) next = i;
		done.add(next);
		order.push(next);
		feet += near[next] as number;
		for (let i = 0; i < n; i++) {
			const far = between(c, next, i);
			if (done.has(i) || far >= (near[i] as number)) continue;
			near[i] = far;
			from[i] = next;
		}
	}
	return { order, from, feet, exact: true };
}
