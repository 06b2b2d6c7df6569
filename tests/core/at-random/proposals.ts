import { feedOrder, feedQuick, feedTree } from '../../../src/core/propose/feed-order';
import { groupUnits, type GroupCase } from '../../../src/core/propose/group-search';
import { Random } from '../../../scripts/fuzz/random';
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
