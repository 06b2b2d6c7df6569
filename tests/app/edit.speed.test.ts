import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { By } from 'selenium-webdriver';
import { writeJobFile } from '../../src/core/formats/job-json';
import { bigHouse } from '../core/big-house';
import { Browser, together } from './browser';

/** What must stay quick in Chromium. Run by itself, after the other tests. */
let b: Browser;
let folder: string;
together(4817, (browser, files) => ([b, folder] = [browser, files]));

const quarter = (times: readonly number[]) => [...times].sort((x, y) => x - y)[Math.floor(times.length / 4)] ?? Infinity;
test('40 rooms and 300 boxes: from an edit to its findings, and from a drag to its drawing, in time', async (t) => {
	const job = bigHouse();
	assert.deepEqual([job.rooms.length, job.boxes.length], [41, 300]);
	const file = join(folder, 'big.json');
	writeFileSync(file, writeJobFile(job, [], []));
	await b.go('/');
	await b.says('Jobs in this browser');
	await (await b.driver.findElement(By.css('input[type=file]'))).sendKeys(file);
	await b.says('Big house');
	await b.go('/job/big/layout?box=r9-01');
	await b.says('R9-01', '.slip h2');
	const spent = await b.driver.executeAsyncScript<number[]>(`
		const done = arguments[0];
		const times = [];
		const again = () => {
			if (times.length === 15) return done(times.slice(3));
			const start = performance.now();
			document.body.dispatchEvent(new KeyboardEvent('keydown', { key: times.length % 2 ? 'ArrowUp' : 'ArrowDown', shiftKey: true, bubbles: true, cancelable: true }));
			requestAnimationFrame(() => setTimeout(() => { times.push(performance.now() - start); setTimeout(again, 60); }));
		};
		document.activeElement?.blur();
		again();`);
	// The quicker quarter: a machine that builds and tests has other things to do.
	const edit = quarter(spent);
	t.diagnostic(`an edit of 300 boxes: ${edit.toFixed(1)} ms`);
	assert.ok(edit < 100, `an edit took ${Math.round(edit)} ms`);
	await b.says('R9-01 moved');

	// A drag: the work of one move, without the browser's own frame.
	const box = await b.find('[data-box="R9-02"]');
	const before = await box.getAttribute('transform');
	const moves = await b.driver.executeAsyncScript<number[]>(
		`
		const [el, done] = arguments;
		const at = el.getBoundingClientRect();
		const [x, y] = [at.x + at.width / 2, at.y + at.height / 2];
		const fire = (on, type, dy) =>
			on.dispatchEvent(new MouseEvent(type, { bubbles: true, cancelable: true, view: window, clientX: x, clientY: y + dy, button: 0 }));
		(async () => {
			fire(el, 'mousedown', 0);
			const times = [];
			for (let i = 1; i <= 24; i++) {
				const start = performance.now();
				fire(window, 'mousemove', i % 12);
				await new Promise((r) => queueMicrotask(() => queueMicrotask(r)));
				times.push(performance.now() - start);
			}
			fire(window, 'mouseup', 8);
			setTimeout(() => done(times.slice(4)), 200);
		})();`,
		box
	);
	const drag = quarter(moves);
	t.diagnostic(`a move of a drag: ${drag.toFixed(1)} ms`);
	assert.ok(drag < 16, `a move of a drag took ${Math.round(drag)} ms`);
	await b.says('R9-02 moved');
	assert.notEqual(await (await b.find('[data-box="R9-02"]')).getAttribute('transform'), before);
});
