import Papa from 'papaparse';
import { recordsOf } from './csv-lines';
import { GROUP_WORDS, type MaterialLine, type Prices } from '../rough/materials';
import type { Supply } from '../model/job';

/** The list as CSV: one line a row; what a spreadsheet would run as a formula is written with a leading quote mark. */
export function writeMaterialsCsv(lines: readonly MaterialLine[], prices: Prices, supplies: readonly Supply[]): string {
	const rows = lines.map((l) => {
		const s = supplies.find((x) => x.id === l.key);
		const price = prices[l.key];
		const buy = Math.max(0, l.count - (s?.truck ?? 0));
		return {
			group: GROUP_WORDS[l.group],
			item: l.name,
			count: l.count,
			unit: l.unit,
			'on truck': s?.truck ?? 0,
			buy,
			price: price ?? '',
			cost: price === undefined ? '' : Math.round(buy * price * 100) / 100,
			ordered: s?.ordered ? 'yes' : '',
			there: s?.there ? 'yes' : ''
		};
	});
	return Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' });
}
/** Prices as CSV: `item` as its key, `price`. */
export const writePricesCsv = (prices: Prices): string =>
	Papa.unparse(
		Object.entries(prices)
			.sort(([a], [b]) => a.localeCompare(b))
			.map(([item, price]) => ({ item, price })),
		{ columns: ['item', 'price'], escapeFormulae: true, newline: '\r\n' }
	);

/** The most that one of anything is held to cost. */
const MOST_PRICE = 100_000;
/** Most lines of a price list. */
const MOST_PRICES = 5000;
/** Reads prices back: good rows are taken, each other one is told by its line. */
export function readPricesCsv(text: string): { prices: Record<string, number>; faults: string[] } {
	const { columns, lines } = recordsOf(text);
	if (!columns.includes('item') || !columns.includes('price'))
		return {
			prices: {},
			faults: [`Columns "item" and "price" are needed; got ${columns.map((c) => `"${c}"`).join(', ') || 'none'}`]
		};
	const prices: Record<string, number> = {};
	const faults: string[] = [];
	for (const { row, line } of lines.slice(0, MOST_PRICES)) {
		// A quote mark before a formula is the writer's.
		const key = (row.item ?? '').trim().replace(/^'(?=[=+\-@])/, '');
		const value = (row.price ?? '').trim();
		const n = Number(value);
		if (!key) faults.push(`line ${line}: item is empty`);
		else if (value === '' || !Number.isFinite(n) || n < 0 || n > MOST_PRICE)
			faults.push(`line ${line}: price must be 0 to ${MOST_PRICE}, got "${value}"`);
		else prices[key] = n;
	}
	if (lines.length > MOST_PRICES) faults.push(`at most ${MOST_PRICES} lines, got ${lines.length}`);
	return { prices, faults };
}
