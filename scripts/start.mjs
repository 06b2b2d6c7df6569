import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { build, installPackages, root } from './setup.mjs';

installPackages();

/** The newest change below some folders: a build that is newer is kept. */
function newest(path) {
	const at = statSync(path);
	if (!at.isDirectory()) return at.mtimeMs;
	return Math.max(at.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}
const built = join(root, 'build/index.js');
const sources = ['src', 'static', 'package-lock.json', 'svelte.config.js', 'vite.config.ts'].map((p) => join(root, p));
if (!existsSync(built) || statSync(built).mtimeMs < Math.max(...sources.map(newest))) {
	console.log('Building...');
	build();
}
await import('./serve.mjs');
