import Papa from 'papaparse';

/** One row of a CSV file. */
interface CsvLine<Row> {
	row: Row;
	/** Its line in the file, from 1. */
	line: number;
}
/** What a file holds, by its headings. */
interface CsvLines {
	columns: string[];
	lines: CsvLine<Record<string, string>>[];
	/** Lines with too few or too many cells. */
	faults: { line: number; message: string }[];
}
/** What parts the cells is guessed without empty lines: they would count as rows of one cell. */
const delimiterOf = (text: string): string => Papa.parse(text, { skipEmptyLines: 'greedy', preview: 1 }).meta.delimiter;
const isEmpty = (cells: readonly unknown[]): boolean => cells.every((cell) => String(cell).trim() === '');

/** The rows of a CSV text, the headings first. An empty line is no row, and the lines after it keep their number. */
export function cellsOf(text: string): CsvLine<string[]>[] {
	const told = text.trim();
	const { data } = Papa.parse<string[]>(told, { delimiter: delimiterOf(told) });
	return data.map((row, i) => ({ row, line: i + 1 })).filter(({ row }) => !isEmpty(row));
}
/** The same with each row by its headings, which are trimmed and in small letters. */
export function recordsOf(text: string): CsvLines {
	const told = text.trim();
	const { data, meta, errors } = Papa.parse<Record<string, string>>(told, {
		delimiter: delimiterOf(told),
		header: true,
		transformHeader: (heading) => heading.trim().toLowerCase()
	});
	const lines = data.map((row, i) => ({ row, line: i + 2 })).filter(({ row }) => !isEmpty(Object.values(row)));
	const there = new Set(lines.map((l) => l.line));
	return {
		columns: meta.fields ?? [],
		lines,
		faults: errors.map((e) => ({ line: (e.row ?? 0) + 2, message: e.message })).filter((f) => there.has(f.line))
	};
}
