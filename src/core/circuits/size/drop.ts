import type { RuledJob } from '../../code/ruled-job';
import { HOT_TO_HOT_V, HOT_TO_NEUTRAL_V } from '../../units/volts';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { dropVolts, ohmsPerKft } from '../../code/chapter-9-resistance';
import { missingOf, type Box, type Circuit, type Job } from '../../model/known';
import { indexOf } from '../../model/job-index';
import { once } from '../../model/remember';
import { lazily } from '../../model/lazily';
import type { Step } from '../../model/result';
import { formatFeet } from '../../units/length';
import { show } from '../../units/quantity';
import { asLoadCase, loadOf } from './load';
import { boxesServed, outletsServed, runOf, type Run, type RunNode } from '../../run/runs';

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
	circuit.poles === 1 ? HOT_TO_NEUTRAL_V : (circuit.load?.volts ?? HOT_TO_HOT_V);

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
	return reckoned(job, edition, circuit);
}
interface DesignLoad {
	amps: number;
	step: Step;
}
const reckoned = once((job: Job, edition: Edition, circuit: Circuit): DesignLoad => {
	if (circuit.load) {
		const load = loadOf(edition, { ...asLoadCase(circuit.load), volts: circuitVolts(circuit) });
		return {
			amps: load.loadA,
			step: { label: circuit.load.name || 'load', formula: 'running load', value: load.loadA, unit: 'A' }
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
});

/** What a run's drops are made of, in one walk along it. */
interface RunLosses {
	/** Watts that are known to hang on each box, and below it; null: nothing is known of its cords. */
	loads: ReadonlyMap<string, number> | null;
	/**
	 * From the panel to each box: with loads, V lost times the volts between the conductors; without, V lost for each
	 * ampere. null: a cable on the way is not measured.
	 */
	lostTo: ReadonlyMap<string, number | null>;
}
const lossesOf = once((job: Job, edition: Edition, run: Run): RunLosses => {
	const loads = knownLoads(job, run);
	const lostTo = new Map<string, number | null>(run.circuit.panelId === null ? [] : [[run.circuit.panelId, 0]]);
	for (const { boxId, fromId, cable } of run.nodes) {
		const before = (fromId === null ? null : lostTo.get(fromId)) ?? null;
		const carried = loads ? (loads.get(boxId) ?? 0) : 1;
		const here =
			before === null || cable.lengthFt === null || missingOf(cable, 'awg', 'metal')
				? null
				: before + dropVolts(carried, cable.lengthFt, ohmsPerKft(cable.awg, cable.metal, edition));
		lostTo.set(boxId, here);
	}
	return { loads, lostTo };
});
function knownLoads(job: Job, run: Run): ReadonlyMap<string, number> | null {
	const outlets = outletsServed(job, run);
	const onCords = outlets.filter((o) => o.device.receptacles > 0);
	// Of what is wired everything is known; lights beside receptacles tell nothing of what will be plugged in.
	if (run.circuit.load || (onCords.length > 0 && !onCords.some((o) => o.device.watts > 0))) return null;
	const below = new Map<string, number>();
	const add = (boxId: string, watts: number) => below.set(boxId, (below.get(boxId) ?? 0) + watts);
	for (const { box, device } of outlets) add(box.id, device.watts);
	// What hangs on the last boxes first, and so toward the panel.
	for (const { boxId, fromId } of [...run.nodes].reverse()) if (fromId !== null) add(fromId, below.get(boxId) ?? 0);
	return below;
}

/**
 * Drop at one box, conductors at 75 °C, cable by cable: with the loads that are known, each cable carrying what is downstream of it;
 * else with the whole design load drawn there.
 * @returns null where a cable on the way is not measured
 */
export function dropAt({ edition, job }: RuledJob, run: Run, node: RunNode): DropAt | null {
	const { amps, step } = designLoad(edition, job, run.circuit);
	const boxes = indexOf(job).boxes;
	const volts = voltsAt(run.circuit, boxes.get(node.boxId));
	const { loads, lostTo } = lossesOf(job, edition, run);
	const lost = lostTo.get(node.boxId) ?? null;
	if (lost === null) return null;
	const total = loads ? lost / volts : lost * amps;
	const percent = (100 * total) / volts;
	const steps = lazily((): Step[] => [
		...(loads ? [] : [step]),
		...node.path.map((cable): Step => {
			const carried = loads ? (loads.get(cable.toId) ?? 0) / volts : amps;
			const [feet, perKft] = [cable.lengthFt ?? 0, ohmsPerKft(cable.awg, cable.metal, edition)];
			return {
				label: `${boxes.get(cable.fromId ?? '')?.name ?? 'panel'} to ${boxes.get(cable.toId)?.name ?? '?'}, ${formatFeet(feet)} of ${cable.awg}`,
				formula: `2 x ${show(feet, 1)} x ${show(carried)} x ${perKft} / 1000`,
				value: dropVolts(carried, feet, perKft),
				unit: 'V',
				rule: cite(edition, edition.resistance.rule)
			};
		}),
		{
			label: `of ${volts} V`,
			formula: `100 x ${show(total)} / ${volts}`,
			value: percent,
			unit: '%',
			rule: cite(edition, edition.drop.rule)
		}
	]);
	const load = loadWords(edition, run.circuit, loads !== null);
	return {
		boxId: node.boxId,
		volts: total,
		percent,
		load,
		get steps() {
			return steps();
		}
	};
}
function loadWords(edition: Edition, circuit: Circuit, known: boolean): string {
	if (known) return 'all known loads on';
	if (circuit.load) return `${circuit.load.name || 'its load'} running`;
	return `${show(100 * edition.cordShare.share)}% of its ${circuit.breakerA} A breaker at the last outlet`;
}
