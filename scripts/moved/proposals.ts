import { feedOrder, feedQuick, feedTree } from '../../src/core/propose/feed-order';
import { groupUnits, type GroupCase } from '../../src/core/propose/group-search';
import { downstreamOf, feedOrder as orderOf, type Unordered } from '../../src/core/trace/feed-order';
import { seeded } from '../../src/core/units/random';
import { Random } from '../fuzz/random';
import type { Said } from './said';

/** Places on a floor, some of them over another, and the feet between them, square to the house. */
function placesAtRandom(r: Random, count: number) {
	const spots = Array.from({ length: count }, () => [r.below(60), r.below(45), r.below(2) * 9] as const);
	const apart = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + Math.abs(v - (b[i] ?? 0)), 3);
	return { fromPanel: spots.map((s) => apart(s, [0, 20, 0])), between: spots.map((s) => spots.map((t) => apart(s, t))) };
}
function groupAtRandom(r: Random): GroupCase {
	const units = 1 + r.below(16);
	const { fromPanel, between } = placesAtRandom(r, units * 2);
	const rooms = ['r1', 'r2', 'r3', 'r4'].slice(0, 1 + r.below(4));
	let place = 0;
	return {
		units: Array.from({ length: units }, () => ({
			places: Array.from({ length: 1 + r.below(2) }, () => place++),
			rooms: rooms.filter((_, i) => i === 0 || r.chance(0.4)).slice(-1 - r.below(2)),
			outlets: 1 + r.below(3),
			watts: r.pick([0, 0, 60, 180, 900]),
			fixedWatts: r.pick([0, 0, 0, 400, 1400]),
			counterOf: r.chance(0.3) ? r.pick(rooms) : null
		})),
		fromPanel,
		between: (a, b) => between[a]?.[b] ?? 0,
		mostOutlets: 3 + r.below(8),
		mostWatts: r.pick([600, 1440, 1800]),
		mostFixedWatts: r.pick([900, 1e9]),
		least: 1 + r.below(3),
		countersOn: r.below(3),
		splitRooms: r.chance(0.5),
		taps: r.chance(0.5)
	};
}

/** Orders of feeding, exact and searched for, as chains and as trees; outlets parted on circuits. */
export function* proposalsOf(seeds: readonly number[]): Generator<Said> {
	for (const seed of seeds) {
		const r = new Random(seed);
		const c = placesAtRandom(r, r.below(26));
		yield ['orders', [feedOrder(c), feedQuick(c), feedTree(c)]];
		yield ['groups', groupUnits(groupAtRandom(r))];
	}
}

/** Boxes whose cables nobody knows: some opened, with what died behind them; some lengths and counts of cables not known. */
export function* unorderedOf(seeds: readonly number[]): Generator<Said> {
	for (const seed of seeds) {
		const r = new Random(seed);
		const count = r.chance(0.15) ? 13 + r.below(2) : 2 + r.below(7);
		const boxes = Array.from({ length: count }, (_, i) => `b${i}`);
		const { fromPanel, between } = placesAtRandom(r, count);
		// Each box is fed by the panel or by one before it.
		const parents = boxes.map((_, i) => (i && r.chance(0.8) ? r.below(i) : -1));
		const unknown = new Set(boxes.filter(() => r.chance(0.1)));
		const counted = new Set(boxes.filter(() => r.chance(0.3)));
		const feet = (from: string | null, to: string): number | null => {
			if (unknown.has(to)) return null;
			const [a, b] = [from === null ? -1 : boxes.indexOf(from), boxes.indexOf(to)];
			return (a < 0 ? fromPanel[b] : between[a]?.[b]) ?? null;
		};
		const behind = downstreamOf(parents);
		const dead = (i: number): string[] => boxes.filter((_, j) => j !== i && ((behind[i] ?? 0) >> j) & 1);
		const opened = boxes.filter(() => r.chance(0.25));
		const of: Unordered = {
			boxes,
			feet,
			cables: (b) => (counted.has(b) ? 1 + parents.filter((p) => p === boxes.indexOf(b)).length : null),
			answers: new Map(
				opened.map((b) => [b, r.chance(0.1) ? boxes.filter((x) => x !== b && r.chance(0.5)) : dead(boxes.indexOf(b))])
			),
			closed: new Set(boxes.filter(() => r.chance(0.2)))
		};
		const found = orderOf(of, seeded(seed));
		yield ['unordered', { ...found, feeds: [...found.feeds].map(([b, row]) => [b, [...row]]) }];
	}
}
