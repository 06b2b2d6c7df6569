import type { Prices } from '$core/rough/materials';

/** What the shop keeps over all jobs on this device: its prices. In the browser's own store, by name. */
const PRICES = 'shopPrices';

export function shopPrices(): Prices {
	try {
		const kept = JSON.parse(localStorage.getItem(PRICES) ?? '{}') as Record<string, unknown>;
		return Object.fromEntries(Object.entries(kept).filter((e): e is [string, number] => typeof e[1] === 'number'));
	} catch {
		return {};
	}
}
/** @returns false: this browser keeps nothing */
export function keepPrices(prices: Prices): boolean {
	try {
		localStorage.setItem(PRICES, JSON.stringify(prices));
		return true;
	} catch {
		return false;
	}
}

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
export function shopInstruments(): Instrument[] {
	try {
		const kept = JSON.parse(localStorage.getItem(INSTRUMENTS) ?? '[]') as unknown;
		return Array.isArray(kept)
			? kept.filter((i): i is Instrument => typeof i?.name === 'string' && typeof i?.until === 'string')
			: [];
	} catch {
		return [];
	}
}
export function keepInstruments(list: readonly Instrument[]): void {
	try {
		localStorage.setItem(INSTRUMENTS, JSON.stringify(list));
	} catch {
		// It holds until the page is closed.
	}
}
/** A reading by an instrument whose calibration had run out that day. @param day ISO day of the reading @returns the day it ran to; null: it had not, or nobody entered one */
export function calibrationOver(
	instruments: readonly Instrument[],
	{ instrument, day }: { instrument: string; day: string }
): string | null {
	const own = instruments.find((i) => i.name.toLowerCase() === instrument.trim().toLowerCase());
	return own && own.until < day ? own.until : null;
}

/** Somebody who works here: what is signed with each reading, and what stands under a paper. */
export interface Person {
	initials: string;
	name: string;
	license: string;
}
const PEOPLE = 'shopPeople';
export function shopPeople(): Person[] {
	try {
		const kept = JSON.parse(localStorage.getItem(PEOPLE) ?? '[]') as unknown;
		return Array.isArray(kept)
			? kept.filter((p): p is Person => [p?.initials, p?.name, p?.license].every((v) => typeof v === 'string'))
			: [];
	} catch {
		return [];
	}
}
export function keepPeople(list: readonly Person[]): void {
	try {
		localStorage.setItem(PEOPLE, JSON.stringify(list));
	} catch {
		// It holds until the page is closed.
	}
}

const DOOR = 'shopDoorIn';
/** Width of the cards at panel doors, in; 0: as wide as the sheet. */
export function shopDoorIn(): number {
	try {
		return Number(localStorage.getItem(DOOR) ?? 0) || 0;
	} catch {
		return 0;
	}
}
export function keepDoorIn(inches: number): void {
	try {
		localStorage.setItem(DOOR, String(inches));
	} catch {
		// It holds until the page is closed.
	}
}
