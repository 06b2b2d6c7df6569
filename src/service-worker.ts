/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';
import { KEEPS, SHARED, SHARED_TO, STORE_PREFIX, TAKE_OVER } from './lib/kit/versions';

/**
 * Once visited, the app starts and works with no network: its files and its one shell are kept. A new version waits
 * until the user takes it; files of an older one stay for as long as a tab runs on them.
 */
const worker = self as unknown as ServiceWorkerGlobalScope;
const STORE = `${STORE_PREFIX}${version}`;
const SHELL = '/';
const OWN = new Set([...build, ...files]);

worker.addEventListener('install', (event) => {
	event.waitUntil(caches.open(STORE).then((cache) => cache.addAll([SHELL, ...OWN])));
});
worker.addEventListener('message', (event) => {
	if (event.data === TAKE_OVER) void worker.skipWaiting();
});
worker.addEventListener('activate', (event) => {
	event.waitUntil(worker.clients.claim().then(tidy));
});
worker.addEventListener('fetch', (event) => {
	const url = new URL(event.request.url);
	if (event.request.method === 'POST' && url.origin === worker.location.origin && url.pathname === SHARED_TO) {
		event.respondWith(takeShared(event.request));
		return;
	}
	if (event.request.method !== 'GET' || url.origin !== worker.location.origin || url.pathname.startsWith('/api/')) return;
	if (event.request.mode === 'navigate') {
		event.respondWith(fetch(event.request).catch(() => kept(SHELL, STORE)));
		event.waitUntil(tidy());
	} else if (OWN.has(url.pathname)) event.respondWith(kept(event.request, STORE));
	// A file of an older version, for a tab that still runs on it.
	else if (url.pathname.startsWith('/_app/')) event.respondWith(kept(event.request));
});

/** What was shared to the installed app is kept until its page takes it. */
async function takeShared(request: Request): Promise<Response> {
	const [file] = (await request.formData()).getAll('file').filter((f): f is File => f instanceof File);
	if (file) {
		const cache = await caches.open(SHARED);
		await cache.put(SHARED_TO, new Response(file, { headers: { 'x-name': encodeURIComponent(file.name) } }));
	}
	return Response.redirect('/?shared=1', 303);
}
/** From one version's store, or from any; else from the network. */
async function kept(request: RequestInfo, cacheName?: string): Promise<Response> {
	const found = await caches.match(request, cacheName === undefined ? {} : { cacheName });
	return found ?? fetch(request);
}

/** Takes out what no tab runs on: each tab holds a lock in the name of its version. */
async function tidy(): Promise<void> {
	// A newer one that waits has its files ready, and no tab on them yet.
	if (worker.registration.waiting || worker.registration.installing) return;
	const stores = (await caches.keys()).filter((key) => key.startsWith(STORE_PREFIX) && key !== STORE);
	if (!stores.length) return;
	const { held = [] } = await worker.navigator.locks.query();
	const inUse = new Set(held.map((lock) => lock.name));
	await Promise.all(stores.filter((key) => !inUse.has(`${KEEPS}${key}`)).map((key) => caches.delete(key)));
}
