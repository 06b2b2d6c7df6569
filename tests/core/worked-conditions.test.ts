import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { BODIES } from '../../scripts/fuzz/bodies';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { voltsToGround } from '../../src/core/code/outlet';
import { checkProtect } from '../../src/core/formats/api-requests';
import { drawRun } from '../../src/core/formats/run-drawing';
import { readPricesCsv } from '../../src/core/formats/materials-csv';
import { failedJudged } from '../../src/core/judged';
import { putCheck, removeCheck } from '../../src/core/edit/inspection';
import { servesCounter } from '../../src/core/layout/serves-counter';
import { setRectangle } from '../../src/core/edit/rooms';
import { FrameReader, framesOf } from '../../src/core/formats/code-frames';
import { NEMA } from '../../src/core/code/nema-forms';
import { isFirstReceptacle } from '../../src/core/protection/articles/210-12-afci-outlet';
import { crossings } from '../../src/core/model/geometry';
import type { Point, Room } from '../../src/core/model/known';
import { applianceAt, CALL_AT, CALLS as AT, type CallAt } from '../../src/core/model/call-at';
import { asForm } from '../../src/core/code/nema-forms';
import { newRoom, newServiceCall } from '../../src/core/model/new-job';
import { DEFAULT_GROUPING } from '../../src/core/model/known';
import { sortOutlets } from '../../src/core/propose/outlet-classes';
import { proposeCircuits } from '../../src/core/propose/propose-circuits';
import { whatIsOff, type BoxProof } from '../../src/core/prove/assess-prove';
import type { Level } from '../../src/core/prove/judgment';
import { reckonOf } from '../../src/core/model/practice';
import { takesProtecting } from '../../src/core/rough/boxes-fit';
import { cutsOf } from '../../src/core/rough/cuts';
import { runOf } from '../../src/core/run/runs';
import { box, circuit, job, cable, only } from './small-job';

/** Conditions of the smaller parts, each with a case on either side. */
const square = (side: number): Point[] => [
	[0, 0],
	[side, 0],
	[side, side],
	[0, side]
];

const IS: Partial<Record<CallAt, [kind: string, receptacles: number, slots: string, more?: string]>> = {
	'two-slot': ['receptacle', 2, 'two-slot'],
	'three-slot': ['receptacle', 2, 'grounding'],
	gfci: ['receptacle', 2, 'grounding', 'gfci none 120'],
	'half-switched': ['receptacle', 2, 'grounding', 'none half 120'],
	'receptacle-240': ['receptacle', 1, 'grounding', 'none none 240'],
	switch: ['switch', 0, 'grounding'],
	light: ['lighting', 0, 'grounding']
};
for (const at of CALL_AT)
	test(`a call at a ${at}: what is there, no receptacle where there is none, and nothing that nobody read`, () => {
		const call = newServiceCall({ jobId: 'j', boxId: 'b' }, { boxName: '', at, edition: '2023', permitDate: '2026-10-12' });
		const device = only(only(call.boxes).devices);
		const [kind, receptacles, slots, more] = IS[at] ?? ['hard-wired', 0, 'grounding'];
		assert.deepEqual([device.kind, device.receptacles, device.slots], [kind, receptacles, slots]);
		if (more) assert.equal(`${device.protection} ${device.switched} ${device.volts}`, more);
		assert.deepEqual([only(call.boxes).name, device.watts], [AT[at].spot, 0]);
		assert.equal(applianceAt(device), kind === 'hard-wired' ? at : null);
	});
test('a 240 V receptacle comes as the form that was named; the address is kept apart', () => {
	const call = newServiceCall(
		{ jobId: 'j', boxId: 'b' },
		{ boxName: 'by the lathe', at: 'receptacle-240', device: asForm('L14-30'), address: '12 Marrow Street', edition: '2023' }
	);
	const device = only(only(call.boxes).devices);
	assert.deepEqual([device.form, device.amps, device.volts, call.place], ['L14-30', 30, 240, '12 Marrow Street']);
	assert.doesNotMatch(call.name, /Marrow/);
});

const STRIPS: [conductors: number | null, ground: boolean | null, poles: 1 | 2, drawn: string][] = [
	[2, true, 1, 'hot neutral ground'],
	[2, false, 1, 'hot neutral'],
	[2, null, 1, 'hot neutral unseen'],
	[null, true, 1, 'unseen ground'],
	[null, false, 2, 'unseen'],
	[null, null, 1, 'unseen'],
	[3, true, 2, 'hot second-hot neutral ground'],
	[2, true, 2, 'hot second-hot ground'],
	[3, null, 1, 'hot second-hot neutral unseen']
];
for (const [conductors, ground, poles, drawn] of STRIPS)
	test(`a cable on the strip, ${conductors ?? 'nobody counted'}, ground ${ground ?? 'not looked for'}, ${poles} poles`, () => {
		const j = {
			...job({ circuits: [circuit({ poles })], boxes: [box('a')] }),
			cables: [{ ...cable('p', 'a', 10), conductors, ground }]
		};
		const [strip] = drawRun(j, runOf(j, only(j.circuits)), {}).cables;
		assert.equal(strip?.wires.map((w) => w.kind).join(' '), drawn);
	});

const SHAPES: [what: string, outline: Point[], crossed: boolean][] = [
	['a square', square(100), false],
	['a corner on the middle of a level wall', [...square(100).slice(0, 3), [50, 0]], true],
	[
		'a corner on the middle of an upright wall',
		[
			[0, 0],
			[100, 0],
			[60, 40],
			[0, 50],
			[100, 100],
			[0, 100]
		],
		true
	],
	[
		'a corner near that wall',
		[
			[0, 0],
			[100, 0],
			[60, 40],
			[1, 50],
			[100, 100],
			[0, 100]
		],
		false
	],
	[
		'two corners in one place',
		[
			[0, 0],
			[50, 50],
			[100, 0],
			[100, 100],
			[50, 50],
			[0, 100]
		],
		true
	]
];
for (const [what, outline, crossed] of SHAPES)
	test(`an outline that touches itself: ${what}`, () => assert.equal(crossings(outline).length > 0, crossed));
const TOUCHING: [what: string, outline: Point[]][] = [
	[
		'the far end of a wall',
		[
			[0, 0],
			[100, 0],
			[100, 50],
			[40, 50],
			[100, 0],
			[60, -60]
		]
	],
	[
		'its near end',
		[
			[0, 0],
			[100, 0],
			[100, 80],
			[0, 0],
			[-40, 60]
		]
	],
	[
		'upright, its upper end',
		[
			[0, 0],
			[0, 100],
			[60, 100],
			[60, 40],
			[0, 100],
			[-80, 20]
		]
	],
	[
		'upright, its lower end',
		[
			[0, 0],
			[0, 100],
			[80, 100],
			[0, 0],
			[60, -40]
		]
	]
];
for (const [what, outline] of TOUCHING)
	test(`an outline that comes back to a corner: ${what}`, () => assert.ok(crossings(outline).length > 0));

test('a price list: the highest price that is taken, and one more', () => {
	const read = (price: number) => readPricesCsv(`item,price\nA,${price}\n`);
	assert.deepEqual(read(100_000).prices, { A: 100_000 });
	assert.deepEqual(read(100_001).faults, ['line 2: price must be 0 to 100000, got "100001"']);
});
test('a job that could not be judged: nothing to do is said to be none, and every stage says why', () => {
	const { assessment, first } = failedJudged('no memory');
	assert.deepEqual(
		Object.values(assessment.todo),
		Object.keys(assessment.stages).map(() => 0)
	);
	assert.ok(Object.values(assessment.stages).every((s) => s.failed === 'no memory') && first === null);
});
test('a cut as long as the longest roll is cut from one; a foot more is in no roll', () => {
	// 226 ft, its two ends 3.5 ft at the panel and 8 in at the box, 10 %: 226 + 4.167 + 22.6 = 252.77 ft.
	const cuts = (feet: number) => {
		const made = cutsOf(job({ boxes: [box('a')], cables: [cable('p', 'a', feet)] }), ['planned']);
		return [made.cuts.map((c) => c.ft), made.tooLong.map((c) => c.ft)];
	};
	const longest = Math.max(...reckonOf(job().practice).rollsFt);
	const feet = Array.from({ length: 1200 }, (_, i) => 200 + i / 2).find((f) => cuts(f).flat()[0] === longest) ?? 0;
	assert.deepEqual(cuts(feet), [[longest], []]);
	assert.deepEqual(cuts(feet + 1), [[], [longest + 1]]);
});

test('volts to ground: two hots of a dwelling stand opposite each other, up to 250 V; nothing else does', () =>
	assert.deepEqual([120, 150, 151, 240, 250, 251].map(voltsToGround), [120, 150, 75.5, 120, 125, 251]));
test('a box too shallow for a device that protects says how deep it is', () => {
	const shallow = box('a', { material: 'plastic', volumeCuIn: 40, depthIn: 1.125 });
	assert.equal(takesProtecting(editions['2023'], job({ boxes: [shallow] }), shallow).why, 'the box is 1.13 in deep');
});

const FIGURE: [figure: string, value: number | null | undefined, fault: RegExp | null][] = [
	['sink-distance', 72, null],
	['sink-distance', undefined, /must be given for sink-distance, got nothing/],
	['sink-distance', 84, null],
	['sink-distance', 85, /must be 0 to 84 for sink-distance, got 85/],
	['tamper-height', 66, null],
	['tamper-height', 500, /must be \d+ to \d+ for tamper-height, got 500/]
];
for (const [figure, value, fault] of FIGURE)
	test(`/protect: an amendment of ${figure} to ${value}`, () => {
		const amendment = {
			section: '210.8(A)',
			change: 'figure',
			figure,
			reference: 'Ordinance 9',
			...(value === undefined ? {} : { value })
		};
		const checked = checkProtect({ ...(BODIES.protect as object), amendments: [amendment] });
		assert.deepEqual(checked.ok, fault === null);
		if (checked.ok) assert.equal(checked.value.amendments?.[0]?.value, figure === 'sink-distance' ? (value ?? 0) / 12 : 66);
		else assert.match(checked.faults[0]?.message ?? '', fault ?? /never/);
	});
test('a guided check and a torque: taken out, the others stay; kept again, the newer stands', () => {
	const check = (id: string) => ({ id }) as unknown as Parameters<typeof putCheck>[0];
	const two = produce(job(), (d) => [putCheck(check('a')), putCheck(check('b'))].forEach((put) => put(d)));
	assert.deepEqual(
		produce(two, removeCheck('a')).guided?.map((g) => g.id),
		['b']
	);
	assert.equal(produce(two, putCheck(check('b'))).guided?.length, 2);
	assert.equal(produce(job(), removeCheck('a')).guided, undefined);
});
const island = { id: 'i', kind: 'island', name: '', x: 60, y: 60, widthIn: 60, depthIn: 36 } as const;
const AT_ISLAND: [what: string, at: [number, number], heightIn: number, serves: boolean, inCabinet?: boolean][] = [
	['on it', [90, 80], 37, true],
	['in its face, below its top', [90, 60], 24, true],
	['in its face, 3 in off', [90, 57], 24, true],
	['farther off', [90, 56.9], 24, false],
	['in its cabinet', [90, 70], 24, false, true]
];
for (const [what, [x, y], heightIn, serves, inCabinet] of AT_ISLAND)
	test(`a receptacle serves the top of an island, ${what}: ${serves}`, () => {
		const kitchen = newRoom({ id: 'k', name: 'Kitchen', kind: 'kitchen' }, { outline: square(200), fixtures: [island] });
		const at = box('a', { roomId: 'k', heightIn, place: { kind: 'point', x, y }, ...(inCabinet ? { inCabinet } : {}) });
		const j = job({ rooms: [kitchen], boxes: [at], cables: [] });
		assert.equal(servesCounter({ edition: editions['2023'], job: j }, kitchen, at), serves);
	});
test('what is parted on circuits: a single receptacle of a counter is one of the counter as a duplex is', () => {
	const kitchen = newRoom({ id: 'k', name: 'Kitchen', kind: 'kitchen' }, { outline: square(200) });
	const at = (receptacles: 1 | 2) => {
		const one = box(
			'a',
			{ roomId: 'k', heightIn: 44, place: { kind: 'wall', wall: 0, at: 50 } },
			{ receptacles, amps: 20, serves: 'countertop' }
		);
		const j = job({ rooms: [kitchen], boxes: [one], cables: [], circuits: [] });
		const { classes } = sortOutlets({ edition: editions['2023'], job: j }, [one], DEFAULT_GROUPING);
		return classes.flatMap((c) => c.units.map((u) => u.counterOf));
	};
	assert.deepEqual([at(1), at(2)], [['k'], ['k']]);
});

test('210.11(A): circuits that are there count toward the floor area only where they are general', () => {
	// 1000 sq ft at 3 VA are 25 A: two circuits.
	const living = newRoom(
		{ id: 'r', name: 'Living', kind: 'living' },
		{
			outline: [
				[0, 0],
				[480, 0],
				[480, 300],
				[0, 300]
			]
		}
	);
	const boxes = [50, 100, 150].map((at) => box(`b${at}`, { roomId: 'r', place: { kind: 'wall', wall: 0, at } }));
	const general = (there: Parameters<typeof circuit>[0] | null) => {
		const j = job({ rooms: [living], boxes, cables: [], circuits: there ? [circuit({ id: 'there', ...there })] : [] });
		let n = 0;
		return proposeCircuits(j, () => `n${++n}`).circuits.filter((c) => c.kind === 'general').length;
	};
	assert.deepEqual(
		[general(null), general({ kind: 'laundry' }), general({ kind: 'general' }), general({ poles: 2 })],
		[2, 2, 1, 2]
	);
});
test('what is off at a box: a reading to look at before one that tells nothing, the joints first of two alike', () => {
	const judged = (level: Level, on: 'joints' | 'design', says: string) => ({ level, on, says });
	const list = [
		judged('unknown', 'joints', 'u'),
		judged('look', 'design', 'd'),
		judged('bad', 'design', 'b'),
		judged('look', 'joints', 'j')
	];
	const proof = {
		latest: { hn: { reading: { kind: 'hn' }, verdict: { judgments: list } } },
		lower: {},
		loaded: [],
		rivals: [],
		off: []
	} as unknown as BoxProof;
	assert.equal(
		whatIsOff(proof, { proven: false, stale: [] })
			.map((j) => j.says)
			.join(''),
		'bjdu'
	);
});

const FRAMES: [what: string, frame: (mark: string) => string, taken: boolean][] = [
	['the first of one', (m) => `${m}|c|1|0|x`, true],
	['the last of as many as there may be', (m) => `${m}|c|20|19|x`, true],
	['one of more than that', (m) => `${m}|c|21|0|x`, false],
	['one of none', (m) => `${m}|c|0|0|x`, false],
	['one past the last', (m) => `${m}|c|2|2|x`, false],
	['one before the first', (m) => `${m}|c|2|-1|x`, false],
	['half a frame', (m) => `${m}|c|2|0.5|x`, false],
	['of two and a half', (m) => `${m}|c|2.5|0|x`, false],
	['without numbers', (m) => `${m}|c|a|b|x`, false],
	['of another program', () => 'other|c|1|0|x', false]
];
for (const [what, frame, taken] of FRAMES)
	test(`a code read off a screen, ${what}: ${taken ? 'taken' : 'left'}`, () => {
		const mark = framesOf('{}')?.[0]?.split('|')[0] ?? '';
		assert.equal(new FrameReader().take(frame(mark)), taken);
	});
test('a room of typed lengths is drawn beside those of its story that are drawn, 5 in off, and not of another story', () => {
	const at = (x: number, story: number, id: string): Room => ({
		...newRoom({ id, name: id, kind: 'den' }, { outline: square(100).map(([px, py]): Point => [px + x, py + 7]) }),
		story
	});
	const bare = { ...newRoom({ id: 'r', name: 'R', kind: 'den' }, { outline: null }), story: 0 };
	const drawn = (rooms: Room[]) => produce(job({ rooms: [bare, ...rooms] }), setRectangle('r', 50, 40)).rooms[0]?.outline?.[0];
	assert.deepEqual(
		[drawn([]), drawn([at(900, 1, 'up')])],
		[
			[0, 0],
			[0, 0]
		]
	);
	assert.deepEqual(drawn([at(900, 1, 'up'), at(20, 0, 'a'), at(200, 0, 'b')]), [300 + 5, 7]);
});
test('a load of 240 V on one pole: a violation of what is new, to be looked at in what is found', () => {
	const load = {
		kind: 'fixed-heat',
		name: 'heater',
		watts: 1500,
		amps: null,
		volts: 240,
		continuous: true,
		mca: null,
		mocp: null
	} as const;
	const severity = (state: 'planned' | 'found') =>
		assess(
			job({
				circuits: [circuit({ kind: 'individual', poles: 1, load, state })],
				boxes: [box('a')],
				cables: [cable('p', 'a', 20)]
			})
		).stages.circuit.findings.find((f) => f.code === 'volts')?.severity;
	assert.deepEqual([severity('planned'), severity('found')], ['violation', 'caution']);
});
test('receptacle forms that are found and not put in new: the two without a ground', () =>
	assert.deepEqual(
		Object.entries(NEMA)
			.filter(([, form]) => form.onlyFound)
			.map(([key]) => key),
		['10-30', '10-50']
	));
test('the first receptacle of a run: a single one is one too, a light is none', () => {
	const first = (receptacles: 0 | 1 | 2) => {
		const j = job({
			boxes: [box('a', {}, { receptacles, kind: receptacles ? 'receptacle' : 'lighting' }), box('b')],
			cables: [cable('p', 'a', 20), cable('a', 'b', 9)]
		});
		return j.boxes.filter((b) => isFirstReceptacle(j, runOf(j, only(j.circuits)), b)).map((b) => b.id);
	};
	assert.deepEqual([first(0), first(1), first(2)], [['b'], ['a'], ['a']]);
});
