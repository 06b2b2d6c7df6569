import { once } from '../../model/remember';
import { alongWall, distance, distanceToFixture, fixtureCorners, inside, turner, wallEnds } from '../../model/geometry';
import type { Fixture, Job, Point, Room } from '../../model/known';
import type { FixtureKind } from '../../model/kinds';

/**
 * How far a cord would go from a receptacle to a sink or a tub: the shortest way over the floor that pierces no wall and no
 * fixed barrier; round corners, and where the edition lets it, through doorways into the next room.
 * @source 210.8
 */
interface CordWay {
	/** Inches. */
	inches: number;
	/** Corners and doorways on the way, from the receptacle to the edge of the thing. */
	points: Point[];
	fixtureId: string;
}
/** Ways longer than this are of no use to any rule, in. */
const FAR_IN = 7 * 12;
/** Two faces of one wall, and what is left over by a drawing, in. */
const WALL_IN = 14;
const BARRIERS: readonly FixtureKind[] = ['divider'];
/** Where a cord may go through a doorway is tried at so many places of it. */
const TRIED = 5;

interface Node {
	room: Room;
	at: Point;
	/** The shortest way found to it, in, and the node before it there. */
	inches: number;
	before: Node | null;
	/** The other sides of a doorway. */
	through: Node[];
}
/**
 * @param throughDoors doorways and openings may be passed  @returns null where there is none within 7 ft
 * @example a receptacle 5 ft beyond the corner of an L, the sink 4 ft past it: 9 ft, and not the straight 6.4
 */
export function cordWay(
	job: Job,
	{ room, from }: { room: Room; from: Point },
	{ kinds, throughDoors }: { kinds: readonly FixtureKind[]; throughDoors: boolean }
): CordWay | null {
	const near = nearRooms(job.rooms, room).filter((r) => r === room || throughDoors);
	const targets = near.flatMap((r) =>
		r.fixtures
			.filter((f) => kinds.includes(f.kind) && distanceToFixture(from, f) <= FAR_IN)
			.map((fixture) => ({ room: r, fixture }))
	);
	// A straight line in sight is the shortest there is.
	const own = targets
		.filter((t) => t.room === room)
		.sort((a, b) => distanceToFixture(from, a.fixture) - distanceToFixture(from, b.fixture));
	const first = own[0];
	if (
		first &&
		(!room.outline || sees(room, from, edgePoint(from, first.fixture), first.fixture)) &&
		targets.every((t) => t === first || distanceToFixture(from, t.fixture) >= distanceToFixture(from, first.fixture))
	)
		return straight(from, first.fixture);
	if (!room.outline) return first ? straight(from, first.fixture) : null;
	return targets.length ? search(job.rooms, near, room, from, targets) : null;
}
const straight = (from: Point, f: Fixture): CordWay => ({
	inches: distanceToFixture(from, f),
	points: [from, edgePoint(from, f)],
	fixtureId: f.id
});

/** Shortest ways first, from node to node, until a thing's edge is the nearest that is left. */
function search(
	all: readonly Room[],
	rooms: readonly Room[],
	room: Room,
	from: Point,
	targets: readonly { room: Room; fixture: Fixture }[]
): CordWay | null {
	const within = (p: Point) => distance(from, p) <= FAR_IN;
	const doors = rooms.length > 1 ? doorways(all).filter((d) => rooms.includes(d.a) && rooms.includes(d.b) && within(d.pa)) : [];
	const nodes = new Map<string, Node>();
	const nodeAt = (r: Room, at: Point): Node => {
		const key = `${r.id} ${at[0]} ${at[1]}`;
		const node = nodes.get(key) ?? { room: r, at, inches: Infinity, before: null, through: [] };
		nodes.set(key, node);
		return node;
	};
	nodeAt(room, from).inches = 0;
	for (const r of rooms) for (const at of [...corners(r), ...roundBarriers(r)]) if (within(at)) nodeAt(r, at);
	for (const d of doors) {
		const [a, b] = [nodeAt(d.a, d.pa), nodeAt(d.b, d.pb)];
		a.through.push(b);
		b.through.push(a);
	}
	const open = new Set(nodes.values());
	let best: CordWay | null = null;
	for (let here = nearest(open); here; here = nearest(open)) {
		open.delete(here);
		if (here.inches > FAR_IN || (best && here.inches >= best.inches)) break;
		for (const t of targets) {
			if (t.room !== here.room) continue;
			const inches = here.inches + distanceToFixture(here.at, t.fixture);
			if (inches > FAR_IN || (best && inches >= best.inches)) continue;
			const end = edgePoint(here.at, t.fixture);
			if (sees(t.room, here.at, end, t.fixture)) best = { inches, points: [...wayTo(here), end], fixtureId: t.fixture.id };
		}
		for (const n of open) {
			const inches = here.inches + distance(here.at, n.at);
			// What is no shorter, or beyond every rule, need not be looked along.
			if (inches >= n.inches - 1e-9 || inches > FAR_IN) continue;
			if (!here.through.includes(n) && (n.room !== here.room || !sees(here.room, here.at, n.at))) continue;
			n.inches = inches;
			n.before = here;
		}
	}
	return best;
}
function nearest(open: ReadonlySet<Node>): Node | null {
	let least: Node | null = null;
	for (const n of open) if (n.inches < (least?.inches ?? Infinity)) least = n;
	return least;
}
function wayTo(node: Node): Point[] {
	const points: Point[] = [];
	for (let at: Node | null = node; at; at = at.before) points.unshift(at.at);
	return points;
}

/** The point of a thing's edge that is nearest. */
function edgePoint([x, y]: Point, f: Fixture): Point {
	const [cx, cy] = [f.x + f.widthIn / 2, f.y + f.depthIn / 2];
	const [lx, ly] = turner(-(f.turnDeg ?? 0))([x - cx, y - cy]);
	const clamp = (v: number, half: number) => Math.max(-half, Math.min(half, v));
	const [ex, ey] = turner(f.turnDeg ?? 0)([clamp(lx, f.widthIn / 2), clamp(ly, f.depthIn / 2)]);
	return [cx + ex, cy + ey];
}

/** Corners of a room that reach into it: a shortest way turns only there. */
function corners({ outline }: Room): Point[] {
	if (!outline) return [];
	return outline.filter((p, i) => {
		const a = outline[(i + outline.length - 1) % outline.length] as Point;
		const b = outline[(i + 1) % outline.length] as Point;
		return (p[0] - a[0]) * (b[1] - p[1]) - (p[1] - a[1]) * (b[0] - p[0]) < 0;
	});
}

/** Ends of fixed barriers that a cord can go round: not those that stand against a wall. */
function roundBarriers(room: Room): Point[] {
	const { outline } = room;
	const off = (p: Point) => (outline ?? []).every((_, i) => lineTo(outline ?? [], i, p) > CLOSE_IN);
	return room.fixtures
		.filter((f) => BARRIERS.includes(f.kind))
		.flatMap(fixtureCorners)
		.filter(off);
}
const CLOSE_IN = 2;
function lineTo(outline: readonly Point[], wall: number, p: Point): number {
	const [a, b] = wallEnds(outline, wall);
	const length = distance(a, b) || 1;
	const t = Math.max(0, Math.min(length, ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / length));
	return distance(p, between(a, b, t / length));
}

/** No wall and no barrier of the room stands between two points of it. */
function sees(room: Room, a: Point, b: Point, but?: Fixture): boolean {
	const { outline } = room;
	if (!outline) return true;
	const walls = outline.map((_, i) => wallEnds(outline, i));
	const barriers = room.fixtures
		.filter((f) => f !== but && BARRIERS.includes(f.kind))
		.flatMap((f) => {
			const c = fixtureCorners(f);
			return [
				[c[0], c[2]],
				[c[1], c[3]]
			] as [Point, Point][];
		});
	if ([...walls, ...barriers].some(([c, d]) => crosses(a, b, c, d))) return false;
	return [0.25, 0.5, 0.75].every((t) => inOrOn(outline, [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]));
}
const side = (a: Point, b: Point, p: Point): number => (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);
/** Properly: touching at an end is no crossing. */
function crosses(a: Point, b: Point, c: Point, d: Point): boolean {
	const eps = 1e-6;
	const [p, q, r, s] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
	return ((p > eps && q < -eps) || (p < -eps && q > eps)) && ((r > eps && s < -eps) || (r < -eps && s > eps));
}
function inOrOn(outline: readonly Point[], p: Point): boolean {
	if (inside(outline, p)) return true;
	return outline.some((_, i) => {
		const [a, b] = wallEnds(outline, i);
		const length = distance(a, b) || 1;
		const along = ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / length;
		return Math.abs(side(a, b, p)) / length < 0.01 && along > -0.01 && along < length + 0.01;
	});
}

interface Doorway {
	a: Room;
	b: Room;
	pa: Point;
	pb: Point;
}
/** Places where a cord may pass from room to room: of each doorway and opening a few, on both faces of the wall. */
const doorways = once((rooms: readonly Room[]): Doorway[] => {
	const passes = rooms.flatMap((room) =>
		room.breaks
			.filter((b) => room.outline && (b.kind === 'door' || b.kind === 'opening'))
			.map((b) => {
				const outline = room.outline ?? [];
				return { room, ends: [alongWall(outline, b.wall, b.from), alongWall(outline, b.wall, b.to)] as [Point, Point] };
			})
	);
	const found = passes.flatMap((p, i) =>
		passes.slice(i + 1).flatMap((q) => {
			if (q.room === p.room || q.room.story !== p.room.story || distance(middle(p.ends), middle(q.ends)) > WALL_IN) return [];
			// The outlines run against each other: where one begins, the other ends.
			const [q0, q1] = distance(p.ends[0], q.ends[0]) <= distance(p.ends[0], q.ends[1]) ? q.ends : [q.ends[1], q.ends[0]];
			return Array.from({ length: TRIED }, (_, k) => {
				const t = k / (TRIED - 1);
				return { a: p.room, b: q.room, pa: between(p.ends[0], p.ends[1], t), pb: between(q0, q1, t) };
			});
		})
	);
	return found;
});
const between = (a: Point, b: Point, t: number): Point => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
const middle = ([a, b]: readonly [Point, Point]): Point => between(a, b, 0.5);

/** A room and those of its story that lie within reach of a cord. */
export const nearRooms = once((rooms: readonly Room[], room: Room): Room[] =>
	rooms.filter((r) => r === room || (r.story === room.story && apart(r, room) <= FAR_IN))
);
function apart(a: Room, b: Room): number {
	const [p, q] = [span(a), span(b)];
	if (!p || !q) return Infinity;
	const gap = (i: 0 | 1) => Math.max(0, p.low[i] - q.high[i], q.low[i] - p.high[i]);
	return Math.hypot(gap(0), gap(1));
}
function span({ outline }: Room): { low: [number, number]; high: [number, number] } | null {
	if (!outline?.length) return null;
	const of = (i: 0 | 1) => outline.map((p) => p[i]);
	return { low: [Math.min(...of(0)), Math.min(...of(1))], high: [Math.max(...of(0)), Math.max(...of(1))] };
}
