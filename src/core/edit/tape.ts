import { formatLength, parseLength, toSixteenth } from '../units/length';
import { distance, signedArea, turner } from '../model/geometry';
import type { Point } from '../model/job';
import type { BreakKind } from '../model/kinds';
import type { FieldFault } from '../model/result';

/**
 * A room as it is measured with a tape: lengths and turns in the order walked, with what breaks the walls as it comes.
 * `d2'8 4' r 12'6 r 10' r 12'6 r` : a door of 2'8, 4 ft of wall, a right turn, and so on back to the start.
 */

/** Letters for what is met along a wall, each followed by its width. */
export const TAPE_MARKS: Readonly<Record<string, BreakKind>> = {
	d: 'door',
	o: 'opening',
	w: 'window',
	f: 'fireplace',
	c: 'fixed-cabinet',
	k: 'counter',
	s: 'sliding-panel',
	a: 'stationary-appliance'
};

export interface TapeBreak {
	kind: BreakKind;
	wall: number;
	from: number;
	to: number;
}
/** The walk as read: walls with their turns, before it is closed. */
export interface TapeWalk {
	walls: { length: number; turnDeg: number }[];
	breaks: TapeBreak[];
}

const FRACTION = String.raw`\d+\/\d+`;
/** Lengths as they stand in a tape: a number alone is inches, two with a space are feet and inches. */
const LENGTH = [
	String.raw`\d+(?:\.\d+)?\s*(?:'|ft)(?:\s*-?\s*\d+(?:\.\d+)?(?![\d'])(?:[\s-]+${FRACTION})?(?:\s*(?:"|in))?)?`,
	String.raw`\d+-\d+(?:\.\d+)?(?:\s${FRACTION})?"?`,
	String.raw`${FRACTION}"?`,
	String.raw`\d+\s+${FRACTION}"?`,
	String.raw`\d+\s+\d+(?![\d'"/.-])(?:\s+${FRACTION})?`,
	String.raw`\d+(?:\.\d+)?(?:"|in)?`
].join('|');
/** Degrees stand at their turn: `l45`; what comes after a space is the next length. */
const TOKEN = new RegExp(String.raw`^(?:([dowfcksa])\s*(${LENGTH})|([rl])(?:(\d{1,3}(?:\.\d+)?)(?=\s|$|,))?|(${LENGTH}))`);

/**
 * Reads what was typed.
 * @returns the walk, or the faults with the word that cannot be read
 * @example readTape("12'6 r 10' r 12'6 r") // three walls; the fourth closes by itself
 */
export function readTape(text: string): { ok: true; walk: TapeWalk } | { ok: false; faults: FieldFault[] } {
	const refuse = (message: string) => ({ ok: false as const, faults: [{ path: 'tape', message }] });
	const walk: TapeWalk = { walls: [], breaks: [] };
	let left = plainMarks(text).trim();
	let at = 0;
	const turnAt = (turnDeg: number): string | null => {
		if (!at) return 'a turn must come after a length';
		walk.walls.push({ length: toSixteenth(at), turnDeg });
		at = 0;
		return null;
	};
	while (left) {
		const token = TOKEN.exec(left);
		if (!token)
			return refuse(`cannot read "${left.split(/\s+/)[0]}": type lengths like 12'6, turns r or l (l45), breaks like d2'8`);
		left = left.slice(token[0].length).replace(/^[\s,]+/, '');
		const [, mark, width, turn, degrees, length] = token;
		if (turn) {
			const size = degrees ? Number(degrees) : 90;
			if (size <= 0 || size >= 180) return refuse(`a turn must be more than 0 and less than 180 degrees, got ${turn}${degrees}`);
			const fault = turnAt(turn === 'r' ? -size : size);
			if (fault) return refuse(`${fault}: "${token[0]}"`);
			continue;
		}
		const inches = parseLength((mark ? width : length) ?? '');
		if (inches === null || inches <= 0) return refuse(`cannot read the length in "${token[0].trim()}"`);
		if (inches > 6000) return refuse(`a length must be at most 500 ft, got ${token[0].trim()}`);
		if (mark) walk.breaks.push({ kind: TAPE_MARKS[mark] as BreakKind, wall: walk.walls.length, from: at, to: at + inches });
		at += inches;
	}
	if (at) walk.walls.push({ length: toSixteenth(at), turnDeg: 0 });
	return walk.walls.length < 2 ? refuse('needs at least two lengths with a turn between') : { ok: true, walk };
}
const plainMarks = (text: string): string =>
	text
		.toLowerCase()
		.replace(/[\u2019\u2032]/g, "'")
		.replace(/[\u201d\u2033]/g, '"')
		.replace(/\bfeet\b|\bfoot\b/g, 'ft')
		.replace(/\binches\b|\binch\b/g, 'in');

/** A walk drawn out, with how far its end is from its start. */
interface DrawnWalk {
	/** Corners as walked, the start first; the last one is where the tape ended. */
	points: Point[];
	/** From the end back to the start, in: 0 where it closes. */
	error: number;
	/** The same along the drawing's axes, end minus start. */
	errorBy: Point;
	/** The last wall was left out and is known from the rest. */
	closesItself: boolean;
}

/** Off by no more than this, in, a tape is taken to close: the finest length the model knows. */
const CLOSED_IN = 1 / 32;

/** Draws a walk from the origin, the first wall along the x axis. */
export function drawWalk(walk: TapeWalk): DrawnWalk {
	let heading: Point = [1, 0];
	let turned = 0;
	const points: Point[] = [[0, 0]];
	for (const wall of walk.walls) {
		const [x, y] = points.at(-1) as Point;
		points.push([x + heading[0] * wall.length, y + heading[1] * wall.length]);
		turned += wall.turnDeg;
		heading = turner(turned)([1, 0]);
	}
	const [ex, ey] = points.at(-1) as Point;
	const error = Math.hypot(ex, ey);
	const lastTurn = walk.walls.at(-1)?.turnDeg ?? 0;
	// The walk ends in a turn toward the start: what is left is the last wall.
	const toward = error > CLOSED_IN && lastTurn !== 0 && (-ex * heading[0] - ey * heading[1]) / error > 0.9;
	return { points, error: error <= CLOSED_IN ? 0 : error, errorBy: [ex, ey], closesItself: toward };
}

export type Closing = 'spread' | { wall: number } | 'last-wall';
interface TapedRoom {
	/** Closed, counter-clockwise, from the first real corner. */
	outline: Point[];
	breaks: TapeBreak[];
	/** What each wall was changed by to close it, in; by wall as typed. */
	changed: number[];
}

/**
 * Closes a walk: its error spread over the walls by their lengths, or put into walls of one direction, or a last wall drawn.
 * Turns stay as typed. Then corners that are none (the start in the middle of a wall) are taken out and the outline is
 * brought round counter-clockwise.
 * @throws RangeError where the walls chosen cannot take the error
 */
export function closeWalk(walk: TapeWalk, how: Closing): TapedRoom {
	const drawn = drawWalk(walk);
	const lengths = walk.walls.map((w) => w.length);
	const changed = how === 'last-wall' || !drawn.error ? lengths.map(() => 0) : corrections(walk, drawn, how);
	const points: Point[] = [];
	let heading: Point = [1, 0];
	let turned = 0;
	let at: Point = [0, 0];
	for (const [i, wall] of walk.walls.entries()) {
		points.push(at);
		const length = wall.length + (changed[i] ?? 0);
		if (length <= 0) throw new RangeError(`Wall ${i + 1} would be left with no length: choose another wall.`);
		at = rounded([at[0] + heading[0] * length, at[1] + heading[1] * length]);
		turned += wall.turnDeg;
		heading = turner(turned)([1, 0]);
	}
	// Within the rounding of the walls the end is the start; else the wall from here to the start is the last one.
	if (distance(at, [0, 0]) > 0.25) points.push(at);
	return tidy(
		points,
		walk.breaks.map((b) => keptOn(b, (walk.walls[b.wall]?.length ?? 0) + (changed[b.wall] ?? 0))),
		changed
	);
}
/** On a wall that was made shorter a break at its end moves back with it. */
function keptOn(b: TapeBreak, length: number): TapeBreak {
	const over = Math.max(0, b.to - length);
	return over ? { ...b, from: Math.max(0, b.from - over), to: b.to - over } : b;
}
const rounded = ([x, y]: Point): Point => [toSixteenth(x), toSixteenth(y)];

/** Least change that closes it: lengths by their own size (a longer tape errs more), turns left alone. */
function corrections(walk: TapeWalk, drawn: DrawnWalk, how: Exclude<Closing, 'last-wall'>): number[] {
	let turned = 0;
	const along = walk.walls.map((w): Point => {
		const u = turner(turned)([1, 0]);
		turned += w.turnDeg;
		return u;
	});
	const only = how === 'spread' ? null : along[how.wall];
	const weight = walk.walls.map((w, i) => {
		const u = along[i] as Point;
		const chosen = typeof how === 'object' && i === how.wall;
		// One wall takes what lies along it; what lies across is taken by the others.
		const cross = only ? Math.abs(only[0] * u[1] - only[1] * u[0]) : 1;
		return only ? (chosen ? 1e9 : cross > 0.05 ? w.length : 0) : w.length;
	});
	const sum = (f: (u: Point, w: number) => number) => along.reduce((s, u, i) => s + f(u, weight[i] ?? 0), 0);
	const [a, b, d] = [sum((u, w) => w * u[0] * u[0]), sum((u, w) => w * u[0] * u[1]), sum((u, w) => w * u[1] * u[1])];
	const det = a * d - b * b;
	if (Math.abs(det) < 1e-9) throw new RangeError("All walls run in one direction: their lengths can't close the walk.");
	const [ex, ey] = [-drawn.errorBy[0], -drawn.errorBy[1]];
	const [lx, ly] = [(d * ex - b * ey) / det, (a * ey - b * ex) / det];
	return settle(
		along,
		along.map((u, i) => toSixteenth((weight[i] ?? 0) * (u[0] * lx + u[1] * ly)) + 0),
		[ex, ey]
	);
}
/** What rounding to 1/16 in leaves over goes into the longest change along each square direction. */
function settle(along: readonly Point[], changed: number[], [ex, ey]: Point): number[] {
	const result = [...changed];
	for (const axis of [0, 1] as const) {
		const want = axis === 0 ? ex : ey;
		const got = along.reduce((s, u, i) => s + u[axis] * (result[i] ?? 0), 0);
		const over = toSixteenth(want - got);
		if (!over) continue;
		const square = along.map((u, i) => ({ i, u })).filter(({ u }) => Math.abs(Math.abs(u[axis]) - 1) < 1e-9);
		const best = square.sort((x, y) => Math.abs(result[y.i] ?? 0) - Math.abs(result[x.i] ?? 0))[0];
		if (best) result[best.i] = (result[best.i] ?? 0) + over * Math.sign(best.u[axis]);
	}
	return result;
}

/** Takes out corners that turn nowhere, carrying what is on their walls along, and brings the outline round counter-clockwise. */
function tidy(points: Point[], breaks: readonly TapeBreak[], changed: number[]): TapedRoom {
	let outline = points;
	let on = breaks.map((b) => ({ ...b }));
	for (let i = 0; i < outline.length && outline.length > 3;) {
		const [before, here, after] = [outline.at(i - 1), outline[i], outline[(i + 1) % outline.length]] as [Point, Point, Point];
		if (!isStraight(before, here, after)) {
			i++;
			continue;
		}
		// Wall i joins the one before it.
		const wallBefore = (i - 1 + outline.length) % outline.length;
		const shift = distance(before, here);
		on = on.map((b) => (b.wall === i ? { ...b, wall: wallBefore, from: b.from + shift, to: b.to + shift } : b));
		outline = outline.filter((_, k) => k !== i);
		on = on.map((b) => (b.wall > i ? { ...b, wall: b.wall - 1 } : b));
		if (i === 0) on = on.map((b) => (b.wall < 0 ? { ...b, wall: outline.length - 1 } : b));
	}
	return signedArea(outline) >= 0 ? { outline, breaks: on, changed } : { ...reversed(outline, on), changed };
}
const isStraight = (a: Point, b: Point, c: Point): boolean => {
	const cross = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
	const dot = (b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1]);
	return dot > 0 && Math.abs(cross) < 1e-6 * (distance(a, b) * distance(b, c) + 1);
};
/** The same outline walked the other way: wall i becomes wall n - 2 - i of the list read backwards. */
function reversed(outline: readonly Point[], breaks: readonly TapeBreak[]): Pick<TapedRoom, 'outline' | 'breaks'> {
	const n = outline.length;
	const length = (wall: number) => distance(outline[wall] as Point, outline[(wall + 1) % n] as Point);
	return {
		outline: [...outline].reverse(),
		breaks: breaks.map((b) => ({
			...b,
			wall: (2 * n - 2 - b.wall) % n,
			from: toSixteenth(length(b.wall) - b.to),
			to: toSixteenth(length(b.wall) - b.from)
		}))
	};
}

/** What the user is told of a walk, in a line. */
export function sayWalk(drawn: DrawnWalk): string {
	if (!drawn.error) return 'It closes.';
	if (drawn.closesItself) return `The last wall follows: ${formatLength(drawn.error)}.`;
	const [x, y] = drawn.errorBy;
	const parts = [
		Math.abs(x) >= CLOSED_IN ? `${formatLength(Math.abs(x))} to the ${x > 0 ? 'right' : 'left'}` : '',
		Math.abs(y) >= CLOSED_IN ? `${formatLength(Math.abs(y))} ${y > 0 ? 'above' : 'below'}` : ''
	].filter(Boolean);
	return `It ends ${formatLength(drawn.error)} from where it started: ${parts.join(', ')}.`;
}
