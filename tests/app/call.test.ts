import assert from 'node:assert/strict';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test } from 'node:test';
import { assess } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import { readJobFile } from '../../src/core/formats/job-json';
import { PHONE, together, type Browser } from './browser';

/** A service call on a phone, from nothing to a letter: what is pressed and what is typed is counted. */
let b: Browser;
together((browser) => (b = browser), PHONE);
const MOST = { presses: 23, typed: 6 };

test('a two-slot receptacle: dead, looked at, replaced by a GFCI, proved, labelled, lettered', async () => {
	let [presses, typed, readings] = [0, 0, 0];
	const press = async (css: string, words?: string) => {
		presses += 1;
		await b.click(css, words);
	};
	const type = async (css: string, text: string) => {
		typed += 1;
		await b.type(css, text);
	};
	const read = async (css: string, text: string) => {
		readings += 1;
		await b.type(css, text);
	};
	await b.go('/');
	await b.says('Jobs in this browser');
	await press('button.way', 'New service call');
	await type('#new-name', 'Sewing room, by the window');
	await press('fieldset button', 'Receptacle, two slots');
	await press('.thread footer button', 'Next: Dead');
	// Which breaker feeds it nobody knows: the space that is off makes it, and the panel around it.
	await b.says('Make it dead');
	await type('.tag .field:nth-of-type(1) input', 'slot 3');
	await type('.tag .field:nth-of-type(2) input', 'MR');
	await press('.tag button', 'Off and tagged');
	await b.says('Space 3 off and tagged', '.thread');
	await press('.thread .check', 'Meter checked on a known live source');
	await read('#dead-hn', '0');
	await read('#dead-earth', '0');
	await press('.thread .check', 'Meter checked again');
	await press('.thread .choice button', 'low impedance');
	await press('.thread button', 'Record the test');
	await b.says('by MR', '.thread');
	await press('.thread footer button', 'Next: Inside');
	await press('.choice button', 'none');
	await press('.choice button', '2');
	await press('.choice button', 'old two-wire, no ground');
	await b.says('in the middle of its run', '.thread');
	await press('.thread footer button', 'Next: Choose');
	await b.says('no ground', '.thread');
	await press('.thread button', 'Put a GFCI here');
	await b.says('Chosen:', '.thread');
	await press('.thread footer button', 'Next: Install');
	await b.says('nothing on the green screw', '.thread');
	await press('.thread button', 'Installed');
	await b.says('installed', '.thread [role=status]');
	await press('.thread footer button', 'Next: Prove');
	await press('.thread button', 'Switched on');
	await b.find('#read-hn');
	await read('#read-hn', '119.6');
	await press('.words[aria-label*="own"] button', 'trips');
	await press('.dock button', 'Keep 2 readings');
	// Without a ground in it, which slot is hot is read to one that is known.
	await b.says('polarity not read since the work', '.thread footer');
	await read('#read-he', '119.4');
	await read('#read-ne', '0.3');
	await press('.dock button', 'Keep 2 readings');
	await b.says('good, not read under load', '.verdict');
	await b.says('Done', '.thread footer');
	await press('.thread footer button', 'Next: Paper');
	await b.says('No Equipment Ground', '.thread');
	await press('.thread button', 'Labels are on');
	await b.says('Labels are on', '.thread [role=status]');
	await b.says('Code basis: by the window', '.thread');
	await b.says('119.6 V', '.thread');
	const page = new URL(await b.driver.getCurrentUrl());
	await b.go(`${page.pathname.split('/').slice(0, 3).join('/')}/protect?view=labels`);
	await b.says('1 label to print', 'main');
	assert.match(await b.saved(() => b.click('main button', 'Save as SVG')), /No Equipment Ground/);
	const pdf = await b.saved(() => b.click('main button', 'Save as PDF'));
	assert.ok(pdf.startsWith('%PDF-'), pdf.slice(0, 20));
	await b.go(`${page.pathname}${page.search}`);
	console.log(`presses ${presses} of ${MOST.presses}, typed fields ${typed} of ${MOST.typed}, readings ${readings}`);
	assert.ok(presses <= MOST.presses, `${presses} presses`);
	assert.ok(typed <= MOST.typed, `${typed} fields`);
});

test('what the call made contradicts nothing, invents nothing, and is there again after a reload', async () => {
	await b.reload();
	await b.says('Code basis: by the window', '.thread');
	const text = await b.saved(async () => {
		await b.click('button[aria-label="Find anything"]');
		await b.type('input[role=combobox]', 'save job');
		await b.click('#hits li', 'Save job file');
	});
	const { job, events } = JSON.parse(text) as {
		job: {
			boxes: { devices: { state: string; protection: string; slots: string; installedBy?: string }[] }[];
			cables: unknown[];
			circuits: { id: string; space: number; breakerA: number | null }[];
			panels: { spaces: number | null; mainA: number | null }[];
		};
		events: { kind: string; circuitId: string | null }[];
	};
	// The space that was named, in a panel of which nothing was read; the box is on it by no cable.
	assert.deepEqual(job.cables, []);
	assert.deepEqual(
		[job.panels.map((p) => [p.spaces, p.mainA]), job.circuits.map((c) => [c.space, c.breakerA])],
		[[[null, null]], [[3, null]]]
	);
	const [c3] = job.circuits;
	assert.deepEqual(
		events.map((e) => [e.kind, e.circuitId]),
		[
			['off-tagged', c3?.id],
			['dead-test', null],
			['on', c3?.id]
		]
	);
	const [device] = job.boxes[0]?.devices ?? [];
	assert.deepEqual([device?.state, device?.protection, device?.installedBy], ['built', 'dual', 'MR']);
});

test('looking round: what nobody looked at is there or missing by one tap, and can be taken back', async () => {
	const page = new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
	await b.go(`${page}/layout?view=round`);
	await b.says(/\d things? to look for/, '.sheet h2');
	const left = async () => Number(/: (\d+)/.exec(await b.text('.sheet h2'))?.[1] ?? 0);
	const before = await left();
	await b.click('.sheet li:first-child button', 'There');
	await b.find('.sheet li:first-child button[aria-pressed=true]');
	assert.equal(await left(), before - 1);
	await b.click('.sheet li:first-child button', 'Missing');
	await b.find('.sheet li:first-child button:last-child[aria-pressed=true]');
	await b.click('button[aria-label^="Undo"]');
	await b.find('.sheet li:first-child button:first-child[aria-pressed=true]');
});

test('the 1948 house with its panel, circuits and cables erased: from "the iron dims the lamp" to a letter that contradicts nothing', async () => {
	const file = DEMOS['marrow-street']?.();
	assert.ok(file);
	const boxes = new Set(file.job.boxes.map((x) => x.id));
	const bare = {
		...file,
		job: { ...file.job, name: 'Bare call', panels: [], circuits: [], cables: [], guided: [] },
		readings: file.readings.filter((r) => boxes.has(r.boxId)).map(({ circuitId: _, ...r }) => r),
		events: []
	};
	const folder = mkdtempSync(join(tmpdir(), 'hekto-call-'));
	const path = join(folder, 'bare.json');
	writeFileSync(path, JSON.stringify(bare));
	await b.go('/');
	await b.says('Jobs in this browser');
	await b.openBeside(path);
	await b.says('11 rooms, 27 boxes', '.frame');
	rmSync(folder, { recursive: true });
	const page = new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
	await b.go(`${page}/trace`);
	await b.says('The iron dims the lamp in the sewing room');
	await b.click('.sheet .lead button', 'SW-03');
	// What was read there stands: the box before it is the one to open.
	await b.says('SW-02', '.sheet table');
	await b.click('.sheet table button.row', 'SW-02');
	await b.click('button[aria-label="Steps: SW-02"]');
	await b.click('.thread nav button', 'Dead');
	await b.type('.tag .field:nth-of-type(1) input', 'fuse 2');
	await b.type('.tag .field:nth-of-type(2) input', 'MR');
	await b.click('.tag button', 'Off and tagged');
	await b.click('.thread .check', 'Meter checked on a known live source');
	await b.type('#dead-hn', '0');
	await b.type('#dead-earth', '0.2');
	await b.click('.thread .check', 'Meter checked again');
	await b.click('.thread .choice button', 'low impedance');
	await b.click('.thread button', 'Record the test');
	await b.says('by MR', '.thread');
	await b.click('.thread footer button', 'Next: Inside');
	await b.click('.choice button', '2');
	await b.click('.choice button', 'old two-wire, no ground');
	await b.click('.choice button', '14');
	await b.says('in the middle of its run', '.thread');
	await b.click('.thread footer button', 'Next: Choose');
	await b.click('.thread button', 'Put a GFCI here');
	await b.click('.thread footer button', 'Next: Install');
	await b.click('.thread button', 'Installed');
	await b.says('installed', '.thread [role=status]');
	await b.click('.thread footer button', 'Next: Prove');
	await b.click('.thread button', 'Switched on');
	await b.click('.pad button', 'More readings');
	for (const [css, text] of [
		['#read-hn', '119.4'],
		['#read-drop', '2.4'],
		['#read-he', '119.2'],
		['#read-ne', '0.4']
	] as const)
		await b.type(css, text);
	await b.click('.words[aria-label*="own"] button', 'trips');
	await b.click('.dock button', 'Keep 5 readings');
	await b.says('Done', '.thread footer');
	await b.click('.thread footer button', 'Next: Paper');
	await b.click('.thread button', 'Labels are on');
	await b.says('Code basis: SW-02', '.thread');
	await b.says('119.4 V', '.thread');

	const text = await b.saved(async () => {
		await b.click('button[aria-label="Find anything"]');
		await b.type('input[role=combobox]', 'save job');
		await b.click('#hits li', 'Save job file');
	});
	const read = readJobFile(text);
	assert.ok(read.ok, JSON.stringify(read).slice(0, 300));
	const { job, readings, events } = read.value;
	assert.deepEqual(
		[job.panels.map((p) => [p.kind, p.spaces, p.mainA]), job.circuits.map((c) => [c.space, c.breakerA, c.opener]), job.cables],
		[[['fuses', null, null]], [[2, null, 'fuse']], []],
		'the fuse that was named, and nothing made up'
	);
	const [device] = job.boxes.find((x) => x.name === 'SW-02')?.devices ?? [];
	assert.deepEqual([device?.state, device?.slots, device?.protection], ['built', 'grounding', 'gfci']);
	const { stages } = assess(job, readings);
	const here = Object.values(stages).flatMap((s) =>
		s.findings.filter((f) => f.subject.id === 'sw-02' || f.subject.id === device?.id)
	);
	// Whether the old box is too full hangs on its clamps, which nobody looked for: that is said, and nothing is put as a fault.
	assert.deepEqual(
		here.filter((f) => f.severity === 'violation').map((f) => f.message),
		[]
	);
	assert.ok(here.some((f) => f.message.startsWith('Whether cable clamps are inside SW-02 is not known')));
	const before = assess(bare.job, bare.readings);
	const was = new Set(Object.values(before.stages).flatMap((s) => s.findings.map((f) => f.id)));
	assert.deepEqual(
		stages.walk.findings.filter((f) => !was.has(f.id) && f.severity !== 'advice').map((f) => f.message),
		[],
		'two facts contradict each other'
	);
	assert.deepEqual(
		events.map((e) => e.kind),
		['off-tagged', 'dead-test', 'on']
	);
});
