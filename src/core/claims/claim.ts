import { MISSING, type Missing } from './missing';

/** What may be claimed of an outlet, a half of one, a breaker or an appliance's terminals. @source facts/evidence.md */
export const CLAIMS = ['off', 'dead', 'energized', 'polarity', 'ground', 'joints', 'gfci', 'afci', 'contacts', 'good'] as const;
export type ClaimKey = (typeof CLAIMS)[number];

/** One claim: what it is, what it rests on, what is missing. */
export interface Claim {
	is: 'yes' | 'no' | 'unknown' | 'not-required';
	/** Ids of the readings, events, boxes and cables that it rests on; taken away, it is no longer so. */
	from: readonly string[];
	/** What would settle it, the first first; none where it is yes. */
	missing: readonly Missing[];
	/** In words, as on a screen. */
	why: string;
}

/** It is so, by this evidence. */
export const yes = (why: string, from: readonly string[]): Claim => ({ is: 'yes', from: [...new Set(from)], missing: [], why });
/** It is not so, by this evidence. */
export const no = (why: string, from: readonly string[]): Claim => ({ is: 'no', from: [...new Set(from)], missing: [], why });
/** @param why left out: the words of what is missing first */
export const unknown = (missing: readonly [Missing, ...Missing[]], why?: string, from: readonly string[] = []): Claim => ({
	is: 'unknown',
	from: [...new Set(from)],
	missing: [...new Set(missing)],
	why: why ?? MISSING[missing[0]].words
});
/** Nothing asks for it here. */
export const notRequired = (why: string): Claim => ({ is: 'not-required', from: [], missing: [], why });

/** It stands in the way of nothing that rests on it. */
export const holds = ({ is }: Claim): boolean => is === 'yes' || is === 'not-required';
