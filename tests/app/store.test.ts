import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { Browser, serve, type Server } from './browser';

/** What the store promises: nothing confirmed is lost, two tabs agree, a full or blocked store says so. */
let server: Server;
let b: Browser;
before(async () => {
	server = await serve();
	b = await Browser.open(server.url);
	await b.go('/');
	await b.says('Marrow Street');
});
after(async () => {
	await b.close();
	await server.stop();
});
const placeMissing = async () => {
	await b.click('button', 'Place what is missing (2)');
	await b.says('Place 2 receptacles', '.done');
};

test('another tab follows an edit at once; a tab killed right after a confirmed edit loses nothing', async () => {
	await b.go('/job/quillback/layout');
	await b.says('2 stretches without reach');
	const watching = await b.driver.getWindowHandle();
	await b.driver.switchTo().newWindow('tab');
	await b.resize({ width: 1280, height: 800 });
	await b.go('/job/quillback/layout');
	await b.says('2 stretches without reach');
	await placeMissing();
	// Closed from outside: no page script gets a last word.
	const { targetInfo } = (await b.driver.sendAndGetDevToolsCommand('Target.getTargetInfo', {})) as unknown as {
		targetInfo: { targetId: string };
	};
	await b.driver.sendDevToolsCommand('Target.closeTarget', { targetId: targetInfo.targetId });
	await b.driver.switchTo().window(watching);
	await b.says('0 stretches without reach');
	await b.go('/job/quillback/layout');
	await b.says('0 stretches without reach');
	await b.click('button[aria-label="Undo"]');
	await b.says('2 stretches without reach');
});

test('a full store says so, keeps the edit in the tab, offers a file; with room again everything is kept', async () => {
	await b.go('/job/quillback/layout');
	await b.says('2 stretches without reach');
	await b.run(
		'window.__put = IDBObjectStore.prototype.put; IDBObjectStore.prototype.put = function () { throw new DOMException("no room", "QuotaExceededError") }'
	);
	await b.click('button', 'Place what is missing (2)');
	await b.says('The browser has no room left to keep this job. Your work is still here, in this tab: save a job file now');
	await b.says('0 stretches without reach');
	await b.run('window.__blobs = []; URL.createObjectURL = (blob) => (window.__blobs.push(blob.text()), "blob:none")');
	await b.click('[role=alert] button', 'Save job file');
	const text = await b.driver.executeAsyncScript<string>('const done = arguments[0]; window.__blobs[0].then(done)');
	assert.equal(JSON.parse(text).job.boxes.length, 102);
	await b.run('IDBObjectStore.prototype.put = window.__put');
	await b.press('path.floor[aria-label^="Bedroom 2"]');
	await b.click('.slip summary', 'Facts');
	await b.set('.slip .facts input', 'North bedroom');
	await b.says('Room named North bedroom');
	await b.go('/job/quillback/layout');
	await b.find('path.floor[aria-label^="North bedroom"]');
	await b.says('0 stretches without reach');
});

test('a browser that keeps nothing says so, and the demo house opens all the same', async () => {
	await b.driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
		source: 'IDBFactory.prototype.open = function () { throw new DOMException("blocked", "SecurityError") }'
	});
	await b.go('/');
	await b.says('This browser does not let Hekto keep anything');
	await b.click('a', 'Open the demo house without keeping anything');
	await b.says('This browser does not let Hekto keep anything', '[role=alert]');
	await b.says('21 rooms, 100 boxes');
});
