import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { quillback } from '../../src/core/demo/quillback';
import { placeProtection } from '../../src/core/edit/circuits';
import { applyFix } from '../../src/core/edit/fix';
import type { Circuit, Job } from '../../src/core/model/known';
import {
	placeDevices,
	unmet,
	type PlacedDevice,
	type PlacingBox,
	type PlacingCase
} from '../../src/core/protection/place-devices';
import { placingWays } from '../../src/core/protection/placing-case';
import { priceOf12 } from '../../src/core/protection/practice-costs';
import { box, circuit, job, cable } from './small-job';
import { runs } from './few';

const GFCI = { protection: 'gfci' as const, price: 22 };
const at = (id: string, parent: number, more: Partial<PlacingBox> = {}): PlacingBox => ({
	id,
	parent,
	needs: { gfci: false, afci: false },
	may: [GFCI],
	togetherCost: 0,
	...more
});
const needs = (gfci: boolean, afci = false) => ({ needs: { gfci, afci } });
const plain = [{ protection: 'none' as const, price: 8, togetherCost: 0 }];
const all = [
	...plain,
	{ protection: 'gfci' as const, price: 55, togetherCost: 0 },
	{ protection: 'afci' as const, price: 50, togetherCost: 0 },
	{ protection: 'dual' as const, price: 62, togetherCost: 0 }
];

test('one device first in line serves all that follow: 8 + 22', () => {
	const [best] = placeDevices({
		boxes: [at('a', -1, needs(true)), at('b', 0, needs(true)), at('c', 1, needs(true))],
		breakers: all
	});
	assert.deepEqual([best?.price, best?.devices], [30, [{ boxId: 'a', protection: 'gfci', feedsLoad: true }]]);
});
test('it is put where the need begins: what comes before stays free of it', () => {
	const [best] = placeDevices({ boxes: [at('a', -1), at('b', 0, needs(true)), at('c', 1, needs(true))], breakers: all });
	assert.equal(best?.devices[0]?.boxId, 'b');
});
test('where a device cannot be reached it goes upstream, or to the breaker', () => {
	const boxes = [at('a', -1, { may: [] }), at('b', 0, { ...needs(true), may: [] })];
	assert.deepEqual(
		placeDevices({ boxes, breakers: all }).map((w) => w.breaker),
		['gfci', 'dual']
	);
	assert.deepEqual(placeDevices({ boxes, breakers: plain }), []);
});
test('what it costs that rooms go dead together weighs against a second device', () => {
	const boxes = (togetherCost: number) => [at('a', -1, { ...needs(true), togetherCost }), at('b', 0), at('c', 1, needs(true))];
	assert.equal(placeDevices({ boxes: boxes(10), breakers: plain })[0]?.devices.length, 1);
	assert.equal(placeDevices({ boxes: boxes(30), breakers: plain })[0]?.devices.length, 2);
});
test('arc-fault protection from the breaker, ground-fault from a device: 50 + 22 against 62', () => {
	const boxes = [at('a', -1, needs(true, true)), at('b', 0, needs(false, true))];
	const ways = placeDevices({ boxes, breakers: all });
	assert.deepEqual(
		ways.map((w) => [w.breaker, w.price]),
		[
			['dual', 62],
			['afci', 72]
		]
	);
});

const tree = fc.array(
	fc.record({
		up: fc.nat(),
		gfci: fc.boolean(),
		afci: fc.boolean(),
		may: fc.nat({ max: 2 }),
		together: fc.integer({ min: 0, max: 30 })
	}),
	{ minLength: 1, maxLength: 6 }
);
const KINDS = [[], [GFCI], [GFCI, { protection: 'dual' as const, price: 45 }]] as const;
const built = (spec: readonly { up: number; gfci: boolean; afci: boolean; may: number; together: number }[]): PlacingCase => ({
	breakers: all.map((b) => ({ ...b, togetherCost: 11 })),
	boxes: spec.map((s, i) =>
		at(`b${i}`, i ? (s.up % (i + 1)) - 1 : -1, { ...needs(s.gfci, s.afci), may: KINDS[s.may] ?? [], togetherCost: s.together })
	)
});
/** Every breaker with every device at every box, on LINE alone or on LOAD too. */
function exhaustive(c: PlacingCase): number {
	let best = Infinity;
	const fed = (i: number) => c.boxes.some((b) => b.parent === i);
	const walk = (i: number, devices: PlacedDevice[], cost: number, breaker: PlacingCase['breakers'][number]) => {
		if (cost >= best) return;
		const b = c.boxes[i];
		if (!b) {
			if (!unmet(c, { breaker: breaker.protection, devices }).length) best = cost;
			return;
		}
		walk(i + 1, devices, cost, breaker);
		for (const { protection, price } of b.may) {
			walk(i + 1, [...devices, { boxId: b.id, protection, feedsLoad: false }], cost + price, breaker);
			if (fed(i)) walk(i + 1, [...devices, { boxId: b.id, protection, feedsLoad: true }], cost + price + b.togetherCost, breaker);
		}
	};
	for (const breaker of c.breakers)
		walk(0, [], breaker.price + (breaker.protection === 'none' ? 0 : breaker.togetherCost), breaker);
	return best;
}
test('placement equals every way tried, on random trees; every need is met by a walk that knows nothing of it', () => {
	fc.assert(
		fc.property(tree, (spec) => {
			const c = built(spec);
			// A breaker that protects nothing costs nothing to go dead with.
			c.breakers = c.breakers.map((b) => (b.protection === 'none' ? { ...b, togetherCost: 0 } : b));
			const [best] = placeDevices(c);
			assert.ok(best);
			assert.ok(Math.abs(best.cost - exhaustive(c)) < 1e-9, `${best.cost} against ${exhaustive(c)}`);
			for (const way of placeDevices(c)) assert.deepEqual(unmet(c, way), []);
		}),
		{ numRuns: runs(150) }
	);
});
test('the same on trees of eight boxes with plain GFCI devices', () => {
	const eight = fc.array(
		fc.record({
			up: fc.nat(),
			gfci: fc.boolean(),
			afci: fc.constant(false),
			may: fc.constantFrom(0, 1),
			together: fc.integer({ min: 0, max: 30 })
		}),
		{ minLength: 8, maxLength: 8 }
	);
	fc.assert(
		fc.property(eight, (spec) => {
			const c = { ...built(spec), breakers: plain.concat([{ protection: 'gfci' as never, price: 55, togetherCost: 11 }]) };
			const [best] = placeDevices(c);
			assert.ok(Math.abs((best?.cost ?? Infinity) - exhaustive(c)) < 1e-9);
		}),
		{ numRuns: runs(60) }
	);
});

const { job: demo } = quillback();
const byNumber = (j: Job, n: number) => j.circuits.find((c) => c.id === `c${n}`) as Circuit;
test('every circuit of the demo house can be protected, and then nothing of it is missing', () => {
	const e = editions[demo.edition];
	const done = demo.circuits.reduce((j, c) => {
		const [way] = placingWays({ edition: e, job: j }, c).ways;
		assert.ok(way, c.id);
		return produce(j, placeProtection(c.id, { breaker: way.breaker, devices: way.devices }));
	}, demo);
	const missing = assess(done).stages.protect.findings.filter(
		(f) => /^(gfci|afci|neutral-watch):/.test(f.id) && f.severity === 'violation'
	);
	assert.deepEqual(
		missing.map((f) => f.message),
		[]
	);
});
test('what goes dead with each source is told by rooms', () => {
	const { ways } = placingWays({ edition: editions[demo.edition], job: demo }, byNumber(demo, 3));
	const breaker = ways.find((w) => w.breaker !== 'none')?.trips[0];
	assert.equal(breaker?.source, 'the breaker in space 5');
	assert.ok(breaker.rooms.includes('Kitchen') && breaker.rooms.includes('Pantry'));
});
test('arc-fault protection at the first outlet: only by a listed home run, short enough, or in metal, or where old work is replaced', () => {
	const bedroom = (homeRun: Circuit['homeRun'], feet: number) => {
		const j = job({
			circuits: [circuit({ homeRun })],
			boxes: [box('a'), box('b')],
			cables: [cable('p', 'a', feet, { kind: homeRun === 'metal-raceway' ? 'THHN' : 'NM-B' }), cable('a', 'b', 10)]
		});
		const { ways } = placingWays({ edition: editions['2023'], job: j }, j.circuits[0] as Circuit);
		return ways.some((w) => w.breaker === 'none' && !w.branchFeeder);
	};
	assert.deepEqual(
		[
			bedroom(undefined, 30),
			bedroom('listed-combination', 70),
			bedroom('listed-combination', 70.5),
			bedroom('metal-raceway', 200)
		],
		[false, true, false, true]
	);
});
test('on a shared neutral no single-pole GFCI or dual-function breaker: not chosen, and where it stands, a violation with a way out', () => {
	const shared = (opens: 'handle-tie' | 'two-pole') =>
		job({
			circuits: [
				circuit({ space: 1, breaker: 'dual', multiwire: { withId: 'c2', opens } }),
				circuit({ id: 'c2', space: 3, multiwire: { withId: 'c1', opens } })
			],
			cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 10)]
		});
	const found = (j: Job) => assess(j).stages.protect.findings.filter((f) => f.id.startsWith('neutral-watch'));
	const [finding] = found(shared('handle-tie'));
	assert.ok(finding?.fix);
	const { fix } = finding;
	assert.deepEqual(
		found(
			produce(
				shared('handle-tie'),
				applyFix(fix, () => 'n')
			)
		),
		[]
	);
	assert.ok(
		placingWays(
			{ edition: editions['2023'], job: shared('handle-tie') },
			circuit({ multiwire: { withId: 'c2', opens: 'handle-tie' } })
		).ways.every((w) => w.breaker === 'none')
	);
	const borrowed = job({ circuits: [circuit({ breaker: 'gfci', borrowedNeutral: true })] });
	assert.match(found(borrowed)[0]?.message ?? '', /Space 1 borrows a neutral/);
});

/** A bedroom circuit of two boxes, fed from `p`; nothing protected yet. */
const bedroomOf = (more: Partial<Circuit> = {}, change: Partial<Job> = {}) =>
	job({
		circuits: [circuit(more)],
		boxes: [box('a'), box('b')],
		cables: [cable('p', 'a', 30), cable('a', 'b', 10)],
		...change
	});
test('a branch/feeder AFCI breaker lets arc-fault protection begin at the first outlet: 42 + 38, and the circuit keeps it', () => {
	const j = bedroomOf();
	const way = placingWays({ edition: editions['2023'], job: j }, j.circuits[0] as Circuit).ways.find((w) => w.branchFeeder);
	assert.deepEqual([way?.breaker, way?.price, way?.devices], ['none', 80, [{ boxId: 'a', protection: 'afci', feedsLoad: true }]]);
	const placed = produce(j, placeProtection('c1', { breaker: 'none', devices: way?.devices ?? [], branchFeeder: true }));
	assert.equal(placed.circuits[0]?.homeRun, 'branch-feeder-breaker');
	// Back to a combination breaker, and it is gone again.
	assert.equal(produce(placed, placeProtection('c1', { breaker: 'afci', devices: [] })).circuits[0]?.homeRun, undefined);
	const fuses = bedroomOf({ opener: 'plug-fuse' });
	assert.equal(
		placingWays({ edition: editions['2023'], job: fuses }, fuses.circuits[0] as Circuit).ways.some((w) => w.branchFeeder),
		false
	);
});
test('where both protections are asked, practice settles one device or two, each with its price', () => {
	const best = (bothBy: 'dual' | 'separate') => {
		const c = byNumber(demo, 3);
		return placingWays({ edition: editions[demo.edition], job: demo }, c, { as: { bothBy } }).ways[0];
	};
	const dual = (w: ReturnType<typeof best>) => w?.breaker === 'dual' || !!w?.devices.some((d) => d.protection === 'dual');
	assert.equal(dual(best('dual')), true);
	assert.equal(dual(best('separate')), false);
});
test('12 AWG on a 15 A circuit of receptacles: 40 ft at 0.70 instead of 0.45 is 10 more; found cable is not counted', () => {
	const planned = {
		cables: [cable('p', 'a', 30, { state: 'planned', awg: '14' }), cable('a', 'b', 10, { state: 'planned', awg: '14' })]
	};
	const { price, feet, unmeasured } = priceOf12(bedroomOf({ breakerA: 15 }, planned));
	assert.deepEqual([Math.round(price * 100) / 100, feet, unmeasured], [10, 40, 0]);
	assert.equal(priceOf12(bedroomOf({ breakerA: 20 }, planned)).feet, 0);
	assert.equal(priceOf12(bedroomOf({ breakerA: 15 }, { cables: [cable('p', 'a', 30, { state: 'found', awg: '14' })] })).feet, 0);
});
