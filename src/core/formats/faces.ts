import Flatbush from 'flatbush';
import { distance, signedArea } from '../model/geometry';
import type { Point } from '../model/job';
import { MOST } from '../model/file/limits';

/** The rooms that a drawing of loose lines encloses. */
export type Line = readonly [Point, Point];

/** The lines cross each other more often than those of any plan. */
export class TooTangled extends RangeError {}

/**
 * Faces enclosed by lines: ends near each other are one corner, lines that meet or cross are cut there, and every
 * closed way round is walked with the wall to the right.
 * @param snap ends so near are one  @returns faces counter-clockwise, and how many lines close nothing
 * @throws TooTangled where the lines cut each other into more pieces than any plan has
 */
export function facesOf(lines: readonly Line[], snap: number): { faces: Point[][]; loose: number } {
	const nodes = new Nodes(snap);
	const next = new Map<number, Set<number>>();
	const join = (from: number, to: number) => {
		const there = next.get(from);
		if (there) there.add(to);
		else next.set(from, new Set([to]));
	};
	for (const [a, b] of cutAtCrossings(lines, snap)) {
		const [p, q] = [nodes.at(a), nodes.at(b)];
		if (p === q) continue;
		join(p, q);
		join(q, p);
	}
	const loose = prune(next);
	return { faces: walkFaces(nodes.points, next), loose };
}

class Nodes {
	readonly points: Point[] = [];
	private readonly cells = new Map<string, number[]>();
	constructor(private readonly snap: number) {}
	/** The corner at a point, made where there is none near. */
	at(p: Point): number {
		const [cx, cy] = [Math.floor(p[0] / this.snap), Math.floor(p[1] / this.snap)];
		for (let x = cx - 1; x <= cx + 1; x++)
			for (let y = cy - 1; y <= cy + 1; y++)
				for (const i of this.cells.get(`${x},${y}`) ?? []) if (distance(this.points[i] as Point, p) <= this.snap) return i;
		const i = this.points.push(p) - 1;
		const key = `${cx},${cy}`;
		this.cells.set(key, [...(this.cells.get(key) ?? []), i]);
		return i;
	}
}

/** More looks at pairs of lines than this are too many: a plan of 20,000 lines needs a fraction of it. */
const MOST_LOOKS = 1_500_000;
/** Cuts lines where another one ends on them or crosses them. Who is near is found by an index of the plane. */
function cutAtCrossings(lines: readonly Line[], snap: number): Line[] {
	const long = lines.filter(([a, b]) => distance(a, b) > snap);
	if (!long.length) return [];
	const near = indexOfLines(long, snap);
	const pieces: Line[] = [];
	let looks = 0;
	long.forEach((line, i) => {
		const cuts = [0, 1];
		for (const k of near(i)) {
			if (++looks > MOST_LOOKS) throw new TooTangled();
			cutBy(line, long[k] as Line, snap, cuts);
		}
		const sorted = [...new Set(cuts)].sort((x, y) => x - y);
		if (pieces.length + sorted.length > MOST.drawingPieces) throw new TooTangled();
		for (let j = 1; j < sorted.length; j++) pieces.push([at(line, sorted[j - 1] ?? 0), at(line, sorted[j] ?? 1)]);
	});
	return pieces;
}
/** Where one line cuts another, as shares of the other's length. */
function cutBy([a, b]: Line, [c, d]: Line, snap: number, cuts: number[]): void {
	const size = distance(a, b);
	for (const end of [c, d]) {
		const t = ((end[0] - a[0]) * (b[0] - a[0]) + (end[1] - a[1]) * (b[1] - a[1])) / size ** 2;
		if (t > 0 && t < 1 && distance(end, at([a, b], t)) <= snap) cuts.push(t);
	}
	const t = crossingAt([a, b], [c, d]);
	if (t !== null) cuts.push(t);
}

/** A slanting line stands in the index in so many parts, so that it is near to few. */
const PARTS = 16;
function indexOfLines(lines: readonly Line[], snap: number): (i: number) => number[] {
	const parts = lines.map(([a, b]) => (Math.abs(a[0] - b[0]) > snap && Math.abs(a[1] - b[1]) > snap ? PARTS : 1));
	const index = new Flatbush(parts.reduce((sum, n) => sum + n, 0));
	const owner: number[] = [];
	const boxOf = (line: Line, part: number, of: number): [number, number, number, number] => {
		const [p, q] = [at(line, part / of), at(line, (part + 1) / of)];
		const [x, y] = [Math.min(p[0], q[0]), Math.min(p[1], q[1])];
		return [x - snap, y - snap, Math.max(p[0], q[0]) + snap, Math.max(p[1], q[1]) + snap];
	};
	lines.forEach((line, i) => {
		for (let n = 0; n < (parts[i] ?? 1); n++) {
			index.add(...boxOf(line, n, parts[i] ?? 1));
			owner.push(i);
		}
	});
	index.finish();
	return (i) => {
		const found = new Set<number>();
		const of = parts[i] ?? 1;
		for (let n = 0; n < of; n++) for (const part of index.search(...boxOf(lines[i] as Line, n, of))) found.add(owner[part] ?? i);
		found.delete(i);
		return [...found];
	};
}
const at = ([a, b]: Line, t: number): Point => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
function crossingAt([a, b]: Line, [c, d]: Line): number | null {
	const [rx, ry, sx, sy] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
	const det = rx * sy - ry * sx;
	if (Math.abs(det) < 1e-9) return null;
	const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / det;
	const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / det;
	return t > 0 && t < 1 && u >= 0 && u <= 1 ? t : null;
}

/** Takes out lines with a free end, one after another: they close nothing. @returns how many */
function prune(next: Map<number, Set<number>>): number {
	let loose = 0;
	const ends = [...next.keys()].filter((n) => next.get(n)?.size === 1);
	for (let end = ends.pop(); end !== undefined; end = ends.pop()) {
		const [other] = next.get(end) ?? [];
		if (other === undefined) continue;
		next.get(end)?.clear();
		const left = next.get(other);
		left?.delete(end);
		loose++;
		if (left?.size === 1) ends.push(other);
	}
	return loose;
}

/** Each directed edge lies on one face; at a corner the way goes on to the next edge clockwise from where it came. */
function walkFaces(points: readonly Point[], next: ReadonlyMap<number, ReadonlySet<number>>): Point[][] {
	const angle = (from: number, to: number) => {
		const [a, b] = [points[from] as Point, points[to] as Point];
		return Math.atan2(b[1] - a[1], b[0] - a[0]);
	};
	const order = new Map([...next].map(([n, to]) => [n, [...to].sort((p, q) => angle(n, p) - angle(n, q))]));
	// Where each stands in the order of its corner: at the hub of many lines it is asked for often.
	const place = new Map([...order].map(([n, to]) => [n, new Map(to.map((p, i) => [p, i]))]));
	const walked = new Set<string>();
	const faces: Point[][] = [];
	for (const [from, tos] of order) {
		for (const to of tos) {
			const face: number[] = [];
			let [a, b] = [from, to];
			while (!walked.has(`${a},${b}`)) {
				walked.add(`${a},${b}`);
				face.push(a);
				const round = order.get(b) ?? [];
				const back = place.get(b)?.get(a) ?? 0;
				[a, b] = [b, round[(back - 1 + round.length) % round.length] as number];
			}
			const outline = face.map((i) => points[i] as Point);
			// The way round the outside of all runs clockwise.
			if (outline.length >= 3 && signedArea(outline) > 0) faces.push(outline);
		}
	}
	return faces;
}
