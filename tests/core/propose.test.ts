import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { feedQuick, feedOrder } from '../../src/core/propose/feed-order';
import { groupUnits, WORTH, type GroupCase, type GroupUnit } from '../../src/core/propose/group-search';
import { DEMOS } from '../../src/core/demo';
import { addRuns } from '../../src/core/edit/circuits';
import { DEFAULT_GROUPING, type GroupingPractice, type Job } from '../../src/core/model/known';
import { indexOf } from '../../src/core/model/job-index';
import { newRoom } from '../../src/core/model/new-job';
import { otherWays, proposeCircuits } from '../../src/core/propose/propose-circuits';
import { bigHouse } from './big-house';
import { box, job } from './small-job';
import { once } from '../../src/core/model/remember';
import { ALL, runs } from './few';

const ids = (prefix = 'new') => {
	let n = 0;
	return () => `${prefix}-${++n}`;
};
const bare = once((j: Job): Job => ({ ...j, circuits: [], cables: [] }));
const quillback = DEMOS.quillback?.().job as Job;
const marrow = DEMOS['marrow-street']?.().job as Job;
/** Each proposal once: many tests look at the same one. */
const madeOf = once((j: Job, practice: GroupingPractice) => {
	const proposal = proposeCircuits(j, ids(), { practice });
	return { proposal, done: produce(j, addRuns(proposal)) };
});
const made = (j: Job, practice: GroupingPractice = DEFAULT_GROUPING) => madeOf(j, practice);

for (const [name, house] of [
	['Quillback', quillback],
	['Marrow Street', marrow],
	...(ALL ? [['a house of 40 rooms', bigHouse()] as const] : [])
] as const)
	// The large house once, in `npm run fuzz`: what differs between practices shows in the small ones.
	for (const { id, practice } of otherWays(DEFAULT_GROUPING).slice(0, house.rooms.length > 30 ? 1 : 3))
		test(`${name} without circuits, ${id}: every outlet on one circuit, nothing of the code against it`, () => {
			const { proposal, done } = made(bare(house), practice);
			const { circuitsOfBox } = indexOf(done);
			const off = done.boxes.filter((b) => b.devices.length && b.roomId && (circuitsOfBox.get(b.id) ?? []).length !== 1);
			assert.deepEqual(
				off.map((b) => b.name),
				[]
			);
			assert.equal(proposal.cables.length, done.boxes.length - proposal.left.length);
			const wrong = assess(done).stages.circuit.findings.filter((f) => f.severity === 'violation');
			assert.deepEqual(
				wrong.map((f) => f.message),
				[]
			);
			assert.ok(assess(done).stages.circuit.decisions.length > done.circuits.length, 'each is justified');
			for (const c of done.circuits)
				assert.ok(
					assess(done).stages.circuit.decisions.some((d) => d.id === `group:${c.id}`),
					c.name
				);
		});

test('the required circuits of Quillback come out, the counters on two, the shed on one supply in UF-B', () => {
	const { proposal, done } = made(bare(quillback));
	const kinds = (kind: string) => proposal.circuits.filter((c) => c.kind === kind);
	assert.equal(kinds('small-appliance').length, 2);
	assert.equal(kinds('laundry').length, 1);
	assert.equal(kinds('bathroom').length, 1);
	assert.equal(kinds('garage').length, 1);
	const nameOf = (id: string) => done.boxes.find((b) => b.id === id)?.name ?? 'panel';
	const fed = (name: string) => proposal.cables.find((l) => nameOf(l.toId) === name);
	assert.notEqual(fed('K-03')?.circuitId, fed('K-05')?.circuitId);
	assert.deepEqual([fed('S-03')?.kind, new Set(['S-01', 'S-02', 'S-03'].map((n) => fed(n)?.circuitId)).size], ['UF-B', 1]);
	// What its outlets say: kiln 8600 W continuous 44.8 A, range 40 A, dryer 30 A, water heater 28.65 A.
	const rated = (name: RegExp) => proposal.circuits.find((c) => name.test(c.name));
	assert.deepEqual(
		[/^Kiln$/, /^Range$/, /^Dryer$/, /^Water heater$/].map((n) => [rated(n)?.breakerA, rated(n)?.poles]),
		[
			[45, 2],
			[40, 2],
			[30, 2],
			[30, 2]
		]
	);
	assert.ok(proposal.circuits.every((c) => c.space !== null));
	assert.equal(proposal.unmeasured, 0);
});
test('a switch stays with what it switches, and all alarms of a house with each other', () => {
	const { proposal, done } = made(bare(quillback));
	const circuitAt = new Map(proposal.cables.map((l) => [l.toId, l.circuitId]));
	for (const b of done.boxes)
		for (const d of b.devices) for (const to of d.controls ?? []) assert.equal(circuitAt.get(to), circuitAt.get(b.id), b.name);
	const alarms = done.boxes.filter((b) => b.devices.some((d) => d.kind === 'alarm'));
	assert.equal(new Set(alarms.map((b) => circuitAt.get(b.id))).size, 1);
});
test('shop practice is kept: no general circuit has more outlets than it says', () => {
	const practice = { ...DEFAULT_GROUPING, perCircuit15: 6, perCircuit20: 7 };
	const { proposal, done } = made(bare(quillback), practice);
	for (const c of proposal.circuits.filter((x) => x.kind === 'general' && x.panelId)) {
		const boxes = proposal.cables.filter((l) => l.circuitId === c.id).map((l) => done.boxes.find((b) => b.id === l.toId));
		const outlets = boxes.flatMap((b) => b?.devices ?? []).filter((d) => d.kind !== 'switch').length;
		const apart = boxes.some((b) => b?.devices.some((d) => d.kind === 'alarm'));
		assert.ok(apart || outlets <= (c.breakerA === 15 ? 6 : 7), `${c.name}: ${outlets}`);
	}
	assert.ok(
		made(bare(quillback), { ...practice, refrigeratorAlone: true }).proposal.circuits.some((c) => c.name === 'Refrigerator')
	);
});
test('only what hangs on no circuit is proposed for; wired since, it is refused whole', () => {
	const { proposal } = made(bare(quillback));
	assert.deepEqual(proposeCircuits(quillback, ids()).circuits, []);
	const some = produce(
		bare(quillback),
		addRuns({
			...proposal,
			circuits: proposal.circuits.slice(0, 3),
			cables: proposal.cables.filter((l) => proposal.circuits.slice(0, 3).some((c) => c.id === l.circuitId))
		})
	);
	assert.throws(() => produce(some, addRuns(proposal)), /is on a circuit now/);
	const rest = proposeCircuits(some, ids('rest'));
	assert.equal(rest.cables.length + some.cables.length, quillback.boxes.length);
});
test('boxes of which nothing is known are left, with the reason; a job without a panel gets one', () => {
	const j = job({
		panels: [],
		circuits: [],
		cables: [],
		boxes: [box('a'), box('b', { roomId: null }), { ...box('c'), devices: [] }]
	});
	const { proposal, done } = made(j);
	assert.deepEqual(proposal.left, [
		{ boxId: 'b', why: 'has no room yet' },
		{ boxId: 'c', why: 'has no device yet' }
	]);
	assert.equal(done.panels.length, 1);
	assert.equal(proposal.unmeasured, 1, 'the den has no place for its box');
});
test('a panel whose label lists no dual-function breaker gets none', () => {
	const labeled = bare({
		...quillback,
		panels: quillback.panels.map((p) => ({ ...p, label: { types: [], forms: ['full-size', 'two-pole', 'afci', 'gfci'] } }))
	});
	const { done } = made(labeled);
	assert.ok(!done.circuits.some((c) => c.breaker === 'dual'));
	assert.ok(!assess(done).stages.circuit.findings.some((f) => f.id.startsWith('form-')));
});
test('alternatives differ in one thing each, tell their cost, and report progress to the end', () => {
	let last = 0;
	const j = bare(quillback);
	const all = otherWays(j.practice.grouping ?? DEFAULT_GROUPING).map(({ id, practice }) => {
		last = 0;
		const progress = (share: number) => {
			assert.ok(share >= last - 1e-9 && share <= 1, `${last} to ${share}`);
			last = share;
		};
		return { id, proposal: proposeCircuits(j, ids(), { practice, progress }) };
	});
	assert.deepEqual(
		all.map((a) => a.id),
		['practice', 'taps', 'lights', 'way']
	);
	const by = (id: string) => all.find((a) => a.id === id)?.proposal;
	assert.ok((by('taps')?.feet ?? 0) > (by('practice')?.feet ?? 0), 'box to box takes more cable than a tree');
	assert.ok((by('lights')?.poles ?? 99) <= (by('practice')?.poles ?? 0));
});
test('two kitchens: no small-appliance circuit serves both', () => {
	const at = (id: string, x: number, roomId: string) =>
		box(id, { roomId, place: { kind: 'point', x, y: 10 } }, { serves: 'countertop', amps: 20 });
	const outline = (x: number): [number, number][] => [
		[x, 0],
		[x + 120, 0],
		[x + 120, 120],
		[x, 120]
	];
	const j = job({
		circuits: [],
		cables: [],
		rooms: [
			newRoom({ id: 'k1', name: 'Kitchen', kind: 'kitchen' }, { outline: outline(0) }),
			newRoom({ id: 'k2', name: 'Kitchen upstairs', kind: 'kitchen' }, { outline: outline(130) })
		],
		boxes: [at('a', 10, 'k1'), at('b', 60, 'k1'), at('c', 140, 'k2'), at('d', 200, 'k2')]
	});
	const { done } = made(j);
	assert.equal(done.circuits.length, 4);
	assert.ok(!assess(done).stages.circuit.findings.some((f) => f.id.startsWith('kitchens') || f.id.startsWith('counters')));
});

/** Least cost over every way to part a few units. */
function exhaustive(c: GroupCase): number {
	let best = Infinity;
	const cost = (groups: number[][]): number =>
		groups.reduce((sum, g) => {
			const places = g.flatMap((u) => c.units[u]?.places ?? []);
			const outlets = g.reduce((s, u) => s + (c.units[u]?.outlets ?? 0), 0);
			if (outlets > c.mostOutlets && g.length > 1) return Infinity;
			const rooms = new Set(g.flatMap((u) => c.units[u]?.rooms ?? [])).size;
			const fromPanel = places.map((p) => c.fromPanel[p] as number);
			const between = places.map((a) => places.map((b) => (a === b ? 0 : c.between(a, b))));
			return sum + feedOrder({ fromPanel, between }).feet + WORTH.circuitFt + WORTH.roomFt * (rooms - 1);
		}, 0);
	const part = (u: number, groups: number[][]): void => {
		if (u === c.units.length) {
			best = Math.min(best, cost(groups));
			return;
		}
		groups.forEach((g, i) =>
			part(
				u + 1,
				groups.map((x, k) => (k === i ? [...g, u] : x))
			)
		);
		part(u + 1, [...groups, [u]]);
	};
	part(0, []);
	return best;
}
test('grouping against every way to part up to six outlets: within 3% in cost, and mostly the least', () => {
	let [same, all] = [0, 0];
	const spot = fc.record({
		x: fc.integer({ min: 0, max: 60 }),
		y: fc.integer({ min: 0, max: 60 }),
		room: fc.constantFrom('r1', 'r2')
	});
	fc.assert(
		fc.property(fc.array(spot, { minLength: 2, maxLength: 6 }), (spots) => {
			const c: GroupCase = {
				units: spots.map((s, i): GroupUnit => ({
					places: [i],
					rooms: [s.room],
					outlets: 1,
					watts: 0,
					fixedWatts: 0,
					counterOf: null
				})),
				fromPanel: spots.map((s) => s.x + s.y + 3),
				between: (a, b) =>
					Math.abs((spots[a]?.x ?? 0) - (spots[b]?.x ?? 0)) + Math.abs((spots[a]?.y ?? 0) - (spots[b]?.y ?? 0)) + 3,
				mostOutlets: 3,
				mostWatts: 1e9,
				mostFixedWatts: 1e9,
				least: 1,
				countersOn: 0,
				splitRooms: false,
				taps: false
			};
			const { groups, cost } = groupUnits(c);
			assert.deepEqual(
				groups.flat().sort((a, b) => a - b),
				spots.map((_, i) => i)
			);
			assert.ok(groups.every((g) => g.length <= 3));
			const least = exhaustive(c);
			assert.ok(cost <= 1.03 * least + 1e-6, `${cost} against ${least}`);
			all += 1;
			if (cost <= least + 1e-6) same += 1;
		}),
		{ numRuns: runs(60), seed: 7 }
	);
	assert.ok(same >= 0.9 * all, `${same} of ${all}`);
});
test('the quick order of the search is never shorter than the exact one, and within a quarter of it', () => {
	const spot = fc.tuple(fc.integer({ min: 0, max: 80 }), fc.integer({ min: 0, max: 80 }));
	fc.assert(
		fc.property(fc.array(spot, { minLength: 1, maxLength: 9 }), (spots) => {
			const c = {
				fromPanel: spots.map(([x, y]) => x + y + 3),
				between: spots.map(([x, y]) => spots.map(([u, v]) => Math.abs(x - u) + Math.abs(y - v) + 3))
			};
			const exact = feedOrder(c).feet;
			assert.ok(feedQuick(c) >= exact - 1e-9 && feedQuick(c) <= 1.25 * exact + 1e-9);
		}),
		{ numRuns: runs(80), seed: 3 }
	);
});
