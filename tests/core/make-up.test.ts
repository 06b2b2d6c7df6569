import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import {
	COLORS,
	type Color,
	type MakeCable,
	type MakeDevice,
	type MakeUp,
	type MakeUpCase,
	type Net,
	type Toward
} from '../../src/core/makeup/box/case';
import { closes } from '../../src/core/makeup/box/closes';
import { connectorFor, splitOf } from '../../src/core/makeup/box/connectors';
import { makeUp, placesOf } from '../../src/core/makeup/box/make-up';
import { phasor, size } from '../../src/core/network/phasor';
import { EARTH, Network, Solution } from '../../src/core/network/solve';
import type { Awg } from '../../src/core/units/gauge';
import { runs } from './few';

/** `in supply 12: black hot, white neutral, bare ground` as a cable. */
function cable(text: string, more: Partial<MakeCable> = {}): MakeCable {
	const [head = '', wires = ''] = text.split(': ');
	const [id = '', toward = '', awg = ''] = head.split(' ');
	const conductors = wires.split(', ').map((w) => {
		const [color, net] = w.split(' ');
		return { color: color as Color, net: net as Net };
	});
	return { id, toward: toward as Toward, awg: awg as Awg, conductors, ...more };
}
const IN = 'in supply 12: black hot, white neutral, bare ground';
const OUT = 'out onward 12: black hot, white neutral, bare ground';
interface Of {
	cables?: string[];
	devices?: MakeDevice[];
	style?: 'pigtail' | 'feed-through';
	metal?: boolean;
	gangs?: number;
	pushIn?: boolean;
}
const caseOf = ({
	cables = [IN, OUT],
	devices = [{ id: 'd', kind: 'receptacle' }],
	style = 'pigtail',
	metal = false,
	gangs = 1,
	pushIn = false
}: Of): MakeUpCase => ({
	edition: '2023',
	practice: { style, pushIn },
	box: { material: metal ? 'metal' : 'plastic', gangs },
	cables: cables.map((c) => cable(c)),
	devices
});
/** A make-up as one line each: `ground: in bare + out bare > d.ground (medium twist-on)`. */
function told(m: MakeUp): string[] {
	return [
		...m.joins.map((j) => {
			const tails = j.tails.map((t) => ('box' in t ? 'box' : `${t.device}.${t.terminal}`));
			return `${j.net}${j.load ? ` of ${j.load}` : ''}: ${j.ends.map((e) => `${e.cable} ${e.color}`).join(' + ')}${tails.length ? ` > ${tails.join(' ')}` : ''} (${j.connector ?? 'by package'})`;
		}),
		...m.terminals.flatMap((t) =>
			'cable' in t.conductor ? [`${t.device}.${t.terminal} ${t.conductor.cable} ${t.conductor.color}`] : []
		),
		...m.reMark.map((r) => `re-mark ${r.cable} ${r.color} ${r.as}`),
		...m.capped.map((e) => `cap ${e.cable} ${e.color}`),
		...Object.entries(m.tabs).flatMap(([d, t]) =>
			(['hot', 'neutral'] as const).filter((s) => t[s] === 'out').map((s) => `${d} ${s} tab out`)
		),
		...m.findings.map((f) => `${f.severity} ${f.code}`)
	];
}

const gfci = (load: string[] = []): MakeDevice => ({ id: 'd', kind: 'receptacle', protection: 'gfci', load });
const FED3 = 'in supply 12: black hot, red hot-b, white neutral, bare ground';
const GO3 = 'out onward 12: black hot, red hot-b, white neutral, bare ground';
const CASES: [string, Of, string[]][] = [
	[
		'a duplex in the middle of a run, pigtails',
		{},
		[
			'ground: in bare + out bare > d.ground (medium twist-on)',
			'neutral: in white + out white > d.neutral-upper (medium twist-on)',
			'hot: in black + out black > d.hot-upper (medium twist-on)'
		]
	],
	[
		'the same fed through: two screws a side, the grounds spliced all the same',
		{ style: 'feed-through' },
		[
			'ground: in bare + out bare > d.ground (medium twist-on)',
			'd.neutral-upper in white',
			'd.neutral-lower out white',
			'd.hot-upper in black',
			'd.hot-lower out black'
		]
	],
	['at the end of its run', { cables: [IN] }, ['d.ground in bare', 'd.neutral-upper in white', 'd.hot-upper in black']],
	[
		'at the end, in a metal box: the ground goes to the box too',
		{ cables: [IN], metal: true },
		['ground: in bare > d.ground box (medium twist-on)', 'd.neutral-upper in white', 'd.hot-upper in black']
	],
	[
		'three cables cannot be fed through two screws',
		{ cables: [IN, OUT, OUT.replace('out', 'tap')], style: 'feed-through' },
		[
			'ground: in bare + out bare + tap bare > d.ground (large twist-on)',
			'neutral: in white + out white + tap white > d.neutral-upper (large twist-on)',
			'hot: in black + out black + tap black > d.hot-upper (large twist-on)'
		]
	],
	[
		'a GFCI with what follows on LOAD',
		{ devices: [gfci(['out'])] },
		[
			'ground: in bare + out bare > d.ground (medium twist-on)',
			'd.line-neutral in white',
			'd.load-neutral out white',
			'd.line-hot in black',
			'd.load-hot out black'
		]
	],
	[
		'a GFCI that protects itself alone: what follows stays with LINE',
		{ devices: [gfci()] },
		[
			'ground: in bare + out bare > d.ground (medium twist-on)',
			'neutral: in white + out white > d.line-neutral (medium twist-on)',
			'hot: in black + out black > d.line-hot (medium twist-on)'
		]
	],
	[
		'a GFCI with two of three cables on LOAD: a splice of LOAD, another of LINE',
		{ cables: [IN, OUT, OUT.replace('out', 'tap'), OUT.replace('out', 'far')], devices: [gfci(['tap', 'far'])] },
		[
			'ground: in bare + out bare + tap bare + far bare > d.ground (large twist-on)',
			'neutral: in white + out white > d.line-neutral (medium twist-on)',
			'neutral of d: tap white + far white > d.load-neutral (medium twist-on)',
			'hot: in black + out black > d.line-hot (medium twist-on)',
			'hot of d: tap black + far black > d.load-hot (medium twist-on)'
		]
	],
	[
		'a GFCI where there is no ground: what goes on has its ground capped',
		{ cables: ['in supply 14: black hot, white neutral', OUT.replace('12', '14')], devices: [gfci(['out'])], metal: true },
		[
			'd.line-neutral in white',
			'd.load-neutral out white',
			'd.line-hot in black',
			'd.load-hot out black',
			'cap out bare',
			'caution ground-not-carried',
			'violation no-ground',
			'violation box-not-bonded'
		]
	],
	[
		'half-switched, power at the switch: black always live, red switched',
		{
			cables: ['in supply 14: black hot, red switched, white neutral, bare ground'],
			devices: [{ id: 'd', kind: 'receptacle', halves: 'half-switched' }]
		},
		['d.ground in bare', 'd.neutral-upper in white', 'd.hot-upper in black', 'd.hot-lower in red', 'd hot tab out']
	],
	[
		'half-switched in the middle: the neutral may go through while its tab is in',
		{
			cables: [
				'in supply 14: black hot, red switched, white neutral, bare ground',
				'out onward 14: black hot, white neutral, bare ground'
			],
			devices: [{ id: 'd', kind: 'receptacle', halves: 'half-switched', switchedHalf: 'upper' }],
			style: 'feed-through'
		},
		[
			'ground: in bare + out bare > d.ground (small twist-on)',
			'hot: in black + out black > d.hot-lower (small twist-on)',
			'd.neutral-upper in white',
			'd.neutral-lower out white',
			'd.hot-upper in red',
			'd hot tab out'
		]
	],
	[
		'multiwire: the neutral is spliced whatever the practice, and the hot tab is out',
		{ cables: [FED3, GO3], devices: [{ id: 'd', kind: 'receptacle', halves: 'two-circuits' }], style: 'feed-through' },
		[
			'ground: in bare + out bare > d.ground (medium twist-on)',
			'neutral: in white + out white > d.neutral-upper (medium twist-on)',
			'hot: in black + out black > d.hot-upper (medium twist-on)',
			'hot-b: in red + out red > d.hot-lower (medium twist-on)',
			'd hot tab out'
		]
	],
	[
		'a plain duplex on one hot of a multiwire circuit: its neutral is spliced, the other hot goes by',
		{ cables: [FED3, GO3], style: 'feed-through' },
		[
			'ground: in bare + out bare > d.ground (medium twist-on)',
			'neutral: in white + out white > d.neutral-upper (medium twist-on)',
			'hot-b: in red + out red (medium twist-on)',
			'd.hot-upper in black',
			'd.hot-lower out black'
		]
	],
	[
		'two circuits with a neutral each: both tabs out, the grounds one net',
		{
			cables: [IN, 'two supply 12: black hot-b, white neutral-b, bare ground'],
			devices: [{ id: 'd', kind: 'receptacle', halves: 'two-circuits' }]
		},
		[
			'ground: in bare + two bare > d.ground (medium twist-on)',
			'd.neutral-upper in white',
			'd.neutral-lower two white',
			'd.hot-upper in black',
			'd.hot-lower two black',
			'd hot tab out',
			'd neutral tab out'
		]
	],
	[
		'240 V on a two-wire cable: white is a hot, re-marked',
		{
			cables: ['in supply 10: black hot, white hot-b, bare ground'],
			devices: [{ id: 'd', kind: 'receptacle', halves: 'two-hot' }]
		},
		['d.ground in bare', 'd.hot-x in black', 'd.hot-y in white', 're-mark in white hot-b']
	],
	[
		'a range: X, Y, neutral, ground',
		{ cables: [FED3.replace('12', '6')], devices: [{ id: 'd', kind: 'receptacle', halves: 'four-wire' }] },
		['d.ground in bare', 'd.neutral in white', 'd.hot-x in black', 'd.hot-y in red']
	],
	[
		'a switch, power at the switch: the neutral is spliced through',
		{
			cables: [IN.replace('12', '14'), 'lamp load 14: black switched, white neutral, bare ground'],
			devices: [{ id: 's', kind: 'switch' }]
		},
		[
			'ground: in bare + lamp bare > s.ground (small twist-on)',
			'neutral: in white + lamp white (small twist-on)',
			's.a in black',
			's.b lamp black'
		]
	],
	[
		'a switch fed from the light, old loop: white is the supply to it, and there is no neutral',
		{ cables: ['in supply 14: white hot, black switched, bare ground'], devices: [{ id: 's', kind: 'switch' }] },
		['s.ground in bare', 's.a in white', 's.b in black', 're-mark in white hot', 'caution no-neutral-at-switch']
	],
	[
		'a loop the wrong way about: white may not come back from the switch',
		{ cables: ['in supply 14: black hot, white switched, bare ground'], devices: [{ id: 's', kind: 'switch' }] },
		[
			's.ground in bare',
			's.a in black',
			's.b in white',
			're-mark in white switched',
			'violation color',
			'caution no-neutral-at-switch'
		]
	],
	[
		'a loop of three wires: its neutral waits, capped',
		{ cables: ['in supply 14: black hot, red switched, white neutral, bare ground'], devices: [{ id: 's', kind: 'switch' }] },
		['s.ground in bare', 's.a in black', 's.b in red', 'cap in white']
	],
	[
		'two three-ways, where power comes: the hot on the common',
		{
			cables: [IN.replace('12', '14'), 'far switch 14: black traveler-1, red traveler-2, white neutral, bare ground'],
			devices: [{ id: 's', kind: 'switch', ways: 'three-way' }]
		},
		[
			'ground: in bare + far bare > s.ground (small twist-on)',
			'neutral: in white + far white (small twist-on)',
			's.common in black',
			's.traveler-1 far black',
			's.traveler-2 far red'
		]
	],
	[
		'two three-ways, where the light is: its conductor on the common',
		{
			cables: [
				'far supply 14: black traveler-1, red traveler-2, white neutral, bare ground',
				'lamp load 14: black switched, white neutral, bare ground'
			],
			devices: [{ id: 's', kind: 'switch', ways: 'three-way' }]
		},
		[
			'ground: far bare + lamp bare > s.ground (small twist-on)',
			'neutral: far white + lamp white (small twist-on)',
			's.common lamp black',
			's.traveler-1 far black',
			's.traveler-2 far red'
		]
	],
	[
		'power and light in one box: what comes back from the other switch goes to the light, the hot on this common',
		{
			cables: [
				'in supply 14: black hot, white neutral, bare ground',
				'lamp load 14: black switched, white neutral, bare ground',
				'far switch 14: blue traveler-1, red traveler-2, black switched, bare ground'
			],
			devices: [{ id: 's', kind: 'switch', ways: 'three-way' }]
		},
		[
			'ground: in bare + lamp bare + far bare > s.ground (medium twist-on)',
			'neutral: in white + lamp white (small twist-on)',
			'switched: lamp black + far black (small twist-on)',
			's.common in black',
			's.traveler-1 far blue',
			's.traveler-2 far red'
		]
	],
	[
		'a four-way between them',
		{
			cables: [
				'one supply 14: black traveler-1, red traveler-2, white neutral, bare ground',
				'two switch 14: black traveler-3, red traveler-4, white neutral, bare ground'
			],
			devices: [{ id: 's', kind: 'switch', ways: 'four-way' }]
		},
		[
			'ground: one bare + two bare > s.ground (small twist-on)',
			'neutral: one white + two white (small twist-on)',
			's.in-1 one black',
			's.in-2 one red',
			's.out-1 two black',
			's.out-2 two red'
		]
	],
	[
		'a switch and a receptacle in one box: tails to both',
		{
			gangs: 2,
			cables: [IN, 'lamp load 12: black switched, white neutral, bare ground'],
			devices: [
				{ id: 's', kind: 'switch' },
				{ id: 'r', kind: 'receptacle' }
			]
		},
		[
			'ground: in bare + lamp bare > s.ground r.ground (large twist-on)',
			'neutral: in white + lamp white > r.neutral-upper (medium twist-on)',
			'hot: in black > s.a r.hot-upper (medium twist-on)',
			's.b lamp black'
		]
	],
	[
		'a switch and a receptacle on one yoke',
		{ cables: [IN, 'lamp load 12: black switched, white neutral, bare ground'], devices: [{ id: 'd', kind: 'combination' }] },
		[
			'ground: in bare + lamp bare > d.ground (medium twist-on)',
			'neutral: in white + lamp white > d.neutral-lower (medium twist-on)',
			'd.a in black',
			'd.b lamp black'
		]
	],
	[
		'splices only',
		{ devices: [], metal: true },
		[
			'ground: in bare + out bare > box (medium twist-on)',
			'neutral: in white + out white (medium twist-on)',
			'hot: in black + out black (medium twist-on)'
		]
	],
	[
		'hard-wired: every lead joins by a connector whose package says the set',
		{ cables: [IN], devices: [{ id: 'w', kind: 'hard-wired', leads: ['hot', 'neutral', 'ground'] }] },
		[
			'ground: in bare > w.lead-ground (by package)',
			'neutral: in white > w.lead-neutral (by package)',
			'hot: in black > w.lead-hot (by package)',
			'advice connector-by-package'
		]
	],
	[
		'a spare, and a terminal for which nothing comes',
		{
			cables: ['in supply 14: black hot, red spare, white neutral, bare ground'],
			devices: [{ id: 'd', kind: 'receptacle', halves: 'half-switched' }]
		},
		[
			'd.ground in bare',
			'd.neutral-upper in white',
			'd.hot-upper in black',
			'cap in red',
			'd hot tab out',
			'violation nothing-for-terminal'
		]
	],
	[
		'colors that may not be: a green hot, a red ground, a black neutral; push-in on 12 AWG; a GFCI split',
		{
			cables: ['in supply 12: green hot, black neutral, red ground'],
			devices: [{ ...gfci(), halves: 'half-switched', connection: 'push-in' }]
		},
		[
			'd.ground in red',
			'd.line-neutral in black',
			'd.line-hot in green',
			'violation color',
			'violation color',
			'violation color',
			'violation not-split',
			'violation push-in'
		]
	]
];
for (const [what, of, want] of CASES) test(`make-up: ${what}`, () => assert.deepEqual(told(makeUp(caseOf(of))), want));

test('push-in is for 14 AWG, and only where practice has it', () => {
	const found = (awg: string, pushIn: boolean) =>
		makeUp(
			caseOf({ cables: [IN.replace('12', awg)], devices: [{ id: 'd', kind: 'receptacle', connection: 'push-in' }], pushIn })
		).findings.map((f) => `${f.severity} ${f.code}`);
	assert.deepEqual(
		[found('14', true), found('14', false), found('12', true)],
		[[], ['advice push-in-practice'], ['violation push-in']]
	);
});
test('aluminum: told where it lands on a device, and of its splices', () => {
	const al = (devices: MakeDevice[], cables = [IN]) => {
		const c = caseOf({ cables, devices });
		return makeUp({ ...c, cables: c.cables.map((x) => ({ ...x, metal: 'Al' as const })) }).findings.map((f) => f.code);
	};
	assert.deepEqual(al([{ id: 'd', kind: 'receptacle' }]), ['aluminum']);
	assert.deepEqual(al([{ id: 'd', kind: 'receptacle' }], [IN, OUT]), ['connector-by-package']);
});
test('connectors: the smallest that is listed for the set', () => {
	const of = (n: number, awg: Awg) =>
		connectorFor(Array.from({ length: n }, () => ({ awg, metal: 'Cu' as const })))?.replace(' twist-on', '') ?? null;
	const row = (awg: Awg) => [1, 2, 3, 4, 5, 6].map((n) => of(n, awg));
	assert.deepEqual(row('14'), [null, 'small', 'small', 'medium', '5-port lever', null]);
	assert.deepEqual(row('12'), [null, 'medium', 'medium', 'large', 'large', null]);
	assert.deepEqual(row('10'), [null, 'large', 'large', null, null, null]);
	assert.deepEqual(row('8'), Array(6).fill(null));
	assert.equal(
		connectorFor([
			{ awg: '12', metal: 'Cu' },
			{ awg: '14', metal: 'Cu' }
		]),
		null
	);
	assert.equal(
		connectorFor([
			{ awg: '12', metal: 'Cu' },
			{ awg: '12', metal: 'Al' }
		]),
		null
	);
});
test('levers, where the shop works with them: a port a conductor, by the frame for its gauge', () => {
	const of = (n: number, awg: Awg) =>
		connectorFor(
			Array.from({ length: n }, () => ({ awg, metal: 'Cu' as const })),
			'lever'
		);
	assert.deepEqual(
		[2, 3, 4, 5, 6].map((n) => of(n, '12')),
		['2-port lever', '3-port lever', '5-port lever', '5-port lever', null]
	);
	assert.deepEqual([of(2, '10'), of(4, '10'), of(2, '8')], ['large 2-port lever', 'large 5-port lever', null]);
	// Six: two of four, a jumper between.
	const six = Array.from({ length: 6 }, () => ({ awg: '14' as const, metal: 'Cu' as const }));
	assert.deepEqual(splitOf(six, 'lever'), [4, 4]);
	const made = makeUp({
		...caseOf({ cables: [IN, OUT], devices: [{ id: 'd', kind: 'receptacle' }] }),
		practice: { style: 'pigtail', pushIn: false, connector: 'lever' }
	});
	assert.deepEqual([...new Set(made.joins.map((j) => j.connector))], ['3-port lever']);
});
test('a set that none takes is split, with a jumper between the parts', () => {
	const of = (n: number, awg: Awg = '12') => splitOf(Array.from({ length: n }, () => ({ awg, metal: 'Cu' as const })));
	// Each jumper takes a place at both ends: 6 + 2 = 8 in two of 4; 8 + 2 in two of 5; 9 + 4 = 13 in three.
	assert.deepEqual([of(5), of(6), of(8), of(9), of(4, '10'), of(3, '8')], [null, [4, 4], [5, 5], [5, 4, 4], [3, 3], null]);
});

/** Boxes as they come, each conductor of its own color. */
const boxes = fc
	.record({
		supply: fc.constantFrom<Net[]>(
			['hot', 'neutral', 'ground'],
			['hot', 'neutral'],
			['hot', 'hot-b', 'neutral', 'ground'],
			['hot', 'hot-b', 'ground']
		),
		others: fc.array(
			fc.record({
				toward: fc.constantFrom<Toward>('onward', 'load', 'switch'),
				nets: fc.uniqueArray(
					fc.constantFrom<Net>(
						'hot',
						'neutral',
						'ground',
						'hot-b',
						'switched',
						'switched-b',
						'traveler-1',
						'traveler-2',
						'traveler-3',
						'traveler-4',
						'spare'
					),
					{ minLength: 1, maxLength: 5 }
				),
				onLoad: fc.boolean()
			}),
			{ maxLength: 4 }
		),
		second: fc.boolean(),
		devices: fc.array(
			fc.record({
				kind: fc.constantFrom('receptacle', 'switch', 'combination', 'hard-wired'),
				protection: fc.constantFrom('none', 'none', 'gfci', 'dual'),
				halves: fc.constantFrom('together', 'half-switched', 'two-circuits', 'dual-voltage', 'two-hot', 'four-wire'),
				ways: fc.constantFrom('single', 'three-way', 'four-way'),
				connection: fc.constantFrom('screw', 'leads', 'clamp')
			}),
			{ maxLength: 3 }
		),
		style: fc.constantFrom('pigtail' as const, 'feed-through' as const),
		metal: fc.boolean(),
		turn: fc.nat(9)
	})
	.map((r): MakeUpCase => {
		const colored = (nets: readonly Net[]) =>
			nets.map((net, i) => ({ color: COLORS[(i + r.turn) % COLORS.length] as Color, net }));
		const second = r.second && !r.supply.includes('hot-b');
		const cables: MakeCable[] = [
			{ id: 'in', toward: 'supply', awg: '12', conductors: colored(r.supply) },
			...(second
				? [{ id: 'in2', toward: 'supply' as const, awg: '12' as const, conductors: colored(['hot-b', 'neutral-b', 'ground']) }]
				: []),
			...r.others.map((o, i) => ({ id: `c${i}`, toward: o.toward, awg: '12' as const, conductors: colored(o.nets) }))
		];
		const guard = r.devices.findIndex((d) => d.kind === 'receptacle' && d.protection !== 'none');
		const devices = r.devices.map((d, i): MakeDevice => {
			const id = `d${i}`;
			const { connection } = d;
			if (d.kind === 'switch') return { id, kind: 'switch', ways: d.ways as 'single', connection: connection as 'screw' };
			if (d.kind === 'hard-wired') return { id, kind: 'hard-wired', leads: ['hot', 'neutral', 'ground'] };
			if (d.kind === 'combination') return { id, kind: 'combination', connection: connection as 'screw' };
			const load = i === guard ? r.others.flatMap((o, n) => (o.onLoad ? [`c${n}`] : [])) : [];
			return d.protection === 'none'
				? { id, kind: 'receptacle', halves: d.halves as 'together', connection: connection as 'screw' }
				: { id, kind: 'receptacle', protection: d.protection as 'gfci', load };
		});
		return {
			edition: '2023',
			practice: { style: r.style, pushIn: false },
			box: { material: r.metal ? 'metal' : 'plastic', gangs: 2 },
			cables,
			devices
		};
	});

const VOLTS: Readonly<Record<Net, number>> = {
	hot: 120,
	'hot-b': 110,
	neutral: 10,
	'neutral-b': 20,
	ground: 5,
	switched: 90,
	'switched-b': 80,
	'traveler-1': 70,
	'traveler-2': 60,
	'traveler-3': 50,
	'traveler-4': 40,
	interconnect: 35,
	spare: 30
};
/** Each net held at volts of its own by one of its ends: what every other end and every terminal reads, by the solver. */
function read(c: MakeUpCase, m: MakeUp, tripped: boolean): Map<string, number> {
	const n = new Network();
	const at = new Map<string, number>();
	const guarded = (id: string, net: Net) =>
		['hot', 'hot-b', 'neutral', 'neutral-b'].includes(net) && c.devices.some((d) => d.load?.includes(id));
	const held = new Set<Net>();
	for (const x of c.cables)
		for (const w of x.conductors) {
			const key = `${x.id} ${w.color}`;
			const source = !held.has(w.net) && !guarded(x.id, w.net) && w.net !== 'spare';
			if (source) held.add(w.net);
			at.set(key, source ? n.node(phasor(VOLTS[w.net])) : n.node());
		}
	const node = (key: string) => at.get(key) ?? (at.set(key, n.node()), at.get(key) as number);
	const touch = (a: string, b: string) => n.resistor(node(a), node(b), 0.001);
	m.joins.forEach((j, i) => {
		for (const e of j.ends) touch(`join ${i}`, `${e.cable} ${e.color}`);
		for (const t of j.tails) touch(`join ${i}`, 'box' in t ? 'box' : `${t.device}.${t.terminal}`);
	});
	for (const t of m.terminals)
		if ('cable' in t.conductor) touch(`${t.device}.${t.terminal}`, `${t.conductor.cable} ${t.conductor.color}`);
	for (const [d, tabs] of Object.entries(m.tabs))
		for (const side of ['hot', 'neutral'] as const) if (tabs[side] === 'in') touch(`${d}.${side}-upper`, `${d}.${side}-lower`);
	if (!tripped)
		for (const d of c.devices)
			if ((d.protection ?? 'none') !== 'none')
				for (const s of ['hot', 'neutral']) touch(`${d.id}.line-${s}`, `${d.id}.load-${s}`);
	for (const key of at.keys()) n.resistor(node(key), EARTH, 1e7);
	const s = new Solution(n);
	return new Map([...at].map(([key, i]) => [key, size(s.volts(i))]));
}
test('2,000 boxes: every end stands once, a terminal has one, and the solver finds each conductor where it was planned, tripped or not', () => {
	fc.assert(
		fc.property(boxes, (c) => {
			const m = makeUp(c);
			assert.ok(!m.findings.some((f) => f.code === 'not-closed'), m.findings.map((f) => f.message).join());
			const ends = c.cables.flatMap((x) => x.conductors.map((w) => ({ cable: x.id, color: w.color, net: w.net })));
			for (const end of ends) assert.equal(placesOf(m, end), 1, `${end.cable} ${end.color}`);
			const at = m.terminals.map((t) => `${t.device}.${t.terminal}`);
			assert.equal(new Set(at).size, at.length);
			const tails = m.joins.flatMap((j) => j.tails.flatMap((t) => ('device' in t ? [`${t.device}.${t.terminal}`] : [])));
			assert.deepEqual(
				tails.sort(),
				m.terminals.flatMap((t) => ('tail' in t.conductor ? [`${t.device}.${t.terminal}`] : [])).sort()
			);
			assert.ok(m.joins.filter((j) => j.net === 'ground').length <= 1, 'one net of grounds');
			const grounded = c.cables.some((x) => x.toward === 'supply' && x.conductors.some((w) => w.net === 'ground'));
			for (const tripped of [false, true]) {
				const volts = read(c, m, tripped);
				for (const { cable: id, color, net } of ends) {
					if (net === 'spare' || (net === 'ground' && !grounded)) continue;
					const guard = c.devices.find((d) => d.load?.includes(id));
					const onLoad = guard && ['hot', 'hot-b', 'neutral', 'neutral-b'].includes(net);
					const fed = ends.some((e) => e.net === net && !c.devices.some((d) => d.load?.includes(e.cable)));
					const main = guard && fed && (net === 'hot' || net === 'neutral');
					const planned = !onLoad ? VOLTS[net] : tripped || !main ? null : VOLTS[net];
					const have = volts.get(`${id} ${color}`) ?? -1;
					if (planned !== null) assert.ok(Math.abs(have - planned) < 0.1, `${id} ${color} ${net}: ${have}, planned ${planned}`);
					else if (tripped) assert.ok(have < 0.1, `${id} ${color} ${net} stays live: ${have}`);
				}
			}
		}),
		{ numRuns: runs(2000), seed: 17 }
	);
});
test('what does not give the plan is told: LINE and LOAD exchanged, a tab left in, a neutral on the ground', () => {
	const wrong = (of: Of, spoil: (m: MakeUp) => void) => {
		const c = caseOf(of);
		const m = structuredClone(makeUp(c));
		assert.deepEqual(closes(c, m), []);
		spoil(m);
		return closes(c, m).length > 0;
	};
	const swap = (m: MakeUp) => {
		for (const t of m.terminals) t.terminal = t.terminal.replace(/^(line|load)/, (s) => (s === 'line' ? 'load' : 'line'));
	};
	const half: Of = {
		cables: ['in supply 14: black hot, red switched, white neutral, bare ground'],
		devices: [{ id: 'd', kind: 'receptacle', halves: 'half-switched' }]
	};
	assert.ok(wrong({ devices: [gfci(['out'])] }, swap));
	assert.ok(wrong(half, (m) => void ((m.tabs.d as { hot: string }).hot = 'in')));
	assert.ok(wrong({}, (m) => void m.joins[1]?.tails.push({ device: 'd', terminal: 'ground' })));
	assert.ok(wrong({}, (m) => void m.joins[0]?.ends.pop()));
	// Spliced with LINE it is live as it should be, until the device trips and it stays so.
	const past = (m: MakeUp) => {
		const at = m.terminals.findIndex((t) => t.terminal === 'load-hot');
		const [{ conductor } = {}] = m.terminals.splice(at, 1);
		const line = m.terminals.find((t) => t.terminal === 'line-hot');
		if (!line || !conductor || !('cable' in conductor) || !('cable' in line.conductor)) return;
		m.joins.push({
			net: 'hot',
			ends: [line.conductor, conductor],
			tails: [{ device: 'd', terminal: 'line-hot' }],
			connector: null
		});
		line.conductor = { tail: true };
	};
	assert.ok(wrong({ devices: [gfci(['out'])] }, past));
});
test('the steps name the order: splices, then ground, neutral and hot on their screws', () => {
	const labels = makeUp(caseOf({ metal: true })).steps.map((s) => s.label);
	assert.deepEqual(labels, [
		'splice the ground',
		'splice the neutral',
		'splice the hot',
		'land the ground',
		'land the neutral',
		'land the hot'
	]);
});

// What a box must not hide: each with its lawful twin.
const PLAIN = { id: 'd', kind: 'receptacle' } as const;
const OPEN = 'in supply 12: black hot, white neutral';
const SHARED = 'in supply 12: black hot, red hot-b, white neutral, bare ground';
const ON3 = 'out onward 12: black hot, red hot-b, white neutral, bare ground';
const WRONG: [what: string, of: Of, code: string, twin: Of][] = [
	[
		'no ground for a face that promises one',
		{ cables: [OPEN], devices: [PLAIN] },
		'no-ground',
		{ cables: [IN], devices: [PLAIN] }
	],
	[
		'the same of a face that promises none',
		{ cables: [OPEN], devices: [{ ...PLAIN, ground: 'required' }] },
		'no-ground',
		{ cables: [OPEN], devices: [{ ...PLAIN, ground: 'none' }] }
	],
	[
		'a metal box without one',
		{ cables: [OPEN], devices: [{ ...PLAIN, ground: 'none' }], metal: true },
		'box-not-bonded',
		{ cables: [IN], metal: true }
	],
	[
		'a hot that is to go on and ends capped',
		{ cables: [IN, 'out onward 12: black hot, red hot-b, white neutral, bare ground'] },
		'onward-ends-here',
		{ cables: [IN, OUT] }
	],
	[
		'the hot of one circuit with the neutral of the other',
		{
			cables: [
				'in supply 12: black hot, white neutral, bare ground',
				'two supply 12: black hot-b, white neutral-b, bare ground',
				'out onward 12: black hot, white neutral-b, bare ground'
			]
		},
		'mixed-circuits',
		{
			cables: [
				'in supply 12: black hot, white neutral, bare ground',
				'two supply 12: black hot-b, white neutral-b, bare ground',
				'out onward 12: black hot, white neutral, bare ground'
			]
		}
	],
	[
		'a second hot that comes without its neutral',
		{
			cables: [IN, 'two supply 12: black hot-b, bare ground', 'out onward 12: red hot-b, black hot, white neutral, bare ground']
		},
		'mixed-circuits',
		{ cables: [SHARED, ON3] }
	],
	[
		'two hots on one neutral through LOAD',
		{ cables: [SHARED, ON3], devices: [gfci(['out'])] },
		'shared-neutral-through-device',
		{ cables: [SHARED, ON3], devices: [gfci()] }
	],
	[
		'more devices than gangs',
		{ devices: [PLAIN, { ...PLAIN, id: 'e' }] },
		'too-many-devices',
		{ devices: [PLAIN, { ...PLAIN, id: 'e' }], gangs: 2 }
	]
];
for (const [what, of, code, twin] of WRONG)
	test(`make-up tells: ${what}`, () => {
		const codes = (c: Of) => makeUp(caseOf(c)).findings.map((f) => f.code);
		assert.ok(codes(of).includes(code), codes(of).join());
		assert.ok(!codes(twin).includes(code), 'its lawful twin');
	});
