import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import { once, onceForRows } from '../../src/core/model/remember';
import type { Job } from '../../src/core/model/known';

test('made once for the same arguments, of which each counts', () => {
	let made = 0;
	const f = once((a: object, b: unknown, c?: unknown) => [a, b, c, ++made] as const);
	const [x, y] = [{}, {}];
	assert.equal(f(x, 'k'), f(x, 'k'));
	assert.equal(made, 1);
	for (const other of [f(y, 'k'), f(x, 'l'), f(x, x), f(x, null), f(x, undefined), f(x, 'k', y)])
		assert.notEqual(other, f(x, 'k'));
	assert.equal(made, 7);
	assert.equal(f(x, 'k', y)[2], y);
});
test('what answers nothing is kept too, and what throws is asked again', () => {
	let made = 0;
	const f = once((_: object, fails: boolean) => {
		made += 1;
		if (fails) throw new RangeError('no');
	});
	const x = {};
	f(x, false);
	f(x, false);
	assert.equal(made, 1);
	assert.throws(() => f(x, true), RangeError);
	assert.throws(() => f(x, true), RangeError);
	assert.equal(made, 3);
});
test('a list gathered anew is the same while its rows are', () => {
	const f = onceForRows((a: object, rows: readonly object[], n: number) => [a, rows, n]);
	const [x, p, q] = [{}, {}, {}];
	const first = f(x, [p, q], 1);
	assert.equal(f(x, [p, q], 1), first);
	for (const [rows, n] of [
		[[q, p], 1],
		[[p], 1],
		[[p, q, q], 1],
		[[p, q], 2]
	] as const)
		assert.notEqual(f(x, [...rows], n), f(x, [p, q], 1));
});

// A house in which one fact is missing, and each of its names in turn changed: what is said is what a fresh look would say.
for (const [title, demo] of Object.entries(DEMOS))
	test(`${title}: after a name is changed, the same as from nothing`, () => {
		const { job, readings } = demo();
		const unknown = produce(job, (d) => void Object.assign(d.cables[3] ?? {}, { awg: null }));
		const said = (j: Job) => JSON.stringify(assess(j, readings).stages);
		said(unknown);
		for (const rename of [
			(d: Job) => void d.boxes.slice(0, 8).forEach((b) => (b.name += ' x')),
			(d: Job) => void d.rooms.forEach((r) => (r.name += ' x')),
			(d: Job) => void d.circuits.forEach((c) => (c.name += ' x')),
			(d: Job) => void d.panels.forEach((p) => (p.name += ' x'))
		]) {
			const after = produce(unknown, rename);
			assert.ok(said(after) === said(structuredClone(after)), rename.toString());
		}
	});
