import { db } from './db';

/** The edits of a job by their ids, so that two devices find the last state that both had. */

const MOST_HISTORY = 20_000;
/** The state before a job's first edit: every device that has it has it alike. */
export const START = 'start';
/** The edits that led to a job's state, the oldest first, those of other devices among them. */
export async function historyOf(jobId: string): Promise<string[]> {
	try {
		return await readHistory(jobId);
	} catch {
		// A store that fails: a file without its history is better than none.
		return [];
	}
}
async function readHistory(jobId: string): Promise<string[]> {
	const rows = await db.edits.where('jobId').equals(jobId).sortBy('n');
	const first = rows[0]?.parent;
	const row = await db.jobs.get(jobId);
	// A job that was opened and not changed since: the edit that its file ended with.
	const began = first ?? (rows.length ? null : row?.head) ?? START;
	return [began, ...rows.flatMap((r) => [...(r.also ? [r.also] : []), r.id])].slice(-MOST_HISTORY);
}
