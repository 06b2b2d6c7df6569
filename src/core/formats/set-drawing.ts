import { linksOf, type MakeUpSet } from '../makeup/set/make-up-set';
import { BOX_DRAWING, drawBox, type BoxDrawing } from './box-drawing';
import { boxShapes, escaped } from './box-svg';

/** The picture of a whole set: its boxes below each other, each cable between two of them as a rail at the left. Points, as of a box. */
interface SetDrawing {
	width: number;
	height: number;
	boxes: { id: string; name: string; x: number; y: number; titleY: number; drawing: BoxDrawing }[];
	rails: { cable: string; x: number; from: number; to: number; end: number }[];
}
const HEAD = 24;
const GAP = 26;
const TRACK = 12;

/** @returns the boxes and rails of a set; no two rails share a track where they pass each other */
export function drawSet(set: MakeUpSet, lineAt: 'top' | 'bottom'): SetDrawing {
	const links = linksOf(set);
	const drawings = set.boxes.map((b) => drawBox(b.case, b.made, { cables: b.cables, devices: b.devices, lineAt }));
	const tops: number[] = [];
	let y = 0;
	for (const d of drawings) {
		tops.push(y + HEAD);
		y += HEAD + d.height + GAP;
	}
	const at = (box: string, cable: string): number => {
		const i = set.boxes.findIndex((b) => b.id === box);
		return (tops[i] ?? 0) + (drawings[i]?.cables.find((c) => c.id === cable)?.y ?? 0);
	};
	const spans = links.map((l) => ({ cable: l.cable, from: at(l.from, l.cable), to: at(l.to, l.cable) }));
	const tracks = inTracks(spans);
	const margin = TRACK * (Math.max(-1, ...tracks) + 2);
	return {
		width: margin + BOX_DRAWING.width,
		height: Math.max(0, y - GAP),
		boxes: set.boxes.flatMap((b, i) => {
			const [drawing, top] = [drawings[i], tops[i]];
			return drawing && top !== undefined ? [{ id: b.id, name: b.name, x: margin, y: top, titleY: top - HEAD / 3, drawing }] : [];
		}),
		rails: spans.map((s, i) => ({ ...s, x: margin - TRACK * ((tracks[i] ?? 0) + 1), end: margin }))
	};
}
/** The lowest free track for each span: short ones lie nearest to the boxes. */
function inTracks(spans: readonly { from: number; to: number }[]): number[] {
	const order = spans.map((_, i) => i).sort((a, b) => length(spans[a]) - length(spans[b]));
	const tracks: number[] = spans.map(() => 0);
	const taken: { track: number; from: number; to: number }[] = [];
	for (const i of order) {
		const s = spans[i];
		if (!s) continue;
		let track = 0;
		while (taken.some((t) => t.track === track && s.from < t.to && t.from < s.to)) track++;
		tracks[i] = track;
		taken.push({ track, from: s.from, to: s.to });
	}
	return tracks;
}
const length = (s: { from: number; to: number } | undefined): number => (s ? s.to - s.from : 0);

/** A rail as a path. */
export const railPath = (r: SetDrawing['rails'][number]): string => `M${r.end} ${r.from}H${r.x}V${r.to}H${r.end}`;

/** The picture of a set as an SVG file. */
export function setSvg(d: SetDrawing, title: string): string {
	const boxes = d.boxes.map(
		(b) =>
			`<text x="${b.x}" y="${b.titleY}" font-weight="700" font-size="15">${escaped(b.name)}</text><g transform="translate(${b.x} ${b.y})">${boxShapes(b.drawing)}</g>`
	);
	const rails = d.rails.map(
		(r) => `<path d="${railPath(r)}" fill="none" stroke="#1b1a17" stroke-width="2.5" stroke-linejoin="round"/>`
	);
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${d.width} ${d.height}" font-family="Barlow, Arial, sans-serif" font-size="${BOX_DRAWING.text}" fill="#1b1a17" role="img" aria-label="${escaped(title)}"><rect width="100%" height="100%" fill="#fff"/>${rails.join('')}${boxes.join('')}</svg>`;
}
