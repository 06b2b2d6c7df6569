import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** Lines of code and of tests, blank ones left out, and their ratio: a quarter to a third is wanted. */
const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { encoding: 'utf8' }).split('\n');
const lines = (test) =>
	files
		.filter((f) => /\.(ts|js|mjs|svelte)$/.test(f) && test(f))
		.reduce(
			(sum, f) =>
				sum +
				readFileSync(f, 'utf8')
					.split('\n')
					.filter((l) => l.trim()).length,
			0
		);
const tests = lines((f) => f.startsWith('tests/'));
const code = lines((f) => /^(src|scripts|bench)\//.test(f));
console.log(`code ${code} lines, tests ${tests} lines: tests are ${((100 * tests) / code).toFixed(0)} % of the code`);
