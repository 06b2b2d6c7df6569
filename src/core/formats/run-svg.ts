import { DEVICE_WORDS } from '../model/protections';
import type { StripDrawing, Wire } from './run-drawing';
import { STRIP } from './run-drawing';
import { escaped } from './box-svg';

/** The run strip as an SVG, for paper: breaker, boxes in feed order, cables with their wires and lengths, zones of protection. */
const PAINT: Readonly<Record<Wire, string>> = {
	hot: '#1b1a17',
	'second-hot': '#b3261e',
	neutral: '#9a958c',
	ground: '#2f7d4f',
	unseen: '#c9c2b6'
};
const INK = '#1b1a17';

/** @param title for whoever can't see it */
export function runSvg(d: StripDrawing, title: string): string {
	const text = (x: number, y: number, words: string, more = '') => `<text x="${x}" y="${y}" ${more}>${escaped(words)}</text>`;
	const parts = [
		...d.bands.map(
			(b) =>
				`<rect x="${b.x}" y="${b.y}" width="${b.width}" height="${b.height}" fill="#f0e4d8"/>${b.label ? text(b.x + 4, b.y + 9, b.label, 'font-size="8" fill="#8a3f12"') : ''}`
		),
		...d.cables.flatMap((l) =>
			l.wires.map(({ kind, dy }) => `<path d="${wirePath(l, dy)}" fill="none" stroke="${PAINT[kind]}" stroke-width="1.6"/>`)
		),
		...d.cables.map((l) => text(l.x2 - 26, l.y2 - 12, l.label, 'font-size="10" text-anchor="middle"')),
		`<rect x="${d.breaker.x}" y="${d.breaker.y}" width="${STRIP.breakerWidth}" height="${STRIP.breakerHeight}" rx="3" fill="#fff" stroke="${INK}" stroke-width="1.5"/>`,
		text(d.breaker.x + 7, d.breaker.y + 18, d.breaker.label, 'font-weight="600"'),
		text(d.breaker.x + 7, d.breaker.y + 33, d.breaker.space, 'font-size="9"'),
		...d.boxes.flatMap((b) => [
			`<rect x="${b.x}" y="${b.y}" width="${STRIP.boxWidth}" height="${STRIP.boxHeight}" rx="3" fill="#fff" stroke="${INK}" stroke-width="${b.holds === 'none' ? 1.5 : 2.6}"/>`,
			text(b.x + STRIP.boxWidth / 2, b.y + STRIP.boxHeight / 2 + 4, b.name, 'text-anchor="middle" font-weight="600"'),
			b.holds === 'none'
				? ''
				: text(b.x + STRIP.boxWidth / 2, b.y + STRIP.boxHeight + 10, DEVICE_WORDS[b.holds], 'text-anchor="middle" font-size="8"')
		])
	];
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${d.width} ${d.height}" width="${d.width}" height="${d.height}" font-family="Barlow, Arial, sans-serif" font-size="12" fill="${INK}" role="img" aria-label="${escaped(title)}">${parts.join('')}</svg>`;
}
/** Straight along a row; down from a box to the row of a branch, then along. */
const wirePath = (l: StripDrawing['cables'][number], dy: number): string =>
	l.y1 === l.y2 ? `M${l.x1} ${l.y1 + dy}H${l.x2}` : `M${l.x1} ${l.y1 + dy}H${l.x1 + 8 - dy}V${l.y2 + dy}H${l.x2}`;
