import assert from 'node:assert/strict';
import { after, test } from 'node:test';
import { Lane } from '../../src/lib/server/pool';

/** The lanes in which requests are worked out: a time for each, two at once for a caller, and no thread lost for good. */
const spin = new URL('./spin.mjs', import.meta.url).href;
const lane = new Lane(spin, 3, 2);
const ask = (caller: string, body: object, of = lane) => of.run('size', new TextEncoder().encode(JSON.stringify(body)), caller);
after(() => lane.close());

test('what takes too long is answered with 503 and words; the next is worked out all the same', async () => {
	const answer = await ask('a', { ms: 1e9 });
	assert.equal(answer.status, 503);
	assert.match(answer.text, /takes more than 2 s to calculate\. Send less at a time/);
	assert.deepEqual(await ask('a', { ms: 1 }), { status: 200, text: '1' });
});
test('a fault of our own is answered with 503, and never with its stack', async () => {
	const error = console.error;
	console.error = () => undefined;
	const answer = await ask('a', { fails: true });
	console.error = error;
	assert.equal(answer.status, 503);
	assert.match(answer.text, /an error in Hekto/);
	assert.doesNotMatch(answer.text, /stack|spin\.mjs/);
});
test('of one caller two are worked out at once; another’s does not wait behind its third', async () => {
	await Promise.all([ask('w', { ms: 1 }), ask('x', { ms: 1 }), ask('y', { ms: 1 })]);
	const order: string[] = [];
	const timed = (name: string, caller: string, ms: number) => ask(caller, { ms }).then(() => order.push(name));
	await Promise.all([timed('a1', 'a', 400), timed('a2', 'a', 400), timed('a3', 'a', 1), timed('b1', 'b', 1)]);
	assert.equal(order[0], 'b1');
	assert.ok(order.indexOf('a3') > Math.min(order.indexOf('a1'), order.indexOf('a2')), order.join());
});
test('a caller with too many waiting is told to come back', async () => {
	const narrow = new Lane(spin, 1, 1);
	const many = Array.from({ length: 70 }, () => ask('a', { ms: 5 }, narrow));
	const statuses = (await Promise.all(many)).map((x) => x.status);
	assert.equal(statuses.filter((s) => s === 503).length, 70 - 1 - 60);
	assert.equal(statuses.filter((s) => s === 200).length, 61);
	await narrow.close();
});
