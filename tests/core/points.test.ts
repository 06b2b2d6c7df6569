import assert from 'node:assert/strict';
import { test } from 'node:test';
import { assess } from '../../src/core/assess';
import { editions } from '../../src/core/code/editions';
import { egcEnlarged } from '../../src/core/code/250-122-grounding';
import { makeUp } from '../../src/core/makeup/box/make-up';
import type { Color, MakeCable, MakeUpCase } from '../../src/core/makeup/box/case';
import type { Cable, Circuit, Feeder, Job, Panel, Room } from '../../src/core/model/known';
import { EDITIONS, type EditionKey } from '../../src/core/model/kinds';
import { chargerNeed } from '../../src/core/protection/charger-need';
import { cableChecks } from '../../src/core/rough/check-list';
import { trenchesOf } from '../../src/core/rough/trenches';
import { materialsOf } from '../../src/core/rough/materials';
import { box, cable, circuit, den, job } from './small-job';

/** Rules of the second list, each with both sides. */

test('250.122(B): a difference of less than 0.1% is rounding: 60 A, 6 AWG needed, 4 AWG used', () => {
	// 10380 x 41740 / 26240 = 16511 cmil; 8 AWG has 16510.
	assert.equal(egcEnlarged({ base: '10', neededAwg: '6', usedAwg: '4' }, editions['2023']), '8');
	// 10380 x 52620 / 26240 = 20815: 8 AWG is 21% short.
	assert.equal(egcEnlarged({ base: '10', neededAwg: '6', usedAwg: '3' }, editions['2023']), '6');
});

// Single conductors of 4 AWG and larger are marked at their ends; in a cable they have their color from the factory.
const large = (awg: MakeCable['awg'], colors: [neutral: Color, ground: Color], single: boolean): MakeUpCase => ({
	edition: '2023',
	practice: { style: 'pigtail', pushIn: false },
	box: { material: 'plastic', gangs: 2 },
	cables: (['in', 'out'] as const).map((id) => ({
		id,
		toward: id === 'in' ? 'supply' : 'onward',
		awg,
		...(single ? { single: true as const } : {}),
		conductors: [
			{ color: 'black', net: 'hot' },
			{ color: colors[0], net: 'neutral' },
			{ color: colors[1], net: 'ground' }
		]
	})),
	devices: []
});
for (const [what, of, says] of [
	['4 AWG in a raceway, blue and red: marked at their ends', large('4', ['blue', 'red'], true), []],
	[
		'4 AWG, nobody said whether in a cable',
		large('4', ['blue', 'red'], false),
		['caution 200.6(B)', 'caution 250.119(A)', 'caution 200.6(B)', 'caution 250.119(A)']
	],
	[
		'6 AWG in a raceway, blue and red',
		large('6', ['blue', 'red'], true),
		['violation 200.6(A)', 'violation 250.119', 'violation 200.6(A)', 'violation 250.119']
	],
	['4 AWG, a green neutral', large('4', ['green', 'bare'], true), ['violation 250.119', 'violation 250.119']]
] as const satisfies readonly (readonly [string, MakeUpCase, readonly string[]])[])
	test(`colors: ${what}`, () => {
		const said = makeUp(of).findings.filter((f) => f.code === 'color');
		assert.deepEqual(
			said.map((f) => `${f.severity} ${f.rule.section}`),
			says
		);
	});

// What lies in the ground: cables, feeders, services.
const shed: Room = { ...den, id: 'shed', name: 'Shed', kind: 'accessory' };
const buried = (trench: Cable['trench'], more: Partial<Cable> = {}, of: Parameters<typeof circuit>[0] = {}): Job =>
	job({
		rooms: [den, shed],
		circuits: [circuit(of)],
		boxes: [box('a'), box('b', { roomId: 'shed' })],
		cables: [cable('p', 'a', 10), cable('a', 'b', 60, { kind: 'UF-B', trench, ...more })]
	});
const dug = (of: Job, edition: EditionKey = '2023') =>
	assess({ ...of, edition }).stages.rough.findings.filter((f) => f.code.startsWith('found-'));
const FACTS = { segments: [] };

for (const edition of EDITIONS)
	test(`300.5(D)(1) in ${edition}: what comes up is protected; a raceway only where the edition names it`, () => {
		const rises = { ...FACTS, riserFromIn: 10, riserToFt: 6 };
		const codes = (of: Job) => dug(of, edition).map((f) => f.code);
		assert.deepEqual(codes(buried(rises)), ['found-riser', 'found-riser-top']);
		assert.deepEqual(
			codes(buried(rises, { kind: 'THWN-2', raceway: 'PVC-40' })),
			edition === '2023' ? ['found-riser', 'found-riser-top'] : []
		);
	});
for (const [what, of, says] of [
	['12 in, 120 V, 20 A: a GFCI would do', buried({ ...FACTS, coverIn: 12 }), /12 in deep.*GFCI before it \(column 4\)/],
	['11 in: rigid is enough at 6, a GFCI is not', buried({ ...FACTS, coverIn: 11 }), /Lower it, or put it in rigid conduit\.$/],
	[
		'12 in at 240 V: column 4 is no way out',
		buried({ ...FACTS, coverIn: 12 }, {}, { poles: 2, breakerA: 20 }),
		/Lower it, or put it in rigid conduit\.$/
	],
	['5 in: neither', buried({ ...FACTS, coverIn: 5 }), /Lower it\.$/],
	['12 in on 25 A: too large for column 4', buried({ ...FACTS, coverIn: 12 }, {}, { breakerA: 25 }), /put it in rigid conduit\.$/]
] as const)
	test(`Table 300.5: ways out of too little cover: ${what}`, () => {
		const [found] = dug(of);
		assert.match(found?.message ?? 'nothing told', says);
	});
test('corrosion of a raceway in the ground: EMT by its own article, others by 300.6', () => {
	const corroded = { ...FACTS, corroded: true };
	const of = (raceway: Cable['raceway']) => dug(buried(corroded, { kind: 'THWN-2', raceway })).map((f) => f.rule.section);
	assert.deepEqual([of('EMT'), of('RMC')], [['358.10(B)'], ['300.6']]);
});
const feeder: Feeder = {
	fromPanelId: 'p',
	space: 2,
	breakerA: 60,
	kind: 'USE-2',
	awg: '4',
	metal: 'Cu',
	conductors: 3,
	ground: true,
	lengthFt: 80,
	state: 'planned'
};
const panelOf = (more: Partial<Panel>): Panel => ({
	id: 'p',
	name: 'Panel',
	roomId: null,
	place: null,
	mainA: 200,
	spaces: 20,
	...more
});
test('a feeder in the ground is judged in its own column, GFCI or not; a service has its ribbon, the utility’s own is not judged', () => {
	const sub = panelOf({ id: 's', name: 'Shed panel', roomId: 'shed', feeder: { ...feeder, trench: { ...FACTS, coverIn: 18 } } });
	const withFeeder = { ...buried(FACTS), panels: [panelOf({}), sub] };
	assert.deepEqual(
		dug(withFeeder).map((f) => [f.code, f.subject, f.need]),
		[['found-cover', { kind: 'panel', id: 's' }, 24]]
	);
	const service = (whose: 'customer' | 'utility', more: object = {}) => ({
		...buried(FACTS),
		panels: [panelOf({ state: 'planned', serviceTrench: { ...FACTS, whose, raceway: null, lengthFt: 50, coverIn: 20, ...more } })]
	});
	assert.deepEqual(
		dug(service('customer')).map((f) => [f.code, f.need]),
		[['found-cover', 24]]
	);
	assert.deepEqual(dug(service('utility')), []);
	const ribbon = (of: Job) => {
		const ruled = { edition: editions['2023'], job: of };
		return materialsOf(ruled, () => null).lines.find((l) => l.name === 'warning ribbon')?.count ?? 0;
	};
	assert.deepEqual(
		[ribbon(service('customer')), ribbon(service('utility')), ribbon(service('customer', { bore: true }))],
		[50, 0, 0]
	);
	assert.equal(
		trenchesOf({ edition: editions['2023'], job: service('utility') }).at(-1)?.protectedBy,
		"the utility's own: by its rules"
	);
});
test('338.12(B): USE-2 inside is told where both ends are known to be inside', () => {
	const of = (roomId: string | null, kind: Feeder['kind']) => {
		const sub = panelOf({ id: 's', name: 'Sub', roomId, feeder: { ...feeder, kind } });
		const all = assess({ ...job(), panels: [panelOf({ roomId: 'den' }), sub] }).stages.circuit.findings;
		return all.filter((f) => f.rule.section === '338.12(B)').map((f) => f.severity);
	};
	assert.deepEqual([of('den', 'USE-2'), of('den', 'SER')], [['caution'], []]);
});

// What is looked at along a cable before the walls close.
const linesOf = (more: Partial<Cable>, rooms: Room[] = [den], at: string = 'den') => {
	const j = job({ rooms, boxes: [box('a'), box('b', { roomId: at })], cables: [cable('p', 'a', 10), cable('a', 'b', 20, more)] });
	const of = j.cables[1];
	assert.ok(of);
	return cableChecks({ edition: editions['2023'], job: j }, of).flatMap((c) => (c.rule ? [`${c.rule.section} ${c.detail}`] : []));
};
const cellar: Room = { ...den, id: 'cellar', kind: 'basement', finished: false };
const garage: Room = { ...den, id: 'garage', kind: 'garage' };
for (const [what, lines, has, section] of [
	['12 AWG in an unfinished basement', linesOf({}, [den, cellar], 'cellar'), /through bored holes/, '334.15(C)'],
	['two 6 AWG there', linesOf({ awg: '6' }, [den, cellar], 'cellar'), /may be fastened to the lower edges/, '334.15(C)'],
	['two 8 AWG there', linesOf({ awg: '8' }, [den, cellar], 'cellar'), /through bored holes/, '334.15(C)'],
	['three 8 AWG there', linesOf({ awg: '8', conductors: 3 }, [den, cellar], 'cellar'), /may be fastened/, '334.15(C)'],
	['a finished basement', linesOf({}, [den, { ...cellar, finished: true }], 'cellar'), null, '334.15(C)'],
	['MC in an unfinished one', linesOf({ kind: 'MC' }, [den, cellar], 'cellar'), null, '334.15(C)'],
	['by its way through the crawl space', linesOf({ route: { way: 'crawl-space', via: [] } }), /bored holes/, '334.15(C)'],
	[
		'by its way through the attic',
		linesOf({ route: { way: 'attic', via: [] } }),
		/within 7 ft.*within 6 ft of the hatch/,
		'334.23'
	],
	['in walls', linesOf({ route: { way: 'walls', via: [] } }), null, '334.23'],
	['into the garage', linesOf({}, [den, garage], 'garage'), /as the wall or ceiling is rated/, '300.21'],
	['within the den', linesOf({}), null, '300.21'],
	['in the ground', linesOf({ lies: 'underground' }), /no stones/, '300.5(F)'],
	['in the ground, slack', linesOf({ lies: 'underground' }), /settles or freezes/, '300.5(J)']
] as const)
	test(`rough-in list, ${section}: ${what}`, () => {
		const own = lines.filter((l) => l.startsWith(`${section} `));
		assert.equal(own.length, has ? 1 : 0);
		if (has) assert.match(own[0] ?? '', has);
	});

// 426.28, 427.22: heat out of doors is protected as equipment, 30 mA, whatever its 5 mA device.
const heated = (serves: 'deicing' | 'pipe-heat' | undefined, more: Partial<Circuit> = {}, key: EditionKey = '2023') =>
	assess({
		...job({ edition: key, circuits: [circuit({ state: 'planned', ...more })] }),
		boxes: [box('a', {}, { kind: 'hard-wired', receptacles: 0, serves })],
		cables: [cable('p', 'a', 40)]
	})
		.stages.circuit.findings.filter((f) => f.code === 'equipment-gfp')
		.map((f) => [f.severity, f.rule.section, f.fix?.label ?? 'no fix'].join(' | '));
for (const key of EDITIONS)
	for (const [what, got, want] of [
		['heat of a pipe, not looked at', heated('pipe-heat', {}, key), ['caution | 427.22 | Seen: it has it']],
		['de-icing, seen to have none', heated('deicing', { equipmentGfp: false }, key), ['violation | 426.28 | no fix']],
		['the same as found', heated('deicing', { equipmentGfp: false, state: 'found' }, key), ['caution | 426.28 | no fix']],
		['seen to have it', heated('pipe-heat', { equipmentGfp: true }, key), []],
		['a GFCI breaker on it', heated('pipe-heat', { breaker: 'gfci' }, key), []],
		['an AFCI breaker', heated('pipe-heat', { breaker: 'afci' }, key), ['caution | 427.22 | Seen: it has it']],
		['neither', heated(undefined, {}, key), []]
	] as const)
		test(`${key}, ground-fault protection of equipment: ${what}`, () => assert.deepEqual(got, want));

test('210.52(C)(2) of 2023: an island without a receptacle: a way for one later, made, none, or not looked at', () => {
	const island = (provision: boolean | undefined, edition: EditionKey) => {
		const kitchen: Room = {
			...den,
			kind: 'kitchen',
			fixtures: [{ id: 'i', kind: 'island', name: 'Island', x: 50, y: 40, widthIn: 60, depthIn: 30, provision }]
		};
		return assess({ ...job({ edition, rooms: [kitchen] }) })
			.stages.layout.findings.filter((f) => f.subject.id === 'i')
			.map((f) => f.severity);
	};
	assert.deepEqual(
		[island(undefined, '2023'), island(false, '2023'), island(true, '2023'), island(true, '2020')],
		[['advice'], ['violation'], [], ['violation']]
	);
});
test('a charger in a garage, wired in: GFCI by 210.8(F) of 2023 at 50 A, not at 60 A, not in 2020', () => {
	const need = (key: EditionKey, breakerA: number, at: Room) => {
		const j: Job = {
			...job({ edition: key, rooms: [at], circuits: [circuit({ breakerA, poles: 2 })], cables: [cable('p', 'a', 30)] }),
			boxes: [box('a', { roomId: at.id }, { kind: 'hard-wired', receptacles: 0, serves: 'ev', volts: 240 })]
		};
		return chargerNeed({ edition: editions[key], job: j }, 'c1')?.sections.join() ?? 'not known';
	};
	assert.deepEqual(
		[need('2023', 50, garage), need('2023', 60, garage), need('2020', 50, garage), need('2017', 50, garage)],
		['210.8(F)', '', '', '']
	);
	assert.equal(chargerNeed({ edition: editions['2023'], job: job() }, 'c1'), null);
});
