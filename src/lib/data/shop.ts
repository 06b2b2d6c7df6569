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
