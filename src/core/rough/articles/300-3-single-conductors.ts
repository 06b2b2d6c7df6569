import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { CABLE_MAKES, inRaceway } from '../../model/cable-kinds';
import { indexOf } from '../../model/job-index';
import { ifKnown, type Job } from '../../model/known';
import type { Finding } from '../../model/result';

/** Single conductors lie in a raceway; those listed for it may be buried. @source 300.3(A), 300.5 */
export function singleConductors(edition: Edition, job: Job): Finding[] {
	const { boxes } = indexOf(job);
	return job.legs.flatMap((leg): Finding[] => {
		const cable = ifKnown(() => leg.cable);
		const buried = cable === 'USE-2' && leg.lies === 'underground';
		if (cable === null || !inRaceway(cable) || leg.raceway !== undefined || leg.inCableOf !== undefined || buried) return [];
		const ends = `${boxes.get(leg.fromId ?? '')?.name ?? 'the panel'} to ${boxes.get(leg.toId)?.name ?? '?'}`;
		return [
			{
				code: 'no-raceway',
				id: `no-raceway:${leg.id}`,
				circuitId: leg.circuitId,
				severity: leg.state === 'found' ? 'caution' : 'violation',
				rule: cite(edition, edition.boxes.inRaceway),
				subject: { kind: 'leg', id: leg.id },
				message: `${ends}: ${CABLE_MAKES[cable].name} are single conductors, and no raceway is entered. They lie in a raceway: enter which, or use a cable.`
			}
		];
	});
}
