import type { Burial } from '../rough/articles/300-5-burial';

/** A trench cut across, to scale below grade, with the riser beside it: for screen, print and SVG. */
export interface TrenchDrawing {
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
