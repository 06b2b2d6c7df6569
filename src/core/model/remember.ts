/**
 * Keeps a result beside the rows that it was made from, and gives it again while every one of them is still the same:
 * an edit leaves what it does not touch as it is, so what follows from that need not be worked out anew.
 * @example const sizes = remembered<Circuit, Result>(); sizes(circuit, [edition, ...legs], () => size(circuit))
 */
export function remembered<K extends object, R>(): (key: K, rows: readonly unknown[], make: () => R) => R {
	const known = new WeakMap<K, { rows: readonly unknown[]; result: R }>();
	return (key, rows, make) => {
		const before = known.get(key);
		if (before && sameRows(before.rows, rows)) return before.result;
		const result = make();
		known.set(key, { rows, result });
		return result;
	};
}
/** The very same rows, in their order. */
export const sameRows = (a: readonly unknown[], b: readonly unknown[]): boolean =>
	a === b || (a.length === b.length && a.every((row, i) => row === b[i]));

/** Keeps what was made of a state of a job under an edition, by a key of its own, for as long as that state lives. */
export function perState<R>(): (job: object, edition: object, key: unknown, make: () => R) => R {
	const known = new WeakMap<object, WeakMap<object, Map<unknown, R>>>();
	return (job, edition, key, make) => {
		const ofJob = known.get(job) ?? new WeakMap<object, Map<unknown, R>>();
		known.set(job, ofJob);
		const rows = ofJob.get(edition) ?? new Map<unknown, R>();
		ofJob.set(edition, rows);
		const before = rows.get(key);
		if (before !== undefined) return before;
		const result = make();
		rows.set(key, result);
		return result;
	};
}
