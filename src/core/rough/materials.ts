import { breakerName } from '../model/breaker-name';
import type { RuledJob } from '../code/ruled-job';
import { inRaceway, RACEWAY_MAKES } from '../model/cable-kinds';
import { indexOf } from '../model/job-index';
import { inWords } from '../model/kinds';
import { ifKnown, type Box, type Device, type Job, type Cable } from '../model/known';
import { reckonOf } from '../model/practice';
import { cutsOf } from './cuts';
import { boxChoice } from './box-choice';
import { supportsOf } from './supports';
import { segmentsOf, trenchesOf } from './trenches';
import { burial } from './articles/300-5-burial';

/** One list to buy from: everything that is new in the job, each line with where it goes. */
export const MATERIAL_GROUPS = [
	'cable',
	'boxes',
	'devices',
	'plates',
	'breakers',
	'connectors',
	'supports',
	'raceway',
	'trench',
	'small'
] as const;
type MaterialGroup = (typeof MATERIAL_GROUPS)[number];
export const GROUP_WORDS: Readonly<Record<MaterialGroup, string>> = {
	cable: 'Cable, by roll',
	boxes: 'Boxes and rings',
	devices: 'Devices',
	plates: 'Plates and covers',
	breakers: 'Breakers',
	connectors: 'Connectors',
	supports: 'Staples, straps, nail plates',
	raceway: 'Raceway and its conductors',
	trench: 'Trench',
	small: 'Small parts'
};
export interface MaterialLine {
	/** Stable over edits: prices and what is on the truck are kept under it. */
	key: string;
	group: MaterialGroup;
	name: string;
	unit: 'each' | 'ft' | 'roll';
	count: number;
	/** Bought beyond what was counted, in it. */
	waste: number;
	/** The stage in which it is used up. */
	usedIn: 'rough' | 'trim';
	/** How many, by circuit and by room name; what belongs to none is under ''. */
	byCircuit: Readonly<Record<string, number>>;
	byRoom: Readonly<Record<string, number>>;
}
export interface Materials {
	lines: MaterialLine[];
	/** What is not in it, and why. */
	missing: string[];
}
interface Where {
	circuit: string;
	room: string;
}

class Counting {
	private readonly lines = new Map<
		string,
		MaterialLine & { byCircuit: Record<string, number>; byRoom: Record<string, number> }
	>();
	add(of: Pick<MaterialLine, 'group' | 'name' | 'unit' | 'usedIn'>, count: number, where: Where): void {
		if (!count) return;
		const key = `${of.group}: ${of.name}`;
		const line = this.lines.get(key) ?? { key, ...of, count: 0, waste: 0, byCircuit: {}, byRoom: {} };
		line.count += count;
		line.byCircuit[where.circuit] = (line.byCircuit[where.circuit] ?? 0) + count;
		line.byRoom[where.room] = (line.byRoom[where.room] ?? 0) + count;
		this.lines.set(key, line);
	}
	/** Small parts and those that are cut off a length get some more. */
	done(waste: number): MaterialLine[] {
		return [...this.lines.values()]
			.map((l) => {
				const more = WASTED.includes(l.group) ? Math.ceil(l.count * (1 + waste) - 1e-9) - l.count : 0;
				return { ...l, count: l.count + more, waste: more };
			})
			.sort(
				(a, b) =>
					MATERIAL_GROUPS.indexOf(a.group) - MATERIAL_GROUPS.indexOf(b.group) ||
					a.name.localeCompare(b.name, 'en', { numeric: true })
			);
	}
}
const WASTED: readonly MaterialGroup[] = ['connectors', 'supports', 'raceway'];

/** What a box of the trim takes, from its make-up: given from above, for rough knows nothing of it. */
export type TakesOfBox = (
	box: Box
) => { connectors: readonly { name: string; count: number }[]; pigtails: number; metal: boolean } | null;

/**
 * Everything to buy for what is planned and built new. Cable is by roll, as its cuts are packed, so that the feet agree with the
 * cut list.
 * @param takes connectors and pigtails of a box; null: its make-up is not known
 */
export function materialsOf(ruled: RuledJob, takes: TakesOfBox): Materials {
	const { job } = ruled;
	const counting = new Counting();
	const missing: string[] = [];
	cableByLength(job, counting, missing);
	for (const box of job.boxes) ofBox(ruled, box, { counting, missing, takes });
	for (const cable of job.cables) ofCable(ruled, cable, counting);
	for (const c of job.circuits) {
		if (c.state === 'found' && !c.plannedBreaker) continue;
		counting.add({ group: 'breakers', name: breakerPart(c), unit: 'each', usedIn: 'trim' }, 1, {
			circuit: circuitOf(job, c),
			room: ''
		});
	}
	trench(ruled, counting);
	const made = job.boxes.filter((b) => b.state !== 'found' || b.devices.some((d) => d.state !== 'found')).length;
	// Re-marks, and round the device where practice has it.
	if (made)
		counting.add(
			{ group: 'small', name: 'electrical tape, roll', unit: 'each', usedIn: 'trim' },
			Math.ceil(made / (job.practice.makeUp?.tape ? BOXES_PER_TAPE : BOXES_PER_TAPE * 4)),
			NOWHERE
		);
	const directory = job.circuits.some((c) => c.state !== 'found');
	if (directory)
		counting.add({ group: 'small', name: 'panel directory, labels', unit: 'each', usedIn: 'trim' }, 1, { circuit: '', room: '' });
	return { lines: counting.done(reckonOf(job.practice).waste), missing };
}
/** About so many boxes are taped from one roll. Practice. */
const BOXES_PER_TAPE = 30;
/** A circuit as a list sorts by it: its space, or its name before that is known. */
const circuitOf = (job: Job, c: Job['circuits'][number] | undefined): string =>
	!c ? '' : c.space === null ? c.name : breakerName(job, c);
const NOWHERE: Where = { circuit: '', room: '' };
const PROTECTION = { none: '', gfci: ' GFCI', afci: ' AFCI', dual: ' dual-function' } as const;

function cableByLength(job: Job, counting: Counting, missing: string[]): void {
	const cuts = cutsOf(job, ['planned', 'built']);
	const circuitOfCut = new Map(job.cables.map((l) => [l.id, circuitOf(job, indexOf(job).circuits.get(l.circuitId))]));
	for (const roll of cuts.list.rolls) {
		const circuits = new Set(roll.cuts.map((id) => circuitOfCut.get(id) ?? ''));
		// A roll that several circuits are cut from belongs to none.
		const [only = ''] = circuits.size === 1 ? circuits : [];
		counting.add({ group: 'cable', name: `${roll.cable}, ${roll.rollFt} ft roll`, unit: 'roll', usedIn: 'rough' }, 1, {
			circuit: only,
			room: ''
		});
	}
	for (const cut of cuts.tooLong)
		counting.add({ group: 'cable', name: `${cut.cable}, by the foot`, unit: 'ft', usedIn: 'rough' }, cut.ft, {
			circuit: circuitOfCut.get(cut.id) ?? '',
			room: ''
		});
	if (cuts.unmeasured.length) missing.push(`${cuts.unmeasured.length} cables are not measured: they are in no roll.`);
}

interface Of {
	counting: Counting;
	missing: string[];
	takes: TakesOfBox;
}
function ofBox(ruled: RuledJob, box: Box, { counting, missing, takes }: Of): void {
	const { job, edition } = ruled;
	const where = {
		circuit: circuitOf(job, indexOf(job).circuitsOfBox.get(box.id)?.[0]),
		room: indexOf(job).rooms.get(box.roomId ?? '')?.name ?? ''
	};
	const devices = box.devices.filter((d) => d.state !== 'found');
	if (box.state !== 'found') {
		const choice = boxChoice(edition, job, box);
		const entered = box.volumeCuIn === null ? undefined : choice.fits.find((b) => b.cuIn === box.volumeCuIn);
		const sold = entered ?? (box.volumeCuIn === null ? choice.fits[0] : undefined);
		const name = sold
			? `${sold.material} box, ${sold.name}, ${sold.cuIn} cu in`
			: `${box.material ?? 'metal or plastic'} box, ${box.devices.some((d) => d.kind === 'receptacle' || d.kind === 'switch') ? `${box.gangs}-gang` : 'for what is mounted on it'}, ${box.volumeCuIn === null ? 'volume not chosen' : `${box.volumeCuIn} cu in`}`;
		counting.add({ group: 'boxes', name, unit: 'each', usedIn: 'rough' }, 1, where);
		// A square box takes its yokes on a ring.
		const yokes = box.devices.filter((d) => d.kind === 'receptacle' || d.kind === 'switch').length;
		if (sold?.use === 'square' && yokes)
			counting.add(
				{
					group: 'boxes',
					name: `device ring, ${Math.min(2, Math.max(box.gangs, yokes))}-gang, depth of the finish`,
					unit: 'each',
					usedIn: 'rough'
				},
				1,
				where
			);
		if (box.material === 'metal')
			counting.add({ group: 'small', name: 'ground screw, 10-32', unit: 'each', usedIn: 'rough' }, 1, where);
	}
	for (const d of devices) {
		const name = deviceName(d);
		if (name) counting.add({ group: 'devices', name, unit: 'each', usedIn: 'trim' }, 1, where);
	}
	const cover = box.state !== 'found' || devices.length ? coverOf(box) : null;
	if (cover) counting.add({ group: 'plates', name: cover, unit: 'each', usedIn: 'trim' }, 1, where);
	if (box.state === 'found' && !devices.length) return;
	const taken = ifKnown(() => takes(box));
	if (!taken) {
		missing.push(`${box.name}: its make-up is not known, so its connectors are not counted.`);
		return;
	}
	for (const c of taken.connectors)
		counting.add({ group: 'connectors', name: c.name, unit: 'each', usedIn: 'trim' }, c.count, where);
}
/** @returns null: nothing that is bought with the rough-in or the trim: an appliance, a light by its owner */
function deviceName(d: Device): string | null {
	if (d.kind === 'switch') return `switch, ${inWords(d.ways ?? 'single-pole')}${d.dimmer ? ', dimmer' : ''}`;
	if (d.kind === 'alarm') return d.name || 'smoke alarm';
	if (!d.receptacles) return null;
	const marks = [d.tamperResistant && 'TR', d.weatherResistant && 'WR'].filter(Boolean).join(', ');
	const kind = d.receptacles === 1 ? 'single receptacle' : 'receptacle';
	const form = d.volts === 240 ? ', 240 V' : '';
	return `${PROTECTION[d.protection].trim() ? `${PROTECTION[d.protection].trim()} ` : ''}${kind}, ${d.amps} A${form}${d.slots === 'two-slot' ? ', two-slot' : ''}${marks ? `, ${marks}` : ''}`;
}
function coverOf(box: Box): string | null {
	const yokes = box.devices.filter((d) => d.kind === 'receptacle' || d.kind === 'switch');
	if (!box.devices.length) return 'blank cover';
	if (!yokes.length) return null;
	const wet = yokes.some((d) => d.weatherResistant);
	const kinds = [
		...new Set(
			yokes.map((d) =>
				d.kind === 'switch'
					? d.dimmer
						? 'decorator'
						: 'toggle'
					: d.protection !== 'none' || d.usb !== undefined
						? 'decorator'
						: 'duplex'
			)
		)
	];
	return wet ? 'in-use cover, extra duty' : `wall plate, ${Math.max(box.gangs, yokes.length)}-gang, ${kinds.sort().join(' + ')}`;
}
function breakerPart(c: Job['circuits'][number]): string {
	const amps = ifKnown(() => c.breakerA);
	return `${amps === null ? 'rating not chosen' : `${amps} A`}, ${c.poles === 2 ? 'two-pole' : 'one-pole'}${PROTECTION[c.plannedBreaker ?? c.breaker]}${c.half ? ', thin' : ''}`;
}

function ofCable(ruled: RuledJob, cable: Cable, counting: Counting): void {
	const { job, edition } = ruled;
	if (cable.state === 'found' || cable.inCableOf) return;
	const where = { circuit: circuitOf(job, indexOf(job).circuits.get(cable.circuitId)), room: '' };
	const known = ifKnown(() => ({
		cable: cable.kind,
		awg: cable.awg,
		conductors: cable.conductors,
		ground: cable.ground,
		raceway: cable.raceway
	}));
	if (!known) return;
	const supports = supportsOf(edition, job, cable);
	if (supports.count)
		counting.add(
			{
				group: 'supports',
				name:
					supports.what === 'straps' && known.raceway
						? `straps, ${RACEWAY_MAKES[known.raceway].name}`
						: `staples, ${known.cable}`,
				unit: 'each',
				usedIn: 'rough'
			},
			supports.count,
			where
		);
	if (cable.lengthFt === null) return;
	const { raceway } = known;
	if (raceway)
		counting.add(
			{ group: 'raceway', name: RACEWAY_MAKES[raceway].name, unit: 'ft', usedIn: 'rough' },
			Math.ceil(cable.lengthFt),
			where
		);
	if (inRaceway(known.cable)) {
		// Each conductor is pulled the whole way, and free at both ends.
		const feet = Math.ceil(cable.lengthFt + (2 * reckonOf(job.practice).boxIn) / 12);
		counting.add(
			{ group: 'raceway', name: `${known.awg} AWG ${known.cable}`, unit: 'ft', usedIn: 'rough' },
			feet * (known.conductors + Number(known.ground)),
			where
		);
	}
	// A hole in every stud: one plate for one in so many, where the edge is too near.
	if (cable.route?.way === 'walls')
		counting.add(
			{ group: 'supports', name: 'nail plate', unit: 'each', usedIn: 'rough' },
			Math.ceil(cable.lengthFt / FEET_PER_PLATE),
			where
		);
}
/** About one plate for so much cable through studs. Practice: the count on site goes before it. */
const FEET_PER_PLATE = 8;

function trench(ruled: RuledJob, counting: Counting): void {
	for (const t of trenchesOf(ruled)) {
		const cable = ruled.job.cables.find((l) => t.what === 'cable' && l.id === t.of.id);
		// The utility's own is the utility's to bring.
		if (t.state === 'found' || t.case.circuit.service === 'utility') continue;
		const where = cable
			? { ...NOWHERE, circuit: circuitOf(ruled.job, indexOf(ruled.job).circuits.get(cable.circuitId)) }
			: NOWHERE;
		const ribbon = segmentsOf(t).some((s) => burial(ruled.edition, { ...t.case, ...s }).warningRibbon);
		if (ribbon && t.lengthFt !== null)
			counting.add({ group: 'trench', name: 'warning ribbon', unit: 'ft', usedIn: 'rough' }, Math.ceil(t.lengthFt), where);
		// It comes up at both of its ends.
		counting.add({ group: 'trench', name: 'riser, schedule 80 PVC or rigid, 10 ft', unit: 'each', usedIn: 'rough' }, 2, where);
		counting.add({ group: 'trench', name: 'bushing or seal at the end of a riser', unit: 'each', usedIn: 'rough' }, 2, where);
	}
}

/** A price list of the shop's: what one of a line costs; what is not in it has no price yet. */
export type Prices = Readonly<Record<string, number>>;
interface Priced {
	total: number;
	/** Lines without a price. */
	unpriced: number;
	byCircuit: Readonly<Record<string, number>>;
	byRoom: Readonly<Record<string, number>>;
	byStage: Readonly<Record<string, number>>;
}
/** What a list costs, and where it goes. A line without a price is in no total, and is counted as such. @param onTruck of a line: bought already */
export function priced(lines: readonly MaterialLine[], prices: Prices, onTruck: (key: string) => number = () => 0): Priced {
	const sums: Priced & { byCircuit: Record<string, number>; byRoom: Record<string, number>; byStage: Record<string, number> } = {
		total: 0,
		unpriced: 0,
		byCircuit: {},
		byRoom: {},
		byStage: {}
	};
	for (const line of lines) {
		const price = prices[line.key];
		const buy = Math.max(0, line.count - onTruck(line.key));
		if (!buy) continue;
		if (price === undefined) {
			sums.unpriced += 1;
			continue;
		}
		const cost = buy * price;
		sums.total += cost;
		sums.byStage[line.usedIn] = (sums.byStage[line.usedIn] ?? 0) + cost;
		for (const [by, of] of [
			[line.byCircuit, sums.byCircuit],
			[line.byRoom, sums.byRoom]
		] as const) {
			// Waste, and what the truck has, is shared as the line is.
			const counted = Object.values(by).reduce((s, n) => s + n, 0);
			for (const [key, n] of Object.entries(by)) of[key] = (of[key] ?? 0) + (cost * n) / counted;
		}
	}
	return sums;
}
