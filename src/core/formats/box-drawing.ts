import { SHORT_NETS, terminalWords, type Screw } from '../makeup/box/terminal-words';
import { capKey, spliceKey, straightKey } from '../makeup/set/make-up-set';
import { JUMPER } from '../makeup/box/connectors';
import { NET_WORDS, sameEnd, type Color, type End, type MakeUp, type MakeUpCase, type Net } from '../makeup/box/case';

/**
 * The picture of a made-up box as data: cables at the left with each conductor by color and name, splices in the middle, devices with
 * their terminals at the right. Drawn by the page, in print and as SVG from the same figures. Units are points of a sheet 360 wide:
 * what a phone shows without zooming.
 */
export interface BoxDrawing {
	width: number;
	height: number;
	cables: { id: string; name: string; y: number; top: number; bottom: number }[];
	ends: { end: End; net: Net; y: number; color: Color; words: string; reMarked: boolean }[];
	/** One for each set of conductors that meet: its column, and every lane that leads into it. `key` is lit as one. */
	nets: { key: string; net: Net; x: number; top: number; bottom: number; color: Color; number: number | null }[];
	/** Straight pieces from the cables to a net and from a net to the terminals. */
	lanes: { key: string; net: Net; color: Color; x1: number; x2: number; y: number }[];
	caps: { key: string; x: number; y: number }[];
	devices: { id: string; name: string; top: number; bottom: number; titleY: number; tabs: string }[];
	terminals: { key: string; device: string; y: number; screw: Screw; words: string }[];
	/** The screw of a metal box. */
	boxScrew: { key: string; y: number } | null;
	/** Splices by their numbers, under the picture. */
	legend: { number: number; words: string; y: number }[];
	crossings: number;
}
export const BOX_DRAWING = { width: 360, row: 23, leftX: 116, netsFrom: 130, netsTo: 236, rightX: 252, text: 13 } as const;

interface Group {
	key: string;
	net: Net;
	color: Color;
	ends: End[];
	/** Rows at the right: terminals by name, or the box. */
	tails: string[];
	spliced: boolean;
	words: string;
}
const terminalKey = (device: string, terminal: string): string => `${device} ${terminal}`;
const BOX_ROW = 'box';

/** What meets in the box: splices, and conductors that go straight to a screw. */
function groupsOf(c: MakeUpCase, m: MakeUp): Group[] {
	const netOf = (end: End): Net =>
		c.cables.find((x) => x.id === end.cable)?.conductors.find((w) => w.color === end.color)?.net ?? 'spare';
	const splices = m.joins.map((j, i): Group => {
		const awgs = j.ends.map((e) => c.cables.find((x) => x.id === e.cable)?.awg ?? '');
		const count = j.ends.length + j.tails.length;
		return {
			key: spliceKey(i),
			net: j.net,
			color: j.ends[0]?.color ?? COLOR_OF_TAIL[j.net] ?? 'black',
			ends: j.ends,
			tails: j.tails.map((t) => ('box' in t ? BOX_ROW : terminalKey(t.device, t.terminal))),
			spliced: true,
			words:
				j.connector === JUMPER
					? j.net === 'ground'
						? 'ground: jumper from the box screw; the armor or raceway is the ground'
						: `${NET_WORDS[j.net]}${j.load ? ', LOAD side' : ''}: one jumper from device to device, no connector`
					: `${NET_WORDS[j.net]}${j.load ? ', LOAD side' : ''}: ${count} conductors, ${[...new Set(awgs)].join(' and ')} AWG, ${j.connector ?? 'connector by its package'}`
		};
	});
	const straight = m.terminals.flatMap((t, i): Group[] =>
		'cable' in t.conductor
			? [
					{
						key: straightKey(i),
						net: netOf(t.conductor),
						color: t.conductor.color,
						ends: [t.conductor],
						tails: [terminalKey(t.device, t.terminal)],
						spliced: false,
						words: ''
					}
				]
			: []
	);
	return [...splices, ...straight];
}
const COLOR_OF_TAIL: Partial<Record<Net, Color>> = { neutral: 'white', 'neutral-b': 'white', ground: 'green' };

/** @param names of the cables, by id; @param of names of the devices, by id; LINE of a protecting device at the top or the bottom */
export function drawBox(
	c: MakeUpCase,
	m: MakeUp,
	of: { cables: ReadonlyMap<string, string>; devices: ReadonlyMap<string, string>; lineAt?: 'top' | 'bottom' }
): BoxDrawing {
	const groups = groupsOf(c, m);
	const right = rightOf(c, m, of.lineAt ?? 'top');
	const best = bestOf(c, groups, right);
	return placed(c, m, { groups, right, ...best, names: of });
}

interface Right {
	/** Terminals in the order of their rows, each device's together. */
	rows: string[];
	byDevice: { id: string; rows: string[] }[];
}
function rightOf(c: MakeUpCase, m: MakeUp, lineAt: 'top' | 'bottom'): Right {
	const byDevice = c.devices.map((d) => {
		const own = m.terminals.filter((t) => t.device === d.id).map((t) => t.terminal);
		const rank = (t: string): number => {
			const at = TERMINAL_ORDER.findIndex((x) => x === t);
			const place = at < 0 ? TERMINAL_ORDER.length : at;
			// A device that hangs the other way up has its LINE below.
			return lineAt === 'bottom' && t.startsWith('line-') ? place + LINE_BELOW : place;
		};
		return { id: d.id, rows: own.sort((a, b) => rank(a) - rank(b)).map((t) => terminalKey(d.id, t)) };
	});
	const rows = byDevice.flatMap((d) => d.rows);
	return { rows: m.boxGround ? [...rows, BOX_ROW] : rows, byDevice };
}
const TERMINAL_ORDER: readonly string[] = [
	'line-hot',
	'line-neutral',
	'load-hot',
	'load-neutral',
	'hot-upper',
	'hot-lower',
	'hot-x',
	'hot-y',
	'common',
	'a',
	'b',
	'traveler-1',
	'traveler-2',
	'in-1',
	'in-2',
	'out-1',
	'out-2',
	'lead-hot',
	'lead-hot-b',
	'lead-switched',
	'lead-switched-b',
	'neutral-upper',
	'neutral-lower',
	'neutral',
	'lead-neutral',
	'lead-neutral-b',
	'ground',
	'lead-ground'
];
const LINE_BELOW = 4.5;

interface Order {
	cables: string[];
	columns: number[];
}
/** Rows of the ends, each cable with a row for its name above it. */
function leftRows(c: MakeUpCase, cables: readonly string[]): { end: End; row: number }[] {
	let row = 0;
	return cables.flatMap((id) => {
		row += 1;
		return (c.cables.find((x) => x.id === id)?.conductors ?? []).map(({ color }) => ({ end: { cable: id, color }, row: row++ }));
	});
}
/** Rows of the terminals lie between those of the ends, so that no two lanes are one. Each device has a row for its name above it. */
function rightRows(right: Right): Map<string, number> {
	const at = new Map<string, number>();
	let row = 0.5;
	for (const { rows } of right.byDevice) {
		row += 1;
		for (const key of rows) at.set(key, row++);
	}
	if (right.rows.includes(BOX_ROW)) at.set(BOX_ROW, row + 1);
	return at;
}
interface Span {
	top: number;
	bottom: number;
	left: number[];
	right: number[];
}
function spansOf(c: MakeUpCase, groups: readonly Group[], right: Right, cables: readonly string[]): Span[] {
	const left = leftRows(c, cables);
	const at = rightRows(right);
	return groups.map((g) => {
		const l = g.ends.flatMap((e) => left.find((x) => sameEnd(x.end, e))?.row ?? []);
		const r = g.tails.map((t) => at.get(t) ?? 0);
		const all = [...l, ...r];
		return { top: Math.min(...all), bottom: Math.max(...all), left: l, right: r };
	});
}
/** Lanes that cross the column of another net, for columns in this order from the left. */
export function crossingsOf(spans: readonly Span[], columns: readonly number[]): number {
	let crossings = 0;
	for (let i = 0; i < columns.length; i++)
		for (let j = 0; j < columns.length; j++) {
			if (i === j) continue;
			const [own, other] = [spans[columns[i] ?? 0], spans[columns[j] ?? 0]];
			if (!own || !other) continue;
			const lanes = j < i ? own.left : own.right;
			crossings += lanes.filter((y) => y > other.top && y < other.bottom).length;
		}
	return crossings;
}
/** The order of cables and of columns with the fewest crossings: all of them for a few, else one after the other where it costs least. */
function bestOf(c: MakeUpCase, groups: readonly Group[], right: Right): Order & { spans: Span[]; crossings: number } {
	const ids = c.cables.map((x) => x.id);
	const orders = ids.length <= MOST_ORDERED ? permutations(ids) : [ids];
	let best: (Order & { spans: Span[]; crossings: number }) | null = null;
	for (const cables of orders) {
		const spans = spansOf(c, groups, right, cables);
		const columns = fewest(spans);
		const crossings = crossingsOf(spans, columns);
		if (!best || crossings < best.crossings) best = { cables, columns, spans, crossings };
	}
	return best ?? { cables: ids, columns: [], spans: [], crossings: 0 };
}
const MOST_ORDERED = 4;
function permutations<T>(all: readonly T[]): T[][] {
	if (all.length < 2) return [[...all]];
	return all.flatMap((x, i) => permutations([...all.slice(0, i), ...all.slice(i + 1)]).map((rest) => [x, ...rest]));
}
/**
 * The order of columns with the fewest crossings, exactly: what is put left of what costs the same whatever lies between, so the
 * best order of a set is the best of its last column and the rest.
 */
function fewest(spans: readonly Span[]): number[] {
	const n = spans.length;
	if (n > MOST_COLUMNS) return spans.map((_, i) => i);
	/** Crossings between two where the first is at the left. */
	const cost = spans.map((a) => spans.map((b) => (a === b ? 0 : crossingsOf([a, b], [0, 1]))));
	const best = new Map<number, { cost: number; last: number }>([[0, { cost: 0, last: -1 }]]);
	for (let set = 1; set < 1 << n; set++) {
		let least = { cost: Infinity, last: -1 };
		for (let last = 0; last < n; last++) {
			if (!(set & (1 << last))) continue;
			const rest = set & ~(1 << last);
			let total = best.get(rest)?.cost ?? Infinity;
			for (let i = 0; i < n; i++) if (rest & (1 << i)) total += cost[i]?.[last] ?? 0;
			if (total < least.cost) least = { cost: total, last };
		}
		best.set(set, least);
	}
	const order: number[] = [];
	for (let set = (1 << n) - 1; set;) {
		const last = best.get(set)?.last ?? 0;
		order.unshift(last);
		set &= ~(1 << last);
	}
	return order;
}
const MOST_COLUMNS = 12;

interface Placing extends Order {
	groups: readonly Group[];
	right: Right;
	spans: readonly Span[];
	crossings: number;
	names: { cables: ReadonlyMap<string, string>; devices: ReadonlyMap<string, string> };
}
function placed(c: MakeUpCase, m: MakeUp, p: Placing): BoxDrawing {
	const { row, leftX, netsFrom, netsTo, rightX } = BOX_DRAWING;
	const y = (r: number): number => (r + 1) * row;
	const left = leftRows(c, p.cables);
	const rightAt = rightRows(p.right);
	const order = p.columns;
	const step = order.length > 1 ? (netsTo - netsFrom) / (order.length - 1) : 0;
	const xOf = (i: number): number => (order.length > 1 ? netsFrom + order.indexOf(i) * step : (netsFrom + netsTo) / 2);
	const rows = Math.max(1, ...left.map((l) => l.row), ...rightAt.values());
	const spliced = p.groups.filter((g) => g.spliced);
	const bottom = y(rows) + row;
	const mixed = new Set(c.cables.map((x) => x.awg)).size > 1;
	const reMarked = (e: End) => m.reMark.some((r) => sameEnd(r, e));
	const netOf = (e: End): Net =>
		c.cables.find((x) => x.id === e.cable)?.conductors.find((w) => w.color === e.color)?.net ?? 'spare';
	const ends = left.map(({ end, row: r }) => ({
		end,
		net: netOf(end),
		y: y(r),
		color: end.color,
		words: `${end.color} · ${SHORT_NETS[netOf(end)]}`,
		reMarked: reMarked(end)
	}));
	return {
		width: BOX_DRAWING.width,
		height: bottom + (spliced.length - 0.5) * row,
		crossings: p.crossings,
		cables: p.cables.map((id) => {
			const own = left.filter((l) => l.end.cable === id).map((l) => l.row);
			const first = Math.min(...own);
			const awg = mixed ? ` ${c.cables.find((x) => x.id === id)?.awg ?? ''}` : '';
			return {
				id,
				name: fitted(p.names.cables.get(id) ?? id, awg),
				y: y(first - 1),
				top: y(first) - row / 2,
				bottom: y(Math.max(...own)) + row / 2
			};
		}),
		ends,
		nets: p.groups.map((g, i) => {
			const span = p.spans[i];
			return {
				key: g.key,
				net: g.net,
				x: xOf(i),
				top: y(span?.top ?? 0),
				bottom: y(span?.bottom ?? 0),
				color: g.color,
				number: g.spliced ? spliced.indexOf(g) + 1 : null
			};
		}),
		lanes: p.groups.flatMap((g, i) => {
			const span = p.spans[i];
			const lane = { key: g.key, net: g.net };
			return [
				...g.ends.map((e, n) => ({ ...lane, color: e.color, x1: leftX, x2: xOf(i), y: y(span?.left[n] ?? 0) })),
				...(span?.right ?? []).map((r) => ({
					...lane,
					color: g.spliced ? tailColor(g) : g.color,
					x1: xOf(i),
					x2: rightX,
					y: y(r)
				}))
			];
		}),
		caps: m.capped.map((e) => ({ key: capKey(e), x: leftX, y: ends.find((x) => sameEnd(x.end, e))?.y ?? 0 })),
		devices: p.right.byDevice
			.filter((d) => d.rows.length)
			.map(({ id, rows: own }) => {
				const first = rightAt.get(own[0] ?? '') ?? 0;
				const tabs = m.tabs[id];
				const out = tabs ? (['hot', 'neutral'] as const).filter((s) => tabs[s] === 'out') : [];
				return {
					id,
					name: p.names.devices.get(id) ?? id,
					titleY: y(first - 1),
					top: y(first) - row / 2,
					bottom: y(first + own.length - 1) + row / 2,
					tabs: out.length ? `tab out: ${out.join(' and ')}` : ''
				};
			}),
		terminals: p.right.rows
			.filter((key) => key !== BOX_ROW)
			.map((key) => {
				const [device = '', terminal = ''] = [key.slice(0, key.lastIndexOf(' ')), key.slice(key.lastIndexOf(' ') + 1)];
				return { key, device, y: y(rightAt.get(key) ?? 0), ...terminalWords(terminal) };
			}),
		boxScrew: m.boxGround ? { key: BOX_ROW, y: y(rightAt.get(BOX_ROW) ?? 0) } : null,
		legend: spliced.map((g, i) => ({ number: i + 1, words: g.words, y: bottom + i * row }))
	};
}
/** A cable's name as wide as its column: what is longer is cut. @param gauge behind it, where the cables of a box differ */
const fitted = (name: string, gauge: string): string => {
	const most = MOST_LETTERS - gauge.length;
	return `${name.length > most ? `${name.slice(0, most - 1)}…` : name}${gauge}`;
};
const MOST_LETTERS = 17;
/** Pigtails are of the colors of their nets, whatever comes in. */
const tailColor = (g: Group): Color => COLOR_OF_TAIL[g.net] ?? (g.net === 'switched' || g.net === 'hot-b' ? 'red' : 'black');
