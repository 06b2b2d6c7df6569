import { openTags } from '../../src/core/model/power';
import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { afterEach, beforeEach, test } from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { addBox, editBox } from '../../src/core/edit/boxes';
import { addCircuit } from '../../src/core/edit/circuits';
import { addRoom, editRoom, removeRoom } from '../../src/core/edit/rooms';
import { applyFix } from '../../src/core/edit/fix';
import { editJob } from '../../src/core/edit/job';
import type { Command } from '../../src/core/edit/command';
import type { JobFile, Reading } from '../../src/core/model/job';
import { newBox, newServiceCall } from '../../src/core/model/new-job';
import { db, DONE, LEFT, TURN } from '../../src/lib/store/db';
import * as jobs from '../../src/lib/store/jobs';
import { JobSession } from '../../src/lib/store/session';
import { sayStoreFault } from '../../src/lib/store/store-fault';
import { reading } from '../core/small-job';

/** The store's own logic, over an IndexedDB in memory: history, undo and redo, two tabs, a store that fails, files. */
const id = 'quillback';
const demo = (): JobFile => {
	const made = DEMOS.quillback?.();
	assert.ok(made);
	return made;
};
const open: JobSession[] = [];
/** A tab on the demo house, as the page opens it. */
async function tab(): Promise<JobSession> {
	const row = await jobs.getJob(id);
	assert.ok(row);
	const [readings, events] = await Promise.all([jobs.readingsOf(id), jobs.eventsOf(id)]);
	const session = new JobSession({ job: row.job, readings, events }, row.rev);
	open.push(session);
	return session;
}
beforeEach(async () => {
	await Promise.all(db.tables.map((t) => t.clear()));
	await jobs.putWhole(demo(), id);
});
afterEach(() => open.splice(0).forEach((s) => s.close()));
const kept = async () => {
	const row = await jobs.getJob(id);
	assert.ok(row);
	return row;
};
const states = async () => (await db.edits.orderBy('n').toArray()).map((e) => e.state);
const noteOf = async (boxId: string) => (await kept()).job.boxes.find((b) => b.id === boxId)?.note;
const note = (boxId: string, text: string): Command => editBox(boxId, { note: text });

/** While it is on, the store throws at every write. */
async function full<T>(work: () => Promise<T>): Promise<T> {
	const store = IDBObjectStore.prototype;
	const { put, add } = store;
	store.put = store.add = () => {
		throw new DOMException('no room', 'QuotaExceededError');
	};
	try {
		return await work();
	} finally {
		Object.assign(store, { put, add });
	}
}

test('edits are done, undone one by one, done again, and the job comes back to what it was', async () => {
	const s = await tab();
	const before = (await kept()).job;
	await s.edit('first', editJob({ name: 'One' }));
	await s.edit('second', editJob({ name: 'Two' }));
	assert.deepEqual(s.now.turns, { undo: 'second', redo: null });
	assert.equal(await s.turn('undo'), 'second');
	assert.equal((await kept()).job.name, 'One');
	assert.deepEqual(s.now.turns, { undo: 'first', redo: 'second' });
	await s.turn('undo');
	assert.deepEqual((await kept()).job, before);
	assert.deepEqual(s.now.job, before);
	assert.equal(await s.turn('undo'), null);
	await s.turn('redo');
	await s.turn('redo');
	assert.equal((await kept()).job.name, 'Two');
	assert.equal(await s.turn('redo'), null);
	assert.deepEqual(await states(), [DONE, DONE, TURN, TURN, TURN, TURN]);
});
test('an edit after an undo leaves what was undone behind: kept in the history, never done again', async () => {
	const s = await tab();
	await s.edit('first', editJob({ name: 'One' }));
	await s.edit('second', editJob({ name: 'Two' }));
	await s.turn('undo');
	await s.edit('third', editJob({ name: 'Three' }));
	assert.deepEqual(await states(), [DONE, LEFT, TURN, DONE]);
	assert.equal(await s.turn('redo'), null);
});
test('every edit has its own id, the edit it was made on, and the browser that made it; the job knows the last one', async () => {
	const s = await tab();
	await s.edit('first', editJob({ name: 'One' }));
	await s.edit('second', editJob({ name: 'Two' }));
	await s.turn('undo');
	const rows = await db.edits.orderBy('n').toArray();
	assert.equal(new Set(rows.map((r) => r.id)).size, 3);
	assert.deepEqual(
		rows.map((r) => r.parent),
		[null, rows[0]?.id, rows[1]?.id]
	);
	assert.equal(new Set(rows.map((r) => r.device)).size, 1);
	assert.ok(rows[0]?.device);
	assert.equal((await kept()).head, rows[2]?.id);
	assert.equal(s.head, rows[2]?.id);
});
test('what was shown when it was done is what stands once it is kept: the very same, also with more behind it', async () => {
	const s = await tab();
	const first = s.edit('first', note('k-05', 'one'));
	await new Promise((next) => setTimeout(next));
	const second = s.edit('second', note('k-06', 'two'));
	await new Promise((next) => setTimeout(next));
	const shown = s.now.job;
	assert.equal(shown.boxes.find((b) => b.id === 'k-06')?.note, 'two');
	await first;
	assert.equal(s.now.job, shown);
	await second;
	assert.equal(s.now.job, shown);
	assert.deepEqual((await kept()).job, shown);
	await s.edit('third', note('k-05', 'three'));
	assert.deepEqual((await kept()).job, s.now.job);
});
test('an edit that changes nothing leaves no trace; a refused one changes nothing', async () => {
	const s = await tab();
	const before = await kept();
	await s.edit('same', editJob({ name: before.job.name }));
	await assert.rejects(s.edit('bad', editRoom('no such room', { name: 'x' })), /There is no room/);
	assert.deepEqual(await kept(), before);
	assert.equal(s.now.fault, null, 'what a command refuses is no fault of the store');
	assert.deepEqual(await states(), []);
});
test('what no job file could hold is refused with its field', async () => {
	const s = await tab();
	await assert.rejects(
		s.edit('Long name', editRoom('bed2', { name: 'x'.repeat(61) })),
		/Long name: rooms\[\d+\]\.name must have at most 60/
	);
	await assert.rejects(
		s.edit('Off the wall', editBox('k-01', { place: { kind: 'wall', wall: 0, at: 99_999 } })),
		/must be at most the wall's .* in, got 99999/
	);
	const long = reading({ id: 'own', jobId: id, boxId: 'k-03', by: 'x'.repeat(201) });
	await assert.rejects(s.take('reading', [long]), /readings\[0\]\.by must have at most 200/);
	await assert.rejects(
		s.take('twice', [reading({ id: 'a', jobId: id, boxId: 'k-03' }), reading({ id: 'a', jobId: id, boxId: 'k-03' })]),
		/readings\[1\]\.id appears twice/
	);
	assert.deepEqual(await states(), []);
});

test('two tabs at once: what each did is kept, and undo takes back one of them alone', async () => {
	const [mine, theirs] = [await tab(), await tab()];
	await Promise.all([mine.edit('mine', note('k-01', 'mine')), theirs.edit('theirs', note('k-02', 'theirs'))]);
	assert.deepEqual([await noteOf('k-01'), await noteOf('k-02')], ['mine', 'theirs']);
	const last = (await mine.turn('undo')) === 'mine' ? ['', 'theirs'] : ['mine', ''];
	assert.deepEqual([await noteOf('k-01'), await noteOf('k-02')], last);
});
test('two tabs say different things of one field: the first stands, the second is shown with both values', async () => {
	const [mine, theirs] = [await tab(), await tab()];
	await Promise.all([theirs.edit('theirs', note('k-01', 'theirs')), mine.edit('mine', note('k-01', 'mine'))]);
	const [told] = [...mine.now.conflicts, ...theirs.now.conflicts];
	assert.ok(told);
	const [shifted] = told.shifted;
	assert.deepEqual([shifted?.why, new Set([shifted?.want, shifted?.have])], ['changed', new Set(['mine', 'theirs'])]);
	assert.equal(await noteOf('k-01'), shifted?.have);
	assert.equal((told.piece.label === 'mine' ? mine : theirs).now.job.boxes.find((b) => b.id === 'k-01')?.note, shifted?.have);
});
test('what another tab removed under an edit is no fault of the store, and does not come back', async () => {
	const [mine, theirs] = [await tab(), await tab()];
	await theirs.edit('room made', addRoom('loft', 'Loft'));
	const late = await tab();
	await theirs.edit('room removed', removeRoom('loft'));
	// It has not heard yet: its edit names the room that is gone.
	await late.edit('renamed', editRoom('loft', { name: 'Studio' })).catch(() => undefined);
	await mine.edit('other', note('k-02', 'later'));
	await late.edit('next', note('k-03', 'next'));
	const { job } = await kept();
	assert.equal(
		job.rooms.some((r) => r.id === 'loft'),
		false,
		'a removed room stays removed'
	);
	assert.deepEqual([await noteOf('k-02'), await noteOf('k-03')], ['later', 'next']);
	assert.equal(late.now.fault, null);
});
test('two tabs make a box of one name and a circuit of one number: the later takes the next', async () => {
	const [mine, theirs] = [await tab(), await tab()];
	const made = (boxId: string) => addBox(newBox(boxId, 'Box 7', { state: 'found' }));
	const circuit = (circuitId: string) =>
		addCircuit({ circuitId, panelId: 'p', name: 'Sewing room', breakerA: 15, state: 'planned' });
	await Promise.all([mine.edit('a', made('x')), theirs.edit('b', made('y'))]);
	const [more, again] = [await tab(), await tab()];
	await Promise.all([more.edit('c', circuit('cx')), again.edit('d', circuit('cy'))]);
	const { job } = await kept();
	const names = job.boxes.filter((b) => b.id === 'x' || b.id === 'y').map((b) => b.name);
	assert.deepEqual(names.sort(), ['Box 7', 'Box 8']);
	assert.equal(job.circuits.filter((c) => c.id === 'cx' || c.id === 'cy').length, 2);
});
test('undo is refused where what it changed was changed again; nothing is touched', async () => {
	const s = await tab();
	await s.edit('box made', addBox(newBox('x', 'X', { state: 'found' })));
	// Not by an edit of the history: as another program, or an older one, would.
	const row = await kept();
	await db.jobs.put({
		...row,
		job: { ...row.job, boxes: row.job.boxes.map((b) => (b.id === 'x' ? { ...b, note: 'seen' } : b)) }
	});
	await assert.rejects(s.turn('undo'), /"box made" cannot be undone: what it changed was changed again since/);
	assert.equal(await noteOf('x'), 'seen');
	assert.deepEqual(await states(), [DONE]);
});

test('a full store: edits wait in the tab in their order, and go in with their history once there is room', async () => {
	const s = await tab();
	await s.edit('before', note('k-01', 'before'));
	await full(async () => {
		await s.edit('one', note('k-02', 'one'));
		await s.take('reading', [reading({ id: 'own', jobId: id, boxId: 'k-03' })]);
		await s.edit('two', note('k-02', 'two'));
	});
	assert.match(s.now.fault ?? '', /no room left/);
	assert.equal(s.now.waiting, 3);
	assert.equal(await noteOf('k-02'), '');
	await s.flush();
	assert.deepEqual([s.now.fault, s.now.waiting, await noteOf('k-02')], [null, 0, 'two']);
	assert.ok((await jobs.readingsOf(id)).some((r) => r.id === 'own'));
	for (const label of ['two', 'reading', 'one', 'before']) assert.equal(await s.turn('undo'), label);
	assert.equal(await noteOf('k-01'), '');
});
test('a store that failed once in this tab does not write over what another tab did meanwhile', async () => {
	const [mine, theirs] = [await tab(), await tab()];
	await full(() => mine.edit('mine', note('k-01', 'mine')));
	await theirs.edit('theirs', note('k-02', 'theirs'));
	await theirs.edit('box gone', (job) => void (job.symptoms = []));
	await mine.edit('next', note('k-03', 'next'));
	assert.deepEqual([await noteOf('k-01'), await noteOf('k-02'), await noteOf('k-03')], ['mine', 'theirs', 'next']);
	assert.deepEqual((await kept()).job.symptoms, []);
});
test('what waits in the tab can be undone and done again there', async () => {
	const s = await tab();
	await full(async () => {
		await s.edit('one', note('k-01', 'one'));
		await s.edit('two', note('k-01', 'two'));
		assert.equal(await s.turn('undo'), 'two');
		assert.equal(s.now.job.boxes.find((b) => b.id === 'k-01')?.note, 'one');
		assert.equal(await s.turn('redo'), 'two');
		assert.equal(await s.turn('undo'), 'two');
	});
	await s.flush();
	assert.equal(await noteOf('k-01'), 'one');
});
test('what came behind an edit that is kept is taken back in the tab, and the edit stays', async () => {
	const s = await tab();
	const first = s.edit('first', note('k-05', 'one'));
	await new Promise((next) => setTimeout(next));
	const second = s.edit('second', note('k-06', 'two'));
	await first;
	await full(async () => {
		await second;
		assert.equal(await s.turn('undo'), 'second');
	});
	const shown = ['k-05', 'k-06'].map((box) => s.now.job.boxes.find((b) => b.id === box)?.note);
	assert.deepEqual(shown, ['one', '']);
	assert.deepEqual([await noteOf('k-05'), await noteOf('k-06')], ['one', '']);
});
test('a job that another tab removed is said to be gone, and does not come back', async () => {
	const s = await tab();
	await jobs.removeJob(id);
	await s.edit('late', note('k-01', 'late'));
	assert.match(s.now.fault ?? '', /was removed from this browser/);
	assert.deepEqual(await jobs.listJobs(), []);
	assert.equal(s.now.job.boxes.find((b) => b.id === 'k-01')?.note, 'late', 'it can still be saved as a file');
});

test('a fix keeps the ids that it was done with first', async () => {
	const s = await tab();
	let n = 0;
	const place = { kind: 'wall', wall: 3, at: 100 } as const;
	const boxes = [{ roomId: 'bed2', place, heightIn: 16, device: 'receptacle' as const }];
	await s.edit(
		'fix',
		applyFix({ kind: 'place-boxes', label: '', boxes }, () => `id-${++n}`)
	);
	assert.equal((await kept()).job.boxes.at(-1)?.id, 'id-1');
});
test('readings are one edit: undo strikes out what counted and no more, redo counts it again', async () => {
	const s = await tab();
	const own = (kind: Reading['kind'], value: number) => reading({ id: `own-${kind}`, jobId: id, boxId: 'k-03', kind, value });
	await s.take('2 readings', [own('hn', 119), own('hg', 118)]);
	const struck = async () => (await jobs.readingsOf(id)).filter((r) => r.id.startsWith('own-')).map((r) => [r.kind, r.struck]);
	await s.strike('own-hg', true);
	assert.deepEqual(await struck(), [
		['hn', false],
		['hg', true]
	]);
	await s.turn('undo');
	assert.deepEqual(await struck(), [
		['hn', true],
		['hg', true]
	]);
	await s.turn('redo');
	assert.deepEqual(
		await struck(),
		[
			['hn', false],
			['hg', true]
		],
		'what was struck by hand stays struck'
	);
});

test('a file whose job is here already comes in beside it, under fresh ids', async () => {
	const file = demo();
	const first = file.readings[0] as Reading;
	const taken = await jobs.importFile({ ...file, readings: [first, { ...first, id: 'second', corrects: first.id }] });
	assert.notEqual(taken, id);
	const row = await jobs.getJob(taken);
	assert.equal(row?.job.name, 'Quillback Pottery (opened)');
	const own = await jobs.readingsOf(taken);
	assert.ok(own.every((r) => r.jobId === taken));
	assert.ok(
		own.some((r) => own.some((o) => o.corrects === r.id)),
		'what corrects a reading still does'
	);
	assert.equal((await jobs.readingsOf(id)).length, file.readings.length, 'the other keeps its own');
	assert.equal(row?.demo, null, 'a copy is no demo');
});
test('a file whose job is not here keeps its ids; one with an id that no address can hold gets a fresh one', async () => {
	await jobs.removeJob(id);
	assert.equal(await jobs.importFile(demo()), id);
	for (const odd of ['a/b', '..', 'what?', '#x', '%']) {
		const call = newServiceCall({ jobId: odd, boxId: 'b' }, { boxName: 'Iron', edition: '2020', permitDate: '2026-10-22' });
		const taken = await jobs.importFile({ hekto: 'job', fileVersion: 5, job: call, readings: [], events: [] });
		assert.match(taken, /^[\w-]+$/);
		assert.equal((await jobs.getJob(taken))?.job.id, taken);
	}
});
test('a job with a long name comes in twice, and can still be saved and opened', async () => {
	const call = newServiceCall({ jobId: 'c', boxId: 'b' }, { boxName: 'Iron', edition: '2020', permitDate: '2026-10-22' });
	const file: JobFile = { hekto: 'job', fileVersion: 5, job: { ...call, name: 'x'.repeat(80) }, readings: [], events: [] };
	await jobs.importFile(file);
	const again = await jobs.getJob(await jobs.importFile(file));
	assert.equal(again?.job.name.length, 80);
});
test('putting a demo back takes edits, readings and their history with it; open tabs follow', async () => {
	const s = await tab();
	await s.edit('renamed', editJob({ name: 'Mine' }));
	await s.take('reading', [reading({ id: 'own', jobId: id, boxId: 'k-03' })]);
	const { rev } = await kept();
	await jobs.putWhole(demo(), id);
	assert.equal((await kept()).job.name, 'Quillback Pottery');
	assert.equal((await jobs.readingsOf(id)).length, demo().readings.length);
	assert.deepEqual(await states(), []);
	assert.ok((await kept()).rev > rev, 'tabs that show the old one see that it is newer');
});
test('removing a job leaves the others whole', async () => {
	const call = newServiceCall({ jobId: 'call', boxId: 'b' }, { boxName: 'Iron', edition: '2020', permitDate: '2026-10-22' });
	const readings = [reading({ jobId: 'call', boxId: 'b' })];
	await jobs.putWhole({ hekto: 'job', fileVersion: 5, job: call, readings, events: [] });
	await jobs.removeJob(id);
	assert.deepEqual(
		(await jobs.listJobs()).map((r) => r.id),
		['call']
	);
	assert.equal(await db.readings.count(), 1);
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

test('a large file that is stopped on the way into the store leaves nothing behind', async () => {
	const call = newServiceCall({ jobId: 'log', boxId: 'b' }, { boxName: 'Iron', edition: '2020', permitDate: '2026-10-22' });
	const readings = Array.from({ length: 7000 }, (_, i) => reading({ id: `l${i}`, jobId: 'log', boxId: 'b' }));
	const stop = new AbortController();
	const shares: number[] = [];
	const told = (share: number) => {
		shares.push(share);
		if (share > 0.5) stop.abort();
	};
	await assert.rejects(
		jobs.importFile({ hekto: 'job', fileVersion: 5, job: call, readings, events: [] }, { told, signal: stop.signal })
	);
	assert.ok(shares.length >= 2 && shares.length < 4);
	assert.equal(await jobs.getJob('log'), undefined);
	assert.equal(await db.readings.where('jobId').equals('log').count(), 0);
	assert.equal(await jobs.importFile({ hekto: 'job', fileVersion: 5, job: call, readings, events: [] }), 'log');
	assert.equal(await db.readings.where('jobId').equals('log').count(), 7000);
});

test('a copy has all that the job has, under its own ids and name', async () => {
	const copyId = await jobs.duplicateJob(id);
	assert.notEqual(copyId, id);
	const [first, copy] = [await kept(), await jobs.getJob(copyId)];
	assert.ok(copy);
	assert.equal(copy.job.name, `${first.job.name} (copy)`);
	assert.deepEqual({ ...copy.job, id, name: first.job.name }, first.job);
	const [readings, own] = [await jobs.readingsOf(id), await jobs.readingsOf(copyId)];
	assert.equal(own.length, readings.length);
	assert.ok(own.every((r) => r.jobId === copyId && !readings.some((o) => o.id === r.id)));
	// A tag is of the job that it was set in: in the copy it counts as live.
	const events = await jobs.eventsOf(id);
	const ownEvents = await jobs.eventsOf(copyId);
	assert.equal(ownEvents.length, events.length + openTags(events).length);
	assert.deepEqual(openTags(ownEvents), []);
	await assert.rejects(jobs.duplicateJob('nowhere'), RangeError);
});
test('a job is put away and taken back with its edits; an edit does not take it out of the archive', async () => {
	await jobs.archiveJob(id, true);
	assert.ok((await kept()).archivedAt);
	const t = await tab();
	await t.edit('note', note('k-01', 'away'));
	assert.ok((await kept()).archivedAt);
	await jobs.archiveJob(id, false);
	assert.equal((await kept()).archivedAt, undefined);
	assert.equal(await noteOf('k-01'), 'away');
});
test('a removed job can be taken back for thirty days, then it is wiped with all that is of it', async () => {
	await jobs.setRemoved(id, true);
	const on = (await kept()).removedAt?.slice(0, 10) ?? '';
	const day = (n: number) => new Date(Date.parse(on) + n * 86_400_000).toISOString().slice(0, 10);
	const wiped = async (today: string) => {
		const rows = await jobs.listJobs();
		return rows.length - (await jobs.wipeRemoved(rows, today)).length;
	};
	assert.equal(await wiped(day(30)), 0);
	await jobs.setRemoved(id, false);
	assert.equal(await wiped(day(400)), 0);
	await jobs.setRemoved(id, true);
	assert.equal(await wiped(day(31)), 1);
	assert.equal(await jobs.getJob(id), undefined);
	assert.equal((await jobs.readingsOf(id)).length, 0);
});
