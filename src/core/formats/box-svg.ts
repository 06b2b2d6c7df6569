import type { Color } from '../makeup/box/case';
import type { Screw } from '../makeup/box/terminal-words';
import { BOX_DRAWING, type BoxDrawing } from './box-drawing';

/** Paints of conductors: each with a dark edge, so that white and bare stand out on any sheet; every one is named beside it too. */
export const PAINTS: Readonly<Record<Color, string>> = {
	black: '#2b2b2b',
	red: '#c0392b',
	blue: '#2f6fb3',
	white: '#ffffff',
	gray: '#a6a6a6',
	green: '#3f8f4f',
	bare: '#c9803f',
	brown: '#7a4a26',
	orange: '#e08a2c',
	yellow: '#e3c229',
	other: '#9c8fbf'
};
export const SCREWS: Readonly<Record<Screw, string>> = { brass: '#c9a24a', silver: '#d5d8dc', green: '#3f8f4f', lead: '#8a8a8a' };

/** Text as it may stand in an SVG. */
export const escaped = (text: string): string =>
	text.replace(/[<>&"]/g, (c) => ({ '<': '&lt;', '>': '&gt;', '&': '&amp;', '"': '&quot;' })[c] ?? c);

/** The picture of a made-up box as an SVG file. */
export const boxSvg = (d: BoxDrawing, title: string): string =>
	`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${d.width} ${d.height}" font-family="Barlow, Arial, sans-serif" font-size="${BOX_DRAWING.text}" fill="#1b1a17" role="img" aria-label="${escaped(title)}"><rect width="100%" height="100%" fill="#fff"/>${boxShapes(d)}</svg>`;

/** What a picture of a box is made of: wires first, so that they lie under everything. */
export function boxShapes(d: BoxDrawing): string {
	const { leftX, rightX, text } = BOX_DRAWING;
	const say = (x: number, y: number, words: string, more = '') =>
		`<text x="${x}" y="${y + text / 3}" ${more}>${escaped(words)}</text>`;
	const wire = (x1: number, y1: number, x2: number, y2: number, color: Color) =>
		`<path d="M${x1} ${y1}L${x2} ${y2}" stroke="#1b1a17" stroke-width="5" stroke-linecap="round"/><path d="M${x1} ${y1}L${x2} ${y2}" stroke="${PAINTS[color]}" stroke-width="3" stroke-linecap="round"/>`;
	const parts = [
		...d.cables.map(
			(c) =>
				`${say(4, c.y, c.name, 'font-weight="600"')}<rect x="${leftX - 6}" y="${c.top}" width="6" height="${c.bottom - c.top}" rx="2" fill="none" stroke="#1b1a17"/>`
		),
		...d.ends.map((e) => say(leftX - 10, e.y, e.words, 'text-anchor="end"')),
		...d.nets.map((n) => (n.bottom > n.top ? wire(n.x, n.top, n.x, n.bottom, n.color) : '')),
		...d.lanes.map((l) => wire(l.x1, l.y, l.x2, l.y, l.color)),
		...d.ends.filter((e) => e.reMarked).map((e) => `<rect x="${leftX + 3}" y="${e.y - 4}" width="6" height="8" fill="#1b1a17"/>`),
		...d.caps.map(
			(c) =>
				`<path d="M${c.x} ${c.y}h10" stroke="#1b1a17" stroke-width="3"/><rect x="${c.x + 10}" y="${c.y - 5}" width="10" height="10" rx="3" fill="#fff" stroke="#1b1a17"/>`
		),
		...d.devices.map(
			(v) =>
				`<rect x="${rightX}" y="${v.top}" width="${d.width - rightX - 2}" height="${v.bottom - v.top}" rx="4" fill="none" stroke="#1b1a17" stroke-width="1.5"/>${say(rightX, v.titleY, v.tabs ? `${v.name}, ${v.tabs}` : v.name, 'font-weight="600"')}`
		),
		...d.terminals.map(
			(t) =>
				`<circle cx="${rightX + 9}" cy="${t.y}" r="6" fill="${SCREWS[t.screw]}" stroke="#1b1a17"/>${say(rightX + 19, t.y, t.words)}`
		),
		d.boxScrew
			? `<circle cx="${rightX + 9}" cy="${d.boxScrew.y}" r="6" fill="${SCREWS.green}" stroke="#1b1a17"/>${say(rightX + 19, d.boxScrew.y, 'box, 10-32 screw')}`
			: '',
		...d.nets.flatMap((n) =>
			n.number === null
				? []
				: [
						`<circle cx="${n.x}" cy="${(n.top + n.bottom) / 2}" r="8" fill="#fff" stroke="#1b1a17" stroke-width="1.5"/>${say(n.x, (n.top + n.bottom) / 2, String(n.number), 'text-anchor="middle" font-weight="700"')}`
					]
		),
		...d.legend.map((l) => say(4, l.y, `${l.number}  ${l.words}`))
	];
	return `<g fill="none">${parts.filter((p) => p.startsWith('<path')).join('')}</g>${parts.filter((p) => !p.startsWith('<path')).join('')}`;
}
