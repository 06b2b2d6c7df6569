import { same, type Change, type Row, type Step } from './change';

/** Why a change does not hold any more: what it was made on is not what stands there now. */
export interface Shifted {
	path: Step[];
	/** `changed`: another value stands there; `gone`: it, or what holds it, was removed; `there`: its id is taken; `breaks`: the job would contradict itself. */
	why: 'changed' | 'gone' | 'there' | 'breaks';
	/** What the change wanted, and what stands there. */
	want: unknown;
	have: unknown;
	/** For `breaks`: what would be wrong. */
	message?: string | undefined;
}
type Fields = Record<string, unknown>;

/**
 * Does changes to a state, each only where what it was made on still stands.
 * @returns the new state, what is untouched shared with the old one; or everything that has shifted, and nothing done
 */
export function applyChanges<T extends object>(
	state: T,
	changes: readonly Change[]
): { ok: true; state: T } | { ok: false; shifted: Shifted[] } {
	const shifted: Shifted[] = [];
	let at: unknown = state;
	for (const change of changes) {
		const done = applied(at, change.path, change, change.path);
		if ('shifted' in done) shifted.push(done.shifted);
		else at = done.value;
	}
	return shifted.length ? { ok: false, shifted } : { ok: true, state: at as T };
}

type Done = { value: unknown } | { shifted: Shifted };
const wanted = (c: Change): unknown => (c.kind === 'set' || c.kind === 'order' ? c.after : c.kind === 'add' ? c.row : undefined);
const shift = (whole: Step[], why: Shifted['why'], c: Change, have: unknown): Done => ({
	shifted: { path: whole, why, want: wanted(c), have }
});

/** Goes down the path, at most as deep as a job is, and makes anew what lies on it. */
function applied(at: unknown, path: readonly Step[], change: Change, whole: Step[]): Done {
	const [step, ...rest] = path;
	if (step === undefined) return onList(at, change, whole);
	if (typeof step === 'string') {
		if (typeof at !== 'object' || at === null || Array.isArray(at)) return shift(whole, 'gone', change, undefined);
		const fields = at as Fields;
		const now = Object.hasOwn(fields, step) ? fields[step] : undefined;
		if (!rest.length && change.kind === 'set') return onField(fields, step, now, change, whole);
		const inner = applied(now, rest, change, whole);
		return 'shifted' in inner ? inner : { value: { ...fields, [step]: inner.value } };
	}
	const i = Array.isArray(at) ? (at as Row[]).findIndex((row) => row.id === step.id) : -1;
	if (i < 0) return shift(whole, 'gone', change, undefined);
	const inner = applied((at as Row[])[i], rest, change, whole);
	return 'shifted' in inner ? inner : { value: (at as Row[]).map((row, k) => (k === i ? (inner.value as Row) : row)) };
}

function onField(fields: Fields, field: string, now: unknown, change: Change & { kind: 'set' }, whole: Step[]): Done {
	// What is as it is wanted already is no conflict: both tabs said the same.
	if (same(now, change.after)) return { value: fields };
	if (!same(now, change.before)) return shift(whole, 'changed', change, now);
	if (change.after !== undefined) return { value: { ...fields, [field]: change.after } };
	const { [field]: _gone, ...left } = fields;
	return { value: left };
}

function onList(at: unknown, change: Change, whole: Step[]): Done {
	if (!Array.isArray(at) || change.kind === 'set') return shift(whole, 'gone', change, undefined);
	const rows = at as Row[];
	if (change.kind === 'order') return { value: inOrder(rows, change.after) };
	const i = rows.findIndex((row) => row.id === change.row.id);
	const path = [...whole, { id: change.row.id }];
	if (change.kind === 'add') {
		if (i >= 0) return same(rows[i], change.row) ? { value: rows } : shift(path, 'there', change, rows[i]);
		const behind = rows.findIndex((row) => row.id === change.behind);
		const place = change.behind === null ? 0 : behind < 0 ? rows.length : behind + 1;
		return { value: [...rows.slice(0, place), change.row, ...rows.slice(place)] };
	}
	// What is gone already need not be taken out again.
	if (i < 0) return { value: rows };
	return same(rows[i], change.row) ? { value: rows.filter((_, k) => k !== i) } : shift(path, 'changed', change, rows[i]);
}

/** Rows in the order of these ids; those that it does not name stay at the end, as they were. */
function inOrder(rows: readonly Row[], ids: readonly string[]): Row[] {
	const place = new Map(ids.map((id, i) => [id, i]));
	return [...rows].sort((a, b) => (place.get(a.id) ?? ids.length) - (place.get(b.id) ?? ids.length));
}
