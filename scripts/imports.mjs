import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import ts from 'typescript';
import { root } from './setup.mjs';

/** Which files of the repository a file imports, itself among them, however far. */
const known = new Map();
function importsOf(file) {
	const before = known.get(file);
	if (before) return before;
	const text = readFileSync(file, 'utf8');
	const found = ts
		.preProcessFile(text, true, true)
		.importedFiles.map((i) => resolved(file, i.fileName))
		.filter(Boolean);
	known.set(file, found);
	return found;
}
const ENDINGS = ['', '.ts', '.svelte', '.svelte.ts', '.mjs', '/index.ts'];
function resolved(from, name) {
	const base = name.startsWith('$core')
		? join(root, 'src/core', name.slice(5))
		: name.startsWith('$lib')
			? join(root, 'src/lib', name.slice(4))
			: name.startsWith('.')
				? resolve(dirname(from), name)
				: null;
	return base && ENDINGS.map((e) => base + e).find((f) => /\.(ts|mjs|svelte)$/.test(f) && existsSync(f));
}
/** @param file from the root  @returns files from the root */
export function reach(file) {
	const seen = new Set([join(root, file)]);
	for (const at of seen) for (const next of importsOf(at)) seen.add(next);
	return new Set([...seen].map((f) => f.slice(root.length)));
}
