import { LAMP_STATES } from '../model/reading';
import type { Lamp } from './meter';
import type { RunReading } from './run-reading';

/**
 * The line protocol of an instrument, open to any that wants to speak it (docs/instrument-lines.md): text, one reading a
 * line, a word and its figures. What the simulator sends and what comes over a serial port are the same lines.
 *
 *     HEKTO 1 plug-in analyzer
 *     V 121.4
 *     DROP 4.8 12
 *     LAMPS on on off
 */
export const LINE_GREETING = 'HEKTO 1';
type LineKind =
	| 'hn'
	| 'hg'
	| 'ng'
	| 'hh'
	| 'h2n'
	| 'h2g'
	| 'drop'
	| 'ohm-hot'
	| 'ohm-neutral'
	| 'ohm-ground'
	| 'lamps'
	| 'bootleg'
	| 'gfci-ma'
	| 'gfci-ms'
	| 'amps'
	| 'touch';
/** What a line says. */
export type Line =
	| { line: 'reading'; kind: Exclude<LineKind, 'lamps' | 'bootleg'>; value: number; loadA: number | null }
	| { line: 'reading'; kind: 'lamps'; lamps: string }
	| { line: 'reading'; kind: 'bootleg'; word: 'yes' | 'no' | 'cannot-tell' }
	| { line: 'greeting'; name: string }
	| { line: 'end' }
	| { line: 'nonsense'; text: string; why: string };

/** Words of figures: what each reads, and the bounds of what any instrument can have seen. */
const FIGURES: Readonly<Record<string, { kind: Exclude<LineKind, 'lamps' | 'bootleg'>; most: number }>> = {
	V: { kind: 'hn', most: 600 },
	HN: { kind: 'hn', most: 600 },
	HG: { kind: 'hg', most: 600 },
	NG: { kind: 'ng', most: 600 },
	HH: { kind: 'hh', most: 600 },
	H2N: { kind: 'h2n', most: 600 },
	H2G: { kind: 'h2g', most: 600 },
	DROP: { kind: 'drop', most: 100 },
	'OHM-H': { kind: 'ohm-hot', most: 1e6 },
	'OHM-N': { kind: 'ohm-neutral', most: 1e6 },
	'OHM-G': { kind: 'ohm-ground', most: 1e6 },
	MA: { kind: 'gfci-ma', most: 1000 },
	MS: { kind: 'gfci-ms', most: 10_000 },
	A: { kind: 'amps', most: 400 },
	TOUCH: { kind: 'touch', most: 1000 }
};
const NUMBER = /^[+-]?\d+(\.\d+)?$/;
const MOST_CHARS = 120;

/** Reads one line. What cannot be read is told with the reason, and never thrown. Blank lines and those that begin with `;` are null. */
export function readLine(raw: string): Line | null {
	const text = raw.trim();
	if (!text || text.startsWith(';')) return null;
	const no = (why: string): Line => ({ line: 'nonsense', text: text.slice(0, MOST_CHARS), why });
	if (text.length > MOST_CHARS) return no(`longer than ${MOST_CHARS} characters`);
	const [word = '', ...rest] = text.split(/\s+/);
	const key = word.toUpperCase();
	if (key === 'HEKTO')
		return rest[0] === '1' ? { line: 'greeting', name: rest.slice(1).join(' ') } : no('speaks another version');
	if (key === 'END') return { line: 'end' };
	if (key === 'LAMPS') return lampsLine(rest, no);
	if (key === 'BOOTLEG') {
		const said = rest[0]?.toLowerCase();
		return said === 'yes' || said === 'no' || said === 'cannot-tell'
			? { line: 'reading', kind: 'bootleg', word: said }
			: no('BOOTLEG is yes, no or cannot-tell');
	}
	const figure = Object.hasOwn(FIGURES, key) ? FIGURES[key] : undefined;
	if (!figure) return no(`no such word: ${word.slice(0, 20)}`);
	const [first = '', second] = rest;
	if (!NUMBER.test(first)) return no(`${key} is followed by a number`);
	const value = Number(first);
	if (value < 0 || value > figure.most) return no(`${key} is 0 to ${figure.most}`);
	if (second !== undefined && !(NUMBER.test(second) && Number(second) > 0)) return no('the load is a number of amps');
	if (rest.length > 2) return no('more than two figures');
	return { line: 'reading', kind: figure.kind, value, loadA: second === undefined ? null : Number(second) };
}
function lampsLine(rest: readonly string[], no: (why: string) => Line): Line {
	const lamps = rest.map((r) => r.toLowerCase());
	const known = lamps.length === 3 && lamps.every((l) => (LAMP_STATES as readonly string[]).includes(l));
	return known ? { line: 'reading', kind: 'lamps', lamps: lamps.join(' ') } : no('LAMPS are three of on, dim, off');
}

/** Cuts what comes in pieces into lines: half a line waits for its end, and one that never ends is let go. */
export class LineCutter {
	private waiting = '';
	/** @returns whole lines */
	take(piece: string): string[] {
		const parts = (this.waiting + piece).split(/\r\n|\n|\r/);
		this.waiting = (parts.pop() ?? '').slice(-4 * MOST_CHARS);
		return parts;
	}
}

/** A reading of the simulator as the lines that an instrument would send. */
export function linesOf(r: RunReading & { loadA?: number | undefined }): string[] {
	const fig = (word: string, value: number | null | undefined, places: number, load = '') =>
		value === null || value === undefined ? [] : [`${word} ${value.toFixed(places)}${load}`];
	if ('dropPercent' in r) {
		const load = r.loadA === undefined ? '' : ` ${r.loadA}`;
		return [
			...fig('V', r.volts, 1),
			...fig('DROP', r.dropPercent === null ? null : Math.max(0, r.dropPercent), 1, load),
			...fig('OHM-H', atLeast0(r.hotOhms), 2),
			...fig('OHM-N', atLeast0(r.neutralOhms), 2),
			...fig('OHM-G', atLeast0(r.groundOhms), 2),
			`BOOTLEG ${r.bootleg}`
		];
	}
	if ('milliamps' in r) return fig('TOUCH', r.milliamps, 1);
	if ('hh' in r) return [...fig('HH', r.hh, 1), ...fig('H2N', r.h2n, 1), ...fig('H2G', r.h2g, 1)];
	if (isLamps(r)) return [`LAMPS ${r.hn} ${r.hg} ${r.ng}`];
	return [...fig('HN', r.hn, 1), ...fig('HG', r.hg, 1), ...fig('NG', r.ng, 2)];
}
const atLeast0 = (v: number | null) => (v === null ? null : Math.max(0, v));
const isLamps = (r: { hn: Lamp | number | null }): r is { hn: Lamp; hg: Lamp; ng: Lamp } => typeof r.hn === 'string';
