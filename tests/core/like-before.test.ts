import assert from 'node:assert/strict';
import test from 'node:test';
import { likeBefore, steady } from '../../src/core/model/like-before';

const drawing = () => ({
	width: 400,
	cables: [
		{ id: 'a', at: [1, 2] },
		{ id: 'b', at: [3, 4], label: undefined }
	],
	figures: new Map([['a', { volts: 120 }]]),
	lit: new Set(['a', 'b'])
});

test('what says the same is what it was before, part by part', () => {
	const before = drawing();
	assert.equal(likeBefore(before, drawing()), before);
	const moved = drawing();
	moved.cables[1] = { id: 'b', at: [3, 5], label: undefined };
	const now = likeBefore(before, moved);
	assert.deepEqual(now, moved);
	assert.notEqual(now.cables, before.cables);
	assert.equal(now.cables[0], before.cables[0]);
	assert.equal(now.figures, before.figures);
	assert.equal(now.lit, before.lit);
});

test('rows are known by their id, wherever they stand', () => {
	const before = [{ id: 'a', says: [1] }, { id: 'b', says: [2] }, { says: [3] }];
	const now = likeBefore(before, [{ id: 'c', says: [9] }, { id: 'a', says: [1] }, { says: [3] }, { id: 'b', says: [4] }]);
	assert.deepEqual(now, [{ id: 'c', says: [9] }, { id: 'a', says: [1] }, { says: [3] }, { id: 'b', says: [4] }]);
	assert.equal(now[1], before[0]);
	assert.equal(now[2], before[2]);
});

const different: [what: string, before: unknown, now: unknown][] = [
	['a longer list', [1, 2], [1, 2, 3]],
	['a shorter list', [1, 2, 3], [1, 2]],
	['a field more', { a: 1 }, { a: 1, b: undefined }],
	['a field less', { a: 1, b: undefined }, { a: 1 }],
	['another field', { a: undefined }, { b: undefined }],
	['a list where an object was', { 0: 1 }, [1]],
	['an object where a list was', [1], { 0: 1 }],
	['nothing where something was', { a: 1 }, null],
	['a set with another', new Set([1, 2]), new Set([1, 3])],
	['a set with one more', new Set([1]), new Set([1, 2])],
	['a set in another order', new Set([1, 2]), new Set([2, 1])],
	['a map with another key', new Map([['a', undefined]]), new Map([['b', undefined]])],
	['a map with another value', new Map([['a', 1]]), new Map([['a', 2]])],
	[
		'a map with one less',
		new Map([
			['a', 1],
			['b', 1]
		]),
		new Map([['a', 1]])
	],
	['a day', new Date(5), new Date(5)]
];
for (const [what, before, now] of different)
	test(`${what} is not taken for the same`, () => {
		const got = likeBefore(before, now);
		assert.notEqual(got, before);
		assert.deepEqual(got, now);
	});

test('each state is given like the one before it', () => {
	const like = steady();
	const first = like([1, 2]);
	assert.equal(like([1, 2]), first);
	const second = like([1, 3]);
	assert.deepEqual(second, [1, 3]);
	assert.equal(like([1, 3]), second);
});
