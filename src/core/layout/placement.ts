/**
 * The fewest points on a line, or a closed line, so that every point of some stretches is within reach of one.
 * Everything is in whole sixteenths of an inch.
 */
export type Interval = readonly [from: number, to: number];

export interface PlacementCase {
	length: number;
	cyclic: boolean;
	reach: number;
	/** Positions of what is there already. */
	existing: readonly number[];
	/** Stretches that are served without a box of their own: along a heater with receptacles in it. */
	served?: readonly Interval[] | undefined;
	/** Where a box may go, sorted and apart; absent: anywhere. */
	feasible?: readonly Interval[] | undefined;
}

/** What no existing receptacle reaches, sorted. On a closed line a stretch never runs over the end: it is cut there. */
export function uncovered({ length, cyclic, reach, existing, served = [] }: PlacementCase): Interval[] {
	const covers = existing.flatMap((p): Interval[] => {
		const [a, b] = [p - reach, p + reach];
		if (!cyclic) return [[a, b]];
		if (b - a >= length) return [[0, length]];
		return [
			[a, b],
			[a + length, b + length],
			[a - length, b - length]
		];
	});
	return without([[0, length]], [...covers, ...served]);
}

/** What is left of some stretches when others are taken out of them. */
export function without(from: readonly Interval[], covers: readonly Interval[]): Interval[] {
	const sorted = [...covers].sort((a, b) => a[0] - b[0]);
	return from.flatMap(([start, end]) => {
		const left: Interval[] = [];
		let at = start;
		for (const [a, b] of sorted) {
			if (b <= at || a >= end) continue;
			if (a > at) left.push([at, a]);
			at = Math.max(at, b);
		}
		if (at < end) left.push([at, end]);
		return left;
	});
}

/**
 * Fewest new positions, provably: on a line, the first point out of reach must be reached by something, and the
 * farthest lawful place that still reaches it reaches the most beyond. A closed line is cut at each place that the
 * first new one could take in such a solution.
 * @returns null where the feasible places cannot reach everything
 */
export function fewest(c: PlacementCase): number[] | null {
	const open = uncovered(c);
	if (!open.length) return [];
	if (!c.cyclic) {
		const greedy = onLine(open, c.reach, c.feasible ?? [[0, c.length]]);
		return greedy && evenOut(c, greedy);
	}
	const tried = startsOnRing(c, open)
		.map((start) => fromStart(c, start))
		.filter((p): p is number[] => p !== null);
	const best = tried.sort((a, b) => a.length - b.length)[0];
	return best ? evenRing(c, best) : null;
}

/**
 * The fewest, of which as many as can be lie in preferred stretches: each is tried in turn, and kept where no more boxes follow from it.
 * @returns null where the feasible places cannot reach everything
 */
export function fewestPreferring(c: PlacementCase, preferred: readonly Interval[]): number[] | null {
	const least = fewest(c);
	if (!least?.length || !preferred.length) return least;
	const kept: number[] = [];
	let rest = least;
	for (const [a, b] of preferred) {
		for (const at of new Set([(a + b) / 2, a, b].map(Math.round))) {
			if (c.feasible && !c.feasible.some(([from, to]) => at >= from && at <= to)) continue;
			const after = fewest({ ...c, existing: [...c.existing, ...kept, at] });
			if (!after || kept.length + 1 + after.length > least.length) continue;
			kept.push(at);
			rest = after;
			break;
		}
	}
	return [...kept, ...rest];
}

/** Every position within reach of the first open point that a right-pushed solution could begin with. */
function startsOnRing(c: PlacementCase, open: readonly Interval[]): number[] {
	const [first] = open[0] ?? [0];
	const wrap = (x: number) => ((x % c.length) + c.length) % c.length;
	const near = (x: number) => Math.min(wrap(x - first), wrap(first - x)) <= c.reach;
	if (c.feasible) {
		const ends = c.feasible.flatMap(([a, b]) => [a, b, Math.min(b, Math.max(a, wrap(first + c.reach)))]);
		return [...new Set(ends)].filter(near);
	}
	const chain = Math.ceil(c.length / (2 * c.reach));
	const starts = open.flatMap(([a]) => Array.from({ length: chain + 1 }, (_, k) => wrap(a + c.reach + 2 * c.reach * k)));
	return [...new Set([wrap(first + c.reach), ...starts])].filter(near);
}

/** With one placed at `start`, the ring beyond its reach is a line. */
function fromStart(c: PlacementCase, start: number): number[] | null {
	const shift = (x: number) => (((x - start) % c.length) + c.length) % c.length;
	const turned: PlacementCase = {
		...c,
		existing: [...c.existing.map(shift), 0],
		served: c.served && turnIntervals(c.served, start, c.length)
	};
	const feasible = c.feasible && turnIntervals(c.feasible, start, c.length);
	const rest = onLine(uncovered(turned), c.reach, feasible ?? [[0, c.length]]);
	return rest && [start, ...rest.map((p) => (p + start) % c.length)];
}

function turnIntervals(intervals: readonly Interval[], by: number, length: number): Interval[] {
	return intervals
		.flatMap(([a, b]): Interval[] => [
			[a - by, b - by],
			[a - by + length, b - by + length]
		])
		.map(([a, b]): Interval => [Math.max(a, 0), Math.min(b, length)])
		.filter(([a, b]) => a <= b)
		.sort((x, y) => x[0] - y[0]);
}

function onLine(open: readonly Interval[], reach: number, feasible: readonly Interval[]): number[] | null {
	const placed: number[] = [];
	let left = [...open];
	for (let first = left[0]; first; first = left[0]) {
		const at = farthest(feasible, first[0] - reach, first[0] + reach);
		if (at === null) return null;
		placed.push(at);
		left = without(left, [[at - reach, at + reach]]);
		// A place that only touches the first point reaches nothing beyond it.
		if (left[0] && left[0][0] <= first[0]) return null;
	}
	return placed;
}

function farthest(feasible: readonly Interval[], least: number, most: number): number | null {
	for (let i = feasible.length - 1; i >= 0; i--) {
		const [a, b] = feasible[i] as Interval;
		const at = Math.min(b, most);
		if (at >= a && at >= least) return at;
	}
	return null;
}

const serves = (c: PlacementCase, positions: readonly number[]): boolean =>
	uncovered({ ...c, existing: [...c.existing, ...positions] }).length === 0;

const snap = (feasible: readonly Interval[] | undefined, target: number): number => {
	if (!feasible) return Math.round(target);
	const options = feasible.map(([a, b]) => Math.round(Math.min(b, Math.max(a, target))));
	return options.reduce(
		(best, p) => (Math.abs(p - target) < Math.abs(best - target) ? p : best),
		options[0] ?? Math.round(target)
	);
};

/** Spreads each chain of neighbors over the stretch that they serve together; keeps the greedy places where that fails. */
function evenOut(c: PlacementCase, greedy: readonly number[]): number[] {
	let result = [...greedy];
	const before: number[] = [];
	let i = 0;
	while (i < greedy.length) {
		let n = 1;
		while (i + n < greedy.length && (greedy[i + n] as number) - (greedy[i + n - 1] as number) <= 2 * c.reach) n++;
		const open = uncovered({ ...c, existing: [...c.existing, ...result.filter((_, k) => k < i || k >= i + n), ...before] });
		const [from, to] = [open[0]?.[0] ?? 0, open.at(-1)?.[1] ?? 0];
		const even = Array.from({ length: n }, (_, k) => snap(c.feasible, from + ((to - from) * (2 * k + 1)) / (2 * n)));
		const next = [...result.slice(0, i), ...even, ...result.slice(i + n)];
		if (serves(c, next)) result = next;
		i += n;
	}
	return result;
}

/** An empty ring takes them at equal distances. */
function evenRing(c: PlacementCase, best: readonly number[]): number[] {
	if (c.existing.length) return [...best];
	const even = best.map((_, k) => snap(c.feasible, (c.length * (2 * k + 1)) / (2 * best.length)));
	return serves(c, even) ? even : [...best];
}
