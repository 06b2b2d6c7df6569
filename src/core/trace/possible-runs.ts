import { asJoined } from '../model/cable-ends';
import type { Edition } from '../code/shape/edition';
import type * as told from '../model/job';
import { knownJob, type Circuit, type Job } from '../model/known';
import { runOf } from '../run/runs';
import { jobWiring } from '../network/job-wiring';
import { planOf } from '../network/plan';
import type { Wiring } from '../network/wiring';
import type { Tried } from './solved';

/**
 * The runs that a circuit may be: what is not known of its cables is tried each way.
 * What feeds a box is never guessed: such a box is not on the run.
 */
export interface PossibleRuns {
	runs: [Tried, ...Tried[]];
	wiring: Wiring;
	/** Outlets at which something can be read, in feed order. */
	outlets: Wiring['outlets'];
	/** In words: what was taken each way. */
	taken: string[];
}
/** At most so many runs are tried for one judgement. */
const MOST_RUNS = 4;
const GAUGES = ['14', '12'] as const;
const LENGTHS_FT = [12, 35] as const;

/** @returns null where nothing of the circuit is known to be fed from a panel */
export function possibleRuns(edition: Edition, job: told.Job, circuitId: string): PossibleRuns | null {
	const cables = job.cables.filter((l) => l.circuitId === circuitId && l.fromId !== null);
	const unknown = (field: 'awg' | 'ground' | 'lengthFt') => cables.some((l) => l[field] === null);
	const taken = [
		...(unknown('awg') ? ['the gauge, as 14 and as 12 AWG'] : []),
		...(unknown('ground') ? ['the ground, as there and as not'] : []),
		...(unknown('lengthFt') ? [`lengths, as ${LENGTHS_FT.join(' and ')} ft`] : [])
	];
	const ways: Way[] = [];
	for (const awg of unknown('awg') ? GAUGES : GAUGES.slice(0, 1))
		for (const ground of unknown('ground') ? [true, false] : [true])
			for (const lengthFt of unknown('lengthFt') ? LENGTHS_FT : LENGTHS_FT.slice(0, 1)) ways.push({ awg, ground, lengthFt });
	const wired = ways.slice(0, MOST_RUNS).flatMap((way) => {
		const filled = filledJob(job, circuitId, way);
		const circuit = filled.circuits.find((c) => c.id === circuitId);
		return circuit && runOf(filled, circuit).nodes.length ? [jobWiring(edition, filled, [circuit]).wiring] : [];
	});
	const [first] = wired;
	if (!first) return null;
	const order = placesOf(knownJob(job), circuitId, first);
	const outlets = first.outlets
		.filter((o) => o.circuitId === circuitId && o.ratedVolts !== 240 && o.neutral !== null)
		.sort((a, b) => order.indexOf(a.at) - order.indexOf(b.at));
	// Loads are on unless somebody said otherwise: what hangs where nobody knows is averaged over.
	const bare = (w: Wiring): Wiring => ({ ...w, outlets: w.outlets.map((o) => ({ ...o, watts: 0 })) });
	const outletIds = outlets.map((o) => o.id);
	const [one, ...more] = wired.map((w): Tried => ({ plan: planOf(bare(w)), outletIds, loadsUnknown: true }));
	return one ? { runs: [one, ...more], wiring: first, outlets, taken } : null;
}
interface Way {
	awg: (typeof GAUGES)[number];
	ground: boolean;
	lengthFt: number;
}
/** Boxes in feed order. */
function placesOf(job: Job, circuitId: string, wiring: Wiring): string[] {
	const circuit = job.circuits.find((c): c is Circuit => c.id === circuitId);
	const places = circuit ? runOf(job, circuit).nodes.map((n) => n.boxId) : [];
	return places.length ? places : wiring.cables.map((c) => c.at);
}
/** What nobody saw of a circuit and its cables, taken one way; what was seen in a box stands for its cable. */
function filledJob(job: told.Job, circuitId: string, way: Way): Job {
	const [panel] = job.panels;
	const home = panel ?? { id: 'panel', name: 'Panel', roomId: null, place: null, mainA: 100, spaces: 20 };
	return knownJob({
		...job,
		panels: job.panels.length ? job.panels : [home],
		circuits: job.circuits.map((c) =>
			c.id === circuitId ? { ...c, breakerA: c.breakerA ?? 20, panelId: c.panelId ?? home.id } : c
		),
		// What hangs on nothing known is not on the run.
		cables: asJoined(job).cables.flatMap((l) => {
			if (l.circuitId !== circuitId) return [l];
			if (l.fromId === null) return [];
			const cable = {
				...l,
				kind: l.kind ?? 'NM-B',
				awg: l.awg ?? way.awg,
				metal: l.metal ?? 'Cu',
				conductors: l.conductors ?? 2,
				ground: l.ground ?? way.ground,
				lengthFt: l.lengthFt ?? way.lengthFt
			};
			return [cable];
		})
	});
}
