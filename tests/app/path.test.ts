import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { By, Key } from 'selenium-webdriver';
import { Browser, DESK, serve, type Server } from './browser';

/** The whole path at a desk, on the demo house: each test begins where the house is put back as it was. */
let server: Server;
let b: Browser;
const folder = mkdtempSync(join(tmpdir(), 'hekto-files-'));
before(async () => {
	server = await serve();
	b = await Browser.open(server.url, DESK, { watched: true, offline: false });
});
after(async () => {
	await b.close();
	await server.stop();
	rmSync(folder, { recursive: true, force: true });
});

const fresh = (path: string) => b.fresh('Quillback Pottery', path);
const slip = '.slip';
async function takeIn(name: string, text: string): Promise<void> {
	const file = join(folder, name);
	writeFileSync(file, text);
	const input = await b.find('input[type=file]');
	await input.sendKeys(file);
}

test('a first visit: both demo jobs are there, and one press leads to what is wrong', async () => {
	await b.go('/');
	await b.says('Marrow Street');
	await b.click('a', 'Bedroom 2: place what is missing');
	await b.says('stretches not covered');
});

test('Lay out: a proposed layout is applied as one edit, undone, done again, and survives a reload', async () => {
	await fresh('/job/quillback/layout');
	await b.press('path.floor[aria-label^="Bedroom 2"]');
	await b.says('13\' 7" of Bedroom 2 is more than 6\' 0" from a receptacle', slip);
	await b.says('2 to add', slip);
	await b.click('.slip button', 'Place 2 here');
	await b.says('all walls covered', slip);
	await b.find('[data-box="B2-05"]');
	await b.click('button[aria-label="Undo"]');
	await b.says('2 to add', slip);
	await b.click('button[aria-label="Redo"]');
	await b.says('all walls covered', slip);
	await b.go('/job/quillback/layout');
	await b.find('[data-box="B2-05"]');
	await b.click('button[aria-label="Undo"]');
	await b.says('2 stretches not covered');
	await b.click('button', 'Place what is missing (2)');
	await b.says('0 stretches not covered');
});

test('Protect: why the refrigerator needs GFCI in 2023, and in 2017 did not; the fix takes the finding away', async () => {
	await fresh('/job/quillback/protect?box=k-06');
	await b.says('GFCI required, none on this outlet: every receptacle in a kitchen.', slip);
	await b.says('210.8(A)(6)', slip);
	await b.says(/2017: AFCI\s+AFCI: a 120 V, 20 A outlet or device in a kitchen/, slip);
	await b.says('2020: AFCI', slip);
	await b.click('.slip button', 'Make K-06 a GFCI');
	await b.says(/GFCI from\s+K-06/, slip);
	await b.saysNot('none on this outlet', slip);
	await b.says('GFCI from K-06', '.strip');
});

test('Circuit: the water heater with all its steps', async () => {
	await b.go('/job/quillback/circuit');
	await b.click('table.data button.row', 'Water heater');
	await b.says('10 AWG · 30 A', slip);
	await b.click('.slip button', 'All 13 steps');
	for (const words of ['22.92 A', '28.65 A', '422.13', '310.16', '334.80', '110.14(C)', '250.122', 'Chapter 9 Table 8'])
		await b.says(words, slip);
	await b.says('LA-04', '.strip');
});

test('Prove: an impossible reading is refused with nothing lost; a bad one is judged against this very run', async () => {
	await fresh('/job/quillback/prove?box=k-02');
	await b.type('#read-hn', '500');
	await b.type('#read-drop', '9.1');
	await b.says('hot to neutral must be 0 to 260 V, got 500', '.pad');
	await b.click('.pad button', 'Keep 2 readings');
	assert.equal(
		await b.run('return document.querySelector("#read-hn").value + " " + document.querySelector("#read-drop").value'),
		'500 9.1'
	);
	await b.type('#read-hn', '119.8');
	await b.click('.pad button', 'Keep 2 readings');
	await b.says('times what this run should', '.pad');
	await b.says('Design: drop under load 9.1%: outside at most 5%', '.pad');
	await b.says(/9\.1%, predicted 2/, slip);
	await b.says('▲ 9.1%', '.strip');
	await b.find('[data-strip-box="K-02"] .level-bad');
	// The chart is loaded when shown, and says in words what it draws.
	await b.find('figure [role=img][aria-label*="K-02: predicted 2.1%, read 9.1%"] svg');
	await b.click('button[aria-label="Undo"]');
	await b.says('✓ 2.3%', '.strip');
	await b.go('/job/quillback/prove?box=k-02');
	await b.says('✓ 2.3%', '.strip');
	await b.click('button[aria-label="Redo"]');
	await b.says('▲ 9.1%', '.strip');
	await b.click('button', 'On the plan');
	await b.find('[data-box="K-02"][aria-label="box K-02, duplex receptacle, reading bad"]');
});

test('Walk: names, kinds and lengths are typed as the trade writes them; what cannot be is refused with the reason', async () => {
	await fresh('/job/quillback/walk');
	await b.press('path.floor[aria-label^="Bedroom 1,"]');
	await b.says(/156\.(25|3) sq ft/, slip);
	const wall = (n: number) => `.slip .walls .wall:nth-child(${n}) input`;
	await b.type(wall(2), 'lots' + Key.ENTER);
	await b.says("A length like 12'6", slip);
	await b.type(wall(2), '13-6 1/2' + Key.ENTER);
	await b.says('Bedroom 1, wall 2');
	assert.equal(await b.run(`return document.querySelector("${wall(4)}").value`), `13' 6 1/2"`);
	await b.type(wall(1), '4' + Key.ENTER);
	await b.says('would extend past the end');
	assert.equal(await b.run(`return document.querySelector("${wall(1)}").value`), `12' 6"`);
	await b.set('.slip .facts select', 'hallway');
	await b.says('Bedroom 1 is a hallway');
	await b.go('/job/quillback/walk');
	await b.press('path.floor[aria-label^="Bedroom 1,"]');
	await b.find('.slip .facts select');
	assert.equal(await b.run('return document.querySelector(".slip .facts select").value'), 'hallway');
});

test('Hand over: the job goes out as a file and comes in again beside it; readings as CSV both ways', async () => {
	await fresh('/job/quillback/handover');
	await b.says('Kiln: Garage, bay 2', 'article');
	const text = await b.saved(() => b.click('button', 'Save job file'));
	assert.equal(JSON.parse(text).job.boxes.length, 100);
	const csv = await b.saved(() => b.click('button', 'Readings as CSV'));
	assert.match(csv, /^box,kind,value,unit,lamps,word,load_a,at_ma,half,phase,instrument,at,by,struck,note,switch\r\n/);
	await takeIn('bad.csv', 'box,kind,value,at\r\nK-01,hn,500,2026-11-05T10:00:00Z');
	await b.says('bad.csv: nothing was imported');
	await b.says('row 2.value hot to neutral must be 0 to 260 V, got 500');
	await takeIn('good.csv', 'box,kind,value,load_a,at\r\nK-03,drop,7.7,12,2026-11-05T10:00:00Z');
	await b.says('1 reading from good.csv');
	await b.go('/job/quillback/prove?box=k-03');
	await b.says('▲ 7.7%', '.strip');

	await b.go('/');
	await b.says('Jobs in this browser');
	for (const [name, body, says] of [
		['short.json', text.slice(0, 4000), 'short.json: nothing was imported'],
		[
			'newer.json',
			text.replace('"fileVersion": 5', '"fileVersion": 9'),
			'fileVersion must be at most 5, got 9: the file was made by a newer Hekto'
		],
		[
			'broken.json',
			text.replace('"edition": "2023"', '"edition": "1999"'),
			'job.edition must be one of 2017, 2020, 2023; got "1999"'
		]
	] as const) {
		await takeIn(name, body);
		await b.says(says);
	}
	// The job is here already: it would be merged, or opened beside it.
	await takeIn('whole.json', text);
	await b.says('is here already', '.merge');
	await b.click('.merge button', 'Open beside it');
	await b.find('.frame');
	await b.says('Quillback Pottery (opened)', '.top');
	await b.says('21 rooms, 100 boxes');
	await b.go('/job/quillback/walk');
	await b.says('21 rooms, 100 boxes');
	await b.go('/');
	await b.says('Quillback Pottery (opened)');
});

test('an older file is brought up on the way in', async () => {
	await b.go('/');
	await b.says('Jobs in this browser');
	await takeIn('old.json', readFileSync(new URL('../samples/job-v0.json', import.meta.url), 'utf8'));
	await b.find('.frame');
	await b.says('Old file', '.top');
});

test('Trim: no box is taken for dead without live, dead, live on a tagged circuit', async () => {
	await fresh('/job/quillback/trim');
	await b.click('table.data button.row', 'K-01');
	await b.says(/Space 1 · Kitchen counter, sink side: off and tagged/, '.sheet');
	await b.go('/job/quillback/trim?box=w-05');
	await b.click('button', 'Record the test');
	await b.says('Check the meter on a known live source first.');
	for (const [css, text] of [
		['#dead-hn', '0'],
		['#dead-hg', '0'],
		['#dead-ng', '0'],
		['#dead-earth', '37'],
		['#dead-by', 'JM']
	] as const)
		await b.type(css, text);
	for (const box of await b.driver.findElements(By.css('input[type=checkbox]'))) await box.click();
	const meter = 'section[aria-label^="Dead before"] .choice button';
	await b.says('Say which meter');
	await b.click(meter, '10 Mohm');
	await b.click('button', 'Record the test');
	await b.says('reads 37 V: not verified dead');
	assert.equal((await b.driver.findElements(By.css('[role=alertdialog]'))).length, 0, 'no alarm of induced voltage');
	await b.type('#dead-earth', '0');
	await b.click(meter, 'low impedance');
	await b.click('button', 'Record the test');
	await b.says(/Tested .* by JM: low-impedance meter, checked before and after/);
	await b.click('button', 'Device out: test again');
	for (const [css, text] of [
		['#dead-hn', '0'],
		['#dead-hg', '118'],
		['#dead-by', 'JM']
	] as const)
		await b.type(css, text);
	await b.click('button', 'Record the test');
	await b.says('STOP: LIVE', '[role=alertdialog]');
	await b.says('118 V in the dead test', '[role=alertdialog]');
	await b.click('[role=alertdialog] button', 'Hands are clear');
	await b.says('Dead tests under this tag are void', '[role=alert]');
	await b.says('The test is void');
	await b.click('[role=alert] button', 'Which breaker is it?');
	await b.says('Which breaker feeds W-05?');
	await b.click('dialog[open] button, [role=dialog] button', 'Read W-05 again');
	await b.says('STOP · LIVE');
	await b.click('.live');
	await b.type('dialog[open] input, [role=dialog] input', 'JM' + Key.ENTER);
	await b.click('[role=dialog] button, dialog[open] button', 'Switch on');
	await b.says('ALL LIVE');
	await b.go('/job/quillback/trim?box=w-05');
	await b.says('off and tagged', '.sheet .tag button');
});

test('keys: stages, find, steps along the run, new box, the list', async () => {
	await fresh('/job/quillback/walk');
	const body = () => b.driver.findElement(By.css('body'));
	await (await body()).sendKeys('3');
	await b.says('24 circuits');
	await (await body()).sendKeys('/');
	await b.type('#find', 'kiln vent' + Key.ENTER);
	await b.says('G-04', slip);
	await (await body()).sendKeys(Key.ESCAPE);
	await b.click('table.data button.row', 'Workroom, wheels');
	await (await body()).sendKeys(']');
	await b.says('W-07', '.slip h2');
	await (await body()).sendKeys(']', ']', '[');
	await b.says('W-08', '.slip h2');
	await (await body()).sendKeys('r');
	await b.says('Prove', 'main h1');
	await b.run('document.activeElement.blur()');
	await (await body()).sendKeys('n');
	await b.says('Box 101', '.slip h2');
	await (await body()).sendKeys(Key.chord(Key.CONTROL, 'z'));
	await b.says('Undone: Box 101');
	await (await body()).sendKeys('?');
	await b.says('back and on along the run');
});

test('nothing was asked of any other host, and the pages complained of nothing', async () => {
	assert.deepEqual(await b.strangers(), []);
	// Two tests above stand in for a download: that address is no address.
	assert.deepEqual(
		(await b.complaints()).filter((c) => !c.includes('blob:none')),
		[]
	);
});

test('a panel is off by its main, read bar to bar, and what is behind it is under the same tag', async () => {
	await fresh('/job/marrow-street/trim?panel=main');
	await b.says('The line side of the main stays live');
	await b.type('.sheet .tag .field:last-of-type input', 'JM');
	await b.click('.sheet button', 'Off and tagged');
	await b.says('line side live', '.live');
	await b.click('.sheet table.data button.row', 'BD-02');
	await b.says('main off and tagged', '.sheet');
	await b.go('/job/marrow-street/trim?panel=main');
	for (const key of ['busbus2', 'busn', 'busg', 'bus2n', 'bus2g', 'ng', 'earth']) await b.type(`#dead-${key}`, '0');
	for (const box of await b.driver.findElements(By.css('.sheet input[type=checkbox]'))) await box.click();
	await b.click('.sheet .choice button', 'low impedance');
	await b.click('button', 'Record the test');
	await b.says(/Tested .* by JM: low-impedance meter, checked before and after.*bus 1 to bus 2 0 V/);
});
