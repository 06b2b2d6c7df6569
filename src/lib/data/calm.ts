/** So long after a page's first view nothing of it is still being drawn, ms. */
const STILL_MS = 6000;
const SIGNS = ['pointerdown', 'keydown', 'focusin'] as const;

/** Does a thing that nobody waits for, and that would hold up those things that somebody does. */
export function whenStill(work: () => void): void {
	setTimeout(work, STILL_MS);
}
/**
 * Does a thing that the first view does not need: as soon as the user touches the page, so that it is ready for what comes of
 * that, or once the page has been still for a while, so that it is there when the network is not.
 */
export function whenCalm(work: () => void): void {
	// Away from a page (a worker, a test) there is nothing to be still: the first edit asks for it.
	if (typeof window === 'undefined') return;
	const now = (): void => {
		clearTimeout(timer);
		for (const sign of SIGNS) removeEventListener(sign, now, true);
		work();
	};
	const timer = setTimeout(now, STILL_MS);
	for (const sign of SIGNS) addEventListener(sign, now, true);
}
