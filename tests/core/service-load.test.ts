import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { serviceLoad, type ServiceCase } from '../../src/core/circuits/service/220-82-service-load';
import type { ServiceAppliance } from '../../src/core/circuits/service/service-appliance';
import { editions } from '../../src/core/code/editions';
import { assess } from '../../src/core/assess';
import type { Job } from '../../src/core/model/known';
import { EDITIONS, SERVICE_KINDS, type EditionKey } from '../../src/core/model/kinds';
import { runs } from './few';
import { box, cable, job } from './small-job';

const a = (kind: ServiceAppliance['kind'], va: number, more: Partial<ServiceAppliance> = {}): ServiceAppliance => ({
	name: kind,
	kind,
	va,
	...more
});
const house = (appliances: ServiceAppliance[], more: Partial<ServiceCase> = {}): ServiceCase => ({
	method: 'standard',
	areaSqFt: 1310,
	smallApplianceCircuits: 2,
	laundryCircuits: 1,
	appliances,
	...more
});
const optional = (appliances: ServiceAppliance[], more: Partial<ServiceCase> = {}) =>
	house(appliances, { method: 'optional', ...more });
// 1310 sq ft x 3 + 2 x 1500 + 1500 = 8430; 3000 + 35 % of 5430 = 4900.5 VA.
const BASE = 4900.5;

type Row = [why: string, c: ServiceCase, va: number | Record<EditionKey, number>];
const rows: Row[] = [
	['nothing but the house', house([]), BASE],
	['up to 3000 VA all of it', house([], { areaSqFt: 1000, smallApplianceCircuits: 0, laundryCircuits: 0 }), 3000],
	[
		'over 120,000 VA at 25%',
		house([], { areaSqFt: 45_000, smallApplianceCircuits: 0, laundryCircuits: 0 }),
		3000 + 117_000 * 0.35 + 15_000 * 0.25
	],
	['one range up to 12 kW', house([a('range', 12_000)]), BASE + 8000],
	['13.4 kW: one kW over', house([a('range', 13_400)]), BASE + 8400],
	['13.5 kW: a major fraction, two', house([a('range', 13_500)]), BASE + 8800],
	['15 kW: three kW over', house([a('range', 15_000)]), BASE + 9200],
	['two ranges', house([a('range', 12_000), a('range', 9000)]), BASE + 11_000],
	['a cooktop of 6 kW: 80%', house([a('cooktop', 6000)]), BASE + 4800],
	['a small oven of 3 kW: 80%', house([a('wall-oven', 3000)]), BASE + 2400],
	['oven and cooktop by column B: 65% of 11 kW', house([a('wall-oven', 5000), a('cooktop', 6000)]), BASE + 7150],
	['8.75 kW stands in column B', house([a('wall-oven', 8750)]), BASE + 7000],
	['8.76 kW in column C', house([a('wall-oven', 8760)]), BASE + 8000],
	['a small dryer counts 5000', house([a('dryer', 4500)]), BASE + 5000],
	['a larger one its nameplate', house([a('dryer', 5400)]), BASE + 5400],
	['three fastened: all of them', house([a('water-heater', 5500), a('fastened', 1200), a('fastened', 1500)]), BASE + 8200],
	['four: 75%', house([a('water-heater', 5500), a('fastened', 1200), a('fastened', 1500), a('fastened', 800)]), BASE + 6750],
	[
		'the fourth is under 500 W',
		house([a('water-heater', 5500), a('fastened', 1200), a('fastened', 1500), a('fastened', 499)]),
		{ 2017: BASE + 8699 * 0.75, 2020: BASE + 8699, 2023: BASE + 8699 }
	],
	[
		'exactly 500 W counts',
		house([a('water-heater', 5500), a('fastened', 1200), a('fastened', 1500), a('fastened', 500)]),
		BASE + 6525
	],
	['vehicle charging of 5760 VA', house([a('ev', 5760)]), { 2017: BASE + 5760, 2020: BASE + 5760, 2023: BASE + 7200 }],
	[
		'vehicle charging as the fourth fastened',
		house([a('water-heater', 5500), a('fastened', 1200), a('fastened', 1500), a('ev', 9600)]),
		{ 2017: BASE + 17_800 * 0.75, 2020: BASE + 17_800 * 0.75, 2023: BASE + 8200 + 9600 }
	],
	['heating larger than cooling', house([a('heating', 9000), a('cooling', 4800)]), BASE + 9000],
	['cooling larger', house([a('heating', 3000), a('cooling', 4800)]), BASE + 4800 * 1.25],
	[
		'a heat pump with its supplement is heating',
		house([a('heat-pump', 4800), a('heat-pump-supplement', 5000)]),
		BASE + 9800 + 1200
	],
	['a heat pump alone is both, and its compressor the largest motor', house([a('heat-pump', 4800)]), BASE + 4800 + 1200],
	['a larger motor than the compressor', house([a('heat-pump', 4800), a('motor', 6000)]), BASE + 4800 + 6000 + 1500],
	['cooling that does not count is no largest motor', house([a('heating', 4800), a('cooling', 4800)]), BASE + 4800],
	['a cooking appliance of 1.75 kW at its nameplate', house([a('cooktop', 1750)]), BASE + 1750],
	['of a watt more by column A', house([a('cooktop', 1751)]), BASE + 1751 * 0.8],
	['of 1.75 kW beside a range: 1750 and 8000', house([a('cooktop', 1750), a('range', 12_000)]), BASE + 9750],
	['motors, and a quarter of the largest', house([a('motor', 1000), a('motor', 600)]), BASE + 1850],
	[
		'the example of the contract',
		optional([a('range', 12_000), a('heat-pump', 4800)]),
		10_000 + (8430 + 12_000 - 10_000) * 0.4 + 4800
	],
	['optional: under 10 kVA all of it', optional([]), 8430],
	['optional: dryer at its nameplate', optional([a('dryer', 4500)]), 10_000 + 2930 * 0.4],
	['optional: vehicle charging at its nameplate', optional([a('ev', 5760)]), 10_000 + 4190 * 0.4],
	[
		'optional: heat pump and 65% of its supplement',
		optional([a('heat-pump', 4800), a('heat-pump-supplement', 10_000)]),
		8430 + 4800 + 6500
	],
	['optional: three units of heat at 65%', optional([a('heating', 9000, { units: 3 })]), 8430 + 5850],
	['optional: four at 40%', optional([a('heating', 9000, { units: 4 })]), 8430 + 3600],
	['optional: cooling against heat, the larger', optional([a('cooling', 5000), a('heating', 9000, { units: 4 })]), 8430 + 5000]
];
for (const [why, c, want] of rows) {
	for (const key of ['2017', '2020', '2023'] as const) {
		test(`Article 220 ${key}, ${c.method}: ${why}`, () => {
			const got = serviceLoad(editions[key], c);
			const va = typeof want === 'number' ? want : want[key];
			assert.ok(Math.abs(got.va - va) < 1e-6, `${got.va} is not ${va}`);
			assert.ok(Math.abs(got.amps - va / 240) < 1e-9);
		});
	}
}

const sizes: [va: number, serviceA: number | null][] = [
	[100, 100],
	[24_000, 100],
	[24_001, 110],
	[36_000, 150],
	[36_240, 175],
	[48_000, 200],
	[48_001, 225],
	[96_000, 400],
	[400_000, null]
];
for (const [va, serviceA] of sizes) {
	test(`230.79(C): ${va} VA takes ${serviceA ?? 'no'} A`, () => {
		const c = { ...house([a('heating', va)], { areaSqFt: 0.001, smallApplianceCircuits: 0, laundryCircuits: 0 }) };
		const got = serviceLoad(editions['2023'], c);
		// The area adds a hundredth of a VA at most: the limits stand a whole VA apart.
		assert.equal(serviceLoad(editions['2023'], { ...c, appliances: [a('heating', va - 0.003)] }).serviceA, serviceA);
		assert.equal(got.findings.length, serviceA === null ? 1 : 0);
	});
}
test('each line is cited from its own edition', () => {
	const sections = (key: EditionKey) => serviceLoad(editions[key], house([a('ev', 9600)])).steps.map((s) => s.rule?.section);
	assert.ok(sections('2017').includes('220.12') && sections('2017').includes('220.42'));
	assert.ok(sections('2020').includes('220.14(J)'));
	assert.ok(sections('2023').includes('220.41') && sections('2023').includes('220.45') && sections('2023').includes('220.57'));
});
test('more load never asks for less', () => {
	const appliance = fc.record({
		name: fc.constant('x'),
		kind: fc.constantFrom(...SERVICE_KINDS),
		va: fc.integer({ min: 100, max: 20_000 })
	});
	fc.assert(
		fc.property(
			fc.array(appliance, { maxLength: 8 }),
			appliance,
			fc.constantFrom('standard' as const, 'optional' as const),
			(some, more, method) => {
				// 220.53 and Table 220.55 take a share by number: one more there can lower the whole, as the code has it.
				fc.pre(
					!['fastened', 'water-heater', 'ev', 'range', 'wall-oven', 'cooktop', 'dryer'].includes(more.kind) ||
						method === 'optional'
				);
				fc.pre(more.kind !== 'heating' || method === 'standard');
				const before = serviceLoad(editions['2020'], house(some, { method }));
				const after = serviceLoad(editions['2020'], house([...some, more], { method }));
				// What counts of heating and cooling takes its compressor with it: 220.50 may then have a smaller motor.
				fc.pre(method === 'optional' || !some.some((a) => a.kind === 'cooling'));
				assert.ok(after.va >= before.va - 1e-6);
				assert.ok((after.serviceA ?? Infinity) >= (before.serviceA ?? Infinity));
			}
		),
		{ seed: 4, numRuns: runs(300) }
	);
});

// 230.79(C): a service of a one-family house, both sides of 100 A.
const LEAST: [
	what: string,
	mainA: number | null,
	state: 'found' | 'planned' | undefined,
	dwelling: Job['dwelling'],
	told: string | null
][] = [
	['100 A, new', 100, 'planned', 'one-family', null],
	['90 A, new', 90, 'planned', 'one-family', 'violation'],
	['60 A, found', 60, 'found', 'one-family', 'advice'],
	['60 A, nobody said', 60, undefined, 'one-family', 'advice'],
	['60 A, new, two-family', 60, 'planned', 'two-family', null],
	['not read', null, 'found', 'one-family', null]
];
for (const [what, mainA, state, dwelling, told] of LEAST)
	for (const key of EDITIONS)
		test(`the least service, ${key}: ${what}`, () => {
			const j = job({ dwelling, edition: key });
			const of = { ...j, panels: j.panels.map((p) => ({ ...p, mainA, state, service: true })) } as never;
			const found = assess(of).stages.circuit.findings.filter((f) => f.code === 'service-least');
			assert.deepEqual(
				found.map((f) => [f.severity, f.rule.section]),
				told ? [[told, '230.79(C)']] : []
			);
		});
test('a locking form is no tamper-resistant one, its straight twin is', () => {
	const needs = (form: '6-20' | 'L6-20') => {
		const j = job({
			boxes: [box('a', {}, { form, volts: 240, amps: 20, receptacles: 1, tamperResistant: false })],
			cables: [cable('p', 'a', 20)]
		});
		return assess(j).stages.protect.findings.filter((f) => f.rule.section.startsWith('406.12')).length;
	};
	assert.deepEqual([needs('6-20'), needs('L6-20')], [1, 0]);
});
