/** Said all the time where the browser keeps nothing. */
export const ONLY_HERE =
	'This browser does not let Hekto keep anything (private window, or storage blocked). Your work is only in this tab: save a job file before you leave.';
/** Why the browser did not keep something, in words that say what to do. */
export function sayStoreFault(error: unknown): string {
	const names = namesOf(error);
	if (names.includes('QuotaExceededError')) {
		return 'The browser has no room left to keep this job. Your work is still here, in this tab: save a job file now, then free up space.';
	}
	if (
		['MissingAPIError', 'OpenFailedError', 'DatabaseClosedError', 'InvalidStateError', 'SecurityError'].some((n) =>
			names.includes(n)
		)
	) {
		return ONLY_HERE;
	}
	const why = error instanceof Error ? error.message : String(error);
	return `The browser did not keep the last change (${why}). Your work is still here, in this tab: save a job file now.`;
}

/** A store's error may be wrapped in another one, once or more. */
function namesOf(error: unknown): string[] {
	if (!error || typeof error !== 'object') return [];
	const own = 'name' in error ? String(error.name) : '';
	return [own, ...('inner' in error ? namesOf(error.inner) : [])];
}
