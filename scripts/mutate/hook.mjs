import { writeFileSync } from 'node:fs';
import '../../tests/plain-assert.mjs';

/** Loaded before the tests of a mutant. */
const { MUTATE_REACH } = process.env;
if (MUTATE_REACH) {
	globalThis.__reached = new Set();
	process.on('exit', () => writeFileSync(MUTATE_REACH, JSON.stringify([...globalThis.__reached])));
}
