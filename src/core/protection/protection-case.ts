import { inSpace } from '../model/breaker-name';
import type { Edition } from '../code/shape/edition';
import type { OutletFacts } from '../code/outlet';
import { ifKnown, type Box, type Circuit, type Device, type Job, type Reading, type Room } from '../model/known';
import type { Fix, Subject } from '../model/result';
import { bootlegAt, groundOf, hasGround } from '../run/ground-at';
import { isHalved } from '../run/halves';
import { labelLists } from '../run/spaces';
import { takesProtecting } from '../rough/boxes-fit';
import { needOf } from './need-of';
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
		room,
		readings
	}: Pick<ProtectionCase, 'edition' | 'job' | 'box' | 'device' | 'circuit' | 'room' | 'readings'>,
	against: 'gfci' | 'afci'
): Fix | undefined {
	// A jumper between neutral and ground comes off before any remedy: no device sees one on its LINE side.
	if (bootlegAt(job, box, readings)) return undefined;
	const here = against === 'gfci' && device.receptacles === 2 && device.volts === 120 && device.amps <= 20 && !isHalved(device);
	if (here && box.readilyAccessible && takesProtecting(edition, job, box).fits) {
		const protection = device.protection === 'afci' ? 'dual' : 'gfci';
		const replacedAs = { groundInBox: hasGround(groundOf(job, box, readings)), method: 'gfci-here' as const };
		const need = ifKnown(() =>
			needOf({ edition, job }, { room, box, device, circuit }, { readings, ...(device.state === 'found' ? { replacedAs } : {}) })
		);
		const type = {
			tamperResistant: device.tamperResistant || need?.tamperResistant === true,
			weatherResistant: device.weatherResistant || need?.weatherResistant === true
		};
		return { kind: 'protect-device', label: `Make ${box.name} a GFCI`, boxId: box.id, deviceId: device.id, protection, type };
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
