import type { JobFile } from '$core/model/job';
import { eventsOf, getJob, readingsOf, seedDemos } from './jobs';
import { sayStoreFault } from './store-fault';

export interface OpenedJob {
	file: JobFile;
	rev: number;
	/** The browser keeps nothing: the job is only in this tab. */
	fault: string | null;
}

/** Opens a job from the store. Where the browser keeps nothing, a demo job opens in memory; null: it is not here. */
export async function openJob(id: string): Promise<OpenedJob | null> {
	try {
		await seedDemos();
		const row = await getJob(id);
		if (!row) return null;
		const [readings, events] = await Promise.all([readingsOf(id), eventsOf(id)]);
		return { file: { hekto: 'job', fileVersion: 2, job: row.job, readings, events }, rev: row.rev, fault: null };
	} catch (error) {
		const { DEMOS } = await import('$core/demo');
		const make = DEMOS[id];
		return make ? { file: make(), rev: 0, fault: sayStoreFault(error) } : null;
	}
}
