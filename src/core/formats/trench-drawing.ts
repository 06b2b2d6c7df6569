import type { Burial } from '../rough/articles/300-5-burial';
import { escaped } from './box-svg';

/** A trench cut across, to scale below grade, with the riser beside it: for screen, print and SVG. */
interface TrenchDrawing {
	width: number;
	height: number;
	gradeY: number;
	trench: { x: number; width: number; bottomY: number };
	cable: { x: number; y: number; r: number };
	ribbonY: number | null;
	bedding: { y: number; height: number } | null;
	riser: { x: number; fromY: number; topY: number };
	/** Depths in words, each at its height. */
	marks: { y: number; text: string }[];
}
const PX_PER_IN = 6;
const WIDTH = 360;
const SKY = 84;
const LEAST_R = 3;

/** @param widthIn of the trench @param beddingIn under the cable @param ribbonIn above the cable */
export function drawTrench(
	b: Burial,
	{ widthIn, beddingIn, diameterIn, ribbonIn }: { widthIn: number; beddingIn: number; diameterIn: number; ribbonIn: number }
): TrenchDrawing {
	const px = (inches: number) => inches * PX_PER_IN;
	const r = Math.max(LEAST_R, px(diameterIn) / 2);
	const bottomY = SKY + Math.max(px(b.coverIn) + 2 * r + px(beddingIn), 24);
	const cableY = SKY + px(b.coverIn) + r;
	const trench = { x: 60, width: Math.max(36, px(widthIn)), bottomY };
	return {
		width: WIDTH,
		height: bottomY + 28,
		gradeY: SKY,
		trench,
		cable: { x: trench.x + trench.width / 2, y: cableY, r },
		ribbonY: b.warningRibbon ? Math.max(SKY + 4, cableY - r - px(ribbonIn)) : null,
		bedding: beddingIn > 0 ? { y: cableY + r, height: px(beddingIn) } : null,
		riser: { x: WIDTH - 90, fromY: SKY + px(b.riser.fromIn), topY: 12 },
		marks: [
			// Halfway down and under the bottom, so that the two never meet.
			{ y: (SKY + cableY - r) / 2, text: `${b.coverIn} in cover` },
			{ y: bottomY + 14, text: `dig ${Math.round(100 * b.digIn) / 100} in` }
		]
	};
}

/** The section of a trench as an SVG file. @param title for whoever can't see it */
export function trenchSvg(d: TrenchDrawing, b: Burial, title: string): string {
	const text = (x: number, y: number, words: string) => `<text x="${x}" y="${y}">${escaped(words)}</text>`;
	const parts = [
		`<rect width="${d.width}" height="${d.height}" fill="#fff"/>`,
		`<path d="M0 ${d.gradeY}H${d.width}V${d.height}H0Z" fill="#efe8da"/>`,
		`<rect x="${d.trench.x}" y="${d.gradeY}" width="${d.trench.width}" height="${d.trench.bottomY - d.gradeY}" fill="#fff" stroke="#1b1a17"/>`,
		d.bedding
			? `<rect x="${d.trench.x}" y="${d.bedding.y}" width="${d.trench.width}" height="${d.bedding.height}" fill="#d8cfbf"/>`
			: '',
		`<path d="M0 ${d.gradeY}H${d.width}" stroke="#1b1a17" stroke-width="2"/>`,
		d.ribbonY === null
			? ''
			: `<path d="M${d.trench.x} ${d.ribbonY}h${d.trench.width}" stroke="#b3261e" stroke-width="3" stroke-dasharray="8 4"/>`,
		`<circle cx="${d.cable.x}" cy="${d.cable.y}" r="${d.cable.r}" fill="#b5541c" stroke="#1b1a17"/>`,
		`<path d="M${d.riser.x} ${d.riser.fromY}V${d.riser.topY}" stroke="#1b1a17" stroke-width="6"/>`,
		text(d.riser.x + 10, d.riser.topY + 12, `to ${b.riser.toFt} ft up`),
		text(d.riser.x + 10, d.riser.fromY, `from ${b.riser.fromIn} in`),
		...d.marks.map((m) => text(d.trench.x + d.trench.width + 8, m.y + 4, m.text))
	];
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${d.width} ${d.height}" width="${d.width}" height="${d.height}" font-family="Barlow, Arial, sans-serif" font-size="13" fill="#1b1a17" role="img" aria-label="${escaped(title)}">${parts.join('')}</svg>`;
}
