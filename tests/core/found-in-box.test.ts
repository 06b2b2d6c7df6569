import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { editRoom } from '../../src/core/edit/rooms';
import { editions } from '../../src/core/code/editions';
import { houseOf } from '../../src/core/house';
import { codeLetter } from '../../src/core/handover/code-letter';
import { knownJob, type Box, type CableEnd, type Circuit, type FoundConductor } from '../../src/core/model/known';
import { newServiceCall, readWhere } from '../../src/core/model/new-job';
import { cableFace } from '../../src/core/formats/cable-face';
import { fillCaseOf } from '../../src/core/rough/boxes-fit';
import { cableName } from '../../src/core/rough/take-off';
import { asFoundId, NOT_TESTED } from '../../src/core/model/checks';
import { nextInThread, threadOf } from '../../src/core/thread';
import { assess } from '../../src/core/assess';
import { punchList } from '../../src/core/layout/punch-list';
import { NotKnown } from '../../src/core/model/known';
import { foundInBoxes, placeAlong } from '../../src/core/walk/found-in-box';
import { box, circuit, job, cable, reading, putInAt } from './small-job';

/** What was seen in a box is used: against what is drawn, against the colors' meaning, against the breaker. */
const end = (more: Partial<CableEnd> = {}): CableEnd => ({
	id: `s${Math.random()}`,
	kind: 'NM-B',
	awg: '14',
	conductors: 2,
	ground: true,
	note: '',
	...more
});
const wire = (color: FoundConductor['color'], means: FoundConductor['means']): FoundConductor => ({
	id: `${color}-${means}`,
	endId: null,
	color,
	means,
	alwaysLive: false,
	insulation: 'unknown',
	freeLengthIn: null
});
const found = (more: Partial<Box>, of: { cables?: ReturnType<typeof cable>[]; circuits?: Circuit[] } = {}) => {
	const j = job({ boxes: [box('a', { state: 'found', ...more }, { state: 'found' })], cables: [], ...of });
	return foundInBoxes(houseOf(j)).map((f) => `${f.severity} ${f.code} ${f.rule.section}`);
};

const FOUND = { state: 'found' as const };
const seen: [why: string, box: Partial<Box>, of: Parameters<typeof found>[1], want: string[]][] = [
	['nothing seen', {}, {}, []],
	[
		'two drawn, one seen',
		{ ends: [end({ awg: '12' })] },
		{ cables: [cable('p', 'a', 9, FOUND), cable('a', 'b', 9, FOUND)] },
		['caution contradiction 110.3']
	],
	[
		'as many as are drawn',
		{ ends: [end({ awg: '12' }), end({ awg: '12' })] },
		{ cables: [cable('p', 'a', 9, FOUND), cable('a', 'b', 9, FOUND)] },
		[]
	],
	[
		'one seen, and another planned to it',
		{ ends: [end({ awg: '12' })] },
		{ cables: [cable('p', 'a', 9, FOUND), cable('a', 'b', 9)] },
		[]
	],
	[
		'two seen, neither as drawn',
		{ ends: [end(), end()] },
		{ cables: [cable('p', 'a', 9, FOUND)] },
		['caution contradiction 110.3']
	],
	[
		'two seen, one as drawn: it may be that one',
		{ ends: [end(), end({ awg: '12' })] },
		{ cables: [cable('p', 'a', 9, FOUND)] },
		[]
	],
	[
		'LINE seen as 14 AWG, drawn as 12',
		{ ends: [end({ line: true }), end({ awg: '12' })] },
		{ cables: [cable('p', 'a', 9, FOUND)] },
		['caution contradiction 110.3']
	],
	[
		'drawn with a ground, seen without',
		{ ends: [end({ awg: '12', ground: false })] },
		{ cables: [cable('p', 'a', 9, FOUND)] },
		['caution contradiction 110.3']
	],
	['12 drawn, 14 seen', { ends: [end()] }, { cables: [cable('p', 'a', 9, FOUND)] }, ['caution contradiction 110.3']],
	['12 drawn, a gauge that was not made out', { ends: [end({ awg: null })] }, { cables: [cable('p', 'a', 9, FOUND)] }, []],
	[
		'said to have no ground, and a ground wire',
		{ ground: 'none', conductors: [wire('bare', 'ground')] },
		{},
		['caution contradiction 110.3']
	],
	[
		'said to have one, plastic, no cable has one',
		{ ground: 'present', material: 'plastic', ends: [end({ ground: false })] },
		{ circuits: [circuit({ breakerA: 15 })] },
		['caution contradiction 110.3', 'advice seen-wire 240.4(D)']
	],
	['the same in a metal box', { ground: 'present', material: 'metal', ends: [end({ ground: false, awg: null })] }, {}, []],
	['white as a hot', { conductors: [wire('white', 'hot')] }, {}, ['caution color 200.7(C)(1)']],
	['white as a traveler', { conductors: [wire('white', 'traveler')] }, {}, ['caution color 200.7(C)(1)']],
	['white as the neutral', { conductors: [wire('white', 'neutral')] }, {}, []],
	['green as a hot', { conductors: [wire('green', 'switched-hot')] }, {}, ['violation color 250.119']],
	['bare as the neutral', { conductors: [wire('bare', 'neutral')] }, {}, ['violation color 250.119']],
	['black as the neutral', { conductors: [wire('black', 'neutral')] }, {}, ['caution color 200.6(A)']],
	['black that is dead', { conductors: [wire('black', 'dead')] }, {}, []],
	['14 AWG, its circuit not known', { ends: [end()] }, {}, ['advice seen-wire 240.4(D)']],
	['a cord adapter', { adapter: true }, {}, ['caution adapter 406.4(D)(2)']],
	['none, as was looked', { adapter: false }, {}, []]
];
for (const [why, more, of, want] of seen) test(`seen in a box: ${why}`, () => assert.deepEqual(found(more, of), want));

const onBreaker: [awg: CableEnd['awg'], breakerA: number, want: string[]][] = [
	['14', 15, []],
	['14', 20, ['violation seen-wire 240.4(D)']],
	['12', 20, []],
	['12', 25, ['violation seen-wire 240.4(D)']],
	['10', 30, []],
	['10', 35, ['violation seen-wire 240.4(D)']],
	['8', 40, []]
];
for (const [awg, breakerA, want] of onBreaker)
	test(`${awg} AWG seen on a breaker of ${breakerA} A, its cable not drawn`, () => {
		const cables = [cable('p', 'a', null, { kind: null, awg: null, metal: null, conductors: null, ground: null } as never)];
		assert.deepEqual(found({ ends: [end({ awg })] }, { cables, circuits: [circuit({ breakerA })] }), want);
	});

test('an end, a middle, a tap', () => assert.deepEqual([0, 1, 2, 3, 4].map(placeAlong), [null, 'end', 'middle', 'tap', 'tap']));

test('fill of a box on no circuit, by the cables that were seen in it; not where one was not made out', () => {
	const j = (cables: CableEnd[]) => job({ boxes: [box('a', { state: 'found', volumeCuIn: 18, ends: cables })], cables: [] });
	const of = (cables: CableEnd[]) =>
		fillCaseOf(editions['2023'], j(cables), j(cables).boxes[0] as Box)?.conductors.map((c) => [c.awg, c.count]);
	assert.deepEqual(of([end({ awg: '12', ground: false })]), [['12', 2]]);
	assert.deepEqual(of([end({ awg: '12' })]), [
		['12', 2],
		['12', 1]
	]);
	assert.throws(() => of([end({ awg: null })]), NotKnown);
});
test('where only the clamps of a metal box decide, whether it is metal, or has them, must be looked at', () => {
	// Three 14-2 with grounds and a duplex: (6 + 1 + 2) x 2 = 18 cu in, with clamps 20.
	const seen = [1, 2, 3].map((n) => end({ id: `${n}`, awg: '14' }));
	const told = (volumeCuIn: number, material: Box['material'], clampsInside?: boolean) => {
		const j = job({ boxes: [box('a', { state: 'found', volumeCuIn, material, clampsInside, ends: seen })], cables: [] });
		const codes = assess(j).stages.rough.findings.map((f) => f.code);
		return [codes.includes('not-known'), codes.includes('box-fill')];
	};
	assert.deepEqual(
		[told(19, null), told(20, null), told(17, null)],
		[
			[true, false],
			[false, false],
			[false, true]
		]
	);
	assert.deepEqual(
		[told(19, 'plastic'), told(19, 'metal'), told(19, 'metal', true), told(19, 'metal', false), told(19, null, true)],
		[
			[false, false],
			[true, false],
			[false, true],
			[false, false],
			[false, true]
		]
	);
});
test('the picture of a cable is what is known of it', () => {
	const face = (c: Parameters<typeof cableFace>[0]) => {
		const { sheath, conductors } = cableFace(c);
		return `${sheath} ${conductors.length}`;
	};
	assert.equal(face({ kind: 'NM-B', conductors: 2, ground: true }), 'smooth 3');
	assert.equal(face({ kind: 'NM', conductors: 2, ground: false }), 'cloth 2');
	assert.equal(face({ kind: 'MC', conductors: 3, ground: true }), 'armor 4');
	assert.equal(face({ kind: 'knob-and-tube', conductors: 2, ground: false }), 'none 2');
	assert.equal(face({ kind: null, conductors: null, ground: null }), 'smooth 0');
});

const where: [text: string, box: string, room: string | null][] = [
	['Sewing room, by the window', 'by the window', 'Sewing room'],
	['Kitchen', 'Kitchen', 'Kitchen'],
	['K-03', 'K-03', null],
	['upstairs, left', 'upstairs, left', null],
	['Bed 2,', 'Bed 2,', 'Bed 2']
];
for (const [text, boxName, roomName] of where)
	test(`where: ${text}`, () => assert.deepEqual(readWhere(text), { boxName, roomName }));

test('an old house that nobody has drawn: not looked at, then met or missing as it was seen; drawn, it is missing', () => {
	const ids = { jobId: 'j', boxId: 'b', roomId: 'r' };
	const call = newServiceCall(ids, { ...readWhere('Garage, door'), at: 'switch', edition: '2023', permitDate: '2026-10-12' });
	const line = (change: (j: typeof call) => void = () => undefined) =>
		punchList(produce(call, change)).find((r) => r.roomId === 'r' && r.rule.section.startsWith('210.52(G)'));
	const seenAs = (seen: 'done' | 'not-done') =>
		line((j) => void j.checks.push({ id: line()?.id ?? '', seen, note: '', at: '', by: 'MR' }));
	const square = [
		[0, 0],
		[240, 0],
		[240, 240],
		[0, 240]
	] as const;
	assert.deepEqual(
		[
			line()?.state,
			seenAs('done')?.state,
			seenAs('not-done')?.state,
			line((j) => void Object.assign(j.rooms[0] ?? {}, { outline: square }))?.state
		],
		['not-looked-at', 'met', 'missing', 'missing']
	);
	assert.equal(line()?.why, 'None is recorded. Look whether one is there.');
	assert.equal(line((j) => void Object.assign(j.boxes[0] ?? {}, { state: 'planned' }))?.state, 'missing');
	assert.ok(!assess(call).stages.layout.findings.some((f) => f.rule.section.startsWith('210.52(G)')));
});

test('the thread of a call: each step says what it needs, and is done by what was done', () => {
	const ids = { jobId: 'j', boxId: 'b', roomId: 'r' };
	const call = newServiceCall(ids, { ...readWhere('Den, desk'), at: 'two-slot', edition: '2023', permitDate: '2026-10-12' });
	const base = { jobId: 'j', circuitId: null, boxId: 'b', by: 'MR', note: '' };
	const off = { ...base, id: 'e1', kind: 'off-tagged' as const, what: 'slot 3', at: '2026-11-26T10:00:00.000Z' };
	const dead = { ...base, id: 'e2', kind: 'dead-test' as const, at: '2026-11-26T10:05:00.000Z' };
	const on = { ...base, id: 'e3', kind: 'on' as const, at: '2026-11-26T11:00:00.000Z' };
	const now = (
		j: typeof call,
		events: (typeof off | typeof dead | typeof on)[] = [],
		readings: ReturnType<typeof reading>[] = []
	) => {
		const steps = threadOf(j, { readings, events }, j.boxes[0] as Box);
		return [nextInThread(steps)?.key ?? 'none', steps.filter((s) => s.warns).length];
	};
	assert.deepEqual(now(newServiceCall(ids, { ...readWhere('K-03'), edition: '2023', permitDate: '2026-10-12' })), ['place', 2]);
	assert.deepEqual(now(call), ['found', 2]);
	// A reading, what people say, or that nobody tested: then it is made dead.
	const check = { id: asFoundId('b'), seen: 'done' as const, note: NOT_TESTED, at: '', by: '' };
	assert.deepEqual(now({ ...call, checks: [check] }), ['dead', 2]);
	assert.deepEqual(now({ ...call, symptoms: [{ id: 's', text: 'dead', boxId: 'b', open: true }] }), ['dead', 2]);
	assert.deepEqual(now(call, [], [reading({ id: 'l', boxId: 'b', kind: 'lamps', value: null, lamps: 'on off off' })]), [
		'dead',
		2
	]);
	const found = (j: typeof call, events: (typeof off)[]) => {
		const step = threadOf(j, { readings: [], events }, j.boxes[0] as Box).find((s) => s.key === 'found');
		return [step?.done, step?.skipped];
	};
	assert.deepEqual(
		[found(call, []), found({ ...call, checks: [check] }, []), found(call, [off])],
		[
			[false, false],
			[true, true],
			[true, true]
		],
		'off by now: what it showed before can be read no more'
	);
	assert.deepEqual(now(call, [off]), ['dead', 2]);
	assert.deepEqual(now(call, [off, dead]), ['open', 0]);
	const looked = produce(call, (d) => void Object.assign(d.boxes[0] ?? {}, { ground: 'none' }));
	assert.deepEqual(now(looked, [off, dead]), ['become', 0]);
	const chosen = produce(
		looked,
		(d) => void Object.assign(d.boxes[0]?.devices[0] ?? {}, { state: 'planned', protection: 'dual' })
	);
	assert.deepEqual(now(chosen, [off, dead]), ['make-up', 0]);
	const put = produce(chosen, putInAt('b'));
	assert.deepEqual([put.boxes[0]?.devices[0]?.state, put.boxes[0]?.devices[0]?.installedBy], ['built', 'MR']);
	assert.deepEqual(now(put, [off, dead]), ['prove', 0]);
	const at = (time: string, more: Parameters<typeof reading>[0]) =>
		reading({ id: time, boxId: 'b', kind: 'hn', value: 119.6, at: `2026-11-26T${time}:00.000Z`, ...more });
	const button = at('11:06', { kind: 'gfci-own', value: null, word: 'trips' });
	const spaces = [at('11:08', { kind: 'he' }), at('11:09', { kind: 'ne', value: 0 })];
	const proofs: [why: string, readings: ReturnType<typeof reading>[], next: string][] = [
		['volts of the same morning, before hands were in it', [at('09:00', {}), button, ...spaces], 'prove'],
		['volts after, said to be before', [at('11:05', { phase: 'before' }), button, ...spaces], 'prove'],
		['volts after, its own button not pressed', [at('11:05', {}), ...spaces], 'prove'],
		['its own button did not trip', [at('11:05', {}), { ...button, word: 'no-trip' }, ...spaces], 'prove'],
		['its button alone', [button], 'prove'],
		['volts and button: which slot is hot was not read', [at('11:05', {}), button], 'prove'],
		['volts struck out', [at('11:05', { struck: true }), button, ...spaces], 'prove'],
		['volts with its wall switch off', [at('11:05', { switchAt: 'off' }), button, ...spaces], 'prove'],
		['volts to ground alone', [at('11:05', { kind: 'hg' }), button, ...spaces], 'prove'],
		['volts that float', [at('11:05', { value: 84.9 }), button, ...spaces], 'prove'],
		['all of it', [at('11:05', {}), button, ...spaces], 'none']
	];
	for (const [why, readings, next] of proofs) assert.equal(now(put, [off, dead, on], readings)[0], next, why);
	// A box that has a ground, and a face that promises it: reversed, or open, it has all of its volts hot to neutral.
	const grounded = produce(put, (d) => {
		Object.assign(d.boxes[0] ?? {}, { ground: 'present' });
		Object.assign(d.boxes[0]?.devices[0] ?? {}, { slots: 'grounding' });
	});
	const needs = (j: typeof put, readings: ReturnType<typeof reading>[]) =>
		threadOf(j, { readings, events: [off, dead, on] }, j.boxes[0] as Box).find((s) => s.key === 'prove')?.needs;
	const low = (time: string, more: Parameters<typeof reading>[0]) => at(time, { meter: 'low-impedance', ...more });
	const looks = [
		at('11:10', { kind: 'ground-look', value: null, word: 'landed' }),
		at('11:11', { kind: 'grip', value: null, word: 'holds' })
	];
	const volts = [low('11:05', {}), low('11:07', { kind: 'hg', value: 119 }), low('11:08', { kind: 'ng', value: 0 })];
	assert.equal(needs(grounded, [...volts.slice(0, 1), button, ...looks]), 'ground not read since the work');
	assert.equal(needs(grounded, [...volts, ...looks]), 'its button not pressed since the work');
	assert.equal(needs(grounded, [...volts, button, ...looks.slice(1)]), 'ground not seen landed since the work');
	assert.equal(needs(grounded, [...volts, button, ...looks]), null, 'reads right: as far as a multimeter reaches');
	const halves = produce(grounded, (d) => void Object.assign(d.boxes[0]?.devices[0] ?? {}, { switched: 'half', receptacles: 2 }));
	assert.equal(needs(halves, [...volts, button, ...looks]), 'volts not read since the work');
	const below = [...volts, ...looks.filter((r) => r.kind === 'grip')].map((r) => ({
		...r,
		id: `${r.id}l`,
		half: 'lower' as const
	}));
	assert.equal(needs(halves, [...volts, ...below, button, ...looks]), null);
	// One that reads bad is never done.
	const all = [at('11:05', {}), button, ...spaces];
	const worn = at('11:30', { kind: 'grip', value: null, word: 'loose' });
	const bad = threadOf(put, { readings: [...all, worn], events: [off, dead, on] }, put.boxes[0] as Box);
	assert.deepEqual(
		bad.filter((s) => !s.done).map((s) => s.key),
		['prove', 'paper']
	);
	// A dead test that nobody made is not made by what was read after it.
	const deadNeeds = (events: Parameters<typeof now>[1], readings = all) =>
		threadOf(put, { readings, events: events ?? [] }, put.boxes[0] as Box).find((s) => s.key === 'dead')?.needs;
	assert.equal(deadNeeds([]), 'a dead test: none is recorded');
	assert.equal(
		deadNeeds(
			[],
			all.map((r) => ({ ...r, phase: 'after' as const }))
		),
		'a dead test: none is recorded'
	);
	assert.equal(deadNeeds([off, on]), 'a dead test: none is recorded');
	assert.equal(deadNeeds([off, dead, on]), null);
	assert.equal(deadNeeds([off, dead, on], [at('10:30', {}), ...all]), 'a dead test: none is recorded', 'live under its tag');
	assert.throws(() => produce(put, putInAt('b')), /Nothing is planned/);
});

const names: [leg: Partial<Parameters<typeof cableName>[0]>, name: string][] = [
	[{}, '12-2 NM-B with ground'],
	[{ metal: 'Al', ground: false }, '12-2 NM-B aluminum, no ground'],
	[{ awg: null }, '?-2 NM-B with ground'],
	[{ awg: null, conductors: null, ground: null }, 'NM-B, ground not known'],
	[{ kind: null }, '12-2 cable with ground'],
	[{ kind: null, awg: null, conductors: null, ground: null }, 'cable not seen']
];
for (const [more, name] of names)
	test(`a cable as it is known: ${name}`, () =>
		assert.equal(cableName({ kind: 'NM-B', awg: '12', metal: 'Cu', conductors: 2, ground: true, ...more }), name));

test('what is asked of a room that is a kitchen only by its name says so, until somebody confirms it', () => {
	const ids = { jobId: 'j', boxId: 'b', roomId: 'r' };
	const call = newServiceCall(ids, { ...readWhere('Kitchen, sink'), edition: '2023', permitDate: '2026-10-12' });
	const says = (j: typeof call) =>
		assess(j).stages.protect.findings.map((f) => f.message.endsWith('Kind of room (kitchen): a guess from its name.'));
	assert.ok(says(call).length > 0 && says(call).every(Boolean));
	assert.ok(says(produce(call, editRoom('r', { kind: 'kitchen' }))).every((guess) => !guess));
});

test('three slots without a ground on a circuit that nobody knows: not called unprotected, and not called good', () => {
	const ids = { jobId: 'j', boxId: 'b', roomId: 'r' };
	const call = newServiceCall(ids, { ...readWhere('Kitchen, sink'), edition: '2023', permitDate: '2026-10-12' });
	const bare = produce(call, (d) => void Object.assign(d.boxes[0] ?? {}, { ground: 'none' }));
	const [told] = assess(bare).stages.protect.findings.filter((f) => f.code === 'three-slots');
	assert.deepEqual([told?.severity, /its circuit is not known/.test(told?.message ?? '')], ['caution', true]);
	const letter = codeLetter({ edition: editions['2023'], job: bare }, bare.boxes[0] as Box, { readings: [] });
	assert.ok(
		letter.points.some(
			(p) => p.text === 'Ground-fault protection is required; whether something upstream provides it is not known.'
		)
	);
	assert.ok(
		letter.points.some((p) => p.text.startsWith('Three slots without a proven ground: allowed only with GFCI protection'))
	);
	assert.ok(letter.facts.includes('Its circuit is not known.'));
	// With its circuit found and nothing upstream it is a violation; its rating was not read.
	const known = job({
		rooms: bare.rooms,
		boxes: bare.boxes,
		circuits: [circuit({ breakerA: null } as never)],
		cables: [cable('p', 'b', 30)]
	});
	assert.equal(assess(known).stages.protect.findings.find((f) => f.code === 'three-slots')?.severity, 'violation');
	const sure = knownJob(known);
	const second = codeLetter({ edition: editions['2023'], job: sure }, sure.boxes[0] as Box, { readings: [] });
	assert.ok(second.facts.includes('On space 1 · Den, rating not read.'));
	assert.ok(second.points.some((p) => p.text === 'Ground-fault protection is required; none yet.'));
});
