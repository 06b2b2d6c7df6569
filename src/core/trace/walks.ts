/**
 * Which breaker feeds what: each breaker has a code, one bit a walk, off where it is 1. What is read at an outlet over all walks is
 * the code of its breaker. Codes of all 0 (never off: looks fed from elsewhere) and all 1 (always off: looks dead) are not used.
 * @source facts on testing, "Which breaker feeds what"
 */
export const WALK_CHECKS = ['none', 'detect', 'correct'] as const;
export type WalkCheck = (typeof WALK_CHECKS)[number];
export interface Walk {
	off: number[];
}
export interface WalkPlan {
	/** Slots, in the order given. */
	breakers: readonly number[];
	check: WalkCheck;
	/** Of each breaker, one bit a walk, the first walk the lowest. */
	codes: readonly number[];
	walks: Walk[];
}

const weight = (word: number): number => {
	let n = 0;
	for (let w = word; w; w &= w - 1) n++;
	return n;
};
/** How many walks differ between two words. */
export const distance = (a: number, b: number): number => weight(a ^ b);
/** Words with one dead or one live answer are in doubt: a slip at an outlet on none of these breakers looks like them. */
const doubtful = (word: number, walks: number): boolean => weight(word) === 1 || weight(word) === walks - 1;
const allOf = (walks: number): number[] => Array.from({ length: 2 ** walks - 2 }, (_, i) => i + 1);

const made = new Map<string, readonly number[]>();
/** Words of so many walks that keep the distance of a check, those without doubt first. */
function wordsOf(walks: number, check: WalkCheck): readonly number[] {
	const before = made.get(`${check} ${walks}`);
	if (before) return before;
	const plain = allOf(walks);
	const words = check === 'none' ? plain : check === 'detect' ? plain.filter((w) => weight(w) % 2 === 1) : correcting(walks);
	words.sort((a, b) => Number(doubtful(a, walks)) - Number(doubtful(b, walks)));
	made.set(`${check} ${walks}`, words);
	return words;
}
/**
 * Words three apart with at least two 1s and two 0s, so that one slip makes neither all live nor all dead of them: those that share
 * a syndrome of the code whose checks are the walks' own numbers, the syndrome that leaves most.
 */
function correcting(walks: number): number[] {
	const bySyndrome = new Map<number, number[]>();
	for (const word of allOf(walks)) {
		if (weight(word) < 2 || weight(word) > walks - 2) continue;
		let syndrome = 0;
		for (let i = 0; i < walks; i++) if (word & (1 << i)) syndrome ^= i + 1;
		bySyndrome.set(syndrome, [...(bySyndrome.get(syndrome) ?? []), word]);
	}
	const byCheck = [...bySyndrome.values()].reduce(longer, []);
	return walks > MOST_GREEDY
		? byCheck
		: allOf(walks)
				.map((from) => greedy(walks, from))
				.reduce(longer, byCheck);
}
const longer = <T>(a: T[], b: T[]): T[] => (b.length > a.length ? b : a);
/** Up to so many walks words are also taken one after the other, from each beginning: that may hold a few more. */
const MOST_GREEDY = 8;
function greedy(walks: number, from: number): number[] {
	const taken: number[] = [];
	for (let i = 0; i < 2 ** walks; i++) {
		const word = i ^ from;
		const lawful = weight(word) >= 2 && weight(word) <= walks - 2;
		if (lawful && taken.every((t) => distance(t, word) >= 3)) taken.push(word);
	}
	return taken;
}
/** More would be more than any panel has. */
const MOST_WALKS = 13;

/**
 * The fewest walks that tell so many breakers apart; with `correct` at most one more than the best known.
 * @param breakers slots, each once; a two-pole or tied pair is one; what must stay on is not among them
 * @throws RangeError for none or more than the walks hold @example 30 breakers, none: 5 walks; 8, detect: 4
 */
export function planWalks(breakers: readonly number[], check: WalkCheck): WalkPlan {
	if (!breakers.length) throw new RangeError('breakers must hold at least 1');
	for (let many = 2; many <= MOST_WALKS; many++) {
		if (2 ** many - 2 < breakers.length) continue;
		const words = wordsOf(many, check);
		if (words.length < breakers.length) continue;
		const codes = words.slice(0, breakers.length);
		const walks = Array.from({ length: many }, (_, i): Walk => ({
			off: breakers.filter((_b, n) => (codes[n] as number) & (1 << i))
		}));
		return { breakers, check, codes, walks };
	}
	throw new RangeError(`breakers must hold at most ${2 ** (MOST_WALKS - 4)}, got ${breakers.length}`);
}
export interface WalkSeen {
	outlet: string;
	/** In each walk. */
	live: readonly boolean[];
}
export interface WalkFound {
	outlet: string;
	breaker: number | null;
	/** What is to be looked at again, in words. */
	doubt?: string;
}

/** The breaker of each outlet by what was seen in the walks. */
export const decodeWalks = (plan: WalkPlan, seen: readonly WalkSeen[]): WalkFound[] => seen.map((s) => decoded(plan, s));
function decoded({ breakers, codes, check, walks }: WalkPlan, { outlet, live }: WalkSeen): WalkFound {
	const word = live.reduce((w, on, i) => (on ? w : w | (1 << i)), 0);
	const none = (doubt: string): WalkFound => ({ outlet, breaker: null, doubt });
	if (word === 0)
		return none(
			'Live in every walk: fed from elsewhere, by a breaker that stayed on, another panel or the line side. Look for what feeds it.'
		);
	if (word === 2 ** walks.length - 1)
		return none('Dead in every walk: dead anyway, or not tested right. Read it with every breaker on.');
	const at = codes.indexOf(word);
	if (at >= 0) {
		const breaker = breakers[at] as number;
		if (!doubtful(word, walks.length)) return { outlet, breaker };
		return {
			outlet,
			breaker,
			doubt: `Only one answer makes it space ${breaker}: one slip at an outlet on none of these would look the same. Switch space ${breaker} off once, alone.`
		};
	}
	const near = check === 'correct' ? codes.findIndex((c) => distance(c, word) === 1) : -1;
	if (near >= 0) {
		const slip = walks.findIndex((_, i) => ((codes[near] as number) ^ word) & (1 << i));
		const breaker = breakers[near] as number;
		return {
			outlet,
			breaker,
			doubt: `One answer does not fit: walk ${slip + 1} was ${live[slip] ? 'live' : 'dead'}, and space ${breaker} was ${live[slip] ? 'off' : 'on'} then. Read walk ${slip + 1} again.`
		};
	}
	const [pair] = pairsOf(codes, word);
	if (pair) {
		const [a, b] = pair.map((n) => breakers[n]);
		return none(
			`Fits no breaker alone. Dead only while spaces ${a} and ${b} were both off: two circuits in this box, one a half, or joined there. Switch each off alone, and read each half by itself.`
		);
	}
	return none('Fits no breaker: at least one answer was wrong. Walk again for this outlet.');
}
/** Pairs of breakers that both feed an outlet: it is dead only when both are off. */
function pairsOf(codes: readonly number[], word: number): [number, number][] {
	const found: [number, number][] = [];
	codes.forEach((a, i) => codes.forEach((b, j) => j > i && (a & b) === word && found.push([i, j])));
	return found;
}
