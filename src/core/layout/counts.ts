import type { Edition } from '../code/shape/edition';
import { boxPoint, fromWall, wallLength } from '../model/geometry';
import type { Box, Device, Job, Room } from '../model/job';
import { indexOf } from '../model/job-index';
import { formatLength } from '../units/length';

/** Whether a receptacle counts toward the required ones, and if not, why. @source 210.52 */

/** The 15 and 20 A, 120 V receptacles of a box. */
export const receptaclesOf = (box: Box): Device[] =>
	box.devices.filter((d) => d.kind === 'receptacle' && d.receptacles > 0 && d.volts === 120 && d.amps <= 20);

const switchedWhole = (d: Device) => d.switched === 'whole' || (d.switched === 'half' && d.receptacles < 2);
const builtIn = (d: Device) => d.partOf === 'luminaire' || d.partOf === 'appliance';

/** Why no receptacle of a box counts anywhere; null when one does. @source 210.52 (1) to (4) */
export function whyNotCounted(edition: Edition, box: Box): string | null {
	const receptacles = receptaclesOf(box);
	if (!receptacles.length) return 'no 15 or 20 A, 120 V receptacle';
	if (receptacles.every(builtIn)) return 'part of a luminaire or appliance';
	if (box.inCabinet) return 'inside a cabinet';
	if (box.heightIn !== null && box.heightIn > edition.walls.maxHeightIn)
		return `more than ${formatLength(edition.walls.maxHeightIn)} above the floor`;
	if (receptacles.every(switchedWhole)) return 'switched as the required lighting outlet';
	return null;
}

/** For one appliance alone: it serves neither a wall nor a counter. @source 210.52(A), (B)(1) */
export function onIndividual(job: Job, box: Box): boolean {
	const { circuitsOfBox, cablesOfCircuit } = indexOf(job);
	const circuits = circuitsOfBox.get(box.id) ?? [];
	return circuits.length > 0 && circuits.every((c) => c.kind === 'individual' && (cablesOfCircuit.get(c.id) ?? []).length <= 1);
}
export const INDIVIDUAL = 'on an individual circuit, for one appliance';

/** Where in a room a box serves the wall: on it, or on the floor near it. @source 210.52(A)(3) */
export function wallPlace(edition: Edition, room: Room, box: Box): { wall: number; at: number } | null {
	if (box.place?.kind === 'wall') return box.place;
	const point = boxPoint(box, room);
	const outline = room.outline;
	if (!point || !outline || box.heightIn === null || box.heightIn > FLOOR_IN) return null;
	const near = outline
		.map((_, wall) => ({ wall, ...fromWall(outline, wall, point) }))
		.filter((w) => w.along >= 0 && w.along <= wallLength(outline, w.wall) && w.off >= 0 && w.off <= edition.walls.floorWithinIn)
		.sort((a, b) => a.off - b.off)[0];
	return near ? { wall: near.wall, at: near.along } : null;
}
/** A box in the floor stands no higher than this, in. */
const FLOOR_IN = 2;

/** Why a receptacle in a box does not count for the wall; null when it does. @source 210.52, 210.52(A)(3), (A)(4) */
export function whyNotForWall(edition: Edition, room: Room, box: Box): string | null {
	const receptacles = receptaclesOf(box);
	if (!receptacles.length) return 'no 15 or 20 A, 120 V receptacle';
	if (!wallPlace(edition, room, box)) {
		return box.heightIn !== null && box.heightIn <= FLOOR_IN && box.place
			? `in the floor, more than ${formatLength(edition.walls.floorWithinIn)} from the wall`
			: 'not on a wall';
	}
	const why = whyNotCounted(edition, box);
	if (why) return why;
	if (receptacles.every((d) => d.serves === 'countertop')) return 'a countertop receptacle';
	if (receptacles.every((d) => d.partOf === 'baseboard-heater')) return 'part of a heater: serves the wall along the heater';
	return null;
}
