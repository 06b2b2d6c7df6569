import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { Browser, PHONE, serve, type Server } from './browser';

/** A service call on a phone, from nothing to a letter: what is pressed and what is typed is counted. */
let server: Server;
let b: Browser;
before(async () => {
	server = await serve();
	b = await Browser.open(server.url, PHONE);
});
after(async () => {
	await b.close();
	await server.stop();
});
const MOST = { presses: 22, typed: 6 };

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
	// Which circuit it is nobody knows: what is off is named as it is marked.
	await b.says('Make it dead');
	await type('.tag .field:nth-of-type(1) input', 'slot 3');
	await type('.tag .field:nth-of-type(2) input', 'MR');
	await press('.tag button', 'Off and tagged');
	await b.says('slot 3 off and tagged', '.thread');
	await press('.thread .check', 'Meter checked on a known live source');
	await read('#dead-hn', '0');
	await read('#dead-earth', '0');
	await press('.thread .check', 'Meter checked again');
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
	await b.says('Done', '.thread footer');
	await press('.thread footer button', 'Next: Paper');
	await b.says('No Equipment Ground', '.thread');
	await press('.thread button', 'Labels are on');
	await b.says('Labels are on', '.thread [role=status]');
	await b.says('Code basis: by the window', '.thread');
	await b.says('119.6 V', '.thread');
	console.log(`presses ${presses} of ${MOST.presses}, typed fields ${typed} of ${MOST.typed}, readings ${readings}`);
	assert.ok(presses <= MOST.presses, `${presses} presses`);
	assert.ok(typed <= MOST.typed, `${typed} fields`);
});

test('what the call made contradicts nothing, invents nothing, and is there again after a reload', async () => {
	await b.run('location.reload()');
	await b.says('Code basis: by the window', '.thread');
	const text = await b.saved(async () => {
		await b.click('button[aria-label="Find anything"]');
		await b.type('input[role=combobox]', 'save job');
		await b.click('#hits li', 'Save job file');
	});
	const { job, events } = JSON.parse(text) as {
		job: {
			boxes: { devices: { state: string; protection: string; slots: string; installedBy?: string }[] }[];
			legs: unknown[];
			circuits: unknown[];
			panels: unknown[];
		};
		events: { kind: string; what?: string }[];
	};
	assert.deepEqual([job.legs, job.circuits, job.panels], [[], [], []]);
	assert.deepEqual(
		events.map((e) => [e.kind, e.what]),
		[
			['off-tagged', 'slot 3'],
			['dead-test', undefined],
			['on', undefined]
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
