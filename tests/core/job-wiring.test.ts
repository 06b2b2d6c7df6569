import assert from 'node:assert/strict';
import test from 'node:test';
import { editionOf } from '../../src/core/code/amended-edition';
import { editions } from '../../src/core/code/editions';
import { DEMOS } from '../../src/core/demo';
import { MARROW_HIDDEN } from '../../src/core/demo/marrow-street';
import { analyze } from '../../src/core/instruments/analyzer';
import { lampWords, readLamps, readVolts } from '../../src/core/instruments/meter';
import type { Device, Job } from '../../src/core/model/known';
import { build, planOf } from '../../src/core/network/build';
import { jobWiring, outletAt } from '../../src/core/network/job-wiring';
import { size } from '../../src/core/network/phasor';
import { Solution } from '../../src/core/network/solve';
import { unbalance } from './kirchhoff';
import { trips } from '../../src/core/network/trips';
import type { Fault } from '../../src/core/faults/kinds';
import { predict, predictedFor } from '../../src/core/prove/predict';
import { box, circuit, job, cable, near, onSubpanel } from './small-job';

const e = editions['2023'];
const built = (j: Job, faults: readonly Fault[] = [], how: { off?: Set<string>; unplugged?: boolean } = { unplugged: true }) =>
	build(planOf(jobWiring(e, j, j.circuits).wiring), faults, how);
const outlet = (b: ReturnType<typeof built>, boxId: string, half?: 'upper' | 'lower') => {
	const found = outletAt(b.plan.wiring, boxId, half);
	assert.ok(found, `no outlet at ${boxId}`);
	return found.id;
};

for (const [name, demo] of Object.entries(DEMOS)) {
	test(`${name}: what a run should read agrees with its network at every receptacle, to a part in a thousand`, () => {
		const j = demo().job;
		const edition = editionOf(j);
		let held = 0;
		for (const c of j.circuits) {
			const { wiring } = jobWiring(edition, j, [c]);
			const b = build(planOf(wiring), [], { unplugged: true });
			assert.ok(unbalance(new Solution(b.network)) < 1e-9);
			for (const o of wiring.outlets) {
				const p = predict({ edition, job: j }, { circuit: c, boxId: o.at });
				// What stands between line and neutral of a two-pole circuit is another case than the prediction's.
				if (!p.known || p.value.twoHots !== (o.ratedVolts === 240) || o.half === 'lower') continue;
				const idle = new Solution(b.network);
				const { hot, neutral } = b.contacts(o.id);
				assert.ok(near(size(idle.between(hot, neutral ?? 0)), p.value.hn, 0.01));
				const loaded = b.network.copy();
				loaded.resistor(hot, neutral ?? 0, p.value.hn / p.value.loadA);
				const volts = size(new Solution(loaded).between(hot, neutral ?? 0));
				assert.ok(near(volts, p.value.loadedHn, 0.001 * volts), `${o.at}: ${volts} is not ${p.value.loadedHn}`);
				if (!p.value.twoHots && p.value.loop.groundOhms !== null && p.value.loop.hotOhms > 0.02) {
					const read = analyze(b, o.id, 12);
					for (const [kind, ohms] of [
						['ohm-hot', read.hotOhms],
						['ohm-neutral', read.neutralOhms],
						['ohm-ground', read.groundOhms]
					] as const) {
						const should = predictedFor({ kind, loadA: null }, p.value) ?? NaN;
						assert.ok(near(ohms ?? NaN, should, 0.002), `${o.at} ${kind}: ${ohms} is not ${should}`);
					}
				}
				held += 1;
			}
		}
		assert.ok(held > 15, `${held} outlets`);
	});
}
test('Marrow Street with what is hidden in its walls: SW-04 reads as the page of the service call has it', () => {
	const j = DEMOS['marrow-street']?.().job as Job;
	const c = j.circuits.filter((x) => x.id === 'c2');
	const b = build(planOf(jobWiring(editionOf(j), j, c).wiring), MARROW_HIDDEN, { unplugged: true });
	const id = outlet(b, 'sw-04');
	assert.equal(lampWords(readLamps(b, b.contacts(id))), 'on on off', 'the lamps say wired right');
	const { dropPercent, bootleg } = analyze(b, id, 12);
	assert.ok(near(dropPercent ?? 0, 14.2, 0.3), `${dropPercent}`);
	assert.equal(bootleg, 'yes', 'the analyzer does not');
	assert.equal(readVolts(b, b.contacts(id), 'voltmeter').ng, 0);
});

/** Circuits 1 on leg A and 2 on leg B in one three-wire cable to box `a`; 10 ohm on the one, 40 ohm on the other. */
const pair = (): Job =>
	job({
		circuits: [
			circuit({ space: 1, multiwire: { withId: 'c2', opens: 'two-pole' } }),
			circuit({ id: 'c2', space: 3, multiwire: { withId: 'c1', opens: 'two-pole' } })
		],
		boxes: [box('a', {}, { yoke: 'split', watts: 1440 }), box('b', {}, { watts: 1440 }), box('c', {}, { watts: 360 })],
		cables: [
			cable('p', 'a', 40, { conductors: 3 }),
			cable('p', 'a', 40, { id: 'ride', circuitId: 'c2', conductors: 3, inCableOf: 'p-a' }),
			cable('a', 'b', 10),
			cable('a', 'c', 10, { id: 'a-c', circuitId: 'c2' })
		]
	});
const without = (j: Job, boxId: string): Job => ({
	...j,
	boxes: j.boxes.map((b) => (b.id === boxId ? { ...b, devices: b.devices.map((d) => ({ ...d, watts: 0 })) } : b))
});
test('a shared neutral: sound, both loads have 120 V; lost, 240 V divides by their ohms: 48 and 192 V', () => {
	const j = without(pair(), 'a');
	const volts = (faults: Fault[], at: string) => {
		const b = built(j, faults, {});
		const { hot, neutral } = b.contacts(outlet(b, at));
		return size(new Solution(b.network).between(hot, neutral ?? 0));
	};
	assert.ok(near(volts([], 'b'), 120, 3) && near(volts([], 'c'), 120, 2));
	const lost: Fault[] = [{ kind: 'open-neutral', at: 'a' }];
	assert.ok(near(volts(lost, 'b'), 48, 1), `${volts(lost, 'b')}`);
	assert.ok(near(volts(lost, 'c'), 192, 2), `${volts(lost, 'c')}`);
});
test('both hots of a pair on one leg: between them nothing, and the neutral carries both loads', () => {
	const j = without(pair(), 'a');
	const neutralAmps = (faults: Fault[]) => {
		const b = built(j, faults, {});
		const s = new Solution(b.network);
		const wire = b.plan.wires.findIndex((w) => w.at === 'a' && w.role === 'neutral');
		const branch = b.branch(wire);
		return branch ? size(s.amps(branch)) : NaN;
	};
	// 12 A and 3 A: apart they leave 9 A in the neutral, together they make 15.
	assert.ok(near(neutralAmps([]), 9, 0.3), `${neutralAmps([])}`);
	assert.ok(near(neutralAmps([{ kind: 'both-hots-one-leg', at: 'c2' }]), 15, 0.6));
});
test('a split yoke on a pair: each half on its own leg, 240 V between them; a tab left in joins the legs', () => {
	const b = built(pair());
	const [upper, lower] = (['upper', 'lower'] as const).map((half) => b.contacts(outlet(b, 'a', half)).hot);
	assert.ok(near(size(new Solution(b.network).between(upper ?? 0, lower ?? 0)), 240, 0.1));
	const joined = built(pair(), [{ kind: 'tab-left-in', at: 'a' }]);
	const amps = joined.branch(joined.plan.wires.findIndex((w) => w.at === 'a' && w.role === 'hot'));
	assert.ok(amps && size(new Solution(joined.network).amps(amps)) > 500, 'a short from leg to leg');
});

const device = (id: string, more: Partial<Device>) => box(id, {}, more);
test('a half-switched receptacle: the lower half follows the switch, the upper does not; without its tab it is dead', () => {
	const j = job({ boxes: [device('a', { switched: 'half' }), box('b'), box('c')] });
	const id = j.boxes[0]?.devices[0]?.id ?? '';
	const lamps = (how: { off?: Set<string> }, faults: Fault[] = []) => {
		const b = built(j, faults, how);
		return (['upper', 'lower'] as const).map((half) => lampWords(readLamps(b, b.contacts(outlet(b, 'a', half)))));
	};
	assert.deepEqual(lamps({}), ['on on off', 'on on off']);
	assert.deepEqual(lamps({ off: new Set([id]) }), ['on on off', 'off off off']);
	assert.deepEqual(lamps({}, [{ kind: 'tab-removed', at: 'a' }]), ['on on off', 'off off off']);
});
test('240 V: hot to hot 240, each to neutral and to ground 120; one leg lost: nothing between them', () => {
	const j = job({
		circuits: [circuit({ poles: 2, breakerA: 40 })],
		boxes: [device('a', { volts: 240, amps: 50, serves: 'range', receptacles: 1 })],
		cables: [cable('p', 'a', 30, { awg: '8', conductors: 3 })]
	});
	const b = built(j);
	const c = b.contacts(outlet(b, 'a'));
	const s = new Solution(b.network);
	const v = (x: number | null, y: number | null) => size(s.between(x ?? 0, y ?? 0));
	assert.ok(
		near(v(c.hot, c.neutral), 240, 0.01) && near(v(c.hot, c.third), 120, 0.01) && near(v(c.neutral, c.ground), 120, 0.01)
	);
	const half = built(j, [{ kind: 'open-hot', at: 'a', leg: 'b' }]);
	const h = half.contacts(outlet(half, 'a'));
	assert.ok((readVolts(half, h, 'low-impedance').hn ?? 0) < 125, 'no 240 V is left');
	// The hot of the leg that was named, and not the other.
	const left = (open: 'a' | 'b') => {
		const cut = built(j, [{ kind: 'open-hot', at: 'a', leg: open }]);
		return (readVolts(cut, cut.contacts(outlet(cut, 'a')), 'low-impedance').hg ?? 0) > 100;
	};
	assert.deepEqual([left('a'), left('b')], [false, true]);
});
test('the service neutral lost: the legs divide by their loads, one rises when the other is loaded', () => {
	const j = job({
		circuits: [circuit({ space: 1 }), circuit({ id: 'c2', space: 3 })],
		boxes: [box('a', {}, { watts: 1440 }), box('b', {}, { watts: 360 })],
		cables: [cable('p', 'a', 40), cable('p', 'b', 40, { id: 'p-b', circuitId: 'c2' })]
	});
	const cables = (faults: Fault[]) => {
		const b = built(j, faults, {});
		const s = new Solution(b.network);
		return ['p:a', 'p:b'].map((bar) => size(s.between(b.point(bar), b.point('p:n'))));
	};
	const [a = 0, b = 0] = cables([]);
	assert.ok(Math.abs(a - b) < 3, 'sound, within 3 V of each other');
	// 10 and 40 ohm across 240 V, with 25 ohm of earth electrode beside: 80.6 and 159.4 V by hand.
	const [x = 0, y = 0] = cables([{ kind: 'service-neutral-open', at: 'service' }]);
	// Node: (120 - v)/10.2 + (-120 - v)/40.2 = v/25: v (0.09804 + 0.02488 + 0.04) = 11.7647 - 2.9851: v = 53.89.
	assert.ok(near(x, 120 - 53.9, 1) && near(y, 120 + 53.9, 1), `${x} and ${y}`);
});
test('a subpanel: the feeder’s own drop comes before the circuit’s', () => {
	const j = onSubpanel(62);
	const b = built(j);
	const id = outlet(b, 'c');
	const p = predict({ edition: e, job: j }, { circuit: j.circuits[0] ?? circuit(), boxId: 'c' });
	assert.ok(p.known);
	assert.ok(near(analyze(b, id, 12).dropPercent ?? 0, p.value.dropPercent, 0.005));
	assert.match(p.value.steps.map((s) => s.label).join(), /service/);
});
test('neutral borrowed from another circuit, and two circuits joined, are faults of the network too', () => {
	const j = job({
		circuits: [circuit({ space: 1 }), circuit({ id: 'c2', space: 3 })],
		boxes: [box('a', {}, { watts: 600 }), box('b')],
		cables: [cable('p', 'a', 40), cable('p', 'b', 40, { id: 'p-b', circuitId: 'c2' })]
	});
	const b = built(j, [{ kind: 'neutral-borrowed', at: 'a', with: 'b' }], {});
	const s = new Solution(b.network);
	const amps = (at: string) => {
		const branch = b.branch(b.plan.wires.findIndex((w) => w.at === at && w.role === 'neutral'));
		return branch ? size(s.amps(branch)) : 0;
	};
	assert.ok(amps('a') === 0 && near(amps('b'), 5, 0.1), 'its current comes back on the other’s neutral');
	const joined = built(j, [{ kind: 'circuits-joined', at: 'a', with: 'b' }], {});
	const bus = joined.branch(joined.plan.wires.findIndex((w) => w.at === 'a' && w.role === 'hot'));
	assert.ok(bus && size(new Solution(joined.network).amps(bus)) > 500, 'two legs joined are a short');
});

test('a two-pole GFCI breaker on a sound shared neutral feels nothing; a leak behind it opens it; two breakers apart would not do', () => {
	const watched = (opens: 'two-pole' | 'handle-tie'): Job => {
		const j = pair();
		return {
			...j,
			circuits: j.circuits.map((c) => ({ ...c, breaker: 'gfci' as const, multiwire: c.multiwire && { ...c.multiwire, opens } }))
		};
	};
	const opened = (j: Job, faults: Fault[] = []) => {
		const b = built(j, faults, {});
		return trips(b, new Solution(b.network)).filter((t) => t.device === 'breaker').length;
	};
	assert.equal(opened(watched('two-pole')), 0);
	assert.ok(opened(watched('handle-tie')) > 0, 'single poles on one neutral trip at once');
	assert.equal(opened(watched('two-pole'), [{ kind: 'neutral-ground-touch', at: 'b' }]), 2);
	assert.equal(
		opened(watched('two-pole'), [
			{ kind: 'breaker-off', at: 'c1' },
			{ kind: 'breaker-off', at: 'c2' }
		]),
		0
	);
});
test('a breaker that is off feels nothing; one that is on feels it whatever another circuit does', () => {
	const j = job({
		circuits: [circuit({ breaker: 'gfci' }), circuit({ id: 'c2', space: 3 })],
		boxes: [box('a'), box('b')],
		cables: [cable('p', 'a', 40), cable('p', 'b', 40, { circuitId: 'c2' })]
	});
	const opened = (...more: Fault[]) => {
		const b = built(j, [{ kind: 'neutral-ground-touch', at: 'a' }, ...more]);
		return trips(b, new Solution(b.network)).map((t) => t.at);
	};
	assert.deepEqual(opened({ kind: 'breaker-off', at: 'c2' }), ['c1']);
	assert.deepEqual(opened({ kind: 'breaker-off', at: 'c1' }), []);
});
test('a breaker that is a GFCI feels its own neutral joined to ground up to 2 ohm, unloaded; a plain one does not', () => {
	const joined = (breaker: 'gfci' | 'dual' | 'none', feet: number) => {
		const j = job({ circuits: [circuit({ breaker })], boxes: [box('a')], cables: [cable('p', 'a', feet, { awg: '14' })] });
		const b = built(j, [{ kind: 'neutral-ground-touch', at: 'a' }]);
		return trips(b, new Solution(b.network)).filter((t) => t.why.includes('connected')).length;
	};
	// Back through neutral and ground of 14 AWG: 2.5742 ohm per 1000 ft each. The joint is felt at the box's neutral through the
	// ground wire alone: with its terminations, the touch and the service's neutral, 2 ohm are 769 ft.
	assert.deepEqual([joined('gfci', 40), joined('dual', 40), joined('none', 40)], [1, 1, 0]);
	assert.deepEqual([joined('gfci', 767), joined('gfci', 771)], [1, 0]);
});
test('a device of a box on two circuits is a load once, a split yoke a half on each', () => {
	const two = (more: Partial<Device>) => {
		const j = job({
			circuits: [circuit({ space: 1 }), circuit({ id: 'c2', space: 3 })],
			boxes: [box('a', {}, { watts: 1200, ...more })],
			cables: [cable('p', 'a', 10), cable('p', 'a', 10, { id: 'x', circuitId: 'c2' })]
		});
		return jobWiring(e, j, j.circuits).wiring.outlets.map((o) => [o.circuitId, o.half ?? null, o.watts]);
	};
	assert.deepEqual(two({}), [['c1', null, 1200]]);
	assert.deepEqual(two({ yoke: 'split' }), [
		['c1', 'upper', 1200],
		['c2', 'lower', 0]
	]);
});
