import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { existingLoad, measuredLoad } from '../../src/core/circuits/service/220-83-220-87-existing-load';
import { sizeFeeder } from '../../src/core/circuits/panel/215-feeder';
import { serviceConductors } from '../../src/core/circuits/service/310-12-service-conductors';
import { editions } from '../../src/core/code/editions';
import { applyFix } from '../../src/core/edit/fix';
import type { Box, Circuit, CircuitLoad, Device, Feeder, Job, Panel } from '../../src/core/model/known';
import type { EditionKey, LoadKind } from '../../src/core/model/kinds';
import { box, circuit, job, cable, near } from './small-job';

/** What appliances ask of their circuits beside their size, service conductors, and loads added to a house that stands. */
const wired = (name: string, watts: number, more: Partial<Device> = {}): Partial<Device> => ({
	kind: 'hard-wired',
	receptacles: 0,
	name,
	watts,
	...more
});
const load = (kind: LoadKind, watts: number, volts: 120 | 240 = 240): CircuitLoad => ({
	kind,
	name: kind,
	watts,
	amps: null,
	volts,
	continuous: false,
	mca: kind === 'hvac' ? 20 : null,
	mocp: kind === 'hvac' ? 30 : null
});
function on(
	c: Partial<Circuit>,
	devices: Partial<Device>[],
	legMore: Parameters<typeof cable>[3] = {},
	boxMore: Partial<Box> = {}
): Job {
	const boxes = devices.map((d, i) => box(`b${i}`, boxMore, d));
	return job({ circuits: [circuit(c)], boxes, cables: boxes.map((b, i) => cable(i ? `b${i - 1}` : 'p', b.id, 10, legMore)) });
}
const IDS = /^(alone|four-wires|heat-outlets|disconnect)/;
const told = (j: Job, edition: EditionKey = '2023') =>
	assess({ ...j, edition })
		.stages.circuit.findings.filter((f) => IDS.test(f.id))
		.map((f) => `${f.severity} ${f.rule.section}`);
const two = { poles: 2 as const, kind: 'individual' as const };

const rows: [what: string, job: Job, want: string[], edition?: EditionKey][] = [
	['a furnace by itself', on({ kind: 'individual' }, [wired('furnace', 800, { serves: 'furnace' })]), []],
	[
		'a furnace with its condensate pump',
		on({}, [wired('furnace', 800, { serves: 'furnace' }), wired('condensate pump', 60, { serves: 'furnace-equipment' })]),
		[]
	],
	[
		'a furnace with a light',
		on({}, [wired('furnace', 800, { serves: 'furnace' }), { kind: 'lighting', receptacles: 0, name: 'light', watts: 60 }]),
		['violation 422.12']
	],
	['vehicle charging with a receptacle', on({}, [{ serves: 'ev', receptacles: 1 }, {}]), ['violation 625.40']],
	[
		'an over-range microwave on a cord with others',
		on({ kind: 'small-appliance' }, [{ serves: 'microwave', receptacles: 1 }, {}], {}, { heightIn: 72 }),
		['violation 422.16(B)(4)']
	],
	[
		'one at a height that nobody entered',
		on({ kind: 'small-appliance' }, [{ serves: 'microwave', receptacles: 1 }, {}], {}, { heightIn: null }),
		['advice 422.16(B)(4)']
	],
	[
		'one at 60 in is over a range',
		on({}, [{ serves: 'microwave', receptacles: 1 }, {}], {}, { heightIn: 60 }),
		['violation 422.16(B)(4)']
	],
	['one at 59 in is not', on({}, [{ serves: 'microwave', receptacles: 1 }, {}], {}, { heightIn: 59 }), []],
	['one wired in is on no cord', on({}, [{ serves: 'microwave', receptacles: 0 }, {}], {}, { heightIn: 72 }), []],
	['a counter microwave may share', on({}, [{ serves: 'microwave' }, {}], {}, { heightIn: 44 }), []],
	[
		'a new dryer on three wires',
		on({ ...two, load: load('dryer', 5400) }, [{ serves: 'dryer', volts: 240, receptacles: 1, amps: 30 }], { awg: '10' }),
		['violation 250.140']
	],
	[
		'a new dryer on four',
		on({ ...two, load: load('dryer', 5400) }, [{ serves: 'dryer', volts: 240, receptacles: 1, amps: 30 }], {
			awg: '10',
			conductors: 3
		}),
		[]
	],
	[
		'an old range on three wires may stay',
		on({ ...two, load: load('range', 12_000), state: 'found' }, [{ serves: 'range', volts: 240, receptacles: 1, amps: 50 }], {
			awg: '8',
			state: 'found'
		}),
		[]
	],
	[
		'two baseboards on 30 A',
		on({ poles: 2, breakerA: 30, load: load('fixed-heat', 5000) }, [
			wired('heater', 2500, { volts: 240 }),
			wired('heater', 2500, { volts: 240 })
		]),
		[]
	],
	[
		'two on 40 A',
		on({ poles: 2, breakerA: 40, load: load('fixed-heat', 7000) }, [
			wired('heater', 3500, { volts: 240 }),
			wired('heater', 3500, { volts: 240 })
		]),
		['violation 424.4']
	],
	[
		'as 2017 numbers it',
		on({ poles: 2, breakerA: 40, load: load('fixed-heat', 7000) }, [
			wired('heater', 3500, { volts: 240 }),
			wired('heater', 3500, { volts: 240 })
		]),
		['violation 424.3(A)'],
		'2017'
	],
	[
		'a water heater with no disconnect',
		on({ ...two, load: load('water-heater', 4500), disconnect: 'none' }, [wired('water heater', 4500, { volts: 240 })]),
		['violation 422.31']
	],
	[
		'with a breaker that locks off',
		on({ ...two, load: load('water-heater', 4500), disconnect: 'lockable' }, [wired('water heater', 4500, { volts: 240 })]),
		[]
	],
	[
		'a fan of 300 W needs none',
		on({ kind: 'individual', load: load('general', 300, 120), disconnect: 'none' }, [wired('fan', 300)]),
		[]
	],
	[
		'an air conditioner with only that',
		on({ ...two, load: load('hvac', 4800), disconnect: 'lockable' }, [wired('air conditioner', 4800, { volts: 240 })]),
		['violation 440.14']
	],
	[
		'found so: a caution',
		on({ ...two, load: load('hvac', 4800), disconnect: 'none', state: 'found' }, [
			wired('air conditioner', 4800, { volts: 240 })
		]),
		['caution 440.14']
	],
	[
		'not looked at: nothing is said',
		on({ ...two, load: load('hvac', 4800) }, [wired('air conditioner', 4800, { volts: 240 })]),
		[]
	]
];
for (const [what, j, want, edition] of rows) test(`appliances: ${what}`, () => assert.deepEqual(told(j, edition), want));

test('what cannot share is moved to a circuit of its own with one press, and a cable is made one of four wires', () => {
	for (const j of [
		on({}, [wired('furnace', 800, { serves: 'furnace' }), {}]),
		on({ ...two, load: load('dryer', 5400) }, [{ serves: 'dryer', volts: 240, receptacles: 1, amps: 30 }], { awg: '10' })
	]) {
		const finding = assess(j).stages.circuit.findings.find((f) => IDS.test(f.id));
		assert.ok(finding?.fix);
		const { fix } = finding;
		let n = 0;
		assert.deepEqual(
			told(
				produce(
					j,
					applyFix(fix, () => `n${++n}`)
				)
			),
			[]
		);
	}
});
test('the slip lists what an appliance asks, each with its section', () => {
	const d = assess(
		on({ kind: 'individual', load: load('general', 1200, 120) }, [{ serves: 'dishwasher', receptacles: 1, amps: 20 }])
	).stages.circuit.decisions.find((x) => x.id === 'appliance:c1');
	assert.deepEqual(
		d?.steps.map((s) => [s.label, s.value, s.rule?.section]),
		[
			['disconnect', 'to be checked', '422.31'],
			['cord of the dishwasher', '36 to 78 in', '422.16(B)']
		]
	);
});

// 83 % of the rating in the 75 degC column, as Table 310.12 has it.
for (const [amps, cu, al] of [
	[100, '4', '2'],
	[125, '2', '1/0'],
	[150, '1', '2/0'],
	[175, '1/0', '3/0'],
	[200, '2/0', '4/0'],
	[400, null, null]
] as const)
	for (const key of ['2017', '2020', '2023'] as const)
		test(`service conductors, ${key}: ${amps} A, copper ${cu}, aluminum ${al}`, () => {
			const { Cu, Al, steps } = serviceConductors(editions[key], amps);
			assert.deepEqual([Cu, Al], [cu, al]);
			assert.equal(steps[0]?.rule?.section, key === '2017' ? '310.15(B)(7)' : '310.12');
		});
test('a feeder that carries the whole dwelling: 200 A on 2/0; with a circuit before it 3/0', () => {
	const outside: Panel = { id: 'm', name: 'Outside', roomId: null, place: null, mainA: 200, spaces: 4, service: true };
	const feed: Feeder = {
		fromPanelId: 'm',
		space: 1,
		breakerA: 200,
		kind: 'THHN',
		awg: '2/0',
		metal: 'Cu',
		conductors: 3,
		ground: true,
		lengthFt: 20,
		state: 'planned'
	};
	const inside: Panel = { id: 'p', name: 'Inside', roomId: null, place: null, mainA: 200, spaces: 40, feeder: feed };
	const j = job({ panels: [outside, inside], circuits: [], boxes: [], cables: [] });
	assert.equal(sizeFeeder({ edition: editions['2023'], job: j }, inside, { feeder: feed, breakerA: 200 }).awg, '2/0');
	const before = { ...j, circuits: [circuit({ panelId: 'm', space: 2 })] };
	assert.equal(sizeFeeder({ edition: editions['2023'], job: before }, inside, { feeder: feed, breakerA: 200 }).awg, '3/0');
});

test('adding to a house that stands, by hand: 220.83 and 220.87', () => {
	const e = editions['2020'];
	const there = {
		areaSqFt: 1120,
		smallApplianceCircuits: 2,
		laundryCircuits: 1,
		appliances: [
			{ name: 'range', kind: 'range' as const, va: 10_200 },
			{ name: 'air conditioner', kind: 'cooling' as const, va: 3000 }
		]
	};
	const kiln = { name: 'kiln', kind: 'fastened' as const, va: 8600 };
	// 3360 + 4500 + 10,200 + 8600 + 3000 = 29,660; 8000 + 40 % of 21,660 = 16,664 VA, 69.4 A
	const a = existingLoad(e, there, [kiln]);
	assert.ok(near(a.va, 16_664, 1e-6) && near(a.amps, 69.433, 0.001));
	// Heat of 9600 VA added: the larger of 9600 and 3000 at 100 %; 18,060: 8000 + 40 % of 10,060 = 12,024; 21,624 VA
	const b = existingLoad(e, there, [{ name: 'electric heat', kind: 'heating', va: 9600 }]);
	assert.ok(near(b.va, 21_624, 1e-6));
	assert.ok(b.steps.some((s) => s.label === 'heating or cooling, added' && s.value === 9600 && s.rule?.section === '220.83'));
	// 9.6 kW x 1.25 + 7680 = 19,680 VA
	const c = measuredLoad(e, 9.6, [{ name: 'vehicle charger', kind: 'ev', va: 7680 }]);
	assert.deepEqual([c.va, c.amps, c.steps[0]?.rule?.section], [19_680, 82, '220.87']);
});
