import { editions } from '../src/core/code/editions';
import { build, planOf } from '../src/core/network/build';
import { runWiring, type RunBox } from '../src/core/network/run-wiring';
import { Solution } from '../src/core/network/solve';
import { unbalance } from '../tests/core/kirchhoff';
import { RUN_FAULTS, type Fault } from '../src/core/faults/kinds';
import { say } from './say';
import { denseVolts } from '../tests/core/dense';

/** The electrical network against its budgets, and against a dense direct solve of the same. */
const BUDGET_40_MS = 1;
const BUDGET_5000_S = 1;

const planFor = (count: number) => {
	const boxes = Array.from({ length: count }, (_, i): RunBox => ({
		id: `b${i}`,
		// Two branches, as runs are.
		from: i === 0 ? 'panel' : `b${i === Math.floor(count / 2) ? 2 : i - 1}`,
		awg: i % 3 ? '12' : '14',
		metal: 'Cu',
		lengthFt: 8 + ((i * 7) % 30),
		ground: true,
		loadWatts: i % 4 ? 0 : 100
	}));
	return planOf(
		runWiring(editions['2023'], { source: { volts: 120, ohmsPerLeg: 0.03 }, terminationOhms: 0.002, conductorC: 25, boxes })
	);
};
const median = (runs: number, work: () => void): number => {
	const spent = Array.from({ length: runs }, () => {
		const start = performance.now();
		work();
		return performance.now() - start;
	});
	return spent.sort((a, b) => a - b)[Math.floor(runs / 2)] ?? NaN;
};
const against = (have: number, dense: number) => console.log(`  ${(have / dense).toFixed(4)} of a dense direct solve`);

const forty = planFor(40);
const solveForty = () => new Solution(build(forty).network);
median(300, solveForty);
const fortyMs = median(300, solveForty);
say('network of 40 boxes, built and solved, warm', fortyMs, BUDGET_40_MS, 'ms');
against(
	fortyMs,
	median(3, () => denseVolts(build(forty).network))
);

const twenty = planFor(20);
const variants = Array.from({ length: 5000 }, (_, i): Fault[] => [
	{ kind: RUN_FAULTS[i % RUN_FAULTS.length] ?? 'open-hot', at: `b${i % 20}`, ohms: 0.2 + (i % 40) / 2 },
	...(i % 2 ? [{ kind: 'loose-neutral' as const, at: `b${(i * 7) % 20}`, ohms: 0.5 }] : [])
]);
let worst = 0;
const start = performance.now();
for (const faults of variants) {
	const solution = new Solution(build(twenty, faults).network);
	worst = Math.max(worst, solution.volts(1).re);
}
const seconds = (performance.now() - start) / 1000;
const dense = (5000 * median(5, () => denseVolts(build(twenty).network))) / 1000;
say('5,000 faults of a run of 20 boxes', seconds, BUDGET_5000_S, 's');
against(seconds, dense);
console.log(`Kirchhoff's law at the worst node of 40 boxes: ${unbalance(solveForty()).toExponential(1)} of the largest current`);
if (!worst) throw new Error('nothing was solved');
