import type { Prices } from '$core/rough/materials';

/** What the shop keeps over all jobs on this device, in the browser's own store by name; all of it is in a backup. */

/** @returns what `read` makes of what is kept; `none` where there is nothing, or what no shop could have kept */
function kept<T>(key: string, none: T, read: (value: unknown) => T): T {
	try {
		const text = localStorage.getItem(key);
		return text === null ? none : read(JSON.parse(text));
	} catch {
		return none;
	}
}
/** @returns false: this browser keeps nothing, it holds until the page is closed */
function keep(key: string, value: unknown): boolean {
	try {
		localStorage.setItem(key, JSON.stringify(value));
		return true;
	} catch {
		return false;
	}
}
const rowsOf = <T extends object>(value: unknown, fields: readonly (keyof T & string)[]): T[] =>
	Array.isArray(value)
		? value.filter((row): row is T => fields.every((f) => typeof (row as Record<string, unknown> | null)?.[f] === 'string'))
		: [];

const PRICES = 'shopPrices';
export const shopPrices = (): Prices =>
	kept<Prices>(PRICES, {}, (value) =>
		Object.fromEntries(Object.entries(value ?? {}).filter((e): e is [string, number] => typeof e[1] === 'number'))
	);
/** @returns false: this browser keeps nothing */
export const keepPrices = (prices: Prices): boolean => keep(PRICES, prices);

const PAPER = 'shopPaper';
/** The paper that the shop prints on. */
export function shopPaper(): 'LETTER' | 'A4' {
	try {
		return localStorage.getItem(PAPER) === 'A4' ? 'A4' : 'LETTER';
	} catch {
		return 'LETTER';
	}
}
export function keepPaper(size: 'LETTER' | 'A4'): void {
	try {
		localStorage.setItem(PAPER, size);
	} catch {
		// It holds until the page is closed.
	}
}

/** A meter of the shop's, by the name that readings give it, and the ISO day that its calibration runs to. */
export interface Instrument {
	name: string;
	until: string;
}
const INSTRUMENTS = 'shopInstruments';
export const shopInstruments = (): Instrument[] => kept(INSTRUMENTS, [], (value) => rowsOf<Instrument>(value, ['name', 'until']));
export const keepInstruments = (list: readonly Instrument[]): boolean => keep(INSTRUMENTS, list);
/** A reading by an instrument whose calibration had run out that day. @param day ISO day of the reading @returns the day it ran to; null: it had not, or nobody entered one */
export function calibrationOver(
	instruments: readonly Instrument[],
	{ instrument, day }: { instrument: string; day: string }
): string | null {
	const own = instruments.find((i) => i.name.toLowerCase() === instrument.trim().toLowerCase());
	return own && own.until < day ? own.until : null;
}

const PANELS = 'shopPanels';
/** Kinds of panel that the shop replaces before a cover is touched, by what stands on their label. */
export const shopPanels = (): string[] =>
	kept(PANELS, [], (value) => (Array.isArray(value) ? value.filter((v): v is string => typeof v === 'string') : []));
export const keepPanels = (list: readonly string[]): boolean => keep(PANELS, list);

/** Somebody who works here: what is signed with each reading, and what stands under a paper. */
export interface Person {
	initials: string;
	name: string;
	license: string;
}
const PEOPLE = 'shopPeople';
export const shopPeople = (): Person[] => kept(PEOPLE, [], (value) => rowsOf<Person>(value, ['initials', 'name', 'license']));
export const keepPeople = (list: readonly Person[]): boolean => keep(PEOPLE, list);

const DOOR = 'shopDoorIn';
/** Width of the cards at panel doors, in; 0: as wide as the sheet. */
export const shopDoorIn = (): number => kept(DOOR, 0, (value) => Number(value) || 0);
export const keepDoorIn = (inches: number): boolean => keep(DOOR, inches);
