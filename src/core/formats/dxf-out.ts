import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf';
import type { Point } from '../model/job';
import { CAUTION, usedSymbols, type PlanTitle } from './plan-svg';
import type { PlanDrawing } from './plan-drawing';
import type { Segment } from './plan-lines';
import { SYMBOLS, type Stroke, type SymbolKey } from './symbols';

/** The layers of a plan as DXF. `ROOMS` holds the inside faces of each room as one closed line: what Hekto reads back. */
export const LAYERS = {
	rooms: 'ROOMS',
	names: 'ROOM-NAMES',
	walls: 'WALLS',
	doors: 'DOORS',
	windows: 'WINDOWS',
	counters: 'COUNTERS',
	fixtures: 'FIXTURES',
	boxes: 'BOXES',
	text: 'TEXT',
	legend: 'LEGEND'
} as const;
const COLORS: Record<keyof typeof LAYERS, number> = {
	rooms: Colors.Cyan,
	names: Colors.White,
	walls: Colors.White,
	doors: Colors.Yellow,
	windows: Colors.Blue,
	counters: Colors.Green,
	fixtures: Colors.Green,
	boxes: Colors.Red,
	text: Colors.White,
	legend: Colors.White
};

/** A plan as DXF text, in inches, y up. */
export function planDxf(plan: PlanDrawing, title: PlanTitle): string {
	const dxf = new DxfWriter();
	dxf.setUnits(Units.Inches);
	for (const key of Object.keys(LAYERS) as (keyof typeof LAYERS)[]) dxf.addLayer(LAYERS[key], COLORS[key], 'CONTINUOUS');
	const on = (key: keyof typeof LAYERS) => dxf.setCurrentLayerName(LAYERS[key]);
	// The drawing has y down, as screens do.
	const up = (x: number, y: number) => point3d(x, -y, 0);
	const line = (s: Segment) => dxf.addLine(up(s.x1, s.y1), up(s.x2, s.y2));
	const closed = (points: readonly Point[]) =>
		points.length > 1 &&
		dxf.addLWPolyline(
			points.map(([x, y]) => ({ point: point2d(x, -y) })),
			{ flags: LWPolylineFlags.Closed }
		);
	const words = (x: number, y: number, size: number, what: string) => dxf.addText(up(x, y), size, plain(what));
	const symbol = (key: SymbolKey, x: number, y: number, turn: number) => {
		const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
		const at = (px: number, py: number) => up(x + px * c - py * s, y + px * s + py * c);
		for (const stroke of SYMBOLS[key].strokes as readonly Stroke[]) {
			if (stroke.kind === 'circle') dxf.addCircle(up(x, y), stroke.r);
			else if (stroke.kind === 'line') dxf.addLine(at(stroke.x1, stroke.y1), at(stroke.x2, stroke.y2));
			else words(x - stroke.text.length * stroke.size * 0.35, y + stroke.size * 0.36, stroke.size, stroke.text);
		}
	};
	for (const room of plan.rooms) {
		on('rooms');
		closed(room.floor);
		on('names');
		if (room.label) words(room.label[0], room.label[1], 8, room.name);
		on('walls');
		room.walls.forEach(line);
		on('doors');
		for (const d of room.doors) line(d.leaf);
		room.thresholds.forEach(line);
		on('windows');
		room.windows.forEach(line);
		on('counters');
		room.counters.forEach(closed);
		on('fixtures');
		for (const f of room.fixtures) {
			closed(f.corners);
			words(f.middle[0] - f.width / 3, f.middle[1], 4, f.name);
		}
	}
	for (const b of plan.boxes) {
		// A drawing that is measured in: where it is, though it lies on its neighbor.
		const [x, y] = b.at ?? [b.x, b.y];
		on('boxes');
		symbol(b.symbol, x, y, b.turn);
		on('text');
		words(x - 8, y + 16, 5, b.protection === 'none' ? b.name : `${b.name} ${b.protection.toUpperCase()}`);
	}
	on('legend');
	const foot = plan.y + plan.height + 24;
	words(plan.x, foot, 8, `${title.name}. ${title.sub}`);
	usedSymbols(plan).forEach((key, i) => {
		symbol(key, plan.x + 10, foot + 24 * (i + 1), -90);
		words(plan.x + 26, foot + 24 * (i + 1) + 3, 7, SYMBOLS[key].name);
	});
	words(plan.x, foot + 24 * (usedSymbols(plan).length + 1), 5, CAUTION);
	return dxf.stringify();
}
/** A line break would end the value in the file. */
const plain = (what: string): string => what.replace(/[\r\n]+/g, ' ');
