import assert from 'node:assert/strict';
import test from 'node:test';
import { CLAIMS, type Claim, type ClaimKey } from '../../src/core/claims/claim';
import { answerAssess } from '../../src/core/formats/assess-request';
import { claimsOf } from '../../src/core/claims/claims-of';
import { headLine } from '../../src/core/claims/head-line';
import { assess } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import { houseOf } from '../../src/core/house';
import { knownJob } from '../../src/core/model/known';
import type { Job, LiveEvent, Reading } from '../../src/core/model/known';
import type { ReadingKind } from '../../src/core/model/kinds';
import {
	fromTyped,
	isWordKind,
	READING_WORDS,
	readingFaults,
	readingValue,
	typedOf,
	typedUnit
} from '../../src/core/model/reading';
import { money, moneyMore } from '../../src/core/units/money';
import { sayRise, sayTemp } from '../../src/core/units/temperature';
import { seeded } from '../../src/core/units/random';
import { box, job, placesOf, reading, SEEN_WIRE } from './small-job';

/**
 * What each claim rests on, and what it needs. Box b hangs on 52 ft of 12 AWG: at 12 A 2.4% is lost, its ground path is 0.11 ohm.
 * @source facts/evidence.md
 */
type Row = [kind: ReadingKind, value: number | string, more?: Partial<Reading>];
const at = (minute: number): string => `2026-11-30T09:${String(minute).padStart(2, '0')}:00.000Z`;
const readings = (rows: readonly Row[], from = 0): Reading[] =>
	rows.map(([kind, value, more], i) =>
		reading({
			id: `r${from + i}`,
			kind,
			value: typeof value === 'number' ? value : null,
			lamps: kind === 'lamps' ? String(value) : null,
			...(typeof value === 'string' && kind !== 'lamps' ? { word: value } : {}),
			at: at(from + i),
			...more
		})
	);
const event = (kind: LiveEvent['kind'], minute: number, more: Partial<LiveEvent> = {}): LiveEvent => ({
	id: `e${minute}`,
	jobId: 'j',
	kind,
	circuitId: 'c1',
	boxId: null,
	at: at(minute),
	by: 'KR',
	note: '',
	...more
});
const TAG = (minute: number) => event('off-tagged', minute);
const ON = (minute: number) => event('on', minute);
const DEAD = (minute: number, boxId = 'b') => event('dead-test', minute, { circuitId: null, boxId });
type Face = Parameters<typeof box>[2];
const house = (device: Face = {}, more: Parameters<typeof box>[1] = {}): Job =>
	job({
		boxes: [
			box('a'),
			box('b', { state: 'found', ...SEEN_WIRE, ...more }, { state: 'found', slots: 'grounding', ...device }),
			box('c')
		]
	});
const claimOf = (key: ClaimKey, of: Job, rows: readonly Reading[], events: readonly LiveEvent[] = []): Claim => {
	const claim = placesOf(of, rows, events).get('b')?.outlets[0]?.[key];
	assert.ok(claim, `${key} is claimed`);
	return claim;
};

const VOLTS: Row[] = [
	['hn', 120],
	['hg', 120],
	['ng', 0]
];
const PATH: Row = ['ohm-ground', 0.12];
const NO_BOOTLEG: Row = ['bootleg', 'no'];
const LAMPS: Row = ['lamps', 'on on off'];
const LOADED: Row = ['drop', 2.4, { loadA: 12 }];
const NO_WIRE: Parameters<typeof box>[1] = { ground: 'none', conductors: [] };

/** `yes`, `no`, `not-required`, or what is missing first. */
const CASES: Readonly<
	Record<
		Exclude<ClaimKey, 'off' | 'dead' | 'good'>,
		[what: string, is: string, rows: Row[], device?: Face, more?: Parameters<typeof box>[1]][]
	>
> = {
	energized: [
		['nothing read', 'volts', []],
		['three lamps alone', 'volts', [LAMPS]],
		['120 V', 'yes', [['hn', 120]]],
		['the least of the range', 'yes', [['hn', 108]]],
		['under it', 'volts', [['hn', 107.9, { meter: 'low-impedance' }]]],
		['far under it', 'no', [['hn', 103.9]]],
		['over the range', 'no', [['hn', 127.1]]],
		['0 V by a meter that nobody proved', 'meter-proof', [['hn', 0]]],
		['0 V by a proven meter', 'no', [['hn', 0, { proven: true }]]],
		[
			'0 V by a meter that reads 120 V to ground',
			'no',
			[
				['hn', 0],
				['hg', 120]
			]
		],
		['a ghost on 10 Mohm', 'low-impedance', [['hn', 40, { meter: 'high-impedance' }]]],
		['40 V at low impedance', 'no', [['hn', 40, { meter: 'low-impedance' }]]],
		['with its switch off', 'volts', [['hn', 120, { switchAt: 'off' }]], { switched: 'whole' }],
		['lamps lit, meter at nothing', 'contradiction', [LAMPS, ['hn', 0]]],
		['240 V, hot to hot', 'yes', [['hh', 240]], { volts: 240, form: '6-20' }],
		['240 V, one hot read', 'hot-to-hot', [['hg', 120]], { volts: 240, form: '6-20' }]
	],
	polarity: [
		['nothing read', 'hot-to-ground', []],
		['lamps on a ground nobody read', 'ground-path', [LAMPS]],
		['lamps on a ground that was read', 'yes', [LAMPS, PATH, NO_BOOTLEG]],
		['volts on a ground that was read', 'yes', [...VOLTS, PATH, NO_BOOTLEG]],
		[
			'120, 0, 120',
			'no',
			[
				['hn', 120],
				['hg', 0],
				['ng', 120]
			]
		],
		['lamps of exchanged wires', 'no', [['lamps', 'on off on']]],
		[
			'each slot to an independent ground',
			'yes',
			[
				['he', 120],
				['ne', 0]
			]
		],
		[
			'the neutral slot live to it',
			'no',
			[
				['he', 0],
				['ne', 120]
			]
		],
		['one slot alone', 'hot-to-ground', [['he', 120]]],
		['good volts, and a live ground slot', 'no', [...VOLTS, PATH, NO_BOOTLEG, ['ge', 120, { meter: 'low-impedance' }]]],
		['no ground to read to', 'independent-ground', VOLTS.slice(0, 1), { slots: 'two-slot' }, NO_WIRE]
	],
	ground: [
		['nothing read', 'ground-path', []],
		['lamps, and volts to ground', 'ground-path', [LAMPS, ...VOLTS]],
		['a path, a bootleg not ruled out', 'bootleg-check', [PATH]],
		['a path, and no bootleg', 'yes', [PATH, NO_BOOTLEG]],
		['a path, and the wire seen landed', 'yes', [PATH, ['ground-look', 'landed']]],
		['seen landed alone', 'ground-path', [['ground-look', 'landed']]],
		['a path, and neutral rises under load as its length says', 'yes', [PATH, ['ng', 1.1, { loadA: 12 }]]],
		['a path, and neutral stays on ground under load', 'bootleg-check', [PATH, ['ng', 0.02, { loadA: 12 }]]],
		['dead ohms to a known ground', 'yes', [['dead-ohm-ground', 0.12], NO_BOOTLEG]],
		['too near the panel to tell', 'bootleg-check', [PATH, ['bootleg', 'cannot-tell']]],
		['a jumper', 'no', [PATH, ['bootleg', 'yes']]],
		['a jumper that was seen', 'no', [PATH, ['ground-look', 'jumper']]],
		['a path of 1.4 ohm', 'no', [['ohm-ground', 1.4], NO_BOOTLEG]],
		['open ground by lamps', 'no', [['lamps', 'on off off']]],
		['two slots', 'not-required', [], { slots: 'two-slot' }, NO_WIRE],
		['three slots and none', 'no', [], {}, NO_WIRE],
		['three slots and none, a GFCI', 'not-required', [], { protection: 'gfci' }, NO_WIRE]
	],
	joints: [
		['nothing read', 'loaded', []],
		['an idle 120 V', 'loaded', [['hn', 120]]],
		['a drop as predicted', 'yes', [LOADED]],
		['a drop of 9%', 'no', [['drop', 9, { loadA: 12 }]]],
		['a drop of 9%, then idle 120 V', 'no', [['drop', 9, { loadA: 12 }], ...VOLTS]],
		['a drop of 9%, then one as predicted', 'yes', [['drop', 9, { loadA: 12 }], LOADED]],
		[
			'117 V at 12 A after 120 V',
			'yes',
			[
				['hn', 120],
				['hn', 117, { loadA: 12 }]
			]
		],
		[
			'117 V at 12 A, and 120 V only then',
			'loaded',
			[
				['hn', 117, { loadA: 12 }],
				['hn', 120]
			]
		],
		[
			'both conductors by an analyzer',
			'yes',
			[
				['ohm-hot', 0.12],
				['ohm-neutral', 0.12]
			]
		],
		['one of them', 'loaded', [['ohm-hot', 0.12]]]
	],
	gfci: [
		['none required', 'not-required', []],
		['its own face, nothing pressed', 'own-button', [], { protection: 'gfci' }],
		['its own button', 'yes', [['gfci-own', 'trips']], { protection: 'gfci' }],
		['it does not trip', 'no', [['gfci-own', 'no-trip']], { protection: 'gfci' }],
		['it does not reset', 'no', [['gfci-own', 'no-reset']], { protection: 'gfci' }],
		["a tester's button on a ground nobody read", 'own-button', [['gfci-tester', 'trips']], { protection: 'gfci' }],
		["a tester's button on one that was read", 'yes', [PATH, NO_BOOTLEG, ['gfci-tester', 'trips']], { protection: 'gfci' }],
		[
			'pressed the day before it was put in',
			'own-button',
			[['gfci-own', 'trips']],
			{ protection: 'gfci', state: 'built', installed: '2026-12-01' }
		],
		['only planned', 'own-button', [['gfci-own', 'trips']], { protection: 'gfci', state: 'planned' }]
	],
	afci: [
		['none required', 'not-required', []],
		['a dual-function face, nothing pressed', 'own-button', [], { protection: 'dual' }],
		['its one button', 'yes', [['gfci-own', 'trips']], { protection: 'dual' }]
	],
	contacts: [
		['nothing tried', 'grip', []],
		['a plug holds', 'yes', [['grip', 'holds']]],
		['it slips out', 'no', [['grip', 'slips']]],
		['nothing is plugged in here', 'not-required', [], { kind: 'lighting', receptacles: 0 }]
	]
};
for (const [key, rows] of Object.entries(CASES))
	for (const [what, is, read, device, more] of rows)
		test(`${key}: ${what}`, () => {
			const claim = claimOf(key as ClaimKey, house(device, more), readings(read));
			assert.equal(claim.is === 'unknown' ? claim.missing[0] : claim.is, is, claim.why);
		});

const LIVE: Row = ['hn', 118, { meter: 'low-impedance' }];
const POWER: [what: string, off: string, dead: string, events: LiveEvent[], rows?: Row[]][] = [
	['nothing switched', 'tag', 'tag', []],
	['off and tagged', 'yes', 'dead-test', [TAG(1)]],
	['and verified dead', 'yes', 'yes', [TAG(1), DEAD(2)]],
	['a dead test before the tag', 'yes', 'dead-test', [DEAD(1), TAG(2)]],
	['on again', 'tag', 'tag', [TAG(1), DEAD(2), ON(3)]],
	['live under the tag', 'no', 'no', [TAG(1)], [LIVE]],
	['live after the dead test', 'no', 'no', [TAG(1), DEAD(2)], [LIVE]],
	['a lit lamp under the tag', 'no', 'no', [TAG(1)], [['lamps', 'on off off']]],
	['20 V on 10 Mohm after the dead test', 'yes', 'dead-test', [TAG(1), DEAD(2)], [['hn', 20, { meter: 'high-impedance' }]]],
	['on for a look', 'tag', 'tag', [TAG(1), DEAD(2), event('look', 3, { boxId: 'b' })]]
];
for (const [what, off, dead, events, rows = []] of POWER)
	test(`off and dead: ${what}`, () => {
		const is = (key: 'off' | 'dead') => {
			const claim = claimOf(key, house(), readings(rows, 10), events);
			return claim.is === 'unknown' ? claim.missing[0] : claim.is;
		};
		assert.deepEqual([is('off'), is('dead')], [off, dead]);
	});

test('hands in a box end what was read there; hands in one that feeds it end what was read of its joints alone', () => {
	const rows = readings([...VOLTS, PATH, NO_BOOTLEG, LOADED]);
	const is = (events: LiveEvent[]) =>
		(['energized', 'ground', 'joints', 'good'] as const).map((k) => claimOf(k, house(), rows, events).is);
	assert.deepEqual(is([]), ['yes', 'yes', 'yes', 'yes']);
	assert.deepEqual(is([TAG(20), DEAD(21), ON(22)]), ['unknown', 'unknown', 'unknown', 'unknown']);
	assert.deepEqual(is([TAG(20), DEAD(21, 'a'), ON(22)]), ['yes', 'yes', 'unknown', 'yes']);
	assert.deepEqual(is([TAG(20), DEAD(21, 'c'), ON(22)]), ['yes', 'yes', 'yes', 'yes'], 'what hangs on it is not in its way');
});
test('what is read while it is off and tagged shows that it is off, and no fault', () => {
	const rows = readings(
		[
			['hn', 0, { proven: true }],
			['lamps', 'off off off']
		],
		10
	);
	assert.equal(claimOf('good', house(), rows, [TAG(1)]).is, 'unknown');
	assert.equal(claimOf('good', house(), rows).is, 'no');
});
test('of two receptacles in one box a reading counts for the one that it names, and for none where it names none', () => {
	const two = house();
	const [one] = two.boxes[1]?.devices ?? [];
	assert.ok(one && two.boxes[1]);
	const quad: Job = {
		...two,
		boxes: two.boxes.map((b) => (b.id === 'b' ? { ...b, gangs: 2, devices: [one, { ...one, id: 'second' }] } : b))
	};
	const words = (more: Partial<Reading>) =>
		placesOf(quad, readings([...VOLTS, PATH, NO_BOOTLEG].map(([k, v]): Row => [k, v, more])))
			.get('b')
			?.outlets.map((o) => o.word);
	assert.deepEqual(words({}), ['not known', 'not known']);
	assert.deepEqual(words({ deviceId: 'second' }), ['not known', 'good, not read under load']);
});
test('a shared neutral is off with both hots; a bootleg under three good lamps stays unknown, and says what to read', () => {
	const three = claimOf('good', house(), readings([LAMPS, ['hn', 121]]));
	assert.deepEqual([three.is, three.missing[0]], ['unknown', 'ground-path']);
});

// Random sequences of what a person reads and does.
const KINDS: readonly ReadingKind[] = [
	'hn',
	'hg',
	'ng',
	'lamps',
	'ohm-ground',
	'bootleg',
	'ground-look',
	'drop',
	'grip',
	'gfci-own',
	'he',
	'ne',
	'ohm-hot',
	'ohm-neutral',
	'ge'
];
const FIGURES: Readonly<Partial<Record<ReadingKind, readonly number[]>>> = {
	hn: [120, 118, 0, 60, 130],
	hg: [120, 0, 60],
	ng: [0, 0.2, 120],
	'ohm-ground': [0.12, 0.12, 2],
	drop: [2.4, 2.3, 9],
	he: [120, 0],
	ne: [0, 120],
	'ohm-hot': [0.12, 1],
	'ohm-neutral': [0.12, 1],
	ge: [0, 120]
};
const LAMPS_OF = ['on on off', 'on on off', 'on off off', 'on off on'];
function randomRows(random: () => number): Reading[] {
	const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T;
	const rows = Array.from({ length: 3 + Math.floor(random() * 12) }, (): Row => {
		const kind = pick(KINDS);
		if (kind === 'lamps') return [kind, pick(LAMPS_OF)];
		// The good word three times as often as each other.
		if (isWordKind(kind)) {
			const words = Object.keys(READING_WORDS[kind].allowed);
			return [kind, random() < 0.7 ? (words[0] ?? '') : pick(words)];
		}
		const value = random() < 0.8 ? (FIGURES[kind]?.[0] ?? 0) : pick(FIGURES[kind] ?? [0]);
		const loaded = kind === 'drop' || (kind === 'ng' && random() < 0.3);
		return [
			kind,
			loaded && kind === 'ng' ? 1.1 : value,
			{ ...(loaded ? { loadA: 12 } : {}), ...(random() < 0.5 ? { meter: 'low-impedance' as const } : {}) }
		];
	});
	// Half of the time all that makes it good comes first.
	const whole: Row[] = random() < 0.5 ? [...VOLTS, PATH, NO_BOOTLEG, ['gfci-own', 'trips'], ['he', 120], ['ne', 0]] : [];
	const own = rows.slice(0, whole.length ? Math.floor(random() * 3) : rows.length);
	return readings([...whole, ...own], 10);
}
const randomEvents = (random: () => number): LiveEvent[] => {
	const all = [TAG(1), DEAD(2), ON(3), TAG(5), DEAD(6, 'a'), ON(7), TAG(30), DEAD(31)];
	return all.slice(0, Math.floor(random() * (all.length + 1)));
};
const FACES: readonly Face[] = [{}, { protection: 'gfci' }, { slots: 'two-slot' }, { protection: 'dual' }];
test('random acts: no claim is yes without what it names, and taking one of those away ends it or rests it on others', () => {
	const met = new Set<ClaimKey>();
	for (let seed = 1; seed <= 300; seed++) {
		const random = seeded(seed);
		const of = house(FACES[seed % FACES.length]);
		const [rows, events] = [randomRows(random), randomEvents(random)];
		const ids = new Set([...rows, ...events, ...of.boxes, ...of.cables].map((x) => x.id));
		for (const key of CLAIMS) {
			const claim = claimOf(key, of, rows, events);
			const tells = `run ${seed}, ${key}: ${JSON.stringify(claim)}`;
			assert.equal(claim.is === 'unknown', claim.missing.length > 0, `only what is unknown lacks something. ${tells}`);
			if (claim.is !== 'yes') continue;
			met.add(key);
			assert.ok(claim.from.length > 0 && claim.from.every((id) => ids.has(id)), `it names what is there. ${tells}`);
			for (const id of claim.from) {
				const without = claimOf(
					key,
					of,
					rows.filter((r) => r.id !== id),
					events.filter((e) => e.id !== id)
				);
				assert.ok(without.is !== 'yes' || !without.from.includes(id), `without ${id}. ${tells}`);
			}
			const none = claimOf(
				key,
				of,
				rows.filter((r) => !claim.from.includes(r.id)),
				events.filter((e) => !claim.from.includes(e.id))
			);
			assert.ok(none.is !== 'yes' || none.from.length > 0, `without all of them. ${tells}`);
		}
	}
	assert.deepEqual(
		CLAIMS.filter((key) => !met.has(key) && key !== 'afci'),
		[],
		'each claim was met as yes'
	);
});
test('random acts: an idle reading never raises joints, and a reading that says another fault never makes good', () => {
	const idle: Row[] = [['hn', 120], ['hg', 120], ['ng', 0], LAMPS];
	const faulty: Row[] = [
		['drop', 9, { loadA: 12 }],
		['ohm-ground', 2],
		['bootleg', 'yes'],
		['ge', 120, { meter: 'low-impedance' }],
		['grip', 'loose'],
		['lamps', 'on off on']
	];
	for (let seed = 1; seed <= 150; seed++) {
		const random = seeded(seed);
		const of = house(FACES[seed % FACES.length]);
		const rows = randomRows(random);
		const before = claimOf('joints', of, rows).is;
		for (const row of idle)
			if (before !== 'yes')
				assert.notEqual(
					claimOf('joints', of, [...rows, ...readings([row], 50)]).is,
					'yes',
					`run ${seed}: ${row[0]} raises joints`
				);
		for (const row of faulty)
			assert.notEqual(
				claimOf('good', of, [...rows, ...readings([row], 50)]).is,
				'yes',
				`run ${seed}: ${row[0]} ${row[1]} makes good`
			);
	}
});
test('good is never yes while a claim that it needs is not', () => {
	for (let seed = 1; seed <= 300; seed++) {
		const random = seeded(seed);
		const of = house(FACES[seed % FACES.length]);
		const [row] = placesOf(of, randomRows(random), randomEvents(random)).get('b')?.outlets ?? [];
		if (row?.good.is !== 'yes') continue;
		for (const key of ['energized', 'polarity', 'ground', 'gfci', 'afci'] as const)
			assert.ok(row[key].is === 'yes' || row[key].is === 'not-required', `run ${seed}: good, and ${key} is ${row[key].is}`);
		assert.equal(row.joints.is === 'yes', row.word === 'good', `run ${seed}: ${row.word}`);
	}
});

test('a part that cannot be calculated says so for itself, and is no empty list', () => {
	const broken = house();
	const of: Job = {
		...broken,
		boxes: broken.boxes.map((b) =>
			b.id === 'b'
				? {
						...b,
						get ground(): never {
							throw new Error('a box that cannot be read');
						}
					}
				: b
		)
	};
	const answer = answerAssess({ hekto: 'job', fileVersion: 5, job: of, readings: readings(VOLTS), events: [] });
	const lost = answer.findings.filter((f) => f.code === 'not-worked-out');
	assert.ok(lost.some((f) => f.id === 'not-worked-out:claims') && lost.some((f) => f.id === 'not-worked-out:protect'));
	assert.ok(lost.every((f) => f.severity === 'violation' && f.message.includes('a box that cannot be read')));
	assert.ok(answer.stages.protect.findings.some((f) => f.code === 'not-worked-out'));
	assert.deepEqual(answer.claims.outlets, []);
	const sound = answerAssess({ hekto: 'job', fileVersion: 5, job: broken, readings: readings(VOLTS), events: [] });
	assert.ok(!sound.findings.some((f) => f.code === 'not-worked-out') && sound.claims.outlets.length === 3);
});

// The head of a box: what stands, in one line.
const HEADS: [what: string, line: string, rows: Row[], events?: LiveEvent[], device?: Face, more?: Parameters<typeof box>[1]][] =
	[
		['nothing known', 'ground not read', []],
		['energized', 'energized · ground not read', [['hn', 120]]],
		['good', 'energized · ground read', [...VOLTS, PATH, NO_BOOTLEG]],
		[
			'off and dead, no ground, a GFCI',
			'off space 1 · verified dead 09:02 KR · no ground · GFCI not tested',
			[],
			[TAG(1), DEAD(2)],
			{ protection: 'gfci' },
			NO_WIRE
		],
		['off, no test', 'off space 1 · not verified dead · ground not read', [], [TAG(1)]],
		['live under its tag', 'LIVE where it is tagged off · ground not read', [LIVE], [TAG(1)]],
		['a button that failed', 'ground not read · GFCI failed', [['gfci-own', 'no-trip']], [], { protection: 'gfci' }],
		['a bad connection', 'ground not read · bad connection', [['drop', 9, { loadA: 12 }]]]
	];
for (const [what, line, rows, events = [], device, more] of HEADS)
	test(`the head of a box: ${what}`, () => {
		const of = house(device, more);
		const place = placesOf(of, readings(rows, 10), events).get('b');
		assert.ok(place);
		assert.equal(headLine(of, { place, events }, (x) => x.slice(11, 16)).join(' · '), line);
	});

test('every good, or "reads right", in both demo houses rests on entries that a person made', () => {
	for (const [name, make] of Object.entries(DEMOS)) {
		const { job: of, readings: rows, events } = make();
		const entries = new Set([...rows.filter((r) => !r.struck && r.by), ...events.filter((e) => e.by)].map((x) => x.id));
		for (const place of claimsOf(houseOf(knownJob(of), rows, events)).places.values())
			for (const outlet of place.outlets)
				for (const key of CLAIMS) {
					const { is, from } = outlet[key];
					if (is === 'yes')
						assert.ok(from.length && from.every((id) => entries.has(id)), `${name}, ${place.id}: ${key} rests on ${from.join()}`);
				}
	}
});

// What is hot over the room: a receptacle's terminal under load, both sides of 30 °C; a breaker's by its own limits.
const HOT: [what: string, place: string, over: number, loadA: number | null, level: string | undefined][] = [
	['a receptacle, 30 °C over under load', 'b', 30, 10, 'look'],
	['a receptacle, 30.1 °C over under load', 'b', 30.1, 10, 'bad'],
	['a receptacle, 29 °C over under load', 'b', 29, 10, 'unknown'],
	['a breaker, 29 °C over', 'c1', 29, 10, 'unknown'],
	['a breaker, 30 °C over', 'c1', 30, 10, 'look'],
	['a breaker, 50 °C over', 'c1', 50, 10, 'bad']
];
for (const [what, place, over, loadA, level] of HOT)
	test(`a terminal: ${what}`, () => {
		const rows = readings([
			['ambient-c', 20, { boxId: place }],
			['terminal-c', 20 + over, { boxId: place, loadA }]
		]);
		const { proofs } = assess(house(), rows);
		const judged = proofs.get(place)?.latest['terminal-c']?.verdict;
		assert.equal(judged?.level, level, judged?.judgments.map((j) => j.says).join());
		if (place === 'b' && level === 'bad') assert.equal(claimOf('good', house(), rows).is, 'no');
	});
test('temperatures are shown in °F with °C beside, typed in °F; money has its sign, a difference its own', () => {
	assert.deepEqual([sayTemp(75), sayTemp(-40), sayRise(30)], ['167 °F (75 °C)', '-40 °F (-40 °C)', '54 °F (30 °C)']);
	assert.equal(readingValue({ kind: 'terminal-c', value: 60, lamps: null, loadA: 10 }), '140 °F (60 °C) at 10 A');
	assert.deepEqual([typedUnit('terminal-c'), typedOf('terminal-c', 60), fromTyped('terminal-c', 140)], ['°F', 140, 60]);
	assert.deepEqual([typedUnit('hn'), typedOf('hn', 120), fromTyped('hn', 120)], ['V', 120, 120]);
	assert.match(
		readingFaults({ kind: 'terminal-c', value: 301, lamps: null, loadA: null })[0]?.message ?? '',
		/-40 °F \(-40 °C\) to 572 °F/
	);
	assert.deepEqual([money(58.4), money(-3), moneyMore(22), moneyMore(0), moneyMore(-22)], ['$58', '−$3', '+$22', '$0', '−$22']);
});
test('of a shared neutral that opens each by itself both handles are off before its box is', () => {
	const shared = (opens: 'each' | 'handle-tie'): Job => {
		const of = house();
		const [one] = of.circuits;
		assert.ok(one);
		return {
			...of,
			circuits: [
				{ ...one, multiwire: { withId: 'c2', opens } },
				{ ...one, id: 'c2', space: 3, multiwire: { withId: 'c1', opens } }
			]
		};
	};
	const off = (opens: 'each' | 'handle-tie', events: LiveEvent[]) => claimOf('off', shared(opens), [], events).is;
	assert.equal(off('each', [TAG(1)]), 'unknown', 'the other hot still returns through this box');
	assert.equal(off('each', [TAG(1), event('off-tagged', 2, { circuitId: 'c2' })]), 'yes');
	assert.equal(off('handle-tie', [TAG(1)]), 'yes', 'one handle switches both');
});

test('live anywhere on the load side of a tag: nothing under it is off, and its breaker is not', () => {
	const of = house();
	const live = readings([['hn', 118, { boxId: 'c', meter: 'low-impedance' }]], 10);
	const { places, breakers } = claimsOf(houseOf(knownJob(of), live, [TAG(1), DEAD(2)]));
	const b = places.get('b')?.outlets[0];
	assert.deepEqual([b?.off.is, b?.dead.is, b?.off.from, breakers[0]?.off.is], ['no', 'no', ['r10'], 'no']);
	const quiet = claimsOf(houseOf(knownJob(of), [], [TAG(1), DEAD(2)]));
	assert.deepEqual([quiet.places.get('b')?.outlets[0]?.off.is, quiet.breakers[0]?.off.is], ['yes', 'yes']);
	assert.deepEqual(
		[quiet.breakers[0]?.dead.missing[0], quiet.breakers[0]?.panel, quiet.breakers[0]?.space],
		['tag', 'p', '1'],
		'its bus is on'
	);
});
test('the terminals of what is wired in: energized by hot to hot, dead like their box', () => {
	const of = house({ kind: 'hard-wired', receptacles: 0, volts: 240 });
	const { terminals } = claimsOf(houseOf(knownJob(of), readings([['hh', 240]]), []));
	assert.deepEqual(
		terminals.map((t) => [t.appliance, t.box, t.energized.is, t.good.is]),
		[['b-d1', 'b', 'yes', 'unknown']]
	);
	const unread = claimsOf(houseOf(knownJob(of))).terminals[0];
	assert.deepEqual([unread?.energized.missing[0], unread?.dead.missing[0]], ['hot-to-hot', 'tag']);
});
