import { readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { marked, sitesOf, type Site } from './sites';
import { share, shuffled } from './share';
import { filesUnder, textOf, Tree } from './tree';
import { TypeCheck } from './types';

/**
 * Changes a number, a comparison, a boolean or a severity of `src/core`, checks its types, runs the tests that reach it, and
 * counts how many changes are seen by one of them: `npm run mutate -- --count 300 --seed 1 --folders code,circuits`.
 * `--skip 100` goes on where an earlier run of the same seed was ended.
 * `--without feed-order,papers` leaves out tests that take long: quicker, and what survives may be seen by one of those.
 */
const AIM_PERCENT = 90;
const AIM_FOLDER_PERCENT = 85;
const { values: ask } = parseArgs({
	options: {
		count: { type: 'string', default: '300' },
		skip: { type: 'string', default: '0' },
		seed: { type: 'string', default: '1' },
		folders: { type: 'string', default: '' },
		without: { type: 'string', default: '' },
		workers: { type: 'string', default: String(availableParallelism()) }
	}
});
const folders = ask.folders ? ask.folders.split(',') : null;
const folderOf = (file: string) => /^src\/core\/([^/.]+)\//.exec(file)?.[1] ?? '(core)';

const sources = filesUnder('src/core', '.ts').filter((f) => !f.includes('/demo/'));
/** The test of words reads texts and comes through no function. */
const leftOut = ['words', ...ask.without.split(',')].map((name) => `/${name}.test.ts`);
const tests = filesUnder('tests/core', '.test.ts').filter((f) => !leftOut.some((name) => f.endsWith(name)));
/** As they stand now: work goes on meanwhile. */
const text = new Map(sources.map((f) => [f, textOf(f)]));
const types = new TypeCheck(sources);
for (const file of sources) if (types.refuses(file, text.get(file) ?? '')) throw new Error(`${file} is refused as it is`);
const reach = await reached();

const all = sources.filter((f) => !folders || folders.includes(folderOf(f))).flatMap((f) => sitesOf(f, text.get(f) ?? ''));
const sample = shuffled(all, Number(ask.seed)).slice(Number(ask.skip), Number(ask.count));
console.log(`${all.length} places to change, ${sample.length} of them tried, seed ${ask.seed}`);
const results = await tryAll(sample);
report(results);

/** Which functions each test file comes through, and how long it takes. */
async function reached(): Promise<{ test: string; ms: number; at: Set<string> }[]> {
	const waiting = [...tests];
	const out: { test: string; ms: number; at: Set<string> }[] = [];
	const work = async (): Promise<void> => {
		const tree = new Tree();
		for (const file of sources) tree.write(file, marked(file, text.get(file) ?? ''));
		for (let test = waiting.shift(); test; test = waiting.shift()) {
			const to = join(tree.at, 'reach.json');
			const { passed, ms, by } = await tree.run([test], 300_000, to);
			if (!passed) throw new Error(`${test} fails as it is: ${by}`);
			out.push({ test, ms, at: new Set(JSON.parse(readFileSync(to, 'utf8')) as string[]) });
		}
		tree.remove();
	};
	await Promise.all(Array.from({ length: Number(ask.workers) }, work));
	// What sees the most for its time goes first: most mutants die in the first seconds.
	return out.sort((a, b) => b.at.size / b.ms - a.at.size / a.ms);
}

interface Tried {
	site: Site;
	killed: 'by types' | 'by a test' | null;
	tests: number;
}
async function tryAll(sites: readonly Site[]): Promise<Tried[]> {
	const waiting = [...sites];
	const done: Tried[] = [];
	const work = async (): Promise<void> => {
		const tree = new Tree();
		for (let site = waiting.shift(); site; site = waiting.shift()) {
			const tried = await attempt(tree, site);
			done.push(tried);
			const { file, line, was, becomes } = site;
			console.log(`${tried.killed ? `killed ${tried.killed}` : 'SURVIVED'} ${file}:${line} ${was} -> ${becomes}`);
		}
		tree.remove();
	};
	await Promise.all(Array.from({ length: Number(ask.workers) }, work));
	return done;
}
async function attempt(tree: Tree, site: Site): Promise<Tried> {
	// What is read with its module is in every test that comes through any function of the file, or of one that reads it: all.
	const by = site.within === null ? reach : reach.filter((r) => r.at.has(`${site.file}:${site.within}`));
	const was = text.get(site.file) ?? '';
	const changed = was.slice(0, site.from) + site.becomes + was.slice(site.to);
	const refused = types.refuses(site.file, changed);
	types.refuses(site.file, was);
	if (refused) return { site, killed: 'by types', tests: 0 };
	if (!by.length) return { site, killed: null, tests: 0 };
	tree.write(site.file, changed);
	const limit = 60_000 + 3 * by.reduce((s, r) => s + r.ms, 0);
	const { passed } = await tree.run(
		by.map((r) => r.test),
		limit
	);
	tree.write(site.file, was);
	return { site, killed: passed ? null : 'by a test', tests: by.length };
}

function report(tried: readonly Tried[]): void {
	const line = (name: string, of: readonly Tried[]) => {
		const { percent, low, high } = share(of.filter((t) => t.killed).length, of.length);
		console.log(
			`${name.padEnd(12)} ${String(of.length).padStart(4)} tried  ${percent.toFixed(0).padStart(3)} % killed  (${low.toFixed(0)} to ${high.toFixed(0)} %)`
		);
	};
	console.log('\nKilled by folder, with the 95 % margin of the sample:');
	for (const folder of [...new Set(tried.map((t) => folderOf(t.site.file)))].sort())
		line(
			folder,
			tried.filter((t) => folderOf(t.site.file) === folder)
		);
	line('all', tried);
	console.log(`${tried.filter((t) => t.killed === 'by types').length} of them by the type check.`);
	console.log(`Aim: ${AIM_PERCENT} % of all, ${AIM_FOLDER_PERCENT} % of each folder.`);
	console.log('\nSurvivors:');
	for (const { site, tests: n } of tried.filter((t) => !t.killed))
		console.log(`${site.file}:${site.line} ${site.was} -> ${site.becomes}${n ? '' : '  (no test comes through it)'}`);
}
