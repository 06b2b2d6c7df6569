/**
 * What an edit changes, said by ids and never by places in a list: a row that moved up is still the row that was
 * meant. Each change holds what stood there before, so that it can be undone, and so that it is seen when the ground
 * under it has shifted.
 */

/** One step toward a value: the name of a field, or a row of a list by its id. */
export type Step = string | { id: string };
export interface Row {
	id: string;
	[field: string]: unknown;
}
export type Change =
	| { kind: 'set'; path: Step[]; before: unknown; after: unknown }
	/** `behind`: the row that it stands behind; null: it is the first. */
	| { kind: 'add'; path: Step[]; row: Row; behind: string | null }
	| { kind: 'remove'; path: Step[]; row: Row; behind: string | null }
	| { kind: 'order'; path: Step[]; before: string[]; after: string[] };

type Fields = Record<string, unknown>;
const isFields = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);
const isRow = (v: unknown): v is Row => isFields(v) && typeof v.id === 'string';
/** A list whose rows have ids, each once; any other list is a value and changes as a whole. */
function isKeyed(v: unknown): v is readonly Row[] {
	return Array.isArray(v) && v.every(isRow) && new Set(v.map((row: Row) => row.id)).size === v.length;
}

/** The same in every part; a field that is left out is the same as one that is undefined. */
export function same(a: unknown, b: unknown): boolean {
	if (Object.is(a, b)) return true;
	if (Array.isArray(a)) return Array.isArray(b) && a.length === b.length && a.every((v, i) => same(v, b[i]));
	if (!isFields(a) || !isFields(b)) return false;
	return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((key) => same(a[key], b[key]));
}

/** The way from one state to another. What the two share is not looked at. @returns changes in the order of doing */
export function changesBetween(before: unknown, after: unknown, path: Step[] = []): Change[] {
	if (before === after) return [];
	if (isFields(before) && isFields(after) && path.length < 12) {
		const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])];
		return keys.flatMap((key) => changesBetween(before[key], after[key], [...path, key]));
	}
	if (isKeyed(before) && isKeyed(after)) return changesOfRows(before, after, path);
	return same(before, after) ? [] : [{ kind: 'set', path, before, after }];
}

function changesOfRows(before: readonly Row[], after: readonly Row[], path: Step[]): Change[] {
	const [was, is] = [new Map(before.map((r) => [r.id, r])), new Map(after.map((r) => [r.id, r]))];
	const behind = (rows: readonly Row[], i: number) => rows[i - 1]?.id ?? null;
	// Taken out from the end and put in from the start: so each finds the row that it stands behind, both ways.
	const removed = before
		.map((row, i): Change => ({ kind: 'remove', path, row, behind: behind(before, i) }))
		.filter((c) => c.kind === 'remove' && !is.has(c.row.id))
		.reverse();
	const added = after
		.map((row, i): Change => ({ kind: 'add', path, row, behind: behind(after, i) }))
		.filter((c) => c.kind === 'add' && !was.has(c.row.id));
	const inside = after.flatMap((row) => {
		const old = was.get(row.id);
		return old ? changesBetween(old, row, [...path, { id: row.id }]) : [];
	});
	const moved = rowsMoved(before, after, was, is)
		? [{ kind: 'order' as const, path, before: before.map((r) => r.id), after: after.map((r) => r.id) }]
		: [];
	return [...removed, ...added, ...inside, ...moved];
}
function rowsMoved(before: readonly Row[], after: readonly Row[], was: Map<string, Row>, is: Map<string, Row>): boolean {
	const kept = before.filter((r) => is.has(r.id));
	return after.filter((r) => was.has(r.id)).some((r, i) => r.id !== kept[i]?.id);
}

/** The way back, in the order of doing. */
export const inverseOf = (changes: readonly Change[]): Change[] => [...changes].reverse().map(turned);
function turned(c: Change): Change {
	switch (c.kind) {
		case 'set':
		case 'order':
			return { ...c, before: c.after, after: c.before } as Change;
		case 'add':
			return { ...c, kind: 'remove' };
		case 'remove':
			return { ...c, kind: 'add' };
	}
}
