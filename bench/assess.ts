import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { assess } from '../src/core/assess';
import { editions } from '../src/core/code/editions';
import { runMakeUp } from '../src/core/makeup/run-make-up';
import { produce } from 'immer';
import { DEMOS } from '../src/core/demo';
import { proposeCircuits } from '../src/core/propose/propose-circuits';
import type { Job, Reading } from '../src/core/model/known';
import { quarter, say } from './say';
import { times } from './times';

/** Each figure as a ratio to its budget: assess of the demo house after an edit, warm, and just opened; ten houses in so many times that. */
const BUDGET_MS = 60;
const BUDGET_OPENED_MS = 60;
const BUDGET_GROWTH = 10;
const BUDGET_FIRST_KB = 120;
const BUDGET_JOB_KB = 190;

/**
 * The quicker quarter of the runs, ms, each after an edit: a box on a run of several is moved, so that its room, its circuit and all that
 * hangs on it is judged anew. `fresh`: nothing is remembered, as when the job has just been opened.
 */
function editMs(job: Job, readings: readonly Reading[], runs: number, fresh = false): number {
	let edited = job;
	const box = job.boxes.findIndex((b) => b.name === 'N-02');
	return quarter(
		Array.from({ length: runs }, (_, i) => {
			edited = fresh ? structuredClone(job) : produce(edited, moveBox(box, i));
			const start = performance.now();
			assess(edited, readings);
			return performance.now() - start;
		})
	);
}
const moveBox = (box: number, i: number) => (draft: Job) => {
	const place = draft.boxes[box]?.place;
	if (place?.kind !== 'wall') throw new Error('the box of the edit is gone');
	place.at = 10 + (i % 7);
};

const demo = DEMOS.quillback?.();
if (!demo) throw new Error('the demo house is gone');
// Warm: as after an hour's work on one page.
editMs(demo.job, demo.readings, 300);
const one = editMs(demo.job, demo.readings, 200);
const opened = editMs(demo.job, demo.readings, 60, true);
const ten = times(demo.job, demo.readings, 10);
editMs(ten.job, ten.readings, 30);
const all = editMs(ten.job, ten.readings, 30);
say('assess, demo house after an edit, warm, the quicker quarter', one, BUDGET_MS, 'ms');
say('assess, demo house just opened, the quicker quarter', opened, BUDGET_OPENED_MS, 'ms');
say('assess, a house ten times that, against one', all / one, BUDGET_GROWTH, 'times');

/** Circuits for a house that has none, by house practice. */
const BUDGET_GROUP_S = 2;
const BUDGET_GROUP_TEN_S = 30;
const grouped = (job: Job): number => {
	const start = performance.now();
	let n = 0;
	proposeCircuits({ ...job, circuits: [], cables: [] }, () => `new-${++n}`);
	return (performance.now() - start) / 1000;
};
say('circuits proposed for the demo house', grouped(demo.job), BUDGET_GROUP_S, 's');
say('circuits proposed for ten times that', grouped(ten.job), BUDGET_GROUP_TEN_S, 's');

/** Script that the first page asks for: what its entry points import at once, compressed. */
const client = 'build/client/_app/immutable';
try {
	statSync(client);
	const sizes = readdirSync(client, { recursive: true })
		.map(String)
		.filter((f) => f.endsWith('.js'))
		.map((f) => ({ f, kb: gzipSync(readFileSync(join(client, f))).length / 1024 }));
	const kb = (page: string) => {
		const asked = firstView(
			sizes.map((s) => s.f),
			page
		);
		return sizes.filter((s) => asked.has(s.f)).reduce((sum, s) => sum + s.kb, 0);
	};
	say('script of the first page, compressed', kb('JobsPage'), BUDGET_FIRST_KB, 'KB');
	say('script of the page of a job, compressed', kb('JobFrame'), BUDGET_JOB_KB, 'KB');
} catch {
	console.log('script of the first page: no build to measure, run npm run build');
}
/** The files that a page asks for at once: the app's entries, the frame of all pages, and the page's own node with what it imports. */
function firstView(files: string[], page: string): Set<string> {
	const manifest = JSON.parse(readFileSync('.svelte-kit/output/client/.vite/manifest.json', 'utf8')) as Record<
		string,
		{ file: string; src?: string; imports?: string[] }
	>;
	// Which node is which page is the framework's to number: their own text names the route.
	const folder = '.svelte-kit/generated/client-optimized/nodes';
	const ofPage = (text: string) =>
		text.includes('routes/+layout') || text.includes(page === 'JobsPage' ? 'routes/+page.svelte' : 'routes/job/');
	const nodes = readdirSync(folder)
		.filter((f) => ofPage(readFileSync(join(folder, f), 'utf8')))
		.map((f) => f.replace('.js', ''));
	const entry = Object.keys(manifest).filter(
		(key) =>
			/client\/(entry|app)\.js|runtime\/client\/entry|client-optimized\/app/.test(key) ||
			nodes.some((n) => key.endsWith(`nodes/${n}.js`))
	);
	const seen = new Set<string>();
	const visit = (key: string) => {
		const chunk = manifest[key];
		const name = chunk && files.find((f) => chunk.file.endsWith(f));
		if (!chunk || !name || seen.has(name)) return;
		seen.add(name);
		chunk.imports?.forEach(visit);
	};
	entry.forEach(visit);
	return seen;
}

/** Every box of the demo house made up and held against its plan, and one of them. */
const BUDGET_MAKE_UP_MS = 50;
const BUDGET_ONE_BOX_MS = 1;
const ruled = { edition: editions[demo.job.edition], job: demo.job as Job };
const madeUp = (): number => {
	const fresh = { ...ruled, job: structuredClone(ruled.job) };
	const start = performance.now();
	runMakeUp(fresh, fresh.job.boxes);
	return performance.now() - start;
};
for (let i = 0; i < 30; i++) madeUp();
const made = Array.from({ length: 25 }, madeUp).sort((a, b) => a - b)[12] ?? NaN;
say('make-up of every box of the demo house', made, BUDGET_MAKE_UP_MS, 'ms');
say('make-up of one box of it', made / ruled.job.boxes.length, BUDGET_ONE_BOX_MS, 'ms');
