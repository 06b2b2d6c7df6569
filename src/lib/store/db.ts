import Dexie, { type DexieOptions, type Table, type Transaction } from 'dexie';
import { keeps } from '$lib/kit/keeps';
import type { NextStep } from '$core/next';
import type { OpenCount } from '$core/about';
import { migrate } from '$core/model/file/migrations';
import { changeToVersion5 } from '$core/model/file/to-version-5';
import type { Change } from '$core/edit/merge/change';
import type { Job, LiveEvent, Photo, Reading } from '$core/model/job';

export interface JobRow {
	id: string;
	job: Job;
	/** Grows with every change, so that a tab knows an older state from a newer one. */
	rev: number;
	/** The last edit of its history; null: none yet. */
	head: string | null;
	updatedAt: string;
	/** What is open in it, counted at a state of it; left out: not counted yet. */
	open?: OpenCount & { rev: number; next?: NextStep | null };
	/** When it was put away, or removed; a removed one is kept a while, so that it can be taken back. */
	archivedAt?: string | undefined;
	removedAt?: string | undefined;
	/** The demo that this job is, so that it can be put back as it was. */
	demo: string | null;
}
/** An edit is never taken out of the history: it is done, undone, or left behind by an edit made after an undo. */
export const DONE = 0;
export const UNDONE = 1;
export const LEFT = 2;
/** The record of an undo or a redo: itself never undone. */
export const TURN = 3;
export interface EditRow {
	n?: number;
	id: string;
	jobId: string;
	/** The edit that it was made on; null: the first. */
	parent: string | null;
	/** The browser that made it. */
	device: string;
	state: typeof DONE | typeof UNDONE | typeof LEFT | typeof TURN;
	label: string;
	at: string;
	/** By ids, each with what stood there before. */
	changes: Change[];
	/** Readings that were taken with it: undo strikes them out. */
	readingIds: string[];
	/** Of a merge: the last edit of the other device that came in with it. */
	also?: string;
	/** Of a turn: which edit, which way. */
	turn?: { way: 'undo' | 'redo'; of: string };
}

class HektoDb extends Dexie {
	jobs!: Table<JobRow, string>;
	edits!: Table<EditRow, number>;
	readings!: Table<Reading, string>;
	events!: Table<LiveEvent, string>;
	photos!: Table<Photo, string>;
	settings!: Table<{ key: string; value: unknown }, string>;

	constructor(options: DexieOptions = {}) {
		// Strict: a commit is told of only when it is on the disk, so that killing the tab right after loses nothing.
		super('hekto', { chromeTransactionDurability: 'strict', ...options });
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
			.upgrade(async (tx) => {
				await keepFormer(tx);
				await tx
					.table<JobRow>('jobs')
					.toCollection()
					.modify((row) => {
						const { job } = migrate({ hekto: 'job', fileVersion: 1, job: row.job });
						row.job = job as Job;
					});
			});
		// Older edits changed things by their place in a list: they stay as a record, and are not undone any more.
		this.version(3)
			.stores({ edits: '++n, &id, jobId, [jobId+state+n]', readings: 'id, jobId' })
			.upgrade(async (tx) => {
				await tx
					.table<JobRow>('jobs')
					.toCollection()
					.modify((row) => void (row.head = null));
				await tx
					.table<EditRow>('edits')
					.toCollection()
					.modify((row) => void Object.assign(row, { id: `old-${row.n}`, parent: null, device: '', state: LEFT, changes: [] }));
			});
		this.version(4).upgrade(async (tx) => {
			await keepFormer(tx);
			await tx
				.table<JobRow>('jobs')
				.toCollection()
				.modify((row) => {
					const { job } = migrate({ hekto: 'job', fileVersion: 2, job: row.job });
					row.job = job as Job;
				});
			await tx
				.table<EditRow>('edits')
				.toCollection()
				.modify((row) => void (row.changes = asSpelledNow(row.changes)));
		});
		// One cable with two ends, spaces by their name: jobs with what was tagged in them, kept edits, photos of cables.
		this.version(5).upgrade(async (tx) => {
			await keepFormer(tx);
			const events = tx.table<LiveEvent>('events');
			for (const row of await tx.table<JobRow>('jobs').toArray()) {
				const own = await events.where('jobId').equals(row.id).toArray();
				const now = migrate({ hekto: 'job', fileVersion: 4, job: row.job, events: own });
				await tx.table<JobRow>('jobs').put({ ...row, job: now.job as Job });
				await events.bulkPut(now.events as LiveEvent[]);
			}
			await tx
				.table<EditRow>('edits')
				.toCollection()
				.modify((row) => void (row.changes = row.changes.flatMap((c) => changeToVersion5(c) ?? [])));
			await tx
				.table<Photo>('photos')
				.toCollection()
				.modify((row) => {
					if ((row.of.kind as string) === 'leg') row.of = { ...row.of, kind: 'cable' };
				});
		});
	}
}
/** Under what a job is kept as it was before it was brought up, until it was opened well. */
export const formerKey = (jobId: string): string => `former ${jobId}`;
/** Every job as it is, before a migration changes it: the oldest state of several stays. */
async function keepFormer(tx: Transaction): Promise<void> {
	const settings = tx.table<{ key: string; value: unknown }>('settings');
	for (const row of await tx.table<JobRow>('jobs').toArray())
		if (!(await settings.get(formerKey(row.id)))) await settings.put({ key: formerKey(row.id), value: row });
}
/** Changes that were kept before the fields' names were changed. */
function asSpelledNow(changes: Change[]): Change[] {
	const text = JSON.stringify(changes).replaceAll('"storey"', '"story"').replaceAll('"colour"', '"color"');
	return JSON.parse(text) as Change[];
}
/** The store of this browser; where it keeps nothing, one in the memory of this tab (`settleStore`). */
export let db = new HektoDb();

let settled: Promise<boolean> | null = null;
/**
 * Opens the store, once. Where the browser does not allow one, everything goes on in the memory of this tab alone.
 * @returns whether what is kept outlives this tab
 */
export const settleStore = (): Promise<boolean> => (settled ??= settle());
async function settle(): Promise<boolean> {
	try {
		await db.open();
		return true;
	} catch {
		const { IDBFactory, IDBKeyRange } = await import('fake-indexeddb');
		db = new HektoDb({ indexedDB: new IDBFactory(), IDBKeyRange });
		await db.open();
		return (keeps.store = false);
	}
}

export const freshId = (): string => crypto.randomUUID();

let device: Promise<string> | null = null;
/** This browser, as its edits name it: made once, and kept. */
export const deviceId = (): Promise<string> => (device ??= readDevice());
async function readDevice(): Promise<string> {
	try {
		const row = await db.settings.get('device');
		if (typeof row?.value === 'string') return row.value;
		const value = freshId();
		await db.settings.put({ key: 'device', value });
		return value;
	} catch {
		// Not kept this time: asked again with the next edit.
		device = null;
		return 'not-kept';
	}
}
