import { BreakerName } from '../../src/core/model/breaker-name';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { produce } from 'immer';
import { quillback } from '../../src/core/demo/quillback';
import { applyChanges, type Shifted } from '../../src/core/edit/merge/apply';
import { changesBetween, type Change } from '../../src/core/edit/merge/change';
import { editFaults } from '../../src/core/edit/merge/check-edit';
import { placedOn } from '../../src/core/edit/merge/rebase';
import { conflictLines, sayShifted } from '../../src/core/edit/merge/say-conflict';
import { takeFaults } from '../../src/core/edit/merge/take';
import { addBox } from '../../src/core/edit/boxes';
import type { Job } from '../../src/core/model/known';
import { newBox, newRoom } from '../../src/core/model/new-job';
import { reading } from './small-job';

/** Edits that meet others: names and numbers that are taken, places in a list, conflicts in words, limits. */
const { job } = quillback();
const after = (on: Job, ...commands: ((d: Job) => void)[]): Job => commands.reduce((at, c) => produce(at, c), on);

const named = (name: string) => addBox(newBox('mine', name, { state: 'found' }));
const there =
	(...names: string[]) =>
	(d: Job) =>
		names.forEach((name, i) => d.boxes.push(newBox(`theirs-${i}`, name, { state: 'found' })));
const names: [mine: string, theirs: string[], becomes: string][] = [
	['Box 7', [], 'Box 7'],
	['Box 7', ['Box 8'], 'Box 7'],
	['Box 7', ['Box 7'], 'Box 8'],
	['BOX 7', ['box 7'], 'BOX 8'],
	['X-03', ['X-03', 'X-04'], 'X-05'],
	['X-09', ['X-09'], 'X-10'],
	['X-009', ['X-009'], 'X-010'],
	['sewing', ['Sewing'], 'sewing-01'],
	['sewing', ['sewing', 'sewing-01'], 'sewing-02'],
	['a name of 24 characters!', ['a name of 24 characters!'], 'a name of 24 characters!-01'],
	['x'.repeat(60), ['x'.repeat(60)], `${'x'.repeat(53)}-01`]
];
for (const [mine, theirs, becomes] of names)
	test(`a box ${mine} beside ${theirs.join(', ') || 'none of its name'} is ${becomes}`, () => {
		const placed = placedOn(after(job, there(...theirs)), changesBetween(job, after(job, named(mine))));
		assert.ok(placed.ok);
		assert.equal(placed.job.boxes.find((b) => b.id === 'mine')?.name, becomes);
		assert.equal(placed.renamed, becomes !== mine);
		const done = applyChanges(after(job, there(...theirs)), placed.changes);
		assert.ok(done.ok, 'what is kept of it is what was done');
		assert.equal(done.state.boxes.find((b) => b.id === 'mine')?.name, becomes);
	});
const rows = (...ids: string[]) => ({ rows: ids.map((id) => ({ id })) });
const ids = (state: { rows: { id: string }[] }) => state.rows.map((r) => r.id).join('');
const placesOf: [from: string, to: string, now: string, becomes: string][] = [
	['ab', 'abx', 'ab', 'abx'],
	['ab', 'xab', 'ab', 'xab'],
	['ab', 'axb', 'ab', 'axb'],
	['ab', 'axb', 'cab', 'caxb'],
	['ab', 'abx', 'ba', 'bxa'],
	['abc', 'abxc', 'ac', 'acx'],
	['abc', 'ac', 'cba', 'ca'],
	['abc', 'ac', 'ac', 'ac'],
	['abc', 'cab', 'abc', 'cab'],
	['abc', 'cab', 'abcd', 'cabd'],
	['ab', 'ax', 'ab', 'ax']
];
for (const [from, to, now, becomes] of placesOf)
	test(`${from} made ${to}, done on ${now}, gives ${becomes}`, () => {
		const done = applyChanges(rows(...now), changesBetween(rows(...from), rows(...to)));
		assert.ok(done.ok);
		assert.equal(ids(done.state), becomes);
	});
test('lists whose rows have no ids of their own, or one twice, change as a whole', () => {
	const kinds = (before: unknown, then: unknown) => changesBetween({ at: before }, { at: then }).map((c) => c.kind);
	assert.deepEqual(kinds([{ id: 'a' }], [{ id: 'a' }, { id: 'b' }]), ['add']);
	assert.deepEqual(kinds([{ id: 'a' }], [{ id: 'b' }, { id: 'b' }]), ['set']);
	assert.deepEqual(kinds([{ id: 1 }], [{ id: 2 }]), ['set']);
	assert.deepEqual(kinds([1, 2], [1, 2, 3]), ['set']);
	assert.deepEqual(kinds([null], [{ id: 'a' }]), ['set']);
	assert.deepEqual(kinds({ a: 1 }, [1]), ['set']);
	assert.deepEqual(kinds([1], [1]), []);
});
test('what holds a value is gone, or is no such thing anymore', () => {
	const set: Change = { kind: 'set', path: ['a', 'b', 'c'], before: 1, after: 2 };
	const why = (state: object, change: Change) => {
		const done = applyChanges(state, [change]);
		return done.ok ? 'done' : done.shifted.map((s) => s.why).join();
	};
	assert.equal(why({ a: { b: { c: 1 } } }, set), 'done');
	for (const state of [{}, { a: null }, { a: 1 }, { a: [] }, { a: { b: 'text' } }]) assert.equal(why(state, set), 'gone');
	const add: Change = { kind: 'add', path: ['rows'], row: { id: 'x' }, behind: null };
	assert.equal(why({ rows: [] }, add), 'done');
	assert.equal(why({ rows: 1 }, add), 'gone');
	assert.equal(why({}, add), 'gone');
	assert.equal(why({ rows: [{ id: 'a' }] }, { kind: 'set', path: ['rows', { id: 'a' }], before: 1, after: 2 }), 'gone');
	const gone = applyChanges({ rows: [{ id: 'x', n: 1 }] }, [
		{ kind: 'remove', path: ['rows'], row: { id: 'x', n: 0 }, behind: null }
	]);
	assert.ok(!gone.ok);
	assert.deepEqual([gone.shifted[0]?.want, gone.shifted[0]?.have], [undefined, { id: 'x', n: 1 }]);
	const taken = applyChanges({ rows: [{ id: 'x', n: 1 }] }, [{ ...add, row: { id: 'x', n: 2 } } as Change]);
	assert.deepEqual(!taken.ok && taken.shifted[0]?.want, { id: 'x', n: 2 });
});

const shift = (path: Shifted['path'], want: unknown, have: unknown, more: Partial<Shifted> = {}): Shifted => ({
	path,
	why: 'changed',
	want,
	have,
	...more
});
const said: [Shifted, [where: string, yours: string, theirs: string]][] = [
	[shift(['name'], 'A', ''), ['name', 'A', 'not entered']],
	[shift(['areaSqFt'], 1310, null), ['area sq ft', '1310', 'not entered']],
	[shift(['boxes', { id: 'k-01' }, 'inCabinet'], true, false), ['Box K-01, in cabinet', 'yes', 'no']],
	[shift(['boxes', { id: 'gone' }], { id: 'gone', name: 'X-1' }, undefined, { why: 'gone' }), ['Box gone', 'X-1', 'removed']],
	[
		shift(['circuits', { id: 'c1' }], { id: 'c1', name: 'x' }, { id: 'c1', kind: 'general' }),
		[
			BreakerName(
				job,
				job.circuits.find((c) => c.id === 'c1')
			),
			'x',
			'general'
		]
	],
	[shift(['rooms', { id: 'bed2' }, 'outline'], [[0, 0]], [1, 2, 3]), ['Room Bedroom 2, outline', 'a list of 1', 'a list of 3']],
	[shift(['practice'], { a: 1 }, 'x'.repeat(90)), ['practice', 'other values', 'x'.repeat(80)]],
	[shift(['boxes', { id: 'k-01' }, 'note'], undefined, 'seen'), ['Box K-01, note', 'removed', 'seen']],
	[
		shift(['boxes[3].roomId'], undefined, undefined, { why: 'breaks', message: 'names no room' }),
		['The job', 'this change', 'names no room']
	]
];
for (const [shifted, [where, yours, theirs]] of said)
	test(`a conflict is said: ${where}: ${yours.slice(0, 20)} against ${theirs.slice(0, 20)}`, () => {
		assert.deepEqual(conflictLines(job, [shifted]), [{ where, yours, theirs }]);
		assert.equal(sayShifted(job, [shifted]), where === 'The job' ? `${theirs}.` : `${where} is now: ${theirs}.`);
	});
test('of many three are said in a line', () => {
	const many = Array.from({ length: 5 }, () => shift(['name'], 'A', 'B'));
	assert.equal(sayShifted(job, many).match(/is now/g)?.length, 3);
});

test('a list at its limit, and one over it', () => {
	const rooms = (n: number) => (d: Job) =>
		void (d.rooms = Array.from({ length: n }, (_, i) => newRoom({ id: `r-${i}`, name: `Room ${i}` })));
	const bare = after(job, (d) => void Object.assign(d, { boxes: [], cables: [], circuits: [], panels: [], inspection: [] }));
	assert.deepEqual(editFaults(bare, after(bare, rooms(400))), []);
	assert.equal(editFaults(bare, after(bare, rooms(401)))[0]?.message, 'must hold at most 400, got 401');
	// A list that was too long already, and did not grow, is not this edit's fault.
	const over = after(bare, rooms(401));
	assert.deepEqual(
		editFaults(
			over,
			after(over, (d) => void d.rooms.reverse())
		),
		[]
	);
	const readings = (n: number) => Array.from({ length: n }, () => reading({ id: 'x', jobId: job.id, boxId: 'k-01', value: 118 }));
	const own = [reading({ id: 'own', jobId: job.id, boxId: 'k-01', value: 118 })];
	assert.deepEqual(takeFaults(job, readings(49_999), own), []);
	assert.equal(takeFaults(job, readings(50_000), own).length, 1);
	// A field that was not there becomes a list.
	assert.equal(
		editFaults(
			job,
			after(job, (d) => void Object.assign(d, { guided: 3 }))
		)[0]?.path,
		'guided'
	);
});
