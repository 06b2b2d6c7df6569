import { BreakerName } from '../../model/breaker-name';
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
	const old = run.nodes.filter(({ cable }) => cable.state === 'found' && ifKnown(() => cable.kind) === 'knob-and-tube');
	if (!old.length) return [];
	const reached = new Set(
		old.flatMap(({ cable }) => [cable.toId, ...(cable.fromId && boxes.has(cable.fromId) ? [cable.fromId] : [])])
	);
	const { circuit } = run;
	const covered: Finding = {
		id: `knob-and-tube:${circuit.id}`,
		code: 'knob-and-tube',
		circuitId: circuit.id,
		severity: 'caution',
		rule: cite(edition, insulated),
		subject: { kind: 'circuit', id: circuit.id },
		message: `${BreakerName(job, circuit)} has knob and tube: it has no ground, and no insulation may lie over or around it. Look in the attic and the walls before you work on it.`
	};
	const rule = cite(edition, extended);
	const more = run.nodes.flatMap(({ cable }) =>
		orMissingFact(job, rule, (): Finding[] => {
			if (cable.state === 'found' || !cable.fromId || !reached.has(cable.fromId)) return [];
			const from = boxes.get(cable.fromId)?.name ?? '?';
			return [
				{
					id: `extends-knob-and-tube:${cable.id}`,
					code: 'knob-and-tube-extended',
					circuitId: circuit.id,
					severity: 'violation',
					rule,
					subject: { kind: 'cable', id: cable.id },
					message: `The cable from ${from} to ${boxes.get(cable.toId)?.name ?? '?'} extends knob and tube: not allowed without special permission. Feed it from another circuit.`
				}
			];
		})
	);
	return [covered, ...more];
}
