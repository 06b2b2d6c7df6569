import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import type { Circuit, Device, GuidedCheck, Job, Reading } from '../../src/core/model/known';
import type { ReadingKind } from '../../src/core/model/kinds';
import { proofs } from '../../src/core/prove/assess-prove';
import { beforeAndAfter } from '../../src/core/prove/before-after';
import { breakerCheck, dimmingCheck, elementCheck } from '../../src/core/prove/guided';
import type { Level } from '../../src/core/prove/judgment';
import { bandFault, LIMITS, limitsOf } from '../../src/core/prove/limits';
import { twoHotsPattern } from '../../src/core/prove/two-hots';
import { jobStops } from '../../src/core/trace/job-stops';
import { voltPattern } from '../../src/core/prove/pattern';
import { feetOf, feetWords, likeConductors } from '../../src/core/prove/unknown-run';
import { SOUND } from '../../src/core/network/sound';
import { verdictOf } from '../../src/core/prove/verdicts';
import { box, circuit, job, cable, near, placesOf, reading } from './small-job';

const e = editions['2023'];
const small = job();
let n = 0;
const at = (kind: ReadingKind, value: number | null, more: Partial<Reading> = {}) =>
	reading({ id: `r${++n}`, kind, value, ...more });
const read = (j: Job, list: Reading[], id = 'b') => {
	const proof = proofs(e, j, list).get(id);
	const place = placesOf(j, list).get(id);
	assert.ok(proof && place);
	return { ...proof, level: place.level };
};
const off = (j: Job, list: Reading[]) => assess(j, list).stages.prove.findings.map((f) => [f.severity, f.rule.section]);

// Limits of an outlet whose run is not known: both sides of each.
const ALONE: [kind: ReadingKind, value: number, more: Partial<Reading>, level: Level][] = [
	['hn', 108, {}, 'good'],
	['hn', 107.99, {}, 'look'],
	['hn', 126, {}, 'good'],
	['hn', 126.01, {}, 'look'],
	['hn', 104, {}, 'look'],
	['hn', 103.99, {}, 'bad'],
	['hn', 127, {}, 'look'],
	['hn', 127.01, {}, 'bad'],
	['h2n', 107.9, {}, 'look'],
	['h2g', 104, {}, 'look'],
	['hh', 216, {}, 'good'],
	['hh', 215.9, {}, 'look'],
	['hh', 208, {}, 'look'],
	['hh', 207.9, {}, 'bad'],
	['hh', 252, {}, 'good'],
	['hh', 252.1, {}, 'look'],
	['hh', 254, {}, 'look'],
	['hh', 254.1, {}, 'bad'],
	['ng', 2, { loadA: 12 }, 'good'],
	['ng', 2.01, { loadA: 12 }, 'look'],
	['ng', 3, { loadA: 12 }, 'look'],
	['ng', 3.01, { loadA: 12 }, 'bad'],
	['ng', 0.5, {}, 'good'],
	['ng', 0.51, {}, 'look'],
	['ng', 3.01, {}, 'bad'],
	['drop', 3, { loadA: 12 }, 'good'],
	['drop', 3.01, { loadA: 12 }, 'look'],
	['drop', 5, { loadA: 12 }, 'look'],
	['drop', 5.01, { loadA: 12 }, 'bad'],
	['ohm-ground', 0.25, {}, 'good'],
	['ohm-ground', 0.26, {}, 'look'],
	['ohm-ground', 1, {}, 'look'],
	['ohm-ground', 1.01, {}, 'bad'],
	['gfci-ma', 4, {}, 'good'],
	['gfci-ma', 3.99, {}, 'bad'],
	['gfci-ma', 6, {}, 'good'],
	['gfci-ma', 6.01, {}, 'bad'],
	['dead-ohm-hn', 100_000, {}, 'look'],
	['dead-ohm-hn', 100_001, {}, 'good'],
	['dead-ohm-hg', 5, {}, 'look'],
	['dead-ohm-hg', 4.99, {}, 'bad']
];
for (const [kind, value, more, level] of ALONE)
	test(`its run not known: ${kind} ${value}${more.loadA ? ' under load' : ''}: ${level}`, () => {
		const place = { place: box('z'), circuit: undefined };
		assert.equal(
			verdictOf({ edition: e, job: small }, place, { reading: at(kind, value, { boxId: 'z', ...more }) }).level,
			level
		);
	});
const AT_PANEL: [kind: ReadingKind, value: number, level: Level][] = [
	['hn', 114, 'good'],
	['hn', 113.9, 'look'],
	['hn', 110, 'look'],
	['hn', 109.9, 'bad'],
	['hn', 127, 'look'],
	['hn', 127.1, 'bad'],
	['hh', 228, 'good'],
	['hh', 227.9, 'look'],
	['hh', 220, 'look'],
	['hh', 219.9, 'bad']
];
for (const [kind, value, level] of AT_PANEL)
	test(`at a panel: ${kind} ${value}: ${level}`, () =>
		assert.equal(
			verdictOf(
				{ edition: e, job: small },
				{ place: { id: 'p' }, circuit: undefined },
				{ reading: at(kind, value, { boxId: 'p' }) }
			).level,
			level
		));
test('legs apart: 3 V good, to 10 V looked at, then bad', () => {
	const apart = (v: number) =>
		read(small, [at('hn', 118, { boxId: 'p' }), at('h2n', 118 + v, { boxId: 'p' })], 'p').latest.h2n?.verdict.judgments.at(-1)
			?.level;
	assert.deepEqual([apart(3), apart(3.1), apart(10), apart(10.1)], ['good', 'look', 'look', 'bad']);
});
test('limits are settable per job, good within what is looked at; the source says so', () => {
	const own = {
		...small,
		practice: { ...small.practice, limits: { outlet: { good: [115, 125] as const, look: [110, 126] as const } } }
	};
	assert.equal(read(own, [at('hn', 112)]).level, 'look');
	assert.equal(limitsOf(own).outlet.source, 'practice');
	assert.equal(limitsOf(own).drop, LIMITS.drop);
	assert.equal(bandFault({ good: [108, 126], look: [104, 127] }), null);
	assert.match(bandFault({ good: [103, 126], look: [104, 127] }) ?? '', /inside/);
	assert.match(bandFault({ good: [108, 128], look: [104, 127] }) ?? '', /inside/);
	assert.match(bandFault({ good: [126, 108], look: [104, 127] }) ?? '', /lowest to highest/);
});

// 30 V on 10 Mohm is no fault of the supply.
test('a ghost is to be read again, and no violation; the same at low impedance is a bad joint; nothing at all is an open or off', () => {
	assert.deepEqual(off(small, [at('hn', 30, { meter: 'high-impedance' })]), [['caution', 'practice']]);
	assert.deepEqual(off(small, [at('hn', 30, { meter: 'low-impedance' })]), [['violation', 'practice']]);
	assert.deepEqual(off(small, [at('hn', 0)]), [['violation', 'practice']]);
	// Up to where a lamp is lit a 10 Mohm meter may float; one of which nothing is said, up to 50 V.
	const level = (v: number, meter?: Reading['meter']) => read(small, [at('hn', v, meter ? { meter } : {})]).level;
	assert.deepEqual(
		[level(84.9, 'high-impedance'), level(85, 'high-impedance'), level(50), level(50.1)],
		['look', 'bad', 'look', 'bad']
	);
});

// Neutral to ground by this very run: a short one with 1.9 V has a joint, a long one with 3.4 V is sound.
test('neutral to ground: a miss on a short run is a violation, and a long sound run is none', () => {
	const run = (feet: number) => job({ boxes: [box('b')], cables: [cable('p', 'b', feet)] });
	assert.deepEqual(off(run(10), [at('ng', 1.9, { loadA: 12 })]), [['violation', 'model']]);
	// 180 ft of 12 AWG at 12 A: 180 x 1.6183 / 1000 + 0.004 = 0.2953 ohm; 12 A less what it loses: 3.35 V.
	assert.deepEqual(off(run(180), [at('ng', 3.4, { loadA: 12 })]), []);
});
test('the ground path over 0.25 ohm on a run that is so long is no finding', () => {
	const long = job({ boxes: [box('b')], cables: [cable('p', 'b', 180)] });
	// 0.2953 and the service's neutral of 0.015.
	assert.deepEqual(off(long, [at('ohm-ground', 0.31)]), []);
	assert.deepEqual(off(small, [at('ohm-ground', 0.31)]), [['violation', 'model']]);
});
test('0 ohm against 0.41 is never good: a jumper, another run, or a meter that was not zeroed', () => {
	const long = job({ boxes: [box('b')], cables: [cable('p', 'b', 240)] });
	for (const kind of ['ohm-hot', 'ohm-neutral', 'ohm-ground'] as const) {
		const judged = read(long, [at(kind, 0)]).latest[kind]?.verdict;
		assert.equal(judged?.level, 'look', kind);
		assert.match(judged.judgments[0]?.says ?? '', /less than the wire alone/);
	}
});
test('at a bootleg nothing that the ground contact reads is good', () => {
	const bootleg = at('bootleg', null, { word: 'yes' });
	const list = [bootleg, at('ohm-ground', 0.1), at('hg', 120), at('ng', 0), at('lamps', null, { lamps: 'on on off' })];
	const { latest } = read(small, list);
	assert.deepEqual(
		(['ohm-ground', 'hg', 'ng', 'lamps'] as const).map((k) => latest[k]?.verdict.level),
		['look', 'look', 'look', 'look']
	);
	const sound = read(
		small,
		list.map((r) => (r === bootleg ? { ...r, word: 'no' } : r))
	).latest;
	assert.deepEqual(
		(['ohm-ground', 'hg', 'ng', 'lamps'] as const).map((k) => sound[k]?.verdict.level),
		['good', 'good', 'good', 'unknown'],
		'lamps never make it good'
	);
});

// Three volts as the lamps are read.
const PATTERNS: [volts: [number, number, number], noGround: boolean, level: Level | null, says: RegExp | null][] = [
	[[120, 120, 0], false, null, null],
	[[120, 119, 0.6], false, null, null],
	[[0, 0, 0], false, null, null],
	[[120, 0, 120], false, 'bad', /hot and neutral reversed/],
	[[120, 60, 60], false, 'bad', /open ground, its contact is floating/],
	[[120, 78, 42], false, 'bad', /open ground, its contact is floating/],
	[[120, 0, 0], false, 'bad', /open ground, or reversed and open ground/],
	[[120, 60, 60], true, 'good', /as expected without one/],
	[[120, 2, 1], true, 'good', /as expected without one/],
	[[0, 120, 0], false, 'bad', /open neutral, nothing switched on/],
	[[2, 119, 118], false, 'bad', /open neutral with a load switched on/],
	[[0, 0, 120], false, 'bad', /hot on the neutral/],
	[[120, 120, 120], false, 'bad', /neutral is floating/],
	[[151, 120, 30], false, 'bad', /over 150 V/],
	[[120, 208, 90], false, 'bad', /over 150 V/],
	// Not floating: too far from making up the supply together, or one of them under 20 V.
	[[120, 30, 30], false, 'bad', /or reversed and open ground/],
	// A fifth of 120 V is 24: 60 and 36 are 24 short, 60 and 35 are 25.
	[[120, 60, 36], false, 'bad', /its contact is floating/],
	[[120, 60, 35], false, 'bad', /or reversed and open ground/],
	[[120, 101, 19], false, null, null],
	[[120, 100, 20], false, 'bad', /its contact is floating/]
];
for (const [[hn, hg, ng], noGround, level, says] of PATTERNS)
	test(`volts ${hn}, ${hg}, ${ng}${noGround ? ' without a ground' : ''}: ${level ?? 'each one alone'}`, () => {
		const found = voltPattern({ hn, hg, ng }, noGround);
		assert.equal(found?.level ?? null, level);
		if (says) assert.match(found?.says ?? '', says);
	});
test('the fault that three volts show is said once; a low supply beside it is said too', () => {
	const said = (hn: number, hg: number, ng: number) =>
		off(small, [at('hn', hn), at('hg', hg), at('ng', ng)]).map(([severity, section]) => `${severity} ${section}`);
	assert.deepEqual(said(0, 120, 118), ['violation practice'], 'open neutral');
	assert.deepEqual(said(120, 0, 120), ['violation practice'], 'reversed');
	assert.equal(said(100, 0, 100).length, 2, 'reversed, on a supply of 100 V');
});
test('three volts of one box are judged together, with nothing on; under load they are not', () => {
	const list = (more: Partial<Reading> = {}) => [at('hn', 120, more), at('hg', 0, more), at('ng', 120, more)];
	const says = (l: Reading[]) => JSON.stringify(read(small, l).latest.hg?.verdict.judgments);
	assert.match(says(list()), /reversed/);
	assert.doesNotMatch(says(list({ loadA: 12 })), /reversed/);
	assert.doesNotMatch(says(list().slice(0, 2)), /reversed/);
});

// Without a ground: what a tester shows is as expected behind a GFCI.
const oldBox = (more: Partial<Device>, ground: 'none' | 'present' = 'none') =>
	job({
		boxes: [
			box(
				'b',
				{ state: 'found', ground, groundProof: ground === 'none' ? 'not-proven' : 'path-reading' },
				{ state: 'built', ...more }
			)
		],
		cables: [cable('p', 'b', 40, { kind: 'two-wire', ground: false, state: 'found' })]
	});
test('a GFCI without a ground: open-ground lamps are good; the tester’s button is as expected, and good once its own was passed', () => {
	const j = oldBox({ protection: 'gfci' });
	const lamps = at('lamps', null, { lamps: 'on off off' });
	const tester = at('gfci-tester', null, { word: 'no-trip' });
	const own = at('gfci-own', null, { word: 'trips' });
	const levels = (list: Reading[]) => (['lamps', 'gfci-tester'] as const).map((k) => read(j, list).latest[k]?.verdict.level);
	assert.deepEqual(levels([lamps, tester]), ['good', 'unknown']);
	assert.deepEqual(levels([lamps, tester, own]), ['good', 'good']);
	assert.equal(read(j, [lamps, tester, own]).level, 'unknown', 'its slots were not read to an independent ground');
	const spaces = [at('hn', 120), at('he', 120), at('ne', 0)];
	assert.equal(read(oldBox({ protection: 'dual' }), [lamps, tester, own, ...spaces]).level, 'good');
	assert.equal(read(oldBox({ protection: 'dual' }), [lamps, tester, ...spaces]).level, 'unknown');
	// Its own button that does not trip decides.
	assert.equal(read(j, [lamps, tester, { ...own, word: 'no-trip' }]).level, 'bad');
	// Three slots without a ground or protection are bad; where there is a ground the tester must trip it.
	assert.equal(read(oldBox({}), [lamps]).level, 'bad');
	assert.equal(read(oldBox({ slots: 'two-slot' }), [lamps]).level, 'unknown');
	assert.equal(read(oldBox({ protection: 'gfci' }, 'present'), [tester]).latest['gfci-tester']?.verdict.level, 'look');
});
test('a wire of its own run beside two-wire cable, and proven: lamps that say right are no longer doubted', () => {
	const lamps = at('lamps', null, { lamps: 'on on off' });
	const proven = [at('ohm-ground', 0.1), at('bootleg', null, { word: 'no' })];
	const level = (ground: 'none' | 'present', list: Reading[]) => read(oldBox({}, ground), list).latest.lamps?.verdict.level;
	assert.deepEqual(
		[level('present', [lamps, ...proven]), level('present', [lamps]), level('none', [lamps])],
		['unknown', 'bad', 'bad']
	);
	const wire = (kind: 'ohm-ground' | 'ground-look') =>
		proven.map((r) => (r.kind === 'bootleg' ? { ...r, kind, word: 'landed' } : r));
	assert.equal(level('present', [lamps, ...wire('ground-look')]), 'unknown');
	assert.equal(read(oldBox({}, 'present'), [at('hg', 120), ...proven]).latest.hg?.verdict.level, 'good');
	const toGround = (volts: number) => read(oldBox({ slots: 'two-slot' }), [at('hg', volts)]).level;
	assert.deepEqual([toGround(101), toGround(100)], ['look', 'unknown']);
});

const RIGHT = { lamps: 'on on off' };
/** An old outlet on a cable with a ground. */
const wired = job({
	boxes: [box('b', { state: 'found' }, { state: 'found' })],
	cables: [cable('p', 'b', 40, { state: 'found' })]
});
const HOLDS: [kind: ReadingKind, value: number | null, more?: Partial<Reading>][] = [
	['ng', 0],
	['hg', 120],
	['grip', null, { word: 'holds' }],
	['usb', null, { word: 'charges' }],
	['bootleg', null, { word: 'no' }],
	['shell', 0],
	['ohm-ground', 0.1],
	['gfci-own', null, { word: 'trips' }]
];
for (const [kind, value, more] of HOLDS)
	test(`an outlet is not good by ${kind} alone: its supply was not read`, () => {
		const found = read(wired, [at(kind, value, more)]);
		assert.deepEqual([found.latest[kind]?.verdict.level, found.level], ['good', 'unknown']);
		const rest = [at('hn', 120), at('hg', 120), at('ng', 0), at('ohm-ground', 0.1), at('bootleg', null, { word: 'no' })];
		assert.equal(read(wired, [...rest.filter((r) => r.kind !== kind), at(kind, value, more)]).level, 'good');
	});

// By hand: (20 / 6)^1.43 s are 5593.9 ms, (20 / 30)^1.43 s are 560; 25 ms from 264 mA on.
const TIMES: [ms: number, atMa: number | undefined, level: Level][] = [
	[5593, 6, 'good'],
	[5594, 6, 'bad'],
	[560, 30, 'good'],
	[561, 30, 'bad'],
	[25, 265, 'good'],
	[26, 265, 'bad'],
	[24, 5.9, 'unknown'],
	[24, undefined, 'unknown'],
	[0, 6, 'look'],
	[1, 6, 'good']
];
for (const [ms, atMa, level] of TIMES)
	test(`a GFCI that trips in ${ms} ms at ${atMa} mA: ${level}`, () =>
		assert.equal(read(job(), [at('gfci-ms', ms, { atMa })]).latest['gfci-ms']?.verdict.level, level));

test('the half of 250 V of a yoke is judged between two hots, its other half at 120 V', () => {
	const j = job({
		circuits: [circuit({ poles: 2 })],
		boxes: [box('b', {}, { yoke: 'dual-voltage' })],
		cables: [cable('p', 'b', 40, { conductors: 3 })]
	});
	const lower = read(j, [at('hn', 241, { half: 'lower' })]).lower.hn?.verdict;
	assert.deepEqual([lower?.level, lower?.predicted], ['good', 240]);
	assert.equal(read(j, [at('hn', 120, { half: 'lower' })]).lower.hn?.verdict.level, 'bad');
	const upper = read(j, [at('hn', 120)]).latest.hn?.verdict;
	assert.deepEqual([upper?.level, upper?.predicted], ['good', 120]);
});

// A run that nobody has drawn.
const LIKE: [hot: number, neutral: number, level: Level, says: RegExp][] = [
	[0.2, 0.25, 'good', /alike/],
	[0.2, 0.251, 'look', /bad connection in the neutral/],
	[0.8, 1, 'good', /alike/],
	[0.8, 1.01, 'look', /bad connection in the neutral/],
	[2.01, 1, 'bad', /bad connection in the hot/],
	[2, 1, 'look', /bad connection in the hot/],
	// 300 ft of 14 AWG at 3.07 ohm per 1000 ft: 0.921 ohm.
	[0.92, 0.92, 'good', /alike, as/],
	[0.93, 0.93, 'look', /more than 300 ft of 14 AWG have; look for a bad connection in both/],
	[5, 5, 'look', /in both/]
];
for (const [hot, neutral, level, says] of LIKE)
	test(`hot ${hot} and neutral ${neutral} ohm: ${level}`, () => {
		const found = likeConductors(e, hot, neutral);
		assert.equal(found.level, level);
		assert.match(found.says, says);
	});
test('a drop of nothing is no good of a run that nobody has drawn', () => {
	const j = job({ boxes: [box('b', { state: 'found' })], cables: [] });
	const level = (value: number) => read(j, [at('drop', value, { loadA: 12 }), at('lamps', null, RIGHT)]).level;
	assert.deepEqual([level(0), level(0.1)], ['look', 'unknown']);
});
test('ohms as feet of 14 and 12 AWG: with and without the service', () => {
	// 14 AWG at 25 °C: 3.07 x 0.8385 = 2.5742 ohm per 1000 ft; 0.2 - 0.045 - 0.004 = 0.151 ohm.
	const found = feetOf(e, 0.2, SOUND);
	assert.ok(near(found?.[0]?.feet[0] ?? 0, 58.66, 0.05) && near(found?.[0]?.feet[1] ?? 0, 77.69, 0.05));
	assert.equal(found?.[1]?.awg, '12');
	assert.equal(feetOf(e, 0, SOUND), null);
	assert.match(feetWords(e, 0.2, SOUND) ?? '', /^about 60 to 80 ft of 14 AWG, or 95 to 120 ft of 12 AWG copper$/);
});
test('without a known run hot is held to neutral, feet are estimated, and what is missing is named once', () => {
	const j = job({ boxes: [box('b', { state: 'found' })], cables: [] });
	const { latest } = read(j, [at('ohm-hot', 0.2), at('ohm-neutral', 0.9), at('ohm-ground', 0.2), at('drop', 4, { loadA: 12 })]);
	const says = Object.values(latest).flatMap((l) => l.verdict.judgments.map((x) => x.says));
	assert.equal(says.filter((s) => s.includes("can't be compared with the run")).length, 1);
	assert.ok(says.some((s) => s.includes('bad connection in the neutral')) && says.some((s) => s.includes('ft of 12 AWG')));
	assert.equal(latest['ohm-neutral']?.verdict.level, 'bad');
});

// Before and after.
const CHANGES: [kind: ReadingKind, before: Partial<Reading>, after: Partial<Reading>, change: string][] = [
	['hn', { value: 0 }, { value: 124 }, 'repaired'],
	['hn', { value: 124 }, { value: 0 }, 'worse'],
	['hn', { value: 118 }, { value: 119.4 }, 'same'],
	['hn', { value: 118 }, { value: 121 }, 'changed'],
	['hn', { value: 107.9 }, { value: 108 }, 'repaired'],
	['hh', { value: 120 }, { value: 240 }, 'repaired'],
	['drop', { value: 6, loadA: 12 }, { value: 3, loadA: 12 }, 'better'],
	['drop', { value: 3, loadA: 12 }, { value: 3.3, loadA: 12 }, 'same'],
	['drop', { value: 3, loadA: 12 }, { value: 3.31, loadA: 12 }, 'worse'],
	['bootleg', { word: 'yes' }, { word: 'no' }, 'repaired'],
	['bootleg', { word: 'no' }, { word: 'yes' }, 'worse'],
	['bootleg', { word: 'yes' }, { word: 'cannot-tell' }, 'changed'],
	['gfci-own', { word: 'no-trip' }, { word: 'trips' }, 'repaired'],
	['lamps', { lamps: 'off on on' }, { lamps: 'on on off' }, 'changed']
];
for (const [kind, before, after, change] of CHANGES)
	test(`before and after: ${kind} ${JSON.stringify(before)} to ${JSON.stringify(after)}: ${change}`, () => {
		const rows = beforeAndAfter(
			[
				at(kind, null, { ...before, phase: 'before', at: '2026-10-01T09:00:00.000Z' }),
				at(kind, null, { ...after, phase: 'after', at: '2026-10-01T10:00:00.000Z' })
			],
			'b'
		);
		assert.equal(rows[0]?.change, change);
	});

// Both sides of each figure of the guided checks.
const check = (figures: Record<string, number>, words: GuidedCheck['words'] = {}, c: Circuit = circuit()) =>
	breakerCheck({ edition: e, job: small }, c, { figures, words });
const level = (a: { points: { level: Level; says: string }[] }, says: RegExp) => a.points.find((p) => says.test(p.says))?.level;
test('a breaker that trips under 80% of its rating is worn; from there on it is to be checked; over it, overloaded', () => {
	const trips = (loadA: number) => level(check({ loadA }), /trips|overloaded/);
	assert.deepEqual([trips(15.9), trips(16), trips(20), trips(20.1)], ['bad', 'look', 'look', 'look']);
	assert.match(check({ loadA: 20.1 }).says, /overloaded/);
	assert.match(check({ loadA: 20 }).says, /100% of its rating/);
});
test('a terminal 10 °C over its neighbor is a loose joint, from 20 a bad one', () => {
	const hot = (over: number, figures: GuidedCheck['figures'] = { afterA: 12 }) =>
		level(check({ terminalC: 40 + over, neighborC: 40, ...figures }), /terminal/);
	assert.deepEqual([hot(9.9), hot(10), hot(19.9), hot(20)], ['good', 'look', 'look', 'bad']);
	// Without a load none is warm.
	assert.deepEqual([hot(0, {}), hot(0, { afterA: 0 }), hot(20, {})], ['unknown', 'unknown', 'bad']);
});
test('a terminal that is hot by itself is never as good as its neighbor: over 60 and 75 °C, or 30 and 50 °C over the room', () => {
	const alike = (c: number, more: GuidedCheck['figures'] = {}) =>
		level(check({ terminalC: c, neighborC: c, afterA: 12, ...more }), /terminal/);
	assert.deepEqual([alike(60), alike(60.1), alike(75), alike(75.1), alike(115)], ['good', 'look', 'look', 'bad', 'bad']);
	assert.deepEqual(
		[alike(49, { ambientC: 20 }), alike(50, { ambientC: 20 }), alike(70, { ambientC: 20 })],
		['good', 'look', 'bad']
	);
	assert.equal(level(check({ terminalC: 115 }), /terminal/), 'bad', 'alone');
});
test('load-tested after: within its amps and 104 V good, one of them past it to be checked', () => {
	const after = (afterA: number, afterV?: number, heldS = 180) =>
		level(check({ afterA, heldS, ...(afterV === undefined ? {} : { afterV }) }), /Load-tested|proves nothing/);
	assert.deepEqual([after(20), after(20.1), after(16, 104), after(16, 103.9)], ['good', 'look', 'good', 'look']);
	// 40% of 20 A are 8; three minutes.
	assert.deepEqual([after(8), after(7.9), after(12, 118, 179)], ['good', 'unknown', 'unknown']);
	assert.equal(level(check({ afterA: 12 }), /proves nothing/), 'unknown', 'how long was not said');
});
test('a breaker and its wire: what is in the wall goes before what is planned, and is told by what it is known by', () => {
	const wire = (state: 'found' | 'planned' | 'built', awg: '14' | '12') => {
		const j = job({ cables: [cable('p', 'a', 40, { awg, state }), cable('a', 'b', 10, { awg: '14', state: 'planned' })] });
		return breakerCheck({ edition: e, job: j }, circuit(), { figures: {}, words: {} }).points[0]?.says ?? '';
	};
	assert.match(wire('found', '14'), /too large for 14 AWG, as found/);
	assert.match(wire('found', '12'), /20 A is right for 12 AWG, as found/);
	assert.match(wire('planned', '12'), /too large for 14 AWG, planned/);
	assert.deepEqual(
		breakerCheck({ edition: e, job: job({ cables: [] }) }, circuit(), { figures: {}, words: {} }).points.map((p) => p.says),
		['Nothing is read at the breaker yet']
	);
});
test('words of a breaker: browned, loose on its bar, not listed, not read', () => {
	const says = (words: Record<string, string>) =>
		check({}, words)
			.points.map((p) => p.level)
			.at(-1);
	assert.deepEqual(
		[
			says({ look: 'browned' }),
			says({ look: 'loose' }),
			says({ listed: 'no' }),
			says({ listed: 'unread' }),
			says({ resetTrips: 'at-once' })
		],
		['bad', 'bad', 'bad', 'look', 'bad']
	);
	assert.equal(check({ loadA: 5 }, { resetTrips: 'at-once' }).points.filter((p) => /of its rating/.test(p.says)).length, 0);
});
test('a heating element: within 10% whole, to 20% looked at, then bad', () => {
	// 240² / 4800 = 12 ohm.
	const el = (ohms: number) => elementCheck({ figures: { watts: 4800, volts: 240, ohms }, words: { sheath: 'open' } }).level;
	assert.deepEqual(
		[el(13.2), el(13.21), el(14.4), el(14.41), el(10.8), el(10.79)],
		['good', 'look', 'look', 'bad', 'good', 'look']
	);
});
test('lights that dim: a panel that falls by over twice the sound figure and a volt more; a leg that rises by two more than its neutral gives', () => {
	// Sound: 12 A through 0.045 ohm, 0.54 V; a volt more is 1.54.
	const dim = (figures: Record<string, number>) =>
		dimmingCheck({ edition: e, job: small }, circuit(), { figures: { loadA: 12, panelIdle: 120, ...figures }, words: {} }).level;
	const other = { otherIdle: 120, otherLoaded: 120.2 };
	assert.deepEqual([dim({ panelLoaded: 118.5, ...other }), dim({ panelLoaded: 118.4, ...other })], ['good', 'bad']);
	assert.equal(dim({ panelLoaded: 118.5 }), 'unknown', 'the other leg was not read');
	// Cables apart as found: no load is put on.
	assert.deepEqual(
		[dim({ panelLoaded: 119.5, otherIdle: 130 }), dim({ panelLoaded: 119.5, otherIdle: 130.1 })],
		['unknown', 'bad']
	);
	assert.deepEqual(
		[
			// 12 A over 0.0147 ohm of neutral lift the other leg by 0.18 V: 2 V more are 122.18; 6 V apart beyond 0.72 are 6.72.
			dim({ panelLoaded: 119.5, otherIdle: 120, otherLoaded: 122.1 }),
			dim({ panelLoaded: 119.5, otherIdle: 120, otherLoaded: 122.3 }),
			dim({ panelLoaded: 115.5, otherIdle: 120, otherLoaded: 122.1 }),
			dim({ panelLoaded: 115.3, otherIdle: 120, otherLoaded: 122.3 })
		],
		['good', 'look', 'bad', 'bad']
	);
	assert.deepEqual(
		[
			dim({ panelLoaded: 119.5, ...other, nearIdle: 120, nearLoaded: 118.5 }),
			dim({ panelLoaded: 119.5, ...other, nearIdle: 120, nearLoaded: 118.4 })
		],
		['good', 'look']
	);
});

// Two hots and the neutral, as a pattern.
for (const [hh, hn, h2n, says] of [
	[240, 142, 98, /neutral is open or loose; what is on it at 120 V gets up to 142 V/],
	[240, 125, 115, null],
	[240, 126, 114, /neutral is open or loose/],
	[240, 120, 120, null],
	// 142 and 80 do not make up 240: no one reading of a neutral.
	[240, 142, 80, null],
	[0, 120, 120, /one leg twice/],
	[12, 120, 120, /one leg twice/],
	[120, 120, 0, /second leg is lost/],
	[120, 0, 120, /first leg is lost/],
	[0, 0, 0, null]
] as const)
	test(`hot to hot ${hh} V, each to neutral ${hn} and ${h2n}: ${says ? 'told together' : 'each by itself'}`, () => {
		const got = twoHotsPattern({ hh, hn, h2n });
		if (says) assert.match(got?.says ?? '', says);
		else assert.equal(got, null);
	});
test('at a panel the same volts are the legs of the service, by their own words', () => {
	const readings = (
		[
			['hh', 241],
			['hn', 112],
			['h2n', 129]
		] as const
	).map(([kind, value]) => reading({ id: kind, boxId: 'p', kind, value }));
	const said = assess(small, readings)
		.stages.prove.findings.map((f) => f.message)
		.join('\n');
	assert.match(said, /service neutral may be open/);
	assert.doesNotMatch(said, /hot-hot, each hot/);
});
test('one lost neutral of a 30 A locking outlet is said once, and its stop stands', () => {
	const j = job({
		circuits: [circuit({ poles: 2, breakerA: 30 })],
		boxes: [box('a', {}, { volts: 240, receptacles: 1, amps: 30, form: 'L14-30' })],
		cables: [cable('p', 'a', 40, { conductors: 3, awg: '10' })]
	});
	const readings = (
		[
			['hh', 240],
			['hn', 142],
			['h2n', 98]
		] as const
	).map(([kind, value]) => reading({ id: kind, boxId: 'a', kind, value }));
	const found = assess(j, readings).stages.prove.findings.filter((f) => f.severity === 'violation');
	assert.equal(found.length, 1);
	assert.match(found[0]?.message ?? '', /240, 142, 98 V/);
	assert.ok(jobStops(j, readings, []).length > 0);
});
