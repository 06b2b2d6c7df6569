import type { Edition } from '../code/shape/edition';
import { crossings, signedArea, wallLength } from '../model/geometry';
import type { Break, Point } from '../model/job';
import type { RoomKind } from '../model/kinds';
import type { FieldFault } from '../model/result';
import { formatLength, fromSixteenths, toSixteenths } from '../units/length';

/** A stretch of one wall, in whole sixteenths of an inch: exact to add and compare. */
export interface Part {
	wall: number;
	from: number;
	to: number;
}
/** An unbroken run of wall, round its corners. Positions in it run from 0 to `length`, in sixteenths. */
export interface WallSpace {
	id: string;
	parts: Part[];
	length: number;
	/** The room has no break at all: the space closes on itself. */
	cyclic: boolean;
	/** Wide enough, in a room that has the rule. */
	required: boolean;
}

/** Why an outline cannot be reckoned with: each fault names its wall. */
export function outlineFaults(outline: readonly Point[], path = 'outline'): FieldFault[] {
	const crossed = crossings(outline).map(([a, b]) => ({
		path: `${path}[${a}]`,
		message:
			a === b
				? `wall ${a} has no length`
				: `wall ${a} and wall ${b} must not cross or touch, other than neighbors at their corner`
	}));
	if (crossed.length) return crossed;
	return signedArea(outline) > 0 ? [] : [{ path, message: 'must run counter-clockwise with y up, got clockwise' }];
}

/** Breaks that reach over their wall, have no width, or overlap another one (windows aside). */
export function breakFaults(
	outline: readonly Point[],
	breaks: readonly Pick<Break, 'wall' | 'from' | 'to' | 'kind'>[]
): FieldFault[] {
	const faults: FieldFault[] = [];
	breaks.forEach((b, i) => {
		if (b.wall >= outline.length)
			return faults.push({ path: `breaks[${i}].wall`, message: `must be 0 to ${outline.length - 1}, got ${b.wall}` });
		const length = wallLength(outline, b.wall);
		if (toSixteenths(b.to) > toSixteenths(length)) {
			faults.push({ path: `breaks[${i}].to`, message: `must be at most ${length}, the length of wall ${b.wall}, got ${b.to}` });
		}
		if (b.to <= b.from)
			return faults.push({ path: `breaks[${i}].to`, message: `must be more than from (${b.from}), got ${b.to}` });
		if (b.kind === 'window') return;
		const other = breaks.findIndex((o, k) => k < i && o.wall === b.wall && o.kind !== 'window' && o.from < b.to && b.from < o.to);
		if (other >= 0) faults.push({ path: `breaks[${i}]`, message: `overlaps breaks[${other}] on wall ${b.wall}` });
	});
	return faults;
}

/**
 * The wall spaces of a room, each measured round its corners from break to break.
 * @param outline closed, counter-clockwise, inches  @param breaks inches along their walls
 * @source 210.52(A)(2)
 */
export function wallSpaces(
	edition: Edition,
	{
		roomKind,
		outline,
		breaks
	}: { roomKind: RoomKind; outline: readonly Point[]; breaks: readonly Pick<Break, 'wall' | 'from' | 'to' | 'kind'>[] }
): WallSpace[] {
	const hasRule = edition.walls.rooms.includes(roomKind);
	const lengths = outline.map((_, wall) => toSixteenths(wallLength(outline, wall)));
	const free = lengths.flatMap((length, wall) => freeOn(edition, wall, length, breaks));
	const goesOn = (a: Part | undefined, b: Part | undefined) =>
		!!a && !!b && a.to === lengths[a.wall] && b.from === 0 && b.wall === (a.wall + 1) % outline.length;
	const first = free.findIndex((part, i) => !goesOn(free.at(i - 1), part));
	const cyclic = first < 0 && free.length > 0;
	const ordered = first > 0 ? [...free.slice(first), ...free.slice(0, first)] : free;
	const groups: Part[][] = [];
	for (const part of ordered) {
		const last = groups.at(-1);
		if (last && (cyclic || goesOn(last.at(-1), part))) last.push(part);
		else groups.push([part]);
	}
	return groups.map((parts, i) => {
		const length = parts.reduce((sum, p) => sum + p.to - p.from, 0);
		return { id: `s${i + 1}`, parts, length, cyclic, required: hasRule && length >= toSixteenths(edition.walls.leastIn) };
	});
}

/** What a wall has left between the breaks that the edition knows. */
function freeOn(
	edition: Edition,
	wall: number,
	length: number,
	breaks: readonly Pick<Break, 'wall' | 'from' | 'to' | 'kind'>[]
): Part[] {
	const cuts = breaks
		.filter((b) => b.wall === wall && edition.walls.breaks.includes(b.kind))
		.map((b) => ({ from: toSixteenths(b.from), to: Math.min(toSixteenths(b.to), length) }))
		.sort((a, b) => a.from - b.from);
	const parts: Part[] = [];
	let at = 0;
	for (const cut of cuts) {
		if (cut.from > at) parts.push({ wall, from: at, to: cut.from });
		at = Math.max(at, cut.to);
	}
	if (at < length) parts.push({ wall, from: at, to: length });
	return parts;
}

/** Position in the space of a place on a wall, both in sixteenths; null where the place is not in it. */
export function positionIn(space: Pick<WallSpace, 'parts'>, wall: number, at: number): number | null {
	let start = 0;
	for (const part of space.parts) {
		if (part.wall === wall && at >= part.from && at <= part.to) return start + at - part.from;
		start += part.to - part.from;
	}
	return null;
}

/** The place on a wall at a position of the space. */
export function placeAt(space: WallSpace, position: number): { wall: number; at: number } {
	let left = space.cyclic ? ((position % space.length) + space.length) % space.length : position;
	for (const part of space.parts) {
		const size = part.to - part.from;
		if (left <= size) return { wall: part.wall, at: part.from + left };
		left -= size;
	}
	throw new RangeError(`position must be 0 to ${space.length}, got ${position}`);
}

/** The stretches of wall between two positions of a space. */
export function stretches(space: WallSpace, from: number, to: number): Part[] {
	const found: Part[] = [];
	let start = 0;
	for (const part of space.parts) {
		const a = Math.max(from, start);
		const b = Math.min(to, start + part.to - part.from);
		if (b > a) found.push({ wall: part.wall, from: part.from + a - start, to: part.from + b - start });
		start += part.to - part.from;
	}
	return found;
}

/** A stretch in sixteenths as one in inches. */
export const inInches = ({ wall, from, to }: Part) => ({ wall, from: fromSixteenths(from), to: fromSixteenths(to) });
/** A length in sixteenths as it is said. @example 2304 -> 12' */
export const sayLength = (sixteenths: number): string => formatLength(fromSixteenths(sixteenths));
