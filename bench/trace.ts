import { editions } from '../src/core/code/editions';
import { planOf } from '../src/core/network/build';
import { runWiring, type RunBox } from '../src/core/network/run-wiring';
import { readRun } from '../src/core/instruments/run-reading';
import { diagnose } from '../src/core/trace/diagnose';
import { runHypotheses } from '../src/core/trace/run-hypotheses';
import { say } from './say';
import type { Seen } from '../src/core/trace/seen';

/** Ranking all faults of a circuit and the next measurement, against its budgets: 20 boxes 1 s, 40 boxes 3 s. */
const BUDGETS_S = { 20: 1, 40: 3 } as const;
const INSTRUMENTS = ['lamps', 'voltmeter', 'low-impedance', 'analyzer'] as const;
for (const [count, budget] of Object.entries(BUDGETS_S).map(([n, s]) => [Number(n), s] as const)) {
	const boxes = Array.from({ length: count }, (_, i): RunBox => ({
		id: `b${i}`,
		from: i ? `b${i - 1}` : 'panel',
		awg: '12',
		metal: 'Cu',
		lengthFt: i ? 12 : 40,
		ground: true
	}));
	const run = { source: { volts: 120, ohmsPerLeg: 0.03 }, boxes, terminationOhms: 0.002, conductorC: 25 };
	const last = `b${count - 1}`;
	const faults = [{ kind: 'loose-neutral', at: `b${Math.floor(count / 2)}`, ohms: 0.8 }] as const;
	const [read] = readRun(editions['2023'], { ...run, faults }, [{ box: last, instrument: 'analyzer', loadA: 12 }]).readings;
	const fields = Object.fromEntries(Object.entries(read ?? {}).filter(([key]) => key !== 'box' && key !== 'instrument'));
	const seen: Seen = { outlet: count - 1, instrument: 'analyzer', fields: fields as Seen['fields'], loadA: 12 };
	const tried = { plan: planOf(runWiring(editions['2023'], run)), outletIds: boxes.map((b) => b.id) };
	for (const [what, all] of [
		['nothing read', []],
		['one reading', [seen]]
	] as const) {
		const spent = Array.from({ length: 3 }, () => {
			const start = performance.now();
			diagnose(tried, runHypotheses(run), {
				evidence: { seen: all, tripped: [] },
				full: 120,
				atHand: { instruments: INSTRUMENTS, loadA: 12 }
			});
			return (performance.now() - start) / 1000;
		}).sort((a, b) => a - b)[1] as number;
		say(`${count} boxes, ${what}`, spent, budget, 's');
	}
}
