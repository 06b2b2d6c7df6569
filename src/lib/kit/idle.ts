/** So long after a page's first view nothing of it is still being drawn, ms. */
const STILL_MS = 6000;
const SIGNS = ['pointerdown', 'keydown', 'focusin', 'wheel'] as const;

let calm = false;
const waiting = new Set<() => void>();

/** Does a thing that nobody waits for, and that would hold up those things that somebody does; at once where the page is put away. */
export function whenAtRest(work: () => void): void {
	const come = (): void => {
		clearTimeout(timer);
		document.removeEventListener('visibilitychange', come);
		work();
	};
	const timer = setTimeout(come, STILL_MS);
	document.addEventListener('visibilitychange', come);
}
/**
 * Does a thing that the first view does not need: as soon as the user touches the page, so that it is ready for what comes of
 * that, or once the page has been still for a while, so that it is there when the network is not. At once where that has been.
 * @returns gives it up where it has not come yet
 */
export function whenIdle(work: () => void): () => void {
	// Away from a page (a worker, a test) there is nothing to be still: the first edit asks for it.
	if (typeof window === 'undefined') return () => undefined;
	if (calm) {
		work();
		return () => undefined;
	}
	if (!waiting.size) {
		for (const sign of SIGNS) addEventListener(sign, now, { capture: true, passive: true });
		whenAtRest(now);
	}
	waiting.add(work);
	return () => void waiting.delete(work);
}
function now(): void {
	calm = true;
	for (const sign of SIGNS) removeEventListener(sign, now, { capture: true });
	for (const work of waiting) work();
	waiting.clear();
}
