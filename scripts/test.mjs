import { readdirSync } from 'node:fs';
import { appTests, CHECK, coreTests, FORMAT, LINT, served, timed } from './lanes.mjs';
import { installChromium, installPackages, mustRun, root } from './setup.mjs';

/** All of it: formatting, lint, types, core, then the built application over HTTP and in Chromium; what can go side by side does. */
installPackages();
const browser = installChromium();
mustRun('npx', ['svelte-kit', 'sync']);
const files = (folder) =>
	readdirSync(`${root}/${folder}`)
		.filter((name) => name.endsWith('.test.ts'))
		.map((name) => `${folder}/${name}`);
if (!browser) process.exit(1);
await timed('npm test', (step) =>
	Promise.all([
		(async () => {
			if (!(await step('build', 'npx', ['vite', 'build', '--logLevel', 'warn']))) return;
			await served((env) => appTests(files('tests/app'), step, env));
		})(),
		(async () => {
			await step('format', 'npx', [...FORMAT, '--check', '.']);
			await step('lint', 'npx', [...LINT, '.']);
			await step('structure', 'node', ['scripts/structure.mjs']);
			await step('types', 'npx', CHECK);
			await coreTests(files('tests/core'), step);
		})()
	])
);
