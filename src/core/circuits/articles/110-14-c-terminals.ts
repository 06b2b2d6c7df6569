import { BreakerName } from '../../model/breaker-name';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { tailFor } from '../../code/240-4-d-pigtail';
import type { Box, Circuit, Job } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { Finding } from '../../model/result';
import { compareGauge } from '../../units/gauge';
import type { Run, RunNode } from '../../run/runs';

/** Wire against the terminals it ends at: too large for a device, aluminum, and fuses larger than their wire. @source 110.14, 406.3(C), 240.50 to 240.54 */
export function terminalFindings(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	const { boxes } = indexOf(job);
	const onRun = run.nodes.flatMap((node) => {
		const box = boxes.get(node.boxId);
		return box ? [{ node, box }] : [];
	});
	return [
		...onRun.flatMap(({ node, box }) => [...tooLarge(edition, circuit, node, box), ...onAluminum(edition, circuit, node, box)]),
		...fuses(edition, job, circuit)
	];
}
const smallDevices = (box: Box, upToA: number) =>
	box.devices.filter((d) => d.kind !== 'hard-wired' && d.kind !== 'lighting' && d.amps <= upToA);

/** An enlarged run needs a tail sized for the breaker, in a box with room for the splice. */
function tooLarge(edition: Edition, circuit: Circuit, { cable }: RunNode, box: Box): Finding[] {
	const { rule, largest, upToA } = edition.circuits.deviceTerminals;
	if (circuit.breakerA > upToA || compareGauge(cable.awg, largest) <= 0 || !smallDevices(box, upToA).length) return [];
	return [
		{
			code: 'terminals',
			id: `terminals:${cable.id}`,
			severity: 'caution',
			rule: cite(edition, rule),
			circuitId: cable.circuitId,
			subject: { kind: 'box', id: box.id },
			message: `${box.name}: ${cable.awg} AWG is more than the screws of a ${upToA} A device usually take (${largest} AWG). Make a pigtail of ${tailFor({ breakerA: circuit.breakerA, run: cable.awg, metal: cable.metal }, edition)} AWG and a splice${box.volumeCuIn === null ? '' : `; the box of ${box.volumeCuIn} cu in must have room for it`}.`
		}
	];
}

function onAluminum(edition: Edition, circuit: Circuit, { cable }: RunNode, box: Box): Finding[] {
	const { rule, upToA } = edition.circuits.aluminum;
	if (cable.metal !== 'Al' || circuit.breakerA > upToA) return [];
	return smallDevices(box, upToA)
		.filter((d) => !d.aluminumListed)
		.map((d): Finding => ({
			code: 'aluminum',
			id: `aluminum:${cable.id}:${d.id}`,
			severity: 'caution',
			rule: cite(edition, rule),
			circuitId: cable.circuitId,
			subject: { kind: 'box', id: box.id },
			message: `${box.name} has aluminum on its device, which must be marked CO/ALR, or the aluminum spliced to a copper pigtail with a connector listed for it.`,
			fix: { kind: 'edit-device', label: 'Marked CO/ALR', boxId: box.id, deviceId: d.id, change: { aluminumListed: true } }
		}));
}

/** Fuses are found, and larger ones fit the same screw shell: they are held to their wire by a tamper-proof insert. */
function fuses(edition: Edition, job: Job, circuit: Circuit): Finding[] {
	const { rule, sizes, upToA, tamperProof } = edition.circuits.plugFuses;
	const { opener } = circuit;
	if (opener !== 'plug-fuse' && opener !== 'tamper-proof-fuse') return [];
	const subject = { kind: 'circuit' as const, id: circuit.id };
	const found: Finding[] = [];
	if (!sizes.includes(circuit.breakerA)) {
		found.push({
			code: 'fuse-size',
			id: `fuse-size:${circuit.id}`,
			severity: 'violation',
			rule: cite(edition, rule),
			circuitId: circuit.id,
			subject,
			message: `${BreakerName(job, circuit)}: plug fuses come in ${sizes.join(', ')} A, at most ${upToA}; ${circuit.breakerA} A.`,
			have: circuit.breakerA,
			unit: 'A'
		});
	}
	if (opener === 'plug-fuse') {
		found.push({
			code: 'fuse-insert',
			id: `fuse-insert:${circuit.id}`,
			severity: 'advice',
			rule: cite(edition, tamperProof),
			circuitId: circuit.id,
			subject,
			message: `${BreakerName(job, circuit)}: any plug fuse fits this holder. A tamper-proof insert rated for the wire keeps a larger fuse out.`,
			fix: { kind: 'edit-circuit', label: 'Insert installed', circuitId: circuit.id, change: { opener: 'tamper-proof-fuse' } }
		});
	}
	return found;
}
