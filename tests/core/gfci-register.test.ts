import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { runOf } from '../../src/core/run/runs';
import type { Reading } from '../../src/core/model/known';
import { proofs } from '../../src/core/prove/assess-prove';
import { beforeAndAfter } from '../../src/core/prove/before-after';
import { clearingOf, dropByCable } from '../../src/core/prove/clearing';
import { dueByMonth, dueDays, gfciRegister } from '../../src/core/prove/gfci-register';
import { addDays } from '../../src/core/units/day';
import { breakerCheck, dimmingCheck, elementCheck } from '../../src/core/prove/guided';
import { halve, shortCheck, type Side } from '../../src/core/prove/short';
import { verdictOf } from '../../src/core/prove/verdicts';
import { box, circuit, job, cable, near, onSubpanel, reading, placesOf } from './small-job';

const e = editions['2023'];
/** A GFCI at A that feeds B and C on its LOAD, installed in March 2016. */
const house = job({
	boxes: [box('a', {}, { protection: 'gfci', feedsLoad: true, installed: '2016-03-01' }), box('b'), box('c')]
});
const test1 = (more: Partial<Reading>) => reading({ boxId: 'a', value: null, at: '2026-10-01T09:00:00.000Z', ...more });
const register = (readings: Reading[], today: string, j = house) =>
	gfciRegister(j, { readings, proofs: proofs(e, j, readings) }, today);

test('the register names what hangs on a device, its age, and that it was never tested', () => {
	const [g] = register([], '2025-01-01');
	assert.deepEqual([g?.protects, g?.replaceBy, g?.state, g?.last], [['A', 'B', 'C'], '2026-03-01', 'never-tested', null]);
});
const STATES: [what: string, readings: Reading[], today: string, state: string, due: string | null][] = [
	['tested, not due', [test1({ kind: 'gfci-own', word: 'trips' })], '2026-10-10', 'passed', '2026-10-31'],
	['due within a week', [test1({ kind: 'gfci-own', word: 'trips' })], '2026-10-25', 'due-soon', '2026-10-31'],
	['overdue', [test1({ kind: 'gfci-own', word: 'trips' })], '2026-11-01', 'overdue', '2026-10-31'],
	['its own button does not trip it', [test1({ kind: 'gfci-own', word: 'no-trip' })], '2026-10-02', 'failed', '2026-10-02'],
	[
		'a good button does not make up for 9 mA',
		[test1({ kind: 'gfci-own', word: 'trips' }), test1({ id: 'r2', kind: 'gfci-ma', value: 9 })],
		'2026-10-02',
		'failed',
		'2026-10-31'
	],
	[
		'a tester that trips nothing is looked at, not failed',
		[test1({ kind: 'gfci-own', word: 'trips' }), test1({ id: 'r2', kind: 'gfci-tester', word: 'no-trip' })],
		'2026-10-02',
		'passed',
		'2026-10-31'
	],
	[
		'only a tester that trips nothing',
		[test1({ kind: 'gfci-tester', word: 'no-trip' })],
		'2026-10-02',
		'not-passed',
		'2026-10-02'
	],
	['a time at what leakage nobody wrote', [test1({ kind: 'gfci-ms', value: 24 })], '2026-10-02', 'not-passed', '2026-10-02'],
	[
		'a tester that trips nothing does not put off the next test',
		[
			test1({ kind: 'gfci-own', word: 'trips', at: '2026-09-01T09:00:00.000Z' }),
			test1({ id: 'r2', kind: 'gfci-tester', word: 'no-trip' })
		],
		'2026-10-02',
		'overdue',
		'2026-10-01'
	]
];
const young = {
	...house,
	boxes: house.boxes.map((b) => ({ ...b, devices: b.devices.map((d) => ({ ...d, installed: '2024-02-29' })) }))
};
for (const [what, readings, today, state, due] of STATES) {
	test(`GFCI: ${what}: ${state}`, () => {
		const [g] = register(readings, today, young);
		assert.deepEqual([g?.state, g?.nextDue, g?.replaceBy], [state, due, '2034-02-28']);
	});
}
test('what wants doing first stands first', () => {
	const ids = ['a', 'b', 'c', 'd', 'e', 'f'];
	const j = {
		...house,
		boxes: ids.map((id) => box(id, {}, { protection: 'gfci' })),
		cables: ids.map((id) => cable('p', id, 10))
	};
	const of = (boxId: string, at: string, more: Partial<Reading>) =>
		test1({ id: boxId, boxId, at: `${at}T09:00:00.000Z`, ...more });
	const own = (word: string) => ({ kind: 'gfci-own' as const, word });
	const rows = [
		of('a', '2026-10-09', own('trips')),
		of('b', '2026-09-12', own('trips')),
		of('d', '2026-10-09', { kind: 'gfci-tester', word: 'no-trip' }),
		of('e', '2026-09-01', own('trips')),
		of('f', '2026-10-09', own('no-trip'))
	];
	assert.deepEqual(
		register(rows, '2026-10-10', j).map((g) => `${g.boxId} ${g.state}`),
		['f failed', 'e overdue', 'd not-passed', 'c never-tested', 'b due-soon', 'a passed']
	);
});
test('past its age it is overdue however well it tests; the calendar has its test and its replacement', () => {
	const all = register([test1({ kind: 'gfci-own', word: 'trips' })], '2026-10-02');
	assert.equal(all[0]?.state, 'overdue');
	assert.deepEqual(
		dueDays(house, all).map((d) => [d.day, d.title, d.everyDays]),
		[
			['2026-10-31', 'Test GFCI at A, Den', 30],
			['2026-03-01', 'Replace GFCI at A, Den', undefined]
		]
	);
	const months = dueByMonth(all, '2026-10-02', 3);
	assert.deepEqual(months, [
		{ month: '2026-10', tests: 1, replacements: 1 },
		{ month: '2026-11', tests: 0, replacements: 0 },
		{ month: '2026-12', tests: 0, replacements: 0 }
	]);
});
test('a breaker that watches is in the register by its own readings, read at its panel', () => {
	const j = job({ circuits: [circuit({ breaker: 'dual', installed: '2020-05-01' })] });
	const [g] = register(
		[reading({ boxId: 'p', circuitId: 'c1', kind: 'gfci-own', value: null, word: 'trips', at: '2026-10-01T09:00:00.000Z' })],
		'2026-10-02',
		j
	);
	assert.deepEqual(
		[g?.name, g?.state, g?.protects, g?.replaceBy],
		['Dual-function breaker, space 1', 'passed', ['A', 'B', 'C'], '2030-05-01']
	);
});
test('days count over the ends of months and years', () => {
	assert.deepEqual(
		[addDays('2026-01-31', 30), addDays('2024-02-28', 1), addDays('2026-12-31', 1)],
		['2026-03-02', '2024-02-29', '2027-01-01']
	);
});
const TIMES: [ms: number, atMa: number, level: string][] = [
	[24, 264, 'good'],
	[26, 264, 'bad'],
	[5500, 6, 'good'],
	[5700, 6, 'bad'],
	// Above 264 mA the time is 25 ms; under 6 mA it need not open.
	[25, 500, 'good'],
	[25.1, 500, 'bad'],
	[9000, 5.9, 'unknown'],
	[5500, 5, 'unknown']
];
for (const [ms, atMa, level] of TIMES) {
	test(`trips in ${ms} ms at ${atMa} mA: ${level}`, () =>
		assert.equal(
			verdictOf(
				{ edition: e, job: house },
				{ place: { id: 'a' }, circuit: undefined },
				{ reading: reading({ kind: 'gfci-ms', value: ms, atMa }) }
			).level,
			level
		));
}

test('a fault to ground: 40 ft of 12 AWG gives over ten times 20 A; 0.8 ohm read of its ground is 131 A and takes its time', () => {
	const j = job();
	const [a] = clearingOf({ edition: e, job: j }, j.circuits[0] ?? circuit(), new Map());
	// 120 / (0.03 + 0.0687 + 0.001 + 0.0687 + 0.015): there, back on the ground, and the service's own neutral.
	assert.ok(near(a?.amps ?? 0, 654.5, 2), `${a?.amps}`);
	assert.deepEqual([a?.instantA, a?.clears], [200, 'at-once']);
	const read = [reading({ boxId: 'a', kind: 'ohm-ground', value: 0.8 })];
	const [slow] = clearingOf({ edition: e, job: j }, j.circuits[0] ?? circuit(), proofs(e, j, read));
	// The hot's own 0.0687 and 0.045 of the service beside the 0.8 that was read.
	assert.ok(near(slow?.measuredAmps ?? 0, 120 / (0.8 + 0.0687 + 0.045), 1));
	assert.equal(slow?.clears, 'in-time');
	const bare = job({ cables: [cable('p', 'a', 40, { ground: false })] });
	assert.equal(clearingOf({ edition: e, job: bare }, bare.circuits[0] ?? circuit(), new Map())[0]?.clears, 'never');
});
test('drop by leg: the joint is where what is read runs away from what is due', () => {
	const j = job();
	const drops = [
		['a', 1.9],
		['b', 7.4],
		['c', 7.9]
	] as const;
	const read = drops.map(([boxId, value], i) => reading({ id: `r${i}`, boxId, kind: 'drop', value, loadA: 12 }));
	const cables = dropByCable({ edition: e, job: j }, j.circuits[0] ?? circuit(), proofs(e, j, read));
	assert.deepEqual(
		cables.map((l) => l.suspect),
		[false, true, false]
	);
	// 12 ft should lose 0.45 points; 5.5 were read: 5.05 % of 120 V at 12 A is 0.5 ohm.
	assert.ok(near(cables[1]?.excessOhms ?? 0, 0.5, 0.02));
});

test('before and after: what a new device must not worsen, drops brought to one load', () => {
	const at = (id: string, phase: 'before' | 'after', more: Partial<Reading>) =>
		reading({ id, phase, at: phase === 'before' ? '2026-10-01T09:00:00.000Z' : '2026-10-01T11:00:00.000Z', ...more });
	const rows = beforeAndAfter(
		[
			at('1', 'before', { kind: 'drop', value: 6, loadA: 12 }),
			at('2', 'after', { kind: 'drop', value: 3.1, loadA: 15 }),
			at('3', 'before', { kind: 'ohm-ground', value: 0.2 }),
			at('4', 'after', { kind: 'ohm-ground', value: 0.3 }),
			at('5', 'before', { kind: 'lamps', value: null, lamps: 'on on off' }),
			at('6', 'after', { kind: 'lamps', value: null, lamps: 'on on off' }),
			at('7', 'before', { kind: 'grip', value: null, word: 'slips' }),
			at('8', 'after', { kind: 'grip', value: null, word: 'holds' }),
			at('9', 'before', { kind: 'hn', value: 119 }),
			reading({ id: '10', kind: 'hn', value: 118 })
		],
		'b'
	);
	assert.deepEqual(
		rows.map((r) => [r.kind, r.change]),
		[
			['lamps', 'same'],
			['drop', 'better'],
			['ohm-ground', 'worse'],
			['grip', 'repaired']
		]
	);
});

const BREAKER: [what: string, figures: Record<string, number>, words: Record<string, string>, says: RegExp, level: string][] = [
	['half its rating', { loadA: 10, tripS: 40 }, {}, /50% of its rating: worn/, 'bad'],
	['over its rating', { loadA: 24 }, {}, /overloaded, and the breaker is doing its job/, 'look'],
	['at once on reset', { loadA: 10 }, { resetTrips: 'at-once' }, /one try, then stop/, 'bad'],
	['hot beside its neighbor', { terminalC: 61, neighborC: 40 }, {}, /38 °F \(21 °C\) over its neighbor/, 'bad'],
	['not of the listed type', {}, { listed: 'no' }, /isn't listed/, 'bad'],
	['nothing entered: no “good”', {}, {}, /Nothing is read at the breaker yet/, 'unknown'],
	['one thing looked at', {}, { listed: 'yes' }, /Nothing wrong in what was read/, 'good'],
	[
		'nothing found',
		{ terminalC: 41, neighborC: 40, afterA: 12, heldS: 600 },
		{ look: 'clean', listed: 'yes' },
		/Nothing wrong/,
		'good'
	],
	['a terminal beside its neighbor, at no load', { terminalC: 41, neighborC: 40 }, { listed: 'yes' }, /under load/, 'unknown'],
	['a terminal alone', { terminalC: 41 }, {}, /read the room/, 'unknown'],
	['a terminal and the room, no load said', { terminalC: 41, ambientC: 25 }, {}, /read it under load/, 'unknown'],
	[
		'a terminal 29 °C over the room, under load',
		{ terminalC: 54, ambientC: 25, afterA: 12, heldS: 600 },
		{ listed: 'yes' },
		/Nothing wrong/,
		'good'
	],
	['30 °C over it', { terminalC: 55, ambientC: 25, afterA: 12, heldS: 600 }, {}, /over the room: read what it is rated/, 'look'],
	['50 °C over it', { terminalC: 75, ambientC: 25, afterA: 12, heldS: 600 }, {}, /hotter than it is rated for/, 'bad'],
	['a neighbor alone', { neighborC: 41 }, {}, /only its neighbor/, 'unknown'],
	['tripped in 0.02 s at 25 A of 20', { loadA: 25, tripS: 0.02 }, {}, /short or ground fault, an arc/, 'bad'],
	['in 0.1 s: no short', { loadA: 25, tripS: 0.1 }, {}, /overloaded/, 'look'],
	[
		'it tripped at 8 A before, and holds 12 A for 10 min now',
		{ loadA: 8, tripS: 40, afterA: 12, afterV: 118, heldS: 600 },
		{ listed: 'yes' },
		/Nothing wrong/,
		'good'
	],
	['and holds 12 A for 2 min', { loadA: 8, tripS: 40, afterA: 12, heldS: 120 }, {}, /worn, or heated/, 'bad'],
	['a time without a load', { tripS: 40 }, {}, /At what load it trips/, 'unknown'],
	['tested after with nothing on', { afterA: 0, afterV: 120 }, {}, /Not load-tested/, 'unknown'],
	['volts after, at no load', { afterV: 120 }, {}, /Not load-tested/, 'unknown'],
	['it held, at no load', { heldS: 600 }, {}, /Not load-tested/, 'unknown'],
	['tested after under load', { afterA: 12, afterV: 118, heldS: 600 }, {}, /Nothing wrong/, 'good']
];
for (const [what, figures, words, says, level] of BREAKER) {
	test(`a breaker that trips: ${what}`, () => {
		const got = breakerCheck({ edition: e, job: job() }, circuit(), { figures, words });
		assert.match(got.says, says);
		assert.equal(got.level, level);
	});
}
test('a 20 A breaker on 14 AWG comes before everything else', () => {
	const thin = job({ cables: [cable('p', 'a', 40, { awg: '14' })] });
	assert.match(
		breakerCheck({ edition: e, job: thin }, circuit(), { figures: { loadA: 8 }, words: {} }).says,
		/too large for 14 AWG, planned \(at most 15 A\)/
	);
});
const ELEMENT: [figures: Record<string, number>, words: Record<string, string>, level: string, says: RegExp][] = [
	[{ watts: 5500, volts: 240, ohms: 10.5 }, { sheath: 'open' }, 'good', /Nothing wrong/],
	// What nobody read to its sheath is not open.
	[{ watts: 5500, volts: 240, ohms: 10.5 }, {}, 'unknown', /Not read to its sheath/],
	[{ watts: 5500, volts: 240, ohms: 10.5 }, { sheath: 'reads' }, 'bad', /A reading to the sheath/],
	[{ watts: 5500, volts: 240 }, { open: 'open' }, 'bad', /burned out/],
	[{ watts: 5500, volts: 240, ohms: 12 }, {}, 'look', /12 ohm against 10.47/],
	[{ watts: 5500, volts: 240, ohms: 10.5, shellOhms: 40_000 }, {}, 'bad', /to the sheath/]
];
test('an element of which only the sheath was read is not good', () => {
	const level = (figures: Record<string, number>, words: Record<string, string>) => elementCheck({ figures, words }).level;
	assert.deepEqual(
		[
			level({}, { sheath: 'open' }),
			level({ watts: 5500, volts: 240 }, { sheath: 'open' }),
			level({ ohms: 10.5 }, {}),
			level({}, { sheath: 'reads' })
		],
		['unknown', 'unknown', 'unknown', 'bad']
	);
});
for (const [figures, words, level, says] of ELEMENT) {
	test(`a 5500 W element at 240 V: ${JSON.stringify({ ...figures, ...words })}: ${level}`, () => {
		const got = elementCheck({ figures, words });
		assert.equal(got.level, level);
		assert.match(got.says, says);
		assert.ok(near(Number(got.steps[0]?.value), 10.473, 0.001), '240² / 5500');
	});
}
const DIM: [what: string, figures: Record<string, number>, says: RegExp, level: string][] = [
	[
		'a sound service: 12 A x 0.045 = 0.54 V',
		{ loadA: 12, panelIdle: 120, panelLoaded: 119.4, otherIdle: 120, otherLoaded: 120.2, nearIdle: 119.8, nearLoaded: 119.3 },
		/Nothing wrong/,
		'good'
	],
	['a load that is too small to tell', { loadA: 7.9, panelIdle: 120, panelLoaded: 119.7 }, /too little to tell/, 'unknown'],
	[
		'a load that tells',
		{ loadA: 8, panelIdle: 120, panelLoaded: 119.7, otherIdle: 120, otherLoaded: 120 },
		/Nothing wrong/,
		'good'
	],
	['a small load that shows it all the same', { loadA: 4, panelIdle: 120, panelLoaded: 116 }, /in the service, the main/, 'bad'],
	[
		'the other leg, by a volt',
		{ loadA: 12, panelIdle: 120, panelLoaded: 119.5, otherIdle: 120, otherLoaded: 121 },
		/Nothing wrong/,
		'good'
	],
	[
		'the other leg, by 1.2 V at 40 A: normal',
		{ loadA: 40, panelIdle: 120, panelLoaded: 118.2, otherIdle: 120, otherLoaded: 121.2 },
		/Nothing wrong/,
		'good'
	],
	[
		'the other leg, by 3.2 V at 40 A',
		{ loadA: 40, panelIdle: 120, panelLoaded: 118.2, otherIdle: 120, otherLoaded: 123.2 },
		/may be loose. Put no larger load on/,
		'look'
	],
	['a panel that rises', { loadA: 12, panelIdle: 118, panelLoaded: 119.1 }, /rises by 1.1 V/, 'look'],
	['one that strays', { loadA: 12, panelIdle: 118, panelLoaded: 119, otherIdle: 118, otherLoaded: 118 }, /Nothing wrong/, 'good'],
	[
		'a joint in what both share',
		{ loadA: 12, panelIdle: 120, panelLoaded: 114 },
		/in the service, the main or the feeder/,
		'bad'
	],
	[
		'the other leg rises',
		{ loadA: 12, panelIdle: 120, panelLoaded: 112, otherIdle: 120, otherLoaded: 127 },
		/service neutral is open or loose/,
		'bad'
	],
	[
		'a shared neutral on the way',
		{ loadA: 12, panelIdle: 120, panelLoaded: 119.5, nearIdle: 119.8, nearLoaded: 112 },
		/Follow the neutral/,
		'look'
	]
];
for (const [what, figures, says, level] of DIM) {
	test(`lights that dim: ${what}`, () => {
		const got = dimmingCheck({ edition: e, job: job() }, circuit(), { figures, words: {} });
		assert.match(got.says, says);
		assert.equal(got.level, level);
	});
}
test('on a subpanel the feeder is part of what both circuits share: 62 ft of 6 AWG lose more before it is a joint', () => {
	const j = onSubpanel(62);
	const figures = { loadA: 20, panelIdle: 120, panelLoaded: 117.8, otherIdle: 120, otherLoaded: 120.5 };
	// Service 20 x 0.045 = 0.9 V; the feeder 2 x 62 ft at 0.491 x 0.8385 ohm per 1000 ft and 8 mohm: 20 x 0.059 = 1.18 V more.
	const got = dimmingCheck({ edition: e, job: j }, j.circuits[0], { figures, words: {} });
	assert.equal(got.level, 'good');
	assert.ok(near(Number(got.steps[0]?.value), 2.05, 0.1), `${got.steps[0]?.value}`);
	assert.equal(
		dimmingCheck({ edition: e, job: job() }, circuit(), { figures, words: {} }).level,
		'bad',
		'on the service’s own bars it is one'
	);
});

/** A run p - a - b - c, with d as a branch at b. */
const forked = job({
	boxes: [box('a'), box('b'), box('c'), box('d')],
	cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 10), cable('b', 'd', 10)]
});
const HALVES: [found: Record<string, string>, suspects: string[], next: string | null][] = [
	[{}, ['a', 'b', 'c', 'd'], 'b'],
	[{ b: 'onward' }, ['c', 'd'], null],
	[{ b: 'panel' }, ['a', 'b'], 'a'],
	[{ b: 'panel', a: 'onward' }, ['b'], null],
	[{ b: 'panel', a: 'panel' }, ['a'], null],
	[{ b: 'both' }, ['a', 'b', 'c', 'd'], 'a']
];
for (const [found, suspects, next] of HALVES) {
	test(`a short, halved: ${JSON.stringify(found)} leaves ${suspects.join(', ')}, next ${next}`, () => {
		const run = runOf(forked, forked.circuits[0] ?? circuit());
		const got = halve(run, new Map(Object.entries(found) as [string, Side][]));
		assert.deepEqual([[...got.suspects].sort(), got.next], [suspects, next]);
	});
}
test('a short by its ohms: 0.19 with leads of 0.05 is 0.14 out and back, as far as A', () => {
	const got = shortCheck({ edition: e, job: forked }, forked.circuits[0] ?? circuit(), {
		figures: { ohms: 0.19, leads: 0.05 },
		words: {}
	});
	assert.match(got.points[0]?.says ?? '', /0\.14 ohm is about the distance to A/);
	assert.match(
		shortCheck({ edition: e, job: forked }, forked.circuits[0] ?? circuit(), { figures: {}, words: { b: 'panel', a: 'onward' } })
			.says,
		/in the cable to B/
	);
});
test('the two legs at a panel: 4 V apart is looked at, with the load that tells', () => {
	const j = job();
	const at = (id: string, kind: 'hn' | 'h2n', value: number) => reading({ id, boxId: 'p', kind, value });
	const found = proofs(e, j, [at('1', 'hn', 118), at('2', 'h2n', 122)]).get('p');
	assert.equal(placesOf(j, [at('1', 'hn', 118), at('2', 'h2n', 122)]).get('p')?.level, 'look');
	assert.match(found?.latest.h2n?.verdict.judgments.at(-1)?.says ?? '', /4 V apart: read both again/);
	assert.equal(placesOf(j, [at('1', 'hn', 120), at('2', 'h2n', 121)]).get('p')?.level, 'good');
	const apart = proofs(e, j, [at('1', 'hn', 90), at('2', 'h2n', 150)]).get('p');
	assert.match(apart?.latest.h2n?.verdict.judgments.at(-1)?.says ?? '', /Main off, call the utility; put no load on/);
});
test('what was read before the work is no longer judged once the place was read after it, though not all of it was read again', () => {
	const j = job();
	const before = reading({ id: '1', kind: 'ohm-ground', value: 1.3, phase: 'before', at: '2026-10-01T09:00:00.000Z' });
	assert.equal(placesOf(j, [before]).get('b')?.level, 'bad');
	const after = reading({ id: '2', kind: 'hn', value: 120, phase: 'after', at: '2026-10-01T11:00:00.000Z' });
	const ground = reading({ id: '3', kind: 'hg', value: 120, phase: 'after', at: '2026-10-01T11:00:00.000Z' });
	assert.equal(placesOf(j, [before, after, ground]).get('b')?.level, 'unknown', 'its path was not read since');
	assert.equal(placesOf(j, [before, { ...after, struck: true }]).get('b')?.level, 'bad', 'an undone reading does not clear it');
});
