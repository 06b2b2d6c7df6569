import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { claimsOf } from '../../src/core/claims/claims-of';
import { beginWork, endWork, installed, oldPart, putIn, skipStep } from '../../src/core/edit/works';
import { editions } from '../../src/core/code/editions';
import { codeLetter } from '../../src/core/handover/code-letter';
import { houseOf } from '../../src/core/house';
import { labelsId } from '../../src/core/model/checks';
import { knownJob, type Job, type LiveEvent, type Reading } from '../../src/core/model/known';
import { actsOf, lastWorkAt, openWork, type Act, type Work } from '../../src/core/model/work';
import { checkJobFile } from '../../src/core/model/file/schema';
import { nextWritten } from '../../src/core/model/written';
import type { Fix } from '../../src/core/model/result';
import { threadOf } from '../../src/core/thread';
import { obligationsOf, stateOf } from '../../src/core/work/obligations';
import { box, cable, job, reading } from './small-job';

/** An old two-wire run: a, b, c, two slots each, on a plain breaker; a work at b with parts elsewhere. */
const act = (time: string): Act => ({ at: `2026-11-30T${time}:00.000Z`, by: 'KR' });
const run = (): Job => {
	const old = (id: string) =>
		box(id, { state: 'found', ground: 'none', material: 'metal' }, { state: 'found', slots: 'two-slot', tamperResistant: false });
	const wire = { kind: 'two-wire', ground: false, state: 'found' } as const;
	return job({
		boxes: ['a', 'b', 'c'].map(old),
		cables: [cable('p', 'a', 40, wire), cable('a', 'b', 12, wire), cable('b', 'c', 10, wire)],
		circuits: job().circuits.map((c) => ({ ...c, state: 'found' as const }))
	});
};
const three = (boxId: string): Fix => ({
	kind: 'edit-device',
	label: '',
	boxId,
	deviceId: `${boxId}-d1`,
	change: { state: 'planned', slots: 'grounding', protection: 'none', feedsLoad: false }
});
const BREAKER: Fix = { kind: 'protect-breaker', label: '', circuitId: 'c1', protection: 'dual' };
const several = (...fixes: Fix[]): Fix => ({ kind: 'several', label: '', fixes });
let n = 0;
const begin = (of: Job, more: Partial<Parameters<typeof beginWork>[0]> = {}): Job =>
	produce(
		of,
		beginWork(
			{
				boxId: 'b',
				title: 'Three slots behind a GFCI breaker',
				fix: several(BREAKER, three('b')),
				labels: [{ boxId: 'b', words: 'GFCI Protected' }],
				...more
			},
			act('09:00'),
			() => `id${++n}`
		)
	);
const work = (of: Job): Work => {
	const found = openWork(of, 'b');
	assert.ok(found);
	return found;
};
const put = (of: Job, kind: Work['parts'][number]['kind'], time: string): Job => {
	const part = work(of).parts.find((p) => p.kind === kind && !p.put);
	assert.ok(part, kind);
	return produce(of, putIn({ workId: work(of).id, partId: part.id, day: '2026-11-30' }, act(time)));
};
const row = (kind: Reading['kind'], value: number | string, time: string, more: Partial<Reading> = {}): Reading =>
	reading({
		id: `${kind}${time}${more.boxId ?? ''}`,
		kind,
		value: typeof value === 'number' ? value : null,
		...(typeof value === 'string' ? { word: value } : {}),
		at: `2026-11-30T${time}:00.000Z`,
		...more
	});
const owed = (of: Job, readings: Reading[], events: LiveEvent[] = []): string[] =>
	obligationsOf(of, work(of), { claims: claimsOf(houseOf(knownJob(of), readings, events)), readings })
		.filter((o) => o.state !== 'done')
		.map((o) => `${o.state} ${o.words}: ${o.missing}`);

test('a work begins with what is there on record, plans its parts where they are, and rewrites nothing that was found', () => {
	const before = run();
	const of = begin(before);
	const { found, parts } = work(of);
	assert.deepEqual(
		parts.map((p) => [p.kind, p.at, p.put]),
		[
			['breaker', 'c1', undefined],
			['device', 'b', undefined],
			['label', 'b', undefined]
		]
	);
	assert.deepEqual(
		found.devices.map((f) => [f.boxId, f.device.slots, f.ground]),
		[['b', 'two-slot', 'none']]
	);
	assert.deepEqual(
		found.breakers.map((b) => [b.id, b.breaker, b.breakerA]),
		[['c1', 'none', 20]]
	);
	assert.deepEqual([of.circuits[0]?.breaker, of.circuits[0]?.plannedBreaker], ['none', 'dual'], 'the breaker that is in stays');
	assert.deepEqual([of.boxes[1]?.devices[0]?.state, of.boxes[1]?.devices[0]?.was?.slots], ['planned', 'two-slot']);
});
test('each part is in by itself; only then is it so, and proven by what is read since', () => {
	const planned = begin(run());
	assert.deepEqual(owed(planned, []), ['owed space 1: its own button: breaker-button', 'owed B: null']);
	const wired = put(planned, 'device', '10:00');
	assert.deepEqual([wired.boxes[1]?.devices[0]?.state, wired.boxes[1]?.devices[0]?.installedBy], ['built', 'KR']);
	assert.equal(wired.circuits[0]?.breaker, 'none');
	const in_ = put(wired, 'breaker', '10:30');
	assert.deepEqual(
		[in_.circuits[0]?.breaker, in_.circuits[0]?.plannedBreaker, in_.circuits[0]?.installed],
		['dual', undefined, '2026-11-30']
	);
	const volts = [row('hn', 120, '11:00'), row('he', 120, '11:01'), row('ne', 0, '11:02')];
	const press = (time: string) => row('gfci-own', 'trips', time, { boxId: 'c1' });
	const dead = row('behind', 'dead', '11:11');
	assert.deepEqual(owed(in_, volts), ['owed space 1: its own button: breaker-button', 'owed B: breaker-button']);
	assert.deepEqual(owed(in_, [...volts, press('10:15')]).length, 2, 'a press before it was in was of another breaker');
	assert.deepEqual(owed(in_, [...volts, press('11:10')]), ['owed B: outlet-dead-by-it']);
	assert.deepEqual(owed(in_, [...volts, press('11:10'), row('behind', 'dead', '10:20')]), ['owed B: outlet-dead-by-it']);
	assert.deepEqual(owed(in_, [...volts, press('11:10'), dead]), []);
	assert.deepEqual(
		owed(in_, [...volts, row('gfci-own', 'no-trip', '11:10', { boxId: 'c1' }), dead]).map((x) => x.split(' ')[0]),
		['failed', 'failed']
	);
	assert.deepEqual(
		owed(in_, [...volts, press('11:10'), row('behind', 'live', '11:11')]).map((x) => x.split(' ')[0]),
		['failed']
	);
});
test('readings of before the work are of the old part', () => {
	const done = put(put(begin(run()), 'device', '10:00'), 'breaker', '10:30');
	const early = [row('hn', 120, '08:00'), row('he', 120, '08:01'), row('ne', 0, '08:02')];
	assert.ok(owed(done, early).includes('owed B: volts'));
});
test('the thread of a work: installed when all of it is in, proven when all that it owes is, paper when its labels are on', () => {
	const of = begin(run());
	const steps = (j: Job, readings: Reading[] = []) =>
		Object.fromEntries(threadOf(j, { readings, events: [] }, j.boxes[1] ?? box('b')).map((s) => [s.key, s.needs]));
	assert.equal(steps(of)['make-up'], 'installing');
	const wired = put(of, 'device', '10:00');
	assert.deepEqual([steps(wired)['make-up'], steps(wired).prove], ['installing', 'installing first'], 'the breaker is not in');
	const in_ = put(wired, 'breaker', '10:30');
	assert.equal(steps(in_)['make-up'], null);
	assert.equal(steps(in_).dead, 'a dead test: none is recorded');
	const proven = [
		row('hn', 120, '11:00'),
		row('he', 120, '11:01'),
		row('ne', 0, '11:02'),
		row('gfci-own', 'trips', '11:10', { boxId: 'c1' }),
		row('behind', 'dead', '11:11')
	];
	assert.deepEqual(
		[steps(in_, proven.slice(0, 3)).prove, steps(in_, proven.slice(0, 3)).paper],
		["breaker's button not pressed since the work", 'proof first']
	);
	assert.deepEqual([steps(in_, proven).prove, steps(in_, proven).paper], [null, 'its labels on']);
	const labeled = put(in_, 'label', '11:20');
	assert.equal(steps(labeled, proven).paper, null);
	assert.deepEqual(
		labeled.checks.map((c) => [c.id, c.seen, c.note]),
		[[labelsId('b'), 'done', 'GFCI Protected']]
	);
	// Skipped by name it ends, and stays not tested.
	const skip = produce(in_, skipStep(work(in_).id, 'prove', act('12:00')));
	assert.deepEqual([steps(skip).prove, steps(skip).paper], [null, 'its labels on']);
	assert.equal(stateOf(skip, work(skip), { claims: claimsOf(houseOf(knownJob(skip))), readings: [] }).untested, true);
});
test('a device that feeds on owes what follows it: each outlet dead with it tripped', () => {
	const gfci: Fix = {
		...three('a'),
		boxId: 'a',
		deviceId: 'a-d1',
		change: { state: 'planned', slots: 'grounding', protection: 'gfci', feedsLoad: true }
	} as Fix;
	const of = put(begin(run(), { fix: gfci, labels: [] }), 'device', '10:00');
	const words = owed(of, []);
	assert.deepEqual(words, [
		'owed A: volts',
		'owed B dead with A tripped: outlet-dead-by-it',
		'owed C dead with A tripped: outlet-dead-by-it'
	]);
	const seen = [row('behind', 'dead', '11:00', { boxId: 'b' }), row('behind', 'live', '11:01', { boxId: 'c' })];
	assert.deepEqual(owed(of, seen), ['owed A: volts', 'failed C dead with A tripped: outlet-dead-by-it']);
});
test('a jumper that comes off is a part: it is owed until it was looked for again', () => {
	const of = begin(run(), { fix: null, labels: [], jumperAt: 'b' });
	assert.deepEqual(owed(of, []), ['owed B: no jumper any more, read or looked at again: bootleg-check']);
	const off = put(of, 'jumper', '10:00');
	assert.equal(owed(off, [row('bootleg', 'no', '09:00')]).length, 1, 'what was looked at before it came off says nothing');
	assert.equal(owed(off, [row('ground-look', 'jumper', '11:00')])[0]?.startsWith('failed'), true);
	assert.deepEqual(owed(off, [row('ground-look', 'none', '11:00')]), []);
});
test('chosen again before anything is in: what was found stays as it was; ended unfinished, it is there again', () => {
	const again = begin(begin(run()), { fix: three('b'), labels: [] });
	assert.deepEqual(
		(again.works ?? []).map((w) => w.parts.map((p) => p.kind)),
		[['device']]
	);
	assert.equal(again.circuits[0]?.plannedBreaker, undefined);
	assert.equal(work(again).found.devices[0]?.device.slots, 'two-slot');
	const half = put(begin(run()), 'device', '10:00');
	const ended = produce(half, endWork(work(half).id, { ...act('12:00'), says: 'no breaker on the truck' }));
	assert.equal(openWork(ended, 'b'), undefined);
	const last = lastWorkAt(ended, 'b');
	assert.deepEqual([last?.ended?.says, last?.parts.map((p) => p.kind)], ['no breaker on the truck', ['device']]);
	assert.deepEqual([ended.circuits[0]?.breaker, ended.circuits[0]?.plannedBreaker], ['none', undefined]);
	assert.equal(ended.boxes[1]?.devices[0]?.state, 'built', 'what is in stays in');
});
test('what was planned by any other way becomes a work when it is in; in a new house nothing was found', () => {
	const house = job({ boxes: [box('a'), box('b'), box('c')] });
	const built = produce(house, installed('b', { day: '2026-11-30', newId: () => `w${++n}` }, act('10:00')));
	const [made] = built.works ?? [];
	assert.deepEqual(
		[made?.title, made?.found.devices, made?.parts.map((p) => [p.kind, p.put?.by])],
		['As planned', [], [['device', 'KR']]]
	);
	assert.equal(built.boxes[1]?.state, 'built');
	assert.throws(
		() => produce(built, installed('b', { day: '2026-11-30', newId: () => 'x' }, act('11:00'))),
		/Nothing is planned at B/
	);
	// A part of another box's work is put in with its own box.
	const of = begin(run());
	const one = produce(of, installed('b', { day: '2026-11-30', newId: () => `w${++n}` }, act('10:00')));
	assert.deepEqual(
		(one.works ?? []).map((w) => w.title),
		['Three slots behind a GFCI breaker']
	);
	assert.deepEqual(
		work(one).parts.map((p) => p.put !== undefined),
		[false, true, false]
	);
});
test('works are kept in a job file, each act in the order of its device', () => {
	const of = produce(put(begin(run()), 'device', '10:00'), (draft) => {
		const [first] = draft.works ?? [];
		if (first) oldPart(first.id, { age: '1962', seen: 'burnt at the hot screw', fate: 'kept' })(draft);
	});
	const file = { hekto: 'job', fileVersion: 5, job: JSON.parse(JSON.stringify(of)) as Job, readings: [], events: [] };
	const read = checkJobFile(file);
	assert.ok(read.ok, JSON.stringify(read));
	assert.deepEqual(read.value.job.works, JSON.parse(JSON.stringify(of.works)));
	const wrong = checkJobFile({
		...file,
		job: { ...file.job, works: [{ ...file.job.works?.[0], parts: [{ id: 'x', kind: 'wall', at: 'b' }] }] }
	});
	assert.ok(!wrong.ok && wrong.faults.some((f) => f.path === 'job.works[0].parts[0].kind'));
	assert.equal(actsOf(of).length, 2);
	const wrote = { device: 'phone', n: 7 };
	const counted = { works: [{ ...work(of), begun: { ...act('09:00'), wrote } }] };
	assert.equal(nextWritten('phone', actsOf(counted)).n, 8, 'the next entry of the device comes after its acts');
});

test('the letter of a work: found, read before, done with its parts elsewhere, dead tests, what is not proven, read after', () => {
	const letter = (of: Job, readings: Reading[] = [], events: LiveEvent[] = []) => {
		const known = knownJob(of);
		const [, at] = known.boxes;
		assert.ok(at);
		return codeLetter({ edition: editions['2023'], job: known }, at, { readings, events });
	};
	const early = row('hn', 119, '08:00');
	const planned = letter(begin(run()), [early]);
	assert.match(planned.facts.join(' '), /two-slot.*On space 1 · Den, 20 A\.$/);
	assert.deepEqual(planned.done, [
		'Planned, not put in yet: a grounding receptacle, 15 A, 120 V.',
		'Planned, not done yet: a dual-function breaker in space 1.',
		'Planned, not done yet: label "GFCI Protected" on B.'
	]);
	assert.deepEqual([planned.before.length, planned.evidence.length, planned.dead], [1, 0, []]);
	const done = put(put(begin(run()), 'device', '10:00'), 'breaker', '10:30');
	const late = row('hn', 120, '11:00');
	const of = letter(done, [early, late]);
	assert.match(of.facts.join(' '), /20 A\.$/, 'as found it was a plain breaker, whatever is in now');
	assert.match(
		of.done.join(' | '),
		/^Put in 2026-11-30 by KR: a grounding receptacle.* \| Put in a dual-function breaker in space 1, 2026-11-30 by KR\. \|/
	);
	assert.deepEqual(of.dead, ['Dead test not recorded.']);
	assert.deepEqual([of.before.map((x) => x.includes('119')), of.evidence.map((x) => x.includes('120'))], [[true], [true]]);
	assert.ok(of.left.includes('Not proven: space 1: its own button.'), of.left.join(' | '));
	assert.ok(of.points.some((p) => p.text.includes('to be provided by the breaker in space 1, not proven yet')));
	assert.doesNotMatch(of.tester.join(' '), /own button proves it/, 'a button that nobody pressed proves nothing');
	const dead: LiveEvent = {
		id: 'd',
		jobId: 'j',
		kind: 'dead-test',
		circuitId: null,
		boxId: 'b',
		at: '2026-11-30T09:30:00.000Z',
		by: 'KR',
		note: 'all under 1 V'
	};
	assert.deepEqual(letter(done, [late], [dead]).dead, ['2026-11-30 by KR: all under 1 V.']);
	const ended = produce(done, (draft) => {
		const [first] = draft.works ?? [];
		if (!first) return;
		oldPart(first.id, { age: '1962', seen: 'burnt', fate: 'kept' })(draft);
		skipStep(first.id, 'prove', act('12:00'))(draft);
		endWork(first.id, { ...act('12:30'), says: 'back tomorrow' })(draft);
	});
	const last = letter(ended);
	assert.ok(
		last.done.includes('Removed: age 1962; burnt; kept.') &&
			last.done.includes('Ended unfinished, 2026-11-30 by KR: back tomorrow.')
	);
	assert.ok(last.left.some((x) => x.startsWith('Testing was skipped')));
});
