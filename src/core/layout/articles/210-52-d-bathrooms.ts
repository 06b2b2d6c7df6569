import { boxPoint, distanceToFixture } from '../../model/geometry';
import type { Box, Fixture, Room } from '../../model/job';
import { formatLength } from '../../units/length';
import { whyNotCounted } from '../counts';
import { spotsNear } from '../wall-places';
import { boxesIn, names, ofRoom, onWall, type Article, type ArticleCase, type ArticleResult } from '../requirement';

/** 210.52(D): bathrooms. At least one receptacle within 3 ft of the outside edge of each basin. */
export const bathrooms: Article = {
	rule: (edition) => edition.places.bathroom.rule,
	judge(c) {
		const judged = c.job.rooms.filter((r) => c.edition.places.bathroom.rooms.includes(r.kind)).map((room) => ofBath(c, room));
		return { requirements: judged.flatMap((j) => j.requirements), needs: judged.flatMap((j) => j.needs) };
	}
};

/** Why a receptacle does not serve a basin; null when it does. Heights are held to a face of its cabinet only. */
function whyNotForBasin(c: ArticleCase, { room, box, basin }: { room: Room; box: Box; basin: Fixture }): string | null {
	const { withinIn, belowTopIn, topIn } = c.edition.places.bathroom;
	const why = whyNotCounted(c.edition, box);
	if (why) return why;
	const point = boxPoint(box, room);
	if (!point) return 'not placed yet';
	const far = distanceToFixture(point, basin);
	if (far > withinIn) return `${formatLength(far)} from it`;
	const top = basin.topIn ?? topIn;
	if (box.place?.kind === 'point' && box.heightIn !== null && box.heightIn < top - belowTopIn)
		return `more than ${formatLength(belowTopIn)} below its top`;
	return null;
}

function ofBath(c: ArticleCase, room: Room): ArticleResult {
	const { rule: ref, withinIn } = c.edition.places.bathroom;
	const basins = room.fixtures.filter((f) => f.kind === 'basin' || f.kind === 'sink');
	if (!basins.length)
		return {
			requirements: [
				ofRoom(
					c,
					{ ref, room },
					{
						title: 'a receptacle by each basin',
						state: 'unknown',
						why: `No basin is placed in ${room.name} yet: its receptacle location can't be checked.`
					}
				)
			],
			needs: []
		};
	const boxes = boxesIn(c.job, room);
	const heightIn = c.job.practice.counterHeightIn;
	const needs: ArticleResult['needs'] = [];
	const requirements = basins.map((basin) => {
		const serving = boxes.filter((box) => whyNotForBasin(c, { room, box, basin }) === null);
		const requirement = ofRoom(
			c,
			{ ref, room },
			{
				part: basin.id,
				subject: { kind: 'fixture', id: basin.id },
				title: `within ${formatLength(withinIn)} of ${basin.name || 'the basin'}`,
				state: serving.length ? 'met' : 'missing',
				why: serving.length
					? `${names(serving)} within ${formatLength(withinIn)}`
					: `No receptacle that counts is within ${formatLength(withinIn)} of ${basin.name || 'the basin'} in ${room.name}.`,
				metBy: serving.map((b) => b.id)
			}
		);
		if (!serving.length)
			needs.push({
				requirement,
				candidates: spotsNear(room, { heightIn, fixtures: basins, withinIn })
					.filter((s) => distanceToFixture(s.point, basin) <= withinIn)
					.map((s) => ({ roomId: room.id, place: onWall(s.wall, s.at), heightIn, device: 'receptacle' })),
				meets: (p, point) => p.roomId === room.id && !!point && distanceToFixture(point, basin) <= withinIn
			});
		return requirement;
	});
	return { requirements, needs };
}
