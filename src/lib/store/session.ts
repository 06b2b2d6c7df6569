import { actsOf, type Act } from '$core/model/work';
import { now } from '$lib/clock';
import { produce } from 'immer';
import { changesBetween } from '$core/edit/merge/change';
import { placedOn } from '$core/edit/merge/rebase';
import type { Command } from '$core/edit/command';
import { utcOf } from '$core/model/file/in-utc';
import type { Job, JobFile, LiveEvent, Reading, Written } from '$core/model/job';
import { byWriting, nextWritten } from '$core/model/written';
import { whenIdle } from '$lib/kit/idle';
import { deviceId, freshId } from './db';
import { commit, JobGone, nextTurns, turn, type Commit, type Piece, type PieceConflict } from './edits';
import { eventsOf, getJob, readingsOf } from './jobs';
import { asWriter, ChangeChannel } from './between-tabs';
import { sayStoreFault } from './store-fault';

/** A store that failed is tried again after this long, ms. */
const AGAIN_MS = 5000;

/** What holds edits and readings to the job file: loaded when the page is first touched, or still; the first edit waits for it. */
const loadDoor = () => import('$core/edit/merge/door');
let opening: ReturnType<typeof loadDoor> | null = null;
async function door(): ReturnType<typeof loadDoor> {
	try {
		return await (opening ??= loadDoor());
	} catch {
		opening = null;
		throw new RangeError(
			'A part of Hekto could not be loaded, so nothing was changed: there may be a new version, or no network. Reload.'
		);
	}
}

/** What a session shows: everything new, in one go. */
export interface SessionState {
	job: Job;
	readings: Reading[];
	events: LiveEvent[];
	turns: { undo: string | null; redo: string | null };
	/** The store is full or fails: what is in `waiting` is only in this tab. */
	fault: string | null;
	/** Edits that are not in the store yet. */
	waiting: number;
	/** Edits of this tab that another tab's work does not let in: shown until the user has decided. */
	conflicts: PieceConflict[];
}

/**
 * One tab's hold on one job. What the store has is its ground; what the user did since waits on top, and goes into the
 * store piece by piece, by ids. Nothing is ever written whole over what stands there.
 */
export class JobSession {
	private ground: { job: Job; rev: number; head: string | null };
	/** The state of the store that this tab stands on. */
	get rev(): number {
		return this.ground.rev;
	}
	/** Done in this tab and not in the store yet, in their order. */
	private pending: Piece[] = [];
	/** Undone in this tab before the store had them. */
	private dropped: Piece[] = [];
	private shown: SessionState;
	private readonly line: ChangeChannel;
	/** Work with the store, one after the other. */
	private queue: Promise<unknown> = Promise.resolve();
	private again: ReturnType<typeof setTimeout> | undefined;
	private closed = false;

	constructor(
		file: Pick<JobFile, 'job' | 'readings' | 'events' | 'head'>,
		rev: number,
		private readonly onshow: (shown: SessionState) => void = () => undefined
	) {
		this.ground = { job: file.job, rev, head: file.head ?? null };
		this.shown = {
			job: file.job,
			readings: file.readings,
			events: file.events,
			turns: { undo: null, redo: null },
			fault: null,
			waiting: 0,
			conflicts: []
		};
		this.line = new ChangeChannel((news) => {
			if (news.jobId === this.id && news.rev > this.ground.rev) void this.inTurn(() => this.catchUp(news.rows));
		});
		void this.inTurn(() => this.readTurns());
		whenIdle(() => void door().catch(() => undefined));
	}
	get id(): string {
		return this.ground.job.id;
	}
	/** The last edit of the history as this tab knows it. */
	get head(): string | null {
		return this.ground.head;
	}
	get now(): SessionState {
		return this.shown;
	}
	close(): void {
		this.closed = true;
		clearTimeout(this.again);
		this.line.close();
	}
	/** Has done all that it was told of so far by other tabs. */
	heard(): Promise<void> {
		return this.inTurn(() => this.catchUp(true));
	}
	private show(change: Partial<SessionState>): void {
		this.shown = { ...this.shown, ...change, waiting: this.pending.length };
		if (!this.closed) this.onshow(this.shown);
	}

	/**
	 * Does a command and keeps it.
	 * @returns whether it changed anything, once it is in the store or is known to be only in this tab (`now.fault`, `now.conflicts`)
	 * @throws RangeError for what the command refuses, and for what no job file could hold: nothing is changed
	 */
	async edit(label: string, command: Command): Promise<boolean> {
		const { editFaults } = await door();
		const before = this.shown.job;
		const after = produce(before, command);
		const changes = changesBetween(before, after);
		if (!changes.length) return false;
		const [fault] = editFaults(before, after);
		if (fault) throw new RangeError(`${label}: ${fault.path} ${fault.message}. Nothing was changed.`);
		this.show({ job: after });
		await this.add({ kind: 'edit', id: freshId(), label, changes });
		return true;
	}
	/** Takes readings, together one edit. @param from `table`: they were read at some time before @throws RangeError where one of them could stand in no job file */
	async take(label: string, rows: readonly Reading[], from: 'here' | 'table' = 'here'): Promise<void> {
		const { takeFaults } = await door();
		const [fault] = takeFaults(this.shown.job, this.shown.readings, rows);
		if (fault) throw new RangeError(`${label}: ${fault.path} ${fault.message}. Nothing was kept.`);
		const device = await deviceId();
		// When the rows of a table were read, nobody here saw: against what is here already the worse of two counts.
		const own = this.nextWritten(device);
		const first: Written = from === 'table' ? { device: freshId(), n: own.n, table: true } : own;
		const inOrder = from === 'table' ? [...rows].sort(byWriting) : rows;
		const written = inOrder.map((row, i) => ({ ...row, at: utcOf(row.at), wrote: { ...first, n: first.n + i } }));
		this.show({ readings: [...this.shown.readings, ...written] });
		await this.add({ kind: 'readings', id: freshId(), label, rows: written });
	}
	/** What the next entry of this device carries: it comes after all that this tab has. */
	private nextWritten(device: string): Written {
		return nextWritten(device, [...this.shown.readings, ...this.shown.events, ...actsOf(this.shown.job)]);
	}
	/** Now, by somebody, in its place among all that this device wrote. */
	async act(by: string): Promise<Act> {
		return { at: now(), by, wrote: this.nextWritten(await deviceId()) };
	}
	/** Strikes a reading out of what is judged, or takes that back: it stays in the log. */
	async strike(readingId: string, struck: boolean): Promise<void> {
		const strike = this.nextWritten(await deviceId());
		this.show({ readings: this.shown.readings.map((r) => (r.id === readingId ? { ...r, struck, strike } : r)) });
		const label = struck ? 'struck out' : 'counts again';
		await this.add({ kind: 'strike', id: freshId(), label, readingId, struck, strike });
	}
	async log(event: Omit<LiveEvent, 'id' | 'jobId' | 'at'>): Promise<void> {
		const device = await deviceId();
		const row: LiveEvent = { ...event, id: freshId(), jobId: this.id, at: now(), wrote: this.nextWritten(device) };
		this.show({ events: [...this.shown.events, row] });
		await this.add({ kind: 'event', id: row.id, label: event.kind, row });
	}

	private add(piece: Piece): Promise<void> {
		this.pending.push(piece);
		if (piece.kind === 'edit' || piece.kind === 'readings') this.dropped = [];
		return this.flush();
	}
	/** Brings what waits into the store. A store that fails is tried again, with all that waits in its order. */
	flush(): Promise<void> {
		const last = this.pending.at(-1);
		return this.inTurn(() => this.write(last));
	}
	/** Writes what waits up to this piece: what was done after it was asked for keeps its turn. */
	private async write(last: Piece | undefined): Promise<void> {
		clearTimeout(this.again);
		const pieces = this.pending.slice(0, last ? this.pending.indexOf(last) + 1 : 0);
		if (!pieces.length) return;
		try {
			const done = await asWriter(this.id, () => commit(this.id, this.ground.rev, pieces));
			this.line.tell({ jobId: this.id, rev: done.rev, rows: done.rows });
			await this.settle(pieces, done);
		} catch (error) {
			this.failed(error);
		}
	}
	private async settle(pieces: readonly Piece[], done: Commit): Promise<void> {
		const kept = new Set(pieces);
		const missed = done.rev > this.ground.rev + 1 || done.job !== null;
		// What was done while the store wrote is still waiting, on top of what it has now.
		const later = this.pending.filter((p) => !kept.has(p));
		const own = later.some((p) => p.kind === 'edit') ? this.withEdits(this.ground.job, pieces) : this.shown.job;
		this.ground = { job: done.job ?? own, rev: done.rev, head: done.head };
		this.pending = later;
		this.show({
			fault: null,
			// What the tab made of it stays the very same: it is neither drawn nor judged a second time.
			job: done.job ? this.withEdits(done.job, later) : this.shown.job,
			conflicts: [...this.shown.conflicts, ...done.conflicts]
		});
		if (missed) await this.readRows();
		await this.readTurns();
	}
	/** What a job looks like with what waits on it; what does not fit is told of when it is its turn. */
	private withEdits(job: Job, pieces: readonly Piece[]): Job {
		return pieces.reduce((at, piece) => {
			if (piece.kind !== 'edit') return at;
			const placed = placedOn(at, piece.changes);
			return placed.ok ? placed.job : at;
		}, job);
	}

	/** Another tab has written: its state is the ground now, and what waits here goes on top. */
	private async catchUp(rows: boolean): Promise<void> {
		try {
			const row = await getJob(this.id);
			if (!row) throw new JobGone('This job was removed from this browser.');
			if (row.rev <= this.ground.rev) return;
			this.ground = row;
			this.show({ job: this.withEdits(row.job, this.pending) });
			if (rows) await this.readRows();
			await this.readTurns();
		} catch (error) {
			this.failed(error);
		}
	}
	private async readRows(): Promise<void> {
		const [readings, events] = await Promise.all([readingsOf(this.id), eventsOf(this.id)]);
		const here = new Set([...readings, ...events].map((r) => r.id));
		const waits = <T extends { id: string }>(rows: readonly T[]) => rows.filter((r) => !here.has(r.id));
		const own = this.pending.flatMap((p) => (p.kind === 'readings' ? p.rows : []));
		const ownEvents = this.pending.flatMap((p) => (p.kind === 'event' ? [p.row] : []));
		const strikes = new Map(this.pending.flatMap((p) => (p.kind === 'strike' ? [[p.readingId, p] as const] : [])));
		const all = [...readings, ...waits(own)].map((r) => {
			const waiting = strikes.get(r.id);
			return waiting ? { ...r, struck: waiting.struck, strike: waiting.strike } : r;
		});
		this.show({ readings: all, events: [...events, ...waits(ownEvents)] });
	}
	private async readTurns(): Promise<void> {
		const turns = await nextTurns(this.id).catch(() => this.shown.turns);
		const lastHere = this.pending.findLast((p) => p.kind === 'edit' || p.kind === 'readings');
		this.show({ turns: { undo: lastHere?.label ?? turns.undo, redo: this.dropped.at(-1)?.label ?? turns.redo } });
	}

	/** @returns what was done, in words; null: there is nothing to turn. @throws RangeError where the ground has shifted */
	turn(way: 'undo' | 'redo'): Promise<string | null> {
		const last = this.pending.at(-1);
		return this.inTurn(async () => {
			await this.write(last);
			const here = this.turnHere(way, last);
			if (here) return here;
			const turned = await asWriter(this.id, () => turn(this.id, way)).catch((error: unknown) => {
				this.failed(error);
				throw new RangeError(this.shown.fault ?? 'The store did not answer.');
			});
			if (turned.kind === 'none') return null;
			if (turned.kind === 'refused') throw new ShiftedBase(turned.label, turned.shifted);
			const { row, label } = turned;
			this.line.tell({ jobId: this.id, rev: row.rev, rows: turned.readings });
			this.ground = row;
			this.show({ job: this.withEdits(row.job, this.pending) });
			if (turned.readings) await this.readRows();
			await this.readTurns();
			return label;
		});
	}
	/** Of edits that the store does not have: taken back, or done again, in this tab. */
	private turnHere(way: 'undo' | 'redo', last: Piece | undefined): string | null {
		const [from, to] = way === 'undo' ? [this.pending, this.dropped] : [this.dropped, this.pending];
		const end = way === 'redo' ? from.length : last ? from.indexOf(last) + 1 : 0;
		const at = from.slice(0, end).findLastIndex((p) => p.kind === 'edit' || p.kind === 'readings');
		const piece = from[at];
		if (!piece) return null;
		from.splice(at, 1);
		to.push(piece);
		const rows = new Set(piece.kind === 'readings' ? piece.rows.map((r) => r.id) : []);
		const left = this.shown.readings.filter((r) => !rows.has(r.id));
		const readings = piece.kind === 'readings' && way === 'redo' ? [...left, ...piece.rows] : left;
		this.show({ job: this.withEdits(this.ground.job, this.pending), readings });
		void this.readTurns();
		return piece.label;
	}

	/** A conflict that the user has seen: the other tab's value stays. */
	dismiss(conflict: PieceConflict): void {
		this.show({ conflicts: this.shown.conflicts.filter((c) => c !== conflict) });
	}

	private failed(error: unknown): void {
		this.show({ fault: error instanceof JobGone ? sayGone : sayStoreFault(error) });
		void this.readTurns();
		clearTimeout(this.again);
		if (!this.closed && !(error instanceof JobGone)) this.again = setTimeout(() => void this.flush(), AGAIN_MS);
	}
	private inTurn<T>(work: () => Promise<T>): Promise<T> {
		const done = this.queue.then(work);
		this.queue = done.catch(() => undefined);
		return done;
	}
}
const sayGone =
	'This job was removed from this browser, perhaps in another tab. What you see is only in this tab: save a job file if it is needed.';

/** An undo whose ground has shifted: what it would take back is not there any more as it was left. */
export class ShiftedBase extends Error {
	constructor(
		readonly label: string,
		readonly shifted: PieceConflict['shifted']
	) {
		super(`"${label}" cannot be undone: what it changed was changed again since.`);
	}
}
