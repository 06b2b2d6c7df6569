import { areaSqFt } from '../../model/geometry';
import type { Room } from '../../model/job';
import { formatLength, toSixteenths } from '../../units/length';
import { whyNotCounted } from '../counts';
import { centerLine } from '../house';
import { wallsCase } from '../room-walls';
import { outlineFaults, placeAt, positionIn, wallSpaces, type WallSpace } from '../wall-spaces';
import { boxesIn, names, ofRoom, onWall, type Article, type ArticleCase, type Requirement } from '../requirement';
import { anywhere } from './210-52-g-garages';

/** 210.52(H): hallways of 10 ft or more along their center line. A doorway across it ends a hallway: it is drawn as two rooms. */
export const hallways: Article = {
	rule: (edition) => edition.places.hallway.rule,
	judge(c) {
		const { rule, leastIn } = c.edition.places.hallway;
		const title = `a receptacle in a hallway of ${formatLength(leastIn)} or more`;
		const judged = c.job.rooms
			.filter((r) => r.kind === 'hallway')
			.map((room) => {
				if (!room.outline || outlineFaults(room.outline).length)
					return {
						requirements: [
							ofRoom(
								c,
								{ ref: rule, room },
								{ title, state: 'unknown', why: `${room.name} has no outline yet: its length is not known.` }
							)
						],
						needs: []
					};
				const length = centerLine(room.outline);
				if (toSixteenths(length) < toSixteenths(leastIn))
					return {
						requirements: [
							ofRoom(
								c,
								{ ref: rule, room },
								{ title, state: 'not-applicable', why: `${formatLength(length)} along its center line` }
							)
						],
						needs: []
					};
				return anywhere(c, {
					ref: rule,
					room,
					title: `${title}: ${formatLength(length)}`,
					heightIn: c.job.practice.wallHeightIn,
					have: length,
					need: leastIn,
					unit: 'in'
				});
			});
		return { requirements: judged.flatMap((j) => j.requirements), needs: judged.flatMap((j) => j.needs) };
	}
};

/** 210.52(I): foyers over 60 sq ft that are no part of a hallway. One in each wall space of 3 ft or more. */
export const foyers: Article = {
	rule: (edition) => edition.places.foyer.rule,
	judge: (c) => ({ requirements: c.job.rooms.filter((r) => r.kind === 'foyer').flatMap((room) => ofFoyer(c, room)), needs: [] })
};

function ofFoyer(c: ArticleCase, room: Room): Requirement[] {
	const { rule, overSqFt, leastIn } = c.edition.places.foyer;
	const title = `a receptacle in each wall space of ${formatLength(leastIn)} of a foyer over ${overSqFt} sq ft`;
	const say = (state: Requirement['state'], why: string) => [ofRoom(c, { ref: rule, room }, { title, state, why })];
	if (!room.outline || outlineFaults(room.outline).length) return say('unknown', `${room.name} has no outline yet.`);
	if (room.partOfHall) return say('not-applicable', 'part of a hallway');
	const area = areaSqFt(room.outline);
	if (area <= overSqFt) return say('not-applicable', `${Math.round(area * 100) / 100} sq ft`);
	const { outline, breaks } = wallsCase(room);
	return wallSpaces(c.edition, { roomKind: room.kind, outline, breaks })
		.filter((s) => s.length >= toSixteenths(leastIn))
		.map((space) => ofFoyerSpace(c, room, space));
}

function ofFoyerSpace(c: ArticleCase, room: Room, space: WallSpace): Requirement {
	const { rule } = c.edition.places.foyer;
	const serving = boxesIn(c.job, room).filter(
		({ place, ...box }) =>
			whyNotCounted(c.edition, { ...box, place }) === null &&
			place?.kind === 'wall' &&
			positionIn(space, place.wall, toSixteenths(place.at)) !== null
	);
	const [first] = space.parts;
	const middle = placeAt(space, Math.round(space.length / 2));
	return ofRoom(
		c,
		{ ref: rule, room },
		{
			part: space.id,
			title: `wall space of ${formatLength(space.length / 16)} in ${room.name}`,
			state: serving.length ? 'met' : 'missing',
			why: serving.length
				? names(serving)
				: `A wall space of ${formatLength(space.length / 16)} in ${room.name} has no receptacle.`,
			metBy: serving.map((b) => b.id),
			subject: {
				kind: 'room',
				id: room.id,
				stretch: first && { wall: first.wall, from: first.from / 16, to: first.to / 16 }
			},
			fix: serving.length
				? undefined
				: {
						kind: 'place-boxes',
						label: 'Place one there',
						boxes: [
							{
								roomId: room.id,
								place: onWall(middle.wall, middle.at / 16),
								heightIn: c.job.practice.wallHeightIn,
								device: 'receptacle'
							}
						]
					}
		}
	);
}
