import { breakerName } from '../model/breaker-name';
import Papa from 'papaparse';
import { recordsOf } from './csv-lines';
import { struckIn, switchIn, wordIn } from './reading-cells';
import { isTime } from '../model/file/clock-time';
import { told } from '../model/file/fields';
import type { Job, Reading } from '../model/job';
import { READING_KINDS, type ReadingKind } from '../model/kinds';
import { readingRowFaults } from '../edit/merge/take';
import { MOST } from '../model/file/limits';
import { readingUnit } from '../model/reading';
import type { FieldFault } from '../model/result';

const CSV_COLUMNS = [
	'box',
	'kind',
	'value',
	'unit',
	'lamps',
	'word',
	'load_a',
	'at_ma',
	'half',
	'phase',
	'instrument',
	'at',
	'by',
	'struck',
	'note',
	'switch'
] as const;

/** All that readings can be of, by the name that is written and read. */
export const placeNames = (job: Job): [name: string, id: string][] => [
	...job.circuits.map((c): [string, string] => [
		c.space === null ? `breaker of ${c.name}` : `breaker in ${breakerName(job, c)}`,
		c.id
	]),
	...[...job.panels, ...job.boxes].map((b): [string, string] => [b.name, b.id])
];

/** Readings as CSV, one a row, boxes by name. A note that a spreadsheet would run as a formula is written with a leading quote mark. */
export function writeReadingsCsv(job: Job, readings: readonly Reading[]): string {
	const names = new Map(placeNames(job).map(([name, id]) => [id, name]));
	const rows = readings.map((r) => ({
		box: names.get(r.boxId) ?? r.boxId,
		kind: r.kind,
		value: r.value ?? '',
		unit: readingUnit(r.kind),
		lamps: r.lamps ?? '',
		word: r.word ?? '',
		load_a: r.loadA ?? '',
		at_ma: r.atMa ?? '',
		half: r.half ?? '',
		phase: r.phase ?? '',
		instrument: r.instrument,
		at: r.at,
		by: r.by,
		struck: r.struck ? 'yes' : '',
		note: r.note,
		switch: [r.switchAt, names.get(r.switchBy ?? '')].filter(Boolean).join(' ')
	}));
	return Papa.unparse(rows, { columns: [...CSV_COLUMNS], escapeFormulae: true, newline: '\r\n' });
}

/**
 * Reads readings from CSV with these columns in any order. All rows or none: every fault with its row.
 * @param idOf a fresh id for the row with this number
 */
export function readReadingsCsv(
	text: string,
	job: Job,
	idOf: (row: number) => string
): { ok: true; value: Reading[] } | { ok: false; faults: FieldFault[] } {
	const { columns, lines, faults: badLines } = recordsOf(text);
	const missing = (['box', 'kind', 'at'] as const).filter((c) => !columns.includes(c));
	if (missing.length)
		return {
			ok: false,
			faults: missing.map((c) => ({ path: c, message: `column is missing; the file has ${columns.join(', ') || 'none'}` }))
		};
	const unknown = columns.filter((c) => !(CSV_COLUMNS as readonly string[]).includes(c));
	if (unknown.length)
		return {
			ok: false,
			faults: unknown.map((c) => ({ path: c, message: `is not a column here; allowed: ${CSV_COLUMNS.join(', ')}` }))
		};
	if (lines.length > MOST.readings)
		return {
			ok: false,
			faults: [{ path: 'file', message: `must hold at most ${MOST.readings} rows, got ${lines.length}` }]
		};
	const faults: FieldFault[] = badLines.map(({ line, message }) => ({ path: `row ${line}`, message }));
	const boxes = new Map(placeNames(job).map(([name, id]) => [name.toLowerCase(), id]));
	const readings = lines.map(({ row, line }, i) => {
		const { reading, faults: rowFaults } = readRow(row, job.id, boxes, idOf(i));
		for (const f of rowFaults) faults.push({ ...f, path: `row ${line}.${f.path}` });
		return reading;
	});
	return faults.length ? { ok: false, faults: told(faults) } : { ok: true, value: readings };
}

function readRow(row: Record<string, string>, jobId: string, boxes: ReadonlyMap<string, string>, id: string) {
	const faults: FieldFault[] = [];
	// What a spreadsheet would run was written with a quote mark before it.
	const cell = (name: (typeof CSV_COLUMNS)[number]) => (row[name] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
	const cells = {
		text: cell,
		fault: (path: (typeof CSV_COLUMNS)[number], message: string) => void faults.push({ path, message })
	};
	const figure = (name: 'value' | 'load_a' | 'at_ma'): number | null => {
		if (!cell(name)) return null;
		const value = Number(cell(name));
		if (Number.isFinite(value)) return value;
		faults.push({ path: name, message: `must be a number, got "${cell(name)}"` });
		return null;
	};
	const boxId = boxes.get(cell('box').toLowerCase());
	if (!boxId) faults.push({ path: 'box', message: `names no box of this job, got "${cell('box')}"` });
	const kind = cell('kind') as ReadingKind;
	if (!READING_KINDS.includes(kind))
		faults.push({ path: 'kind', message: `must be one of ${READING_KINDS.join(', ')}; got "${kind}"` });
	if (!isTime(cell('at'))) faults.push({ path: 'at', message: `must be a time like 2026-10-12T09:30, got "${cell('at')}"` });
	const reading: Reading = {
		id,
		jobId,
		boxId: boxId ?? '',
		kind,
		value: figure('value'),
		lamps: cell('lamps') || null,
		...without({
			word: cell('word') || undefined,
			atMa: figure('at_ma') ?? undefined,
			half: wordIn(cells, 'half', ['upper', 'lower']),
			phase: wordIn(cells, 'phase', ['before', 'after']),
			...switchIn(cells, 'switch', boxes)
		}),
		loadA: figure('load_a'),
		instrument: cell('instrument'),
		at: cell('at'),
		by: cell('by'),
		struck: struckIn(cells, 'struck'),
		note: cell('note')
	};
	if (!faults.length) faults.push(...readingRowFaults(reading));
	return { reading, faults };
}
/** Fields that were left out stay away altogether, as in a reading that was typed. */
const without = <T extends object>(fields: T): Partial<T> =>
	Object.fromEntries(Object.entries(fields).filter(([, v]) => v !== undefined)) as Partial<T>;
