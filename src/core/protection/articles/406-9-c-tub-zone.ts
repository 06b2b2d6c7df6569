import type { RuledJob } from '../../code/ruled-job';
import { cite } from '../../code/rule';
import { boxPoint, distanceToFixture } from '../../model/geometry';
import type { Box, Device, Fixture, Point, Room } from '../../model/known';
import type { Finding } from '../../model/result';
import { atMost, show } from '../../units/quantity';

/** Rim of a tub and threshold of a shower where nothing is said, in above the floor. */
const RIM_IN: Partial<Record<Fixture['kind'], number>> = { tub: 20, shower: 4 };

/**
 * Receptacles in the zone of a tub or shower. Where the room leaves no other place, the one on the farthest wall is let off.
 * @source 406.9(C)  @example 2020, 35 in from the tub: within the zone; in a bathroom where nothing is 3 ft away: let off there
 */
export function tubZoneFindings({ edition }: Pick<RuledJob, 'edition'>, room: Room, box: Box): Finding[] {
	const point = boxPoint(box, room);
	const receptacle = box.devices.find((d) => d.receptacles > 0 && d.partOf !== 'appliance');
	const { rule, acrossIn, upIn, bidet } = edition.tubZone;
	if (!point || !receptacle) return [];
	return room.fixtures.flatMap((f): Finding[] => {
		const rim = RIM_IN[f.kind];
		if (rim === undefined) return [];
		const across = distanceToFixture(point, f);
		const within = acrossIn ? !atMost(acrossIn, across) : atMost(across, 0);
		if (!within || !atMost(box.heightIn ?? 0, rim + upIn)) return [];
		if (bidet && receptacle.serves === 'bidet' && beyondToilet(room, f, point, receptacle)) return [];
		const far = farthest(room, f);
		const tooSmall = acrossIn > 0 && far < acrossIn;
		// On the wall opposite, as far as the room goes.
		if (tooSmall && across >= far - 1) return [];
		return [
			{
				code: 'tub-zone',
				id: `tub-zone:${box.id}:${f.id}`,
				severity: box.state === 'found' ? 'advice' : 'violation',
				rule: cite(edition, rule),
				subject: { kind: 'box', id: box.id },
				message: `${box.name} is ${show(across, 1)} in from the ${f.name || f.kind}; ${acrossIn ? `no receptacle is allowed within ${acrossIn} in of it` : 'no receptacle is allowed within or over it'}${tooSmall ? ', except on the farthest wall in a room this small' : ''}.`,
				have: across,
				need: acrossIn,
				unit: 'in'
			}
		];
	});
}
/** A single receptacle for a bidet seat with the toilet between it and the tub. */
function beyondToilet(room: Room, tub: Fixture, point: Point, { receptacles }: Device): boolean {
	const own = distanceToFixture(point, tub);
	return (
		receptacles === 1 &&
		room.fixtures.some((f) => f.kind === 'toilet' && own > distanceToFixture([f.x + f.widthIn / 2, f.y + f.depthIn / 2], tub))
	);
}
/** How far a wall of the room can be from the thing, in. */
const farthest = (room: Room, f: Fixture): number => Math.max(0, ...(room.outline ?? []).map((p) => distanceToFixture(p, f)));
