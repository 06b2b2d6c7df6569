import { NEMA } from '../code/nema-forms';
import type { RuledJob } from '../code/ruled-job';
import { circuitVolts } from '../circuits/size/drop';
import { groundOf, hasGround } from '../run/ground-at';
import type { OutletFacts, ReplacedBy } from '../code/outlet';
import type { Edition } from '../code/shape/edition';
import { servesCounter } from '../layout/serves-counter';
import { boxPoint } from '../model/geometry';
import { ifKnown, type Box, type Circuit, type Device, type Job, type Reading, type Room } from '../model/known';
import type { FixtureKind, Serves } from '../model/kinds';
import { cordWay, nearRooms } from './articles/210-8-cord-path';
import { protectedBy } from './reach';

const SINKS: readonly FixtureKind[] = ['sink', 'basin'];
const TUBS: readonly FixtureKind[] = ['tub', 'shower'];
/** Appliances that stay in their space: a single receptacle behind one is not for hands. */
const STAYS: readonly Serves[] = [
	'refrigerator',
	'freezer',
	'dishwasher',
	'range',
	'wall-oven',
	'cooktop',
	'dryer',
	'washer',
	'microwave'
];

/** A device where it is; its circuit may not be known. */
export interface OutletAt {
	room: Room;
	box: Box;
	device: Device;
	circuit: Circuit | undefined;
}

/**
 * What the protection rules ask, read from the model. The distance to a sink or tub is the way of a cord that
 * pierces no wall, by the edition's own reading of doorways.
 * @param readings what was read of its ground
 */
export function outletFacts({ edition, job }: RuledJob, at: OutletAt, readings: readonly Reading[] = []): OutletFacts {
	const { room, box, device, circuit } = at;
	const point = boxPoint(box, room);
	const through = edition.gfci.cordThroughDoors;
	const nearest = (kinds: readonly FixtureKind[]): number | undefined => {
		// Behind a cabinet's door: the cord would pass it.
		if (!point || (box.inCabinet && !through)) return undefined;
		const way = cordWay(job, { room, from: point }, { kinds, throughDoors: through });
		return way ? way.inches / 12 : undefined;
	};
	const receptacle = device.kind === 'receptacle';
	const replaced = receptacle && box.state === 'found' && device.state !== 'found';
	return {
		id: device.id,
		what: device.kind === 'alarm' ? 'hard-wired' : device.kind,
		room: room.kind,
		volts: device.volts,
		// Of what is wired in by its breaker: asked only where a rule stops at some rating.
		get amps() {
			return receptacle ? device.amps : (circuit?.breakerA ?? device.amps);
		},
		circuitVolts: circuit && device.volts === 240 ? circuitVolts(circuit) : undefined,
		finished: room.finished,
		foodPrep: room.foodPrep,
		serves: servesOf(edition, job, at),
		sinkFt: nearest(SINKS),
		tubFt: nearest(TUBS),
		heightIn: box.heightIn ?? undefined,
		dampness: box.dampness ?? undefined,
		readilyAccessible: box.readilyAccessible,
		dedicatedSpace: receptacle && inDedicatedSpace(device),
		builtIn: device.partOf === 'luminaire' || device.partOf === 'appliance',
		locking: receptacle && device.form !== undefined && NEMA[device.form].locking,
		// A new outlet on an old circuit is an extension of it: it adds an outlet, so no length lets it off.
		existing: circuit?.state === 'found' && box.state !== 'found' ? { extensionFt: 0, addsOutlets: true } : undefined,
		replacement: replaced
			? { groundInBox: hasGround(groundOf(job, box, readings)), method: replacedBy(edition, job, at) }
			: undefined
	};
}

/** Counter receptacles are those that serve the counter by where they stand, marked or not. @source 210.52(C) */
function servesOf(edition: Edition, job: Job, { room, box, device }: OutletAt): Serves | undefined {
	if (device.serves) return device.serves;
	if (device.kind === 'alarm') return 'alarm';
	return device.receptacles > 0 && servesCounter({ edition, job }, room, box) ? 'countertop' : undefined;
}

/** One receptacle for one appliance, or a duplex for two, in a space that they do not leave. @source 406.12, its exceptions */
const inDedicatedSpace = (d: Device): boolean =>
	d.dedicatedSpace ?? (d.receptacles === 1 && d.serves !== null && STAYS.includes(d.serves));

/** What stands there now, and not what could: a GFCI upstream counts only where one reaches this outlet. @source 406.4(D)(2) */
function replacedBy(edition: Edition, job: Job, { box, device, circuit }: OutletAt): ReplacedBy {
	if (device.slots === 'two-slot') return 'two-slot';
	const source = ifKnown(() => protectedBy({ edition, job }, { box, device, circuit }, 'gfci'));
	if (!source) return 'unprotected';
	return source.deviceId === device.id ? 'gfci-here' : 'gfci-upstream';
}

/** A sink or a tub is in reach of this room, and where the box stands is not known: what GFCI asks cannot be told. */
export function distanceUnknown(
	job: Job,
	{ room, box }: Pick<OutletAt, 'room' | 'box'>,
	through: boolean
): 'sink' | 'tub' | null {
	if (boxPoint(box, room) || (box.inCabinet && !through)) return null;
	const has = (kinds: readonly FixtureKind[]) =>
		(room.outline ? nearRooms(job.rooms, room) : [room]).some(
			(r) => (r === room || through) && r.fixtures.some((f) => kinds.includes(f.kind))
		);
	return has(SINKS) ? 'sink' : has(TUBS) ? 'tub' : null;
}
