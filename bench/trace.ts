import { editions } from '../src/core/code/editions';
import { planOf } from '../src/core/network/build';
import { runWiring, type RunBox } from '../src/core/network/run-wiring';
import { readRun } from '../src/core/instruments/run-reading';
import { diagnose } from '../src/core/trace/diagnose';
import { runHypotheses } from '../src/core/trace/run-hypotheses';
import { quarter, say } from './say';
import type { Seen } from '../src/core/trace/seen';

/** Ranking all faults of a circuit and the next measurement, against its budgets: 20 boxes 1 s, 40 boxes 3 s. */
const BUDGETS_S = { 20: 1, 40: 3 } as const;
/** An unknown load may cost so many times a known one. */
const UNKNOWN_TIMES = 1.5;
const INSTRUMENTS = ['lamps', 'voltmeter', 'low-impedance', 'analyzer'] as const;
const chain = (count: number): RunBox[] =>
	Array.from({ length: count }, (_, i) => ({
		id: `b${i}`,
		from: i ? `b${i - 1}` : 'panel',
		awg: '12',
		metal: 'Cu',
		lengthFt: i ? 12 : 40,
		ground: true
	}));
/** A joint of 0.8 ohm in the middle, read at some boxes; and what a search of it takes, s. */
function searchOf(count: number, read: readonly (readonly [box: number, instrument: 'analyzer' | 'voltmeter'])[]) {
	const boxes = chain(count);
	const run = { source: { volts: 120, ohmsPerLeg: 0.03 }, boxes, terminationOhms: 0.002, conductorC: 25 };
	const faults = [{ kind: 'loose-neutral', at: `b${Math.floor(count / 2)}`, ohms: 0.8 }] as const;
	const all = read.map(([outlet, instrument]): Seen => {
		const [reading] = readRun(editions['2023'], { ...run, faults }, [{ box: `b${outlet}`, instrument, loadA: 12 }]).readings;
		const fields = Object.entries(reading ?? {}).filter(([key]) => !['box', 'instrument', 'loadA'].includes(key));
		return { outlet, instrument, fields: Object.fromEntries(fields) as Seen['fields'], loadA: 12 };
	});
	const tried = { plan: planOf(runWiring(editions['2023'], run)), outletIds: boxes.map((b) => b.id) };
	return (seen: number, loadsUnknown = false): number => {
		const start = performance.now();
		diagnose({ ...tried, loadsUnknown }, runHypotheses(run), {
			evidence: { seen: all.slice(0, seen), tripped: [] },
			full: 120,
			atHand: { instruments: INSTRUMENTS, loadA: 12 }
		});
		return (performance.now() - start) / 1000;
	};
}
for (const [count, budget] of Object.entries(BUDGETS_S).map(([n, s]) => [Number(n), s] as const)) {
	const search = searchOf(count, [[count - 1, 'analyzer']]);
	for (const [what, seen] of [
		['nothing read', 0],
		['one reading', 1]
	] as const)
		say(`${count} boxes, ${what}`, quarter(Array.from({ length: 3 }, () => search(seen))), budget, 's');
}
/** With loads that nobody knows against the same with loads known, in turn. */
const search = searchOf(20, [
	[19, 'analyzer'],
	[5, 'voltmeter'],
	[12, 'voltmeter']
]);
for (const seen of [0, 1, 3]) {
	const pairs = Array.from({ length: 5 }, () => [search(seen, true), search(seen)] as const);
	const of = (i: 0 | 1) => quarter(pairs.map((p) => p[i]));
	say(`20 boxes, ${seen} readings, loads unknown beside known`, of(0) / of(1), UNKNOWN_TIMES, 'times');
}
