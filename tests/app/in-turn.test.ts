import assert from 'node:assert/strict';
import test from 'node:test';
import { afterTurns, inTurn } from '../../src/lib/kit/in-turn';

/** Parts of a page one after another: what a part asks for while it is drawn comes before the part below it. */
const rest = (): Promise<void> => new Promise((done) => afterTurns(done));

test('a part and all that it asks for come before the next part', async () => {
	const drawn: string[] = [];
	const part = (name: string, inner: readonly string[] = []) =>
		inTurn(() => {
			drawn.push(name);
			for (const i of inner) part(i, i === 'table' ? ['row 1', 'row 2'] : []);
		});
	part('list', ['head', 'table']);
	part('below');
	assert.deepEqual(drawn, [], 'nothing is drawn in the task that asks');
	await rest();
	assert.deepEqual(drawn, ['list', 'head', 'table', 'row 1', 'row 2', 'below']);
});
test('what is taken out before its turn is not drawn, and the order of the others stands', async () => {
	const drawn: string[] = [];
	inTurn(() => {
		drawn.push('first');
		const gone = inTurn(() => drawn.push('gone'));
		inTurn(() => drawn.push('second'));
		gone();
		inTurn(() => drawn.push('third'));
	});
	const never = inTurn(() => drawn.push('never'));
	inTurn(() => drawn.push('last'));
	never();
	await rest();
	assert.deepEqual(drawn, ['first', 'second', 'third', 'last']);
});
test('asked for when nothing is waiting: drawn in a task of its own', async () => {
	const drawn: string[] = [];
	inTurn(() => drawn.push('alone'));
	await rest();
	inTurn(() => drawn.push('later'));
	await rest();
	assert.deepEqual(drawn, ['alone', 'later']);
});
