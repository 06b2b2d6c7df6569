import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import Dexie from 'dexie';
import { produce } from 'immer';
import { DEMOS } from '../../src/core/demo';
import { editRoom } from '../../src/core/edit/rooms';
import { changesBetween } from '../../src/core/edit/merge/change';

/** As the fields were spelled before. */
const asBefore = <T>(value: T): T =>
	JSON.parse(JSON.stringify(value).replaceAll('"story"', '"storey"').replaceAll('"color"', '"colour"')) as T;

test('a store kept by the version before is brought up: fields as spelled now, and its edits can still be undone', async () => {
	const file = DEMOS['marrow-street']?.();
	assert.ok(file);
	const [room] = file.job.rooms;
	assert.ok(room);
	const edited = produce(file.job, editRoom(room.id, { story: 2 }));
	const older = new Dexie('hekto');
	older.version(3).stores({
		jobs: 'id, updatedAt',
		edits: '++n, &id, jobId, [jobId+state+n]',
		readings: 'id, jobId',
		events: 'id, jobId',
		photos: 'id, jobId, [jobId+of.kind+of.id]',
		settings: 'key'
	});
	await older.open();
	const { id } = file.job;
	await older.table('jobs').put({ id, job: asBefore(edited), rev: 4, head: 'e1', updatedAt: '2026-10-12T09:00:00Z', demo: null });
	await older.table('edits').put({
		id: 'e1',
		jobId: id,
		parent: null,
		device: 'd',
		state: 0,
		label: 'Level 2',
		at: '2026-10-12T09:00:00Z',
		changes: asBefore(changesBetween(file.job, edited)),
		readingIds: []
	});
	older.close();

	const { forgetFormer, formers, getJob } = await import('../../src/lib/store/jobs');
	const { JobSession } = await import('../../src/lib/store/session');
	const row = await getJob(id);
	assert.ok(row);
	assert.equal(row.job.rooms[0]?.story, 2);
	assert.ok(!JSON.stringify(row.job).includes('storey'));
	assert.deepEqual([row.rev, row.head], [4, 'e1']);
	// As it was before is kept until it was opened well.
	const [former] = await formers();
	assert.ok(JSON.stringify(former?.job).includes('storey'));
	await forgetFormer(id);
	assert.deepEqual(await formers(), []);
	const session = new JobSession({ job: row.job, readings: [], events: [] }, row.rev);
	await session.turn('undo');
	assert.equal((await getJob(id))?.job.rooms[0]?.story, room.story);
	session.close();
});
