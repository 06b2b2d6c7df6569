import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { editions } from '../../src/core/code/editions';
import { drawPlan } from '../../src/core/formats/plan-drawing';
import { applyFix } from '../../src/core/edit/fix';
import { missingPlaces, punchList } from '../../src/core/layout/assess-layout';
import type { Box, Fixture, Job, Room, Point } from '../../src/core/model/known';
import { EDITIONS } from '../../src/core/model/kinds';
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
	bedroom,
	lamp,
	circuitOf,
	panelRoom,
	hall,
	eachFixMeets
} from './small-rooms';

const bath = (boxes: Box[], basins: Fixture[] = [fixture('basin', [0, 40, 20, 24])]) =>
	house([room('bath', 'bathroom', rect(0, 0, 60, 96), { fixtures: basins })], boxes);
const yard = (side: 'front' | 'back') => room(side, 'outdoors', null, { side });
const outside = (...boxes: Box[]) => house([yard('front'), yard('back'), room('r', 'living', rect(0, 0, 144, 144))], boxes);
const porch = (more: Partial<Room>, boxes: Box[] = []) =>
	house(
		[
			room('porch', 'porch', rect(0, -100, 144, 90), more),
			room('r', 'living', rect(0, 0, 144, 144), { breaks: [{ id: 'd', wall: 0, from: 50, to: 86, kind: 'door' }] })
		],
		boxes
	);
const garage = (more: Partial<Room>, boxes: Box[] = [], job: Partial<Job> = {}) =>
	house([room('g', 'garage', rect(0, 0, 240, 240), more)], boxes, job);
const unit = { groundLevel: true, ownEntrance: true, commonLaundry: false, laundryHere: true, parkingAway: false };
/** A heat pump wired at a box out in the yard, and a receptacle there. */
const wiredHeat = (at: Point | null, receptacle?: Point) =>
	house(
		[room('yard', 'outdoors', null)],
		[
			box('yard', at, 48, { kind: 'hard-wired', receptacles: 0, serves: 'hvac', name: 'heat pump' }, { note: 'p' }),
			...(receptacle ? [box('yard', receptacle, 20, {}, { note: 'p' })] : [])
		]
	);
const heatPump = (boxes: Box[], kind: Fixture['kind'] = 'equipment') =>
	house(
		[room('yard', 'outdoors', null, { fixtures: [fixture(kind, [1, 0, 36, 36])] }), room('r', 'living', rect(100, 0, 400, 144))],
		boxes
	);
const rows: Row[] = [
	[
		'on the wall beside the basin, 36 in off',
		'210.52(D)',
		bath([box('bath', [0, 56], 44)], [fixture('basin', [0, 0, 20, 24])]),
		'met'
	],
	['36 1/16 in off', '210.52(D)', bath([box('bath', [0, 56.0625], 44)], [fixture('basin', [0, 0, 20, 24])]), 'missing'],
	['in the cabinet', '210.52(D)', bath([box('bath', [0, 30], 44, {}, { inCabinet: true })]), 'missing'],
	['5 ft 7 in up', '210.52(D)', bath([box('bath', [0, 30], 67)]), 'missing'],
	['on the face of its cabinet, 12 in below', '210.52(D)', bath([box('bath', [21, 50], 22, {}, { note: 'point' })]), 'met'],
	['on the face of its cabinet, 13 in below', '210.52(D)', bath([box('bath', [21, 50], 21, {}, { note: 'point' })]), 'missing'],
	[
		'each of two basins asks',
		'210.52(D)',
		bath([box('bath', [0, 30], 44)], [fixture('basin', [0, 10, 20, 20]), fixture('basin', [0, 72, 20, 20], { id: 'b2' })]),
		'met missing'
	],
	['no basin placed yet', '210.52(D)', bath([], []), 'unknown'],

	[
		'front and back, 6 ft 6 in up',
		'210.52(E)(1)',
		outside(box('front', [10, -2], 78, {}, { note: 'p' }), box('back', [10, 150], 20, {}, { note: 'p' })),
		'met met'
	],
	['6 ft 6 1/16 in up', '210.52(E)(1)', outside(box('front', [10, -2], 78.0625, {}, { note: 'p' })), 'missing missing'],
	['height not known', '210.52(E)(1)', outside(box('front', [10, -2], null, {}, { note: 'p' })), 'unknown missing'],
	[
		'not reached from grade',
		'210.52(E)(1)',
		outside(box('front', [10, -2], 20, {}, { note: 'p', readilyAccessible: false })),
		'missing missing'
	],
	[
		'a unit on the second level',
		'210.52(E)',
		house([yard('front')], [], { dwelling: 'multifamily', unit: { ...unit, groundLevel: false } }),
		'not-applicable'
	],
	[
		'a ground-level unit: any side',
		'210.52(E)(2)',
		house([yard('back')], [box('back', [9, 9], 20, {}, { note: 'p' })], { dwelling: 'multifamily', unit }),
		'met'
	],

	['a porch with nothing', '210.52(E)(3)', porch({}), 'missing'],
	['a porch with one', '210.52(E)(3)', porch({}, [box('porch', [2, 20], 24)]), 'met'],
	['one too high above its floor', '210.52(E)(3)', porch({}, [box('porch', [2, 20], 80)]), 'missing'],
	['4 in from the house', '210.52(E)(3)', porch({ gapIn: 4 }), { 2017: 'not-applicable', 2020: 'missing', 2023: 'missing' }],
	['4 1/16 in from the house', '210.52(E)(3)', porch({ gapIn: 4.0625 }), 'not-applicable'],
	[
		'not entered from inside',
		'210.52(E)(3)',
		porch({ fromInside: false }),
		{ 2017: 'not-applicable', 2020: 'missing', 2023: 'missing' }
	],

	['nothing in it', '210.52(F)', house([room('l', 'laundry', area(60, 60))]), 'missing'],
	['one', '210.52(F)', house([room('l', 'laundry', area(60, 60))], [box('l', [0, 30], 44)]), 'met'],
	[
		'72 in from the washer',
		'210.52(F)',
		house([room('l', 'laundry', area(200, 60), { fixtures: [fixture('washer', [0, 0, 28, 28])] })], [box('l', [0, 100], 44)]),
		'met'
	],
	[
		'72 1/16 in from the washer',
		'210.52(F)',
		house(
			[room('l', 'laundry', area(200, 60), { fixtures: [fixture('washer', [0, 0, 28, 28])] })],
			[box('l', [0, 100.0625], 44)]
		),
		'missing'
	],
	[
		'one that is only said to be there, and a washer that was placed',
		'210.52(F)',
		house(
			[room('l', 'laundry', area(200, 60), { fixtures: [fixture('washer', [0, 0, 28, 28])] })],
			[{ ...box('l', [0, 30], 44), place: null }]
		),
		'unknown'
	],
	[
		'one that is only said to be there, and no washer placed',
		'210.52(F)',
		house([room('l', 'laundry', area(200, 60))], [{ ...box('l', [0, 30], 44), place: null }]),
		'met'
	],
	[
		'common laundry of the building',
		'210.52(F)',
		house([], [], { dwelling: 'multifamily', unit: { ...unit, commonLaundry: true } }),
		'not-applicable'
	],
	['no area known', '210.52(F)', house([]), 'unknown'],

	['two bays, one served', '210.52(G)(1)', garage({ bays: 2 }, [box('g', [0, 60], 48)]), 'met missing'],
	['two bays, both served', '210.52(G)(1)', garage({ bays: 2 }, [box('g', [0, 60], 48), box('g', [2, 60], 48)]), 'met met'],
	['5 ft 6 in up', '210.52(G)(1)', garage({}, [box('g', [0, 60], 66)]), 'met'],
	['on the ceiling for the opener', '210.52(G)(1)', garage({}, [box('g', [0, 60], 108)]), 'missing'],
	['detached without power', '210.52(G)(1)', garage({ detached: true }), 'not-applicable'],
	['detached with power', '210.52(G)(1)', garage({ detached: true, powered: true }), 'missing'],
	[
		'of a two-family dwelling',
		'210.52(G)(1)',
		garage({}, [], { dwelling: 'two-family' }),
		{ 2017: 'not-applicable', 2020: 'missing', 2023: 'missing' }
	],
	[
		'parking away from the unit',
		'210.52(G)(1)',
		garage({}, [], { dwelling: 'multifamily', unit: { ...unit, parkingAway: true } }),
		'not-applicable'
	],
	[
		'of a one-family dwelling, wherever its parking is',
		'210.52(G)(1)',
		garage({}, [], { dwelling: 'one-family', unit: { ...unit, parkingAway: true } }),
		'missing'
	],
	['a shed without power', '210.52(G)(2)', house([room('s', 'accessory', area(96, 96))]), 'not-applicable'],
	['a shed with power', '210.52(G)(2)', house([room('s', 'accessory', area(96, 96), { powered: true })]), 'missing'],
	[
		'each unfinished part of a basement',
		'210.52(G)(3)',
		house([
			room('b1', 'basement', area(96, 96), { finished: false, story: -1 }),
			room('b2', 'basement', area(96, 96), { story: -1 })
		]),
		'missing not-applicable'
	],

	['10 ft', '210.52(H)', hall(area(120, 36)), 'missing'],
	['9 ft 11 15/16 in', '210.52(H)', hall(area(119.9375, 36)), 'not-applicable'],
	['10 ft, with one', '210.52(H)', hall(area(120, 36), [box('hall', [0, 10], 16)]), 'met'],
	[
		'an L of 78 in and 78 in outer sides, 36 in wide: 120 in along its middle',
		'210.52(H)',
		hall([
			[0, 0],
			[78, 0],
			[78, 36],
			[36, 36],
			[36, 78],
			[0, 78]
		]),
		'missing'
	],
	[
		'the same, 1/16 in shorter',
		'210.52(H)',
		hall([
			[0, 0],
			[77.9375, 0],
			[77.9375, 36],
			[36, 36],
			[36, 78],
			[0, 78]
		]),
		'not-applicable'
	],
	['without an outline', '210.52(H)', house([room('hall', 'hallway', null)]), 'unknown'],

	['60 sq ft', '210.52(I)', house([room('f', 'foyer', area(120, 72))]), 'not-applicable'],
	['a little over: one space all round', '210.52(I)', house([room('f', 'foyer', area(120.0625, 72))]), 'missing'],
	['part of a hallway', '210.52(I)', house([room('f', 'foyer', area(144, 72), { partOfHall: true })]), 'not-applicable'],
	[
		'a wall space of 3 ft asks, one of 35 15/16 in does not',
		'210.52(I)',
		house([
			room('f', 'foyer', area(144, 72), {
				breaks: [
					{ id: 'a', wall: 0, from: 36, to: 144, kind: 'opening' },
					{ id: 'b', wall: 1, from: 0, to: 72, kind: 'opening' },
					{ id: 'c', wall: 2, from: 35.9375, to: 144, kind: 'opening' },
					{ id: 'd', wall: 3, from: 0, to: 72, kind: 'opening' }
				]
			})
		]),
		'missing'
	],

	['25 ft', '210.63', heatPump([box('yard', [337, 18], 20, {}, { note: 'p' })]), 'met'],
	['25 ft 1/16 in', '210.63', heatPump([box('yard', [337.0625, 18], 20, {}, { note: 'p' })]), 'missing'],
	['behind the wall of the house does not serve what stands outside', '210.63', heatPump([box('r', [0, 50], 16)]), 'missing'],
	['out of reach', '210.63', heatPump([box('yard', [337, 18], 20, {}, { note: 'p', readilyAccessible: false })]), 'missing'],
	['not placed yet: not known', '210.63', heatPump([box('yard', null, 20)]), 'unknown'],
	[
		'equipment nobody placed is not at the corner of the plan, where a receptacle happens to be',
		'210.63',
		house(
			[room('yard', 'outdoors', null, { fixtures: [fixture('equipment', [0, 0, 34, 34])] })],
			[box('yard', [10, 10], 20, {}, { note: 'p' })]
		),
		'unknown'
	],
	[
		'its twin, placed an inch off',
		'210.63',
		house(
			[room('yard', 'outdoors', null, { fixtures: [fixture('equipment', [1, 0, 34, 34])] })],
			[box('yard', [10, 10], 20, {}, { note: 'p' })]
		),
		'met'
	],
	[
		'a range nobody placed is not 6 ft off its receptacle',
		'210.50(C)',
		house(
			[room('k', 'kitchen', null, { fixtures: [fixture('range', [0, 0, 30, 26])] })],
			[box('k', [10, 30], 5, { serves: 'range' }, { note: 'p' })]
		),
		'unknown'
	],
	['heat wired at a box, with none drawn, asks for one', '210.63', wiredHeat([0, 0]), 'missing'],
	['and has it within 25 ft of that box', '210.63', wiredHeat([0, 0], [300, 0]), 'met'],
	['not a sixteenth more', '210.63', wiredHeat([0, 0], [300.0625, 0]), 'missing'],
	['where its box is not placed that is not known', '210.63', wiredHeat(null, [300, 0]), 'unknown'],
	['a yard where nobody looked for a condenser', '210.63', house([room('yard', 'outdoors', null)]), 'unknown'],
	['a yard that has none', '210.63', house([room('yard', 'outdoors', null, { equipment: false })]), ''],
	['a yard that has one, nobody drew it', '210.63', house([room('yard', 'outdoors', null, { equipment: true })]), 'unknown'],
	['a job of one room indoors', '210.63', house([room('l', 'living', area(200, 60))]), ''],
	['an evaporative cooler', '210.63', heatPump([], 'evaporative-cooler'), 'not-applicable'],

	[
		'the dryer 6 ft off',
		'210.50(C)',
		house(
			[room('l', 'laundry', area(200, 60), { fixtures: [fixture('dryer', [0, 0, 28, 28])] })],
			[box('l', [0, 100], 36, { serves: 'dryer', volts: 240 })]
		),
		'met'
	],
	[
		'the dryer farther',
		'210.50(C)',
		house(
			[room('l', 'laundry', area(200, 60), { fixtures: [fixture('dryer', [0, 0, 28, 28])] })],
			[box('l', [0, 101], 36, { serves: 'dryer', volts: 240 })]
		),
		'missing'
	]
];
for (const [why, section, job, want] of rows) {
	for (const key of EDITIONS) {
		test(`${section} ${key}: ${why}`, () => assert.equal(states(job, section, key), typeof want === 'string' ? want : want[key]));
	}
}

test('the panel room asks for a receptacle from 2020 on, as advice, to be checked', () => {
	const job = house([room('g', 'garage', area(200, 200))], [], {
		dwelling: 'multifamily',
		panels: [{ id: 'p', name: 'Panel', roomId: 'g', place: { kind: 'wall', wall: 0, at: 100 }, mainA: 100, spaces: 20 }]
	});
	assert.equal(states(job, '210.63(B)', '2017'), '');
	const [line] = linesOf(job, '210.63(B)', '2020');
	assert.deepEqual([line?.state, line?.severity, line?.rule.confidence], ['missing', 'advice', 'check']);
	// Not for one- and two-family dwellings.
	assert.equal(states({ ...job, dwelling: 'one-family' }, '210.63(B)', '2020'), '');
	assert.equal(states({ ...job, dwelling: 'two-family' }, '210.63(B)', '2020'), '');
});
test('a receptacle behind the disconnect of the equipment does not serve it', () => {
	const disconnect = box('yard', [10, 50], 54, { kind: 'hard-wired', serves: 'hvac', receptacles: 0 }, { note: 'p' });
	const beyond = box('yard', [20, 50], 24, {}, { note: 'p' });
	const cable = (fromId: string, toId: string) => ({
		id: toId,
		circuitId: 'c',
		fromId,
		toId,
		kind: 'NM-B' as const,
		awg: '12' as const,
		metal: 'Cu' as const,
		conductors: 2,
		ground: true,
		lengthFt: 10,
		state: 'planned' as const
	});
	const job = {
		...heatPump([disconnect, beyond]),
		circuits: [{ ...circuitOf('c') }],
		cables: [cable('p', disconnect.id), cable(disconnect.id, beyond.id)]
	};
	assert.match(linesOf(job, '210.63')[0]?.why ?? '', /goes dead with it/);
	assert.equal(states({ ...job, cables: [cable('p', beyond.id)] }, '210.63'), 'met');
});

test('local amendments: an article switched off says by what; as another edition it cites that one', () => {
	const base = hall(area(120, 36));
	const off = { ...base, amendments: [{ id: 'a', section: '210.52(H)', change: 'off' as const, reference: 'Ordinance 9' }] };
	const [line] = linesOf(off, '210.52(H)');
	assert.deepEqual([line?.state, line?.amendedBy], ['not-applicable', 'off (Ordinance 9)']);
	const island = house([room('k', 'kitchen', area(200, 200), { fixtures: [fixture('island', [60, 60, 60, 36])] })], [], {
		amendments: [{ id: 'a', section: '210.52(C)(2)', change: 'as-edition', edition: '2020', reference: 'Ordinance 9' }]
	});
	const [asked] = linesOf(island, '210.52(C)(2)');
	assert.deepEqual(
		[asked?.state, asked?.need, asked?.rule.edition, asked?.amendedBy],
		['missing', 2, '2020', 'as in 2020 (Ordinance 9)']
	);
});

test('one box for the front and its porch, one for two basins near each other; all that is placed is then met', () => {
	const front = house(
		[
			room('yard', 'outdoors', null, { side: 'front' }),
			room('back', 'outdoors', null, { side: 'back' }),
			room('porch', 'porch', rect(0, -100, 144, 90), { side: 'front', aboveGradeIn: 20 }),
			room('bath', 'bathroom', rect(0, 0, 144, 144), {
				fixtures: [fixture('basin', [30, 124, 20, 20]), fixture('basin', [80, 124, 20, 20], { id: 'b2' })],
				breaks: [{ id: 'd', wall: 0, from: 50, to: 86, kind: 'door' }]
			})
		],
		[]
	);
	const fixes = missingPlaces(front, 'receptacle');
	assert.deepEqual(
		fixes
			.map((f) => f.boxes.map((b) => b.roomId))
			.flat()
			.sort(),
		['back', 'bath', 'porch']
	);
	let n = 0;
	const after = produce(front, (draft) => {
		for (const fix of fixes) applyFix(fix, () => `n${++n}`)(draft);
	});
	assert.deepEqual(missingPlaces(after, 'receptacle'), []);
	assert.equal(states(after, '210.52(E)'), 'met met met');
});
test('a washer in a room with the wall rule takes the stead of a wall receptacle that is missing anyway', () => {
	const family = house([
		room('f', 'family', area(144, 120), {
			fixtures: [fixture('washer', [116, 92, 28, 28])],
			breaks: [{ id: 'd', wall: 0, from: 12, to: 44, kind: 'door' }]
		})
	]);
	const placed = missingPlaces(family, 'receptacle')
		.flatMap((f) => f.boxes)
		.filter((b) => b.roomId === 'f');
	assert.equal(placed.length, 4, 'as many as the walls need alone');
});
test('every fix of a line meets that line', () => eachFixMeets(rows));
test('a house without places outdoors gets them with their boxes, one each side, outside a wall that looks that way', () => {
	const bare = house([room('r', 'living', rect(0, 0, 144, 144))]);
	const fixes = missingPlaces(bare, 'receptacle').filter((f) => f.boxes.some((b) => b.yard));
	let n = 0;
	const after = produce(bare, (draft) => {
		for (const fix of fixes) applyFix(fix, () => `n${++n}`)(draft);
	});
	assert.deepEqual(
		after.rooms.slice(1).map((r) => [r.name, r.kind, r.side]),
		[
			['Front yard', 'outdoors', 'front'],
			['Back yard', 'outdoors', 'back']
		]
	);
	assert.equal(states(after, '210.52(E)(1)'), 'met met');
	const [front, back] = after.boxes.map((b) => (b.place?.kind === 'point' ? b.place.y : NaN));
	assert.ok((front ?? 0) < 0 && (back ?? 0) > 144);
});
test('the bands of the plan show what the list asks: by the edition that an amendment names, or nothing', () => {
	const den = house([
		room('d', 'den', rect(0, 0, 144, 120), { breaks: [{ id: 'a', wall: 0, from: 40, to: 100, kind: 'stationary-appliance' }] })
	]);
	const bands = (amendments: Job['amendments']) =>
		drawPlan(editions['2023'], { ...den, amendments }, 0).rooms[0]?.reach.filter((r) => !r.met).length;
	const amend = (change: 'off' | 'as-edition') => [
		{ id: 'x', section: '210.52(A)', change, edition: '2017' as const, reference: 'Ordinance 9' }
	];
	// From 2020 on the appliance breaks wall 1 in two; in 2017 it stands before a wall space.
	assert.deepEqual([bands([]), bands(amend('as-edition')), bands(amend('off'))], [5, 4, 0]);
});
test('a place marked to be kept free takes no counter receptacle where another does as well', () => {
	const kitchen = (marks: Room['marks']) =>
		house([room('k', 'kitchen', area(144, 144), { counters: [{ id: 'c', wall: 0, from: 20, to: 60, depthIn: 25 }], marks })]);
	const places = (j: Job) =>
		linesOf(j, '210.52(C)(1)')
			.flatMap((r) => (r.fix?.kind === 'place-boxes' ? r.fix.boxes : []))
			.map((b) => (b.place?.kind === 'wall' ? b.place.at : NaN));
	assert.deepEqual(places(kitchen([])), [40]);
	const [at = NaN, ...others] = places(kitchen([{ id: 'm', wall: 0, from: 38, to: 60, kind: 'keep-off', note: '' }]));
	assert.equal(others.length, 0);
	assert.ok(at >= 36 && at <= 38, `${at}`);
});
test('fixes of the lines that move, light and serve a panel meet them', () => {
	const dryer = rows.find(([why]) => why === 'the dryer farther')?.[2];
	assert.ok(dryer);
	const bare = house([
		room('r', 'living', area(144, 144), { breaks: [{ id: 'd', wall: 0, from: 20, to: 52, kind: 'door', leadsTo: 'outside' }] })
	]);
	const dark = bedroom('bedroom', [lamp]);
	const cases: [Job, string][] = [
		[dryer, '210.50(C)'],
		[{ ...panelRoom({}), dwelling: 'multifamily' }, '210.63(B)'],
		[bare, '210.70(A)(2)'],
		[{ ...dark, rooms: dark.rooms.map((r) => ({ ...r, kind: 'bedroom' as const })) }, '210.70(A)(1)']
	];
	for (const [job, section] of cases) {
		const line = linesOf(job, section).find((r) => r.state === 'missing');
		assert.ok(line?.fix, section);
		const { fix } = line;
		let n = 0;
		const after = produce(job, (draft) => applyFix(fix, () => `n${++n}`)(draft));
		assert.equal(punchList(after).find((r) => r.id === line.id)?.state, 'met', section);
	}
});
