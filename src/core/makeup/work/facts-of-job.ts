import { BreakerName, saySpace } from '../../model/breaker-name';
import { indexOf } from '../../model/job-index';
import { knownOr } from '../../model/fact-words';
import type { Circuit, Panel } from '../../model/job';
import type { Job } from '../../model/known';
import type { WorkFacts } from './work-facts';

/** What is known of a breaker, and of the panel that it sits in, for work on it. Unknown stays unknown. */
export function factsOfCircuit(
	job: Job,
	{ circuit, panel }: { circuit: Circuit | null; panel: Panel | null },
	{ otherSources, cord, gfci = null }: Pick<WorkFacts, 'otherSources' | 'cord'> & { gfci?: WorkFacts['gfci'] }
): WorkFacts {
	const home = circuit && homeConductors(job, circuit.id);
	return {
		subpanel: panel ? panel.feeder !== undefined : null,
		breaker: circuit ? namedOnce(BreakerName(job, circuit), saySpace(job, circuit)) : 'Its breaker',
		poles: circuit?.poles ?? 1,
		neutral: circuit ? (circuit.poles === 1 ? true : home === null ? null : home >= 3) : null,
		shared: circuit !== null && sharesNeutral(job, circuit),
		otherSources,
		cord,
		conductors: home,
		gfci
	};
}
/** Of the home run; null: not known. */
const homeConductors = (job: Job, circuitId: string): number | null =>
	knownOr(
		job,
		() => indexOf(job).cablesOfCircuit.get(circuitId)?.[0]?.conductors ?? null,
		() => null
	);
const sharesNeutral = (job: Job, circuit: Circuit): boolean =>
	!!circuit.multiwire || circuit.borrowedNeutral === true || job.circuits.some((c) => c.multiwire?.withId === circuit.id);
/** An unnamed breaker is called by its space already. */
const namedOnce = (name: string, space: string): string =>
	name.toLowerCase() === space.toLowerCase() ? name : `${name}, ${space}`;
