import type { RuledJob } from '../code/ruled-job';
import { type Built, planOf, build } from '../network/build';
import type { Outlet } from '../network/wiring';
import { type Fault, type FaultKind, RUN_FAULTS } from '../faults/kinds';
import type { Job, Circuit } from '../model/known';
import { indexOf } from '../model/job-index';
import { jobWiring, outletAt } from '../network/job-wiring';
import { readTwoHots, type RunReading } from './run-reading';
import { readVolts, readLamps } from './meter';
import { analyze } from './analyzer';
import type { Random } from '../units/random';
import { linesOf } from './protocol';
import { asRead } from './noise';
import type { RunCase, RunBox } from '../network/run-wiring';
import { soundOf } from '../network/sound';

/** A house made from the job, with faults that the job knows nothing of: what a simulated instrument reads. */
interface SimulatedHouse {
	built: Built;
	outlet: Outlet;
}
/** Faults at places that these circuits have; others are of other circuits. */
const those = (built: { places: ReadonlySet<string> }, faults: readonly Fault[]): Fault[] =>
	faults.filter((f) => built.places.has(f.at));
/** @returns why it cannot be read, in words, where there is nothing to plug into */
export function houseAt(
	{ edition, job }: RuledJob,
	{ boxId, faults, half }: { boxId: string; faults: readonly Fault[]; half?: 'upper' | 'lower' | undefined }
): { ok: true; house: SimulatedHouse } | { ok: false; why: string } {
	const circuits = indexOf(job).circuitsOfBox.get(boxId) ?? [];
	if (!circuits.length) return { ok: false, why: 'its circuit is not known: there is no run to simulate' };
	const { wiring } = jobWiring(edition, job, circuits);
	const plan = planOf(wiring);
	const outlet = outletAt(wiring, boxId, half);
	if (!outlet) return { ok: false, why: 'this box has nothing to plug into' };
	return { ok: true, house: { built: build(plan, those(plan, faults), { unplugged: true }), outlet } };
}
/** Everything that a plug-in analyzer and a meter read there, without noise; `loadA` of the drop test. */
export function readHouse({ built, outlet }: SimulatedHouse, loadA: number): RunReading[] {
	const at = built.contacts(outlet.id);
	const box = outlet.at;
	if (outlet.ratedVolts === 240) {
		const { hn, hg, ng, ...hots } = readTwoHots(built, at, 'voltmeter');
		return [
			{ box, instrument: 'voltmeter', hn, hg, ng },
			{ box, instrument: 'voltmeter', ...hots }
		];
	}
	return [
		{ box, instrument: 'voltmeter', ...readVolts(built, at, 'voltmeter') },
		{ box, instrument: 'lamps', ...readLamps(built, at) },
		{ box, instrument: 'analyzer', ...analyze(built, outlet.id, loadA) }
	];
}
/** One round of readings as the lines that a real instrument would send. */
export const houseLines = (
	readings: readonly RunReading[],
	{ loadA, noise, random }: { loadA: number; noise: number; random: Random }
): string[] => [
	...readings.flatMap((r) => linesOf({ ...asRead(r, noise, random), ...('dropPercent' in r ? { loadA } : {}) })),
	'END'
];
/** A circuit of the job as the case of `/network`, for the stream of the server; legs that are not measured as 20 ft. */
export function runCaseOf(job: Job, circuit: Circuit, faults: readonly Fault[]): RunCase {
	const sound = soundOf(job);
	const cables = indexOf(job).cablesOfCircuit.get(circuit.id) ?? [];
	const ids = new Set(cables.map((l) => l.toId));
	const allowed: readonly FaultKind[] = RUN_FAULTS;
	return {
		source: { volts: job.practice.supplyVolts, ohmsPerLeg: sound.sourceOhms + sound.serviceNeutralOhms },
		boxes: cables.map((l): RunBox => ({
			id: l.toId,
			from: l.fromId !== null && ids.has(l.fromId) ? l.fromId : 'panel',
			awg: l.awg,
			metal: l.metal,
			lengthFt: l.lengthFt ?? 20,
			ground: l.ground
		})),
		terminationOhms: sound.terminationOhms,
		conductorC: sound.conductorC,
		faults: [
			// A breaker that is off reads as an open hot on every cable from the panel.
			...(faults.some((f) => f.kind === 'breaker-off' && f.at === circuit.id)
				? cables.filter((l) => !ids.has(l.fromId ?? '')).map((l) => ({ kind: 'open-hot' as const, at: l.toId }))
				: []),
			...faults
				.filter((f) => ids.has(f.at) && allowed.includes(f.kind))
				.map(({ kind, at, ohms }) => ({ kind, at, ...(ohms ? { ohms } : {}) }))
		],
		breakerA: circuit.breakerA
	};
}
