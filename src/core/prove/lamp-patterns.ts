import { lampMeaning } from './lamps';

/** The eight patterns of three lamps, the usual first: hot-neutral, hot-ground, neutral-ground. */
export const LAMP_PATTERNS = [
	'on on off',
	'on off off',
	'off off off',
	'on off on',
	'off on off',
	'off on on',
	'off off on',
	'on on on'
] as const;
/** As short as a button wants it; what it may be besides stands in the meaning. */
export const lampWords = (pattern: string): string => lampMeaning(pattern).says.split(',')[0] ?? '';
