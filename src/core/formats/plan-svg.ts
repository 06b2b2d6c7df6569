import type { Point } from '../model/job';
import { type PlanBox, type PlanDrawing, type PlanRoom, WALL_IN } from './plan-drawing';
import type { Segment } from './plan-lines';
import { SYMBOLS, type Stroke, type SymbolKey } from './symbols';

/** A plan as a stand-alone SVG: walls, doors, counters, boxes with the trade's symbols, and a legend of those used. Inches. */

const escape = (text: string): string =>
	text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
const n = (value: number): string => String(Math.round(value * 100) / 100);
const path = (points: readonly Point[]): string =>
	points.length ? `M${points.map((p) => `${n(p[0])} ${n(p[1])}`).join('L')}Z` : '';
const line = (s: Segment, attributes: string): string =>
	`<line x1="${n(s.x1)}" y1="${n(s.y1)}" x2="${n(s.x2)}" y2="${n(s.y2)}" ${attributes}/>`;
const text = (x: number, y: number, size: number, what: string, anchor = 'middle'): string =>
	`<text x="${n(x)}" y="${n(y)}" font-size="${n(size)}" text-anchor="${anchor}">${escape(what)}</text>`;

export interface PlanTitle {
	/** Of the job. */
	name: string;
	/** Edition, permit date, story: what the sheet is of. */
	sub: string;
}
/** Height of a line of the legend, in. */
const ROW = 24;
const FOOT = 26;

/** A plan as an SVG document of its own, one unit an inch. @param circuits what stands behind the name of a box: its circuit */
export function planSvg(plan: PlanDrawing, title: PlanTitle, circuits: ReadonlyMap<string, string> = new Map()): string {
	const used = usedSymbols(plan);
	const rows = Math.ceil(used.length / 3);
	const below = 40 + rows * ROW + FOOT;
	const width = Math.max(plan.width, 540);
	const height = plan.height + below + 40;
	return [
		`<svg xmlns="http://www.w3.org/2000/svg" viewBox="${n(plan.x)} ${n(plan.y - 40)} ${n(width)} ${n(height)}" width="${n(width / 96)}in" height="${n(height / 96)}in" font-family="Barlow, Helvetica, Arial, sans-serif" fill="#1d1b18">`,
		`<title>${escape(title.name)}: plan</title>`,
		`<rect x="${n(plan.x)}" y="${n(plan.y - 40)}" width="${n(width)}" height="${n(height)}" fill="#ffffff"/>`,
		text(plan.x + 12, plan.y - 16, 18, title.name, 'start'),
		text(plan.x + 12, plan.y, 11, title.sub, 'start'),
		...plan.rooms.map(roomSvg),
		...plan.panels.map(
			(p) =>
				`<g transform="translate(${n(p.x)} ${n(p.y)}) rotate(${p.turn})"><rect x="-4" y="-11" width="8" height="22" fill="#ffffff" stroke="#1d1b18"/><path d="M-4 11 4 -11V11Z"/></g>`
		),
		...plan.boxes.map(
			(b) =>
				`<g transform="translate(${n(b.x)} ${n(b.y)})"><title>${escape(b.name)}</title>${leader(b)}${symbolSvg(b.symbol, b.turn, b.state === 'planned')}${b.protection === 'none' ? '' : text(9, -7, 6, PROTECTION[b.protection])}${text(0, 18, 7, circuits.has(b.id) ? `${b.name} · ${circuits.get(b.id)}` : b.name)}</g>`
		),
		scaleBar(plan.x + width - 12, plan.y - 10),
		legend(plan.x + 12, plan.y + plan.height + 18, used, width),
		text(plan.x + 12, plan.y + plan.height + below - 6, 9, CAUTION, 'start'),
		'</svg>'
	].join('\n');
}
/** Ten feet at the scale of the sheet, its right end here. */
const BAR_FT = 10;
function scaleBar(x: number, y: number): string {
	const long = BAR_FT * 12;
	return `<g class="scale"><path d="M${n(x - long)} ${n(y - 4)}v4h${long}v-4" fill="none" stroke="#1d1b18" stroke-width="1.6"/>${text(x - long, y - 7, 9, '0')}${text(x, y - 7, 9, `${BAR_FT} ft`)}</g>`;
}
/** From a symbol that was moved aside to where it really is. */
const leader = ({ x, y, at }: PlanBox): string =>
	at ? `<path d="M0 0L${n(at[0] - x)} ${n(at[1] - y)}" stroke="#6a6154" stroke-width="0.9"/>` : '';
const PROTECTION = { gfci: 'GFCI', afci: 'AFCI', dual: 'GFCI+AFCI' } as const;
export const CAUTION =
	'An aid for qualified people. Local code and the authority having jurisdiction decide. Planned boxes are drawn thin.';

/** The symbols of a plan, in the order of the list. */
export const usedSymbols = (plan: PlanDrawing): SymbolKey[] =>
	(Object.keys(SYMBOLS) as SymbolKey[]).filter((key) => plan.boxes.some((b) => b.symbol === key));

function roomSvg(room: PlanRoom): string {
	const parts = [
		room.open && room.floor.length ? `<path d="${path(room.floor)}" fill="none" stroke="#6f695f" stroke-dasharray="8 5"/>` : '',
		...room.counters.map((c) => `<path d="${path(c)}" fill="#f1ece2" stroke="#6f695f"/>`),
		...room.fixtures.map(
			(f) =>
				`<path d="${path(f.corners)}" fill="#ffffff" stroke="#6f695f"/>${text(f.middle[0], f.middle[1] + 3, Math.min(8, (f.width / Math.max(4, f.name.length)) * 1.8), f.name)}`
		),
		...room.walls.map((w) => line(w, `stroke="#1d1b18" stroke-width="${WALL_IN}"`)),
		...room.windows.map(
			(w) => `${line(w, `stroke="#ffffff" stroke-width="${WALL_IN - 1.4}"`)}${line(w, 'stroke="#1d1b18" stroke-width="0.9"')}`
		),
		...room.thresholds.map((t) => line(t, 'stroke="#6f695f" stroke-dasharray="5 3"')),
		...room.doors.map(
			(d) =>
				`${line(d.leaf, 'stroke="#1d1b18" stroke-width="1.6"')}<path d="${d.swing}" fill="none" stroke="#6f695f" stroke-width="0.8"/>`
		),
		nameSvg(room)
	];
	return `<g id="${escape(room.id)}">${parts.join('')}</g>`;
}

/** A room's name, upright in a narrow room, with its size where there is room for it. */
function nameSvg(room: PlanRoom): string {
	if (!room.label) return '';
	const [xs, ys] = [room.floor.map((p) => p[0]), room.floor.map((p) => p[1])];
	const [wide, high] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
	const [x, y] = room.label;
	const fits = (words: string, size: number, space: number) => words.length * size * 0.56 < space;
	if (!fits(room.name, 11, wide) && high > wide)
		return `<g transform="translate(${n(x)} ${n(y)}) rotate(-90)">${text(0, 4, Math.min(11, high / (room.name.length * 0.56)), room.name)}</g>`;
	const size = fits(room.size, 9, wide) ? text(x, y + 11, 9, room.size) : '';
	return text(x, y, Math.min(11, wide / (room.name.length * 0.56)), room.name) + size;
}

/** One symbol of the plan as SVG, about its middle. @param turn degrees @param thin as on the screen */
function symbolSvg(key: SymbolKey, turn: number, thin = false): string {
	const stroke = `fill="#ffffff" stroke="#1d1b18" stroke-width="${thin ? 1 : 1.8}"`;
	const drawn = (s: Stroke): string =>
		s.kind === 'circle'
			? `<circle r="${s.r}" ${stroke}/>`
			: s.kind === 'line'
				? `<line x1="${s.x1}" y1="${s.y1}" x2="${s.x2}" y2="${s.y2}" ${stroke}/>`
				: '';
	const strokes: readonly Stroke[] = SYMBOLS[key].strokes;
	const words = strokes.map((s) => (s.kind === 'text' ? text(0, s.size * 0.36, s.size, s.text) : '')).join('');
	return `<g transform="rotate(${turn})">${strokes.map(drawn).join('')}</g>${words}`;
}

function legend(x: number, y: number, used: readonly SymbolKey[], width: number): string {
	const column = Math.max(170, (width - 24) / 3);
	const entries = used.map((key, i) => {
		const [cx, cy] = [x + 10 + (i % 3) * column, y + 20 + Math.floor(i / 3) * ROW];
		return `<g transform="translate(${n(cx)} ${n(cy)})">${symbolSvg(key, -90)}${text(16, 4, 10, SYMBOLS[key].name, 'start')}</g>`;
	});
	return `<g id="legend">${text(x, y + 4, 11, 'Legend', 'start')}${entries.join('')}</g>`;
}
