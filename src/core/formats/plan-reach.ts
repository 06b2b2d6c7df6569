import { type Segment, stretchSegment, across, REACH_IN } from './plan-lines';
import type { RuledJob } from '../code/ruled-job';
import type { Room, Job } from '../model/job';
import { roomWalls, editionInForce } from '../layout/assess-layout';
import { onRun, counterCase, counterRuns, type CounterRun } from '../layout/counter-runs';
import { layoutCounter } from '../layout/counters';
import { fromSixteenths } from '../units/length';
import type { Edition } from '../code/shape/edition';
import { counterResult } from '../layout/articles/210-52-c-counters';

/** What receptacles reach, as bands along the walls of the plan. */
export type ReachBand = Segment & { met: boolean };
/** The stretches that one place on a wall would serve: wall within its wall space, or counter within its space. */
export function coveredFrom({ edition, job }: RuledJob, room: Room, place: { wall: number; at: number }): Segment[] {
	const walls = roomWalls(edition, job, room);
	if (!walls) return [];
	const inSpace = walls.spaces
		.filter((s) => s.required)
		.flatMap((s) => {
			let start = 0;
			const parts = s.parts.map((p) => ({ ...p, start: (start += p.to - p.from) - (p.to - p.from) }));
			const own = parts.find((p) => p.wall === place.wall && place.at >= p.from && place.at <= p.to);
			if (!own) return [];
			const at = own.start + place.at - own.from;
			return stretchesWithin(parts, at - edition.walls.reachIn, at + edition.walls.reachIn);
		});
	const atCounter = walls.runs.flatMap((run) => {
		const position = onRun(run, place.wall, place.at);
		if (position === null) return [];
		const space = layoutCounter(edition, counterCase(run, [])).spaces.find(
			(s) => fromSixteenths(position) >= s.from && fromSixteenths(position) <= s.to
		);
		if (!space) return [];
		const parts = partsOf(run);
		const { reachIn } = edition.places.counters;
		return stretchesWithin(
			parts,
			Math.max(space.from, fromSixteenths(position) - reachIn),
			Math.min(space.to, fromSixteenths(position) + reachIn)
		);
	});
	return [...inSpace, ...atCounter].flatMap((s) => stretchSegment(room, s) ?? []);
}
function stretchesWithin(parts: readonly { wall: number; from: number; to: number; start: number }[], from: number, to: number) {
	return parts.flatMap((p) => {
		const [a, b] = [Math.max(from, p.start), Math.min(to, p.start + p.to - p.from)];
		return b > a ? [{ wall: p.wall, from: p.from + a - p.start, to: p.from + b - p.start }] : [];
	});
}
/** Counter line within reach of a receptacle, and without. */
function counterReach(edition: Edition, job: Job, room: Room): ReachBand[] {
	if (!edition.places.counters.rooms.includes(room.kind)) return [];
	return counterRuns(room).flatMap((run) => {
		const result = counterResult({ edition, job }, room, run);
		const parts = partsOf(run);
		const pieces = result.spaces
			.filter((s) => s.required)
			.flatMap((space) => {
				const open = result.uncovered.filter((u) => u.space === space.id);
				const ends = [space.from, ...open.flatMap((u) => [u.from, u.to]), space.to];
				return ends.slice(1).map((to, i) => ({ from: ends[i] ?? to, to, met: i % 2 === 0 }));
			});
		return pieces
			.filter((p) => p.to > p.from)
			.flatMap((p) =>
				stretchesWithin(parts, p.from, p.to).flatMap((s) => {
					const segment = stretchSegment(room, s);
					return segment ? [{ ...segment, met: p.met }] : [];
				})
			);
	});
}
/** What every wall receptacle of a room reaches along its walls, and what none does, as lines beside them. */
export function reachOf(edition: Edition, job: Job, room: Room): ReachBand[] {
	// The bands show what the punch list asks: by the edition that a local amendment names, or nothing.
	const [walls, counters] = [edition.walls.rule, edition.places.counters.rule].map((rule) => editionInForce(job, rule));
	return [...(walls ? wallReach(walls, job, room) : []), ...(counters && room.outline ? counterReach(counters, job, room) : [])];
}
function wallReach(edition: Edition, job: Job, room: Room): ReachBand[] {
	const walls = edition.walls.rooms.includes(room.kind) ? roomWalls(edition, job, room) : null;
	if (!walls || !room.outline) return [];
	const outline = room.outline;
	const line = (wall: number, from: number, to: number, met: boolean) => ({
		...across(outline, { wall, from, to }, REACH_IN),
		met
	});
	return walls.spaces
		.filter((s) => s.required)
		.flatMap((space) =>
			space.parts.flatMap((part) => {
				const open = walls.uncovered.filter(
					(u) => u.space === space.id && u.wall === part.wall && u.from >= part.from && u.to <= part.to
				);
				const found: ReachBand[] = [];
				let at = part.from;
				for (const u of open) {
					if (u.from > at) found.push(line(part.wall, at, u.from, true));
					found.push(line(part.wall, u.from, u.to, false));
					at = u.to;
				}
				if (at < part.to) found.push(line(part.wall, at, part.to, true));
				return found;
			})
		);
}
/** The parts of a run in inches, each with where on the run it begins. */
function partsOf(run: CounterRun) {
	let start = 0;
	return run.parts.map((p) => {
		const part = { wall: p.wall, from: fromSixteenths(p.from), to: fromSixteenths(p.to), start };
		start += part.to - part.from;
		return part;
	});
}
