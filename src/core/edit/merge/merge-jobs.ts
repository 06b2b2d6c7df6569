import { openTags, sourceOf } from '../../model/power';
import { byWriting, wroteBefore } from '../../model/written';
import type { Box, Job, LiveEvent, Photo, Reading, Written } from '../../model/job';
import { referenceFaults } from '../../model/file/references';
import { same, type Row, type Step } from './change';
import { nextName } from './rebase';

/**
 * Two devices' states of one job brought together, three-way from the last state that both had: what one side changed is taken;
 * what both changed to different values is a conflict, and both are kept until somebody picks. Nothing is dropped. The two may be
 * given either way round: the outcome is the same.
 */

/** Both sides changed one thing, each to another value. */
export interface MergeConflict {
	path: Step[];
	base: unknown;
	one: unknown;
	other: unknown;
}
/** Which of the two values stands. */
export type Pick = (conflict: MergeConflict) => 'one' | 'other';
interface MergedJob {
	job: Job;
	conflicts: MergeConflict[];
	/** Rows that one side removed and the other side still needs: they are kept. */
	kept: { list: string; id: string }[];
}
type Fields = Record<string, unknown>;
const isFields = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);
const isKeyed = (v: unknown): v is readonly Row[] =>
	Array.isArray(v) &&
	v.every((r) => isFields(r) && typeof r.id === 'string') &&
	new Set(v.map((r) => (r as Row).id)).size === v.length;
/** Text in which two values can be put in one order on every device. */
const order = (v: unknown): string => JSON.stringify(v) ?? '';
/** Without a hand to pick: the same on both devices, whoever asks. */
export const byValue: Pick = ({ one, other }) => (order(one) <= order(other) ? 'one' : 'other');

/**
 * @param base the last state that both had; null: none is known, and all that differs is a conflict
 * @param pick which value stands where both sides changed it
 */
export function mergeJobs(base: Job | null, { one, other }: { one: Job; other: Job }, pick: Pick = byValue): MergedJob {
	const merging = new Merging(pick);
	const merged = merging.value([], base ?? undefined, one, other) as Job;
	const { job, kept } = withNeeded(merged, { base, one, other });
	return { job: namedOnce(job, base), conflicts: merging.conflicts, kept };
}

class Merging {
	readonly conflicts: MergeConflict[] = [];
	constructor(private readonly pick: Pick) {}

	value(path: Step[], base: unknown, one: unknown, other: unknown): unknown {
		if (same(one, other)) return one;
		if (same(base, one)) return other;
		if (same(base, other)) return one;
		if (isFields(one) && isFields(other)) return this.fields(path, isFields(base) ? base : {}, one, other);
		if (isKeyed(one) && isKeyed(other)) return this.rows(path, isKeyed(base) ? base : [], one, other);
		return this.conflict({ path, base, one, other });
	}
	private conflict(c: MergeConflict): unknown {
		this.conflicts.push(c);
		return this.pick(c) === 'one' ? c.one : c.other;
	}
	private fields(path: Step[], base: Fields, one: Fields, other: Fields): Fields {
		const out: Fields = {};
		for (const key of new Set([...Object.keys(one), ...Object.keys(other)])) {
			const value = this.value([...path, key], base[key], one[key], other[key]);
			if (value !== undefined) out[key] = value;
		}
		return out;
	}
	/** Rows by id. What one side removed stays removed where the other left it as it was; else it is a conflict. */
	private rows(path: Step[], base: readonly Row[], one: readonly Row[], other: readonly Row[]): Row[] {
		const [was, a, b] = [base, one, other].map((rows) => new Map(rows.map((r) => [r.id, r]))) as [
			Map<string, Row>,
			Map<string, Row>,
			Map<string, Row>
		];
		const found = new Map<string, Row>();
		for (const id of new Set([...was.keys(), ...a.keys(), ...b.keys()])) {
			const row = this.row([...path, { id }], was.get(id), a.get(id), b.get(id));
			if (row) found.set(id, row);
		}
		return inOrder(base, { one, other }, found);
	}
	private row(path: Step[], base: Row | undefined, one: Row | undefined, other: Row | undefined): Row | undefined {
		if (one && other) return this.value(path, base, one, other) as Row;
		const left = one ?? other;
		if (!left) return undefined;
		// New on one side, or changed there since: removed on the other side it is asked about.
		if (!base) return left;
		if (same(base, left)) return undefined;
		return this.conflict({ path, base, one, other }) as Row | undefined;
	}
}
/** Rows of the base in the order that one side gave them, then what is new, by id: the same whichever side is named first. */
function inOrder(
	base: readonly Row[],
	{ one, other }: { one: readonly Row[]; other: readonly Row[] },
	found: ReadonlyMap<string, Row>
): Row[] {
	const old = base.map((r) => r.id).filter((id) => found.has(id));
	const orderIn = (rows: readonly Row[]): string[] => {
		const ids = rows.map((r) => r.id).filter((id) => old.includes(id));
		return [...ids, ...old.filter((id) => !ids.includes(id))];
	};
	const [a, b] = [orderIn(one), orderIn(other)];
	const moved = [a, b].filter((ids) => ids.some((id, i) => id !== old[i])).sort((x, y) => order(x).localeCompare(order(y)));
	const known = new Set(old);
	const fresh = [...found.keys()].filter((id) => !known.has(id)).sort();
	return [...(moved[0] ?? old), ...fresh].flatMap((id) => found.get(id) ?? []);
}

/** Lists of which rows name rows of others. */
const NAMED = ['rooms', 'panels', 'circuits', 'boxes', 'cables'] as const;
/** A row that one side removed and the other side's work names is kept: a job never points at nothing. */
function withNeeded(merged: Job, { base, one, other }: { base: Job | null; one: Job; other: Job }): Needed {
	const kept: MergedJob['kept'] = [];
	let job = merged;
	for (let again = true; again && referenceFaults(job).length;) {
		again = false;
		const text = JSON.stringify(job);
		for (const list of NAMED) {
			const there = new Set((job[list] as readonly { id: string }[]).map((r) => r.id));
			const back = [
				...(one[list] as unknown as readonly Row[]),
				...(other[list] as unknown as readonly Row[]),
				...((base?.[list] ?? []) as unknown as readonly Row[])
			].filter((r) => !there.has(r.id) && text.includes(`"${r.id}"`));
			const once = [...new Map(back.map((r) => [r.id, r])).values()].sort((x, y) => x.id.localeCompare(y.id));
			if (!once.length) continue;
			kept.push(...once.map((r) => ({ list, id: r.id })));
			job = { ...job, [list]: [...job[list], ...once] };
			again = true;
		}
	}
	return { job, kept };
}
interface Needed {
	job: Job;
	kept: MergedJob['kept'];
}
/** Two devices may each have made a box K-04: what the base had keeps its name; of two new ones the first by id does. */
function namedOnce(job: Job, base: Job | null): Job {
	const oldBoxes = new Set(base?.boxes.map((b) => b.id));
	const first = <T extends { id: string }>(rows: readonly T[], old: ReadonlySet<string>): T[] =>
		[...rows].sort((a, b) => Number(old.has(b.id)) - Number(old.has(a.id)) || a.id.localeCompare(b.id));
	const names = new Map<string, string>();
	const taken = new Set(job.boxes.map((b) => b.name.toLowerCase()));
	const seen = new Set<string>();
	for (const b of first<Box>(job.boxes, oldBoxes)) {
		const name = b.name.toLowerCase();
		if (seen.has(name)) names.set(b.id, nextName(b.name, taken));
		seen.add(name);
	}
	if (!names.size) return job;
	return {
		...job,
		boxes: job.boxes.map((b) => (names.has(b.id) ? { ...b, name: names.get(b.id) ?? b.name } : b))
	};
}
/** Readings of both, every one once. Where one device struck it out and the other did not, the later of the two acts holds. */
export const mergeReadings = (one: readonly Reading[], other: readonly Reading[]): Reading[] =>
	union(one, other, (a, b) => {
		const bare = (r: Reading): Reading => ({ ...r, struck: false, strike: undefined });
		return { ...(order(bare(a)) <= order(bare(b)) ? a : b), ...strikeOf(a, b) };
	});
/** Restored wins where neither device knew of the other's act; of acts before they were counted only a strike is known. */
function strikeOf(a: Reading, b: Reading): { struck: boolean; strike?: Written } {
	const of = ({ struck, strike }: Reading) => (strike ? { struck, strike } : { struck });
	if (!a.strike && !b.strike) return { struck: a.struck || b.struck };
	if (!a.strike || !b.strike) return of(a.strike ? a : b);
	if (wroteBefore(a.strike, b.strike)) return of(b);
	if (wroteBefore(b.strike, a.strike)) return of(a);
	if (a.struck !== b.struck) return of(a.struck ? b : a);
	return of(order(a.strike) <= order(b.strike) ? a : b);
}
/** Photos of both; of two captions both are kept. */
export const mergePhotos = (one: readonly Photo[], other: readonly Photo[]): Photo[] =>
	union(one, other, (a, b) => {
		const captions = [...new Set([a.caption, b.caption].filter(Boolean))].sort();
		return { ...(order(a) <= order(b) ? a : b), caption: captions.join(' / ').slice(0, MOST_CAPTION) };
	});
const MOST_CAPTION = 200;
/** Events of both. Where the two differ in what is off and tagged, live wins: see `liveWhereApart`. */
export const mergeEvents = (one: readonly LiveEvent[], other: readonly LiveEvent[]): LiveEvent[] =>
	union(one, other, (a, b) => (order(a) <= order(b) ? a : b));
function union<T extends { id: string; at: string; wrote?: Written | undefined }>(
	one: readonly T[],
	other: readonly T[],
	both: (a: T, b: T) => T
): T[] {
	const rows = new Map(one.map((r) => [r.id, r]));
	for (const r of other) {
		const mine = rows.get(r.id);
		rows.set(r.id, mine && !same(mine, r) ? both(mine, r) : r);
	}
	return [...rows.values()].sort((a, b) => byWriting(a, b) || a.id.localeCompare(b.id));
}

/** What is off and tagged by a list of events, by circuit or place. */
const tagged = (events: readonly LiveEvent[]): Map<string, LiveEvent> =>
	new Map(openTags(events).map((e) => [sourceOf(e) ?? '', e]));
/**
 * Tags of which the two devices do not agree: what is off on one and live on the other is live, and is written as such.
 * @returns the events to be added
 */
export function liveWhereApart(
	{ one, other }: { one: readonly LiveEvent[]; other: readonly LiveEvent[] },
	{ at, newId, wrote }: { at: string; newId: () => string; wrote?: Written }
): LiveEvent[] {
	const [a, b, all] = [tagged(one), tagged(other), tagged(mergeEvents(one, other))];
	return [...all]
		.filter(([of]) => !a.has(of) || !b.has(of))
		.map(([, tag]) => ({
			...tag,
			id: newId(),
			kind: 'on' as const,
			at,
			wrote,
			by: '',
			note: 'Merged from two devices: off on one, live on the other. Live until it is tagged here.'
		}));
}
