import { once } from '../model/remember';
import { boxPoint, distance } from '../model/geometry';
import { indexOf } from '../model/job-index';
import type { Box, Circuit, Job, Cable, Panel, Point } from '../model/job';

/**
 * The way of a cable on the plan, and which cables share their holes on it. Only what was laid on the plan is known: a cable without
 * a route is by itself.
 */

/** A place that a cable ends at: its point, and how high, in above its floor. */
export interface RouteEnd {
	at: Point;
	heightIn: number;
	/** Nobody measured it: the usual was taken. */
	assumed: boolean;
	story: number;
	roomId: string | null;
}
/** A panel's middle where nothing else is said, in above the floor. Practice. */
const PANEL_HEIGHT_IN = 60;

/** @returns where an end of a cable is; null: it has no place on the plan */
export function routeEnd(job: Job, id: string | null): RouteEnd | null {
	if (id === null) return null;
	const { boxes, rooms } = indexOf(job);
	const box: Box | Panel | undefined = boxes.get(id) ?? job.panels.find((p) => p.id === id);
	const room = rooms.get(box?.roomId ?? '');
	const at = box && boxPoint(box, room);
	if (!box || !at) return null;
	const height = 'heightIn' in box ? box.heightIn : PANEL_HEIGHT_IN;
	return {
		at,
		heightIn: height ?? job.practice.wallHeightIn,
		assumed: height === null,
		story: room?.story ?? 0,
		roomId: box.roomId
	};
}
/** The whole way of a cable, end to end; null: it has none, or an end has no place. A dragged way keeps its ends. */
export function routePoints(job: Job, cable: Pick<Cable, 'fromId' | 'toId' | 'route'>): Point[] | null {
	const [from, to] = [routeEnd(job, cable.fromId), routeEnd(job, cable.toId)];
	return from && to && cable.route ? [from.at, ...cable.route.via, to.at] : null;
}

/** Two cables bored through the same studs lie within so much of each other's height, in; on the plan within so much. Practice. */
const SAME_HOLE = { heightIn: 6, planIn: 3 } as const;
/** Cables that lie together with one for longer than `fromIn`, at the place where most do: itself among them. */
interface Bundle {
	cableIds: string[];
}
interface Laid {
	cable: Cable;
	points: Point[];
	heights: readonly [number, number];
	story: number;
}
/** Bundles of the job by cable; a cable that lies by itself has none. @param fromIn longer than this they count together */
export const bundlesOf = once((job: Job, fromIn: number): ReadonlyMap<string, Bundle> => {
	const laid = job.cables.flatMap((cable): Laid[] => {
		// Most cables of most jobs have no way yet: nothing more is looked at.
		if (!cable.route || cable.route.spaced || cable.inCableOf || !inHoles(cable)) return [];
		const points = routePoints(job, cable);
		const [from, to] = [routeEnd(job, cable.fromId), routeEnd(job, cable.toId)];
		return points && from && to ? [{ cable, points, heights: [from.heightIn, to.heightIn], story: to.story }] : [];
	});
	const bundles = new Map<string, Bundle>();
	for (const one of laid) {
		const ids = together(
			one,
			laid.filter((o) => o !== one && sharesHeight(one, o)),
			fromIn
		);
		if (ids.length) bundles.set(one.cable.id, { cableIds: [one.cable.id, ...ids] });
	}
	return bundles;
});
/** Through bored holes, or in a raceway: what is stapled by itself over a joist is not bundled. */
const inHoles = (cable: Cable): boolean => cable.route?.way === 'walls' || cable.raceway !== undefined;
const sharesHeight = (a: Laid, b: Laid): boolean =>
	a.story === b.story &&
	a.heights.some((h) => b.heights.some((x) => Math.abs(h - x) <= SAME_HOLE.heightIn)) &&
	a.cable.raceway === b.cable.raceway;

/** Cables that lie along one of `one`'s stretches together for longer than `fromIn`: at the place where there are most. */
function together(one: Laid, others: readonly Laid[], fromIn: number): string[] {
	let most: string[] = [];
	for (let i = 1; i < one.points.length; i++) {
		const [a, b] = [one.points[i - 1], one.points[i]];
		if (!a || !b) continue;
		const spans = others.flatMap((o) => overlaps(a, b, o).map((s) => ({ ...s, id: o.cable.id })));
		for (const from of spans.map((s) => s.from)) {
			// The longest set that still lies together for so long from here on.
			const here = spans.filter((s) => s.from <= from && s.to - from > fromIn);
			const ids = [...new Set(here.map((s) => s.id))];
			if (ids.length > most.length) most = ids;
		}
	}
	return most;
}
/** Where along a stretch another way lies on it, in from its start. */
function overlaps(a: Point, b: Point, other: Laid): { from: number; to: number }[] {
	const length = distance(a, b);
	if (!length) return [];
	const unit: Point = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
	const along = (p: Point) => (p[0] - a[0]) * unit[0] + (p[1] - a[1]) * unit[1];
	const off = (p: Point) => Math.abs((p[0] - a[0]) * unit[1] - (p[1] - a[1]) * unit[0]);
	return other.points.slice(1).flatMap((q, i) => {
		const p = other.points[i];
		if (!p || off(p) > SAME_HOLE.planIn || off(q) > SAME_HOLE.planIn) return [];
		const [low, high] = [along(p), along(q)].sort((x, y) => x - y) as [number, number];
		const [from, to] = [Math.max(0, low), Math.min(length, high)];
		return to > from ? [{ from, to }] : [];
	});
}

/** Each cable of a house's branch circuits has two that carry current: the neutral of two hots carries only their difference. @source 310.15(E) */
const PER_CABLE = 2;
/** Current-carrying conductors that lie with those of a circuit where most do: as it was said, else by its routes. */
export function currentCarryingOf(job: Job, circuit: Pick<Circuit, 'id' | 'wiring'>, fromIn: number): number {
	const said = circuit.wiring?.currentCarrying;
	if (said !== undefined) return said;
	const bundles = bundlesOf(job, fromIn);
	const own = indexOf(job).cablesOfCircuit.get(circuit.id) ?? [];
	return PER_CABLE * Math.max(1, ...own.map((l) => bundles.get(l.id)?.cableIds.length ?? 1));
}
