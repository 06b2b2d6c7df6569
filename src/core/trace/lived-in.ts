import type { Port } from '../instruments/port';
import { fedNodes } from '../network/fed';
import type { Built } from '../network/build';
import { EARTH, type Node, type Solution } from '../network/solve';
import type { Complex, Varied } from './loose';

/**
 * A solved run with as much on at each of its live outlets, where nobody said what is on: each draws the amps that it takes at the
 * volts it has with nothing on. Those change a sound run's volts by a few percent, and amps by as much of those: what is tried is far
 * coarser. So any wattage is one solution of the network, and its ohms stay.
 */
export class DrawnOn {
	private readonly re: Float64Array;
	private readonly im: Float64Array;
	constructor(
		private readonly built: Built,
		solution: Solution,
		private readonly port: (outlet: number) => Port
	) {
		const fed = fedNodes(built.network);
		const into: [Node, number][] = [];
		for (const { id } of built.plan.wiring.outlets) {
			const { hot, neutral } = built.contacts(id);
			if (neutral === null || hot === neutral || !fed[hot] || !fed[neutral]) continue;
			// Volts of a house stand along one line: what strays turn of them draws nothing.
			const { re } = solution.between(hot, neutral);
			into.push([hot, -re], [neutral, re]);
		}
		({ re: this.re, im: this.im } = solution.driven(into));
	}
	/** Volts at a node for a siemens at each outlet. */
	private at(node: Node | null): Complex {
		return node === null || node === EARTH ? [0, 0] : [this.re[node] as number, this.im[node] as number];
	}
	/** An outlet's port with so many siemens at each. */
	portWith(outlet: number, outletId: string, siemens: number): Port {
		const { v, z, has } = this.port(outlet);
		const { hot, neutral, ground } = this.built.contacts(outletId);
		const by = [hot, neutral, ground].flatMap((node) => this.at(node));
		return { v: v.map((volts, i) => volts + siemens * (by[i] as number)), z, has };
	}
	/** Volts over what varies, with so many siemens at each outlet. */
	over({ a, b }: Varied, siemens: number, solution: Solution): Complex {
		const { re, im } = solution.between(a, b);
		const [one, other] = [this.at(a), this.at(b)];
		return [re + siemens * (one[0] - other[0]), im + siemens * (one[1] - other[1])];
	}
}
