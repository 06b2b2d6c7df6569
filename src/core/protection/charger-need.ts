import type { RuledJob } from '../code/ruled-job';
import { knownOr } from '../model/fact-words';
import { indexOf } from '../model/job-index';
import { needOf } from './need-of';

/** What GFCI the outlet of a charger on this circuit asks; null: no such outlet, or its room is not known. @source 210.8(F), 625.54 */
export function chargerNeed(of: RuledJob, circuitId: string): { required: boolean; sections: readonly string[] } | null {
	const { boxes, rooms, circuits, cablesOfCircuit } = indexOf(of.job);
	for (const { toId } of cablesOfCircuit.get(circuitId) ?? []) {
		const box = boxes.get(toId);
		const device = box?.devices.find((d) => d.serves === 'ev');
		const room = rooms.get(box?.roomId ?? '');
		if (!box || !device || !room) continue;
		return knownOr(
			of.job,
			() => {
				const { required, because } = needOf(of, { room, box, device, circuit: circuits.get(circuitId) }).gfci;
				return { required, sections: because.map((r) => r.section) };
			},
			() => null
		);
	}
	return null;
}
