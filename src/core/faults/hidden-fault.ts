import type { Job, Circuit } from '../model/known';
import { isLoose, type Fault, type FaultKind } from './kinds';
import { seeded } from '../units/random';
import { indexOf } from '../model/job-index';

/** One fault somewhere on a circuit, that nobody was told: the same for the same seed. */
export function hiddenFault(job: Job, circuit: Circuit, seed: number): Fault | null {
	const random = seeded(seed * 7919 + 1);
	for (let i = 0; i < 5; i++) random();
	const boxes = (indexOf(job).cablesOfCircuit.get(circuit.id) ?? []).map((l) => l.toId);
	const kinds: FaultKind[] = [
		'bootleg',
		'reversed',
		'open-ground',
		'loose-neutral',
		'loose-hot',
		'open-neutral',
		'neutral-ground-touch'
	];
	const at = boxes[Math.floor(random() * boxes.length)];
	const kind = kinds[Math.floor(random() * kinds.length)];
	if (!at || !kind) return null;
	return { kind, at, ...(isLoose(kind) ? { ohms: Number((0.3 + 2 * random()).toFixed(1)) } : {}) };
}
