import { boxPoint, distanceToFixture } from '../../model/geometry';
import { formatLength } from '../../units/length';
import { whyNotCounted } from '../counts';
import { middleOfLongest, spotsNear } from '../wall-places';
import { boxesIn, names, ofHouse, ofRoom, onWall, type Article, type ArticleCase, type ArticleResult } from '../requirement';
import type { Room } from '../../model/job';
import type { NewPlace } from '../../model/result';

/** 210.52(F): laundry areas. At least one receptacle where laundry equipment is to stand. */
export const laundry: Article = {
	rule: (edition) => edition.places.laundry.rule,
	judge(c) {
		const { rule: ref } = c.edition.places.laundry;
		const { unit, dwelling } = c.job;
		const title = 'a receptacle for laundry equipment';
		const none =
			dwelling === 'multifamily' && unit?.commonLaundry
				? "laundry equipment is in the building's common area"
				: dwelling !== 'one-family' && unit && !unit.laundryHere
					? 'no laundry equipment in this unit'
					: null;
		if (none) return { requirements: [ofHouse(c, ref, { title, state: 'not-applicable', why: none })], needs: [] };
		const areas = c.job.rooms.filter((r) => r.kind === 'laundry' || r.fixtures.some((f) => f.kind === 'washer'));
		if (!areas.length)
			return {
				requirements: [
					ofHouse(c, ref, { title, state: 'unknown', why: 'No laundry area is known yet: add the room, or place the washer.' })
				],
				needs: []
			};
		const judged = areas.map((room) => ofArea(c, room, title));
		return { requirements: judged.flatMap((j) => j.requirements), needs: judged.flatMap((j) => j.needs) };
	}
};

function ofArea(c: ArticleCase, room: Room, title: string): ArticleResult {
	const { rule: ref } = c.edition.places.laundry;
	const { withinIn } = c.edition.places.appliance;
	const washers = room.fixtures.filter((f) => f.kind === 'washer');
	const reaches = (p: readonly [number, number] | null) =>
		!washers.length || (!!p && washers.some((w) => distanceToFixture(p, w) <= withinIn));
	const boxes = boxesIn(c.job, room).filter((b) => whyNotCounted(c.edition, b) === null);
	// One that is only said to be there has no place: whether it reaches the washer is not known.
	const unplaced = washers.length ? boxes.filter((b) => b.place === null) : [];
	const serving = boxes.filter((b) => (washers.length ? b.place !== null && reaches(boxPoint(b, room)) : true));
	const by = washers.length ? ` within ${formatLength(withinIn)} of the washer` : '';
	const requirement = ofRoom(
		c,
		{ ref, room },
		{
			title: `${title}${by}`,
			state: serving.length ? 'met' : unplaced.length ? 'unknown' : 'missing',
			why: serving.length
				? names(serving)
				: unplaced.length
					? `Where ${names(unplaced)} stands is not known: place it, or the washer.`
					: `${room.name} has no receptacle that counts${by}.`,
			metBy: serving.map((b) => b.id)
		}
	);
	if (serving.length || unplaced.length) return { requirements: [requirement], needs: [] };
	const heightIn = c.job.practice.counterHeightIn;
	const near = washers.length
		? spotsNear(room, { heightIn, fixtures: washers, withinIn }).slice(0, 1)
		: [middleOfLongest(room, heightIn)].filter((p) => p !== null);
	const candidates: NewPlace[] = near.length
		? near.map((s) => ({ roomId: room.id, place: onWall(s.wall, s.at), heightIn, device: 'receptacle' }))
		: [{ roomId: room.id, place: null, heightIn, device: 'receptacle' }];
	return {
		requirements: [requirement],
		needs: [{ requirement, candidates, meets: (p, point) => p.roomId === room.id && reaches(point) }]
	};
}
