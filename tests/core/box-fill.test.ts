import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { applyFix } from '../../src/core/edit/fix';
import { EDITIONS, type EditionKey } from '../../src/core/model/kinds';
import { boxFill, type FillCase } from '../../src/core/rough/articles/314-16-box-fill';
import { boxChoice } from '../../src/core/rough/box-choice';
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

// 4 AWG and larger: no cubic inches, 314.28 instead; a terminal block one conductor, from 2023 on.
const LARGE: [what: string, editions: readonly EditionKey[], c: Partial<FillCase>, used: number, byRaceways: boolean][] = [
	['6 AWG: 3 x 5', EDITIONS, { conductors: wires(3, 0, '6') }, 15, false],
	['4 AWG takes none', EDITIONS, { conductors: wires(3, 0, '4') }, 0, true],
	['2 AWG beside two 12 AWG: 2 x 2.25', EDITIONS, { conductors: [...wires(3, 0, '2'), ...wires(2, 0)] }, 4.5, true],
	['none of it there', EDITIONS, { conductors: wires(0, 0, '4') }, 0, false],
	['a terminal block, before 2023', ['2017', '2020'], { conductors: wires(2, 0), terminalBlocks: 1 }, 4.5, false],
	['a terminal block from 2023 on: 2.25 more', ['2023'], { conductors: wires(2, 0), terminalBlocks: 1 }, 6.75, false],
	['two of them', ['2023'], { conductors: wires(2, 0), terminalBlocks: 2 }, 9, false]
];
for (const [what, keys, more, used, byRaceways] of LARGE)
	for (const key of keys)
		test(`fill by 314.28 or by volume, ${key}: ${what}`, () => {
			const got = boxFill(editions[key], { ...base, ...more });
			assert.deepEqual([got.usedCuIn, got.needs314_28], [used, byRaceways]);
			const said = got.findings.filter((f) => f.code === 'pull-box').map((f) => f.rule.section);
			assert.deepEqual(said, byRaceways ? ['314.28(A)'] : []);
			if (byRaceways) assert.match(got.findings[0]?.message ?? '', /8 times the largest[^]*6 times the largest plus the others/);
		});
test('a box with a 2 AWG cable is offered no box by its volume, and says by what it goes; one with 6 AWG is', () => {
	const of = (awg: '2' | '6') => {
		const j = job({ boxes: [box('a', { volumeCuIn: 42 })], cables: [cable('p', 'a', 20, { awg, conductors: 3 })] });
		const choice = boxChoice(editions['2023'], j, j.boxes[0] ?? box('a'));
		const fill = assess(j).stages.rough.decisions.find((d) => d.code === 'fill')?.value;
		return { need: choice.needCuIn, sold: choice.fits.length, notes: choice.notes.some((n) => n.includes('314.28')), fill };
	};
	assert.deepEqual([of('2').need, of('2').sold, of('2').notes], [null, 0, true]);
	assert.match(of('2').fill ?? '', /and 314\.28$/);
	const six = of('6');
	assert.ok(six.need !== null && six.sold > 0 && !six.notes && !six.fill?.includes('314.28'));
});
