import assert from 'node:assert/strict';
import test from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { editionOf } from '../../src/core/code/amended-edition';
import { MARROW_HIDDEN } from '../../src/core/demo/marrow-street';
import { houseAt, readHouse } from '../../src/core/instruments/job-instrument';
import { knownJob, type Device, type Job, type Reading } from '../../src/core/model/known';
import type { LiveEvent, Symptom } from '../../src/core/model/job';
import { jobHypotheses, toldBy } from '../../src/core/trace/job-hypotheses';
import { jobStops } from '../../src/core/trace/job-stops';
import { JobTrace, type Traced } from '../../src/core/trace/job-trace';
import { fitsOutlet } from '../../src/core/trace/fits-outlet';
import { possibleRuns } from '../../src/core/trace/possible-runs';
import type { LookFinds } from '../../src/core/model/kinds';
import { once } from '../../src/core/model/remember';
import { box, circuit, job, cable, reading } from './small-job';

/** A fault searched on a job's own wiring, from what people say to what is found. */
const INSTRUMENTS = ['lamps', 'voltmeter', 'analyzer'] as const;
const says = (t: Traced, i = 0) =>
	(t.answers[i]?.faults ?? [])
		.map((f) => `${f.kind} ${f.at}`)
		.sort()
		.join(' + ');
/** A run of four boxes; the plain one once, so that what is solved of it is solved once. */
const plain = (more: Partial<Job> = {}): Job => (Object.keys(more).length ? runOfFour(more) : PLAIN);
const runOfFour = (more: Partial<Job>): Job =>
	job({
		boxes: ['a', 'b', 'c', 'd'].map((id) => box(id)),
		circuits: [circuit({ id: 'c1' })],
		cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 12), cable('c', 'd', 12)],
		...more
	});
const PLAIN = runOfFour({});
const traceOf = once((j: Job) => JobTrace.of(j, 'c1'));
const read = (boxId: string, kind: Reading['kind'], value: number, more: Partial<Reading> = {}) =>
	reading({ id: `${boxId}${kind}`, boxId, kind, value, loadA: kind === 'drop' ? 12 : null, ...more });
const ask = (j: Job, readings: Reading[], at?: string): Traced => {
	const trace = traceOf(j);
	assert.ok(trace);
	return trace.ask(readings, { instruments: INSTRUMENTS, at });
};

test('off comes first before anything was read; what is dead beyond a place lies between', () => {
	assert.equal(says(ask(plain(), [])), 'off c1');
	const symptoms: Symptom[] = [
		{ id: 's', text: 'half dead', boxId: 'c', open: true, kind: 'half-dead', dead: ['c', 'd'], works: ['a', 'b'] }
	];
	const t = ask(plain({ symptoms }), []);
	assert.deepEqual(new Set([says(t), says(t, 1)]), new Set(['open-hot c', 'open-neutral c']));
	assert.ok((t.suspicion.c ?? 0) > 0.8, JSON.stringify(t.suspicion));
	assert.equal(t.gathered.length, 4);
	assert.match(t.answers[0]?.remedies[0]?.remedy.proves ?? '', /drop under load/);
});
test('drops that jump fit the ohms of a connection, and the answer names its two ends', () => {
	const t = ask(plain(), [read('a', 'drop', 1.9), read('b', 'drop', 11), read('d', 'drop', 12.1)]);
	assert.ok(['loose-hot b', 'loose-neutral b'].includes(says(t)), says(t));
	const [fit] = t.answers[0]?.fits ?? [];
	assert.ok(fit && fit.from < 1.05 && 1.05 < fit.to, JSON.stringify(fit));
	assert.deepEqual(t.answers[0]?.boxIds, ['b']);
});
test('two faults at once are found where one alone does not explain what was read', () => {
	const two = plain({
		cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 12), cable('c', 'd', 12)].map((l) => ({
			...l,
			ground: false
		}))
	});
	const t = ask(two, [
		read('a', 'drop', 1.9),
		read('b', 'drop', 11),
		reading({ id: 'l', boxId: 'd', kind: 'lamps', value: null, lamps: 'on on off' }),
		read('d', 'hg', 119),
		read('d', 'ng', 0.01)
	]);
	assert.ok(/^bootleg d-d1 \+ (loose-(hot|neutral) b|(hot|neutral)-contact-loose b-d1)$/.test(says(t)), says(t));
	assert.match(t.answers[0]?.remedies[0]?.remedy.now ?? '', /may be live/);
});
test('what nobody knows of the cables is tried each way, and said; what feeds a box is never guessed', () => {
	const cables = [
		cable('p', 'a', 40, { awg: null as never }),
		cable('a', 'b', 12, { lengthFt: null }),
		{ ...cable('a', 'c', 12), fromId: null }
	];
	const t = ask(plain({ cables }), [read('b', 'drop', 3)]);
	assert.deepEqual(t.taken, ['the gauge, as 14 and as 12 AWG', 'lengths, as 12 and 35 ft']);
	assert.deepEqual(t.notOnRun, ['c']);
	assert.ok(!('c' in t.suspicion));
	assert.equal(JobTrace.of(plain({ cables: cables.map((l) => ({ ...l, fromId: null })) }), 'c1'), null);
});
test('only what was read or told moves a probability: struck out, put right, read before the work, on another circuit', () => {
	const base = ask(plain(), [read('a', 'drop', 1.9)]);
	const same = ask(plain(), [
		read('a', 'drop', 1.9),
		read('b', 'drop', 80, { struck: true }),
		read('c', 'drop', 80, { id: 'wrong' }),
		read('c', 'grip', 0, { id: 'right', corrects: 'wrong', word: 'holds' }),
		read('x', 'drop', 50)
	]);
	assert.deepEqual(
		same.answers.map((a) => [a.says, a.probability.toFixed(6)]),
		base.answers.map((a) => [a.says, a.probability.toFixed(6)])
	);
});
test('what was read before the work, or before a fault was found here, says nothing of the run as it is', () => {
	const at = (hour: number) => `2026-10-23T${String(hour).padStart(2, '0')}:00:00.000Z`;
	const bad = [read('a', 'drop', 1.9, { at: at(8) }), read('b', 'drop', 11, { at: at(9), phase: 'before' })];
	assert.equal(ask(plain(), bad).gathered.length, 2);
	const mended = read('b', 'drop', 2.4, { id: 'after', at: at(11), phase: 'after' });
	assert.deepEqual(
		ask(plain(), [...bad, mended]).gathered.map((g) => g.readingId),
		['adrop', 'after']
	);
	const again = read('b', 'drop', 9, { id: 'again', at: at(12) });
	assert.deepEqual(
		ask(plain(), [...bad, mended, again]).gathered.map((g) => g.readingId),
		['adrop', 'again']
	);
	const found = (boxId: string): Symptom => ({
		id: 's',
		text: 'x',
		boxId,
		open: false,
		was: { faults: [], says: 'x', place: 1, readings: 2, at: at(10), by: '' }
	});
	const since = ask(plain({ symptoms: [found('b')] }), [...bad, mended]);
	assert.deepEqual([since.gathered.map((g) => g.readingId), since.since], [['after'], at(10)]);
	const elsewhere = ask(plain({ symptoms: [found('z')] }), [...bad, mended]);
	assert.deepEqual([elsewhere.gathered.length, elsewhere.since], [2, null]);
});
test('what is asked for next is near first: a face in the room where one stands before another room', () => {
	const j = plain();
	const near = ask({ ...j, rooms: [], boxes: j.boxes.map((b) => ({ ...b, roomId: b.id === 'd' ? 'r2' : 'r1' })) }, [], 'a');
	assert.ok(near.next.length === 3 && near.next.every((n) => n.bits > 0 && n.outcomes.length > 1));
	assert.ok(near.next.every((n) => (n.boxId === 'd') === (n.effort === 1.5)));
});
test('why not: the readings that speak against a fault, and none for the one that is held', () => {
	const trace = JobTrace.of(plain(), 'c1');
	assert.ok(trace);
	trace.ask([read('a', 'drop', 1.9), read('b', 'drop', 11)], { instruments: INSTRUMENTS });
	const wrong = trace.whyNot({ kind: 'loose-hot', at: 'd' });
	assert.match(wrong[0]?.says ?? '', /B: drop under load 11/);
	assert.deepEqual(trace.whyNot({ kind: 'loose-hot', at: 'b' }), []);
	assert.ok(trace.faultsAt('b').some((f) => f.fault.kind === 'bootleg'));
});
test('signs, symptoms and a three-slot face on two-wire cable weigh', () => {
	const j = plain({ cables: plain().cables.map((l) => (l.toId === 'd' ? { ...l, ground: false } : l)) });
	const possible = possibleRuns(editionOf(j), j, 'c1');
	assert.ok(possible);
	const weights = (symptoms: Symptom[]) => {
		const all = jobHypotheses(knownJob(j), possible.wiring, { circuitId: 'c1', told: toldBy(symptoms) });
		return (name: string) => all.find((h) => h.faults.map((f) => `${f.kind} ${f.at}`).join() === name)?.weight ?? 0;
	};
	const base = weights([]);
	assert.deepEqual([base('bootleg d-d1'), base('bootleg a-d1')], [8, 0.5 / 3]);
	// Of what a symptom does not speak of it says nothing.
	const there = weights([{ id: 's', text: 'x', boxId: 'b', open: true, kind: 'dims' }]);
	assert.deepEqual([there('bootleg d-d1'), there('loose-hot d')], [8, base('loose-hot d') / 10]);
	const told = weights([{ id: 's', text: 'x', boxId: 'b', open: true, kind: 'dims', signs: [{ boxId: 'b', sign: 'warm' }] }]);
	// Twenty times for the heat, ten for what is said of it; a tenth where it cannot lie.
	assert.ok(Math.abs(told('loose-hot b') / base('loose-hot b') - 200) < 1e-9);
	assert.ok(Math.abs(told('hot-contact-loose d-d1') / base('hot-contact-loose d-d1') - 0.1) < 1e-9);
});
test('every fault and every two of them give a figure, whatever is read', () => {
	const j = DEMOS['marrow-street']?.();
	assert.ok(j);
	const trace = JobTrace.of(j.job, j.job.circuits.find((c) => c.id === 'c2')?.id ?? '');
	const t = trace?.ask(j.readings, { instruments: INSTRUMENTS });
	assert.ok(t && t.answers.every((a) => Number.isFinite(a.probability)) && Number.isFinite(t.unthought));
	const sum = t.answers.reduce((s, a) => s + a.probability, t.others + t.unthought);
	assert.ok(Math.abs(sum - 1) < 1e-9);
});

test('1948: from "the iron dims the lamp" to the bad splice and the bootleg, in at most six readings that were asked for', () => {
	const demo = DEMOS['marrow-street']?.();
	assert.ok(demo);
	const j = { ...demo.job, symptoms: demo.job.symptoms.map((s) => ({ ...s, kind: 'dims' as const })) };
	const known = knownJob(j);
	const trace = JobTrace.of(j, j.circuits.find((c) => c.id === 'c2')?.id ?? '');
	assert.ok(trace);
	const readings: Reading[] = [];
	let at = 'sw-03';
	for (let n = 1; n <= 6; n++) {
		const [next] = trace.ask(readings, { instruments: INSTRUMENTS, at }).next;
		assert.ok(next);
		at = next.boxId;
		const house = houseAt({ edition: editionOf(known), job: known }, { boxId: at, faults: MARROW_HIDDEN });
		assert.ok(house.ok);
		for (const r of readHouse(house.house, 12)) {
			if (r.instrument !== next.instrument) continue;
			const put = (kind: Reading['kind'], value: number | null, more: Partial<Reading> = {}) =>
				value === null && !more.lamps && !more.word
					? undefined
					: readings.push(reading({ id: `${at}${kind}`, boxId: at, kind, value, at: `2026-10-23T10:0${n}:00.000Z`, ...more }));
			if ('dropPercent' in r) {
				put('drop', r.dropPercent, { loadA: 12 });
				put('ohm-hot', r.hotOhms);
				put('ohm-neutral', r.neutralOhms);
				put('ohm-ground', r.groundOhms);
				put('bootleg', null, { word: r.bootleg });
			} else if (r.instrument === 'lamps' && 'hn' in r) put('lamps', null, { lamps: `${r.hn} ${r.hg} ${r.ng}` });
			else if ('hn' in r) for (const kind of ['hn', 'hg', 'ng'] as const) put(kind, r[kind] as number | null);
		}
		const t = trace.ask(readings, { instruments: INSTRUMENTS, at });
		const found = /^bootleg sw-04-\w+ \+ loose-(hot|neutral) sw-02$/.test(says(t));
		if (found && t.done === 'found') return;
	}
	assert.fail(`not found: ${says(trace.ask(readings, { instruments: INSTRUMENTS, at }))}`);
});

// Lived in.
test('a loose terminal of 0.42 ohm is found, in the demo house too', () => {
	const file = DEMOS.quillback?.();
	assert.ok(file);
	const trace = JobTrace.of(file.job, 'c17');
	assert.ok(trace);
	const t = trace.ask(file.readings, { instruments: INSTRUMENTS });
	assert.match(says(t), /^(hot|neutral)-contact-loose w-01/, says(t));
	const [fit] = t.answers[0]?.fits ?? [];
	assert.ok(fit && fit.from < 0.42 && 0.42 < fit.to, JSON.stringify(fit));
});
const lampsAt = (boxId: string, lamps: string) => reading({ id: `${boxId}lamps`, boxId, kind: 'lamps', value: null, lamps });
test('0, 120, 120 with loads unknown is not found before everything is unplugged and read again', () => {
	const list = [lampsAt('c', 'off on on'), read('c', 'hn', 0), read('c', 'hg', 120), read('c', 'ng', 120)];
	const t = ask(plain(), list);
	assert.deepEqual([t.done, t.act?.do, t.act?.boxId], [null, 'unplug', 'c']);
	assert.ok(t.answers.filter((a) => a.probability > 0.03).length > 1, 'more than one stands');
	const again = list.slice(1).map((r) => ({ ...r, id: `${r.id}u`, unplugged: true, value: r.kind === 'hg' ? 120 : 0 }));
	assert.equal(ask(plain(), [...list, ...again]).act, null);
});
test('a zero beside life further on: prove the meter; read again and proven, it counts', () => {
	const zero = [read('b', 'hn', 0), read('b', 'hg', 0), read('b', 'ng', 0)];
	const t = ask(plain(), [...zero, read('d', 'hn', 120)]);
	assert.deepEqual([t.done, t.act?.do, t.act?.boxId], [null, 'prove-meter', 'b']);
	const proven = zero.map((r) => ({ ...r, proven: true }));
	assert.equal(ask(plain(), [...proven, read('d', 'hn', 120)]).act, null);
	assert.equal(ask(plain(), [...zero, read('a', 'hn', 120)]).act, null, 'its sound twin: life upstream');
});
const KILLS: [what: string, readings: Reading[], stop: string | null][] = [
	['160, 120, 40', [read('b', 'hn', 160), read('b', 'hg', 120), read('b', 'ng', 40)], 'both-poles-off'],
	['150 V on both legs of the panel', [read('p', 'hn', 150), read('p', 'h2n', 150)], 'main-off'],
	['panel legs of 90 and 150', [read('p', 'hn', 90), read('p', 'h2n', 150)], 'main-off'],
	['panel legs 10 V apart', [read('p', 'hn', 115), read('p', 'h2n', 125)], null],
	['panel legs 10.2 V apart', [read('p', 'hn', 114.9), read('p', 'h2n', 125.1)], 'main-off'],
	['panel legs of 118 and 122', [read('p', 'hn', 118), read('p', 'h2n', 122)], null],
	['a shell at 118 V', [read('b', 'shell', 118, { meter: 'low-impedance' })], 'breaker-off'],
	['a live ground slot', [read('b', 'ge', 120, { meter: 'low-impedance' })], 'breaker-off'],
	['right', [read('b', 'hn', 120), read('b', 'hg', 120)], null]
];
for (const [what, list, stop] of KILLS)
	test(`a stop on the page: ${what}: ${stop ?? 'none'}`, () => {
		const t = ask(plain(), list);
		assert.equal(t.stop?.do ?? null, stop);
		if (stop) assert.deepEqual([t.done, t.next.length, t.act?.do], [null, 0, 'switch-off']);
		assert.equal(jobStops(plain(), list, [])[0]?.do ?? null, stop);
	});
test('a stop stands until what feeds it is off and tagged after it, or it reads right', () => {
	const j = plain();
	const high = read('b', 'hn', 160, { at: '2026-11-26T10:00:00.000Z' });
	const tag = (time: string): LiveEvent => ({
		id: 't',
		jobId: 'j',
		kind: 'off-tagged',
		circuitId: 'c1',
		boxId: null,
		at: `2026-11-26T${time}:00.000Z`,
		by: 'MR',
		note: ''
	});
	assert.equal(jobStops(j, [high], []).length, 1);
	assert.equal(jobStops(j, [high], [tag('10:05')]).length, 0);
	assert.equal(jobStops(j, [high], [tag('09:55')]).length, 1, 'read under the tag');
	assert.equal(jobStops(j, [high, read('b', 'hn', 120, { id: 'n', at: '2026-11-26T10:10:00.000Z' })], []).length, 0);
	const told = plain({ symptoms: [{ id: 's', text: 'tingle', boxId: 'b', open: true, kind: 'tingle' }] });
	assert.equal(jobStops(told, [], [])[0]?.do, 'breaker-off');
	assert.equal(jobStops(told, [], [tag('10:05')]).length, 0);
});
test('the two circuits of a shared neutral that read high and low against each other stop both', () => {
	const pair = plain({
		circuits: [
			circuit({ multiwire: { withId: 'c2', opens: 'two-pole' } }),
			circuit({ id: 'c2', space: 3, multiwire: { withId: 'c1', opens: 'two-pole' } })
		],
		cables: [
			cable('p', 'a', 40),
			cable('a', 'b', 12),
			cable('p', 'c', 12, { circuitId: 'c2' }),
			cable('c', 'd', 12, { circuitId: 'c2' })
		]
	});
	const at = (a: number, b: number) => jobStops(pair, [read('b', 'hn', a), read('d', 'hn', b)], [])[0]?.do ?? null;
	assert.deepEqual([at(127, 113), at(127, 114.1), at(130, 125)], ['both-poles-off', null, null]);
});

for (const [instrument, what, device, dead, fits] of [
	['analyzer', 'a duplex', {}, false, true],
	['analyzer', 'two slots, by an adapter', { slots: 'two-slot' }, false, true],
	['analyzer', 'a dead one', {}, true, false],
	['lamps', 'a dead one', {}, true, false],
	['voltmeter', 'a dead one', {}, true, true],
	['low-impedance', 'a light', { kind: 'lighting', receptacles: 0 }, false, true],
	['analyzer', 'a light', { kind: 'lighting', receptacles: 0 }, false, false],
	['lamps', 'a 240 V receptacle', { volts: 240 }, false, false],
	['analyzer', 'a locking one', { form: 'L5-20' }, false, false],
	['analyzer', 'a straight one of 20 A', { form: '5-20' }, false, true]
] as const)
	test(`next: ${instrument} at ${what}: ${fits ? 'fits' : 'does not'}`, () =>
		assert.equal(fitsOutlet(instrument, box('x', {}, device as Partial<Device>).devices[0], dead), fits));
test('a dead outlet is never asked for what works on its own power', () => {
	const next = ask(plain(), [read('b', 'hn', 0), read('b', 'hg', 0)], 'b').next.filter((n) => n.boxId === 'b');
	assert.ok(
		next.every((n) => n.instrument !== 'analyzer' && n.instrument !== 'lamps'),
		JSON.stringify(next.map((n) => n.instrument))
	);
});
test('one lamp that is dead: the looks come first, each answered once; found to be it, the wiring is let be', () => {
	const symptom: Symptom = { id: 's', text: 'dead', boxId: 'c', open: true, kind: 'nothing-works', dead: ['c'] };
	const t = ask(plain({ symptoms: [symptom] }), []);
	assert.deepEqual([t.act?.do, t.act?.boxId], ['look', 'c']);
	assert.deepEqual(
		t.looks.map((l) => [l.look, l.found]),
		[
			['appliance', null],
			['switch', null],
			['gfci-tripped', null],
			['breaker-not-reset', null]
		]
	);
	const looked = (found: boolean, ...looks: LookFinds[]) =>
		ask(plain({ symptoms: [{ ...symptom, looks: looks.map((look) => ({ look, found })) }] }), []);
	const was = looked(true, 'appliance');
	assert.deepEqual([says(was).split(' ')[0], was.act], ['appliance', null]);
	const not = looked(false, 'appliance', 'switch', 'gfci-tripped');
	assert.deepEqual([not.act?.do, not.looks.map((l) => l.found)], ['look', [false, false, false, null]]);
	assert.ok((not.answers.find((a) => a.faults[0]?.kind === 'appliance')?.probability ?? 0) < 0.1);
	assert.equal(looked(false, 'appliance', 'switch', 'gfci-tripped', 'breaker-not-reset').act, null);
	assert.equal(ask(plain({ symptoms: [symptom] }), [read('c', 'hn', 0)]).act?.do === 'look', false, 'once something was read');
});
test('what the likeliest answer does not explain is named, and nothing is found while it stands', () => {
	const drops = [read('a', 'drop', 1.9), read('b', 'drop', 11), read('d', 'drop', 12.1)];
	assert.deepEqual(ask(plain(), drops).misfits, []);
	const odd = ask(plain(), [...drops, read('c', 'drop', 55)]);
	assert.deepEqual([odd.misfits.map((r) => r.boxId), odd.done === 'found'], [['c'], false]);
});
test('dead ohms, a shell at low impedance and a light by its switch are evidence too', () => {
	const t = ask(plain(), [read('d', 'dead-ohm-hn', 0.04)]);
	assert.ok(says(t).startsWith('short-hot-neutral'), says(t));
	const hotShell = (v: number) => {
		const { answers, gathered } = ask(plain(), [read('b', 'shell', v, { meter: 'low-impedance' })]);
		assert.equal(gathered.length, 1);
		return answers.find((a) => a.faults[0]?.kind === 'hot-ground-reversed' && a.faults[0].at === 'b-d1')?.probability ?? 0;
	};
	assert.ok(hotShell(118) > 10 * hotShell(0.2), `${hotShell(118)} ${hotShell(0.2)}`);
	const lit = ask(plain(), [read('d', 'works', 0, { value: null, word: 'works' })]);
	assert.ok(!lit.answers.some((a) => a.faults[0]?.kind === 'off' && a.probability > 0.02), 'what works is not off');
	const open = ask(plain(), [read('d', 'dead-ohm-hn', 9e6)]);
	assert.ok(!open.answers.some((a) => a.faults[0]?.kind === 'short-hot-neutral' && a.probability > 0.01), 'its end of scale');
});
