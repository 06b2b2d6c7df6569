import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { applyFix } from '../../src/core/edit/fix';
import { EDITIONS, type EditionKey } from '../../src/core/model/kinds';
import { boxFill, type FillCase } from '../../src/core/rough/articles/314-16-box-fill';
import { takesProtecting } from '../../src/core/rough/boxes-fit';
import { box, job, cable } from './small-job';

const wires = (ends: number, grounds: number, awg: FillCase['conductors'][number]['awg'] = '12'): FillCase['conductors'] => [
	{ awg, count: ends, role: 'ends' },
	{ awg, count: grounds, role: 'ground' }
];
const base: FillCase = { volumeCuIn: 18, conductors: [], internalClamps: false, supportFittings: 0, yokes: [] };
// By hand: 14 AWG 2.00, 12 AWG 2.25, 10 AWG 2.50 cu in each; a yoke counts two.
const rows: [what: string, editions: readonly EditionKey[], c: Partial<FillCase>, used: number][] = [
	[
		'two 12-2 cables and a yoke: 4 x 2.25 + 2.25 + 4.5',
		EDITIONS,
		{ conductors: wires(4, 2), yokes: [{ awg: '12', gangs: 1 }] },
		15.75
	],
	[
		'clamps inside, one in all',
		EDITIONS,
		{ conductors: wires(4, 2), internalClamps: true, yokes: [{ awg: '12', gangs: 1 }] },
		18
	],
	['three 14-2 and a yoke: 6 x 2 + 2 + 4', EDITIONS, { conductors: wires(6, 3, '14'), yokes: [{ awg: '14', gangs: 1 }] }, 18],
	['five grounds in 2017: one', ['2017'], { conductors: wires(0, 5) }, 2.25],
	['five grounds from 2020 on: one and a quarter', ['2020', '2023'], { conductors: wires(0, 5) }, 2.8125],
	['four grounds from 2020 on: one', ['2020', '2023'], { conductors: wires(0, 4) }, 2.25],
	[
		'passing through one, in a loop two, tails none',
		EDITIONS,
		{
			conductors: [
				{ awg: '12', count: 1, role: 'through' },
				{ awg: '12', count: 1, role: 'looped' },
				{ awg: '12', count: 3, role: 'pigtail' }
			]
		},
		6.75
	],
	[
		'grounds by the largest of them',
		EDITIONS,
		{
			conductors: [
				{ awg: '14', count: 1, role: 'ground' },
				{ awg: '10', count: 1, role: 'ground' }
			]
		},
		2.5
	],
	[
		'clamps and fittings by the largest conductor',
		EDITIONS,
		{
			conductors: [
				{ awg: '14', count: 2, role: 'ends' },
				{ awg: '10', count: 2, role: 'ends' }
			],
			internalClamps: true,
			supportFittings: 2
		},
		16.5
	],
	['a device two gangs wide counts four', EDITIONS, { yokes: [{ awg: '6', gangs: 2 }] }, 20],
	['18 AWG of a light', EDITIONS, { conductors: [{ awg: '18', count: 2, role: 'ends' }] }, 3]
];
for (const [what, keys, c, used] of rows)
	for (const key of keys)
		test(`314.16, ${key}: ${what} = ${used} cu in`, () => {
			const fill = boxFill(editions[key], { ...base, ...c });
			assert.equal(fill.usedCuIn, used);
			assert.equal(fill.freeCuIn, 18 - used);
			assert.equal(fill.fits, used <= 18);
			assert.equal(fill.findings.length, used <= 18 ? 0 : 1);
			const parts = fill.steps.slice(0, -1).reduce((sum, s) => sum + Number(s.value), 0);
			assert.ok(Math.abs(parts - used) < 1e-9, 'the steps add up');
		});
test('one more conductor never takes less', () => {
	fc.assert(
		fc.property(
			fc.integer({ min: 0, max: 12 }),
			fc.integer({ min: 0, max: 8 }),
			fc.constantFrom(...EDITIONS),
			(ends, grounds, key) => {
				const used = (n: number, g: number) =>
					boxFill(editions[key], { ...base, conductors: wires(n, g), internalClamps: true }).usedCuIn;
				assert.ok(used(ends + 1, grounds) >= used(ends, grounds) && used(ends, grounds + 1) >= used(ends, grounds));
			}
		)
	);
});

const full = (more = {}) =>
	job({
		boxes: [box('a', { volumeCuIn: 18, ...more }), box('b'), box('c')],
		cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('a', 'c', 10)]
	});
test('a box of the job that is too full is found, with the next common one as its fix', () => {
	// Three 12-2: 6 x 2.25 + 2.25 + 4.5 = 20.25.
	const found = assess(full()).stages.rough.findings.find((f) => f.id === 'fill:a');
	assert.deepEqual([found?.need, found?.have, found?.severity], [20.25, 18, 'violation']);
	assert.ok(found?.fix);
	const { fix } = found;
	const after = produce(
		full(),
		applyFix(fix, () => 'n')
	);
	assert.equal(after.boxes[0]?.volumeCuIn, 22.5);
	assert.ok(!assess(after).stages.rough.findings.some((f) => f.id === 'fill:a'));
	assert.equal(takesProtecting(editions['2023'], full(), full().boxes[0] as ReturnType<typeof box>).fits, false);
});
// Two 12-2 and a device: 9 + 2.25 + 4.5 = 15.75 cu in; the clamps of a metal box are 2.25 more.
for (const [material, volumeCuIn, why] of [
	['plastic', 16, ''],
	['metal', 16, 'if its cable clamps are inside, the box is full: 16 cu in'],
	['metal', 18, ''],
	[null, 16, 'if its cable clamps are inside, the box is full: 16 cu in'],
	[null, 18, ''],
	[null, 15, 'the box is full: 15 cu in']
] as const)
	test(`room for a device that protects, ${material ?? 'nobody looked whether it is metal'}, ${volumeCuIn} cu in: ${why || 'it fits'}`, () => {
		const at = box('a', { material, volumeCuIn });
		const got = takesProtecting(
			editions['2023'],
			job({ boxes: [at, box('b')], cables: [cable('p', 'a', 40), cable('a', 'b', 12)] }),
			at
		);
		assert.deepEqual([got.fits, got.why], [why === '', why]);
	});
test('a shallow box behind a device that protects is told by its depth', () => {
	const shallow = full({ volumeCuIn: 22.5, depthIn: 1.5 });
	assert.ok(!assess(shallow).stages.rough.findings.some((f) => f.id === 'depth:a'));
	const deep = produce(shallow, (d) => void ((d.boxes[0]?.devices[0] ?? { protection: 'none' }).protection = 'gfci'));
	assert.equal(assess(deep).stages.rough.findings.find((f) => f.id === 'depth:a')?.rule.section, '314.24');
});
