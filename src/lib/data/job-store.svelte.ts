import { liveQuery, type Subscription } from 'dexie';
import { getContext, setContext } from 'svelte';
import { aboutSubject, assess } from '$core/assess';
import { runOf } from '$core/circuits/runs';
import { addBox, freeBoxName, type Command } from '$core/model/commands';
import { newBox } from '$core/model/new-job';
import type { Circuit, Job, JobFile, LiveEvent, Reading } from '$core/model/job';
import { circuitOf, indexOf } from '$core/model/job-index';
import { writeJobFile } from '$core/formats/job-json';
import { stretchSegment } from '$core/formats/plan-reach';
import { deadState, type DeadState } from '$core/makeup/dead-test';
import { liveAlarms, signsAt } from '$core/makeup/live-alarm';
import type { Finding } from '$core/model/result';
import { editionOf } from '$core/code/amended-edition';
import { db } from './db';
import * as jobs from './jobs';
import type { Selection } from './selection';
import { saveText } from './save-file';
import { sayStoreFault } from './store-fault';

/** The open job: its state, its one evaluation, what is selected, and what the user does to it. */
export class JobStore {
	job = $state.raw<Job>() as Job;
	readings = $state.raw<Reading[]>([]);
	events = $state.raw<LiveEvent[]>([]);
	selection = $state.raw<Selection | null>(null);
	turns = $state.raw<{ undo: string | null; redo: string | null }>({ undo: null, redo: null });
	/** The store is full or blocked: what was done since is only in this tab. */
	fault = $state<string | null>(null);
	/** What just happened, or why something was refused. */
	notice = $state.raw<{ text: string; bad: boolean } | null>(null);
	saving = $state(0);

	readonly assessment = $derived(assess(this.job, this.readings));
	readonly edition = $derived(editionOf(this.job));
	readonly index = $derived(indexOf(this.job));
	readonly circuit = $derived(this.circuitOfSelection());
	readonly run = $derived(this.circuit ? runOf(this.job, this.circuit) : null);
	readonly box = $derived(this.selection?.kind === 'box' ? (this.index.boxes.get(this.selection.id) ?? null) : null);
	/** The room of what is picked: the room itself, or that of the box or thing. */
	readonly room = $derived.by(() => {
		const { selection, index } = this;
		if (selection?.kind === 'room') return index.rooms.get(selection.id);
		if (selection?.kind === 'fixture') return index.fixtures.get(selection.id)?.room;
		return this.box?.roomId ? index.rooms.get(this.box.roomId) : undefined;
	});
	readonly about = $derived(this.selection ? aboutSubject(this.assessment, this.selection.kind, this.selection.id) : null);

	private rev = 0;
	private watching: Subscription[] = [];

	constructor(file: JobFile, rev: number) {
		this.job = file.job;
		this.readings = file.readings;
		this.events = file.events;
		this.rev = rev;
	}

	private circuitOfSelection(): Circuit | null {
		const { selection } = this;
		if (selection?.kind === 'circuit') return this.index.circuits.get(selection.id) ?? null;
		if (selection?.kind === 'box') return circuitOf(this.job, selection.id) ?? null;
		if (selection?.kind === 'leg') {
			const leg = this.job.legs.find((l) => l.id === selection.id);
			return (leg && this.index.circuits.get(leg.circuitId)) ?? null;
		}
		return null;
	}

	/** Follows what other tabs write. */
	watch(): () => void {
		const { id } = this.job;
		const follow = <T>(query: () => Promise<T>, take: (value: T) => void) =>
			this.watching.push(liveQuery(query).subscribe({ next: take, error: (error) => this.failed(error) }));
		follow(
			() => db.jobs.get(id),
			(row) => {
				if (!row || row.rev <= this.rev || this.fault) return;
				this.rev = row.rev;
				this.job = row.job;
			}
		);
		follow(
			() => jobs.readingsOf(id),
			(rows) => {
				if (!this.fault) this.readings = rows;
			}
		);
		follow(
			() => jobs.eventsOf(id),
			(rows) => {
				if (!this.fault) this.events = rows;
			}
		);
		follow(
			() => jobs.nextTurns(id),
			(turns) => (this.turns = turns)
		);
		return () => this.watching.splice(0).forEach((s) => s.unsubscribe());
	}

	/** Does a command and keeps it. @returns whether it was done; a refusal is told in `notice` */
	async edit(label: string, command: Command): Promise<boolean> {
		// What the command itself refuses is the user's to mend, and never reaches the store.
		let made: jobs.MadeEdit;
		try {
			made = jobs.makeEdit(label, this.job, this.rev, command);
		} catch (error) {
			return this.refuse(error);
		}
		this.job = made.job;
		return this.keep(label, () => jobs.commit(made.job.id, made));
	}

	/** A box with one receptacle, in the room that is picked, under the next free name; picked when it stands. */
	async newBoxHere(): Promise<boolean> {
		const id = jobs.freshId();
		const name = freeBoxName(this.job);
		const roomId = this.room?.id ?? null;
		if (!(await this.edit(name, addBox(newBox(id, name, { state: 'found', roomId }))))) return false;
		this.select({ kind: 'box', id });
		return true;
	}

	async take(label: string, readings: readonly Reading[]): Promise<boolean> {
		this.readings = [...this.readings, ...readings];
		return this.keep(label, () => jobs.commitReadings(this.job.id, label, readings));
	}

	/** Strikes a reading out of what is judged, or takes that back: it stays in the log. */
	async strike(reading: Reading, struck: boolean): Promise<void> {
		this.readings = this.readings.map((r) => (r.id === reading.id ? { ...r, struck } : r));
		try {
			await jobs.strikeReading(reading.id, struck);
			this.say(struck ? 'Reading struck out: it stays in the log.' : 'Reading counts again.');
		} catch (error) {
			this.failed(error);
		}
	}

	async log(event: Omit<LiveEvent, 'id' | 'jobId' | 'at'>): Promise<void> {
		const whole: LiveEvent = { ...event, id: jobs.freshId(), jobId: this.job.id, at: new Date().toISOString() };
		this.events = [...this.events, whole];
		try {
			await jobs.addEvent(whole);
		} catch (error) {
			this.failed(error);
		}
	}

	private async keep(label: string, write: () => Promise<{ rev: number; job: Job }>): Promise<boolean> {
		this.saving += 1;
		try {
			// After a failure the whole job goes first: later edits build on what the store does not have.
			const row = this.fault ? await jobs.catchUp(this.file()) : await write();
			this.fault = null;
			if (row.rev > this.rev) {
				this.rev = row.rev;
				this.job = row.job;
			}
			this.say(label);
		} catch (error) {
			this.failed(error);
		} finally {
			this.saving -= 1;
		}
		return true;
	}

	async turn(way: 'undo' | 'redo'): Promise<void> {
		try {
			const turned = await jobs[way](this.job.id);
			if (!turned) return this.say(way === 'undo' ? 'Nothing to undo.' : 'Nothing to redo.');
			this.rev = turned.row.rev;
			this.job = turned.row.job;
			this.readings = await jobs.readingsOf(this.job.id);
			this.say(`${way === 'undo' ? 'Undone' : 'Done again'}: ${turned.label}`);
		} catch (error) {
			this.refuse(error);
		}
	}

	say(text: string, bad = false): void {
		this.notice = { text, bad };
	}
	private refuse(error: unknown): false {
		this.say(error instanceof Error ? error.message : String(error), true);
		return false;
	}
	private failed(error: unknown): void {
		this.fault = sayStoreFault(error);
	}

	file(): JobFile {
		return { hekto: 'job', fileVersion: 2, job: this.job, readings: this.readings, events: this.events };
	}
	/** @param withPhotos the pictures too: the file grows by up to 0.3 MB for each */
	async saveFile(withPhotos = false): Promise<void> {
		try {
			const photos = withPhotos ? await jobs.allPhotos(this.job.id) : undefined;
			const text = writeJobFile(this.job, this.readings, this.events, photos);
			saveText(`${this.job.name}.hekto.json`, 'application/json', text);
		} catch (error) {
			this.failed(error);
		}
	}

	select(selection: Selection | null): void {
		this.selection = selection;
		this.stretch = null;
	}
	/** Name of what readings are of: a box, a panel, or the circuit of a breaker. */
	placeName(id: string): string {
		const circuit = this.index.circuits.get(id);
		return (
			this.index.boxes.get(id)?.name ??
			this.job.panels.find((p) => p.id === id)?.name ??
			(circuit ? `breaker ${circuit.number}` : id)
		);
	}
	selectPlace(id: string): void {
		this.select({ kind: this.index.boxes.has(id) ? 'box' : this.index.circuits.has(id) ? 'circuit' : 'panel', id });
	}
	/** Picks what a finding is about, and lights up its stretch. */
	show({ subject }: Pick<Finding, 'subject'>): void {
		const { kind, id, stretch } = subject;
		if (kind === 'job' || kind === 'device' || kind === 'input') return;
		this.select({ kind, id });
		this.stretch = kind === 'room' && stretch ? { roomId: id, ...stretch } : null;
	}
	private stretch = $state.raw<{ roomId: string; wall: number; from: number; to: number } | null>(null);
	/** The stretch of the finding that is shown, on the plan. */
	readonly shown = $derived(this.stretch ? stretchSegment(this.index.rooms.get(this.stretch.roomId), this.stretch) : null);
	/** Steps along the selected run; from nothing, to the first circuit that has one. */
	step(by: 1 | -1): void {
		const run = this.run ?? this.job.circuits.map((c) => runOf(this.job, c)).find((r) => r.nodes.length);
		if (!run) return;
		const at = run.nodes.findIndex((n) => n.boxId === this.selection?.id);
		const next = run.nodes[at < 0 ? (by > 0 ? 0 : run.nodes.length - 1) : (at + by + run.nodes.length) % run.nodes.length];
		if (next) this.select({ kind: 'box', id: next.boxId });
	}

	/** Live where it is tagged off: stands until it is settled. */
	readonly alarms = $derived(liveAlarms(this.job, this.readings, this.events));
	/** Whether hands may go into a box, by its tags, its tests and every sign of life since. */
	deadStateOf(boxId: string): DeadState {
		const ids = (this.index.circuitsOfBox.get(boxId) ?? []).map((c) => c.id);
		return deadState(this.events, ids, boxId, signsAt(this.job, this.readings, this.events, boxId));
	}
	/** A box was found live by what is not kept as a reading: a dead test, or an instrument that stands on it. */
	async foundLive(boxId: string, note: string, by: string): Promise<void> {
		if (this.alarms.some((a) => a.boxId === boxId)) return;
		await this.log({ kind: 'live-found', circuitId: null, boxId, by, note });
	}

	/** Circuits that are off and tagged now, by their last event. */
	readonly tagged = $derived.by(() => {
		const last = new Map<string, LiveEvent>();
		for (const e of this.events) if (e.circuitId && (e.kind === 'off-tagged' || e.kind === 'on')) last.set(e.circuitId, e);
		return [...last.values()].filter((e) => e.kind === 'off-tagged');
	});
}

const KEY = Symbol('job-store');
export const provideJob = (store: JobStore): JobStore => setContext(KEY, store);
export function useJob(): JobStore {
	const store = getContext<JobStore | undefined>(KEY);
	if (!store) throw new Error('useJob must be called below the page of a job');
	return store;
}
