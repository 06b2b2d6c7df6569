import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import { changesBetween } from '../../src/core/edit/merge/change';
import { failedJudged, withUpdate, type JudgingBase, type Judged } from '../../src/core/judged';
import { Judge } from '../../src/core/judging';
import { editionOf } from '../../src/core/code/amended-edition';
import { protectionRows } from '../../src/core/protection/protection-rows';
import { knownJob } from '../../src/core/model/known';
import type { Job } from '../../src/core/model/known';
import { STAGES } from '../../src/core/model/kinds';
import { nextAt, nextOf } from '../../src/core/next';
import { reading } from './small-job';

/** The judge beside the page is told changes and tells changes: what the page puts together is what a fresh look gives. */
const today = '2026-11-26';
const fresh = ({ job, readings, events }: JudgingBase): Judged => {
	const assessment = assess(job, readings, events);
	const situation = { job, readings, events, assessment, today };
	return {
		assessment,
		next: Object.fromEntries(STAGES.map((s) => [s, nextAt(s, situation)])) as Judged['next'],
		first: nextOf(situation)
	};
};
const demo = (): JudgingBase => {
	const made = DEMOS.quillback?.();
	assert.ok(made);
	return made;
};
const EDITS: ((job: Job) => void)[] = [
	(d) => void Object.assign(d.boxes.find((b) => b.name === 'K-06')?.devices[0] ?? {}, { protection: 'gfci' }),
	(d) => void (d.boxes = d.boxes.filter((b) => b.name !== 'B1-04')),
	(d) => void d.symptoms.push({ id: 'new', text: 'a light is dim', boxId: null, open: true }),
	(d) => void Object.assign(d.circuits[0] ?? {}, { breakerA: 30 }),
	(d) => void Object.assign(d, { edition: '2017' }),
	(d) => void d.rooms.reverse(),
	(d) => void Object.assign(d.cables[0] ?? {}, { lengthFt: null })
];

test('edit by edit, across the border of a worker: the same as from nothing', () => {
	const judge = new Judge();
	let ground = demo();
	let judged = withUpdate(null, structuredClone(judge.open(structuredClone(ground), today)));
	assert.deepEqual(judged, fresh(ground));
	for (const [i, edit] of EDITS.entries()) {
		const job = produce(ground.job, edit);
		const news = judge.follow(structuredClone({ job: changesBetween(ground.job, job) }), today);
		assert.ok(news);
		ground = { ...ground, job };
		judged = withUpdate(judged, structuredClone(news));
		assert.deepEqual(judged, fresh(structuredClone(ground)), `edit ${i}`);
	}
	const bad = reading({ id: 'bad', jobId: 'quillback', boxId: 'w-02', kind: 'hn', value: 90, at: '2026-11-25T10:00:00.000Z' });
	const news = judge.follow({ readings: { behind: [bad] } }, today);
	assert.ok(news);
	ground = { ...ground, readings: [...ground.readings, bad] };
	judged = withUpdate(judged, news);
	assert.deepEqual(judged, fresh(structuredClone(ground)));
	// Struck out: all of them are sent again.
	const readings = ground.readings.map((r) => (r.id === 'bad' ? { ...r, struck: true } : r));
	const struck = judge.follow({ readings: { all: readings } }, today);
	assert.ok(struck);
	assert.deepEqual(withUpdate(judged, struck), fresh(structuredClone({ ...ground, readings })));
});
test('what an edit did not touch is not sent again', () => {
	const judge = new Judge();
	const ground = demo();
	assert.deepEqual(Object.keys(judge.open(ground, today).stages).sort(), [...STAGES].sort());
	assert.deepEqual(judge.follow({}, today)?.stages, {});
	const job = produce(ground.job, (d) => void d.symptoms.push({ id: 's9', text: 'dim', boxId: null, open: true }));
	assert.deepEqual(Object.keys(judge.follow({ job: changesBetween(ground.job, job) }, today)?.stages ?? {}), ['trace']);
});
test('what was judged again and says the same is not sent, and what stands on the page stays the same objects', () => {
	const judge = new Judge();
	const ground = demo();
	const note = (job: JudgingBase['job'], text: string) =>
		produce(job, (d) => void Object.assign(d.boxes[0] ?? {}, { note: text }));
	// What is worked out only where it is read is plain from the second time on.
	const once = note(ground.job, 'by the door');
	const opened = withUpdate(null, structuredClone(judge.open(ground, today)));
	const first = judge.follow({ job: changesBetween(ground.job, once) }, today);
	assert.ok(first);
	const judged = withUpdate(opened, structuredClone(first));
	assert.equal(judged.assessment.stages, opened.assessment.stages);
	// A note is judged nowhere; the box that has it is another object.
	const noted = note(once, 'by the window');
	const none = judge.follow({ job: changesBetween(once, noted) }, today);
	assert.ok(none);
	assert.deepEqual([none.stages, none.proofs], [{}, { now: [], gone: [] }]);
	const after = withUpdate(judged, structuredClone(none));
	for (const key of ['next', 'first'] as const) assert.equal(after[key], judged[key], key);
	for (const key of ['stages', 'quantities'] as const) assert.equal(after.assessment[key], judged.assessment[key], key);
	// One circuit is too large: its findings are new, the others are those of before.
	const wrong = produce(noted, (d) => void Object.assign(d.circuits[0] ?? {}, { breakerA: 30 }));
	const news = judge.follow({ job: changesBetween(noted, wrong) }, today);
	assert.ok(news?.stages.circuit);
	const { findings } = withUpdate(after, structuredClone(news)).assessment.stages.circuit;
	const kept = findings.filter((f) => judged.assessment.stages.circuit.findings.includes(f));
	assert.ok(kept.length > 0 && kept.length < findings.length, `${kept.length} of ${findings.length}`);
});
test('a change that does not fit the ground is refused, and nothing is judged before it is opened', () => {
	const judge = new Judge();
	assert.equal(judge.follow({}, today), null);
	const ground = demo();
	judge.open(ground, today);
	const elsewhere = produce(ground.job, (d) => void (d.name = 'Elsewhere'));
	const job = produce(elsewhere, (d) => void (d.name = 'Further'));
	assert.equal(judge.follow({ job: changesBetween(elsewhere, job) }, today), null);
});
test('the outlets are listed for what was told last, with its findings', () => {
	const judge = new Judge();
	assert.equal(judge.protection(), null);
	const ground = demo();
	judge.open(ground, today);
	const job = produce(ground.job, (d) => {
		const box = d.boxes.find((b) => b.name === 'K-06');
		for (const device of box?.devices ?? []) device.protection = 'none';
		d.boxes.splice(0, 1);
	});
	judge.follow({ job: changesBetween(ground.job, job) }, today);
	const edition = editionOf(job);
	const { findings } = fresh({ ...ground, job }).assessment.stages.protect;
	const rows = judge.protection() ?? [];
	assert.deepEqual(rows, protectionRows({ edition, job: knownJob(job) }, ground.readings, findings));
	assert.equal(new Set(rows.map((r) => r.boxId)).has(ground.job.boxes[0]?.id ?? ''), false);
});
test('a ground that can not be judged leaves no list of the one before it', () => {
	const judge = new Judge();
	const ground = demo();
	judge.open(ground, today);
	assert.ok(judge.protection()?.length);
	const broken = { ...ground.job, rooms: null } as unknown as Job;
	assert.throws(() => judge.follow({ job: changesBetween(ground.job, broken) }, today));
	assert.equal(judge.protection(), null);
});
test('outlets whose protection could not be judged are not listed', () => {
	const ground = demo();
	const broken = structuredClone(ground.job);
	Object.assign(broken.cables[0] ?? {}, { kind: 'no such cable' });
	const judge = new Judge();
	judge.open({ ...ground, job: broken }, today);
	const { failed } = assess(broken, ground.readings).stages.protect;
	assert.equal(typeof failed, 'string');
	assert.equal(judge.protection(), null);
});
test('what could not be judged fails at every stage and is nowhere good', () => {
	const { assessment, first } = failedJudged('no memory');
	assert.deepEqual(new Set(STAGES.map((s) => assessment.stages[s].failed)), new Set(['no memory']));
	assert.equal(first, null);
});
