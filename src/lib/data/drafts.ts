/** What is typed and not kept, by job and place: it outlives a reload of this tab, and no job that it was typed for. */
export const draftKey = (jobId: string, placeId: string): string => `draft ${jobId} ${placeId}`;

/** The job is put back as it was, or gone: what was typed for it is of no use. */
export function forgetDrafts(jobId: string): void {
	if (typeof sessionStorage === 'undefined') return;
	for (const key of Object.keys(sessionStorage)) if (key.startsWith(draftKey(jobId, ''))) sessionStorage.removeItem(key);
}
