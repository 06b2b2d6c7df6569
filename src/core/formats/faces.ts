import { distance, signedArea } from '../model/geometry';
import type { Point } from '../model/job';

/** The rooms that a drawing of loose lines encloses. */
export type Line = readonly [Point, Point];

/**
 * Faces enclosed by lines: ends near each other are one corner, lines that meet or cross are cut there, and every
 * closed way round is walked with the wall to the right.
 * @param snap ends so near are one  @returns faces counter-clockwise, and how many lines close nothing
 */
export function facesOf(lines: readonly Line[], snap: number): { faces: Point[][]; loose: number } {
	const nodes = new Nodes(snap);
	const edges = new Set<string>();
	for (const [a, b] of cutAtCrossings(lines, snap)) {
		const [p, q] = [nodes.at(a), nodes.at(b)];
		if (p !== q) edges.add(p < q ? `${p},${q}` : `${q},${p}`);
	}
	const next = new Map<number, number[]>();
	const join = (from: number, to: number) => next.set(from, [...(next.get(from) ?? []), to]);
	for (const edge of edges) {
		const [p, q] = edge.split(',').map(Number) as [number, number];
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

/** Cuts lines where another one ends on them or crosses them. */
function cutAtCrossings(lines: readonly Line[], snap: number): Line[] {
	const boxes = lines.map(([a, b]) => [
		Math.min(a[0], b[0]) - snap,
		Math.min(a[1], b[1]) - snap,
		Math.max(a[0], b[0]) + snap,
		Math.max(a[1], b[1]) + snap
	]);
	return lines.flatMap(([a, b], i) => {
		const cuts = [0, 1];
		const size = distance(a, b);
		if (size <= snap) return [];
		lines.forEach(([c, d], k) => {
			const [m, o] = [boxes[i], boxes[k]] as [number[], number[]];
			if (
				k === i ||
				(m[0] ?? 0) > (o[2] ?? 0) ||
				(o[0] ?? 0) > (m[2] ?? 0) ||
				(m[1] ?? 0) > (o[3] ?? 0) ||
				(o[1] ?? 0) > (m[3] ?? 0)
			)
				return;
			for (const end of [c, d]) {
				const t = ((end[0] - a[0]) * (b[0] - a[0]) + (end[1] - a[1]) * (b[1] - a[1])) / size ** 2;
				if (t > 0 && t < 1 && distance(end, at([a, b], t)) <= snap) cuts.push(t);
			}
			const t = crossingAt([a, b], [c, d]);
			if (t !== null) cuts.push(t);
		});
		const sorted = [...new Set(cuts)].sort((x, y) => x - y);
		return sorted.slice(1).map((t, j): Line => [at([a, b], sorted[j] ?? 0), at([a, b], t)]);
	});
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
function prune(next: Map<number, number[]>): number {
	let loose = 0;
	const ends = [...next.keys()].filter((n) => next.get(n)?.length === 1);
	for (let end = ends.pop(); end !== undefined; end = ends.pop()) {
		const [other] = next.get(end) ?? [];
		if (other === undefined) continue;
		next.set(end, []);
		const left = (next.get(other) ?? []).filter((n) => n !== end);
		next.set(other, left);
		loose++;
		if (left.length === 1) ends.push(other);
	}
	return loose;
}

/** Each directed edge lies on one face; at a corner the way goes on to the next edge clockwise from where it came. */
function walkFaces(points: readonly Point[], next: ReadonlyMap<number, readonly number[]>): Point[][] {
	const angle = (from: number, to: number) => {
		const [a, b] = [points[from] as Point, points[to] as Point];
		return Math.atan2(b[1] - a[1], b[0] - a[0]);
	};
	const order = new Map([...next].map(([n, to]) => [n, [...to].sort((p, q) => angle(n, p) - angle(n, q))]));
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
				const back = round.indexOf(a);
				[a, b] = [b, round[(back - 1 + round.length) % round.length] as number];
			}
			const outline = face.map((i) => points[i] as Point);
			// The way round the outside of all runs clockwise.
			if (outline.length >= 3 && signedArea(outline) > 0) faces.push(outline);
		}
	}
	return faces;
}
