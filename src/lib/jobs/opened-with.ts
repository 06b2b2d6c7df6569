import { SHARED, SHARED_TO } from '$lib/kit/versions';

/** Files that the installed app is opened with: by a press on one, or from the system's share sheet. */
interface LaunchParams {
	files?: { getFile: () => Promise<File> }[];
}
interface LaunchQueue {
	setConsumer: (take: (params: LaunchParams) => void) => void;
}
/** @param take gets the file, once  @returns ends it */
export function openedWith(take: (file: File) => void): () => void {
	let open = true;
	const queue = (window as unknown as { launchQueue?: LaunchQueue }).launchQueue;
	queue?.setConsumer((params) => {
		const [first] = params.files ?? [];
		if (open && first) void first.getFile().then(take);
	});
	if (new URL(location.href).searchParams.has('shared')) void shared().then((file) => open && file && take(file));
	return () => (open = false);
}
/** What was shared, taken out of where the service worker put it. */
async function shared(): Promise<File | null> {
	if (!('caches' in window)) return null;
	const cache = await caches.open(SHARED);
	const kept = await cache.match(SHARED_TO);
	if (!kept) return null;
	await cache.delete(SHARED_TO);
	return new File([await kept.blob()], decodeURIComponent(kept.headers.get('x-name') ?? 'shared.hekto'));
}
