import type { RuledJob } from '../code/ruled-job';
import { inForce } from '../code/amendments';
import type { OutletFacts } from '../code/outlet';
import type { Reading } from '../model/known';
import { once } from '../model/remember';
import { protectionNeed, type ProtectionNeed } from './needs';
import { outletFacts, type OutletAt } from './outlet-facts';

/** What may be given beside the outlet itself. */
export interface NeedOptions {
	/** Judged as if it were replaced so, whatever stands there. */
	replacedAs?: OutletFacts['replacement'];
	readings?: readonly Reading[];
}

/** What protects one device of a job, by its edition, permit date and the amendments in force. */
export const needOf = (
	{ edition, job }: RuledJob,
	{ room, box, device, circuit }: OutletAt,
	{ replacedAs, readings }: NeedOptions = {}
): ProtectionNeed =>
	replacedAs
		? workedOut({ edition, job }, { room, box, device, circuit }, { replacedAs, readings })
		: asked(job, edition, room, box, device, circuit, readings);
/** Asked for by findings, rows, claims and papers alike. */
const asked = once(
	(
		job: RuledJob['job'],
		edition: RuledJob['edition'],
		room: OutletAt['room'],
		box: OutletAt['box'],
		device: OutletAt['device'],
		circuit: OutletAt['circuit'],
		readings: NeedOptions['readings']
	): ProtectionNeed => workedOut({ edition, job }, { room, box, device, circuit }, { readings })
);
function workedOut({ edition, job }: RuledJob, at: OutletAt, { replacedAs, readings }: NeedOptions): ProtectionNeed {
	const facts = outletFacts({ edition, job }, at, readings);
	const judged = replacedAs ? { ...facts, replacement: replacedAs } : facts;
	return protectionNeed(edition, judged, { permitDate: job.permitDate, amendments: inForce(job) }).need;
}
