import assert from 'node:assert/strict';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { Browser, DESK, PHONE, serve, type Server } from './browser';

/** Proving the 1948 house with instruments that send: simulated here, by the server, and on a serial port. */
let server: Server;
let b: Browser;
const folder = mkdtempSync(join(tmpdir(), 'hekto-prove-'));
before(async () => {
	server = await serve();
	b = await Browser.open(server.url, PHONE, { offline: false });
});
after(async () => {
	await b.close();
	await server.stop();
	rmSync(folder, { recursive: true, force: true });
});
/** By its address: an instrument that sends and a pad half filled in are of the page before. */
const fresh = async (path: string, house = 'Marrow Street') => {
	await b.fresh(house, path.replace(/prove.*/, 'walk'));
	await b.go(path);
};
const listen = async (kind: string) => {
	await b.set('.sender select', kind);
	await b.says('live', '.sender .state');
	await b.says('drop under load', '.sender');
};

test('on a phone a run is proved box by box; the lamps say correct where the reading and the jumper say otherwise', async () => {
	await fresh('/job/marrow-street/prove?box=bd-01');
	await listen('simulated');
	for (const name of ['BD-01', 'BD-02', 'SW-01', 'SW-02', 'SW-03']) {
		await b.says(name, '.pad .name');
		await b.says('live', '.sender .state');
		await b.says(/drop under load at 12 A\n[\d.]+ ?%/, '.sender');
		// One press a box, or two where the figures are to be looked at first.
		if (name !== 'BD-02') await b.click('.thumb button', 'Take reading');
		await b.click('.thumb button', 'Keep, next box');
		await b.says(/\d readings at/, 'body');
	}
	await b.says('SW-04', '.pad .name');
	await b.says('on on off', '.sender');
	await b.says('yes', '.sender');
	await b.set('#read-phase', 'before');
	await b.click('.thumb button', 'Take reading');
	await b.click('.thumb button', 'Keep 9 readings');
	await b.says('bad', '.pad .verdict');
	await b.says('no ground wire; suspect a bootleg ground', '.pad');
	// SW-02, two boxes up, is where the joint is: the readings of its own run say so.
	const rows = await b.run<string>('return document.querySelector(".strip").innerText');
	assert.match(rows, /SW-02/);
});
test('the device is replaced: before and after on paper', async () => {
	await b.click('.sender button', 'Repair this fault');
	await b.says('Repaired', '.sender');
	await b.says('on off off', '.sender');
	await b.set('#read-phase', 'after');
	await b.click('.thumb button', 'Take reading');
	await b.click('.thumb button', ' readings');
	await b.click('.views button', 'Before, after');
	await b.says('Before and after the work: SW-04', 'main');
	const table = await b.text('main article table');
	// The jumper showed a ground: what it showed is gone with it, and nothing got worse.
	assert.match(table, /three lamps on on off on off off[\s\w]*?changed/);
	assert.match(table, /hot to ground [\d.]+ V [\d.]+ V\s+look again\s+changed/);
	// A drop that is as bad as before is not called good; the instrument's noise may make it a little more or less.
	assert.match(table, /drop under load [\d.]+% at [\d.]+ A/);
	assert.doesNotMatch(table, /drop under load [^\n]*\s+good/);
	assert.match(table, /bootleg check a jumper none found[\s\w]*?repaired/);
	await b.run('window.__printed = 0; window.print = () => window.__printed++');
	await b.click('main button', 'Print');
	assert.equal(await b.run('return window.__printed'), 1);
});
test('a GFCI is tested, what it darkens is told, and its next date goes to a calendar', async () => {
	await fresh('/job/marrow-street/prove?box=cb-01');
	await b.click('.views button', 'GFCI register');
	await b.click('main table button.row', 'bench GFCI');
	await b.says('When it trips, these go dead: CB-01, PF-01', 'main');
	await b.click('main form button', 'trips, all dead, resets');
	await b.type('#g-ms', '24');
	await b.type('#g-at', '');
	await b.set('#g-at', '264');
	await b.click('main button', 'Record the test');
	await b.says('bench GFCI tested');
	const next = new Date(Date.now() + 30 * 86_400_000);
	const calendar = await b.saved(() => b.click('main button', 'Due dates to calendar'));
	assert.match(calendar, /SUMMARY:Test bench GFCI\\?, Cellar/);
	assert.match(calendar, /RRULE:FREQ=DAILY;INTERVAL=30/);
	assert.match(calendar, /SUMMARY:Replace bench GFCI/);
	const days = [next, new Date(next.getTime() - 86_400_000)].map((d) => d.toISOString().slice(0, 10).replaceAll('-', ''));
	assert.ok(
		days.some((d) => calendar.includes(`DTSTART;VALUE=DATE:${d}`)),
		calendar.slice(0, 600)
	);
});

test('the server’s instrument: when it is gone the page says so, keeps what it had, and is live again by itself', async () => {
	await fresh('/job/marrow-street/prove?box=sw-03');
	await listen('server');
	await b.says(/drop under load at 12 A\n1[34]/, '.sender');
	await server.stop();
	await b.says('lost: reconnecting', '.sender .state');
	await b.says(/drop under load at 12 A\n1[34]/, '.sender');
	server = await serve(Number(new URL(server.url).port));
	await b.says('live', '.sender .state');
	// The browser's own word on the server that was gone.
	await b.complaints();
});
/** A serial port that the page is given instead of one of the machine's. */
const FAKE = `
	const pieces = arguments[0];
	let at = 0;
	window.__more = (text) => pieces.push(text);
	Object.defineProperty(navigator, 'serial', { configurable: true, value: {
		requestPort: async () => ({
			readable: null,
			async open() {
				this.readable = new ReadableStream({
					async pull(c) {
						while (at >= pieces.length) await new Promise((r) => setTimeout(r, 40));
						c.enqueue(new TextEncoder().encode(pieces[at++]));
					}
				});
			},
			async close() {}
		})
	} });
`;
test('a real instrument on a serial port: pieces of lines, nonsense told and let go, silence told, what it said kept', async () => {
	await b.resize(DESK);
	await fresh('/job/marrow-street/prove?box=sw-01');
	await b.run(FAKE, ['HEKTO 1 bench meter\nV 12', '1.4\nDROP 5.9 1', '2\n\u0000\u0007garbage\nV twelve\nEND\n']);
	await b.click('main button', 'Log');
	await b.click('main button', 'Boxes');
	await b.set('.sender select', 'serial');
	await b.says('121.4 V', '.sender');
	await b.says('2 lines not understood', '.sender');
	await b.says('silent: last reading shown', '.sender');
	await b.says('121.4 V', '.sender');
	await b.run('window.__more("V 119.2\\nEND\\n")');
	await b.says('119.2 V', '.sender');
	await b.says('live', '.sender .state');
	await b.click('.sender button', 'Take reading');
	await b.click('.pad button', 'Keep 2 readings');
	await b.click('main button', 'Log');
	await b.says('119.2 V', '.list');
	// At another box what the meter said before may not be taken for what stands there.
	await b.click('main button', 'Boxes');
	await b.click('.pad header button', 'Next box');
	await b.says('SW-02', '.pad .name');
	assert.doesNotMatch(await b.text('.sender'), /119\.2/);
	await b.run('window.__more("V 117.5\\nEND\\n")');
	await b.says('117.5 V', '.sender');
});

test('hot to neutral alone makes no outlet good: what is to be read is said, and on a phone never over a bad reading', async () => {
	await b.resize(PHONE);
	await fresh('/job/quillback/prove?box=b1-03', 'Quillback Pottery');
	const typed = async (digits: string) => {
		for (const key of digits) await b.click('.pad .keys button, .pad button', key);
		await b.click('.pad button', 'Keep 1 reading');
	};
	await typed('120');
	await b.says('ground not read', '.pad .verdict');
	await b.says('Hot to neutral shows neither ground nor polarity', '.pad');
	await typed('92');
	await b.says('bad', '.pad .verdict');
	await b.says('hot to neutral 92 V: outside 108 to 126 V', '.pad');
	await b.saysNot('ground not read:', '.pad');
	await b.resize(DESK);
	await b.says('ground not read:', '.pad');
});
test('a reading is put right: the old value stays in the log, struck from what is judged', async () => {
	await fresh('/job/marrow-street/prove?box=sw-02');
	await b.click('main button', 'Log');
	await b.type('.bar input', 'SW-02 drop');
	await b.says('1 of 30 readings', 'main');
	await b.click('.list button', 'Correct');
	await b.says('Corrects a reading', '.pad');
	assert.equal(await b.run('return document.querySelector("#read-drop").value'), '12.8');
	await b.type('#read-drop', '6.6');
	await b.click('.pad button', 'Keep 1 reading');
	await b.click('main button', 'Log');
	await b.type('.bar input', 'SW-02 drop');
	await b.says('2 of 31 readings', 'main');
	await b.says('corrected since', '.list');
	await b.says('12.8% at 12 A', '.list');
});
test('a table of anyone’s is mapped; bad rows are set aside; the rest is taken in as one edit', async () => {
	await fresh('/job/marrow-street/prove');
	await b.click('main button', 'Log');
	const file = join(folder, 'page.csv');
	writeFileSync(
		file,
		'Remarks,Outlet,Volts H-N,Ground (mΩ),Drop %\nfine,KT-01,120.3,180,2.1\n,KT-02,119.9 V,OL,\nodd,attic,1,,\n,BT-01,119.7,,3.4\n'
	);
	const input = await b.find('input[type=file][aria-label="Import readings"]');
	await input.sendKeys(file);
	await b.says('Import 5 readings', 'main');
	await b.says('ohm-ground must be a number, got "OL"', 'main');
	await b.says('no box or panel is named "attic"', 'main');
	await b.click('main button', 'Import 5 readings');
	await b.says('35 of 35 readings', 'main');
	await b.type('.bar input', 'KT-01 ground');
	await b.says('0.18 ohm', '.list');
	await b.click('button[aria-label="Undo"]');
	await b.says('struck out', '.list');
});
test('live volts at the panel and at 240 V: their own limits', async () => {
	await fresh('/job/marrow-street/prove');
	await b.click('main table button.row', 'Cellar panel');
	await b.type('#read-hh', '241');
	await b.type('#read-hn', '112');
	await b.type('#read-h2n', '129');
	await b.click('.pad button', 'Keep 3 readings');
	await b.says('second hot to neutral 129 V: outside 114 to 126 V', '.pad');
	await b.go('/job/marrow-street/prove?box=kt-04');
	await b.find('#read-h2g');
	// Between two hots nothing says drop: its own lines are waited for.
	await b.set('.sender select', 'simulated');
	await b.says('live', '.sender .state');
	await b.says('hot to hot', '.sender');
	await b.click('.sender button', 'Take reading');
	assert.ok(Math.abs(Number(await b.run('return document.querySelector("#read-hh").value')) - 240) < 3);
});
test('what a fault does to a person is solved on the run itself', async () => {
	await b.go('/job/marrow-street/prove?box=sw-03');
	await b.click('main button', 'Meaning');
	await b.says('the heart may stop', 'main');
	await b.click('main button', 'Sound');
	await b.says(/no ground contact|not felt/, 'main');
	await b.click('main button', 'Checks');
	await b.click('main button', 'A heating element');
	await b.type('#ask-watts', '5500');
	await b.type('#ask-volts', '240');
	await b.type('#ask-ohms', '10.5');
	await b.says('10.5 ohm against 10.47: element OK', 'main');
	await b.click('main button', 'Keep the check');
	await b.says('Kept', 'main');
	assert.deepEqual(await b.complaints(), []);
});
test('no view of Prove is wider than a phone', async () => {
	await b.resize(PHONE);
	for (const view of ['boxes', 'plan', 'log', 'gfci', 'meaning', 'checks', 'charts', 'compare', 'limits']) {
		await b.go(`/job/marrow-street/prove?view=${view}`);
		await b.find('main [role=tab][aria-selected=true]');
		await b.settled();
		const wide = await b.run<string[]>(
			'return [...document.querySelectorAll("main *")].filter((e) => e.checkVisibility() && e.getBoundingClientRect().right > 392 && !e.closest("[role=region]:not(.content), table, .along, svg")).map((e) => e.tagName + "." + e.className)'
		);
		assert.deepEqual(wide, [], view);
		assert.ok((await b.run<number>('return document.documentElement.scrollWidth')) <= 390, view);
	}
});
