import { breakerName } from '../../model/breaker-name';
import { amendmentFor, inForce } from '../../code/amendments';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { runOf } from '../../run/runs';
import type { Circuit, Job, Cable } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { Finding } from '../../model/result';
import { atMost, show } from '../../units/quantity';
import { isFirstReceptacle, lawfulHomeRun } from './210-12-afci-outlet';
import { gives } from '../../model/protections';

/**
 * Wiring of an old circuit that is changed or run anew in rooms that AFCI speaks of, by more than 6 ft, though it adds no
 * outlet. What adds one is told of at that outlet.
 * @source 210.12(D) (2023: (E))
 */
export function rewiredFindings(edition: Edition, job: Job, circuit: Circuit): Finding[] {
	const { afci } = edition;
	if (circuit.state !== 'found' || circuit.poles === 2 || circuit.breakerA < afci.minAmps || circuit.breakerA > afci.maxAmps)
		return [];
	const cables = changedCables(edition, job, circuit);
	if (!cables.length || isProtected(edition, job, circuit)) return [];
	const feet = cables.reduce((sum, l) => sum + (l.lengthFt ?? 0), 0);
	const long = !atMost(feet, afci.extensionFt);
	if (!long && cables.every((l) => l.lengthFt !== null)) return [];
	return [
		{
			code: 'rewired',
			id: `rewired:${circuit.id}`,
			severity: long ? 'violation' : 'caution',
			rule: cite(edition, afci.extension),
			circuitId: circuit.id,
			subject: { kind: 'circuit', id: circuit.id },
			message: long
				? `${show(feet, 1)} ft of ${breakerName(job, circuit)} are rewired: past ${afci.extensionFt} ft AFCI is required, at the breaker or the first receptacle, even with no outlet added.`
				: `Part of ${breakerName(job, circuit)} is rewired and not measured: past ${afci.extensionFt} ft AFCI is required.`,
			have: feet,
			need: afci.extensionFt,
			unit: 'ft'
		}
	];
}

/** New cable of it in such rooms that ends in no new outlet. */
function changedCables(edition: Edition, job: Job, circuit: Circuit): Cable[] {
	const { boxes, rooms, cablesOfCircuit } = indexOf(job);
	const inForceNow = inForce(job);
	const asks = (boxId: string): boolean => {
		const room = rooms.get(boxes.get(boxId)?.roomId ?? '');
		if (!room) return false;
		const listed =
			edition.afci.rooms.includes(room.kind) ||
			(edition.afci.checkRooms.includes(room.kind) && (room.kind !== 'basement' || room.finished));
		const amended =
			amendmentFor(inForceNow, edition.afci.extension.section, { room: room.kind }) ??
			amendmentFor(inForceNow, edition.afci.rule.section, { room: room.kind });
		return listed && amended?.change !== 'off';
	};
	return (cablesOfCircuit.get(circuit.id) ?? []).filter((l) => {
		const to = boxes.get(l.toId);
		const addsOutlet = to?.state !== 'found' && !!to?.devices.length;
		return l.state !== 'found' && !addsOutlet && (asks(l.toId) || asks(l.fromId ?? ''));
	});
}
function isProtected(edition: Edition, job: Job, circuit: Circuit): boolean {
	if (gives(circuit.breaker, 'afci')) return true;
	const run = runOf(job, circuit);
	const { boxes } = indexOf(job);
	return run.nodes.some((n) => {
		const box = boxes.get(n.boxId);
		return (
			!!box?.devices.some((d) => gives(d.protection, 'afci') && d.feedsLoad) &&
			(isFirstReceptacle(job, run, box) || lawfulHomeRun({ edition, job }, run, box))
		);
	});
}
