import { areaSqFt } from '../../model/geometry';
import type { Circuit, CircuitLoad, Job } from '../../model/known';
import type { LoadKind, RoomKind, ServiceKind } from '../../model/kinds';
import { connectedWatts } from '../size/load';
import type { ServiceAppliance } from './service-appliance';
import type { ServiceCase, ServiceMethod } from './220-82-service-load';

/** The dwelling's load as the job knows it: what of its circuits counts, how, and what had to be taken for want of a fact. */

/** Floor that counts for general loads: not open porches, garages, nor spaces that cannot be lived in. @source 220.11 */
export const NOT_FLOOR: readonly RoomKind[] = [
	'outdoors',
	'porch',
	'deck',
	'garage',
	'accessory',
	'boathouse',
	'crawl-space',
	'attic'
];
/** How a circuit's load counts where nothing is said. */
const BY_KIND: Readonly<Record<LoadKind, ServiceKind>> = {
	general: 'fastened',
	'water-heater': 'water-heater',
	range: 'range',
	'wall-oven': 'wall-oven',
	cooktop: 'cooktop',
	dryer: 'dryer',
	ev: 'ev',
	hvac: 'cooling',
	'fixed-heat': 'heating'
};
/** A dwelling has at least so many, drawn or not. @source 210.11(C)(1), (C)(2) */
const LEAST = { 'small-appliance': 2, laundry: 1 } as const;

/** Volt-amperes of a nameplate: watts, else amps, else the minimum circuit ampacity. 0 where it says nothing. */
export function nameplateVa(load: CircuitLoad): number {
	const { watts } = connectedWatts(load);
	if (watts !== null) return watts;
	return (load.amps ?? load.mca ?? 0) * load.volts;
}
/** How a load counts in the service: as said, or by its kind. @source 220.82 */
export const countsAs = (load: CircuitLoad): ServiceKind | 'none' => load.counts ?? BY_KIND[load.kind];

interface JobAppliance extends ServiceAppliance {
	circuit: Circuit;
}
/** Every nameplate of a job that counts in its service, in VA, each with its circuit. */
export const appliancesOf = (job: Job): JobAppliance[] =>
	job.circuits.flatMap((circuit) => {
		const { load } = circuit;
		const kind = load ? countsAs(load) : 'none';
		return load && kind !== 'none' && nameplateVa(load) > 0
			? [{ circuit, name: load.name || circuit.name, kind, va: nameplateVa(load) }]
			: [];
	});

/** Sq ft of the rooms that count, or what the job says; null where neither is known. */
export function floorArea(job: Job): number | null {
	if (job.areaSqFt !== null) return job.areaSqFt;
	// An unfinished basement can be adapted for use: it counts.
	const rooms = job.rooms.filter((r) => r.outline && !NOT_FLOOR.includes(r.kind));
	const sum = rooms.reduce((s, r) => s + areaSqFt(r.outline ?? []), 0);
	return sum > 0 ? sum : null;
}

/**
 * What the load of the dwelling lacks: floor that nobody measured, nameplates that nobody read. While it lacks any, the sum is the
 * least that the load can be, and no room in the service is told of.
 * @returns in words, the longest first to do; none where everything that counts was entered
 */
export function serviceLacks(job: Job): string[] {
	const counts = job.rooms.filter((r) => !NOT_FLOOR.includes(r.kind));
	const open = job.areaSqFt === null ? counts.filter((r) => !r.outline) : [];
	const silent = job.circuits.filter((c) => !saysItsLoad(c));
	return [
		...(job.areaSqFt === null && counts.length === open.length ? ['the floor area'] : []),
		...(open.length && open.length < counts.length
			? [`the floor area of ${open.length} of ${counts.length} rooms: ${shortList(open.map((r) => r.name))}`]
			: []),
		...(silent.length ? [`the nameplate of ${shortList(silent.map((c) => c.load?.name || c.name))}`] : []),
		...(job.circuits.length ? [] : ['every circuit: none is entered'])
	];
}
/** A circuit of one appliance has a nameplate, or counts in no sum; the others are in the floor area and by their number. */
function saysItsLoad(circuit: Circuit): boolean {
	if (!circuit.load) return circuit.kind !== 'individual';
	return countsAs(circuit.load) === 'none' || nameplateVa(circuit.load) > 0;
}
/** So many are named; the rest by their number. */
const NAMED = 4;
const shortList = (of: readonly string[]): string =>
	of.length <= NAMED ? of.join(', ') : `${of.slice(0, NAMED).join(', ')} and ${of.length - NAMED} more`;

/** Null: the floor area is not known, and nothing can be reckoned. @param more what might be added: "what if" */
export function serviceCaseOf(job: Job, method: ServiceMethod, more: readonly ServiceAppliance[] = []): ServiceCase | null {
	const area = floorArea(job);
	if (area === null) return null;
	const count = (kind: keyof typeof LEAST) => Math.max(LEAST[kind], job.circuits.filter((c) => c.kind === kind).length);
	return {
		method,
		areaSqFt: area,
		smallApplianceCircuits: count('small-appliance'),
		laundryCircuits: count('laundry'),
		appliances: [...appliancesOf(job), ...more]
	};
}

/** The rating that the service has now: of the panel with the service disconnect, else of the first. */
export const serviceRating = (job: Job): number | null => (job.panels.find((p) => p.service) ?? job.panels[0])?.mainA ?? null;
