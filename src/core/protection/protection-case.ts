import { inSpace } from '../model/breaker-name';
import type { Edition } from '../code/shape/edition';
import type { OutletFacts } from '../code/outlet';
import type { Box, Circuit, Device, Job, Reading, Room } from '../model/known';
import type { Fix, Subject } from '../model/result';
import { bootlegAt } from '../run/ground-at';
import { isHalved } from '../run/halves';
import { labelLists } from '../run/spaces';
import { takesProtecting } from '../rough/boxes-fit';
import type { ProtectionAnswer } from './needs';
import type { Standing } from './standing';
import { sharesNeutral } from './articles/210-4-b-shared-neutral';

/** One device with all that its findings rest on. */
export interface ProtectionCase {
	edition: Edition;
	job: Job;
	room: Room;
	box: Box;
	device: Device;
	circuit: Circuit | undefined;
	readings: readonly Reading[];
	facts: OutletFacts;
	answer: ProtectionAnswer;
	standing: Standing;
	subject: Subject;
}
export const WORDS = { gfci: 'GFCI', afci: 'AFCI' } as const;

/**
 * A way out: at the outlet where a receptacle can hold it and be reached; else at the breaker, of a kind that its panel lists
 * and that its neutral lets be. Arc-fault protection begins at the breaker.
 */
export function protectFix(
	{
		edition,
		job,
		box,
		device,
		circuit,
		readings
	}: Pick<ProtectionCase, 'edition' | 'job' | 'box' | 'device' | 'circuit' | 'readings'>,
	against: 'gfci' | 'afci'
): Fix | undefined {
	// A jumper between neutral and ground comes off before any remedy: no device sees one on its LINE side.
	if (bootlegAt(job, box, readings)) return undefined;
	const here = against === 'gfci' && device.receptacles === 2 && device.volts === 120 && device.amps <= 20 && !isHalved(device);
	if (here && box.readilyAccessible && takesProtecting(edition, job, box).fits) {
		const protection = device.protection === 'afci' ? 'dual' : 'gfci';
		return { kind: 'protect-device', label: `Make ${box.name} a GFCI`, boxId: box.id, deviceId: device.id, protection };
	}
	if (!circuit || (circuit.opener ?? 'breaker') !== 'breaker') return undefined;
	const other = against === 'gfci' ? 'afci' : 'gfci';
	const protection = circuit.breaker === other ? 'dual' : against;
	if (!labelLists(job, circuit.panelId, protection) || sharesNeutral(job, circuit)) return undefined;
	return {
		kind: 'protect-breaker',
		label: `Protect it at the breaker ${inSpace(job, circuit)}`,
		circuitId: circuit.id,
		protection
	};
}
