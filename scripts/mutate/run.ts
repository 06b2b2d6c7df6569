import { availableParallelism } from 'node:os';
import { parseArgs } from 'node:util';
import { filesUnder, textOf } from './files';
import { planOf } from './plan';
import { sitesOf, type Site } from './sites';
import { drawn, nameOf, share } from './share';
import { ALIKE } from './alike';
import { TypeCheck } from './types';
import type { Reach, Verdict } from './worker';
import { shareOut, type Worker } from './workers';

/**
 * Changes a number, a comparison, a boolean or a severity of `src/core`, runs the tests that come through it, checks the
 * types of what no test saw, and counts how many changes are seen:
 * `npm run mutate -- --count 300 --seed 1 --folders code,circuits`.
 * `--skip 100` goes on where an earlier run of the same seed was ended.
 * `--patience 30` leaves out the longest tests of a mutant beyond so many seconds: quicker, and a lower bound.
 */
const AIM_PERCENT = 90;
const AIM_FOLDER_PERCENT = 85;
const { values: ask } = parseArgs({
	options: {
		count: { type: 'string', default: '300' },
		skip: { type: 'string', default: '0' },
		seed: { type: 'string', default: '1' },
		folders: { type: 'string', default: '' },
		patience: { type: 'string', default: 'Infinity' },
		workers: { type: 'string', default: String(availableParallelism()) }
	}
});
const WORKERS = Number(ask.workers);
const folders = ask.folders ? ask.folders.split(',') : null;
const folderOf = (file: string) => /^src\/core\/([^/.]+)\//.exec(file)?.[1] ?? '(core)';

const sources = filesUnder('src/core', '.ts').filter((f) => !f.includes('/demo/'));
/** The test of words reads texts and comes through no function. */
const tests = filesUnder('tests/core', '.test.ts').filter((f) => !f.endsWith('/words.test.ts'));
/** As they stand now: work goes on meanwhile. */
const text = new Map(sources.map((f) => [f, textOf(f)]));
const types = new TypeCheck(sources);
for (const file of sources) if (types.refuses(file, text.get(file) ?? '')) throw new Error(`${file} is refused as it is`);
const reach: Reach[] = [];
await shareOut(WORKERS, tests, reached);

const all = sources.filter((f) => !folders || folders.includes(folderOf(f))).flatMap((f) => sitesOf(f, text.get(f) ?? ''));
for (const name of Object.keys(ALIKE)) {
	const many = all.filter((s) => nameOf(s) === name).length;
	if (many > 1 || (!many && !folders)) throw new Error(`${many} places read as in alike.ts: ${name}`);
}
const sample = drawn(all, Number(ask.seed)).slice(Number(ask.skip), Number(ask.count));
console.log(`${all.length} places to change, ${sample.length} of them tried, seed ${ask.seed}`);
interface Tried {
	site: Site;
	killed: string | null;
	tests: number;
	/** Why it changes nothing that can be seen, where that was read. */
	alike: string | undefined;
}
const tried: Tried[] = [];
/** How many mutants the tests of a file have seen: those are asked first. */
const seenBy = new Map<string, number>();
await shareOut(WORKERS, sample, attempt);
report();

async function reached(worker: Worker, test: string): Promise<void> {
	const of = await worker.ask<Reach>({ kind: 'reach', test }, 600_000);
	if (!of || of.fails !== null) throw new Error(`${test} fails as it is: ${of?.fails ?? 'no answer'}`);
	reach.push(of);
}
async function attempt(worker: Worker, site: Site): Promise<void> {
	const began = performance.now();
	const { plan, ms } = planOf(site, reach, { seenBy, patienceMs: 1000 * Number(ask.patience) });
	const was = text.get(site.file) ?? '';
	const changed = was.slice(0, site.from) + site.becomes + was.slice(site.to);
	const verdict = await worker.ask<Verdict>({ kind: 'mutant', file: site.file, text: changed, plan }, 20_000 + 5 * ms);
	const by = verdict ? verdict.by : 'no answer in time';
	const file = by?.split(': ')[0];
	if (file) seenBy.set(file, (seenBy.get(file) ?? 0) + 1);
	const killed = by ?? (types.refuses(site.file, changed) ? 'types' : null);
	types.refuses(site.file, was);
	const alike = ALIKE[nameOf(site)];
	tried.push({ site, killed, tests: plan.length, alike });
	const { file: at, line, was: token, becomes } = site;
	if (process.env.MUTATE_TIMES) console.log(`  ${(performance.now() - began).toFixed(0)} ms, planned ${ms.toFixed(0)}`);
	const how = killed !== null ? 'killed' : alike === undefined ? 'SURVIVED' : 'alike';
	const why = killed !== null ? ` by ${killed}${alike === undefined ? '' : ', which is said to be alike'}` : '';
	console.log(`${how} ${at}:${line} ${token} -> ${becomes}${why}`);
}

function percentOf(of: readonly Tried[]): string {
	return share(of.filter((t) => t.killed !== null).length, of.length).percent.toFixed(0);
}
function report(): void {
	const line = (name: string, all: readonly Tried[]) => {
		const of = all.filter((t) => t.killed !== null || t.alike === undefined);
		const { percent, low, high } = share(of.filter((t) => t.killed !== null).length, of.length);
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
	const alike = tried.filter((t) => t.killed === null && t.alike !== undefined).length;
	console.log(
		`${alike} more change nothing that can be seen (alike.ts): with them ${percentOf(tried)} % of ${tried.length} are killed.`
	);
	console.log(`${tried.filter((t) => t.killed === 'types').length} of them by the type check alone.`);
	console.log(`Aim: ${AIM_PERCENT} % of all, ${AIM_FOLDER_PERCENT} % of each folder.`);
	console.log('\nSurvivors:');
	for (const { site, tests: n } of tried.filter((t) => t.killed === null && t.alike === undefined))
		console.log(
			`${site.file}:${site.line} ${site.was} -> ${site.becomes}${n ? '' : '  (no test comes through it)'}\n  ${nameOf(site)}`
		);
}
