import type { RuledJob } from '../code/ruled-job';
import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import { voltsAt } from '../circuits/size/drop';
import { runOf } from '../run/runs';
import { indexOf } from '../model/job-index';
import { knownOr, sayFact } from '../model/fact-words';
import {
	missingOf,
	NotKnown,
	panelOf,
	type Box,
	type Circuit,
	type Fact,
	type Job,
	type Cable,
	type Reading
} from '../model/known';
import { soundOf, type SoundFigures } from '../network/sound';
import { wireOhms } from '../network/run-wiring';
import { once } from '../model/remember';
import { lazily } from '../model/lazily';
import type { Step } from '../model/result';
import { formatFeet } from '../units/length';
import { show } from '../units/quantity';
import { sayTemp } from '../units/temperature';

interface Loop {
	/** From the panel's bars to the box's contacts, ohm. */
	hotOhms: number;
	/** Of a receptacle between two hots: the second of them. */
	neutralOhms: number;
	/** null where a cable on the way has no ground conductor. */
	groundOhms: number | null;
}
export interface Prediction {
	boxId: string;
	loop: Loop;
	/**
	 * What an analyzer finds besides, since it reads by volts against the ground: service and feeders. The neutral and
	 * ground bars are one at the service, and stand on its neutral.
	 */
	supply: { hotOhms: number; neutralOhms: number; groundOhms: number };
	/** Volts with nothing on, and under the test load. */
	/** Hot to neutral; between two hots, hot to hot. */
	hn: number;
	loadedHn: number;
	/** Each hot to neutral or ground, V. */
	toGround: number;
	/** Between two hots: a figure of neutral has no meaning there. */
	twoHots: boolean;
	loadedNg: number | null;
	loadA: number;
	dropPercent: number;
	steps: Step[];
}
export type Predicted =
	| { known: true; value: Prediction }
	| {
			known: false;
			why: string;
			/** That would tell. */
			fact?: Fact | undefined;
	  };

/**
 * What a sound run reads at one of its boxes: volts, drop under the test load, ohms of each conductor.
 * The load is a resistance that would draw `loadA` at full voltage, as an analyzer's is.
 * @source Chapter 9 Table 8 brought to the test temperature; facts on terminations and source are this model's
 * @example 40 ft of 12 AWG, 12 A at 120 V -> 1.6 %
 */
export function predict(
	{ edition, job }: RuledJob,
	{ circuit, boxId }: { circuit: Circuit; boxId: string },
	{ loadA = job.practice.testLoadA, half }: { loadA?: number | undefined; half?: 'upper' | 'lower' | undefined } = {}
): Predicted {
	const node = runOf(job, circuit).byBox.get(boxId);
	if (!node) return { known: false, why: 'it is not on a circuit run yet' };
	const boxes = indexOf(job).boxes;
	const lacks = lackOnTheWay(job, circuit, node.path);
	if (lacks) return { known: false, why: `${sayFact(job, lacks)} is not known`, fact: lacks };
	const guessed = node.path.find((l) => l.guess !== undefined);
	if (guessed) return { known: false, why: `what feeds ${boxes.get(guessed.toId)?.name ?? 'it'} was figured and not seen` };
	const sound = soundOf(job);
	const loop = loopsOf(job, edition, circuit).get(boxId) ?? NO_LOOP;
	const toGround = job.practice.supplyVolts;
	const twoHots = voltsAt(circuit, boxes.get(boxId)) === 240 || isBetweenHots(boxes.get(boxId), half);
	const supply = twoHots ? 2 * toGround : toGround;
	const feeders = knownOr(
		job,
		() => feederOhms(edition, job, panelOf(circuit), sound),
		(_, fact) => ({ fact })
	);
	if ('fact' in feeders) return { known: false, why: `${sayFact(job, feeders.fact)} is not known`, fact: feeders.fact };
	const back = twoHots ? sound.sourceOhms + feeders.hot : sound.serviceNeutralOhms + feeders.neutral;
	const sourceOhms = sound.sourceOhms + feeders.hot + back;
	const loadOhms = supply / loadA;
	const circuitOhms = sourceOhms + loop.hotOhms + loop.neutralOhms;
	const amps = supply / (loadOhms + circuitOhms);
	const dropPercent = (100 * amps * circuitOhms) / supply;
	const rule = cite(edition, edition.resistance.rule);
	const steps = lazily((): Step[] => [
		...node.path.map((cable): Step => ({
			label: `${boxes.get(cable.fromId ?? '')?.name ?? 'panel'} to ${boxes.get(cable.toId)?.name}, ${formatFeet(cable.lengthFt ?? 0)} of ${cable.awg}`,
			formula: `${sayTemp(sound.conductorC)}, with both terminations`,
			value: legOhms(edition, cable, cable.awg, sound),
			unit: 'ohm',
			rule
		})),
		{
			label: twoHots ? 'service, both hots' : 'service, hot and neutral',
			formula: `${show(sourceOhms, 3)} + ${show(loop.hotOhms, 3)} + ${show(loop.neutralOhms, 3)}`,
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
	]);
	return {
		known: true,
		value: {
			boxId,
			loop,
			supply: {
				hotOhms: sound.sourceOhms + feeders.hot + (twoHots ? 0 : sound.serviceNeutralOhms),
				neutralOhms: feeders.neutral,
				groundOhms: sound.serviceNeutralOhms + feeders.ground
			},
			hn: supply,
			loadedHn: supply - amps * circuitOhms,
			toGround,
			twoHots,
			get loadedNg() {
				return loop.groundOhms === null || twoHots ? null : amps * (loop.neutralOhms + feeders.neutral);
			},
			loadA,
			dropPercent,
			get steps() {
				return steps();
			}
		}
	};
}

/** The half of a yoke of two voltages that stands between two hots: the lower one. */
export const isBetweenHots = (box: Box | undefined, half: 'upper' | 'lower' | undefined): boolean =>
	half === 'lower' && !!box?.devices.some((d) => d.yoke === 'dual-voltage');

const legOhms = (edition: Edition, cable: Cable, awg: Cable['awg'], s: SoundFigures, metal = cable.metal): number =>
	wireOhms(
		edition,
		{ awg, metal, lengthFt: cable.lengthFt ?? 0 },
		{ conductorC: s.conductorC, terminationOhms: s.terminationOhms }
	);

/** What is not known of the way from a panel to a box, the first of it. */
function lackOnTheWay(job: Job, circuit: Circuit, path: readonly Cable[]): Fact | null {
	if (circuit.panelId === null) return { of: 'circuit', id: circuit.id, field: 'panelId' };
	for (const cable of path) {
		const lacks = missingOf(cable, 'fromId', 'lengthFt', 'awg', 'metal');
		if (lacks) return lacks;
	}
	return null;
}

/** Each conductor of the feeders between the service and a panel, ohm. @throws NotKnown where one is not measured */
function feederOhms(
	edition: Edition,
	job: Job,
	panelId: string,
	s: SoundFigures
): { hot: number; neutral: number; ground: number } {
	let ohms = 0;
	let at = job.panels.find((p) => p.id === panelId);
	for (let n = 0; at?.feeder && n < job.panels.length; n++) {
		const { feeder } = at;
		if (feeder.lengthFt === null) throw new NotKnown({ of: 'feeder', id: at.id, field: 'lengthFt' });
		ohms += wireOhms(
			edition,
			{ ...feeder, lengthFt: feeder.lengthFt },
			{ conductorC: s.conductorC, terminationOhms: s.terminationOhms }
		);
		at = job.panels.find((p) => p.id === feeder.fromPanelId);
	}
	return { hot: ohms, neutral: ohms, ground: ohms };
}

const NO_LOOP: Loop = { hotOhms: 0, neutralOhms: 0, groundOhms: 0 };
/** From the panel to each box of a run, in one walk along it. */
const loopsOf = once((job: Job, edition: Edition, circuit: Circuit): ReadonlyMap<string, Loop> => {
	const sound = soundOf(job);
	const made = new Map<string, Loop>();
	for (const { boxId, fromId, cable } of runOf(job, circuit).nodes) {
		const up = fromId === circuit.panelId ? NO_LOOP : made.get(fromId ?? '');
		// Beyond a cable of which nobody knows the gauge no ohms can be told.
		if (!up || missingOf(cable, 'fromId', 'awg', 'metal')) continue;
		const conductor = up.hotOhms + legOhms(edition, cable, cable.awg, sound);
		const ground = legOhms(edition, cable, edition.grounding.asMade.nm[cable.awg] ?? cable.awg, sound, 'Cu');
		const both = { hotOhms: conductor, neutralOhms: conductor };
		try {
			made.set(boxId, {
				...both,
				groundOhms: cable.ground && up.groundOhms !== null ? up.groundOhms + ground : null
			});
		} catch (lacks) {
			// Only what needs the ground asks whether there is one.
			made.set(boxId, {
				...both,
				get groundOhms(): number | null {
					throw lacks;
				}
			});
		}
	}
	return made;
});

/** The figure of a sound run that stands beside a reading of this kind. */
export function predictedFor(
	reading: Pick<Reading, 'kind' | 'loadA'>,
	p: Prediction,
	/** Its hot-neutral is read between two hots: the half of 250 V of a yoke. */
	betweenHots = false
): number | null {
	// Asked only where it matters: whether there is a ground may not be known.
	const grounded = () => p.loop.groundOhms !== null;
	switch (reading.kind) {
		case 'hh':
			return !p.twoHots ? null : reading.loadA === null ? p.hn : p.loadedHn;
		case 'hn':
		case 'h2n':
			return p.twoHots && !betweenHots ? p.toGround : reading.loadA === null ? p.hn : p.loadedHn;
		case 'hg':
		case 'h2g':
			return grounded() ? p.toGround : null;
		case 'ng':
			return p.twoHots || !grounded() ? null : reading.loadA === null ? 0 : p.loadedNg;
		case 'drop':
			return p.dropPercent;
		case 'ohm-hot':
			return p.loop.hotOhms + p.supply.hotOhms;
		case 'ohm-neutral':
			return p.twoHots ? null : p.loop.neutralOhms + p.supply.neutralOhms;
		case 'dead-ohm-ground':
			return p.loop.groundOhms;
		case 'ohm-ground':
			return p.loop.groundOhms === null ? null : p.loop.groundOhms + p.supply.groundOhms;
		default:
			return null;
	}
}
