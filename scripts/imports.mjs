import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import ts from 'typescript';
import { root } from './setup.mjs';

/** Which files of the repository import which, read from their text. All paths are from the root. */
const ENDINGS = ['', '.ts', '.svelte', '.svelte.ts', '.mjs', '/index.ts'];
function resolved(from, name) {
	const base = name.startsWith('$core')
		? join(root, 'src/core', name.slice(5))
		: name.startsWith('$lib')
			? join(root, 'src/lib', name.slice(4))
			: name.startsWith('.')
				? resolve(root, dirname(from), name)
				: null;
	const found = base && ENDINGS.map((e) => base + e).find((f) => /\.(ts|mjs|svelte)$/.test(f) && existsSync(f));
	return found ? found.slice(root.length) : null;
}
const known = new Map();
/** @param withTypes imports of types too  @param late imports that wait until they are asked for, too */
function importsOf(file, { withTypes = true, late = true } = {}) {
	const key = `${file} ${withTypes} ${late}`;
	const before = known.get(key);
	if (before) return before;
	let text = readFileSync(join(root, file), 'utf8');
	// Of a component only its scripts are code.
	if (file.endsWith('.svelte')) text = [...text.matchAll(/<script[^>]*>([^]*?)<\/script>/g)].map((m) => m[1]).join('\n');
	if (!withTypes) text = text.replace(/import type [^;]*;/g, '').replace(/export type \{[^}]*\} from [^;]*;/g, '');
	if (!late) text = text.replace(/import\(/g, 'late(');
	const found = ts.preProcessFile(text, true, true).importedFiles.flatMap((i) => resolved(file, i.fileName) ?? []);
	known.set(key, found);
	return found;
}
/** A file with all that it imports, however far. */
export function reach(file) {
	const seen = new Set([file]);
	for (const at of seen) for (const next of importsOf(at)) seen.add(next);
	return seen;
}
/** @param withTypes whether imports of types count in a file  @returns each circle once, by one of its ways round */
export function circles(files, withTypes) {
	const state = new Map();
	const found = [];
	const visit = (file, way) => {
		if (state.get(file) === 'done') return;
		if (state.get(file) === 'open') return void found.push([...way.slice(way.indexOf(file)), file]);
		state.set(file, 'open');
		for (const next of importsOf(file, { withTypes: withTypes(file), late: false })) visit(next, [...way, file]);
		state.set(file, 'done');
	};
	for (const file of files) visit(file, []);
	return found;
}
