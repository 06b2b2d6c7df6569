import type { Circuit } from '../model/job';

/** Of a circuit that stands already another breaker is planned: the one that is in it is not written over. */
export function planBreaker(circuit: Circuit, protection: Circuit['breaker']): void {
	if (circuit.state === 'planned') circuit.breaker = protection;
	else if (circuit.breaker === protection) delete circuit.plannedBreaker;
	else circuit.plannedBreaker = protection;
}
