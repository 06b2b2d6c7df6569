import { minus, type Phasor } from '../../src/core/network/phasor';
import type { Solution } from '../../src/core/network/solve';

/** Under this nothing flows: what is left is rounding, A. */
const NOTHING_A = 1e-12;
/** How far Kirchhoff's current law is missed at the worst node, as a share of the largest current anywhere. */
export function unbalance(solution: Solution): number {
	const { network } = solution;
	const at = Array.from({ length: network.nodes }, () => ({ re: 0, im: 0 }));
	let largest = 0;
	for (const branch of network.branches) {
		const amps = solution.amps(branch);
		largest = Math.max(largest, Math.hypot(amps.re, amps.im));
		at[branch.a] = minus(at[branch.a] as Phasor, amps);
		const b = at[branch.b] as Phasor;
		at[branch.b] = { re: b.re + amps.re, im: b.im + amps.im };
	}
	const worst = Math.max(0, ...at.map((s, i) => (network.voltsGiven(i) ? 0 : Math.hypot(s.re, s.im))));
	return worst / Math.max(largest, NOTHING_A);
}
