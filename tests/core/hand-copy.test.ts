import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import type { Edition } from '../../src/core/code/shape/edition';
import { EDITIONS, type EditionKey } from '../../src/core/model/kinds';

/** The tables of the editions against a copy made by hand from the book's own figures, row by row and none left over. */
const rowsOf = (text: string): string[][] =>
	text
		.trim()
		.split('\n')
		.map((l) => l.trim().split(/\s+/));
const figure = (s = '-'): number | null => (s === '-' ? null : Number(s));
const each = (what: string, check: (e: Edition, key: EditionKey) => void): void => {
	for (const key of EDITIONS) test(`${key}: ${what}`, () => check(editions[key], key));
};

// AWG, then copper 60, 75, 90 and aluminum 60, 75, 90 degC.
const AMPS = rowsOf(`
	14   15  20  25  -   -   -
	12   20  25  30  15  20  25
	10   30  35  40  25  30  35
	8    40  50  55  35  40  45
	6    55  65  75  40  50  55
	4    70  85  95  55  65  75
	3    85  100 115 65  75  85
	2    95  115 130 75  90  100
	1    110 130 145 85  100 115
	1/0  125 150 170 100 120 135
	2/0  145 175 195 115 135 150
	3/0  165 200 225 130 155 175
	4/0  195 230 260 150 180 205`);
each('ampacity, 30 degC', (e) => {
	const have = e.ampacity.rows.map((r) =>
		[r.awg, r.Cu[60], r.Cu[75], r.Cu[90], r.Al?.[60], r.Al?.[75], r.Al?.[90]].map((v) => v ?? '-')
	);
	assert.deepEqual(
		have.map((r) => r.map(String)),
		AMPS
	);
});
// Up to degC, then the factor of 60, 75, 90 degC wire.
const HOT = rowsOf(`
	10 1.29 1.20 1.15
	15 1.22 1.15 1.12
	20 1.15 1.11 1.08
	25 1.08 1.05 1.04
	30 1 1 1
	35 .91 .94 .96
	40 .82 .88 .91
	45 .71 .82 .87
	50 .58 .75 .82
	55 .41 .67 .76
	60 - .58 .71
	65 - .47 .65
	70 - .33 .58
	75 - - .50
	80 - - .41
	85 - - .29`);
each('ambient factors', (e) =>
	assert.deepEqual(
		e.ambient.rows.map((r) => [r.upToC, r[60], r[75], r[90]]),
		HOT.map((r) => r.map(figure))
	)
);
each('bundling factors', (e) => {
	const have = e.bundling.rows.map((r) => [r.upTo, r.factor]);
	assert.deepEqual(have, [
		[3, 1],
		[6, 0.8],
		[9, 0.7],
		[20, 0.5],
		[30, 0.45],
		[40, 0.4],
		[Infinity, 0.35]
	]);
});
// AWG, circular mils, copper solid, stranded, aluminum solid, stranded: ohm per 1000 ft at 75 degC.
const OHMS = rowsOf(`
	14  4110   3.07  3.14   -    -
	12  6530   1.93  1.98   3.18 3.25
	10  10380  1.21  1.24   2.00 2.04
	8   16510  0.764 0.778  -    1.28
	6   26240  -     0.491  -    0.808
	4   41740  -     0.308  -    0.508
	3   52620  -     0.245  -    0.403
	2   66360  -     0.194  -    0.319
	1   83690  -     0.154  -    0.253
	1/0 105600 -     0.122  -    0.201
	2/0 133100 -     0.0967 -    0.159
	3/0 167800 -     0.0766 -    0.126
	4/0 211600 -     0.0608 -    0.100`);
each('resistance and area', (e) => {
	const { rows, perDegC, solidTo } = e.resistance;
	assert.deepEqual(
		rows.map((r) => [r.awg, r.cmil, r.Cu.solid, r.Cu.stranded, r.Al?.solid ?? null, r.Al?.stranded ?? null]),
		OHMS.map(([awg, ...r]) => [awg, ...r.map(figure)])
	);
	assert.deepEqual([perDegC.Cu, perDegC.Al, solidTo], [0.00323, 0.0033, '10']);
});
each('breakers, grounds, small conductors, receptacles of a circuit', (e, key) => {
	assert.deepEqual([...e.breakers.sizes], [15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200]);
	assert.deepEqual(
		e.breakers.onRequest.map((r) => [r.amps, r.receptacles]),
		key === '2023' ? [[10, false]] : []
	);
	assert.deepEqual(
		e.grounding.rows.map((r) => `${r.upToA} ${r.Cu} ${r.Al}`),
		['15 14 12', '20 12 10', '60 10 8', '100 8 6', '200 6 4', '300 4 2', '400 3 1']
	);
	assert.deepEqual(e.grounding.asMade.nm, { 14: '14', 12: '12', 10: '10', 8: '10', 6: '10', 4: '8', 2: '8' });
	assert.deepEqual(
		[e.smallConductor.Cu, e.smallConductor.Al],
		[
			{ 14: 15, 12: 20, 10: 30 },
			{ 12: 15, 10: 25 }
		]
	);
	assert.deepEqual(e.receptacleCircuits.allowed, { 15: [15], 20: [15, 20], 30: [30], 40: [40, 50], 50: [50] });
	assert.deepEqual(e.circuits.ratings.several, [...(key === '2023' ? [10] : []), 15, 20, 30, 40, 50]);
	assert.deepEqual([e.leastConductor.Cu, e.leastConductor.Al], ['14', '12']);
	assert.deepEqual(
		[e.continuous.factor, e.cordShare.share, e.circuits.fastened.share, e.nextSizeUp.upToA],
		[1.25, 0.8, 0.5, 800]
	);
	assert.deepEqual([e.terminals.upToA, e.terminals.above, e.drop.percent, e.drop.totalPercent], [100, 75, 3, 5]);
	assert.deepEqual([e.circuits.large.fromA, e.circuits.large.receptacleA, e.circuits.plugFuses.sizes], [30, 20, [15, 20, 30]]);
});
each('sections where the editions differ', (e, key) => {
	const have = [
		e.ampacity,
		e.ambient,
		e.bundling,
		e.cordShare,
		e.leastConductor,
		e.circuits.ratings,
		e.circuits.fastened,
		e.circuits.general
	]
		.map((t) => t.rule.section)
		.join(' ');
	const want = {
		'2017': '310.15(B)(16) 310.15(B)(2) 310.15(B)(3)(a) 210.23(A)(1) 210.19(A)(4) 210.3 210.23(A)(2) 220.12',
		'2020': '310.16 310.15(B)(1) 310.15(C)(1) 210.23(A)(1) 210.19(A)(4) 210.18 210.23(A)(2) 220.14(J)',
		'2023': '310.16 310.15(B)(1) 310.15(C)(1) 210.23(B)(1) 210.19(D) 210.18 210.23(B)(2) 220.41'
	};
	assert.equal(have, want[key]);
	assert.equal(
		[e.afci.rule, e.afci.extension, e.loads.ev.rule, e.loads['fixed-heat'].rule, e.range.least, e.panels.wholeDwelling.rule]
			.map((r) => r.section)
			.join(' '),
		{
			'2017': '210.12(A) 210.12(D) 625.41 424.3 210.19(A)(3) 310.15(B)(7)',
			'2020': '210.12(A) 210.12(D) 625.42 424.4 210.19(A)(3) 310.12',
			'2023': '210.12(B) 210.12(E) 625.42 424.4 210.19(C) 310.12'
		}[key]
	);
});

// Where a receptacle of a dwelling needs GFCI, by the editions in which it does.
const PLACES = rowsOf(`
	bathroom     2017 2020 2023
	garage       2017 2020 2023
	accessory    2017 2020 2023
	outdoors     2017 2020 2023
	porch        2017 2020 2023
	deck         2017 2020 2023
	crawl-space  2017 2020 2023
	boathouse    2017 2020 2023
	laundry      2017 2020 2023
	basement     2017 2020 2023
	kitchen      2017 2020 2023`);
each('the places of 210.8(A)', (e, key) => {
	const named = new Set(e.gfci.places.flatMap((p) => p.when.rooms ?? []));
	assert.deepEqual(
		[...named].sort(),
		PLACES.filter((r) => r.includes(key))
			.map(([room]) => room)
			.sort()
	);
	const row = (room: string) => e.gfci.places.find((p) => p.when.rooms?.some((r) => r === room))?.when;
	assert.equal(row('basement')?.finished, key === '2017' ? false : undefined);
	assert.deepEqual(row('kitchen')?.serves, key === '2023' ? undefined : ['countertop']);
	assert.deepEqual(
		e.gfci.places.flatMap((p) => (p.when.withinFt ? [`${p.when.withinFt.of} ${p.when.withinFt.ft}`] : [])),
		['sink 6', 'tub 6']
	);
	assert.equal(
		e.gfci.places.some((p) => p.when.foodPrep),
		key === '2023'
	);
	assert.equal(
		e.gfci.places.some((p) => p.when.dampness?.includes('damp')),
		key !== '2017'
	);
	const { maxAmps, maxVolts, maxVoltsToGround } = e.gfci.receptacle;
	assert.deepEqual([maxAmps, maxVolts, maxVoltsToGround], key === '2017' ? [20, 125, undefined] : [undefined, 250, 150]);
	assert.equal(e.gfci.cordThroughDoors, key !== '2017');
	// An alarm's supply: basements in 2017 and 2020, any of the places in 2023.
	const alarms = e.gfci.places.filter((p) => p.except?.some((x) => x.when.serves?.includes('alarm'))).length;
	assert.equal(alarms, key === '2023' ? e.gfci.places.length : 1);
});
each('outlets of 210.8(D) to (F), and of their own articles', (e, key) => {
	const by = e.gfci.outlets.map(
		(o) => `${o.rule.section} ${(o.when.serves ?? o.when.what ?? []).join(',')} ${o.when.maxAmps ?? '-'}`
	);
	const own = [
		'625.54 ev -',
		'424.44(G) floor-heat -',
		'680.71 hydromassage-tub -',
		'680.44 spa -',
		'680.21(C) pool -',
		'680.51(A) fountain -',
		'110.3(B) tub-fan -'
	];
	const want = {
		'2017': ['210.8(D) dishwasher -', '210.8(E) lighting -'],
		'2020': [
			'210.8(D) dishwasher -',
			'422.5(A) sump-pump -',
			'210.8(C) lighting -',
			'210.8(E) hvac 20',
			'210.8(F) hvac 50',
			'210.8(F) hard-wired 50'
		],
		'2023': [
			'210.8(D) dishwasher,sump-pump,range,wall-oven,cooktop,dryer,microwave 60',
			'210.8(C) lighting -',
			'210.8(E) hvac 20',
			'210.8(F) hard-wired 50'
		]
	}[key];
	assert.deepEqual(by, [...want, ...own]);
	const until = e.gfci.outlets.flatMap((o) => (o.except ?? []).flatMap((x) => x.beforePermit ?? []));
	assert.deepEqual(until, key === '2023' ? ['2026-09-01'] : []);
});
each('AFCI: rooms, amps, lengths', (e, key) => {
	assert.deepEqual(
		[...e.afci.rooms].sort(),
		'bedroom breakfast closet den dining family hallway kitchen laundry library living pantry recreation sunroom workroom'.split(
			' '
		)
	);
	assert.deepEqual([...e.afci.checkRooms].sort(), ['basement', 'foyer']);
	assert.deepEqual([e.afci.minAmps, e.afci.maxAmps, e.afci.maxVolts, e.afci.extensionFt], [key === '2023' ? 10 : 15, 20, 125, 6]);
	assert.deepEqual(e.afci.homeRunFt, { 14: 50, 12: 70 });
});
each('tamper-resistant, weather, the zone of a tub, ungrounded outlets', (e, key) => {
	assert.deepEqual([e.tamper.maxAmps, e.tamper.maxVolts, e.tamper.maxHeightIn, e.weather.maxAmps], [20, 250, 66, 20]);
	assert.deepEqual([...e.weather.wetRooms].sort(), ['deck', 'outdoors', 'porch']);
	assert.deepEqual(
		[e.tubZone.acrossIn, e.tubZone.upIn, e.tubZone.bidet],
		{ '2017': [0, 96, false], '2020': [36, 96, false], '2023': [36, 96, true] }[key]
	);
	assert.deepEqual([e.replacing.noGround, e.replacing.through], ['No Equipment Ground', 'GFCI Protected']);
	assert.deepEqual(
		[...e.replacing.wantsGround.serves].sort(),
		'air-conditioner aquarium computer dishwasher disposer dryer freezer hand-tools range refrigerator sump-pump washer'.split(
			' '
		)
	);
});
each('box volumes, grounds in a box, depth', (e, key) => {
	assert.deepEqual(e.boxes.conductor.volumes, { 18: 1.5, 16: 1.75, 14: 2, 12: 2.25, 10: 2.5, 8: 3, 6: 5 });
	const { grounds, yoke, depth, common } = e.boxes;
	assert.deepEqual([grounds.upTo, grounds.eachMore], key === '2017' ? [Infinity, 0] : [4, 0.25]);
	assert.deepEqual([yoke.perGang, depth.fromIn, depth.moreIn], [2, 1.875, 0.25]);
	assert.ok([18, 20, 22.5, 34, 42].every((v) => common.includes(v)));
});
each('walls, counters, islands, bathrooms', (e, key) => {
	const { walls, places } = e;
	assert.deepEqual([walls.leastIn, walls.reachIn, walls.maxHeightIn, walls.floorWithinIn], [24, 72, 66, 18]);
	assert.deepEqual(
		[...walls.rooms].sort(),
		'bedroom breakfast den dining family kitchen library living recreation sunroom workroom'.split(' ')
	);
	assert.equal(walls.breaks.includes('stationary-appliance'), key !== '2017');
	const { counters, bathroom } = places;
	assert.deepEqual(
		[counters.leastIn, counters.reachIn, counters.behindIn, counters.behindCornerIn, counters.aboveTopIn],
		[12, 24, 12, 18, 20]
	);
	assert.deepEqual([bathroom.withinIn, bathroom.belowTopIn, [...bathroom.rooms]], [36, 12, ['bathroom']]);
	assert.equal(places.islandPlace.belowTopIn, key === '2023' ? null : 12);
	const island = places.island;
	if (island.by === 'size') assert.deepEqual([key, island.longIn, island.shortIn, island.behindIn], ['2017', 24, 12, 12]);
	else if (island.by === 'area')
		assert.deepEqual([key, island.firstSqFt, island.furtherSqFt, island.nearOuterEndIn], ['2020', 9, 18, null]);
	else assert.deepEqual([key, island.by], ['2023', 'provision']);
	if (places.peninsula.by === 'area') assert.equal(places.peninsula.nearOuterEndIn, 24);
});
each('outdoors, balconies, garages, hallways, foyers, equipment, panels', (e, key) => {
	const p = e.places;
	assert.equal(p.outdoors['one-family'].sides.length, 2);
	assert.equal(p.outdoors.multifamily.sides, 'any');
	assert.deepEqual([p.outdoors.aboveGradeIn, p.balcony.aboveIn, p.balcony.withinIn], [78, 78, key === '2017' ? null : 4]);
	assert.deepEqual([p.garage.maxHeightIn, p.hallway.leastIn, p.foyer.overSqFt, p.foyer.leastIn], [66, 120, 60, 36]);
	assert.deepEqual(
		[p.equipment.withinIn, p.panelRoom?.withinIn, p.appliance.withinIn],
		[300, key === '2017' ? undefined : 300, 72]
	);
	assert.deepEqual([p.workingSpace.widthIn, p.workingSpace.depthIn, p.lighting.risersForTwo], [30, 36, 6]);
	assert.equal(p.garage.dwellings.length, key === '2017' ? 1 : 3);
});
each('Article 220', (e, key) => {
	const s = e.service;
	assert.deepEqual([s.general.vaPerSqFt, s.smallAppliance.va, s.laundry.va], [3, 1500, 1500]);
	assert.deepEqual(
		s.demand.rows.map((r) => [r.upToVa, r.share]),
		[
			[3000, 1],
			[120_000, 0.35],
			[Infinity, 0.25]
		]
	);
	assert.deepEqual(
		[s.fastened.atLeast, s.fastened.share, s.fastened.leastVa, s.fastened.ev],
		[4, 0.75, key === '2017' ? 0 : 500, key !== '2023']
	);
	assert.deepEqual([s.dryer.leastVa, ...s.dryer.shares], [5000, 1, 1, 1, 1, 0.85, 0.75, 0.65, 0.6, 0.55, 0.5]);
	assert.deepEqual([...s.cooking.columnC], [8000, 11_000, 14_000, 17_000, 20_000, 21_000, 22_000, 23_000, 24_000, 25_000]);
	assert.deepEqual([...s.cooking.columnA], [0.8, 0.75, 0.7, 0.66, 0.62, 0.59, 0.56, 0.53, 0.51, 0.49]);
	assert.deepEqual([...s.cooking.columnB], [0.8, 0.65, 0.55, 0.5, 0.45, 0.43, 0.4, 0.36, 0.35, 0.34]);
	assert.deepEqual(
		[s.cooking.nameplateUpTo, s.cooking.underA, s.cooking.upToB, s.cooking.upToVa, s.cooking.perKva],
		[1750, 3500, 8750, 12_000, 0.05]
	);
	const o = s.optional;
	assert.deepEqual([o.firstVa, o.share, o.few, o.many, o.manyUnits, o.supplement], [10_000, 0.4, 0.65, 0.4, 4, 0.65]);
	assert.deepEqual(
		[s.existing.firstVa, s.existing.share, s.measured.factor, s.least.amps, s.neutral.share],
		[8000, 0.4, 1.25, 100, 0.7]
	);
	assert.equal(s.receptacle.va, 180);
	assert.deepEqual([s.motor.share, s.ev.leastVa], [0.25, key === '2023' ? 7200 : 0]);
	assert.deepEqual([...s.sizes], [100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500, 600, 700, 800, 1000, 1200]);
	const d = s.demand.rule.section;
	assert.equal(d, key === '2023' ? '220.45' : '220.42');
});
each('appliances: breaker cap, range, dryer, cords, disconnects', (e) => {
	const cap = e.loads['water-heater'].breakerCap;
	assert.deepEqual([cap?.overA, cap?.share, cap?.smallA, cap?.rule.section], [13.3, 1.5, 20, '422.11(E)']);
	const always = Object.entries(e.loads).filter(([, l]) => l.continuous === true);
	assert.deepEqual(always.map(([kind]) => kind).sort(), ['ev', 'fixed-heat', 'water-heater']);
	assert.deepEqual(
		[e.loads.dryer.leastWatts, e.loads.dryer.singleReceptacle, e.loads.range.singleReceptacle],
		[5000, [30, 50], [40, 50]]
	);
	assert.deepEqual(
		[e.range.upToKw, e.range.demandKw, e.range.perKw, e.range.leastAFromKw, e.range.leastA],
		[12, 8, 0.05, 8.75, 40]
	);
	const a = e.appliances;
	assert.deepEqual([a.cords.dishwasher, a.cords.disposer, a.overRange.fromIn], [[36, 78], [18, 36], 60]);
	assert.deepEqual([a.disconnect.aboveVa, a.heatCircuits.upToA], [300, 30]);
});
each('panels: whole dwelling, electrode conductor, a building apart, what a new service needs', (e, key) => {
	const p = e.panels;
	assert.deepEqual([p.wholeDwelling.share, p.wholeDwelling.fromA, p.wholeDwelling.toA], [0.83, 100, 400]);
	assert.deepEqual(
		p.electrode.Cu.map((r) => `${r.upTo} ${r.awg}`),
		['2 8', '1/0 6', '3/0 4', '350 2']
	);
	assert.deepEqual(
		p.electrode.Al.map((r) => `${r.upTo} ${r.awg}`),
		['1/0 8', '3/0 6', '250 4', '500 2']
	);
	assert.equal(p.electrode.rods, '6');
	const { one, two, dwelling, other } = p.detached.rating;
	assert.deepEqual([one, two, dwelling, other], [15, 30, 100, 60]);
	assert.deepEqual(
		[p.surge, p.feederSurge, p.outside, p.outsideDetached].map((r) => r?.section),
		{
			'2017': [undefined, undefined, undefined, undefined],
			'2020': ['230.67', undefined, '230.85', undefined],
			'2023': ['230.67', '215.18', '230.85', '225.41']
		}[key]
	);
	assert.deepEqual(
		[p.places.bathroom, p.places.closet, p.places.stair].map((r) => r.section),
		['240.24(E)', '240.24(D)', '240.24(F)']
	);
});
each('circuits that a dwelling has, and what they feed', (e) => {
	assert.deepEqual(
		e.circuits.required.map((r) => `${r.kind} ${r.least} x ${r.amps} A ${r.rule.section}`),
		[
			'small-appliance 2 x 20 A 210.11(C)(1)',
			'laundry 1 x 20 A 210.11(C)(2)',
			'bathroom 1 x 20 A 210.11(C)(3)',
			'garage 1 x 20 A 210.11(C)(4)'
		]
	);
	const feeds = e.circuits.feeds;
	assert.deepEqual([...(feeds['small-appliance']?.rooms ?? [])].sort(), ['breakfast', 'dining', 'kitchen', 'pantry']);
	assert.deepEqual([feeds.laundry?.rooms, feeds.bathroom?.rooms, feeds.garage?.rooms], [['laundry'], ['bathroom'], ['garage']]);
	assert.deepEqual([e.circuits.counters.least, e.circuits.general.vaPerSqFt, e.circuits.general.volts], [2, 3, 120]);
	assert.deepEqual([...e.circuits.kitchens.fixedInPlace.serves].sort(), ['dishwasher', 'disposer', 'range-hood']);
	assert.deepEqual(
		[e.circuits.wet.buried, e.circuits.wet.flexible, e.cables['NM-B'].places.rule, e.cables.THHN.places.rule].map(
			(r) => r.section
		),
		['300.5', '348.12', '334.12', '300.9']
	);
});
