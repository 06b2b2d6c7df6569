import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';

/** Loaded before the tests of a mutant. */
// A failing assert.ok without words reads its own source to print it, which takes minutes over a source map.
const ok = assert.ok;
assert.ok = (value, message) => ok(value, message ?? 'not so');

const { MUTATE_REACH } = process.env;
if (MUTATE_REACH) {
	globalThis.__reached = new Set();
	process.on('exit', () => writeFileSync(MUTATE_REACH, JSON.stringify([...globalThis.__reached])));
}
