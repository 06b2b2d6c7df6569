import assert from 'node:assert/strict';
import test from 'node:test';
import { ambientFactor, ampacityOf, bundlingFactor } from '../../src/core/code/310-15-ampacity';
import { standardBreaker, standardBreakerUpTo } from '../../src/core/code/240-6-breakers';
import { editions } from '../../src/core/code/editions';
import { egcEnlarged, egcFor } from '../../src/core/code/250-122-grounding';
import { dropVolts, ohmsAt, ohmsPerKft } from '../../src/core/code/chapter-9-resistance';
import { assess } from '../../src/core/assess';
import { CABLES, type CableKind } from '../../src/core/model/kinds';
import { noSuchWire } from '../../src/core/model/file/references';
import { GAUGES, type Awg, type Metal } from '../../src/core/units/gauge';
import { job, cable } from './small-job';

const e = editions['2023'];
const near = (have: number, want: number, within = 1e-9) => assert.ok(Math.abs(have - want) <= within, `${have} is not ${want}`);

// awg, metal, cable, ambient, together, terminals -> amps
const ampacities: [Awg, Metal, CableKind, number, number, 60 | 75, number, string][] = [
	['14', 'Cu', 'NM-B', 30, 2, 60, 15, '25 held to the 60 column'],
	['12', 'Cu', 'NM-B', 30, 3, 60, 20, 'three together: no derating'],
	['12', 'Cu', 'NM-B', 30, 4, 60, 20, '30 x .8 = 24, still over the cap'],
	['12', 'Cu', 'NM-B', 30.1, 2, 60, 20, '30 x .96 = 28.8, still over the cap'],
	['12', 'Cu', 'NM-B', 45, 4, 60, 20, '30 x .87 x .8 = 20.88, over the cap'],
	['12', 'Cu', 'NM-B', 50, 4, 60, 19.68, '30 x .82 x .8'],
	['12', 'Cu', 'NM-B', 30, 10, 60, 15, '30 x .5'],
	['6', 'Cu', 'NM-B', 30, 2, 75, 55, 'NM-B stays at 60 on 75 degC terminals'],
	['6', 'Cu', 'THHN', 30, 2, 75, 65, 'THHN takes the 75 column there'],
	['6', 'Cu', 'THHN', 30, 2, 60, 55, 'terminals hold it'],
	['6', 'Cu', 'THHN', 40, 3, 75, 65, '75 x .91 = 68.25, terminals hold it'],
	['6', 'Cu', 'UF-B', 30, 2, 75, 55, 'the 60 column'],
	['6', 'Cu', 'UF-B', 35, 2, 75, 50.05, '55 x .91'],
	['12', 'Al', 'NM-B', 30, 2, 60, 15, 'aluminum'],
	['4/0', 'Cu', 'THHN', 30, 3, 75, 230, 'last row']
];
for (const [awg, metal, cable, ambientC, currentCarrying, terminalC, amps, why] of ampacities) {
	test(`ampacity of ${awg} ${metal} ${cable}, ${ambientC} degC, ${currentCarrying} together, ${terminalC} degC terminals: ${amps} A (${why})`, () => {
		const found = ampacityOf(e, { awg, metal, cable, ambientC, currentCarrying, terminalC });
		near(found?.amps ?? -1, amps);
		near(Number(found?.steps.at(-1)?.value), amps);
	});
}
test('no 14 AWG aluminum, and no 60 degC insulation at 56 degC', () => {
	assert.equal(ampacityOf(e, { awg: '14', metal: 'Al', cable: 'NM-B', ambientC: 30, currentCarrying: 2, terminalC: 60 }), null);
	assert.equal(ampacityOf(e, { awg: '12', metal: 'Cu', cable: 'UF-B', ambientC: 56, currentCarrying: 2, terminalC: 60 }), null);
});
for (const [c, column, factor] of [
	[10, 60, 1.29],
	[10.1, 60, 1.22],
	[30, 90, 1],
	[30.1, 90, 0.96],
	[55, 60, 0.41],
	[55.1, 60, null],
	[85, 90, 0.29],
	[85.1, 90, null]
] as const) {
	test(`ambient factor at ${c} degC, ${column} column: ${factor}`, () => assert.equal(ambientFactor(c, column, e), factor));
}
for (const [n, factor] of [
	[3, 1],
	[4, 0.8],
	[6, 0.8],
	[7, 0.7],
	[9, 0.7],
	[10, 0.5],
	[20, 0.5],
	[21, 0.45],
	[41, 0.35]
] as const) {
	test(`bundling factor of ${n}: ${factor}`, () => assert.equal(bundlingFactor(n, e), factor));
}
for (const [amps, up, upTo] of [
	[15, 15, 15],
	[15.01, 20, 15],
	[28.65, 30, 25],
	[44.79, 45, 40],
	[200, 200, 200],
	[200.1, null, 200],
	[14.9, 15, null]
] as const) {
	test(`standard breaker for ${amps} A: ${up}; up to it: ${upTo}`, () => {
		assert.equal(standardBreaker(amps, e), up);
		assert.equal(standardBreakerUpTo(amps, e), upTo);
	});
}
for (const [breakerA, metal, awg, egc, why] of [
	[15, 'Cu', '14', '14', 'first row'],
	[20, 'Cu', '12', '12', 'second row'],
	[25, 'Cu', '10', '10', 'between rows: the next one up'],
	[60, 'Al', '4', '8', 'exactly on a row'],
	[70, 'Al', '2', '6', 'just past it'],
	[35, 'Cu', '12', '12', 'never larger than the circuit conductors']
] as const) {
	test(`250.122: ${breakerA} A ${metal} gives ${egc} AWG (${why})`, () =>
		assert.equal(egcFor({ breakerA, metal, circuitAwg: awg }, e), egc));
}
test('250.122(B): 20 A enlarged from 12 to 8 AWG takes an 8 AWG ground; to 10 a 10; not enlarged keeps its own', () => {
	assert.equal(egcEnlarged({ base: '12', neededAwg: '12', usedAwg: '8' }, e), '8');
	assert.equal(egcEnlarged({ base: '12', neededAwg: '12', usedAwg: '10' }, e), '10');
	assert.equal(egcEnlarged({ base: '12', neededAwg: '12', usedAwg: '12' }, e), '12');
	// 10 x 26240 / 10380 = 26240 cmil for the 10 AWG ground of a 30 A circuit on 6 AWG.
	assert.equal(egcEnlarged({ base: '10', neededAwg: '10', usedAwg: '6' }, e), '6');
});
test('resistance: solid to 10 AWG, stranded above; 12 AWG at 25 degC; drop of 12 A over 50 ft', () => {
	assert.equal(ohmsPerKft('10', 'Cu', e), 1.21);
	assert.equal(ohmsPerKft('8', 'Cu', e), 0.778);
	assert.equal(ohmsPerKft('12', 'Al', e), 3.18);
	near(ohmsAt(1.93, { metal: 'Cu', tempC: 25 }, e), 1.618305);
	near(dropVolts(12, 50, 1.93), 2.316);
	assert.throws(() => dropVolts(12, -1, 1.93), /lengthFt must be 0 or more, got -1/);
});
test('every row of every edition can be read: gauges in order, ampacity and resistance growing', () => {
	for (const edition of Object.values(editions)) {
		assert.deepEqual(
			edition.ampacity.rows.map((r) => r.awg),
			edition.resistance.rows.map((r) => r.awg)
		);
		edition.ampacity.rows.forEach((row, i) => {
			const before = edition.ampacity.rows[i - 1];
			for (const column of [60, 75, 90] as const) assert.ok((row.Cu[column] ?? 0) > (before?.Cu[column] ?? 0));
		});
		edition.resistance.rows.forEach((row, i) => {
			assert.ok(row.Cu.stranded < (edition.resistance.rows[i - 1]?.Cu.stranded ?? Infinity));
		});
	}
});
test('whatever wire is entered of a cable, no stage fails on it', () => {
	const failed = GAUGES.flatMap((awg) =>
		(['Cu', 'Al'] as const).flatMap((metal) =>
			// One that is not made is refused on the way in.
			noSuchWire({ awg, metal })
				? []
				: CABLES.flatMap((kind) =>
						Object.values(
							assess(job({ cables: [cable('p', 'a', 20, { awg, metal, kind }), cable('a', 'b', 10)] })).stages
						).flatMap((s) => s.failed ?? [])
					)
		)
	);
	assert.deepEqual(failed, []);
});
