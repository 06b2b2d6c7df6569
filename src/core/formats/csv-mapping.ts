import { localDay } from '../units/day';
import Papa from 'papaparse';
import { cellsOf } from './csv-lines';
import { readingRowFaults } from '../edit/merge/take';
import type { Job, Reading } from '../model/job';
import { READING_KINDS, type ReadingKind } from '../model/kinds';
import { isDeadOhm, isFigureKind, isWordKind, READING_BOUNDS, READING_WORDS } from '../model/reading';
import { struckIn, switchIn, wordIn } from './reading-cells';
import { placeNames } from './readings-csv';

/**
 * Readings from a table of anyone's: columns in any order and by any name, each told what it holds, units seen in the
 * heading or in the cell. Rows that cannot be read are kept aside with the reason; the rest is not lost for them.
 */
export interface Table {
	columns: string[];
	rows: string[][];
	/** Of each row its line in the file. */
	lines: number[];
}
/** What a column holds: a place, a time, how it was read, one kind of reading, or `kind` with its `value` beside it. */
export const COLUMN_ROLES = [
	'skip',
	'box',
	'at',
	'time',
	'by',
	'instrument',
	'note',
	'load',
	'kind',
	'value',
	'word',
	'struck',
	'half',
	'phase',
	'leak',
	'switch'
] as const;
export type ColumnRole = (typeof COLUMN_ROLES)[number] | `read:${ReadingKind}`;
interface MappedRead {
	readings: Reading[];
	/** Rows that were kept aside: their number in the file, what was wrong, and their own text. */
	aside: { row: number; why: string[]; cells: string[] }[];
}

/** @throws never: a table that cannot be read has no columns */
export function readTable(text: string): Table {
	const [head, ...rows] = cellsOf(text).map(({ row, line }) => ({ cells: row.map((cell) => String(cell).trim()), line }));
	return { columns: head?.cells ?? [], rows: rows.map((r) => r.cells), lines: rows.map((r) => r.line) };
}

/** What a heading says, by the words in it; the first that fits counts. */
const HEADINGS: readonly [RegExp, ColumnRole][] = [
	[/^(box|outlet|receptacle|location|place|point|device)\b/, 'box'],
	[/^unit$/, 'skip'],
	[/^struck$/, 'struck'],
	[/^word$/, 'word'],
	[/\b(date|when|timestamp)\b|^at$/, 'at'],
	[/^time$/, 'time'],
	[/^(by|who|tester|technician|initials|electrician)$/, 'by'],
	[/\b(instrument|meter|tool)\b/, 'instrument'],
	[/\b(note|notes|remark|remarks|comment|comments)\b/, 'note'],
	[/\bload\b.*\b(a|amps?)\b|^load|^test (load|current)|^load_a$/, 'load'],
	[/^kind$/, 'kind'],
	[/^value$/, 'value'],
	[/^half$/, 'half'],
	[/^phase$/, 'phase'],
	[/^switch$/, 'switch'],
	[/^at_ma$|\bleakage\b|^test ma\b/, 'leak'],
	[/\blamps?\b|\bpolarity\b/, 'read:lamps'],
	[/\bdrop\b|\bvd\b/, 'read:drop'],
	[/bootleg|false ground/, 'read:bootleg'],
	[/\bgrip\b|\bretention\b/, 'read:grip'],
	[/gfci.*\b(ma|current)\b|trip current/, 'read:gfci-ma'],
	[/gfci.*\b(ms|time)\b|trip time/, 'read:gfci-ms'],
	[/(ohm|[Ωω]|imped|resist).*(ground|earth|egc)|(ground|earth|egc).*(ohm|[Ωω]|imped|resist)|\bz ?g\b/, 'read:ohm-ground'],
	[/(ohm|[Ωω]|imped|resist).*neutral|neutral.*(ohm|[Ωω]|imped|resist)|\bz ?n\b/, 'read:ohm-neutral'],
	[/(ohm|[Ωω]|imped|resist).*hot|hot.*(ohm|[Ωω]|imped|resist)|\bz ?h\b/, 'read:ohm-hot'],
	[/h(ot)?[- /]?(to )?[- ]?h(ot)?\b|l1.*l2/, 'read:hh'],
	[/\bh(ot)?[- /_]*(to[- _])?n(eutral)?\b|\bl[- ]?n\b/, 'read:hn'],
	[/\bh(ot)?[- /_]*(to[- _])?g(round)?\b|\bl[- ]?g\b/, 'read:hg'],
	[/\bn(eutral)?[- /_]*(to[- _])?g(round)?\b/, 'read:ng'],
	[/^(v|volts?|voltage)\b/, 'read:hn']
];
/** What each column seems to hold; nothing is taken twice but notes. */
export function guessRoles(columns: readonly string[]): ColumnRole[] {
	const taken = new Set<ColumnRole>();
	return columns.map((heading) => {
		const text = heading.toLowerCase().trim();
		const exact = READING_KINDS.find((k) => k === text);
		const role = exact ? (`read:${exact}` as const) : HEADINGS.find(([words, r]) => words.test(text) && !taken.has(r))?.[1];
		if (!role) return 'skip';
		taken.add(role);
		return role;
	});
}

/** How many of the reading's own unit one of the unit that is written is. @example scaleOf('drop, mV', 'V') // 0.001 */
const UNITS: Readonly<Record<string, { unit: string; times: number }>> = {
	mv: { unit: 'V', times: 1e-3 },
	v: { unit: 'V', times: 1 },
	kv: { unit: 'V', times: 1e3 },
	mohm: { unit: 'ohm', times: 1e-3 },
	mω: { unit: 'ohm', times: 1e-3 },
	ohm: { unit: 'ohm', times: 1 },
	ohms: { unit: 'ohm', times: 1 },
	ω: { unit: 'ohm', times: 1 },
	megohm: { unit: 'ohm', times: 1e6 },
	kohm: { unit: 'ohm', times: 1e3 },
	kω: { unit: 'ohm', times: 1e3 },
	ma: { unit: 'mA', times: 1 },
	a: { unit: 'mA', times: 1e3 },
	ms: { unit: 'ms', times: 1 },
	s: { unit: 'ms', times: 1e3 },
	'%': { unit: '%', times: 1 }
};
const UNIT_WORD = /(m[vΩΩ]|k?v|[km]?ohms?|[km]?[ΩΩω]|m?a|m?s|%)/i;
/** A capital M is mega: two million times what a small one is, and read as such. */
const normal = (unit: string) =>
	/^M(Ω|Ω|ω|ohm)/i.test(unit) && unit.startsWith('M') ? 'megohm' : unit.toLowerCase().replace(/Ω|Ω/g, 'ω');
/** The unit in brackets or after a comma of a heading. */
export function unitOfHeading(heading: string): string | null {
	const found = new RegExp(`[\\[(,]\\s*${UNIT_WORD.source}\\s*[\\])]?\\s*$`, 'i').exec(heading);
	return found?.[1] ? normal(found[1]) : null;
}
type Figure = { ok: true; value: number | null } | { ok: false; why: string };
/** One figure as written, in the reading's own unit. @example figureOf('480 mΩ', 'ohm-ground', null) // 0.48 */
export function figureOf(cell: string, kind: ReadingKind, headingUnit: string | null): Figure {
	if (isDeadOhm(kind) && /^(open|ol|o\.l\.?|inf|∞)$/i.test(cell)) return { ok: true, value: null };
	const found = /^([+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+))\s*(.*)$/.exec(cell);
	if (!found) return { ok: false, why: `must be a number, got "${cell.slice(0, 30)}"` };
	const value = Number((found[1] ?? '').replace(',', '.'));
	const written = normal((found[2] ?? '').trim()) || headingUnit;
	if (!written || !isFigureKind(kind)) return { ok: true, value };
	const unit = Object.hasOwn(UNITS, written) ? UNITS[written] : undefined;
	const own = READING_BOUNDS[kind].unit;
	if (!unit || unit.unit !== own)
		return { ok: false, why: `is in ${own}, got "${cell.slice(0, 30)}"${found[2] ? '' : ` in a column of ${written}`}` };
	return { ok: true, value: Number((value * unit.times).toPrecision(12)) };
}

/** Lamps as people write them: `on on off`, `ooX`, `1 1 0`, or what they stand for. */
function lampsOf(cell: string): string | null {
	const text = cell.toLowerCase().trim();
	const words = text.split(/[\s,/|-]+/);
	const lamp = (w: string) => (/^(on|1|lit|x)$/.test(w) ? 'on' : /^(off|0|dark|o)$/.test(w) ? 'off' : w === 'dim' ? 'dim' : null);
	const three = words.map(lamp);
	if (three.length === 3 && three.every((l) => l !== null)) return three.join(' ');
	if (/^(ok|correct|good|right|wired right)$/.test(text)) return 'on on off';
	if (/open ground/.test(text)) return 'on off off';
	if (/open neutral/.test(text)) return 'off on off';
	if (/open hot/.test(text)) return 'off off off';
	return /hot.*neutral.*revers|^reversed?/.test(text) ? 'on off on' : null;
}
function wordOf(kind: keyof typeof READING_WORDS, cell: string): string | null {
	const text = cell.toLowerCase().trim();
	const { allowed } = READING_WORDS[kind];
	if (Object.hasOwn(allowed, text)) return text;
	return Object.entries(allowed).find(([, words]) => words.toLowerCase() === text)?.[0] ?? null;
}

interface MappingCase {
	table: Table;
	roles: readonly ColumnRole[];
	job: Job;
	/** For what no column says: the day and time, the load of drops, who. */
	usual: { at: string; loadA: number; by: string; instrument: string };
	newId: () => string;
}
/** Reads every row by the roles of its columns. @returns what could be read, and the rows kept aside with every reason */
export function readMapped(c: MappingCase): MappedRead {
	const places = new Map(placeNames(c.job).map(([name, id]) => [name.toLowerCase(), id]));
	const units = c.table.columns.map(unitOfHeading);
	const out: MappedRead = { readings: [], aside: [] };
	c.table.rows.forEach((cells, i) => {
		const row = new MappedRow(c, cells, places);
		const found = row.readings(units);
		// A row with a bad cell is kept aside whole: half of it would pass for all that was read.
		if (row.why.length) out.aside.push({ row: c.table.lines[i] ?? i + 2, why: row.why, cells });
		else out.readings.push(...found);
	});
	return out;
}
/** One row of a table, and every reason why it can't be taken. */
class MappedRow {
	readonly why: string[] = [];
	constructor(
		private readonly c: MappingCase,
		private readonly cells: readonly string[],
		private readonly places: ReadonlyMap<string, string>
	) {}

	private cell = (role: ColumnRole): string => (this.cells[this.c.roles.indexOf(role)] ?? '').trim();

	readings(units: readonly (string | null)[]): Reading[] {
		const base = this.base();
		const found: Reading[] = [];
		const take = (kind: ReadingKind, text: string, unit: string | null) => {
			const reading = this.reading({ kind, text, unit }, base);
			if (reading) found.push(reading);
		};
		const kind = this.cell('kind').toLowerCase();
		this.c.roles.forEach((role, k) => {
			const text = (this.cells[k] ?? '').trim();
			// Of a long table the kind says what the figure, the lamps or the word beside it are.
			if (text && role.startsWith('read:') && !kind) take(role.slice(5) as ReadingKind, text, units[k] ?? null);
		});
		if (kind && READING_KINDS.includes(kind as ReadingKind))
			take(kind as ReadingKind, this.cell('value') || this.cell('read:lamps') || this.cell('word'), null);
		else if (kind) this.why.push(`kind must be one of ${READING_KINDS.join(', ')}; got "${kind}"`);
		if (!found.length && !this.why.length) this.why.push('it holds no reading');
		return found;
	}
	/** The place, who, when and how of all readings of the row. */
	private base(): Omit<Reading, 'id' | 'kind' | 'value' | 'lamps' | 'loadA'> {
		const { cell, why, places } = this;
		const { job, usual } = this.c;
		const boxId = places.get(cell('box').toLowerCase());
		if (!boxId) why.push(`no box or panel is named "${cell('box')}"`);
		const at = timeOf(cell('at'), cell('time'), usual.at);
		if (!at) why.push(`no time could be read of "${cell('at')} ${cell('time')}"`);
		const { loadA } = this;
		if (loadA !== null && !(loadA > 0)) why.push(`the load must be a number of amps, got "${cell('load')}"`);
		const told = { text: cell, fault: (role: ColumnRole, message: string) => void why.push(`${role} ${message}`) };
		const half = wordIn(told, 'half', ['upper', 'lower']);
		const phase = wordIn(told, 'phase', ['before', 'after']);
		if (this.leak && !Number.isFinite(Number(this.leak))) why.push(`the leakage must be a number of mA, got "${cell('leak')}"`);
		return {
			jobId: job.id,
			boxId: boxId ?? '',
			instrument: cell('instrument') || usual.instrument,
			at: at ?? '',
			by: cell('by') || usual.by,
			struck: struckIn(told, 'struck'),
			note: cell('note'),
			...(half ? { half } : {}),
			...(phase ? { phase } : {}),
			...switchIn(told, 'switch', places)
		};
	}
	private get loadA(): number | null {
		const text = this.cell('load').replace(/\s*a(mps?)?$/i, '');
		return text ? Number(text) : null;
	}
	private get leak(): string {
		return this.cell('leak').replace(/\s*ma$/i, '');
	}
	private reading(
		{ kind, text, unit }: { kind: ReadingKind; text: string; unit: string | null },
		base: ReturnType<MappedRow['base']>
	): Reading | null {
		const loadA = kind === 'drop' ? (this.loadA ?? this.c.usual.loadA) : this.loadA;
		const reading: Reading = { ...base, id: this.c.newId(), kind, value: null, lamps: null, loadA };
		if (kind === 'lamps') reading.lamps = lampsOf(text) ?? text;
		else if (isWordKind(kind)) reading.word = wordOf(kind, text) ?? text;
		else {
			const figure = figureOf(text, kind, unit);
			if (!figure.ok) {
				this.why.push(`${kind} ${figure.why}`);
				return null;
			}
			reading.value = figure.value;
			if (kind === 'gfci-ms' && this.leak) reading.atMa = Number(this.leak);
		}
		const faults = readingRowFaults(reading);
		this.why.push(...faults.map((f) => f.message));
		return faults.length ? null : reading;
	}
}
/** @returns ISO, or null where there is a text that is no time */
function timeOf(day: string, time: string, usual: string): string | null {
	const text = `${day} ${time}`.trim();
	if (!text) return usual;
	const whole = /^\d{1,2}:\d{2}/.test(text) ? `${localDay(usual)} ${text}` : text;
	const at = Date.parse(/^\d{4}-\d{2}-\d{2}$/.test(whole) ? `${whole}T12:00` : whole);
	return Number.isNaN(at) ? null : new Date(at).toISOString();
}
/** Rows kept aside, as a file of their own with the reasons in a last column. */
export const asideCsv = (table: Table, aside: MappedRead['aside']): string =>
	Papa.unparse(
		{ fields: [...table.columns, 'why it was set aside'], data: aside.map((a) => [...a.cells, a.why.join('; ')]) },
		{ escapeFormulae: true, newline: '\r\n' }
	);
