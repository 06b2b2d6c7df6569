import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { editions } from '../../src/core/code/editions';
import { DEMOS } from '../../src/core/demo';
import { marrowStreet } from '../../src/core/demo/marrow-street';
import { changeDevice } from '../../src/core/edit/boxes';
import { applyFix } from '../../src/core/edit/fix';
import { beginWork, putIn } from '../../src/core/edit/works';
import { writeFeeds } from '../../src/core/edit/cables';
import { assess } from '../../src/core/assess';
import { codeLetter } from '../../src/core/handover/code-letter';
import { faceLabels, readyLabels } from '../../src/core/handover/labels';
import { plainSteps, type PlainWork } from '../../src/core/makeup/box/plain-steps';
import { deadStateAt, liveAlarms } from '../../src/core/makeup/live-alarm';
import { breakerWritten, saySpace } from '../../src/core/model/breaker-name';
import { sayNotKnown } from '../../src/core/model/fact-words';
import { ifKnown, knownJob, type Box, type Device, type Job, type LiveEvent, type Reading } from '../../src/core/model/known';
import { drawRun } from '../../src/core/formats/run-drawing';
import { bandsOf, protectedBy } from '../../src/core/protection/reach';
import { replaceAdvice } from '../../src/core/protection/articles/406-4-d-replace-advice';
import { ASKS } from '../../src/core/prove/guided';
import { liveInCheck } from '../../src/core/prove/guided-answer';
import { predict } from '../../src/core/prove/predict';
import { groundOf } from '../../src/core/run/ground-at';
import { roughList } from '../../src/core/rough/check-list';
import { runOf } from '../../src/core/run/runs';
import { threadOf } from '../../src/core/thread';
import { tracerCallOnRun } from '../../src/core/trace/tracer';
import { box, circuit, job, cable, reading, putInAt } from './small-job';

/** What could hurt: each with its sound twin. */
const e = editions['2023'];

// Live evidence by whatever it was entered.
const CHECKS: [kind: keyof typeof ASKS, figures: Record<string, number>, live: boolean][] = [
	['breaker', { afterA: 12 }, true],
	['breaker', { afterV: 118 }, true],
	['breaker', { terminalC: 60 }, false],
	['heater', { supplyV: 240 }, true],
	['heater', { ratedV: 240, watts: 4500 }, false],
	['heater', { supplyV: 50 }, false],
	['heater', { supplyV: 50.1 }, true],
	['heater', { amps: 0.05 }, false],
	['dimming', { panelIdle: 121 }, true],
	['gfci-reset', { lineV: 120 }, true],
	['element', { ohms: 12.8, volts: 240 }, false]
];
for (const [kind, figures, live] of CHECKS)
	test(`a check of ${kind} with ${JSON.stringify(figures)} says ${live ? 'live' : 'nothing of life'}`, () =>
		assert.equal(liveInCheck(ASKS[kind], figures) !== null, live));

const at = (time: string) => `2026-11-26T${time}:00.000Z`;
const event = (id: string, time: string, more: Partial<LiveEvent>): LiveEvent => ({
	id,
	jobId: 'j',
	kind: 'live-found',
	circuitId: null,
	boxId: 'b',
	at: at(time),
	by: 'MR',
	note: 'cable 1 reads live by itself',
	...more
});
const off = event('1', '10:00', { kind: 'off-tagged', circuitId: 'c1', boxId: null });
const dead = event('2', '10:05', { kind: 'dead-test' });
test('a cable that reads live under a tag stops everything, until it is taken back as a slip or the tag is lifted', () => {
	const live = event('3', '10:10', {});
	const after = (...more: LiveEvent[]) => {
		const events = [off, dead, live, ...more];
		return [liveAlarms(job(), [], events).length, deadStateAt(job(), { readings: [], events }, 'b').test !== null];
	};
	assert.deepEqual(after(), [1, false]);
	assert.deepEqual(after(event('4', '10:11', { kind: 'withdrawn', withdraws: '3' })), [0, true]);
	assert.deepEqual(after(event('4', '10:11', { kind: 'on', circuitId: 'c1', boxId: null })), [0, false]);
	assert.equal(liveAlarms(job(), [], [off, dead]).length, 0, 'its sound twin');
});
test('a check at a breaker whose circuit is tagged off is live evidence of that circuit', () => {
	const live = event('3', '10:10', { circuitId: 'c1', boxId: 'p' });
	assert.equal(liveAlarms(job(), [], [off, dead, live]).length, 1);
	assert.equal(deadStateAt(job(), { readings: [], events: [off, dead, live] }, 'b').test, null);
});

// A breaker that nobody put in.
const read = (kind: Reading['kind'], more: Partial<Reading> = {}) =>
	reading({ id: `${kind}${more.boxId ?? 'b'}`, boxId: 'b', kind, value: null, at: at('11:00'), ...more });
const old = (more: Partial<Box> = {}, device: Partial<Device> = {}): Job =>
	job({
		circuits: [circuit({ state: 'found', space: 4 })],
		boxes: [
			box('b', { state: 'found', ground: 'none', ...more }, { state: 'found', slots: 'two-slot', installed: null, ...device })
		],
		cables: [cable('p', 'b', 40, { state: 'found', kind: 'two-wire', ground: false })]
	});
const advised = (j: Job, readings: Reading[] = []) => {
	const known = knownJob(j);
	const got = replaceAdvice(
		{ edition: e, job: known },
		{ box: known.boxes[0] as Box, device: known.boxes[0]?.devices[0] as Device },
		readings
	);
	assert.ok(got);
	return got;
};
const chosen = (j: Job, id: string): Job => {
	const fix = advised(j).choices.find((c) => c.id === id)?.fix;
	assert.ok(fix, id);
	return produce(
		j,
		applyFix(fix, () => 'n')
	);
};
/** Chosen as a work, and every part of it but labels put in. */
const worked = (j: Job, id: string): Job => {
	const choice = advised(j).choices.find((c) => c.id === id);
	assert.ok(choice);
	let n = 0;
	const act = { at: '2026-11-26T10:15:00.000Z', by: 'MR' };
	const begun = produce(
		j,
		beginWork({ boxId: 'b', title: choice.title, fix: choice.fix }, act, () => `n${++n}`)
	);
	const [work] = begun.works ?? [];
	assert.ok(work);
	return work.parts.reduce((of, part) => produce(of, putIn({ workId: work.id, partId: part.id, day: '2026-11-26' }, act)), begun);
};
test('three slots behind a breaker: no step is done, no label printed, before its button was pressed and this outlet seen dead by it', () => {
	const put = worked(old(), 'gfci-breaker');
	const events = [off, dead, event('3', '10:30', { kind: 'on', circuitId: 'c1', boxId: null })];
	const volts = [read('hn', { value: 120 }), read('he', { value: 120 }), read('ne', { value: 0 })];
	const button = read('gfci-own', { boxId: 'c1', word: 'trips' });
	const behind = read('behind', { word: 'dead' });
	const steps = (readings: Reading[]) =>
		threadOf(put, { readings, events }, put.boxes[0] as Box).filter((s) => s.key === 'prove')[0]?.needs;
	const printed = (readings: Reading[]) => readyLabels(faceLabels(e, knownJob(put), { readings, events })).length;
	assert.equal(steps(volts), "breaker's button not pressed since the work");
	assert.equal(steps([...volts, button]), 'not seen dead by its protection since the work');
	assert.equal(steps([...volts, button, behind]), null);
	assert.deepEqual([printed(volts), printed([...volts, button]), printed([...volts, button, behind])], [0, 0, 2]);
	const letter = (readings: Reading[]) =>
		codeLetter({ edition: e, job: knownJob(put) }, knownJob(put).boxes[0] as Box, { readings, events });
	assert.doesNotMatch(letter(volts).facts.join(' '), /breaker/, 'as found it was a plain one');
	assert.ok(letter(volts).left.includes('Not proven: space 4: its own button.'));
	assert.ok(!letter([...volts, button]).left.some((x) => x.includes('its own button')));
});

// A bootleg.
test('a jumper comes off before anything is chosen; once it was looked for and is not there, the choices are open', () => {
	const three = old({}, { slots: 'grounding' });
	const fixes = (readings: Reading[]) => advised(three, readings).choices.filter((c) => c.fix).length;
	for (const seen of [
		read('bootleg', { word: 'yes' }),
		read('ground-look', { word: 'jumper' }),
		read('lamps', { lamps: 'on on off' })
	]) {
		const got = advised(three, [seen]);
		assert.match(got.first ?? '', /jumper/, seen.kind);
		assert.match(got.first ?? '', /next to it/, 'at its neighbors too');
		assert.equal(fixes([seen]), 0, seen.kind);
	}
	const gone = [read('lamps', { lamps: 'on on off' }), read('ground-look', { word: 'none' })];
	assert.equal(advised(three, gone).first, null);
	assert.ok(fixes(gone) > 0);
	assert.equal(advised(three, [read('lamps', { lamps: 'on off off' })]).first, null, 'its sound twin: open ground');
});
test('what reads like a ground where there is none is looked for first: no GFCI is offered over it', () => {
	const { job: house, readings } = marrowStreet();
	const three = (list: readonly Reading[]) =>
		assess(house, list).stages.protect.findings.find((f) => f.code === 'three-slots' && f.subject.id === 'sw-04');
	assert.match(three(readings)?.message ?? '', /reads like a ground where there is none\. Off, verified dead: look for a jumper/);
	assert.equal(three(readings)?.fix, undefined);
	const unread = three(readings.filter((r) => r.boxId !== 'sw-04'));
	assert.equal(unread?.fix?.label, 'Make SW-04 a GFCI', 'its twin: nothing was read there');
});
test('a bootleg is a violation behind a GFCI too, and never "allowed"', () => {
	const guarded = old({}, { slots: 'grounding', protection: 'gfci' });
	const found = assess(guarded, [read('ground-look', { word: 'jumper' })]).stages.protect.findings;
	const bootleg = found.find((f) => f.code === 'bootleg');
	assert.equal(bootleg?.severity, 'violation');
	assert.match(bootleg?.message ?? '', /Take|take the jumper/);
	assert.ok(!found.some((f) => /allowed only behind/.test(f.message)));
	assert.ok(!assess(guarded, []).stages.protect.findings.some((f) => f.code === 'bootleg'));
});

const NONE = { state: 'none', why: '', ask: null } as const;
const end = (line?: boolean) => ({
	id: 'x',
	kind: null,
	awg: null,
	conductors: null,
	ground: null,
	note: '',
	...(line === undefined ? {} : { line })
});
const work = (more: Partial<PlainWork> = {}): string =>
	plainSteps({
		box: { ends: [] },
		devices: [{ protection: 'gfci', slots: 'grounding', receptacles: 2 }],
		ground: NONE,
		bootleg: null,
		dead: true,
		...more
	}).join('\n');
const LISTS: [what: string, more: Partial<PlainWork>, says: RegExp, not: RegExp][] = [
	['no ground, cables not counted', {}, /no jumper from neutral/, /Ground first/],
	['no ground, one cable', { box: { ends: [end()] } }, /no jumper from neutral/, /Ground first/],
	['no ground, LINE told', { box: { ends: [end(true), end(false)] } }, /no jumper from neutral/, /Ground first/],
	['ground not looked at', { ground: { ...NONE, state: 'unknown' } }, /no jumper from neutral/, /Ground first/],
	['a ground wire seen', { ground: { ...NONE, state: 'seen' } }, /Ground first[^]*not proven until/, /no jumper/],
	['a proven ground', { ground: { ...NONE, state: 'proven' } }, /Ground first/, /no jumper|not proven/],
	[
		'two slots',
		{ devices: [{ protection: 'none', slots: 'two-slot', receptacles: 2 }] },
		/Neutral, then hot/,
		/Ground first|green/
	],
	['LINE is to be found', { box: { ends: [end(), end()] } }, /capped[^]*on; read[^]*off, tag, verify dead again/, /Ground first/],
	['LINE found with power on', { box: { ends: [end(true), end()] }, dead: false }, /off, tag, verify dead again/, /Ground first/],
	['LINE found, dead again', { box: { ends: [end(true), end()] } }, /Cable 1 is LINE/, /dead again/],
	['a bootleg', { bootleg: 'seen' }, /^Off, verified dead: take the jumper/, /Ground first/]
];
for (const [what, more, says, not] of LISTS)
	test(`the list of an install: ${what}`, () => {
		assert.match(work(more), says);
		assert.doesNotMatch(work(more), not);
		assert.match(work(more), /plate on\. Only then the breaker on\.$/);
	});

// What is switched goes by its space.
const SPACES: [of: Partial<Parameters<typeof circuit>[0]>, says: string, named: string][] = [
	[{ space: 4 }, 'space 4', 'space 4 · Den'],
	[{ space: 7, poles: 2 }, 'space 7/9', 'space 7/9 · Den'],
	[{ space: 5, half: 'upper' }, 'space 5A', 'space 5A · Den'],
	[{ space: 5, half: 'lower' }, 'space 5B', 'space 5B · Den'],
	[{ space: 2, opener: 'plug-fuse' }, 'fuse 2', 'fuse 2 · Den'],
	[{ space: 4, name: '' }, 'space 4', 'space 4'],
	[{ space: null }, 'space not known', 'Den, space not known']
];
for (const [of, says, named] of SPACES)
	test(`the breaker of ${JSON.stringify(of)} is ${says}`, () =>
		assert.deepEqual([saySpace(job(), circuit(of)), breakerWritten(job(), circuit(of))], [says, named]));
test('choices, protection and the stop say the space and no running number', () => {
	const said = advised(old())
		.choices.map((c) => `${c.title} ${c.fix?.label ?? ''}`)
		.join('\n');
	assert.match(said, /breaker in space 4/i);
	assert.doesNotMatch(said, /breaker 3/i);
	const behind = { ...old(), circuits: [circuit({ space: 4, breaker: 'gfci' })] };
	const of = { box: behind.boxes[0] as Box, device: behind.boxes[0]?.devices[0] as Device, circuit: behind.circuits[0] };
	assert.equal(protectedBy({ edition: e, job: behind }, of, 'gfci')?.name, 'the breaker in space 4');
	const live = reading({ boxId: 'b', kind: 'hn', value: 119, at: at('10:10') });
	assert.match(liveAlarms(old(), [live], [off])[0]?.off ?? '', /space 4/);
});

// A guess stays one.
test('a feed order that is less than nine in ten likely is not written; one that is keeps its guess, and predicts nothing', () => {
	const loose = job({
		cables: [cable('p', 'a', 40, { fromId: null }), cable('a', 'b', 12, { fromId: null }), cable('b', 'c', 10, { fromId: null })]
	});
	const best = (sure: number) =>
		new Map([
			['a', { fromId: null, sure }],
			['b', { fromId: 'a', sure }],
			['c', { fromId: 'b', sure }]
		]);
	const written = (sure: number) =>
		produce(
			loose,
			writeFeeds('c1', best(sure), () => 10)
		);
	assert.throws(() => written(0.03), /not known well enough/);
	assert.throws(() => written(0.899), /not known well enough/);
	const guessed = written(0.93);
	assert.deepEqual(
		guessed.cables.map((l) => l.guess),
		[0.93, 0.93, 0.93]
	);
	const at = predict({ edition: e, job: guessed }, { circuit: guessed.circuits[0] ?? circuit(), boxId: 'b' });
	assert.ok(!at.known && /figured and not seen/.test(at.why));
	assert.deepEqual(
		written(1).cables.map((l) => l.guess),
		[0.99, 0.99, 0.99]
	);
});
test('a tracer past the open names the gap; without knowing where its sender stands it names nothing', () => {
	const file = DEMOS.quillback?.();
	const c = file?.job.circuits.find((x) => x.id === 'c11');
	assert.ok(file && c);
	const { nodes } = runOf(file.job, c);
	const call = (senderAt: string, levels: Record<string, number>, level: number | null = 10) => {
		const got = tracerCallOnRun(
			nodes,
			{ at: senderAt, level },
			Object.entries(levels).map(([at, l]) => ({ at, level: l }))
		);
		return got && `${got.from} ${got.to}${got.open ? ' open' : ''}`;
	};
	// The run goes from the panel to B1-04, B1-03, B1-02, B1-01: the sender stands at its far end.
	assert.equal(call('b1-01', { 'b1-02': 9, 'b1-03': 1, 'b1-04': 0.8 }), 'b1-02 b1-03 open');
	assert.equal(call(c.panelId ?? '', { 'b1-04': 9, 'b1-03': 8, 'b1-02': 1 }), 'b1-03 b1-02 open');
	assert.equal(call('b1-03', { 'b1-03': 10 }, null), null);
});

// Halves.
test('a half-switched or twice-fed box is offered no face that loses a half', () => {
	const halved = old({}, { switched: 'half', receptacles: 2 });
	const ids = (j: Job) =>
		advised(j)
			.choices.filter((c) => c.fix)
			.map((c) => c.id);
	assert.ok(!ids(halved).includes('gfci-here'));
	assert.ok(ids(old({}, { receptacles: 2 })).includes('gfci-here'), 'its sound twin');
	const grounded = { ground: 'present', groundProof: 'wiring-method', material: 'plastic' } as const;
	const kitchen = (more: Partial<Device>) => {
		const j = old(grounded, { receptacles: 2, slots: 'grounding', ...more });
		return {
			...j,
			rooms: j.rooms.map((r) => ({ ...r, kind: 'kitchen' as const })),
			cables: [cable('p', 'b', 40, { state: 'found' })]
		};
	};
	assert.equal(advised(kitchen({ switched: 'half' })).choices.find((c) => c.id === 'grounding')?.fix, null);
	assert.ok(advised(kitchen({})).choices.find((c) => c.id === 'grounding')?.fix);
});

// What was found.
test('the letter says what was found, what was done, and what is not proven, each by itself', () => {
	const of = (j: Job) => codeLetter({ edition: e, job: knownJob(j) }, knownJob(j).boxes[0] as Box, { readings: [] });
	const planned = chosen(old(), 'gfci-here');
	assert.match(of(planned).facts[0] ?? '', /two-slot/);
	assert.match(of(planned).done[0] ?? '', /^Planned, not put in yet: a grounding receptacle.*GFCI/);
	const put = produce(planned, putInAt('b'));
	assert.match(of(put).facts[0] ?? '', /two-slot/);
	assert.match(of(put).done[0] ?? '', /^Put in 2026-11-26 by MR: a grounding receptacle/);
	assert.deepEqual(of(put).left, ['Not tested.']);
	assert.doesNotMatch(of(put).facts.join(' '), /built|GFCI/);
	assert.deepEqual(of(old()).done, [], 'its sound twin: nothing was touched');
});
test('what was found of a device stays when it is planned anew, and goes when the plan is dropped', () => {
	const device = { ...(box('b').devices[0] as Device), state: 'found' as const, slots: 'two-slot' as const };
	const planned = produce(device, (d) => changeDevice(d, { state: 'planned', slots: 'grounding', protection: 'gfci' }));
	const again = produce(planned, (d) => changeDevice(d, { protection: 'dual' }));
	assert.deepEqual([again.was?.slots, again.was?.protection, again.slots], ['two-slot', 'none', 'grounding']);
	assert.equal(produce(again, (d) => changeDevice(d, { state: 'found' })).was, undefined);
});

// Conductors, not boxes.
const FEED = { awg: '12', lengthFt: 20 } as const;
const gfciHere = { protection: 'gfci', feedsLoad: true, state: 'built', slots: 'grounding' } as const;
test('a cable of another circuit that passes the box of a GFCI is not behind it', () => {
	const j = job({
		circuits: [circuit(), circuit({ id: 'c2', space: 3 })],
		boxes: [box('a', {}, gfciHere), box('b'), box('c')],
		cables: [
			cable('p', 'a', 20),
			cable('a', 'b', 20),
			cable('p', 'a', 20, { id: 'x', circuitId: 'c2' }),
			cable('a', 'c', 20, { id: 'y', circuitId: 'c2' })
		]
	});
	const by = (i: number, c: number) =>
		protectedBy(
			{ edition: e, job: j },
			{ box: j.boxes[i] as Box, device: j.boxes[i]?.devices[0] as Device, circuit: j.circuits[c] },
			'gfci'
		)?.name ?? null;
	assert.deepEqual([by(1, 0), by(2, 1)], ['A', null]);
});
test('a shared neutral through LOAD is a violation in Circuit and in Protect; spliced by a device without LOAD it is none', () => {
	const pair = (feedsLoad: boolean) =>
		job({
			circuits: [
				circuit({ multiwire: { withId: 'c2', opens: 'two-pole' } }),
				circuit({ id: 'c2', space: 3, multiwire: { withId: 'c1', opens: 'two-pole' } })
			],
			boxes: [box('a', {}, { ...gfciHere, feedsLoad }), box('b'), box('c')],
			cables: [
				cable('p', 'a', 20, { conductors: 3 }),
				cable('a', 'b', 20, { conductors: 3 }),
				cable('p', 'a', 20, { id: 'x', circuitId: 'c2', inCableOf: 'p-a', conductors: 3 }),
				cable('a', 'b', 20, { id: 'y', circuitId: 'c2', inCableOf: 'a-b', conductors: 3 })
			]
		});
	const told = (j: Job) => {
		const { circuit: c, protect } = assess(j).stages;
		return [c, protect].map(
			(s) =>
				s.findings.filter((f) => /LOAD/.test(f.message) && f.rule.section === '300.13(B)' && f.severity === 'violation').length
		);
	};
	assert.deepEqual(told(pair(true)), [1, 1]);
	assert.deepEqual(told(pair(false)), [0, 0]);
});
const METAL: [what: string, cable: Partial<Parameters<typeof cable>[3]>, material: 'plastic' | 'metal', told: boolean][] = [
	['EMT alone into plastic', { kind: 'THHN', raceway: 'EMT', ground: false }, 'plastic', true],
	['EMT with a wire into plastic', { kind: 'THHN', raceway: 'EMT', ground: true }, 'plastic', false],
	['EMT alone into metal', { kind: 'THHN', raceway: 'EMT', ground: false }, 'metal', false],
	['armor into plastic', { kind: 'AC', ground: true }, 'plastic', true],
	['NM-B into plastic', {}, 'plastic', false]
];
for (const [what, more, material, told] of METAL)
	test(`314.3: ${what}: ${told ? 'no ground here' : 'as it must be'}`, () => {
		const j = job({ boxes: [box('a', { material })], cables: [cable('p', 'a', 20, { ...FEED, ...more })] });
		assert.equal(
			assess(j).stages.rough.findings.some((f) => f.code === 'metal-into-plastic'),
			told
		);
		assert.equal(groundOf(j, j.boxes[0] as Box, []).state, told ? 'none' : 'seen');
	});
const SINGLE: [what: string, cable: Partial<Parameters<typeof cable>[3]>, told: boolean][] = [
	['THHN in nothing', { kind: 'THHN' }, true],
	['THHN in EMT', { kind: 'THHN', raceway: 'EMT' }, false],
	['USE-2 in the ground', { kind: 'USE-2', lies: 'underground' }, false],
	['USE-2 indoors', { kind: 'USE-2' }, true],
	['NM-B', {}, false]
];
for (const [what, more, told] of SINGLE)
	test(`300.3(A): ${what}: ${told ? 'told' : 'silent'}`, () => {
		const j = job({ boxes: [box('a')], cables: [cable('p', 'a', 20, { ...FEED, ...more })] });
		assert.equal(
			assess(j).stages.rough.findings.some((f) => f.code === 'no-raceway'),
			told
		);
	});

// What is worked out anew.
test('the breaker of a cable that leaves a box changes: so does the fill of the box', () => {
	const of = (breakerA: number): Job =>
		job({
			circuits: [circuit({ breakerA })],
			boxes: [box('a', { state: 'found', volumeCuIn: 12 }, { state: 'found' }), box('b')],
			cables: [cable('a', 'b', 20, { awg: '10' })]
		});
	const fill = (j: Job) => assess(j).stages.rough.decisions.find((d) => d.id === 'fill:a')?.value;
	const first = of(15);
	const before = fill(first);
	const after = { ...first, circuits: [circuit({ breakerA: 30 })] };
	assert.notEqual(fill(after), before, 'edited');
	assert.equal(fill(after), fill(of(30)), 'as opened fresh');
});
test('behind a feed that is a guess nothing is protected or grounded by what is upstream, and the drawing says that it is one', () => {
	const of = (guess?: number) => {
		const j = job({
			boxes: [box('a', {}, { protection: 'gfci', feedsLoad: true }), box('b'), box('c')],
			cables: [cable('p', 'a', 40), cable('a', 'b', 12, { guess }), cable('b', 'c', 10)]
		});
		const run = runOf(j, j.circuits[0] ?? circuit());
		const at = (id: string) => {
			const there = j.boxes.find((x) => x.id === id);
			const device = there?.devices[0];
			assert.ok(there && device);
			return ifKnown(
				() => protectedBy({ edition: e, job: j }, { box: there, device, circuit: j.circuits[0] }, 'gfci')?.id ?? 'none'
			);
		};
		return {
			by: ['a', 'b', 'c'].map(at),
			band: bandsOf(j, run).map((b) => b.boxIds),
			ground: groundOf(j, j.boxes[2] ?? box('c'), []).state,
			labels: drawRun(j, run).cables.map((l) => l.label),
			rows: roughList({ edition: e, job: j })
				.map((group) => group.name)
				.filter((name) => name.includes('guess'))
		};
	};
	const seen = of();
	assert.deepEqual(seen.by, ['a', 'a', 'a']);
	assert.deepEqual(seen.band, [['a', 'b', 'c']]);
	assert.equal(seen.ground, 'seen');
	assert.deepEqual(seen.labels, ["40'", "12'", "10'"]);
	assert.deepEqual(seen.rows, []);
	const guessed = of(0.939);
	assert.deepEqual(guessed.by, ['a', null, null], 'what may protect b and c is not known, and neither yes nor none');
	assert.deepEqual(guessed.band, [['a']]);
	assert.equal(guessed.ground, 'unknown');
	assert.deepEqual(guessed.labels, ["40'", 'guess 93%', "10'"]);
	assert.deepEqual(guessed.rows, ['A to B, a guess']);
	const j = job({ cables: [cable('p', 'a', 40), cable('a', 'b', 12, { guess: 0.939 })] });
	assert.equal(sayNotKnown(j, { of: 'cable', id: 'a-b', field: 'fromId' }), 'What feeds B is a guess, 93% likely, and not seen.');
});
