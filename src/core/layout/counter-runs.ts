import { COUNTER_FIXTURES, type PlacesTable } from '../code/shape/places';
import { boxPoint, distance, fixtureCorners, fromWall, wallEnds, wallLength } from '../model/geometry';
import type { Box, Counter, Fixture, Point, Room } from '../model/job';
import { fromSixteenths, toSixteenths } from '../units/length';
import type { CounterBreak, CounterCase, IslandCase } from './counters';
import { positionIn, type Part } from './wall-spaces';

/** A counter along one wall or round corners, as one line; in sixteenths along the walls. */
export interface CounterRun {
	id: string;
	parts: (Part & { depthIn: number; topIn: number | undefined })[];
	length: number;
	breaks: CounterBreak[];
}

/** The counters of a room joined where they touch, on one wall or round a corner, each with what stands in it. */
export function counterRuns(room: Room): CounterRun[] {
	const outline = room.outline;
	if (!outline || !room.counters.length) return [];
	const parts = room.counters
		.filter((c) => c.wall < outline.length)
		.map((c) => partOf(c, toSixteenths(wallLength(outline, c.wall))))
		.sort((a, b) => a.wall - b.wall || a.from - b.from);
	fillCorners(outline, parts);
	const chains = chainsOf(outline, parts);
	return chains.map((chain, i) => {
		const length = chain.reduce((sum, p) => sum + p.to - p.from, 0);
		const run: CounterRun = { id: `k${i + 1}`, parts: chain, length, breaks: [] };
		return { ...run, breaks: room.fixtures.flatMap((f) => breakOf(outline, run, f) ?? []) };
	});
}

const partOf = (c: Counter, length: number): CounterRun['parts'][number] => ({
	wall: c.wall,
	from: toSixteenths(c.from),
	to: Math.min(toSixteenths(c.to), length),
	depthIn: c.depthIn,
	topIn: c.topIn
});

/** Where one counter runs into a corner, another on the next wall often starts at its front: the wall between is behind the first. */
function fillCorners(outline: readonly Point[], parts: CounterRun['parts']): void {
	const length = (wall: number) => toSixteenths(wallLength(outline, wall));
	for (const a of parts) {
		for (const b of parts) {
			if (b.wall !== (a.wall + 1) % outline.length) continue;
			const [toCorner, fromCorner] = [length(a.wall) - a.to, b.from];
			const first = toCorner <= 1 && fromCorner <= toSixteenths(a.depthIn) + 1;
			const second = fromCorner <= 1 && toCorner <= toSixteenths(b.depthIn) + 1;
			// A sixteenth is no gap: both come to the corner.
			if (first || second) [a.to, b.from] = [length(a.wall), 0];
		}
	}
}

function chainsOf(outline: readonly Point[], parts: CounterRun['parts']): CounterRun['parts'][] {
	const ends = (p: Part) => p.to >= toSixteenths(wallLength(outline, p.wall));
	const follows = (a: Part, b: Part) =>
		(a.wall === b.wall && b.from - a.to <= 0 && b.from >= a.from) ||
		(ends(a) && b.from === 0 && b.wall === (a.wall + 1) % outline.length);
	const chains: CounterRun['parts'][] = [];
	for (const part of parts) {
		const last = chains.at(-1);
		if (last?.length && follows(last.at(-1) as Part, part)) last.push(part);
		else chains.push([part]);
	}
	const [first, last] = [chains[0], chains.at(-1)];
	// The list begins at wall 0: a counter round that corner began at the end of the list.
	if (first && last && first !== last && follows(last.at(-1) as Part, first[0] as Part)) {
		chains.pop();
		chains[0] = [...last, ...first];
	}
	return chains;
}

/** What a fixture takes of a run, and how much counter is left behind it. Null where it does not stand in it. */
function breakOf(outline: readonly Point[], run: CounterRun, f: Fixture): CounterBreak | null {
	if (!COUNTER_FIXTURES.includes(f.kind)) return null;
	const spans = run.parts.flatMap((part) => {
		const seen = fixtureCorners(f).map((p) => fromWall(outline, part.wall, p));
		const [from, to] = [Math.min(...seen.map((s) => s.along)), Math.max(...seen.map((s) => s.along))];
		const near = Math.min(...seen.map((s) => s.off));
		const [a, b] = [Math.max(part.from, toSixteenths(from)), Math.min(part.to, toSixteenths(to))];
		if (b <= a || near >= part.depthIn || Math.max(...seen.map((s) => s.off)) <= 0) return [];
		const start = positionIn(run, part.wall, a) ?? 0;
		return [{ from: start, to: start + b - a, behind: Math.max(0, near), part }];
	});
	if (!spans.length) return null;
	const kind = f.kind as CounterBreak['kind'];
	const corner = f.corner ?? (spans.length > 1 && isSkew(f));
	if (corner) {
		const behind = f.behindIn ?? cornerDepth(outline, spans[0]?.part.wall ?? 0, f);
		return {
			from: fromSixteenths(Math.min(...spans.map((s) => s.from))),
			to: fromSixteenths(Math.max(...spans.map((s) => s.to))),
			kind,
			behind,
			corner
		};
	}
	// One that stands straight belongs to the wall at its back.
	const own = spans.reduce((best, s) => (s.behind < best.behind ? s : best));
	return { from: fromSixteenths(own.from), to: fromSixteenths(own.to), kind, behind: f.behindIn ?? own.behind, corner: false };
}
const isSkew = (f: Fixture): boolean => Math.abs((((f.turnDeg ?? 0) % 90) + 90) % 90) > 1;
/** From the corner of the walls to the nearest edge of what is set across it. */
function cornerDepth(outline: readonly Point[], wall: number, f: Fixture): number {
	const [, corner] = wallEnds(outline, wall);
	const [a, b, c, d] = fixtureCorners(f);
	const middles = [
		[a, b],
		[b, c],
		[c, d],
		[d, a]
	].map(([p, q]): Point => [((p?.[0] ?? 0) + (q?.[0] ?? 0)) / 2, ((p?.[1] ?? 0) + (q?.[1] ?? 0)) / 2]);
	return Math.min(...middles.map((p) => distance(corner, p)));
}

/** Where on a run a place on a wall lies, in sixteenths; null where it is not at this counter. */
export const onRun = (run: CounterRun, wall: number, atIn: number): number | null => positionIn(run, wall, toSixteenths(atIn));

/** The place on the walls at a position of the run, inches. */
export function placeOnRun(run: CounterRun, atIn: number): { wall: number; at: number } {
	let left = toSixteenths(atIn);
	for (const part of run.parts) {
		const size = part.to - part.from;
		if (left <= size) return { wall: part.wall, at: fromSixteenths(part.from + left) };
		left -= size;
	}
	throw new RangeError(`position must be 0 to ${fromSixteenths(run.length)}, got ${atIn}`);
}
/** Height of the counter's top at a place along it, in above the floor. */
export const topOf = (rule: PlacesTable['counters'], run: CounterRun, position: number): number => {
	let start = 0;
	for (const part of run.parts) {
		if (position <= start + part.to - part.from) return part.topIn ?? rule.topIn;
		start += part.to - part.from;
	}
	return rule.topIn;
};
/** A run of counter as the case of the rule, its receptacles by their place along it, in. */
export const counterCase = (run: CounterRun, receptacles: readonly number[]): CounterCase => ({
	id: run.id,
	length: fromSixteenths(run.length),
	breaks: run.breaks,
	receptacles
});

/** How a peninsula lies: the axis that it runs along, from the end that is joined to a wall or counter to its outer end. */
interface IslandLie {
	length: number;
	width: number;
	/** Inches from the outer end of a point of the plan. */
	fromOuterEnd: (p: Point) => number;
	outer: Point;
	along: Point;
}
/** An island is measured along its longer side; a peninsula from the wall or counter that one of its sides touches. */
export function lieOf(room: Room, f: Fixture): IslandLie {
	const [a, b, c, d] = fixtureCorners(f);
	const middle = (p: Point, q: Point): Point => [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
	const sides = [
		{ end: middle(a, b), other: middle(c, d), length: f.depthIn, width: f.widthIn },
		{ end: middle(b, c), other: middle(d, a), length: f.widthIn, width: f.depthIn },
		{ end: middle(c, d), other: middle(a, b), length: f.depthIn, width: f.widthIn },
		{ end: middle(d, a), other: middle(b, c), length: f.widthIn, width: f.depthIn }
	];
	const gap = (p: Point) => joinedGap(room, p);
	const joined =
		f.kind === 'peninsula'
			? sides.reduce((best, s) => (gap(s.end) < gap(best.end) - 0.01 ? s : best))
			: sides.reduce((best, s) => (s.length > best.length ? s : best));
	const [from, to] = [joined.other, joined.end];
	const size = distance(from, to) || 1;
	const along: Point = [(to[0] - from[0]) / size, (to[1] - from[1]) / size];
	return {
		length: joined.length,
		width: joined.width,
		outer: from,
		along,
		fromOuterEnd: (p) => (p[0] - from[0]) * along[0] + (p[1] - from[1]) * along[1]
	};
}
/** How far a side's middle is from the nearest wall, or from the front of the counter along it. */
function joinedGap(room: Room, p: Point): number {
	const outline = room.outline ?? [];
	const gaps = outline.map((_, wall) => {
		const { along, off } = fromWall(outline, wall, p);
		if (along < -1 || along > wallLength(outline, wall) + 1 || off < -1) return Infinity;
		const counter = room.counters.find((c) => c.wall === wall && along >= c.from - 1 && along <= c.to + 1);
		return Math.abs(off - (counter?.depthIn ?? 0));
	});
	return gaps.length ? Math.min(...gaps) : Infinity;
}
/** An island or peninsula as the case of its rule, with the receptacles that serve it. */
export function islandCase(room: Room, f: Fixture, boxes: readonly Box[]): IslandCase {
	const lie = lieOf(room, f);
	const receptacles = boxes.flatMap((box) => {
		const p = boxPoint(box, room);
		return p ? [{ fromOuterEnd: Math.max(0, lie.fromOuterEnd(p)) }] : [];
	});
	const breaks = room.fixtures.flatMap((s): CounterBreak[] => {
		if (s.kind !== 'sink' && s.kind !== 'range' && s.kind !== 'cooktop') return [];
		const seen = fixtureCorners(s);
		if (!seen.every((p) => insideFixture(f, p))) return [];
		const at = seen.map(lie.fromOuterEnd);
		return [{ from: Math.min(...at), to: Math.max(...at), kind: s.kind, behind: s.behindIn ?? widerStrip(f, s) }];
	});
	return {
		id: f.id,
		kind: f.kind === 'peninsula' ? 'peninsula' : 'island',
		length: lie.length,
		width: lie.width,
		receptacles,
		breaks
	};
}
const insideFixture = (f: Fixture, p: Point): boolean => {
	const [a, b, , d] = fixtureCorners(f);
	const dot = (o: Point, q: Point) => ((p[0] - o[0]) * (q[0] - o[0]) + (p[1] - o[1]) * (q[1] - o[1])) / (distance(o, q) || 1);
	return dot(a, b) >= -1 && dot(a, b) <= f.widthIn + 1 && dot(a, d) >= -1 && dot(a, d) <= f.depthIn + 1;
};
/** The wider strip of top that is left beside a sink in an island: what is behind it. */
function widerStrip(f: Fixture, s: Fixture): number {
	const [a, b, , d] = fixtureCorners(f);
	const off = (o: Point, q: Point, p: Point) =>
		Math.abs((q[0] - o[0]) * (p[1] - o[1]) - (q[1] - o[1]) * (p[0] - o[0])) / (distance(o, q) || 1);
	const far = f.widthIn >= f.depthIn ? { o: a, q: b, size: f.depthIn } : { o: a, q: d, size: f.widthIn };
	const offs = fixtureCorners(s).map((p) => off(far.o, far.q, p));
	return Math.max(Math.min(...offs), far.size - Math.max(...offs));
}
