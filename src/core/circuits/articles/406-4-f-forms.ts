import type { RuledJob } from '../../code/ruled-job';
import { breakerName } from '../../model/breaker-name';
import { formOf, NEMA, needsOfForm, type NemaForm } from '../../code/nema-forms';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Box, Device, Job, Cable } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { Finding } from '../../model/result';
import { isOneHot } from '../../run/one-hot';
import type { Run } from '../../run/runs';

/**
 * The form of a receptacle against its circuit and its cable: volts that the form is not for, a contact that has no conductor,
 * and the old forms of which the neutral is the ground.
 * @throws NotKnown where the conductors of its cable were not seen
 * @source 406.4(F), 406.4(C), 110.3(B), 250.140
 */
export function formFindings(edition: Edition, job: Job, run: Run): Finding[] {
	const { boxes } = indexOf(job);
	return run.nodes.flatMap(({ boxId, cable }) => {
		const box = boxes.get(boxId);
		return (box?.devices ?? []).flatMap((device) =>
			box && device.receptacles ? ofDevice({ edition, job }, run, { box, device, cable }) : []
		);
	});
}
interface Stands {
	box: Box;
	device: Device;
	cable: Cable;
}
function ofDevice({ edition, job }: RuledJob, { circuit }: Run, { box, device, cable }: Stands): Finding[] {
	const key = formOf(device);
	const form = key && NEMA[key];
	const { volts, contact, ground, old } = edition.receptacleForms;
	const say = (of: string, f: { rule: RuleRef; message: string; severity?: 'advice' | 'caution' }): Finding => ({
		code: 'form',
		id: `form:${of}:${circuit.id}:${device.id}`,
		severity: f.severity ?? 'violation',
		rule: cite(edition, f.rule),
		circuitId: circuit.id,
		subject: { kind: 'box', id: box.id },
		message: `${box.name}: ${f.message}`
	});
	const name = key ?? `${device.amps} A, ${device.volts} V`;
	const twoHots = form ? form.hots === 2 : device.volts === 240;
	// A yoke that two circuits feed has its other hot from the other one.
	if (twoHots && circuit.poles === 1 && !device.yoke)
		return [
			say('volts', {
				rule: volts,
				message: `a ${name} receptacle is for two hots; ${breakerName(job, circuit)} has one pole, 120 V. Use a 120 V form, or a two-pole breaker.`
			})
		];
	if (circuit.poles === 1 || !form || !key) return [];
	// One hot and the neutral go on to it: its rating is judged by the circuit's.
	if (!twoHots && isOneHot(job, circuit, cable))
		// Planned it is so; of what was found nobody saw which two conductors go on, and two hots look the same.
		return cable.state === 'found'
			? [
					say('one-hot', {
						rule: volts,
						severity: 'caution',
						message: `which two conductors go on to it from ${breakerName(job, circuit)} is not seen: read its two slots before anything is plugged in. 120 V: one hot and the neutral; 240 V: two hots, off now.`
					})
				]
			: [];
	if (!twoHots && cable.conductors < 3)
		return [
			say('volts', {
				rule: volts,
				message: `a ${name} receptacle is for 120 V; on ${breakerName(job, circuit)} it ${device.state === 'found' ? 'is between two hots, 240 V. Take what is plugged in out now' : 'would be between two hots, 240 V. Use a 240 V form, or a one-pole breaker'}.`
			})
		];
	if (form.onlyFound) return [oldForm(say, old, { key, found: device.state === 'found' })];
	// A range or a dryer in new work is told of by its cable.
	const told = (device.serves === 'range' || device.serves === 'dryer') && cable.state !== 'found';
	if (told || !twoHots) return [];
	return missing(form, cable).map((what) =>
		say(what, {
			rule: what === 'ground' ? ground : contact,
			message: `a ${name} receptacle needs ${needsOfForm(form)}; its cable has no ${what}.`
		})
	);
}
const missing = (form: NemaForm, cable: Cable): ('neutral' | 'ground')[] => [
	...(form.neutral && cable.conductors < 3 ? (['neutral'] as const) : []),
	...(form.ground && !cable.ground ? (['ground'] as const) : [])
];
function oldForm(
	say: (of: string, f: { rule: RuleRef; message: string; severity?: 'advice' | 'caution' }) => Finding,
	rule: RuleRef,
	{ key, found }: { key: string; found: boolean }
): Finding {
	return found
		? say('old', {
				rule,
				severity: 'advice',
				message: `a ${key} receptacle has no ground: the frame of what is plugged in is grounded by the neutral. It may stay where it is; a new circuit needs a four-wire form.`
			})
		: say('old', { rule, message: `a ${key} receptacle has no ground and is for existing circuits only. Use a four-wire form.` });
}

/** Push-in terminals hold one gauge of copper, on small circuits. @throws NotKnown of the breaker or the cable */
export function pushInFindings(edition: Edition, job: Job, { circuit, nodes }: Run): Finding[] {
	const { boxes } = indexOf(job);
	const { rule, awg, upToA } = edition.receptacleForms.pushIn;
	return nodes.flatMap(({ boxId, cable }) => {
		const box = boxes.get(boxId);
		const pushed = box?.devices.some((d) => d.connects === 'push-in');
		if (!box || !pushed || (cable.awg === awg && circuit.breakerA <= upToA)) return [];
		return [
			{
				code: 'push-in',
				id: `push-in:${circuit.id}:${box.id}`,
				severity: 'violation',
				rule: cite(edition, rule),
				circuitId: circuit.id,
				subject: { kind: 'box', id: box.id },
				message: `${box.name}: push-in terminals take ${awg} AWG copper on circuits of ${upToA} A, not ${cable.awg} AWG ${cable.metal === 'Cu' ? 'copper' : 'aluminum'} on ${circuit.breakerA} A. Use the screws or clamps.`
			}
		];
	});
}
