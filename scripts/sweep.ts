import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { STAGES } from '../src/core/model/kinds';
import { beyond, underThumb } from '../tests/app/beyond';
import { Browser, serve } from '../tests/app/browser';

/**
 * Every view of every stage of both demo jobs, and every dialog, in both themes and at every size: what axe finds, what reaches
 * beyond the page (WCAG 2.2 AA, 1.4.10), and on a phone what is smaller than 44 px. The tests look at a part of it; this takes
 * some minutes. `npm run sweep -- --sizes desk,phone,narrow,zoomed --themes light --jobs quillback`
 */
const SIZES = {
	desk: { width: 1280, height: 800 },
	phone: { width: 390, height: 844 },
	/** The narrowest that a page must fit, and a desk at 200%. */
	narrow: { width: 320, height: 640 },
	zoomed: { width: 640, height: 400 }
} as const;
type Size = keyof typeof SIZES;
const JOBS = { quillback: 'box=w-01', 'marrow-street': 'box=sw-04' } as const;
const DIALOGS = ['/', 'c', '?'] as const;
const { values: ask } = parseArgs({
	options: {
		sizes: { type: 'string', default: Object.keys(SIZES).join(',') },
		themes: { type: 'string', default: 'light,dark' },
		jobs: { type: 'string', default: Object.keys(JOBS).join(',') }
	}
});
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const server = await serve();
const b = await Browser.open(server.url, SIZES.desk);
let looked = 0;
const found = new Map<string, string[]>();

async function violations(): Promise<string[]> {
	await b.run(axe);
	return b.driver.executeAsyncScript<string[]>(
		`const done = arguments[0];
		axe.run(document, { resultTypes: ['violations'] }).then((r) =>
			done(r.violations.flatMap((v) => v.nodes.slice(0, 3).map((n) => v.id + ': ' + n.target.join(' ')))))`
	);
}
async function look(at: string, size: Size): Promise<void> {
	looked += 1;
	const bad = [
		...(await violations()),
		...(size === 'narrow' || size === 'zoomed' ? await beyond(b) : []),
		...(size === 'phone' || size === 'narrow' ? await underThumb(b) : [])
	];
	for (const line of bad) found.set(line, [...(found.get(line) ?? []), at]);
}
/** The views of the stage, once all of them are drawn: they come in turns. */
async function viewsShown(): Promise<string[]> {
	const now = () =>
		b.run<string[]>('return [...document.querySelectorAll("main [role=tab]")].map((t) => t.id.replace("view-", ""))');
	for (let views = await now(); ;) {
		await new Promise((later) => setTimeout(later, 200));
		const next = await now();
		if (next.length === views.length) return next;
		views = next;
	}
}
for (const size of ask.sizes.split(',') as Size[]) {
	await b.resize(SIZES[size]);
	for (const theme of ask.themes.split(',')) {
		await b.run('localStorage.theme = arguments[0]', theme);
		await b.go('/');
		await b.find('a.job');
		await look(`list, ${size}, ${theme}`, size);
		for (const job of ask.jobs.split(',') as (keyof typeof JOBS)[])
			for (const stage of STAGES) {
				await b.go(`/job/${job}/${stage}`);
				await b.find('main h1');
				await b.settled();
				await look(`${job} ${stage} with nothing picked, ${size}, ${theme}`, size);
				await b.go(`/job/${job}/${stage}?${JOBS[job]}`);
				await b.find('main h1');
				await b.settled();
				const views = await viewsShown();
				for (const view of views.length ? views : ['']) {
					if (view) await b.go(`/job/${job}/${stage}?view=${view}&${JOBS[job]}`);
					await b.find('main h1');
					await b.settled();
					await look(`${job} ${stage} ${view}, ${size}, ${theme}`, size);
				}
			}
		for (const key of DIALOGS) {
			await b.go('/job/quillback/walk');
			await b.find('main h1');
			await b.run('document.activeElement?.blur()');
			await b.driver.actions().sendKeys(key).perform();
			await b.find('dialog[open]');
			await b.settled();
			await look(`dialog ${key}, ${size}, ${theme}`, size);
		}
		for (const css of ['header .live', 'header button.chip']) {
			await b.go('/job/quillback/walk');
			await b.find('main h1');
			if (!(await b.run<boolean>('return !!document.querySelector(arguments[0])', css))) continue;
			await b.run('document.querySelector(arguments[0]).click()', css);
			await b.find('dialog[open]');
			await b.settled();
			await look(`dialog of ${css}, ${size}, ${theme}`, size);
		}
	}
}
for (const [line, at] of found) console.log(`${line}\n    ${at.length} times: ${at.slice(0, 3).join('; ')}`);
console.log(`${looked} pages looked at, ${found.size} faults`);
await b.close();
await server.stop();
process.exit(found.size ? 1 : 0);
