/** A list that is made when it is first looked at: most steps are never read. */
export function lazily<T>(make: () => T[]): () => T[] {
	let made: T[] | undefined;
	return () => (made ??= make());
}
