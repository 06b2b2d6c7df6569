import { build, type Built, type Plan } from '../network/build';
import { phasor, size } from '../network/phasor';
import { EARTH, Solution, type Node } from '../network/solve';
import type { Fault } from '../faults/kinds';
import { loopOhms } from './analyzer';
import { PAIRS, type PairVolts } from './meter';
import { SHORT_OHMS } from './thresholds';

/** Over this a meter shows that nothing is joined, ohm. */
const OPEN_OHMS = 50e6;

/** A circuit with its breaker off and what is plugged into it taken out: what an ohmmeter is used on. */
export const deadCircuit = (plan: Plan, faults: readonly Fault[], unplugged = true): Built =>
	build(plan, [...faults, ...plan.wiring.breakers.map((b): Fault => ({ kind: 'breaker-off', at: b.circuitId }))], { unplugged });

/** Ohms between each pair of contacts; null: nothing joins them. */
export function readOhms(dead: Built, outletId: string): PairVolts {
	const at = dead.contacts(outletId);
	const solution = new Solution(dead.network.dead());
	const ohms = (a: Node | null, b: Node | null) => {
		if (a === null || b === null) return null;
		const loop = loopOhms(solution, a, b);
		return loop === null || loop > OPEN_OHMS ? null : loop;
	};
	const [hn, hg, ng] = PAIRS.map(([, a, b]) => ohms(at[a], at[b]));
	return { hn: hn ?? null, hg: hg ?? null, ng: ng ?? null };
}

/**
 * A short found on a dead circuit, before it is energized, and how far off by its ohms. Neutral and ground meet at the
 * panel, so a short to one reads as one to the other too: the nearer counts.
 */
export function shortAt({ hn, hg }: PairVolts): { pair: 'hot-neutral' | 'hot-ground'; ohms: number } | null {
	const [toNeutral, toGround] = [hn ?? Infinity, hg ?? Infinity];
	if (Math.min(toNeutral, toGround) >= SHORT_OHMS) return null;
	return toNeutral <= toGround ? { pair: 'hot-neutral', ohms: toNeutral } : { pair: 'hot-ground', ohms: toGround };
}

/** A tracer's signal, Hz. */
export const TRACER_HZ = 8000;
/** Share of the transmitter's signal that is seen at each place on the traced hot, every other conductor held at ground. */
export function tracerLevels(plan: Plan, faults: readonly Fault[], circuitId: string): { at: string; share: number }[] {
	const dead = deadCircuit(plan, faults);
	const breaker = plan.wiring.breakers.find((b) => b.circuitId === circuitId);
	const [pole] = breaker?.poles ?? [];
	if (!pole) return [];
	const signal = dead.network.dead();
	const transmitter = signal.node(phasor(1));
	signal.resistor(transmitter, dead.point(pole.point), 50);
	const solution = new Solution(signal, TRACER_HZ);
	const level = (node: Node) => (node === EARTH ? 0 : size(solution.volts(node)));
	const at = level(dead.point(pole.point)) || 1;
	return plan.wiring.cables
		.filter((c) => c.circuitId === circuitId)
		.flatMap((c) => {
			const hot = c.wires.find((w) => w.role === 'hot');
			return hot ? [{ at: c.at, share: level(dead.point(hot.to)) / at }] : [];
		});
}
