import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { DEMOS } from '../../src/core/demo';
import type { MakeUp } from '../../src/core/makeup/box/case';
import { closes } from '../../src/core/makeup/box/closes';
import { makeUp } from '../../src/core/makeup/box/make-up';
import { boxCase } from '../../src/core/makeup/box/of-job';
import type { Box, Device, Job, Cable } from '../../src/core/model/known';
import { DEFAULT_PRACTICE } from '../../src/core/model/practice';
import { box, circuit, job, cable } from './small-job';

const e = editions['2023'];
const made = (j: Job, id = 'a') => {
	const of = boxCase({ edition: editions[j.edition], job: j }, j.boxes.find((b) => b.id === id) as Box);
	return of.known ? told(makeUp(of.case)) : [of.why];
};
/** Landings and splices of a box, the grounds left out. */
const told = (m: MakeUp): string[] => [
	...m.joins.flatMap((j) =>
		j.net === 'ground'
			? []
			: [
					`${j.net}: ${j.ends.map((x) => `${x.cable} ${x.color}`).join(' + ')} > ${j.tails.map((t) => ('box' in t ? 'box' : `${t.device}.${t.terminal}`)).join(' ')}`.replace(
						/ > $/,
						''
					)
				]
	),
	...m.terminals.flatMap((t) =>
		'cable' in t.conductor && t.terminal !== 'ground'
			? [`${t.device}.${t.terminal} ${t.conductor.cable} ${t.conductor.color}`]
			: []
	),
	...m.reMark.map((r) => `re-mark ${r.cable} ${r.color}`)
];
const plain = (id: string, device: Partial<Device> = {}): Box => {
	const b = box(id, {}, device);
	return { ...b, devices: b.devices.map((d) => ({ ...d, id })) };
};
const sw = (id: string, controls: string[], more: Partial<Device> = {}) =>
	plain(id, { kind: 'switch', receptacles: 0, controls, ...more });
const lamp = (id: string) => plain(id, { kind: 'lighting', receptacles: 0, watts: 60 });
const house = (boxes: Box[], cables: Cable[], more: Partial<Job> = {}) => job({ boxes, cables, ...more });
const wide = (n: number): Partial<Cable> => ({ conductors: n });

for (const [name, make] of Object.entries(DEMOS))
	test(`${name}: every box is made up as planned, or says what is missing`, () => {
		const { job: j } = make();
		const ruled = { edition: editions[j.edition], job: j as Job };
		const not: string[] = [];
		for (const b of ruled.job.boxes) {
			const of = boxCase(ruled, b);
			if (!of.known) {
				not.push(of.why);
				continue;
			}
			assert.deepEqual(closes(of.case, makeUp(of.case)), [], b.name);
			for (const style of ['pigtail', 'feed-through'] as const)
				assert.ok(
					!makeUp({ ...of.case, practice: { style, pushIn: false } }).findings.some(
						(f) => f.code === 'not-closed' || f.severity === 'violation'
					),
					b.name
				);
		}
		assert.deepEqual(
			not,
			name === 'quillback'
				? []
				: ['LV-10', 'HL-02'].map((s) => `What the switch in ${s} controls is not known: enter it in its facts.`)
		);
		assert.deepEqual(
			assess(j).stages.trim.findings.map((f) => f.message),
			[]
		);
	});

const CASES: [string, Job, string, string[]][] = [
	[
		'a switch, power at the switch, and its light',
		house([sw('a', ['b']), lamp('b')], [cable('p', 'a', 10), cable('a', 'b', 10)]),
		'a',
		['neutral: p-a white + a-b white', 'a.a p-a black', 'a.b a-b black']
	],
	[
		'that light: its leads on the switched hot',
		house([sw('a', ['b']), lamp('b')], [cable('p', 'a', 10), cable('a', 'b', 10)]),
		'b',
		['neutral: a-b white > b.lead-neutral', 'switched: a-b black > b.lead-switched']
	],
	[
		'power at the light, a loop of two wires: white goes to the switch, black comes back',
		house([lamp('a'), sw('b', ['a'])], [cable('p', 'a', 10), cable('a', 'b', 10)]),
		'a',
		[
			'neutral: p-a white > a.lead-neutral',
			'hot: p-a black + a-b white',
			'switched: a-b black > a.lead-switched',
			're-mark a-b white'
		]
	],
	[
		'the switch of that loop',
		house([lamp('a'), sw('b', ['a'])], [cable('p', 'a', 10), cable('a', 'b', 10)]),
		'b',
		['b.a a-b white', 'b.b a-b black', 're-mark a-b white']
	],
	[
		'a loop of three wires brings the neutral',
		house([lamp('a'), sw('b', ['a'])], [cable('p', 'a', 10), cable('a', 'b', 10, wide(3))]),
		'a',
		['neutral: p-a white + a-b white > a.lead-neutral', 'hot: p-a black + a-b black', 'switched: a-b red > a.lead-switched']
	],
	[
		'a light on the way to a receptacle: the cable to it carries both hots',
		house([sw('a', ['b']), lamp('b'), plain('c')], [cable('p', 'a', 10), cable('a', 'b', 10, wide(3)), cable('b', 'c', 10)]),
		'b',
		['neutral: a-b white + b-c white > b.lead-neutral', 'hot: a-b black + b-c black', 'switched: a-b red > b.lead-switched']
	],
	[
		'and with two conductors it cannot: said, with the way out',
		house([sw('a', ['b']), lamp('b'), plain('c')], [cable('p', 'a', 10), cable('a', 'b', 10), cable('b', 'c', 10)]),
		'a',
		['The cable to B must carry 3 insulated conductors; it has 2.']
	],
	[
		'two three-ways with the light at the end: the first',
		house(
			[sw('a', ['c'], { ways: 'three-way' }), sw('b', ['c'], { ways: 'three-way' }), lamp('c')],
			[cable('p', 'a', 10), cable('a', 'b', 10, wide(3)), cable('b', 'c', 10)]
		),
		'a',
		['neutral: p-a white + a-b white', 'a.common p-a black', 'a.traveler-1 a-b black', 'a.traveler-2 a-b red']
	],
	[
		'the second',
		house(
			[sw('a', ['c'], { ways: 'three-way' }), sw('b', ['c'], { ways: 'three-way' }), lamp('c')],
			[cable('p', 'a', 10), cable('a', 'b', 10, wide(3)), cable('b', 'c', 10)]
		),
		'b',
		['neutral: a-b white + b-c white', 'b.common b-c black', 'b.traveler-1 a-b black', 'b.traveler-2 a-b red']
	],
	[
		'a four-way between two three-ways',
		house(
			[
				sw('a', ['d'], { ways: 'three-way' }),
				sw('b', ['d'], { ways: 'four-way' }),
				sw('c', ['d'], { ways: 'three-way' }),
				lamp('d')
			],
			[cable('p', 'a', 10), cable('a', 'b', 10, wide(3)), cable('b', 'c', 10, wide(3)), cable('c', 'd', 10)]
		),
		'b',
		['neutral: a-b white + b-c white', 'b.in-1 a-b black', 'b.in-2 a-b red', 'b.out-1 b-c black', 'b.out-2 b-c red']
	],
	[
		'a GFCI with what follows on LOAD',
		house([plain('a', { protection: 'gfci', feedsLoad: true }), plain('b')], [cable('p', 'a', 10), cable('a', 'b', 10)]),
		'a',
		['a.line-neutral p-a white', 'a.load-neutral a-b white', 'a.line-hot p-a black', 'a.load-hot a-b black']
	],
	[
		'a receptacle switched whole is on the switched hot; half of one on both',
		house([sw('a', ['b']), plain('b', { switched: 'whole' })], [cable('p', 'a', 10), cable('a', 'b', 10)]),
		'b',
		['b.neutral-upper a-b white', 'b.hot-upper a-b black']
	],
	[
		'the lower half by a switch',
		house([sw('a', ['b']), plain('b', { switched: 'half' })], [cable('p', 'a', 10), cable('a', 'b', 10, wide(3))]),
		'b',
		['b.neutral-upper a-b white', 'b.hot-upper a-b black', 'b.hot-lower a-b red']
	],
	[
		'240 V, two conductors',
		house([plain('a', { volts: 240, kind: 'hard-wired', receptacles: 0 })], [cable('p', 'a', 10)], {
			circuits: [circuit({ poles: 2 })]
		}),
		'a',
		['hot: p-a black > a.lead-hot', 'hot-b: p-a white > a.lead-hot-b', 're-mark p-a white']
	],
	[
		'a range receptacle, three conductors',
		house([plain('a', { volts: 240, amps: 50, form: '14-50' })], [cable('p', 'a', 10, wide(3))], {
			circuits: [circuit({ poles: 2 })]
		}),
		'a',
		['a.neutral p-a white', 'a.hot-x p-a black', 'a.hot-y p-a red']
	],
	[
		'two circuits of their own in one box: each neutral by itself',
		house([plain('a')], [cable('p', 'a', 10), cable('p', 'a', 12, { id: 'two', circuitId: 'c2' })], {
			circuits: [circuit(), circuit({ id: 'c2', space: 3 })]
		}),
		'a',
		['a.neutral-upper p-a white', 'a.hot-upper p-a black']
	],
	[
		'a shared neutral in one cable of three',
		house(
			[plain('a', { yoke: 'split' })],
			[cable('p', 'a', 10, wide(3)), cable('p', 'a', 10, { id: 'two', circuitId: 'c2', inCableOf: 'p-a' })],
			{
				circuits: [
					circuit({ multiwire: { withId: 'c2', opens: 'two-pole' } }),
					circuit({ id: 'c2', space: 3, multiwire: { withId: 'c1', opens: 'two-pole' } })
				]
			}
		),
		'a',
		['a.neutral-upper p-a white', 'a.hot-upper p-a black', 'a.hot-lower p-a red']
	],
	[
		'a switch of which nobody said what it controls',
		house([sw('a', [])], [cable('p', 'a', 10)]),
		'a',
		['What the switch in A controls is not known: enter it in its facts.']
	],
	[
		'more circuits than are made up together',
		house([plain('a')], [cable('p', 'a', 10), cable('p', 'a', 12, { id: 'two', circuitId: 'c2', ...wide(3) })], {
			circuits: [circuit(), circuit({ id: 'c2', space: 3, poles: 2 })]
		}),
		'a',
		['More circuits come into A than are made up together: make up each by itself.']
	],
	[
		'a box that its armor grounds',
		house([plain('a')], [cable('p', 'a', 10, { kind: 'AC' })]),
		'a',
		[
			'What comes from Panel is grounded by its armor or raceway, which a plastic box does not carry on: use a metal box, or a wire ground.'
		]
	],
	['no cable at all', house([plain('a')], []), 'a', ['No cable is drawn to A, and none was seen in it.']]
];
for (const [what, j, id, want] of CASES) test(`make-up of a job: ${what}`, () => assert.deepEqual(made(j, id), want));

test('a receptacle beside a GFCI that feeds on hangs on its LOAD', () => {
	const guard = plain('a', { protection: 'gfci', feedsLoad: true });
	const two = { ...guard, devices: [...guard.devices, { ...(plain('x').devices[0] as Device), id: 'x' }] };
	assert.deepEqual(made(house([two, plain('b')], [cable('p', 'a', 10), cable('a', 'b', 10)])), [
		'neutral: a-b white > a.load-neutral x.neutral-upper',
		'hot: a-b black > a.load-hot x.hot-upper',
		'a.line-neutral p-a white',
		'a.line-hot p-a black'
	]);
});
test('practice: fed through where the shop has it so; tails of the breaker’s gauge, not of a larger run', () => {
	const j = house([plain('a'), plain('b')], [cable('p', 'a', 10, { awg: '8' }), cable('a', 'b', 10)], {
		practice: {
			...DEFAULT_PRACTICE,
			makeUp: { style: 'feed-through', pushIn: true, lineAt: 'top', preTwist: false, tape: false, trial: false }
		}
	});
	assert.deepEqual(made(j), [
		'a.neutral-upper p-a white',
		'a.neutral-lower a-b white',
		'a.hot-upper p-a black',
		'a.hot-lower a-b black'
	]);
	const of = boxCase({ edition: e, job: j }, j.boxes[0] as Box);
	assert.deepEqual(of.known && [of.case.tailAwg, of.case.practice.pushIn, [...of.names.values()]], [
		'12',
		true,
		['from Panel', 'to B']
	]);
});
test('as seen in an open box of which nothing is drawn', () => {
	const seen = (line: boolean | undefined, more: object = {}) => ({
		...plain('a', { protection: 'gfci', feedsLoad: true, state: 'planned' }),
		state: 'found' as const,
		ends: [
			{ id: 'x', kind: 'two-wire' as const, awg: '14' as const, conductors: 2, ground: false, note: '' },
			{ id: 'y', kind: 'two-wire' as const, awg: '14' as const, conductors: 2, ground: false, note: '', line, ...more }
		]
	});
	const at = (b: Box) => made(house([b], []));
	assert.deepEqual(at(seen(true)), [
		'a.line-neutral y white',
		'a.load-neutral x white',
		'a.line-hot y black',
		'a.load-hot x black'
	]);
	// What protects nothing has no LOAD side, whatever is said of it; nor has a GFCI that feeds nothing.
	for (const device of [
		{ protection: 'none', feedsLoad: true },
		{ protection: 'gfci', feedsLoad: false }
	] as const) {
		const b = seen(true);
		assert.ok(!at({ ...b, devices: b.devices.map((d) => ({ ...d, ...device })) }).some((s) => /load-/.test(s)));
	}
	assert.deepEqual(at(seen(undefined)), ['Which cable of A is LINE is not known: spread them apart, energize, read.']);
	const grounded = { ...seen(true), material: null, ends: seen(true).ends.map((c) => ({ ...c, ground: true })) };
	assert.deepEqual(at(grounded), ['Whether A is metal or plastic is not known.']);
	assert.deepEqual(at({ ...seen(true), material: null }).length, 4);
	assert.deepEqual(at(seen(true, { awg: null })), ['The gauge, the conductors and the ground of cable 2 in A must be known.']);
	assert.deepEqual(at(seen(true, { conductors: 3 })), [
		'What the conductors of cable 2 in A are must be known: draw its circuit.'
	]);
});
test('the stage tells of a thin cable with its fix, of a light on another circuit, and leaves what is old', () => {
	const thin = (state: Cable['state']) =>
		house(
			[sw('a', ['b']), lamp('b'), plain('c')].map((b) => ({ ...b, state, devices: b.devices.map((d) => ({ ...d, state })) })),
			[cable('p', 'a', 10, { state }), cable('a', 'b', 10, { state }), cable('b', 'c', 10, { state })]
		);
	const trim = (j: Job) => assess(j).stages.trim.findings;
	assert.deepEqual(
		trim(thin('planned')).map((f) => [f.code, f.subject.id, f.fix?.label]),
		[
			['conductors', 'a', 'Make it a three-wire cable'],
			['conductors', 'b', 'Make it a three-wire cable']
		]
	);
	assert.deepEqual(
		trim(thin('built')).map((f) => f.fix),
		[undefined, undefined]
	);
	assert.deepEqual(trim(thin('found')), []);
	const far = house([sw('a', ['b']), lamp('b')], [cable('p', 'a', 10), cable('p', 'b', 10, { circuitId: 'c2' })], {
		circuits: [circuit(), circuit({ id: 'c2', space: 3 })]
	});
	assert.deepEqual(
		trim(far).map((f) => f.code),
		['switch-circuit']
	);
});

test('what was found of a conductor goes before its color', () => {
	const seen = (color: 'white' | 'black' | 'red', means: 'hot' | 'neutral' | 'unknown' | 'dead') => {
		const b: Box = {
			...plain('a'),
			conductors: [{ id: 'x', endId: null, color, means, alwaysLive: false, insulation: 'old', freeLengthIn: null }]
		};
		return boxCase({ edition: e, job: house([b], [cable('p', 'a', 10)]) }, b).known;
	};
	assert.deepEqual(
		[seen('black', 'hot'), seen('white', 'neutral'), seen('white', 'unknown'), seen('white', 'dead'), seen('red', 'hot')],
		[true, true, true, true, true]
	);
	assert.deepEqual([seen('white', 'hot'), seen('black', 'neutral')], [false, false]);
});

test('a half that some switch takes, nobody knows which: the third conductor of its cable is its switched hot', () => {
	const made = (conductors: 2 | 3) => {
		const j = job({
			boxes: [box('a', { state: 'found', material: 'plastic', ground: 'present' }, { state: 'planned', switched: 'half' })],
			cables: [cable('p', 'a', 40, { conductors, state: 'found' })]
		});
		const of = boxCase({ edition: editions['2023'], job: j }, j.boxes[0] as Box);
		return of.known ? of.case : null;
	};
	assert.deepEqual(
		made(3)?.cables[0]?.conductors.map((c) => `${c.color} ${c.net}`),
		['black hot', 'red switched', 'white neutral', 'bare ground']
	);
	assert.equal(made(3)?.devices[0]?.takes?.switched, 'switched');
	// Two bring none: the half waits for what switches it.
	assert.equal(made(2)?.devices[0]?.takes?.switched, undefined);
});
