import { once } from '../../model/remember';
import type { Edition } from '../../code/shape/edition';
import { areaSqFt } from '../../model/geometry';
import type { Circuit, Job, Panel } from '../../model/known';
import { indexOf } from '../../model/job-index';
import { asLoadCase, loadOf } from '../size/load';
import { outletsServed, runOf } from '../../run/runs';
import { floorArea, NOT_FLOOR } from './service-of-job';
import { legOfSpace, occupantsOf, spacesOf, type Occupant, type ServiceLeg } from '../../run/spaces';

/** What each branch circuit adds to its panel, VA: connected, before any demand. */

/**
 * An appliance at what it runs with; a small-appliance or laundry circuit at its 1500 VA; what hangs on the rest shares
 * the floor's volt-amperes by its outlets, and receptacles outside of that floor stand at what the code gives one outlet.
 */
export function branchVa(edition: Edition, job: Job, circuit: Circuit): number {
	if (circuit.load) return loadOf(edition, asLoadCase(circuit.load)).loadA * circuit.load.volts;
	const { smallAppliance, laundry } = edition.service;
	if (circuit.kind === 'small-appliance') return smallAppliance.va;
	if (circuit.kind === 'laundry') return laundry.va;
	const outlets = outletsOf(job, circuit);
	const perOutlet = floorVaPerOutlet(edition, job);
	return outlets.onFloor * perOutlet + outlets.elsewhere * edition.service.receptacle.va + outlets.fixedWatts;
}

interface Outlets {
	/** Receptacles, lights and alarms in rooms whose floor counts. */
	onFloor: number;
	/** Receptacles elsewhere: garage, porch, outdoors. */
	elsewhere: number;
	/** Hard-wired equipment and lights elsewhere, W. */
	fixedWatts: number;
}
function outletsOf(job: Job, circuit: Circuit): Outlets {
	const { rooms } = indexOf(job);
	const sum: Outlets = { onFloor: 0, elsewhere: 0, fixedWatts: 0 };
	for (const { box, device: d } of outletsServed(job, runOf(job, circuit))) {
		const room = box.roomId ? rooms.get(box.roomId) : undefined;
		const counts = !room || !NOT_FLOOR.includes(room.kind);
		if (d.kind === 'hard-wired') sum.fixedWatts += d.watts;
		else if (counts) sum.onFloor += 1;
		else if (d.receptacles) sum.elsewhere += 1;
		else sum.fixedWatts += d.watts;
	}
	return sum;
}

/** The floor's 3 VA for each square foot, over the outlets of general circuits. */
const floorVaPerOutlet = once((edition: Edition, job: Job): number => {
	const general = job.circuits.filter((c) => !c.load && c.kind !== 'small-appliance' && c.kind !== 'laundry');
	const outlets = general.reduce((sum, c) => sum + outletsOf(job, c).onFloor, 0);
	const area = floorArea(job);
	return outlets && area !== null ? (area * edition.service.general.vaPerSqFt) / outlets : edition.service.receptacle.va;
});

export interface PanelLoad {
	/** Of all its branch circuits and feeders, VA. */
	va: number;
	legs: Record<ServiceLeg, number>;
	/** Of breakers that have no slot yet. */
	unplacedVa: number;
	rows: { occupant: Occupant; va: number; leg: ServiceLeg | 'both' | null }[];
}

/** Loads of a panel by service leg: a two-pole breaker takes half of each; a subpanel brings its own two legs. */
export function panelLoad(edition: Edition, job: Job, panel: Panel): PanelLoad {
	const sum: PanelLoad = { va: 0, legs: { A: 0, B: 0 }, unplacedVa: 0, rows: [] };
	for (const occupant of occupantsOf(job, panel.id)) {
		const sub = occupant.kind === 'feeder' ? panelLoad(edition, job, occupant.panel) : null;
		const va = occupant.kind === 'circuit' ? branchVa(edition, job, occupant.circuit) : (sub?.va ?? 0);
		const [first, second] = spacesOf(occupant);
		const leg = first === undefined ? null : second === undefined ? legOfSpace(first) : 'both';
		sum.va += va;
		sum.rows.push({ occupant, va, leg });
		if (leg === null || first === undefined) sum.unplacedVa += va;
		else if (leg !== 'both') sum.legs[leg] += va;
		else if (sub) {
			// Its row A hangs on the leg of the upper slot.
			const upper = legOfSpace(first);
			const loose = sub.unplacedVa / 2;
			sum.legs[upper] += sub.legs.A + loose;
			sum.legs[upper === 'A' ? 'B' : 'A'] += sub.legs.B + loose;
		} else {
			sum.legs.A += va / 2;
			sum.legs.B += va / 2;
		}
	}
	return sum;
}

/** Sq ft of the rooms that a panel feeds and that count. */
export function servedArea(job: Job, panel: Panel): number {
	const { boxes, rooms } = indexOf(job);
	const served = new Set(
		job.circuits
			.filter((c) => c.panelId === panel.id)
			.flatMap((c) => runOf(job, c).nodes.map((n) => boxes.get(n.boxId)?.roomId ?? ''))
	);
	return [...served].reduce((sum, id) => {
		const room = rooms.get(id);
		return room?.outline && !NOT_FLOOR.includes(room.kind) ? sum + areaSqFt(room.outline) : sum;
	}, 0);
}
/** Receptacle outlets of a panel where no floor area speaks for them, VA. */
export const loosely = (edition: Edition, job: Job, panel: Panel): number =>
	job.circuits
		.filter((c) => c.panelId === panel.id && !c.load && c.kind !== 'small-appliance' && c.kind !== 'laundry')
		.reduce((sum, c) => {
			const { elsewhere, fixedWatts } = outletsOf(job, c);
			return sum + elsewhere * edition.service.receptacle.va + fixedWatts;
		}, 0);
