import type { RuledJob } from '../code/ruled-job';
import { HOT_TO_NEUTRAL_V } from '../units/volts';
import type { Edition } from '../code/shape/edition';
import type { RuleRef } from '../code/rule';
import type { Box, CircuitLoad, Device, GroupingPractice, Job, Panel, Room } from '../model/known';
import { indexOf } from '../model/job-index';
import type { CircuitKind, Serves } from '../model/kinds';
import { isFurnace } from '../circuits/articles/422-424-440-625-appliances';
import { buildingOf, panelFor } from '../run/buildings';
import { isFixedInPlace } from '../circuits/articles/210-23-fixed-in-place';
import { loadOfOutlet } from '../circuits/articles/110-3-b-nameplates';

/**
 * What the code, and then house practice, sorts the outlets of a house into before any cable is measured: appliances
 * with a circuit of their own, kitchen, laundry, bathroom and garage receptacles, other receptacles, lights.
 * @source 210.11(C), 210.23, 210.52(B), 225.30, 422.12
 */

/** Boxes that stay together on one circuit: a switch and the lights that it switches, the smoke alarms. */
export interface Unit {
	boxIds: string[];
	roomIds: string[];
	/** Outlets that the practice counts. A switch is none. */
	outlets: number;
	/** Lights and equipment wired to it, W. */
	watts: number;
	/** Of it fastened in place, W. */
	fixedWatts: number;
	/** Serves the counter of this kitchen. */
	counterOf: string | null;
	/** Receptacles outdoors, which a garage circuit may feed too. */
	along: boolean;
}
export interface OutletClass {
	kind: CircuitKind;
	/** Of what, for the name of a circuit: `lights`. */
	of: string;
	rule: RuleRef;
	panel: Panel | undefined;
	breakerA: 15 | 20;
	units: Unit[];
	/** Most outlets on one circuit: by practice, or without end. */
	most: number;
	/** At least so many circuits. */
	least: number;
	/** Counter receptacles of each kitchen on so many. */
	countersOn: number;
	/** The room would be dark and dead at once if all of it hung on one circuit. */
	splitRooms: boolean;
}
export interface OwnCircuit {
	box: Box;
	name: string;
	load: CircuitLoad | null;
	breakerA: number;
	poles: 1 | 2;
	panel: Panel | undefined;
	rule: RuleRef;
}
export interface Sorted {
	classes: OutletClass[];
	own: OwnCircuit[];
	/** Boxes of which nothing can be said, and why. */
	left: { boxId: string; why: string }[];
}

/** Served at 120 V and still on a circuit of its own: their instructions commonly ask for it. */
const OWN_AT_120: readonly Serves[] = [
	'dishwasher',
	'disposer',
	'range-hood',
	'microwave',
	'sump-pump',
	'ev',
	'deicing',
	'pipe-heat',
	'wall-oven'
];
/** More than half of a 15 A circuit fastened in place leaves no room for others: 900 W. */
const shareOf = (edition: Edition, amps: number) => edition.circuits.fastened.share * amps * HOT_TO_NEUTRAL_V;

/** @param boxes those that hang on no circuit yet */
export function sortOutlets({ edition, job }: RuledJob, boxes: readonly Box[], practice: GroupingPractice): Sorted {
	const { rooms } = indexOf(job);
	const left: Sorted['left'] = [];
	const own: OwnCircuit[] = [];
	const shared: { box: Box; room: Room }[] = [];
	for (const box of boxes) {
		const room = box.roomId ? rooms.get(box.roomId) : undefined;
		const alone = box.devices.find((d) => standsAlone(edition, d, practice));
		if (!box.devices.length) left.push({ boxId: box.id, why: 'has no device yet' });
		else if (alone) own.push(ownCircuit(edition, job, box, alone));
		else if (!room) left.push({ boxId: box.id, why: 'has no room yet' });
		else shared.push({ box, room });
	}
	const byBuilding = new Map<Room | null, { box: Box; room: Room }[]>();
	for (const s of shared) {
		const building = buildingOf(job, s.box);
		byBuilding.set(building, [...(byBuilding.get(building) ?? []), s]);
	}
	const classes = [...byBuilding].flatMap(([building, all]) => {
		const panel = panelFor(job, building);
		// Without a panel of its own a building that stands apart has one supply: one circuit feeds all of it.
		return building && panel?.roomId !== building.id
			? [wholeBuilding(edition, building, all, panel)]
			: byUse(edition, job, all, panel, practice);
	});
	return { classes: classes.filter((c) => c.units.length), own, left };
}

function standsAlone(edition: Edition, d: Device, practice: GroupingPractice): boolean {
	if (d.kind === 'switch' || d.kind === 'alarm' || d.kind === 'lighting') return false;
	if (d.volts === 240) return true;
	if (d.serves && OWN_AT_120.includes(d.serves)) return true;
	if (d.serves === 'refrigerator') return practice.refrigeratorAlone;
	if (d.kind === 'hard-wired') return isFurnace(d) || d.serves === 'hvac' || d.watts > shareOf(edition, 15);
	return (
		d.watts > edition.cordShare.share * Math.min(20, d.amps) * HOT_TO_NEUTRAL_V || d.amps > edition.circuits.large.receptacleA
	);
}
function ownCircuit(edition: Edition, job: Job, box: Box, device: Device): OwnCircuit {
	const poles = device.volts === 240 ? 2 : 1;
	const name = device.name.replace(/ disconnect$/, '') || (device.serves ?? '').replaceAll('-', ' ') || box.name;
	return {
		box,
		name: name.charAt(0).toUpperCase() + name.slice(1),
		load: loadOfOutlet({ ...device, name: name.toLowerCase() }) ?? null,
		breakerA: device.kind === 'receptacle' ? device.amps : 20,
		poles,
		panel: panelFor(job, buildingOf(job, box)),
		rule: edition.circuits.nameplate
	};
}

const wholeBuilding = (
	edition: Edition,
	building: Room,
	all: { box: Box; room: Room }[],
	panel: Panel | undefined
): OutletClass => ({
	...plain(edition, 20, panel),
	kind: building.kind === 'garage' ? 'garage' : 'general',
	of: '',
	rule: edition.panels.detached.oneSupply,
	units: [unitOf(edition, all)],
	most: Infinity
});
const plain = (edition: Edition, breakerA: 15 | 20, panel: Panel | undefined): OutletClass => ({
	kind: 'general',
	of: 'receptacles',
	rule: edition.circuits.general.rule,
	panel,
	breakerA,
	units: [],
	most: Infinity,
	least: 1,
	countersOn: 0,
	splitRooms: false
});

function byUse(
	edition: Edition,
	job: Job,
	all: { box: Box; room: Room }[],
	panel: Panel | undefined,
	practice: GroupingPractice
): OutletClass[] {
	const { feeds, required, counters } = edition.circuits;
	// Small-appliance circuits that stand count: what is left need not make two more.
	const there = job.circuits.filter((c) => c.kind === 'small-appliance').length;
	const classes = new Map<string, OutletClass>();
	const into = (key: string, make: () => OutletClass, unit: Unit) => {
		const c = classes.get(key) ?? make();
		classes.set(key, c);
		c.units.push(unit);
	};
	const wanted = (kind: CircuitKind, more: Partial<OutletClass>): OutletClass => ({
		...plain(edition, 20, panel),
		kind,
		rule: feeds[kind]?.rule ?? required[0]?.rule ?? edition.circuits.general.rule,
		...more
	});
	for (const members of keptTogether(edition, all)) {
		const unit = unitOf(edition, members);
		const [first] = members;
		const kind = first && members.length === 1 ? ownKind(edition, first) : null;
		const isLight = !members.some(({ box }) => box.devices.some((d) => d.receptacles > 0));
		if (kind === 'small-appliance') {
			// No small-appliance circuit serves two kitchens: each has its own, and what lies nearest to it.
			const kitchen = kitchenOf(job, first as { box: Box; room: Room }, all);
			into(
				`kitchen ${kitchen}`,
				() =>
					wanted(kind, {
						of: 'receptacles',
						most: practice.perCircuit20,
						least: Math.max(1, 2 - there),
						countersOn: there ? 1 : counters.least
					}),
				unit
			);
		} else if (kind === 'garage' || unit.along) {
			into('garage', () => wanted('garage', { of: 'receptacles', most: practice.perCircuit20 }), unit);
		} else if (kind) {
			into(kind, () => wanted(kind, { of: 'receptacles' }), unit);
		} else if (isLight && practice.lightsApart) {
			into('lights', () => ({ ...plain(edition, 15, panel), of: 'lights', most: practice.perCircuit15 }), unit);
		} else {
			const large = members.some(({ box }) => box.devices.some((d) => d.receptacles > 0 && d.amps > 15));
			const amps = large ? 20 : isLight && practice.receptaclesA === 20 ? 20 : practice.receptaclesA;
			into(
				`general ${amps}`,
				() => ({
					...plain(edition, amps, panel),
					of: practice.lightsApart ? 'receptacles' : 'receptacles and lights',
					most: amps === 20 ? practice.perCircuit20 : practice.perCircuit15,
					splitRooms: !practice.lightsApart
				}),
				unit
			);
		}
	}
	return [...classes.values()].map((c) => withGarage(edition, c));
}
/** Without a garage receptacle among them, receptacles outdoors stand on a general circuit. */
function withGarage(edition: Edition, c: OutletClass): OutletClass {
	if (c.kind !== 'garage' || c.units.some((u) => !u.along)) return c;
	return { ...c, kind: 'general', rule: edition.circuits.general.rule };
}

/** The kind of circuit that receptacles of such a room must hang on; null: none in particular. */
function ownKind(edition: Edition, { box, room }: { box: Box; room: Room }): CircuitKind | null {
	const receptacle = box.devices.some((d) => d.receptacles > 0 && d.switched === 'none');
	// What stands in a cabinet may not hang on a small-appliance circuit.
	if (!receptacle || box.devices.every((d) => !d.receptacles || isFixedInPlace(edition, box, d))) return null;
	const kinds = Object.entries(edition.circuits.feeds) as [CircuitKind, { rooms: readonly string[] }][];
	return kinds.find(([, f]) => f.rooms.includes(room.kind))?.[0] ?? null;
}
function kitchenOf(job: Job, { room }: { room: Room }, all: readonly { room: Room }[]): string {
	if (room.kind === 'kitchen') return room.id;
	const kitchens = [...new Set(all.map((x) => x.room).filter((r) => r.kind === 'kitchen'))];
	const far = (k: Room): number => {
		const [a, b] = [middle(k), middle(room)];
		return a && b ? Math.hypot(a[0] - b[0], a[1] - b[1]) + 200 * Math.abs(k.story - room.story) : Infinity;
	};
	return [...kitchens].sort((a, b) => far(a) - far(b))[0]?.id ?? room.id;
}
const middle = (room: Room): [number, number] | null => {
	const { outline } = room;
	if (!outline?.length) return null;
	const mean = (i: 0 | 1) => outline.reduce((sum, p) => sum + p[i], 0) / outline.length;
	return [mean(0), mean(1)];
};

/** Boxes that must share a circuit: a switch with what it switches, a switch box of several, all alarms of a building. */
function keptTogether(edition: Edition, all: readonly { box: Box; room: Room }[]): { box: Box; room: Room }[][] {
	const root = new Map(all.map(({ box }) => [box.id, box.id]));
	const find = (id: string): string => {
		let at = id;
		for (let up = root.get(at); up !== undefined && up !== at; up = root.get(at)) at = up;
		return at;
	};
	// A receptacle that the code puts on a circuit of its kind stays off the lights, whatever else its box holds.
	const free = new Set(all.filter((x) => !ownKind(edition, x)).map((x) => x.box.id));
	const join = (a: string, b: string) => {
		if (free.has(a) && free.has(b)) root.set(find(a), find(b));
	};
	const alarms = all.filter(({ box }) => box.devices.some((d) => d.kind === 'alarm'));
	for (const { box } of all) for (const d of box.devices) for (const to of d.controls ?? []) if (root.has(to)) join(box.id, to);
	alarms.slice(1).forEach(({ box }, i) => join(box.id, (alarms[i] as { box: Box }).box.id));
	const sets = new Map<string, { box: Box; room: Room }[]>();
	for (const x of all) sets.set(find(x.box.id), [...(sets.get(find(x.box.id)) ?? []), x]);
	return [...sets.values()];
}

function unitOf(edition: Edition, members: readonly { box: Box; room: Room }[]): Unit {
	const devices = members.flatMap((m) => m.box.devices);
	const fixed = devices.filter((d) => d.kind === 'hard-wired').reduce((sum, d) => sum + d.watts, 0);
	const [only] = members;
	const receptacle = members.length === 1 && only?.box.devices.some((d) => d.receptacles > 0) ? only : null;
	return {
		boxIds: members.map((m) => m.box.id),
		roomIds: [...new Set(members.map((m) => m.room.id))],
		outlets: devices.filter((d) => d.kind !== 'switch').length,
		watts: devices.filter((d) => d.kind === 'lighting' || d.kind === 'alarm').reduce((sum, d) => sum + d.watts, 0) + fixed,
		fixedWatts: fixed,
		counterOf: receptacle?.box.devices.some((d) => d.serves === 'countertop') ? receptacle.room.id : null,
		along: !!receptacle?.box.readilyAccessible && !!edition.circuits.feeds.garage?.also?.rooms.includes(receptacle.room.kind)
	};
}
