/** Spaces as people write them in one line, and what of it names none: that is said, never dropped. */
export interface SpaceList {
	spaces: number[];
	notRead: string[];
}
const MOST_SPACE = 200;
const RANGE = /^(\d{1,3})(?:-(\d{1,3}))?$/;
const TWO_POLE = /^(\d{1,3})[/+&](\d{1,3})$/;

/**
 * @example '1-12' -> the twelve of them; '17, 19' -> two; '8/10' -> 8, which a two-pole breaker goes by; '3 to 6'; 'den' is not read
 */
export function readSpaces(text: string): SpaceList {
	const spaces = new Set<number>();
	const notRead: string[] = [];
	const words = text
		.replace(/\s*(?:-|–|\bto\b)\s*/gi, '-')
		.replace(/\s*([/+&])\s*/g, '$1')
		.split(/[\s,;]+/)
		.filter((w) => w && !/^(?:spaces?|slots?|and)$/i.test(w));
	for (const word of words) {
		const pair = TWO_POLE.exec(word);
		const range = RANGE.exec(word);
		const from = Number((pair ?? range)?.[1] ?? NaN);
		const to = pair ? from : Number(range?.[2] ?? from);
		const tied = !pair || Number(pair[2]) === from + 2;
		if (!(from >= 1 && to >= from && to <= MOST_SPACE && tied)) notRead.push(word);
		else for (let n = from; n <= to; n++) spaces.add(n);
	}
	return { spaces: [...spaces], notRead };
}
