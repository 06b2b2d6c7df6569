import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { ASKS, guidedAnswer } from '../../src/core/prove/guided';
import { seriesSays, tripSeries } from '../../src/core/prove/trip-series';
import type { GuidedCheck } from '../../src/core/model/known';
import { GUIDED_KINDS, type GuidedKind } from '../../src/core/model/kinds';
import { SYMPTOM_WORDS } from '../../src/core/trace/symptom-words';
import { SYMPTOM_KINDS } from '../../src/core/model/kinds';
import { remediesOf } from '../../src/core/trace/remedies';
import { sayFaults } from '../../src/core/trace/say';
import { FAULTS, type FaultKind } from '../../src/core/faults/kinds';
import { endangersShell, makesShellLive } from '../../src/core/faults/rows';
import { box, circuit, job, cable, only } from './small-job';

/** What trips, and why: the checks that are led, each answer by hand. */
const j = job({
	boxes: ['a', 'b', 'c', 'd'].map((id) => box(id)),
	circuits: [circuit({ id: 'c1' })],
	cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 12), cable('c', 'd', 12)]
});
const ask = (kind: GuidedKind, more: Partial<GuidedCheck>) =>
	guidedAnswer(editions['2023'], j, { id: 'x', kind, of: 'c1', figures: {}, words: {}, at: '', by: '', note: '', ...more });

/** One cable, and two with nothing onward of the first split: what can't be split is no finding while nothing was read. */
const shortRuns: [what: string, cables: number, kind: GuidedKind, more: Partial<GuidedCheck>, level: string, says: RegExp][] = [
	['one cable, nothing read', 1, 'short', {}, 'look', /Nothing to split: disconnect the cable to A at both ends/],
	['one cable, the short read', 1, 'short', { figures: { ohms: 0.2 } }, 'bad', /in the cable to A/],
	[
		'two cables, split, cannot tell',
		2,
		'short',
		{ words: { a: 'both' } },
		'look',
		/Nothing to split: disconnect the cable to A or B/
	],
	['one cable, 4.9 ohm', 1, 'short', { figures: { ohms: 5, leads: 0.1 } }, 'bad', /in the cable to A/],
	['one cable, 5 ohm: no short', 1, 'short', { figures: { ohms: 5 } }, 'look', /^5 ohm is no short/],
	['one cable, 5.5 ohm, leads not read', 1, 'short', { figures: { ohms: 5.5 } }, 'look', /^5.5 ohm is no short/],
	['two cables, no short: not split', 2, 'short', { figures: { ohms: 2e5 } }, 'look', /is no short/],
	[
		'two cables, no short, and a side told',
		2,
		'short',
		{ figures: { ohms: 9 }, words: { a: 'panel' } },
		'bad',
		/in the cable to A/
	],
	['two cables, split, onward', 2, 'short', { words: { a: 'onward' } }, 'bad', /in the cable to B/],
	['no run entered', 0, 'short', {}, 'unknown', /no run to split/],
	['one cable, nothing read', 1, 'ground-fault', {}, 'look', /Nothing to split: off, the cable to A/],
	['one cable that leaks', 1, 'ground-fault', { figures: { megohms: 0.01 } }, 'bad', /12 mA leaks to ground/],
	['one cable that holds', 1, 'ground-fault', { figures: { megohms: 5 }, words: { by: 'tester' } }, 'look', /The cable holds/],
	[
		'a run that holds is not split',
		2,
		'ground-fault',
		{ figures: { megohms: 5 }, words: { by: 'tester' } },
		'look',
		/The cable holds/
	],
	['two cables, cannot tell', 2, 'ground-fault', { words: { a: 'both' } }, 'look', /Nothing to split/],
	['no run entered', 0, 'ground-fault', {}, 'unknown', /no run to split/],
	['one cable, nothing read', 1, 'arc-fault', {}, 'look', /Unplug everything and reset/],
	['one cable that trips unplugged', 1, 'arc-fault', { words: { unplugged: 'trips' } }, 'look', /neutral is only its own/],
	[
		'one cable, and all else looked at',
		1,
		'arc-fault',
		{ words: { unplugged: 'trips', neutral: 'own', lands: 'breaker', touches: 'open', terminals: 'tight' } },
		'bad',
		/in the cable to A/
	],
	// Out and back of 40 ft of 12 AWG: about 0.13 ohm.
	['0.2 ohm fits the way to A', 1, 'short', { figures: { ohms: 0.2 } }, 'bad', /in the cable to A/],
	['0.5 ohm fits no place of the run', 1, 'short', { figures: { ohms: 0.5 } }, 'bad', /in the cable to A/]
];
for (const [what, cables, kind, more, level, says] of shortRuns)
	test(`${kind}, ${what}: ${level}`, () => {
		const small = job({ boxes: [box('a'), box('b')], cables: [cable('p', 'a', 40), cable('a', 'b', 12)].slice(0, cables) });
		const check = { id: 'x', kind, of: 'c1', figures: {}, words: {}, at: '', by: '', note: '', ...more };
		const got = guidedAnswer(editions['2023'], small, check);
		assert.equal(got.level, level);
		assert.match(got.says, says);
	});

test('a run that holds its insulation test is not split, one that leaks is', () => {
	const says = (megohms: number) =>
		ask('ground-fault', { figures: { megohms }, words: { by: 'tester' } }).points.map((p) => p.says.split(' ')[0]);
	assert.deepEqual([says(5), says(0.01)], [['The'], ['12', 'Split', 'Still']]);
});
test('a short far nearer than the meter tells is at its nearest box; the loop is shown as it was worked out', () => {
	const check = { id: 'x', kind: 'short' as const, of: 'c1', figures: { ohms: 0.05 }, words: {}, at: '', by: '', note: '' };
	const got = guidedAnswer(editions['2023'], j, check);
	assert.equal(got.steps[0]?.formula, '0.05 - 0');
	assert.match(got.points[0]?.says ?? '', /^0.05 ohm is about the distance to A/);
	// The first says it is said: where to split, and not how far it may be.
	assert.match(got.says, /^Split the run at B/);
	assert.equal(got.level, 'look');
});

const ALL_LOOKED = { neutral: 'own', lands: 'breaker', touches: 'open', terminals: 'tight' };
const told: [what: string, kind: GuidedKind, more: Partial<GuidedCheck>, level: string, says: RegExp][] = [
	// 120 V over 0.03 Mohm are 4 mA.
	['0.03 Mohm leaks 4 mA', 'ground-fault', { figures: { megohms: 0.03 } }, 'bad', /4 mA leaks to ground/],
	['0.031 Mohm leaks less, and is a fault', 'ground-fault', { figures: { megohms: 0.031 } }, 'bad', /0.031 Mohm is a fault/],
	[
		'0.05 Mohm is no cable that holds',
		'ground-fault',
		{ figures: { megohms: 0.05 }, words: { by: 'tester' } },
		'bad',
		/is a fault/
	],
	['0.099 by an ohmmeter', 'ground-fault', { figures: { megohms: 0.099 }, words: { by: 'ohmmeter' } }, 'bad', /is a fault/],
	['0.1 by a tester', 'ground-fault', { figures: { megohms: 0.1 }, words: { by: 'tester' } }, 'look', /damp/],
	['0.99 by a tester', 'ground-fault', { figures: { megohms: 0.99 }, words: { by: 'tester' } }, 'look', /damp/],
	['1 by a tester', 'ground-fault', { figures: { megohms: 1 }, words: { by: 'tester' } }, 'look', /The cable holds/],
	['1 by an ohmmeter', 'ground-fault', { figures: { megohms: 1 }, words: { by: 'ohmmeter' } }, 'look', /Split the run/],
	['a dead short to ground', 'ground-fault', { figures: { megohms: 0 } }, 'bad', /^A dead short to ground/],
	['nothing said yet', 'ground-fault', {}, 'look', /Split the run at B/],
	['trips with what is beyond B off', 'ground-fault', { words: { b: 'panel' } }, 'look', /Split the run at A/],
	['holds with what is beyond B off', 'ground-fault', { words: { b: 'onward' } }, 'look', /Split the run at C/],
	['between C and D', 'ground-fault', { words: { b: 'onward', c: 'onward' } }, 'bad', /in the cable to D/],
	['contradicting', 'ground-fault', { words: { b: 'panel', a: 'onward', c: 'onward' } }, 'unknown', /contradict/],
	['an AFCI on a shared neutral', 'arc-fault', { words: { neutral: 'shared' } }, 'bad', /two-pole/],
	[
		'an AFCI that holds unplugged',
		'arc-fault',
		{ words: { unplugged: 'holds', neutral: 'own' } },
		'look',
		/one thing after the other/
	],
	[
		'an AFCI that trips unplugged: the panel first',
		'arc-fault',
		{ words: { unplugged: 'trips' } },
		'look',
		/neutral is only its own/
	],
	['and all looked at', 'arc-fault', { words: { unplugged: 'trips', ...ALL_LOOKED } }, 'look', /Split the run at B/],
	['its neutral on the bar', 'arc-fault', { words: { ...ALL_LOOKED, lands: 'bar' } }, 'bad', /onto the breaker/],
	['its neutral on another breaker', 'arc-fault', { words: { ...ALL_LOOKED, lands: 'other' } }, 'bad', /own hot/],
	['its neutral touches ground', 'arc-fault', { words: { ...ALL_LOOKED, touches: 'reads' } }, 'bad', /touches ground/],
	['a loose terminal', 'arc-fault', { words: { ...ALL_LOOKED, terminals: 'loose' } }, 'bad', /loose terminal arcs/],
	['an AFCI, nothing tried', 'arc-fault', {}, 'look', /Unplug everything/],
	['no supply at LINE', 'gfci-reset', { figures: { lineV: 59 } }, 'bad', /without supply/],
	[
		'70 V at LINE is no supply',
		'gfci-reset',
		{ figures: { lineV: 70 }, words: { alone: 'resets' } },
		'bad',
		/again at low impedance/
	],
	['107 V', 'gfci-reset', { figures: { lineV: 107 } }, 'bad', /no supply/],
	['108 V', 'gfci-reset', { figures: { lineV: 108 } }, 'look', /which pair is live/],
	['126 V', 'gfci-reset', { figures: { lineV: 126 } }, 'look', /which pair is live/],
	['127 V', 'gfci-reset', { figures: { lineV: 127 } }, 'bad', /too high/],
	['240 V', 'gfci-reset', { figures: { lineV: 240 }, words: { alone: 'no' } }, 'bad', /two hots. Off now/],
	['LINE and LOAD exchanged', 'gfci-reset', { figures: { lineV: 0 }, words: { live: 'load' } }, 'bad', /exchanged/],
	['both live', 'gfci-reset', { figures: { lineV: 120 }, words: { live: 'load' } }, 'unknown', /both can't be/],
	['it resets alone, LINE not read', 'gfci-reset', { words: { alone: 'resets' } }, 'look', /Read volts at LINE/],
	['in order so far', 'gfci-reset', { figures: { lineV: 120 }, words: { live: 'line' } }, 'look', /does it reset/],
	[
		'resets alone',
		'gfci-reset',
		{ figures: { lineV: 120 }, words: { live: 'line', alone: 'resets' } },
		'bad',
		/The device is good/
	],
	[
		'does not reset alone, old',
		'gfci-reset',
		{ figures: { lineV: 120, age: 10 }, words: { alone: 'no' } },
		'bad',
		/replace it, at 10 years/
	],
	[
		'does not reset alone, newer',
		'gfci-reset',
		{ figures: { lineV: 120, age: 9.9 }, words: { alone: 'no' } },
		'bad',
		/replace it$/
	],
	['nothing read', 'gfci-reset', {}, 'look', /Read volts at LINE/]
];
for (const [what, kind, more, level, says] of told)
	test(`led: ${what}`, () => {
		const answer = ask(kind, more);
		assert.equal(answer.level, level, JSON.stringify(answer.points));
		assert.match(answer.says, says);
	});
test('every symptom has its words; those that a check answers name one that there is; heat, a tingle and a lost neutral say what to do now', () => {
	assert.deepEqual(SYMPTOM_WORDS.map((s) => s.kind).sort(), [...SYMPTOM_KINDS].sort());
	for (const s of SYMPTOM_WORDS) if (s.check) assert.ok(GUIDED_KINDS.includes(s.check) && ASKS[s.check]);
	for (const kind of ['tingle', 'warm', 'bright-and-dim'])
		assert.match(SYMPTOM_WORDS.find((s) => s.kind === kind)?.now ?? '', /off/);
});
test('every fault has a sentence and a remedy; what makes a shell live, or lifts the volts, says so first', () => {
	for (const kind of FAULTS) {
		const words = sayFaults([{ kind, at: 'x' }], () => 'SW-01');
		assert.ok(words.length > 8 && !words.includes(kind.includes('-') ? `${kind} ` : '§'), `${kind}: ${words}`);
		const { remedy } = only(remediesOf([{ kind, at: 'x' }]));
		assert.ok(remedy.open && remedy.lookFor && remedy.fix && remedy.proves);
	}
	for (const kind of ['bootleg', 'hot-ground-reversed', 'open-ground', 'service-neutral-open'] as const)
		assert.match(only(remediesOf([{ kind, at: 'x' }])).remedy.now ?? '', /off now/);
	const both = remediesOf([
		{ kind: 'loose-hot', at: 'x' },
		{ kind: 'bootleg', at: 'y' }
	]);
	assert.deepEqual(
		both.map((r) => r.faults.map((f) => f.kind)),
		[['bootleg'], ['loose-hot']]
	);
	assert.match(only(remediesOf([])).remedy.fix, /Nothing is wrong/);
	assert.equal(
		sayFaults([], () => ''),
		'nothing is wrong with the wiring'
	);
});

// Each is told what is its own: to land conductors mends no tab, no breaker and no shared splice.
const OWN: [kind: FaultKind, fix: RegExp][] = [
	['tab-left-in', /Break the tab off/],
	['tab-removed', /with its tab/],
	['gfci-line-load-swapped', /feeding cable on LINE/],
	['gfci-dead', /Replace it/],
	['gfci-tripped', /find the leak first/],
	['breaker-worn', /new breaker listed for this panel/],
	['both-hots-one-leg', /other leg/],
	['neutral-borrowed', /Part the neutrals/],
	['circuits-joined', /Part the hots/],
	['service-leg-loose', /service off/],
	['bootleg', /Take the jumper off here/]
];
for (const [kind, fix] of OWN)
	test(`remedy of ${kind}`, () => assert.match(only(remediesOf([{ kind, at: 'x' }])).remedy.fix, fix));
test('panel work begins with the main off and the bus verified dead', () => {
	for (const kind of ['breaker-worn', 'both-hots-one-leg'] as const)
		assert.match(
			only(remediesOf([{ kind, at: 'x' }])).remedy.open,
			/main off, the bus verified dead.*What feeds the main stays live/
		);
});
test('shells: at line voltage as it is, or with a fault of the appliance', () => {
	assert.deepEqual(FAULTS.filter(makesShellLive), ['hot-ground-reversed', 'bootleg']);
	assert.deepEqual(FAULTS.filter(endangersShell), ['open-ground', 'hot-ground-reversed', 'bootleg', 'ground-contact-lost']);
});

test('trips of a breaker as a series: at less load and sooner is wear; alike is the load itself', () => {
	const kept = (n: number, figures: Record<string, number>): GuidedCheck => ({
		id: `t${n}`,
		kind: 'breaker',
		of: 'c1',
		figures,
		words: {},
		at: `2026-10-2${n}T09:00:00.000Z`,
		by: '',
		note: ''
	});
	const says = (...rows: [amps: number, seconds: number][]) =>
		seriesSays(tripSeries({ guided: rows.map(([loadA, tripS], n) => kept(n, { loadA, tripS })) }, 'c1'));
	assert.match(says([18, 900], [14, 300]) ?? '', /less load and sooner/);
	assert.match(says([18, 300], [14, 900]) ?? '', /^At less load than/);
	assert.match(says([18, 900], [18, 300]) ?? '', /^Sooner/);
	assert.match(says([18, 300], [18, 300]) ?? '', /^Alike/);
	assert.match(says([18, 300], [18, 301]) ?? '', /^Alike/);
	assert.equal(says([18, 300]), null);
	// More load trips sooner in any case: held against the first that had as much.
	assert.match(says([12, 900], [18, 300]) ?? '', /do not compare/);
	assert.match(says([12, 900], [20, 300], [18, 200]) ?? '', /^At less load and sooner/);
	assert.match(says([12, 100], [18, 300], [18, 300]) ?? '', /^Alike/);
	const [late, early] = [kept(2, { afterA: 15, heldS: 3600 }), kept(1, { loadA: 12 })];
	assert.deepEqual(
		tripSeries({ guided: [late, early, { ...kept(3, {}), of: 'c2' }] }, 'c1').map((t) => [t.id, t.loadA, t.minutes, t.held]),
		[
			['t1', 12, null, null],
			['t2', null, null, { amps: 15, minutes: 60 }]
		]
	);
});

test('ohms that are more than the whole way out and back name no place', () => {
	const one = job({ boxes: [box('a')], cables: [cable('p', 'a', 40)] });
	const said = (ohms: number) =>
		guidedAnswer(editions['2023'], one, {
			id: 'x',
			kind: 'short',
			of: 'c1',
			figures: { ohms },
			words: {},
			at: '',
			by: '',
			note: ''
		}).points[0]?.says;
	assert.match(said(0.2) ?? '', /about the distance to A/);
	assert.match(said(0.5) ?? '', /no place of it fits/);
});
