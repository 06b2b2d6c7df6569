import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { editions } from '../../src/core/code/editions';
import { fewest, uncovered, type PlacementCase } from '../../src/core/layout/placement';
import { breakFaults, outlineFaults } from '../../src/core/layout/wall-spaces';
import { layoutWalls, type WallsCase } from '../../src/core/layout/walls';
import type { Point } from '../../src/core/model/known';
import type { EditionKey } from '../../src/core/model/kinds';

const rect = (w: number, h: number): Point[] => [
	[0, 0],
	[w, 0],
	[w, h],
	[0, h]
];
const door = (wall: number, from: number, to: number) => ({ wall, from, to, kind: 'door' as const });
const walls = (c: Partial<WallsCase>, edition: EditionKey = '2023') =>
	layoutWalls(editions[edition], { roomKind: 'bedroom', outline: rect(144, 120), breaks: [], receptacles: [], ...c });

test('a bedroom with one door: one space round the corners, four receptacles at least', () => {
	const found = walls({ breaks: [door(0, 12, 44)], receptacles: [{ wall: 2, at: 72 }] });
	assert.deepEqual(
		found.spaces.map((s) => s.length),
		[496]
	);
	assert.deepEqual(found.spaces[0]?.parts[0], { wall: 0, from: 44, to: 144 });
	assert.deepEqual(found.spaces[0]?.parts.at(-1), { wall: 0, from: 0, to: 12 });
	assert.equal(found.minimum, 4);
	assert.equal(found.proposal.length, 3);
	assert.equal(walls({ breaks: [door(0, 12, 44)], receptacles: [{ wall: 2, at: 72 }, ...found.proposal] }).uncovered.length, 0);
});

// One wall of a long narrow room between two doors: what is left of it, and how many it needs.
const limits: [length: number, least: number, required: boolean, why: string][] = [
	[23.9375, 0, false, 'a sixteenth under 2 ft is no wall space'],
	[24, 1, true, 'exactly 2 ft is one'],
	[144, 1, true, 'exactly 12 ft: one in the middle'],
	[144.0625, 2, true, 'a sixteenth over 12 ft: two'],
	[288, 2, true, 'exactly 24 ft'],
	[288.0625, 3, true, 'a sixteenth over 24 ft']
];
for (const [length, least, required, why] of limits) {
	test(`a wall space of ${length} in needs ${least} (${why})`, () => {
		const outline = rect(400, 100);
		// Doors over the whole of the other walls leave the stretch of wall 0 alone.
		const breaks = [door(0, length, 400), door(1, 0, 100), door(2, 0, 400), door(3, 0, 100)];
		const found = walls({ outline, breaks });
		assert.deepEqual(
			found.spaces.map((s) => [s.length, s.required]),
			[[length, required]]
		);
		assert.equal(found.minimum, least);
		assert.equal(found.proposal.length, least);
		assert.equal(walls({ outline, breaks, receptacles: found.proposal }).uncovered.length, 0);
	});
}
for (const [at, open] of [
	[72, 0],
	[72.0625, 1],
	[71.9375, 1]
] as const) {
	test(`one receptacle at ${at} in of a 144 in space leaves ${open} stretches`, () => {
		const found = walls({
			outline: rect(400, 100),
			breaks: [door(0, 144, 400), door(1, 0, 100), door(2, 0, 400), door(3, 0, 100)],
			receptacles: [{ wall: 0, at }]
		});
		assert.equal(found.uncovered.length, open);
		if (open) assert.equal((found.uncovered[0]?.to ?? 0) - (found.uncovered[0]?.from ?? 0), 0.0625);
	});
}

const others: [string, Partial<WallsCase>, EditionKey, { spaces?: number; minimum?: number; uncovered?: number }][] = [
	['no break at all: the room is one ring', { outline: rect(100, 92) }, '2023', { spaces: 1, minimum: 3 }],
	['a ring of exactly three reaches', { outline: rect(116, 100) }, '2023', { minimum: 3 }],
	['a ring a little over', { outline: rect(116.5, 100) }, '2023', { minimum: 4 }],
	['a window breaks nothing', { breaks: [{ wall: 0, from: 20, to: 80, kind: 'window' }] }, '2023', { spaces: 1 }],
	[
		'the reach never crosses a doorway',
		{ breaks: [door(0, 60, 90)], receptacles: [{ wall: 0, at: 50 }] },
		'2023',
		{ uncovered: 4 }
	],
	['a hallway has no wall rule', { roomKind: 'hallway' }, '2023', { minimum: 0, uncovered: 0 }],
	['a finished workroom has it', { roomKind: 'workroom' }, '2023', { minimum: 4 }],
	[
		'a stationary appliance breaks from 2020',
		{ breaks: [{ wall: 0, from: 50, to: 80, kind: 'stationary-appliance' }, door(2, 10, 40)] },
		'2020',
		{ spaces: 2 }
	],
	[
		'and not in 2017',
		{ breaks: [{ wall: 0, from: 50, to: 80, kind: 'stationary-appliance' }, door(2, 10, 40)] },
		'2017',
		{ spaces: 1 }
	],
	['every wall broken', { breaks: [0, 1, 2, 3].map((w) => door(w, 40, 70)) }, '2023', { spaces: 4, minimum: 4 }],
	[
		'touching breaks are one',
		{ breaks: [door(0, 20, 50), { wall: 0, from: 50, to: 90, kind: 'fixed-cabinet' }] },
		'2023',
		{ spaces: 1 }
	]
];
for (const [what, c, edition, want] of others) {
	test(`walls: ${what}`, () => {
		const found = walls(c, edition);
		if (want.spaces !== undefined) assert.equal(found.spaces.length, want.spaces);
		if (want.minimum !== undefined) assert.equal(found.minimum, want.minimum);
		if (want.uncovered !== undefined) assert.equal(found.uncovered.length, want.uncovered);
		assert.equal(
			walls({ ...c, receptacles: [...(c.receptacles ?? []), ...found.proposal] }, edition).uncovered.length,
			0,
			'the proposal serves all of it'
		);
	});
}
test('an L-shaped room: the space runs round the inner corner too', () => {
	const outline: Point[] = [
		[0, 0],
		[240, 0],
		[240, 120],
		[120, 120],
		[120, 240],
		[0, 240]
	];
	const found = walls({ outline, breaks: [door(0, 100, 130)] });
	assert.equal(found.spaces[0]?.length, 960 - 30);
	assert.equal(found.minimum, 7);
	assert.equal(found.proposal.length, 7);
});
test('an angled wall is measured along itself', () => {
	const found = walls({
		outline: [
			[0, 0],
			[120, 0],
			[180, 80],
			[0, 80]
		],
		breaks: [door(0, 0, 30)]
	});
	assert.equal(found.spaces[0]?.length, 90 + 100 + 180 + 80);
});
test('a break that rests on a reading to be checked says so with every finding; one that its edition does not know does not', () => {
	const range = { wall: 0, from: 50, to: 80, kind: 'stationary-appliance' as const };
	const confidence = (edition: EditionKey, kind: 'stationary-appliance' | 'counter' | 'door') =>
		walls({ breaks: [{ ...range, kind }] }, edition).findings[0]?.rule.confidence;
	assert.equal(confidence('2020', 'stationary-appliance'), 'check');
	assert.equal(confidence('2017', 'stationary-appliance'), 'firm');
	assert.equal(confidence('2017', 'counter'), 'check');
	assert.equal(confidence('2023', 'door'), 'firm');
});
test('a receptacle in a doorway serves nothing and is told of', () => {
	assert.ok(walls({ breaks: [door(0, 12, 44)], receptacles: [{ wall: 0, at: 30 }] }).findings.some((f) => f.id === 'stray:0'));
});
test('proposals sit within 3 in of a stud', () => {
	const found = walls({ breaks: [door(0, 12, 44)], studs: { spacing: 16, offset: 4 } });
	for (const { at } of found.proposal)
		assert.ok(Math.min((at - 4 + 16) % 16, 16 - ((at - 4 + 16) % 16)) <= 3, `${at} is beside no stud`);
	assert.equal(walls({ breaks: [door(0, 12, 44)], receptacles: found.proposal }).uncovered.length, 0);
});

const badOutlines: [string, Point[], RegExp][] = [
	[
		'crossing walls',
		[
			[0, 0],
			[100, 100],
			[100, 0],
			[0, 100]
		],
		/wall 0 and wall 2/
	],
	[
		'clockwise',
		[
			[0, 0],
			[0, 100],
			[100, 100],
			[100, 0]
		],
		/counter-clockwise/
	],
	[
		'a wall of no length',
		[
			[0, 0],
			[100, 0],
			[100, 0],
			[100, 100]
		],
		/wall 1 has no length/
	],
	[
		'a wall that folds back',
		[
			[0, 0],
			[100, 0],
			[50, 0],
			[50, 80]
		],
		/wall 0 and wall 1/
	]
];
for (const [what, outline, says] of badOutlines) {
	test(`outline refused: ${what}`, () => assert.match(outlineFaults(outline)[0]?.message ?? '', says));
}
test('breaks: over the end, without width, overlapping, on no wall', () => {
	const faults = breakFaults(rect(100, 100), [
		door(0, 10, 101),
		door(1, 30, 30),
		door(2, 0, 50),
		door(2, 49, 60),
		door(4, 0, 10),
		{ wall: 2, from: 0, to: 50, kind: 'window' }
	]);
	assert.deepEqual(
		faults.map((f) => f.path),
		['breaks[0].to', 'breaks[1].to', 'breaks[3]', 'breaks[4].wall']
	);
});

/** The slow, obvious referee: try every set of places of each size. */
function slowest(c: PlacementCase): number | null {
	const places = Array.from({ length: c.length + 1 }, (_, p) => p).filter(
		(p) => !c.feasible || c.feasible.some(([a, b]) => p >= a && p <= b)
	);
	const serves = (set: number[]) => uncovered({ ...c, existing: [...c.existing, ...set] }).length === 0;
	const choose = (n: number, from: number, set: number[]): boolean =>
		n === 0 ? serves(set) : places.slice(from).some((p, i) => choose(n - 1, from + i + 1, [...set, p]));
	for (let n = 0; n <= 7; n++) if (choose(n, 0, [])) return n;
	return null;
}
const smallRoom = fc.record({
	length: fc.integer({ min: 1, max: 26 }),
	cyclic: fc.boolean(),
	reach: fc.integer({ min: 4, max: 7 }),
	existing: fc.array(fc.integer({ min: 0, max: 26 }), { maxLength: 2 })
});
test('placement is the minimum, against trying everything', () => {
	fc.assert(
		fc.property(smallRoom, (room) => {
			const c = { ...room, existing: room.existing.filter((p) => p <= room.length) };
			const found = fewest(c);
			assert.ok(found);
			assert.equal(uncovered({ ...c, existing: [...c.existing, ...found] }).length, 0);
			assert.equal(found.length, slowest(c));
		}),
		{ seed: 21052, numRuns: 400 }
	);
});
test('placement beside studs is the minimum too, or says that it cannot', () => {
	const studs = fc.array(fc.integer({ min: 0, max: 22 }), { minLength: 1, maxLength: 7 });
	fc.assert(
		fc.property(smallRoom, studs, (room, at) => {
			const feasible = [...new Set(at)]
				.filter((p) => p <= room.length)
				.sort((a, b) => a - b)
				.map((p) => [p, p] as const);
			const c = { ...room, length: Math.min(room.length, 22), existing: [], feasible };
			assert.equal(fewest(c)?.length ?? null, slowest(c));
		}),
		{ seed: 21053, numRuns: 300 }
	);
});
