import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { editions } from '../../src/core/code/editions';
import type { Buried } from '../../src/core/code/shape/ground';
import type { BurialPlace } from '../../src/core/model/kinds';
import type { FillRaceway, TradeSize } from '../../src/core/code/shape/raceways';
import { answerCutList, checkBurial, checkCutList, checkRaceway } from '../../src/core/formats/rough-requests';
import { EDITIONS } from '../../src/core/model/kinds';
import { burial, type BurialCase } from '../../src/core/rough/articles/300-5-burial';
import { racewayFill } from '../../src/core/rough/articles/chapter-9-raceway-fill';
import { editionOf } from '../../src/core/code/amended-edition';
import { DEMOS } from '../../src/core/demo';
import { drawTrench } from '../../src/core/formats/trench-drawing';
import { knownJob } from '../../src/core/model/known';
import { DEFAULT_RECKON } from '../../src/core/model/practice';
import { cutList, type Cut } from '../../src/core/rough/cut-list';
import { cutsOf } from '../../src/core/rough/cuts';
import { byEdition, spoilOf, trenchesOf } from '../../src/core/rough/trenches';
import { box, job, cable } from './small-job';
import { runs } from './few';

/** In the ground, in a raceway, off the roll: hand copies of the tables, both sides of each limit, every way tried. */

// Hand copy of the table of least cover: columns 1 to 5, and 4 and 5 of a raceway.
const COVER: [
	place: BurialPlace,
	cable: number,
	metal: number,
	pvc: number,
	small: number,
	low: number,
	racewaySmall?: number
][] = [
	['general', 24, 6, 18, 12, 6],
	['under-2in-concrete', 18, 6, 12, 6, 6],
	['under-building', 0, 0, 0, 0, 0],
	['slab-4in-no-vehicles', 18, 4, 4, 6, 6, 4],
	['street', 24, 24, 24, 24, 24],
	['dwelling-driveway', 18, 18, 18, 12, 18]
];
const plain: BurialCase['circuit'] = { kind: 'feeder', volts: 240, amps: 60, gfci: false, dwelling: true };
const small: BurialCase['circuit'] = { kind: 'branch', volts: 120, amps: 20, gfci: true, dwelling: true };
const low: BurialCase['circuit'] = { kind: 'irrigation-lighting', volts: 30, amps: 10, gfci: false, dwelling: true };
const METHODS: [Buried, 1 | 2 | 3][] = [
	['direct-burial', 1],
	['rigid', 2],
	['intermediate', 2],
	['pvc', 3],
	['emt', 3]
];
for (const key of EDITIONS)
	for (const [place, ...cover] of COVER)
		test(`cover ${key}: ${place}`, () => {
			for (const [method, column] of METHODS) {
				const of = (circuit: BurialCase['circuit']) => burial(editions[key], { method, place, circuit });
				const own = cover[column - 1] as number;
				assert.deepEqual([of(plain).coverIn, of(plain).column], [own, column], method);
				const four = method === 'direct-burial' ? (cover[3] as number) : (cover[5] ?? (cover[3] as number));
				assert.equal(of(small).coverIn, Math.min(own, four), `${method}, column 4`);
				const five = method === 'direct-burial' ? (cover[4] as number) : (cover[5] ?? (cover[4] as number));
				assert.equal(of(low).coverIn, Math.min(own, five), `${method}, column 5`);
				assert.deepEqual(of(plain).riser, { fromIn: Math.min(18, own), toFt: 8 });
			}
		});
const limits: [what: string, change: Partial<BurialCase['circuit']>, column: number][] = [
	['120 V, 20 A, GFCI, a dwelling', {}, 4],
	['15 A', { amps: 15 }, 4],
	['20.1 A', { amps: 20.1 }, 1],
	['121 V', { volts: 121 }, 1],
	['240 V', { volts: 240 }, 1],
	['no GFCI', { gfci: false }, 1],
	['not a dwelling', { dwelling: false }, 1],
	['a feeder', { kind: 'feeder' }, 1]
];
for (const [what, change, column] of limits)
	test(`column 4: ${what}`, () => {
		const c: BurialCase = { method: 'direct-burial', place: 'general', circuit: { ...small, ...change } };
		assert.equal(burial(editions['2023'], c).column, column);
	});
test('column 5 up to and with 30 V', () => {
	const at = (volts: number) =>
		burial(editions['2020'], { method: 'direct-burial', place: 'general', circuit: { ...low, volts } }).coverIn;
	assert.deepEqual([at(30), at(30.1)], [6, 24]);
});
test('what is dug: cover less paving, diameter, bedding', () => {
	const c: BurialCase = { method: 'pvc', place: 'general', circuit: plain, outsideDiameterIn: 0.84, beddingIn: 2, pavingIn: 4 };
	assert.ok(Math.abs(burial(editions['2023'], c).digIn - 16.84) < 1e-12);
	assert.equal(burial(editions['2023'], { ...c, pavingIn: 0, beddingIn: 0 }).digIn, 18.84);
});
const ribbons: [what: string, c: Partial<BurialCase>, circuit: Partial<BurialCase['circuit']>, by: Record<string, boolean>][] = [
	['a service in a trench', {}, { kind: 'service' }, { 2017: true, 2020: true, 2023: true }],
	['in PVC', { method: 'pvc' }, { kind: 'service' }, { 2017: false, 2020: false, 2023: true }],
	['in rigid at 6 in', { method: 'rigid' }, { kind: 'service' }, { 2017: false, 2020: false, 2023: false }],
	['bored', { trench: 'bore' }, { kind: 'service' }, { 2017: false, 2020: false, 2023: false }],
	["the utility's own", {}, { kind: 'service', service: 'utility' }, { 2017: false, 2020: false, 2023: false }],
	['a feeder', {}, {}, { 2017: false, 2020: false, 2023: false }]
];
for (const [what, c, circuit, by] of ribbons)
	test(`warning ribbon: ${what}`, () => {
		for (const key of EDITIONS)
			assert.equal(
				burial(editions[key], { method: 'direct-burial', place: 'general', ...c, circuit: { ...plain, ...circuit } })
					.warningRibbon,
				by[key],
				key
			);
	});
test('EMT: the edition that names it asks for corrosion protection, the others for approval besides; cable under a building must be in a raceway', () => {
	const codes = (key: (typeof EDITIONS)[number], method: Buried, place: BurialPlace = 'general') =>
		burial(editions[key], { method, place, circuit: plain }).findings.map((f) => f.code);
	assert.ok(codes('2020', 'emt').includes('burial-approval') && codes('2020', 'emt').includes('burial-corrosion'));
	assert.ok(!codes('2023', 'emt').includes('burial-approval') && codes('2023', 'emt').includes('burial-corrosion'));
	assert.ok(codes('2023', 'direct-burial', 'under-building').includes('burial-under-building'));
	assert.ok(!codes('2023', 'pvc', 'under-building').includes('burial-under-building'));
});

const fill = (raceway: FillRaceway, size: TradeSize, conductors: [string, number][], more: object = {}) =>
	racewayFill(editions['2023'], {
		raceway,
		size,
		conductors: conductors.map(([awg, count]) => ({ awg: awg as '12', insulation: 'THHN', count })),
		cables: [],
		nipple: false,
		...more
	});
// Worked by hand from the tables: share of the area over the area of one.
const most: [raceway: FillRaceway, size: TradeSize, awg: string, most: number][] = [
	// 0.304 x 0.4 / 0.0133 = 9.14; / 0.0097 = 12.54; 0.864 x 0.4 / 0.0507 = 6.82, counts as 7.
	['EMT', '1/2', '12', 9],
	['EMT', '1/2', '14', 12],
	['EMT', '1', '6', 7],
	// 0.533 x 0.4 / 0.0211 = 10.10; 0.285 x 0.4 / 0.0133 = 8.57; 0.217 x 0.4 / 0.0133 = 6.53; 0.116 x 0.4 / 0.0097 = 4.78.
	['EMT', '3/4', '10', 10],
	['PVC-40', '1/2', '12', 8],
	['PVC-80', '1/2', '12', 6],
	['FMC', '3/8', '14', 4],
	// 0.409 x 0.4 / 0.0366 = 4.47; 0.817 x 0.4 / 0.0824 = 3.97, counts as 4; 3.408 x 0.4 / 0.3237 = 4.21.
	['PVC-80', '3/4', '8', 4],
	['FMC', '1', '4', 4],
	['RMC', '2', '4/0', 4]
];
for (const [raceway, size, awg, count] of most)
	test(`${size} in ${raceway}: ${count} of ${awg} AWG THHN fit, one more does not`, () => {
		assert.equal(fill(raceway, size, [[awg, count]]).fits, true);
		assert.equal(fill(raceway, size, [[awg, count + 1]]).fits, false);
		assert.ok(fill(raceway, size, [[awg, count + 1]]).smallest !== size);
	});
test('one, two, three and more; a nipple; a cable by the circle over its width', () => {
	assert.deepEqual(
		[1, 2, 3].map((n) => fill('EMT', '1/2', [['12', n]]).limitPercent),
		[53, 31, 40]
	);
	assert.equal(fill('EMT', '1/2', [['12', 13]], { nipple: true }).fits, true);
	assert.equal(fill('EMT', '1/2', [['12', 14]], { nipple: true }).fits, false);
	const cable = fill('EMT', '3/4', [], { cables: [{ widthIn: 0.5, count: 1 }] });
	assert.ok(Math.abs(cable.areaSqIn - Math.PI / 16) < 1e-12);
	assert.deepEqual([cable.limitPercent, cable.fits, cable.smallest], [53, true, '3/4']);
	// Mixed sizes are held to the area itself: 0.4 x 0.304 = 0.1216.
	assert.equal(
		fill('EMT', '1/2', [
			['12', 4],
			['10', 3]
		]).fits,
		true
	);
	assert.equal(
		fill('EMT', '1/2', [
			['12', 5],
			['10', 3]
		]).fits,
		false
	);
	assert.throws(() => fill('EMT', '3/8', [['12', 1]]), /made in/);
	assert.equal(fill('EMT', '2', [['4/0', 40]]).smallest, null);
});

/** Least feet, then fewest rolls, by trying every way of parting. */
function tried(cuts: readonly Cut[], sold: readonly number[]): [feet: number, rolls: number] {
	let best: [number, number] = [Infinity, Infinity];
	const sums: number[] = [];
	const put = (i: number): void => {
		if (i === cuts.length) {
			const feet = sums.reduce((s, ft) => s + Math.min(...sold.filter((r) => r >= ft - 1e-9)), 0);
			if (feet < best[0] || (feet === best[0] && sums.length < best[1])) best = [feet, sums.length];
			return;
		}
		const ft = cuts[i]?.ft ?? 0;
		for (let r = 0; r < sums.length; r++) {
			sums[r] = (sums[r] as number) + ft;
			if ((sums[r] as number) <= Math.max(...sold) + 1e-9) put(i + 1);
			sums[r] = (sums[r] as number) - ft;
		}
		sums.push(ft);
		put(i + 1);
		sums.pop();
	};
	put(0);
	return best;
}
const some = (n: number) => fc.array(fc.integer({ min: 1, max: 240 }), { minLength: 1, maxLength: n });
const asCuts = (feet: readonly number[]): Cut[] => feet.map((ft, i) => ({ id: `c${i}`, cable: '12-2', ft }));
function lawful(cuts: readonly Cut[], list: ReturnType<typeof cutList>): void {
	assert.deepEqual(list.rolls.flatMap((r) => r.cuts).sort(), cuts.map((c) => c.id).sort());
	for (const r of list.rolls) {
		const used = r.cuts.reduce((s, id) => s + (cuts.find((c) => c.id === id)?.ft ?? NaN), 0);
		assert.ok(Math.abs(r.rollFt - used - r.leftFt) < 1e-9 && r.leftFt >= -1e-9);
	}
	assert.ok(Math.abs(list.boughtFt - list.rolls.reduce((s, r) => s + r.rollFt, 0)) < 1e-9);
}
test('cut list: as every way tried, up to 8 cuts of random lengths and rolls', () => {
	fc.assert(
		fc.property(some(8), fc.subarray([25, 50, 100, 130], { minLength: 1 }), (feet, more) => {
			const sold = [...more, 250];
			const cuts = asCuts(feet);
			const list = cutList(cuts, sold);
			lawful(cuts, list);
			assert.deepEqual([list.boughtFt, list.rolls.length, list.optimal], [...tried(cuts, sold), true]);
		}),
		{ numRuns: runs(200), seed: 19 }
	);
});
test('cut list: 200 cuts within 5 % of the bound, kinds apart, none in two pieces', () => {
	fc.assert(
		fc.property(fc.array(fc.integer({ min: 4, max: 90 }), { minLength: 200, maxLength: 200 }), (feet) => {
			const cuts = asCuts(feet);
			const list = cutList(cuts, [25, 50, 100, 250]);
			lawful(cuts, list);
			assert.ok(list.boughtFt <= 1.05 * list.boundFt, `${list.boughtFt} for ${list.boundFt}`);
		}),
		{ numRuns: 5, seed: 3 }
	);
	const two = cutList(
		[
			{ id: 'a', cable: '12-2', ft: 10 },
			{ id: 'b', cable: '14-2', ft: 10 }
		],
		[25]
	);
	assert.deepEqual([two.boughtFt, two.rolls.length, two.optimal], [50, 2, true]);
	assert.throws(() => cutList(asCuts([260]), [25, 250]), /longer than every roll/);
});

const refused: [what: string, ok: { ok: boolean; faults?: { path: string }[] }, path: string][] = [
	[
		'a method that is none',
		checkBurial({ edition: '2023', method: 'string', place: 'general', circuit: small }) as never,
		'method'
	],
	['a place that is none', checkBurial({ edition: '2023', method: 'pvc', place: 'moon', circuit: small }) as never, 'place'],
	[
		'a size that is not made',
		checkRaceway({
			edition: '2023',
			raceway: 'EMT',
			size: '3/8',
			conductors: [{ awg: '12', insulation: 'THHN', count: 1 }]
		}) as never,
		'size'
	],
	['nothing in it', checkRaceway({ edition: '2023', raceway: 'EMT', size: '1/2' }) as never, 'conductors'],
	[
		'a cut longer than every roll',
		checkCutList({ cuts: [{ id: 'a', cable: 'x', ft: 60 }], rollsFt: [50] }) as never,
		'cuts[0].ft'
	],
	[
		'a cut twice',
		checkCutList({
			cuts: [
				{ id: 'a', cable: 'x', ft: 6 },
				{ id: 'a', cable: 'x', ft: 6 }
			],
			rollsFt: [50]
		}) as never,
		'cuts[1].id'
	]
];
for (const [what, checked, path] of refused)
	test(`refused: ${what}`, () => assert.ok(!checked.ok && checked.faults?.some((f) => f.path === path), JSON.stringify(checked)));
test('the list says what it bought and what no way can beat', () => {
	const checked = checkCutList({
		cuts: [
			{ id: 'a', cable: 'x', ft: 20 },
			{ id: 'b', cable: 'x', ft: 28 }
		],
		rollsFt: [25, 50]
	});
	assert.ok(checked.ok);
	const { rolls, boughtFt, optimal, steps } = answerCutList(checked.value);
	assert.deepEqual([rolls.length, boughtFt, optimal, steps.map((s) => s.value)], [1, 50, true, [48, 50, 50]]);
});

test('a cable as it is cut: its way, both ends, the allowance, to the next foot; what cannot be cut is named', () => {
	const j = job({
		boxes: [box('a'), box('b'), box('c')],
		cables: [
			cable('p', 'a', 40, { state: 'planned' }),
			cable('a', 'b', 12, { state: 'planned' }),
			cable('b', 'c', null, { state: 'planned' }),
			cable('a', 'c', 400, { id: 'long', state: 'planned' }),
			cable('p', 'b', 30, { id: 'found', state: 'found' })
		]
	});
	const made = cutsOf(j, ['planned']);
	// 40 + 3.5 + 8/12 + 4 = 48.17; 12 + 16/12 + 1.2 = 14.53.
	assert.deepEqual(
		made.cuts.map((c) => c.ft),
		[49, 15]
	);
	assert.deepEqual([made.unmeasured.length, made.tooLong.map((c) => c.id), made.list.boughtFt], [1, ['long'], 75]);
	const own = {
		...j,
		practice: { ...j.practice, reckon: { ...DEFAULT_RECKON, boxIn: 12, panelFt: 4, allowance: 0, rollsFt: [250] } }
	};
	assert.deepEqual(
		cutsOf(own, ['planned']).cuts.map((c) => c.ft),
		[45, 14]
	);
});
test('the shed of the demo house: its trench by the real breaker or GFCI, deeper without one', () => {
	const file = DEMOS.quillback?.();
	assert.ok(file);
	const known = knownJob(file.job);
	const ruled = { edition: editionOf(known), job: known };
	const trenches = trenchesOf(ruled);
	assert.ok(trenches.length >= 1);
	for (const t of trenches) {
		const { circuit: c } = t.case;
		const rows = byEdition(t, { place: 'general' }).map((r) => r.burial);
		const small = c.gfci && c.volts === 120 && c.amps <= 20;
		assert.ok(rows.every((b) => b.column === (small && t.case.method === 'direct-burial' ? 4 : b.column)));
		const none = byEdition({ ...t, case: { ...t.case, circuit: { ...c, gfci: false } } }, { place: 'general' });
		assert.ok(none.every((r, i) => r.burial.coverIn >= (rows[i]?.coverIn ?? 0)));
	}
	// 62 ft, 6 in wide, 13 in deep: 62 x 0.5 x 1.0833 = 33.58 cu ft.
	const spoil = spoilOf(62, 13, 6);
	assert.ok(Math.abs(spoil.cuFt - 33.5833) < 1e-3 && Math.abs(spoil.cuYd - 1.2438) < 1e-3);
});
test('the trench as it is drawn: to scale, ribbon above, riser from where it is due', () => {
	const c: BurialCase = { method: 'direct-burial', place: 'general', circuit: { ...plain, kind: 'service' } };
	const b = burial(editions['2023'], c);
	const d = drawTrench(b, { widthIn: 6, beddingIn: 2, diameterIn: 1, ribbonIn: 12 });
	assert.equal(d.cable.y - d.cable.r - d.gradeY, 24 * 6);
	assert.equal(d.cable.y - d.cable.r - (d.ribbonY ?? 0), 12 * 6);
	assert.equal(d.riser.fromY - d.gradeY, 18 * 6);
	const [cover, dig] = d.marks;
	assert.ok(cover && dig && dig.y - cover.y > 20);
	const flat = drawTrench(burial(editions['2023'], { ...c, place: 'under-building' }), {
		widthIn: 6,
		beddingIn: 0,
		diameterIn: 0.5,
		ribbonIn: 12
	});
	assert.ok((flat.marks[1]?.y ?? 0) - (flat.marks[0]?.y ?? 0) > 20);
	assert.ok(d.bedding && d.bedding.y + d.bedding.height <= d.trench.bottomY + 1e-9);
	assert.equal(
		drawTrench({ ...b, warningRibbon: false }, { widthIn: 6, beddingIn: 0, diameterIn: 1, ribbonIn: 12 }).ribbonY,
		null
	);
});
