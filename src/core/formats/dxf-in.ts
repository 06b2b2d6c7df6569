import { readEntities, type DxfEntity } from './dxf-groups';
import { areaSqFt, distance, inside, signedArea } from '../model/geometry';
import type { Point } from '../model/job';
import { MOST } from '../model/file/limits';
import type { FieldFault } from '../model/result';
import { toSixteenth } from '../units/length';
import { facesOf, TooTangled, type Line } from './faces';

/** Walls out of a DXF: lines and polylines of one layer, in the unit that the user confirms. */

export const DXF_UNITS = { inches: 1, feet: 12, millimeters: 1 / 25.4, centimeters: 1 / 2.54, meters: 1 / 0.0254 } as const;
export type DxfUnit = keyof typeof DXF_UNITS;
/** What `$INSUNITS` of the header says. */
const SAID: Readonly<Record<number, DxfUnit>> = { 1: 'inches', 2: 'feet', 4: 'millimeters', 5: 'centimeters', 6: 'meters' };

interface DxfLayer {
	name: string;
	/** In the drawing's own unit. */
	lines: Line[];
	closed: Point[][];
}
export interface DxfDrawing {
	layers: DxfLayer[];
	texts: { at: Point; text: string }[];
	/** As the header has it; null where it says nothing. */
	unit: DxfUnit | null;
	/** Things that are not walls: blocks, hatches, dimensions and others, left out. */
	leftOut: number;
}

/** Reads a DXF file's text. @returns its layers with lines in them, or why it cannot be read */
export function readDxf(text: string): { ok: true; drawing: DxfDrawing } | { ok: false; faults: FieldFault[] } {
	const refuse = (message: string) => ({ ok: false as const, faults: [{ path: 'file', message }] });
	if (text.length > MOST.fileChars)
		return refuse(`must be at most ${MOST.fileChars / 1e6} MB, got ${Math.round(text.length / 1e6)} MB`);
	if (!/\bSECTION\b/.test(text.slice(0, 5000))) return refuse('is not a DXF text file: no SECTION at the top');
	const read = readEntities(text);
	if (!read) return refuse('cannot be read as DXF: it has no section of entities');
	const layers = new Map<string, DxfLayer>();
	const texts: DxfDrawing['texts'] = [];
	for (const entity of read.entities) {
		if (entity.kind === 'text') {
			texts.push({ at: [entity.x, entity.y], text: entity.text.replace(/\\P|\s+/g, ' ').trim() });
			continue;
		}
		const layer = layers.get(entity.layer) ?? { name: entity.layer, lines: [], closed: [] };
		layers.set(entity.layer, layer);
		if (entity.kind === 'polyline') polyline(entity, layer);
		else arc(entity, layer);
	}
	const far = farPoint([...layers.values()], 1 / DXF_UNITS.millimeters);
	if (far) return refuse(far);
	const found = [...layers.values()].filter((l) => l.lines.length || l.closed.length);
	if (!found.length) return refuse('has no lines or polylines to read walls from');
	const { leftOut, unitCode } = read;
	return { ok: true, drawing: { layers: found, texts, unit: unitCode === null ? null : (SAID[unitCode] ?? null), leftOut } };
}

/** A point that lies farther out than any house, by its layer, or null. @param perInch of the drawing's unit */
function farPoint(layers: readonly DxfLayer[], perInch: number): string | null {
	const most = MOST.drawingFt * 12 * perInch;
	for (const { name, lines, closed } of layers) {
		const bad = (p: Point) => !(Math.abs(p[0]) <= most && Math.abs(p[1]) <= most);
		const far = lines.find(([a, b]) => bad(a) || bad(b))?.find(bad) ?? closed.find((c) => c.some(bad))?.find(bad);
		if (far)
			return `has a point at ${far[0]}, ${far[1]} on layer "${name.slice(0, 60)}": coordinates must be at most ${MOST.drawingFt.toLocaleString('en-US')} ft from the origin`;
	}
	return null;
}

function arc({ x, y, radius, from, to }: DxfEntity & { kind: 'arc' }, layer: DxfLayer): void {
	const sweep = (to - from + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
	chain(arcPoints([x, y], radius, from, sweep), layer);
}
function polyline({ vertices, closed }: DxfEntity & { kind: 'polyline' }, layer: DxfLayer): void {
	if (vertices.length < 2) return;
	const points: Point[] = [];
	vertices.forEach((v, i) => {
		const next = vertices[(i + 1) % vertices.length];
		points.push([v.x, v.y]);
		if (v.bulge && next && (closed || i < vertices.length - 1))
			points.push(...bulgePoints([v.x, v.y], [next.x, next.y], v.bulge));
	});
	const [first, last] = [points[0], points.at(-1)];
	const closes = closed || (!!first && !!last && points.length > 3 && distance(first, last) < 1e-6);
	if (closes && points.length >= 3) layer.closed.push(!closed ? points.slice(0, -1) : points);
	else chain(points, layer);
}
const chain = (points: readonly Point[], layer: DxfLayer): void =>
	points.slice(1).forEach((p, i) => layer.lines.push([points[i] as Point, p]));

/** Curves become walls of so many degrees each. */
const STEP_DEG = 15;
function arcPoints([cx, cy]: Point, r: number, start: number, sweep: number): Point[] {
	const steps = Math.max(1, Math.ceil((Math.abs(sweep) * 180) / Math.PI / STEP_DEG));
	return Array.from({ length: steps + 1 }, (_, i): Point => {
		const angle = start + (sweep * i) / steps;
		return [cx + r * Math.cos(angle), cy + r * Math.sin(angle)];
	});
}
/** The points between two vertices that a bulge bends; a bulge is the tangent of a quarter of the angle. */
function bulgePoints(a: Point, b: Point, bulge: number): Point[] {
	const sweep = 4 * Math.atan(bulge);
	const chord = distance(a, b);
	const r = chord / 2 / Math.sin(Math.abs(sweep) / 2);
	const high = r * Math.cos(Math.abs(sweep) / 2) * Math.sign(bulge);
	const [ux, uy] = [(b[0] - a[0]) / chord, (b[1] - a[1]) / chord];
	const center: Point = [(a[0] + b[0]) / 2 - uy * high, (a[1] + b[1]) / 2 + ux * high];
	const start = Math.atan2(a[1] - center[1], a[0] - center[0]);
	return arcPoints(center, r, start, sweep).slice(1, -1);
}

interface RoomFound {
	outline: Point[];
	/** A text that stands in it. */
	name: string | null;
}
export interface RoomsFound {
	rooms: RoomFound[];
	/** Lines that close no room. */
	loose: number;
	faults: FieldFault[];
}
/** A face narrower than this is the inside of a wall drawn with two lines, in. */
const LEAST_WIDTH_IN = 14;
const LEAST_SQ_FT = 4;

/**
 * The rooms of a layer: its closed lines, and the faces that its other lines enclose.
 * @param snapIn ends of lines so near to each other are one corner, in
 */
export function roomsFromDxf(
	drawing: DxfDrawing,
	{ layerName, unit, snapIn = 1 }: { layerName: string; unit: DxfUnit; snapIn?: number | undefined }
): RoomsFound {
	const layer = drawing.layers.find((l) => l.name === layerName);
	if (!layer)
		return {
			rooms: [],
			loose: 0,
			faults: [{ path: 'layer', message: `must be one of ${drawing.layers.map((l) => l.name).join(', ')}, got ${layerName}` }]
		};
	const refuse = (message: string): RoomsFound => ({ rooms: [], loose: 0, faults: [{ path: 'layer', message }] });
	if (layer.lines.length > MOST.drawingLines)
		return refuse(`must hold at most ${MOST.drawingLines} lines, got ${layer.lines.length}`);
	const scale = DXF_UNITS[unit];
	const far = farPoint([layer], 1 / scale);
	if (far) return refuse(far);
	const scaled = ([x, y]: Point): Point => [x * scale, y * scale];
	let enclosed: ReturnType<typeof facesOf>;
	try {
		enclosed = facesOf(
			layer.lines.map(([a, b]): Line => [scaled(a), scaled(b)]),
			snapIn
		);
	} catch (error) {
		if (!(error instanceof TooTangled)) throw error;
		return refuse('holds lines that cross each other more often than those of any plan: choose the layer of the walls');
	}
	const { faces, loose } = enclosed;
	const outlines = [...layer.closed.map((c) => c.map(scaled)), ...faces].map(cleaned).filter((o) => o.length >= 3);
	const wide = outlines.filter((o) => areaSqFt(o) >= LEAST_SQ_FT && (2 * areaSqFt(o) * 144) / around(o) >= LEAST_WIDTH_IN);
	const lawful = wide.filter((o) => o.length <= MOST.walls);
	if (!wide.length) return { ...refuse(`encloses no room of ${LEAST_SQ_FT} sq ft or more when read in ${unit}`), loose };
	if (!lawful.length) return refuse(`encloses only rooms of more than ${MOST.walls} walls`);
	if (lawful.length > MOST.rooms) return refuse(`encloses ${lawful.length} rooms; at most ${MOST.rooms} can be imported`);
	const texts = drawing.texts.slice(0, MOST_TEXTS).map((t) => ({ at: scaled(t.at), text: t.text }));
	return { rooms: lawful.map((outline) => ({ outline, name: nameIn(outline, texts) })), loose, faults: [] };
}
/** Of a drawing's texts, that may be names of rooms. */
const MOST_TEXTS = 2000;
function nameIn(outline: readonly Point[], texts: DxfDrawing['texts']): string | null {
	const [xs, ys] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
	const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
	const found = texts.find(({ at: [x, y] }) => x >= x0 && x <= x1 && y >= y0 && y <= y1 && inside(outline, [x, y]));
	return found?.text ?? null;
}
const around = (o: readonly Point[]): number => o.reduce((s, p, i) => s + distance(p, o[(i + 1) % o.length] ?? p), 0);

/** Brought to 1/16 in, counter-clockwise, without corners that turn nowhere. */
function cleaned(outline: readonly Point[]): Point[] {
	const ccw = signedArea(outline) >= 0 ? outline : [...outline].reverse();
	const points = ccw.map(([x, y]): Point => [toSixteenth(x), toSixteenth(y)]);
	return points.filter((p, i) => {
		const [a, b] = [points.at(i - 1) as Point, points[(i + 1) % points.length] as Point];
		const cross = (p[0] - a[0]) * (b[1] - p[1]) - (p[1] - a[1]) * (b[0] - p[0]);
		return Math.abs(cross) > 0.02 * Math.max(1, distance(a, b));
	});
}
