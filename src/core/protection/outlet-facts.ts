import { circuitVolts } from '../circuits/drop';
import type { OutletFacts } from '../code/outlet';
import type { Edition } from '../code/edition';
import { boxPoint } from '../model/geometry';
import type { Box, Circuit, Device, Job, Room } from '../model/job';
import type { FixtureKind, Serves } from '../model/kinds';
import { cordWay } from './cord-path';

const SINKS: readonly FixtureKind[] = ['sink', 'basin'];
const TUBS: readonly FixtureKind[] = ['tub', 'shower'];
/** Appliances that stay in their space: a single receptacle behind one is not for hands. */
const STAYS: readonly Serves[] = ['refrigerator', 'dishwasher', 'range', 'wall-oven', 'cooktop', 'dryer', 'microwave'];

/**
 * What the protection rules ask, read from the model. The distance to a sink or tub is the way of a cord that
 * pierces no wall, by the edition's own reading of doorways.
 */
export function outletFacts(
	edition: Edition,
	job: Job,
	room: Room,
	box: Box,
	device: Device,
	circuit: Circuit | undefined
): OutletFacts {
	const point = boxPoint(box, room);
	const through = edition.gfci.cordThroughDoors;
	const nearest = (kinds: readonly FixtureKind[]): number | undefined => {
		// Behind a cabinet's door: the cord would pass it.
		if (!point || (box.inCabinet && !through)) return undefined;
		const way = cordWay(job, room, point, kinds, through);
		return way ? way.inches / 12 : undefined;
	};
	const receptacle = device.kind === 'receptacle';
	return {
		id: device.id,
		what: device.kind === 'alarm' ? 'hard-wired' : device.kind,
		room: room.kind,
		volts: device.volts,
		amps: receptacle ? device.amps : (circuit?.breakerA ?? device.amps),
		circuitVolts: circuit && device.volts === 240 ? circuitVolts(circuit) : undefined,
		finished: room.finished,
		foodPrep: room.foodPrep,
		serves: device.serves ?? (device.kind === 'alarm' ? 'alarm' : undefined),
		sinkFt: nearest(SINKS),
		tubFt: nearest(TUBS),
		heightIn: box.heightIn ?? undefined,
		dampness: box.dampness ?? undefined,
		readilyAccessible: box.readilyAccessible,
		dedicatedSpace: receptacle && device.receptacles === 1 && device.serves !== null && STAYS.includes(device.serves),
		// A new outlet on an old circuit is an extension of it: it adds an outlet, so no length lets it off.
		existing: circuit?.state === 'found' && box.state !== 'found' ? { extensionFt: 0, addsOutlets: true } : undefined,
		replacement: receptacle && box.state === 'found' && device.state !== 'found' ? replacementOf(box, device) : undefined
	};
}

function replacementOf(box: Box, device: Device): OutletFacts['replacement'] {
	const here = device.protection === 'gfci' || device.protection === 'dual';
	const method = device.slots === 'two-slot' ? 'two-slot' : here ? 'gfci-here' : 'gfci-upstream';
	return { groundInBox: box.ground === 'present', method };
}
