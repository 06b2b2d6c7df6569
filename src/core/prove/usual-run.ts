import type { RuledJob } from '../code/ruled-job';
import type { Box, Circuit } from '../model/known';
import { newCircuit } from '../model/new-job';

/** How a run is reckoned of which nobody knows anything: of the box's own face and ground alone. */
export const USUAL_RUN = { lengthFt: 50, awg: '14', breakerA: 15 } as const;

/** A job of one box alone, on a usual run: to show what faults would read there. No word of it is of the house. */
export function usualRun({ edition, job }: RuledJob, box: Box): { ruled: RuledJob; circuit: Circuit } {
	const [panelId, circuitId] = ['usual-panel', 'usual-circuit'];
	const circuit = newCircuit({ id: circuitId, name: '', panelId, space: 1, breakerA: USUAL_RUN.breakerA, state: 'found' });
	const alone: RuledJob['job'] = {
		...job,
		boxes: [{ ...box, ends: [], conductors: [] }],
		circuits: [circuit],
		panels: [{ id: panelId, name: '', roomId: null, place: null, mainA: 200, spaces: 20 }],
		cables: [
			{
				id: 'usual-cable',
				circuitId,
				fromId: panelId,
				toId: box.id,
				kind: box.ground === 'none' ? 'two-wire' : 'NM-B',
				awg: USUAL_RUN.awg,
				metal: 'Cu',
				conductors: 2,
				ground: box.ground !== 'none',
				lengthFt: USUAL_RUN.lengthFt,
				state: 'found'
			}
		],
		works: []
	};
	return { ruled: { edition, job: alone }, circuit };
}
