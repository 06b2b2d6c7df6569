import { NET_WORDS, type Net } from './case';

/** What a terminal is called on the device, and the metal of its screw. */
export type Screw = 'brass' | 'silver' | 'green' | 'lead';
/** Nets as they stand beside a conductor. */
export const SHORT_NETS: Readonly<Record<Net, string>> = {
	...NET_WORDS,
	'hot-b': 'hot 2',
	'neutral-b': 'neutral 2',
	switched: 'switched',
	'switched-b': 'switched 2'
};

/** The screw of a terminal and what it is called. @example hot-upper -> brass, 'upper' */
export function terminalWords(terminal: string): { screw: Screw; words: string } {
	if (terminal.startsWith('lead-')) {
		const net = terminal.slice('lead-'.length) as Net;
		return { screw: 'lead', words: `lead, ${SHORT_NETS[net] ?? net}` };
	}
	if (terminal === 'ground') return { screw: 'green', words: 'green' };
	const [side = '', at = ''] = terminal.split('-');
	if (side === 'line' || side === 'load')
		return { screw: at === 'hot' ? 'brass' : 'silver', words: `${side.toUpperCase()} ${at === 'hot' ? 'brass' : 'silver'}` };
	if (side === 'hot') return { screw: 'brass', words: `brass ${at === 'x' || at === 'y' ? at.toUpperCase() : at}` };
	if (side === 'neutral') return { screw: 'silver', words: `silver ${at}`.trim() };
	const SWITCH: Readonly<Record<string, string>> = { a: 'supply', b: 'switched', common: 'common, dark' };
	return { screw: 'brass', words: SWITCH[terminal] ?? terminal.replace('-', ' ') };
}
