import assert from 'node:assert/strict';
import test from 'node:test';
import { DEAD_BELOW_V, deadState, deadTestFaults, deadTestNote, liveAt, type DeadTest } from '../../src/core/makeup/dead-test';
import { breakerPoints, deadPoints, disconnectPoints, panelPoints } from '../../src/core/makeup/dead-points';
import { breakerSuspects, deadStateAt, liveAlarms } from '../../src/core/makeup/live-alarm';
import { gateAt, gatePlace } from '../../src/core/makeup/gate';
import { liveOnArrival } from '../../src/core/makeup/open-tags';
import { openTags } from '../../src/core/model/power';
import { liveSign, type LiveSign } from '../../src/core/makeup/live-sign';
import type { Box, Device, Job, LiveEvent, Reading } from '../../src/core/model/known';
import { box, circuit, job, cable, only, onSubpanel, reading } from './small-job';

/** What keeps people alive: a gap in live, dead, live proves nothing; a circuit switched on again voids it. */
const ZERO = { hn: 0, hg: 0, ng: 0, earth: 0 };
const whole: DeadTest = { provedBefore: true, provedAfter: true, meter: 'low-impedance', volts: ZERO, by: 'JM' };
const small = job({ boxes: [box('a')], cables: [cable('p', 'a', 10)] });
const points = deadPoints(small, small.boxes[0] as Box);
const volts = (more: Record<string, number | null>) => ({ volts: { ...ZERO, ...more } });
const cases: [what: string, more: Partial<DeadTest>, paths: string[]][] = [
	['all of it', {}, []],
	['just under the limit on every pair', volts({ hn: 0.9, hg: 0.9, ng: 0.9, earth: 0.9 }), []],
	['exactly the limit is not dead', volts({ hn: DEAD_BELOW_V }), ['hn']],
	['ghost voltage', volts({ hg: 37 }), ['hg']],
	['live', volts({ earth: 120 }), ['earth']],
	['the meter not proved before', { provedBefore: false }, ['provedBefore']],
	['the meter not proved after', { provedAfter: false }, ['provedAfter']],
	['a pair left out', volts({ ng: null }), ['ng']],
	['a typing slip', volts({ hn: Number.NaN }), ['hn']],
	['below nothing', volts({ hn: -3 }), ['hn']],
	['a 10 Mohm meter, under 1 V', { meter: 'high-impedance' }, []],
	['a 10 Mohm meter at 3 V', { meter: 'high-impedance', ...volts({ hn: 3 }) }, ['hn']],
	['nobody named', { by: '  ' }, ['by']],
	['the highest typed, all others said', { othersUnder: true, volts: { hn: 0.4 } }, []],
	['the highest is live', { othersUnder: true, volts: { hn: 120 } }, ['hn']],
	['all others, and none typed', { othersUnder: true, volts: {} }, ['othersUnder', 'hn', 'hg', 'ng', 'earth']],
	['an independent ground that is none', { earth: { from: 'metal', hotV: 60 } }, ['earth']],
	['one that is proven', { earth: { from: 'cord', hotV: 121 } }, []],
	['one that is not proven: said in the note', { earth: { from: 'cord', hotV: null } }, []],
	[
		'nothing at all',
		{ provedBefore: false, provedAfter: false, ...volts({ hn: null, hg: null, ng: null, earth: null }), by: '' },
		['provedBefore', 'hn', 'hg', 'ng', 'earth', 'provedAfter', 'by']
	]
];
for (const [what, more, paths] of cases)
	test(`dead test: ${what}`, () =>
		assert.deepEqual(
			deadTestFaults({ ...whole, ...more }, points).map((f) => f.path),
			paths
		));
test('what is recorded names the meter and every point', () => {
	assert.equal(
		deadTestNote(whole, points),
		'low-impedance meter, checked before and after: hot to neutral 0 V, hot to ground 0 V, neutral to ground 0 V, every conductor to an independent ground 0 V'
	);
});
test('what is recorded says the highest, all others, and where the independent ground comes from', () => {
	assert.equal(
		deadTestNote({ ...whole, volts: { hn: 0.4 }, othersUnder: true, earth: { from: 'cord', hotV: 121 } }, points),
		'low-impedance meter, checked before and after, independent ground from a cord from an outlet of another circuit, its ground slot, 121 V from a known hot: hot to neutral 0.4 V, all others under 1 V'
	);
	assert.match(
		deadTestNote({ ...whole, earth: { from: 'bar', hotV: null } }, points),
		/independent ground from the ground bar of the panel, not proven: /
	);
	assert.equal(deadTestNote({ ...whole, earth: { from: null, hotV: null } }, points), deadTestNote(whole, points));
});

const read = (time: string, more: Partial<Reading> = {}) =>
	reading({ id: time, at: `2026-11-03T${time}:00.000Z`, value: 118, ...more });
let n = 0;
const event = (kind: LiveEvent['kind'], at: string, more: Partial<LiveEvent>): LiveEvent => ({
	id: `e${++n}`,
	jobId: 'j',
	kind,
	circuitId: null,
	boxId: null,
	at: `2026-11-03T${at}:00.000Z`,
	by: 'JM',
	note: '',
	...more
});
const off = (at: string, circuitId = 'c1') => event('off-tagged', at, { circuitId });
const on = (at: string, circuitId = 'c1') => event('on', at, { circuitId });
const marked = (at: string, boxId = 'b', kind: 'off-tagged' | 'on' = 'off-tagged') =>
	event(kind, at, { circuitId: null, boxId, what: 'slot 3' });
const dead = (at: string, boxId = 'b') => event('dead-test', at, { boxId });
const feed = only(onSubpanel(20).panels.flatMap((p) => p.feeder ?? []));
/** Box B on these circuits of the main panel, A on circuit 9 of a subpanel. */
const wiredBy = (ids: readonly string[]): Job =>
	job({
		boxes: [box('a'), box('b')],
		circuits: [...ids.map((id) => circuit({ id, disconnect: 'lockable' })), circuit({ id: 'c9', panelId: 's' })],
		cables: [...ids.map((id) => cable('p', 'b', 10, { id: `l-${id}`, circuitId: id })), cable('s', 'a', 10, { circuitId: 'c9' })],
		panels: [
			{ id: 'p', name: 'Panel', roomId: null, place: null, mainA: 200, spaces: 20 },
			{ ...only(onSubpanel(20).panels.slice(1)), id: 's', feeder: { ...feed, fromPanelId: 'p' } }
		]
	});
const log: [what: string, events: LiveEvent[], circuits: string[], tagged: boolean, proved: boolean][] = [
	['nothing done', [], ['c1'], false, false],
	['off and tagged is not dead', [off('08:00')], ['c1'], true, false],
	['tagged, then tested', [off('08:00'), dead('08:10')], ['c1'], true, true],
	['tested before it was tagged', [dead('07:50'), off('08:00')], ['c1'], true, false],
	['another box tested', [off('08:00'), dead('08:10', 'other')], ['c1'], true, false],
	['switched on again', [off('08:00'), dead('08:10'), on('09:00')], ['c1'], false, false],
	['and off once more: the old test is void', [off('08:00'), dead('08:10'), on('09:00'), off('09:30')], ['c1'], true, false],
	['two circuits in the box, one still on', [off('08:00'), dead('08:10')], ['c1', 'c2'], false, false],
	['both off, tested after the later', [off('08:00'), off('08:20', 'c2'), dead('08:30')], ['c1', 'c2'], true, true],
	['both off, tested between', [off('08:00'), dead('08:10'), off('08:20', 'c2')], ['c1', 'c2'], true, false],
	['on no known circuit: never taken for dead', [dead('08:10')], [], false, false],
	['on no known circuit, tagged by its marking and tested', [marked('08:00'), dead('08:10')], [], true, true],
	['tagged by its marking, its circuit found later', [marked('08:00'), dead('08:10')], ['c1'], true, true],
	[
		'tagged by its marking, its circuit found and switched on',
		[marked('08:00'), dead('08:10'), on('09:00')],
		['c1'],
		false,
		false
	],
	['tagged by its marking, its circuit on before', [on('07:00'), marked('08:00'), dead('08:10')], ['c1'], true, true],
	['tagged by its marking for another box', [marked('08:00', 'other'), dead('08:10')], [], false, false],
	['tagged by its marking, and on again', [marked('08:00'), dead('08:10'), marked('09:00', 'b', 'on')], [], false, false],
	['tagged by one marking, with two circuits in the box', [marked('08:00'), dead('08:10')], ['c1', 'c2'], false, false]
];
for (const [what, events, circuits, tagged, proved] of log) {
	test(`dead or not: ${what}`, () => {
		const state = deadStateAt(wiredBy(circuits), { readings: [], events }, 'b');
		assert.deepEqual([state.tag !== null, state.test !== null], [tagged, proved]);
	});
}

// The main of a panel, the breakers on its bus, and what is fed through it.
const main = (at: string, panelId = 'p', kind: 'off-tagged' | 'on' = 'off-tagged') =>
	event(kind, at, { boxId: panelId, what: 'main' });
const behind: [what: string, placeId: string, events: LiveEvent[], readings: Reading[], tagged: boolean, proved: boolean][] = [
	['the panel, its main on', 'p', [off('08:00')], [], false, false],
	['the panel, main off, tested', 'p', [main('08:00'), dead('08:10', 'p')], [], true, true],
	['the panel, main off, a box tested', 'p', [main('08:00'), dead('08:10', 'b')], [], true, false],
	['a box behind the main', 'b', [main('08:00'), dead('08:10')], [], true, true],
	['a box behind it, main on again', 'b', [main('08:00'), dead('08:10'), main('09:00', 'p', 'on')], [], false, false],
	['its breaker switched while the main is off', 'b', [main('08:00'), dead('08:10'), on('09:00')], [], true, true],
	['the subpanel, fed through it', 's', [main('08:00'), dead('08:10', 's')], [], true, true],
	['a box behind both, the subpanel off', 'a', [main('08:00', 's'), dead('08:10', 'a')], [], true, true],
	['the main panel, the subpanel off', 'p', [main('08:00', 's'), dead('08:10', 'p')], [], false, false],
	['a breaker, itself off, its bus live', 'c1', [off('08:00'), dead('08:10', 'c1')], [], false, false],
	['a breaker, its main off', 'c1', [main('08:00'), dead('08:10', 'c1')], [], true, true],
	['a breaker, both off, tested between', 'c1', [off('08:00'), dead('08:10', 'c1'), main('08:20')], [], true, false],
	[
		'a live box behind the main voids the panel',
		'p',
		[main('08:00'), dead('08:10', 'p')],
		[read('09:00', { boxId: 'a' })],
		true,
		false
	],
	[
		'a live box voids another behind the same main',
		'b',
		[main('08:00'), dead('08:10')],
		[read('09:00', { boxId: 'a' })],
		true,
		false
	],
	['its own breaker off, tested with the main off too', 'b', [off('08:00'), main('08:05'), dead('08:10')], [], true, true],
	['the same, the main on again', 'b', [off('08:00'), main('08:05'), dead('08:10'), main('09:00', 'p', 'on')], [], true, false],
	[
		'another circuit off at the test, on again',
		'b',
		[off('08:00'), off('08:05', 'c9'), dead('08:10'), on('09:00', 'c9')],
		[],
		true,
		false
	],
	[
		'another one off and on after the test',
		'b',
		[off('08:00'), dead('08:10'), off('08:20', 'c9'), on('09:00', 'c9')],
		[],
		true,
		true
	],
	['a disconnect, only its box tagged', 'c1/disconnect', [marked('08:00'), dead('08:10', 'c1/disconnect')], [], false, false],
	['a disconnect, its breaker off', 'c1/disconnect', [off('08:00'), dead('08:10', 'c1/disconnect')], [], true, true],
	['a disconnect, the box behind it tested', 'c1/disconnect', [off('08:00'), dead('08:10')], [], true, false],
	['a disconnect, the main off', 'c1/disconnect', [main('08:00'), dead('08:10', 'c1/disconnect')], [], true, true],
	['no such disconnect', 'c9/disconnect', [off('08:00', 'c9'), dead('08:10', 'c9/disconnect')], [], false, false],
	['nothing of that name', 'x', [main('08:00'), dead('08:10', 'x')], [], false, false]
];
for (const [what, placeId, events, readings, tagged, proved] of behind)
	test(`dead or not: ${what}`, () => {
		const state = deadStateAt(wiredBy(['c1']), { readings, events }, placeId);
		assert.deepEqual([state.tag !== null, state.test !== null], [tagged, proved]);
	});
test('live with the main off and tagged is an alarm anywhere behind it, at the bars too, and names the main', () => {
	const at = (boxId: string, events = [main('08:00')]) =>
		liveAlarms(wiredBy(['c1']), [read('09:00', { boxId })], events).map((a) => `${a.boxId}: ${a.off}`);
	assert.deepEqual([at('b'), at('a'), at('p')], [['b: Panel, main'], ['a: Panel, main'], ['p: Panel, main']]);
	assert.deepEqual([at('b', [main('08:00', 's')]), at('a', [main('08:00', 's')])], [[], ['a: Sub, main']]);
});
test('a panel is read bar to bar and to an independent ground; what stays live there is told', () => {
	const j = wiredBy(['c1']);
	const at = (id: string) => {
		const place = gatePlace(j, id);
		assert.ok(place);
		return gateAt(j, place);
	};
	assert.deepEqual(
		panelPoints().map((p) => p.key),
		['busbus2', 'busn', 'busg', 'bus2n', 'bus2g', 'ng', 'earth']
	);
	assert.deepEqual(at('p').points, panelPoints());
	assert.match(at('p').staysLive[0] ?? '', /line side of the main stays live/);
	assert.match(at('s').staysLive[0] ?? '', /fed from another panel/);
	assert.deepEqual([at('c1').points, at('b').staysLive], [breakerPoints({ poles: 1 }), []]);
	const loose = { ...j, circuits: j.circuits.map((c) => ({ ...c, panelId: null })) };
	const breaker = gatePlace(loose, 'c1');
	assert.match((breaker && gateAt(loose, breaker).staysLive[0]) ?? '', /panel is not known/);
	// Nobody knows what feeds its bus: its own switch is not enough.
	assert.equal(deadStateAt(loose, { readings: [], events: [off('08:00'), dead('08:10', 'c1')] }, 'c1').test, null);
});
test('a sign of life after the test voids it; before it, or a test after it, does not', () => {
	const events = [off('08:00'), dead('08:10')];
	const at = (time: string) => `2026-11-03T${time}:00.000Z`;
	const state = (live: string[], open: string[] = []) =>
		deadState(
			events,
			{ tags: events.slice(0, 1), placeId: 'b' },
			{ live: live.map((at) => ({ at })), open: open.map((at) => ({ at })) }
		);
	assert.equal(state([]).test?.at, at('08:10'));
	assert.equal(state([at('08:05')]).test?.at, at('08:10'));
	assert.deepEqual([state([at('08:20')]).test, state([at('08:20')]).voided], [null, at('08:20')]);
	assert.equal(state([], [at('08:10')]).test, null);
});

// Which readings are a sign of life on a circuit that is tagged off.
type Seen = Parameters<typeof liveSign>[0];
const seen = (kind: Seen['kind'], value: number | null, more: Partial<Seen> = {}): Seen => ({
	kind,
	value,
	lamps: null,
	...more
});
const LOW = { meter: 'low-impedance' } as const;
const HIGH = { meter: 'high-impedance' } as const;
const signs: [what: string, r: Seen, want: LiveSign][] = [
	['0 V at low impedance', seen('hn', 0, LOW), 'quiet'],
	['0.9 V at low impedance', seen('hn', 0.9, LOW), 'quiet'],
	['1 V at low impedance', seen('hn', 1, LOW), 'live'],
	['0.9 V on 10 Mohm', seen('hg', 0.9, HIGH), 'quiet'],
	['1 V on 10 Mohm', seen('hg', 1, HIGH), 'not-verified'],
	['50 V on 10 Mohm', seen('ng', 50, HIGH), 'not-verified'],
	['50.1 V on 10 Mohm', seen('ng', 50.1, HIGH), 'live'],
	['30 V, of a meter of which nothing is said', seen('hn', 30), 'not-verified'],
	['120 V, of a meter of which nothing is said', seen('hn', 120), 'live'],
	['240 V hot to hot', seen('hh', 240), 'live'],
	['the second hot', seen('h2n', 118), 'live'],
	['the second hot to ground', seen('h2g', 51), 'live'],
	['all lamps dark', seen('lamps', null, { lamps: 'off off off' }), 'quiet'],
	['one lamp lit', seen('lamps', null, { lamps: 'off off on' }), 'live'],
	['one lamp dim', seen('lamps', null, { lamps: 'off dim off' }), 'live'],
	['a drop under load', seen('drop', 0), 'live'],
	['a GFCI that was timed', seen('gfci-ms', 24), 'live'],
	['a GFCI by its milliamps', seen('gfci-ma', 5), 'live'],
	['a GFCI that trips by its own button', seen('gfci-own', null, { word: 'trips' }), 'live'],
	['a GFCI whose face stays live', seen('gfci-own', null, { word: 'still-live' }), 'live'],
	['a GFCI that does nothing', seen('gfci-own', null, { word: 'no-trip' }), 'quiet'],
	['a tester’s button that trips it', seen('gfci-tester', null, { word: 'trips' }), 'live'],
	['a plug that holds', seen('grip', null, { word: 'holds' }), 'quiet'],
	['ohms of the dead circuit', seen('dead-ohm-hn', 120), 'quiet'],
	['ohms of a ground path', seen('ohm-ground', 60), 'quiet']
];
for (const [what, r, want] of signs) test(`tagged off, and read: ${what}: ${want}`, () => assert.equal(liveSign(r), want));

test('a point of the dead test that is live is evidence: from 1 V at low impedance, over 50 V on 10 Mohm', () => {
	const live = (meter: DeadTest['meter'], v: number) =>
		liveAt({ ...whole, meter, ...volts({ hg: v }) }, points)?.point.key ?? null;
	assert.deepEqual([live('low-impedance', 0.9), live('low-impedance', 1)], [null, 'hg']);
	assert.deepEqual([live('high-impedance', 50), live('high-impedance', 50.5)], [null, 'hg']);
	assert.equal(liveAt({ ...whole, ...volts({ hn: Number.NaN }) }, points), null);
});

// An alarm: live where it is tagged off.
const house = job({ circuits: [circuit(), circuit({ id: 'c2' }), circuit({ id: 'c3' })] });
const alarms: [what: string, readings: Reading[], events: LiveEvent[], at: string[]][] = [
	['nothing tagged', [read('09:00')], [], []],
	['read before it was tagged', [read('07:00')], [off('08:00')], []],
	['read after it was tagged', [read('09:00')], [off('08:00')], ['b']],
	['switched on again since', [read('09:00')], [off('08:00'), on('08:30')], []],
	['another circuit is tagged', [read('09:00')], [off('08:00', 'c2')], []],
	['a ghost on 10 Mohm', [read('09:00', { value: 30, ...HIGH })], [off('08:00')], []],
	['struck out', [read('09:00', { struck: true })], [off('08:00')], []],
	['put right by a later one', [read('09:00'), read('09:05', { value: 0, corrects: '09:00' })], [off('08:00')], []],
	['proved dead since', [read('09:00')], [off('08:00'), dead('09:30')], []],
	['proved dead before', [read('09:00')], [off('08:00'), dead('08:30')], ['b']],
	['another box proved dead since', [read('09:00')], [off('08:00'), dead('09:30', 'a')], ['b']],
	[
		'told by the dead test',
		[],
		[off('08:00'), event('live-found', '08:10', { boxId: 'c', note: 'hot to neutral 118 V' })],
		['c']
	],
	['at two boxes', [read('09:00'), read('09:10', { boxId: 'a' })], [off('08:00')], ['b', 'a']],
	['at a breaker of the panel', [read('09:00', { boxId: 'p', circuitId: 'c1' })], [off('08:00')], ['p']],
	['at another breaker of the panel', [read('09:00', { boxId: 'p', circuitId: 'c2' })], [off('08:00')], []]
];
for (const [what, readings, events, at] of alarms)
	test(`live alarm: ${what}: ${at.length ? 'stops' : 'none'}`, () => {
		const found = liveAlarms(house, readings, events);
		assert.deepEqual(
			found.map((a) => a.boxId),
			at
		);
		assert.ok(found.every((a) => a.circuits[0]?.id === 'c1' && a.tag.kind === 'off-tagged' && /118 V/.test(a.seen)));
	});
test('a live reading voids the dead tests of every box under its tag; volts that a 10 Mohm meter leaves open, those of its own box', () => {
	const events = [off('08:00'), dead('08:10', 'a'), dead('08:10', 'b')];
	const state = (readings: Reading[], id: string) => deadStateAt(house, { readings, events }, id).test !== null;
	const live = [read('09:00')];
	const ghost = [read('09:00', { value: 30, ...HIGH })];
	assert.deepEqual([state(live, 'a'), state(live, 'b'), state(ghost, 'a'), state(ghost, 'b')], [false, false, true, false]);
	assert.deepEqual([state([], 'a'), state([read('09:00', { boxId: 'p', circuitId: 'c1' })], 'a')], [true, false]);
	// With one of two circuits on, what is read there may be the other one.
	const two: Job = { ...house, cables: [...house.cables, cable('p', 'b', 10, { id: 'x', circuitId: 'c2' })] };
	assert.deepEqual(
		[liveAlarms(two, live, [off('08:00')]), liveAlarms(two, live, [off('08:00'), off('08:01', 'c2')]).length],
		[[], 1]
	);
});
test('which meter it was somebody says: nothing is taken for low impedance', () => {
	const test = { provedBefore: true, provedAfter: true, volts: { hn: 0 }, by: 'MR' };
	const points = [{ key: 'hn', words: 'hot to neutral', must: true }];
	const faults = (meter: 'low-impedance' | null) => deadTestFaults({ ...test, meter }, points).map((f) => f.path);
	assert.deepEqual([faults(null), faults('low-impedance')], [['meter'], []]);
});
test('which breaker is it: live with one off rules that one out; dead with one more off names it', () => {
	const says = (events: LiveEvent[], readings = [read('09:00')]) =>
		Object.fromEntries(breakerSuspects(house, { readings, events }, 'b').map((s) => [s.circuit.id, s.says]));
	assert.deepEqual(says([off('08:00')]), { c2: 'maybe', c3: 'maybe', c1: 'no' });
	assert.deepEqual(says([off('08:00'), off('09:10', 'c2'), dead('09:20')]), { c2: 'feeds', c3: 'no', c1: 'no' });
	assert.deepEqual(says([off('08:00'), off('09:10', 'c2'), off('09:11', 'c3'), dead('09:20')]), {
		c2: 'maybe',
		c3: 'maybe',
		c1: 'no'
	});
	const low = read('09:20', { id: 'r2', value: 0.2, ...LOW });
	assert.deepEqual(says([off('08:00'), off('09:10', 'c2')], [read('09:00'), low]), { c2: 'feeds', c3: 'no', c1: 'no' });
	assert.deepEqual(says([off('08:00'), off('08:00', 'c2'), off('08:00', 'c3')]), { c1: 'no', c2: 'no', c3: 'no' });
	// Dead while a main was off, by what has only a marking, or by its wall switch: that names no breaker.
	const nothing = { c1: 'maybe', c2: 'maybe', c3: 'maybe' };
	assert.deepEqual(says([off('08:00'), main('08:05'), dead('08:10')], []), nothing);
	assert.deepEqual(says([off('08:00'), marked('08:05'), dead('08:10')], []), nothing);
	assert.deepEqual(says([off('08:00')], [read('08:10', { value: 0.2, switchAt: 'off', ...LOW })]), nothing);
	// Dead with it off alone tells nothing where nobody read it live with it on: a dead outlet goes dead with any breaker.
	const later = [main('07:00'), main('07:30', 'p', 'on'), off('08:00'), dead('08:10')];
	assert.deepEqual([says(later, []).c1, says(later, [read('07:45')]).c1], ['maybe', 'feeds']);
});

// Points by what is in the box.
const keys = (j: Job, must = true) =>
	deadPoints(j, j.boxes[0] as Box)
		.filter((p) => p.must === must)
		.map((p) => p.key)
		.join(' ');
const one = (more: Partial<Box>, device: Partial<Device> = {}, change: Partial<Job> = {}) =>
	job({ boxes: [box('a', more, device)], cables: [cable('p', 'a', 10)], ...change });
test('dead test points come from what is in the box', () => {
	assert.equal(keys(one({})), 'hn hg ng earth');
	// No ground: the separate earth stands for it.
	assert.equal(keys(one({ ground: 'none' })), 'hn earth');
	assert.deepEqual([keys(one({ ground: 'unknown' })), keys(one({ ground: 'unknown' }), false)], ['hn earth', 'hg ng']);
	// Two hots, with and without a neutral.
	const twoPole = { circuits: [circuit({ poles: 2 })] };
	assert.equal(keys(one({}, {}, twoPole)), 'hh2 hg h2g earth');
	assert.equal(keys(one({}, {}, { ...twoPole, cables: [cable('p', 'a', 10, { conductors: 3 })] })), 'hh2 hn hg h2n h2g ng earth');
	// Two circuits: every pair; a shared neutral is one.
	const second = cable('p', 'a', 10, { id: 'x', circuitId: 'c2' });
	const both = (multiwire: boolean) =>
		one(
			{},
			{},
			{
				circuits: [
					circuit(multiwire ? { multiwire: { withId: 'c2', opens: 'two-pole' } } : {}),
					circuit({ id: 'c2', ...(multiwire ? { multiwire: { withId: 'c1', opens: 'two-pole' } } : {}) })
				],
				cables: [cable('p', 'a', 10), second]
			}
		);
	assert.equal(keys(both(false)), 'hh2 hn hn2 hg h2n h2n2 h2g nn2 ng n2g earth');
	assert.equal(keys(both(true)), 'hh2 hn hg h2n h2g ng earth');
	// Its circuit not known: by its devices.
	assert.equal(keys(one({}, {}, { cables: [] })), 'hn hg ng earth');
	assert.equal(keys(one({}, { volts: 240 }, { cables: [] })), 'hh2 hg h2g earth');
	assert.equal(keys(one({}, { yoke: 'split' }, { cables: [] })), 'hh2 hn hg h2n h2g ng earth');
	// A box of splices, of which nobody knows what feeds it: its neutral is read too.
	assert.equal(keys(job({ boxes: [{ ...box('a'), devices: [] }], cables: [] })), 'hn hg ng earth');
	assert.equal(deadPoints(both(false), both(false).boxes[0] as Box)[0]?.words, 'hot 1 to hot 2');
});
test('a breaker that is changed: the bus that it sits on and its load terminals, each to neutral, to ground and to each other', () => {
	assert.deepEqual(
		disconnectPoints({ poles: 1 }).map((p) => `${p.key}${p.must ? '' : '?'}`),
		['lineload', 'linen?', 'lineg?', 'loadn?', 'loadg?', 'ng?', 'earth']
	);
	assert.equal(disconnectPoints({ poles: 2 }).filter((p) => p.must).length, 7);
	const words = (poles: 1 | 2) => breakerPoints({ poles }).map((p) => p.key);
	assert.deepEqual(words(1), ['busload', 'busn', 'busg', 'loadn', 'loadg', 'ng']);
	assert.equal(words(2).length, 15);
	assert.ok(words(2).includes('busbus2') && words(2).includes('load2n'));
});
test('what is recorded tells a first look and a device that was out', () => {
	assert.match(
		deadTestNote({ ...whole, firstLook: true, deviceOut: true }, points),
		/device out, non-contact tester as a first look: hot to neutral 0 V/
	);
});

test('what comes in as off and tagged counts as live here until it is tagged here', () => {
	const at = (n: number) => `2026-10-12T10:0${n}:00.000Z`;
	const e = (n: number, kind: LiveEvent['kind'], circuitId: string | null, boxId: string | null = null): LiveEvent => ({
		id: `e${n}`,
		jobId: 'j',
		kind,
		circuitId,
		boxId,
		at: at(n),
		by: 'T',
		note: ''
	});
	const events = [
		e(1, 'off-tagged', 'c1'),
		e(2, 'off-tagged', 'c2'),
		e(3, 'on', 'c2'),
		{ ...e(4, 'off-tagged', null, 'a'), what: 'slot 3' },
		e(5, 'dead-test', 'c1', 'a'),
		e(6, 'live-found', 'c2', 'b')
	];
	assert.deepEqual(
		openTags(events).map((t) => t.id),
		['e1', 'e4']
	);
	const on = liveOnArrival(events, { at: at(9), newId: () => 'n' });
	assert.deepEqual(
		on.map((o) => [o.kind, o.circuitId, o.boxId, o.what, o.at, o.by]),
		[
			['on', 'c1', null, undefined, at(9), ''],
			['on', null, 'a', 'slot 3', at(9), '']
		]
	);
	assert.deepEqual(openTags([...events, ...on]), []);
	const { test: proved } = deadState([...events, ...on], { tags: [on[0]], placeId: 'a' });
	assert.equal(proved, null);
});

test('off at a disconnect: its line side is told of, at what is hard-wired behind one only', () => {
	const says = (kind: Device['kind'], disconnect: 'in-sight' | 'lockable' | 'none' | undefined) => {
		const j = job({
			boxes: [box('a', {}, { kind, receptacles: 0 })],
			circuits: [circuit({ disconnect })],
			cables: [cable('p', 'a', 10)]
		});
		const place = gatePlace(j, 'a');
		assert.ok(place);
		return gateAt(j, place).staysLive.length;
	};
	assert.deepEqual(
		[
			says('hard-wired', 'in-sight'),
			says('hard-wired', 'lockable'),
			says('hard-wired', 'none'),
			says('hard-wired', undefined),
			says('switch', 'in-sight')
		],
		[1, 1, 0, 0, 0]
	);
});
