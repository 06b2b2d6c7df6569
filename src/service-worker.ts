/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';

/** Once visited, the app starts and works with no network: its files and its one shell are kept. */
const worker = self as unknown as ServiceWorkerGlobalScope;
const STORE = `hekto-${version}`;
const SHELL = '/';
const OWN = new Set([...build, ...files]);

worker.addEventListener('install', (event) => {
	event.waitUntil(
		caches
			.open(STORE)
			.then((cache) => cache.addAll([SHELL, ...OWN]))
			.then(() => worker.skipWaiting())
	);
});
worker.addEventListener('activate', (event) => {
	event.waitUntil(
		caches
			.keys()
			.then((keys) => Promise.all(keys.filter((key) => key !== STORE).map((key) => caches.delete(key))))
			.then(() => worker.clients.claim())
	);
});
worker.addEventListener('fetch', (event) => {
	const url = new URL(event.request.url);
	if (event.request.method !== 'GET' || url.origin !== worker.location.origin || url.pathname.startsWith('/api/')) return;
	if (OWN.has(url.pathname)) event.respondWith(kept(event.request));
	else if (event.request.mode === 'navigate') event.respondWith(fetch(event.request).catch(() => kept(SHELL)));
});

async function kept(request: RequestInfo): Promise<Response> {
	const cache = await caches.open(STORE);
	return (await cache.match(request)) ?? fetch(request);
}
