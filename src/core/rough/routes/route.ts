import type { RuledJob } from '../../code/ruled-job';
import { liesOf } from '../../circuits/articles/300-5-300-9-wet-places';
import { OPEN_AIR } from '../../layout/house';
import { alongWall, distance, inside, wallLength } from '../../model/geometry';
import { indexOf } from '../../model/job-index';
import type { BreakKind, Way } from '../../model/kinds';
import type { Job, Cable, Point, Room, Route } from '../../model/known';
import { reckonOf } from '../../model/practice';
import type { Step } from '../../model/result';
import { routeEnd, routePoints, type RouteEnd } from '../../run/bundles';
import { show } from '../../units/quantity';
import { burial } from '../articles/300-5-burial';
import { trenchesOf } from '../trenches';

/** How long a cable is by its way: along the plan, up and down, over doors. Without what is free at its ends. */
export interface Routed {
	planIn: number;
	/** Drops and rises, doors among them. */
	riseIn: number;
	/** To the next whole foot. */
	feet: number;
	/** An end of which nobody measured the height: the usual was taken. */
	assumed: boolean;
	steps: Step[];
}
const INCHES = 12;
const WAY_WORDS: Readonly<Record<Way, string>> = {
	walls: 'in the walls',
	attic: 'overhead',
	'crawl-space': 'under the floor',
	basement: 'in the basement',
	slab: 'in the slab',
	trench: 'in a trench',
	exposed: 'exposed'
};
/** @returns a way in words @example attic -> 'overhead' */
export const wayWords = (way: Way): string => WAY_WORDS[way];

/** The length of a cable by its way; null: it has none, or an end has no place on the plan. */
export function routeLength(ruled: RuledJob, cable: Pick<Cable, 'id' | 'fromId' | 'toId' | 'route'>): Routed | null {
	const { job } = ruled;
	const points = routePoints(job, cable);
	const [from, to] = [routeEnd(job, cable.fromId), routeEnd(job, cable.toId)];
	if (!points || !from || !to || !cable.route) return null;
	const planIn = points.slice(1).reduce((sum, p, i) => sum + distance(points[i] ?? p, p), 0);
	const rises = risesOf(ruled, cable, { from, to, points, way: cable.route.way });
	const riseIn = rises.reduce((sum, s) => sum + Number(s.value), 0);
	return {
		planIn,
		riseIn,
		feet: Math.ceil((planIn + riseIn) / INCHES - 1e-9),
		assumed: from.assumed || to.assumed,
		steps: [
			{
				label: `along the plan, ${wayWords(cable.route.way)}`,
				formula: `${points.length - 1} stretches`,
				value: planIn,
				unit: 'in'
			},
			...rises,
			{
				label: 'way',
				formula: `${show(planIn, 0)} + ${show(riseIn, 0)} in, next whole foot`,
				value: Math.ceil((planIn + riseIn) / INCHES - 1e-9),
				unit: 'ft'
			}
		]
	};
}
interface Ends {
	from: RouteEnd;
	to: RouteEnd;
	points: readonly Point[];
	way: Way;
}
/** Drops and rises at the ends, and over what stands in the way. */
function risesOf(ruled: RuledJob, cable: Pick<Cable, 'id'>, { from, to, points, way }: Ends): Step[] {
	const { job } = ruled;
	const r = reckonOf(job.practice);
	const floor = (e: RouteEnd) => e.story * r.storyIn;
	const z = (e: RouteEnd) => floor(e) + e.heightIn;
	const both = (label: string, at: number): Step[] =>
		[from, to].map((e, i) => ({
			label: `${label}, ${i ? 'far' : 'near'} end`,
			formula: `${show(z(e), 0)} to ${show(at, 0)} in`,
			value: Math.abs(at - z(e)),
			unit: 'in'
		}));
	switch (way) {
		case 'attic':
			return both('up', Math.max(floor(from), floor(to)) + r.overheadIn);
		case 'crawl-space':
		case 'basement':
			return both('down', Math.min(floor(from), floor(to)) - r.belowIn);
		case 'slab':
			return both('down', Math.min(floor(from), floor(to)) - SLAB_IN);
		case 'trench':
			return both('down', -trenchDepth(ruled, cable));
		default: {
			const level: Step = {
				label: 'up or down',
				formula: `${show(z(from), 0)} to ${show(z(to), 0)} in`,
				value: Math.abs(z(from) - z(to)),
				unit: 'in'
			};
			const doors = from.story === to.story ? doorsCrossed(job, from, points) : 0;
			const high = Math.max(from.heightIn, to.heightIn);
			return doors && high < r.overDoorIn
				? [
						level,
						{
							label: `over ${doors === 1 ? 'a door' : `${doors} doors`}`,
							formula: `${doors} x 2 x (${r.overDoorIn} - ${show(high, 0)}) in`,
							value: doors * 2 * (r.overDoorIn - high),
							unit: 'in'
						}
					]
				: [level];
		}
	}
}
/** The middle of a slab, below its top. Practice. */
const SLAB_IN = 4;
/** Of a cable that is in the ground by its way only: general yard, direct burial. */
const DEFAULT_COVER: Parameters<typeof burial>[1] = {
	method: 'direct-burial',
	place: 'general',
	circuit: { kind: 'branch', volts: 120, amps: 20, gfci: false, dwelling: true }
};
/** Cover and bedding of a cable's trench, in: its deepest stretch, by the edition and the circuit's own protection. */
export function trenchDepth(ruled: RuledJob, cable: Pick<Cable, 'id'>): number {
	const trench = trenchesOf(ruled).find((t) => t.of.kind === 'cable' && t.of.id === cable.id);
	const beddingIn = reckonOf(ruled.job.practice).beddingIn;
	const segments = indexCable(ruled.job, cable.id)?.trench?.segments ?? [];
	const places = segments.length ? segments : [{ place: 'general' as const, pavingIn: 0 }];
	return Math.max(
		...places.map(
			(s) => burial(ruled.edition, { ...(trench?.case ?? DEFAULT_COVER), place: s.place, beddingIn }).coverIn + beddingIn
		)
	);
}
const indexCable = (job: Job, id: string): Cable | undefined => job.cables.find((l) => l.id === id);

/** What a cable in a wall goes over. A window is gone under or beside. */
const OVER: readonly BreakKind[] = ['door', 'opening', 'sliding-panel', 'fireplace'];
/** Doors of the room that its walls' way passes. */
function doorsCrossed(job: Job, from: RouteEnd, points: readonly Point[]): number {
	const room = indexOf(job).rooms.get(from.roomId ?? '');
	const { outline } = room ?? {};
	if (!room || !outline) return 0;
	const gaps = room.breaks.filter((b) => OVER.includes(b.kind)).map((b) => alongWall(outline, b.wall, (b.from + b.to) / 2));
	return gaps.filter((gap) => points.slice(1).some((q, i) => isOn(points[i] ?? q, q, gap))).length;
}
/** A point lies on a stretch. */
function isOn(a: Point, b: Point, p: Point): boolean {
	const length = distance(a, b);
	return length > 0 && distance(a, p) + distance(p, b) - length < ON_IN;
}
const ON_IN = 0.5;

/** The longest that a way may be against the straight line on the plan. */
const MOST_DETOUR = 2.5;
/**
 * The shortest way of a cable among those that are allowed to it: through the walls of its room, overhead or underneath by house
 * practice, in a trench where it lies in the ground.
 * @returns null: an end has no place on the plan
 */
export function proposeRoute(ruled: RuledJob, cable: Cable): Route | null {
	const { job } = ruled;
	const [from, to] = [routeEnd(job, cable.fromId), routeEnd(job, cable.toId)];
	if (!from || !to || cable.fromId === null) return null;
	const straight = distance(from.at, to.at);
	const fits = (route: Route): boolean => {
		const length = routeLength(ruled, { ...cable, route });
		return length !== null && length.planIn <= MOST_DETOUR * straight + ON_IN;
	};
	const all = candidates(ruled, cable, { from, to }).filter(fits);
	const lengthOf = (route: Route): number => routeLength(ruled, { ...cable, route })?.feet ?? Infinity;
	return all.reduce<Route | null>((best, route) => (best && lengthOf(best) <= lengthOf(route) ? best : route), null);
}
function candidates(ruled: RuledJob, cable: Cable, { from, to }: { from: RouteEnd; to: RouteEnd }): Route[] {
	const { job } = ruled;
	const lies = liesOf(ruled, { ...cable, route: undefined }, cable.fromId ?? '');
	if (lies === 'underground') return [{ way: 'trench', via: [] }];
	const bend = corner(job, from, to);
	if (lies === 'outdoors') return [{ way: 'exposed', via: bend }];
	const { rooms } = indexOf(job);
	const room = from.roomId !== null && from.roomId === to.roomId ? rooms.get(from.roomId) : undefined;
	const below = job.rooms.some((r) => r.kind === 'basement' && r.story < Math.min(from.story, to.story)) ? 'basement' : null;
	const way = job.practice.grouping?.way ?? 'attic';
	return [
		...(room ? wallWays(job, cable, room) : []),
		...(from.story === to.story || way === 'attic' ? [{ way, via: bend }] : [{ way: 'walls' as const, via: bend }]),
		...(below ? [{ way: below, via: bend } as const] : [])
	];
}
/** One corner between two places, square to the house: inside it where one of the two is. */
function corner(job: Job, from: RouteEnd, to: RouteEnd): Point[] {
	const [a, b] = [from.at, to.at];
	if (Math.abs(a[0] - b[0]) < ON_IN || Math.abs(a[1] - b[1]) < ON_IN) return [];
	const both: Point[] = [
		[a[0], b[1]],
		[b[0], a[1]]
	];
	const roofed = job.rooms.filter((r) => r.outline && !OPEN_AIR.includes(r.kind));
	return [both.find((p) => roofed.some((r) => r.outline && inside(r.outline, p))) ?? (both[0] as Point)];
}
/** Both ways round the walls of a room, from wall to wall. */
function wallWays(job: Job, cable: Cable, room: Room): Route[] {
	const { outline } = room;
	const [a, b] = [cable.fromId, cable.toId].map((id) => {
		const place = indexOf(job).boxes.get(id ?? '')?.place ?? job.panels.find((p) => p.id === id)?.place;
		return place?.kind === 'wall' ? place : null;
	});
	if (!outline || !a || !b) return [];
	const starts = outline.map((_, i) => outline.slice(0, i).reduce((sum, __, k) => sum + wallLength(outline, k), 0));
	const at = (p: { wall: number; at: number }) => (starts[p.wall] ?? 0) + p.at;
	const [sa, sb] = [at(a), at(b)];
	const total = outline.reduce((sum, _, k) => sum + wallLength(outline, k), 0);
	const onward = (from: number, to: number): Point[] => {
		const reach = to >= from ? to : to + total;
		return [...starts, ...starts.map((s) => s + total)].flatMap((s, i) =>
			s > from + ON_IN && s < reach - ON_IN ? [outline[i % outline.length] as Point] : []
		);
	};
	return [
		{ way: 'walls', via: onward(sa, sb) },
		{ way: 'walls', via: onward(sb, sa).reverse() }
	];
}
