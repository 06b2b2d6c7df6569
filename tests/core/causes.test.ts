import assert from 'node:assert/strict';
import test from 'node:test';
import { byCause } from '../../src/core/about';
import type { Finding } from '../../src/core/model/result';

const finding = (id: string, code: string, severity: Finding['severity'] = 'caution', section = '210.8(A)'): Finding => ({
	id,
	code,
	severity,
	rule: { section, title: 't', edition: '2023', confidence: 'firm' },
	subject: { kind: 'box', id },
	message: id
});
const told = (...all: Finding[]) => byCause(all).map(({ first, others }) => [first.id, ...others.map((f) => f.id)].join(' '));

test('three of one cause are told once, two apart; the gravest first', () => {
	const [a, b, c] = [finding('a', 'gfci'), finding('b', 'gfci'), finding('c', 'gfci')];
	assert.deepEqual(told(a, b), ['a', 'b']);
	assert.deepEqual(told(a, b, c), ['a b c']);
	assert.deepEqual(told(a, b, c, finding('v', 'reach', 'violation')), ['v', 'a b c']);
});
test('another severity, code or section is another cause', () => {
	const [a, b] = [finding('a', 'gfci'), finding('b', 'gfci')];
	for (const other of [finding('o', 'gfci', 'advice'), finding('o', 'afci'), finding('o', 'gfci', 'caution', '210.8(F)')])
		assert.deepEqual(told(a, b, other), ['a', 'b', 'o']);
});
