import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { runFeet, downstream, runOf } from '../../src/core/run/runs';
import { dropAt, designLoad } from '../../src/core/circuits/size/drop';
import { editions } from '../../src/core/code/editions';
import { drawRun, STRIP } from '../../src/core/formats/run-drawing';
import { directoryOf } from '../../src/core/handover/directory';
import type { Job } from '../../src/core/model/known';
import { bandsOf, goesDead, protectedBy } from '../../src/core/protection/reach';
import { takeOff } from '../../src/core/rough/take-off';
import { box, circuit, job, cable, near } from './small-job';

const e = editions['2023'];
const first = (j: Job) => {
	const c = j.circuits[0];
	assert.ok(c);
	return c;
};
// p - a - b - c, and from a: d - e - f.
const forked = (more: Partial<Job> = {}): Job =>
	job({
		boxes: ['a', 'b', 'c', 'd', 'e', 'f'].map((id) => box(id)),
		cables: [
			cable('p', 'a', 40),
			cable('a', 'b', 12),
			cable('b', 'c', 10),
			cable('a', 'd', 8),
			cable('d', 'e', 9),
			cable('e', 'f', 5)
		],
		...more
	});

test('feed order: a box after the one that feeds it, the longer branch first', () => {
	const run = runOf(forked(), circuit());
	assert.deepEqual(
		run.nodes.map((n) => n.boxId),
		['a', 'd', 'e', 'f', 'b', 'c']
	);
	assert.deepEqual(run.byBox.get('a')?.children, ['d', 'b']);
	assert.equal(run.byBox.get('c')?.feet, 62);
	assert.deepEqual(
		run.byBox.get('f')?.path.map((l) => l.id),
		['p-a', 'a-d', 'd-e', 'e-f']
	);
	assert.deepEqual(downstream(run, 'd'), ['d', 'e', 'f']);
	assert.equal(runFeet(run), "84'");
});
test('a cable that is not measured leaves everything beyond it without feet, and says so', () => {
	const j = job({ cables: [cable('p', 'a', 40), cable('a', 'b', null), cable('b', 'c', 10)] });
	const run = runOf(j, circuit());
	assert.deepEqual(
		run.nodes.map((n) => n.feet),
		[40, null, null]
	);
	assert.equal(runFeet(run), 'not all measured');
	const b = run.byBox.get('b');
	assert.ok(b);
	assert.equal(dropAt({ edition: e, job: j }, run, b), null);
	assert.match(assess(j).stages.rough.findings[0]?.message ?? '', /length of A to B is not entered/);
});
test('boxes not reached from the panel are left out, and a loop ends', () => {
	const loose = job({ cables: [cable('p', 'a', 40), cable('b', 'c', 10), cable('c', 'b', 10)] });
	assert.deepEqual(
		runOf(loose, circuit()).nodes.map((n) => n.boxId),
		['a']
	);
});

test('drop along a run, by hand: 16 A on 12 AWG over 52 ft is 3.21 V, 2.68%', () => {
	const j = job();
	const run = runOf(j, first(j));
	const b = run.byBox.get('b');
	assert.ok(b);
	const drop = dropAt({ edition: e, job: j }, run, b);
	// 2 x 52 x 16 x 1.93 / 1000
	assert.ok(near(drop?.volts ?? 0, 3.21152, 1e-9));
	assert.ok(near(drop?.percent ?? 0, 2.676267, 1e-5));
	assert.equal(drop?.steps.filter((s) => s.unit === 'V').length, 2);
});
test('the design load: 80% of a receptacle circuit, the watts of a wired one, the appliance of its own', () => {
	assert.equal(designLoad(e, job(), circuit()).amps, 16);
	const lights = job({
		boxes: [
			box('a', {}, { kind: 'lighting', receptacles: 0, watts: 90 }),
			box('b', {}, { kind: 'lighting', receptacles: 0, watts: 30 })
		],
		cables: [cable('p', 'a', 40), cable('a', 'b', 5)]
	});
	assert.equal(designLoad(e, lights, first(lights)).amps, 1);
	const heater = circuit({
		poles: 2,
		load: {
			kind: 'water-heater',
			name: 'water heater',
			watts: 5500,
			amps: null,
			volts: 240,
			continuous: false,
			mca: null,
			mocp: null
		}
	});
	assert.ok(near(designLoad(e, job({ circuits: [heater] }), heater).amps, 22.9167, 1e-4));
});

const inBox = (id: string, protection: 'gfci' | 'afci' | 'dual', feedsLoad = true) => box(id, {}, { protection, feedsLoad });
const protectedCases: [
	what: string,
	boxes: Job['boxes'],
	breaker: 'none' | 'gfci' | 'afci' | 'dual',
	want: Record<string, string | null>
][] = [
	['nothing anywhere', forked().boxes, 'none', { a: null, c: null }],
	[
		'a device feeding on protects itself and what is below',
		forked().boxes.map((b) => (b.id === 'd' ? inBox('d', 'gfci') : b)),
		'none',
		{ a: null, b: null, d: 'D', e: 'D', f: 'D' }
	],
	[
		'a device on LINE protects only itself',
		forked().boxes.map((b) => (b.id === 'd' ? inBox('d', 'gfci', false) : b)),
		'none',
		{ d: 'D', e: null }
	],
	['a GFCI breaker protects all', forked().boxes, 'gfci', { a: 'the breaker in space 1', f: 'the breaker in space 1' }],
	['an AFCI breaker gives no GFCI', forked().boxes, 'afci', { a: null }],
	['a dual-function breaker does', forked().boxes, 'dual', { c: 'the breaker in space 1' }],
	[
		'the nearest one upstream is named',
		forked().boxes.map((b) => (b.id === 'a' ? inBox('a', 'gfci') : b.id === 'e' ? inBox('e', 'dual') : b)),
		'none',
		{ b: 'A', d: 'A', e: 'E', f: 'E' }
	]
];
for (const [what, boxes, breaker, want] of protectedCases) {
	test(`GFCI reach: ${what}`, () => {
		const j = forked({ boxes, circuits: [circuit({ breaker })] });
		for (const [id, by] of Object.entries(want)) {
			const b = j.boxes.find((x) => x.id === id);
			const device = b?.devices[0];
			assert.ok(b && device);
			assert.equal(
				protectedBy({ edition: editions['2023'], job: j }, { box: b, device, circuit: first(j) }, 'gfci')?.name ?? null,
				by,
				id
			);
		}
	});
}
test('bands and what goes dead when a device trips', () => {
	const j = forked({
		boxes: forked().boxes.map((b) => (b.id === 'd' ? inBox('d', 'gfci') : b)),
		circuits: [circuit({ breaker: 'afci' })]
	});
	const run = runOf(j, first(j));
	assert.deepEqual(
		bandsOf(j, run).map((x) => [x.against, x.source.name, x.boxIds.join('')]),
		[
			['AFCI', 'the breaker in space 1', 'adefbc'],
			['GFCI', 'D', 'def']
		]
	);
	assert.deepEqual(goesDead(j, run, { kind: 'device', id: 'd', name: 'D' }), ['d', 'e', 'f']);
	assert.deepEqual(goesDead(j, run, { kind: 'device', id: 'b', name: 'B' }), []);
});

test('the strip: main line on one row, a branch below, nothing on top of anything', () => {
	const j = forked();
	const drawing = drawRun(j, runOf(j, first(j)));
	assert.deepEqual(
		drawing.boxes.map((b) => [b.name, b.row]),
		[
			['A', 0],
			['D', 0],
			['E', 0],
			['F', 0],
			['B', 1],
			['C', 1]
		]
	);
	for (const one of drawing.boxes) {
		for (const other of drawing.boxes) {
			if (one === other) continue;
			assert.ok(
				Math.abs(one.x - other.x) >= STRIP.boxWidth || Math.abs(one.y - other.y) >= STRIP.boxHeight,
				`${one.name} lies on ${other.name}`
			);
		}
		assert.ok(one.x + STRIP.boxWidth <= drawing.width && one.y + STRIP.boxHeight <= drawing.height);
	}
	assert.equal(drawing.cables[0]?.label, "40'");
	assert.deepEqual(
		drawing.cables.map((l) => [l.x2 - (drawing.boxes.find((b) => b.boxId === l.boxId)?.x ?? 0)]),
		drawing.cables.map(() => [0]),
		'each leg ends at its box'
	);
	assert.equal(drawing.scale, 0.8, 'a run that branches is drawn smaller');
});

/** Boxes a, b, … in a row from the panel, with branches: `k: 2` two more boxes one after the other from box k. */
function comb(main: number, branches: Readonly<Record<number, number>> = {}): Job {
	const cables = Array.from({ length: main }, (_, i) => cable(i ? `m${i - 1}` : 'p', `m${i}`, 10));
	for (const [at, length] of Object.entries(branches))
		for (let i = 0; i < length; i += 1) cables.push(cable(i ? `b${at}-${i - 1}` : `m${at}`, `b${at}-${i}`, 10));
	return job({ boxes: cables.map((l) => box(l.toId, { name: l.toId })), circuits: [circuit({})], cables });
}
test('the strip fits the page: closer boxes first, then smaller, then it is as wide as it is', () => {
	const drawn = (j: Job, widthPx?: number) => drawRun(j, runOf(j, first(j)), { widthPx });
	const seen = ({ width, height, scale }: ReturnType<typeof drawRun>) => [width * scale, height * scale, scale];
	// 20 + 70 + n x pitch + 20: 9 boxes at 116 are 1154, 10 at 104 to 116 fit 1280, 12 only at 0.8, 14 at 104 and 0.8.
	assert.deepEqual(seen(drawn(comb(9), 1280)), [1154, 104, 1]);
	assert.deepEqual(seen(drawn(comb(10), 1280)), [1270, 104, 1]);
	assert.deepEqual(seen(drawn(comb(11), 1280)), [20 + 70 + 11 * 106 + 20, 104, 1]);
	assert.deepEqual(seen(drawn(comb(12), 1280)), [0.8 * (20 + 70 + 12 * 116 + 20), 83.2, 0.8]);
	assert.deepEqual(seen(drawn(comb(14), 1280)), [0.8 * (20 + 70 + 14 * 106 + 20), 83.2, 0.8]);
	assert.deepEqual(seen(drawn(comb(20), 1280)), [0.8 * (20 + 70 + 20 * 104 + 20), 83.2, 0.8]);
	assert.deepEqual(seen(drawn(comb(20))), [20 + 70 + 20 * 116 + 20, 104, 1]);
	// Fourteen boxes with two branches: all of it at 1280, within two fifths of 800.
	const [width = 0, height = 0] = seen(drawn(comb(9, { 2: 3, 6: 2 }), 1280));
	assert.ok(width <= 1280 && height <= 320, `${width} x ${height}`);
});
test('branches share a row where there is room, and take one more where there is none', () => {
	const rows = (j: Job) => Object.fromEntries(drawRun(j, runOf(j, first(j))).boxes.map((b) => [b.name, b.row]));
	// From box 2 the columns 3 to 5, from box 6 the columns 7 and 8: one row for both.
	assert.equal(rows(comb(9, { 2: 3, 6: 2 }))['b2-0'], 1);
	assert.equal(rows(comb(9, { 2: 3, 6: 2 }))['b6-0'], 1);
	// From box 2 now up to column 7: the second is below the first.
	assert.equal(rows(comb(9, { 2: 5, 6: 2 }))['b6-0'], 1);
	assert.equal(rows(comb(9, { 2: 5, 6: 2 }))['b2-0'], 2);
});

test('the directory: slots in order, purpose with its rooms, an old word kept apart', () => {
	const j = job({
		circuits: [
			circuit({ id: 'c2', space: 4, name: 'Spare', directory: 'dryer?' }),
			circuit({ space: 1, name: 'Receptacles', poles: 2, breaker: 'dual' })
		]
	});
	const panel = j.panels[0];
	assert.ok(panel);
	const { rows } = directoryOf(j, panel);
	assert.deepEqual(
		rows.map((r) => [r.spaces, r.breaker, r.purpose, r.directory]),
		[
			['1/3', '20 A two-pole dual-function', 'Receptacles: Den', ''],
			['4', '20 A', 'Spare', 'dryer?']
		]
	);
});
test('take-off: feet by cable, cables without length told apart, existing cable left out', () => {
	const j = job({
		cables: [
			cable('p', 'a', 40),
			cable('a', 'b', null),
			cable('b', 'c', 10.5),
			cable('p', 'd', 70, { awg: '14', ground: false, kind: 'two-wire', state: 'found' })
		]
	});
	assert.deepEqual(
		takeOff(j, ['planned', 'built']).map((t) => [t.name, t.pieces, t.feet, t.unmeasured]),
		[['12-2 NM-B with ground', 3, 50.5, 1]]
	);
	assert.equal(takeOff(j, ['found'])[0]?.name, '14-2 two-wire, no ground');
});

// What a circuit of a kind may feed, and how its receptacles must be rated.
const feeds: [what: string, more: Partial<Job>, sections: string[]][] = [
	['a general circuit may feed a den', {}, []],
	[
		'a small-appliance circuit may not',
		{ circuits: [circuit({ kind: 'small-appliance' })] },
		['210.52(B)(2)', '210.52(B)(2)', '210.52(B)(2)']
	],
	[
		'nor be 15 A in its own rooms',
		{
			circuits: [circuit({ kind: 'small-appliance', breakerA: 15 })],
			rooms: [{ ...job().rooms[0], kind: 'dining' } as Job['rooms'][number]]
		},
		['210.11(C)(1)']
	],
	[
		'a bathroom circuit may not feed a den',
		{ circuits: [circuit({ kind: 'bathroom' })], boxes: [box('a')], cables: [cable('p', 'a', 4)] },
		['210.11(C)(3)']
	],
	[
		'20 A receptacles among others on 15 A',
		{ circuits: [circuit({ breakerA: 15 })], boxes: [box('a', {}, { amps: 20 })], cables: [cable('p', 'a', 4)] },
		['210.21(B)(3)']
	],
	[
		'a single 20 A one on an individual 15 A circuit is lawful',
		{
			circuits: [circuit({ breakerA: 15, kind: 'individual' })],
			boxes: [box('a', {}, { amps: 20, receptacles: 1 })],
			cables: [cable('p', 'a', 4)]
		},
		[]
	],
	[
		'a 15 A single receptacle on a 20 A individual circuit is not',
		{
			circuits: [circuit({ kind: 'individual' })],
			boxes: [box('a', {}, { amps: 15, receptacles: 1 })],
			cables: [cable('p', 'a', 4)]
		},
		['210.21(B)(1)']
	],
	['14 AWG on 20 A', { cables: [cable('p', 'a', 10, { awg: '14' })], boxes: [box('a')] }, ['240.4(D)']]
];
for (const [what, more, sections] of feeds) {
	test(`circuit rules: ${what}`, () => {
		const found = assess(job(more)).stages.circuit.findings.filter((f) => f.severity === 'violation');
		assert.deepEqual(
			found.map((f) => f.rule.section).filter((s) => !s.startsWith('310')),
			sections
		);
	});
}
test('an oversize breaker is found with the rating that the wire may stand on as its fix', () => {
	const found = assess(
		job({
			circuits: [circuit({ breakerA: 30 })],
			boxes: [box('a', {}, { amps: 30, receptacles: 1 })],
			cables: [cable('p', 'a', 10)]
		})
	).stages.circuit.findings;
	const fix = found.find((f) => f.rule.section === '240.4(D)')?.fix;
	assert.deepEqual(fix && 'breakerA' in fix && fix.breakerA, 20);
});
