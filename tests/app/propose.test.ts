import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { Key } from 'selenium-webdriver';
import { Origin } from 'selenium-webdriver/lib/input.js';
import { DEMOS } from '../../src/core/demo';
import { bigHouse } from '../core/big-house';
import { Browser, PATIENCE_MS, together } from './browser';

/** The demo house without circuits becomes, in one press and a few drags, a whole panel with every circuit justified. */
let b: Browser;
let folder: string;
together((browser, files) => ([b, folder] = [browser, files]));

async function drag(from: string, to: string): Promise<void> {
	const [a, z] = [await b.find(from), await b.find(to)];
	await b.run('arguments[0].scrollIntoView({ block: "nearest" })', a);
	await b.driver
		.actions({ async: true })
		.move({ origin: a as unknown as Origin })
		.press()
		.move({ origin: z as unknown as Origin, duration: 120 })
		.release()
		.perform();
}
/** The select under a label of the slip. */
async function choose(label: string, words: string): Promise<void> {
	await b.withText('.slip label', label);
	await b.run(
		`const l = [...document.querySelectorAll('.slip label')].find((x) => x.textContent === arguments[0]);
		const s = document.getElementById(l.htmlFor);
		s.value = [...s.options].find((o) => o.textContent.trim().startsWith(arguments[1])).value;
		s.dispatchEvent(new Event('change', { bubbles: true }));`,
		label,
		words
	);
}
const open = (summary: string) => b.click('.slip .fold-head', summary);

test('a house without circuits: proposed by one press, made by another, undone and made again', async () => {
	const file = DEMOS.quillback?.();
	assert.ok(file);
	const job = { ...file.job, id: 'bare', name: 'Bare house', circuits: [], cables: [] };
	const path = join(folder, 'bare.json');
	writeFileSync(path, JSON.stringify({ ...file, job, readings: [], events: [] }));
	await b.openBeside(path);
	await b.says('Bare house', '.frame');
	await b.go('/job/bare/circuit');
	await b.says('100 boxes are on no circuit yet', 'main');
	await b.click('main button', 'Propose circuits');
	await b.says('Shop practice', 'main');
	await b.click('main button', 'Propose circuits for 100');
	await b.says('Through the crawl space', 'main');
	await b.says('the baseline', 'main');
	await b.click('main .take button', 'Make these');
	await b.says(/\d\d circuits; drop at the far end/, 'main');
	await b.saysNot(/Circuit\s+\d+\s+violation/, '.rail');
	// Every circuit says why its outlets stand together, and how its wire was found.
	const circuits = await b.run<number>('return document.querySelectorAll("main table.data button.row").length');
	assert.ok(circuits >= 18, String(circuits));
	for (let i = 1; i <= circuits; i += 4) {
		await b.click(`main table.data tr:nth-child(${i}) button.row`);
		await b.says(/AWG · \d+ A/, '.slip');
		await b.says(/why these share a circuit|why it has its own circuit/, '.slip');
		await b.says(/shop practice|one appliance only/, '.slip');
	}
	await b.click('button[aria-label="Undo"]');
	await b.says('0 circuits', 'main header');
	await b.click('button[aria-label="Redo"]');
	await b.says(/\d\d circuits/, 'main header');
});

test('a house of 300 boxes: the work says how far it is, and can be stopped; nothing of the job is changed', async () => {
	const job = { ...bigHouse(), circuits: [], cables: [], panels: [] };
	const path = join(folder, 'big.json');
	writeFileSync(path, JSON.stringify({ hekto: 'job', fileVersion: 5, job, readings: [], events: [] }));
	await b.go('/');
	await b.openBeside(path);
	await b.says('Big house', '.frame');
	await b.go('/job/big/circuit');
	await b.click('main button', 'Propose circuits');
	await b.click('main button', 'Propose circuits for 300');
	await b.find('main [role="progressbar"]');
	await b.click('main button', 'Stop');
	await b.says('Stopped.', 'main');
	await b.says('0 circuits', 'main header');
	await b.click('main button', 'Propose');
	assert.deepEqual(await b.complaints(), []);
});

test('boxes are dragged from circuit to circuit on the board, and along the run on the strip', async () => {
	await b.go('/job/bare/circuit');
	await b.click('main button', 'Outlets');
	const laneOf = (name: string) =>
		b.run<string>(`return document.querySelector('[data-chip="${name}"]').closest('[data-lane]').dataset.lane`);
	await b.find('[data-chip="L-02"]');
	const before = await laneOf('L-02');
	const other = await laneOf('B1-04');
	assert.notEqual(before, other);
	await b.run('document.querySelector(`[data-lane="${arguments[0]}"]`).scrollIntoView({ block: "center" })', before);
	await drag('[data-chip="L-02"]', `[data-lane="${other}"] .chips`);
	await b.says(/L-02 on (space|the) /);
	assert.equal(await laneOf('L-02'), other);
	await b.click('button[aria-label="Undo"]');
	await b.says('Undone: L-02');
	// By keyboard: space takes it up, an arrow moves it along its circuit, space puts it down.
	await b.run('arguments[0].focus()', await b.find('[data-chip="L-02"]'));
	await b.driver.actions().sendKeys(' ', Key.ARROW_LEFT, ' ').perform();
	await b.says(/L-02 on (space|the) /);
	await b.click('button[aria-label="Undo"]');
	await b.says('Undone: L-02');
	await b.click('[data-chip="BA-02"]');
	await b.find('[data-strip-box="BA-01"]');
	const order = () => b.run<string[]>('return [...document.querySelectorAll("[data-strip-box]")].map((g) => g.dataset.stripBox)');
	const was = await order();
	const [first, last] = [was[0] ?? '', was[1] ?? ''];
	// The last box onto the breaker: it is fed from the panel, by a cable of its own.
	await drag(`[data-strip-box="${last}"] rect.square`, '[data-strip-breaker] rect');
	await b.says(`${last} re-fed`);
	// The other one onto it: now that is fed from there.
	await drag(`[data-strip-box="${first}"] rect.square`, `[data-strip-box="${last}"] rect.square`);
	await b.driver.wait(async () => (await order())[0] === last, PATIENCE_MS, 'the order did not turn');
	assert.deepEqual(await order(), [last, first]);
});

test('the panel: breakers dragged from space to space, one that does not fit refused with the reason, and the legs balanced', async () => {
	await b.go('/job/bare/circuit');
	await b.click('main button', 'Panel');
	await b.says('15 spare of 40 spaces', 'main');
	await b.find('main [role="img"] svg');
	// A single-pole breaker with another one, or a spare space, below it on its side.
	const [first, to] = await b.run<[string, string]>(`
		const single = (cell) => cell && !cell.hidden && !cell.style.gridRow.includes('span');
		const cellOf = (space) => document.querySelector('[data-space="' + space + '"]');
		const own = [...document.querySelectorAll('[data-breaker]')].find((x) => {
			const cell = x.closest('[data-space]');
			return single(cell) && single(cellOf(Number(cell.dataset.space) + 2));
		});
		return [own.dataset.breaker, String(Number(own.closest('[data-space]').dataset.space) + 2)]`);
	const kiln = await b.run<string>(
		'return [...document.querySelectorAll("[data-breaker]")].find((x) => x.textContent.includes("iln")).dataset.breaker'
	);
	const spaceOf = () =>
		b.run<string>(
			'return document.querySelector(`[data-breaker="${arguments[0]}"]`).closest("[data-space]").dataset.space',
			first
		);
	await b.run('document.querySelector(`[data-breaker="${arguments[0]}"]`).scrollIntoView({ block: "center" })', first);
	await drag(`[data-breaker="${first}"]`, `[data-space="${to}"]`);
	await b.says(/^(Space \d+|The .*) to space \d+/m);
	assert.equal(await spaceOf(), to);
	await drag(`[data-breaker="${first}"]`, `[data-breaker="${kiln}"]`);
	await b.says(/is taken by .*: move that first/);
	assert.equal(await spaceOf(), to);
	await b.run('for (const d of document.querySelectorAll("main .content")) d.scrollTo(0, 0)');
	await b.click('main button', 'Main panel, its facts');
	await b.click('.slip .fold-head', 'Its label, neutral and grounds');
	await b.click('.slip fieldset label', 'full size');
	await b.click('button[aria-label="Close the slip"]');
	await b.openSlip();
	await b.says('breaker; the label of Main panel lists full size', '.slip');
});

test('the old directory is not believed until it is proven', async () => {
	await b.go('/job/marrow-street/circuit');
	await b.click('main button', 'Panel');
	await b.says('Not proven until tested', 'main');
	await b.click('main table tbody tr:first-child td:last-child button');
	await b.says('Space 1: directory proven');
	await b.says('proven', 'main table tbody tr:first-child td:last-child');
});

test("the demo's own mistakes are named with section and fix: the kitchen circuit that wanders, an appliance by guess, a shared neutral", async () => {
	await b.go('/job/quillback/circuit');
	await b.openSlip();
	await b.says('L-05 in Living is on space 5, a small appliance circuit', '.slip');
	await b.says('210.52(B)(2)', '.slip');
	await b.click('.slip button', 'Move L-05 to space');
	await b.saysNot('L-05 in Living', '.slip');
	await b.click('main table button.row', 'Microwave');
	await open('Facts');
	await open('Nameplate: microwave');
	await choose('Start over with a generic one', 'none: general use');
	await b.says('breaker and wire are a guess', '.slip');
	await choose('One appliance: start with', 'microwave');
	await b.says('1500 W', '.slip');
	await choose('On the circuit, V', '240 V');
	await b.says('one pole is 120 V', '.slip');
	await b.click('.slip button', 'Figure it at 120 V');
	await b.click('main table button.row', 'Bedroom 2 receptacles');
	await open('Shared neutral');
	await choose('Shares its neutral', 'space 19');
	await b.says('no cable from the panel holds both', '.slip');
	await b.click('.slip button', 'One three-wire cable to');
	await b.click('main button', 'Multiwire');
	await b.says('Spaces 17 and 19 on one neutral', 'main');
	await b.says('these points are not met', 'main');
	await b.says('14-3 NM-B with ground', 'main');
	assert.deepEqual(await b.complaints(), []);
});
