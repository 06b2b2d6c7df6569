import { applyPatches, enablePatches, produceWithPatches, type Patch } from 'immer';
import Dexie from 'dexie';
import type { Command } from '$core/model/commands';
import type { Job, JobFile, LiveEvent, Photo, Reading, Ruling } from '$core/model/job';
import { db, DONE, LEFT, UNDONE, type EditRow, type JobRow } from './db';

enablePatches();

/** Everything that is written of jobs goes through here, each in one transaction: all of it or nothing. */
const now = () => new Date().toISOString();
export const freshId = (): string => crypto.randomUUID();

const newest = (jobId: string, state: EditRow['state']) =>
	db.edits.where('[jobId+state+n]').between([jobId, state, Dexie.minKey], [jobId, state, Dexie.maxKey]);

async function rowOf(id: string): Promise<JobRow> {
	const row = await db.jobs.get(id);
	if (!row) throw new RangeError(`There is no job "${id}" in this browser any more.`);
	return row;
}
async function put(row: JobRow, job: Job): Promise<JobRow> {
	const next = { ...row, job, rev: row.rev + 1, updatedAt: now() };
	await db.jobs.put(next);
	return next;
}
async function addEdit(edit: Omit<EditRow, 'state' | 'at'>): Promise<void> {
	await newest(edit.jobId, UNDONE).modify({ state: LEFT });
	await db.edits.add({ ...edit, state: DONE, at: now() });
}

/** An edit as a tab made it, with the state that it was made on. */
export interface MadeEdit {
	label: string;
	command: Command;
	baseRev: number;
	job: Job;
	patches: Patch[];
	inverse: Patch[];
}
export function makeEdit(label: string, on: Job, baseRev: number, command: Command): MadeEdit {
	const [job, patches, inverse] = produceWithPatches(on, command);
	return { label, command, baseRev, job, patches, inverse };
}
/** Keeps an edit. Where another tab was faster, its command is done again on what stands there now. */
export const commit = (jobId: string, made: MadeEdit): Promise<JobRow> =>
	db.transaction('rw', db.jobs, db.edits, async () => {
		const row = await rowOf(jobId);
		const { label, job, patches, inverse } =
			row.rev === made.baseRev ? made : makeEdit(made.label, row.job, row.rev, made.command);
		if (!patches.length) return row;
		await addEdit({ jobId, label, patches, inverse, readingIds: [] });
		return put(row, job);
	});

/** Readings that were taken together: one edit. */
export const commitReadings = (jobId: string, label: string, readings: readonly Reading[]): Promise<JobRow> =>
	db.transaction('rw', db.jobs, db.edits, db.readings, async () => {
		const row = await rowOf(jobId);
		await db.readings.bulkAdd([...readings]);
		await addEdit({ jobId, label, patches: [], inverse: [], readingIds: readings.map((r) => r.id) });
		return put(row, row.job);
	});

/** Strikes a reading out, or takes that back: a log loses nothing. */
export const strikeReading = (id: string, struck: boolean): Promise<number> => db.readings.update(id, { struck });

async function turn(jobId: string, from: typeof DONE | typeof UNDONE): Promise<{ row: JobRow; label: string } | null> {
	return db.transaction('rw', db.jobs, db.edits, db.readings, async () => {
		const rows = newest(jobId, from);
		const edit = from === DONE ? await rows.last() : await rows.first();
		if (!edit?.n) return null;
		const row = await rowOf(jobId);
		const undoing = from === DONE;
		const job = applyPatches(row.job, undoing ? edit.inverse : edit.patches);
		await db.readings.where('id').anyOf(edit.readingIds).modify({ struck: undoing });
		await db.edits.update(edit.n, { state: undoing ? UNDONE : DONE });
		return { row: await put(row, job), label: edit.label };
	});
}
export const undo = (jobId: string) => turn(jobId, DONE);
export const redo = (jobId: string) => turn(jobId, UNDONE);
/** What undo and redo would do next, by name. */
export async function nextTurns(jobId: string): Promise<{ undo: string | null; redo: string | null }> {
	const [done, undone] = await Promise.all([newest(jobId, DONE).last(), newest(jobId, UNDONE).first()]);
	return { undo: done?.label ?? null, redo: undone?.label ?? null };
}

export const addPhoto = (photo: Photo): Promise<string> => db.photos.add(photo);
export const removePhoto = (id: string): Promise<void> => db.photos.delete(id);
export const editPhoto = (id: string, caption: string): Promise<number> => db.photos.update(id, { caption });
export const photosOf = (jobId: string, of: Photo['of']): Promise<Photo[]> =>
	db.photos.where('[jobId+of.kind+of.id]').equals([jobId, of.kind, of.id]).sortBy('at');
export const allPhotos = (jobId: string): Promise<Photo[]> => db.photos.where('jobId').equals(jobId).sortBy('at');

export const addEvent = (event: LiveEvent): Promise<string> => db.events.add(event);
export const listJobs = (): Promise<JobRow[]> => db.jobs.orderBy('updatedAt').reverse().toArray();
export const getJob = (id: string): Promise<JobRow | undefined> => db.jobs.get(id);
export const readingsOf = (jobId: string): Promise<Reading[]> => db.readings.where('jobId').equals(jobId).sortBy('at');
export const eventsOf = (jobId: string): Promise<LiveEvent[]> => db.events.where('jobId').equals(jobId).sortBy('at');

/** Puts a whole job into the store, over whatever stood there under its id. */
export const putWhole = (file: JobFile, demo: string | null = null): Promise<void> =>
	db.transaction('rw', [db.jobs, db.edits, db.readings, db.events, db.photos], async () => {
		const before = await db.jobs.get(file.job.id);
		await clear(file.job.id);
		await db.jobs.put({ id: file.job.id, job: file.job, rev: (before?.rev ?? 0) + 1, updatedAt: now(), demo });
		await db.readings.bulkAdd(file.readings);
		await db.events.bulkAdd(file.events);
		await db.photos.bulkAdd(file.photos ?? []);
	});
/** After a failed write: brings the store up to what the tab holds, its history left as it is. */
export const catchUp = (file: JobFile): Promise<JobRow> =>
	db.transaction('rw', db.jobs, db.readings, db.events, async () => {
		const row = (await db.jobs.get(file.job.id)) ?? { id: file.job.id, job: file.job, rev: 0, updatedAt: now(), demo: null };
		await db.readings.bulkPut(file.readings);
		await db.events.bulkPut(file.events);
		return put(row, file.job);
	});
async function clear(jobId: string): Promise<void> {
	await Promise.all([db.edits, db.readings, db.events, db.photos].map((table) => table.where('jobId').equals(jobId).delete()));
	await db.jobs.delete(jobId);
}
export const removeJob = (jobId: string): Promise<void> =>
	db.transaction('rw', [db.jobs, db.edits, db.readings, db.events, db.photos], () => clear(jobId));

/** Takes in a job file beside what is there: where its id is taken, the job and all its rows get fresh ones. */
export async function importFile(file: JobFile): Promise<string> {
	const taken = await db.jobs.get(file.job.id);
	const rowsTaken = await db.readings
		.where('id')
		.anyOf(file.readings.map((r) => r.id))
		.count();
	const photosTaken = await db.photos
		.where('id')
		.anyOf((file.photos ?? []).map((p) => p.id))
		.count();
	if (!taken && !rowsTaken && !photosTaken) {
		await putWhole(file);
		return file.job.id;
	}
	const jobId = freshId();
	const again = <T extends { id: string; jobId: string }>(rows: T[]): T[] =>
		rows.map((row) => ({ ...row, id: freshId(), jobId }));
	await putWhole({
		...file,
		job: { ...file.job, id: jobId, name: taken ? `${file.job.name} (taken in)` : file.job.name },
		readings: again(file.readings),
		events: again(file.events),
		photos: again(file.photos ?? [])
	});
	return jobId;
}

/** On a first visit the demo jobs are put into the store. */
export async function seedDemos(): Promise<void> {
	if (await db.settings.get('seeded')) return;
	const { DEMOS } = await import('$core/demo');
	await db.transaction('rw', [db.jobs, db.edits, db.readings, db.events, db.photos, db.settings], async () => {
		if (await db.settings.get('seeded')) return;
		for (const [name, make] of Object.entries(DEMOS)) await putWhole(make(), name);
		await db.settings.put({ key: 'seeded', value: now() });
	});
}
export async function putBackDemo(name: string): Promise<void> {
	const { DEMOS } = await import('$core/demo');
	const make = DEMOS[name];
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
