import type * as told from '../model/job';
import { scheduleName } from './schedule-name';
import { leastFor } from '../code/240-4-d-pigtail';
import { HOT_TO_NEUTRAL_V } from '../units/volts';
import { placeBreakers } from '../circuits/panel/balance';
import { sizeCasesOf } from '../circuits/size/circuit-case';
import { feedOrder, feedTree } from './feed-order';
import { groupUnits, type GroupCase } from './group-search';
import { sortOutlets, type OutletClass, type OwnCircuit, type Sorted, type Unit } from './outlet-classes';
import { feetBetween } from '../run/moving';
import { hasReceptacles, runOf } from '../run/runs';
import { labelLists } from '../run/spaces';
import { sizeCircuit } from '../circuits/size/size';
import { floorArea } from '../circuits/service/service-of-job';
import type { Edition } from '../code/shape/edition';
import { editionOf } from '../code/amended-edition';
import { ifKnown, panelOf, type Circuit, type GroupingPractice, type Job, type Cable, type Panel } from '../model/known';
import { DEFAULT_GROUPING } from '../model/practice';
import { indexOf } from '../model/job-index';
import { liesBetween } from '../circuits/articles/300-5-300-9-wet-places';
import { newCircuit } from '../model/new-job';
import type { BreakerForm, Protection } from '../model/kinds';
import { needOf } from '../protection/need-of';
import { protectedBy } from '../protection/reach';

/**
 * Circuits for every outlet that hangs on none: hard rules first, then house practice, then the least cable. Wire,
 * breaker and slot of each follow. A proposal: nothing of the job is changed.
 */
export interface CircuitProposal {
	practice: GroupingPractice;
	circuits: Circuit[];
	cables: Cable[];
	/** A job without a panel gets this one. */
	panel: told.Panel | null;
	/** Boxes that it leaves out, and why. */
	left: { boxId: string; why: string }[];
	/** Cable along the routes, ft, and how many cables of it could not be measured. */
	feet: number;
	unmeasured: number;
	/** Slots that its breakers take. */
	poles: number;
	/** Circuits that have no slot. */
	unplaced: number;
}
export type Progress = (share: number, doing: string) => void;

/** Feet that are taken between boxes of which one is not placed: in one room, and from room to room. */
const GUESS_FT = { sameRoom: 10, apart: 30 };

/**
 * @param newId a fresh id for each circuit and cable
 * @example the demo house without circuits: 20-odd circuits, every outlet on one
 */
export function proposeCircuits(
	job: Job,
	newId: () => string,
	{
		practice = job.practice.grouping ?? DEFAULT_GROUPING,
		progress = () => undefined
	}: { practice?: GroupingPractice | undefined; progress?: Progress | undefined } = {}
): CircuitProposal {
	const edition = editionOf(job);
	const based = job.panels.length ? job : { ...job, panels: [newPanel(newId())] };
	const { circuitsOfBox } = indexOf(based);
	const boxes = based.boxes.filter((b) => !circuitsOfBox.get(b.id)?.length);
	const sorted = sortOutlets({ edition, job: based }, boxes, practice);
	const made = new Maker(edition, based, practice, newId);
	askForArea(edition, based, sorted);
	const parts = sorted.classes.length + 1;
	sorted.classes.forEach((c, i) => {
		const doing = c.of ? `${c.kind === 'general' ? '' : `${c.kind.replaceAll('-', ' ')} `}${c.of}` : 'an outbuilding';
		made.classOf(c, (share) => progress((i + share) / parts, doing));
	});
	sorted.own.forEach((own) => made.own(own));
	progress((parts - 1) / parts, 'wire and breakers');
	// It is only planned to be there: what its main is, and how many spaces it has, somebody reads or chooses.
	const [home] = based.panels;
	const panel = job.panels.length || !home ? null : { ...home, mainA: null, spaces: null };
	return { ...made.finish(), panel, left: sorted.left };
}
/** With room enough to propose in. */
const newPanel = (id: string): Panel => ({ id, name: 'Panel', roomId: null, place: null, mainA: 200, spaces: 40 });

/** The floor area asks for so many general circuits at least. @source 210.11(A) */
function askForArea(edition: Edition, job: Job, sorted: Sorted): void {
	const area = floorArea(job);
	const general = sorted.classes.filter((c) => c.kind === 'general');
	const largest = [...general].sort((a, b) => b.units.length - a.units.length)[0];
	if (area === null || !largest) return;
	const { vaPerSqFt, volts } = edition.circuits.general;
	const there = job.circuits
		.filter((c) => c.kind === 'general' && c.poles === 1 && !c.load)
		.reduce((sum, c) => sum + c.breakerA, 0);
	const others = general.reduce((sum, c) => (c === largest ? sum : sum + c.breakerA * c.least), 0);
	const need = (area * vaPerSqFt) / volts - there - others;
	largest.least = Math.max(largest.least, Math.ceil(need / largest.breakerA));
}

class Maker {
	private readonly circuits: Circuit[] = [];
	private readonly cables: Cable[] = [];
	private readonly feetOf = new Map<string, number>();

	constructor(
		private readonly edition: Edition,
		private readonly job: Job,
		private readonly practice: GroupingPractice,
		private readonly newId: () => string
	) {}

	private readonly measured = (a: string, b: string): number | null => feetBetween(this.job, { a, b }, this.practice.way);
	/** Feet for the search: what cannot be measured is taken. */
	private feet(a: string, b: string): number {
		const key = a < b ? `${a} ${b}` : `${b} ${a}`;
		const before = this.feetOf.get(key);
		if (before !== undefined) return before;
		const { boxes } = indexOf(this.job);
		const rooms = [boxes.get(a)?.roomId, boxes.get(b)?.roomId];
		const feet = this.measured(a, b) ?? (rooms[0] && rooms[0] === rooms[1] ? GUESS_FT.sameRoom : GUESS_FT.apart);
		this.feetOf.set(key, feet);
		return feet;
	}

	classOf(c: OutletClass, progress: (share: number) => void): void {
		const ids = c.units.flatMap((u) => u.boxIds);
		const at = new Map(ids.map((id, i) => [id, i]));
		const places = (u: Unit) => u.boxIds.map((id) => at.get(id) as number);
		const rated = c.breakerA * HOT_TO_NEUTRAL_V;
		const search: GroupCase = {
			units: c.units.map((u) => ({ ...u, places: places(u), rooms: u.roomIds })),
			fromPanel: ids.map((id) => (c.panel ? this.feet(c.panel.id, id) : GUESS_FT.apart)),
			between: (a, b) => this.feet(ids[a] as string, ids[b] as string),
			mostOutlets: c.most,
			mostWatts: this.edition.cordShare.share * rated,
			mostFixedWatts: this.edition.circuits.fastened.share * rated,
			least: c.least,
			countersOn: c.countersOn,
			splitRooms: c.splitRooms,
			taps: this.practice.taps
		};
		const { groups } = groupUnits(search, progress);
		const named = groups.map((g) => g.map((i) => c.units[i] as Unit));
		for (const units of named) {
			// On a garage circuit alone may outdoor receptacles stand; without a garage one it is a general circuit.
			const kind = c.kind === 'garage' && units.every((u) => u.along) ? 'general' : c.kind;
			this.add(
				{ name: this.nameOf(units, c.of), kind, breakerA: c.breakerA, panelId: c.panel?.id ?? '' },
				units.flatMap((u) => u.boxIds)
			);
		}
	}
	own({ box, name, load, breakerA, poles, panel }: OwnCircuit): void {
		this.add({ name, kind: 'individual', breakerA, poles, load, panelId: panel?.id ?? '' }, [box.id]);
	}

	private nameOf(units: readonly Unit[], of: string): string {
		const { rooms, boxes } = indexOf(this.job);
		const count = new Map<string, number>();
		for (const id of units.flatMap((u) => u.boxIds)) {
			const name = rooms.get(boxes.get(id)?.roomId ?? '')?.name ?? '';
			count.set(name, (count.get(name) ?? 0) + 1);
		}
		const names = [...count].sort((a, b) => b[1] - a[1]).map(([name]) => name);
		const counter = units.every((u) => u.counterOf) && units.length > 0;
		return scheduleName(names, counter ? 'counter' : of);
	}

	private add(c: Pick<Circuit, 'name' | 'kind' | 'breakerA' | 'panelId'> & Partial<Circuit>, boxIds: readonly string[]): void {
		const circuit = newCircuit({ id: this.newId(), ...c });
		this.circuits.push(circuit);
		const fromPanel = boxIds.map((id) => this.feet(panelOf(circuit), id));
		const between = boxIds.map((a) => boxIds.map((b) => (a === b ? 0 : this.feet(a, b))));
		const order = this.practice.taps ? feedTree({ fromPanel, between }) : feedOrder({ fromPanel, between });
		for (const i of order.order) {
			const from = order.from[i] as number;
			const [fromId, toId] = [from < 0 ? panelOf(circuit) : (boxIds[from] as string), boxIds[i] as string];
			this.cables.push({
				id: this.newId(),
				circuitId: circuit.id,
				fromId,
				toId,
				...this.cableTo(fromId, toId),
				awg: leastFor(circuit.breakerA, 'Cu', this.edition) ?? '10',
				metal: 'Cu',
				conductors: this.conductorsTo(circuit, toId),
				ground: true,
				lengthFt: this.measured(fromId, toId),
				state: 'planned'
			});
		}
	}
	/** Outdoors and in the ground is no place for NM-B; through the wall into the back of a box it may come. @source 334.12 */
	private cableTo(fromId: string, toId: string): Pick<Cable, 'kind' | 'lies'> {
		const lies = liesBetween({ edition: this.edition, job: this.job }, fromId, toId);
		if (lies === 'through-wall') return { kind: 'NM-B', lies: 'inside' };
		return { kind: lies && lies !== 'inside' ? 'UF-B' : 'NM-B' };
	}
	/** A range or a dryer takes a neutral besides its two hots. */
	private conductorsTo(circuit: Circuit, boxId: string): number {
		const neutral = indexOf(this.job)
			.boxes.get(boxId)
			?.devices.some((d) => d.kind === 'receptacle' && (d.serves === 'range' || d.serves === 'dryer' || d.yoke));
		return circuit.poles === 2 && neutral ? 3 : 2;
	}

	finish(): Pick<CircuitProposal, 'practice' | 'circuits' | 'cables' | 'feet' | 'unmeasured' | 'poles' | 'unplaced'> {
		let drawn: Job = {
			...this.job,
			circuits: [...this.job.circuits, ...this.circuits],
			cables: [...this.job.cables, ...this.cables]
		};
		const own = new Set(this.circuits.map((c) => c.id));
		const sized = new Map(this.circuits.map((c) => [c.id, sizedAs(this.edition, drawn, c)]));
		const sizeOf = (id: string) => sized.get(id);
		drawn = {
			...drawn,
			// What stands already stays as it is: not all of it may be known.
			circuits: drawn.circuits.map((c) => (own.has(c.id) ? { ...c, ...sizeOf(c.id)?.circuit } : c)),
			cables: drawn.cables.map((l) => (own.has(l.circuitId) ? { ...l, ...sizeOf(l.circuitId)?.cable } : l))
		};
		const breakers = new Map(drawn.circuits.filter((c) => own.has(c.id)).map((c) => [c.id, breakerFor(this.edition, drawn, c)]));
		drawn = {
			...drawn,
			circuits: drawn.circuits.map((c) => (own.has(c.id) ? { ...c, breaker: breakers.get(c.id) ?? c.breaker } : c))
		};
		for (const panel of drawn.panels) {
			const moves = ifKnown(() => placeBreakers(this.edition, drawn, panel)) ?? [];
			const spaces = new Map(moves.map((m) => [m.circuitId, m.space]));
			drawn = {
				...drawn,
				circuits: drawn.circuits.map((c) => (own.has(c.id) && spaces.has(c.id) ? { ...c, space: spaces.get(c.id) ?? null } : c))
			};
		}
		const circuits = drawn.circuits.filter((c) => own.has(c.id));
		const cables = drawn.cables.filter((l) => own.has(l.circuitId));
		return {
			practice: this.practice,
			circuits,
			cables,
			feet: cables.reduce((sum, l) => sum + (l.lengthFt ?? 0), 0),
			unmeasured: cables.filter((l) => l.lengthFt === null).length,
			poles: circuits.reduce((sum, c) => sum + c.poles, 0),
			unplaced: circuits.filter((c) => c.space === null).length
		};
	}
}

/** Breaker and wire: of an appliance by its nameplate and the drop that the shop lets pass; of the rest by their breaker. */
function sizedAs(edition: Edition, job: Job, circuit: Circuit): { circuit: Partial<Circuit>; cable: Partial<Cable> } | null {
	const [first] = sizeCasesOf(edition, job, runOf(job, circuit));
	if (!first) return null;
	const limits = circuit.load ? { dropPercent: job.practice.dropPercent } : undefined;
	// Ordinary receptacles in one place keep to 20 A where theirs are so rated; everything else gets the least.
	const keeps = !circuit.load || (circuit.load.kind === 'general' && circuit.poles === 1);
	const least = sizeCircuit(edition, { ...first, limits, awg: undefined, breakerA: undefined });
	const breakerA = keeps && (!least.ok || least.value.breakerA <= circuit.breakerA) ? circuit.breakerA : undefined;
	const sized = sizeCircuit(edition, { ...first, limits, awg: undefined, breakerA });
	if (!sized.ok) return null;
	const heavier = job.practice.receptacles12 && sized.value.awg === '14' && hasReceptacles(job, circuit);
	return { circuit: { breakerA: sized.value.breakerA }, cable: { awg: heavier ? '12' : sized.value.awg } };
}

/** The kind of breaker that its outlets need and that its panel's label lists. What a device of the run gives already is not asked of it. */
function breakerFor(edition: Edition, job: Job, circuit: Circuit): Protection {
	const { boxes, rooms } = indexOf(job);
	const need = { gfci: false, afci: false };
	for (const { boxId } of runOf(job, circuit).nodes) {
		const box = boxes.get(boxId);
		const room = box?.roomId ? rooms.get(box.roomId) : undefined;
		if (!box || !room) continue;
		for (const device of box.devices) {
			const { gfci, afci } = needOf({ edition, job }, { room, box, device, circuit });
			need.gfci ||= gfci.required && !ifKnown(() => protectedBy({ edition, job }, { box, device, circuit }, 'gfci'));
			need.afci ||= afci.required;
		}
	}
	const listed = (form: BreakerForm) => labelLists(job, circuit.panelId, form);
	if (need.gfci && need.afci && listed('dual')) return 'dual';
	if (need.afci && listed('afci')) return 'afci';
	if (need.gfci && listed('gfci')) return 'gfci';
	return 'none';
}

export interface Alternative {
	id: string;
	name: string;
	proposal: CircuitProposal;
}
/** What differs from house practice, each with its name: the ways that are laid beside it. */
export function otherWays(practice: GroupingPractice): { id: string; name: string; practice: GroupingPractice }[] {
	return [
		{ id: 'practice', name: 'Shop practice', practice },
		{
			id: 'taps',
			name: practice.taps ? 'Box to box, no branching' : 'With branching',
			practice: { ...practice, taps: !practice.taps }
		},
		{
			id: 'lights',
			name: practice.lightsApart ? 'Lights with receptacles' : 'Lights separate',
			practice: { ...practice, lightsApart: !practice.lightsApart }
		},
		{
			id: 'way',
			name: practice.way === 'attic' ? 'Through the crawl space' : 'Through the attic',
			practice: { ...practice, way: practice.way === 'attic' ? 'crawl-space' : 'attic' }
		}
	];
}
