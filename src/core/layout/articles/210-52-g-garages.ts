import { USUAL_HEIGHT_IN } from '../usual-places';
import { boxPoint, inward } from '../../model/geometry';
import type { Job, Point, Room } from '../../model/job';
import type { NewPlace } from '../../model/result';
import type { RuleRef } from '../../code/rule';
import { formatLength } from '../../units/length';
import { whyNotCounted } from '../counts';
import { leadsTo, doorsOf } from '../house';
import { middleOfLongest, wallSpots } from '../wall-places';
import {
	boxesIn,
	names,
	ofRoom,
	onWall,
	type Article,
	type ArticleCase,
	type ArticleResult,
	type PointNeed,
	type Requirement
} from '../requirement';

/** 210.52(G): garages, accessory buildings and basements. */

const powered = (job: Job, room: Room): boolean => room.powered ?? boxesIn(job, room).length > 0;
const gather = (judged: readonly ArticleResult[]): ArticleResult => ({
	requirements: judged.flatMap((j) => j.requirements),
	needs: judged.flatMap((j) => j.needs)
});

/** One in each vehicle bay of an attached garage, or of a detached one with power. @source 210.52(G)(1) */
export const garages: Article = {
	rule: (edition) => edition.places.garage.rule,
	judge: (c) => gather(c.job.rooms.filter((r) => r.kind === 'garage').map((room) => ofGarage(c, room)))
};

function ofGarage(c: ArticleCase, room: Room): ArticleResult {
	const { garage } = c.edition.places;
	const { unit, dwelling } = c.job;
	const out = (why: string): ArticleResult => ({
		requirements: [
			ofRoom(c, { ref: garage.rule, room }, { title: 'a receptacle in each vehicle bay', state: 'not-applicable', why })
		],
		needs: []
	});
	if (!garage.dwellings.includes(dwelling)) return out(`this edition requires it for ${garage.dwellings.join(', ')} dwellings`);
	if (dwelling === 'multifamily' && unit?.parkingAway) return out('parking is away from the unit');
	if (room.detached && !powered(c.job, room)) return out('detached, and without power');
	const count = room.bays ?? 1;
	const judged = Array.from({ length: count }, (_, bay) => ofBay(c, room, bay, count));
	return gather(judged);
}

function ofBay(c: ArticleCase, room: Room, bay: number, count: number): ArticleResult {
	const { garage } = c.edition.places;
	const within = bayOf(c, room, count);
	const here = boxesIn(c.job, room).filter((b) => {
		const p = boxPoint(b, room);
		// With one bay a box without a place is in it; with more, nobody knows.
		return count === 1 ? true : !!p && within(p) === bay;
	});
	const high = (h: number | null) => h !== null && h > garage.maxHeightIn;
	const serving = here.filter((b) => whyNotCounted(c.edition, b) === null && !high(b.heightIn));
	const title = `a receptacle in ${count > 1 ? `vehicle bay ${bay + 1}` : 'the vehicle bay'}, at most ${formatLength(garage.maxHeightIn)} up`;
	const requirement = ofRoom(
		c,
		{ ref: garage.rule, room },
		{
			part: `bay${bay + 1}`,
			title,
			state: serving.length ? 'met' : 'missing',
			why: serving.length ? names(serving) : `${room.name}, bay ${bay + 1}, has no receptacle that counts.`,
			metBy: serving.map((b) => b.id)
		}
	);
	if (serving.length) return { requirements: [requirement], needs: [] };
	const spots = wallSpots(room, USUAL_HEIGHT_IN.garage).filter((s) => count === 1 || within(s.point) === bay);
	const middle = spots[Math.floor(spots.length / 2)];
	const place = count === 1 ? middleOfLongest(room, USUAL_HEIGHT_IN.garage) : middle;
	const need: PointNeed = {
		requirement,
		candidates: [
			{
				roomId: room.id,
				place: place ? onWall(place.wall, place.at) : null,
				heightIn: USUAL_HEIGHT_IN.garage,
				device: 'receptacle'
			}
		],
		meets: (p, point) => p.roomId === room.id && !high(p.heightIn) && (count === 1 || (!!point && within(point) === bay))
	};
	return { requirements: [requirement], needs: [need] };
}

/** Bays lie side by side along the wall with the vehicle doors; without one, along the longer side. */
function bayOf(c: ArticleCase, room: Room, count: number): (p: Point) => number {
	const outline = room.outline ?? [];
	const door = doorsOf(room).find((d) => leadsTo(c.job, c.edition.places, { room, door: d }) === 'vehicle');
	const xs = outline.map((p) => p[0]);
	const ys = outline.map((p) => p[1]);
	const [w, h] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
	const normal = door && inward(outline, door.wall);
	const alongX = normal ? Math.abs(normal[1]) > Math.abs(normal[0]) : w >= h;
	const [from, size] = alongX ? [Math.min(...xs), w] : [Math.min(...ys), h];
	return (p) => Math.min(count - 1, Math.max(0, Math.floor((((alongX ? p[0] : p[1]) - from) / (size || 1)) * count)));
}

/** At least one in an accessory building with power. @source 210.52(G)(2) */
export const accessoryBuildings: Article = {
	rule: (edition) => edition.places.accessory.rule,
	judge: (c) => {
		const { accessory } = c.edition.places;
		return gather(
			c.job.rooms
				.filter((r) => r.kind === 'accessory' || r.kind === 'boathouse')
				.map((room) => {
					const why = !accessory.dwellings.includes(c.job.dwelling)
						? `this edition requires it for ${accessory.dwellings.join(', ')} dwellings`
						: powered(c.job, room)
							? null
							: 'without electric power';
					const title = 'a receptacle in an accessory building with power';
					if (why)
						return {
							requirements: [ofRoom(c, { ref: accessory.rule, room }, { title, state: 'not-applicable', why })],
							needs: []
						};
					return anywhere(c, { ref: accessory.rule, room, title });
				})
		);
	}
};

/** At least one in each unfinished part of a basement. @source 210.52(G)(3) */
export const basements: Article = {
	rule: (edition) => edition.places.basement.rule,
	judge: (c) => {
		const { rule } = c.edition.places.basement;
		const title = 'a receptacle in each unfinished part of a basement';
		return gather(
			c.job.rooms
				.filter((r) => r.kind === 'basement')
				.map((room) =>
					room.finished
						? {
								requirements: [
									ofRoom(
										c,
										{ ref: rule, room },
										{
											title,
											state: 'not-applicable',
											why: 'finished: follows the rule for its kind of room'
										}
									)
								],
								needs: []
							}
						: anywhere(c, { ref: rule, room, title })
				)
		);
	}
};

/** One receptacle that counts, anywhere in a room. */
export function anywhere(
	c: ArticleCase,
	{
		ref,
		room,
		title,
		heightIn = USUAL_HEIGHT_IN.garage,
		...figures
	}: { ref: RuleRef; room: Room; title: string; heightIn?: number } & Partial<Requirement>
): ArticleResult {
	const serving = boxesIn(c.job, room).filter((b) => whyNotCounted(c.edition, b) === null);
	const requirement: Requirement = ofRoom(
		c,
		{ ref, room },
		{
			title,
			state: serving.length ? 'met' : 'missing',
			why: serving.length ? names(serving) : `${room.name} has no receptacle that counts.`,
			metBy: serving.map((b) => b.id),
			...figures
		}
	);
	if (serving.length) return { requirements: [requirement], needs: [] };
	const spot = middleOfLongest(room, heightIn);
	const candidate: NewPlace = {
		roomId: room.id,
		place: spot ? onWall(spot.wall, spot.at) : null,
		heightIn,
		device: 'receptacle'
	};
	return { requirements: [requirement], needs: [{ requirement, candidates: [candidate], meets: (p) => p.roomId === room.id }] };
}
