import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { Browser, DESK, serve, type Server } from './browser';

/** What the store promises: nothing confirmed is lost, two tabs agree, a full or blocked store says so. */
let server: Server;
let b: Browser;
before(async () => {
	server = await serve();
	b = await Browser.open(server.url, DESK, { offline: false });
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
	await b.says('2 stretches not covered');
	const watching = await b.driver.getWindowHandle();
	await b.driver.switchTo().newWindow('tab');
	await b.resize({ width: 1280, height: 800 });
	await b.go('/job/quillback/layout');
	await b.says('2 stretches not covered');
	await placeMissing();
	// Closed from outside: no page script gets a last word.
	const { targetInfo } = (await b.driver.sendAndGetDevToolsCommand('Target.getTargetInfo', {})) as unknown as {
		targetInfo: { targetId: string };
	};
	await b.driver.sendDevToolsCommand('Target.closeTarget', { targetId: targetInfo.targetId });
	await b.driver.switchTo().window(watching);
	await b.says('0 stretches not covered');
	await b.go('/job/quillback/layout');
	await b.says('0 stretches not covered');
	await b.click('button[aria-label="Undo"]');
	await b.says('2 stretches not covered');
});

test('a full store says so, keeps the edit in the tab, offers a file; with room again everything is kept', async () => {
	await b.go('/job/quillback/layout');
	await b.says('2 stretches not covered');
	await b.run(
		'window.__put = IDBObjectStore.prototype.put; IDBObjectStore.prototype.put = function () { throw new DOMException("no room", "QuotaExceededError") }'
	);
	await b.click('button', 'Place what is missing (2)');
	await b.says('The browser has no room left to keep this job. Your work is still here, in this tab: save a job file now');
	await b.says('0 stretches not covered');
	await b.run('window.__blobs = []; URL.createObjectURL = (blob) => (window.__blobs.push(blob.text()), "blob:none")');
	await b.click('[role=alert] button', 'Save job file');
	await b.driver.wait(() => b.run<boolean>('return window.__blobs.length > 0'), 10_000);
	const text = await b.driver.executeAsyncScript<string>('const done = arguments[0]; window.__blobs[0].then(done)');
	assert.equal(JSON.parse(text).job.boxes.length, 102);
	await b.run('IDBObjectStore.prototype.put = window.__put');
	await b.press('path.floor[aria-label^="Bedroom 2"]');
	await b.click('.slip .fold-head', 'Facts');
	await b.set('.slip .facts input', 'North bedroom');
	await b.says('Room named North bedroom');
	await b.go('/job/quillback/layout');
	await b.find('path.floor[aria-label^="North bedroom"]');
	await b.says('0 stretches not covered');
});

test('another tab changed the same field: both values are shown, and the user chooses', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/layout');
	const name = (text: string) => `
		const open = indexedDB.open('hekto');
		const done = arguments[0];
		open.onsuccess = () => {
			const tx = open.result.transaction('jobs', 'readwrite');
			const get = tx.objectStore('jobs').get('quillback');
			get.onsuccess = () => {
				const row = get.result;
				row.job.rooms.find((r) => r.id === 'bed2').name = '${text}';
				row.rev += 1;
				tx.objectStore('jobs').put(row);
			};
			tx.oncomplete = () => { open.result.close(); done(); };
		};`;
	// As a tab whose news this one has not heard yet.
	await b.driver.executeAsyncScript(name('Guest room'));
	await b.press('path.floor[aria-label^="Bedroom 2"]');
	await b.click('.slip .fold-head', 'Facts');
	await b.set('.slip .facts input', 'North bedroom');
	await b.says('The same thing was changed in another tab', '.conflict');
	const told = await b.text('.conflict');
	assert.match(told, /Room Guest room, name\s+Guest room\s+North bedroom/);
	await b.find('path.floor[aria-label^="Guest room"]');
	await b.click('.conflict button', 'Use yours');
	await b.find('path.floor[aria-label^="North bedroom"]');
	await b.driver.wait(async () => (await b.driver.findElements({ css: '.conflict' })).length === 0, 10_000);
	await b.go('/job/quillback/layout');
	await b.find('path.floor[aria-label^="North bedroom"]');
});

test('what is typed and not kept is there again after a reload, and gone once it is kept', async () => {
	await b.go('/job/quillback/prove?box=k-03');
	await b.set('#read-hn', '118.7');
	await b.settled();
	await b.go('/job/quillback/prove?box=k-01');
	await b.find('#read-hn');
	const typed = () => b.run<string>('return document.querySelector("#read-hn").value');
	assert.equal(await typed(), '', 'each box has its own');
	await b.go('/job/quillback/prove?box=k-03');
	await b.find('#read-hn');
	assert.equal(await typed(), '118.7');
	await b.click('button', 'Keep 1 reading');
	await b.says('1 reading at K-03', '.done');
	await b.go('/job/quillback/prove?box=k-03');
	await b.find('#read-hn');
	assert.equal(await typed(), '');
});

test('a browser that keeps nothing says so all the time; jobs are made, edited in every stage and saved to a file', async () => {
	await b.driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
		source: 'IDBFactory.prototype.open = function () { throw new DOMException("blocked", "SecurityError") }'
	});
	await b.go('/');
	await b.says('This browser does not let Hekto keep anything');
	await b.says('Jobs are in this tab and nowhere else.');
	await b.click('button', 'New service call');
	await b.set('#new-name', 'Sewing room');
	await b.click('fieldset button', 'Receptacle, three slots');
	await b.click('.thread nav button', 'Prove');
	await b.says('This browser does not let Hekto keep anything', '[role=alert]');
	await b.set('#read-hn', '118.4');
	await b.click('button', 'Keep 1 reading');
	await b.says('1 reading at Sewing room', '.done');
	for (const stage of ['Walk', 'Lay out', 'Circuit', 'Protect', 'Rough', 'Trim', 'Prove', 'Trace', 'Hand over']) {
		await b.click('nav a', stage);
		await b.says('This browser does not let Hekto keep anything', '[role=alert]');
	}
	const text = await b.saved(() => b.click('[role=alert] button', 'Save job file'));
	const file = JSON.parse(text);
	assert.equal(file.job.boxes[0].name, 'Sewing room');
	assert.deepEqual(
		file.readings.map((r: { value: number }) => r.value),
		[118.4]
	);
	await b.click('a.brand');
	await b.says('Service call: Sewing room');
	await b.says('Quillback Pottery');
});
