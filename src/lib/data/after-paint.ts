/** Where nothing is painted, so long is waited at most, ms. */
const AT_MOST_MS = 100;

/** The page has painted what it was told; at once where it is out of sight, or is being left. */
export function afterPaint(): Promise<void> {
	if (typeof document === 'undefined' || document.hidden) return Promise.resolve();
	return new Promise((resolve) => {
		const done = (): void => {
			clearTimeout(timer);
			removeEventListener('pagehide', done);
			document.removeEventListener('visibilitychange', done);
			resolve();
		};
		const timer = setTimeout(done, AT_MOST_MS);
		addEventListener('pagehide', done);
		document.addEventListener('visibilitychange', done);
		// The frame is painted after what is asked for in it.
		requestAnimationFrame(() => setTimeout(done));
	});
}
