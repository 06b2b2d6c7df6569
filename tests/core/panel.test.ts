import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { moveBreaker, placeBreakers, proposeBalance } from '../../src/core/circuits/panel/balance';
import { branchVa, panelLoad } from '../../src/core/circuits/service/220-14-branch-load';
import { feederFindings, feederLoad, sizeFeeder } from '../../src/core/circuits/panel/215-feeder';
import { panelDecisions, panelFindings } from '../../src/core/circuits/panel/panel-findings';
import { clashes, isFree, legOfSpace, mayStandIn, spacesOf, spareSpaces } from '../../src/core/run/spaces';
import { editions } from '../../src/core/code/editions';
import { quillback } from '../../src/core/demo/quillback';
import { moveSpaces } from '../../src/core/edit/circuits';
import type { Circuit, CircuitLoad, Feeder, Job, Panel } from '../../src/core/model/known';
import { produce } from 'immer';
import { box, circuit, job, cable, near } from './small-job';
import { runs } from './few';

const e = editions['2023'];
const main: Panel = { id: 'p', name: 'Main', roomId: null, place: null, mainA: 200, spaces: 12 };
const load = (watts: number, more: Partial<CircuitLoad> = {}): CircuitLoad => ({
	kind: 'general',
	name: 'load',
	watts,
	amps: null,
	volts: 120,
	continuous: false,
	mca: null,
	mocp: null,
	...more
});
const single = (number: number, space: number | null, watts: number, more: Partial<Circuit> = {}): Circuit =>
	circuit({ id: `c${number}`, space, kind: 'individual', load: load(watts), ...more });
const double = (number: number, space: number | null, watts: number): Circuit =>
	single(number, space, watts, { poles: 2, load: load(watts, { volts: 240, kind: 'fixed-heat' }) });
const panelJob = (circuits: Circuit[], panel: Panel = main, more: Partial<Job> = {}): Job =>
	job({ panels: [panel], circuits, boxes: [], cables: [], rooms: [], ...more });
const told = (j: Job, edition = e) => panelFindings(edition, j).map((f) => `${f.severity} ${f.rule.section} ${f.id}`);

for (const [space, want] of [
	[1, 'A'],
	[2, 'A'],
	[3, 'B'],
	[4, 'B'],
	[5, 'A'],
	[39, 'B'],
	[40, 'B']
] as const)
	test(`slot ${space} hangs on service leg ${want}`, () => assert.equal(legOfSpace(space), want));

test('a two-pole breaker takes its slot and the next one down on its side, one on each leg', () => {
	assert.deepEqual(spacesOf({ space: 2, poles: 2 }), [2, 4]);
	assert.notEqual(legOfSpace(2), legOfSpace(4));
	assert.deepEqual(spacesOf({ space: null, poles: 2 }), []);
});
test('two in one slot clash, two thin ones do not; a feeder breaker is there too', () => {
	const j = panelJob([single(1, 1, 100), single(2, 1, 100)]);
	assert.deepEqual(
		clashes(j, main).map((c) => c.space),
		[1]
	);
	const thin = panelJob([single(1, 1, 100, { half: 'upper' }), single(2, 1, 100, { half: 'lower' })]);
	assert.deepEqual(clashes(thin, main), []);
	const sub: Panel = { ...main, id: 's', name: 'Workroom', feeder: feeder({ space: 1 }) };
	const fed = panelJob([single(1, 3, 100)], main, { panels: [main, sub] });
	assert.deepEqual(
		clashes(fed, main).map((c) => c.space),
		[3]
	);
	assert.ok(!isFree(fed, main, { space: 1, poles: 1 }));
	assert.deepEqual(spareSpaces(fed, main), [2, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
});

test('a thin breaker is put beside the other half in one slot; a full-size one is not', () => {
	const thin = panelJob([single(1, 1, 100, { half: 'upper' }), single(2, 3, 100, { half: 'lower' }), single(3, 5, 100)]);
	assert.deepEqual(moveBreaker(thin, main, { circuitId: 'c2', space: 1 }), [{ circuitId: 'c2', space: 1 }]);
	assert.deepEqual(moveBreaker(thin, main, { circuitId: 'c3', space: 1 }), [
		{ circuitId: 'c3', space: 1 },
		{ circuitId: 'c1', space: 5 }
	]);
	const both = panelJob([single(1, 1, 100, { half: 'upper' }), single(2, 3, 100, { half: 'upper' })]);
	assert.ok(!mayStandIn(both, main, { circuit: both.circuits[1] as Circuit, space: 1 }), 'the upper half is taken');
});

function feeder(more: Partial<Feeder> = {}): Feeder {
	return {
		fromPanelId: 'p',
		space: null,
		breakerA: 60,
		kind: 'NM-B',
		awg: '6',
		metal: 'Cu',
		conductors: 3,
		ground: true,
		lengthFt: 60,
		state: 'planned',
		...more
	};
}

// What a panel must be, each with the finding that it makes.
const label = { types: ['T1'], forms: ['full-size', 'two-pole', 'afci'] as const };
const rows: [what: string, job: Job, want: string[]][] = [
	['all in order', panelJob([single(1, 1, 100), double(2, 2, 100)]), []],
	['one slot claimed twice', panelJob([single(1, 1, 100), single(2, 1, 100)]), ['violation 408.54 slot:p:1:c2']],
	['a breaker beyond the last slot', panelJob([double(1, 11, 100)]), ['violation 408.54 beyond:p:c1']],
	[
		'no room for what waits',
		panelJob([single(1, 1, 100), double(2, null, 100)], { ...main, spaces: 2 }),
		['violation 408.54 full:p']
	],
	['just room for what waits', panelJob([single(1, 1, 100), double(2, null, 100)], { ...main, spaces: 3 }), []],
	[
		'found circuits of which nobody read the slots',
		panelJob([single(1, null, 100, { state: 'found' }), single(2, null, 100, { state: 'found' })], { ...main, spaces: 1 }),
		[]
	],
	[
		'a breaker type that the label does not list',
		panelJob([single(1, 1, 100, { breakerType: 'T9' })], { ...main, label: { types: label.types, forms: [...label.forms] } }),
		['violation 110.3(B) type:c1']
	],
	[
		'a thin breaker in a panel not made for it',
		panelJob([single(1, 1, 100, { half: 'upper' })], { ...main, label: { types: [], forms: [...label.forms] } }),
		['violation 408.54 form-tandem:c1']
	],
	[
		'a dual-function breaker that the label does not list',
		panelJob([single(1, 1, 100, { breaker: 'dual' })], { ...main, label: { types: [], forms: [...label.forms] } }),
		['violation 110.3(B) form-dual:c1']
	],
	['neutral and grounds apart at the service', panelJob([], { ...main, bonded: false }), ['violation 250.24(B) joined:p']],
	[
		'joined in a subpanel',
		panelJob([], main, { panels: [main, { ...main, id: 's', name: 'Sub', bonded: true, feeder: feeder({ space: 1 }) }] }),
		['violation 250.142(B) joined:s']
	],
	[
		'a feeder of three wires',
		panelJob([], main, {
			panels: [main, { ...main, id: 's', name: 'Sub', mainA: 100, feeder: feeder({ space: 1, ground: false }) }]
		}),
		['violation 215.6 feeder-wires:s']
	],
	[
		'a breaker larger than the panel that it feeds',
		panelJob([], main, {
			panels: [main, { ...main, id: 's', name: 'Sub', mainA: 40, feeder: feeder({ space: 1, breakerA: 50 }) }]
		}),
		['violation 408.36 feeder-panel:s']
	]
];
for (const [what, j, want] of rows) test(`panel: ${what}`, () => assert.deepEqual(told(j), want));

test('a wire of a feeder too thin for its breaker is found, and made larger: 60 A wants 6 AWG by the next size up', () => {
	const j = panelJob([], main, { panels: [main, { ...main, id: 's', name: 'Sub', feeder: feeder({ space: 1, awg: '8' }) }] });
	const [found] = feederFindings(e, j, j.panels[1] as Panel);
	assert.equal(found?.id, 'feeder-wire:s');
	assert.ok(found.fix?.kind === 'edit-panel');
	// 6 AWG NM-B is 55 A; the next standard rating up is 60, and a feeder may use it.
	assert.equal(found.fix.change.feeder?.awg, '6');
});

test('a detached building: an electrode at its panel, and one supply only', () => {
	const shed = { ...(job().rooms[0] as Job['rooms'][number]), id: 'shed', name: 'Shed', kind: 'accessory' as const };
	const sub: Panel = { ...main, id: 's', name: 'Shed panel', roomId: 'shed', feeder: feeder({ space: 1, kind: 'UF-B' }) };
	const fed = panelJob([], main, { rooms: [shed], panels: [main, sub] });
	assert.deepEqual(told(fed), ['violation 250.32(A) electrode:s']);
	assert.deepEqual(told({ ...fed, panels: [main, { ...sub, electrode: true }] }), []);
});
const out = { ...(job().rooms[0] as Job['rooms'][number]), id: 'shed', name: 'Shed', kind: 'accessory' as const };
const inHouse: Panel = { ...main, id: 'q', name: 'Other', feeder: feeder({ space: 7 }) };
const inShed = (id: string, more: Partial<Feeder> = {}): Panel => ({
	...{ ...main, id, name: id, roomId: 'shed', electrode: true },
	feeder: feeder({ space: 9, kind: 'UF-B', ...more })
});
/** Circuits 1 and up, each to a box in the shed; and panels. */
const toShed = (circuits: Partial<Circuit>[], panels: Panel[] = []): Job =>
	job({
		rooms: [out],
		panels: [main, ...panels],
		circuits: circuits.map((c, i) => circuit({ id: `c${i + 1}`, space: 2 * i + 1, ...c })),
		boxes: circuits.map((_, i) => box(`b${i}`, { roomId: 'shed' })),
		cables: circuits.map((_, i) => cable('p', `b${i}`, 60, { circuitId: `c${i + 1}` }))
	});
const pair: Partial<Circuit>[] = [
	{ multiwire: { withId: 'c2', opens: 'two-pole' } },
	{ multiwire: { withId: 'c1', opens: 'two-pole' } }
];
/** A panel of so many amps in the shed, or in a dwelling apart, and its circuits. */
const rated = (mainA: number, circuits: Circuit[], kind: 'accessory' | 'living' = 'accessory'): string[] => {
	const panel = { ...inShed('s'), mainA };
	const j = job({
		...{ rooms: [{ ...out, kind, detached: true }], boxes: [], cables: [], panels: [main, panel] },
		circuits: circuits.map((c) => ({ ...c, panelId: 's' }))
	});
	return panelFindings(e, j).flatMap((f) => (f.code === 'building-rating' ? [`${f.need}`] : []));
};
const [first, second] = [single(1, 1, 100), single(2, 3, 100)];
const ratings: [what: string, least: number, circuits: Circuit[], kind?: 'living'][] = [
	['one circuit', 15, [first]],
	['one of two poles', 15, [double(1, 1, 100)]],
	['two of two wires', 30, [first, second]],
	['two, one of two poles', 60, [first, double(2, 3, 100)]],
	['two that share a neutral', 60, [{ ...first, multiwire: { withId: 'c2', opens: 'two-pole' } }, second]],
	['three', 60, [first, second, single(3, 5, 100)]],
	['a dwelling', 100, [first], 'living']
];
for (const [what, least, circuits, kind] of ratings)
	test(`225.39, the disconnect of a building apart: ${what}: ${least} A`, () =>
		assert.deepEqual([rated(least, circuits, kind), rated(least - 1, circuits, kind)], [[], [`${least}`]]));
// An old feeder of three wires to a building apart may keep its bond.
const old = { ground: false, state: 'found', bondMayStay: true } as const;
const wires: [what: string, feeder: Partial<Feeder>, panel: Partial<Panel>, told: boolean][] = [
	['found, its bond may stay', old, { bonded: true }, false],
	['nobody looked whether it is bonded', old, {}, false],
	['its neutral apart', old, { bonded: false }, true],
	['nobody said that it may stay', { ...old, bondMayStay: undefined }, { bonded: true }, true],
	['a new one', { ...old, state: 'built' }, { bonded: true }, true],
	['in the house', old, { bonded: true, roomId: null }, true],
	['four wires', {}, {}, false]
];
for (const [what, more, change, want] of wires)
	test(`250.32(B): a feeder of three wires: ${what}`, () => {
		const j = job({ rooms: [out], boxes: [], cables: [], circuits: [], panels: [main, { ...inShed('s', more), ...change }] });
		assert.equal(
			panelFindings(e, j).some((f) => f.code === 'feeder-wires'),
			want
		);
	});
const supplies: [what: string, job: Job, want: string[]][] = [
	['one circuit', toShed([{}]), []],
	['two circuits', toShed([{}, {}]), ['violation 2 p']],
	['two circuits as found', toShed([{ state: 'found' }, { state: 'found' }]), ['caution 2 p']],
	['one of two as found', toShed([{ state: 'found' }, {}]), ['violation 2 p']],
	['two that share a neutral are one', toShed(pair), []],
	['two that share a neutral, and another', toShed([...pair, {}]), ['violation 2 p']],
	['a feeder', toShed([], [inShed('s')]), []],
	['a feeder and a circuit', toShed([{}], [inShed('s')]), ['violation 2 p']],
	['a feeder as found and a new circuit', toShed([{}], [inShed('s', { state: 'found' })]), ['violation 2 p']],
	['two planned feeders', toShed([], [inShed('s'), inShed('t')]), ['violation 2 p']],
	['a panel behind the building’s own', toShed([], [inShed('s'), inShed('t', { fromPanelId: 's' })]), []],
	['circuits of two panels of the house', toShed([{}, { panelId: 'q' }], [inHouse]), ['violation 2 p']],
	['a circuit of its own panel', toShed([{ panelId: 's' }], [inShed('s')]), []]
];
for (const [what, j, want] of supplies)
	test(`225.30, a building apart: ${what}`, () =>
		assert.deepEqual(
			panelFindings(e, j).flatMap((f) => (f.code === 'supply' ? [`${f.severity} ${f.have} ${f.id.split(':')[1]}`] : [])),
			want
		));

test('the load of a feeder: a kiln of 8600 W is 35.83 A there, its 125% is for its branch circuit: 40 A, 8 AWG NM-B', () => {
	const sub: Panel = { ...main, id: 's', name: 'Sub', feeder: feeder({ space: 1 }) };
	const kiln = {
		...double(1, 1, 8600),
		panelId: 's',
		load: load(8600, { kind: 'fixed-heat', volts: 240, continuous: true, counts: 'fastened' })
	};
	const j = panelJob([kiln], main, { panels: [main, sub] });
	const { loadA, designA, steps } = feederLoad(e, j, sub);
	// Steps of volt-amperes that are not nothing, then its amperes.
	assert.deepEqual([...new Set(steps.map((s) => s.unit))], ['VA', 'A']);
	assert.ok(steps.every((s) => s.value !== 0) && steps.some((s) => s.value === 8600));
	assert.ok(near(loadA, 35.833, 0.001) && near(designA, 35.833, 0.001));
	const sized = sizeFeeder({ edition: e, job: j }, sub, { feeder: feeder() });
	assert.deepEqual([sized.breakerA, sized.awg, sized.egcAwg], [40, '8', '10']);
	// 2 x 60 ft x 35.83 A x 0.778 / 1000 = 3.345 V of 240
	assert.ok(near(sized.dropPercent ?? 0, 1.394, 0.005));
});

test('branch loads by hand: an appliance at its watts, kitchen and laundry 1500 VA, a garage receptacle 180', () => {
	const { job: demo } = quillback();
	const va = (number: number) => branchVa(e, demo, demo.circuits.find((c) => c.id === `c${number}`) as Circuit);
	assert.equal(va(1), 1500);
	assert.equal(va(7), 1500);
	assert.equal(va(20), 8600);
	// Four receptacle outlets of the garage and front yard, three in the garage and one outdoors.
	assert.equal(va(16), 4 * 180);
	assert.equal(va(22), 21.4 * 240);
});

test('the sum of branch loads is the load of the panel, and its legs share it', () => {
	const { job: demo } = quillback();
	const { va, legs, unplacedVa, rows: branches } = panelLoad(e, demo, demo.panels[0] as Panel);
	assert.ok(
		near(
			va,
			demo.circuits.reduce((sum, c) => sum + branchVa(e, demo, c), 0),
			1e-6
		)
	);
	assert.ok(near(legs.A + legs.B + unplacedVa, va, 1e-6));
	assert.equal(branches.length, demo.circuits.length);
});

const anyPanel = fc
	.array(fc.record({ watts: fc.integer({ min: 50, max: 1800 }), two: fc.boolean() }), { minLength: 1, maxLength: 14 })
	.map((loads) =>
		panelJob(
			loads.map((l, i) => (l.two ? double(i + 1, null, l.watts) : single(i + 1, null, l.watts))),
			{ ...main, spaces: 30 }
		)
	);
test('breakers are placed without a clash, each in a slot; the balance proposed is never worse than the order given', () => {
	fc.assert(
		fc.property(anyPanel, (j) => {
			const panel = j.panels[0] as Panel;
			const placed = produce(j, moveSpaces(placeBreakers(e, j, panel)));
			assert.deepEqual(clashes(placed, panel), []);
			assert.ok(placed.circuits.every((c) => c.space !== null));
			const before = panelLoad(e, placed, panel);
			assert.ok(
				near(
					before.va,
					placed.circuits.reduce((s, c) => s + branchVa(e, placed, c), 0),
					1e-6
				)
			);
			const balance = proposeBalance(e, placed, panel);
			const after = produce(placed, moveSpaces(balance.moves));
			const gap = (x: Job) => Math.abs(panelLoad(e, x, panel).legs.A - panelLoad(e, x, panel).legs.B);
			assert.ok(gap(after) <= gap(placed) + 1e-6);
			assert.ok(near(gap(after), balance.then, 1e-6));
			assert.deepEqual(clashes(after, panel), []);
		}),
		{ numRuns: runs(60) }
	);
});
test('a lopsided panel: 3600 VA on one leg and 400 on the other becomes 2000 and 2000 by one exchange', () => {
	const j = panelJob([single(1, 1, 1800), single(2, 2, 1800), single(3, 3, 200), single(4, 4, 200)], { ...main, spaces: 4 });
	const balance = proposeBalance(e, j, j.panels[0] as Panel);
	assert.deepEqual([balance.now, balance.then, balance.moves.length], [3200, 0, 2]);
});

test('a breaker dragged onto another of its poles changes places with it; onto anything else it says why not', () => {
	const j = panelJob([single(1, 1, 100), single(2, 3, 100), double(3, 2, 100)]);
	assert.deepEqual(moveBreaker(j, main, { circuitId: 'c1', space: 5 }), [{ circuitId: 'c1', space: 5 }]);
	assert.deepEqual(moveBreaker(j, main, { circuitId: 'c1', space: 3 }), [
		{ circuitId: 'c1', space: 3 },
		{ circuitId: 'c2', space: 1 }
	]);
	assert.throws(() => moveBreaker(j, main, { circuitId: 'c1', space: 2 }), /Space 2 is taken by Den: move that first/);
	assert.throws(() => moveBreaker(j, main, { circuitId: 'c3', space: 11 }), /has spaces 1 to 12: space 2\/4 does not fit at 11/);
});
test('each panel says where its neutrals and grounds go: joined at the service, apart beyond it', () => {
	const j = panelJob([], main, { panels: [main, { ...main, id: 's', name: 'Sub', feeder: feeder({ space: 1 }) }] });
	const said = panelDecisions(e, j)
		.filter((d) => d.id.startsWith('joined'))
		.map((d) => [d.subject.id, d.value, d.rules[0]?.section]);
	assert.deepEqual(said, [
		['p', 'neutral and grounds bonded', '250.24(B)'],
		['s', 'neutral and grounds separate', '250.142(B)']
	]);
});
