import { cite, type Edition } from '../code/edition';
import { ohmsAt, ohmsPerKft } from '../code/resistance';
import { runOf } from '../circuits/runs';
import { indexOf } from '../model/job-index';
import type { Circuit, Job, Leg } from '../model/job';
import type { Step } from '../model/result';
import { formatFeet } from '../units/length';
import { show } from '../units/quantity';

/** Figures of a sound run; all settable where the prediction is made. */
export const SOUND = {
	/** The service's own impedance, on the hot, ohm. */
	sourceOhms: 0.03,
	/** Each conductor at each end of a leg, ohm. */
	terminationOhms: 0.002,
	/** Conductors as they are while being tested, °C. */
	conductorC: 25
} as const;

export interface Loop {
	/** From the panel's bars to the box's contacts, ohm. */
	hotOhms: number;
	neutralOhms: number;
	/** null where a leg on the way has no ground conductor. */
	groundOhms: number | null;
}
export interface Prediction {
	boxId: string;
	loop: Loop;
	/** Volts with nothing on, and under the test load. */
	hn: number;
	loadedHn: number;
	loadedNg: number | null;
	loadA: number;
	dropPercent: number;
	steps: Step[];
}
export type Predicted = { known: true; value: Prediction } | { known: false; why: string };

/**
 * What a sound run reads at one of its boxes: volts, drop under the test load, ohms of each conductor.
 * The load is a resistance that would draw `loadA` at full voltage, as an analyzer's is.
 * @source Chapter 9 Table 8 brought to the test temperature; facts on terminations and source are this model's
 * @example 40 ft of 12 AWG, 12 A at 120 V -> 1.6 %
 */
export function predict(edition: Edition, job: Job, circuit: Circuit, boxId: string, loadA = job.practice.testLoadA): Predicted {
	// The model is one hot and one neutral: between two hots its percentages would be of the wrong voltage.
	if (circuit.poles === 2) return { known: false, why: 'a two-pole circuit is not predicted yet' };
	const node = runOf(job, circuit).byBox.get(boxId);
	if (!node) return { known: false, why: 'it is not on the run of a circuit yet' };
	const boxes = indexOf(job).boxes;
	const unknown = node.path.find((leg) => leg.lengthFt === null);
	if (unknown)
		return {
			known: false,
			why: `the length of ${boxes.get(unknown.fromId)?.name ?? 'panel'} to ${boxes.get(unknown.toId)?.name} is not known`
		};
	const loop = loopOf(edition, node.path);
	const supply = job.practice.supplyVolts;
	const loadOhms = supply / loadA;
	const circuitOhms = SOUND.sourceOhms + loop.hotOhms + loop.neutralOhms;
	const amps = supply / (loadOhms + circuitOhms);
	const dropPercent = (100 * amps * circuitOhms) / supply;
	const rule = cite(edition, edition.resistance.rule);
	const steps: Step[] = [
		...node.path.map((leg): Step => ({
			label: `${boxes.get(leg.fromId)?.name ?? 'panel'} to ${boxes.get(leg.toId)?.name}, ${formatFeet(leg.lengthFt ?? 0)} of ${leg.awg}`,
			formula: `${SOUND.conductorC} °C, with both terminations`,
			value: legOhms(edition, leg, leg.awg),
			unit: 'ohm',
			rule
		})),
		{
			label: 'source, hot and neutral',
			formula: `${SOUND.sourceOhms} + ${show(loop.hotOhms, 3)} + ${show(loop.neutralOhms, 3)}`,
			value: circuitOhms,
			unit: 'ohm'
		},
		{
			label: `current of a ${show(loadA, 1)} A test load`,
			formula: `${supply} / (${show(loadOhms)} + ${show(circuitOhms, 3)})`,
			value: amps,
			unit: 'A'
		},
		{
			label: 'predicted drop',
			formula: `100 x ${show(amps)} x ${show(circuitOhms, 3)} / ${supply}`,
			value: dropPercent,
			unit: '%'
		}
	];
	return {
		known: true,
		value: {
			boxId,
			loop,
			hn: supply,
			loadedHn: supply - amps * circuitOhms,
			loadedNg: loop.groundOhms === null ? null : amps * loop.neutralOhms,
			loadA,
			dropPercent,
			steps
		}
	};
}

const legOhms = (edition: Edition, leg: Leg, awg: Leg['awg']): number =>
	((leg.lengthFt ?? 0) * ohmsAt(ohmsPerKft(awg, leg.metal, edition), leg.metal, SOUND.conductorC, edition)) / 1000 +
	2 * SOUND.terminationOhms;

function loopOf(edition: Edition, path: readonly Leg[]): Loop {
	const along = (awgOf: (leg: Leg) => Leg['awg']) => path.reduce((sum, leg) => sum + legOhms(edition, leg, awgOf(leg)), 0);
	const conductor = along((leg) => leg.awg);
	const grounded = path.every((leg) => leg.ground);
	return {
		hotOhms: conductor,
		neutralOhms: conductor,
		groundOhms: grounded ? along((leg) => edition.grounding.asMade.nm[leg.awg] ?? leg.awg) : null
	};
}
