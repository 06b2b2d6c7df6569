import { capital, saySpace } from '$core/model/breaker-name';
import { nameSpace, type NotOne } from '$core/edit/name-space';
import { historyOf } from './history';
import { aboutSubject, openIn } from '$core/about';
import { failedJudged, type JudgingBase } from '$core/judged';
import type { NextStep } from '$core/next';
import { runOf } from '$core/run/runs';
import { addBox, freeBoxName, stateOfNew } from '$core/edit/boxes';
import type { Command } from '$core/edit/command';
import { newBox } from '$core/model/new-job';
import type { Circuit, Job, JobFile, LiveEvent, Reading } from '$core/model/job';
import { canInsist, conflictLines, insistOn, sayShifted } from '$core/edit/merge/say-conflict';
import { FILE_VERSION } from '$core/model/file/migrations';
import { circuitOf, indexOf } from '$core/model/job-index';
import { knownJob } from '$core/model/known';
import { writeJobFile } from '$core/formats/write-job';
import { stretchSegment } from '$core/formats/plan-lines';
import type { DeadState } from '$core/makeup/dead-test';
import { gatePlace, heldOffBy } from '$core/makeup/gate';
import { deadStateAt, liveAlarms } from '$core/makeup/live-alarm';
import type { Stage } from '$core/model/kinds';
import type { Finding } from '$core/model/result';
import { editionOf } from '$core/code/amended-edition';
import type { ProtectionRow } from '$core/protection/protection-rows';
import type { PieceConflict } from './edits';
import * as jobs from './jobs';
import { Judging } from './judging.svelte';
import type { OpenedJob } from './open-job';
import { JobSession, ShiftedBase, type SessionState } from './session';
import type { Selection } from './selection';
import type { Act } from '$core/model/work';
import { whoReads } from './this-device';
import { openLooks, openTags } from '$core/model/power';
import { jobStops } from '$core/trace/job-stops';
import { saveBytes, saveText } from './save-file';

/** The open job: its state, its one evaluation, what is selected, and what the user does to it. */
export class JobStore {
	job = $state.raw<Job>() as Job;
	readings = $state.raw<Reading[]>([]);
	events = $state.raw<LiveEvent[]>([]);
	selection = $state.raw<Selection | null>(null);
	turns = $state.raw<{ undo: string | null; redo: string | null }>({ undo: null, redo: null });
	/** The store is full or fails: what waits is only in this tab. */
	fault = $state<string | null>(null);
	/** Edits that are not in the store yet. */
	waiting = $state(0);
	conflicts = $state.raw<PieceConflict[]>([]);
	/** This browser keeps nothing: all of it is in the memory of this tab. */
	readonly onlyHere: boolean;
	/** What just happened, or why something was refused. */
	notice = $state.raw<{ text: string; bad: boolean } | null>(null);
	saving = $state(0);
	/** On a phone: the slip is open over the page. */
	why = $state(false);

	private readonly judging = new Judging();
	private readonly judged = $derived(this.judging.judged ?? failedJudged('It is not calculated yet.'));
	readonly assessment = $derived(this.judged.assessment);
	/** What may be claimed of each place. */
	readonly places = $derived(this.assessment.claims.places);
	/** What comes next at a stage; with nothing left there, in the job. */
	/** What comes first in the whole job. */
	get next(): NextStep | null {
		return this.judged.first;
	}
	nextAt(stage: Stage): NextStep | null {
		return this.judged.next[stage] ?? this.judged.first;
	}
	/** Every outlet with what protects it; worked out beside the page. null: it is not judged. */
	protection(): Promise<readonly ProtectionRow[] | null> {
		return this.judging.protection();
	}
	/** All that was read and done. */
	readonly seen = $derived({ readings: this.readings, events: this.events });
	readonly id = $derived(this.job.id);
	readonly edition = $derived(editionOf(this.job));
	readonly index = $derived(indexOf(this.job));
	/** The job as the rules read it: to read what nobody saw throws `NotKnown`, which the page says in words. */
	readonly known = $derived(knownJob(this.job));
	/** With its edition, for a rule. */
	readonly ruled = $derived({ edition: this.edition, job: this.known });
	readonly circuit = $derived(this.circuitOfSelection());
	readonly run = $derived(this.circuit ? runOf(this.job, this.circuit) : null);
	readonly knownCircuit = $derived(this.circuit ? indexOf(this.known).circuits.get(this.circuit.id) : undefined);
	readonly knownRun = $derived(this.knownCircuit ? runOf(this.known, this.knownCircuit) : null);
	readonly box = $derived(this.selection?.kind === 'box' ? (this.index.boxes.get(this.selection.id) ?? null) : null);
	/** The room of what is picked: the room itself, or that of the box or thing. */
	readonly room = $derived.by(() => {
		const { selection, index } = this;
		if (selection?.kind === 'room') return index.rooms.get(selection.id);
		if (selection?.kind === 'fixture') return index.fixtures.get(selection.id)?.room;
		return this.box?.roomId ? index.rooms.get(this.box.roomId) : undefined;
	});
	readonly about = $derived(this.selection ? aboutSubject(this.assessment, this.selection.kind, this.selection.id) : null);

	private readonly session: JobSession;

	constructor({ file, rev, onlyHere }: OpenedJob) {
		this.job = file.job;
		this.readings = file.readings;
		this.events = file.events;
		this.onlyHere = onlyHere;
		this.session = new JobSession(file, rev, (shown) => this.showAll(shown));
	}
	private showAll({ job, readings, events, turns, fault, waiting, conflicts }: SessionState): void {
		Object.assign(this, { job, readings, events, turns, fault, waiting, conflicts });
		if (job !== this.asked?.job || readings !== this.asked.readings || events !== this.asked.events) void this.judgeNow();
	}
	private asked: JudgingBase | null = null;
	/** Has the job judged as it is now. @returns once it is: the first view waits for that, so that nothing unjudged looks good */
	judgeNow(): Promise<void> {
		const { job, readings, events } = this;
		this.asked = { job, readings, events };
		return this.judging.follow(this.asked);
	}
	/** Lets go of the job: other tabs are not followed any more. */
	close(): void {
		this.session.close();
		this.judging.close();
	}
	/** Keeps what is open beside the job, for the list of jobs, once all that was done is in the store. */
	async keepCount(): Promise<void> {
		if (this.waiting || this.fault || !this.judging.isOf(this)) return;
		if (!Object.values(this.assessment.stages).some((stage) => stage.failed))
			void jobs.forgetFormer(this.job.id).catch(() => undefined);
		const open = { ...openIn(this.assessment), next: this.judged.first };
		await jobs.keepCount(this.job.id, this.session.rev, open).catch(() => undefined);
	}
	/** What would be lost if this tab were closed now. */
	get unkept(): boolean {
		return this.onlyHere || this.waiting > 0 || this.conflicts.length > 0;
	}

	private circuitOfSelection(): Circuit | null {
		const { selection } = this;
		if (selection?.kind === 'circuit') return this.index.circuits.get(selection.id) ?? null;
		if (selection?.kind === 'box') return circuitOf(this.job, selection.id) ?? null;
		if (selection?.kind === 'cable') {
			const cable = this.job.cables.find((l) => l.id === selection.id);
			return (cable && this.index.circuits.get(cable.circuitId)) ?? null;
		}
		return null;
	}

	/** Does a command and keeps it. @returns whether it was done; a refusal is told in `notice` */
	edit(label: string, command: Command): Promise<boolean> {
		return this.keep(label, () => this.session.edit(label, command));
	}

	/** Does a command that is an act: it says when and by whom, and stands in the order of this device. */
	act(label: string, command: (act: Act) => Command): Promise<boolean> {
		return this.keep(label, async () => this.session.edit(label, command(await this.session.act(whoReads()))));
	}

	/** A box with one receptacle, in the room that is picked, under the next free name; picked when it stands. */
	async newBoxHere(): Promise<boolean> {
		const id = jobs.freshId();
		const name = freeBoxName(this.job);
		const roomId = this.room?.id ?? null;
		if (!(await this.edit(name, addBox(newBox(id, name, { state: stateOfNew(this.job), roomId }))))) return false;
		this.select({ kind: 'box', id });
		return true;
	}

	/** Takes readings, together one edit. @returns whether they were taken; a refusal is told in `notice` */
	take(label: string, readings: readonly Reading[], from: 'here' | 'table' = 'here'): Promise<boolean> {
		return this.keep(label, () => this.session.take(label, readings, from));
	}
	/** Strikes a reading out of what is judged, or takes that back: it stays in the log. */
	async strike(reading: Reading, struck: boolean): Promise<void> {
		await this.session.strike(reading.id, struck);
		this.say(struck ? 'Reading struck out; it stays in the log.' : 'Reading counts again.');
	}
	log(event: Omit<LiveEvent, 'id' | 'jobId' | 'at'>): Promise<void> {
		return this.session.log(event);
	}

	/** What is refused is the user's to mend, and never reached the store; what could not be kept is told by the fault line. */
	private async keep(label: string, work: () => Promise<unknown>): Promise<boolean> {
		this.saving += 1;
		const conflicts = this.conflicts.length;
		try {
			await work();
			if (!this.fault && this.conflicts.length === conflicts) this.say(label);
			return true;
		} catch (error) {
			return this.refuse(error);
		} finally {
			this.saving -= 1;
		}
	}
	async turn(way: 'undo' | 'redo'): Promise<void> {
		try {
			const label = await this.session.turn(way);
			if (label === null) return this.say(way === 'undo' ? 'Nothing to undo.' : 'Nothing to redo.');
			this.say(`${way === 'undo' ? 'Undone' : 'Redone'}: ${label}`);
		} catch (error) {
			const why = error instanceof ShiftedBase ? ` ${sayShifted(this.job, error.shifted)}` : '';
			this.refuse(new Error(`${error instanceof Error ? error.message : String(error)}${why}`));
		}
	}
	/** Edits of this tab that another tab's work did not let in, in words. */
	readonly toldConflicts = $derived(
		this.conflicts.map((conflict) => ({
			conflict,
			lines: conflictLines(this.job, conflict.shifted),
			canInsist: canInsist(conflict.shifted)
		}))
	);
	dismiss(conflict: PieceConflict): void {
		this.session.dismiss(conflict);
	}
	/** Puts this tab's values where the other tab's stand. */
	async insist(conflict: PieceConflict): Promise<void> {
		const { piece } = conflict;
		if (piece.kind === 'edit' && (await this.edit(piece.label, insistOn(piece.changes)))) this.dismiss(conflict);
	}

	say(text: string, bad = false): void {
		this.notice = { text, bad };
	}
	private refuse(error: unknown): false {
		this.say(error instanceof Error ? error.message : String(error), true);
		return false;
	}

	file(): JobFile {
		return { hekto: 'job', fileVersion: FILE_VERSION, job: this.job, readings: this.readings, events: this.events };
	}
	/** The last edit of its history; null: none yet. */
	get head(): string | null {
		return this.session.head;
	}
	/** The job as a file, without its photos. */
	async asFile(): Promise<File> {
		const { job, readings, events } = this;
		const history = await historyOf(job.id);
		const text = writeJobFile({ job, readings, events, head: this.session.head, history });
		return new File([text], `${job.name.replace(/[\\/:*?"<>|]+/g, ' ').trim()}.json`, { type: 'application/json' });
	}
	/** @param withPhotos the pictures too, as a `.hekto` file: it grows by up to 0.3 MB for each */
	async saveFile(withPhotos = false): Promise<void> {
		try {
			const { job, readings, events } = this;
			const history = await historyOf(job.id);
			const parts = { job, readings, events, head: this.session.head, history };
			if (withPhotos) {
				const [{ writeHektoZip }, photos] = await Promise.all([import('$core/formats/hekto-zip'), jobs.allPhotos(job.id)]);
				saveBytes(`${job.name}.hekto`, 'application/zip', writeHektoZip({ ...parts, photos }));
				return;
			}
			const text = writeJobFile(parts);
			saveText(`${this.job.name}.hekto.json`, 'application/json', text);
		} catch (error) {
			this.refuse(error);
		}
	}

	select(selection: Selection | null): void {
		this.selection = selection;
		this.stretch = null;
	}
	/** What an address picks: nothing, where that is not of this job. */
	selectIfThere(selection: Selection | null): void {
		const { index, job } = this;
		const there: Record<Selection['kind'], (id: string) => boolean> = {
			box: (id) => index.boxes.has(id),
			room: (id) => index.rooms.has(id),
			circuit: (id) => index.circuits.has(id),
			fixture: (id) => index.fixtures.has(id),
			panel: (id) => job.panels.some((p) => p.id === id),
			cable: (id) => job.cables.some((l) => l.id === id)
		};
		this.select(selection && there[selection.kind](selection.id) ? selection : null);
	}
	/** The view of each stage that was last shown: a stage is come back to as it was left. */
	views = $state.raw<Partial<Record<Stage, string>>>({});
	/** Name of what readings are of: a box, a panel, or the circuit of a breaker. */
	placeName(id: string): string {
		const place = gatePlace(this.job, id);
		if (!place) return id;
		if (place.kind === 'box') return place.box.name;
		return place.kind === 'panel' ? place.panel.name : `${place.kind}, ${saySpace(this.job, place.circuit)}`;
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

	/** How likely the fault that is searched lies at each box, for strip and plan; null: none is searched. */
	suspicion = $state.raw<ReadonlyMap<string, number> | null>(null);
	/** Live where it is tagged off: stands until it is settled. */
	readonly alarms = $derived(liveAlarms(this.job, this.readings, this.events));
	/** Volts that kill, or heat: what must be off before anything else. */
	readonly stops = $derived(jobStops(this.job, this.readings, this.events));
	/** Whether hands may go into a box, into a panel or onto a breaker. */
	deadStateOf(placeId: string): DeadState {
		return deadStateAt(this.job, { readings: this.readings, events: this.events }, placeId);
	}
	/** What is off for a place is on again: its circuits, its panel's main, or what was tagged for it by its marking. */
	async switchOn(boxId: string, by: string): Promise<void> {
		const place = gatePlace(this.job, boxId);
		// Off at its breaker and at the main it is on by both.
		for (const tag of place ? heldOffBy(this.job, this.events, place) : [])
			await this.log({ kind: 'on', circuitId: tag.circuitId, boxId: tag.boxId, by, note: '' });
	}
	/** On for a look with the cables of a box apart and capped: by the tag that it was off by. */
	async lookOn(boxId: string): Promise<void> {
		const { tag } = this.deadStateOf(boxId);
		if (!tag) return;
		const what = tag.what ? { what: tag.what } : {};
		await this.log({ kind: 'look', circuitId: tag.circuitId, boxId, ...what, by: whoReads(), note: 'cables apart and capped' });
	}
	/**
	 * Found live by what is not kept as a reading: a dead test, an instrument, a look at a cable, a check. Under a tag it stops
	 * everything; in a look it is kept; where nothing is tagged off it is no news.
	 * @param placeId a box, or a circuit at its breaker
	 */
	async foundLive(placeId: string, note: string, by: string): Promise<void> {
		const circuit = this.index.circuits.get(placeId);
		const boxId = circuit ? (circuit.panelId ?? placeId) : placeId;
		// In a look with the circuit on it is what was looked for: it tells which breaker feeds the place.
		const looking = this.looks.some((e) => e.boxId === placeId);
		if ((!this.deadStateOf(placeId).tag && !looking) || this.alarms.some((a) => a.boxId === boxId && a.seen === note)) return;
		await this.log({ kind: 'live-found', circuitId: circuit?.id ?? null, boxId, by, note });
	}
	/** What was entered as live was a slip: it stays in the log, and says nothing any more. */
	async withdraw(event: LiveEvent, by: string): Promise<void> {
		const { circuitId, boxId } = event;
		await this.log({ kind: 'withdrawn', circuitId, boxId, by, note: 'entered by mistake', withdraws: event.id });
	}

	/** What is off and tagged now, by its last event: a circuit, or what was switched off for a box. */
	readonly tagged = $derived(openTags(this.events));
	/** What is on for a look, with cables apart: to be ended before hands go anywhere. */
	readonly looks = $derived(openLooks(this.events));
	/**
	 * Switched off and tagged by what somebody calls it: a space makes its breaker, and the panel around it; other words stay words.
	 * @param placeId what it was switched off for @returns which panel is asked for, where there are several and none was named
	 */
	async tagByWords(
		placeId: string | null,
		words: string,
		more: { by: string; locked?: boolean; panelId?: string }
	): Promise<NotOne | null> {
		const { by, panelId } = more;
		const locked = more.locked ? { locked: true } : {};
		const place = placeId === null ? null : gatePlace(this.job, placeId);
		const named = place?.kind === 'panel' ? null : nameSpace(this.job, words, panelId);
		if (named && !named.known && named.why !== 'no-space') return named.why;
		if (!named?.known) {
			if (placeId === null) return 'no-space';
			await this.log({ kind: 'off-tagged', circuitId: null, boxId: placeId, what: words.slice(0, 60), ...locked, by, note: '' });
			return null;
		}
		if (named.make && !(await this.edit(`${capital(words)} named`, named.make))) return null;
		await this.log({ kind: 'off-tagged', circuitId: named.circuitId, boxId: placeId, ...locked, by, note: '' });
		return null;
	}
}
