import { tv as plain } from 'tailwind-variants/lite';
import { twMerge } from 'tailwind-merge';

/**
 * The class names of the component library's parts, the last of what contradicts standing. The usual build of tailwind-variants
 * carries a second copy of tailwind-merge: every page would load it. The build puts this in its place.
 */
type Resolve = (props?: unknown) => unknown;
const merged = (names: unknown): unknown => (typeof names === 'string' ? twMerge(names) : names);
/** Its table of all class names is made with the first question: in a task of its own, while the page waits for the store. */
setTimeout(() => twMerge('p-1 p-2'));

/** The same names for the same question: a page has a hundred buttons of five looks. */
const MOST_KEPT = 500;
function kept(resolve: Resolve): Resolve {
	const known = new Map<string, unknown>();
	return (props) => {
		const key = JSON.stringify(props) ?? '';
		if (known.has(key)) return known.get(key);
		if (known.size >= MOST_KEPT) known.clear();
		const made = resolve(props);
		known.set(key, made);
		return made;
	};
}
/** As the library's own: names as text, or one function for each slot. */
export function tv(...told: Parameters<typeof plain>): unknown {
	const component = plain(...told) as unknown as Resolve;
	const resolve = kept((props) => {
		const made = component(props);
		if (typeof made !== 'object' || made === null) return merged(made);
		return Object.fromEntries(
			Object.entries(made as Record<string, Resolve>).map(([space, of]) => [space, kept((p) => merged(of(p)))])
		);
	});
	// What extends another reads its parts from these.
	return Object.assign(resolve, component);
}
