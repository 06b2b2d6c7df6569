import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { indexOf } from '../../model/job-index';
import type { Job } from '../../model/known';
import type { Finding } from '../../model/result';
import { isGroundByMetal } from '../../run/ground-at';

/**
 * A nonmetallic box takes a metal raceway or armor only with bonding between all of them; its device needs a wire.
 * @source 314.3, 250.148, 406.4(C)
 */
export function metalIntoPlastic(edition: Edition, job: Job): Finding[] {
	const { cablesInto } = indexOf(job);
	return job.boxes.flatMap((box): Finding[] => {
		const metal = box.material === 'plastic' ? (cablesInto.get(box.id) ?? []).filter(isGroundByMetal) : [];
		if (!metal.length) return [];
		return [
			{
				code: 'metal-into-plastic',
				id: `metal-into-plastic:${box.id}`,
				severity: box.state === 'found' ? 'caution' : 'violation',
				rule: cite(edition, edition.boxes.nonmetallic),
				subject: { kind: 'box', id: box.id },
				message: `${box.name} is plastic, and a metal raceway or armor is the only ground that comes in: it grounds nothing here. Pull a ground wire, or use a metal box.`
			}
		];
	});
}
