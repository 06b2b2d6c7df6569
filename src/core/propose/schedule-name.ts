/** So many rooms a line of a panel schedule names; of more it names the first and says so. */
const MOST_NAMED = 3;

/**
 * A circuit as a panel schedule has it: its rooms, the numbered ones of a kind together, then what it serves.
 * @param rooms names, the one with most outlets first  @param what as in `receptacles`, `lights`; empty: nothing is said
 * @example scheduleName(['Bedroom 2', 'Bedroom 1'], 'receptacles') // 'Bedrooms 1 & 2, receptacles'
 */
export function scheduleName(rooms: readonly string[], what: string): string {
	const named = grouped(rooms.filter(Boolean));
	const shown = named.slice(0, MOST_NAMED);
	const places = shown.join(', ') + (named.length > MOST_NAMED ? ' & others' : '');
	const text = [places, what].filter(Boolean).join(', ');
	return text.charAt(0).toUpperCase() + text.slice(1);
}
/** `Bedroom 1`, `Bedroom 2` and `Bath` as `Bedrooms 1 & 2` and `Bath`, in the order of their first. */
function grouped(names: readonly string[]): string[] {
	const numbers = new Map<string, string[]>();
	for (const name of names) {
		const [, stem = name, number] = /^(.*\D) (\d+)$/.exec(name) ?? [];
		numbers.set(stem, [...(numbers.get(stem) ?? []), ...(number ? [number] : [])]);
	}
	return [...numbers].map(([stem, own]) =>
		own.length === 0
			? stem
			: own.length === 1
				? `${stem} ${own[0]}`
				: `${plural(stem)} ${listed([...own].sort((a, b) => Number(a) - Number(b)))}`
	);
}
const plural = (word: string): string => (/(s|x|ch|sh)$/i.test(word) ? `${word}es` : `${word}s`);
const listed = (all: readonly string[]): string =>
	all.length < 2 ? (all[0] ?? '') : `${all.slice(0, -1).join(', ')} & ${all[all.length - 1]}`;
