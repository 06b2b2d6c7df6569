import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { launch } from 'chrome-launcher';
import lighthouse, { Audit, desktopConfig } from 'lighthouse';
import { QUIET, serve } from '../tests/app/browser';

/** Of a trace's tasks: the process and thread they ran on, when they began, how long they took and how long they had a processor, µs. */
interface Task {
	name: string;
	pid: number;
	tid: number;
	ts: number;
	tdur?: number;
	args?: { data?: { documentLoaderURL?: string } };
}
/**
 * How long the page would not have answered by its own work alone, ms: as total blocking time, and counted in the time its thread
 * had a processor. On a machine that does other things the difference is theirs.
 */
function ownBlocking(tasks: readonly Task[], slower: number): number {
	const nav = tasks.filter((e) => e.name === 'navigationStart' && e.args?.data?.documentLoaderURL?.startsWith('http')).at(-1);
	const of = (e: Task) => nav && e.pid === nav.pid && e.ts >= nav.ts;
	const painted = tasks.find((e) => e.name === 'firstContentfulPaint' && of(e))?.ts ?? Infinity;
	return tasks
		.filter((e) => e.name === 'RunTask' && of(e) && e.tid === nav?.tid && e.ts >= painted)
		.reduce((sum, e) => sum + Math.max(0, (slower * (e.tdur ?? 0)) / 1000 - LONG_MS), 0);
}
/** A task that takes longer keeps a finger waiting. */
const LONG_MS = 50;

/**
 * How fast and how well made the first page and the page of a job are, on a phone and on a desk, as Lighthouse sees it: medians
 * of some runs. `npm run lighthouse -- --runs 5 --only job-phone --report FOLDER`. Nothing else should run meanwhile; how fast the
 * machine was by Lighthouse's own measure is told beside: a shared one is twice as fast at one time as at another. `own` is the
 * part of the blocking that is the page's: counted in the time for which it had a processor; and the performance with that alone.
 */
const { values: ask } = parseArgs({
	options: {
		runs: { type: 'string', default: '5' },
		only: { type: 'string', default: '' },
		report: { type: 'string', default: '' }
	}
});
const PAGES = { first: '/', job: '/job/quillback/protect' } as const;
const FORMS = ['phone', 'desk'] as const;
const CATEGORIES = ['performance', 'accessibility', 'best-practices', 'seo'] as const;
const FIGURES = {
	'first-contentful-paint': 'FCP ms',
	'largest-contentful-paint': 'LCP ms',
	'total-blocking-time': 'TBT ms',
	'cumulative-layout-shift': 'CLS'
} as const;

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
const server = await serve();
const profile = mkdtempSync(join(tmpdir(), 'hekto-lighthouse-'));
const chrome = await launch({
	chromePath: '/usr/bin/chromium',
	userDataDir: profile,
	chromeFlags: QUIET
});
async function once(url: string, form: (typeof FORMS)[number], keepStore: boolean) {
	const options = {
		port: chrome.port,
		onlyCategories: [...CATEGORIES],
		disableStorageReset: keepStore,
		logLevel: 'error' as const
	};
	const run = await lighthouse(url, options, form === 'desk' ? desktopConfig : undefined);
	if (!run) throw new Error(`no result for ${url}`);
	const tasks = run.artifacts.Trace.traceEvents as readonly Task[];
	const own = ownBlocking(tasks, run.lhr.configSettings.throttling.cpuSlowdownMultiplier);
	return { ...run.lhr, own, ownScore: withBlocking(run.lhr, own, form) };
}
/** Where Lighthouse gives a page nine tenths and a half of what blocking counts, ms. */
const BLOCKING = { phone: { p10: 200, median: 600 }, desk: { p10: 150, median: 350 } } as const;
type Result = NonNullable<Awaited<ReturnType<typeof lighthouse>>>['lhr'];
/** The performance that Lighthouse would give with so much blocking. */
function withBlocking(lhr: Result, blockingMs: number, form: (typeof FORMS)[number]): number {
	const parts = (lhr.categories.performance?.auditRefs ?? []).filter((ref) => ref.weight);
	const of = (id: string) =>
		id === 'total-blocking-time' ? Audit.computeLogNormalScore(BLOCKING[form], blockingMs) : (lhr.audits[id]?.score ?? 0);
	const whole = parts.reduce((sum, ref) => sum + ref.weight, 0);
	return parts.reduce((sum, ref) => sum + ref.weight * of(ref.id), 0) / whole;
}
try {
	// The demo jobs are put into the store by the first page: a page of a job is measured as one that is there.
	await once(server.url + PAGES.first, 'desk', true);
	for (const [page, path] of Object.entries(PAGES)) {
		for (const form of FORMS) {
			const name = `${page}-${form}`;
			if (ask.only && ask.only !== name) continue;
			const runs: Awaited<ReturnType<typeof once>>[] = [];
			for (let tried = 0; runs.length < Number(ask.runs); tried += 1) {
				const run = await once(server.url + path, form, page === 'job');
				// One that saw no page drawn has no figures.
				if (!run.runtimeError && run.categories.performance?.score !== null) runs.push(run);
				else if (tried >= 2 * Number(ask.runs)) throw new Error(`${name}: ${run.runtimeError?.message ?? 'no figures'}`);
			}
			const score = (key: string) => Math.round(100 * median(runs.map((r) => r.categories[key]?.score ?? 0)));
			const figure = (key: string) => median(runs.map((r) => r.audits[key]?.numericValue ?? NaN));
			console.log(
				name.padEnd(12),
				CATEGORIES.map((key) => `${key} ${score(key)}`).join(', '),
				'|',
				Object.entries(FIGURES)
					.map(([key, words]) => `${words} ${figure(key).toFixed(key.includes('shift') ? 3 : 0)}`)
					.join(', '),
				`, own ${median(runs.map((r) => r.own)).toFixed(0)}: performance ${Math.round(100 * median(runs.map((r) => r.ownScore)))}`,
				`| machine ${median(runs.map((r) => r.environment.benchmarkIndex))}`
			);
			const last = runs.at(-1);
			for (const key of CATEGORIES.slice(1))
				for (const ref of last?.categories[key]?.auditRefs ?? []) {
					const audit = last?.audits[ref.id];
					if (ref.weight && audit && audit.score !== null && audit.score < 1) console.log(`  ${key}: ${audit.title}`);
				}
			if (ask.report && last) writeFileSync(join(ask.report, `${name}.json`), JSON.stringify(last));
		}
	}
} finally {
	chrome.kill();
	await server.stop();
	rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
}
