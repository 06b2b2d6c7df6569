import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { mapBoxes } from '../../src/core/edit/circuits';
import { decodeWalks } from '../../src/core/trace/walks';
import { putOn } from '../../src/core/edit/join-ends';
import { readSpaces } from '../../src/core/model/space-list';
import type { Circuit, Job } from '../../src/core/model/known';
import { halveAlone, mapped, sessionPlan, walkRows, walkTargets } from '../../src/core/trace/walk-session';
import { box, circuit, job, cable } from './small-job';

/** Walks over a job's own panel: what is switched, what stays on, what is written. */
const rooms = [
	{ id: 'r1', name: 'Den' },
	{ id: 'r2', name: 'Hall' }
];
const house = job({
	boxes: [
		box('a', { roomId: 'r1' }),
		box('b', { roomId: 'r2' }, { receptacles: 2, yoke: 'split' }),
		box('c', { roomId: 'r1' }),
		box('d')
	],
	circuits: [
		circuit({ id: 'c1', space: 1, directory: 'den?' }),
		circuit({ id: 'c2', space: 3, multiwire: { withId: 'c3', opens: 'handle-tie' } }),
		circuit({ id: 'c3', space: 5, multiwire: { withId: 'c2', opens: 'handle-tie' } }),
		circuit({ id: 'c4', space: 2, poles: 2 }),
		circuit({ id: 'c5', space: 7, mustStayOn: true }),
		circuit({ id: 'c6', space: null })
	],
	cables: [cable('p', 'a', 20), cable('p', 'b', 20, { circuitId: 'c2' })]
});
const withRooms = { ...house, rooms: house.rooms.map((r, i) => ({ ...r, ...rooms[i] })) };
const targets = walkTargets(house, 'p', [9, 3, 9]);

test('one is switched for two that are tied and for two poles; what must stay on is not; slots without a circuit are added once', () => {
	assert.deepEqual(
		targets.switched.map((s) => `${s.spaces.join('+')} ${s.circuitIds.join('+')}`),
		['1 c1', '2+4 c4', '3+5 c2+c3', '9 ']
	);
	assert.deepEqual(
		targets.staysOn.map((s) => s.space),
		[7]
	);
	assert.equal(targets.switched[0]?.directory, 'den?');
	assert.equal(sessionPlan({ switched: [], staysOn: [] }, 'none'), null);
});
test('both halves of a split receptacle are tried; a box with nothing in it is not', () => {
	const rows = walkRows({ ...house, boxes: [...house.boxes, { ...box('e'), devices: [] }] });
	assert.deepEqual(
		rows.map((r) => r.name),
		['A', 'B, upper', 'B, lower', 'C', 'D']
	);
});
test('what the walks found: the circuit of a box, another one than it was on, a slot without a circuit', () => {
	const plan = sessionPlan(targets, 'detect');
	assert.ok(plan);
	const rows = walkRows(house);
	const live = (space: number) => plan.walks.map((w) => !w.off.includes(space));
	const found = decodeWalks(plan, [
		{ outlet: 'a', live: live(1) },
		{ outlet: 'b', live: live(3) },
		{ outlet: 'b/lower', live: live(3) },
		{ outlet: 'c', live: live(9) },
		{ outlet: 'd', live: live(2) }
	]);
	const told = mapped(house, targets, { rows, found });
	assert.deepEqual(
		told.map((m) => [m.boxId, m.breaker, m.circuitId, m.was]),
		[
			['a', 1, 'c1', null],
			['b', 3, 'c2', null],
			['b', 3, 'c2', null],
			['c', 9, null, null],
			['d', 2, 'c4', null]
		]
	);
	const moved = mapped(house, targets, { rows, found: decodeWalks(plan, [{ outlet: 'a', live: live(2) }]) });
	assert.deepEqual([moved[0]?.circuitId, moved[0]?.was], ['c4', 'c1']);
});
test('written: boxes move, both halves may be on two circuits, the directory says what is fed and who proved it', () => {
	let n = 0;
	const after = produce(
		withRooms,
		mapBoxes(
			[
				{ boxId: 'a', circuitId: 'c4' },
				{ boxId: 'b', circuitId: 'c2' },
				{ boxId: 'b', circuitId: 'c3' },
				{ boxId: 'c', circuitId: 'c4' }
			],
			{ id: () => `n${n++}`, by: 'RV', at: '2026-10-23T10:00:00.000Z' }
		)
	);
	const on = (boxId: string) =>
		after.cables
			.filter((l) => l.toId === boxId)
			.map((l) => l.circuitId)
			.sort();
	assert.deepEqual([on('a'), on('b'), on('c'), on('d')], [['c4'], ['c2', 'c3'], ['c4'], []]);
	assert.ok(after.cables.filter((l) => l.id.startsWith('n')).every((l) => l.fromId === null && l.lengthFt === null));
	const c4 = after.circuits.find((c) => c.id === 'c4');
	assert.deepEqual([c4?.proven, c4?.provenBy?.by], [true, 'RV']);
	assert.match(c4?.directory ?? '', /^(Den|A, C|C, A)/);
});
test('alone: half of what is left is off each time, one outlet of ten in four', () => {
	const ten = [1, 2, 3, 5, 7, 9, 11, 13, 15, 17];
	for (const space of ten) {
		const answers: boolean[] = [];
		for (let i = 0; i < 4; i++) {
			const { off, left } = halveAlone(ten, answers);
			if (left.length === 1) break;
			answers.push(off.includes(space));
		}
		assert.deepEqual(halveAlone(ten, answers), { left: [space], off: [] });
	}
	assert.deepEqual(halveAlone([1, 2], [true, false]).left, []);
});

test('spaces in one line: a range is all of it, and what names none is told', () => {
	const CASES: readonly [string, number[], string[]][] = [
		['1-12', [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12], []],
		['3 to 5, 17; 19', [3, 4, 5, 17, 19], []],
		['2 – 4', [2, 3, 4], []],
		['8/10, 9', [8, 9], []],
		['8/9', [], ['8/9']],
		['12-1, den, 0, 201', [], ['12-1', 'den', '0', '201']],
		['spaces 7 and 7', [7], []],
		['199-200', [199, 200], []],
		['', [], []]
	];
	for (const [text, spaces, notRead] of CASES) assert.deepEqual(readSpaces(text), { spaces, notRead }, text);
});
test('a space that is named while it is looked for keeps its place', () => {
	const order = (j: Job) => walkTargets(j, 'p', [1, 2, 3, 4]).switched.map((s) => s.space);
	assert.deepEqual(order(job({ circuits: [] })), [1, 2, 3, 4]);
	assert.deepEqual(order(job({ circuits: [circuit({ space: 3 })] })), [1, 2, 3, 4]);
});
test('the breaker that was found: a box comes onto it from none, from one nobody named, from another', () => {
	const put = (j: Job, circuitId = 'c2') => produce(j, putOn({ boxId: 'a', circuitId, cableId: 'new' }));
	const two = [circuit(), circuit({ id: 'c2', space: 3 })];
	const on = (j: Job, id: string) => j.cables.filter((l) => l.toId === id).map((l) => l.circuitId);
	assert.deepEqual(on(put(job({ circuits: two, cables: [] })), 'a'), ['c2']);
	assert.deepEqual(on(put(job({ circuits: two })), 'a'), ['c2']);
	assert.equal(put(job({ circuits: two }), 'c1').cables.length, 3);
	const unnamed = [
		{ ...circuit(), space: null, name: '', panelId: null, state: 'found' as const },
		circuit({ id: 'c2', space: 3 })
	];
	const j = put(job({ circuits: unnamed as Circuit[] }));
	// All that hang on the one that nobody had named are on it too.
	assert.deepEqual([on(j, 'a'), on(j, 'c'), j.circuits.map((c) => c.id)], [['c2'], ['c2'], ['c2']]);
});
