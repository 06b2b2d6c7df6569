import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const HERE = fileURLToPath(new URL('.', import.meta.url));

/** A copy of what the tests of core need, in which files are changed: the repository itself is not touched. */
export class Tree {
	readonly at = mkdtempSync(join(tmpdir(), 'hekto-mutants-'));
	constructor() {
		for (const part of ['src/core', 'tests/core', 'scripts/fuzz']) {
			mkdirSync(dirname(join(this.at, part)), { recursive: true });
			cpSync(join(ROOT, part), join(this.at, part), { recursive: true });
		}
		for (const file of ['package.json', 'tsconfig.json']) cpSync(join(ROOT, file), join(this.at, file));
		for (const link of [
			'node_modules',
			'.svelte-kit',
			'docs',
			'README.md',
			'static',
			'src/app.css',
			'src/lib',
			'src/routes',
			'tests/samples'
		])
			symlinkSync(join(ROOT, link), join(this.at, link));
	}
	write(file: string, text: string): void {
		writeFileSync(join(this.at, file), text);
	}
	/** Test files in one process, one after the other. @returns whether all of them passed, and in how many ms */
	async run(tests: readonly string[], limitMs: number, reach?: string): Promise<{ passed: boolean; ms: number; by: string }> {
		const entry = join(this.at, 'tests/core/all-of-them.ts');
		// One after the other, and not all before the first test: most mutants die in the first file.
		const files = JSON.stringify(tests.map((t) => join(this.at, t)));
		writeFileSync(
			entry,
			`for (const file of ${files}) { await import(file); await new Promise((next) => setTimeout(next, 20)); }`
		);
		const began = performance.now();
		const args = [
			'--import',
			'tsx',
			'--import',
			join(HERE, 'hook.mjs'),
			'--test-reporter',
			join(HERE, 'first-failure.mjs'),
			entry
		];
		const child = spawn('node', args, {
			cwd: this.at,
			env: { ...process.env, ...(reach ? { MUTATE_REACH: reach } : {}), NODE_TEST_CONTEXT: '' },
			stdio: ['ignore', 'pipe', 'ignore']
		});
		let by = '';
		child.stdout.on('data', (d: Buffer) => (by += d.toString()));
		const timer = setTimeout(() => child.kill('SIGKILL'), limitMs);
		const code = await new Promise<number | null>((resolve) => child.once('exit', resolve));
		clearTimeout(timer);
		return { passed: code === 0, ms: performance.now() - began, by: by.trim().split('\n')[0] ?? '' };
	}
	remove(): void {
		rmSync(this.at, { recursive: true, force: true });
	}
}

export function filesUnder(folder: string, ending: string): string[] {
	return readdirSync(join(ROOT, folder), { recursive: true })
		.map(String)
		.filter((f) => f.endsWith(ending))
		.map((f) => join(folder, f))
		.sort();
}
export const textOf = (file: string): string => readFileSync(join(ROOT, file), 'utf8');
