import '../../tests/plain-assert.mjs';
import { Loader } from './loader';
import { marked } from './sites';
import { textOf } from './files';

/** What a worker is asked: what each test of a file comes through, or whether any of some tests sees a changed file. */
export type Ask =
	| { kind: 'reach'; test: string }
	| { kind: 'mutant'; file: string; text: string; plan: readonly { test: string; which: readonly number[] }[] };
/** What each test of a file comes through, and what comes through while the file is read. */
export interface Reach {
	test: string;
	load: { ms: number; at: string[] };
	tests: { name: string; ms: number; at: string[] }[];
	/** The test that fails as it is, if any does. */
	fails: string | null;
}
/** `by`: the test that sees it; null: none does. */
export interface Verdict {
	by: string | null;
}

const isCore = (file: string): boolean => file.startsWith('src/core/') && file.endsWith('.ts');
let changed: { file: string; text: string } | null = null;
const plain = new Loader((file) => (changed?.file === file ? changed.text : undefined));
/** The functions of core by their number, and which of them were come through. */
const functions: string[] = [];
const hit = new Uint8Array(1 << 16);
Object.assign(globalThis, { __hit: hit });
const withMarks = new Loader((file) =>
	isCore(file) ? marked(file, textOf(file), (within) => functions.push(`${file}:${within}`) - 1) : undefined
);

async function through<T>(work: () => T): Promise<{ value: Awaited<T>; ms: number; at: string[] }> {
	hit.fill(0);
	const began = performance.now();
	const value = await work();
	return { value, ms: performance.now() - began, at: functions.filter((_, i) => hit[i]) };
}
async function reachOf(test: string): Promise<Reach> {
	const { value: told, ...load } = await through(() => withMarks.fresh().testsOf(test));
	const tests: Reach['tests'] = [];
	for (const { name, run } of told)
		try {
			const { ms, at } = await through(run);
			tests.push({ name, ms, at });
		} catch (e) {
			return { test, load, tests, fails: `${name}: ${String(e)}` };
		}
	return { test, load, tests, fails: null };
}
async function verdictOf({ file, text, plan }: Extract<Ask, { kind: 'mutant' }>): Promise<Verdict> {
	changed = { file, text };
	plain.forget(file);
	let at = '';
	try {
		const modules = plain.fresh();
		for (const { test, which } of plan) {
			at = test;
			const told = await modules.testsOf(test);
			for (const i of which) {
				at = `${test}: ${told[i]?.name ?? 'a test is gone'}`;
				await told[i]?.run();
			}
		}
		return { by: null };
	} catch {
		return { by: at };
	} finally {
		changed = null;
		plain.forget(file);
	}
}
// Its parent is gone: nobody asks any more.
process.on('disconnect', () => process.exit());
process.on('message', (ask: Ask) => {
	void (ask.kind === 'reach' ? reachOf(ask.test) : verdictOf(ask)).then((answer) => process.send?.(answer));
});
