import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { editionOf } from '../../src/core/code/amended-edition';
import { DEMOS } from '../../src/core/demo';
import { MARROW_HIDDEN } from '../../src/core/demo/marrow-street';
import { houseAt, readHouse } from '../../src/core/instruments/job-instrument';
import { knownJob } from '../../src/core/model/known';
import { show } from '../../src/core/units/quantity';
import { sessionPlan, walkTargets } from '../../src/core/trace/walk-session';
import { Browser, DESK, PHONE, together } from './browser';

/** Trace in a browser: from the customer's words to the fault, the panel mapped by walks, a run's head by opening boxes. */
let b: Browser;
let folder: string;
together((browser, made) => ([b, folder] = [browser, made]));

const demo = () => {
	const file = DEMOS['marrow-street']?.();
	assert.ok(file);
	return file;
};
/** The house as its walls have it, read with an instrument at a box. */
function wallsRead(boxName: string, words: string): [css: string, text: string][] {
	const { job } = demo();
	const known = knownJob(job);
	const boxId = job.boxes.find((x) => x.name === boxName)?.id ?? '';
	const house = houseAt({ edition: editionOf(known), job: known }, { boxId, faults: MARROW_HIDDEN });
	assert.ok(house.ok);
	const rows: [string, string][] = [];
	const put = (kind: string, value: number | null | undefined) => {
		if (typeof value === 'number') rows.push([`#read-${kind}`, show(value, 2)]);
	};
	for (const r of readHouse(house.house, 12)) {
		if ('dropPercent' in r && words.includes('analyzer')) {
			put('drop', r.dropPercent);
			put('ohm-ground', r.groundOhms);
			put('ohm-neutral', r.neutralOhms);
		} else if (r.instrument === 'voltmeter' && words.includes('volts') && 'hn' in r)
			for (const kind of ['hn', 'hg', 'ng'] as const) put(kind, r[kind] as number | null);
	}
	return rows;
}

test('1948, on a phone: "the iron dims the lamp" to the bad splice and the bootleg, each reading suggested, at most six', async () => {
	const file = demo();
	const job = { ...file.job, name: 'Iron and lamp' };
	const path = join(folder, 'iron.json');
	writeFileSync(path, JSON.stringify({ ...file, job, readings: [] }));
	await b.openBeside(path);
	await b.says('Iron and lamp', '.frame');
	const page = new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
	await b.resize(PHONE);
	await b.go(`${page}/trace?box=sw-03`);
	await b.click('.words button', 'a lamp dims when something starts');
	let readings = 0;
	for (; readings < 6; readings++) {
		await b.find('.next .big');
		await b.driver.wait(async () => !(await b.text('.lead')).includes('working'), 40_000, 'the search does not end');
		const page = await b.text('.content');
		if (page.includes('Found, as far as readings can tell') && !page.includes('Before it is closed')) break;
		const next = await b.text('.next .big');
		const [, boxName = ''] = / at (\S+?)(?:,|$)/.exec(next.trim()) ?? [];
		await b.click('.next > button, .next > div button, .next button', `Read it at ${boxName}`);
		await b.says(boxName, '.pad .name');
		if (next.includes('lamps')) {
			const walls = demo();
			const known = knownJob(walls.job);
			const house = houseAt(
				{ edition: editionOf(known), job: known },
				{ boxId: walls.job.boxes.find((x) => x.name === boxName)?.id ?? '', faults: MARROW_HIDDEN }
			);
			assert.ok(house.ok);
			const lamps = readHouse(house.house, 12).find((r) => r.instrument === 'lamps');
			assert.ok(lamps && 'hn' in lamps);
			for (const [i, lamp] of [lamps.hn, lamps.hg, lamps.ng].entries()) {
				const taps = lamp === 'on' ? 1 : lamp === 'dim' ? 2 : 3;
				for (let n = 0; n < taps; n++) await b.click(`.pad .lamps button.lamp:nth-of-type(${i + 1})`);
			}
		} else for (const [css, text] of wallsRead(boxName, next)) await b.type(css, text);
		await b.click('.dock button', 'Keep');
		await b.says('Known already', '.content');
	}
	const found = await b.text('ol');
	assert.match(
		found,
		/loose (hot|neutral): a splice or terminal of the cable to SW-02/,
		`after ${readings}: ${found.slice(0, 400)}`
	);
	assert.match(found, /bootleg ground \(a jumper from neutral to ground\) at SW-04/);
	await b.says('may be live', '.content');
	await b.click('.acts button', 'This is what it was');
	await b.says('Found before', '.content');
});

test('something is dead, on a phone: the cheap looks come first, each answered by a press and kept; then a reading', async () => {
	const file = demo();
	const path = join(folder, 'dead.json');
	writeFileSync(path, JSON.stringify({ ...file, job: { ...file.job, name: 'Dead lamp' }, readings: [] }));
	await b.resize(DESK);
	await b.go('/');
	await b.openBeside(path);
	await b.says('Dead lamp', '.frame');
	const page = new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
	await b.resize(PHONE);
	await b.go(`${page}/trace?box=sw-03`);
	await b.click('.words button', 'nothing works here');
	await b.says('Look first, before anything is read', '.next .big');
	for (const n of [1, 2, 3]) {
		await b.click(`.looks li:nth-child(${n}) button`, 'Not it');
		await b.find(`.looks li:nth-child(${n}) button[aria-pressed="true"]`);
	}
	await b.click('.looks li:nth-child(4) button', 'Not it');
	await b.says(/^Next: /, '.next .big');
});

test('which breaker: four walks with patterns off, by one tap a box; what they find is written, with who proved it', async () => {
	const { job } = demo();
	await b.resize(DESK);
	await b.go('/job/marrow-street/trace?view=breakers');
	await b.click('.choice button', 'fewest walks');
	await b.says('Walk 1 of', '.walk h2');
	const targets = walkTargets(job, 'main');
	const plan = sessionPlan(targets, 'none');
	assert.ok(plan);
	// Slots of which two answers are dead and two live: without a doubt.
	const sure = plan.breakers.filter((space) => space !== 5 && plan.walks.filter((w) => w.off.includes(space)).length === 2);
	const truth = new Map([
		['LV-01', 1],
		// The job has it in space 5: the walks find another one.
		['DN-03', sure[0] ?? 0],
		['KT-02', 7]
	]);
	for (const [n, walk] of plan.walks.entries()) {
		await b.says(`Walk ${n + 1} of ${plan.walks.length}`, '.walk h2');
		await b.says(
			`Off: ${walk.off.map((s) => targets.switched.find((t) => t.space === s)?.spaces.join('+')).join(', ')}`,
			'.walk .off'
		);
		for (const [name, space] of truth) {
			const live = !walk.off.includes(space);
			await b.run(
				`const li=[...document.querySelectorAll('.walk li')].find((x)=>x.textContent.includes('${name}'));[...li.querySelectorAll('button')].find((x)=>x.textContent.trim()==='${live ? 'live' : 'dead'}').click()`
			);
		}
		// What was tapped outlives a reload.
		if (n === 1) {
			await b.reload();
			await b.says(`3 of`, '.walk');
		}
		await b.click('.walk .acts button', n + 1 < plan.walks.length ? 'Next walk' : 'Results');
	}
	await b.says('was on space 5', 'table');
	await b.type('.acts input', 'RV');
	await b.click('.acts button', 'to the job');
	await b.saysNot('was on space 5', 'table');
	const now = job.circuits.find((c) => c.space === sure[0]);
	await b.go(`/job/marrow-street/circuit?circuit=${now?.id}`);
	await b.says('DN-03', '.frame');
});
test('feed order: boxes of which nobody knows the cables, ordered by what goes dead with one open', async () => {
	const file = demo();
	const job = {
		...file.job,
		name: 'Order unknown',
		cables: file.job.cables.map((l) => (l.circuitId === 'c1' ? { ...l, fromId: null } : l))
	};
	const path = join(folder, 'order.json');
	writeFileSync(path, JSON.stringify({ ...file, job, readings: [] }));
	await b.go('/');
	await b.openBeside(path);
	await b.says('Order unknown', '.frame');
	const page = new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
	await b.go(`${page}/trace?view=order&circuit=c1`);
	const chain = ['LV-01', 'LV-02', 'LV-03'];
	// Two openings are enough to name its head.
	for (let n = 0; n < 2; n++) {
		await b.find('table');
		if (!(await b.text('.content')).includes('Next box to open') && !(await b.text('.content')).includes('Open LV')) break;
		const [, box = ''] = /Open (LV-\d+)/.exec(await b.text('.next .big')) ?? [];
		await b.says('not read yet', '.next');
		for (const other of chain.filter((c) => c !== box)) {
			const word = chain.indexOf(other) > chain.indexOf(box) ? 'dead' : 'live';
			await b.run(
				`const row=[...document.querySelectorAll('.tap')].find((x)=>x.textContent.includes('${other}'));[...row.querySelectorAll('button')].find((x)=>x.textContent.trim()==='${word}').click()`
			);
		}
		await b.click('.next .taps button', 'Keep');
	}
	await b.says('LV-01 is the first of the boxes entered', '.content');
	await b.click('.acts button', 'Write this order');
	await b.go(`${page}/circuit?circuit=c1`);
	await b.driver.wait(
		async () => /LV-01[\s\S]*LV-02[\s\S]*LV-03/.test(await b.text('.strip')),
		20_000,
		'the run is not in its order'
	);
});
