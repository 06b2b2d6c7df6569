import { tv as plain } from 'tailwind-variants/lite';
import { twMerge } from 'tailwind-merge';

/**
 * The class names of the component library's parts, the last of what contradicts standing. The usual build of tailwind-variants
 * carries a second copy of tailwind-merge: every page would load it. The build puts this in its place.
 */
type Resolve = (props?: unknown) => unknown;
const merged = (names: unknown): unknown => (typeof names === 'string' ? twMerge(names) : names);
const mergedLater =
	(resolve: Resolve): Resolve =>
	(props) =>
		merged(resolve(props));
/** As the library's own: names as text, or one function for each slot. */
export function tv(...told: Parameters<typeof plain>): unknown {
	const component = plain(...told) as unknown as Resolve;
	const resolve: Resolve = (props) => {
		const made = component(props);
		if (typeof made !== 'object' || made === null) return merged(made);
		return Object.fromEntries(Object.entries(made as Record<string, Resolve>).map(([slot, of]) => [slot, mergedLater(of)]));
	};
	// What extends another reads its parts from these.
	return Object.assign(resolve, component);
}
