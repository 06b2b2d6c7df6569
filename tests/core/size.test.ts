import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { rangeWatts } from '../../src/core/circuits/size/load';
import { sizeCircuit, type SizeCase, type SizeResult } from '../../src/core/circuits/size/size';
import { editions } from '../../src/core/code/editions';
import type { EditionKey } from '../../src/core/model/kinds';
import { runs } from './few';

const plain: SizeCase = {
	load: { kind: 'general', amps: 12, volts: 120 },
	wiring: { cable: 'NM-B', metal: 'Cu', lengthFt: 30, ambientC: 30, currentCarrying: 2, terminalC: 60 },
	outlets: { kind: 'hard-wired', count: 1 }
};
const receptacles = (count: number): SizeCase['outlets'] => ({ kind: 'receptacle', count });
function size(
	c: Partial<Omit<SizeCase, 'wiring'>> & { wiring?: Partial<SizeCase['wiring']> },
	edition: EditionKey = '2023'
): SizeResult {
	const sized = sizeCircuit(editions[edition], { ...plain, ...c, wiring: { ...plain.wiring, ...c.wiring } });
	assert.ok(sized.ok, JSON.stringify(sized));
	return sized.value;
}
const round2 = (n: number) => Math.round(n * 100) / 100;

type Row = [
	what: string,
	c: Parameters<typeof size>[0],
	want: { loadA?: number; designA?: number; breakerA: number; awg: string; egcAwg?: string; drivenBy?: string; poles?: number }
];
const heater = (watts: number) => ({ load: { kind: 'water-heater' as const, watts, volts: 240 } });
const rows: Row[] = [
	[
		'5500 W water heater',
		heater(5500),
		{ loadA: 22.92, designA: 28.65, breakerA: 30, awg: '10', egcAwg: '10', poles: 2, drivenBy: 'ampacity' }
	],
	['4500 W water heater', heater(4500), { loadA: 18.75, designA: 23.44, breakerA: 25, awg: '10', egcAwg: '10' }],
	['3000 W water heater', heater(3000), { loadA: 12.5, designA: 15.63, breakerA: 20, awg: '12', egcAwg: '12' }],
	['12 A general on 15', { load: { kind: 'general', amps: 12, volts: 120 } }, { designA: 12, breakerA: 15, awg: '14', poles: 1 }],
	['exactly 15 A', { load: { kind: 'general', amps: 15, volts: 120 } }, { breakerA: 15, awg: '14' }],
	['just over 15 A', { load: { kind: 'general', amps: 15.01, volts: 120 } }, { breakerA: 20, awg: '12' }],
	[
		'16 A continuous: exactly 20',
		{ load: { kind: 'general', amps: 16, volts: 120, continuous: true } },
		{ designA: 20, breakerA: 20, awg: '12' }
	],
	[
		'16.1 A continuous',
		{ load: { kind: 'general', amps: 16.1, volts: 120, continuous: true } },
		{ designA: 20.13, breakerA: 25, awg: '10' }
	],
	[
		'22 A on several receptacles: no 25 A circuit',
		{ load: { kind: 'general', amps: 22, volts: 120 }, outlets: receptacles(4) },
		{ breakerA: 30, awg: '10' }
	],
	['22 A hard-wired: 25 A', { load: { kind: 'general', amps: 22, volts: 120 } }, { breakerA: 25, awg: '10' }],
	['electric vehicle, 32 A', { load: { kind: 'ev', amps: 32, volts: 240 } }, { designA: 40, breakerA: 40, awg: '8' }],
	[
		'electric vehicle, 48 A in NM-B: 6 AWG is too small',
		{ load: { kind: 'ev', amps: 48, volts: 240 } },
		{ designA: 60, breakerA: 60, awg: '4' }
	],
	[
		'electric vehicle, 48 A, THHN on 75 degC',
		{ load: { kind: 'ev', amps: 48, volts: 240 }, wiring: { cable: 'THHN', terminalC: 75 } },
		{ breakerA: 60, awg: '6' }
	],
	[
		'kiln 8.6 kW, continuous',
		{ load: { kind: 'fixed-heat', watts: 8600, volts: 240 } },
		{ loadA: 35.83, designA: 44.79, breakerA: 45, awg: '6' }
	],
	[
		'12 kW range',
		{ load: { kind: 'range', watts: 12000, volts: 240 }, outlets: receptacles(1) },
		{ loadA: 33.33, breakerA: 40, awg: '8' }
	],
	['9 kW range: at least 40 A', { load: { kind: 'range', watts: 9000, volts: 240 } }, { loadA: 33.33, breakerA: 40, awg: '8' }],
	[
		'16.6 kW range: five steps over',
		{ load: { kind: 'range', watts: 16600, volts: 240 }, outlets: receptacles(1) },
		{ loadA: 41.67, breakerA: 50, awg: '6' }
	],
	[
		'dryer of 4500 W counts as 5000, receptacle 30',
		{ load: { kind: 'dryer', watts: 4500, volts: 240 }, outlets: receptacles(1) },
		{ loadA: 20.83, breakerA: 30, awg: '10' }
	],
	[
		'heat pump by nameplate: 10 AWG on 35 A is lawful',
		{ load: { kind: 'hvac', mca: 21.4, mocp: 35, volts: 240 } },
		{ loadA: 21.4, designA: 21.4, breakerA: 35, awg: '10' }
	],
	[
		'condenser MCA 18, maximum 30: 12 AWG on 30 A',
		{ load: { kind: 'hvac', mca: 18, mocp: 30, volts: 240 } },
		{ breakerA: 30, awg: '12', egcAwg: '12' }
	],
	['maximum 38 A: not above it', { load: { kind: 'hvac', mca: 24, mocp: 38, volts: 240 } }, { breakerA: 35, awg: '10' }],
	[
		'16 A over 120 ft held to 3%: 8 AWG',
		{ load: { kind: 'general', amps: 16, volts: 120 }, wiring: { lengthFt: 120 }, limits: { dropPercent: 3 } },
		{ breakerA: 20, awg: '8', egcAwg: '8', drivenBy: 'drop' }
	],
	[
		'nine together: 12 AWG falls to 21, still 20',
		{ load: { kind: 'general', amps: 16, volts: 120 }, wiring: { currentCarrying: 9 } },
		{ breakerA: 20, awg: '12' }
	],
	[
		'ten together: 12 AWG falls to 15, the next one up',
		{ load: { kind: 'general', amps: 16, volts: 120 }, wiring: { currentCarrying: 10 } },
		{ breakerA: 20, awg: '10' }
	],
	[
		'13 A on 20 A receptacles at 50 degC, ten together: the breaker drives it',
		{ load: { kind: 'general', amps: 10, volts: 120 }, wiring: { currentCarrying: 10, ambientC: 50 }, outlets: receptacles(2) },
		{ breakerA: 15, awg: '10', drivenBy: 'breaker' }
	],
	[
		'aluminum 20 A: 10 AWG',
		{ load: { kind: 'general', amps: 18, volts: 120 }, wiring: { metal: 'Al' } },
		{ breakerA: 20, awg: '10', egcAwg: '10' }
	]
];
for (const [what, c, want] of rows) {
	test(`sizing: ${what}`, () => {
		const sized = size(c);
		for (const [key, value] of Object.entries(want)) {
			const have = sized[key as keyof SizeResult];
			assert.equal(typeof have === 'number' ? round2(have) : have, value, `${key} of ${JSON.stringify(c)}`);
		}
		assert.ok(sized.steps.length > 5);
	});
}

test("the drop is figured at the load's own voltage: 5500 W over 45 ft of 10 AWG loses 2.50 V, 1.04%", () => {
	const { drop } = size({ ...heater(5500), wiring: { lengthFt: 45 } });
	assert.equal(round2(drop.volts), 2.5);
	assert.equal(round2(drop.percent), 1.04);
});

const judged: [string, Parameters<typeof size>[0], EditionKey, string[]][] = [
	['14 AWG on 20 A', { awg: '14', breakerA: 20 }, '2023', ['wire-breaker']],
	['a breaker under the load', { breakerA: 15, load: { kind: 'general', amps: 16, volts: 120 } }, '2023', ['breaker-load']],
	['a 10 A breaker in 2020', { breakerA: 10, load: { kind: 'general', amps: 5, volts: 120 } }, '2020', ['breaker-standard']],
	['a 10 A breaker in 2023, lights only', { breakerA: 10, load: { kind: 'general', amps: 5, volts: 120 } }, '2023', []],
	[
		'a 10 A breaker in 2023 with receptacles',
		{ breakerA: 10, load: { kind: 'general', amps: 5, volts: 120 }, outlets: receptacles(1) },
		'2023',
		['breaker-ten']
	],
	['25 A with two receptacles', { breakerA: 25, outlets: receptacles(2) }, '2023', ['breaker-receptacles']],
	[
		'9 kW range on 30 A',
		{ breakerA: 30, load: { kind: 'range', watts: 9000, volts: 240 } },
		'2017',
		['breaker-load', 'breaker-range']
	],
	['4500 W heater on 40 A: over 150%', { breakerA: 40, ...heater(4500) }, '2023', ['breaker-cap']],
	[
		'heat pump breaker over its maximum',
		{ breakerA: 40, load: { kind: 'hvac', mca: 21, mocp: 35, volts: 240 } },
		'2023',
		['breaker-mocp']
	],
	['8 AWG NM-B on 20 A: its ground as made is too small', { awg: '8', breakerA: 20 }, '2023', ['ground-as-made']],
	[
		'12 AWG with 30 A on it',
		{ awg: '12', breakerA: 30, load: { kind: 'general', amps: 25, volts: 240 } },
		'2023',
		['wire-load', 'wire-breaker']
	]
];
for (const [what, c, edition, ids] of judged) {
	test(`judged: ${what} in ${edition}: ${ids.join(', ') || 'nothing found'}`, () =>
		assert.deepEqual(
			size(c, edition).findings.map((f) => f.id),
			ids
		));
}

test('the editions cite their own sections', () => {
	const sectionOf = (edition: EditionKey) => size({}, edition).steps.map((s) => s.rule?.section);
	assert.ok(sectionOf('2017').includes('310.15(B)(16)'));
	assert.ok(sectionOf('2020').includes('310.16'));
});
test('a load past the table is a fault with its field, not an exception', () => {
	const sized = sizeCircuit(editions['2023'], { ...plain, load: { kind: 'general', amps: 201, volts: 120 } });
	assert.deepEqual(!sized.ok && sized.faults[0]?.path, 'load.amps');
});
for (const [watts, demand] of [
	[3000, 2400],
	[8000, 6400],
	[8750, 7000],
	[8751, 8000],
	[1750, 1750],
	[1760, 1408],
	[12000, 8000],
	[12400, 8000],
	[12500, 8400],
	[14000, 8800]
] as const) {
	test(`Table 220.55: a range of ${watts} W counts ${demand} VA`, () =>
		assert.equal(rangeWatts(editions['2023'], watts), demand));
}

test('a longer run never drops less; a larger load never takes a smaller wire or breaker', () => {
	const amps = fc.double({ min: 0.5, max: 60, noNaN: true });
	fc.assert(
		fc.property(amps, amps, fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 }), (a, b, near, far) => {
			const at = (x: number, lengthFt: number) => size({ load: { kind: 'general', amps: x, volts: 240 }, wiring: { lengthFt } });
			const [lo, hi] = [Math.min(a, b), Math.max(a, b)];
			assert.ok(at(a, Math.max(near, far)).drop.volts >= at(a, Math.min(near, far)).drop.volts);
			assert.ok(at(hi, 0).breakerA >= at(lo, 0).breakerA);
			assert.ok(at(hi, 0).ampacityA >= at(lo, 0).ampacityA);
			assert.ok(at(hi, 0).breakerA >= at(hi, 0).designA);
		}),
		{ seed: 1131, numRuns: runs(60) }
	);
});

// Fixed heat with several outlets: 24 A x 1.25 = 30 A is the most; 24.17 A x 1.25 = 30.2 goes to 35.
const HEAT: [edition: EditionKey, watts: number, count: number, section: string | null][] = [
	['2017', 5760, 3, null],
	['2017', 5800, 3, '424.3(A)'],
	['2020', 5800, 3, '424.4'],
	['2023', 5800, 3, '424.4'],
	['2023', 5760, 3, null],
	['2023', 9600, 1, null]
];
for (const [edition, watts, count, section] of HEAT)
	test(`fixed heat, ${edition}: ${watts} W at ${count} outlets`, () => {
		const got = size(
			{ load: { kind: 'fixed-heat', watts, volts: 240 }, outlets: { kind: 'hard-wired', count } },
			edition
		).findings.filter((f) => f.code === 'breaker-heat');
		assert.deepEqual(
			got.map((f) => f.rule.section),
			section ? [section] : []
		);
		if (section) assert.match(got[0]?.message ?? '', /at most 30 A/);
	});
test('a drop over 10% is told where nobody gave a limit: 14 AWG at 15 A loses 9.98% in 130 ft, 10.05% in 131', () => {
	const told = (lengthFt: number, dropPercent?: number) =>
		size({
			load: { kind: 'general', watts: 1800, volts: 120 },
			wiring: { lengthFt },
			...(dropPercent ? { limits: { dropPercent } } : {})
		}).findings.filter((f) => f.code === 'drop');
	assert.deepEqual([told(130).length, told(131)[0]?.severity], [0, 'caution']);
	assert.match(told(131)[0]?.message ?? '', /10\.05%, and no limit was given: advised is 3%, with its feeder 5%/);
	assert.deepEqual(told(131, 3), [], 'with a limit the wire is chosen for it');
});
