import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { editions } from '../../src/core/code/editions';
import { layoutCounter, layoutIsland, type CounterBreak } from '../../src/core/layout/counters';
import { counterRuns, lieOf } from '../../src/core/layout/counter-runs';
import { newRoom } from '../../src/core/model/new-job';
import type { Fixture, Room } from '../../src/core/model/known';
import { runs } from './few';

const e = editions['2023'];
const sink = (from: number, to: number, behind: number, corner = false): CounterBreak => ({
	from,
	to,
	kind: 'sink',
	behind,
	corner
});

type Case = [
	why: string,
	counter: { length: number; breaks?: CounterBreak[]; receptacles?: number[] },
	want: { spaces?: [number, number, boolean][]; open?: [number, number][]; minimum: number; add: number }
];
// Hand-checked: 24 in to each side, 48 in between two, 12 in the least space.
const cases: Case[] = [
	['48 in is reached from its middle', { length: 48 }, { minimum: 1, add: 1 }],
	['1/16 in more needs a second', { length: 48.0625 }, { minimum: 2, add: 2 }],
	['12 in is a space', { length: 12 }, { spaces: [[0, 12, true]], minimum: 1, add: 1 }],
	['11 15/16 in is none', { length: 11.9375 }, { spaces: [[0, 11.9375, false]], minimum: 0, add: 0 }],
	['24 in from its end: in reach', { length: 48, receptacles: [24] }, { open: [], minimum: 1, add: 0 }],
	['24 1/16 in from its end: not', { length: 48, receptacles: [24.0625] }, { open: [[0, 0.0625]], minimum: 1, add: 1 }],
	[
		'the example of the API: a sink with 4 in behind parts it',
		{ length: 130, breaks: [sink(50, 80, 4)], receptacles: [20] },
		{
			spaces: [
				[0, 50, true],
				[80, 130, true]
			],
			open: [
				[44, 50],
				[80, 130]
			],
			minimum: 4,
			add: 3
		}
	],
	[
		'12 in behind a sink keeps it whole',
		{ length: 96, breaks: [sink(30, 60, 12)] },
		{ spaces: [[0, 96, true]], minimum: 2, add: 2 }
	],
	[
		'11 15/16 in behind parts it',
		{ length: 96, breaks: [sink(30, 60, 11.9375)] },
		{
			spaces: [
				[0, 30, true],
				[60, 96, true]
			],
			minimum: 2,
			add: 2
		}
	],
	['in a corner 18 in keeps it whole', { length: 96, breaks: [sink(30, 60, 18, true)] }, { minimum: 2, add: 2 }],
	[
		'in a corner 17 15/16 in does not',
		{ length: 96, breaks: [sink(30, 60, 17.9375, true)] },
		{
			spaces: [
				[0, 30, true],
				[60, 96, true]
			],
			minimum: 2,
			add: 2
		}
	],
	[
		'a refrigerator parts it whatever is behind',
		{ length: 100, breaks: [{ from: 40, to: 70, kind: 'refrigerator', behind: 30 }] },
		{
			spaces: [
				[0, 40, true],
				[70, 100, true]
			],
			minimum: 2,
			add: 2
		}
	],
	[
		'two sinks: three spaces, the one between too small',
		{ length: 120, breaks: [sink(40, 60, 0), sink(70, 90, 0)] },
		{
			spaces: [
				[0, 40, true],
				[60, 70, false],
				[90, 120, true]
			],
			minimum: 2,
			add: 2
		}
	],
	[
		'a sink at the end leaves one space',
		{ length: 60, breaks: [sink(30, 60, 0)] },
		{ spaces: [[0, 30, true]], minimum: 1, add: 1 }
	],
	['behind a sink it does not count', { length: 130, breaks: [sink(50, 80, 4)], receptacles: [65] }, { minimum: 4, add: 4 }]
];
for (const edition of Object.values(editions)) {
	for (const [why, c, want] of cases) {
		test(`210.52(C)(1) ${edition.key}: ${why}`, () => {
			const got = layoutCounter(edition, { id: 'n', breaks: [], receptacles: [], ...c });
			if (want.spaces)
				assert.deepEqual(
					got.spaces.map((s) => [s.from, s.to, s.required]),
					want.spaces
				);
			if (want.open)
				assert.deepEqual(
					got.uncovered.map((u) => [u.from, u.to]),
					want.open
				);
			assert.equal(got.minimum, want.minimum);
			assert.equal(got.proposal.length, want.add);
			const after = layoutCounter(edition, {
				id: 'n',
				breaks: [],
				...c,
				receptacles: [...(c.receptacles ?? []), ...got.proposal]
			});
			assert.deepEqual(after.uncovered, [], 'the proposal leaves nothing out of reach');
		});
	}
}

test('a receptacle behind what parts the counter is told of, with the rule of each edition', () => {
	const c = { id: 'n', length: 130, breaks: [sink(50, 80, 4)], receptacles: [65] };
	const section = (key: '2017' | '2023') =>
		layoutCounter(editions[key], c).findings.find((f) => f.id.startsWith('stray'))?.rule.section;
	assert.deepEqual([section('2017'), section('2023')], ['210.52(C)(5)', '210.52(C)(3)']);
});

const top = (kind: 'island' | 'peninsula', length: number, width: number, at: number[] = [], breaks: CounterBreak[] = []) => ({
	id: 't',
	kind,
	length,
	width,
	receptacles: at.map((fromOuterEnd) => ({ fromOuterEnd })),
	breaks
});
type TopCase = [
	why: string,
	edition: '2017' | '2020' | '2023',
	top: ReturnType<typeof top>,
	required: number,
	missing: number,
	provision: boolean
];
const topCases: TopCase[] = [
	['24 by 12 in', '2017', top('island', 24, 12), 1, 1, false],
	['23 15/16 in long', '2017', top('island', 23.9375, 12), 0, 0, false],
	['11 15/16 in wide', '2017', top('island', 24, 11.9375), 0, 0, false],
	['wider than long', '2017', top('island', 12, 24), 1, 1, false],
	['one is there', '2017', top('peninsula', 72, 36, [60]), 1, 0, false],
	['a sink with 6 in behind makes two', '2017', top('island', 84, 36, [10], [sink(30, 54, 6)]), 2, 1, false],
	['a sink with 12 in behind leaves one', '2017', top('island', 84, 36, [10], [sink(30, 54, 12)]), 1, 0, false],
	['a sink leaves a piece too small', '2017', top('island', 60, 11.9375 + 24, [10], [sink(30, 54, 6)]), 1, 0, false],
	['9 sq ft', '2020', top('island', 36, 36), 1, 1, false],
	['a little over 9 sq ft', '2020', top('island', 36.0625, 36), 2, 2, false],
	['27 sq ft: 9 and 18', '2020', top('island', 108, 36), 2, 2, false],
	['a little over 27 sq ft', '2020', top('island', 108.0625, 36), 3, 3, false],
	['the smallest top', '2020', top('island', 12, 12), 1, 1, false],
	['18 sq ft, one at 18 in of the outer end', '2020', top('peninsula', 72, 36, [18]), 2, 1, false],
	['24 in from the outer end is near', '2020', top('peninsula', 72, 36, [24, 60]), 2, 0, false],
	['24 1/16 in is not', '2020', top('peninsula', 72, 36, [24.0625, 60]), 2, 1, false],
	['of an island any two do', '2020', top('island', 72, 36, [30, 60]), 2, 0, false],
	['none is asked for', '2023', top('island', 108, 36), 0, 0, true],
	['one is there all the same', '2023', top('peninsula', 72, 36, [18]), 0, 0, false]
];
for (const [why, key, c, required, missing, provisionOnly] of topCases) {
	test(`210.52(C)(2) ${key} ${c.kind} ${c.length} x ${c.width}: ${why}`, () => {
		const got = layoutIsland(editions[key], c);
		assert.deepEqual([got.required, got.missing, got.provisionOnly], [required, missing, provisionOnly]);
	});
}

const kitchen = (more: Partial<Room>): Room =>
	newRoom(
		{ id: 'k', name: 'Kitchen', kind: 'kitchen' },
		{
			outline: [
				[0, 0],
				[144, 0],
				[144, 120],
				[0, 120]
			],
			...more
		}
	);
const counter = (wall: number, from: number, to: number, depthIn = 25) => ({ id: `c${wall}${from}`, wall, from, to, depthIn });
const fixture = (
	kind: Fixture['kind'],
	x: number,
	y: number,
	widthIn: number,
	depthIn: number,
	more: Partial<Fixture> = {}
): Fixture => ({
	id: `${kind}${x}`,
	kind,
	name: '',
	x,
	y,
	widthIn,
	depthIn,
	...more
});
const inches = (n: number) => n / 16;

test('a counter turns a corner as one, drawn to the corner or from the front of its neighbor', () => {
	for (const from of [0, 25]) {
		const [run, ...others] = counterRuns(kitchen({ counters: [counter(1, 60, 120), counter(2, from, 100)] }));
		assert.equal(others.length, 0);
		assert.equal(inches(run?.length ?? 0), 160);
	}
	assert.equal(
		counterRuns(kitchen({ counters: [counter(1, 60, 100), counter(2, 0, 100)] })).length,
		1,
		'the second takes the corner'
	);
	assert.equal(counterRuns(kitchen({ counters: [counter(1, 20, 60), counter(2, 30, 100)] })).length, 2, 'apart');
	assert.equal(counterRuns(kitchen({ counters: [counter(3, 60, 120), counter(0, 0, 50)] })).length, 1, 'round the last corner');
});
const CORNERS: [what: string, first: [from: number, to: number], second: [from: number, to: number], runs: number][] = [
	['the first a sixteenth short of the corner, the second from its front', [60, 120 - 1 / 16], [25, 100], 1],
	['the first two sixteenths short', [60, 120 - 2 / 16], [25, 100], 2],
	['the second a sixteenth more than from its front', [60, 120], [25 + 1 / 16, 100], 1],
	['two sixteenths more', [60, 120], [25 + 2 / 16, 100], 2],
	['the second a sixteenth short, the first to its front', [60, 95], [1 / 16, 100], 1],
	['two sixteenths short', [60, 95], [2 / 16, 100], 2],
	['the first a sixteenth more than from its front', [60, 95 - 1 / 16], [0, 100], 1],
	['the first two sixteenths more', [60, 95 - 2 / 16], [0, 100], 2]
];
for (const [what, first, second, runs] of CORNERS)
	test(`two counters at a corner, each 25 in deep: ${what}`, () =>
		assert.equal(counterRuns(kitchen({ counters: [counter(1, ...first), counter(2, ...second)] })).length, runs));
test('what stands in a counter parts it on the wall at its back, with what is behind as drawn', () => {
	const at = (f: Fixture) =>
		counterRuns(kitchen({ counters: [counter(1, 60, 120), counter(2, 0, 100)], fixtures: [f] }))[0]?.breaks;
	// 3 in off the far wall, 20 in from the corner: also within the depth of the counter on the side wall.
	assert.deepEqual(at(fixture('sink', 110, 97, 20, 20)), [{ from: 74, to: 94, kind: 'sink', behind: 3, corner: false }]);
	assert.deepEqual(at(fixture('dishwasher', 60, 97, 24, 23)), []);
	assert.deepEqual(at(fixture('range', 20, 40, 30, 26)), [], 'in the middle of the room');
	// Set at 45 degrees across the corner: it takes counter on both walls.
	const [across] = at(fixture('cooktop', 108, 86, 24, 18, { turnDeg: -45 })) ?? [];
	assert.ok(across?.corner && across.from < 60 && across.to > 60, JSON.stringify(across));
	assert.equal(at(fixture('sink', 110, 97, 20, 20, { behindIn: 14 }))?.[0]?.behind, 14, 'as measured goes before as drawn');
});
test('a peninsula runs from the counter that it touches to its outer end', () => {
	const room = kitchen({ counters: [counter(1, 0, 120)] });
	const lie = lieOf(room, fixture('peninsula', 49, 40, 70, 36));
	assert.deepEqual([lie.length, lie.width, lie.fromOuterEnd([49, 58])], [70, 36, 0]);
	const island = lieOf(room, fixture('island', 40, 20, 30, 60));
	assert.deepEqual([island.length, island.width], [60, 30]);
});

test('counters: proposal leaves nothing, one fewer leaves something, mirrored it is the same', () => {
	const any = fc.record({
		length: fc.integer({ min: 12 * 16, max: 260 * 16 }),
		cut: fc.tuple(fc.integer({ min: 0, max: 200 * 16 }), fc.integer({ min: 16, max: 40 * 16 })),
		at: fc.array(fc.integer({ min: 0, max: 260 * 16 }), { maxLength: 3 })
	});
	fc.assert(
		fc.property(any, ({ length, cut: [from, width], at }) => {
			const breaks = from + width < length ? [sink(inches(from), inches(from + width), 0)] : [];
			const receptacles = at.filter((p) => p <= length).map(inches);
			const c = { id: 'c', length: inches(length), breaks, receptacles };
			const got = layoutCounter(e, c);
			assert.deepEqual(layoutCounter(e, { ...c, receptacles: [...receptacles, ...got.proposal] }).uncovered, []);
			got.proposal.forEach((_, i) => {
				const fewer = got.proposal.filter((__, k) => k !== i);
				assert.ok(layoutCounter(e, { ...c, receptacles: [...receptacles, ...fewer] }).uncovered.length);
			});
			const flip = (p: number) => inches(length) - p;
			const mirrored = layoutCounter(e, {
				...c,
				breaks: breaks.map((b) => ({ ...b, from: flip(b.to), to: flip(b.from) })),
				receptacles: receptacles.map(flip)
			});
			assert.equal(mirrored.proposal.length, got.proposal.length);
			assert.equal(mirrored.minimum, got.minimum);
		}),
		{ seed: 7, numRuns: runs(300) }
	);
});
