import { actsOf } from '$core/model/work';
import { now } from '$lib/clock';
import { changesBetween, inverseOf } from '$core/edit/merge/change';
import { applyChanges } from '$core/edit/merge/apply';
import { editFaults } from '$core/edit/merge/check-edit';
import {
	liveWhereApart,
	mergeEvents,
	mergeJobs,
	mergePhotos,
	mergeReadings,
	type MergeConflict,
	type Pick
} from '$core/edit/merge/merge-jobs';
import type { Job, JobFile, Reading } from '$core/model/job';
import { nextWritten } from '$core/model/written';
import { db, deviceId, DONE, freshId, type JobRow } from './db';
import { allPhotos, eventsOf, readingsOf } from './jobs';
import { START } from './history';
import { announceOnce } from './between-tabs';

/** A file of a job that is here already: brought together with it, from the last state that both had. */
export interface MergePlan {
	row: JobRow;
	file: JobFile;
	/** The last state that both had; null: none is known here. */
	base: Job | null;
	conflicts: MergeConflict[];
	/** Changes that come in, and rows. */
	changes: number;
	readings: number;
	/** Readings that are here: those that the other device struck out, and those that it restored, since. */
	struck: Reading[];
	restored: Reading[];
	events: number;
	photos: number;
}
/** A state that both devices had is kept under the edit that it is of, so that a later merge finds it. */
const baseKey = (jobId: string, editId: string): string => `base ${jobId} ${editId}`;

/** The newest state of this job that the file knows too. */
async function baseOf(row: JobRow, file: JobFile): Promise<Job | null> {
	const theirs = [...(file.history ?? []), ...(file.head ? [file.head] : [])];
	const place = new Map(theirs.map((id, i) => [id, i]));
	const edits = await db.edits.where('jobId').equals(row.id).sortBy('n');
	const own = [(edits.length ? edits[0]?.parent : row.head) ?? START, ...edits.flatMap((e) => [e.also ?? null, e.id])].filter(
		(id): id is string => !!id && place.has(id)
	);
	const common = own.sort((a, b) => (place.get(b) ?? 0) - (place.get(a) ?? 0))[0];
	if (common === undefined) return null;
	const kept = await db.settings.get(baseKey(row.id, common));
	if (kept) return kept.value as Job;
	// Back through every edit made here since: each holds what stood there before.
	const at = edits.findIndex((e) => e.id === common);
	let job = row.job;
	for (const edit of edits.slice(at + 1).reverse()) {
		const back = applyChanges(job, inverseOf(edit.changes));
		if (!back.ok) return null;
		job = back.state;
	}
	return job;
}

/** What a merge would do: nothing is written. @returns null: the job is not here */
export async function planMerge(file: JobFile): Promise<MergePlan | null> {
	const row = await db.jobs.get(file.job.id);
	if (!row) return null;
	const base = await baseOf(row, file);
	const [readings, events, photos] = await Promise.all([readingsOf(row.id), eventsOf(row.id), allPhotos(row.id)]);
	const merged = mergeJobs(base, { one: row.job, other: file.job }, () => 'one');
	const fresh = <T extends { id: string }>(there: readonly T[], rows: readonly T[]) => {
		const ids = new Set(there.map((r) => r.id));
		return rows.filter((r) => !ids.has(r.id)).length;
	};
	const strikes = new Map(mergeReadings(readings, file.readings).map((r) => [r.id, r.struck]));
	return {
		row,
		file,
		base,
		conflicts: merged.conflicts,
		changes: changesBetween(row.job, merged.job).length,
		readings: fresh(readings, file.readings),
		struck: readings.filter((r) => !r.struck && strikes.get(r.id)),
		restored: readings.filter((r) => r.struck && !strikes.get(r.id)),
		events: fresh(events, file.events),
		photos: fresh(photos, file.photos ?? [])
	};
}
/**
 * Does a merge, all of it or nothing; undo takes its changes of the job back.
 * @throws RangeError where the job has moved on since it was planned, or what comes of it could not be saved
 */
export async function doMerge(plan: MergePlan, pick: Pick): Promise<void> {
	const { file } = plan;
	const device = await deviceId();
	const id = plan.row.id;
	const rev = await db.transaction('rw', [db.jobs, db.edits, db.readings, db.events, db.photos, db.settings], async () => {
		const row = await db.jobs.get(id);
		if (row?.rev !== plan.row.rev) throw new RangeError('The job was changed in the meantime: open the file again.');
		const { job } = mergeJobs(plan.base, { one: row.job, other: file.job }, pick);
		const [fault] = editFaults(row.job, job);
		if (fault) throw new RangeError(`What comes of it can't be kept: ${fault.path} ${fault.message}`);
		const [readings, events, photos] = await Promise.all([readingsOf(id), eventsOf(id), allPhotos(id)]);
		await db.readings.bulkPut(mergeReadings(readings, file.readings));
		const wrote = nextWritten(device, [
			...readings,
			...file.readings,
			...events,
			...file.events,
			...actsOf(row.job),
			...actsOf(file.job)
		]);
		const live = liveWhereApart({ one: events, other: file.events }, { at: now(), newId: freshId, wrote });
		await db.events.bulkPut([...mergeEvents(events, file.events), ...live]);
		await db.photos.bulkPut(mergePhotos(photos, file.photos ?? []));
		const edit = {
			id: freshId(),
			jobId: id,
			parent: row.head,
			device,
			state: DONE,
			label: 'Merged with another device',
			at: now(),
			changes: changesBetween(row.job, job),
			readingIds: [],
			...(file.head ? { also: file.head } : {})
		} as const;
		await db.edits.add({ ...edit, changes: [...edit.changes], readingIds: [] });
		if (file.head) await db.settings.put({ key: baseKey(id, file.head), value: file.job });
		const next = { ...row, job, rev: row.rev + 1, head: edit.id, updatedAt: now(), removedAt: undefined };
		await db.jobs.put(next);
		return next.rev;
	});
	announceOnce({ jobId: id, rev, rows: true });
}
