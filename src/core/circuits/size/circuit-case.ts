import type { Edition } from '../../code/shape/edition';
import type { Job, Cable } from '../../model/known';
import { circuitVolts, designLoad, voltsAt } from './drop';
import { indexOf } from '../../model/job-index';
import { asLoadCase } from './load';
import { boxesServed, type Run } from '../../run/runs';
import { currentCarryingOf } from '../../run/bundles';
import type { SizeCase } from './size';

/** Where nothing else is said: a cable by itself, in a place of 30 °C, on terminals of 60 °C. */
const USUAL = { ambientC: 30, terminalC: 60 } as const;

/** Every kind of wire on a run, each as a case for the sizing of one branch circuit: the whole circuit must be held by each. */
export function sizeCasesOf(edition: Edition, job: Job, run: Run): SizeCase[] {
	const { circuit } = run;
	const wires = new Map<string, Cable>();
	for (const { cable } of run.nodes) {
		const key = `${cable.kind} ${cable.metal} ${cable.awg}`;
		if (!wires.has(key)) wires.set(key, cable);
	}
	const count = receptaclesOn(job, run);
	const shared = designLoad(edition, job, circuit);
	const load = circuit.load
		? asLoadCase(circuit.load)
		: { kind: 'general' as const, amps: shared.amps, volts: circuitVolts(circuit), named: shared.step };
	const { feet: lengthFt, volts: dropOfV } = farthest(job, run);
	return [...wires.values()].map((cable) => ({
		dropOfV,
		load,
		wiring: {
			cable: cable.kind,
			metal: cable.metal,
			lengthFt,
			ambientC: circuit.wiring?.ambientC ?? USUAL.ambientC,
			currentCarrying: currentCarryingOf(job, circuit, edition.supports.bundle.fromIn),
			terminalC: circuit.wiring?.terminalC ?? USUAL.terminalC
		},
		outlets: { kind: count ? 'receptacle' : 'hard-wired', count: Math.max(1, count) },
		breakerA: circuit.breakerA,
		awg: cable.awg
	}));
}

/** Where the run drops most, by its feet for each volt of the outlet there: the same that its drop is told of. */
function farthest(job: Job, run: Run): { feet: number; volts: number } {
	const { boxes } = indexOf(job);
	const at = run.nodes.map((n) => ({ feet: n.feet ?? 0, volts: voltsAt(run.circuit, boxes.get(n.boxId)) }));
	return at.reduce((most, x) => (x.feet / x.volts > most.feet / most.volts ? x : most), {
		feet: 0,
		volts: circuitVolts(run.circuit)
	});
}
/** Receptacles on a run: a duplex has two. */
export function receptaclesOn(job: Job, run: Run): number {
	return boxesServed(job, run).reduce((sum, box) => sum + box.devices.reduce((s, d) => s + d.receptacles, 0), 0);
}
