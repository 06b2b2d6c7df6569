import { build, installChromium, installPackages, mustRun } from './setup.mjs';

/** All of it: formatting, lint, types, core, then the built application over HTTP and in Chromium. */
installPackages();
const browser = installChromium();
mustRun('npx', ['svelte-kit', 'sync']);
mustRun('npx', ['prettier', '--check', '.']);
mustRun('npx', ['eslint', '.']);
mustRun('node', ['scripts/structure.mjs']);
mustRun('npx', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings', '--output', 'human']);
build();
if (!browser) process.exit(1);
mustRun('node', [
	'--import',
	'tsx',
	'--import',
	'./tests/plain-assert.mjs',
	'--test',
	'--test-concurrency=2',
	'--test-reporter=spec',
	...(await files('tests/core')),
	...(await files('tests/app'))
]);

async function files(folder) {
	const { readdirSync } = await import('node:fs');
	const { root } = await import('./setup.mjs');
	return readdirSync(`${root}/${folder}`)
		.filter((name) => name.endsWith('.test.ts'))
		.map((name) => `${folder}/${name}`);
}
