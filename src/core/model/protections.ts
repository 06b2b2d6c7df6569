import type { Protection } from './kinds';

/** What a device or a breaker protects against, and how that is called. */

export type Against = 'gfci' | 'afci';
/** A device or breaker of this kind protects against that. */
export const gives = (protection: Protection, against: Against): boolean => protection === against || protection === 'dual';
/** Of a device, and of what protects an outlet; '' for none. */
export const DEVICE_WORDS: Readonly<Record<Protection, string>> = { none: '', gfci: 'GFCI', afci: 'AFCI', dual: 'GFCI + AFCI' };
/** Of a breaker, as its label has it; '' for none. */
export const BREAKER_WORDS: Readonly<Record<Protection, string>> = {
	none: '',
	gfci: 'GFCI',
	afci: 'AFCI',
	dual: 'dual-function'
};
