import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import type { Break, Point, WallStuds } from '../model/job';
import type { RoomKind } from '../model/kinds';
import type { Finding, Rule, Step } from '../model/result';
import { fromSixteenths, toSixteenths } from '../units/length';
import { fewest, fewestPreferring, uncovered, without, type Interval, type PlacementCase } from './placement';
import { inInches, placeAt, positionIn, sayLength, stretches, wallSpaces, type WallSpace } from './wall-spaces';

export interface WallsCase {
	roomKind: RoomKind;
	/** Closed, counter-clockwise, inches. */
	outline: readonly Point[];
	breaks: readonly Pick<Break, 'wall' | 'from' | 'to' | 'kind'>[];
	/** Those that count, inches along their walls. */
	receptacles: readonly { wall: number; at: number }[];
	/** The same on every wall, or wall by wall; a wall that is not named takes a box anywhere. */
	/** How messages name what the walls are of; left out: each by its wall space. */
	roomName?: string | undefined;
	studs?: { spacing: number; offset: number } | readonly WallStuds[] | undefined;
	/** Where no box can stand: behind an open door, a radiator, a built-in. */
	forbidden?: readonly Stretch[] | undefined;
	/** Where one is wanted, if it costs none more. */
	preferred?: readonly Stretch[] | undefined;
	/** Served along a baseboard heater by the receptacles in it. */
	served?: readonly Stretch[] | undefined;
}
type Stretch = Pick<Break, 'wall' | 'from' | 'to'>;
interface WallStretch {
	space: string;
	wall: number;
	from: number;
	to: number;
}
export interface WallsResult {
	spaces: { id: string; length: number; parts: { wall: number; from: number; to: number }[]; required: boolean }[];
	uncovered: WallStretch[];
	proposal: { wall: number; at: number }[];
	/** For the empty room, studs left aside. */
	minimum: number;
	steps: Step[];
	findings: Finding[];
}

/** A box sits beside a stud: its middle within so many inches of the stud's. */
const BESIDE_STUD_IN = 3;
/** A proposed box keeps so far from a corner or a casing where its reach allows. */
const OFF_CORNER_IN = 3;

/**
 * What the wall-space rule asks of a room, what the receptacles given leave out of reach, and the fewest to add.
 * @param c lengths in inches, judged to 1/16 in  @source 210.52(A)
 * @example a 12 ft by 10 ft bedroom with one 32 in door: one space of 41' 4", four receptacles at least
 */
export function layoutWalls(edition: Edition, c: WallsCase): WallsResult {
	const rule = wallRule(edition, c.breaks);
	const spaces = wallSpaces(edition, { roomKind: c.roomKind, outline: c.outline, breaks: c.breaks });
	const result: WallsResult = {
		spaces: spaces.map((s) => ({
			id: s.id,
			length: fromSixteenths(s.length),
			parts: s.parts.map(inInches),
			required: s.required
		})),
		uncovered: [],
		proposal: [],
		minimum: 0,
		steps: [],
		findings: []
	};
	for (const space of spaces.filter((s) => s.required)) {
		const placing = placementCase(edition, space, c);
		const open = uncovered(placing);
		const need = Math.ceil(space.length / (2 * placing.reach));
		result.minimum += need;
		result.steps.push({
			label: `wall space ${space.id}, ${sayLength(space.length)}`,
			formula: `one for each ${sayLength(2 * placing.reach)} or part`,
			value: need,
			unit: 'needed',
			rule
		});
		const parts = open.flatMap(([a, b]) => stretches(space, a, b));
		result.uncovered.push(...parts.map((p) => ({ space: space.id, ...inInches(p) })));
		result.findings.push(...openFindings(edition, rule, space, open));
		result.proposal.push(...propose(edition, space, c, placing, result.findings));
	}
	result.findings.push(...strayFindings(edition, spaces, c));
	return result;
}

/** The rule as cited for this room: to be checked where one of its breaks rests on a reading that is not firm. */
function wallRule({ key, walls }: Edition, breaks: WallsCase['breaks']): Rule {
	const unsure = breaks.some((b) => walls.breaks.includes(b.kind) && walls.checkBreaks.includes(b.kind));
	return cite({ key }, unsure ? { ...walls.rule, confidence: 'check' } : walls.rule);
}

function placementCase(edition: Edition, space: WallSpace, c: WallsCase): PlacementCase {
	const existing = c.receptacles.map((r) => positionIn(space, r.wall, toSixteenths(r.at))).filter((p): p is number => p !== null);
	return {
		length: space.length,
		cyclic: space.cyclic,
		reach: toSixteenths(edition.walls.reachIn),
		existing,
		served: c.served && positionsOf(space, c.served),
		feasible: feasibleIn(space, c.studs, c.forbidden)
	};
}

/** Stretches of walls as positions of a space, as far as they lie in it. */
function positionsOf(space: WallSpace, walls: readonly Stretch[]): Interval[] {
	const found: Interval[] = [];
	let start = 0;
	for (const part of space.parts) {
		for (const s of walls.filter((w) => w.wall === part.wall)) {
			const [a, b] = [Math.max(toSixteenths(s.from), part.from), Math.min(toSixteenths(s.to), part.to)];
			if (a <= b) found.push([start + a - part.from, start + b - part.from]);
		}
		start += part.to - part.from;
	}
	return found.sort((x, y) => x[0] - y[0]);
}

/** Where a box may go in a space: beside studs where they are known, and off forbidden stretches. Absent: anywhere. */
function feasibleIn(space: WallSpace, studs: WallsCase['studs'], forbidden: readonly Stretch[] = []): Interval[] | undefined {
	const kept = positionsOf(space, forbidden);
	if (!studs && !kept.length) return undefined;
	return without(studs ? besideStuds(space, studs) : [[0, space.length]], kept);
}

/** Places beside a stud, as positions of the space, joined where they touch. */
function besideStuds(space: WallSpace, studs: NonNullable<WallsCase['studs']>): Interval[] {
	const near = toSixteenths(BESIDE_STUD_IN);
	const found: [number, number][] = [];
	let start = 0;
	for (const part of space.parts) {
		const own = 'spacing' in studs ? studs : studs.find((s) => s.wall === part.wall);
		if (!own) {
			found.push([start, start + part.to - part.from]);
			start += part.to - part.from;
			continue;
		}
		const [step, first] = [toSixteenths(own.spacing), toSixteenths(own.offset)];
		for (let stud = first; stud - near <= part.to; stud += step) {
			const [a, b] = [Math.max(stud - near, part.from), Math.min(stud + near, part.to)];
			if (a <= b) found.push([start + a - part.from, start + b - part.from]);
		}
		start += part.to - part.from;
	}
	return found.sort((x, y) => x[0] - y[0]);
}

/** The fewest to add; where studs or forbidden stretches leave no way, without them, and that is said. */
function propose(edition: Edition, space: WallSpace, c: WallsCase, placing: PlacementCase, findings: Finding[]) {
	const preferred = positionsOf(space, c.preferred ?? []);
	const inPlace = fewestPreferring(placing, preferred);
	const offStuds = inPlace ?? fewestPreferring({ ...placing, feasible: feasibleIn(space, undefined, c.forbidden) }, preferred);
	const positions = offStuds ?? fewest({ ...placing, feasible: undefined }) ?? [];
	if (!inPlace) {
		findings.push({
			code: 'studs',
			id: `studs:${space.id}`,
			severity: 'caution',
			rule: cite(edition, edition.walls.rule),
			subject: { kind: 'input', id: space.id },
			message: offStuds
				? `${c.roomName ?? `Wall space ${space.id}`} can't be covered from beside the studs entered: use blocking or a bracket.`
				: `${c.roomName ?? `Wall space ${space.id}`} can't be covered from the spots left for boxes: one proposed box is in a no-box zone; a floor receptacle within 18" of the wall also works.`
		});
	}
	return offCorners(space, placing, positions).map((p) => {
		const { wall, at } = placeAt(space, p);
		return { wall, at: fromSixteenths(at) };
	});
}

/** Moves a box out of a corner where everything stays within reach. */
function offCorners(space: WallSpace, placing: PlacementCase, positions: readonly number[]): number[] {
	if (placing.feasible) return [...positions];
	const away = toSixteenths(OFF_CORNER_IN);
	const result = [...positions];
	result.forEach((p, i) => {
		const { wall, at } = placeAt(space, p);
		const part = space.parts.find((s) => s.wall === wall && at >= s.from && at <= s.to);
		if (!part || part.to - part.from < 2 * away) return;
		const moved = p + Math.max(0, away - (at - part.from)) - Math.max(0, away - (part.to - at));
		if (moved === p) return;
		const next = result.map((q, k) => (k === i ? moved : q));
		if (!uncovered({ ...placing, existing: [...placing.existing, ...next] }).length) result[i] = moved;
	});
	return result;
}

function openFindings(edition: Edition, rule: Rule, space: WallSpace, open: readonly Interval[]): Finding[] {
	return open.map(([a, b]): Finding => {
		const part = stretches(space, a, b)[0];
		return {
			code: 'wall',
			id: `wall:${space.id}:${a}`,
			severity: 'violation',
			rule,
			subject: { kind: 'input', id: space.id, stretch: part && inInches(part) },
			message: `${sayLength(b - a)} of wall space ${space.id} is more than ${sayLength(toSixteenths(edition.walls.reachIn))} from a receptacle.`,
			have: fromSixteenths(b - a),
			need: 0,
			unit: 'in'
		};
	});
}

/** Receptacles that sit in a door or other break serve no wall space. */
function strayFindings(edition: Edition, spaces: readonly WallSpace[], c: WallsCase): Finding[] {
	return c.receptacles.flatMap((r, i): Finding[] =>
		spaces.some((s) => positionIn(s, r.wall, toSixteenths(r.at)) !== null)
			? []
			: [
					{
						code: 'stray',
						id: `stray:${i}`,
						severity: 'caution',
						rule: cite(edition, edition.walls.rule),
						subject: { kind: 'input', id: `receptacles[${i}]` },
						message: `The receptacle at ${r.at} in on wall ${r.wall} is in a break and serves no wall space.`
					}
				]
	);
}
