import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { Browser, together } from './browser';

/** The machine can be lost and the job not: everything in one file, and back. */
let b: Browser;
let folder: string;
together((browser, made) => ([b, folder] = [browser, made]));
const backup = 'section[aria-label="Backup"]';

test('a backup holds every job with its history and the shop’s settings; an empty browser gets all of it back', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/walk');
	await b.go('/');
	await b.says('No backup yet', backup);
	await b.run('localStorage.shopPrices = JSON.stringify({ "devices: x": 2 })');
	await b.go('/job/marrow-street/walk?panel=main');
	await b.type('.slip .field input', 'Cellar panel, old');
	await b.run('document.activeElement.blur()');
	await b.settled();
	await b.go('/');
	await b.says('1 edit in this browser', backup);
	const bytes = await b.savedBytes(() => b.click(`${backup} button`, 'Back up everything'));
	await b.says('0 edits since', backup);
	const parts = unzipSync(bytes);
	const meta = JSON.parse(strFromU8(parts['backup.json'] as Uint8Array)) as { jobs: { name: string; file: string }[] };
	assert.deepEqual(meta.jobs.map((j) => j.name).sort(), ['Marrow Street', 'Quillback Pottery']);
	assert.deepEqual(JSON.parse(strFromU8(parts['shop.json'] as Uint8Array)).shopPrices, '{"devices: x":2}');

	// Another machine, with the demo job as it comes.
	await b.fresh('Marrow Street', '/job/marrow-street/walk');
	await b.go('/');
	await b.run('localStorage.removeItem("shopPrices")');
	const path = join(folder, 'all.hektos');
	writeFileSync(path, bytes);
	await (await b.find('input[aria-label="Restore a backup"]')).sendKeys(path);
	await b.says('Quillback Pottery: here as it is in the backup', backup);
	await b.says('Marrow Street: brought together with what is here', backup);
	assert.equal(await b.run('return localStorage.shopPrices'), '{"devices: x":2}');
	await b.go('/job/marrow-street/walk?panel=main');
	const named = await b.find('.slip .field input');
	assert.equal(await named.getAttribute('value'), 'Cellar panel, old');

	// A file that is none is told, and nothing is lost.
	await b.go('/');
	const other = join(folder, 'other.hektos');
	writeFileSync(other, 'no zip');
	await b.says('Backup', backup);
	await (await b.find('input[aria-label="Restore a backup"]')).sendKeys(other);
	await b.says('is no backup', backup);
});
test('the shop: an instrument whose calibration has run out is told beside its readings', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/walk');
	await b.go('/');
	await b.click('.fold-head', 'Your shop');
	await b.label('[data-fold="Your shop"]');
	await b.type('input[data-label="Instrument, as readings name it"]', 'plug-in analyzer');
	await b.type('input[data-label="Calibrated until"]', '2020-01-01');
	await b.click('button', 'Add instrument');
	await b.says('calibrated until Jan 1, 2020');
	await b.go('/job/quillback/prove?view=log');
	await b.says('plug-in analyzer: calibration had run out');
});
test('the shop: its people sign by a pick, its practice is what new jobs start with', async () => {
	await b.fresh('Marrow Street', '/job/marrow-street/trim?view=practice');
	await b.set('.sheet select', 'feed-through');
	await b.says('Fewer splices', '.sheet');
	await b.click('.sheet button', 'Keep as house practice');
	await b.go('/');
	await b.click('.fold-head', 'Your shop');
	const shop = '[data-fold="Your shop"]';
	await b.says('New jobs start with your practice', shop);
	await b.label('[data-fold="Your shop"]');
	await b.type('input[data-label="Initials"]', 'RT');
	await b.type('input[data-label="Name"]', 'R. Test');
	await b.type('input[data-label="License of this person"]', 'E-104');
	await b.click('button', 'Add person');
	await b.says('R. Test, license E-104', shop);
	await b.go('/job/marrow-street/handover');
	await b.click('.sheet button', 'Sign');
	await b.label('.sign');
	await b.set('.sign select[data-label="Person"]', 'RT');
	assert.equal(await b.run(`return document.querySelector(".sign [data-label='License number']").value`), 'E-104');
	await b.go('/?new=job');
	await b.type('#new-name', 'Second house');
	await b.click('form button[type=submit]');
	await b.find('.frame');
	const at = new URL(await b.driver.getCurrentUrl()).pathname.replace('/walk', '/trim?view=practice');
	await b.go(at);
	await b.says('Fewer splices', '.sheet');
});
test('the installed app: a shortcut asks for the call at once', async () => {
	await b.go('/?new=call');
	await b.find('button[aria-expanded="true"]');
	const manifest = await b.run<string>('return fetch("/manifest.webmanifest").then((r) => r.text())');
	const told = JSON.parse(manifest) as {
		shortcuts: { url: string }[];
		file_handlers: { action: string }[];
		share_target: { action: string };
	};
	assert.deepEqual(
		[told.shortcuts[0]?.url, told.file_handlers[0]?.action, told.share_target.action],
		['/?new=call', '/', '/share']
	);
});
