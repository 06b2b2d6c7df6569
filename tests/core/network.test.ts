import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { editions } from '../../src/core/code/editions';
import { build, planOf } from '../../src/core/network/build';
import { phasor, size } from '../../src/core/network/phasor';
import { runWiring, type RunBox, type RunCase } from '../../src/core/network/run-wiring';
import { EARTH, Network, Solution } from '../../src/core/network/solve';
import { unbalance } from './kirchhoff';
import { RUN_FAULTS, type Fault } from '../../src/core/faults/kinds';
import { denseVolts } from './dense';
import { runs } from './few';

const e = editions['2023'];
const close = (have: number, want: number, share = 1e-9) =>
	assert.ok(Math.abs(have - want) <= share * Math.max(1e-12, Math.abs(want)), `${have} is not ${want}`);

/** Ten cases worked by hand, each with its arithmetic. */
test('1. two resistors share 120 V as they are: 10 of 10 + 30 ohm takes 30 V', () => {
	const n = new Network();
	const [source, middle] = [n.node(phasor(120)), n.node()];
	n.resistor(source, middle, 30);
	n.resistor(middle, EARTH, 10);
	close(size(new Solution(n).volts(middle)), 30);
});
test('2. two loads side by side behind 0.5 ohm: 20 || 30 = 12; 120 x 12 / 12.5 = 115.2 V', () => {
	const n = new Network();
	const [source, at] = [n.node(phasor(120)), n.node()];
	n.resistor(source, at, 0.5);
	n.resistor(at, EARTH, 20);
	n.resistor(at, EARTH, 30);
	close(size(new Solution(n).volts(at)), 115.2);
});
test('3. a bridge: 10 over 30 beside 20 over 15 ohm, 5 ohm across: 76.271 V and 67.119 V', () => {
	// Node x: (120 - x)/10 = x/30 + (x - y)/5; node y: (120 - y)/20 = y/15 + (y - x)/5.
	// x (1/10 + 1/30 + 1/5) = 12 + y/5: x/3 = 12 + y/5. y (1/20 + 1/15 + 1/5) = 6 + x/5: 19 y/60 = 6 + x/5.
	// x = 36 + 0.6 y; 19 y/60 = 13.2 + 0.12 y; y (0.316667 - 0.12) = 13.2: y = 67.118644, x = 76.271186.
	const n = new Network();
	const [source, x, y] = [n.node(phasor(120)), n.node(), n.node()];
	n.resistor(source, x, 10);
	n.resistor(source, y, 20);
	n.resistor(x, EARTH, 30);
	n.resistor(y, EARTH, 15);
	n.resistor(x, y, 5);
	const s = new Solution(n);
	close(size(s.volts(y)), 13.2 / (19 / 60 - 0.12));
	close(size(s.volts(x)), 36 + (0.6 * 13.2) / (19 / 60 - 0.12));
});
test('4. 10 kohm and 0.1 uF at 60 Hz: 1 / (w C) = 26,525.8 ohm; 120 x 26,525.8 / |10,000 - j 26,525.8| = 112.285 V', () => {
	const n = new Network();
	const [source, at] = [n.node(phasor(120)), n.node()];
	n.resistor(source, at, 1e4);
	n.capacitor(at, EARTH, 1e-7);
	const x = 1 / (2 * Math.PI * 60 * 1e-7);
	close(size(new Solution(n).volts(at)), (120 * x) / Math.hypot(1e4, x));
	close(size(new Solution(n).volts(at)), 112.2853, 1e-5);
});
test('5. an open conductor floats between two strays as they share it: 20 pF to hot, 5 pF to ground: 96 V', () => {
	const n = new Network();
	const [hot, open] = [n.node(phasor(120)), n.node()];
	n.capacitor(hot, open, 20e-12);
	n.capacitor(open, EARTH, 5e-12);
	close(size(new Solution(n).volts(open)), 96);
});
test('6. a lost multiwire neutral: 10 and 40 ohm in series across 240 V: 48 V and 192 V', () => {
	const n = new Network();
	const [a, b, neutral] = [n.node(phasor(120)), n.node(phasor(-120)), n.node()];
	n.resistor(a, neutral, 10);
	n.resistor(neutral, b, 40);
	const s = new Solution(n);
	close(size(s.between(a, neutral)), 48);
	close(size(s.between(b, neutral)), 192);
});
test('7. a person on a shell at line voltage behind 0.5 ohm: 120 / 1000.5 = 119.94 mA', () => {
	const n = new Network();
	const [source, shell] = [n.node(phasor(120)), n.node()];
	n.resistor(source, shell, 0.5);
	n.resistor(shell, EARTH, 1000);
	close(size(new Solution(n).volts(shell)) / 1000, 120 / 1000.5);
});
/** 40 ft of 12 AWG at 25 °C: 1.93 x (1 - 0.00323 x 50) = 1.618305 ohm per 1000 ft: 0.0647322, with two terminations 0.0687322. */
const WIRE = 0.0687322;
const run = (more: Partial<RunCase> = {}, box: Partial<RunBox> = {}): RunCase => ({
	source: { volts: 120, ohmsPerLeg: 0.03 },
	boxes: [{ id: 'b1', from: 'panel', awg: '12', metal: 'Cu', lengthFt: 40, ground: true, loadWatts: 0, ...box }],
	terminationOhms: 0.002,
	conductorC: 25,
	...more
});
const solve = (c: RunCase) => {
	const built = build(planOf(runWiring(e, c)), c.faults ?? []);
	return { built, s: new Solution(built.network) };
};
test('8. a 1440 W load at the end of 40 ft: 10 ohm of 10.1674644: 118.0235 V between hot and neutral', () => {
	const { built, s } = solve(run({}, { loadWatts: 1440 }));
	const { hot, neutral } = built.contacts('b1');
	close(size(s.between(hot, neutral ?? 0)), (120 * 10) / (10 + 0.03 + 2 * WIRE), 1e-6);
});
test('9. a bolted short from hot to ground there: 120 / (0.03 + 2 x 0.0687322 + 0.001) = 712.29 A', () => {
	const { built, s } = solve(run({ faults: [{ kind: 'short-hot-ground', at: 'b1' }] }));
	const home = built.branch(0);
	assert.ok(home);
	close(size(s.amps(home)), 120 / (0.03 + 2 * WIRE + 0.001), 1e-6);
});
test('10. 0.8 ohm in the neutral under 10 ohm: 120 / 10.9674644 = 10.94145 A, so 9.505 V on the neutral', () => {
	const { built, s } = solve(run({ faults: [{ kind: 'loose-neutral', at: 'b1', ohms: 0.8 }] }, { loadWatts: 1440 }));
	const amps = 120 / (10 + 0.03 + 2 * WIRE + 0.8);
	close(size(s.volts(built.contacts('b1').neutral ?? 0)), amps * (WIRE + 0.8), 1e-6);
});

/** Random trees of cable, with loads and any faults. */
const randomRun = fc
	.array(
		fc.record({
			parent: fc.nat(),
			awg: fc.constantFrom('14' as const, '12' as const, '10' as const),
			lengthFt: fc.integer({ min: 1, max: 120 }),
			ground: fc.boolean(),
			loadWatts: fc.constantFrom(0, 0, 60, 300, 1500)
		}),
		{ minLength: 1, maxLength: 12 }
	)
	.map((rows) =>
		rows.map(({ parent, ...row }, i): RunBox => ({
			id: `b${i}`,
			from: parent % (i + 1) === 0 ? 'panel' : `b${(parent % (i + 1)) - 1}`,
			metal: 'Cu',
			...row
		}))
	);
const randomFaults = fc.array(
	fc.record({ kind: fc.constantFrom(...RUN_FAULTS), at: fc.nat(), ohms: fc.double({ min: 0.2, max: 20, noNaN: true }) }),
	{ maxLength: 3 }
);
test('agrees with a dense direct solve on 500 random circuits to 1e-8, and Kirchhoff holds at every node to 1e-9', () => {
	fc.assert(
		fc.property(randomRun, randomFaults, (boxes, faults) => {
			const named: Fault[] = faults.map((f) => ({ ...f, at: `b${f.at % boxes.length}` }));
			const { built, s } = solve(run({ boxes, faults: named }));
			assert.ok(unbalance(s) < 1e-9, `unbalance ${unbalance(s)}`);
			const dense = denseVolts(built.network);
			for (let i = 0; i < built.network.nodes; i++) {
				const [have, want] = [s.volts(i), dense[i] ?? phasor(NaN)];
				assert.ok(Math.hypot(have.re - want.re, have.im - want.im) < 1e-8 * 120, `node ${i}: ${have.re} is not ${want.re}`);
			}
		}),
		{ seed: 60, numRuns: runs(500) }
	);
});
test('what hangs on nothing is answered, and not thrown: a part without ground or strays stands somewhere', () => {
	const n = new Network();
	const [a, b] = [n.node(), n.node()];
	n.resistor(a, b, 1);
	const s = new Solution(n);
	assert.equal(size(s.volts(a)), 0);
	assert.ok(size(s.impedance([a])[0]?.[0] ?? phasor(0)) > 1e15, 'and its impedance tells that it floats');
});
test('a fault that falls nowhere is refused by name: it would pass for a healthy run', () => {
	assert.throws(() => solve(run({ faults: [{ kind: 'open-hot', at: 'b9' }] })), /b9/);
	assert.throws(() => solve(run({ faults: [{ kind: 'loose-hot', at: 'b1' }] })), /ohm/);
	assert.throws(() => new Network().resistor(0, 1, 0), /more than 0/);
});
