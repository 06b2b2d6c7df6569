import assert from 'node:assert/strict';
import test from 'node:test';
import type { Box, Point } from '../../src/core/model/known';
import {
	rect,
	room,
	fixture,
	box,
	house,
	linesOf,
	states,
	type Row,
	area,
	light,
	wallSwitch,
	bedroom,
	lamp,
	eachFixMeets
} from './small-rooms';

/** 210.70: what switches a light, and where a receptacle stands in for it. */
const lightRows: Row[] = [
	['nothing', '210.70(A)(1)', bedroom('bedroom', []), 'missing'],
	['a light and its switch', '210.70(A)(1)', bedroom('bedroom', [lamp, wallSwitch('b', 0, [lamp.id])]), 'met'],
	['a light and a switch of which nothing is said', '210.70(A)(1)', bedroom('bedroom', [lamp, wallSwitch('b', 0)]), 'met'],
	[
		'a light, its switch switches something else',
		'210.70(A)(1)',
		bedroom('bedroom', [lamp, wallSwitch('b', 0, ['other'])]),
		'missing'
	],
	[
		'a switched receptacle in a bedroom',
		'210.70(A)(1)',
		bedroom('bedroom', [box('b', [0, 30], 16, { switched: 'half' })]),
		'met'
	],
	[
		'a switched receptacle in a kitchen',
		'210.70(A)(1)',
		bedroom('kitchen', [box('b', [0, 30], 16, { switched: 'half' })]),
		'missing'
	],
	['a hallway', '210.70(A)(2)', bedroom('hallway', []), 'missing'],
	['a closet asks for none', '210.70', bedroom('closet', []), ''],
	[
		'an attic with equipment',
		'210.70',
		house([room('a', 'attic', area(99, 99), { fixtures: [fixture('equipment', [0, 0, 30, 30])] })]),
		'missing'
	],
	['an attic with nothing in it', '210.70', house([room('a', 'attic', area(99, 99))]), '']
];
for (const [why, section, job, want] of lightRows) test(`${section}: ${why}`, () => assert.equal(states(job, section), want));

test('210.70(A)(2): an outdoor entrance asks for a light, a vehicle door and an inner door do not', () => {
	const door = (id: string, wall: number, width: number) => ({ id, wall, from: 10, to: 10 + width, kind: 'door' as const });
	const job = house([
		room('g', 'garage', area(240, 240), { breaks: [door('v', 0, 190), door('out', 3, 32), door('in', 1, 32)] }),
		room('k', 'hallway', rect(245, 0, 100, 100))
	]);
	const asked = (of: typeof job) =>
		linesOf(of, '210.70(A)(2)')
			.filter((r) => r.id.includes(':door'))
			.map((r) => [r.id, r.state]);
	// With nothing drawn beyond it a door may lead to a room that nobody has measured.
	assert.deepEqual(asked(job), [['210.70(A)(2):g:doorout', 'unknown']]);
	const said = (leadsTo: 'inside' | 'outside') => ({
		...job,
		rooms: job.rooms.map((r) => ({ ...r, breaks: r.breaks.map((b) => (b.id === 'out' ? { ...b, leadsTo } : b)) }))
	});
	assert.deepEqual(asked(said('outside')), [['210.70(A)(2):g:doorout', 'missing']]);
	assert.deepEqual(asked(said('inside')), []);
	const yard = { ...job, rooms: [...job.rooms, room('y', 'outdoors', rect(-100, 0, 95, 240))] };
	assert.deepEqual(asked(yard), [['210.70(A)(2):g:doorout', 'missing']]);
});
test('210.70(A)(2): six risers ask for a switch at each level, five do not', () => {
	const stair = (risers: number | undefined) =>
		room('s', 'closet', area(40, 120), { fixtures: [fixture('stair', [0, 0, 36, 100], { risers })] });
	const up = room('up', 'closet', area(40, 40), { story: 1 });
	const l = light('s', [20, 60]);
	const two = [wallSwitch('s', 0, [l.id]), wallSwitch('up', 0, [l.id])];
	const at = (risers: number | undefined, boxes: Box[]) => states(house([stair(risers), up], boxes), '210.70(A)(2)');
	assert.deepEqual(
		[at(5, [l, two[0] as Box]), at(6, [l, two[0] as Box]), at(6, [l, ...two]), at(undefined, [l, ...two])],
		['met', 'missing', 'met', 'unknown']
	);
});
test('every fix of a line about lights meets that line', () => eachFixMeets(lightRows));

/** A front room whose wall with the door runs so far up for each inch along: the light of its entrance is placed in a yard. */
const entrance = (up: number): string | undefined => {
	const along = Math.sqrt(1 - up * up);
	const outline: Point[] = [
		[0, 0],
		[200 * along, 200 * up],
		[200 * along, 400],
		[0, 400]
	];
	const door = { id: 'd', wall: 0, from: 80, to: 116, kind: 'door' as const, leadsTo: 'outside' as const };
	const yards = (['back', 'side', 'front'] as const).map((side) => room(side, 'outdoors', null, { side }));
	const j = house([room('hall', 'hallway', outline, { breaks: [door] }), ...yards]);
	const fix = linesOf(j, '210.70(A)(2)').find((r) => r.id.includes(':door'))?.fix;
	return fix?.kind === 'place-boxes' ? fix.boxes[0]?.roomId : 'none asked for';
};
// The wall faces the front by the share of an inch along that it takes: 0.71 and 0.69.
test('210.70(A)(2): the light of an entrance in a wall askew is placed on the side that the wall faces', () =>
	assert.deepEqual([0, Math.sqrt(1 - 0.71 ** 2), Math.sqrt(1 - 0.69 ** 2), 0.9].map(entrance), [
		'front',
		'front',
		'side',
		'side'
	]));
