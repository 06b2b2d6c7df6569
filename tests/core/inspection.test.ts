import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { removeBox } from '../../src/core/edit/boxes';
import { itemsOf, putItem, putRuling, readItem, removeItem } from '../../src/core/edit/inspection';
import type { InspectorItem } from '../../src/core/model/known';
import { referenceFaults } from '../../src/core/model/file/references';
import { job } from './small-job';

const item: InspectorItem = {
	id: 'i1',
	item: 'A no GFCI',
	boxId: 'a',
	cited: '210.8(A)(6)',
	answer: '',
	evidence: '',
	state: 'open',
	again: null
};

test('a list as received: an item to a line, numbers and bullets let go, boxes and sections found', () => {
	assert.deepEqual(itemsOf('1. K-06 no GFCI\n\n2) label missing\r\n- box full\n  * directory'), [
		'K-06 no GFCI',
		'label missing',
		'box full',
		'directory'
	]);
	const j = { boxes: job().boxes.map((b, i) => ({ ...b, name: `K-0${i + 1}` })) };
	assert.deepEqual(readItem(j, 'at k-02, see 406.4(D)(2)(b)'), { boxId: 'b', cited: '406.4(D)(2)(b)' });
	assert.deepEqual(readItem(j, 'K-022 and the panel'), { boxId: null, cited: '' });
});
test('an item is answered in place, and taken out; one of a box that is gone is refused', () => {
	const one = produce(job(), putItem(item));
	const answered = produce(one, putItem({ ...item, answer: 'breaker 3', state: 'answered' }));
	assert.deepEqual(
		answered.inspection?.map((i) => [i.answer, i.state]),
		[['breaker 3', 'answered']]
	);
	assert.deepEqual(produce(answered, removeItem('i1')).inspection, []);
	assert.throws(() => produce(one, putItem({ ...item, id: 'i2', boxId: 'gone' })), /The box of this item is gone/);
	assert.equal(produce(one, removeBox('a')).inspection?.[0]?.boxId, null);
});
test('a file whose item names no box is refused by its path; rulings are kept in order', () => {
	assert.deepEqual(
		referenceFaults({ ...job(), inspection: [{ ...item, boxId: 'x' }] }).map((f) => f.path),
		['inspection[0].boxId']
	);
	const kept = ['210.8(F)', '406.4(D)'].reduce(
		(j, section, i) => produce(j, putRuling({ id: `r${i}`, section, ruling: 'as written', from: '', day: '2026-11-01' })),
		job()
	);
	assert.deepEqual(
		kept.rulings?.map((r) => r.section),
		['210.8(F)', '406.4(D)']
	);
});
