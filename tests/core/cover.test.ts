import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { fewestCover } from '../../src/core/layout/cover';
import { fewest, fewestPreferring, uncovered, type PlacementCase } from '../../src/core/layout/placement';
import { runs } from './few';

const cases: [why: string, needs: number, meets: number[][], want: number[]][] = [
	['one serves two', 2, [[0], [1], [0, 1]], [2]],
	['the worked case', 3, [[0], [1], [0, 2], [1, 2]], [1, 2]],
	[
		'where the greedy choice costs one more',
		6,
		[
			[0, 1, 2, 3],
			[0, 1, 4],
			[2, 3, 5]
		],
		[1, 2]
	],
	['a need that nothing meets is left out', 2, [[0]], [0]],
	['nothing asked', 0, [[], []], []],
	['among equals the earlier', 1, [[0], [0]], [0]]
];
for (const [why, needs, meets, want] of cases) {
	test(`fewest cover: ${why}`, () => {
		const got = fewestCover(needs, meets);
		assert.equal(got.length, want.length);
		for (let n = 0; n < needs; n++) {
			if (meets.some((m) => m.includes(n)))
				assert.ok(
					got.some((c) => meets[c]?.includes(n)),
					`need ${n}`
				);
		}
	});
}
test('fewest cover agrees with trying every choice', () => {
	const any = fc
		.integer({ min: 1, max: 6 })
		.chain((needs) =>
			fc.tuple(
				fc.constant(needs),
				fc.array(fc.uniqueArray(fc.integer({ min: 0, max: needs - 1 }), { maxLength: 4 }), { maxLength: 9 })
			)
		);
	fc.assert(
		fc.property(any, ([needs, meets]) => {
			const can = Array.from({ length: needs }, (_, n) => n).filter((n) => meets.some((m) => m.includes(n)));
			let least = Infinity;
			for (let set = 0; set < 1 << meets.length; set++) {
				const chosen = meets.filter((_, i) => set & (1 << i));
				if (can.every((n) => chosen.some((m) => m.includes(n)))) least = Math.min(least, chosen.length);
			}
			assert.equal(fewestCover(needs, meets).length, can.length ? least : 0);
		}),
		{ seed: 11, numRuns: runs(400) }
	);
});

const line = (length: number, more: Partial<PlacementCase> = {}): PlacementCase => ({
	length,
	cyclic: false,
	reach: 6,
	existing: [],
	...more
});
test('a preferred place is taken where it costs none more, and left where it would', () => {
	// 24 long with a reach of 6 takes two, and only at 6 and 18.
	assert.deepEqual(
		fewestPreferring(line(24), [[18, 18]])?.sort((a, b) => a - b),
		[6, 18]
	);
	assert.deepEqual(
		fewestPreferring(line(24), [[10, 10]])?.sort((a, b) => a - b),
		[6, 18]
	);
	assert.ok(fewestPreferring(line(20), [[4, 4]])?.includes(4), 'there is room to choose');
});
test('what a heater serves is not to be reached again', () => {
	assert.deepEqual(uncovered(line(20, { served: [[0, 8]] })), [[8, 20]]);
	assert.equal(fewest(line(20, { served: [[0, 8]] }))?.length, 1);
	assert.equal(fewest(line(24, { cyclic: true, served: [[0, 12]] }))?.length, 1);
});
test('forbidden stretches: as few as can be, against every choice of places', () => {
	const any = fc.record({
		length: fc.integer({ min: 8, max: 40 }),
		holes: fc.array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 8 })), { maxLength: 3 }),
		served: fc.option(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 10 })), { nil: undefined })
	});
	fc.assert(
		fc.property(any, ({ length, holes, served }) => {
			const spots = Array.from({ length: length + 1 }, (_, i) => i).filter((p) => !holes.some(([a, w]) => p > a && p < a + w));
			const feasible = spots.map((p) => [p, p] as const);
			const c = line(length, { feasible, served: served && [[served[0], served[0] + served[1]]] });
			const got = fewest(c);
			const reached = (chosen: readonly number[]) => !uncovered({ ...c, existing: chosen }).length;
			const exists = (k: number, from = 0, chosen: number[] = []): boolean =>
				reached(chosen) || (k > 0 && spots.slice(from).some((p, i) => exists(k - 1, from + i + 1, [...chosen, p])));
			if (got === null) return assert.equal(exists(5), false);
			assert.ok(reached(got));
			if (got.length) assert.equal(exists(got.length - 1), false, 'one fewer would do');
		}),
		{ seed: 3, numRuns: runs(150) }
	);
});
