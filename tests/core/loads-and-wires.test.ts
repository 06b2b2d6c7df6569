import { type RoomKind, EDITIONS, type EditionKey } from '../../src/core/model/kinds';
import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { electrodeFor } from '../../src/core/circuits/service/310-12-service-conductors';
import { serviceLoad } from '../../src/core/circuits/service/220-82-service-load';
import { floorArea } from '../../src/core/circuits/service/service-of-job';
import { editions } from '../../src/core/code/editions';
import { tailFor } from '../../src/core/code/240-4-d-pigtail';
import type { Circuit, Device, Job, Panel } from '../../src/core/model/known';
import { newRoom } from '../../src/core/model/new-job';
import { fillCaseOf } from '../../src/core/rough/boxes-fit';
import { box, circuit, job, cable } from './small-job';

/** Wires and loads by hand: electrode conductors, the neutral's load, tails in a box, floor that counts, circuits of one appliance. */
const e = editions['2023'];

for (const [service, metal, want] of [
	['4', 'Cu', '8'],
	['2', 'Cu', '8'],
	['1', 'Cu', '6'],
	['1/0', 'Cu', '6'],
	['2/0', 'Cu', '4'],
	['3/0', 'Cu', '4'],
	['4/0', 'Cu', '2'],
	['1/0', 'Al', '8'],
	['2/0', 'Al', '6'],
	['3/0', 'Al', '6'],
	['4/0', 'Al', '4']
] as const)
	test(`250.66: service conductors of ${service} AWG ${metal} take an electrode conductor of ${want} AWG copper`, () =>
		assert.equal(electrodeFor(e, service, metal), want));

test('220.61 by hand: 12 kW of range at 70% of its 8 kW, two hots alone have no neutral', () => {
	const of = (appliances: Parameters<typeof serviceLoad>[1]['appliances']) =>
		serviceLoad(e, { method: 'standard', areaSqFt: 1500, smallApplianceCircuits: 2, laundryCircuits: 1, appliances }).steps.find(
			(s) => s.rule?.section === '220.61'
		)?.value;
	// General 4500 + 3000 + 1500 = 9000: 3000 + 35 % of 6000 = 5100. Range 8000 x 0.7 = 5600. Dryer 5000 x 0.7 = 3500.
	assert.equal(of([]), 5100);
	assert.equal(of([{ name: 'range', kind: 'range', va: 12_000 }]), 10_700);
	assert.equal(of([{ name: 'dryer', kind: 'dryer', va: 5000 }]), 8600);
	assert.equal(of([{ name: 'heater', kind: 'water-heater', va: 4500 }]), 5100);
});

for (const [breakerA, run, metal, want] of [
	[20, '8', 'Cu', '12'],
	[20, '12', 'Cu', '12'],
	[15, '10', 'Cu', '14'],
	[20, '14', 'Cu', '14'],
	[30, '6', 'Cu', '10'],
	[40, '6', 'Cu', '6'],
	[15, '8', 'Al', '12'],
	[20, '8', 'Al', '10']
] as const)
	test(`240.4(D): a tail on ${breakerA} A from a run of ${run} AWG ${metal} is ${want} AWG`, () =>
		assert.equal(tailFor({ breakerA, run, metal }, e), want));
test('314.16(B)(4): a yoke counts by its tail, a ground at its own size: 8 AWG cable on 20 A', () => {
	const j = job({
		boxes: [box('a', { volumeCuIn: 30 })],
		cables: [cable('p', 'a', 90, { awg: '8' })],
		circuits: [circuit({ breakerA: 20 })]
	});
	const c = fillCaseOf(e, j, j.boxes[0] as (typeof j.boxes)[number]);
	assert.deepEqual(
		[c?.yokes[0]?.awg, c?.conductors.map((x) => `${x.count} x ${x.awg} ${x.role}`)],
		['12', ['2 x 8 ends', '1 x 10 ground']]
	);
});

const square = (id: string, kind: RoomKind, more = {}) =>
	newRoom(
		{ id, name: id, kind },
		{
			outline: [
				[0, 0],
				[120, 0],
				[120, 120],
				[0, 120]
			],
			...more
		}
	);
test('floor that counts: an unfinished basement does, a garage, a porch and a crawl space do not', () => {
	const of = (...rooms: Job['rooms']) => floorArea(job({ rooms }));
	assert.equal(of(square('a', 'den')), 100);
	assert.equal(of(square('a', 'den'), square('b', 'basement', { finished: false })), 200);
	assert.equal(of(square('a', 'den'), square('g', 'garage'), square('p', 'porch'), square('c', 'crawl-space')), 100);
	assert.equal(of(square('g', 'garage')), null);
});

// The den of the small job has one receptacle on its long wall; alone on a circuit of its own it serves no wall.
test('210.52: a receptacle on an individual circuit serves one appliance, and no wall', () => {
	const one = (kind: Circuit['kind']) => {
		const j = job({
			boxes: [box('a', { place: { kind: 'wall', wall: 2, at: 72 } })],
			cables: [cable('p', 'a', 10)],
			circuits: [circuit({ kind })]
		});
		return assess(j)
			.stages.layout.findings.filter((f) => f.rule.section === '210.52(A)')
			.reduce((s, f) => s + (f.have ?? 0), 0);
	};
	assert.ok(one('individual') > one('general') + 100, `${one('individual')} in out of reach against ${one('general')}`);
});

const kitchen = square('k', 'kitchen');
const inCabinet = (kind: Circuit['kind'], device: Partial<Device>, edition: EditionKey = '2023'): string[] =>
	assess({
		...job({
			rooms: [kitchen],
			boxes: [box('a', { roomId: 'k', inCabinet: true }, { amps: 20, ...device })],
			cables: [cable('p', 'a', 10)],
			circuits: [circuit({ kind, breakerA: 20 })]
		}),
		edition
	})
		.stages.circuit.findings.filter((f) => f.subject.id === 'a' && f.rule.section.startsWith('210.52(B)'))
		.map((f) => `${f.severity} ${f.rule.section}`);
for (const edition of EDITIONS)
	for (const serves of ['dishwasher', 'disposer', 'range-hood'] as const)
		test(`${edition}: a ${serves} in a cabinet may be on a general or its own circuit, not on a small-appliance one`, () => {
			assert.deepEqual(inCabinet('small-appliance', { serves }, edition), ['violation 210.52(B)(2)']);
			assert.deepEqual(inCabinet('general', { serves }, edition), []);
			assert.deepEqual(inCabinet('individual', { serves }, edition), []);
		});

const service = (more: Partial<Panel>, edition: EditionKey, over: Partial<Job> = {}): string[] =>
	assess({
		...job({ panels: [{ id: 'p', name: 'Panel', roomId: null, place: null, mainA: 200, spaces: 20, ...more }], ...over }),
		edition
	})
		.stages.circuit.findings.filter((f) => /^(surge|outside)/.test(f.id))
		.map((f) => `${f.severity} ${f.rule.section}`);
test('a new service of a dwelling: surge protection and a disconnect outside, by edition; one that stands asks for neither', () => {
	assert.deepEqual(service({ state: 'planned' }, '2017'), []);
	for (const edition of ['2020', '2023'] as const) {
		assert.deepEqual(service({ state: 'planned' }, edition), ['caution 230.67', 'caution 230.85']);
		const lacks = { state: 'built', surge: false, outsideDisconnect: false } as const;
		assert.deepEqual(service(lacks, edition), ['violation 230.67', 'violation 230.85']);
		assert.deepEqual(service({ state: 'built', surge: true, outsideDisconnect: true }, edition), []);
		assert.deepEqual(service({ state: 'found' }, edition), []);
		assert.deepEqual(service({}, edition), [], 'nobody said that it is new');
		assert.deepEqual(service(lacks, edition, { dwelling: 'multifamily' }), ['violation 230.67']);
	}
});

test('drop is advised once a circuit, last of all, by the loads where they are known', () => {
	const long = (watts: number) =>
		job({
			boxes: [
				box('a', {}, { kind: 'lighting', receptacles: 0, watts }),
				box('b', {}, { kind: 'lighting', receptacles: 0, watts })
			],
			cables: [cable('p', 'a', 80, { awg: '14' }), cable('a', 'b', 40, { awg: '14' })],
			circuits: [circuit({ breakerA: 15 })]
		});
	const drops = (j: Job) => assess(j).stages.circuit.findings.filter((f) => f.id.startsWith('drop'));
	// 60 W each is half an amp: 2 x 3.07 / 1000 x (80 x 1 + 40 x 0.5) = 0.61 V, 0.5 %.
	assert.deepEqual(drops(long(60)), []);
	// 600 W each is 5 A: 2 x 3.07 / 1000 x (80 x 10 + 40 x 5) = 6.14 V, 5.1 %.
	const [only, ...more] = drops(long(600));
	assert.deepEqual([only?.severity, more.length], ['advice', 0]);
	assert.ok(Math.abs((only?.have ?? 0) - 5.1) < 0.1, `${only?.have}`);
	assert.equal(assess(long(600)).stages.circuit.findings.at(-1)?.severity, 'advice');
});
