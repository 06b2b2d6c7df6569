import assert from 'node:assert/strict';
import fc from 'fast-check';
import { applyChanges } from '../../src/core/edit/merge/apply';
import { inverseOf, same } from '../../src/core/edit/merge/change';
import { addBox, addDevice, editBox, removeBox } from '../../src/core/edit/boxes';
import { attachBox } from '../../src/core/edit/cables';
import { editRoom, addRoom, removeRoom } from '../../src/core/edit/rooms';
import type { Command } from '../../src/core/edit/command';
import type { Job, JobFile } from '../../src/core/model/job';
import { DUPLEX, newBox } from '../../src/core/model/new-job';
import { db, DONE, TURN } from '../../src/lib/store/db';
import * as jobs from '../../src/lib/store/jobs';
import { JobSession } from '../../src/lib/store/session';
import { reading } from '../core/small-job';

/** Two tabs on one job that edit, remove, undo and fail at random, and what must hold after each round of it. */

export interface Round {
	steps: number;
	confirmed: number;
	conflicts: number;
	undone: number;
}
/** The store throws at a share of its writes. @returns puts it right again */
export function failing(share: number, random: () => number): () => void {
	const store = IDBObjectStore.prototype;
	const { put, add } = store;
	const fail = <A extends unknown[], R>(write: (...args: A) => R) =>
		function (this: IDBObjectStore, ...args: A): R {
			if (random() < share) throw new DOMException('no room', 'QuotaExceededError');
			return write.apply(this, args);
		};
	Object.assign(store, { put: fail(put as never), add: fail(add as never) });
	return () => void Object.assign(store, { put, add });
}

/** One round. @throws AssertionError where a confirmed edit is neither in the history nor shown, or undo touched more than its own */
export async function roundOfTabs(file: JobFile, seed: number, steps: number): Promise<Round> {
	const random = randomOf(seed);
	await Promise.all(db.tables.map((t) => t.clear()));
	await jobs.putWhole(file);
	const id = file.job.id;
	const open = async () => {
		const row = await jobs.getJob(id);
		assert.ok(row);
		return new JobSession({ job: row.job, readings: await jobs.readingsOf(id), events: [] }, row.rev);
	};
	const tabs = [await open(), await open()];
	const labels = new Set<string>();
	let undone = 0;
	const working: Promise<unknown>[] = [];
	for (let n = 0; n < steps; n++) {
		const s = tabs[random() < 0.5 ? 0 : 1] as JobSession;
		const restore = random() < 0.2 ? failing(0.7, random) : null;
		const label = `${seed}-${n}`;
		const doing = act(s, label, random).then(
			(did) => {
				if (did === 'edit') labels.add(label);
				if (typeof did === 'string') return;
				undone += 1;
				// An edit that the store never had can be taken back in its tab: then it is in no history.
				if (did.way === 'undo') labels.delete(did.label);
				else labels.add(did.label);
			},
			(error: unknown) => {
				// What is refused is told, and nothing was done.
				assert.ok(error instanceof Error, String(error));
			}
		);
		working.push(doing);
		if (random() < 0.7) await doing;
		restore?.();
	}
	await Promise.all(working);
	try {
		for (const s of tabs) await s.flush();
		await holds(file.job, id, tabs, labels);
	} finally {
		tabs.forEach((s) => s.close());
	}
	const conflicts = tabs.reduce((sum, s) => sum + s.now.conflicts.length, 0);
	return { steps, confirmed: labels.size, conflicts, undone };
}

async function holds(before: Job, id: string, tabs: JobSession[], labels: ReadonlySet<string>): Promise<void> {
	const row = await jobs.getJob(id);
	assert.ok(row);
	const history = (await db.edits.orderBy('n').toArray()).filter((e) => e.jobId === id);
	// The job is what its history says, from the first edit to the last.
	const replayed = history.reduce((at, edit) => {
		const done = applyChanges(at, edit.changes);
		assert.ok(done.ok, `"${edit.label}" does not follow from what was before it`);
		return done.state;
	}, before);
	assert.ok(same(replayed, row.job), 'the job is not what its history makes of it');
	// The chain of edits is whole.
	history.forEach((edit, i) => assert.equal(edit.parent, history[i - 1]?.id ?? null));
	assert.equal(row.head, history.at(-1)?.id ?? null);
	// Every edit that was said to be done is in the history, or is shown as a conflict.
	const kept = new Set(history.map((e) => e.label));
	const shown = new Set(tabs.flatMap((s) => s.now.conflicts.map((c) => c.piece.label)));
	for (const label of labels) assert.ok(kept.has(label) || shown.has(label), `edit ${label} is nowhere`);
	// Undo did the way back of its own edit, and nothing else.
	const byId = new Map(history.map((e) => [e.id, e]));
	for (const { turn, changes } of history.filter((e) => e.state === TURN)) {
		const edit = byId.get(turn?.of ?? '');
		assert.ok(edit);
		const own = turn?.way === 'undo' ? inverseOf(edit.changes) : edit.changes;
		assert.ok(same(own, changes), `turning "${edit.label}" did more or less than its own`);
	}
	assert.ok(history.filter((e) => e.state === DONE).every((e) => !e.turn));
	for (const s of tabs) {
		assert.equal(s.now.waiting, 0);
		await s.heard();
		assert.ok(same(s.now.job, row.job), 'a tab shows another job than the store has');
	}
}

type Did = 'edit' | 'nothing' | { way: 'undo' | 'redo'; label: string };
/** What one tab does next: most of it edits, some of it removes or takes back. */
async function act(s: JobSession, label: string, random: () => number): Promise<Did> {
	const pick = <T>(rows: readonly T[]): T | undefined => rows[Math.floor(random() * rows.length)];
	const { job } = s.now;
	const box = pick(job.boxes);
	const room = pick(job.rooms);
	const circuit = pick(job.circuits);
	const edit = async (command: Command) => ((await s.edit(label, command)) ? ('edit' as const) : ('nothing' as const));
	const way = Math.floor(random() * 11);
	if (way < 2 || !box || !room)
		return edit(addBox(newBox(`b-${label}`, `B ${Math.floor(random() * 20)}`, { state: 'planned', roomId: room?.id ?? null })));
	if (way < 5) return edit(editBox(box.id, { note: label }));
	if (way === 5) return edit(editRoom(room.id, { name: `Room ${label}` }));
	if (way === 6) return edit(random() < 0.5 ? removeBox(box.id) : removeRoom(room.id));
	if (way === 7) return edit(addDevice(box.id, { ...DUPLEX, id: `d-${label}`, state: 'planned' }));
	if (way === 8) {
		if (random() < 0.4) return edit(addRoom(`r-${label}`, `New ${label}`));
		await s.take(label, [reading({ id: `m-${label}`, jobId: job.id, boxId: box.id, value: 118 })]);
		return 'edit';
	}
	if (way === 9 && circuit)
		return edit(attachBox(box.id, { cableId: `l-${label}`, circuitId: circuit.id, fromId: circuit.panelId, lengthFt: 12 }));
	const turn = random() < 0.7 ? 'undo' : 'redo';
	const turned = await s.turn(turn);
	return turned === null ? 'nothing' : { way: turn, label: turned };
}

function randomOf(seed: number): () => number {
	const [state] = fc.sample(fc.integer({ min: 1, max: 0x7fffffff }), { numRuns: 1, seed });
	let at = state ?? 1;
	return () => {
		at = (Math.imul(at, 48271) >>> 0) % 0x7fffffff || 1;
		return at / 0x7fffffff;
	};
}
