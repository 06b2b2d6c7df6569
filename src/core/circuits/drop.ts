import { cite, type Edition } from '../code/edition';
import { dropVolts, ohmsPerKft } from '../code/resistance';
import type { Box, Circuit, Job } from '../model/job';
import { indexOf } from '../model/job-index';
import type { Step } from '../model/result';
import { formatFeet } from '../units/length';
import { show } from '../units/quantity';
import { asLoadCase, loadOf } from './load';
import { boxesServed, runOf, type Run, type RunNode } from './runs';

export interface DropAt {
	boxId: string;
	volts: number;
	percent: number;
	steps: Step[];
}

/** One pole never gives more than 120 V, whatever is entered of its load. */
export const circuitVolts = (circuit: Pick<Circuit, 'poles' | 'load'>): 120 | 240 =>
	circuit.poles === 1 ? 120 : (circuit.load?.volts ?? 240);

/**
 * Volts between the conductors that carry the load of one box: on a two-pole circuit its loads from line to neutral
 * have 120, and lose by that.
 */
export function voltsAt(circuit: Pick<Circuit, 'poles' | 'load'>, box: Box | undefined): 120 | 240 {
	const outlets = box?.devices.filter((d) => d.kind !== 'switch') ?? [];
	if (!circuit.load && outlets.some((d) => d.volts === 120 || d.yoke)) return 120;
	return circuitVolts(circuit);
}

/**
 * The load that a circuit's drop is reckoned with, A: its appliance's; else, with receptacles on it, the most that a
 * cord may take of a shared circuit; else the watts that are wired to it.
 */
export function designLoad(edition: Edition, job: Job, circuit: Circuit): DesignLoad {
	const loads = known.get(job) ?? new Map<string, DesignLoad>();
	known.set(job, loads);
	const load = loads.get(circuit.id) ?? reckonLoad(edition, job, circuit);
	loads.set(circuit.id, load);
	return load;
}
interface DesignLoad {
	amps: number;
	step: Step;
}
const known = new WeakMap<Job, Map<string, DesignLoad>>();

function reckonLoad(edition: Edition, job: Job, circuit: Circuit): DesignLoad {
	if (circuit.load) {
		const load = loadOf(edition, { ...asLoadCase(circuit.load), volts: circuitVolts(circuit) });
		return {
			amps: load.loadA,
			step: { label: circuit.load.name || 'load', formula: 'as it runs', value: load.loadA, unit: 'A' }
		};
	}
	const devices = boxesServed(job, runOf(job, circuit)).flatMap((b) => b.devices);
	if (devices.some((d) => d.receptacles > 0)) {
		const { share, rule } = edition.cordShare;
		return {
			amps: share * circuit.breakerA,
			step: {
				label: 'cord-and-plug load',
				formula: `${share} x ${circuit.breakerA} A`,
				value: share * circuit.breakerA,
				unit: 'A',
				rule: cite(edition, rule)
			}
		};
	}
	const watts = devices.reduce((sum, d) => sum + d.watts, 0);
	const volts = circuitVolts(circuit);
	return {
		amps: watts / volts,
		step: { label: 'wired load', formula: `${watts} W / ${volts} V`, value: watts / volts, unit: 'A' }
	};
}

/**
 * Drop at one box with the whole design load drawn there, conductors at 75 °C, leg by leg.
 * @returns null where a leg on the way is not measured
 */
export function dropAt(edition: Edition, job: Job, run: Run, node: RunNode): DropAt | null {
	const { amps, step } = designLoad(edition, job, run.circuit);
	const boxes = indexOf(job).boxes;
	const volts = voltsAt(run.circuit, boxes.get(node.boxId));
	const steps: Step[] = [step];
	let total = 0;
	for (const leg of node.path) {
		if (leg.lengthFt === null) return null;
		const perKft = ohmsPerKft(leg.awg, leg.metal, edition);
		const lost = dropVolts(amps, leg.lengthFt, perKft);
		total += lost;
		steps.push({
			label: `${boxes.get(leg.fromId)?.name ?? 'panel'} to ${boxes.get(leg.toId)?.name ?? '?'}, ${formatFeet(leg.lengthFt)} of ${leg.awg}`,
			formula: `2 x ${show(leg.lengthFt, 1)} x ${show(amps)} x ${perKft} / 1000`,
			value: lost,
			unit: 'V',
			rule: cite(edition, edition.resistance.rule)
		});
	}
	const percent = (100 * total) / volts;
	steps.push({
		label: `of ${volts} V`,
		formula: `100 x ${show(total)} / ${volts}`,
		value: percent,
		unit: '%',
		rule: cite(edition, edition.drop.rule)
	});
	return { boxId: node.boxId, volts: total, percent, steps };
}
