import type { Decision, Finding, NewPlace, Step } from '../../model/result';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { distance, distanceToFixture, fixtureCorners } from '../../model/geometry';
import type { Box, Fixture, Job, Room } from '../../model/job';
import type { Point } from '../../model/rooms';
import { indexOf } from '../../model/job-index';
import { inWords } from '../../model/kinds';
import { formatLength, fromSixteenths, toSixteenths } from '../../units/length';
import { INDIVIDUAL, onIndividual, receptaclesOf, whyNotCounted, whyNotForWall } from '../counts';
import { pointOf } from '../house';
import { fewest, uncovered, type PlacementCase } from '../placement';
import { alongWalls, roomWalls } from '../room-walls';
import { boxesIn, names, ofRoom, onWall, severityIn, type Article, type ArticleCase, type Requirement } from '../requirement';
import { outlineFaults } from '../wall-spaces';

/** 210.52(A): walls of habitable rooms. No point of a wall space more than 6 ft from a receptacle in it. */
export const walls: Article = {
	rule: (edition) => edition.walls.rule,
	judge: (c) => ({
		requirements: c.job.rooms
			.filter((r) => c.edition.walls.rooms.includes(r.kind))
			.flatMap((room) => [...ofWalls(c, room), ...dividers(c, room)]),
		needs: []
	})
};

function ofWalls(c: ArticleCase, room: Room): Requirement[] {
	const ref = c.edition.walls.rule;
	if (!room.outline)
		return [
			ofRoom(
				c,
				{ ref, room },
				{
					title: 'receptacles along the walls',
					state: 'unknown',
					why: `${room.name} has no outline yet: its wall spaces can't be checked. Enter its walls in Walk.`
				}
			)
		];
	const faults = outlineFaults(room.outline);
	if (faults.length)
		return faults.map((f, i) =>
			ofRoom(
				c,
				{ ref, room },
				{
					part: `outline${i}`,
					title: 'an outline that closes',
					state: 'missing',
					why: `${room.name}: ${f.message}.`
				}
			)
		);
	const found = roomWalls(c.edition, c.job, room);
	if (!found) return [];
	const fix = wallFix(c.job, room, found.proposal);
	return found.spaces
		.filter((s) => s.required)
		.map((space) => {
			const open = found.uncovered.filter((u) => u.space === space.id);
			const left = open.reduce((sum, u) => sum + u.to - u.from, 0);
			const first = open[0];
			const by = found.boxesOf.get(space.id) ?? [];
			const reach = formatLength(c.edition.walls.reachIn);
			const rule = cite(c.edition, ref);
			const unsure = room.breaks.some(
				(b) => c.edition.walls.breaks.includes(b.kind) && c.edition.walls.checkBreaks.includes(b.kind)
			);
			const checked = unsure || (room.counters.length > 0 && c.edition.walls.checkBreaks.includes('counter'));
			return ofRoom(
				c,
				{ ref, room },
				{
					part: space.id,
					rule: checked ? { ...rule, confidence: 'check' } : rule,
					title: `wall space of ${formatLength(space.length)}, ${sayParts(space.parts)}`,
					state: left ? 'missing' : 'met',
					why: left
						? `${formatLength(left)} of ${room.name} is more than ${reach} from a receptacle.`
						: by.length
							? `every point within ${reach} of ${names(boxesIn(c.job, room).filter((b) => by.includes(b.id)))}`
							: 'served by the receptacles of its heater',
					metBy: left ? [] : by,
					subject: { kind: 'room', id: room.id, stretch: first && { wall: first.wall, from: first.from, to: first.to } },
					have: left || undefined,
					need: left ? 0 : undefined,
					unit: left ? 'in' : undefined,
					fix: left ? fix : undefined
				}
			);
		});
}
const sayParts = (parts: readonly { wall: number }[]): string => {
	const walls = [...new Set(parts.map((p) => p.wall + 1))];
	return walls.length === 1 ? `wall ${walls[0]}` : `walls ${walls.join(', ')}`;
};

/** What the wall rule lacks in a room, as one fix. */
export function wallFix(job: Job, room: Room, proposal: readonly { wall: number; at: number }[]) {
	if (!proposal.length) return undefined;
	const boxes = proposal.map((p): NewPlace => ({
		roomId: room.id,
		place: onWall(p.wall, p.at),
		heightIn: job.practice.wallHeightIn,
		device: 'receptacle'
	}));
	return { kind: 'place-boxes' as const, label: `Place ${proposal.length} here`, boxes };
}

/** A free-standing counter or railing that divides a room is wall space of its own. @source 210.52(A)(2)(3) */
function dividers(c: ArticleCase, room: Room): Requirement[] {
	const { walls: rule } = c.edition;
	return room.fixtures
		.filter((f) => f.kind === 'divider' && lengthOf(f) >= rule.leastIn)
		.map((f) => {
			const length = lengthOf(f);
			const counts = (box: Box): boolean => whyNotCounted(c.edition, box) === null && !onIndividual(c.job, box);
			const own = boxesIn(c.job, room).flatMap((box) => {
				const at = counts(box) ? alongDivider(c.job, box, f) : null;
				return at === null ? [] : [{ box, at: toSixteenths(at) }];
			});
			const line: PlacementCase = {
				length: toSixteenths(length),
				cyclic: false,
				reach: toSixteenths(rule.reachIn),
				existing: own.map((o) => o.at)
			};
			const left = fromSixteenths(uncovered(line).reduce((sum, [from, to]) => sum + to - from, 0));
			const boxes = (fewest(line) ?? []).map((at): NewPlace => {
				const [x, y] = onDivider(f, fromSixteenths(at));
				return { roomId: room.id, place: { kind: 'point', x, y }, heightIn: c.job.practice.wallHeightIn, device: 'receptacle' };
			});
			const name = f.name || 'The divider';
			return ofRoom(
				c,
				{ ref: rule.rule, room },
				{
					part: f.id,
					subject: { kind: 'fixture', id: f.id },
					title: `${f.name || 'room divider'}, ${formatLength(length)} long`,
					...(left
						? {
								state: 'missing',
								why: `${name} in ${room.name} counts as wall space: ${formatLength(left)} of it is more than ${formatLength(rule.reachIn)} from a receptacle in it.`,
								have: left,
								need: 0,
								unit: 'in',
								fix: { kind: 'place-boxes', label: `Place ${boxes.length} in it`, boxes }
							}
						: { state: 'met', why: `served by ${names(own.map((o) => o.box))}`, metBy: own.map((o) => o.box.id) })
				}
			);
		});
}
const lengthOf = (f: Fixture): number => Math.max(f.widthIn, f.depthIn);
/** Its long side: where it begins, and the way that it runs. */
function longSide(f: Fixture): { from: Point; way: Point } {
	const [from, b, , d] = fixtureCorners(f);
	const to = f.widthIn >= f.depthIn ? b : d;
	const length = distance(from, to);
	return { from, way: [(to[0] - from[0]) / length, (to[1] - from[1]) / length] };
}
/** A point of its long side, so many inches along. */
function onDivider(f: Fixture, at: number): Point {
	const { from, way } = longSide(f);
	return [from[0] + way[0] * at, from[1] + way[1] * at];
}
/** A box no farther from it than this is in it, in. */
const IN_DIVIDER_IN = 3;
/** How far along it a box is, in; null: it is not in it. */
function alongDivider(job: Job, box: Box, f: Fixture): number | null {
	const p = box.place?.kind === 'point' ? pointOf(job, box) : null;
	if (!p || distanceToFixture(p, f) > IN_DIVIDER_IN) return null;
	const { from, way } = longSide(f);
	return (p[0] - from[0]) * way[0] + (p[1] - from[1]) * way[1];
}

/** What the slip shows of a room's walls: each space with its figure, what does not count, what is open. */
export function wallDecision(edition: Edition, job: Job, room: Room): Decision | null {
	const found = edition.walls.rooms.includes(room.kind) ? roomWalls(edition, job, room) : null;
	if (!found) return null;
	const rule = cite(edition, edition.walls.rule);
	return {
		code: 'walls',
		id: `walls:${room.id}`,
		subject: { kind: 'room', id: room.id },
		value: found.proposal.length ? `${found.proposal.length} to add` : 'all walls covered',
		title: `wall receptacles, ${inWords(room.kind)}`,
		steps: [
			...found.steps,
			{ label: 'minimum for the empty room', formula: '', value: found.minimum, unit: 'needed', rule },
			...notCounted(edition, job, room),
			{ label: 'wall not covered now', formula: '', value: found.uncovered.length, unit: '' }
		],
		rules: [rule],
		alternatives: []
	};
}

/** Receptacles on the walls of a room that serve no wall space, each with why. */
function notCounted(edition: Edition, job: Job, room: Room): Step[] {
	return boxesIn(job, room).flatMap((box) => {
		if (!receptaclesOf(box).length && !box.devices.some((d) => d.receptacles > 0)) return [];
		const why = !box.place ? null : (whyNotForWall(edition, room, box) ?? (onIndividual(job, box) ? INDIVIDUAL : null));
		return why
			? [{ label: box.name, formula: why, value: 'not counted', unit: '', rule: cite(edition, edition.walls.counts) }]
			: [];
	});
}

/** Cautions that are no requirement: studs that cannot be had, boxes in a doorway, receptacles over a heater. */
export function wallCautions(edition: Edition, job: Job, room: Room): Finding[] {
	const found = edition.walls.rooms.includes(room.kind) ? roomWalls(edition, job, room) : null;
	const studs = (found?.findings ?? [])
		.filter((f) => f.code === 'studs')
		.map((f): Finding => ({
			...f,
			id: `${f.id}:${room.id}`,
			subject: { kind: 'room', id: room.id }
		}));
	const heaters = room.fixtures.filter((f) => f.kind === 'baseboard-heater').flatMap((f) => alongWalls(room, f));
	const above = boxesIn(job, room).filter(
		({ place, devices }) =>
			place?.kind === 'wall' &&
			devices.some((d) => d.receptacles > 0 && d.partOf !== 'baseboard-heater') &&
			heaters.some((h) => h.wall === place.wall && place.at >= h.from && place.at <= h.to)
	);
	const offHeater = boxesIn(job, room).filter(
		(box) =>
			box.devices.some((d) => d.partOf === 'baseboard-heater') &&
			(indexOf(job).circuitsOfBox.get(box.id) ?? []).some((circuit) => circuit.load?.kind === 'fixed-heat')
	);
	return [
		...studs,
		...offHeater.map((box): Finding => ({
			code: 'heater-circuit',
			id: `heater-circuit:${box.id}`,
			severity: severityIn(job, room),
			rule: cite(edition, edition.places.heaterCircuit),
			subject: { kind: 'box', id: box.id },
			message: `${box.name} is part of a baseboard heater and is on the heater's circuit, so it doesn't count for the wall. Supply it from another circuit.`
		})),
		...above.map((box): Finding => ({
			code: 'over-heater',
			id: `over-heater:${box.id}`,
			severity: 'caution',
			rule: cite(edition, edition.places.heaterBelow),
			subject: { kind: 'box', id: box.id },
			message: `${box.name} is above a baseboard heater: a cord would hang in the heat. Check the heater's instructions.`
		}))
	];
}
