import Dexie, { type Table } from 'dexie';
import type { Patch } from 'immer';
import { migrate } from '$core/model/migrations';
import type { Job, LiveEvent, Photo, Reading } from '$core/model/job';

export interface JobRow {
	id: string;
	job: Job;
	/** Grows with every change, so that a tab knows an older state from a newer one. */
	rev: number;
	updatedAt: string;
	/** The demo that this job is, so that it can be put back as it was. */
	demo: string | null;
}
/** An edit is never taken out of the history: it is done, undone, or left behind by an edit made after an undo. */
export const DONE = 0;
export const UNDONE = 1;
export const LEFT = 2;
export interface EditRow {
	n?: number;
	jobId: string;
	state: typeof DONE | typeof UNDONE | typeof LEFT;
	label: string;
	at: string;
	patches: Patch[];
	inverse: Patch[];
	/** Readings that were taken with it: undo strikes them out. */
	readingIds: string[];
}

class HektoDb extends Dexie {
	jobs!: Table<JobRow, string>;
	edits!: Table<EditRow, number>;
	readings!: Table<Reading, string>;
	events!: Table<LiveEvent, string>;
	photos!: Table<Photo, string>;
	settings!: Table<{ key: string; value: unknown }, string>;

	constructor() {
		// Strict: a commit is told of only when it is on the disk, so that killing the tab right after loses nothing.
		super('hekto', { chromeTransactionDurability: 'strict' });
		this.version(1).stores({
			jobs: 'id, updatedAt',
			edits: '++n, jobId, [jobId+state+n]',
			readings: 'id, jobId, boxId',
			events: 'id, jobId',
			settings: 'key'
		});
		// Jobs kept by an older Hekto are brought up like files of its version.
		this.version(2)
			.stores({ photos: 'id, jobId, [jobId+of.kind+of.id]' })
			.upgrade((tx) =>
				tx
					.table<JobRow>('jobs')
					.toCollection()
					.modify((row) => {
						const { job } = migrate({ hekto: 'job', fileVersion: 1, job: row.job });
						row.job = job as Job;
					})
			);
	}
}
export const db = new HektoDb();
