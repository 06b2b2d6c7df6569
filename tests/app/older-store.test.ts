import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import Dexie from 'dexie';
import { produce } from 'immer';
import { DEMOS } from '../../src/core/demo';
import { editCable } from '../../src/core/edit/cables';
import { editRoom } from '../../src/core/edit/rooms';
import { changesBetween } from '../../src/core/edit/merge/change';
import type { Job } from '../../src/core/model/job';
import { asVersion4 } from '../core/old-files';

/** As the fields were spelled and named before. */
const respelled = <T>(value: T): T =>
	JSON.parse(JSON.stringify(value).replaceAll('"story"', '"storey"').replaceAll('"color"', '"colour"')) as T;
const asBefore = (job: Job): Job => respelled(asVersion4({ job }).job as Job);

test('a store kept by the version before is brought up: fields as spelled now, and its edits can still be undone', async () => {
	const file = DEMOS['marrow-street']?.();
	assert.ok(file);
	const [room] = file.job.rooms;
	assert.ok(room);
	const [cable] = file.job.cables;
	assert.ok(cable);
	const first = produce(file.job, editCable(cable.id, { kind: 'MC' }));
	const edited = produce(first, editRoom(room.id, { story: 2 }));
	const loose = file.job.boxes.find((b) => !file.job.cables.some((l) => l.toId === b.id))?.id ?? file.job.boxes[0]?.id ?? '';
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
	const tag = {
		id: 't1',
		jobId: id,
		kind: 'off-tagged',
		circuitId: null,
		boxId: loose,
		what: 'slot 31, marked attic',
		at: '2026-10-12T08:00:00Z',
		by: 'JM',
		note: ''
	};
	await older.table('events').put(tag);
	await older.table('photos').put({
		id: 'p1',
		jobId: id,
		of: { kind: 'leg', id: cable.id },
		caption: '',
		at: tag.at,
		by: 'JM',
		widthPx: 1,
		heightPx: 1,
		jpeg: ''
	});
	const edit = { jobId: id, device: 'd', state: 0, at: '2026-10-12T09:00:00Z', readingIds: [] };
	await older.table('edits').put({
		...edit,
		id: 'e0',
		parent: null,
		label: 'MC',
		changes: respelled(changesBetween(asVersion4({ job: file.job }).job, asVersion4({ job: first }).job))
	});
	await older.table('edits').put({
		...edit,
		id: 'e1',
		parent: 'e0',
		label: 'Level 2',
		changes: respelled(changesBetween(first, edited))
	});
	older.close();

	const { forgetFormer, formers, getJob } = await import('../../src/lib/store/jobs');
	const { JobSession } = await import('../../src/lib/store/session');
	const row = await getJob(id);
	assert.ok(row);
	assert.equal(row.job.rooms[0]?.story, 2);
	assert.ok(!JSON.stringify(row.job).includes('storey'));
	assert.deepEqual([row.rev, row.head], [4, 'e1']);
	assert.deepEqual(row.job.cables, edited.cables);
	assert.deepEqual(row.job.boxes, edited.boxes);
	// What was tagged by the words of a space is its breaker now; the box is not on it by that.
	const { db } = await import('../../src/lib/store/db');
	const event = await db.events.get('t1');
	const grown = row.job.circuits.find((c) => c.id === event?.circuitId);
	assert.deepEqual([grown?.space, grown?.directory, grown?.breakerA, event?.boxId], [31, 'attic', null, loose]);
	assert.equal((await db.photos.get('p1'))?.of.kind, 'cable');
	// As it was before is kept until it was opened well.
	const [former] = await formers();
	assert.ok(JSON.stringify(former?.job).includes('storey'));
	await forgetFormer(id);
	assert.deepEqual(await formers(), []);
	const session = new JobSession({ job: row.job, readings: [], events: [] }, row.rev);
	await session.turn('undo');
	assert.equal((await getJob(id))?.job.rooms[0]?.story, room.story);
	await session.turn('undo');
	assert.equal((await getJob(id))?.job.cables[0]?.kind, cable.kind, 'an edit of a cable that the version before kept');
	session.close();
});
