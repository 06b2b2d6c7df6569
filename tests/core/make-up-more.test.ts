import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { DEMOS } from '../../src/core/demo';
import { drawSet, setSvg } from '../../src/core/formats/set-drawing';
import type { Color, End, MakeDevice, MakeUpCase } from '../../src/core/makeup/box/case';
import { copyDevice, type FoundOn, type OldDevice } from '../../src/core/makeup/box/copy-device';
import { makeUp } from '../../src/core/makeup/box/make-up';
import { boxCase } from '../../src/core/makeup/box/of-job';
import { takesOf } from '../../src/core/makeup/box/takes';
import { panelMakeUp } from '../../src/core/makeup/panel/panel-make-up';
import { endOfKey, keyOfEnd, linksOf, litAcross, type MakeUpSet } from '../../src/core/makeup/set/make-up-set';
import { setOfBox } from '../../src/core/makeup/set/set-of-job';
import { POWER_AT, USUAL_SETS, usualSet, type UsualSet } from '../../src/core/makeup/set/usual-sets';
import { torqueSays } from '../../src/core/makeup/torque-says';
import type { WorkAct, WorkStep } from '../../src/core/makeup/box/work-steps';
import { GUIDED_WORK, guidedWork, type GuidedWork, type WorkFacts } from '../../src/core/makeup/work/guided-work';
import { plateCheck, sameElement, type Plate } from '../../src/core/makeup/work/plate-check';
import type { OpensTogether } from '../../src/core/model/kinds';
import type { Circuit, Job } from '../../src/core/model/known';
import { phasor, size } from '../../src/core/network/phasor';
import { EARTH, Network, Solution } from '../../src/core/network/solve';
import { box, circuit, job, cable } from './small-job';

const edition = editions['2023'];
const sets = (['pigtail', 'feed-through'] as const).flatMap((style) =>
	(Object.keys(USUAL_SETS) as UsualSet[]).flatMap((set) =>
		POWER_AT.map((powerAt) => ({
			name: `${set}, power at the ${powerAt}, ${style}`,
			key: set,
			set: usualSet(set, {
				edition: '2023',
				awg: '14',
				powerAt,
				box: 'plastic',
				practice: { style, pushIn: false, lineAt: 'top', preTwist: false, tape: false, trial: false }
			})
		}))
	)
);

/**
 * A whole set put together from its pictures as one network, by nothing but joins, terminals, tabs and cables: what a contact reads
 * to ground, V. The feed is 120 V on black, 0 on white and bare.
 * @param closed pairs of terminals that the devices connect as they stand
 */
function solved(set: MakeUpSet, closed: readonly (readonly [string, string])[]): (contact: string) => number {
	const n = new Network();
	const nodes = new Map<string, number>();
	const node = (key: string): number => nodes.get(key) ?? (nodes.set(key, n.node()), nodes.get(key) as number);
	nodes.set('feed black', n.node(phasor(120)));
	const touch = (a: string, b: string) => n.resistor(node(a), node(b), 0.001);
	for (const b of set.boxes) {
		const end = (e: End) => `${b.id} ${e.cable} ${e.color}`;
		const at = (device: string, terminal: string) => `${device}.${terminal}`;
		for (const c of b.case.cables)
			for (const w of c.conductors) touch(end({ cable: c.id, color: w.color }), `${c.id} ${w.color}`);
		b.made.joins.forEach((j, i) => {
			for (const e of j.ends) touch(`${b.id} join ${i}`, end(e));
			for (const t of j.tails) if ('device' in t) touch(`${b.id} join ${i}`, at(t.device, t.terminal));
		});
		for (const t of b.made.terminals) if ('cable' in t.conductor) touch(at(t.device, t.terminal), end(t.conductor));
		for (const [d, tabs] of Object.entries(b.made.tabs))
			for (const side of ['hot', 'neutral'] as const)
				if (tabs[side] === 'in') touch(at(d, `${side}-upper`), at(d, `${side}-lower`));
	}
	for (const [a, b] of closed) touch(a, b);
	for (const color of ['white', 'bare']) n.resistor(node(`feed ${color}`), EARTH, 0.001);
	for (const i of nodes.values()) n.resistor(i, EARTH, 1e7);
	const s = new Solution(n);
	return (contact) => size(s.volts(nodes.get(contact) ?? EARTH));
}
const near = (have: number, want: number, what: string) =>
	assert.ok(Math.abs(have - want) < 0.1, `${what}: ${have} V, not ${want}`);

for (const { name, key, set } of sets)
	test(`usual set: ${name}`, () => {
		assert.deepEqual(
			set.boxes.flatMap((b) => b.made.findings.filter((f) => f.severity === 'violation').map((f) => f.message)),
			[]
		);
		if (key === 'gfci-followers') {
			const shut = [
				['gfci.line-hot', 'gfci.load-hot'],
				['gfci.line-neutral', 'gfci.load-neutral']
			] as const;
			for (const d of ['second', 'third']) {
				near(solved(set, shut)(`${d}.hot-lower`), 120, d);
				near(solved(set, [])(`${d}.hot-lower`), 0, `${d}, tripped`);
			}
			return;
		}
		if (key === 'three-ways') {
			// Each switch at either traveler: on where both stand on the same one.
			for (const one of [1, 2])
				for (const two of [1, 2]) {
					const at = solved(set, [
						['one.common', `one.traveler-${one}`],
						['two.common', `two.traveler-${two}`]
					]);
					near(at('light.lead-switched'), one === two ? 120 : 0, `at ${one} and ${two}`);
					near(at('light.lead-neutral'), 0, 'neutral');
				}
			return;
		}
		const load = key === 'switched-light' ? 'light.lead-switched' : 'receptacle.hot-lower';
		const [on, off] = [solved(set, [['switch.a', 'switch.b']]), solved(set, [])];
		near(on(load), 120, 'on');
		near(off(load), 0, 'off');
		if (key === 'half-switched') near(off('receptacle.hot-upper'), 120, 'the half that is always live');
		if (key === 'switched') near(off('receptacle.hot-upper'), 0, 'both halves off');
	});

test('a conductor is lit along the run: by splices and cables, past no switch and no GFCI', () => {
	const of = (key: UsualSet, powerAt: 'switch' | 'load' = 'switch') =>
		sets.find((s) => s.key === key && s.name.includes(`the ${powerAt}, pigtail`))?.set ?? { title: '', boxes: [], not: [] };
	const lit = (set: MakeUpSet, at: string, cable: string, color: Color) =>
		[...litAcross(set, { box: at, end: { cable, color } })].map(([id, keys]) => `${id}: ${[...keys].join(', ')}`);
	// Neutral of the GFCI ends at LINE; what follows is another conductor.
	assert.deepEqual(lit(of('gfci-followers'), 'first', 'feed', 'white'), ['first: straight 1']);
	assert.equal(lit(of('gfci-followers'), 'last', 'end', 'white').length, 3);
	// Grounds meet everywhere.
	for (const { set } of sets) {
		const first = set.boxes[0];
		const start = first && endOfKey(first, keyOfEnd(first.made, { cable: 'feed', color: 'bare' }));
		assert.ok(first && start);
		assert.equal(litAcross(set, { box: first.id, end: start }).size, set.boxes.length);
	}
	// Fed through with the tab in: the screws are one conductor.
	const through = sets.find((s) => s.key === 'gfci-followers' && s.name.endsWith('feed-through'))?.set;
	assert.equal(through && litAcross(through, { box: 'last', end: { cable: 'end', color: 'black' } }).get('middle')?.size, 2);
});
test('the picture of a set: boxes apart, each cable between two of them a rail that ends at both, no two rails on one line', () => {
	const jobs = Object.values(DEMOS).map((make) => make().job as Job);
	const all = [
		...sets.map((s) => s.set),
		...jobs.flatMap((j) => j.boxes.map((b) => setOfBox({ edition: editions[j.edition], job: j }, b)))
	];
	assert.ok(all.filter((s) => s.boxes.length > 2).length > 40);
	for (const set of all) {
		const d = drawSet(set, 'top');
		assert.equal(d.rails.length, linksOf(set).length);
		d.boxes.forEach((b, i) => {
			const next = d.boxes[i + 1];
			if (next) assert.ok(b.y + b.drawing.height < next.titleY, set.title);
		});
		for (const r of d.rails) {
			const ends = d.boxes.flatMap((b) => b.drawing.cables.filter((c) => c.id === r.cable).map((c) => b.y + c.y));
			assert.ok(r.x > 0 && r.x < r.end && ends.includes(r.from) && ends.includes(r.to) && r.from < r.to, set.title);
			assert.ok(
				!d.rails.some((o) => o !== r && o.x === r.x && o.from < r.to && r.from < o.to),
				`${set.title}: rails on one line`
			);
		}
	}
	const wild = { ...all[0], title: '<b>' } as MakeUpSet;
	assert.ok(!setSvg(drawSet(wild, 'top'), wild.title).includes('<b>'));
});
test('the set of a box: its switches and lights, what its GFCI feeds, else its neighbors', () => {
	const light = (id: string) => box(id, {}, { kind: 'lighting', receptacles: 0 });
	const sw = box('b', {}, { kind: 'switch', receptacles: 0, controls: ['d'] });
	const j = job({
		boxes: [box('a'), sw, box('c'), light('d'), box('e')],
		cables: [
			cable('p', 'a', 40),
			cable('a', 'b', 12),
			cable('b', 'c', 10),
			cable('c', 'd', 9, { conductors: 3 }),
			cable('a', 'e', 8)
		]
	});
	const names = (id: string, of: Job = j) => {
		const at = of.boxes.find((b) => b.id === id);
		const set = at ? setOfBox({ edition, job: of }, at) : { title: '', boxes: [], not: [] };
		return [set.title, ...set.boxes.map((b) => b.id), ...set.not.map((n) => `not ${n.name}`)];
	};
	// C carries the switched hot on its way; its cable has a conductor too few for it.
	assert.deepEqual(names('b'), ['B: switches and what they switch', 'd', 'not B', 'not C']);
	assert.deepEqual(names('e'), ['E and its neighbors', 'a', 'e']);
	const guard = { ...j, boxes: j.boxes.map((b) => (b.id === 'a' ? box('a', {}, { protection: 'gfci', feedsLoad: true }) : b)) };
	assert.deepEqual(names('a', guard as Job).slice(0, 2), ['A and what follows it', 'a']);
});

test('armor is the ground: the box by its fittings, a jumper to the device, no connector', () => {
	const ac = { kind: 'AC' as const, ground: true };
	const j = job({
		boxes: [box('a', { material: 'metal' }), box('b', { material: 'metal' }), box('c', { material: 'plastic' })],
		cables: [cable('p', 'a', 40, ac), cable('a', 'b', 12, ac), cable('b', 'c', 10, ac)]
	});
	const of = (id: string, of: Job = j) =>
		boxCase({ edition, job: of }, of.boxes.find((b) => b.id === id) as Job['boxes'][number]);
	const end = of('a');
	assert.ok(end.known);
	const made = makeUp(end.case);
	assert.deepEqual(
		made.joins.filter((x) => x.net === 'ground'),
		[
			{
				net: 'ground',
				ends: [],
				tails: [{ device: j.boxes[0]?.devices[0]?.id, terminal: 'ground' }, { box: true }],
				connector: 'no connector, one jumper'
			}
		]
	);
	assert.deepEqual(
		made.findings.map((f) => f.code),
		['armor-bonds-box']
	);
	assert.ok(made.boxGround);
	// One jumper, two pigtails of the splices; the jumper takes no connector.
	assert.deepEqual(takesOf(end.case, made), { connectors: [{ name: 'medium twist-on', count: 2 }], pigtails: 3, awg: '12' });
	// Beside a cable with a wire ground: the grounds are spliced with a pigtail to the box.
	const mixed = of('a', { ...j, cables: [cable('p', 'a', 40), cable('a', 'b', 12, ac)] });
	assert.ok(mixed.known);
	assert.deepEqual(makeUp(mixed.case).joins.find((x) => x.net === 'ground')?.ends, [{ cable: 'p-a', color: 'bare' }]);
	const plastic = of('c');
	assert.ok(!plastic.known && plastic.why.includes('a plastic box does not carry on'));
	// Wholly wrong: without its jumper it does not close.
	assert.deepEqual(
		makeUp({ ...end.case, cables: end.case.cables.map((c) => ({ ...c, armor: undefined })) }).joins.map((x) => x.net),
		['neutral', 'hot']
	);
});
test('smoke alarms: the third conductor between them is the interconnect, on their third leads, and nowhere else', () => {
	const alarm = (id: string) => box(id, {}, { kind: 'alarm', receptacles: 0 });
	const j = (n: number) =>
		job({
			boxes: [alarm('a'), alarm('b'), box('c')],
			cables: [
				cable('p', 'a', 40, { conductors: n }),
				cable('a', 'b', 12, { conductors: n }),
				cable('b', 'c', 10, { conductors: n })
			]
		});
	const nets = (of: Job, id: string) => {
		const at = boxCase({ edition, job: of }, of.boxes.find((b) => b.id === id) as Job['boxes'][number]);
		assert.ok(at.known);
		const made = makeUp(at.case);
		assert.ok(!made.findings.some((f) => f.code === 'not-closed'));
		return [
			at.case.cables.map((c) => c.conductors.map((w) => w.net).filter((net) => net === 'interconnect' || net === 'spare')),
			at.case.devices[0]?.leads
		];
	};
	assert.deepEqual(nets(j(3), 'a'), [
		[['spare'], ['interconnect']],
		['hot', 'neutral', 'interconnect']
	]);
	assert.deepEqual(nets(j(3), 'b'), [
		[['interconnect'], ['spare']],
		['hot', 'neutral', 'interconnect']
	]);
	assert.deepEqual(nets(j(2), 'a'), [
		[[], []],
		['hot', 'neutral']
	]);
});

const wire = (id: string, toward: 'supply' | 'onward', grounded: boolean): MakeUpCase['cables'][number] => ({
	id,
	toward,
	awg: '14',
	conductors: [
		{ color: 'black', net: 'hot' },
		{ color: 'white', net: 'neutral' },
		...(grounded ? [{ color: 'bare' as const, net: 'ground' as const }] : [])
	]
});
interface CopyCase {
	old: OldDevice;
	/** `in black: hot-upper push-in` */
	on: string[];
	device?: Partial<MakeDevice>;
	ground?: boolean;
	grounding?: boolean;
	style?: 'pigtail' | 'feed-through';
	tabs?: { hot?: 'in' | 'out'; neutral?: 'in' | 'out' };
}
function copied({ old, on, device = {}, ground = true, grounding = true, style = 'pigtail', tabs }: CopyCase): string[] {
	const d: MakeDevice = { id: 'd', kind: 'receptacle', ...device };
	const c: MakeUpCase = {
		edition: '2023',
		practice: { style, pushIn: false },
		box: { material: 'plastic', gangs: 1 },
		cables: [wire('in', 'supply', ground), wire('out', 'onward', ground)],
		devices: [d]
	};
	const found = on.map((text): FoundOn => {
		const [head = '', place = ''] = text.split(': ');
		const [cable = '', color = ''] = head.split(' ');
		const [at = '', how] = place.split(' ');
		return {
			end: { cable, color: color as Color },
			at: at === 'splice' || at === 'loose' ? at : { terminal: at },
			...(how ? { how: how as 'push-in' } : {})
		};
	});
	const { moves, notes } = copyDevice(
		{ device: old, on: found, tabs },
		{ case: c, made: makeUp(c), device: d, grounding, cables: new Map() }
	);
	return [
		...moves.map(
			(m) =>
				`${m.end.cable} ${m.end.color}: ${m.from} > ${m.to}${m.read ? ' READ' : ''}${m.same ? ' same' : ''}${m.why.length ? ` (${m.why.map((w) => w.split(':')[0]).join('; ')})` : ''}`
		),
		...notes.map((n) => `${n.level} ${n.section ?? '-'} ${n.says.split(/[:;.]/)[0]}`)
	];
}
const STABBED = [
	'in black: hot-upper push-in',
	'out black: hot-lower push-in',
	'in white: neutral-upper push-in',
	'out white: neutral-lower push-in',
	'in bare: ground',
	'out bare: splice'
];
const PLAIN = STABBED.map((s) => s.replace(' push-in', ''));
test('from the old device to the new: where each conductor goes, what changes, and why', () => {
	const [bare, , white] = copied({ old: 'duplex', on: STABBED });
	assert.equal(bare, 'in bare: green > splice 1: with bare out; pigtail to green (Grounds are spliced)');
	assert.equal(
		white,
		'in white: silver upper, push-in > splice 2: with white out; pigtail to silver upper (Out of its push-in; Your practice)'
	);
	// Fed through as it was: all of it stays but the ground, which may not hang on one screw.
	assert.deepEqual(
		copied({ old: 'duplex', on: PLAIN, style: 'feed-through' })
			.filter((l) => l.endsWith(' same'))
			.map((l) => l.split(':')[0]),
		['out bare', 'in white', 'out white', 'in black', 'out black']
	);
	// Receptacle to GFCI: LINE and LOAD.
	const guard = copied({ old: 'duplex', on: PLAIN, device: { protection: 'gfci', load: ['out'] } });
	assert.ok(guard.includes('in black: brass upper > LINE brass (It comes from the supply)'));
	assert.ok(guard.includes('out white: silver lower > LOAD silver (What it feeds is to be protected)'));
	assert.ok(guard.includes('look 110.3(B) Which cable comes from the supply decides LINE'));
	// Not on LOAD: spliced with LINE.
	assert.ok(
		copied({ old: 'duplex', on: PLAIN, device: { protection: 'gfci', load: [] } }).some(
			(l) => l.startsWith('out black') && l.includes('Spliced with LINE')
		)
	);
});
test('what was found says something else than the color: read first', () => {
	const turned = copied({ old: 'duplex', on: ['in black: neutral-upper', 'in white: hot-upper', 'in bare: ground'] });
	assert.deepEqual(
		turned.filter((l) => l.includes('READ')).map((l) => l.split(':')[0]),
		['in white', 'in black']
	);
	assert.ok(copied({ old: 'duplex', on: ['in white: ground'] }).some((l) => l.startsWith('in white') && l.includes('READ')));
	assert.ok(!copied({ old: 'duplex', on: PLAIN }).some((l) => l.includes('READ')));
	assert.ok(
		copied({ old: 'duplex', on: ['in black: hot-upper', 'out black: hot-upper'] }).some((l) =>
			l.includes('Two were under one screw')
		)
	);
	assert.ok(copied({ old: 'duplex', on: PLAIN.slice(1) }).some((l) => l.startsWith('look - 1 of its conductors was not noted')));
});
const NO_GROUND = ['in black: hot-upper', 'in white: neutral-upper', 'out black: hot-lower', 'out white: neutral-lower'];
for (const [what, of, want] of [
	['three-slot where no ground comes', { old: 'two-slot', on: NO_GROUND, ground: false }, ['bad 406.4(D)(2) No ground comes in']],
	['two-slot again', { old: 'two-slot', on: NO_GROUND, ground: false, grounding: false }, []],
	[
		'a GFCI there',
		{ old: 'two-slot', on: NO_GROUND, ground: false, device: { protection: 'gfci', load: ['out'] } },
		['look 406.4(D)(2) No ground comes in', 'look 110.3(B) Which cable comes from the supply decides LINE']
	],
	['two-slot to three-slot with a ground', { old: 'two-slot', on: PLAIN }, ['look 406.4(D)(1) Two-slot to three-slot']],
	['a tab that was out', { old: 'duplex', on: PLAIN, tabs: { hot: 'out' } }, ['bad - The old tab was out']],
	['push-in', { old: 'duplex', on: STABBED }, ['look - Push-in terminals']]
] as [string, CopyCase, string[]][])
	test(`old device to new, notes: ${what}`, () => {
		assert.deepEqual(
			copied(of).filter((l) => /^(bad|look) /.test(l)),
			want
		);
	});

const FACTS: WorkFacts = {
	subpanel: false,
	breaker: 'Circuit 7, space 5',
	poles: 1,
	neutral: true,
	shared: false,
	otherSources: false,
	cord: false,
	conductors: 3,
	gfci: null
};
const steps = (work: GuidedWork, more: Partial<WorkFacts> = {}) => guidedWork(work, { ...FACTS, ...more });
test('guided work: off comes first, power last; every id once; gloves-length lines', () => {
	for (const work of Object.keys(GUIDED_WORK) as GuidedWork[])
		for (const more of [
			{},
			{ subpanel: true, poles: 2 as const, neutral: null, shared: true, otherSources: null, cord: true, conductors: 2 }
		]) {
			const all = steps(work, more);
			const ids = all.map((s) => s.id);
			assert.equal(new Set(ids).size, ids.length, work);
			const off = ids.findIndex((id) => id === 'off' || id === 'main');
			const on = all.findIndex((s) => /^(On|Breaker on|Main on|Feeder on|Load test)/.test(s.title));
			assert.ok(off >= 0 && off <= 2 && on > off, `${work}: ${ids.join()}`);
			for (const s of all) assert.ok(s.title.length <= 40 && s.detail.length <= 260, `${work} ${s.id}`);
		}
});
test('guided work reads the facts: sources, subpanel, own neutral, shared neutral, no neutral, three wires', () => {
	const ids = (work: GuidedWork, more: Partial<WorkFacts> = {}) => steps(work, more).map((s) => s.id);
	assert.ok(!ids('breaker').includes('sources') && ids('breaker', { otherSources: null }).includes('sources'));
	assert.ok(ids('breaker', { otherSources: true }).includes('sources'));
	// The bus before the load terminals: with the breaker off these read dead over a live bus.
	const b = ids('breaker');
	assert.ok(b.indexOf('bus') < b.indexOf('load-dead') && b.indexOf('load-dead') < b.indexOf('out'));
	assert.ok(!b.includes('own-neutral') && ids('guarded-breaker').includes('own-neutral'));
	assert.ok(ids('guarded-breaker', { shared: true }).includes('shared'));
	assert.ok(
		ids('guarded-breaker', { neutral: false }).includes('pigtail') &&
			!ids('guarded-breaker', { neutral: false }).includes('own-neutral')
	);
	assert.ok(ids('guarded-breaker', { neutral: null }).includes('own-neutral'));
	assert.match(steps('cover', { subpanel: true })[0]?.title ?? '', /Feeder/);
	const e = ids('element');
	assert.ok(
		e.indexOf('drain') < e.indexOf('swap') &&
			e.indexOf('full') < e.indexOf('read') &&
			e.indexOf('covers') < e.indexOf('read') &&
			e.includes('limit')
	);
	assert.ok(ids('range', { conductors: 2 }).includes('three-wire') && ids('dryer').includes('four-wire'));
	assert.ok(ids('range', { cord: true }).includes('cord') && ids('range').includes('whip'));
});

/** Of a list: what of it stands where it may hurt. */
function orderFaults(list: readonly WorkStep[]): string[] {
	const first = (act: WorkAct) => list.findIndex((s) => s.act === act);
	const last = (act: WorkAct, before = list.length) => list.slice(0, before).findLastIndex((s) => s.act === act);
	const faults: string[] = [];
	if (first('dead') < 0 || first('dead') > first('hands')) faults.push('hands before dead');
	if (first('photo') < 0 || (first('hands') >= 0 && first('photo') > first('hands')))
		faults.push('a wire moved before the photo');
	const on = first('energize');
	if (on < 0) faults.push('never on');
	if (last('hands') > on) faults.push('hands after power');
	if (last('covered', on) < last('hands', on)) faults.push('power with the cover off');
	if (list.some((s) => s.act === 'filled') && last('filled') > on) faults.push('power before water');
	return faults;
}
for (const work of Object.keys(GUIDED_WORK) as GuidedWork[])
	test(`order of ${work}: dead, photo, hands, covered, filled, then power`, () => {
		for (const cord of [true, false])
			for (const poles of [1, 2] as const)
				for (const neutral of [true, false, null])
					assert.deepEqual(orderFaults(steps(work, { cord, poles, neutral, subpanel: cord, shared: cord })), [], `cord ${cord}`);
	});
test('the order test finds a list that is wrong', () => {
	const of = (...acts: WorkAct[]) => orderFaults(acts.map((act, i) => ({ id: String(i), title: '', detail: '', act })));
	assert.deepEqual(of('dead', 'photo', 'hands', 'covered', 'filled', 'energize'), []);
	assert.deepEqual(of('photo', 'hands', 'dead', 'covered', 'energize'), ['hands before dead']);
	assert.deepEqual(of('dead', 'hands', 'photo', 'covered', 'energize'), ['a wire moved before the photo']);
	assert.deepEqual(of('dead', 'photo', 'covered', 'hands', 'energize'), ['power with the cover off']);
	assert.deepEqual(of('dead', 'photo', 'hands', 'covered', 'energize', 'filled'), ['power before water']);
	assert.deepEqual(of('dead', 'photo', 'hands', 'covered', 'energize', 'hands'), ['hands after power']);
});
test('a charger: what the edition asks of its place, and what is not entered', () => {
	const says = (more: Partial<WorkFacts>) => steps('ev', more).find((s) => s.id === 'gfci')?.detail ?? '';
	assert.match(says({}), /Enter the outlet and its room/);
	assert.match(says({ cord: true }), /625\.54/);
	assert.match(
		says({ gfci: { required: true, sections: ['210.8(F)'] } }),
		/required here \(210\.8\(F\)\): by the breaker, unless/
	);
	assert.match(says({ gfci: { required: false, sections: [] } }), /^No GFCI required here/);
});

test('a disconnect: stored energy is let down and read before anything is touched', () => {
	const of = steps('disconnect').map((s) => s.id);
	assert.ok(
		of.indexOf('off') >= 0 && of.indexOf('off') < of.indexOf('stored') && of.indexOf('stored') < of.indexOf('line'),
		of.join()
	);
	assert.match(steps('disconnect').find((s) => s.id === 'stored')?.detail ?? '', /under 1 V before anything is touched/);
});
test('a water heater is proven dead to an independent ground, and power comes last of all', () => {
	for (const work of ['water-heater', 'element'] as const) {
		const list = steps(work);
		const at = (id: string) => list.findIndex((s) => s.id === id);
		assert.match(list[at('dead')]?.detail ?? '', /known live source[^]*independent ground[^]*live source again/);
		assert.doesNotMatch(
			list
				.slice(0, -1)
				.map((s) => s.title)
				.join('\n'),
			/power/i
		);
		assert.equal(at('read'), list.length - 1);
		for (const before of ['full', 'covers', ...(work === 'element' ? ['leak', 'wires'] : ['hots'])])
			assert.ok(at(before) < at('read') && at(before) >= 0, before);
	}
});
const PLATE: Plate = { kind: 'water-heater', volts: 240, watts: 4500, amps: null, mca: null, mocp: null };
const levels = (plate: Partial<Plate>, at: Partial<Parameters<typeof plateCheck>[2]> = {}) =>
	plateCheck(edition, { ...PLATE, ...plate }, { volts: 240, breakerA: 30, carriesA: 30, ...at })
		.points.map((p) => p.level)
		.join(' ');
for (const [what, plate, at, want] of [
	// 4500 / 240 = 18.75; x 1.25 = 23.44 A
	['a heater of 4500 W on 30 A, 10 AWG', {}, {}, 'good good good'],
	['the same on 20 A and 12 AWG', {}, { breakerA: 20, carriesA: 20 }, 'good bad bad'],
	['on 25 A: enough', {}, { breakerA: 25, carriesA: 30 }, 'good good good'],
	['on 120 V', {}, { volts: 120 }, 'bad good good'],
	['marked for 208 V', { volts: 208 }, {}, 'bad good good'],
	['240 V marked as 230', { volts: 230 }, {}, 'good good good'],
	['a breaker above its largest', { mocp: 25 }, {}, 'good bad good good'],
	['nothing but watts read', { volts: null }, {}, 'unknown unknown'],
	['neither watts nor amps', { watts: null }, {}, 'good unknown'],
	['breaker and wire not known', {}, { breakerA: null, carriesA: null }, 'good unknown unknown'],
	// Demand of a 12 kW range is 8 kW, 33.3 A; from 8.75 kW on a circuit of 40 A.
	['a range of 12 kW on 40 A', { kind: 'range', watts: 12_000 }, { breakerA: 40, carriesA: 40 }, 'good good good'],
	['on 35 A', { kind: 'range', watts: 12_000 }, { breakerA: 35, carriesA: 40 }, 'good bad good'],
	['a small dryer: 5000 VA all the same, 20.8 A', { kind: 'dryer', watts: 4000 }, { breakerA: 20, carriesA: 20 }, 'good bad bad'],
	[
		'a charger of 48 A on 60 A, wire of 55 A',
		{ kind: 'ev', watts: null, amps: 48 },
		{ breakerA: 60, carriesA: 55 },
		'good good bad'
	],
	// 422.11(E): 18.75 A x 1.5 = 28.1, so 30 A at most; marked, as marked.
	['a heater of 4500 W on 40 A', {}, { breakerA: 40, carriesA: 40 }, 'good bad good'],
	['on 45 A', {}, { breakerA: 45, carriesA: 55 }, 'good bad good'],
	['on 40 A, which its plate allows', { mocp: 40 }, { breakerA: 40, carriesA: 40 }, 'good good good'],
	// 12 A x 1.5 would be 18: under 13.3 A the limit is 20 A.
	['a small one of 12 A on 20 A', { watts: 2880 }, { breakerA: 20, carriesA: 20 }, 'good good good'],
	['on 25 A', { watts: 2880 }, { breakerA: 25, carriesA: 30 }, 'good bad good'],
	['a wire of 30 A on 50 A', {}, { breakerA: 50, carriesA: 30 }, 'good bad good bad'],
	['a range on 50 A, wire of 30 A', { kind: 'range', watts: 8000 }, { breakerA: 50, carriesA: 30 }, 'good good good bad'],
	['and its wire of 50 A', { kind: 'range', watts: 8000 }, { breakerA: 50, carriesA: 50 }, 'good good good'],
	[
		'a condenser on 40 A of 12 AWG: by its plate',
		{ kind: 'hvac', watts: null, mca: 18, mocp: 40 },
		{ breakerA: 40, carriesA: 20, wire: { awg: '12', metal: 'Cu' } },
		'good good good'
	],
	[
		'12 AWG on 25 A: 20 A by 240.4(D)',
		{},
		{ breakerA: 25, carriesA: 25, wire: { awg: '12', metal: 'Cu' } },
		'good good good bad'
	],
	['a condenser by its MCA', { kind: 'hvac', watts: null, mca: 18, mocp: 30 }, {}, 'good good good'],
	['and without one', { kind: 'hvac', watts: null }, {}, 'good unknown']
] as const)
	test(`nameplate against circuit: ${what}`, () => assert.equal(levels(plate, at), want));
test('an element for another: same for same', () => {
	const of = (watts: number | null, volts: number | null) => sameElement({ watts: 4500, volts: 240 }, { watts, volts });
	assert.deepEqual(
		[of(4500, 240).level, of(5500, 240).level, of(3500, 240).level, of(null, 240).level],
		['good', 'bad', 'look', 'unknown']
	);
	// 4500 W of 208 V on 240 V: (240 / 208)^2 = 1.331 as much.
	assert.match(of(4500, 208).says, /5,991 W|5991 W/);
});

test('a panel, breaker by breaker', () => {
	const rows = (more: Partial<Job>, panel: Partial<Job['panels'][number]> = {}) => {
		const j = job(more);
		const p = { ...(j.panels[0] as Job['panels'][number]), ...panel };
		return panelMakeUp(j, p).map((r) => [
			...r.landings.map((l) => `${l.conductor} > ${l.to}`),
			...r.notes.map((n) => n.level),
			...(r.why ? ['why'] : [])
		]);
	};
	assert.deepEqual(rows({}), [
		[
			'black > the breaker, hot screw',
			'white > neutral bar, alone in its hole',
			'ground > ground bar; the neutral bar only where the service disconnect is in this panel'
		]
	]);
	const feeder = { fromPanelId: 'x' } as Job['panels'][number]['feeder'];
	assert.match(rows({}, { feeder })[0]?.[2] ?? '', /never the neutral bar/);
	assert.match(rows({}, { service: true })[0]?.[2] ?? '', /where the two are one/);
	assert.deepEqual(rows({ circuits: [circuit({ breaker: 'gfci' })] })[0]?.slice(0, 3), [
		'black > the breaker, hot screw',
		'white > the breaker, neutral screw',
		"breaker's white pigtail or clip > neutral bar"
	]);
	// 240 V without a neutral: the white is re-marked; the pigtail of a GFCI breaker goes on the bar all the same.
	const two = circuit({ poles: 2, breaker: 'gfci' });
	assert.deepEqual(rows({ circuits: [two] })[0]?.slice(0, 3), [
		'black > the breaker, one hot screw',
		'white, re-marked > the breaker, the other hot screw',
		"breaker's white pigtail or clip > neutral bar"
	]);
	assert.equal(
		rows({ circuits: [two], cables: [cable('p', 'a', 40, { conductors: 3 })] })[0]?.[2],
		'white > the breaker, neutral screw'
	);
	// A pair in one cable: black and red, one neutral, one ground.
	const pair = [circuit({ multiwire: { withId: 'c2', opens: 'handle-tie' } }), circuit({ id: 'c2', space: 3, breaker: 'gfci' })];
	const cables = [cable('p', 'a', 40, { conductors: 3 }), cable('p', 'a', 40, { id: 'r', circuitId: 'c2', inCableOf: 'p-a' })];
	assert.deepEqual(rows({ circuits: pair, cables }), [
		[
			'black > the breaker, hot screw',
			'white > neutral bar, alone in its hole',
			'ground > ground bar; the neutral bar only where the service disconnect is in this panel',
			'look',
			'look'
		],
		['red > the breaker, hot screw', "breaker's white pigtail or clip > neutral bar", 'look', 'look', 'bad']
	]);
	assert.deepEqual(rows({ cables: [] }), [['why']]);
	assert.match(
		rows({ circuits: [circuit({ opener: 'plug-fuse', breaker: 'gfci' })] })[0]?.join() ?? '',
		/its fuse, hot screw,white > neutral bar/
	);
});
// Two circuits on one neutral in the panel: what is lawful is told as a look, what is not as bad.
const sharing = (a: Partial<Circuit>, b: Partial<Circuit>, opens: OpensTogether): Job =>
	job({
		circuits: [
			circuit({ multiwire: { withId: 'c2', opens }, ...a }),
			circuit({ id: 'c2', space: 3, multiwire: { withId: 'c1', opens }, ...b })
		],
		cables: [cable('p', 'a', 40, { conductors: 3 }), cable('p', 'a', 40, { id: 'r', circuitId: 'c2', inCableOf: 'p-a' })]
	});
const BOTH = (breaker: Circuit['breaker']) => [{ breaker }, { breaker }] as const;
for (const [what, of, bad, pigtails] of [
	['a two-pole breaker', sharing({}, {}, 'two-pole'), [], 0],
	['a handle tie', sharing({}, {}, 'handle-tie'), [], 0],
	['each alone', sharing({}, {}, 'each'), [/each opens alone/], 0],
	[
		'both on leg A',
		sharing({ breakerA: 20 }, { space: 5, breakerA: 15 }, 'handle-tie'),
		[/not in adjacent/, /leg A.*up to 35 A/],
		0
	],
	['opposite legs, two rows apart', sharing({}, { space: 7 }, 'two-pole'), [/not in adjacent/], 0],
	['a space not known', sharing({}, { space: null }, 'two-pole'), [], 0],
	['a two-pole dual-function breaker: one pigtail', sharing(...BOTH('dual'), 'two-pole'), [], 1],
	['two GFCI breakers tied', sharing(...BOTH('gfci'), 'handle-tie'), [/one two-pole breaker for both/], 2],
	['two AFCI breakers tied', sharing(...BOTH('afci'), 'handle-tie'), [/unless their instructions allow/], 2]
] as const)
	test(`a shared neutral in the panel: ${what}`, () => {
		const rows = panelMakeUp(of, of.panels[0] as Job['panels'][number]);
		const told = (rows[0]?.notes ?? []).filter((n) => n.level === 'bad').map((n) => n.says);
		assert.equal(told.length, bad.length, told.join('\n'));
		bad.forEach((says, i) => assert.match(told[i] ?? '', says));
		assert.equal(rows.flatMap((r) => r.landings).filter((l) => /pigtail/.test(l.conductor)).length, pigtails);
	});
test('torque: as marked within what a tool is right to, else told; not read is not good', () => {
	const of = (value: number, marked: number | null) => torqueSays({ value, marked, unit: 'in-lb' }).level;
	assert.deepEqual(
		[of(20, 20), of(20.8, 20), of(20.9, 20), of(19.1, 20), of(20, null)],
		['good', 'good', 'bad', 'bad', 'unknown']
	);
});
test('fill counts what the make-up has: every insulated end that comes in, and no pigtail', () => {
	for (const make of Object.values(DEMOS)) {
		const j = make().job as Job;
		for (const b of j.boxes) {
			const of = boxCase({ edition: editions[j.edition], job: j }, b);
			if (!of.known || !of.case.cables.length) continue;
			const ends = of.case.cables.flatMap((c) => c.conductors).filter((w) => w.net !== 'ground').length;
			const cables = j.cables.filter((l) => (l.toId === b.id || l.fromId === b.id) && !l.inCableOf);
			if (cables.length)
				assert.equal(
					ends,
					cables.reduce((n, l) => n + l.conductors, 0),
					b.name
				);
		}
	}
});

// Two devices in one box, one feed: what goes from screw to screw is one conductor, and takes no connector.
const twoDevices = (
	style: 'pigtail' | 'feed-through',
	first: Partial<MakeDevice>,
	second: Partial<MakeDevice> = {}
): MakeUpCase => ({
	edition: '2023',
	practice: { style, pushIn: false },
	box: { material: 'plastic', gangs: 2 },
	cables: [
		{
			id: 'in',
			toward: 'supply',
			awg: '12',
			conductors: [
				{ color: 'black', net: 'hot' },
				{ color: 'white', net: 'neutral' },
				{ color: 'bare', net: 'ground' }
			]
		}
	],
	devices: [
		{ id: 'd1', kind: 'receptacle', ...first },
		{ id: 'd2', kind: 'receptacle', ...second }
	]
});
const GUARD = { protection: 'gfci', load: [] } as const;
for (const [what, of, jumpers, connectors, pigtails] of [
	['pigtails: three splices', twoDevices('pigtail', {}), [], 3, 6],
	['feed-through: hot and neutral by a jumper', twoDevices('feed-through', {}), ['hot-lower', 'neutral-lower'], 1, 4],
	['behind LOAD', twoDevices('pigtail', GUARD, { behind: 'd1' }), ['load-hot', 'load-neutral'], 1, 4],
	['leads are spliced', twoDevices('feed-through', {}, { connection: 'leads' }), [], 3, 3]
] as const)
	test(`a second device in the box: ${what}`, () => {
		const made = makeUp(of);
		const from = made.joins
			.filter((j) => j.connector === 'no connector, one jumper')
			.map((j) => j.tails.flatMap((t) => ('device' in t ? [`${t.device} ${t.terminal}`] : [])).sort()[0]);
		assert.deepEqual(from.sort(), jumpers.map((terminal) => `d1 ${terminal}`).sort());
		const takes = takesOf(of, made);
		assert.deepEqual([takes.connectors.reduce((n, x) => n + x.count, 0), takes.pigtails], [connectors, pigtails]);
	});
test('250.146(B): a self-grounding yoke on a bonded metal box takes no conductor; in plastic it does', () => {
	const on = (material: 'metal' | 'plastic', selfGrounding?: true) => {
		const of = twoDevices('pigtail', { selfGrounding });
		const made = makeUp({ ...of, box: { material, gangs: 1 }, devices: of.devices.slice(0, 1) });
		return [made.terminals.some((t) => t.terminal === 'ground'), made.boxGround];
	};
	assert.deepEqual(
		[on('metal'), on('metal', true), on('plastic', true)],
		[
			[true, true],
			[false, true],
			[true, false]
		]
	);
});
