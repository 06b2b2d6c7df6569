import type { Box, Job } from '../../model/job';
import { newReferenceFaults } from '../../model/file/references';
import { applyChanges, type Shifted } from './apply';
import { changesBetween, type Change } from './change';

/** An edit on its way into a job: what it is called and what it changes. */
interface MadeEdit {
	id: string;
	label: string;
	changes: Change[];
}
/** An edit that could not be done on what stands there now, with each thing that has shifted under it. */
interface EditConflict<E extends MadeEdit = MadeEdit> {
	edit: E;
	shifted: Shifted[];
}

/**
 * Does edits in their order on a job that may have moved on since they were made. Each is done whole or not at all.
 * @returns the job, what of the edits was done (a name or number that is taken by now is given anew), and the conflicts
 */
export function rebase<E extends MadeEdit>(job: Job, edits: readonly E[]): { job: Job; done: E[]; conflicts: EditConflict<E>[] } {
	let at = job;
	const [done, conflicts]: [E[], EditConflict<E>[]] = [[], []];
	for (const edit of edits) {
		const placed = placedOn(at, edit.changes);
		if (placed.ok) {
			at = placed.job;
			done.push({ ...edit, changes: placed.changes });
		} else conflicts.push({ edit, shifted: placed.shifted });
	}
	return { job: at, done, conflicts };
}

/** Changes done on a job, or why they cannot be: their ground has shifted, or the job would contradict itself. */
export function placedOn(
	job: Job,
	changes: readonly Change[]
): { ok: true; job: Job; changes: Change[]; renamed: boolean } | { ok: false; shifted: Shifted[] } {
	const done = applyChanges(job, changes);
	if (!done.ok) return done;
	const named = freshNames(done.state, changes);
	const broken = newFaults(job, named);
	if (broken.length) return { ok: false, shifted: broken };
	const renamed = named !== done.state;
	return { ok: true, job: named, changes: renamed ? changesBetween(job, named) : [...changes], renamed };
}

/** What the job says against itself that it did not say before. */
const newFaults = (before: Job, after: Job): Shifted[] =>
	newReferenceFaults(before, after).map((f) => ({
		path: [f.path],
		why: 'breaks',
		want: undefined,
		have: undefined,
		message: f.message
	}));

/** Two tabs may each have made a box K-04: the later one takes the next that is free. */
function freshNames(after: Job, changes: readonly Change[]): Job {
	const made = new Set(changes.flatMap((c) => (c.kind === 'add' ? [c.row.id] : [])));
	if (!made.size) return after;
	// The name of one that goes with the same edit is free.
	const names = new Set(after.boxes.flatMap((b) => (made.has(b.id) ? [] : [b.name.toLowerCase()])));
	const boxTaken = (b: Box) => made.has(b.id) && names.has(b.name.toLowerCase());
	if (!after.boxes.some(boxTaken)) return after;
	return {
		...after,
		boxes: after.boxes.map((b) => (boxTaken(b) ? { ...b, name: nextName(b.name, names) } : b))
	};
}
/** The next name of its kind that nobody has; it is taken then. @example K-03, which is taken, as K-04 is -> K-05 */
export function nextName(name: string, taken: Set<string>): string {
	const [, stem = '', join = '', digits = ''] = /^(.*?)([\s-]*)(\d*)$/.exec(name) ?? [];
	for (let n = Number(digits) + 1; ; n++) {
		const free = `${stem.slice(0, STEM_MOST)}${join || '-'}${String(n).padStart(digits.length || 2, '0')}`;
		if (taken.has(free.toLowerCase())) continue;
		taken.add(free.toLowerCase());
		return free;
	}
}
/** Of a name of 60 characters: room for a join and its number. */
const STEM_MOST = 53;
