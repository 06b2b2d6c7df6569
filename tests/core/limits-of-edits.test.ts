import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { dimmerFindings } from '../../src/core/circuits/articles/404-14-e-dimmers';
import { pairCircuits, shareHomeRun } from '../../src/core/edit/circuits';
import { removePanel } from '../../src/core/edit/fixtures';
import { checkCounters } from '../../src/core/formats/api-requests';
import { sideOf } from '../../src/core/layout/articles/210-52-e-outdoors';
import { editions } from '../../src/core/code/editions';
import type { Circuit, Device, Room } from '../../src/core/model/known';
import { sayFact } from '../../src/core/model/fact-words';
import { box, circuit, den, job, cable } from './small-job';

/** Conditions of several parts in edits and articles, each part alone. */

const three = (multiwire: Record<string, Circuit['multiwire']>) =>
	job({
		circuits: ['c1', 'c2', 'c3'].map((id, i) =>
			circuit({ id, space: i + 1, ...(multiwire[id] ? { multiwire: multiwire[id] } : {}) })
		),
		cables: [cable('p', 'a', 40), cable('p', 'b', 12, { circuitId: 'c2' }), cable('p', 'c', 10, { circuitId: 'c3' })]
	});
const withs = (j: ReturnType<typeof job>) => j.circuits.map((c) => c.multiwire?.withId ?? null);
const tie = (withId: string) => ({ withId, opens: 'handle-tie' as const });

test('210.4: a circuit that shares its neutral anew leaves the one it shared it with before', () => {
	const before = three({ c1: tie('c2'), c2: tie('c1') });
	assert.deepEqual(withs(produce(before, pairCircuits('c1', 'c3', 'handle-tie'))), ['c3', null, 'c1']);
	assert.deepEqual(withs(produce(before, pairCircuits('c3', 'c1', 'handle-tie'))), ['c3', null, 'c1']);
});
test('210.4: a pair that is neither of the two stays as it is', () => {
	const before = three({ c2: tie('c3'), c3: tie('c2') });
	const alone = produce(before, (d) => void d.circuits.push(circuit({ id: 'c4' }), circuit({ id: 'c5' })));
	assert.deepEqual(withs(produce(alone, pairCircuits('c4', 'c5', null))), [null, 'c3', 'c2', null, null]);
	assert.deepEqual(withs(produce(before, pairCircuits('c2', 'c3', null))), [null, null, null]);
	assert.throws(() => produce(before, pairCircuits('c1', 'c1', 'handle-tie')), /another one/);
});
test('a panel with circuits stays, and how many is said', () => {
	const many = job({ circuits: Array.from({ length: 8 }, (_, i) => circuit({ id: `c${i}` })), cables: [] });
	assert.throws(() => produce(many, removePanel('p')), { message: '8 circuits are on it: it stays.' });
	assert.deepEqual(produce(job({ circuits: [], cables: [] }), removePanel('p')).panels, []);
});

const dimmed = (device: Partial<Device>, dimmer = true) =>
	dimmerFindings(
		editions['2023'],
		job({
			boxes: [
				box('a', {}, { kind: 'switch', receptacles: 0, controls: ['b'], ...(dimmer ? { dimmer: true } : {}) }),
				box('b', {}, device)
			]
		})
	).map((f) => f.severity);
const DIMMED: [what: string, got: string[], want: string[]][] = [
	['a receptacle that it switches', dimmed({ switched: 'whole' }), ['violation']],
	['half of one', dimmed({ switched: 'half' }), ['violation']],
	['a single receptacle', dimmed({ receptacles: 1, switched: 'whole' }), ['violation']],
	['a receptacle in the same box that it does not switch', dimmed({ switched: 'none' }), []],
	['a light', dimmed({ kind: 'lighting', receptacles: 0, switched: 'whole' }), []],
	['a plain switch', dimmed({ switched: 'whole' }, false), []]
];
for (const [what, got, want] of DIMMED) test(`404.14(E): a dimmer on ${what}`, () => assert.deepEqual(got, want));

/** The house is 0 to 120 deep; a place lies in front where it reaches the foot within an inch, and not over the middle. */
const yard = (low: number, high: number, more: Partial<Room> = {}): Room => ({
	...den,
	id: 'yard',
	kind: 'porch',
	outline: [
		[150, low],
		[200, low],
		[200, high],
		[150, high]
	],
	...more
});
const SIDES: [what: string, room: Room, want: string | undefined][] = [
	['at the head of it', yard(60, 120), 'back'],
	['an inch and more short of the head', yard(60, 118), 'side'],
	['half an inch short of the head', yard(60, 119.5), 'back'],
	['from before the middle to the head', yard(59, 120), 'side'],
	['at the foot of it', yard(0, 60), 'front'],
	['half an inch off the foot', yard(0.5, 60), 'front'],
	['more than an inch off the foot', yard(2, 60), 'side'],
	['from the foot over the middle', yard(0, 61), 'side'],
	['as said, wherever it lies', yard(0, 60, { side: 'back' }), 'back'],
	['without walls, and nobody said', yard(0, 60, { outline: null }), undefined]
];
for (const [what, room, want] of SIDES)
	test(`210.52(E): a place ${what} is ${want ?? 'on no known side'}`, () =>
		assert.equal(sideOf(job({ rooms: [den, room] }), room), want));

const counterBody = (breaks: readonly { from: number; to: number }[]) => ({
	edition: '2023',
	counters: [
		{ id: 'n', length: 100, breaks: breaks.map((b) => ({ ...b, kind: 'sink', behind: 4, corner: false })), receptacles: [] }
	]
});
const BREAKS: [what: string, breaks: { from: number; to: number }[], fault: RegExp | null][] = [
	['to the end', [{ from: 70, to: 100 }], null],
	['over the end', [{ from: 70, to: 100.5 }], /at most the length of 100, got 100.5/],
	['of no width', [{ from: 70, to: 70 }], /more than from \(70\), got 70/],
	['side by side', [{ from: 20, to: 50 }, { from: 50, to: 80 }], null], // prettier-ignore
	['over each other', [{ from: 20, to: 50 }, { from: 49, to: 80 }], /overlaps breaks\[0\]/] // prettier-ignore
];
for (const [what, breaks, fault] of BREAKS)
	test(`breaks of a counter ${what}`, () => {
		const checked = checkCounters(counterBody(breaks));
		if (!fault) return assert.ok(checked.ok, JSON.stringify(checked));
		assert.ok(!checked.ok && fault.test(checked.faults[0]?.message ?? ''), JSON.stringify(checked));
	});

test('what is missing of a circuit names the breaker, or the fuse where that opens it', () => {
	const say = (opener: Circuit['opener'] | undefined) =>
		sayFact(job({ circuits: [circuit({ ...(opener ? { opener } : {}) })] }), {
			of: 'circuit',
			id: 'c1',
			field: 'breakerA'
		});
	assert.equal(say(undefined), 'the rating of the breaker in space 1');
	assert.equal(say('breaker'), 'the rating of the breaker in space 1');
	assert.equal(say('plug-fuse'), 'the rating of fuse 1');
});

test('210.4: one three-wire cable to the first box: the second circuit goes on from there, what hangs behind stays', () => {
	const pair = (to: string) =>
		job({
			circuits: [circuit(), circuit({ id: 'c2', space: 3 })],
			boxes: [box('a'), box('b'), box('c')],
			cables: [cable('p', 'a', 40), cable('p', to, 55, { circuitId: 'c2' }), cable(to, 'c', 9, { circuitId: 'c2' })]
		});
	const shared = (to: string) =>
		produce(
			pair(to),
			shareHomeRun({ circuitIds: ['c1', 'c2'], feet: [{ boxId: 'b', lengthFt: 12 }] }, () => 'new')
		).cables.map((l) => [l.circuitId, l.fromId, l.toId, l.lengthFt, l.conductors, l.inCableOf ?? null]);
	assert.deepEqual(shared('b'), [
		['c1', 'p', 'a', 40, 3, null],
		['c2', 'a', 'b', 12, 2, null],
		['c2', 'b', 'c', 9, 2, null],
		['c2', 'p', 'a', 40, 3, 'p-a']
	]);
	// Both come to that box already: the two cables become one.
	assert.deepEqual(shared('a'), [
		['c1', 'p', 'a', 40, 3, null],
		['c2', 'p', 'a', 40, 3, 'p-a'],
		['c2', 'a', 'c', 9, 2, null]
	]);
});
