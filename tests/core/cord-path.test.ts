import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { cordWay } from '../../src/core/protection/articles/210-8-cord-path';
import { outletFacts } from '../../src/core/protection/outlet-facts';
import { protectionNeed } from '../../src/core/protection/needs';
import { editions } from '../../src/core/code/editions';
import { distanceToFixture } from '../../src/core/model/geometry';
import type { Fixture, Job, Point, Room } from '../../src/core/model/known';
import { newRoom } from '../../src/core/model/new-job';
import { box, job, near } from './small-job';

const sink = (x: number, y: number): Fixture => ({ id: 'sink', kind: 'sink', name: 'sink', x, y, widthIn: 20, depthIn: 16 });
/** An L: the lower arm runs right, the upper one up at the left; its inner corner at (60, 60). */
const ell: Point[] = [
	[0, 0],
	[144, 0],
	[144, 60],
	[60, 60],
	[60, 144],
	[0, 144]
];
const rect = (x: number, y: number, w: number, h: number): Point[] => [
	[x, y],
	[x + w, y],
	[x + w, y + h],
	[x, y + h]
];
const wayIn = (rooms: Room[], room: Room, from: Point, through: boolean) =>
	cordWay({ ...job(), rooms } as Job, { room, from }, { kinds: ['sink'], throughDoors: through });
/** The house a long way off, and a quarter turned there: no way in it is longer or shorter for that. */
const moved = ([x, y]: Point): Point => [1000 - y, x - 500];
const movedRoom = (r: Room): Room => ({
	...r,
	outline: r.outline?.map(moved) ?? null,
	fixtures: r.fixtures.map((f) => {
		const [x, y] = moved([f.x, f.y + f.depthIn]);
		return { ...f, x, y, widthIn: f.depthIn, depthIn: f.widthIn };
	})
});
const way = (rooms: Room[], room: Room, from: Point, through = true) => {
	const got = wayIn(rooms, room, from, through);
	const there = rooms.map(movedRoom);
	const again = wayIn(there, there[rooms.indexOf(room)] as Room, moved(from), through);
	assert.ok(
		got === null ? again === null : near(again?.inches ?? NaN, got.inches, 1e-6),
		`${got?.inches}, moved ${again?.inches}`
	);
	return got;
};

test('in sight: the straight line to the nearest edge', () => {
	const r = newRoom({ id: 'r', name: 'Room', kind: 'den' }, { outline: rect(0, 0, 144, 120), fixtures: [sink(60, 50)] });
	assert.equal(way([r], r, [20, 58])?.inches, 40);
	assert.equal(way([r], r, [60, 50])?.inches, 0);
});
test('round the corner of an L: by the corner, and not through the wall', () => {
	const r = newRoom({ id: 'r', name: 'Room', kind: 'den' }, { outline: ell, fixtures: [sink(70, 20)] });
	// From (60, 100) on the inner wall: 40 in down to the corner, then (60, 60) to the sink at (70, 36): 26 in.
	const got = way([r], r, [60, 100]);
	assert.ok(near(got?.inches ?? 0, 66, 1e-6), String(got?.inches));
	// 26 in to the corner and on: 6 ft exactly is within 6 ft.
	assert.ok(near(way([r], r, [60, 106])?.inches ?? 0, 72, 1e-6));
	assert.ok((way([r], r, [60, 106.1])?.inches ?? 0) > 72);
});
test('a thin divider, two ways round it: each corner keeps its own shortest way', () => {
	const divider: Fixture = { id: 'd', kind: 'divider', name: '', x: 30, y: 58, widthIn: 20, depthIn: 4 };
	const low: Fixture = { ...sink(55, 58.5), depthIn: 1 };
	const r = newRoom({ id: 'r', name: 'Room', kind: 'den' }, { outline: rect(0, 0, 144, 120), fixtures: [low, divider] });
	// Over it 20.02 + 20 + 5.59; under it, by the corner that is reached a hair later, 20.22 + 20 + 5.02.
	const got = way([r], r, [10, 61])?.inches ?? 0;
	assert.ok(near(got, Math.hypot(20, 3) + 20 + Math.hypot(5, 0.5), 1e-6), String(got));
});
test('a fixed divider is gone round', () => {
	const divider: Fixture = { id: 'd', kind: 'divider', name: '', x: 40, y: 0, widthIn: 4, depthIn: 60 };
	const r = newRoom({ id: 'r', name: 'Room', kind: 'den' }, { outline: rect(0, 0, 144, 120), fixtures: [sink(50, 0), divider] });
	// Straight it would be 20 in; round its end at (40, 60) and (44, 60): more.
	const got = way([r], r, [30, 8])?.inches ?? Infinity;
	const round = Math.hypot(10, 52) + 4 + Math.hypot(6, 44);
	assert.ok(near(got, round, 1e-6) || got > 84, `${got} against ${round}`);
});

/** Two rooms with a 6 in wall and a doorway from y = 40 to 76 in it. */
const left = newRoom(
	{ id: 'a', name: 'Hall', kind: 'hallway' },
	{
		outline: rect(0, 0, 100, 120),
		breaks: [{ id: 'x', wall: 1, from: 40, to: 76, kind: 'door' }]
	}
);
const right = newRoom(
	{ id: 'b', name: 'Bath', kind: 'bathroom' },
	{
		outline: rect(106, 0, 100, 120),
		breaks: [{ id: 'y', wall: 3, from: 44, to: 80, kind: 'door' }],
		fixtures: [sink(126, 50)]
	}
);
test('through a doorway where the edition lets it; through the wall beside it never', () => {
	// From (90, 58) straight through the doorway: 36 in.
	assert.ok(near(way([left, right], left, [90, 58])?.inches ?? 0, 36, 0.01));
	assert.equal(way([left, right], left, [90, 58], false), null);
	const beside = way([left, right], left, [100, 5])?.inches ?? 0;
	// Straight it is 51.5 in; by the door's near edge (100, 40) and (106, 40) it is 35 + 6 + 22.4.
	assert.ok(beside > 60 && beside < 66, String(beside));
	const walled = { ...left, breaks: [] };
	assert.equal(way([walled, right], walled, [90, 58]), null);
});
test('a window is no way, and another story none', () => {
	const window = { ...left, breaks: [{ id: 'x', wall: 1, from: 40, to: 76, kind: 'window' as const }] };
	assert.equal(way([window, right], window, [90, 58]), null);
	const above = { ...right, story: 1 };
	assert.equal(way([left, above], left, [90, 58]), null);
});
test('the editions differ as the facts say: a doorway counts from 2020 on, and so does the door of the cabinet', () => {
	const need = (key: '2017' | '2020' | '2023', inCabinet: boolean, at: Point, room: Room) => {
		const b = box('o', { roomId: room.id, place: { kind: 'point', x: at[0], y: at[1] }, inCabinet });
		const j: Job = { ...job(), rooms: [left, right], boxes: [b], cables: [] };
		const facts = outletFacts(
			{ edition: editions[key], job: j },
			{
				room: room,
				box: b,
				device: b.devices[0] as (typeof b.devices)[number],
				circuit: undefined
			}
		);
		return protectionNeed(editions[key], facts, { permitDate: j.permitDate }).need.gfci.required;
	};
	assert.deepEqual(
		(['2017', '2020', '2023'] as const).map((key) => need(key, false, [90, 58], left)),
		[false, true, true]
	);
	const den = { ...right, kind: 'den' as const };
	const inDen = (key: '2017' | '2020') => {
		const b = box('o', { roomId: 'b', place: { kind: 'point', x: 126, y: 49 }, inCabinet: true });
		const j: Job = { ...job(), rooms: [den], boxes: [b], cables: [] };
		const facts = outletFacts(
			{ edition: editions[key], job: j },
			{
				room: den,
				box: b,
				device: b.devices[0] as (typeof b.devices)[number],
				circuit: undefined
			}
		);
		return protectionNeed(editions[key], facts, { permitDate: j.permitDate }).need.gfci.required;
	};
	assert.deepEqual([inDen('2017'), inDen('2020')], [false, true]);
});
test('never shorter than the straight line, and the same where the room is convex', () => {
	const spot = fc.tuple(fc.integer({ min: 1, max: 143 }), fc.integer({ min: 1, max: 143 }));
	fc.assert(
		fc.property(spot, spot, (from, at) => {
			const s = sink(Math.min(at[0], 120), Math.min(at[1], 120));
			const whole = newRoom({ id: 'r', name: 'Room', kind: 'den' }, { outline: rect(0, 0, 144, 144), fixtures: [s] });
			const straight = distanceToFixture(from, s);
			const got = way([whole], whole, from)?.inches;
			if (straight <= 84) assert.ok(near(got ?? NaN, straight, 1e-9));
			const bent = newRoom({ id: 'r', name: 'Room', kind: 'den' }, { outline: ell, fixtures: [s] });
			const round = way([bent], bent, from)?.inches ?? Infinity;
			assert.ok(round >= straight - 1e-6);
		})
	);
});
