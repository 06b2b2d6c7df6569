import assert from 'node:assert/strict';
import test from 'node:test';
import { answerDiagnose, checkDiagnose, type DiagnoseAnswer } from '../../src/core/formats/diagnose-request';
import { answerNetwork, checkNetwork } from '../../src/core/formats/network-requests';
import { editions } from '../../src/core/code/editions';
import { planOf } from '../../src/core/network/build';
import { runWiring, type RunBox } from '../../src/core/network/run-wiring';
import { Worlds } from '../../src/core/trace/solved';
import { fedNodes } from '../../src/core/network/fed';
import { EARTH, Network } from '../../src/core/network/solve';
import { seekLoads } from '../../src/core/trace/two-loads';
import { livedInWays, loadShares, LOAD_GRID } from '../../src/core/trace/unknown-loads';

/** Circuits as people live in them: loads are on, meters lie, two legs share a neutral, a dryer stands between two hots. */
const box = (id: string, from: string, more: object = {}) => ({
	id,
	from,
	awg: '12',
	metal: 'Cu',
	lengthFt: from === 'panel' ? 40 : 12,
	ground: true,
	...more
});
const chain = (many: number, more: object = {}) =>
	Array.from({ length: many }, (_, i) => box(`b${i + 1}`, i ? `b${i}` : 'panel', more));
const one = { volts: 120, ohmsPerLeg: 0.03 };
const two = { ...one, legs: 2 };
const diagnose = (request: object): DiagnoseAnswer => {
	const checked = checkDiagnose({ source: one, ...request });
	assert.ok(checked.ok, JSON.stringify(checked));
	return answerDiagnose(checked.value);
};
const network = (request: object) => {
	const checked = checkNetwork({ source: one, ...request });
	assert.ok(checked.ok, JSON.stringify(checked));
	return answerNetwork(editions['2023'], checked.value).readings;
};
const named = (fs: { kind: string; at: string }[]) =>
	fs
		.map((f) => `${f.kind} ${f.at}`)
		.sort()
		.join(' + ');
const first = (a: DiagnoseAnswer) => named(a.hypotheses[0]?.faults ?? []);
const likely = (a: DiagnoseAnswer, kind: string) =>
	a.hypotheses.reduce((s, h) => s + (h.faults.some((f) => f.kind === kind) ? h.probability : 0), 0);

test('half the bedroom is dead, a lamp at every outlet: unplug comes first, then the open neutral within four acts', () => {
	const house = { boxes: chain(5, { loadWatts: 60 }), faults: [{ kind: 'open-neutral', at: 'b3' }] };
	const boxes = chain(5);
	const readAt = (at: string, instrument: string, faults = house.faults, of: object = house) =>
		network({ ...of, faults, read: [{ box: at, instrument }] })[0];
	const told = ['b1', 'b2'].map((at) => ({ box: at, instrument: 'works' }));
	let observations: object[] = [...told, { box: 'b4', instrument: 'dead' }, { ...readAt('b4', 'voltmeter') }];
	const begun = diagnose({ boxes, observations });
	assert.deepEqual([begun.next?.do, begun.next?.box], ['unplug', 'b4']);
	assert.ok(!begun.hypotheses.some((h) => h.faults.some((f) => f.kind === 'hot-ground-reversed') && h.probability > 0.5));
	const bare = { boxes };
	let acts = 1;
	observations = [...observations, { ...readAt('b4', 'low-impedance', house.faults, bare), unplugged: true }];
	for (;;) {
		const a = diagnose({ boxes, observations });
		if ((a.hypotheses[0]?.probability ?? 0) >= 0.9 || a.next?.do !== 'read') {
			assert.equal(first(a), 'open-neutral b3');
			break;
		}
		acts++;
		assert.ok(acts <= 4, `${acts} acts and ${a.hypotheses[0]?.probability}`);
		const { box: at, instrument } = a.next;
		observations = [...observations, { ...readAt(at, instrument, house.faults, bare), unplugged: true }];
	}
});
test('the same volts with the sum of loads unknown tell no number of lamps: 61 V of a 5 W lamp is as good as 111 V of 60 W', () => {
	for (const watts of [5, 60, 600]) {
		const boxes = chain(4);
		const lit = boxes.map((b) => (b.id === 'b3' ? { ...b, loadWatts: watts } : b));
		const read = ['b2', 'b3'].map(
			(at) =>
				network({ boxes: lit, faults: [{ kind: 'open-neutral', at: 'b2' }], read: [{ box: at, instrument: 'low-impedance' }] })[0]
		);
		const a = diagnose({ boxes, observations: [...read, { box: 'b1', instrument: 'works' }] });
		assert.equal(first(a), 'open-neutral b2', `${watts} W: ${first(a)} ${a.hypotheses[0]?.probability}`);
	}
});
test('a single dead lamp: the lamp first; found to be it, the wiring is let be; not it, the switch and the breaker are left', () => {
	const request = { boxes: [box('b1', 'panel', { device: 'light' })], complaint: 'nothing-works' };
	const dead = { box: 'b1', instrument: 'dead' };
	const a = diagnose({ ...request, observations: [dead] });
	assert.deepEqual([a.next?.do, a.next?.box], ['look', 'b1']);
	assert.match(a.next?.why ?? '', /good lamp/);
	assert.deepEqual(
		a.first.map((l) => l.look),
		['appliance', 'switch', 'gfci-tripped', 'breaker-not-reset']
	);
	const was = diagnose({ ...request, observations: [dead, { box: 'b1', instrument: 'look', found: 'appliance' }] });
	assert.equal(first(was), 'appliance b1', JSON.stringify(was.hypotheses.slice(0, 4)));
	assert.ok((was.hypotheses[0]?.probability ?? 0) > 0.8, JSON.stringify(was.hypotheses.slice(0, 4)));
	const not = diagnose({ ...request, observations: [dead, { box: 'b1', instrument: 'look', found: null }] });
	assert.ok(likely(not, 'appliance') < 0.1 && not.next?.do === 'read', `${likely(not, 'appliance')}`);
	assert.deepEqual(diagnose({ boxes: chain(1) }).first, [], 'no complaint, no looks');
	assert.deepEqual(diagnose({ ...request, complaint: 'tingle' }).first, [], 'a tingle is switched off, not looked for');
});
test('a dryer that does not heat: both hots to ground, 0 between them, names the lost leg; 240 between them does not', () => {
	const boxes = [box('b1', 'panel', { 'two-hot': true, awg: '10' })];
	const heater = [{ ...boxes[0], loadWatts: 5000 }];
	const faults = [{ kind: 'leg-lost', at: 'panel', leg: 'b' }];
	const [lost] = network({ source: two, boxes: heater, faults, read: [{ box: 'b1', instrument: 'low-impedance' }] });
	assert.ok(
		lost && 'hh' in lost && 'hg' in lost && (lost.hh ?? 9) < 1 && Number(lost.hg) > 115 && (lost.h2g ?? 0) > 110,
		JSON.stringify(lost)
	);
	const a = diagnose({ source: two, boxes, observations: [lost] });
	// On a run of one box a hot that is open on its way is the same.
	const all = [a.hypotheses[0]?.faults ?? [], ...(a.hypotheses[0]?.same ?? [])].map(named);
	assert.deepEqual([all.includes('leg-lost panel'), all.includes('open-hot b1')], [true, true], JSON.stringify(all));
	assert.ok(likely(a, 'both-hots-one-leg') < 0.2, 'which reads so too, and is seldom');
	const [right] = network({ source: two, boxes: heater, read: [{ box: 'b1', instrument: 'low-impedance' }] });
	assert.ok(right && 'hh' in right && Math.abs((right.hh ?? 0) - 240) < 12);
	assert.ok(likely(diagnose({ source: two, boxes, observations: [right] }), 'leg-lost') < 0.01);
});
test('a lost shared neutral: 160 and 80 V stop the search; what was lost is named; the same at 121 and 119 V does not stop', () => {
	const boxes = [box('b1', 'panel', { hots: ['a'] }), box('b2', 'b1', { hots: ['a'] }), box('b3', 'b2', { hots: ['b'] })];
	const loads = boxes.map((b, i) => ({ ...b, loadWatts: [0, 60, 120][i] }));
	const faults = [{ kind: 'shared-neutral-open', at: 'b2' }];
	// 120 V squared over 60 and 120 W: 240 and 120 ohm in series on 240 V: 160 and 80 V.
	const ask = ['b2', 'b3'].map((at) => ({ box: at, instrument: 'voltmeter' }));
	const lost = network({ source: two, boxes: loads, faults, read: ask });
	const volts = lost.map((r) => ('hn' in r ? (r.hn as number) : NaN));
	assert.ok(Math.abs((volts[0] ?? 0) - 160) < 3 && Math.abs((volts[1] ?? 0) - 80) < 3, `${volts}`);
	const a = diagnose({ source: two, boxes, observations: lost });
	assert.equal(a.stop?.do, 'both-poles-off');
	assert.equal(a.next?.do, 'switch-off');
	// At b1 nobody read: in the cable to it or to the next. Read there it is told.
	assert.ok(['shared-neutral-open b1', 'shared-neutral-open b2'].includes(first(a)), first(a));
	const all = network({ source: two, boxes: loads, faults, read: [{ box: 'b1', instrument: 'voltmeter' }] });
	assert.equal(first(diagnose({ source: two, boxes, observations: [...lost, ...all] })), 'shared-neutral-open b2');
	const sound = diagnose({ source: two, boxes, observations: network({ source: two, boxes: loads, read: ask }) });
	assert.deepEqual([sound.stop, likely(sound, 'shared-neutral-open') < 0.02], [null, true]);
});
test('hot and neutral exchanged in a splice show at all behind it as one fault; at one outlet alone it is the device', () => {
	const boxes = chain(5);
	const lamps = ['b2', 'b3', 'b5'].map((at) => ({ box: at, instrument: 'lamps' }));
	const carried = network({ boxes, faults: [{ kind: 'reversed-splice', at: 'b3' }], read: lamps });
	assert.deepEqual(
		carried.map((r) => ('ng' in r ? [r.hn, r.hg, r.ng].join() : '')),
		['on,on,off', 'on,off,on', 'on,off,on']
	);
	const a = diagnose({ boxes, observations: carried, loads: 'unplugged' });
	assert.equal(first(a), 'reversed-splice b3');
	const device = network({ boxes, faults: [{ kind: 'reversed', at: 'b3' }], read: lamps });
	assert.equal(first(diagnose({ boxes, observations: device, loads: 'unplugged' })), 'reversed b3');
});
const gfci = { boxes: [box('b1', 'panel', { device: 'gfci' }), box('b2', 'b1')], complaint: 'gfci-no-reset', loads: 'unplugged' };
const fed = { box: 'b1', instrument: 'low-impedance', hn: 120, hg: 120, ng: 0, proven: true };
const PRESSES: [what: string, press: object, more: object[], kind: string, least: number, most: number][] = [
	['does nothing with its supply there: worn', { trips: false, resets: false }, [fed], 'gfci-dead', 0.5, 1],
	['trips and resets: it works', { trips: true, resets: true }, [fed], 'gfci-dead', 0, 0.02],
	[
		'does nothing, and nothing feeds it: no word on the device',
		{ trips: false, resets: false },
		[{ ...fed, hn: 0, hg: 0 }],
		'gfci-dead',
		0,
		0.3
	]
];
for (const [what, press, more, kind, least, most] of PRESSES)
	test(`a GFCI's own button ${what}`, () => {
		const a = diagnose({ ...gfci, observations: [...more, { box: 'b1', instrument: 'own-button', ...press }] });
		const p = likely(a, kind);
		assert.ok(p >= least && p <= most, `${p}`);
	});
const OHMS: [what: string, ohms: object, kind: string, least: number, most: number][] = [
	// 12 ft of 12 AWG there and back: 0.04 ohm to a short one box on.
	['0.04 ohm hot to neutral with it off: a short', { hn: 0.04 }, 'short-hot-neutral', 0.5, 1],
	['nothing hot to neutral: no short', { hn: null, hg: null, ng: 0.17 }, 'short-hot-neutral', 0, 0.02],
	['neutral to ground open: one of them is', { hn: null, hg: null, ng: null }, 'open-neutral', 0.2, 1]
];
for (const [what, ohms, kind, least, most] of OHMS)
	test(`dead ohms: ${what}`, () => {
		const a = diagnose({ boxes: chain(2), observations: [{ box: 'b2', instrument: 'ohms', ...ohms }] });
		const p = likely(a, kind);
		assert.ok(p >= least && p <= most, `${p} ${first(a)}`);
	});
test('what is wrong in a request is named with its path', () => {
	const faults = (request: object) => {
		const checked = checkDiagnose({ source: one, boxes: chain(2), ...request });
		return checked.ok ? [] : checked.faults.map((f) => f.path);
	};
	assert.deepEqual(faults({ boxes: [box('b1', 'panel', { hots: ['b'] })] }), ['boxes[0].hots']);
	assert.deepEqual(faults({ boxes: [box('b1', 'panel', { 'two-hot': true })] }), ['boxes[0].two-hot']);
	assert.deepEqual(faults({ observations: [{ box: 'b1', instrument: 'own-button', trips: true }] }), ['observations[0].box']);
	assert.deepEqual(faults({ observations: [{ box: 'b1', instrument: 'ohms', hn: 'on' }] }), ['observations[0].hn']);
	assert.deepEqual(faults({ observations: [{ box: 'b1', instrument: 'look', found: 'luck' }] }), ['observations[0].found']);
	const network = checkNetwork({ source: two, boxes: chain(1), faults: [{ kind: 'leg-lost', at: 'b1' }] });
	assert.deepEqual(network.ok ? [] : network.faults.map((f) => f.path), ['faults[0].at']);
});
test('the shares of unknown loads: half the outlets have none, and the sum of many has more', () => {
	const none = (outlets: number) => Math.exp(loadShares(outlets)[0] ?? 0);
	for (const [outlets, share] of [
		[1, 0.5],
		[2, 0.25],
		[4, 0.0625]
	] as const)
		assert.ok(Math.abs(none(outlets) - share) < 1e-3, `${outlets}: ${none(outlets)}`);
	for (const outlets of [1, 6]) {
		const shares = loadShares(outlets);
		assert.equal(shares.length, LOAD_GRID.length);
		assert.ok(Math.abs(shares.reduce((s, l) => s + Math.exp(l), 0) - 1) < 1e-9);
	}
	const [usual = 0, much = 0] = livedInWays(12).map((ohms) => (ohms ? (12 * 120 ** 2) / ohms : 0));
	assert.ok(usual > 400 && usual < 1400 && much > 1400 && much <= 3000, `${usual} W usually, ${much} W with much on`);
});

test('two sums of loads in series: cells are all that may be on, and what the readings point to is found: their volts to 3 V', () => {
	const sum = (logs: readonly number[]) => logs.reduce((s, l) => s + Math.exp(l), 0);
	for (const outlets of [
		[1, 1],
		[3, 8]
	] as const) {
		const all = sum(seekLoads(outlets, () => 0).logs);
		assert.ok(Math.abs(all - 1) < 0.02, `${outlets}: ${all}`);
	}
	// 210 V on the first leg of 240 V, and 18 ohm of both side by side: 144 ohm (100 W) and 20.6 ohm (700 W).
	const bell = (x: number, mean: number, sd: number) => -0.5 * ((x - mean) / sd) ** 2 - Math.log(sd);
	const { grid, logs } = seekLoads([5, 9], ([a = 1, b = 1], blur) => {
		const volts = (240 * a) / (a + b);
		return bell(volts, 210, 2 * blur) + bell((a * b) / (a + b), 18, 1.8 * blur);
	});
	const best = grid[logs.indexOf(Math.max(...logs))] ?? [];
	assert.ok(Math.abs((best[0] ?? 0) / 144 - 1) < 0.25 && Math.abs((best[1] ?? 0) / 20.6 - 1) < 0.25, `${best}`);
	const volts = (240 * (best[0] ?? 0)) / ((best[0] ?? 0) + (best[1] ?? 0));
	assert.ok(Math.abs(volts - 210) < 3, `${volts} V`);
});
test('a lost shared neutral below a heater: 206 V by an analyzer names the box in which it was lost; on one leg alone it is an open neutral', () => {
	const boxes = [
		box('b1', 'panel', { hots: ['a'] }),
		...['b', 'a', 'b', 'a', 'b'].map((leg, i) => box(`b${i + 2}`, `b${i + 1}`, { hots: [leg] }))
	];
	const loads = boxes.map((b, i) => ({ ...b, loadWatts: [0, 0, 60, 600, 40, 0][i] }));
	const faults = [{ kind: 'shared-neutral-open', at: 'b3' }];
	const ask = [
		{ box: 'b5', instrument: 'analyzer' },
		{ box: 'b2', instrument: 'voltmeter' },
		{ box: 'b3', instrument: 'voltmeter' }
	];
	const read = network({ source: two, boxes: loads, faults, read: ask });
	const [at5] = read;
	assert.ok(at5 && 'volts' in at5 && Math.abs((at5.volts as number) - 206) < 6, JSON.stringify(at5));
	const a = diagnose({ source: two, boxes, observations: read });
	assert.equal(first(a), 'shared-neutral-open b3');
	assert.ok((a.hypotheses[0]?.probability ?? 0) > 0.9, JSON.stringify(a.hypotheses.slice(0, 3)));
	assert.equal(a.stop?.do, 'both-poles-off');
	const alone = chain(6).map((b, i) => ({ ...b, loadWatts: [0, 0, 60, 600, 40, 0][i] }));
	const open = network({ boxes: alone, faults: [{ kind: 'open-neutral', at: 'b3' }], read: ask });
	const one = diagnose({ boxes: chain(6), observations: open });
	assert.equal(first(one), 'open-neutral b3');
	assert.equal(one.stop, null);
});

/** Volts hot to neutral at b1 to b3 of a run of three, in each way in which it may be lived in. */
function livedVolts(kind: 'neutral-contact-loose' | 'reversed' | 'open-neutral', ohms: readonly number[]): number[][] {
	const run = { source: one, boxes: chain(3) as RunBox[], terminationOhms: 0.002, conductorC: 25 };
	const plan = planOf(runWiring(editions['2023'], run));
	const worlds = new Worlds({ plan, outletIds: ['b1', 'b2', 'b3'], loadsUnknown: true });
	const at = (p: { v: readonly number[] }) => Math.abs((p.v[0] ?? 0) - (p.v[2] ?? 0));
	return worlds
		.of({ faults: [{ kind, at: 'b2' }], weight: 1 })
		.livedIn()
		.map((w) => [0, 1, 2].map((i) => at(w.port(i, ohms))));
}
test('lived in, a run loses the volts that its loads draw: by hand, and behind a loose contact what heats loses them there alone', () => {
	// 3 outlets with as much on as 9 in 10 have at most, evenly: the amps of each over the ohms before it.
	const [, each = 0] = livedInWays(3);
	const amps = 120 / each;
	// 12 AWG of 40, 12 and 12 ft at 25 C, 1.588 ohm a 1000 ft there and as much back, four ends of 0.002; 0.03 of the service.
	const [first, next] = [(2 * 40 * 1.588 * 1.02) / 1000 + 0.008, (2 * 12 * 1.588 * 1.02) / 1000 + 0.008];
	const lost = 3 * amps * (0.03 + first) + 2 * amps * next + amps * next;
	const [, reversed = []] = livedVolts('reversed', []);
	assert.ok(Math.abs((reversed[2] ?? 0) - (120 - lost)) < 0.5, `${reversed[2]} V, ${120 - lost} by hand`);
	// Past an open neutral nothing draws: only b1 does.
	const [, open = []] = livedVolts('open-neutral', [1e12]);
	assert.ok(Math.abs((open[0] ?? 0) - (120 - amps * (0.03 + first))) < 0.3, `${open[0]} V`);
	// 900 W behind 2 ohm: 120 V over 16 and 2 ohm leave 106.7, less what the others take.
	const [usual = [], much = []] = livedVolts('neutral-contact-loose', [2]);
	assert.ok((usual[1] ?? 0) > 118, `${usual}`);
	assert.ok((much[1] ?? 0) > 96 && (much[1] ?? 0) < 106.7 && (much[2] ?? 0) > 115, `${much}`);
});

test('ohms that an analyzer finds by a trickle say nothing: shown or not, what is wrong is as likely', () => {
	const read = { box: 'b4', instrument: 'analyzer', volts: 0.6, loadedVolts: 0.6, groundOhms: 0.2, bootleg: 'no' };
	const [shown, not] = [
		{ hotOhms: 0.1, neutralOhms: 0.15 },
		{ hotOhms: null, neutralOhms: null }
	].map((ohms) => likely(diagnose({ boxes: chain(7), observations: [{ ...read, ...ohms }] }), 'hot-ground-reversed'));
	assert.ok(shown && not && shown > 0.01 && Math.abs(Math.log(shown / not)) < Math.log(2), `${shown} with ohms, ${not} without`);
});
test('one reading that is sound because nothing is on, the next bad because much is: both together are not one loose joint', () => {
	const boxes = chain(4);
	const at = (box: string, hn: number, ng: number) => ({ box, instrument: 'voltmeter', hn, hg: hn + ng, ng });
	const looseAt = (observations: object[], box: string) =>
		diagnose({ boxes, observations }).hypotheses.reduce(
			(s, h) => s + (h.faults.some((f) => f.kind === 'loose-neutral' && f.at === box) ? h.probability : 0),
			0
		);
	// 16 V lost in the neutral at b3; at b2, on its way, nothing at all.
	const [alone, both] = [looseAt([at('b3', 104, 16)], 'b2'), looseAt([at('b3', 104, 16), at('b2', 120, 0)], 'b2')];
	assert.ok(alone > 0.1 && both < alone / 2.5, `${alone} by one reading, ${both} by both`);
});

test('what is fed: by wires and loads up to 1000 ohm from a source or the earth, not by more, nor by strays', () => {
	const network = new Network();
	const [source, near, far, stray, behind] = [
		network.node({ re: 120, im: 0 }),
		...Array.from({ length: 4 }, () => network.node())
	] as [number, number, number, number, number];
	network.resistor(source, near, 990);
	network.resistor(EARTH, far, 1010);
	network.capacitor(source, stray, 1e-9);
	network.resistor(near, behind, 0.1);
	assert.deepEqual(
		[EARTH, source, near, far, stray, behind].map((node) => fedNodes(network)[node]),
		[1, 1, 1, 0, 0, 1]
	);
});
