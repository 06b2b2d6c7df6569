import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Job } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { Finding } from '../../model/result';

/** A dimmer is for lights that are wired in: never for a receptacle. @source 404.14(E), 406.15 */
export function dimmerFindings(edition: Edition, job: Job): Finding[] {
	const { boxes } = indexOf(job);
	return job.boxes.flatMap((box) =>
		box.devices
			.filter((d) => d.kind === 'switch' && d.dimmer)
			.flatMap((device) =>
				(device.controls ?? []).flatMap((id): Finding[] => {
					const at = boxes.get(id);
					if (!at?.devices.some((d) => d.receptacles > 0 && d.switched !== 'none')) return [];
					return [
						{
							code: 'dimmer',
							id: `dimmer:${device.id}:${id}`,
							severity: 'violation',
							rule: cite(edition, edition.dimmers),
							subject: { kind: 'box', id: box.id },
							message: `${box.name}: a dimmer controls the receptacle at ${at.name}. Use a plain switch: what is plugged in there may be anything.`
						}
					];
				})
			)
	);
}
