import { USUAL_HEIGHT_IN } from '../usual-places';
import type { Box, Job, Point, Room } from '../../model/job';
import type { NewPlace } from '../../model/result';
import type { Side } from '../../model/kinds';
import { alongWall } from '../../model/geometry';
import { formatLength } from '../../units/length';
import { receptaclesOf } from '../counts';
import { beyond, depthOf, enteredFromInside, OPEN_AIR, outerWalls, roomAt } from '../house';
import { freeWall } from '../wall-places';
import {
	atPoint,
	boxesIn,
	names,
	ofHouse,
	ofRoom,
	onWall,
	type Article,
	type ArticleCase,
	type PointNeed,
	type Requirement
} from '../requirement';

/** 210.52(E): outdoors. Front and back of the house; each balcony, deck and porch. */

const isTerrace = (r: Room) => r.kind === 'porch' || r.kind === 'deck';

/** A receptacle outdoors with how far it is above grade; null: not known. */
interface OutBox {
	box: Box;
	room: Room;
	aboveGradeIn: number | null;
}
const outBoxes = (job: Job): OutBox[] =>
	job.rooms
		.filter((r) => OPEN_AIR.includes(r.kind))
		.flatMap((room) =>
			boxesIn(job, room)
				.filter((box) =>
					receptaclesOf(box).some((d) => d.partOf !== 'luminaire' && d.partOf !== 'appliance' && d.switched !== 'whole')
				)
				.map((box) => ({
					box,
					room,
					aboveGradeIn: box.heightIn === null ? null : box.heightIn + (isTerrace(room) ? (room.aboveGradeIn ?? 0) : 0)
				}))
		);

/** Front and back of one- and two-family dwellings; any side of a ground-level unit of a larger building. @source 210.52(E)(1), (E)(2) */
export const frontAndBack: Article = {
	rule: (edition, job) => edition.places.outdoors[job.dwelling].rule,
	judge(c) {
		const { outdoors } = c.edition.places;
		const { rule: ref, sides } = outdoors[c.job.dwelling];
		const { unit } = c.job;
		if (unit && c.job.dwelling !== 'one-family' && !(unit.groundLevel && (c.job.dwelling === 'two-family' || unit.ownEntrance)))
			return {
				requirements: [
					ofHouse(c, ref, {
						title: 'a receptacle outdoors',
						state: 'not-applicable',
						why: unit.groundLevel ? 'the unit has no outside entrance' : 'the unit is not on the ground level'
					})
				],
				needs: []
			};
		const wanted: (Side | 'any')[] = sides === 'any' ? ['any'] : [...sides];
		const all = outBoxes(c.job);
		const judged = wanted.map((side) => ofSide(c, side, all));
		return { requirements: judged.map((j) => j.requirement), needs: judged.flatMap((j) => j.need ?? []) };
	}
};

function ofSide(c: ArticleCase, side: Side | 'any', all: readonly OutBox[]): { requirement: Requirement; need?: PointNeed } {
	const { outdoors } = c.edition.places;
	const most = outdoors.aboveGradeIn;
	const { rule: ref } = outdoors[c.job.dwelling];
	const here = all.filter((o) => side === 'any' || sideOf(c.job, o.room) === side);
	const reached = here.filter((o) => o.box.readilyAccessible);
	const good = reached.filter((o) => o.aboveGradeIn !== null && o.aboveGradeIn <= most);
	const unknown = reached.filter((o) => o.aboveGradeIn === null);
	const where = side === 'any' ? 'outside' : `at the ${side}`;
	const title = `a receptacle ${where}, from grade, at most ${formatLength(most)} up`;
	const draft = { part: side, title, subject: { kind: 'job' as const, id: c.job.id } };
	if (good.length)
		return {
			requirement: ofHouse(c, ref, {
				...draft,
				state: 'met',
				why: names(good.map((o) => o.box)),
				metBy: good.map((o) => o.box.id)
			})
		};
	if (unknown.length)
		return {
			requirement: ofHouse(c, ref, {
				...draft,
				state: 'unknown',
				why: `How high ${names(unknown.map((o) => o.box))} is above grade is not known.`
			})
		};
	const why = here.length
		? `${names(here.map((o) => o.box))} ${here.length === 1 ? 'is' : 'are'} ${reached.length ? `more than ${formatLength(most)} above grade` : 'not readily accessible from grade'}.`
		: `No receptacle is ${where} of the house.`;
	const requirement = ofHouse(c, ref, { ...draft, state: 'missing', why });
	const meets: PointNeed['meets'] = (p) => {
		if (p.yard) return side === 'any' || p.yard === side;
		const room = c.job.rooms.find((r) => r.id === p.roomId);
		if (!room || !OPEN_AIR.includes(room.kind) || p.heightIn === null) return false;
		const up = p.heightIn + (isTerrace(room) ? (room.aboveGradeIn ?? 0) : 0);
		return up <= most && (side === 'any' || sideOf(c.job, room) === side);
	};
	return { requirement, need: { requirement, candidates: sidePlaces(c.job, side), meets } };
}

/** On which side an open place lies: as said; else where it lies on the plan, the front being at its foot. */
export function sideOf(job: Job, room: Room): Side | undefined {
	if (room.side) return room.side;
	if (!room.outline) return undefined;
	const depth = depthOf(job.rooms, room.story);
	if (!depth) return undefined;
	const { foot, head } = depth;
	const [low, high] = [Math.min(...room.outline.map((p) => p[1])), Math.max(...room.outline.map((p) => p[1]))];
	if (low >= (foot + head) / 2 && high > head - 1) return 'back';
	if (high <= (foot + head) / 2 && low < foot + 1) return 'front';
	return 'side';
}

/** Just outside the longest outer wall that looks that way; in a porch or deck of that side too. */
function sidePlaces(job: Job, side: Side | 'any'): NewPlace[] {
	const looks: Partial<Record<Side | 'any', (out: Point) => boolean>> = {
		front: ([, y]) => y < -0.7,
		back: ([, y]) => y > 0.7,
		any: () => true
	};
	const yard = job.rooms.find((r) => r.kind === 'outdoors' && (side === 'any' || sideOf(job, r) === side));
	const terraces = job.rooms
		.filter((r) => isTerrace(r) && (side === 'any' || sideOf(job, r) === side))
		.flatMap((r) => terracePlaces(job, r));
	const outer = outerWalls(job, yard?.story ?? 0)
		.filter((w) => looks[side]?.(w.out))
		.sort((a, b) => b.length - a.length);
	const spots = outer.flatMap((w) => {
		const [from, to] = freeWall(w.room, w.wall, USUAL_HEIGHT_IN.outdoors).sort((a, b) => b[1] - b[0] - (a[1] - a[0]))[0] ?? [
			0, 0
		];
		return to > from ? [atPoint(beyond(w.room.outline ?? [], { wall: w.wall, at: (from + to) / 2 }, 6))] : [];
	});
	const places = spots.length ? spots : [null];
	const where = yard ? { roomId: yard.id } : { roomId: '', yard: side === 'back' ? ('back' as const) : ('front' as const) };
	return [
		...terraces,
		...places.map((place): NewPlace => ({
			...where,
			place,
			heightIn: USUAL_HEIGHT_IN.outdoors,
			device: 'receptacle',
			outdoors: true
		}))
	];
}

/** Balconies, decks and porches near to the house. @source 210.52(E)(3) */
export const balconies: Article = {
	rule: (edition) => edition.places.balcony.rule,
	judge(c) {
		const all = outBoxes(c.job);
		const judged = c.job.rooms.filter(isTerrace).map((room) => ofTerrace(c, room, all));
		return { requirements: judged.map((j) => j.requirement), needs: judged.flatMap((j) => j.need ?? []) };
	}
};

function ofTerrace(c: ArticleCase, room: Room, all: readonly OutBox[]): { requirement: Requirement; need?: PointNeed } {
	const { rule: ref, withinIn, aboveIn } = c.edition.places.balcony;
	const title = `a receptacle reached from ${room.name}, at most ${formatLength(aboveIn)} above its floor`;
	const gap = room.gapIn ?? 0;
	const apart =
		withinIn !== null && gap > withinIn
			? `it is ${formatLength(gap)} from the house: more than ${formatLength(withinIn)}`
			: withinIn === null && gap > 0
				? 'it is not attached to the house'
				: withinIn === null && !enteredFromInside(c.job, room)
					? 'it is not entered from inside the house'
					: null;
	if (apart) return { requirement: ofRoom(c, { ref, room }, { title, state: 'not-applicable', why: apart }) };
	const boxes = all.filter((o) => o.room === room);
	const good = boxes
		.filter(({ box }) => box.readilyAccessible && box.heightIn !== null && box.heightIn <= aboveIn)
		.map((o) => o.box);
	if (good.length)
		return { requirement: ofRoom(c, { ref, room }, { title, state: 'met', why: names(good), metBy: good.map((b) => b.id) }) };
	const unknown = boxes.filter((o) => o.box.heightIn === null);
	if (unknown.length)
		return {
			requirement: ofRoom(
				c,
				{ ref, room },
				{
					title,
					state: 'unknown',
					why: `The height of ${names(unknown.map((o) => o.box))} is not known.`
				}
			)
		};
	const requirement = ofRoom(
		c,
		{ ref, room },
		{
			title,
			state: 'missing',
			why: boxes.length
				? whyNone(
						boxes.map((o) => o.box),
						room,
						aboveIn
					)
				: `${room.name} has no receptacle.`
		}
	);
	const meets: PointNeed['meets'] = (p) => p.roomId === room.id && p.heightIn !== null && p.heightIn <= aboveIn;
	return { requirement, need: { requirement, candidates: terracePlaces(c.job, room), meets } };
}

/** What keeps each from serving: its height, or that it is not readily accessible. */
function whyNone(boxes: readonly Box[], room: Room, aboveIn: number): string {
	const high = boxes.filter((b) => b.heightIn !== null && b.heightIn > aboveIn);
	const hidden = boxes.filter((b) => !high.includes(b));
	return [
		high.length && `${names(high)} ${high.length === 1 ? 'is' : 'are'} more than ${formatLength(aboveIn)} above its floor.`,
		hidden.length && `${names(hidden)} ${hidden.length === 1 ? 'is' : 'are'} not readily accessible from ${room.name}.`
	]
		.filter(Boolean)
		.join(' ');
}

/** On the wall that a porch or deck shares with the house, else on any side of it. */
function terracePlaces(job: Job, room: Room): NewPlace[] {
	const outline = room.outline;
	const make = (place: NewPlace['place']): NewPlace => ({
		roomId: room.id,
		place,
		heightIn: USUAL_HEIGHT_IN.outdoors,
		device: 'receptacle',
		outdoors: true
	});
	if (!outline) return [make(null)];
	const houseWalls = outline.flatMap((_, wall) => {
		const [from, to] = freeWall(room, wall, USUAL_HEIGHT_IN.outdoors).sort((a, b) => b[1] - b[0] - (a[1] - a[0]))[0] ?? [0, 0];
		if (to <= from) return [];
		const next = roomAt(job, { story: room.story, p: beyond(outline, { wall, at: (from + to) / 2 }), not: room });
		return [{ wall, at: Math.round((from + to) / 2), house: !!next && !OPEN_AIR.includes(next.kind), free: to - from }];
	});
	const best = houseWalls.sort((a, b) => Number(b.house) - Number(a.house) || b.free - a.free)[0];
	return [make(best ? onWall(best.wall, best.at) : atPoint(alongWall(outline, 0, 6)))];
}
