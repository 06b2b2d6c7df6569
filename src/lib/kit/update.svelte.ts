import { version } from '$app/environment';
import { whenAtRest } from '$lib/kit/idle';
import { KEEPS, STORE_PREFIX, TAKE_OVER } from './versions';

/** A newer Hekto is here and waits: it is taken when the user says. */
export const update = $state<{ waiting: ServiceWorker | null }>({ waiting: null });

/** Sets up the service worker, says in whose version this tab runs, and looks for a newer one. */
export function followVersions(): void {
	// Held until the tab is closed: the files of its version stay as long.
	void navigator.locks?.request(`${KEEPS}${STORE_PREFIX}${version}`, { mode: 'shared' }, () => new Promise(() => undefined));
	if (!('serviceWorker' in navigator) || import.meta.env.DEV) return;
	whenAtRest(() => void follow());
}
/** Its files are all that there are: they come after the page's own. */
async function follow(): Promise<void> {
	const registration = await navigator.serviceWorker.register('/service-worker.js').catch(() => null);
	if (!registration) return;
	const offer = () => {
		if (registration.waiting && navigator.serviceWorker.controller) update.waiting = registration.waiting;
	};
	offer();
	registration.addEventListener('updatefound', () => {
		registration.installing?.addEventListener('statechange', offer);
	});
}
/** Takes the newer version, and loads the page from it. */
export function takeUpdate(): void {
	navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
	update.waiting?.postMessage(TAKE_OVER);
}
