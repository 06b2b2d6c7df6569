import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { orMissingFact } from '../../code/missing-fact';
import { indexOf } from '../../model/job-index';
import { ifKnown, type Job } from '../../model/known';
import type { Finding } from '../../model/result';
import type { Run } from '../../run/runs';

/**
 * Knob and tube on a run: where it is, nothing may cover it; what is planned may not go on from it.
 * @source 394.10, 394.12
 */
export function knobAndTube(edition: Edition, job: Job, run: Run): Finding[] {
	const { extended, insulated } = edition.circuits.knobAndTube;
	const { boxes } = indexOf(job);
	const old = run.nodes.filter(({ leg }) => leg.state === 'found' && ifKnown(() => leg.cable) === 'knob-and-tube');
	if (!old.length) return [];
	const reached = new Set(old.flatMap(({ leg }) => [leg.toId, ...(leg.fromId && boxes.has(leg.fromId) ? [leg.fromId] : [])]));
	const { circuit } = run;
	const covered: Finding = {
		id: `knob-and-tube:${circuit.id}`,
		code: 'knob-and-tube',
		circuitId: circuit.id,
		severity: 'caution',
		rule: cite(edition, insulated),
		subject: { kind: 'circuit', id: circuit.id },
		message: `Circuit ${circuit.number} has knob and tube: it has no ground, and no insulation may lie over or around it. Look in the attic and the walls before you work on it.`
	};
	const rule = cite(edition, extended);
	const more = run.nodes.flatMap(({ leg }) =>
		orMissingFact(job, rule, (): Finding[] => {
			if (leg.state === 'found' || !leg.fromId || !reached.has(leg.fromId)) return [];
			const from = boxes.get(leg.fromId)?.name ?? '?';
			return [
				{
					id: `extends-knob-and-tube:${leg.id}`,
					code: 'knob-and-tube-extended',
					circuitId: circuit.id,
					severity: 'violation',
					rule,
					subject: { kind: 'leg', id: leg.id },
					message: `The cable from ${from} to ${boxes.get(leg.toId)?.name ?? '?'} extends knob and tube: not allowed without special permission. Feed it from another circuit.`
				}
			];
		})
	);
	return [covered, ...more];
}
