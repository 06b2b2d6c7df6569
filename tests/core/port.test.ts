import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { editions } from '../../src/core/code/editions';
import { RUN_FAULTS, type Fault } from '../../src/core/faults/kinds';
import { analyze } from '../../src/core/instruments/analyzer';
import { readLamps, readVolts, voltsAcross } from '../../src/core/instruments/meter';
import { analyzerAt, groundLoop, lampVoltsAt, meterAt, portAt, touchAt } from '../../src/core/instruments/port';
import { touchShell } from '../../src/core/instruments/touch';
import { build, planOf, solved } from '../../src/core/network/build';
import { runWiring, type RunBox } from '../../src/core/network/run-wiring';
import { runs } from './few';

/** What is read from a solved port is what is read by solving the network with the instrument in it. */
const run = (boxes: readonly RunBox[], faults: readonly Fault[]) => {
	const plan = planOf(
		runWiring(editions['2023'], { source: { volts: 120, ohmsPerLeg: 0.03 }, boxes, terminationOhms: 0.002, conductorC: 25 })
	);
	return { plan, built: build(plan, faults), sound: build(plan) };
};
const close = (a: number | null, b: number | null, what: string): void => {
	if (a === null || b === null) assert.equal(a, b, what);
	else assert.ok(Math.abs(a - b) <= 1e-6 + 1e-5 * Math.abs(b), `${what}: ${a}, solved ${b}`);
};
const someBoxes = fc.array(
	fc.record({ up: fc.nat(3), ft: fc.integer({ min: 1, max: 90 }), ground: fc.boolean(), load: fc.constantFrom(0, 0, 60, 1500) }),
	{ minLength: 1, maxLength: 5 }
);
const someFault = fc.record({ kind: fc.constantFrom(...RUN_FAULTS), at: fc.nat(4), ohms: fc.constantFrom(0.2, 2, 20) });
test('a port reads as each instrument in the network does, whatever is wrong', () => {
	fc.assert(
		fc.property(someBoxes, fc.array(someFault, { maxLength: 2 }), (rows, wrong) => {
			const boxes = rows.map((r, i): RunBox => ({
				id: `b${i}`,
				from: i && r.up ? `b${Math.max(0, i - r.up)}` : i ? `b${i - 1}` : 'panel',
				awg: '12',
				metal: 'Cu',
				lengthFt: r.ft,
				ground: r.ground,
				loadWatts: r.load
			}));
			const faults = wrong.map((f): Fault => ({ ...f, at: `b${f.at % boxes.length}` }));
			const { built, sound } = run(boxes, faults);
			const solution = solved(built);
			for (const { id } of boxes) {
				const at = built.contacts(id);
				const port = portAt(solution, at);
				for (const meter of ['voltmeter', 'low-impedance'] as const) {
					const [read, should] = [meterAt(port, meter), readVolts(built, at, meter)];
					for (const pair of ['hn', 'hg', 'ng'] as const) close(read[pair], should[pair], `${meter} ${pair} at ${id}`);
				}
				const lamps = lampVoltsAt(port);
				const words = readLamps(built, at);
				for (const pair of ['hn', 'hg', 'ng'] as const)
					assert.equal(lamps[pair] >= 85 ? 'on' : lamps[pair] >= 70 ? 'dim' : 'off', words[pair], `lamp ${pair} at ${id}`);
				close(touchAt(port), touchShell(built, at)?.milliamps ?? null, `touch at ${id}`);
				const should = analyze(built, id, 12);
				const soundLoop = groundLoop(portAt(solved(sound), sound.contacts(id)));
				const read = analyzerAt(port, 120, { loadA: 12, soundLoop });
				for (const key of ['volts', 'loadedVolts', 'hotOhms', 'neutralOhms', 'groundOhms'] as const)
					close(read[key], should[key], `${key} at ${id}`);
				if (should.volts > 0.1) close(read.dropPercent, should.dropPercent, `drop at ${id}`);
				assert.equal(read.bootleg, should.bootleg, `bootleg at ${id}`);
			}
		}),
		{ numRuns: runs(300), seed: 18 }
	);
});

test('both leads at one point read 0 V; a point that is not there reads nothing', () => {
	const box: RunBox = { id: 'b0', from: 'panel', awg: '12', metal: 'Cu', lengthFt: 40, ground: true, loadWatts: 60 };
	const { sound } = run([box], []);
	const { hot } = sound.contacts('b0');
	assert.equal(voltsAcross(sound, { a: hot, b: hot }), 0);
	assert.equal(voltsAcross(sound, { a: null, b: hot }), null);
});
test('what a network is read by at an outlet without a ground contact tells nothing of its shell', () => {
	assert.equal(touchAt({ v: [120, 0, 0, 0, 0, 0], z: Array<number>(18).fill(0), has: 3 }), null);
	assert.equal(touchAt({ v: [120, 0, 0, 0, 60, 0], z: Array<number>(18).fill(0), has: 7 }), 60);
});
