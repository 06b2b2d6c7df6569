import { settleStore } from './db';
import type { JobFile } from '$core/model/job';
import { FILE_VERSION } from '$core/model/file/migrations';
import { eventsOf, getJob, readingsOf, seedDemos } from './jobs';

export interface OpenedJob {
	file: JobFile;
	rev: number;
	/** The browser keeps nothing: the job, and all others, are only in this tab. */
	onlyHere: boolean;
}

/** Opens a job from the store; where the browser keeps nothing, from the memory of this tab. null: it is not here. */
export async function openJob(id: string): Promise<OpenedJob | null> {
	const keeps = await settleStore();
	await seedDemos();
	const row = await getJob(id);
	if (!row) return null;
	const [readings, events] = await Promise.all([readingsOf(id), eventsOf(id)]);
	const file: JobFile = { hekto: 'job', fileVersion: FILE_VERSION, job: row.job, readings, events };
	return { file: row.head ? { ...file, head: row.head } : file, rev: row.rev, onlyHere: !keeps };
}
