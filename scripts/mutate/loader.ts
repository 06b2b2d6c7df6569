import { readFileSync, existsSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { Script } from 'node:vm';
import ts from 'typescript';
import { ROOT } from './files';

type Require = (spec: string) => unknown;
type Made = (exports: object, require: Require, module: { exports: object }, url: string) => unknown;
/** A test of a file, not yet run. */
export interface Told {
	name: string;
	run: () => unknown;
}

/**
 * The modules of core and of its tests, compiled once. They are read anew for each mutant, so that what a module keeps is
 * not seen by the next; packages are loaded once.
 */
export class Loader {
	private readonly compiled = new Map<string, Script>();
	/** @param text a file of core as it is to be read, by its path from the root; undefined: as it stands in the repository */
	constructor(private readonly text: (file: string) => string | undefined) {}

	/** A file is compiled again: it was changed. */
	forget(file: string): void {
		this.compiled.delete(file);
	}
	/** Modules of which none is read yet. */
	fresh(): Modules {
		return new Modules(this);
	}
	script(file: string): Script {
		const known = this.compiled.get(file);
		if (known) return known;
		const { outputText } = ts.transpileModule(this.source(file), {
			compilerOptions: { module: ts.ModuleKind.CommonJS, target: ts.ScriptTarget.ES2022, esModuleInterop: true }
		});
		const body = outputText.replaceAll('import.meta.url', '__url');
		// A test may wait while it is read; a module of core may not.
		const wait = file.endsWith('.test.ts') ? 'async ' : '';
		const script = new Script(`(${wait}function (exports, require, module, __url) {${body}\n})`, { filename: file });
		this.compiled.set(file, script);
		return script;
	}
	private source(file: string): string {
		return this.text(file) ?? readFileSync(join(ROOT, file), 'utf8');
	}
}

/** Modules that know each other. */
export class Modules {
	private readonly read = new Map<string, { exports: object }>();
	private told: Told[] = [];
	constructor(private readonly loader: Loader) {}

	/** The tests of a file, in their order. @throws what the file throws while it is read */
	async testsOf(file: string): Promise<Told[]> {
		this.told = [];
		await this.make(file, { exports: {} });
		return this.told;
	}
	private make(file: string, module: { exports: object }): unknown {
		const made = this.loader.script(file).runInThisContext() as Made;
		return made(module.exports, (spec) => this.require(file, spec), module, pathToFileURL(join(ROOT, file)).href);
	}
	private require(from: string, spec: string): unknown {
		if (spec === 'node:test') {
			const test = (name: string, ...more: (() => unknown)[]) =>
				void this.told.push({ name, run: more.at(-1) ?? (() => undefined) });
			return { __esModule: true, default: test, test };
		}
		if (isPackage(spec)) return packages(spec);
		const file = fileOf(from, spec);
		const was = this.read.get(file);
		if (was) return was.exports;
		const module = { exports: {} };
		this.read.set(file, module);
		this.make(file, module);
		return module.exports;
	}
}
/** The short names of folders. */
const NAMES: readonly [string, string][] = [
	['$core/', 'src/core/'],
	['$lib/', 'src/lib/']
];
const isPackage = (spec: string): boolean => !/^(\.|file:|\$)/.test(spec);
const packages = createRequire(join(ROOT, 'package.json'));
const found = new Map<string, string>();
/** @throws a module that is not there */
function fileOf(from: string, spec: string): string {
	const [short, folder] = NAMES.find(([name]) => spec.startsWith(name)) ?? ['', ''];
	const named = short ? folder + spec.slice(short.length) : join(dirname(from), spec);
	const base = spec.startsWith('file:') ? relative(ROOT, fileURLToPath(spec)) : named;
	const known = found.get(base);
	if (known !== undefined) return known;
	const file = [base, `${base}.ts`, `${base}/index.ts`].find((f) => /\.m?[jt]s$/.test(f) && existsSync(join(ROOT, f)));
	if (file === undefined) throw new Error(`${from} reads ${spec}, which is not there`);
	found.set(base, file);
	return file;
}
