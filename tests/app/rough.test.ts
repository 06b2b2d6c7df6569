import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { Browser, together } from './browser';

/** Rough-in: ways on the plan, boxes, the check list, one list to buy from, the trench. */
let b: Browser;
let folder: string;
together((browser, made) => ([b, folder] = [browser, made]));
const JOB = '/job/quillback/rough';

test('the house is laid by one press; a way is moved by keys and its length follows; undo takes it back', async () => {
	await b.fresh('Quillback Pottery', `${JOB}?view=routes`);
	await b.click('.sheet .bar button', 'Lay 82 cables');
	await b.press('.plan .way[aria-label="way Main panel to K-06"]');
	await b.says('Main panel to K-06', '.sheet .bar');
	const feet = () => b.run<number>('return Number.parseInt(document.querySelector(".sheet .bar .figure b").textContent)');
	const before = await feet();
	assert.ok(before > 10);
	await b.focus('.plan .corner');
	const corner = await b.find('.plan .corner');
	for (let i = 0; i < 40; i++) await corner.sendKeys('\uE013');
	await b.settled();
	const after = await feet();
	assert.ok(after > before, `${before} to ${after}`);
	await b.reload();
	await b.says('Main panel to K-06', '.sheet .bar');
	assert.equal(await feet(), after);
});
test('a way is dragged by its corner, and keeps its ends', async () => {
	await b.fresh('Quillback Pottery', `${JOB}?view=routes`);
	await b.click('.sheet .bar button', 'Lay 82 cables');
	await b.press('.plan .way[aria-label="way Main panel to K-06"]');
	const path = () => b.run<string>('return document.querySelector(".plan .way.picked .line").getAttribute("d")');
	const before = await path();
	await b.driver
		.actions()
		.dragAndDrop(await b.find('.plan .corner'), { x: 30, y: -25 })
		.perform();
	await b.settled();
	const after = await path();
	assert.notEqual(after, before);
	const ends = (d: string) => [d.split('L')[0], d.split('L').at(-1)];
	assert.deepEqual(ends(after), ends(before));
});
test('a check is ticked on a phone and outlives a reload; what is not done is counted', async () => {
	await b.fresh('Quillback Pottery', `${JOB}?view=checks&circuit=c3`);
	await b.says('0 of', '.sheet .big');
	await b.click('.sheet li input[type=checkbox]', '');
	await b.says('1 of', '.sheet .big');
	await b.click('.sheet li:nth-child(2) button', 'Not yet');
	await b.says('1 to do again', '.sheet .big');
	await b.reload();
	await b.says('1 of', '.sheet .big');
	await b.says('1 to do again', '.sheet .big');
});
test('one list: prices are the shop’s, by typing and by file; what the truck has is taken off', async () => {
	await b.fresh('Quillback Pottery', `${JOB}?view=list`);
	await b.says('no prices yet', '.sheet .big');
	const path = join(folder, 'prices.csv');
	writeFileSync(path, 'item,price\r\n"devices: receptacle, 15 A, TR",2.5\r\n"breakers: 15 A, one-pole AFCI",abc\r\n');
	await (await b.find('.sheet input[type=file]')).sendKeys(path);
	await b.says('60.00', '.sheet .big');
	await b.says('1 prices taken. Not taken: line 3');
	const field = 'input[aria-label]';
	assert.ok(field);
	await b.go('/job/marrow-street/rough?view=list');
	await b.go(`${JOB}?view=list`);
	await b.says('60.00', '.sheet .big');
	const csv = await b.saved(() => b.click('.sheet button', 'List as CSV'));
	assert.match(csv, /receptacle, 15 A, TR",24,each,0,24,2.5,60/);
});
test('boxes, supports and the trench read the job; a stretch under a driveway moves the depth', async () => {
	await b.fresh('Quillback Pottery', `${JOB}?view=boxes&box=k-03`);
	await b.says('20.25 cu in', '.sheet');
	await b.go(`${JOB}?view=supports`);
	await b.says('staples and straps', '.sheet');
	await b.says('1.38 in from the edge', '.sheet');
	await b.go(`${JOB}?view=trench`);
	await b.says('24 in', '.sheet .big');
	await b.set('.sheet table:last-of-type select', 'dwelling-driveway');
	await b.says('18 in', '.sheet .big');
});

test('outdoors the list in Walk says how many fasteners were seen of those that are required', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/walk?view=list');
	await b.says('Fasteners: not counted', '.sheet');
	await b.go('/job/quillback/walk?view=list&box=o-01');
	await b.click('.slip .fold-head', 'Box');
	await b.label('.slip');
	await b.type('.slip input[data-label="Fasteners required"]', '4');
	await b.run('document.activeElement.blur()');
	await b.says('Fasteners: 4 required, not counted yet', '.sheet');
	await b.type('.slip input[data-label="Fasteners seen"]', '2');
	await b.run('document.activeElement.blur()');
	await b.says('Fasteners: 2 of the 4', '.sheet');
	await b.go('/job/quillback/rough?box=o-01');
	await b.says('has 2 of the 4 fasteners', '.slip');
});
