import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const HERE = fileURLToPath(new URL('../..', import.meta.url));
/** What is read; work goes on meanwhile. */
const COPIED = ['src', 'tests', 'scripts/fuzz', 'docs', 'static', 'package.json', 'README.md', 'tsconfig.json'];
const LINKED = ['node_modules', '.svelte-kit'];

/** The repository as it stood when the first process began: a copy, which the others are told of and which goes with it. */
export const ROOT = (process.env.MUTATE_ROOT ??= copied());

function copied(): string {
	const at = mkdtempSync(join(tmpdir(), 'hekto-mutants-'));
	for (const part of COPIED) cpSync(join(HERE, part), join(at, part), { recursive: true });
	for (const part of LINKED) if (existsSync(join(HERE, part))) symlinkSync(join(HERE, part), join(at, part));
	process.on('exit', () => rmSync(at, { recursive: true, force: true }));
	return at;
}
export function filesUnder(folder: string, ending: string): string[] {
	return readdirSync(join(ROOT, folder), { recursive: true })
		.map(String)
		.filter((f) => f.endsWith(ending))
		.map((f) => join(folder, f))
		.sort();
}
export const textOf = (file: string): string => readFileSync(join(ROOT, file), 'utf8');
