import assert from 'node:assert/strict';
import test from 'node:test';
import type { Box, Device, Job, Point, Room } from '../../src/core/model/known';
import { EDITIONS, type EditionKey } from '../../src/core/model/kinds';
import { room, fixture, box, house, linesOf, states, area, panelRoom } from './small-rooms';

/** Receptacles that face up, the space before a panel, and the receptacle near it. */
const faceUp = (how: Device['faceUp'], at: Point, state: Box['state'] = 'planned') =>
	house(
		[room('k', 'kitchen', area(144, 144), { fixtures: [fixture('sink', [60, 60, 30, 20])] })],
		[box('k', at, 37, { faceUp: how }, { note: 'p', state })]
	);
const faceRows: [why: string, job: Job, want: Record<EditionKey, string>][] = [
	['in a listed assembly', faceUp('listed', [20, 20]), { 2017: 'met', 2020: 'met', 2023: 'met' }],
	['in no listed assembly', faceUp('not-listed', [20, 20]), { 2017: 'missing', 2020: 'missing', 2023: 'missing' }],
	['below a sink', faceUp('listed', [70, 70]), { 2017: 'met', 2020: 'missing', 2023: 'missing' }]
];
for (const [why, job, want] of faceRows)
	for (const key of EDITIONS) test(`406.5 ${key}: face up, ${why}`, () => assert.equal(states(job, '406.5', key), want[key]));
test('406.5: what rests on a reading to be checked says so; one that faces out is not asked', () => {
	assert.equal(linesOf(faceUp('listed', [70, 70]), '406.5')[0]?.rule.confidence, 'check');
	assert.equal(states(faceUp(undefined, [20, 20]), '406.5'), '');
});

const spaceRows: [why: string, more: Partial<Room>, want: string][] = [
	['nothing before it', {}, 'met'],
	// The space runs from 85 to 115 along the wall and 36 in deep.
	['a bench that ends where it begins', { fixtures: [fixture('bench', [40, 0, 45, 30])] }, 'met'],
	['a bench a sixteenth in it', { fixtures: [fixture('bench', [40, 0, 45.0625, 30])] }, 'missing'],
	['a water heater 36 in off', { fixtures: [fixture('water-heater', [90, 36, 22, 22])] }, 'met'],
	['a water heater nearer', { fixtures: [fixture('water-heater', [90, 35, 22, 22])] }, 'missing'],
	['a counter under it', { counters: [{ id: 'c', wall: 0, from: 110, to: 160, depthIn: 25 }] }, 'missing']
];
for (const [why, more, want] of spaceRows)
	test(`110.26(A): ${why}`, () => assert.equal(states(panelRoom(more), '110.26(A)'), want));

test('210.63(B): a service receptacle is placed on a free wall near the panel, but not behind it', () => {
	const [line] = linesOf({ ...panelRoom({}), dwelling: 'multifamily' }, '210.63(B)');
	const [put] = line?.fix?.kind === 'place-boxes' ? line.fix.boxes : [];
	// The panel is at 100 in of wall 0; places are an inch apart, and 24 in is too near.
	assert.deepEqual(put?.place, { kind: 'wall', wall: 0, at: 75 });
});
