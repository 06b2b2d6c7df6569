/** Why the browser did not keep something, in words that say what to do. */
export function sayStoreFault(error: unknown): string {
	const name = error instanceof Error ? error.name : '';
	const inner = error instanceof Error && 'inner' in error && error.inner instanceof Error ? error.inner.name : '';
	if (name === 'QuotaExceededError' || inner === 'QuotaExceededError') {
		return 'The browser has no room left to keep this job. Your work is still here, in this tab: save a job file now, then make room.';
	}
	if (['MissingAPIError', 'OpenFailedError', 'InvalidStateError', 'SecurityError'].includes(name)) {
		return 'This browser does not let Hekto keep anything (private window, or storage blocked). Your work is only in this tab: save a job file before you leave.';
	}
	const why = error instanceof Error ? error.message : String(error);
	return `The browser did not keep the last change (${why}). Your work is still here, in this tab: save a job file now.`;
}
