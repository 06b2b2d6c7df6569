import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { reach } from './imports.mjs';
import { CHECK, coreTests, FORMAT, LINT, timed } from './lanes.mjs';
import { installPackages, root } from './setup.mjs';

/**
 * What a change is held to before it is looked at: its types, its lint, and the core tests that reach what changed.
 * `npm run quick [commit]`: what changed since that commit (HEAD when none is given), with what is not committed yet.
 */
const since = process.argv[2] ?? 'HEAD';
const git = (...args) => execFileSync('git', args, { cwd: root, encoding: 'utf8' }).split('\n').filter(Boolean);
installPackages();
const changed = [...new Set([...git('diff', '--name-only', since), ...git('ls-files', '-o', '--exclude-standard')])].filter((f) =>
	existsSync(root + f)
);
const code = changed.filter((f) => /\.(ts|js|mjs|svelte)$/.test(f));
const tests = readdirSync(`${root}/tests/core`)
	.filter((f) => f.endsWith('.test.ts'))
	.map((f) => `tests/core/${f}`)
	.filter((test) => {
		const reached = reach(test);
		return code.some((f) => reached.has(f));
	});
console.log(`${changed.length} files changed; ${tests.length} files of core tests reach them`);
/** A component's types are checked with all that it is used in. */
const inPages = code.some((f) => f.endsWith('.svelte') || f.startsWith('src/lib/') || f.startsWith('src/routes/'));
/** What a page does not use is checked by itself; a second time only what changed. */
const TYPES = ['tsc', '-p', 'tsconfig.core.json'];
await timed('quick', (step) =>
	Promise.all([
		(async () => {
			if (code.length) await step('types', 'npx', inPages ? [...CHECK, '--incremental'] : TYPES);
			if (changed.length) await step('format', 'npx', [...FORMAT, '--check', '--ignore-unknown', ...changed]);
			if (code.length) await step('lint', 'npx', [...LINT, '--no-warn-ignored', ...code]);
		})(),
		tests.length ? coreTests(tests, step, tests.length > 8 ? 2 : 1) : null
	])
);
