/** Results kept by the very arguments that they were made from: no key is written by hand, so none can be too short. */

interface Kept<R> {
	/** By the next argument: objects are let go with what they belong to. */
	objects?: WeakMap<object, Kept<R>>;
	values?: Map<unknown, Kept<R>>;
	made?: { result: R };
}

/**
 * A function of a state and of what is asked of it, worked out once for the same arguments. Its arguments are all that it may
 * read. What is kept lives as long as the first of them: a job, its rooms, a network.
 * @example const losses = once((job: Job, circuit: Circuit) => addedUp(job, circuit))
 */
export function once<A extends readonly [object, ...unknown[]], R>(make: (...args: A) => R): (...args: A) => R {
	const root: Kept<R> = {};
	return (...args) => {
		let at = root;
		for (const arg of args) at = next(at, arg);
		at.made ??= { result: make(...args) };
		return at.made.result;
	};
}
function next<R>(from: Kept<R>, arg: unknown): Kept<R> {
	const byArg = typeof arg === 'object' && arg !== null ? (from.objects ??= new WeakMap()) : (from.values ??= new Map());
	const before = byArg.get(arg as object);
	if (before) return before;
	const made: Kept<R> = {};
	byArg.set(arg as object, made);
	return made;
}

/**
 * The same where some arguments are lists gathered anew at each call: a list is the same while its rows are. Only the last
 * result of each first argument is kept.
 * @example const drawn = onceForRows((room: Room, boxes: readonly Box[]) => draw(room, boxes))
 */
export function onceForRows<A extends readonly [object, ...unknown[]], R>(make: (...args: A) => R): (...args: A) => R {
	const known = new WeakMap<object, { args: A; result: R }>();
	return (...args) => {
		const before = known.get(args[0]);
		if (before && args.length === before.args.length && args.every((arg, i) => isSame(arg, before.args[i]))) return before.result;
		const result = make(...args);
		known.set(args[0], { args, result });
		return result;
	};
}
const isSame = (a: unknown, b: unknown): boolean => Object.is(a, b) || (Array.isArray(a) && Array.isArray(b) && sameRows(a, b));

/** The very same rows, in their order. */
export const sameRows = (a: readonly unknown[], b: readonly unknown[]): boolean =>
	a === b || (a.length === b.length && a.every((row, i) => row === b[i]));
