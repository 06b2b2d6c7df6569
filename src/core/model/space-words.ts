/** What people type for a breaker: its space, with the panel where there are two, and what is written beside it. */
export interface SpaceWords {
	/** As typed, where a panel is named. */
	panel: string | null;
	space: number;
	poles: 1 | 2;
	half: 'upper' | 'lower' | null;
	fuse: boolean;
	/** What is written at it. */
	marked: string;
}
const TYPED =
	/^(?:(?<panel>[a-z][\w ]*?)[\s,]+)??(?:(?<word>spaces?|slots?|breaker|circuit|position|number|no\.?|fuse|#)\s*)?(?<first>\d{1,3})(?<half>[ab])?(?:\s*(?:\/|&|\+|-|and)\s*(?<second>\d{1,3}))?(?:[\s,;:]+(?:marked\s+|["“])?(?<marked>.+?)["”]?)?$/i;
/** Ratings of breakers: "20A" is one, and no half of a space, unless the word before it says so. */
const RATINGS = new Set([10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100]);
const MOST_SPACE = 200;

/**
 * @param panels names of the panels there are: another word before the number names one only where it says that it does
 * @returns null: it names no space (the main, a disconnect, words alone)
 * @example '7' -> space 7; 'slot 7, marked den'; '7/9'; '7A'; 'fuse 2'; 'cellar 7'
 */
export function parseSpace(text: string, panels: readonly string[] = []): SpaceWords | null {
	const found = TYPED.exec(text.trim())?.groups;
	if (!found) return null;
	const { panel = '', word = '', first, half = '', second, marked = '' } = found;
	const space = Number(first);
	if (space < 1 || space > MOST_SPACE || (!word && half && RATINGS.has(space))) return null;
	// A two-pole breaker takes the next space on its side; two others are two breakers.
	if (second !== undefined && Number(second) !== space + 2) return null;
	if (/^(a|amps?|v|volts?|w|watts?)\b/i.test(marked)) return null;
	if (panel && !namesPanel(panel, panels)) return null;
	return {
		panel: panel || null,
		space,
		poles: second === undefined ? 1 : 2,
		half: !half ? null : half.toLowerCase() === 'a' ? 'upper' : 'lower',
		fuse: /^fuse$/i.test(word),
		marked
	};
}
/** The same panel, whether or not the word stands with it. @example 'Cellar panel' is 'cellar' */
export const samePanel = (a: string, b: string): boolean => plain(a) === plain(b);
const plain = (name: string): string =>
	name
		.toLowerCase()
		.replace(/\bpanel\b/, '')
		.trim();
/** Where panels hang: said before a number, one of these is a panel. */
const PANELS_HANG =
	/\b(panel|sub\w*|main|fuse ?box|box|cellar|basement|garage|attic|hall\w*|closet|laundry|kitchen|shop|workshop|workroom|shed|barn|porch|utility|outside|outdoor|upstairs|downstairs|upper|lower|old|new|left|right|front|back|first|second)\b/i;
const namesPanel = (words: string, panels: readonly string[]): boolean =>
	panels.some((p) => samePanel(p, words)) || PANELS_HANG.test(words);
