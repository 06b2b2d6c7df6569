import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { liveSign } from '../../src/core/makeup/live-sign';
import type { ReadingKind } from '../../src/core/model/kinds';
import type { Box, Reading } from '../../src/core/model/known';
import { followersOf } from '../../src/core/prove/followers';
import { readingFaults } from '../../src/core/model/reading';
import { proofs } from '../../src/core/prove/assess-prove';
import { expectedHere } from '../../src/core/prove/expected-here';
import { guidedAnswer, predictedAsks } from '../../src/core/prove/guided';
import { box, job, cable } from './small-job';

const e = editions['2023'];
type Figures = Record<string, number>;
type Words = Record<string, string>;
const check = (kind: 'heater' | 'loads', figures: Figures, words: Words) =>
	guidedAnswer(e, job(), { id: 'x', kind, of: 'a', figures, words, at: '', by: '', note: '' });
const rounded = (o: Readonly<Record<string, number>>) =>
	Object.fromEntries(Object.entries(o).map(([k, v]) => [k, Math.round(v * 10) / 10]));

// A 4,500 W element on 240 V: 18.75 A; on 230 V 4500 x 230 / 240^2 = 17.97 A.
const RATED = { ratedV: 240, watts: 4500 };
const HEATERS: [string, Figures, Words, Figures][] = [
	['cold: the upper only', { ...RATED, supplyV: 240 }, { state: 'cold', together: 'no' }, { upperV: 240, lowerV: 0, amps: 18.8 }],
	[
		'cold, both at once',
		{ ...RATED, supplyV: 240 },
		{ state: 'cold', together: 'yes' },
		{ upperV: 240, lowerV: 240, amps: 37.5 }
	],
	['top hot: the lower only', { ...RATED, supplyV: 230 }, { state: 'upper-hot' }, { upperV: 0, lowerV: 230, amps: 18 }],
	['all hot: none', { ...RATED, supplyV: 240 }, { state: 'hot' }, { upperV: 0, lowerV: 0, amps: 0 }]
];
for (const [what, figures, words, want] of HEATERS)
	test(`a sound water heater, ${what}`, () => {
		const got = rounded(predictedAsks({ kind: 'heater', figures, words }));
		assert.deepEqual(got, { supplyV: 240, limitV: figures.supplyV, ...want });
	});
test('of a cold heater nobody has said whether its elements run together: the lower one is not told', () =>
	assert.deepEqual(rounded(predictedAsks({ kind: 'heater', figures: { ratedV: 240 }, words: { state: 'cold' } })), {
		supplyV: 240,
		limitV: 240,
		upperV: 240
	}));

// 240 V: all from 208.8 (0.87), nothing up to 24 (0.1).
const FAULTS: [string, Figures, Words, string, RegExp][] = [
	['0 V hot to hot: each terminal is still to be read', { supplyV: 0 }, {}, 'bad', /Read each terminal to ground/],
	['one of them read', { supplyV: 0, t1V: 0 }, {}, 'bad', /Read each terminal to ground/],
	['nothing comes in, neither terminal live', { supplyV: 0, t1V: 0, t2V: 0 }, {}, 'bad', /leg to leg/],
	['both at 120 V to ground', { supplyV: 0, t1V: 120, t2V: 120 }, {}, 'bad', /Both terminals are at 120 V/],
	['one of them', { supplyV: 0, t1V: 120, t2V: 0 }, {}, 'bad', /One terminal is live/],
	['amps and no volts', { supplyV: 240, upperV: 0, lowerV: 0, amps: 18.7 }, { state: 'hot' }, 'look', /both can't be right/],
	['no amps and no volts', { supplyV: 240, upperV: 0, lowerV: 0, amps: 0 }, { state: 'hot' }, 'good', /Nothing wrong/],
	['one hot lost', { supplyV: 120 }, { state: 'cold' }, 'bad', /one hot is lost/],
	['just under all', { supplyV: 208 }, {}, 'bad', /208 V come in/],
	// 264 V are 1.1 times 240.
	['as much as may be', { supplyV: 264 }, {}, 'good', /Nothing wrong/],
	['more than it is rated for', { supplyV: 265 }, {}, 'bad', /265 V where 240 are rated: off now/],
	['more on an element', { lowerV: 265 }, { state: 'upper-hot' }, 'bad', /off now/],
	['just all of it', { supplyV: 209 }, {}, 'good', /Nothing wrong/],
	['high limit open', { supplyV: 240, limitV: 0 }, { state: 'cold' }, 'bad', /high limit: it has opened/],
	['upper thermostat', { supplyV: 240, limitV: 240, upperV: 0 }, { state: 'cold' }, 'bad', /upper element gets nothing/],
	['lower thermostat', { supplyV: 240, upperV: 0, lowerV: 0 }, { state: 'upper-hot' }, 'bad', /lower element gets nothing/],
	['between', { supplyV: 240, upperV: 100 }, { state: 'cold' }, 'look', /neither all nor nothing/],
	[
		'half of it on a hot one',
		{ supplyV: 240, lowerV: 120 },
		{ state: 'hot' },
		'bad',
		/grounded to its sheath and heats on. Off now/
	],
	['less than 40% of it', { supplyV: 240, lowerV: 95 }, { state: 'hot' }, 'look', /neither all nor nothing/],
	['half of it where it should have all', { supplyV: 240, upperV: 120 }, { state: 'cold' }, 'look', /neither all nor nothing/],
	['a ghost on a dead one', { supplyV: 240, lowerV: 25 }, { state: 'hot' }, 'look', /read it again at low impedance/],
	['dead as it should be', { supplyV: 240, lowerV: 24 }, { state: 'hot' }, 'good', /Nothing wrong/],
	['nothing on an element, and nobody read what comes in', { lowerV: 0 }, { state: 'hot' }, 'unknown', /says nothing/],
	['nothing on both, and nobody read what comes in', { upperV: 0, lowerV: 0 }, { state: 'hot' }, 'unknown', /says nothing/],
	['it has passed the high limit', { limitV: 240, lowerV: 0 }, { state: 'hot' }, 'good', /Nothing wrong/],
	['the other element has it', { upperV: 240, lowerV: 0 }, { state: 'cold', together: 'no' }, 'good', /Nothing wrong/],
	['both on', { supplyV: 240, upperV: 240, lowerV: 240 }, { state: 'cold', together: 'no' }, 'bad', /at once/],
	['stays on', { supplyV: 240, upperV: 240 }, { state: 'hot' }, 'bad', /stays closed/],
	[
		'element open',
		{ supplyV: 240, upperV: 240, lowerV: 0, amps: 1.8 },
		{ state: 'cold', together: 'no' },
		'bad',
		/element is open/
	],
	['as its watts ask', { supplyV: 240, upperV: 240, amps: 20.6 }, { state: 'cold', together: 'no' }, 'good', /Nothing wrong/],
	['another element', { supplyV: 240, upperV: 240, amps: 20.7 }, { state: 'cold', together: 'no' }, 'look', /another element/]
];
for (const [what, figures, words, level, says] of FAULTS)
	test(`a water heater: ${what}`, () => {
		const got = check('heater', { ...RATED, ...figures }, words);
		assert.equal(got.level, level, got.says);
		assert.match(got.says, says);
	});
test('a water heater of which nothing is said', () => assert.equal(check('heater', {}, {}).level, 'unknown'));

// Heaters: ohms are V²/W: 144, 240, 57.6. Filaments: their volts as the 1/0.55 power of the current.
const LOADS: [string, Figures, Words, Figures, number][] = [
	['one', { supplyV: 120, w1: 100, v1: 120 }, { joined: 'series', made: 'heater' }, { r1: 120 }, 0.833],
	[
		'two in series',
		{ supplyV: 120, w1: 100, v1: 120, w2: 60, v2: 120 },
		{ joined: 'series', made: 'heater' },
		{ r1: 45, r2: 75 },
		0.3125
	],
	[
		'two over a lost neutral',
		{ supplyV: 240, w1: 1500, v1: 120, w2: 100, v2: 120 },
		{ joined: 'series', made: 'heater' },
		{ r1: 15, r2: 225 },
		1.5625
	],
	[
		'two in parallel',
		{ supplyV: 120, w1: 100, v1: 120, w2: 60, v2: 120 },
		{ joined: 'parallel', made: 'heater' },
		{ r1: 120, r2: 120 },
		1.3333
	],
	['240 V heater on 208', { supplyV: 208, w1: 4500, v1: 240 }, { joined: 'parallel', made: 'heater' }, { r1: 208 }, 16.25],
	[
		'three alike, filaments',
		{ supplyV: 120, w1: 60, v1: 120, w2: 60, v2: 120, w3: 60, v3: 120 },
		{ joined: 'series', made: 'filament' },
		{ r1: 40, r2: 40, r3: 40 },
		0.2732
	],
	// 0.8333 x^0.55 = 0.5 (1 - x)^0.55 with x the share of the first: x / (1 - x) = 0.6^(1/0.55) = 0.395
	[
		'two filaments',
		{ supplyV: 120, w1: 100, v1: 120, w2: 60, v2: 120 },
		{ joined: 'series', made: 'filament' },
		{ r1: 34, r2: 86 },
		0.4165
	]
];
for (const [what, figures, words, volts, amps] of LOADS)
	test(`loads together: ${what}`, () => {
		assert.deepEqual(rounded(predictedAsks({ kind: 'loads', figures, words })), volts);
		const step = check('loads', figures, words).steps.find((s) => s.label === 'together');
		assert.ok(Math.abs(Number(step?.value) - amps) < 0.001, `${step?.value} is not ${amps}`);
	});
test('loads of which the kind, the way they are connected or the supply is not said are not reckoned', () => {
	const all = { supplyV: 120, w1: 100, v1: 120 };
	for (const [figures, words] of [
		[all, { joined: 'series' }],
		[all, { made: 'heater' }],
		[
			{ w1: 100, v1: 120 },
			{ joined: 'series', made: 'heater' }
		],
		[
			{ supplyV: 120, w1: 100 },
			{ joined: 'series', made: 'heater' }
		]
	] as [Figures, Words][])
		assert.deepEqual([predictedAsks({ kind: 'loads', figures, words }), check('loads', figures, words).level], [{}, 'unknown']);
});
const TWO = { supplyV: 120, w1: 100, v1: 120, w2: 60, v2: 120 };
const SERIES = { joined: 'series', made: 'heater' };
for (const [what, read, level, says] of [
	['as predicted', { r1: 45, r2: 75 }, 'good', /Nothing wrong/],
	// A tenth of the supply: 12 V.
	['just within', { r1: 57, r2: 63 }, 'good', /Nothing wrong/],
	['just outside', { r1: 57.1 }, 'look', /reads 57 V where 45 are expected/],
	['the second is open', { r1: 0, r2: 120 }, 'bad', /Load 2 has all the volts/]
] as [string, Figures, string, RegExp][])
	test(`loads in series read: ${what}`, () => {
		const got = check('loads', { ...TWO, ...read }, SERIES);
		assert.equal(got.level, level, got.says);
		assert.match(got.says, says);
	});

let n = 0;
const reading = (kind: ReadingKind, value: number | null, more: Partial<Reading> = {}): Reading =>
	({
		id: `r${++n}`,
		jobId: 'j',
		boxId: 'a',
		kind,
		value,
		lamps: null,
		loadA: null,
		instrument: '',
		at: '2026-10-12T10:00:00Z',
		by: '',
		struck: false,
		note: '',
		...more
	}) as Reading;
const at = (...rows: Reading[]) => proofs(e, job(), rows).get(rows[0]?.boxId ?? '');
const LOW = { meter: 'low-impedance' } as const;
for (const [what, volts, meter, level] of [
	['1 V', 1, {}, 'good'],
	['1.1 V on any meter', 1.1, {}, 'look'],
	['1.1 V at low impedance', 1.1, LOW, 'look'],
	['29.9 V at low impedance', 29.9, LOW, 'look'],
	['30 V at low impedance', 30, LOW, 'bad'],
	['60 V on 10 Mohm: what floats reads too', 60, { meter: 'high-impedance' }, 'look']
] as [string, number, Partial<Reading>, string][])
	test(`a shell at ${what}: ${level}`, () =>
		assert.equal(at(reading('shell', volts, meter))?.latest.shell?.verdict.level, level));

test('a detector at a shell proves nothing; a port charges or not', () => {
	const word = (kind: ReadingKind, w: string) => at(reading(kind, null, { word: w }))?.latest[kind]?.verdict.level;
	assert.deepEqual(
		[word('shell-sign', 'quiet'), word('shell-sign', 'sign'), word('usb', 'charges'), word('usb', 'no-charge')],
		['unknown', 'look', 'good', 'look']
	);
	assert.equal(readingFaults({ kind: 'usb', value: null, lamps: null, loadA: null, word: 'maybe' }).length, 1);
});
test('what shows that a circuit held to be off is live', () =>
	assert.deepEqual(
		[
			liveSign(reading('shell', 60)),
			liveSign(reading('shell', 30)),
			liveSign(reading('shell', 30, LOW)),
			liveSign(reading('usb', null, { word: 'charges' })),
			liveSign(reading('usb', null, { word: 'no-charge' })),
			liveSign(reading('shell-sign', null, { word: 'sign' })),
			liveSign(reading('terminal-c', 60))
		],
		['live', 'not-verified', 'live', 'live', 'quiet', 'live', 'quiet']
	));
test('a terminal by itself says nothing; over its neighbor it does', () => {
	const c1 = { boxId: 'c1' };
	const warm = (own: number, beside: number | null, loadA: number | null = 12, amps: number | null = null) =>
		at(
			reading('terminal-c', own, { ...c1, loadA }),
			...(beside === null ? [] : [reading('neighbor-c', beside, c1)]),
			...(amps === null ? [] : [reading('amps', amps, c1)])
		)?.latest['terminal-c']?.verdict.level;
	assert.deepEqual(
		[warm(60, null), warm(39, 30), warm(40, 30), warm(49, 30), warm(50, 30)],
		['unknown', 'good', 'look', 'look', 'bad']
	);
	// Without a load none is warm; hot is hot.
	assert.deepEqual(
		[warm(30, 30, null), warm(50, 30, null), warm(30, 30, null, 4.9), warm(30, 30, null, 5)],
		['unknown', 'bad', 'unknown', 'good']
	);
	assert.equal(readingFaults({ kind: 'terminal-c', value: 301, lamps: null, loadA: null }).length, 1);
});
test('what a hard-wired thing draws is predicted by its nameplate, of one of them only', () => {
	const wired = { kind: 'hard-wired', receptacles: 0, volts: 240, watts: 4500 } as const;
	const drawn = (b: ReturnType<typeof box>) =>
		expectedHere({ edition: e, job: job() }, { box: b, circuit: undefined }, { loadA: 12, half: 'upper' }).figure('amps', false);
	const one = box('a', {}, wired);
	assert.deepEqual(
		[
			drawn(one),
			drawn(box('a', {}, { ...wired, watts: 0 })),
			drawn(box('a')),
			drawn({ ...one, devices: [...one.devices, ...one.devices] })
		],
		[18.75, null, null, null]
	);
});

test('what follows a GFCI: in feed order, what was seen with it tripped, and its label', () => {
	const guard = (more: object = {}) => box('a', {}, { protection: 'gfci', feedsLoad: true, ...more });
	const house = (first: ReturnType<typeof box>) =>
		job({
			boxes: [first, box('b'), box('c'), box('d', {}, { kind: 'lighting', receptacles: 0 })],
			cables: [cable('p', 'a', 10), cable('a', 'b', 10), cable('b', 'c', 10), cable('c', 'd', 10)]
		});
	const behind = (boxId: string, word: string, minute: number) =>
		reading('behind', null, { boxId, word, at: `2026-10-12T10:0${minute}:00Z` });
	const rows = [behind('b', 'live', 1), behind('b', 'dead', 2), behind('c', 'live', 3)];
	const j = {
		...house(guard()),
		checks: [{ id: 'labels:b', seen: 'done' as const, note: '', at: '2026-10-12T10:00:00Z', by: '' }]
	};
	assert.deepEqual(
		followersOf(j, j.boxes[0] as Box, rows).map((f) => [f.box.name, f.seen, f.labeled]),
		[
			['B', 'dead', true],
			['C', 'live', false]
		]
	);
	const none = [guard({ feedsLoad: false }), guard({ protection: 'none' }), guard({ protection: 'afci' })].map(
		(g) => followersOf(house(g), g, []).length
	);
	assert.deepEqual(none, [0, 0, 0]);
	assert.deepEqual(
		['dead', 'live'].map((word) => at(behind('b', word, 1))?.latest.behind?.verdict.level),
		['good', 'bad']
	);
	assert.deepEqual([liveSign(behind('b', 'live', 1)), liveSign(behind('b', 'dead', 1))], ['live', 'quiet']);
});
