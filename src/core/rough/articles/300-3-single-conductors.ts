import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { CABLE_MAKES, inRaceway } from '../../model/cable-kinds';
import { indexOf } from '../../model/job-index';
import { ifKnown, type Job } from '../../model/known';
import type { Finding } from '../../model/result';

/** Single conductors lie in a raceway; those listed for it may be buried. @source 300.3(A), 300.5 */
export function singleConductors(edition: Edition, job: Job): Finding[] {
	const { boxes } = indexOf(job);
	return job.cables.flatMap((cable): Finding[] => {
		const kind = ifKnown(() => cable.kind);
		const buried = kind === 'USE-2' && cable.lies === 'underground';
		if (kind === null || !inRaceway(kind) || cable.raceway !== undefined || cable.inCableOf !== undefined || buried) return [];
		const ends = `${boxes.get(cable.fromId ?? '')?.name ?? 'the panel'} to ${boxes.get(cable.toId)?.name ?? '?'}`;
		return [
			{
				code: 'no-raceway',
				id: `no-raceway:${cable.id}`,
				circuitId: cable.circuitId,
				severity: cable.state === 'found' ? 'caution' : 'violation',
				rule: cite(edition, edition.boxes.inRaceway),
				subject: { kind: 'cable', id: cable.id },
				message: `${ends}: ${CABLE_MAKES[kind].name} are single conductors, and no raceway is entered. They lie in a raceway: enter which, or use a cable.`
			}
		];
	});
}
