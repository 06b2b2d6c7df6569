import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Key } from 'selenium-webdriver';
import { STAGES } from '../../src/core/model/kinds';
import { Browser, DESK, PATIENCE_MS, PHONE, together } from './browser';

/** The frame: room for the work, the strip's heights, the slip that folds, views with addresses, lists by keyboard, drafts. */
let b: Browser;
together((browser) => (b = browser));

const keys = (...keys: string[]) =>
	b.driver
		.actions()
		.sendKeys(...keys)
		.perform();
const rect = (css: string) =>
	b.run<{ width: number; height: number; top: number }>(
		'const { width, height, top } = document.querySelector(arguments[0]).getBoundingClientRect(); return { width, height, top }',
		css
	);
const address = async () => {
	const { pathname, search } = new URL(await b.driver.getCurrentUrl());
	return `${pathname.split('/').at(-1)}${search}`;
};
const until = (what: () => Promise<boolean>, words: string) => b.driver.wait(what, PATIENCE_MS, words);

test('with nothing picked, the sheet of every stage has three fifths of the page or more', async () => {
	await b.resize(DESK);
	for (const stage of STAGES) {
		await b.go(`/job/quillback/${stage}`);
		await b.find('main .sheet .content');
		const { width, height } = await rect('main .sheet');
		const share = (width * height) / (DESK.width * DESK.height);
		assert.ok(share >= 0.6, `${stage}: ${share.toFixed(2)}`);
		assert.equal((await rect('.strip')).height, 41, `${stage}: the strip is one line`);
	}
});

test('the strip: as high as its run, folded and raised by key, dragged by key, remembered for the stage', async () => {
	await b.go('/job/quillback/circuit?circuit=c13');
	await b.find('[data-strip-box="L-01"]');
	const fit = (await rect('.strip .body')).height;
	// Two rows of 104 at 0.8.
	assert.ok(fit > 160 && fit < 180, String(fit));
	await keys('s');
	const tall = (await rect('.strip .body')).height;
	assert.ok(tall > fit, `${tall} after ${fit}`);
	await keys('s');
	assert.equal((await b.driver.findElements({ css: '.strip .body' })).length, 0, 'folded to its line');
	await b.says('Space 19 · Living, entry, hall receptacles', '.strip');
	await b.reload();
	await b.says('Space 19 · Living', '.strip');
	assert.equal((await b.driver.findElements({ css: '.strip .body' })).length, 0, 'still folded after a reload');
	await b.go('/job/quillback/protect?circuit=c13');
	await b.find('[data-strip-box="L-01"]');
	await b.go('/job/quillback/circuit?circuit=c13');
	await b.says('Space 19 · Living', '.strip');
	await keys('s');
	await b.find('.strip .edge');
	await b.focus('.strip .edge');
	await keys(Key.ARROW_UP, Key.ARROW_UP);
	await until(async () => Math.round((await rect('.strip .body')).height) === Math.round(fit) + 48, 'it was not raised by 48 px');
	await b.run('localStorage.removeItem("stripHeights")');
});
test('a circuit is found by a room, a breaker or its number from the line', async () => {
	await b.go('/job/quillback/walk');
	await b.says('No run picked', '.strip');
	await keys('c');
	await b.type('#find', 'watr heater' + Key.ENTER);
	await b.says('Space 10/12 · Water heater', '.strip');
	assert.match(await address(), /^walk\?circuit=/);
});

test('the slip folds to its count, opens on picking, stays open when it is pinned', async () => {
	await b.go('/job/quillback/protect');
	await b.find('button[title^="What is open here"]');
	assert.equal((await rect('button[title^="What is open here"]')).width, 44);
	await b.click('main table button.row', 'K-06');
	await b.says('K-06', '.slip h2');
	await keys(Key.ESCAPE);
	await b.find('button[title^="What is open here"]');
	await keys('w');
	await b.says('Protect', '.slip h2');
	await b.click('button[aria-label="Keep the slip open"]');
	await b.reload();
	await b.says('Protect', '.slip h2');
	await b.click('button[aria-label="Unpin the slip"]');
});

test('the address carries stage, view and what is picked: back, forward, reload and a bookmark return to it', async () => {
	await b.go('/job/quillback/circuit');
	await b.click('[role=tab]', 'Panel');
	await b.says('spare of 40 spaces', 'main');
	assert.equal(await address(), 'circuit?view=panel');
	await b.click('.rail a', 'Protect');
	await b.click('main table button.row', 'K-06');
	await b.says('K-06', '.slip h2');
	await until(async () => (await address()) === 'protect?box=k-06', 'the address does not say the box');
	await b.click('[role=tab]', 'Editions');
	await until(async () => (await address()) === 'protect?view=compare&box=k-06', 'the address does not say the view');
	await b.driver.navigate().back();
	await until(async () => (await address()) === 'protect?box=k-06', 'back does not lead to the outlets');
	await b.says('K-06', '.slip h2');
	await b.driver.navigate().back();
	await until(async () => (await address()) === 'circuit?view=panel', 'back does not lead to the panel');
	await b.says('spare of 40 spaces', 'main');
	await b.find('button[title^="What is open here"]');
	await b.driver.navigate().forward();
	await until(async () => (await address()) === 'protect?box=k-06', 'forward does not lead to the box');
	await b.says('K-06', '.slip h2');
	await b.reload();
	await b.says('K-06', '.slip h2');
	// A stage is come back to in the view that it was left in.
	await b.click('[role=tab]', 'Letter');
	await until(async () => (await address()).includes('view=letter'), 'the letter is not shown');
	await b.click('.rail a', 'Walk');
	await until(async () => (await address()).startsWith('walk'), 'Walk is not shown');
	await b.click('.rail a', 'Protect');
	await until(async () => (await address()) === 'protect?view=letter&box=k-06', 'Protect is not as it was left');
});
test('tabs and lists by keyboard: arrows step, the slip follows', async () => {
	await b.go('/job/quillback/circuit');
	await b.find('[role=tab]');
	await b.focus('[role=tab]');
	await keys(Key.ARROW_RIGHT);
	await until(async () => (await address()) === 'circuit?view=board', 'the arrow does not step along the tabs');
	await b.go('/job/quillback/protect');
	await b.run('arguments[0].focus()', await b.withText('main table button.row', 'K-01'));
	await keys(Key.ARROW_DOWN, Key.ARROW_DOWN);
	await b.says('K-03', '.slip h2');
	await keys(Key.ARROW_UP);
	await b.says('K-02', '.slip h2');
	// What has the keyboard is never under the head of its table.
	const [head, row] = [await rect('main th'), await b.run<number>('return document.activeElement.getBoundingClientRect().top')];
	assert.ok(row >= head.top + head.height - 1, `${row} under ${head.top + head.height}`);
});
test('what comes next is one line with a button that leads there', async () => {
	await b.go('/job/quillback/layout');
	await b.says(/Next\s+Bedroom 2: place \d receptacle/, '.next');
	await b.click('.next button', 'Go');
	await b.says('Bedroom 2', '.slip h2');
	await until(async () => (await b.driver.findElements({ css: '.next button' })).length === 0, 'it still leads where one is');
});

test('a tape that was typed outlives a look at the plan, another stage and a reload', async () => {
	await b.go('/job/quillback/walk?view=tape');
	await b.type('.tape input', 'Loft room' + Key.TAB);
	await b.type('#tape-text', "12' l 10'");
	await b.click('[role=tab]', 'Plan');
	await b.find('path.floor');
	await b.click('.rail a', 'Protect');
	await b.says('K-01', 'main');
	await b.go('/job/quillback/walk?view=tape');
	await b.reload();
	await b.find('#tape-text');
	assert.deepEqual(
		await b.run('return [document.querySelector(".tape input").value, document.querySelector("#tape-text").value]'),
		['Loft room', "12' l 10'"]
	);
	await b.run('localStorage.removeItem("draft quillback tape ")');
});

test('jobs are duplicated, archived and removed, each taken back by one press; each shows what comes next', async () => {
	await b.go('/');
	await b.says('Bedroom 2: place what is missing');
	await b.says('Find the cause: The iron dims the lamp', 'table');
	const act = async (job: string, words: string) => {
		await b.click(`button[aria-label="More for ${job}"]`);
		await b.click('.hekto-menu button', words);
	};
	await act('Marrow Street', 'Duplicate');
	await b.says('Marrow Street (copy)', 'table');
	await act('Marrow Street (copy)', 'Archive');
	await b.says('Marrow Street (copy) was archived.');
	await b.says('Archived 1');
	await b.click('.taken button', 'Undo');
	await b.says('Marrow Street (copy)', 'table');
	await act('Marrow Street (copy)', 'Remove');
	await b.says('Marrow Street (copy) was removed.');
	await b.click('.which button', 'Removed');
	await b.says('Marrow Street (copy)', 'table');
	await act('Marrow Street (copy)', 'Back to the list');
	await b.click('a.job', 'Marrow Street (copy)');
	await b.says('27 boxes', 'main header');
	assert.deepEqual(await b.complaints(), []);
});

test('on a phone a picked box is a card from below, and the plan fills the height', async () => {
	await b.resize(PHONE);
	await b.go('/job/quillback/walk');
	await b.find('path.floor');
	const { height } = await rect('main .plan');
	assert.ok(height > 0.6 * PHONE.height, String(height));
	await b.press('[data-box="K-03"]');
	await b.says('K-03', '.card');
	await b.click('.card button', 'Why');
	await b.says('K-03', '.slip h2');
	await b.resize(DESK);
});

test('the head of a table never covers half a row, wherever the list comes to rest; a view opens at its top', async () => {
	for (const at of ['protect?box=k-06', 'circuit?view=table', 'walk?view=list']) {
		await b.go(`/job/quillback/${at}`);
		await b.find('main .content table.data tbody tr');
		await b.settled();
		if (!at.includes('box=')) assert.equal(await b.run('return document.querySelector("main .content").scrollTop'), 0, at);
		for (const to of [null, 123, 337, 531]) {
			const cut = await b.driver.executeAsyncScript<string[]>(
				`const [to, done] = arguments;
				const content = document.querySelector('main .content');
				if (to !== null) content.scrollTo(0, to);
				const cut = () => {
					const head = document.querySelector('main table.data th').getBoundingClientRect().bottom;
					return [...document.querySelectorAll('main table.data tbody tr')]
						.filter((row) => { const { top, bottom } = row.getBoundingClientRect(); return top < head - 2 && bottom > head + 2; })
						.map((row) => row.innerText);
				};
				// It comes to rest in its own time, and then stays.
				const look = (left) => setTimeout(() => (left && cut().length ? look(left - 1) : done(cut())), 250);
				look(40);`,
				to
			);
			assert.deepEqual(cut, [], `${at} at ${to}`);
		}
	}
});
