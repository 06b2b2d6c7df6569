import type { RuledJob } from '../../code/ruled-job';
import { BreakerName } from '../../model/breaker-name';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Box, Device, Job } from '../../model/known';
import type { Finding } from '../../model/result';
import { moveFix } from '../../run/moving';
import { outletsServed, type Run } from '../../run/runs';

/** Receptacle ratings against the circuit's, and what a large circuit may not feed. @source 210.21(B), 210.23 */
export function ratingFindings(edition: Edition, job: Job, run: Run): Finding[] {
	const { circuit } = run;
	const outlets = outletsServed(job, run);
	const receptacles = outlets.filter((o) => o.device.receptacles > 0);
	const count = receptacles.reduce((sum, r) => sum + r.device.receptacles, 0);
	const allowed = edition.receptacleCircuits.allowed[circuit.breakerA];
	// One receptacle stands alone only where nothing else hangs on its circuit.
	const several = count > 1 || outlets.length > 1;
	const wrong = receptacles.filter(({ device }) =>
		several ? !!allowed && !allowed.includes(device.amps) : device.amps < circuit.breakerA
	);
	return [
		...wrong.map(({ box, device }): Finding => ({
			code: 'rating',
			id: `rating:${circuit.id}:${device.id}`,
			severity: 'violation',
			rule: cite(edition, several ? edition.receptacleCircuits.rule : edition.receptacleCircuits.single),
			circuitId: circuit.id,
			subject: { kind: 'box', id: box.id },
			message: several
				? `${box.name}: a ${device.amps} A receptacle on a ${circuit.breakerA} A circuit with several; allowed: ${allowed?.join(' or ')} A.`
				: `${box.name}: a single receptacle of ${device.amps} A on a ${circuit.breakerA} A circuit must be rated at least that.`,
			have: device.amps,
			unit: 'A',
			fix: ratingFix(edition, job, run, box, device)
		})),
		...severalOutlets({ edition, job }, run, outlets),
		...onLargeCircuit(edition, job, run, outlets)
	];
}

/** A circuit with several outlets has one of the ratings for that; fixed heat has its own. @source 210.18 (2017: 210.3) */
function severalOutlets({ edition, job }: RuledJob, { circuit }: Run, outlets: readonly unknown[]): Finding[] {
	const { rule, several } = edition.circuits.ratings;
	if (outlets.length < 2 || circuit.load?.kind === 'fixed-heat' || several.includes(circuit.breakerA)) return [];
	return [
		{
			code: 'several',
			id: `several:${circuit.id}`,
			severity: circuit.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, rule),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: `${BreakerName(job, circuit)} of ${circuit.breakerA} A feeds ${outlets.length} outlets: a circuit with several is rated ${several.join(', ')} A.`,
			have: circuit.breakerA,
			unit: 'A'
		}
	];
}

/** An ordinary receptacle goes to an ordinary circuit; a large one on a small breaker is exchanged. */
function ratingFix(edition: Edition, job: Job, run: Run, box: Box, device: Device): Finding['fix'] {
	const { circuit } = run;
	if (circuit.breakerA > device.amps && run.nodes.length > 1) return moveFix({ edition, job }, { from: circuit, boxes: [box] });
	if (device.amps <= circuit.breakerA) return undefined;
	return {
		kind: 'edit-device',
		label: `Make it a ${circuit.breakerA} A receptacle`,
		boxId: box.id,
		deviceId: device.id,
		change: { amps: circuit.breakerA }
	};
}

/** Lights of a dwelling on a circuit of 30 A and more; its ordinary receptacles are told of by their rating. */
function onLargeCircuit(edition: Edition, job: Job, run: Run, outlets: readonly { box: Box; device: Device }[]): Finding[] {
	const { circuit } = run;
	const { large } = edition.circuits;
	if (circuit.breakerA < large.fromA || outlets.length < 2) return [];
	return outlets
		.filter(({ device }) => device.kind === 'lighting' || device.kind === 'alarm')
		.map(({ box, device }): Finding => ({
			code: 'large',
			id: `large:${circuit.id}:${device.id}`,
			severity: circuit.state === 'found' ? 'caution' : 'violation',
			rule: cite(edition, large.rule),
			circuitId: circuit.id,
			subject: { kind: 'box', id: box.id },
			message: `${box.name}: a circuit of ${circuit.breakerA} A with several outlets may not supply lights in a dwelling. Move it to a 15 or 20 A circuit.`,
			have: circuit.breakerA,
			unit: 'A',
			fix: moveFix({ edition, job }, { from: circuit, boxes: [box] })
		}));
}
