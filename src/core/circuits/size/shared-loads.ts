import { breakerName } from '../../model/breaker-name';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Job } from '../../model/known';
import type { Finding, Step } from '../../model/result';
import { atMost, show } from '../../units/quantity';
import { circuitVolts } from './drop';
import { moveFix } from '../../run/moving';
import { outletsServed, type Run } from '../../run/runs';

/**
 * What one thing may take of a circuit that feeds others too: a cord-and-plug appliance 80 %; equipment fastened in
 * place, where lights or cords hang on it as well, 50 % together.
 * @source 210.23(A) (2023: 210.23(B))  @example 1500 W on a shared 15 A circuit: 12.5 A against 12
 */
export function sharedLoads(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	const outlets = outletsServed(job, run);
	if (circuit.kind === 'individual' || outlets.length < 2) return [];
	const volts = circuitVolts(circuit);
	const ratedVa = circuit.breakerA * volts;
	const found: Finding[] = [];
	const { cordShare, circuits } = edition;
	for (const { box, device } of outlets) {
		if (!device.receptacles || !device.watts || atMost(device.watts, cordShare.share * ratedVa)) continue;
		found.push({
			code: 'cord-share',
			id: `cord-share:${circuit.id}:${device.id}`,
			severity: circuit.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, cordShare.rule),
			circuitId: circuit.id,
			subject: { kind: 'box', id: box.id },
			message: `${box.name}: ${device.name || 'what is plugged in'} takes ${show(device.watts / volts)} A of shared ${breakerName(job, circuit)}; at most ${show(cordShare.share * circuit.breakerA)} A for one cord.`,
			have: device.watts / volts,
			need: cordShare.share * circuit.breakerA,
			unit: 'A',
			fix: moveFix({ edition, job }, { from: circuit, boxes: [box] })
		});
	}
	// On a cord or not: what is fastened in place.
	const isFixed = ({ box, device }: (typeof outlets)[number]) =>
		device.kind === 'hard-wired' ||
		(device.serves !== null &&
			(circuits.fastened.onCord.includes(device.serves) || (device.serves === 'microwave' && box.inCabinet)));
	const fixed = outlets.filter(isFixed);
	const beside = outlets.some((o) => circuits.fastened.beside.includes(o.device.kind) && !isFixed(o));
	const watts = fixed.reduce((sum, { device }) => sum + device.watts, 0);
	const most = circuits.fastened.share * ratedVa;
	if (beside && !atMost(watts, most)) {
		found.push({
			code: 'fixed-share',
			id: `fixed-share:${circuit.id}`,
			severity: circuit.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, circuits.fastened.rule),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `Equipment fastened in place takes ${show(watts / volts)} A of ${breakerName(job, circuit)}, which also supplies lights or cords: at most ${show(most / volts)} A.`,
			have: watts / volts,
			need: most / volts,
			unit: 'A'
		});
	}
	return found;
}

/** The share that one cord may take, as steps for the slip. @returns nothing for a circuit of one outlet */
export function shareSteps(edition: Edition, breakerA: number, receptacles: number): Step[] {
	if (receptacles < 2) return [];
	const { cordShare } = edition;
	return [
		{
			label: 'limit for one cord',
			formula: `${cordShare.share} x ${breakerA} A`,
			value: cordShare.share * breakerA,
			unit: 'A',
			rule: cite(edition, cordShare.rule)
		}
	];
}
