import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { tracerLevels } from '../../src/core/instruments/dead-circuit';
import { lampWords, readLamps } from '../../src/core/instruments/meter';
import { readRun, type Ask } from '../../src/core/instruments/run-reading';
import { longestTripS } from '../../src/core/instruments/thresholds';
import { touchShell } from '../../src/core/instruments/touch';
import { Solution } from '../../src/core/network/solve';
import { ampsThrough } from '../../src/core/network/trips';
import { build, planOf } from '../../src/core/network/build';
import { runWiring, type RunCase } from '../../src/core/network/run-wiring';
import type { Fault, FaultKind } from '../../src/core/faults/kinds';
import { near } from './small-job';

const e = editions['2023'];
/** Three boxes of 12-2 with ground, 40, 12 and 20 ft; a 100 W lamp at the middle one where it is asked for. */
const run = (faults: readonly Fault[], more: Partial<RunCase> & { lamp?: 'b2' | 'b3' | null } = {}): RunCase => ({
	source: { volts: 120, ohmsPerLeg: 0.03 },
	boxes: [
		{ id: 'b1', from: 'panel', awg: '12', metal: 'Cu', lengthFt: 40, ground: true },
		{ id: 'b2', from: 'b1', awg: '12', metal: 'Cu', lengthFt: 12, ground: true, loadWatts: more.lamp === 'b2' ? 100 : 0 },
		{ id: 'b3', from: 'b2', awg: '12', metal: 'Cu', lengthFt: 20, ground: true, loadWatts: more.lamp === 'b3' ? 100 : 0 }
	],
	terminationOhms: 0.002,
	conductorC: 25,
	faults,
	...('gfciAt' in more ? { gfciAt: more.gfciAt } : {})
});
const f = (kind: FaultKind, at = 'b2', ohms?: number): Fault => ({ kind, at, ohms });
const builtOf = (c: RunCase) => build(planOf(runWiring(e, c)), c.faults ?? []);
const read = <T>(c: RunCase, ask: Ask): T => readRun(e, c, [ask]).readings[0] as T;

/** What a three-lamp tester at b2 shows, by the trade's table; the lamp is a load that is switched on at a box. */
const LAMPS: [what: string, faults: Fault[], lamp: 'b2' | 'b3' | null, pattern: string][] = [
	['wired right', [], null, 'on on off'],
	['bootleg ground', [f('bootleg')], null, 'on on off'],
	['reversed, with a bootleg ground', [f('reversed'), f('bootleg')], null, 'on on off'],
	['neutral and ground swapped', [f('neutral-ground-swapped')], null, 'on on off'],
	['a loose neutral of 5 ohm, nothing on', [f('loose-neutral', 'b2', 5)], null, 'on on off'],
	['a loose hot of 20 ohm, nothing on', [f('loose-hot', 'b2', 20)], null, 'on on off'],
	['open ground', [f('open-ground')], null, 'on off off'],
	['reversed and open ground', [f('reversed'), f('open-ground')], null, 'on off off'],
	['open neutral, nothing on', [f('open-neutral')], null, 'off on off'],
	['open neutral, a lamp on at the same box', [f('open-neutral')], 'b2', 'off on on'],
	['open neutral, a lamp on farther down', [f('open-neutral')], 'b3', 'off on on'],
	['open hot', [f('open-hot')], null, 'off off off'],
	['neutral lost upstream of a bootleg, nothing on', [f('open-neutral'), f('bootleg')], null, 'off off off'],
	['neutral lost upstream of a bootleg, a lamp on', [f('open-neutral'), f('bootleg')], 'b2', 'off off off'],
	['neutral and ground both open, a lamp on', [f('open-neutral'), f('open-ground')], 'b2', 'off off off'],
	['reversed', [f('reversed')], null, 'on off on'],
	['hot and ground reversed', [f('hot-ground-reversed')], null, 'off on on'],
	['hot contact pushed out of its terminal', [f('hot-contact-lost')], null, 'off off off'],
	['neutral contact pushed out of its terminal', [f('neutral-contact-lost')], null, 'off on off'],
	['ground contact lost', [f('ground-contact-lost')], null, 'on off off'],
	['a hot short to ground', [f('short-hot-ground')], null, 'off off off']
];
for (const [what, faults, lamp, pattern] of LAMPS) {
	test(`lamps: ${what}: ${pattern}`, () => {
		const built = builtOf(run(faults, { lamp }));
		assert.equal(lampWords(readLamps(built, built.contacts('b2'))), pattern);
	});
}
test('lamps: hot on the neutral with the hot open: off off on, and with a load off on on', () => {
	// Reversed at the device and the wire on its neutral terminal, which is the hot, left alone: the hot terminal has nothing.
	const swapped = [f('reversed'), f('open-neutral')];
	assert.equal(lampWords(readLamps(builtOf(run(swapped)), builtOf(run(swapped)).contacts('b2'))), 'off off on');
	const loaded = builtOf(run(swapped, { lamp: 'b2' }));
	assert.equal(lampWords(readLamps(loaded, loaded.contacts('b2'))), 'off on on');
});

test('an analyzer on the sound run at 15 A: 8 ohm of 8.2143; 2.61%, each conductor 0.0922 ohm, the hot with its source', () => {
	const r = read<Record<string, number>>(run([]), { box: 'b2', instrument: 'analyzer', loadA: 15 });
	// 52 ft and four terminations: 0.0921519 per conductor; 0.2143037 with the source.
	assert.ok(near(r.dropPercent ?? 0, (100 * 0.2143037) / 8.2143037, 1e-4));
	assert.ok(near(r.hotOhms ?? 0, 0.1221519, 1e-5));
	assert.ok(near(r.neutralOhms ?? 0, 0.0921519, 1e-5));
	assert.ok(near(r.groundOhms ?? 0, 0.0921519, 1e-5));
	assert.equal(r.bootleg, 'no');
});
/** Bootleg check: the loop of neutral and ground at b1 should be 2 x 0.0687 = 0.137 ohm; 5 ft from the panel 0.024. */
const BOOTLEG: [what: string, faults: Fault[], says: string][] = [
	['sound', [], 'no'],
	['a jumper at the device', [f('bootleg')], 'yes'],
	['a jumper on a reversed device', [f('bootleg'), f('reversed')], 'yes'],
	['the same, with the neutral lost', [f('bootleg'), f('open-neutral')], 'yes'],
	['neutral and ground swapped: two sound wires', [f('neutral-ground-swapped')], 'no'],
	['an open ground', [f('open-ground')], 'no'],
	['a jumper farther down', [f('bootleg', 'b3')], 'no']
];
for (const [what, faults, says] of BOOTLEG) {
	test(`bootleg check: ${what}: ${says}`, () => {
		assert.equal(read<{ bootleg: string }>(run(faults), { box: 'b2', instrument: 'analyzer' }).bootleg, says);
	});
}
test('near the panel the bootleg check says that it cannot tell', () => {
	const close: RunCase = {
		...run([]),
		boxes: [{ id: 'b1', from: 'panel', awg: '12', metal: 'Cu', lengthFt: 5, ground: true }]
	};
	for (const faults of [[], [f('bootleg', 'b1')]])
		assert.equal(read<{ bootleg: string }>({ ...close, faults }, { box: 'b1', instrument: 'analyzer' }).bootleg, 'cannot-tell');
});
test('on a run without ground a jumper is a loop where there should be none', () => {
	const bare: RunCase = { ...run([]), boxes: run([]).boxes.map((b) => ({ ...b, ground: false })) };
	const says = (faults: Fault[]) => read<{ bootleg: string }>({ ...bare, faults }, { box: 'b2', instrument: 'analyzer' }).bootleg;
	assert.deepEqual([says([]), says([f('bootleg')])], ['no', 'yes']);
});
test('an open conductor shows a ghost on a 10 Mohm meter and next to nothing on a low-impedance one', () => {
	const c = run([f('open-ground')]);
	const ghost = read<{ hg: number }>(c, { box: 'b2', instrument: 'voltmeter' }).hg;
	const real = read<{ hg: number }>(c, { box: 'b2', instrument: 'low-impedance' }).hg;
	assert.ok(ghost > 30 && real < 0.5, `${ghost} and ${real}`);
});

/** What the shell of an appliance does to a person who stands on the earth. */
const SHELL: [what: string, faults: Fault[], lamp: 'b2' | null, leastMa: number, mostMa: number, says: string][] = [
	['sound', [], null, 0, 0.01, 'not felt'],
	['a bootleg alone, a lamp on: the neutral’s own drop', [f('bootleg')], 'b2', 0.02, 0.2, 'not felt'],
	['bootleg and reversed', [f('bootleg'), f('reversed')], null, 119, 120, 'the heart may stop'],
	['bootleg, the neutral lost, a lamp on', [f('bootleg'), f('open-neutral')], 'b2', 100, 110, 'the heart may stop'],
	['hot and ground reversed', [f('hot-ground-reversed')], null, 119, 120, 'the heart may stop'],
	['open ground, no fault in the appliance', [f('open-ground')], null, 0, 0.4, 'not felt']
];
for (const [what, faults, lamp, least, most, says] of SHELL) {
	test(`touch: ${what}: ${says}`, () => {
		const built = builtOf(run(faults, { lamp }));
		const touch = touchShell(built, built.contacts('b2'));
		assert.ok(touch && touch.milliamps >= least && touch.milliamps <= most, `${touch?.milliamps} mA`);
		assert.equal(touch.says, says);
	});
}

/** What opens, as it stands: 120 V behind 0.03 + 2 x 0.0922 ohm is 557 A into a short at b2. */
const TRIPS: [what: string, faults: Fault[], lamp: 'b2' | 'b3' | null, opens: string[]][] = [
	['sound', [], 'b3', []],
	['short of hot and neutral', [f('short-hot-neutral')], null, ['breaker']],
	['short of hot and ground', [f('short-hot-ground')], null, ['breaker', 'b1']],
	['neutral and ground touch, nothing on', [f('neutral-ground-touch')], null, ['b1']],
	['neutral and ground touch, upstream of it the ground is open', [f('neutral-ground-touch'), f('open-ground', 'b1')], null, []],
	['neutral and ground swapped, a lamp on', [f('neutral-ground-swapped')], 'b2', ['b1']],
	['reversed', [f('reversed')], 'b2', []],
	['a dead GFCI opens nothing', [f('neutral-ground-touch'), f('gfci-dead', 'b1')], null, []]
];
for (const [what, faults, lamp, opens] of TRIPS) {
	test(`trips with a GFCI at b1: ${what}: ${opens.join(', ') || 'nothing'}`, () => {
		const { trips } = readRun(e, run(faults, { lamp, gfciAt: ['b1'] }), []);
		assert.deepEqual(trips.map((t) => t.device).sort(), [...opens].sort());
	});
}
test('UL 943: 6 mA within 5.59 s, 264 mA within 25 ms', () => {
	assert.ok(near(longestTripS(6), 5.59, 0.01));
	assert.ok(near(longestTripS(264), 0.025, 0.001));
});

test('a tracer’s level falls where the open is', () => {
	const plan = planOf(runWiring(e, run([])));
	assert.ok(tracerLevels(plan, [], 'run').every((l) => l.share > 0.95));
	const levels = tracerLevels(plan, [f('open-hot', 'b3')], 'run');
	assert.ok((levels[1]?.share ?? 0) > 0.95 && (levels[2]?.share ?? 1) < 0.05);
});
test('a clamp round one wire shows the load, round the ground nothing; a worn breaker opens under its rating', () => {
	const loaded = { ...run([]), boxes: run([]).boxes.map((b) => (b.id === 'b3' ? { ...b, loadWatts: 1920 } : b)) };
	const built = builtOf(loaded);
	const s = new Solution(built.network);
	// 7.5 ohm behind 0.03 + 2 x (0.1165 + 0.012): 120 / 7.787 = 15.41 A.
	const clamp = (role: string) => ampsThrough(built, s, (w) => w.at === 'b3' && w.role === role);
	assert.ok(near(clamp('hot'), 15.41, 0.05), `${clamp('hot')}`);
	assert.ok(near(clamp('neutral'), clamp('hot'), 1e-3));
	assert.ok(clamp('ground') < 1e-3);
	const opens = (faults: Fault[]) => readRun(e, { ...loaded, faults }, []).trips.map((t) => t.why);
	assert.deepEqual(opens([]), []);
	assert.match(opens([{ kind: 'breaker-worn', at: 'run' }])[0] ?? '', /worn breaker of 20 A/);
	// 0.7 of 20 A is 14 A: 1725 W is 8.35 ohm, 13.9 A; 1765 W is 8.16 ohm, 14.2 A.
	const at = (loadWatts: number) => {
		const boxes = run([]).boxes.map((b) => (b.id === 'b3' ? { ...b, loadWatts } : b));
		return readRun(e, { ...loaded, boxes, faults: [{ kind: 'breaker-worn', at: 'run' }] }, []).trips.length;
	};
	assert.deepEqual([at(1725), at(1765)], [0, 1]);
});
