import { ampacityOf } from '../../code/310-15-ampacity';
import type { Edition } from '../../code/shape/edition';
import { currentCarryingOf } from '../../run/bundles';
import { indexOf } from '../../model/job-index';
import type { Circuit, Job, Cable } from '../../model/known';
import { compareGauge } from '../../units/gauge';

/** The thinnest wire of a circuit and what it carries as it lies, A. What is in the wall goes before what is only planned. */
export function thinnestWire(edition: Edition, job: Job, circuit: Circuit): { cable: Cable; carries: number } | null {
	const cables = indexOf(job).cablesOfCircuit.get(circuit.id) ?? [];
	const there = cables.filter((l) => l.state !== 'planned');
	const cable = [...(there.length ? there : cables)].sort((a, b) => compareGauge(a.awg, b.awg))[0];
	if (!cable) return null;
	const lies = { ambientC: 30, terminalC: 60 as const, ...circuit.wiring };
	const carried = ampacityOf(edition, {
		cable: cable.kind,
		metal: cable.metal,
		awg: cable.awg,
		ambientC: lies.ambientC ?? 30,
		currentCarrying: currentCarryingOf(job, circuit, edition.supports.bundle.fromIn),
		terminalC: lies.terminalC ?? 60
	});
	return carried && { cable, carries: carried.amps };
}
