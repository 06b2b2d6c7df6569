import { inForce } from '../code/amendments';
import type { Edition } from '../code/edition';
import type { OutletFacts } from '../code/outlet';
import type { Box, Circuit, Device, Job, Room } from '../model/job';
import { protectionNeed, type ProtectionNeed } from './needs';
import { outletFacts } from './outlet-facts';

/**
 * What protects one device of a job, by its edition, permit date and the amendments in force.
 * @param replacedAs judged as if it were replaced so, whatever stands there
 */
export function needOf(
	edition: Edition,
	job: Job,
	at: { room: Room; box: Box; device: Device; circuit: Circuit | undefined },
	replacedAs?: OutletFacts['replacement']
): ProtectionNeed {
	const facts = outletFacts(edition, job, at.room, at.box, at.device, at.circuit);
	const judged = replacedAs ? { ...facts, replacement: replacedAs } : facts;
	return protectionNeed(edition, judged, job.permitDate, inForce(job)).need;
}
