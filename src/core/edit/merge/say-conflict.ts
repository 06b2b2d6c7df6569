import { BreakerName } from '../../model/breaker-name';
import { current } from 'immer';
import type { Command } from '../command';
import type { Job } from '../../model/job';
import { applyChanges, type Shifted } from './apply';
import type { Change, Step } from './change';

/** Conflicts in words: what was meant, what stands there now, and where. */

export interface ConflictLine {
	where: string;
	/** What this tab wanted there, and what the other one left. */
	yours: string;
	theirs: string;
}
/** The lines of an edit that could not be done. @param job as it stands now */
export const conflictLines = (job: Job, shifted: readonly Shifted[]): ConflictLine[] => shifted.map((s) => lineOf(job, s));

function lineOf(job: Job, { path, why, want, have, message }: Shifted): ConflictLine {
	if (why === 'breaks') return { where: 'The job', yours: 'this change', theirs: message ?? 'no longer allows it' };
	const theirs = why === 'gone' ? 'removed' : sayValue(have);
	return { where: wherePath(job, path), yours: want === undefined ? 'removed' : sayValue(want), theirs };
}
/** The same as one sentence, for a line of the page. */
export const sayShifted = (job: Job, shifted: readonly Shifted[]): string =>
	conflictLines(job, shifted)
		.slice(0, 3)
		.map(({ where, theirs }) => (where === 'The job' ? `${theirs}.` : `${where} is now: ${theirs}.`))
		.join(' ');

const ROWS: Readonly<Record<string, string>> = {
	rooms: 'Room',
	boxes: 'Box',
	circuits: 'Circuit',
	panels: 'Panel',
	cables: 'Cable',
	devices: 'device',
	fixtures: 'fixture',
	breaks: 'opening',
	counters: 'counter',
	symptoms: 'Symptom',
	amendments: 'Amendment',
	checks: 'Check'
};
/** Where a change is, in words. @example Box K-03, device receptacle, protection */
export function wherePath(job: Job, path: readonly Step[]): string {
	const words: string[] = [];
	let at: unknown = job;
	let list = '';
	for (const step of path) {
		if (typeof step === 'string') {
			list = step;
			at = at && typeof at === 'object' ? (at as Record<string, unknown>)[step] : undefined;
			// The list that holds a row is said by the row; one that is changed as a whole by its own name.
			if (!Array.isArray(at) || step === path.at(-1)) words.push(fieldWords(step));
		} else {
			at = Array.isArray(at) ? (at as { id: string }[]).find((row) => row.id === step.id) : undefined;
			// A breaker goes by its panel and space.
			const circuit = list === 'circuits' && job.circuits.find((c) => c.id === step.id);
			words.push(circuit ? BreakerName(job, circuit) : `${ROWS[list] ?? fieldWords(list)} ${rowName(at) ?? step.id}`);
		}
	}
	if (!words.length) words.push(fieldWords(list));
	return words.join(', ');
}
/** @example lengthFt -> length ft */
const fieldWords = (field: string): string => field.replace(/([A-Z])/g, ' $1').toLowerCase();
function rowName(row: unknown): string | null {
	if (!row || typeof row !== 'object') return null;
	const { name, kind } = row as { name?: unknown; kind?: unknown };
	if (typeof name === 'string' && name) return name;
	return typeof kind === 'string' ? kind : null;
}
/** A value in words, short. */
export function sayValue(value: unknown): string {
	if (value === undefined || value === null || value === '') return 'not entered';
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (typeof value !== 'object') return String(value).slice(0, 80);
	const name = rowName(value);
	if (name !== null) return name;
	return Array.isArray(value) ? `a list of ${value.length}` : 'other values';
}

/** Whether an edit can be done all the same: all that has shifted are values, which it can put in place of the others. */
export const canInsist = (shifted: readonly Shifted[]): boolean =>
	shifted.every((s) => s.why === 'changed' && typeof s.path.at(-1) === 'string');
/** Does changes over the values that stand there now. @throws RangeError where more than values has shifted */
export const insistOn =
	(changes: readonly Change[]): Command =>
	(draft) => {
		const now = current(draft as never) as Job;
		const done = applyChanges(
			now,
			changes.map((c) => (c.kind === 'set' ? { ...c, before: valueAt(now, c.path) } : c))
		);
		if (!done.ok) throw new RangeError(`What it changed is gone. ${sayShifted(now, done.shifted)}`);
		Object.assign(draft, done.state);
	};
function valueAt(job: Job, path: readonly Step[]): unknown {
	return path.reduce<unknown>((at, step) => {
		if (typeof step !== 'string')
			return Array.isArray(at) ? (at as { id: string }[]).find((row) => row.id === step.id) : undefined;
		return at && typeof at === 'object' ? (at as Record<string, unknown>)[step] : undefined;
	}, job);
}
