import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { asLoadCase, connectedWatts, loadOf } from '../../src/core/circuits/size/load';
import { loadOfOutlet } from '../../src/core/circuits/articles/110-3-b-nameplates';
import { editions } from '../../src/core/code/editions';
import type { Box, Circuit, CircuitLoad, Device, Job, Room } from '../../src/core/model/known';
import type { EditionKey, RoomKind } from '../../src/core/model/kinds';
import { boxCase } from '../../src/core/makeup/box/of-job';
import { deadPoints } from '../../src/core/makeup/dead-points';
import { predict } from '../../src/core/prove/predict';
import { newRoom } from '../../src/core/model/new-job';
import { box, circuit, job, cable, near } from './small-job';

/** What each circuit may feed, by article, with its exceptions; loads that share a circuit; nameplates; terminals. */
const room = (kind: RoomKind, more: Partial<Room> = {}): Room =>
	newRoom({ id: more.id ?? kind, name: more.name ?? kind, kind }, more);
const at = (id: string, roomId: string, device: Partial<Device> = {}, more: Partial<Box> = {}): Box =>
	box(id, { roomId, ...more }, { amps: 20, ...device });
const light: Partial<Device> = { kind: 'lighting', receptacles: 0, watts: 60, amps: 15 };
function on(c: Partial<Circuit>, rooms: Room[], boxes: Box[], more: Partial<Job> = {}): Job {
	const cables = boxes.map((b, i) => cable(i ? (boxes[i - 1] as Box).id : 'p', b.id, 10));
	return job({ rooms, boxes, cables, circuits: [circuit({ name: 'c', ...c })], ...more });
}
/** Sections of what is found at boxes and circuits, but for circuits that the job lacks altogether. */
function sections(j: Job, ids: RegExp, edition: EditionKey = '2023'): string[] {
	return assess({ ...j, edition })
		.stages.circuit.findings.filter((f) => ids.test(f.id))
		.map((f) => f.rule.section);
}

const kitchen = room('kitchen');
const bath = room('bathroom');
const garage = (bays: number) => room('garage', { bays });
const feeds: [what: string, job: Job, want: string[], editions?: EditionKey[]][] = [
	[
		'a small-appliance circuit feeds kitchen, pantry and dining room',
		on(
			{ kind: 'small-appliance' },
			[kitchen, room('pantry'), room('dining')],
			[at('a', 'kitchen'), at('b', 'pantry'), at('c', 'dining')]
		),
		[]
	],
	[
		'and no hallway',
		on({ kind: 'small-appliance' }, [kitchen, room('hallway')], [at('a', 'kitchen'), at('b', 'hallway')]),
		['210.52(B)(2)']
	],
	[
		'nor a light of the kitchen',
		on({ kind: 'small-appliance' }, [kitchen], [at('a', 'kitchen'), at('b', 'kitchen', light)]),
		['210.52(B)(2)']
	],
	[
		'nor a receptacle outdoors',
		on({ kind: 'small-appliance' }, [kitchen, room('outdoors')], [at('a', 'kitchen'), at('b', 'outdoors')]),
		['210.52(B)(2)']
	],
	[
		'an electric clock may stand on it',
		on(
			{ kind: 'small-appliance' },
			[kitchen, room('den', { id: 'x' })],
			[at('a', 'kitchen'), at('b', 'kitchen', { onlyFor: 'clock' })]
		),
		[]
	],
	[
		'the controls of a gas range too',
		on(
			{ kind: 'small-appliance' },
			[kitchen],
			[at('a', 'kitchen'), at('b', 'kitchen', { onlyFor: 'gas-cooking', kind: 'hard-wired', receptacles: 0 })]
		),
		[]
	],
	[
		'a laundry circuit feeds laundry receptacles alone',
		on({ kind: 'laundry' }, [room('laundry'), room('hallway')], [at('a', 'laundry'), at('b', 'hallway')]),
		['210.11(C)(2)']
	],
	[
		'a bathroom circuit in two bathrooms feeds no light',
		on({ kind: 'bathroom' }, [bath, room('bathroom', { id: 'b2' })], [at('a', 'bathroom'), at('b', 'b2'), at('c', 'b2', light)]),
		['210.11(C)(3)']
	],
	[
		'in one bathroom alone it may feed its light and fan',
		on({ kind: 'bathroom' }, [bath], [at('a', 'bathroom'), at('b', 'bathroom', light)]),
		[]
	],
	[
		'a garage circuit feeds receptacles outdoors too',
		on({ kind: 'garage' }, [garage(2), room('outdoors')], [at('a', 'garage'), at('b', 'outdoors')]),
		[]
	],
	[
		'but not such as want a ladder',
		on(
			{ kind: 'garage' },
			[garage(2), room('outdoors')],
			[at('a', 'garage'), at('b', 'outdoors', {}, { readilyAccessible: false })]
		),
		['210.11(C)(4)']
	],
	[
		'nor the lights of two bays',
		on({ kind: 'garage' }, [garage(2)], [at('a', 'garage'), at('b', 'garage', light)]),
		['210.11(C)(4)']
	],
	[
		'the lights of one bay from 2020 on',
		on({ kind: 'garage' }, [garage(1)], [at('a', 'garage'), at('b', 'garage', light)]),
		[],
		['2020', '2023']
	],
	['not in 2017', on({ kind: 'garage' }, [garage(1)], [at('a', 'garage'), at('b', 'garage', light)]), ['210.11(C)(4)'], ['2017']],
	[
		'12 AWG on 15 A is no laundry circuit',
		on({ kind: 'laundry', breakerA: 15 }, [room('laundry')], [at('a', 'laundry', { amps: 15 })]),
		['210.11(C)(2)']
	],
	[
		'a switch is no outlet',
		on(
			{ kind: 'laundry' },
			[room('laundry'), room('hallway')],
			[at('a', 'laundry'), at('b', 'hallway', { kind: 'switch', receptacles: 0 })]
		),
		[]
	]
];
for (const [what, j, want, keys = ['2017', '2020', '2023']] of feeds)
	for (const key of keys as EditionKey[])
		test(`what a circuit feeds, ${key}: ${what}`, () => assert.deepEqual(sections(j, /^feeds/, key), want));

const den = room('den');
const shares: [what: string, job: Job, want: string[], edition?: EditionKey][] = [
	[
		'1920 W on a cord of a shared 20 A circuit is 16 A, and is all it may have',
		on({}, [den], [at('a', 'den', { watts: 1920 }), at('b', 'den')]),
		[]
	],
	['1921 W is over', on({}, [den], [at('a', 'den', { watts: 1921 }), at('b', 'den')]), ['210.23(B)(1)']],
	['over, as 2020 numbers it', on({}, [den], [at('a', 'den', { watts: 1921 }), at('b', 'den')]), ['210.23(A)(1)'], '2020'],
	['alone on its circuit it may take all', on({}, [den], [at('a', 'den', { watts: 2400 })]), []],
	[
		'1200 W fastened in place beside receptacles is half of 20 A',
		on({}, [den], [at('a', 'den', { kind: 'hard-wired', receptacles: 0, watts: 1200 }), at('b', 'den')]),
		[]
	],
	[
		'1201 W is over',
		on({}, [den], [at('a', 'den', { kind: 'hard-wired', receptacles: 0, watts: 1201 }), at('b', 'den')]),
		['210.23(B)(2)']
	],
	[
		'two of 700 W add',
		on(
			{},
			[den],
			[
				at('a', 'den', { kind: 'hard-wired', receptacles: 0, watts: 700 }),
				at('b', 'den', { kind: 'hard-wired', receptacles: 0, watts: 700 }),
				at('c', 'den', light)
			]
		),
		['210.23(B)(2)']
	]
];
for (const [what, j, want, key] of shares) test(`210.23: ${what}`, () => assert.deepEqual(sections(j, /share/, key), want));

const ratings: [what: string, job: Job, want: string[]][] = [
	['15 and 20 A receptacles together on 20 A', on({}, [den], [at('a', 'den', { amps: 15 }), at('b', 'den')]), []],
	[
		'a 20 A one among others on 15 A',
		on({ breakerA: 15 }, [den], [at('a', 'den', { amps: 15 }), at('b', 'den')]),
		['210.21(B)(3)']
	],
	[
		'a single 15 A one on a 20 A circuit of its own',
		on({ kind: 'individual' }, [den], [at('a', 'den', { amps: 15, receptacles: 1 })]),
		['210.21(B)(1)']
	],
	['a duplex is two: 15 A on 20 A', on({ kind: 'individual' }, [den], [at('a', 'den', { amps: 15, receptacles: 2 })]), []],
	[
		'a 15 A duplex carried on from a 30 A receptacle',
		on({ breakerA: 30 }, [den], [at('a', 'den', { amps: 30, receptacles: 1 }), at('b', 'den', { amps: 15 })]),
		['210.21(B)(3)']
	],
	[
		'40 and 50 A receptacles on 40 A',
		on({ breakerA: 40, poles: 2 }, [den], [at('a', 'den', { amps: 50, volts: 240 }), at('b', 'den', { amps: 40, volts: 240 })]),
		[]
	],
	[
		'lights carried on from a 30 A circuit',
		on({ breakerA: 30 }, [den], [at('a', 'den', { amps: 30, receptacles: 1 }), at('b', 'den', light)]),
		['210.23']
	]
];
for (const [what, j, want] of ratings)
	test(`210.21, 210.23: ${what}`, () => assert.deepEqual(sections(j, /^(rating|large)/), want));

const plate = (more: Partial<CircuitLoad>): CircuitLoad => ({
	kind: 'water-heater',
	name: 'water heater',
	watts: null,
	amps: null,
	volts: 240,
	continuous: false,
	mca: null,
	mocp: null,
	...more
});
const e = editions['2023'];
test('two elements that never run together do not add; together they do; at another voltage watts go with its square', () => {
	assert.equal(connectedWatts(plate({ elements: [4500, 4500] })).watts, 4500);
	assert.equal(connectedWatts(plate({ elements: [4500, 4500], together: true })).watts, 9000);
	// 4500 x (208 / 240)^2 = 3380; the other way about 3000 x (240 / 208)^2 = 3994.08
	assert.ok(near(connectedWatts(plate({ watts: 4500, ratedVolts: 240, volts: 120 })).watts ?? 0, 1125, 0.01));
	assert.ok(near(connectedWatts(plate({ watts: 3000, ratedVolts: 208 })).watts ?? 0, 3994.08, 0.01));
	const { loadA, designA, steps } = loadOf(e, asLoadCase(plate({ elements: [4500, 4500] })));
	assert.ok(near(loadA, 18.75, 1e-9) && near(designA, 23.4375, 1e-9));
	assert.ok(steps.some((s) => s.label === 'elements, one at a time' && s.formula === '4500 or 4500'));
});
test('an outlet says what its appliance is: its own watts first, else a generic nameplate of its kind', () => {
	const of = (more: Partial<Parameters<typeof loadOfOutlet>[0]>) =>
		loadOfOutlet({ name: '', serves: null, watts: 0, volts: 120, ...more });
	assert.deepEqual([of({ serves: 'range', volts: 240 })?.kind, of({ serves: 'range', volts: 240 })?.watts], ['range', 12_000]);
	assert.deepEqual(
		[of({ name: 'kiln', volts: 240, watts: 8600 })?.watts, of({ name: 'kiln', volts: 240, watts: 8600 })?.continuous],
		[8600, true]
	);
	assert.equal(of({ serves: 'dryer', volts: 240, watts: 5400 })?.kind, 'dryer');
	assert.equal(of({ name: 'something' }), undefined, 'nothing to begin with');
});
const unit = (load: Partial<CircuitLoad>, more: Partial<Circuit> = {}): Job =>
	on(
		{ kind: 'individual', poles: 2, load: plate(load), ...more },
		[den],
		[at('a', 'den', { kind: 'hard-wired', receptacles: 0, volts: 240 })]
	);
test('a nameplate that lacks what its kind is sized by is named; one that is whole is not', () => {
	assert.deepEqual(sections(unit({ kind: 'hvac', mca: 18 }), /^nameplate/), ['440.4']);
	assert.deepEqual(sections(unit({ kind: 'hvac', mca: 18, mocp: 30 }), /^nameplate/), []);
	assert.deepEqual(sections(unit({}), /^nameplate/), ['422.13']);
	assert.deepEqual(sections(unit({ amps: 20 }), /^nameplate/), []);
	assert.deepEqual(sections(unit({ watts: 4500 }, { poles: 1 }), /^volts/), ['210.6']);
});

const wired = (more: Parameters<typeof cable>[3], c: Partial<Circuit> = {}, device: Partial<Device> = {}): Job =>
	job({ rooms: [den], circuits: [circuit(c)], boxes: [at('a', 'den', device)], cables: [cable('p', 'a', 10, more)] });
const ends: [what: string, job: Job, want: RegExp, found: string[]][] = [
	['8 AWG at a 20 A device wants a tail', wired({ awg: '8' }), /^terminals/, ['110.14(A)']],
	['10 AWG does not', wired({ awg: '10' }), /^terminals/, []],
	['aluminum at a device that is not marked for it', wired({ awg: '10', metal: 'Al' }), /^aluminum/, ['406.3(C)']],
	['marked CO/ALR', wired({ awg: '10', metal: 'Al' }, {}, { aluminumListed: true }), /^aluminum/, []],
	['a plug fuse of 25 A', wired({ awg: '10' }, { opener: 'plug-fuse', breakerA: 25 }), /^fuse-size/, ['240.50']],
	['a plug fuse without an insert', wired({}, { opener: 'plug-fuse' }), /^fuse-insert/, ['240.53']],
	['a tamper-proof one', wired({}, { opener: 'tamper-proof-fuse' }), /^fuse/, []],
	[
		'a 30 A fuse on 14 AWG',
		wired({ awg: '14' }, { opener: 'tamper-proof-fuse', breakerA: 30, state: 'found' }),
		/^wire-breaker/,
		['240.4(D)']
	]
];
for (const [what, j, ids, want] of ends) test(`terminals and fuses: ${what}`, () => assert.deepEqual(sections(j, ids), want));

test('a run that is only planned and loses too much can be made larger with one press, up to what a device takes', () => {
	const drop = (feet: number) =>
		assess(
			job({ rooms: [den], boxes: [at('a', 'den'), at('b', 'den')], cables: [cable('p', 'a', feet), cable('a', 'b', 10)] })
		).stages.circuit.findings.find((f) => f.id === 'drop:c1');
	// 2 x 80 x 16 x 1.93 / 1000 = 4.94 V, 4.1 %; in 10 AWG 2.6 %
	assert.ok(drop(70)?.fix?.kind === 'size-circuit');
	assert.equal(drop(70)?.have?.toFixed(1), '4.1');
	assert.equal(drop(150)?.fix, undefined, '10 AWG would not be enough either');
	assert.equal(drop(40), undefined);
});

// 210.4(C), 406.4(F): past a two-pole device one hot may go on with the neutral, to outlets of 120 V.
const carriedOn = (more: { home?: 2 | 3; device?: Partial<Device>; breakerA?: number } = {}): Job => ({
	...job({ circuits: [circuit({ poles: 2, breakerA: more.breakerA ?? 20, space: 1 })] }),
	boxes: [box('a', {}, { volts: 240, receptacles: 1, amps: more.breakerA ?? 20 }), box('b', {}, { amps: 15, ...more.device })],
	cables: [cable('p', 'a', 40, { conductors: more.home ?? 3, awg: '10' }), cable('a', 'b', 12, { conductors: 2, awg: '10' })]
});
for (const [what, j, want] of [
	['its own hot, 15 A on 20 A', carriedOn(), []],
	['15 A on 30 A', carriedOn({ breakerA: 30 }), ['rating']],
	['no neutral comes in: planned', carriedOn({ home: 2 }), ['form', 'multiwire-cable']],
	['no neutral comes in: as found', carriedOn({ home: 2, device: { state: 'found' } }), ['form', 'multiwire-cable']]
] as const)
	test(`one hot carried on past a two-pole device: ${what}`, () => {
		const found = assess(j).stages.circuit.findings.filter((f) => ['form', 'rating', 'multiwire-cable'].includes(f.code));
		assert.deepEqual(
			found
				.filter((f) => f.subject.id === 'b' || f.code === 'multiwire-cable')
				.map((f) => f.code)
				.sort(),
			[...want]
		);
		// A planned one has nothing plugged in.
		const out = found.some((f) => /plugged in out now/.test(f.message));
		assert.equal(out, j.boxes[1]?.devices[0]?.state === 'found' && want.length > 0);
		if (want.includes('multiwire-cable' as never))
			assert.equal(found.find((f) => f.code === 'multiwire-cable')?.fix?.label, 'Make it a three-wire cable');
	});
test('one hot carried on: 120 V is predicted there, its dead test asks one hot, its white is the neutral', () => {
	const j = carriedOn();
	const edition = editions['2023'];
	const at = predict({ edition, job: j }, { circuit: j.circuits[0] as Circuit, boxId: 'b' });
	assert.ok(at.known, JSON.stringify(at));
	assert.deepEqual(
		deadPoints(j, j.boxes[1] as Box).map((p) => p.key),
		['hn', 'hg', 'ng', 'earth']
	);
	const made = boxCase({ edition, job: j }, j.boxes[1] as Box);
	assert.ok(made.known, JSON.stringify(made));
	assert.deepEqual(
		made.case.cables[0]?.conductors.map((c) => `${c.color} ${c.net}`),
		['black hot', 'white neutral', 'bare ground']
	);
});
test('one hot carried on as found: two hots would look the same, so it is to be read, and is no fault yet', () => {
	const j = carriedOn();
	const found = { ...j, cables: j.cables.map((l) => ({ ...l, state: 'found' as const })) };
	const said = (of: Job) =>
		assess(of)
			.stages.circuit.findings.filter((f) => f.code === 'form' && f.subject.id === 'b')
			.map((f) => f.severity);
	assert.deepEqual([said(found), said(j)], [['caution'], []]);
});

// One drop for one circuit: the steps of its size say what the boxes say.
for (const [what, volts, feet, percent] of [
	// 12 AWG, 2.0 ohm/kft as tabled here 1.93: 2 x 150 x 16 x 1.93 / 1000 = 9.264 V.
	['240 V at 90 ft, 120 V at 150 ft: by 120', [240, 120], [90, 60], 7.72],
	['240 V at both: by 240', [240, 240], [90, 60], 3.86],
	// 2 x 90 x 16 x 1.93 / 1000 = 5.558 V of 120 is 4.632%, more than 3.86% of 240 at the end.
	['120 V at 90 ft, 240 V at 150 ft: by 120, at the nearer', [120, 240], [90, 60], 4.632]
] as const)
	test(`a two-pole circuit of both voltages: ${what}`, () => {
		const j = job({
			circuits: [circuit({ poles: 2, breakerA: 20 })],
			boxes: [box('a', {}, { volts: volts[0], amps: 20 }), box('b', {}, { volts: volts[1], amps: 20 })],
			cables: [cable('p', 'a', feet[0], { conductors: 3 }), cable('a', 'b', feet[1], { conductors: 3 })]
		});
		const { decisions } = assess(j).stages.circuit;
		const drop = decisions.find((d) => d.code === 'size')?.steps.findLast((s) => s.unit === '%')?.value;
		assert.ok(typeof drop === 'number');
		assert.equal(Number(drop.toFixed(3)), percent);
		const boxes = decisions.filter((d) => d.code === 'drop').map((d) => d.value);
		assert.ok(boxes.includes(`${percent.toFixed(1)}%`), boxes.join());
	});
