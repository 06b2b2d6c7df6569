import { saySpace, capital } from '../../model/breaker-name';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Job } from '../../model/known';
import { indexOf } from '../../model/job-index';
import { gives } from '../../model/protections';
import type { Finding } from '../../model/result';
import { type Run } from '../../run/runs';

/**
 * Fixed outdoor de-icing and heating of pipes: protected against ground faults as equipment (30 mA), which no 5 mA device is
 * needed for, and an ordinary breaker does not give.
 * @source 426.28, 427.22
 */
export function equipmentGroundFault(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	if (circuit.equipmentGfp || gives(circuit.breaker, 'gfci')) return [];
	const { boxes } = indexOf(job);
	return edition.circuits.equipmentGfp.flatMap(({ serves, rule, what }): Finding[] => {
		const heated = run.nodes
			.flatMap(({ boxId }) => boxes.get(boxId) ?? [])
			.filter((box) => box.devices.some((d) => d.serves === serves && !gives(d.protection, 'gfci')));
		const [box] = heated;
		if (!box) return [];
		const known = circuit.equipmentGfp === false;
		return [
			{
				code: 'equipment-gfp',
				id: `equipment-gfp:${circuit.id}:${serves}`,
				severity: known && circuit.state !== 'found' ? 'violation' : 'caution',
				rule: cite(edition, rule),
				circuitId: circuit.id,
				subject: { kind: 'circuit', id: circuit.id },
				message: `${capital(saySpace(job, circuit))} feeds ${what} at ${box.name}: ground-fault protection of equipment (30 mA) is required${known ? '' : ', and whether it has it is not entered'}. By its breaker, or by the listed controller of the heat.`,
				...(known
					? {}
					: { fix: { kind: 'edit-circuit', label: 'Seen: it has it', circuitId: circuit.id, change: { equipmentGfp: true } } })
			}
		];
	});
}
