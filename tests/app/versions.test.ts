import assert from 'node:assert/strict';
import { cpSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { Browser, serve, type Server } from './browser';

/** An open page and a newer Hekto: what cannot be loaded is said, the new version waits until it is taken. */
const root = new URL('../..', import.meta.url).pathname;
const NEXT = '.svelte-kit/next-build';
let server: Server;
let b: Browser;
before(async () => {
	server = await serve();
	b = await Browser.open(server.url);
	await b.go('/');
	await b.says('Marrow Street');
	await b.driver.executeAsyncScript('const done = arguments[0]; navigator.serviceWorker.ready.then(() => done())');
});
after(async () => {
	await b.close();
	await server.stop();
	rmSync(join(root, NEXT), { recursive: true, force: true });
});
const stores = () => b.driver.executeAsyncScript<string[]>('const done = arguments[0]; caches.keys().then(done)');

test('a newer version waits, is offered, and the old files stay until no tab runs on them', async () => {
	const [first] = await stores();
	assert.ok(first);
	// The next version: the same files under another name.
	cpSync(join(root, 'build'), join(root, NEXT), { recursive: true });
	const worker = join(root, NEXT, 'client/service-worker.js');
	const version = first.replace('hekto-files-', '');
	writeFileSync(worker, readFileSync(worker, 'utf8').replaceAll(version, `${version}9`));
	for (const packed of ['.gz', '.br']) rmSync(worker + packed, { force: true });
	const { port } = new URL(server.url);
	await server.stop();
	server = await serve(Number(port), NEXT);
	await b.go('/job/quillback/walk');
	await b.driver.executeAsyncScript(
		'const done = arguments[0]; navigator.serviceWorker.getRegistration().then((r) => r.update()).then(() => done())'
	);
	await b.says('A new version of Hekto is ready', '.offer');
	await b.click('.offer button', 'Later');
	assert.ok((await stores()).includes(first), 'the files that this tab runs on are still there');
	await b.go('/job/quillback/walk');
	await b.says('A new version of Hekto is ready', '.offer');
	await b.click('.offer button', 'Load');
	await b.driver.wait(
		async () => !(await b.run<boolean>('return !!document.querySelector(".offer")')),
		20_000,
		'the offer is still there'
	);
	await b.find('.frame');
	await b.driver.wait(
		async () => (await stores()).includes(`${first}9`),
		20_000,
		`no store of the new version: ${(await stores()).join()}`
	);
});

test('with its files gone and no server, every late part says so and what to do; what is on the page stays', async () => {
	await b.go('/job/quillback/walk');
	await b.press('path.floor[aria-label^="Bedroom 2"]');
	await b.find('.slip .facts input');
	await b.driver.executeAsyncScript(`
		const done = arguments[0];
		navigator.serviceWorker.getRegistrations().then((all) => Promise.all(all.map((r) => r.unregister())))
			.then(() => caches.keys()).then((keys) => Promise.all(keys.map((k) => caches.delete(k)))).then(() => done())`);
	await b.driver.sendDevToolsCommand('Network.clearBrowserCache', {});
	await server.stop();
	await b.run('document.querySelector(".slip .facts input").value = "typed and not kept"');
	await b.click('button[aria-label^="Find"]');
	await b.says('This part of Hekto could not be loaded', '.trouble');
	await b.withText('.trouble button', 'Reload');
	await b.click('nav a', 'Protect');
	await b.says('This part of Hekto could not be loaded', 'main');
	server = await serve(Number(new URL(server.url).port));
	await b.click('main .trouble button', 'Try again');
	await b.says('Protect', 'main h1');
});
