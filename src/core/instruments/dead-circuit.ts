import { build, type Built, type Plan } from '../network/build';
import { phasor, size } from '../network/phasor';
import { EARTH, Solution, type Node } from '../network/solve';
import type { Fault } from '../faults/kinds';

/** A circuit with its breaker off and what is plugged into it taken out: what an ohmmeter is used on. */
export const deadCircuit = (plan: Plan, faults: readonly Fault[], unplugged = true): Built =>
	build(plan, [...faults, ...plan.wiring.breakers.map((b): Fault => ({ kind: 'breaker-off', at: b.circuitId }))], { unplugged });

/** A tracer's signal, Hz. */
const TRACER_HZ = 8000;
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
