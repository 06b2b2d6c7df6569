import assert from 'node:assert/strict';
import test from 'node:test';
import { enablePatches, produce } from 'immer';
import fc from 'fast-check';
import { editions } from '../../src/core/code/editions';
import { roomWalls } from '../../src/core/layout/assess-layout';
import type { Command } from '../../src/core/edit/command';
import { fixtureCorners, signedArea, wallLength } from '../../src/core/model/geometry';
import type { Fixture, Job, Point, Room } from '../../src/core/model/known';
import { emptyJob, newBox, newRoom } from '../../src/core/model/new-job';
import { referenceFaults } from '../../src/core/model/file/references';
import * as fixtures from '../../src/core/edit/fixtures';
import * as survey from '../../src/core/edit/survey';
import * as walls from '../../src/core/edit/walls';

enablePatches();
let n = 0;
const newId = () => `n${++n}`;
const rect = (x: number, y: number, w: number, h: number): Point[] => [
	[x, y],
	[x + w, y],
	[x + w, y + h],
	[x, y + h]
];
const fixture = (more: Partial<Fixture> = {}): Fixture => ({
	id: 'f',
	kind: 'bench',
	name: '',
	x: 20,
	y: 20,
	widthIn: 30,
	depthIn: 10,
	...more
});
const den = (more: Partial<Room> = {}): Room =>
	newRoom(
		{ id: 'den', name: 'Den', kind: 'den' },
		{
			outline: rect(0, 0, 144, 120),
			breaks: [{ id: 'd', wall: 0, from: 12, to: 44, kind: 'door', hinge: 'from', swingsIn: true }],
			counters: [{ id: 'c', wall: 1, from: 20, to: 80, depthIn: 25 }],
			fixtures: [fixture()],
			studs: [{ wall: 0, spacing: 16, offset: 4 }],
			...more
		}
	);
const job = (...rooms: Room[]): Job => ({
	...emptyJob('j', { name: 'j', edition: '2023', permitDate: '2026-10-12' }),
	rooms: rooms.length ? rooms : [den()],
	boxes: [
		newBox('w', 'W', { state: 'planned', roomId: 'den', heightIn: 16, place: { kind: 'wall', wall: 2, at: 30 } }),
		newBox('p', 'P', { state: 'planned', roomId: 'den', heightIn: 96, place: { kind: 'point', x: 72, y: 60 } })
	]
});
const after = (j: Job, command: Command): Job => produce(j, command);
const room = (j: Job, id = 'den'): Room => j.rooms.find((r) => r.id === id) as Room;
const openIn = (j: Job) => roomWalls(editions['2023'], j, room(j))?.uncovered.reduce((s, u) => s + u.to - u.from, 0);

test('moving takes along what is in the room', () => {
	const moved = after(job(), survey.moveRoom('den', 100, -7.5));
	assert.deepEqual(room(moved).outline?.[0], [100, -7.5]);
	assert.deepEqual([room(moved).fixtures[0]?.x, room(moved).fixtures[0]?.y], [120, 12.5]);
	assert.deepEqual(
		moved.boxes.map((b) => b.place),
		[
			{ kind: 'wall', wall: 2, at: 30 },
			{ kind: 'point', x: 172, y: 52.5 }
		]
	);
});
test('turned four times a room is as it was, and no turn or mirror changes what the rule finds', () => {
	let j = job();
	const before = openIn(j);
	for (let i = 0; i < 4; i++) {
		j = after(j, survey.turnRoom('den', 90));
		assert.equal(openIn(j), before);
		assert.deepEqual(referenceFaults(j), []);
	}
	assert.deepEqual(j, job());
	const mirrored = after(j, survey.mirrorRoom('den'));
	assert.ok(signedArea(room(mirrored).outline ?? []) > 0);
	assert.equal(openIn(mirrored), before);
	assert.deepEqual(after(mirrored, survey.mirrorRoom('den')), job());
});
test('a quarter turn of a fixture keeps its middle and changes its sides over', () => {
	const turned = room(after(job(), fixtures.turnFixture('den', 'f', 90))).fixtures[0];
	assert.deepEqual([turned?.x, turned?.y, turned?.widthIn, turned?.depthIn], [30, 10, 10, 30]);
	const corners = fixtureCorners(fixture({ turnDeg: 90 }));
	assert.deepEqual(corners[0], [40, 10]);
});
test('a copy stands beside, under the next name, without boxes', () => {
	const copied = after(job(), survey.copyRoom('den', newId));
	const [, copy] = copied.rooms;
	assert.deepEqual([copy?.name, copy?.outline?.[0], copy?.breaks.length, copied.boxes.length], ['Den 2', [149, 0], 1, 2]);
	assert.notEqual(copy?.breaks[0]?.id, 'd');
});
test('rooms join on a wall: faces a partition apart, and the door is cut on both sides', () => {
	const hall = newRoom({ id: 'hall', name: 'Hall', kind: 'hallway' }, { outline: rect(900, 900, 40, 200) });
	// Wall 0 of the den, with its door, against wall 1 of the hall, 10 in from its start.
	const joined = after(job(den(), hall), survey.joinRoom('den', 0, { roomId: 'hall', wall: 1, offset: 10 }));
	const den2 = room(joined);
	assert.deepEqual(den2.outline?.[1], [945, 910]);
	assert.equal(signedArea(den2.outline ?? []), 144 * 120);
	const cut = after(joined, survey.cutThrough('den', newId));
	const [door] = room(cut, 'hall').breaks;
	assert.deepEqual([door?.wall, door?.from, door?.to, door?.swingsIn], [1, 110, 142, false]);
	assert.equal(room(after(cut, survey.cutThrough('den', newId)), 'hall').breaks.length, 1, 'once is enough');
	assert.equal(survey.behindWall(cut, room(cut, 'hall'), { wall: 1, from: 110, to: 142 })?.room.id, 'den');
});
test('corners: moved, added, refused where walls would cross', () => {
	const j = job(den({ counters: [] }));
	const moved = after(j, survey.moveCorner('den', 2, [150, 130]));
	assert.deepEqual(room(moved).outline?.[2], [150, 130]);
	assert.throws(() => after(j, survey.moveCorner('den', 2, [70, -20])), /Wall \d and wall \d of Den would cross/);
	assert.throws(() => after(j, survey.moveCorner('den', 1, [30, 0])), /wall 1 of Den would extend past the end/);
	const cornered = after(job(), survey.addCorner('den', 2, 20));
	assert.equal(room(cornered).outline?.length, 5);
	assert.deepEqual(cornered.boxes[0]?.place, { kind: 'wall', wall: 3, at: 10 });
	assert.throws(() => after(job(), survey.addCorner('den', 0, 20)), /A door is there/);
});
test('an outline that crosses itself is refused with its walls, and nothing is changed', () => {
	const j = { ...job(newRoom({ id: 'den', name: 'Den', kind: 'den' })), boxes: [] };
	const bow: Point[] = [
		[0, 0],
		[100, 100],
		[100, 0],
		[0, 100]
	];
	assert.throws(
		() => after(j, survey.setOutline('den', { outline: bow, breaks: [] }, newId)),
		/Wall 1 and wall 3 of Den would cross/
	);
	assert.throws(
		() => after(j, survey.setOutline('den', { outline: bow.slice(0, 2), breaks: [] }, newId)),
		/at least three walls, got 2/
	);
	assert.equal(room(j).outline, null);
	const set = after(
		j,
		survey.setOutline(
			'den',
			{
				outline: rect(3, 4, 100, 90),
				breaks: [
					{ kind: 'counter', wall: 1, from: 0, to: 50 },
					{ kind: 'door', wall: 0, from: 5, to: 37 }
				]
			},
			newId
		)
	);
	assert.deepEqual([room(set).outline?.[0], room(set).counters.length, room(set).breaks.length], [[0, 0], 1, 1]);
	const hung = job(newRoom({ id: 'den', name: 'Den', kind: 'den' }, { outline: rect(0, 0, 144, 120) }));
	assert.throws(
		() => after(hung, survey.setOutline('den', { outline: rect(0, 0, 9, 9), breaks: [] }, newId)),
		/has boxes on its walls/
	);
});
test('breaks and counters: moved and sized, refused where they overlap or hang over', () => {
	const two = den({ breaks: [...den().breaks, { id: 'o', wall: 0, from: 60, to: 90, kind: 'opening' }] });
	const edit = (change: Parameters<typeof walls.editBreak>[2]) => after(job(two), walls.editBreak('den', 'd', change));
	assert.deepEqual(room(edit({ from: 28, to: 60 })).breaks[0]?.to, 60);
	assert.throws(() => edit({ to: 60.0625 }), /overlap the opening at 5' 0" on wall 1/);
	assert.throws(() => edit({ from: 120, to: 150 }), /12' 0" long: it would extend past/);
	assert.throws(() => edit({ from: 44 }), /must have a width/);
	assert.throws(() => edit({ wall: 7 }), /walls 1 to 4, got 8/);
	assert.throws(
		() => after(job(), walls.addCounter('den', { id: 'x', wall: 1, from: 70, to: 90, depthIn: 25 })),
		/overlap the counter at 1' 8"/
	);
	// Another wall, the one beside it end to end, and its own old place are free.
	const counters = (change: (j: Job) => Job) => room(change(job())).counters.map((c) => [c.id, c.wall, c.from, c.to]);
	const [own] = den().counters;
	assert.ok(own);
	const added = (wall: number, from: number, to: number) =>
		counters((j) => after(j, walls.addCounter('den', { id: 'x', wall, from, to, depthIn: 25 }))).at(-1);
	assert.deepEqual(added(2, own.from, own.to), ['x', 2, own.from, own.to]);
	assert.deepEqual(added(1, own.to, own.to + 10), ['x', 1, own.to, own.to + 10]);
	assert.deepEqual(added(1, 0, own.from), ['x', 1, 0, own.from]);
	assert.throws(() => added(1, own.to - 1, own.to + 10), /overlap the counter/);
	assert.throws(() => added(1, 0, own.from + 1), /overlap the counter/);
	assert.deepEqual(counters((j) => after(j, walls.editCounter('den', own.id, { from: own.from + 2 })))[0]?.[2], own.from + 2);
});
test('a thing stands against any wall, also a slanting one', () => {
	const slant: Point[] = [
		[0, 0],
		[100, 0],
		[200, 100],
		[0, 100]
	];
	for (const [wall, outline] of [
		[0, rect(0, 0, 144, 120)],
		[1, rect(0, 0, 144, 120)],
		[2, rect(0, 0, 144, 120)],
		[3, rect(0, 0, 144, 120)],
		[1, slant]
	] as const) {
		const at = fixtures.standAgainst(outline, { wall, from: 12, gapIn: 2 }, { widthIn: 30, depthIn: 20 });
		const off = fixtureCorners(at).map((p) => {
			const [a, b] = [outline[wall] as Point, outline[(wall + 1) % outline.length] as Point];
			const length = wallLength(outline, wall);
			return ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / length;
		});
		assert.ok(Math.abs(Math.min(...off) - 2) < 0.1 && Math.abs(Math.max(...off) - 22) < 0.1, `wall ${wall}: ${off.join(', ')}`);
	}
});
test('studs by wall, forbidden and preferred stretches shape the proposal, and never its number where they need not', () => {
	const bare = (more: Partial<Room>) => ({
		...job(
			newRoom(
				{ id: 'den', name: 'Den', kind: 'den' },
				{
					outline: rect(0, 0, 144, 120),
					breaks: [{ id: 'd', wall: 0, from: 12, to: 44, kind: 'door' }],
					...more
				}
			)
		),
		boxes: []
	});
	const proposal = (j: Job) => roomWalls(editions['2023'], j, room(j))?.proposal ?? [];
	const free = proposal(bare({}));
	assert.equal(free.length, 4);
	const studs = proposal(bare({ studs: [{ wall: 2, spacing: 24, offset: 10 }] }));
	assert.equal(studs.length, 4);
	for (const p of studs.filter((p) => p.wall === 2))
		assert.ok(
			[10, 34, 58, 82, 106, 130].some((s) => Math.abs(p.at - s) <= 3),
			`${p.at}`
		);
	const off = proposal(bare({ marks: [{ id: 'm', wall: 2, from: 0, to: 144, kind: 'keep-off', note: '' }] }));
	assert.ok(off.every((p) => p.wall !== 2 || p.at === 0 || p.at === 144));
	const want = proposal(bare({ marks: [{ id: 'm', wall: 1, from: 70, to: 76, kind: 'prefer', note: '' }] }));
	assert.ok(want.length === 4 && want.some((p) => p.wall === 1 && p.at >= 70 && p.at <= 76), JSON.stringify(want));
	const swing = proposal(bare({ breaks: [{ id: 'd', wall: 0, from: 4, to: 36, kind: 'door', hinge: 'from', swingsIn: true }] }));
	assert.ok(
		swing.every((p) => p.wall !== 3 || p.at <= 120 - 32),
		'not behind the open door'
	);
});
test('turning, moving and mirroring any room of walls and doors leaves the count to add as it was', () => {
	const any = fc.record({
		w: fc.integer({ min: 60, max: 300 }),
		h: fc.integer({ min: 60, max: 300 }),
		door: fc.integer({ min: 0, max: 20 }),
		at: fc.integer({ min: 0, max: 59 }),
		wall: fc.integer({ min: 0, max: 3 })
	});
	fc.assert(
		fc.property(any, ({ w, h, door, at, wall }) => {
			const base: Job = {
				...job(
					newRoom(
						{ id: 'den', name: 'Den', kind: 'den' },
						{
							outline: rect(0, 0, w, h),
							breaks: [{ id: 'd', wall: 0, from: door, to: door + 32, kind: 'opening' }]
						}
					)
				)
			};
			base.boxes = [newBox('x', 'X', { state: 'planned', roomId: 'den', heightIn: 16, place: { kind: 'wall', wall, at } })];
			const count = (j: Job) => roomWalls(editions['2023'], j, room(j))?.proposal.length;
			for (const command of [survey.turnRoom('den', 90), survey.mirrorRoom('den'), survey.moveRoom('den', 33, -8)])
				assert.equal(count(after(base, command)), count(base));
		}),
		{ seed: 9, numRuns: 80 }
	);
});
