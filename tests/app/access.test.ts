import assert from 'node:assert/strict';
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { STAGES } from '../../src/core/model/kinds';
import { DEMOS } from '../../src/core/demo';
import { beyond, underThumb } from './beyond';
import { Browser, DESK, PATIENCE_MS, PHONE, together } from './browser';

/** axe-core finds nothing in any view, at either size. */
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let b: Browser;
together((browser) => (b = browser));

/** @param of the part that is looked at: what stands around it is the same on other pages */
async function violations(of = 'html'): Promise<string[]> {
	await b.run(axe);
	const found = await b.driver.executeAsyncScript<{ id: string; nodes: { target: string[]; failureSummary: string }[] }[]>(
		'const done = arguments[1]; axe.run(arguments[0], { resultTypes: ["violations"] }).then((r) => done(r.violations))',
		of
	);
	return found.flatMap((v) =>
		v.nodes.slice(0, 3).map((n) => `${v.id}: ${n.target.join(' ')}: ${n.failureSummary.split('\n')[1] ?? ''}`)
	);
}
/** A view once: every other one in the dark. `npm run sweep` has each in both. */
let looked = 0;
function look(what: string, at: () => Promise<void>): void {
	const theme = looked++ % 2 ? 'dark' : 'light';
	test(`axe: ${what}, ${theme}`, async () => {
		await b.run(
			'localStorage.theme = arguments[0]; document.documentElement.classList.toggle("dark", arguments[0] === "dark")',
			theme
		);
		await at();
	});
}
look('the page of all jobs', async () => {
	await b.resize(DESK);
	await b.follow('/');
	await b.click('button', 'New service call');
	await b.find('#new-name');
	assert.deepEqual(await violations(), []);
});
for (const stage of STAGES) {
	look(stage, async () => {
		await b.resize(DESK);
		// Something is picked, so that slip and strip are full; `npm run sweep` sees each as it opens, too.
		await b.follow(`/job/quillback/${stage}?box=w-01`);
		await b.says('W-01', '.slip h2');
		assert.deepEqual(await violations(), []);
	});
}
for (const [nth, [stage, button, says]] of (
	[
		['walk', 'Room by tape', 'Tape, from a door'],
		['walk', 'Draw', 'Exact wall'],
		['walk', 'From DXF', 'Walls from a DXF drawing'],
		['walk', 'Add things', 'No room picked'],
		['layout', 'Punch list', 'seen on site'],
		['circuit', 'Service load', 'Calculation'],
		['circuit', 'Outlets', 'Drag a box'],
		['circuit', 'Panel', 'spare of'],
		['circuit', 'Propose', 'Shop practice'],
		['circuit', 'Multiwire', 'share a neutral'],
		['protect', 'Devices', 'Price list'],
		['protect', 'Replace', 'First choice'],
		['protect', 'Labels', 'label'],
		['protect', 'Letter', 'Pick an outlet'],
		['protect', 'Editions', 'outlets change'],
		['protect', 'Inspector', 'Rulings in'],
		['trim', 'Practice', 'igtail'],
		['rough', 'Rolls', 'no way buys less'],
		['rough', 'Trench', 'utility-locating'],
		['rough', 'Raceway', 'maximum'],
		['trace', 'Symptoms', 'Readings off'],
		['trace', 'Which breaker', 'Walk 1 of'],
		['trace', 'Feed order', 'Disconnected ends'],
		['trace', 'Trips and checks', 'Keep the check'],
		['trace', 'Tracer', 'Level at the sender']
	] as const
).entries()) {
	look(`${button}`, async () => {
		await b.resize(DESK);
		// With nothing picked, from the first on.
		await (nth ? b.follow(`/job/quillback/${stage}`) : b.go(`/job/quillback/${stage}`));
		await b.click('main button', button);
		await b.says(says, 'main');
		assert.deepEqual(await violations('main'), []);
	});
}
look('a circuit and a panel with all their facts open, and what they lead to', async () => {
	await b.resize(DESK);
	await b.follow('/job/quillback/circuit');
	await b.click('main table button.row', 'Water heater');
	await b.find('.slip .fold-head');
	// Facts come when they are first shown: what they fold is opened as it comes.
	await b.driver.wait(async () => {
		await b.run('document.querySelectorAll(".slip .fold-head[aria-expanded=false]").forEach((d) => d.click())');
		return (await b.text('.slip')).includes('Its disconnect');
	}, PATIENCE_MS);
	assert.deepEqual(await violations(), [], 'circuit');
	await b.click('main button', 'Panel');
	await b.click('main button', 'Main panel, its facts');
	await b.find('.slip fieldset');
	await b.run('document.querySelectorAll(".slip .fold-head[aria-expanded=false]").forEach((d) => d.click())');
	assert.deepEqual(await violations(), [], 'panel');
	await b.follow('/job/marrow-street/circuit');
	await b.click('main button', 'Panel');
	await b.says('Not proven until tested', 'main');
	assert.deepEqual(await violations(), [], 'a panel with its old directory');
	await b.follow('/job/marrow-street/protect?box=bd-02');
	for (const [view, says] of [
		['Replace', 'A GFCI receptacle here'],
		['Letter', 'Code basis'],
		['Devices', 'Use this']
	] as const) {
		await b.click('main button', view);
		await b.says(says, 'main');
		assert.deepEqual(await violations(), [], view);
	}
});
look('every view of Prove', async () => {
	await b.resize(DESK);
	await b.follow('/job/marrow-street/prove?box=cb-01');
	await b.set('.sender select', 'simulated');
	await b.says('live', '.sender .state');
	assert.deepEqual(await violations(), [], 'the form with an instrument');
	for (const [view, says] of [
		['Log', 'of 30 readings'],
		['GFCIs', 'to do. Test each'],
		['Meaning', 'Will a ground fault trip the breaker'],
		['Checks', 'If a reset trips at once'],
		['Charts', 'Due by month'],
		['Before, after', 'Before and after'],
		['Limits', 'Utilization voltage']
	] as const) {
		await b.click('main button', view);
		await b.says(says, 'main');
		if (view === 'GFCIs') await b.click('main table button.row', 'bench GFCI');
		assert.deepEqual(await violations(), [], view);
	}
});
look('a room, a thing and a box with all its facts open', async () => {
	await b.resize(DESK);
	for (const css of ['path.floor[aria-label^="Kitchen"]', '[data-fixture="sink"]', '[data-box="K-20"]']) {
		await b.go('/job/quillback/walk');
		await b.press(css);
		await b.find('.slip .facts');
		await b.run('document.querySelectorAll(".slip .fold-head[aria-expanded=false]").forEach((d) => d.click())');
		assert.deepEqual(await violations(), [], css);
	}
});
for (const stage of STAGES) {
	look(`${stage} on a phone`, async () => {
		await b.resize(PHONE);
		await b.follow(`/job/quillback/${stage}?box=w-01`);
		await b.find('main h1');
		assert.deepEqual(await violations(), []);
	});
}
look('a call that chooses, with new work', async () => {
	await b.resize(PHONE);
	await b.follow('/job/marrow-street/walk?view=call-choose&box=bd-02');
	await b.click('.thread .choice button', 'A light and its switch');
	await b.says('Use this: A light and its switch', '.thread');
	assert.deepEqual(await violations(), []);
	assert.deepEqual(await underThumb(b), []);
	assert.deepEqual(await beyond(b), []);
});
for (const nth of [1, 2])
	look(`a breaker on its sheet, ${nth} of 2`, async () => {
		await b.resize(PHONE);
		const at = DEMOS['marrow-street']?.().job.circuits.find((c) => c.space === 7);
		await b.go(`/job/marrow-street/trim?view=call-breaker&circuit=${at?.id}`);
		await b.says('What it does', '.call');
		assert.deepEqual(await violations(), []);
		assert.deepEqual(await underThumb(b), []);
		assert.deepEqual(await beyond(b), []);
	});
look('the slip on a phone', async () => {
	await b.resize(PHONE);
	await b.follow('/job/quillback/prove?box=w-01');
	await b.find('.pad');
	assert.deepEqual(await violations(), []);
	await b.click('.pad button', 'Why');
	await b.says('W-01', '.slip h2');
	assert.deepEqual(await violations(), [], 'with the slip open');
});

/** The narrowest screen that a page must fit (WCAG 1.4.10), and a desk at 200%. */
for (const [words, size] of [
	['at 320 px', { width: 320, height: 640 }],
	['at 200%', { width: 640, height: 400 }]
] as const)
	test(`nothing is out of reach ${words}`, async () => {
		await b.resize(size);
		for (const stage of STAGES) {
			await b.follow(`/job/quillback/${stage}?box=w-01`);
			await b.find('main h1');
			await b.settled();
			assert.deepEqual(await beyond(b), [], stage);
		}
		await b.follow('/job/quillback/layout');
		await b.says('Fit', 'main .tools');
		assert.deepEqual(await beyond(b), [], 'the tools of the plan');
		await b.follow('/job/quillback/protect?view=replace');
		await b.find('main table');
		assert.deepEqual(await violations(), [], 'a table that scrolls');
		// What is off is said at any width: before when, and by whom.
		const name = await b.run<number>('return document.querySelector("header .live .name").getBoundingClientRect().width');
		assert.ok(name > 40, `${name} px for what is off`);
	});

test('on a phone every button, field and box is 44 px or more', async () => {
	await b.resize(PHONE);
	for (const at of [
		'/',
		...STAGES.map((stage) => `/job/marrow-street/${stage}?box=sw-04`),
		'/job/quillback/protect',
		'/job/quillback/rough?view=list',
		'/job/quillback/prove?view=log'
	]) {
		await b.follow(at);
		await b.find('h1');
		await b.settled();
		assert.deepEqual(await underThumb(b), [], at);
	}
});
