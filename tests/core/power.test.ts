import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { produce } from 'immer';
import { attachBox } from '../../src/core/edit/cables';
import { liveWhereApart, mergeEvents } from '../../src/core/edit/merge/merge-jobs';
import { nameSpace } from '../../src/core/edit/name-space';
import { breakerSuspects, deadStateAt, liveAlarms } from '../../src/core/makeup/live-alarm';
import type { Circuit, Job, LiveEvent, Reading } from '../../src/core/model/job';
import { powerTimeline } from '../../src/core/makeup/timeline';
import { newCircuit } from '../../src/core/model/new-job';
import { openLooks, openTags } from '../../src/core/model/power';
import { breakerName } from '../../src/core/model/breaker-name';
import { byWriting } from '../../src/core/model/written';
import { runs } from './few';
import { box, job, reading } from './small-job';

/** What is off by its space: for a box of which nobody knows the circuit, and what tells which breaker it is. */
const bare = (): Job => job({ panels: [], circuits: [], cables: [], boxes: [box('z', { state: 'found' })] });
/** A space is named as a person would: what it makes, and which breaker it is then. */
function named(j: Job, ...texts: string[]): { job: Job; ids: string[] } {
	let at = j;
	const ids = texts.map((text) => {
		const found = nameSpace(at, text);
		assert.ok(found.known, text);
		if (found.make) at = produce(at, found.make);
		return found.circuitId;
	});
	return { job: at, ids };
}
const AT = Date.parse('2026-11-30T09:00:00.000Z');
let n = 0;
const event = (kind: LiveEvent['kind'], minute: number, more: Partial<LiveEvent> = {}): LiveEvent => ({
	id: `e${++n}`,
	jobId: 'j',
	kind,
	circuitId: null,
	boxId: null,
	at: new Date(AT + minute * 60_000).toISOString(),
	by: 'JM',
	note: '',
	...more
});
const volts = (value: number, minute: number): Reading =>
	reading({
		id: `r${++n}`,
		boxId: 'z',
		kind: 'hn',
		value,
		meter: 'low-impedance',
		at: new Date(AT + minute * 60_000).toISOString()
	});

test('a space that is named makes a panel of unknown size with that space, and nothing else', () => {
	const { job: j, ids } = named(bare(), 'space 9', '9', 'slot 9, marked den', '11/13');
	assert.equal(new Set(ids).size, 2, 'the same words are the same breaker');
	assert.deepEqual(
		j.panels.map((p) => [p.mainA, p.spaces, p.service]),
		[[null, null, undefined]]
	);
	const shown = (c: Circuit) => [c.space, c.poles, c.breakerA, c.directory, c.state];
	assert.deepEqual(j.circuits.map(shown), [
		[9, 1, null, 'den', 'found'],
		[11, 2, null, '', 'found']
	]);
	assert.deepEqual(j.cables, [], 'no box is on it by that');
});
test('a fuse that is named is in a panel of fuses; which kind of fuse nobody said', () => {
	const { job: j, ids } = named(bare(), 'fuse 2');
	const [c] = j.circuits;
	assert.deepEqual([j.panels[0]?.kind, c?.opener, breakerName(j, c)], ['fuses', 'fuse', 'fuse 2']);
	assert.equal(ids.length, 1);
});
// Off means all of it: one thin breaker is not the other, and one of two is not both.
const AGAIN: [first: string[], then: string, says: string | number][] = [
	[['7A'], '7A', 1],
	[['7A'], '7B', 2],
	[['7A'], '7', 'which-half'],
	[['7A', '7B'], 'space 7', 'which-half'],
	[['7'], '7A', 2],
	[['7'], '7/9', 1],
	[['9'], '7/9', 'two-breakers'],
	[['7', '9'], '7/9', 'two-breakers'],
	[['7/9'], '9', 1],
	[['7/9'], '11', 2],
	[['main 7', 'cellar 7'], '7', 'which-panel'],
	[[], 'main', 'no-space']
];
for (const [first, then, says] of AGAIN)
	test(`after ${first.join(' and ') || 'nothing'}, "${then}" is ${typeof says === 'string' ? says : `one of ${says}`}`, () => {
		const { job: j } = named(bare(), ...first);
		const again = nameSpace(j, then);
		if (!again.known) return assert.equal(again.why, says);
		const made = again.make ? produce(j, again.make) : j;
		assert.equal(made.circuits.length, says);
		if (then === '7/9') assert.equal(made.circuits[0]?.poles, 2, 'it takes both');
	});
test('which panel is meant may be asked for apart', () => {
	const { job: two } = named(bare(), 'main 4', 'cellar 7');
	const cellar = two.panels[1]?.id ?? '';
	const again = nameSpace(two, '4', cellar);
	assert.ok(again.known && again.make);
	assert.equal(again.panelId, cellar);
	assert.deepEqual(nameSpace(two, '4', 'gone'), { known: false, why: 'which-panel' });
});
test('what is known of a breaker is not rewritten by a word: one that was read stays a single pole', () => {
	const { job: j } = named(bare(), '7');
	const read = produce(j, (d) => void Object.assign(d.circuits[0] ?? {}, { breakerA: 20 }));
	const again = nameSpace(read, '7/9');
	assert.deepEqual(again, { known: false, why: 'two-breakers' });
});
test('a box that is known to hang on one breaker is not off by the tag of another', () => {
	const { job: j, ids } = named(bare(), '7', '9');
	const [c7 = '', c9 = ''] = ids;
	const on7 = produce(j, attachBox('z', { cableId: 'l', circuitId: c7, fromId: null, lengthFt: null }));
	const tagOf = (at: Job, ...events: LiveEvent[]) => deadStateAt(at, { readings: [], events }, 'z').tag?.circuitId ?? null;
	const tag9 = event('off-tagged', 0, { circuitId: c9, boxId: 'z' });
	assert.deepEqual([tagOf(j, tag9), tagOf(on7, tag9)], [c9, null]);
	// A circuit that nobody has named is what is looked for: the tag of a space counts there.
	const unnamed = produce(bare(), (d) => void d.circuits.push(newCircuit({ id: 'u', name: '', panelId: null, state: 'found' })));
	const onU = named(produce(unnamed, attachBox('z', { cableId: 'l', circuitId: 'u', fromId: null, lengthFt: null })), '9');
	assert.equal(tagOf(onU.job, event('off-tagged', 0, { circuitId: onU.ids[0] ?? '', boxId: 'z' })), onU.ids[0]);
	assert.equal(tagOf(on7, tag9, event('off-tagged', 1, { circuitId: c7, boxId: 'z' })), c7);
	const main = event('off-tagged', 0, { boxId: 'z', what: 'main' });
	assert.equal(deadStateAt(on7, { readings: [], events: [main] }, 'z').tag?.id, main.id, 'the main is over all of them');
});
test('two devices that name the same space have made the same breaker', () => {
	const [one, other] = [named(bare(), 'space 9'), named(bare(), 'slot 9')];
	assert.deepEqual(one.ids, other.ids);
	assert.deepEqual(one.job.panels, other.job.panels);
});
test('of two panels a space alone names nothing, with its panel it does', () => {
	const { job: two } = named(bare(), 'main 4', 'cellar 7');
	assert.deepEqual(
		two.panels.map((p) => p.name),
		['Main panel', 'Cellar panel']
	);
	assert.deepEqual(nameSpace(two, '7'), { known: false, why: 'which-panel' });
	assert.ok(nameSpace(two, 'Cellar 7').known);
	assert.deepEqual(nameSpace(two, 'the one with tape'), { known: false, why: 'no-space' });
});

test('a box of unknown circuit is under the tag of the space that was switched off for it, until that is on again', () => {
	const { job: j, ids } = named(bare(), 'space 9');
	const [c9 = ''] = ids;
	const tag = event('off-tagged', 0, { circuitId: c9, boxId: 'z' });
	const seen = (events: LiveEvent[], readings: Reading[] = []) => deadStateAt(j, { readings, events }, 'z');
	assert.equal(seen([tag]).tag?.id, tag.id);
	const tested = [tag, event('dead-test', 1, { boxId: 'z' })];
	assert.ok(seen(tested).test);
	assert.equal(seen([...tested, event('on', 2, { circuitId: c9 })]).tag, null, 'switched on at the panel list');
	assert.equal(seen([...tested, event('look', 2, { circuitId: c9, boxId: 'z' })]).tag, null, 'on for a look');
	const again = [
		...tested,
		event('look', 2, { circuitId: c9, boxId: 'z' }),
		event('off-tagged', 3, { circuitId: c9, boxId: 'z' })
	];
	assert.deepEqual([!!seen(again).tag, seen(again).test], [true, null], 'off again: to be verified dead again');
});
test('volts typed under that tag stop everything, and say which space it is not', () => {
	const { job: j, ids } = named(bare(), 'space 9');
	const tag = event('off-tagged', 0, { circuitId: ids[0] ?? '', boxId: 'z' });
	const [alarm] = liveAlarms(j, [volts(118, 1)], [tag]);
	assert.deepEqual([alarm?.boxId, alarm?.off], ['z', 'space 9']);
	assert.deepEqual(liveAlarms(j, [volts(0.4, 1)], [tag]), []);
	assert.deepEqual(liveAlarms(j, [volts(118, 1)], [tag, event('look', 0.5, { circuitId: ids[0] ?? '', boxId: 'z' })]), []);
});

test('another breaker that is tagged for the box does not silence the stop: dead by test does, or the first one on again', () => {
	const { job: j, ids } = named(bare(), '7', '9');
	const tag9 = event('off-tagged', 0, { circuitId: ids[1] ?? '', boxId: 'z' });
	const tag7 = event('off-tagged', 2, { circuitId: ids[0] ?? '', boxId: 'z' });
	const stops = (...events: LiveEvent[]) => liveAlarms(j, [volts(118, 1)], [tag9, ...events]).map((a) => a.off);
	assert.deepEqual(stops(), ['space 9']);
	assert.deepEqual(stops(tag7), ['space 9']);
	assert.deepEqual(stops(tag7, event('dead-test', 3, { boxId: 'z' })), []);
	assert.deepEqual(stops(event('on', 3, { circuitId: ids[1] ?? '' })), []);
	assert.deepEqual(
		stops(event('on', 3, { circuitId: ids[1] ?? '' }), event('off-tagged', 4, { circuitId: ids[1] ?? '', boxId: 'z' })),
		[]
	);
});

// Two tests tell a breaker: live with it on, dead with it off, in one visit.
const TELLS: [what: string, off: number[][], reads: [volts: number, minute: number][], says: string[]][] = [
	[
		'dead with 9 off, live with 7 off before',
		[
			[7, 0, 4],
			[9, 5, 60]
		],
		[
			[118, 2],
			[0.2, 6]
		],
		['9 feeds', '7 no']
	],
	['dead with 9 off alone: a dead outlet goes dead with any', [[9, 5, 60]], [[0.2, 6]], ['9 maybe', '7 no']],
	['live with 9 off', [[9, 0, 60]], [[118, 2]], ['7 maybe', '9 no']],
	[
		'both off when it was dead',
		[
			[7, 0, 60],
			[9, 0, 60]
		],
		[
			[118, -2],
			[0.2, 6]
		],
		['7 maybe', '9 maybe']
	],
	[
		'live on another day',
		[[9, 0, 60]],
		[
			[118, -13 * 60],
			[0.2, 6]
		],
		['9 maybe', '7 no']
	],
	[
		'live twelve hours before',
		[[9, 0, 60]],
		[
			[118, 6 - 12 * 60],
			[0.2, 6]
		],
		['9 feeds', '7 no']
	],
	[
		'live a minute more before',
		[[9, 0, 60]],
		[
			[118, 5 - 12 * 60],
			[0.2, 6]
		],
		['9 maybe', '7 no']
	]
];
for (const [what, off, reads, says] of TELLS)
	test(`which breaker: ${what}`, () => {
		const { job: j, ids } = named(bare(), '7', '9');
		const idOf = (space: number) => ids[space === 7 ? 0 : 1] ?? '';
		const events = off
			.flatMap(([space = 0, from = 0, to = 0]) => [
				event('off-tagged', from, { circuitId: idOf(space), boxId: 'z' }),
				event('on', to, { circuitId: idOf(space) })
			])
			.sort(byWriting);
		const found = breakerSuspects(j, { readings: reads.map(([v, m]) => volts(v, m)), events }, 'z');
		assert.deepEqual(
			found.map((s) => `${s.circuit.space} ${s.says}`),
			says
		);
	});

test('a dead test under its tag and LINE read in a look are the two tests of one breaker', () => {
	const { job: j, ids } = named(bare(), '9');
	const of = { circuitId: ids[0] ?? '', boxId: 'z' };
	const events = [
		event('off-tagged', 0, of),
		event('dead-test', 1, { boxId: 'z' }),
		event('look', 2, of),
		event('live-found', 3, { boxId: 'z', note: 'cable 1 reads live by itself' }),
		event('off-tagged', 4, of)
	];
	const says = (some: LiveEvent[]) => breakerSuspects(j, { readings: [], events: some }, 'z').map((s) => s.says);
	assert.deepEqual([says(events.slice(0, 2)), says(events)], [['maybe'], ['feeds']]);
	assert.deepEqual(liveAlarms(j, [], events), [], 'live in a look is what was looked for');
});

test('one timeline for a breaker: switched, tested under its tag, found live, in the order written', () => {
	const { job: j, ids } = named(bare(), '7', '9');
	const [c7, c9] = [
		{ circuitId: ids[0] ?? '', boxId: 'z' },
		{ circuitId: ids[1] ?? '', boxId: 'z' }
	];
	const events = [
		event('off-tagged', 0, { ...c9, locked: true }),
		event('dead-test', 2, { boxId: 'z' }),
		event('on', 3, { circuitId: c9.circuitId }),
		event('off-tagged', 4, c7)
	];
	const lines = (n: 0 | 1) =>
		powerTimeline(j, { readings: [volts(118, 1), volts(117, 5)], events }, j.circuits[n] as Circuit).map((e) => e.says);
	assert.deepEqual(lines(1), [
		'Off and tagged, locked for Z',
		'Live at Z: hot to neutral 118 V',
		'Verified dead: Z',
		'Switched on'
	]);
	assert.deepEqual(lines(0), ['Off and tagged for Z', 'Live at Z: hot to neutral 117 V']);
	// What is verified at the panel itself is no test under one of its breakers.
	const atPanel = [event('dead-test', 6, { boxId: j.panels[0]?.id ?? '' })];
	assert.deepEqual(powerTimeline(j, { readings: [], events: atPanel }, j.circuits[0] as Circuit), []);
});

/** Whatever is switched in whatever order, clocks moved by hours: the last act written is how each source stands. */
test('random switchings with clocks that move: what was written last stands', () => {
	const acts = fc.array(
		fc.record({
			of: fc.constantFrom('a', 'b'),
			kind: fc.constantFrom('off-tagged', 'on', 'look'),
			skew: fc.integer({ min: -300, max: 300 })
		}),
		{ minLength: 1, maxLength: 20 }
	);
	fc.assert(
		fc.property(acts, (list) => {
			const events = list
				.map((a, i) => event(a.kind as LiveEvent['kind'], a.skew, { circuitId: a.of, wrote: { device: 'd', n: i + 1 } }))
				.sort(byWriting);
			for (const of of ['a', 'b']) {
				const last = list.filter((a) => a.of === of).at(-1)?.kind;
				assert.equal(
					openTags(events).some((e) => e.circuitId === of),
					last === 'off-tagged'
				);
				assert.equal(
					openLooks(events).some((e) => e.circuitId === of),
					last === 'look'
				);
			}
		}),
		{ numRuns: runs(200) }
	);
});

/** Two phones whose clocks lie hours apart: whoever brings the other's acts in first, the same stands, and off only where both had it off. */
test('random acts of two devices, exchanged either way round, stand alike', () => {
	const act = fc.record({
		of: fc.constantFrom('a', 'b'),
		kind: fc.constantFrom('off-tagged', 'on', 'look'),
		minute: fc.integer({ min: 0, max: 120 })
	});
	fc.assert(
		fc.property(
			fc.array(act, { maxLength: 8 }),
			fc.array(act, { maxLength: 8 }),
			fc.integer({ min: -6, max: 6 }),
			(mine, theirs, hours) => {
				const written = (device: string, list: typeof mine, skew: number) =>
					list.map((a, i) =>
						event(a.kind as LiveEvent['kind'], a.minute + 60 * skew, { circuitId: a.of, wrote: { device, n: i + 1 } })
					);
				const [one, other] = [written('d1', mine, 0), written('d2', theirs, hours)];
				const brought = (x: LiveEvent[], y: LiveEvent[]) => {
					let k = 0;
					const more = liveWhereApart(
						{ one: x, other: y },
						{ at: new Date(AT).toISOString(), newId: () => `m${++k}`, wrote: { device: 'd3', n: 99 } }
					);
					return openTags([...mergeEvents(x, y), ...more])
						.map((e) => e.circuitId)
						.sort();
				};
				assert.deepEqual(brought(one, other), brought(other, one));
				const off = (list: readonly LiveEvent[]) => openTags([...list].sort(byWriting)).map((e) => e.circuitId);
				for (const of of brought(one, other)) assert.ok(off(one).includes(of) && off(other).includes(of), `${of} is off on both`);
			}
		),
		{ numRuns: runs(300) }
	);
});
