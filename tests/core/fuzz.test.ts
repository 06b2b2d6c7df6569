import assert from 'node:assert/strict';
import { test } from 'node:test';
import { fuzzReaders } from '../../scripts/fuzz/run-readers';
import { READERS } from '../../scripts/fuzz/readers';
import { noHoles } from '../../scripts/fuzz/everything';

/** A small part of what `npm run fuzz` throws at every reader: refused with a reason, or taken in and all of it works. */
const FILES = 40;
for (const reader of READERS)
	test(`${reader}: ${FILES} files are refused with a reason, or everything works with them`, () => {
		const warn = console.warn;
		console.warn = () => undefined;
		const score = fuzzReaders(FILES, 1, [reader]).get(reader);
		console.warn = warn;
		assert.equal(score?.tried, FILES);
		assert.deepEqual([...(score?.wrong ?? [])], []);
	});
test('what would be lost in JSON is seen', () => {
	const was = { a: [{ b: NaN }], c: null };
	assert.throws(() => noHoles(JSON.parse(JSON.stringify(was)), was), /\.a\.0\.b is NaN/);
	assert.doesNotThrow(() => noHoles({ c: null }, { c: null }));
});
