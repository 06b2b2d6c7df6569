import { sameRows } from './remember';

/**
 * A new state of plain data with every part that says the same as before taken from there: what is drawn of those parts
 * need not be drawn again. Rows of a list by their id, or by place where they have none; objects by field, maps by key, sets
 * whole; anything else is the same only by identity.
 * @returns `before` itself where all of it says the same; what is given is left as it is
 */
export const likeBefore = <T>(before: unknown, now: T): T => like(before, now) as T;

function like(before: unknown, now: unknown): unknown {
	if (Object.is(before, now) || !isObject(before) || !isObject(now)) return now;
	if (Object.getPrototypeOf(before) !== Object.getPrototypeOf(now)) return now;
	if (Array.isArray(now) && Array.isArray(before)) {
		const byId = now.some((v) => idOf(v) !== null) ? new Map(before.map((v: unknown) => [idOf(v), v])) : null;
		const rows = now.map((v: unknown, i) => like(idOf(v) === null ? before[i] : byId?.get(idOf(v)), v));
		return sameRows(before, rows) ? before : rows;
	}
	if (now instanceof Set && before instanceof Set) return sameRows([...before], [...now]) ? before : now;
	if (now instanceof Map && before instanceof Map) {
		const rows = new Map([...now].map(([k, v]: [unknown, unknown]) => [k, like(before.get(k), v)]));
		const same = sameRows([...before.keys()], [...rows.keys()]) && sameRows([...before.values()], [...rows.values()]);
		return same ? before : rows;
	}
	if (Object.getPrototypeOf(now) !== Object.prototype) return now;
	const [was, is] = [before as Record<string, unknown>, now as Record<string, unknown>];
	const fields = Object.fromEntries(Object.entries(is).map(([k, v]) => [k, like(was[k], v)]));
	const keys = Object.keys(fields);
	return Object.keys(was).length === keys.length && keys.every((k) => Object.hasOwn(was, k) && Object.is(fields[k], was[k]))
		? before
		: fields;
}
const idOf = (v: unknown): unknown => (isObject(v) && 'id' in v ? v.id : null);
const isObject = (v: unknown): v is object => typeof v === 'object' && v !== null;

/** Follows the states of one thing: each is given like the one before it. */
export function steady(): <T>(now: T) => T {
	let before: unknown;
	return (now) => {
		const given = likeBefore(before, now);
		before = given;
		return given;
	};
}
