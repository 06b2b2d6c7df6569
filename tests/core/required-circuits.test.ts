import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { requiredCircuits } from '../../src/core/circuits/articles/210-11-required-circuits';
import { floorArea, serviceCaseOf, serviceLacks } from '../../src/core/circuits/service/service-of-job';
import { serviceLoad } from '../../src/core/circuits/service/220-82-service-load';
import { editions } from '../../src/core/code/editions';
import { quillback } from '../../src/core/demo/quillback';
import { applyFix } from '../../src/core/edit/fix';
import type { Box, Circuit, Device, Job, Cable, Room } from '../../src/core/model/known';
import { emptyJob, newBox, newCircuit, newRoom } from '../../src/core/model/new-job';

const e = editions['2023'];
const room = (id: string, kind: Room['kind'], more: Partial<Room> = {}) => newRoom({ id, name: id, kind }, more);
const box = (id: string, roomId: string, device: Partial<Device> = {}, more: Partial<Box> = {}): Box => {
	const made = newBox(id, id, { state: 'planned', roomId, ...more });
	return { ...made, devices: made.devices.map((d) => ({ ...d, ...device })) };
};
const circuit = (n: number, kind: Circuit['kind'], more: Partial<Circuit> = {}) =>
	newCircuit({ id: `c${n}`, name: `${kind} ${n}`, panelId: 'p', kind, ...more });
/** Boxes on a circuit, one after the other. */
const run = (n: number, ...ids: string[]): Cable[] =>
	ids.map((toId, i) => ({
		id: `l${n}${toId}`,
		circuitId: `c${n}`,
		fromId: i ? (ids[i - 1] ?? 'p') : 'p',
		toId,
		kind: 'NM-B',
		awg: '12',
		metal: 'Cu',
		conductors: 2,
		ground: true,
		lengthFt: 10,
		state: 'planned'
	}));
const job = (rooms: Room[], boxes: Box[], circuits: Circuit[], cables: Cable[], more: Partial<Job> = {}): Job => ({
	...emptyJob('j', { name: 'j', edition: '2023', permitDate: '2026-10-12' }),
	rooms,
	boxes,
	circuits,
	cables,
	panels: [{ id: 'p', name: 'Panel', roomId: null, place: null, mainA: 200, spaces: 20 }],
	...more
});
const told = (j: Job) => requiredCircuits(e, j).map((f) => `${f.rule.section} ${f.id}`);
const counter = { serves: 'countertop' as const };
const kitchen = room('k', 'kitchen');

type Row = [why: string, job: Job, want: string[]];
const rows: Row[] = [
	['an empty job asks for nothing', job([], [], [], []), []],
	['a kitchen asks for two', job([kitchen], [], [], []), ['210.11(C)(1) required:small-appliance']],
	['one of two is there', job([kitchen], [], [circuit(1, 'small-appliance')], []), ['210.11(C)(1) required:small-appliance']],
	['both are there', job([kitchen], [], [circuit(1, 'small-appliance'), circuit(2, 'small-appliance')], []), []],
	[
		'laundry, bath and garage ask for one each',
		job([room('l', 'laundry'), room('b', 'bathroom'), room('g', 'garage')], [], [], []),
		['210.11(C)(2) required:laundry', '210.11(C)(3) required:bathroom', '210.11(C)(4) required:garage']
	],
	['a detached garage without power asks for none', job([room('g', 'garage', { detached: true })], [], [], []), []],
	[
		'both counter receptacles on one circuit',
		job(
			[kitchen],
			[box('a', 'k', counter), box('b', 'k', counter)],
			[circuit(1, 'small-appliance'), circuit(2, 'small-appliance')],
			run(1, 'a', 'b')
		),
		['210.52(B)(3) counters:k']
	],
	[
		'one on each',
		job(
			[kitchen],
			[box('a', 'k', counter), box('b', 'k', counter)],
			[circuit(1, 'small-appliance'), circuit(2, 'small-appliance')],
			[...run(1, 'a'), ...run(2, 'b')]
		),
		[]
	],
	[
		'until each hangs on a circuit it cannot be said',
		job(
			[kitchen],
			[box('a', 'k', counter), box('b', 'k', counter)],
			[circuit(1, 'small-appliance'), circuit(2, 'small-appliance')],
			run(1, 'a')
		),
		[]
	],
	[
		'the third kitchen circuit treated as free',
		job(
			[kitchen],
			[box('a', 'k')],
			[circuit(1, 'small-appliance'), circuit(2, 'small-appliance'), circuit(3, 'general')],
			run(3, 'a')
		),
		['210.52(B)(1) kitchen:a']
	],
	[
		'an individual circuit for one appliance is let off',
		job(
			[kitchen],
			[box('a', 'k', { receptacles: 1, serves: 'refrigerator' })],
			[circuit(1, 'small-appliance'), circuit(2, 'small-appliance'), circuit(3, 'individual')],
			run(3, 'a')
		),
		[]
	],
	[
		'an individual circuit with two outlets is none',
		job(
			[kitchen],
			[box('a', 'k'), box('b', 'k')],
			[circuit(1, 'small-appliance'), circuit(2, 'small-appliance'), circuit(3, 'individual')],
			run(3, 'a', 'b')
		),
		['210.52(B)(1) kitchen:a', '210.52(B)(1) kitchen:b']
	],
	[
		'a switched receptacle that is the light of a dining room is let off',
		job([room('d', 'dining')], [box('a', 'd', { switched: 'whole' })], [circuit(3, 'general')], run(3, 'a')),
		[]
	],
	[
		'one circuit for two kitchens',
		job(
			[kitchen, room('k2', 'kitchen')],
			[box('a', 'k'), box('b', 'k2')],
			[circuit(1, 'small-appliance'), circuit(2, 'small-appliance')],
			run(1, 'a', 'b')
		),
		['210.52(B)(3) kitchens:c1']
	],
	[
		'1600 sq ft over 120 V: 40 A exactly',
		job([], [], [circuit(1, 'general'), circuit(2, 'general')], [], { areaSqFt: 1600 }),
		[]
	],
	[
		'a square foot more',
		job([], [], [circuit(1, 'general'), circuit(2, 'general')], [], { areaSqFt: 1601 }),
		['220.41 general-area']
	],
	[
		'a local amendment takes the garage circuit out',
		job([room('g', 'garage')], [], [], [], {
			amendments: [{ id: 'a', section: '210.11(C)(4)', change: 'off', reference: 'Ordinance 9' }]
		}),
		[]
	]
];
for (const [why, j, want] of rows) test(`210.11, 210.52(B): ${why}`, () => assert.deepEqual(told(j), want));

test('what is missing is added with one press, rated and named, and then it is there', () => {
	const before = job([kitchen, room('b', 'bathroom')], [], [], []);
	let n = 0;
	const after = produce(before, (draft) => {
		for (const f of requiredCircuits(e, before)) if (f.fix) applyFix(f.fix, () => `n${++n}`)(draft);
	});
	assert.deepEqual(told(after), []);
	assert.deepEqual(
		after.circuits.map((c) => [c.name, c.kind, c.breakerA]),
		[
			['Kitchen counter 1', 'small-appliance', 20],
			['Kitchen counter 2', 'small-appliance', 20],
			['Bath receptacles', 'bathroom', 20]
		]
	);
});
test('existing work is told as advice', () => {
	const old = job([kitchen], [box('a', 'k', {}, { state: 'found' })], [circuit(3, 'general')], run(3, 'a'));
	assert.ok(requiredCircuits(e, old).every((f) => f.severity === 'advice'));
});
test('the demo house lacks no circuit, and its service load follows from its own circuits', () => {
	const { job: demo, readings } = quillback();
	assert.deepEqual(requiredCircuits(e, demo), []);
	assert.ok(assess(demo, readings).stages.circuit.findings.length > 0, 'its own mistakes are still told');
	assert.equal(floorArea(demo), 1310);
	const c = serviceCaseOf(demo, 'optional');
	assert.ok(c);
	assert.deepEqual([c.smallApplianceCircuits, c.laundryCircuits], [3, 1]);
	// 3930 + 4500 + 1500 = 9930; dishwasher 1200, microwave 1560, range 11500, dryer 5400, water heater 5500, kiln 8600,
	// kiln vent 180: 33940 more; 10,000 + 40 % of 33,870 = 23,548; the heat pump 4800: 28,348 VA.
	assert.equal(serviceLoad(e, c).va, 28_348);
	assert.equal(serviceLoad(e, c).serviceA, 125);
	assert.equal(
		serviceCaseOf({ ...demo, areaSqFt: null, rooms: [] }, 'standard'),
		null,
		'without a floor area nothing is reckoned'
	);
});

test('a service load tells what it lacks: floor nobody measured, nameplates nobody read', () => {
	const { job: demo } = quillback();
	assert.deepEqual(serviceLacks(demo), [], 'the demo house has them all');
	const living = room('Living', 'living', {
		outline: [
			[0, 0],
			[144, 0],
			[144, 120],
			[0, 120]
		]
	});
	const others = Array.from({ length: 9 }, (_, i) => room(`Room ${i + 2}`, 'bedroom'));
	const house = job([living, ...others], [], [circuit(1, 'general')], []);
	assert.deepEqual(serviceLacks(house), ['the floor area of 9 of 10 rooms: Room 2, Room 3, Room 4, Room 5 and 5 more']);
	assert.deepEqual(serviceLacks({ ...house, areaSqFt: 1310 }), [], 'the area was typed: no room is open');
	assert.deepEqual(serviceLacks({ ...house, rooms: [living, room('Porch', 'porch')] }), [], 'a porch is no floor');
	assert.deepEqual(serviceLacks({ ...house, rooms: others }), ['the floor area']);
	assert.deepEqual(serviceLacks({ ...house, areaSqFt: 1310, circuits: [] }), ['every circuit: none is entered']);
	const range = circuit(2, 'individual', { name: 'Range' });
	assert.deepEqual(serviceLacks({ ...house, areaSqFt: 1310, circuits: [range] }), ['the nameplate of Range']);
	const load = { kind: 'range' as const, name: 'range', volts: 240 as const, continuous: false, watts: 11_500 };
	const read = { ...range, load: { ...load, amps: null, mca: null, mocp: null } };
	assert.deepEqual(serviceLacks({ ...house, areaSqFt: 1310, circuits: [read] }), []);
});
