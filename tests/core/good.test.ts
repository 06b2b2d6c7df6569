import assert from 'node:assert/strict';
import test from 'node:test';
import { houseOf } from '../../src/core/house';
import type { Job, Reading } from '../../src/core/model/known';
import { READING_KINDS, type ReadingKind } from '../../src/core/model/kinds';
import { isWordKind, READING_WORDS } from '../../src/core/model/reading';
import { proofsOf } from '../../src/core/prove/assess-prove';
import { hasHalves } from '../../src/core/run/halves';
import { box, job, placesOf } from './small-job';

/**
 * When an outlet may be called good. Box b of the small job hangs on 52 ft of 12 AWG: at 12 A 2.4% is lost and neutral rises by
 * 1.1 V over ground; its ground path is 0.11 ohm.
 */
type Row = [kind: ReadingKind, value: number | string, more?: Partial<Reading>];
const LOW = { meter: 'low-impedance' } as const;
const LAMPS: Row = ['lamps', 'on on off'];
const VOLTS: Row[] = [
	['hn', 120],
	['hg', 120],
	['ng', 0]
];
const LOW_VOLTS = VOLTS.map(([kind, value]): Row => [kind, value, LOW]);
const PATH: Row = ['ohm-ground', 0.12];
const NO_BOOTLEG: Row = ['bootleg', 'no'];
const LANDED: Row = ['ground-look', 'landed'];
const GRIP: Row = ['grip', 'holds'];
const DROP: Row = ['drop', 2.4, { loadA: 12 }];

const readings = (rows: readonly Row[]): Reading[] =>
	rows.map(([kind, value, more], i) => ({
		id: `r${i}`,
		jobId: 'j',
		boxId: 'b',
		kind,
		value: typeof value === 'number' ? value : null,
		lamps: kind === 'lamps' ? String(value) : null,
		...(typeof value === 'string' && kind !== 'lamps' ? { word: value } : {}),
		loadA: null,
		instrument: '',
		at: `2026-11-03T09:${String(i).padStart(2, '0')}:00.000Z`,
		by: '',
		struck: false,
		note: '',
		...more
	}));
const found = (device: Parameters<typeof box>[2] = {}, more: Parameters<typeof box>[1] = {}): Job =>
	job({
		boxes: [
			box('a'),
			box('b', { state: 'found', ground: 'unknown', ...more }, { state: 'found', slots: 'grounding', ...device }),
			box('c')
		]
	});
function wordOf(of: Job, rows: readonly Row[]): { word: string; next: string | null } {
	const place = placesOf(of, readings(rows)).get('b');
	return place?.read ? { word: place.word, next: place.next } : { word: 'not read', next: null };
}

const CASES: Readonly<Record<string, [rows: Row[], word: string, next?: string]>> = {
	'all of it': [[...VOLTS, PATH, NO_BOOTLEG, DROP], 'good'],
	'not read under a load': [[...VOLTS, PATH, NO_BOOTLEG], 'good, not read under load'],
	'three good lamps and volts: a bootleg shows the same': [[LAMPS, ['hn', 121]], 'not known'],
	'the same with its ground path: a jumper has low ohms too': [[LAMPS, ['hn', 121], PATH], 'not known', 'bootleg-check'],
	'hot to neutral and a ground path: reversed or not was not read': [
		[['hn', 120], PATH, NO_BOOTLEG],
		'not known',
		'hot-to-ground'
	],
	'lamps tell polarity where the ground is proven': [[LAMPS, ['hn', 120], PATH, NO_BOOTLEG], 'good, not read under load'],
	'lamps alone': [[LAMPS], 'not known', 'volts'],
	'a drop alone': [[DROP], 'not known', 'volts'],
	'volts to ground without a path': [VOLTS, 'not known', 'ground-path'],
	'the ground wire was looked at: path is missing': [[...VOLTS, LANDED], 'not known', 'ground-path'],
	'looked at, and its path': [[...VOLTS, PATH, LANDED], 'good, not read under load'],
	'neutral rises over ground under load as its length says: no jumper': [
		[...VOLTS, PATH, ['ng', 1.1, { loadA: 12 }]],
		'good, not read under load'
	],
	'dead ohms to a known ground stand for the path': [
		[...VOLTS, ['dead-ohm-ground', 0.12], NO_BOOTLEG],
		'good, not read under load'
	],
	'with a multimeter: looked at, low impedance, grip': [[...LOW_VOLTS, LANDED, GRIP], 'reads right'],
	'the same without the grip': [[...LOW_VOLTS, LANDED], 'not known', 'grip'],
	'the same on 10 Mohm': [[...VOLTS, LANDED, GRIP], 'not known', 'low-impedance'],
	'the same without a look': [[...LOW_VOLTS, GRIP], 'not known', 'look-open'],
	'a jumper was seen': [[...LOW_VOLTS, ['ground-look', 'jumper'], GRIP], 'bad'],
	'a bad reading beside all good ones': [[...VOLTS, PATH, NO_BOOTLEG, ['drop', 14, { loadA: 12 }]], 'bad'],
	'lamps lit, and a meter that shows nothing': [[LAMPS, ['hn', 0], ['hg', 0], ['ng', 0]], 'not known', 'contradiction'],
	'a live ground slot on a reversed bootleg': [[...VOLTS, PATH, NO_BOOTLEG, ['ge', 120, LOW]], 'bad']
};
for (const [what, [rows, word, next]] of Object.entries(CASES))
	test(`good: ${what}`, () => {
		const is = wordOf(found(), rows);
		assert.equal(is.word, word);
		if (next) assert.equal(is.next, next);
	});

const FACES: Readonly<
	Record<string, [device: Parameters<typeof box>[2], rows: Row[], word: string, more?: Parameters<typeof box>[1]]>
> = {
	'said to have a ground, by a menu': [{}, [LAMPS, ['hn', 121]], 'not known', { ground: 'present', groundProof: 'path-reading' }],
	'three slots and no ground, unprotected': [
		{},
		[
			['hn', 120],
			['he', 120],
			['ne', 0]
		],
		'bad',
		{ ground: 'none' }
	],
	'two slots promise no ground: polarity to an independent one': [
		{ slots: 'two-slot' },
		[
			['hn', 120],
			['he', 120],
			['ne', 0]
		],
		'good, not read under load',
		{ ground: 'none' }
	],
	'two slots, volts alone': [{ slots: 'two-slot' }, [['hn', 120]], 'not known', { ground: 'none' }],
	'a GFCI whose own button nobody pressed': [{ protection: 'gfci' }, [...VOLTS, PATH, NO_BOOTLEG], 'not known'],
	'a GFCI by its own button': [
		{ protection: 'gfci' },
		[...VOLTS, PATH, NO_BOOTLEG, ['gfci-own', 'trips']],
		'good, not read under load'
	],
	"by a tester's button on a proven ground": [
		{ protection: 'gfci' },
		[...VOLTS, PATH, NO_BOOTLEG, ['gfci-tester', 'trips']],
		'good, not read under load'
	],
	'its button was pressed before it was put in': [
		{ protection: 'gfci', installed: '2026-11-04' },
		[...VOLTS, PATH, NO_BOOTLEG, ['gfci-own', 'trips']],
		'not known'
	],
	'one half of a split one': [{ switched: 'half', receptacles: 2 }, [...VOLTS, PATH, NO_BOOTLEG], 'not known'],
	'both halves': [
		{ switched: 'half', receptacles: 2 },
		[...VOLTS, ...VOLTS.map(([k, v]): Row => [k, v, { half: 'lower' }]), PATH, NO_BOOTLEG],
		'good, not read under load'
	]
};
for (const [what, [device, rows, word, more]] of Object.entries(FACES))
	test(`good by its face: ${what}`, () => assert.equal(wordOf(found(device, more), rows).word, word));

test('a GFCI breaker counts once its button was pressed and this outlet was seen dead by it', () => {
	const of = { ...found({}, { ground: 'none' }) };
	const behind = { ...of, circuits: of.circuits.map((c) => ({ ...c, breaker: 'gfci' as const })) };
	const spaces: Row[] = [
		['hn', 120],
		['he', 120],
		['ne', 0]
	];
	const button: Row = ['gfci-own', 'trips', { boxId: 'c1' }];
	assert.deepEqual(wordOf(behind, spaces), { word: 'not known', next: 'breaker-button' });
	assert.equal(wordOf(behind, [...spaces, button]).next, 'outlet-dead-by-it');
	assert.equal(wordOf(behind, [...spaces, button, ['behind', 'dead']]).word, 'good, not read under load');
	assert.equal(wordOf(behind, [...spaces, button, ['behind', 'live']]).word, 'bad');
});

const LOADED: Readonly<Record<string, [rows: Row[], word: string]>> = {
	'100 V at 12 A, then 120 V idle': [[['hn', 100, { loadA: 12 }], ...VOLTS], 'bad'],
	'109 V at 12 A from 120 V: 9.2% where 2.4% is predicted': [[...VOLTS, ['hn', 109, { loadA: 12 }]], 'bad'],
	'117 V at 12 A from 120 V: as predicted': [[...VOLTS, PATH, NO_BOOTLEG, ['hn', 117, { loadA: 12 }]], 'good'],
	'109 V at 12 A, nothing read idle: beyond the lowest supply': [[['hn', 107.9, { loadA: 12 }]], 'bad'],
	'mended, and read again at as much load': [
		[['hn', 100, { loadA: 12 }], ...VOLTS, PATH, NO_BOOTLEG, ['hn', 117, { loadA: 12 }]],
		'good'
	],
	'read again at a twelfth of the load says nothing of it': [
		[['drop', 14, { loadA: 12 }], ...VOLTS, ['hn', 119.9, { loadA: 1 }]],
		'bad'
	],
	'a later drop clears loaded volts': [[['hn', 100, { loadA: 12 }], ...VOLTS, PATH, NO_BOOTLEG, DROP], 'good']
};
for (const [what, [rows, word]] of Object.entries(LOADED))
	test(`loaded readings stand: ${what}`, () => assert.equal(wordOf(found(), rows).word, word));

test('of two devices that knew nothing of each other the worse reading counts; once read again knowing both, the new one', () => {
	const wrote = (device: string, n: number, seen?: Record<string, number>) => ({
		wrote: { device, n, ...(seen ? { seen } : {}) }
	});
	const good: Row[] = [...VOLTS, PATH, NO_BOOTLEG].map(([k, v]): Row => [k, v, wrote('phone', 5)]);
	const bad: Row = ['drop', 14, { loadA: 12, ...wrote('phone', 4) }];
	const other: Row = ['drop', 2.4, { loadA: 12, ...wrote('laptop', 9) }];
	assert.equal(wordOf(found(), [...good, bad, other]).word, 'bad');
	assert.equal(wordOf(found(), [...good, bad, ['drop', 2.4, { loadA: 12, ...wrote('laptop', 9, { phone: 5 }) }]]).word, 'good');
});

const HALVES: [face: Parameters<typeof box>[2], halves: boolean][] = [
	[{}, false],
	[{ switched: 'half', receptacles: 2 }, true],
	[{ switched: 'half', receptacles: 1 }, false],
	[{ switched: 'whole', receptacles: 2 }, false],
	[{ receptacles: 2, yoke: 'split' }, true]
];
for (const [face, halves] of HALVES)
	test(`halves of ${JSON.stringify(face)}`, () => assert.equal(hasHalves(box('b', {}, face)), halves));

test('a reading at the box before it changes what an outlet is, or does not: the same as a job that is looked at afresh', () => {
	const guarded = (ground: 'present' | 'none'): Job =>
		job({
			boxes: [
				box('a', { state: 'built' }, { state: 'built', protection: 'gfci', feedsLoad: true }),
				box('b', { state: 'built', ground }, { state: 'built', slots: 'grounding' }),
				box('c')
			]
		});
	const own = readings([...VOLTS, NO_BOOTLEG, PATH, ['behind', 'dead'], ['gfci-tester', 'no']]);
	for (const ground of ['present', 'none'] as const) {
		const known = guarded(ground);
		proofsOf(houseOf(known, own));
		for (const kind of READING_KINDS)
			for (const word of isWordKind(kind) ? Object.keys(READING_WORDS[kind].allowed) : [null]) {
				const value: number | string = kind === 'lamps' ? 'on off off' : (word ?? 0.1);
				const added = readings([[kind, value]]).map((r) => ({ ...r, id: 'up', boxId: 'a', at: '2026-11-03T10:00:00.000Z' }));
				const told = (of: Job) => JSON.stringify([...proofsOf(houseOf(of, [...own, ...added]))]);
				assert.equal(told(known), told(guarded(ground)), `${kind} ${value} at the box before it`);
			}
	}
});
