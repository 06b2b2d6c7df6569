import assert from 'node:assert/strict';
import test from 'node:test';
import type { Color, MakeCable, MakeDevice, MakeUpCase, Net } from '../../src/core/makeup/box/case';
import { asPlanned, lampsOf, landedFaults, type Landed, type On } from '../../src/core/makeup/box/landed';
import { makeUp } from '../../src/core/makeup/box/make-up';

const cable = (id: string, toward: MakeCable['toward'], wires: string): MakeCable => ({
	id,
	toward,
	awg: '12',
	conductors: wires.split(' ').map((w) => {
		const [color, net] = w.split(':');
		return { color: color as Color, net: net as Net };
	})
});
const IN = cable('in', 'supply', 'black:hot white:neutral bare:ground');
const OUT = cable('out', 'onward', 'black:hot white:neutral bare:ground');
const THREE = cable('in', 'supply', 'black:hot red:hot-b white:neutral bare:ground');
const GO3 = cable('out', 'onward', 'black:hot red:hot-b white:neutral bare:ground');
const HALF = cable('in', 'supply', 'black:hot red:switched white:neutral bare:ground');
const box = (
	cables: MakeCable[],
	device: Partial<MakeDevice> = {},
	style: 'pigtail' | 'feed-through' = 'pigtail'
): MakeUpCase => ({
	edition: '2023',
	practice: { style, pushIn: false },
	box: { material: 'plastic', gangs: 1 },
	cables,
	devices: [{ id: 'd', kind: 'receptacle', ...device }]
});
const end = (c: string, color: Color): On => ({ end: { cable: c, color } });
const [BLACK, WHITE, BARE] = [end('in', 'black'), end('in', 'white'), end('in', 'bare')];
type Change = Record<string, On>;
type TabsOf = Landed['tabs'];
const landed = (c: MakeUpCase, change: Change, tabs: TabsOf = {}): Landed => {
	const plan = asPlanned(c, makeUp(c));
	const on = { ...plan.on, ...Object.fromEntries(Object.entries(change).map(([t, x]) => [`d ${t}`, x])) };
	return { on, tabs: { ...plan.tabs, ...tabs } };
};
const said = (c: MakeUpCase, change: Change, tabs?: TabsOf) =>
	landedFaults(c, makeUp(c), landed(c, change, tabs)).map((f) => `${f.level} ${f.kind}`);

const ENDS = box([IN]);
const MIDDLE = box([IN, OUT]);
const GUARD = box([IN, OUT], { protection: 'gfci', load: ['out'] });
const SPLIT = box([HALF], { halves: 'half-switched' });
const SHARED = box([THREE, GO3], { halves: 'two-circuits' });
const SWITCH = box([IN, cable('lamp', 'load', 'black:switched white:neutral bare:ground')], { kind: 'switch' });
const THREE_WAY = box([IN, cable('far', 'switch', 'black:traveler-1 red:traveler-2 white:neutral bare:ground')], {
	kind: 'switch',
	ways: 'three-way'
});
const IN_BOTH: TabsOf = { d: { hot: 'in', neutral: 'in' } };
const CASES: [string, MakeUpCase, Change, string[], TabsOf?][] = [
	['as planned, at the end', ENDS, {}, []],
	['as planned, by pigtails', MIDDLE, {}, []],
	['as planned, a GFCI', GUARD, {}, []],
	['as planned, half-switched', SPLIT, {}, []],
	['as planned, multiwire', SHARED, {}, []],
	['as planned, a switch', SWITCH, {}, []],
	[
		'on the lower screws instead: the tabs join them',
		ENDS,
		{ 'hot-upper': null, 'hot-lower': BLACK, 'neutral-upper': null, 'neutral-lower': WHITE },
		[]
	],
	['reversed', ENDS, { 'hot-upper': WHITE, 'neutral-upper': BLACK }, ['bad reversed']],
	['a neutral on brass beside the hot', ENDS, { 'hot-lower': WHITE, 'neutral-upper': null }, ['bad wrong-net', 'bad nothing']],
	['a hot on silver', ENDS, { 'hot-upper': null, 'neutral-lower': BLACK }, ['bad wrong-net', 'bad nothing']],
	['bootleg', ENDS, { ground: WHITE, 'neutral-upper': null }, ['bad bootleg', 'bad nothing']],
	['a hot on green', ENDS, { ground: BLACK, 'hot-upper': null }, ['bad hot-on-ground', 'bad nothing']],
	['ground forgotten', ENDS, { ground: null }, ['bad nothing']],
	['a ground on silver', ENDS, { 'neutral-lower': BARE, ground: null }, ['bad nothing', 'bad wrong-net']],
	['one end on two terminals', ENDS, { 'hot-lower': BLACK }, ['bad twice']],
	['fed through where practice is pigtails', MIDDLE, { 'hot-upper': BLACK, 'hot-lower': end('out', 'black') }, ['look practice']],
	[
		'LINE and LOAD exchanged',
		GUARD,
		{ 'line-hot': end('out', 'black'), 'line-neutral': end('out', 'white'), 'load-hot': BLACK, 'load-neutral': WHITE },
		['bad line-load']
	],
	['LINE reversed', GUARD, { 'line-hot': WHITE, 'line-neutral': BLACK }, ['bad reversed']],
	['LOAD reversed', GUARD, { 'load-hot': end('out', 'white'), 'load-neutral': end('out', 'black') }, ['bad reversed']],
	['LOAD left empty', GUARD, { 'load-hot': null, 'load-neutral': null }, ['bad not-protected']],
	['no neutral on LINE', GUARD, { 'line-neutral': null }, ['bad nothing']],
	['the supply on LOAD too', GUARD, { 'load-hot': BLACK }, ['bad twice', 'bad line-load']],
	['the tab left in, half-switched', SPLIT, {}, ['bad tab-in'], IN_BOTH],
	['the halves exchanged', SPLIT, { 'hot-upper': end('in', 'red'), 'hot-lower': BLACK }, ['bad wrong-net', 'bad wrong-net']],
	['the tab left in on two hots', SHARED, {}, ['bad tab-in'], IN_BOTH],
	[
		'a shared neutral through the device',
		SHARED,
		{ 'neutral-upper': WHITE, 'neutral-lower': end('out', 'white') },
		['bad neutral-through']
	],
	['a tab out that should be in', ENDS, {}, ['bad tab-out'], { d: { hot: 'out', neutral: 'in' } }],
	['the screws of a switch exchanged: all the same', SWITCH, { a: end('lamp', 'black'), b: BLACK }, []],
	['a neutral on a switch', SWITCH, { b: WHITE }, ['bad wrong-net']],
	['nothing on one screw of a switch', SWITCH, { b: null }, ['bad nothing']],
	['a traveler on the common', THREE_WAY, { common: end('far', 'red'), 'traveler-2': BLACK }, ['bad common']],
	['in on one screw, and what goes on left in its splice: it is dead', MIDDLE, { 'hot-upper': BLACK }, ['bad not-as-planned']],
	['one half of a half-switched one left empty', SPLIT, { 'hot-lower': null }, ['bad not-as-planned']],
	['a hot on both sides of LINE', GUARD, { 'line-neutral': end('out', 'black'), 'load-hot': null }, ['bad not-as-planned']],
	['only the hot of what follows on LOAD', GUARD, { 'load-neutral': null }, ['bad not-as-planned']],
	['the ground on LINE brass', GUARD, { 'line-hot': BARE, ground: null }, ['bad nothing']],
	['the other hot on a plain one', box([THREE, GO3]), { 'hot-upper': end('in', 'red') }, ['bad not-as-planned']],
	['a traveler on both', THREE_WAY, { 'traveler-2': BLACK, common: BLACK }, ['bad twice', 'bad wrong-net']],
	['travelers exchanged: all the same', THREE_WAY, { 'traveler-1': end('far', 'red'), 'traveler-2': end('far', 'black') }, []]
];
for (const [what, c, change, want, tabs] of CASES) test(`landed: ${what}`, () => assert.deepEqual(said(c, change, tabs), want));

test('two hots of a range may change places; the neutral may not', () => {
	const range = box([THREE], { halves: 'four-wire' });
	assert.deepEqual(said(range, { 'hot-x': end('in', 'red'), 'hot-y': BLACK }), []);
	assert.deepEqual(said(range, { 'hot-x': WHITE, neutral: BLACK }), ['bad wrong-net', 'bad wrong-net']);
});
test('what a tester shows of it, before power is on', () => {
	const lamps = (c: MakeUpCase, change: Change, half: 'upper' | 'lower' = 'upper', tabs?: TabsOf) =>
		lampsOf({ case: c, made: makeUp(c), landed: landed(c, change, tabs) }, { device: 'd', half });
	assert.deepEqual(
		[
			lamps(ENDS, {}),
			lamps(MIDDLE, {}, 'lower'),
			lamps(ENDS, { 'hot-upper': WHITE, 'neutral-upper': BLACK }),
			lamps(ENDS, { ground: null }),
			lamps(ENDS, { ground: BLACK, 'hot-upper': null }),
			lamps(ENDS, { 'neutral-upper': null }),
			lamps(ENDS, {}, 'lower', { d: { hot: 'out', neutral: 'in' } }),
			lamps(SHARED, {}, 'lower'),
			lamps(GUARD, {})
		],
		['on on off', 'on on off', 'on off on', 'on off off', 'off off on', 'off on off', 'off off off', 'on on off', 'on on off']
	);
});

test('a splice that has lost its supply lights no lamp, and a short none', () => {
	const lamps = (change: Change) =>
		lampsOf({ case: MIDDLE, made: makeUp(MIDDLE), landed: landed(MIDDLE, change) }, { device: 'd', half: 'upper' });
	// The supply's black is on green: the pigtail on brass hangs on what goes on alone.
	assert.equal(lamps({ ground: BLACK }), 'off off on');
	assert.equal(lamps({ 'hot-lower': WHITE }), 'off off off');
});
test('nothing is called as planned that does not give the plan: every single change of every terminal', () => {
	for (const c of [ENDS, MIDDLE, GUARD, SPLIT, SHARED, SWITCH, THREE_WAY]) {
		const made = makeUp(c);
		const plan = asPlanned(c, made);
		const all: On[] = [
			null,
			...made.joins.map((_, i) => ({ pigtail: i })),
			...c.cables.flatMap((x) => x.conductors.map((w) => end(x.id, w.color)))
		];
		for (const at of Object.keys(plan.on))
			for (const x of all) {
				const now = { on: { ...plan.on, [at]: x }, tabs: plan.tabs };
				const said_ = landedFaults(c, made, now);
				const same = JSON.stringify(x) === JSON.stringify(plan.on[at]);
				// More of the same conductor on the other screw of a side, its tab in, gives the same.
				const color = at.includes('hot') ? 'black' : 'white';
				const besides = plan.on[at] === null && /upper|lower/.test(at) && x !== null && ('pigtail' in x || x.end.color === color);
				if (same) assert.deepEqual(said_, []);
				else if (x === null && plan.on[at] === null) continue;
				else if (!besides) assert.ok(said_.length, `${at} ${JSON.stringify(x)}`);
			}
	}
});
