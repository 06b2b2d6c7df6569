import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { produce } from 'immer';
import { editions } from '../../src/core/code/editions';
import { SOLD_BOXES } from '../../src/core/code/editions/supports';
import { DEMOS } from '../../src/core/demo';
import { editCable, putRoutes } from '../../src/core/edit/cables';
import { putSupply } from '../../src/core/edit/inspection';
import { readPricesCsv, writeMaterialsCsv, writePricesCsv } from '../../src/core/formats/materials-csv';
import { drawTrench, trenchSvg } from '../../src/core/formats/trench-drawing';
import { burial } from '../../src/core/rough/articles/300-5-burial';
import { houseOf } from '../../src/core/house';
import { materialList } from '../../src/core/makeup/material-takes';
import { distance } from '../../src/core/model/geometry';
import { checkJobFile } from '../../src/core/model/file/schema';
import type { Box, Job, Cable, Point, Room } from '../../src/core/model/known';
import { assessRough } from '../../src/core/rough/assess-rough';
import { boxChoice } from '../../src/core/rough/box-choice';
import { boxChecks, fastenerWords, cableChecks, roughList } from '../../src/core/rough/check-list';
import { cutsOf } from '../../src/core/rough/cuts';
import { materialsOf, priced, type MaterialLine } from '../../src/core/rough/materials';
import { proposeRoutes } from '../../src/core/rough/routes/propose-routes';
import { proposeRoute, routeLength, trenchDepth } from '../../src/core/rough/routes/route';
import { racewayRun, type RacewayRun } from '../../src/core/rough/raceway-run';
import { holeCheck, supportsOf, type HoleCase } from '../../src/core/rough/supports';
import { sizeCasesOf } from '../../src/core/circuits/size/circuit-case';
import { bundlesOf, currentCarryingOf, routeEnd, routePoints } from '../../src/core/run/bundles';
import { runOf } from '../../src/core/run/runs';
import { box, circuit, den, job, cable } from './small-job';

const edition = editions['2023'];
const ruled = (j: Job) => ({ edition: editions[j.edition], job: j });
const onWall = (id: string, wall: number, at: number, more: Partial<Box> = {}) =>
	box(id, { place: { kind: 'wall', wall, at }, ...more });
const legOf = (j: Job, id: string): Cable => j.cables.find((l) => l.id === id) as Cable;

/* The den is 144 by 120 in, its door on the first wall from 12 to 44. Walls run counter-clockwise from the lower left. */
const way = (boxes: Box[], cables: Cable[], id: string, more: Partial<Job> = {}) => {
	const j = job({ boxes, cables, panels: [], ...more });
	const l = legOf(j, id);
	const route = proposeRoute(ruled(j), l);
	return route && { ...route, feet: routeLength(ruled(j), { ...l, route })?.feet };
};
test('ways by hand: through the walls of a room, over its door, round a corner, overhead where that is shorter', () => {
	const ab = [cable('a', 'b', null)];
	// 60 to 120 along the first wall, both 16 in up: 60 in.
	assert.deepEqual(way([onWall('a', 0, 60), onWall('b', 0, 120)], ab, 'a-b'), { way: 'walls', via: [], feet: 5 });
	// Past the door at 12 to 44: 52 in, and twice 86 - 16 over it: 192 in; overhead 52 + 2 x 84: 220 in.
	assert.deepEqual(way([onWall('a', 0, 4), onWall('b', 0, 56)], ab, 'a-b'), { way: 'walls', via: [], feet: 16 });
	// Round the lower right corner: 24 along the first wall, 30 up the second.
	assert.deepEqual(way([onWall('a', 0, 120), onWall('b', 1, 30)], ab, 'a-b'), { way: 'walls', via: [[144, 0]], feet: 5 });
	// Backward round the same corner: its corners come in the order of the way.
	assert.deepEqual(way([onWall('a', 1, 30), onWall('b', 0, 120)], ab, 'a-b'), { way: 'walls', via: [[144, 0]], feet: 5 });
	// Across: 120 in the middle of opposite walls; by the walls 60 + 120 + 60 in is shorter than 120 + 168 overhead.
	assert.equal(way([onWall('a', 1, 60), onWall('b', 3, 60)], ab, 'a-b')?.way, 'walls');
	// A ceiling light at 96 in: 4 in up from it, 84 from the box: overhead, one corner inside the room.
	const light = box('b', { place: { kind: 'point', x: 72, y: 60 }, heightIn: 96 });
	assert.deepEqual(way([onWall('a', 0, 120), light], ab, 'a-b'), {
		way: 'attic',
		via: [[120, 60]],
		feet: Math.ceil((60 + 48 + 84 + 4) / 12)
	});
	assert.equal(way([box('a'), onWall('b', 0, 60)], ab, 'a-b'), null);
});
test('ways: practice says overhead or underneath; a basement is gone through; in the ground by what lies between', () => {
	const far: Room = { ...den, id: 'far', name: 'Far', outline: (den.outline as Point[]).map(([x, y]) => [x + 300, y]) };
	const boxes = [onWall('a', 0, 60), onWall('b', 0, 60, { roomId: 'far' })];
	const cables = [cable('a', 'b', null)];
	const of = (more: Partial<Job>) => way(boxes, cables, 'a-b', { rooms: [den, far], ...more });
	assert.deepEqual(of({}), { way: 'attic', via: [], feet: (300 + 168) / 12 });
	const grouping = {
		perCircuit15: 8,
		perCircuit20: 10,
		receptaclesA: 20 as const,
		lightsApart: true,
		taps: true,
		refrigeratorAlone: false,
		way: 'crawl-space' as const
	};
	const j = job();
	assert.deepEqual(of({ practice: { ...j.practice, grouping } }), {
		way: 'crawl-space',
		via: [],
		feet: Math.ceil((300 + 2 * 28) / 12)
	});
	const cellar: Room = { ...den, id: 'cellar', kind: 'basement', story: -1 };
	assert.equal(of({ rooms: [den, far, cellar] })?.way, 'basement');
	const yard: Room = { ...far, kind: 'outdoors' };
	assert.equal(of({ rooms: [yard, { ...den, kind: 'outdoors' }] })?.way, 'exposed');
	const shed: Room = { ...far, kind: 'accessory' };
	const buried = of({ rooms: [den, shed] });
	// Direct burial, no GFCI: 24 in of cover, 16 in up at both ends.
	assert.deepEqual(buried, { way: 'trench', via: [], feet: Math.ceil((300 + 2 * (24 + 16)) / 12) });
	const trenched = (change: Partial<Job>) => {
		const k = job({ boxes, cables, panels: [], rooms: [den, shed], ...change });
		return trenchDepth(ruled(k), legOf(k, 'a-b'));
	};
	assert.equal(trenched({}), 24);
	// The circuit's own protection moves the depth at once, and a driveway its own.
	assert.equal(trenched({ circuits: [circuit({ breaker: 'gfci' })] }), 12);
	const driveway = { segments: [{ id: 's', ft: null, place: 'dwelling-driveway' as const, pavingIn: 0 }] };
	assert.equal(trenched({ cables: [{ ...(cables[0] as Cable), trench: driveway }] }), 18);
});
for (const [name, make] of Object.entries(DEMOS))
	test(`${name}: every cable that can be laid is at least the straight line and at most 2.5 times it, plus drops and rises; its ends stay`, () => {
		const j = make().job as Job;
		const planned = { ...j, cables: j.cables.map((l) => ({ ...l, state: 'planned' as const, route: undefined })) };
		const { rows, unplaced } = proposeRoutes(ruled(planned), null);
		assert.equal(rows.length + unplaced, planned.cables.filter((l) => !l.inCableOf).length);
		assert.ok(rows.length > 20);
		const laid = produce(planned, putRoutes(rows));
		for (const row of rows) {
			const l = legOf(laid, row.cableId);
			const [from, to] = [routeEnd(laid, l.fromId), routeEnd(laid, l.toId)];
			const length = routeLength(ruled(laid), l);
			assert.ok(from && to && length);
			const straight = distance(from.at, to.at);
			assert.ok(
				length.planIn >= straight - 0.01 && length.planIn <= 2.5 * straight + 1,
				`${row.cableId} ${length.planIn} ${straight}`
			);
			assert.equal(row.lengthFt, Math.ceil((length.planIn + length.riseIn) / 12 - 1e-9));
			assert.equal(l.lengthFt, row.lengthFt);
			const points = routePoints(laid, l) ?? [];
			assert.deepEqual([points[0], points.at(-1)], [from.at, to.at]);
		}
		// The list agrees to the foot with what was drawn.
		const cuts = cutsOf(laid, ['planned']);
		for (const c of [...cuts.cuts, ...cuts.tooLong]) assert.equal(c.wayFt, legOf(laid, c.cableId).lengthFt);
		const again = proposeRoutes(ruled(laid), null);
		assert.equal(again.rows.length, 0);
	});
test('a dragged way keeps its ends, whatever its corners; what is built keeps its length', () => {
	const j = job({ boxes: [onWall('a', 0, 60), onWall('b', 2, 30)], cables: [cable('a', 'b', 20)] });
	fc.assert(
		fc.property(
			fc.array(fc.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: -500, max: 500 })), { maxLength: 8 }),
			(via) => {
				const route = { way: 'exposed' as const, via };
				const laid = produce(j, editCable('a-b', { route }));
				const points = routePoints(laid, legOf(laid, 'a-b')) ?? [];
				assert.deepEqual(
					[points[0], points.at(-1)],
					[
						[60, 0],
						[114, 120]
					]
				);
				assert.equal(legOf(laid, 'a-b').lengthFt, 20);
				assert.ok((routeLength(ruled(laid), legOf(laid, 'a-b'))?.planIn ?? 0) >= distance([60, 0], [114, 120]) - 1e-9);
			}
		)
	);
	const off = produce(j, editCable('a-b', { route: { way: 'walls', via: [] } }));
	const told = (of: Job) => assessRough(houseOf(of, [])).findings.filter((f) => f.code === 'route-length');
	assert.equal(told(off)[0]?.need, routeLength(ruled(off), legOf(off, 'a-b'))?.feet);
	assert.deepEqual(told(produce(off, editCable('a-b', { state: 'built' }))), []);
	const held = { hekto: 'job' as const, fileVersion: 5 as const, job: off, readings: [], events: [] };
	assert.equal(checkJobFile(JSON.parse(JSON.stringify(held))).ok, true);
});

/** So many cables beside each other along the first wall, each its own circuit. */
const beside = (n: number, more: Partial<Cable> = {}, apart = 0): Job => {
	const ids = Array.from({ length: n }, (_, i) => i);
	return job({
		panels: [],
		circuits: ids.map((i) => circuit({ id: `c${i}`, panelId: null, space: null })),
		boxes: ids.flatMap((i) => [
			onWall(`a${i}`, 0, 50, { heightIn: 16 + i * apart }),
			onWall(`b${i}`, 0, 110, { heightIn: 16 + i * apart })
		]),
		cables: ids.map((i) => cable(`a${i}`, `b${i}`, 5, { circuitId: `c${i}`, route: { way: 'walls', via: [] }, ...more }))
	});
};
test('cables that share their holes for more than 24 in count together; spaced, overhead or at another height they do not', () => {
	const counts = (j: Job) => j.circuits.map((c) => currentCarryingOf(j, c, edition.supports.bundle.fromIn));
	assert.deepEqual(counts(beside(1)), [2]);
	assert.deepEqual(counts(beside(4)), [8, 8, 8, 8]);
	assert.deepEqual(counts(beside(3, { route: { way: 'walls', via: [], spaced: true } })), [2, 2, 2]);
	assert.deepEqual(counts(beside(3, { route: { way: 'attic', via: [] } })), [2, 2, 2]);
	// 7 in apart in height is another row of holes.
	assert.deepEqual(counts(beside(3, {}, 7)), [2, 2, 2]);
	// Overlap of 24 in does not count, 25 does.
	const short = (reach: number) => {
		const j = beside(2);
		return counts({ ...j, boxes: j.boxes.map((b) => (b.id === 'b1' ? onWall('b1', 0, 50 + reach) : b)) });
	};
	assert.deepEqual(short(24), [2, 2]);
	assert.deepEqual(short(25), [4, 4]);
	const said = beside(4);
	const own = { ...said, circuits: said.circuits.map((c) => ({ ...c, wiring: { currentCarrying: 6 } })) };
	assert.deepEqual(counts(own), [6, 6, 6, 6]);
	assert.equal(bundlesOf(beside(3), 24).get('a0-b0')?.cableIds.length, 3);
});
test('what is bundled is derated: sizing reads it, and the rough-in tells it once', () => {
	const six = beside(6);
	const [c] = six.circuits;
	assert.ok(c);
	assert.equal(sizeCasesOf(edition, six, runOf(six, c))[0]?.wiring.currentCarrying, 12);
	const told = assessRough(houseOf(six, [])).findings.filter((f) => f.code === 'bundle');
	assert.equal(told.length, 1);
	assert.match(told[0]?.message ?? '', /^6 cables .* 12 current-carrying/);
	assert.equal(told[0]?.severity, 'advice');
	assert.equal(assessRough(houseOf(beside(2), [])).findings.filter((f) => f.code === 'bundle').length, 0);
});

/* Facts: staples one per distance rounded up, and one at each box; 8 in at a one-gang plastic box. */
const ONE = { material: 'plastic' as const, gangs: 1 };
for (const [what, more, ends, want] of [
	['NM-B, 40 ft: every 4 ft 6 in', {}, [ONE, ONE], [11, 54, 8, 8]],
	['27 ft is six distances and no more', { lengthFt: 27 }, [ONE, { material: 'metal' }], [8, 54, 8, 12]],
	['27.1 ft is one more', { lengthFt: 27.1 }, [ONE, { material: 'plastic', gangs: 2 }], [9, 54, 8, 12]],
	['MC: every 6 ft', { kind: 'MC' }, [{ material: 'metal' }, { material: 'metal' }], [9, 72, 12, 12]],
	['AC: every 4 ft 6 in', { kind: 'AC' }, [{ material: 'metal' }, { material: 'metal' }], [11, 54, 12, 12]],
	['EMT: every 10 ft, within 3 ft', { kind: 'THHN', raceway: 'EMT' }, [ONE, ONE], [6, 120, 36, 36]],
	['PVC: every 3 ft', { kind: 'THWN-2', raceway: 'PVC-80' }, [ONE, ONE], [16, 36, 36, 36]],
	['flexible: every 4 ft 6 in', { kind: 'THHN', raceway: 'FMC' }, [ONE, ONE], [11, 54, 12, 12]],
	['a box of which nobody knows what it is: the nearer', {}, [{ material: null }, ONE], [11, 54, 8, 8]],
	['in the ground: at its ends only', { kind: 'UF-B', lies: 'underground' }, [ONE, ONE], [2, 54, 8, 8]],
	['not measured', { lengthFt: null }, [ONE, ONE], [null, 54, 8, 8]],
	['knob and tube stands as found', { kind: 'knob-and-tube' }, [ONE, ONE], [null, null, null, null]],
	['wires without a raceway', { kind: 'THHN' }, [ONE, ONE], [null, null, null, null]]
] as [string, Partial<Cable>, Partial<Box>[], (number | null)[]][])
	test(`supports: ${what}`, () => {
		const j = job({ boxes: [box('a', ends[0]), box('b', ends[1])], cables: [cable('a', 'b', 40, more)], panels: [] });
		const s = supportsOf(edition, j, legOf(j, 'a-b'));
		assert.deepEqual([s.count, s.everyIn, s.boxIn.from, s.boxIn.to], want);
	});

const hole = (more: Partial<HoleCase>) => {
	const a = holeCheck(edition, { member: 'bearing-stud', depthIn: 3.5, sizeIn: 0.75, notch: false, ...more });
	return [a.edgeIn, a.plate, ...a.points.map((p) => p.level)];
};
for (const [what, more, want] of [
	// (3.5 - 0.75) / 2 = 1.375
	['3/4 in the middle of a 2 x 4', {}, [1.375, false, 'good', 'good']],
	// (3.5 - 1) / 2 = 1.25, the limit itself
	['1 in: at the limit', { sizeIn: 1 }, [1.25, false, 'good', 'good']],
	['1-1/16 in: a plate', { sizeIn: 1.0625 }, [1.21875, true, 'look', 'good']],
	// 40 percent of 3.5 is 1.4
	['1-1/2 in of a bearing stud', { sizeIn: 1.5 }, [1, true, 'look', 'bad']],
	['the same of one that bears nothing', { member: 'stud', sizeIn: 1.5 }, [1, true, 'look', 'good']],
	['1/2 in from the edge', { edgeIn: 0.5 }, [0.5, true, 'look', 'good', 'bad']],
	['a notch is plated', { notch: true, sizeIn: 0.5 }, [0, true, 'look', 'good']],
	['1 in of a bearing stud notched', { notch: true, sizeIn: 1 }, [0, true, 'look', 'bad']],
	// a third of 9.25 is 3.08
	['3 in through a 2 x 10', { member: 'joist', depthIn: 9.25, sizeIn: 3 }, [3.125, false, 'good', 'good']],
	['3-1/8 in', { member: 'joist', depthIn: 9.25, sizeIn: 3.125 }, [3.0625, false, 'good', 'bad']],
	[
		'closer than 2 in to the edge of a joist',
		{ member: 'joist', depthIn: 9.25, sizeIn: 1, edgeIn: 1.9 },
		[1.9, false, 'good', 'good', 'bad']
	],
	[
		'a notch in its middle third',
		{ member: 'joist', depthIn: 9.25, sizeIn: 1, notch: true, middleThird: true },
		[0, true, 'look', 'good', 'bad']
	]
] as [string, Partial<HoleCase>, unknown[]][])
	test(`holes: ${what}`, () => assert.deepEqual(hole(more), want));

test('boxes: the smallest that holds conductors, clamps, yoke and depth, and the next one up', () => {
	const j = (more: Partial<Box>, device = {}) =>
		job({ boxes: [box('a', more, device), box('b')], cables: [cable('p', 'a', 40), cable('a', 'b', 12)] });
	const names = (of: Job) => {
		const c = boxChoice(edition, of, of.boxes[0] as Box);
		return [c.needCuIn, ...c.fits.slice(0, 2).map((b) => `${b.name} ${b.cuIn}`)];
	};
	// Four of 12 AWG, grounds, one yoke: (4 + 1 + 2) x 2.25 = 15.75
	assert.deepEqual(names(j({ material: 'plastic' })), [15.75, 'one-gang 18', 'one-gang 20']);
	// In metal one more for clamps, as far as nobody said that it has none: 18.
	assert.deepEqual(names(j({ material: 'metal' })), [18, '3 x 2 x 3-1/2 device 18', '4 x 1-1/4 square 18']);
	assert.equal(names(j({ material: 'metal', clampsInside: false }))[0], 15.75);
	assert.deepEqual(names(j({ material: 'plastic', gangs: 2 })), [15.75, 'two-gang 34', 'two-gang 42']);
	// 1.9 in deep and a quarter more: nothing shallower than 2.15 in.
	const deep = boxChoice(
		edition,
		j({ material: 'metal' }, { deepIn: 1.9 }),
		j({ material: 'metal' }, { deepIn: 1.9 }).boxes[0] as Box
	);
	assert.equal(deep.needDepthIn, 2.15);
	assert.deepEqual(
		deep.fits.map((b) => b.depthIn),
		[3.5]
	);
	// A light on its box takes no device box.
	assert.ok(
		boxChoice(
			edition,
			j({ material: 'metal' }, { kind: 'lighting', receptacles: 0 }),
			j({ material: 'metal' }, { kind: 'lighting', receptacles: 0 }).boxes[0] as Box
		).fits.every((b) => b.use !== 'device')
	);
	assert.equal(boxChoice(edition, job({ boxes: [box('x')], cables: [] }), box('x')).needCuIn, null);
});

test('the check list: per box and cable, with the figures that hold there; ticks are kept as checks', () => {
	const boxes = [box('a', { material: 'metal', fasteners: { required: 4, seen: 3 } }), box('b', { state: 'found' })];
	const j = job({
		boxes,
		cables: [cable('p', 'a', 40), cable('a', 'b', 12, { state: 'found' })],
		checks: [{ id: 'rough:box:a:flush', seen: 'done', note: '', at: '', by: '' }]
	});
	const list = roughList(ruled(j));
	assert.deepEqual(
		list.map((g) => g.name),
		['A', 'Panel to A']
	);
	const of = (what: string) => boxChecks(ruled(j), boxes[0] as Box).find((c) => c.id.endsWith(what));
	assert.equal(of('flush')?.seen, 'done');
	assert.match(of('grounds')?.detail ?? '', /pigtail to the box/);
	assert.match(of('fasteners')?.detail ?? '', /3 of the 4/);
	const checks = cableChecks(ruled(j), legOf(j, 'p-a'));
	assert.deepEqual(
		checks.map((c) => c.id.split(':').at(-1)),
		['staples', 'plates', 'whole', 'label']
	);
	assert.match(checks[0]?.detail ?? '', /within 12 in of its boxes, then every 4 ft 6 in/);
	assert.deepEqual(
		roughList(ruled(j))
			.flatMap((g) => g.checks.map((c) => c.seen))
			.sort(),
		['done', ...Array<null>(10).fill(null)]
	);
	assert.ok(
		cableChecks(ruled(j), { ...legOf(j, 'a-b'), route: { way: 'trench', via: [] } }).some((c) => c.id.endsWith('backfill'))
	);
});
test('fasteners: what nobody counted is not filled in, and one count alone is no finding', () => {
	const cases: [Box['fasteners'], string | null, number[] | null][] = [
		[undefined, null, null],
		[{ required: null, seen: null }, null, null],
		[{ required: 4, seen: null }, '4 required, not counted yet', null],
		[{ required: null, seen: 2 }, '2 seen, required number not known', null],
		[{ required: 4, seen: 0 }, '0 of the 4 that its instructions require', [0, 4]],
		[{ required: 4, seen: 3 }, '3 of the 4 that its instructions require', [3, 4]],
		[{ required: 4, seen: 4 }, '4 of the 4 that its instructions require', null]
	];
	for (const [fasteners, words, said] of cases) {
		const j = job({ boxes: [box('a', { fasteners })], cables: [] });
		const told = assessRough(houseOf(j, [])).findings.find((f) => f.code === 'fasteners');
		assert.equal(fastenerWords(box('a', { fasteners })), words);
		assert.deepEqual(told ? [told.have, told.need] : null, said);
		assert.ok(!told || told.severity === 'violation');
	}
});
test('a trench that was opened: cover, riser and corrosion as measured, against what is due', () => {
	const shed: Room = { ...den, id: 'shed', kind: 'accessory' };
	const j = (trench: Cable['trench'], more: Partial<Job> = {}) =>
		job({
			rooms: [den, shed],
			boxes: [onWall('a', 0, 60), onWall('b', 0, 60, { roomId: 'shed' })],
			cables: [cable('p', 'a', 10), cable('a', 'b', 60, { kind: 'UF-B', state: 'found', trench })],
			...more
		});
	const told = (trench: Cable['trench'], more: Partial<Job> = {}) =>
		assessRough(houseOf(j(trench, more), []))
			.findings.filter((f) => f.code.startsWith('found-'))
			.map((f) => [f.code, f.have, f.need, f.severity]);
	assert.deepEqual(told({ segments: [], coverIn: 23.9 }), [['found-cover', 23.9, 24, 'caution']]);
	assert.deepEqual(told({ segments: [], coverIn: 24 }), []);
	assert.deepEqual(told({ segments: [], coverIn: 12 }, { circuits: [circuit({ breaker: 'gfci' })] }), []);
	assert.deepEqual(
		told({ segments: [], riserFromIn: 17, riserToFt: 7 }).map((f) => f[0]),
		['found-riser', 'found-riser-top']
	);
	assert.deepEqual(
		told({ segments: [], riserFromIn: 18, riserToFt: 8, corroded: true }).map((f) => f[0]),
		['found-corroded']
	);
	const driveway = [{ id: 's', ft: 10, place: 'street' as const, pavingIn: 0 }];
	assert.deepEqual(
		told({ segments: driveway, coverIn: 20 }, { circuits: [circuit({ breaker: 'gfci' })] }).map((f) => f[2]),
		[24]
	);
});
test('a cable in a slab without a raceway is told', () => {
	const j = (more: Partial<Cable>) =>
		job({
			boxes: [onWall('a', 0, 60), onWall('b', 0, 100)],
			cables: [cable('a', 'b', 12, { route: { way: 'slab', via: [] }, ...more })],
			panels: []
		});
	const codes = (more: Partial<Cable>) =>
		assessRough(houseOf(j(more), []))
			.findings.filter((f) => f.code === 'in-concrete')
			.map((f) => f.severity);
	assert.deepEqual(
		[codes({}), codes({ state: 'found' }), codes({ raceway: 'PVC-40', kind: 'THWN-2' })],
		[['violation'], ['caution'], []]
	);
});

test('one list: what a small job takes, counted by hand', () => {
	const boxes = [
		box('a', { material: 'plastic', volumeCuIn: 18 }),
		box('b', { material: 'plastic', volumeCuIn: 18 }),
		box('c', { material: 'plastic', volumeCuIn: 18 })
	];
	const j = job({ boxes });
	const { lines, missing } = materialList(ruled(j));
	assert.deepEqual(missing, []);
	const of = Object.fromEntries(lines.map((l) => [`${l.group} ${l.name}`, l.count]));
	assert.deepEqual(of, {
		// 40 + 4 + 3.5 + 0.67 = 48.2; 12 + 1.2 + 1.33 = 14.5; 10 + 1 + 1.33 = 12.3: 49, 15 and 13 ft: one roll rather than two of 50.
		'cable 12-2 NM-B with ground, 100 ft roll': 1,
		'boxes plastic box, one-gang, 18 cu in': 3,
		'devices receptacle, 15 A, TR': 3,
		'plates wall plate, 1-gang, duplex': 3,
		'breakers 20 A, one-pole': 1,
		// Two boxes in the middle with three splices each; at the end none. A tenth more.
		'connectors medium twist-on': 7,
		// 40 ft: 9 + 2; 12 ft: 3 + 2; 10 ft: 3 + 2: 21, a tenth more, up.
		'supports staples, NM-B': 24,
		'small electrical tape, roll': 1,
		'small panel directory, labels': 1
	});
	const [connectors] = lines.filter((l) => l.group === 'connectors');
	assert.deepEqual([connectors?.waste, connectors?.byRoom, connectors?.byCircuit], [1, { Den: 6 }, { 'space 1': 6 }]);
	assert.deepEqual(
		materialList(
			ruled(
				job({
					boxes: boxes.map((b) => ({
						...b,
						state: 'found' as const,
						devices: b.devices.map((d) => ({ ...d, state: 'found' as const }))
					})),
					cables: job().cables.map((l) => ({ ...l, state: 'found' as const })),
					circuits: [circuit({ state: 'found' })]
				})
			)
		).lines,
		[]
	);
	assert.deepEqual(materialsOf(ruled(j), () => null).missing.length, 3);
});
test('one list: a square box takes its device on a ring; tape by practice', () => {
	const square = box('a', { material: 'metal', volumeCuIn: 21, gangs: 1 });
	const of = (j: Job) => Object.fromEntries(materialList(ruled(j)).lines.map((l) => [l.name, l.count]));
	const one = of(job({ boxes: [square], cables: [cable('p', 'a', 40)] }));
	assert.equal(one['device ring, 1-gang, depth of the finish'], 1);
	assert.equal(one['metal box, 4 x 1-1/2 square, 21 cu in'], 1);
	const many = job({
		boxes: Array.from({ length: 61 }, (_, i) => box(`b${i}`, { material: 'plastic', volumeCuIn: 18 })),
		cables: []
	});
	assert.equal(of(many)['electrical tape, roll'], 1);
	const taped = { style: 'pigtail' as const, pushIn: false, lineAt: 'top' as const, preTwist: false, tape: true, trial: false };
	assert.equal(of({ ...many, practice: { ...many.practice, makeUp: taped } })['electrical tape, roll'], 3);
});
test('the section of a trench as SVG: names in it are text', () => {
	const b = burial(edition, {
		method: 'direct-burial',
		place: 'general',
		circuit: { kind: 'branch', volts: 120, amps: 20, gfci: true, dwelling: true }
	});
	const svg = trenchSvg(drawTrench(b, { widthIn: 6, beddingIn: 2, diameterIn: 0.5, ribbonIn: 12 }), b, '<b>');
	assert.match(svg, /^<svg .*12 in cover.*<\/svg>$/);
	assert.ok(!svg.includes('<b>'));
});
test('one list: raceway with its conductors, a trench with its risers, weather covers', () => {
	const shed: Room = { ...den, id: 'shed', kind: 'accessory' };
	const boxes = [onWall('a', 0, 60), onWall('b', 0, 60, { roomId: 'shed' })].map((b) => ({
		...b,
		devices: b.devices.map((d) => ({ ...d, weatherResistant: true }))
	}));
	const cables = [cable('p', 'a', 20, { kind: 'THHN', raceway: 'EMT' }), cable('a', 'b', 60, { kind: 'UF-B' })];
	const of = Object.fromEntries(
		materialList(ruled(job({ rooms: [den, shed], boxes, cables }))).lines.map((l) => [l.name, l.count])
	);
	// 20 ft and a tenth more; each of three wires 20 + 16 in, up: 22 x 3, a tenth more.
	assert.deepEqual([of['EMT'], of['12 AWG THHN'], of['straps, EMT']], [22, Math.ceil(66 * 1.1), 5]);
	assert.deepEqual(
		[
			of['riser, schedule 80 PVC or rigid, 10 ft'],
			of['bushing or seal at the end of a riser'],
			of['warning ribbon'],
			of['in-use cover, extra duty']
		],
		[2, 2, undefined, 2]
	);
});
test('prices: totals by circuit, room and stage; what the truck has is not bought; a line without a price is counted as such', () => {
	const line = (key: string, count: number, more: Partial<MaterialLine> = {}): MaterialLine => ({
		key,
		group: 'devices',
		name: key,
		unit: 'each',
		count,
		waste: 0,
		usedIn: 'trim',
		byCircuit: { '1': 3, '2': 1 },
		byRoom: { Den: count },
		...more
	});
	const lines = [line('a', 4), line('b', 10, { usedIn: 'rough', byCircuit: { '2': 10 } }), line('c', 1)];
	const p = priced(lines, { a: 2.5, b: 1 }, (key) => (key === 'b' ? 4 : 0));
	assert.deepEqual(p, {
		total: 16,
		unpriced: 1,
		byCircuit: { '1': 7.5, '2': 8.5 },
		byRoom: { Den: 16 },
		byStage: { trim: 10, rough: 6 }
	});
	assert.deepEqual(priced(lines, { a: 1, b: 1, c: 1 }, () => 99).total, 0);
	const rows = writeMaterialsCsv([{ ...(lines[0] as MaterialLine), name: '=1+1' }], { a: 2.5 }, [
		{ id: 'a', truck: 1, ordered: true, there: false }
	]).split('\r\n');
	assert.equal(rows[1], `Devices,"'=1+1",4,each,1,3,2.5,7.5,yes,`);
	const kept = { 'cable: 12-2': 0.7, '=x': 3 };
	assert.deepEqual(readPricesCsv(writePricesCsv(kept)), { prices: kept, faults: [] });
	const bad = readPricesCsv('Item,Price\nnail plate,0.3\n,2\nring,abc\nbox,-1\n');
	assert.deepEqual(bad.prices, { 'nail plate': 0.3 });
	assert.deepEqual(
		bad.faults.map((f) => f.slice(0, 6)),
		['line 3', 'line 4', 'line 5']
	);
	assert.match(readPricesCsv('a,b\n1,2').faults[0] ?? '', /"item" and "price"/);
});
test('what is on the truck is kept with the job, and nothing of it takes the row out', () => {
	const put = (j: Job, truck: number) => produce(j, putSupply({ id: 'k', truck, ordered: false, there: false }));
	assert.deepEqual(put(job(), 3).supplies, [{ id: 'k', truck: 3, ordered: false, there: false }]);
	assert.deepEqual(put(put(job(), 3), 0).supplies, []);
});

const run = (more: Partial<RacewayRun>) =>
	racewayRun(edition, {
		raceway: 'EMT',
		sizeIn: 0.5,
		lengthFt: 40,
		bends: [90, 90],
		breakerA: 20,
		largestAwg: '12',
		wireGround: false,
		where: 'inside',
		...more
	});
test('the length of a raceway that is the ground is told to a tenth of a foot', () =>
	assert.ok(run({ raceway: 'FMC', lengthFt: 5.28 }).some((p) => / of 5\.3 ft on 20 A is the ground/.test(p.says))));
const levelsOf = (more: Partial<RacewayRun>) =>
	run(more)
		.map((p) => p.level)
		.join(' ');
for (const [what, more, want] of [
	['EMT of 40 ft: its own ground', {}, 'good good good'],
	['four bends of 90: the most', { bends: [90, 90, 90, 90] }, 'good good good'],
	['and one of 10 more', { bends: [90, 90, 90, 90, 10] }, 'bad good good'],
	['a length that nobody measured', { lengthFt: null }, 'good unknown good'],
	['PVC without a ground wire', { raceway: 'PVC-40' }, 'good good bad'],
	['PVC outdoors, 25 ft and more', { raceway: 'PVC-80', wireGround: true, where: 'outdoors' }, 'good good good look'],
	['24 ft of it', { raceway: 'PVC-80', wireGround: true, where: 'outdoors', lengthFt: 24 }, 'good good good'],
	['flexible metal, 6 ft on 20 A', { raceway: 'FMC', lengthFt: 6 }, 'good good good'],
	['6.5 ft', { raceway: 'FMC', lengthFt: 6.5 }, 'good good bad'],
	['on 30 A', { raceway: 'FMC', lengthFt: 6, breakerA: 30 }, 'good good bad'],
	['liquidtight metal of 3/4 in on 60 A', { raceway: 'LFMC', sizeIn: 0.75, lengthFt: 6, breakerA: 60 }, 'good good good'],
	['of 1/2 in on 30 A', { raceway: 'LFMC', lengthFt: 6, breakerA: 30 }, 'good good bad'],
	['a breaker that nobody read', { raceway: 'FMC', lengthFt: 6, breakerA: null }, 'good good unknown'],
	['flexible metal outdoors', { raceway: 'FMC', lengthFt: 6, where: 'outdoors' }, 'good good good bad look'],
	['4 AWG: a bushing', { largestAwg: '4' }, 'good good good look'],
	['6 AWG: none', { largestAwg: '6' }, 'good good good'],
	['buried', { where: 'buried', raceway: 'RMC' }, 'good good good look']
] as [string, Partial<RacewayRun>, string][])
	test(`a raceway between two pull points: ${what}`, () => assert.equal(levelsOf(more), want));
test('straps of a raceway: large PVC less often', () => {
	const straps = (more: Partial<RacewayRun>) => run(more)[1]?.says.split(' ')[0];
	// 40 ft: every 10 ft 4 and 2; every 3 ft 14 and 2; from 1-1/4 in every 5 ft 8 and 2.
	assert.deepEqual(
		[straps({}), straps({ raceway: 'PVC-40', sizeIn: 1 }), straps({ raceway: 'PVC-40', sizeIn: 1.25 })],
		['6', '16', '10']
	);
});

test('boxes as they are sold, copied by hand from Table 314.16(A)', () => {
	const by = (words: string) =>
		SOLD_BOXES.filter((b) => b.material === 'metal' && b.name.includes(words))
			.map((b) => `${b.name.replace(` ${words}`, '')} ${b.cuIn}`)
			.sort();
	assert.deepEqual(by('octagon'), ['4 x 1-1/2 15.5', '4 x 1-1/4 12.5', '4 x 2-1/8 21.5']);
	assert.deepEqual(by('square'), [
		'4 x 1-1/2 21',
		'4 x 1-1/4 18',
		'4 x 2-1/8 30.3',
		'4-11/16 x 1-1/2 29.5',
		'4-11/16 x 1-1/4 25.5',
		'4-11/16 x 2-1/8 42'
	]);
	assert.deepEqual(by('device'), [
		'3 x 2 x 1-1/2 7.5',
		'3 x 2 x 2 10',
		'3 x 2 x 2-1/2 12.5',
		'3 x 2 x 2-1/4 10.5',
		'3 x 2 x 2-3/4 14',
		'3 x 2 x 3-1/2 18'
	]);
	assert.deepEqual(by('2-1/8 x'), ['4 x 1-1/2 10.3', '4 x 1-7/8 13', '4 x 2-1/8 14.5']);
	assert.deepEqual(
		SOLD_BOXES.filter((b) => b.material === 'plastic').map((b) => [b.gangs, b.cuIn]),
		[
			[1, 18],
			[1, 20],
			[1, 22.5],
			[2, 34],
			[2, 42]
		]
	);
});
