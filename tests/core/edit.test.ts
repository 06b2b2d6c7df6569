import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { quillback } from '../../src/core/demo/quillback';
import { applyChanges } from '../../src/core/edit/merge/apply';
import { changesBetween, inverseOf, same } from '../../src/core/edit/merge/change';
import { editFaults } from '../../src/core/edit/merge/check-edit';
import { placedOn, rebase } from '../../src/core/edit/merge/rebase';
import { canInsist, conflictLines, insistOn, sayShifted } from '../../src/core/edit/merge/say-conflict';
import { takeFaults } from '../../src/core/edit/merge/take';
import { readJobFile } from '../../src/core/formats/job-json';
import { writeJobFile } from '../../src/core/formats/write-job';
import { produce } from 'immer';
import { addBox, editBox, removeBox } from '../../src/core/edit/boxes';
import { addRoom, editRoom, removeRoom } from '../../src/core/edit/rooms';
import { editJob } from '../../src/core/edit/job';
import type { Command } from '../../src/core/edit/command';
import type { Job } from '../../src/core/model/job';
import { newBox, newRoom } from '../../src/core/model/new-job';
import { reading } from './small-job';
import { runs } from './few';

/** Edits by ids: the way there, the way back, and what happens when the ground has shifted. */
const { job } = quillback();
const after = (on: Job, ...commands: Command[]): Job => commands.reduce((at, c) => produce(at, c), on);
const between = (on: Job, ...commands: Command[]) => changesBetween(on, after(on, ...commands));
const at = (on: Job, boxId: string) => on.boxes.find((b) => b.id === boxId);

type List = { id: string; n: number; inner?: { id: string }[] }[];
const lists = fc.uniqueArray(
	fc.record({
		id: fc.constantFrom(...'abcdefgh'),
		n: fc.integer({ min: 0, max: 3 }),
		inner: fc.uniqueArray(fc.record({ id: fc.constantFrom(...'xyz') }), { selector: (r) => r.id })
	}),
	{ selector: (r) => r.id, maxLength: 8 }
);
test('any two states: the changes lead from one to the other, and their inverse leads back to the byte', () => {
	fc.assert(
		fc.property(lists, lists, (a: List, b: List) => {
			const [from, to] = [
				{ rows: a, note: 'x' },
				{ rows: b, note: a.length > 2 ? 'y' : 'x' }
			];
			const changes = changesBetween(from, to);
			const there = applyChanges(from, changes);
			assert.ok(there.ok);
			assert.equal(JSON.stringify(there.state), JSON.stringify(to));
			const back = applyChanges(there.state, inverseOf(changes));
			assert.ok(back.ok);
			assert.equal(JSON.stringify(back.state), JSON.stringify(from));
		}),
		{ numRuns: runs(2000) }
	);
});
test('what an edit did not touch is shared with what was before', () => {
	const done = applyChanges(job, between(job, editBox('k-01', { note: 'x' })));
	assert.ok(done.ok);
	assert.equal(done.state.rooms, job.rooms);
	assert.equal(at(done.state, 'k-02'), at(job, 'k-02'));
	assert.equal(at(done.state, 'k-01')?.note, 'x');
});
test('the same: fields left out and undefined alike, order of fields aside, order of lists not', () => {
	const table: [unknown, unknown, boolean][] = [
		[{ a: 1 }, { a: 1, b: undefined }, true],
		[{ a: 1, b: 2 }, { b: 2, a: 1 }, true],
		[{ a: 1 }, { a: null }, false],
		[[1, 2], [2, 1], false],
		[[1], { 0: 1 }, false],
		[NaN, NaN, true],
		[null, undefined, false],
		['1', 1, false]
	];
	for (const [a, b, is] of table) assert.equal(same(a, b), is, JSON.stringify([a, b]));
});

const shiftedOn = (now: Job, ...commands: Command[]) => {
	const done = applyChanges(now, between(job, ...commands));
	return done.ok ? [] : done.shifted;
};
test('rows moved up under an edit: the one that was meant is changed', () => {
	const now = after(job, removeBox('k-01'));
	const placed = placedOn(now, between(job, editBox('k-05', { note: 'mine' })));
	assert.ok(placed.ok);
	assert.deepEqual(
		placed.job.boxes.filter((b) => b.note === 'mine').map((b) => b.id),
		['k-05']
	);
});
test('shifted ground: changed, gone, there, and what would break the job', () => {
	const theirs = after(job, editBox('k-01', { note: 'theirs' }));
	const [changed] = shiftedOn(theirs, editBox('k-01', { note: 'mine' }));
	assert.deepEqual([changed?.why, changed?.want, changed?.have], ['changed', 'mine', 'theirs']);
	assert.equal(shiftedOn(theirs, editBox('k-01', { note: 'theirs' })).length, 0, 'both said the same');
	assert.equal(shiftedOn(theirs, editBox('k-01', { gangs: 2 })).length, 0, 'another field of it');
	const without = after(job, removeBox('k-01'));
	assert.deepEqual([...new Set(shiftedOn(without, editBox('k-01', { note: 'mine' })).map((s) => s.why))], ['gone']);
	assert.equal(shiftedOn(theirs, removeBox('k-01'))[0]?.why, 'changed', 'what was changed is not removed');
	const box = newBox('x', 'X', { state: 'found' });
	assert.equal(shiftedOn(after(job, addBox({ ...box, note: 'other' })), addBox(box))[0]?.why, 'there');
	assert.equal(shiftedOn(after(job, addBox(box)), addBox(box)).length, 0, 'the same row is there already');
	const withLoft = after(job, addRoom('loft', 'Loft'));
	const toRoom = between(withLoft, editBox('k-01', { roomId: 'loft', place: null }));
	const noRoom = placedOn(after(withLoft, removeRoom('loft')), toRoom);
	assert.ok(!noRoom.ok);
	assert.match(noRoom.shifted[0]?.message ?? '', /names no room, got "loft"/);
});
test('edits are done whole or not at all, each on what the ones before it left', () => {
	const now = after(job, editBox('k-01', { note: 'theirs' }));
	const edit = (id: string, ...commands: Command[]) => ({ id, label: id, changes: between(job, ...commands) });
	const done = rebase(now, [
		edit('both', editBox('k-02', { note: 'mine' }), editBox('k-01', { note: 'mine' })),
		edit('fine', editBox('k-03', { note: 'mine' }))
	]);
	assert.deepEqual([at(done.job, 'k-01')?.note, at(done.job, 'k-02')?.note, at(done.job, 'k-03')?.note], ['theirs', '', 'mine']);
	assert.deepEqual([done.done.map((e) => e.id), done.conflicts.map((c) => c.edit.id)], [['fine'], ['both']]);
});
test('a conflict in words has the place, both values, and says what is gone', () => {
	const now = after(job, editBox('k-01', { heightIn: 20 }), editRoom('bed2', { name: 'North bedroom' }));
	const shifted = shiftedOn(now, editBox('k-01', { heightIn: 30 }), editRoom('bed2', { name: 'Guest' }));
	assert.deepEqual(conflictLines(now, shifted), [
		{ where: 'Room North bedroom, name', yours: 'Guest', theirs: 'North bedroom' },
		{ where: 'Box K-01, height in', yours: '30', theirs: '20' }
	]);
	assert.equal(sayShifted(now, shifted), 'Room North bedroom, name is now: North bedroom. Box K-01, height in is now: 20.');
	assert.ok(canInsist(shifted));
	const mine = after(now, insistOn(between(job, editBox('k-01', { heightIn: 30 }))));
	assert.equal(at(mine, 'k-01')?.heightIn, 30);
	assert.equal(mine.rooms, now.rooms);
	const without = after(job, removeBox('k-01'));
	const gone = shiftedOn(without, editBox('k-01', { heightIn: 30 }));
	assert.equal(canInsist(gone), false);
	assert.deepEqual(conflictLines(without, gone), [{ where: 'Box k-01, height in', yours: '30', theirs: 'removed' }]);
	assert.throws(() => after(without, insistOn(between(job, editBox('k-01', { heightIn: 30 })))), /What it changed is gone/);
});

test('an edit that no file could hold is told by its field; what was wrong before is not its fault', () => {
	const faultOf = (...commands: Command[]) => editFaults(job, after(job, ...commands))[0];
	assert.equal(faultOf(editBox('k-01', { note: 'x' })), undefined);
	assert.match(faultOf(editBox('k-01', { note: 'x'.repeat(2001) }))?.path ?? '', /^boxes\[\d+\]\.note$/);
	assert.equal(faultOf(editJob({ areaSqFt: 0 }))?.path, 'areaSqFt');
	assert.match(
		faultOf((d) => void d.rooms.push(newRoom({ id: 'bed2', name: 'Again' })))?.message ?? '',
		/appears twice in rooms: "bed2"/
	);
	assert.match(faultOf((d) => void Object.assign(d, { odd: 1 }))?.message ?? '', /is not a field/);
	const many = Array.from({ length: 401 }, (_, i) => newRoom({ id: `many-${i}`, name: `Room ${i}` }));
	assert.equal(faultOf((d) => void (d.rooms = many))?.message, 'must hold at most 400, got 401');
	const broken = after(job, (d) => void Object.assign(d.boxes[0] ?? {}, { roomId: 'nowhere' }));
	assert.deepEqual(editFaults(broken, after(broken, editBox('k-05', { note: 'x' }))), []);
});
test('readings are held to the file too: their fields, their place, their ids, their number', () => {
	const own = (more: object) => ({ ...reading({ id: 'own', jobId: job.id, boxId: 'k-01', value: 118 }), ...more });
	const first = (more: object) => takeFaults(job, [], [own(more)])[0]?.path;
	assert.equal(first({}), undefined);
	assert.equal(first({ instrument: 'x'.repeat(201) }), 'readings[0].instrument');
	assert.equal(first({ value: 400 }), 'readings[0].value');
	assert.equal(first({ boxId: 'no' }), 'readings[0].boxId');
	assert.equal(first({ jobId: 'no' }), 'readings[0].jobId');
	assert.equal(takeFaults(job, [own({})], [own({})])[0]?.path, 'readings[0].id');
	const there = Array.from({ length: 50_000 }, () => own({}));
	assert.match(takeFaults(job, there, [own({})])[0]?.message ?? '', /at most 50000, got 50001/);
});

test('a file keeps the head of the history that it was saved from, and readings of breakers', () => {
	const of = reading({ id: 'own', jobId: job.id, boxId: job.circuits[0]?.id ?? '', value: 118 });
	const back = readJobFile(writeJobFile({ job, readings: [of], events: [], head: 'edit-9' }));
	assert.ok(back.ok);
	assert.equal(back.value.head, 'edit-9');
	assert.deepEqual(back.value.readings, [of]);
});
