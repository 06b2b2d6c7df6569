import { measurements } from '../../src/core/trace/next';
import { outcomesOf } from '../../src/core/trace/tell';
import { INSTRUMENTS, type Chooser } from './play';

/** The best two measurements together: each of the first few, and after each way it may come out the best that is left. */
const FIRST_FEW = 8;
export const lookAhead: Chooser = (d) => {
	const outlets = 1 + Math.max(0, ...d.next.map((m) => m.outlet));
	const value = (m: (typeof d.next)[number]): number => {
		const outcomes = outcomesOf(m);
		const all = outcomes.reduce((s, o) => s + o.probability, 0);
		const then = outcomes.reduce((sum, o) => {
			const answers = o.answers.map((a) => ({ ...a, probability: a.probability / o.probability }));
			const [best] = measurements(
				answers,
				{ outlets, instruments: INSTRUMENTS, loadA: 12 },
				{ here: d.here, done: (outlet, instrument) => outlet === m.outlet && instrument === m.instrument }
			);
			return sum + (o.probability / all) * (best?.bits ?? 0);
		}, 0);
		return m.bits + then;
	};
	const few = d.next.slice(0, FIRST_FEW).map((m) => ({ m, value: value(m) }));
	return few.reduce<(typeof few)[number] | null>((a, b) => (a && a.value >= b.value ? a : b), null)?.m ?? null;
};
