/** What is typed and not kept, by job and place: it outlives a change of view, a reload and a killed tab, not its job. */
export const draftKey = (jobId: string, placeId: string): string => `draft ${jobId} ${placeId}`;

export function readDraft(key: string): string | null {
	try {
		return localStorage.getItem(key);
	} catch {
		return null;
	}
}
/** @param text null: it was kept or thrown away */
export function writeDraft(key: string, text: string | null): void {
	try {
		if (text === null) localStorage.removeItem(key);
		else localStorage.setItem(key, text);
	} catch {
		// A browser that keeps nothing: it stays in the form.
	}
}

/** The job is put back as it was, or gone: what was typed for it is of no use. */
export function forgetDrafts(jobId: string): void {
	if (typeof localStorage === 'undefined') return;
	for (const key of Object.keys(localStorage)) if (key.startsWith(draftKey(jobId, ''))) writeDraft(key, null);
}
