import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { addBox, applyFix, editBox, editJob, editRoom, type Command } from '../../src/core/model/commands';
import type { JobFile, Reading } from '../../src/core/model/job';
import { newBox, newServiceCall } from '../../src/core/model/new-job';
import { db, DONE, LEFT, UNDONE } from '../../src/lib/data/db';
import * as jobs from '../../src/lib/data/jobs';
import { sayStoreFault } from '../../src/lib/data/store-fault';
import { reading } from '../core/small-job';

/** The store's own logic, over an IndexedDB in memory: history, undo and redo, two writers, taking files in. */
const id = 'quillback';
const demo = (): JobFile => {
	const made = DEMOS.quillback?.();
	assert.ok(made);
	return made;
};
beforeEach(async () => {
	await Promise.all(db.tables.map((t) => t.clear()));
	await jobs.putWhole(demo(), id);
});
const now = async () => {
	const row = await jobs.getJob(id);
	assert.ok(row);
	return row;
};
async function edit(label: string, command: Command): Promise<void> {
	const row = await now();
	await jobs.commit(id, jobs.makeEdit(label, row.job, row.rev, command));
}
const states = async () => (await db.edits.orderBy('n').toArray()).map((e) => e.state);
const name = async () => (await now()).job.name;

test('edits are done, undone one by one, done again, and the job comes back to what it was', async () => {
	const before = (await now()).job;
	await edit('first', editJob({ name: 'One' }));
	await edit('second', editJob({ name: 'Two' }));
	assert.deepEqual(await jobs.nextTurns(id), { undo: 'second', redo: null });
	assert.equal((await jobs.undo(id))?.label, 'second');
	assert.equal(await name(), 'One');
	assert.deepEqual(await jobs.nextTurns(id), { undo: 'first', redo: 'second' });
	await jobs.undo(id);
	assert.deepEqual((await now()).job, before);
	assert.equal(await jobs.undo(id), null);
	await jobs.redo(id);
	await jobs.redo(id);
	assert.equal(await name(), 'Two');
	assert.equal(await jobs.redo(id), null);
	assert.deepEqual(await states(), [DONE, DONE]);
});
test('an edit after an undo leaves what was undone behind: kept in the history, never done again', async () => {
	await edit('first', editJob({ name: 'One' }));
	await edit('second', editJob({ name: 'Two' }));
	await jobs.undo(id);
	await edit('third', editJob({ name: 'Three' }));
	assert.deepEqual(await states(), [DONE, LEFT, DONE]);
	assert.equal(await jobs.redo(id), null);
	await jobs.undo(id);
	assert.equal(await name(), 'One');
	assert.deepEqual(await states(), [DONE, LEFT, UNDONE]);
});
test('an edit that changes nothing leaves no trace', async () => {
	const { rev, job } = await now();
	await edit('same', editJob({ name: job.name }));
	assert.equal((await now()).rev, rev);
	assert.deepEqual(await states(), []);
});
test('a refused edit changes nothing', async () => {
	const before = await now();
	assert.throws(() => jobs.makeEdit('bad', before.job, before.rev, editRoom('no such room', { name: 'x' })), /There is no room/);
	assert.deepEqual(await now(), before);
});
test('a tab that was behind has its command done again on what stands there now', async () => {
	const base = await now();
	const mine = jobs.makeEdit('mine', base.job, base.rev, editBox('k-01', { note: 'mine' }));
	await edit('theirs', editBox('k-02', { note: 'theirs' }));
	const row = await jobs.commit(id, mine);
	const note = (box: string) => row.job.boxes.find((b) => b.id === box)?.note;
	assert.deepEqual([note('k-01'), note('k-02')], ['mine', 'theirs']);
	await jobs.undo(id);
	assert.equal((await now()).job.boxes.find((b) => b.id === 'k-02')?.note, 'theirs', 'undo takes back mine alone');
});
test('the patches of the first run are what is kept: a command need not give the same ids twice', async () => {
	const row = await now();
	let n = 0;
	const made = jobs.makeEdit(
		'fix',
		row.job,
		row.rev,
		applyFix(
			{
				kind: 'place-boxes',
				label: '',
				boxes: [{ roomId: 'bed2', place: { kind: 'wall', wall: 3, at: 100 }, heightIn: 16, device: 'receptacle' }]
			},
			() => `id-${++n}`
		)
	);
	const kept = await jobs.commit(id, made);
	assert.equal(kept.job.boxes.at(-1)?.id, 'id-1');
	assert.deepEqual(kept.job, made.job);
});
test('readings are one edit: undo strikes them out and keeps them, redo counts them again', async () => {
	const own = (kind: Reading['kind'], value: number) => reading({ id: `own-${kind}`, jobId: id, boxId: 'k-03', kind, value });
	await jobs.commitReadings(id, '2 readings', [own('hn', 119), own('hg', 118)]);
	const struck = async () => (await jobs.readingsOf(id)).filter((r) => r.id.startsWith('own-')).map((r) => r.struck);
	assert.deepEqual(await struck(), [false, false]);
	await jobs.undo(id);
	assert.deepEqual(await struck(), [true, true]);
	await jobs.redo(id);
	assert.deepEqual(await struck(), [false, false]);
});
test('readings with an id that stands already are refused whole', async () => {
	const twice = reading({ id: 'own', jobId: id, boxId: 'k-03' });
	await jobs.commitReadings(id, 'first', [twice]);
	const count = await db.readings.count();
	await assert.rejects(jobs.commitReadings(id, 'again', [reading({ id: 'other', jobId: id, boxId: 'k-03' }), twice]));
	assert.equal(await db.readings.count(), count);
	assert.deepEqual(await states(), [DONE]);
});
test('a file whose job is here already comes in beside it, under fresh ids', async () => {
	const file = demo();
	const taken = await jobs.importFile(file);
	assert.notEqual(taken, id);
	const row = await jobs.getJob(taken);
	assert.equal(row?.job.name, 'Quillback Pottery (taken in)');
	const own = await jobs.readingsOf(taken);
	assert.equal(own.length, file.readings.length);
	assert.ok(own.every((r) => r.jobId === taken));
	assert.equal((await jobs.readingsOf(id)).length, file.readings.length, 'the other keeps its own');
	assert.equal(row?.demo, null, 'a copy is no demo');
});
test('a file whose job is not here keeps its ids', async () => {
	await jobs.removeJob(id);
	assert.equal(await jobs.importFile(demo()), id);
	assert.equal((await jobs.listJobs()).length, 1);
});
test('putting a demo back takes edits, readings and their history with it', async () => {
	await edit('renamed', editJob({ name: 'Mine' }));
	await jobs.commitReadings(id, 'reading', [reading({ id: 'own', jobId: id, boxId: 'k-03' })]);
	const { rev } = await now();
	await jobs.putWhole(demo(), id);
	assert.equal(await name(), 'Quillback Pottery');
	assert.equal((await jobs.readingsOf(id)).length, demo().readings.length);
	assert.deepEqual(await states(), []);
	assert.ok((await now()).rev > rev, 'tabs that show the old one see that it is newer');
});
test('removing a job leaves the others whole', async () => {
	const call = newServiceCall({ jobId: 'call', boxId: 'b' }, { boxName: 'Iron', edition: '2020', permitDate: '2026-10-22' });
	await jobs.putWhole({
		hekto: 'job',
		fileVersion: 2,
		job: call,
		readings: [reading({ jobId: 'call', boxId: 'b' })],
		events: []
	});
	await jobs.removeJob(id);
	assert.deepEqual(
		(await jobs.listJobs()).map((r) => r.id),
		['call']
	);
	assert.equal(await db.readings.count(), 1);
	await assert.rejects(
		jobs.commit(id, jobs.makeEdit('late', call, 1, addBox(newBox('x', 'X', { state: 'found' })))),
		/There is no job "quillback" in this browser any more/
	);
});
test('after a failure the store is brought up to the tab, its history left as it is', async () => {
	await edit('before', editJob({ name: 'Before' }));
	const file = { ...demo(), job: { ...(await now()).job, name: 'In the tab' } };
	const row = await jobs.catchUp({ ...file, readings: [...file.readings, reading({ id: 'late', jobId: id, boxId: 'k-03' })] });
	assert.equal(row.job.name, 'In the tab');
	assert.ok((await jobs.readingsOf(id)).some((r) => r.id === 'late'));
	assert.deepEqual(await jobs.nextTurns(id), { undo: 'before', redo: null });
});

const wrapped = (name: string, inner?: unknown) => Object.assign(new Error(name), { name, inner });
const faults: [unknown, RegExp][] = [
	[wrapped('QuotaExceededError'), /no room left/],
	[wrapped('AbortError', wrapped('QuotaExceededError')), /no room left/],
	[new DOMException('full', 'QuotaExceededError'), /no room left/],
	[wrapped('MissingAPIError'), /does not let Hekto keep anything/],
	[wrapped('DatabaseClosedError', wrapped('SecurityError')), /does not let Hekto keep anything/],
	[wrapped('DataError'), /did not keep the last change \(DataError\).*save a job file now/],
	['odd', /did not keep the last change \(odd\)/]
];
for (const [error, says] of faults)
	test(`a store's fault in words: ${says.source}`, () => assert.match(sayStoreFault(error), says));
