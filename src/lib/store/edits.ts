import { actsOf } from '$core/model/work';
import { now } from '$lib/clock';
import Dexie from 'dexie';
import { inverseOf, type Change } from '$core/edit/merge/change';
import { placedOn } from '$core/edit/merge/rebase';
import type { Shifted } from '$core/edit/merge/apply';
import type { Job, LiveEvent, Reading, Written } from '$core/model/job';
import { nextWritten } from '$core/model/written';
import { db, deviceId, DONE, freshId, LEFT, TURN, UNDONE, type EditRow, type JobRow } from './db';

/**
 * The way of edits into the store. A job's new state, its history and the rows that belong to it are written in one
 * transaction: all of it or nothing.
 */

/** What a tab wants kept, in the order in which it was done. */
export type Piece =
	| { kind: 'edit'; id: string; label: string; changes: Change[] }
	| { kind: 'readings'; id: string; label: string; rows: Reading[] }
	| { kind: 'strike'; id: string; label: string; readingId: string; struck: boolean; strike: Written }
	| { kind: 'event'; id: string; label: string; row: LiveEvent };
/** A piece that cannot be done on what stands in the store, with each thing that has shifted under it. */
export interface PieceConflict {
	piece: Piece;
	shifted: Shifted[];
}
export interface Commit {
	rev: number;
	head: string | null;
	/** The job as it stands now, where it is not what the tab made of what it knew. */
	job: Job | null;
	conflicts: PieceConflict[];
	/** Readings or events were written. */
	rows: boolean;
}

/** The job was removed, here or in another tab: not a fault of the store. */
export class JobGone extends Error {}
async function rowOf(id: string): Promise<JobRow> {
	const row = await db.jobs.get(id);
	if (!row) throw new JobGone('This job was removed from this browser.');
	return row;
}
const newest = (jobId: string, state: EditRow['state']) =>
	db.edits.where('[jobId+state+n]').between([jobId, state, Dexie.minKey], [jobId, state, Dexie.maxKey]);

/**
 * Keeps pieces. Where another tab was faster, each is done on what stands there now, by ids; what cannot be is handed
 * back, and nothing of it is written. A piece that is in the store already is not written twice.
 * @param knownRev the state that the tab made them on
 */
export async function commit(jobId: string, knownRev: number, pieces: readonly Piece[]): Promise<Commit> {
	const device = await deviceId();
	return db.transaction('rw', db.jobs, db.edits, db.readings, db.events, async () => {
		const row = await rowOf(jobId);
		const writer = new Writer(row, device);
		for (const piece of pieces) await writer.keep(piece);
		if (writer.wrote) await db.jobs.put({ ...row, job: writer.job, rev: row.rev + 1, head: writer.head, updatedAt: now() });
		const rev = row.rev + (writer.wrote ? 1 : 0);
		const asKnown = row.rev === knownRev && !writer.conflicts.length && !writer.renamed;
		return { rev, head: writer.head, job: asKnown ? null : writer.job, conflicts: writer.conflicts, rows: writer.rows };
	});
}

/** One transaction's work on one job. */
class Writer {
	job: Job;
	head: string | null;
	wrote = false;
	rows = false;
	/** A name or number was taken by now, and another was given. */
	renamed = false;
	conflicts: PieceConflict[] = [];
	constructor(
		private readonly row: JobRow,
		private readonly device: string
	) {
		this.job = row.job;
		this.head = row.head;
	}
	async keep(piece: Piece): Promise<void> {
		if (piece.kind === 'edit') return this.keepEdit(piece);
		if (piece.kind === 'readings') return this.keepReadings(piece);
		this.wrote = this.rows = true;
		if (piece.kind === 'event') await db.events.put(piece.row);
		else await db.readings.update(piece.readingId, { struck: piece.struck, strike: piece.strike });
	}
	private async keepEdit(piece: Piece & { kind: 'edit' }): Promise<void> {
		if (await isKept(piece.id)) return;
		const placed = placedOn(this.job, piece.changes);
		if (!placed.ok) return void this.conflicts.push({ piece, shifted: placed.shifted });
		if (!placed.changes.length) return;
		this.renamed ||= placed.renamed;
		this.job = placed.job;
		await this.add({ id: piece.id, label: piece.label, changes: placed.changes, readingIds: [] });
	}
	private async keepReadings(piece: Piece & { kind: 'readings' }): Promise<void> {
		if (await isKept(piece.id)) return;
		await db.readings.bulkAdd(piece.rows);
		this.rows = true;
		await this.add({ id: piece.id, label: piece.label, changes: [], readingIds: piece.rows.map((r) => r.id) });
	}
	private async add(edit: Pick<EditRow, 'id' | 'label' | 'changes' | 'readingIds'>): Promise<void> {
		await newest(this.row.id, UNDONE).modify({ state: LEFT });
		await db.edits.add({ ...edit, jobId: this.row.id, parent: this.head, device: this.device, state: DONE, at: now() });
		this.head = edit.id;
		this.wrote = true;
	}
}
const isKept = async (id: string): Promise<boolean> => (await db.edits.where('id').equals(id).count()) > 0;

export type Turned =
	| { kind: 'none' }
	| { kind: 'done'; label: string; row: JobRow; readings: boolean }
	/** The ground has shifted: nothing was changed. */
	| { kind: 'refused'; label: string; shifted: Shifted[] };

/** Takes the last edit back, or does the last one that was undone again: only where what it changed still stands. */
export async function turn(jobId: string, way: 'undo' | 'redo'): Promise<Turned> {
	const device = await deviceId();
	return db.transaction('rw', db.jobs, db.edits, db.readings, db.events, async (): Promise<Turned> => {
		const undoing = way === 'undo';
		const edit = undoing ? await newest(jobId, DONE).last() : await newest(jobId, UNDONE).first();
		if (!edit?.n) return { kind: 'none' };
		const { label } = edit;
		const row = await rowOf(jobId);
		const placed = placedOn(row.job, undoing ? inverseOf(edit.changes) : edit.changes);
		if (!placed.ok) return { kind: 'refused', label, shifted: placed.shifted };
		const readingIds = await turnReadings(edit, { undoing, device });
		await db.edits.update(edit.n, { state: undoing ? UNDONE : DONE });
		const record = { id: freshId(), jobId, parent: row.head, device, state: TURN, label, at: now(), readingIds } as const;
		await db.edits.add({ ...record, changes: placed.changes, turn: { way, of: edit.id } });
		const next = { ...row, job: placed.job, rev: row.rev + 1, head: record.id, updatedAt: now() };
		await db.jobs.put(next);
		return { kind: 'done', label, row: next, readings: readingIds.length > 0 };
	});
}
/** Undo strikes out what counts of an edit's readings; redo takes back no more than that undo did. @returns which */
async function turnReadings(edit: EditRow, { undoing, device }: { undoing: boolean; device: string }): Promise<string[]> {
	if (!edit.readingIds.length) return [];
	const own = new Set(edit.readingIds);
	const rows = await db.readings.bulkGet([...own]);
	const struckByUndo = undoing ? null : await lastUndoOf(edit);
	const turned = rows.flatMap((r) => (r && r.struck !== undoing && (!struckByUndo || struckByUndo.has(r.id)) ? [r.id] : []));
	const ofJob = { jobId: edit.jobId };
	const strike = nextWritten(device, [
		...(await db.readings.where(ofJob).toArray()),
		...(await db.events.where(ofJob).toArray()),
		...actsOf((await db.jobs.get(edit.jobId))?.job ?? {})
	]);
	await db.readings.where('id').anyOf(turned).modify({ struck: undoing, strike });
	return turned;
}
async function lastUndoOf(edit: EditRow): Promise<Set<string>> {
	const turns = await newest(edit.jobId, TURN)
		.filter((t) => t.turn?.of === edit.id && t.turn.way === 'undo')
		.last();
	return new Set(turns?.readingIds ?? []);
}

/** What undo and redo would do next, by name. */
export async function nextTurns(jobId: string): Promise<{ undo: string | null; redo: string | null }> {
	const [done, undone] = await Promise.all([newest(jobId, DONE).last(), newest(jobId, UNDONE).first()]);
	return { undo: done?.label ?? null, redo: undone?.label ?? null };
}
