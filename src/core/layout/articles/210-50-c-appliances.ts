import { boxPoint, distanceToFixture, isPlaced } from '../../model/geometry';
import type { Box, Fixture, Room } from '../../model/job';
import type { FixtureKind, Serves } from '../../model/kinds';
import type { Fix } from '../../model/result';
import { formatLength } from '../../units/length';
import { spotsNear } from '../wall-places';
import { boxesIn, names, ofRoom, onWall, type Article, type ArticleCase, type Requirement } from '../requirement';

/** 210.50(C): the receptacle of a specific appliance within 6 ft of where it is to stand. */
export const appliances: Article = {
	rule: (edition) => edition.places.appliance.rule,
	judge: (c) => ({
		requirements: c.job.rooms.flatMap((room) => room.fixtures.flatMap((f) => ofAppliance(c, room, f))),
		needs: []
	})
};

/** Which receptacle is the appliance's own. */
const SERVES_OF: Partial<Record<FixtureKind, Serves>> = {
	range: 'range',
	cooktop: 'cooktop',
	'wall-oven': 'wall-oven',
	refrigerator: 'refrigerator',
	dishwasher: 'dishwasher',
	microwave: 'microwave',
	dryer: 'dryer'
};

function ofAppliance(c: ArticleCase, room: Room, f: Fixture): Requirement[] {
	const serves = SERVES_OF[f.kind];
	if (!serves) return [];
	const { rule, withinIn } = c.edition.places.appliance;
	const own = boxesIn(c.job, room).filter((b) => b.devices.some((d) => d.kind === 'receptacle' && d.serves === serves));
	// Wired without a cord, or not decided yet: nothing to measure.
	if (!own.length) return [];
	const far = (box: Box) => {
		const p = boxPoint(box, room);
		return p && isPlaced(room, f) ? distanceToFixture(p, f) : null;
	};
	const near = own.filter((b) => {
		const d = far(b);
		return d !== null && d <= withinIn;
	});
	const placeless = own.filter((b) => far(b) === null);
	const nearest = Math.min(...own.map((b) => far(b) ?? Infinity));
	return [
		ofRoom(
			c,
			{ ref: rule, room },
			{
				part: f.id,
				subject: { kind: 'fixture', id: f.id },
				title: `the receptacle for ${f.name || f.kind} within ${formatLength(withinIn)} of it`,
				state: near.length ? 'met' : placeless.length ? 'unknown' : 'missing',
				why: near.length
					? names(near)
					: placeless.length
						? `Where ${isPlaced(room, f) ? names(placeless) : f.name || f.kind} stands is not known.`
						: `${names(own)} is ${formatLength(nearest)} from ${f.name || f.kind}.`,
				metBy: near.map((b) => b.id),
				have: near.length || placeless.length ? undefined : nearest,
				need: near.length || placeless.length ? undefined : withinIn,
				unit: near.length || placeless.length ? undefined : 'in',
				fix: near.length || placeless.length ? undefined : moveNear(room, own[0], f, withinIn)
			}
		)
	];
}

/** To the place on the walls nearest to the appliance; what is built stays where it is. */
function moveNear(room: Room, box: Box | undefined, f: Fixture, withinIn: number): Fix | undefined {
	if (!box || box.state !== 'planned') return undefined;
	const spot = spotsNear(room, { heightIn: box.heightIn ?? 0, fixtures: [f], withinIn })[0];
	return spot && { kind: 'move-box', label: `Move ${box.name} to it`, boxId: box.id, place: onWall(spot.wall, spot.at) };
}
