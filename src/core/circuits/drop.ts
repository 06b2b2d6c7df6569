import { cite, type Edition } from '../code/edition';
import { dropVolts, ohmsPerKft } from '../code/resistance';
import type { Box, Circuit, Job } from '../model/job';
import { indexOf } from '../model/job-index';
import type { Step } from '../model/result';
import { formatFeet } from '../units/length';
import { show } from '../units/quantity';
import { asLoadCase, loadOf } from './load';
import { boxesServed, outletsServed, runOf, type Run, type RunNode } from './runs';

export interface DropAt {
	boxId: string;
	volts: number;
	percent: number;
	/** What load it is reckoned with, in words. */
	load: string;
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

/** Watts that are known to hang on each box of a run, and below it; null: nothing is known of its cords. */
function knownLoads(job: Job, run: Run): ReadonlyMap<string, number> | null {
	const outlets = outletsServed(job, run);
	const onCords = outlets.filter((o) => o.device.receptacles > 0);
	// Of what is wired everything is known; lights beside receptacles tell nothing of what will be plugged in.
	if (run.circuit.load || (onCords.length > 0 && !onCords.some((o) => o.device.watts > 0))) return null;
	const below = new Map<string, number>();
	for (const { box, device } of outlets)
		for (const leg of run.byBox.get(box.id)?.path ?? []) below.set(leg.toId, (below.get(leg.toId) ?? 0) + device.watts);
	return below;
}

/**
 * Drop at one box, conductors at 75 °C, leg by leg: with the loads that are known, each leg carrying what is downstream of it;
 * else with the whole design load drawn there.
 * @returns null where a leg on the way is not measured
 */
export function dropAt(edition: Edition, job: Job, run: Run, node: RunNode): DropAt | null {
	const { amps, step } = designLoad(edition, job, run.circuit);
	const boxes = indexOf(job).boxes;
	const volts = voltsAt(run.circuit, boxes.get(node.boxId));
	const loads = knownLoads(job, run);
	const steps: Step[] = loads ? [] : [step];
	let total = 0;
	for (const leg of node.path) {
		if (leg.lengthFt === null) return null;
		const carried = loads ? (loads.get(leg.toId) ?? 0) / volts : amps;
		const perKft = ohmsPerKft(leg.awg, leg.metal, edition);
		const lost = dropVolts(carried, leg.lengthFt, perKft);
		total += lost;
		steps.push({
			label: `${boxes.get(leg.fromId)?.name ?? 'panel'} to ${boxes.get(leg.toId)?.name ?? '?'}, ${formatFeet(leg.lengthFt)} of ${leg.awg}`,
			formula: `2 x ${show(leg.lengthFt, 1)} x ${show(carried)} x ${perKft} / 1000`,
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
	return { boxId: node.boxId, volts: total, percent, load: loadWords(edition, run.circuit, loads !== null), steps };
}
function loadWords(edition: Edition, circuit: Circuit, known: boolean): string {
	if (known) return 'its known loads all on';
	if (circuit.load) return `${circuit.load.name || 'its load'} running`;
	return `${show(100 * edition.cordShare.share)} % of its ${circuit.breakerA} A breaker at the last outlet`;
}
