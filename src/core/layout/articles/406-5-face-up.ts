import { distanceToFixture } from '../../model/geometry';
import type { Box, Room } from '../../model/job';
import { pointOf } from '../house';
import { boxesIn, ofRoom, type Article, type ArticleCase, type Requirement } from '../requirement';

/** 406.5: no receptacle lies face up in a counter, unless in an assembly listed for it; from 2020 none face up below a sink. */
export const faceUp: Article = {
	rule: (edition) => edition.places.faceUp.rule,
	judge: (c) => ({
		requirements: c.job.rooms.flatMap((room) => boxesIn(c.job, room).flatMap((box) => ofBox(c, room, box))),
		needs: []
	})
};

function ofBox(c: ArticleCase, room: Room, box: Box): Requirement[] {
	const up = box.devices.filter((d) => d.faceUp);
	if (!up.length) return [];
	const { rule, belowSink } = c.edition.places.faceUp;
	const point = pointOf(c.job, box);
	const sink = belowSink && point ? room.fixtures.find((f) => f.kind === 'sink' && distanceToFixture(point, f) === 0) : undefined;
	const unlisted = up.some((d) => d.faceUp === 'not-listed');
	const below = !!sink && !!belowSink;
	return [
		ofRoom(
			c,
			{ ref: below && !unlisted ? belowSink : rule, room },
			{
				part: box.id,
				subject: { kind: 'box', id: box.id },
				title: `${box.name} faces up: only in an assembly listed for counters`,
				state: unlisted || below ? 'missing' : 'met',
				severity: box.state === 'found' ? 'advice' : 'violation',
				why: unlisted
					? `${box.name} in ${room.name} faces up and is not in an assembly listed for that: spills run in.`
					: below
						? `${box.name} in ${room.name} faces up below ${sink.name || 'a sink'}.`
						: 'in a listed assembly',
				metBy: unlisted || below ? [] : [box.id]
			}
		)
	];
}
