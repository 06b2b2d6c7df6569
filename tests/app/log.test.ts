import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { Browser, PATIENCE_MS, together } from './browser';
import { yearLog } from './year-log';

let b: Browser;
let folder: string;
together((browser, files) => ([b, folder] = [browser, files]));

test('a log of 10,000 readings: taken in, only what is in sight drawn, filtered by words, drawn as charts', async () => {
	await b.go('/job/marrow-street/prove?box=sw-01');
	await b.click('main button', 'Log');
	const file = join(folder, 'year.csv');
	writeFileSync(file, yearLog());
	await (await b.find('input[type=file][aria-label="Import readings"]')).sendKeys(file);
	await b.says('Import 10000 readings', 'main');
	await b.click('main button', 'Import 10000 readings');
	await b.says('10030 of 10030 readings', 'main');
	await b.run('document.querySelector(".list").scrollTop = 1e7');
	await b.says('Jan 1, 2024', '.list');
	const drawn = await b.run<number>('return document.querySelectorAll(".list li").length');
	assert.ok(drawn > 0 && drawn < 60, `${drawn} rows are drawn: only those in sight should be`);

	// 2,000 of the table and the 5 that the demo house has of this box.
	await b.type('.bar input', 'bd-01');
	await b.says('2005 of 10030', 'main [role=status]');
	await b.says('BD-01', '.list');
	await b.click('main button', 'Charts');
	await b.driver.wait(
		() => b.run<boolean>('return document.querySelectorAll("main figure svg").length >= 5'),
		PATIENCE_MS,
		'charts'
	);
});
