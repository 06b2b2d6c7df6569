import { actsOf } from '$core/model/work';
import { liveOnArrival } from '$core/makeup/open-tags';
import { FILE_VERSION } from '$core/model/file/migrations';
import { byWriting, nextWritten } from '$core/model/written';
import { addDays } from '$core/units/day';
import type { NextStep } from '$core/next';
import type { OpenCount } from '$core/about';
import { now } from '$lib/clock';
import { liveQuery, type Table } from 'dexie';
import type { JobFile, LiveEvent, Photo, Reading, Ruling } from '$core/model/job';
import { db, deviceId, formerKey, freshId, settleStore, type JobRow } from './db';
import { forgetDrafts } from './drafts';
import { announceOnce } from './between-tabs';

/** Whole jobs and what lies beside them: put in, listed, taken out. Edits go through `edits.ts`. */
export { freshId };

export const addPhoto = (photo: Photo): Promise<string> => db.photos.add(photo);
export const removePhoto = (id: string): Promise<void> => db.photos.delete(id);
export const editPhoto = (id: string, caption: string): Promise<number> => db.photos.update(id, { caption });
const photosOf = (jobId: string, of: Photo['of']): Promise<Photo[]> =>
	db.photos.where('[jobId+of.kind+of.id]').equals([jobId, of.kind, of.id]).sortBy('at');
/** Tells what photos there are of a subject, now and after each change. @returns ends it */
export function watchPhotos(jobId: string, of: Photo['of'], tell: (photos: Photo[]) => void): () => void {
	const watching = liveQuery(() => photosOf(jobId, of)).subscribe({ next: tell, error: () => tell([]) });
	return () => watching.unsubscribe();
}
export const allPhotos = (jobId: string): Promise<Photo[]> => db.photos.where('jobId').equals(jobId).sortBy('at');

export const listJobs = (): Promise<JobRow[]> => db.jobs.orderBy('updatedAt').reverse().toArray();
/** Keeps what is open in a job beside it, for the list of jobs; nothing where the job has moved on since. */
export const keepCount = (jobId: string, rev: number, open: OpenCount & { next: NextStep | null }): Promise<number> =>
	db.jobs.where({ id: jobId }).modify((row) => void (row.rev === rev && (row.open = { ...open, rev })));
/** The job was opened well: as it was before a newer version brought it up is kept no longer. */
export const forgetFormer = (jobId: string): Promise<void> => db.settings.delete(formerKey(jobId));
/** Jobs that a newer version brought up and that nobody has opened since, as they were. */
export const formers = (): Promise<JobRow[]> =>
	db.settings
		.where('key')
		.startsWith(formerKey(''))
		.toArray()
		.then((rows) => rows.map((r) => r.value as JobRow));
export const getJob = (id: string): Promise<JobRow | undefined> => db.jobs.get(id);
/** In the order in which they were entered, whatever the clock of the device was set to. */
export const readingsOf = async (jobId: string): Promise<Reading[]> =>
	(await db.readings.where('jobId').equals(jobId).toArray()).sort(byWriting);
export const eventsOf = async (jobId: string): Promise<LiveEvent[]> =>
	(await db.events.where('jobId').equals(jobId).toArray()).sort(byWriting);

const ALL = () => [db.jobs, db.edits, db.readings, db.events, db.photos, db.settings];

/** Puts a whole job into the store, over whatever stood there under its id: tabs that show it follow. */
export async function putWhole(file: JobFile, demo: string | null = null, watch: Watch = {}): Promise<void> {
	await settleStore();
	const rev = await db.transaction('rw', ALL(), () => putRows(file, demo, watch));
	forgetDrafts(file.job.id);
	announceOnce({ jobId: file.job.id, rev, rows: true });
}
/** For a file of many rows: told the share that is in the store; stopped by the signal, nothing of it is kept. */
interface Watch {
	told?: (share: number) => void;
	signal?: AbortSignal;
}
const ROWS_AT_ONCE = 2000;
async function putRows(file: JobFile, demo: string | null, { told, signal }: Watch = {}): Promise<number> {
	const before = await db.jobs.get(file.job.id);
	await clear(file.job.id);
	const rev = (before?.rev ?? 0) + 1;
	await db.jobs.put({ id: file.job.id, job: file.job, rev, head: file.head ?? null, updatedAt: now(), demo });
	for (let from = 0; from < file.readings.length; from += ROWS_AT_ONCE) {
		// Within the one transaction: to stop is to undo all of it.
		signal?.throwIfAborted();
		await db.readings.bulkAdd(file.readings.slice(from, from + ROWS_AT_ONCE));
		told?.(Math.min(1, (from + ROWS_AT_ONCE) / file.readings.length));
	}
	await db.events.bulkAdd(file.events);
	await db.photos.bulkAdd(file.photos ?? []);
	return rev;
}
async function clear(jobId: string): Promise<void> {
	await Promise.all([db.edits, db.readings, db.events, db.photos].map((table) => table.where('jobId').equals(jobId).delete()));
	await db.settings.where('key').startsWith(`base ${jobId} `).delete();
	await forgetFormer(jobId);
	await db.jobs.delete(jobId);
}
/** Puts a job away, or takes it back: it stays as it is. */
export const archiveJob = (jobId: string, archived: boolean): Promise<number> =>
	db.jobs.update(jobId, { archivedAt: archived ? now() : undefined });
/** Takes a job out of the list, or back; it is wiped when it has been out for a while. */
export const setRemoved = (jobId: string, removed: boolean): Promise<number> =>
	db.jobs.update(jobId, { removedAt: removed ? now() : undefined });
/** Days for which a removed job can be taken back. */
const KEPT_DAYS = 30;
/** Wipes those that were removed more than so many days ago. @returns the others */
export async function wipeRemoved(rows: readonly JobRow[], today: string): Promise<JobRow[]> {
	const old = rows.filter((row) => row.removedAt && addDays(row.removedAt, KEPT_DAYS) < today);
	for (const row of old) await removeJob(row.id);
	return rows.filter((row) => !old.includes(row));
}
/** A copy of a job with all that belongs to it, under another name. @returns its id */
export async function duplicateJob(jobId: string): Promise<string> {
	const row = await db.jobs.get(jobId);
	if (!row) throw new RangeError('That job is not in this browser.');
	const [readings, events, photos] = await Promise.all([readingsOf(jobId), eventsOf(jobId), allPhotos(jobId)]);
	return importFile({ hekto: 'job', fileVersion: FILE_VERSION, job: row.job, readings, events, photos }, {}, 'copy');
}
export async function removeJob(jobId: string): Promise<void> {
	await db.transaction('rw', ALL(), () => clear(jobId));
	forgetDrafts(jobId);
	announceOnce({ jobId, rev: Infinity, rows: false });
}

/** Ids that an address can hold as they are; a job from elsewhere with another gets a fresh one. */
const PLAIN_ID = /^[A-Za-z0-9_-]{1,64}$/;
/** Takes in a job file beside what is there: where an id of it is taken, the job and all its rows get fresh ones. */
export async function importFile(file: JobFile, watch: Watch = {}, as: 'opened' | 'copy' = 'opened'): Promise<string> {
	await settleStore();
	const wrote = nextWritten(await deviceId(), [...file.readings, ...file.events, ...actsOf(file.job)]);
	file = { ...file, events: [...file.events, ...liveOnArrival(file.events, { at: now(), newId: freshId, wrote })] };
	const photos = file.photos ?? [];
	const taken = await db.jobs.get(file.job.id);
	const rowsTaken =
		(await anyTaken(db.readings, file.readings)) ||
		(await anyTaken(db.events, file.events)) ||
		(await anyTaken(db.photos, photos));
	if (!taken && PLAIN_ID.test(file.job.id) && !rowsTaken) {
		await putWhole(file, null, watch);
		return file.job.id;
	}
	const jobId = freshId();
	const fresh = new Map(file.readings.map((r) => [r.id, freshId()]));
	const again = <T extends { id: string; jobId: string }>(rows: readonly T[]): T[] =>
		rows.map((row) => ({ ...row, id: fresh.get(row.id) ?? freshId(), jobId }));
	const linked = (r: Reading): Reading => (r.corrects ? { ...r, corrects: fresh.get(r.corrects) ?? r.corrects } : r);
	const own: JobFile = {
		...file,
		job: { ...file.job, id: jobId, name: taken ? `${file.job.name.slice(0, 71)} (${as})` : file.job.name },
		readings: again(file.readings).map(linked),
		events: again(file.events),
		photos: again(photos)
	};
	await putWhole(own, null, watch);
	return jobId;
}

/** Whether one of these ids stands in the table already. All its keys at once: thousands of questions would take seconds. */
async function anyTaken<T extends { id: string }>(table: Table<T, string>, rows: readonly T[]): Promise<boolean> {
	if (!rows.length) return false;
	const there = new Set(await table.toCollection().primaryKeys());
	return rows.some((row) => there.has(row.id));
}

/** Whether the demo jobs are in the store, or were. */
export const isSeeded = async (): Promise<boolean> => (await db.settings.get('seeded')) !== undefined;
/** On a first visit the demo jobs are put into the store. */
export async function seedDemos(): Promise<void> {
	await settleStore();
	if (await isSeeded()) return;
	const { DEMOS } = await import('$core/demo');
	await db.transaction('rw', ALL(), async () => {
		if (await isSeeded()) return;
		for (const [name, make] of Object.entries(DEMOS)) await putRows(make(), name);
		await db.settings.put({ key: 'seeded', value: now() });
	});
}
export async function putBackDemo(name: string): Promise<void> {
	const { DEMOS } = await import('$core/demo');
	const make = Object.hasOwn(DEMOS, name) ? DEMOS[name] : undefined;
	if (!make) throw new RangeError(`There is no demo job "${name}".`);
	await putWhole(make(), name);
}

/** Asks the browser to keep the store when space runs short. @returns null where it cannot be asked */
export const askToPersist = async (): Promise<boolean | null> =>
	navigator.storage?.persist ? navigator.storage.persist() : null;

/** Rulings of the authority in a place, from every other job of it in this browser, the newest first. */
export async function rulingsIn(place: string, butJobId: string): Promise<{ jobName: string; ruling: Ruling }[]> {
	const here = place.trim().toLowerCase();
	if (!here) return [];
	const rows = await db.jobs.toArray();
	return rows
		.filter((r) => r.id !== butJobId && r.job.place.trim().toLowerCase() === here)
		.flatMap((r) => (r.job.rulings ?? []).map((ruling) => ({ jobName: r.job.name, ruling })))
		.sort((a, b) => b.ruling.day.localeCompare(a.ruling.day));
}
