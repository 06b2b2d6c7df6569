import { BreakerName, breakerName } from '../../model/breaker-name';
import type { Circuit, Job } from '../../model/known';
import { indexOf } from '../../model/job-index';

/** Why a single-pole breaker that watches its circuit cannot serve this one; null: its neutral is its own. @source 210.4(B), 110.3(B) */
export function sharesNeutral(job: Job, circuit: Circuit): string | null {
	const other = circuit.multiwire && indexOf(job).circuits.get(circuit.multiwire.withId);
	if (circuit.borrowedNeutral) return `${BreakerName(job, circuit)} borrows a neutral.`;
	return circuit.multiwire && circuit.multiwire.opens !== 'two-pole'
		? `${BreakerName(job, circuit)} shares its neutral with ${breakerName(job, other)}.`
		: null;
}
