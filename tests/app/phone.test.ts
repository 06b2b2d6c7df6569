import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { Key } from 'selenium-webdriver';
import { Browser, PATIENCE_MS, PHONE, serve, type Server } from './browser';

/** A service call on a phone, with no network: the app was visited once, then the server is gone. */
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

test('once visited, the app starts and works offline: a service call, judged, attached to a room and circuit later', async () => {
	await b.go('/');
	await b.says('Marrow Street');
	await b.driver.executeAsyncScript('const done = arguments[0]; navigator.serviceWorker.ready.then(() => done())');
	await b.driver.wait(
		() => b.run<boolean>('return !!navigator.serviceWorker.controller'),
		PATIENCE_MS,
		'the worker did not take over'
	);
	await server.stop();
	await assert.rejects(fetch(server.url), 'the server is really gone');

	await b.go('/');
	await b.says('Jobs in this browser');
	await b.click('button', 'New service call');
	await b.type('#new-name', 'SR-1');
	await b.click('fieldset button', 'Receptacle, three slots');
	await b.click('.thread nav button', 'Prove');
	await b.says('SR-1', '.pad .name');
	await b.says('its circuit is not known', '.pad');

	// The keypad is under the thumb: 118.7 V by touch, lamps by tapping.
	await b.click('label[for="read-hn"]');
	for (const key of ['1', '1', '8', '.', '7']) await b.click('.keypad button', key);
	assert.equal(await b.run('return document.querySelector("#read-hn").value'), '118.7');
	await b.type('#read-drop', '13.4');
	await b.press('.lamp:nth-child(1)');
	await b.press('.lamp:nth-child(2)');
	await b.press('.lamp:nth-child(3)');
	await b.press('.lamp:nth-child(3)');
	await b.click('.dock button', 'Keep 3 readings');
	await b.says('drop under load 13.4%: outside at most 3%', '.pad');
	await b.says('No prediction here: its circuit is not known', '.pad');

	await b.click('.pad button', 'Why');
	await b.says('no room yet, circuit unknown', '.slip');
	await b.click('.slip .fold-head', 'Circuit not in the list');
	await b.type('.slip .new .field:nth-child(1) input', 'space 9' + Key.TAB);
	await b.type('.slip .new .field:nth-child(2) input', 'Sewing room' + Key.TAB);
	await b.click('.slip button', 'Add the circuit');
	await b.says('Put it on space 9 · Sewing room', '.slip');
	await b.type('.slip .attach .field:nth-of-type(3) input', '40' + Key.TAB);
	await b.click('.slip button', 'Put it on space 9 · Sewing room');
	await b.says('space 9, found', '.slip');
	// Nobody saw its cable or its breaker: nothing is predicted, and what is missing is named.
	await b.says('The rating of the breaker in space 9 is not known', '.slip');
});

test('all of it is still there after a start with no network', async () => {
	await b.go('/');
	await b.click('a.job', 'Service call: SR-1');
	// A call opens at its step.
	await b.says('Where it is', '.thread');
	await b.go(new URL(await b.driver.getCurrentUrl()).pathname);
	await b.says('1 box');
	await b.says('space 9 · Sewing room');
});

test('no page is wider than the phone, and targets are large enough for gloves', async () => {
	for (const stage of ['walk', 'layout', 'circuit', 'protect', 'rough', 'trim', 'prove', 'trace', 'handover']) {
		await b.go(`/job/quillback/${stage}`);
		await b.find('.frame');
		assert.ok((await b.run<number>('return document.documentElement.scrollWidth')) <= 390, `${stage} is too wide`);
	}
	await b.go('/job/quillback/prove?box=w-01');
	await b.find('.pad');
	const small = await b.run<string[]>(
		'return [...document.querySelectorAll("button, a")].filter((e) => e.checkVisibility() && !e.closest("[role=region] table") && !e.classList.contains("sr-only")).filter((e) => { const r = e.getBoundingClientRect(); return r.width > 0 && r.height < 40 }).map((e) => e.textContent)'
	);
	assert.deepEqual(small, []);
});

test('the strip steps box by box with Next', async () => {
	await b.go('/job/quillback/prove?box=w-07');
	await b.says('W-07', '.pad .name');
	await b.click('.dock button', 'Next box');
	await b.says('W-08', '.pad .name');
	await b.find('[data-strip-box="W-08"].selected');
});
