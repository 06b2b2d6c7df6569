import { NO_LOAD_OHMS, ohmsOf, ON_W, shareUpTo } from './unknown-loads';

/**
 * Two circuits on one neutral that is lost: the loads of one leg stand in series with those of the other, and a volt at one of them tells
 * their ratio to a percent. So fine a grid of both would be tens of thousands of networks: it is made where the readings point to.
 * Coarse cells are held against the readings with their spread made wider; those that hold most are parted, a few times.
 */
const PASSES = [
	{ parts: 8, blur: 12, best: 0 },
	{ parts: 3, blur: 5, best: 12 },
	{ parts: 3, blur: 2, best: 12 },
	{ parts: 3, blur: 1, best: 12 }
] as const;
/** From and to, as logarithms of watts; null: nothing is on. */
type Span = { from: number; to: number } | null;
interface Cell {
	of: readonly [Span, Span];
	ohms: readonly number[];
	/** Of all sums of both, those in this cell, log. */
	share: number;
	blur: number;
	/** The same with how likely the readings are, log. */
	log: number;
}
/** What was tried, and the logarithm of its share times how likely the readings are: together they are all that may be on. */
export interface Sought {
	grid: readonly (readonly number[])[];
	logs: number[];
}

/**
 * @param outlets of each leg @param likely log of how likely all readings are, with so many ohms on each leg and spreads so many times as wide
 */
export function seekLoads(outlets: readonly [number, number], likely: (ohms: readonly number[], blur: number) => number): Sought {
	const upTo = outlets.map(shareUpTo) as [ReturnType<typeof shareUpTo>, ReturnType<typeof shareUpTo>];
	const shareOf = (leg: 0 | 1, span: Span): number =>
		span ? upTo[leg](Math.exp(span.to)) - upTo[leg](Math.exp(span.from)) : upTo[leg](ON_W.least);
	const cell = (of: Cell['of'], blur: number): Cell => {
		const ohms = of.map((span) => (span ? ohmsOf(Math.exp((span.from + span.to) / 2)) : NO_LOAD_OHMS));
		const share = Math.log(Math.max(LEAST_SHARE, shareOf(0, of[0]) * shareOf(1, of[1])));
		return { of, ohms, share, blur, log: share + likely(ohms, blur) };
	};
	let leaves: Cell[] = [];
	for (const { parts, blur, best } of PASSES) {
		if (!leaves.length) {
			const spans: Span[] = [null, ...parted({ from: Math.log(ON_W.least), to: Math.log(ON_W.most) }, parts)];
			leaves = spans.flatMap((a) => spans.map((b) => cell([a, b], blur)));
			continue;
		}
		const sorted = leaves.sort((a, b) => b.log - a.log);
		const finer = sorted.slice(0, best).flatMap(({ of: [one, other] }) => {
			const [as, bs] = [parted(one, parts), parted(other, parts)];
			return as.flatMap((a) => bs.map((b) => cell([a, b], blur)));
		});
		leaves = [...finer, ...sorted.slice(best)];
	}
	// A wide spread was to find the way: what it lends to the cells beside it is taken back, where it counts.
	const most = Math.max(...leaves.map((l) => l.log));
	const logs = leaves.map((l) => (l.blur === 1 || l.log < most - COUNTS ? l.log : l.share + likely(l.ohms, 1)));
	return { grid: leaves.map((l) => l.ohms), logs };
}
const LEAST_SHARE = 1e-9;
/** What is less likely by so much, log, counts for nothing. */
const COUNTS = 12;
function parted(span: Span, parts: number): Span[] {
	if (!span) return [null];
	const step = (span.to - span.from) / parts;
	return Array.from({ length: parts }, (_, i) => ({ from: span.from + i * step, to: span.from + (i + 1) * step }));
}
