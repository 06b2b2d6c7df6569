import { gives } from '../model/protections';
import { indexOf } from '../model/job-index';
import type { Box, Circuit, Device, Job } from '../model/known';

/**
 * Ground-fault devices whose LOAD carries a neutral on that two hots share: without the device the hots are in series across 240 V,
 * and with it the second hot trips it.
 * @param circuits the two of a pair, or one of two poles  @source 300.13(B)
 */
export function sharedNeutralOnLoad(job: Job, circuits: readonly Circuit[]): { box: Box; device: Device }[] {
	const { boxes, cablesOfCircuit } = indexOf(job);
	const [a, b] = circuits;
	if (!a) return [];
	const own = cablesOfCircuit.get(a.id) ?? [];
	const other = (b && cablesOfCircuit.get(b.id)) ?? [];
	// One cable for both: its cable is counted at one of the two circuits, and named by the other.
	const shared = b
		? own.filter((l) => other.some((o) => o.inCableOf === l.id || l.inCableOf === o.id))
		: a.poles === 2
			? own.filter((l) => l.conductors >= 3)
			: [];
	return shared.flatMap((cable) => {
		const box = boxes.get(cable.fromId ?? '');
		const device = box?.devices.find((d) => d.feedsLoad && d.volts === 120 && gives(d.protection, 'gfci'));
		return box && device ? [{ box, device }] : [];
	});
}
