import assert from 'node:assert/strict';
import { unorderedBoxes, unorderedOf } from '../../src/core/trace/feed-of-job';
import { circuit, job } from './small-job';
import test from 'node:test';
import fc from 'fast-check';
import { downstreamOf, feedOrder, Trees, type Unordered } from '../../src/core/trace/feed-order';
import { seeded } from '../../src/core/units/random';
import { ALL, runs } from './few';

/** The order in which boxes are fed: against every tree there is, and in as few openings as can be. */
const NAMES = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'];
/** Every tree: of each box what feeds it, the panel as -1. */
function everyTree(n: number): number[][] {
	const all: number[][] = [];
	const parents: number[] = [];
	const put = (i: number): void => {
		if (i === n) {
			const loops = parents.some((_, b) => {
				let at = b;
				for (let k = 0; k <= n && at >= 0; k++) at = parents[at] as number;
				return at >= 0;
			});
			if (!loops) all.push([...parents]);
			return;
		}
		for (let p = -1; p < n; p++)
			if (p !== i) {
				parents[i] = p;
				put(i + 1);
			}
	};
	put(0);
	return all;
}
const TAPS = [1, 1, 0.25, 0.08, 0.02];
const HOMES = [0, 1, 0.1, 0.02, 0.005];
const weigh = (of: Unordered, parents: readonly number[]): number => {
	const children = parents.map((_, i) => parents.filter((p) => p === i).length);
	const homes = parents.filter((p) => p < 0).length;
	const lengths = parents.reduce((w, p, i) => {
		const ft = of.feet(p < 0 ? null : (of.boxes[p] ?? null), of.boxes[i] ?? '');
		return w * (ft === null ? 1 : Math.exp(-ft / (p < 0 ? 60 : 14)));
	}, 1);
	return children.reduce((w, k) => w * (TAPS[k] ?? 0), lengths * (HOMES[homes] ?? 0));
};
const agrees = (of: Unordered, parents: readonly number[]): boolean => {
	const behind = downstreamOf(parents);
	return [...of.answers].every(([box, dead]) => {
		const want = [box, ...dead].reduce((m, b) => m | (1 << of.boxes.indexOf(b)), 0);
		return behind[of.boxes.indexOf(box)] === want;
	});
};
const places = (n: number, seed: number) => {
	const random = seeded(seed + 11);
	const at = Array.from({ length: n + 1 }, () => [40 * random(), 30 * random()] as const);
	return (from: string | null, to: string): number => {
		const [a, b] = [at[from === null ? n : NAMES.indexOf(from)], at[NAMES.indexOf(to)]];
		return Math.hypot((a?.[0] ?? 0) - (b?.[0] ?? 0), (a?.[1] ?? 0) - (b?.[1] ?? 0));
	};
};

test('three boxes have 16 trees, four 125, five 1,296', () =>
	assert.deepEqual(
		[2, 3, 4, 5].map((n) => everyTree(n).length),
		[3, 16, 125, 1296]
	));

for (const n of [1, 2, 3, 4, 5])
	test(`${n} boxes: all trees together weigh what they do one by one, with answers and without`, () => {
		const trees = everyTree(n);
		fc.assert(
			fc.property(fc.nat(500), fc.nat(trees.length - 1), fc.nat(n - 1), fc.boolean(), (seed, which, opened, asked) => {
				const boxes = NAMES.slice(0, n);
				const behind = downstreamOf(trees[which] as number[]);
				const dead = boxes.filter((_, i) => i !== opened && ((behind[opened] ?? 0) >> i) & 1);
				const of: Unordered = {
					boxes,
					feet: places(n, seed),
					answers: asked ? new Map([[boxes[opened] as string, dead]]) : new Map()
				};
				const sum = trees.filter((t) => agrees(of, t)).reduce((s, t) => s + weigh(of, t), 0);
				const total = new Trees(of).total();
				assert.ok(Math.abs(total - sum) <= 1e-9 * sum, `${total} for ${sum}`);
			}),
			{ numRuns: runs(60), seed: 5 }
		);
	});
test('8 boxes: the same, against all 4,782,969 counted by their number', () => {
	const of: Unordered = { boxes: NAMES, feet: () => null, cables: () => null, answers: new Map() };
	// Without lengths a tree weighs by its taps alone: the sum over all trees by their numbers of children (Prufer).
	const fact = (k: number): number => (k < 2 ? 1 : k * fact(k - 1));
	let sum = 0;
	const count = (i: number, left: number, w: number): void => {
		if (i === 8) {
			// The panel has what is left, and one more: it stands once more than it is written.
			const homes = left + 1;
			sum += (w * (HOMES[homes] ?? 0)) / fact(left);
			return;
		}
		for (let k = 0; k <= Math.min(left, 4); k++) count(i + 1, left - k, (w * (TAPS[k] ?? 0)) / fact(k));
	};
	count(0, 7, fact(7));
	const total = new Trees(of).total();
	assert.ok(Math.abs(total - sum) < 1e-6 * sum, `${total} for ${sum}`);
});
test('drawn trees are as frequent as they weigh', () => {
	const of: Unordered = { boxes: NAMES.slice(0, 3), feet: places(3, 4), answers: new Map() };
	const drawn = new Trees(of).sampled(20_000, seeded(9));
	const all = everyTree(3);
	const sum = all.reduce((s, t) => s + weigh(of, t), 0);
	for (const t of all) {
		const share = drawn.filter((d) => d.parents.join() === t.join()).length / drawn.length;
		assert.ok(Math.abs(share - weigh(of, t) / sum) < 0.015, `${t.join()}: ${share} for ${weigh(of, t) / sum}`);
	}
});
test('more than twelve boxes are sampled: a chain along a wall comes out as one', () => {
	const boxes = Array.from({ length: 14 }, (_, i) => `b${i}`);
	const feet = (from: string | null, to: string) =>
		from === null ? 10 + 10 * Number(to.slice(1)) : 10 * Math.abs(Number(from.slice(1)) - Number(to.slice(1)));
	const order = feedOrder({ boxes, feet, answers: new Map([['b0', boxes.slice(1)]]) }, seeded(3));
	assert.ok(!order.none && (order.head.get('b0') ?? 0) > 0.99);
});
test('a box with one cable is an end; answers that contradict each other leave no tree', () => {
	const of: Unordered = { boxes: ['A', 'B', 'C'], feet: () => 10, cables: (b) => (b === 'A' ? 1 : null), answers: new Map() };
	const order = feedOrder(of, seeded(1));
	assert.ok([...order.feeds.values()].every((row) => (row.get('A') ?? 0) === 0));
	assert.notEqual(order.next?.box, 'A');
	const both = new Map([
		['A', ['B']],
		['B', ['A']]
	]);
	assert.equal(feedOrder({ ...of, cables: undefined, answers: both }, seeded(1)).none, true);
});

const answersOf = (...rows: [string, string[]][]) => new Map(rows);
for (const [what, answers, against] of [
	['one behind the other', answersOf(['A', ['B', 'C']], ['B', ['C']]), []],
	['apart', answersOf(['B', []], ['C', []]), []],
	['each behind the other', answersOf(['A', ['B']], ['B', ['A']]), ['A', 'B']],
	['behind it, with more than it has', answersOf(['A', ['B']], ['B', ['C']]), ['A', 'B']],
	['apart, with one behind both', answersOf(['A', ['C']], ['B', ['C']]), ['A', 'B']]
] as const)
	test(`answers of a feed order: ${what}`, () => {
		const got = feedOrder({ boxes: ['A', 'B', 'C'], feet: () => 10, answers }, seeded(1));
		assert.deepEqual([...got.against], [...against]);
		assert.equal(got.none, against.length > 0);
	});
test('what was not read with a box open is not taken for live: a box that came later contradicts nothing', () => {
	const of = { boxes: ['A', 'B', 'C'], feet: () => 10, answers: answersOf(['A', ['B']], ['B', ['C']]) };
	assert.ok(feedOrder(of, seeded(1)).none);
	const asked = new Map([
		['A', ['B']],
		['B', ['A', 'C']]
	]);
	const got = feedOrder({ ...of, asked }, seeded(1));
	assert.ok(!got.none && [got.feeds.get('C')?.get('B'), got.feeds.get('B')?.get('A')].every((p) => (p ?? 0) > 0.999));
	// A box that is on this circuit no more contradicts nothing either.
	assert.ok(!feedOrder({ ...of, answers: answersOf(['A', ['gone']]) }, seeded(1)).none);
});
test('of too many boxes no tree drawn may agree: nothing is said, and the next box is named', () => {
	const boxes = Array.from({ length: 16 }, (_, i) => `b${i}`);
	const every = answersOf(...boxes.slice(0, 15).map((b, i): [string, string[]] => [b, i % 2 ? [] : [boxes[i + 1] as string]]));
	const got = feedOrder({ boxes, feet: () => 10, answers: every }, seeded(2));
	assert.deepEqual([got.none, got.best.size, got.next?.box], [false, 0, 'b15']);
});
test('boxes whose feed was figured are ordered anew with those that nobody knows; without a panel a home run has no length', () => {
	const j = job({ circuits: [circuit({ panelId: null })] });
	const open = {
		...j,
		cables: j.cables.map((l) => (l.toId === 'c' ? { ...l, fromId: null } : l.toId === 'b' ? { ...l, guess: 0.93 } : l))
	};
	assert.deepEqual(unorderedBoxes(open, 'c1'), ['b', 'c']);
	assert.deepEqual(unorderedBoxes(j, 'c1'), ['a', 'b', 'c']);
	const none = unorderedOf({ ...open, panels: [] }, { circuitId: 'c1', boxIds: ['b', 'c'], answers: new Map() });
	assert.equal(none.feet(null, 'b'), null);
	assert.ok(!feedOrder(none, seeded(1)).none);
});

/** Opens what is asked for until the tree is certain. */
function openings(of: Omit<Unordered, 'answers'>, truth: readonly number[], choose?: (left: string[]) => string): number {
	const answers = new Map<string, string[]>();
	const behind = downstreamOf(truth);
	const trees = everyTree(of.boxes.length);
	for (let n = 0; n <= of.boxes.length; n++) {
		if (trees.filter((t) => agrees({ ...of, answers }, t) && weigh({ ...of, answers }, t) > 0).length === 1) return n;
		const left = of.boxes.filter((b) => !answers.has(b));
		const box = choose ? choose(left) : feedOrder({ ...of, answers }, seeded(n + 1)).next?.box;
		if (!box) return n;
		const i = of.boxes.indexOf(box);
		answers.set(
			box,
			of.boxes.filter((_, j) => j !== i && ((behind[i] ?? 0) >> j) & 1)
		);
	}
	return of.boxes.length;
}
for (const [n, games] of ALL
	? ([
			[4, 24],
			[5, 6]
		] as const)
	: ([[4, 12]] as const))
	test(`openings are within one of the best on average: ${n} boxes, every order of opening tried`, () => {
		const trees = everyTree(n);
		let [ours, best] = [0, 0];
		for (let seed = 0; seed < games; seed++) {
			const of = { boxes: NAMES.slice(0, n), feet: places(n, seed) };
			const truth = trees.reduce((a, b) =>
				weigh({ ...of, answers: new Map() }, b) > weigh({ ...of, answers: new Map() }, a) ? b : a
			);
			ours += openings(of, truth);
			const orders = (left: string[]): string[][] =>
				left.length ? left.flatMap((b) => orders(left.filter((x) => x !== b)).map((o) => [b, ...o])) : [[]];
			best += Math.min(...orders([...of.boxes]).map((o) => openings(of, truth, (left) => o.find((b) => left.includes(b)) ?? '')));
		}
		assert.ok(ours / games <= best / games + 1, `${ours / games} openings, best ${best / games}`);
	});
test('the head of a room of four on two-wire cable is certain after two openings', () => {
	// Along a wall, 10 ft apart; the panel is 30 ft from B, which is nearest to it.
	const boxes = ['A', 'B', 'C', 'D'];
	const feet = (from: string | null, to: string) =>
		from === null ? 30 + 10 * Math.abs(boxes.indexOf(to) - 1) : 10 * Math.abs(boxes.indexOf(from) - boxes.indexOf(to));
	// Panel to B, B feeds A and C, C feeds D.
	const truth = [1, -1, 1, 2];
	const behind = downstreamOf(truth);
	const answers = new Map<string, string[]>();
	for (let n = 0; n < 2; n++) {
		const { next } = feedOrder({ boxes, feet, answers }, seeded(n + 7));
		assert.ok(next);
		const i = boxes.indexOf(next.box);
		answers.set(
			next.box,
			boxes.filter((_, j) => j !== i && ((behind[i] ?? 0) >> j) & 1)
		);
	}
	assert.ok((feedOrder({ boxes, feet, answers }, seeded(5)).head.get('B') ?? 0) > 0.99, JSON.stringify([...answers]));
});
