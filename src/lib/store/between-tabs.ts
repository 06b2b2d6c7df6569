/** What tabs of one browser tell each other: that a job has a newer state, and whose turn it is to write. */

export interface JobChanged {
	jobId: string;
	rev: number;
	/** Which rows beside the job's own were written. */
	rows: boolean;
}
const CHANNEL = 'hekto-news';

/** Tells the other tabs, the moment the store has it: a tab that is killed right after has told already. */
export class ChangeChannel {
	private readonly channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);
	constructor(hear: (news: JobChanged) => void) {
		if (this.channel) this.channel.onmessage = (e: MessageEvent<JobChanged>) => hear(e.data);
	}
	tell(news: JobChanged): void {
		this.channel?.postMessage(news);
	}
	close(): void {
		this.channel?.close();
	}
}

/** A word from where no job is open: the page of all jobs. */
export function announceOnce(news: JobChanged): void {
	const line = new ChangeChannel(() => undefined);
	line.tell(news);
	line.close();
}

/** A tab that stands still with the lock in its hand does not hold up the others for longer. */
const LONGEST_WAIT_MS = 3000;
/**
 * Writes while no other tab writes this job. Where there are no locks, or one is not had in time, the store's own
 * transactions still come one after the other: no write is lost by it.
 */
export async function asWriter<T>(jobId: string, work: () => Promise<T>): Promise<T> {
	const locks = typeof navigator === 'undefined' ? undefined : (navigator as Partial<Navigator>).locks;
	if (!locks) return work();
	let began = false;
	try {
		return await locks.request(`hekto-job-${jobId}`, { signal: AbortSignal.timeout(LONGEST_WAIT_MS) }, () => {
			began = true;
			return work();
		});
	} catch (error) {
		if (began) throw error;
		return work();
	}
}
