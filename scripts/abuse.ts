import 'fake-indexeddb/auto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { marrowStreet } from '../src/core/demo/marrow-street';
import { readJobFile } from '../src/core/formats/job-json';
import { writeJobFile } from '../src/core/formats/write-job';
import type { JobFile } from '../src/core/model/job';
import { STAGES } from '../src/core/model/kinds';
import { Browser, serve } from '../tests/app/browser';
import { roundOfTabs } from '../tests/app/tabs';
import { Random } from './fuzz/random';
import { changedFile } from './fuzz/readers';

/**
 * The store and the pages under abuse: `npm run abuse -- --rounds 200 --kills 200 --pages 20`. Two tabs that edit, remove,
 * undo and fail at random; tabs killed right after a confirmed edit; jobs with odd but lawful values shown in every
 * stage. Needs a build. Ends with 1 where anything was lost or did not work.
 */
const { values: ask } = parseArgs({
	options: {
		rounds: { type: 'string', default: '200' },
		kills: { type: 'string', default: '200' },
		pages: { type: 'string', default: '20' },
		seed: { type: 'string', default: '1' }
	}
});
const [rounds, kills, pages, seed] = [ask.rounds, ask.kills, ask.pages, ask.seed].map(Number) as [number, number, number, number];
let bad = 0;
const wrong = (words: string) => {
	bad += 1;
	console.log(`   ${words}`);
};

const sum = { confirmed: 0, conflicts: 0, undone: 0 };
for (let i = 0; i < rounds; i++) {
	const round = await roundOfTabs(marrowStreet(), seed + i, 40).catch((error: Error) =>
		wrong(`round ${seed + i}: ${error.message}`)
	);
	if (!round) continue;
	sum.confirmed += round.confirmed;
	sum.conflicts += round.conflicts;
	sum.undone += round.undone;
}
console.log(
	`two tabs: ${rounds} rounds, ${sum.confirmed} edits confirmed, ${sum.conflicts} shown as conflicts, ${sum.undone} turned, ${bad} faults`
);

const server = await serve();
const b = await Browser.open(server.url);
const folder = mkdtempSync(join(tmpdir(), 'hekto-abuse-'));
await b.go('/');
await b.says('Marrow Street');
await killed();
await shown();
await b.close();
await server.stop();
rmSync(folder, { recursive: true, force: true });
process.exit(bad ? 1 : 0);

/** A room renamed, confirmed, and its tab closed from outside: the next tab must show the name. */
async function killed(): Promise<void> {
	const home = await b.driver.getWindowHandle();
	let kept = 0;
	for (let i = 1; i <= kills; i++) {
		await b.driver.switchTo().newWindow('tab');
		await b.resize({ width: 1280, height: 800 });
		await b.go('/job/quillback/walk');
		const before = i === 1 ? 'Bedroom 2' : `Room ${i - 1} after a kill`;
		await b.press(`path.floor[aria-label^="${before}"]`).catch(() => wrong(`kill ${i - 1}: "${before}" is lost`));
		const name = `Room ${i} after a kill`;
		await b.set('.slip .facts input', name);
		await b.says(`Room named ${name}`, '.done');
		const { targetInfo } = (await b.driver.sendAndGetDevToolsCommand('Target.getTargetInfo', {})) as unknown as {
			targetInfo: { targetId: string };
		};
		await b.driver.sendDevToolsCommand('Target.closeTarget', { targetId: targetInfo.targetId });
		await b.driver.switchTo().window(home);
		kept += 1;
	}
	if (!kills) return;
	await b.go('/job/quillback/walk');
	await b.find(`path.floor[aria-label^="Room ${kills} after a kill"]`).catch(() => wrong(`kill ${kills}: its edit is lost`));
	console.log(`kills: ${kept} of ${kills}, each right after a confirmed edit`);
}

/** Jobs with lawful values in odd places, each shown in all stages: none may fail. */
async function shown(): Promise<void> {
	let done = 0;
	for (let at = seed; done < pages; at++) {
		const read = readJobFile(JSON.stringify(changedFile(new Random(at))));
		if (!read.ok) continue;
		done += 1;
		await shownInAll(read.value, at);
	}
	console.log(`pages: ${done} of ${pages} jobs in ${STAGES.length} stages`);
}
async function shownInAll(file: JobFile, of: number): Promise<void> {
	const path = join(folder, `job-${of}.json`);
	const { job, readings, events } = file;
	writeFileSync(
		path,
		writeJobFile({ job: { ...job, id: `fuzz-${of}` }, readings: mine(readings, of), events: mine(events, of) })
	);
	await b.go('/');
	await (await b.find('input[type=file]')).sendKeys(path);
	await b.find('.frame').catch(() => wrong(`file ${of}: was not taken in`));
	for (const stage of STAGES) {
		await b.go(`/job/fuzz-${of}/${stage}`);
		await b.find('main h1, main header').catch(() => wrong(`file ${of}: ${stage} shows nothing`));
		await b.settled();
		const failed = await b.run<string>('return [...document.querySelectorAll(".trouble")].map((e) => e.innerText).join(" ")');
		if (failed) wrong(`file ${of}, ${stage}: ${failed.slice(0, 200)}`);
	}
	for (const words of await b.complaints()) wrong(`file ${of}: ${words.slice(0, 200)}`);
}
function mine<T extends { id: string; jobId: string }>(rows: readonly T[], of: number): T[] {
	return rows.map((row) => ({ ...row, id: `${row.id}-${of}`, jobId: `fuzz-${of}` }));
}
