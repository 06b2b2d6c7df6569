import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { editions } from '../../src/core/code/editions';
import { DEMOS } from '../../src/core/demo';
import { quillback } from '../../src/core/demo/quillback';
import { drawPlan, type PlanBox, type PlanDrawing } from '../../src/core/formats/plan-drawing';
import { planDxf } from '../../src/core/formats/dxf-out';
import { planSvg } from '../../src/core/formats/plan-svg';
import { fanOut } from '../../src/core/formats/plan-fan';
import { boxLabels, labelRect, namedFixtures, roomLabels, touch, type RoomLabel } from '../../src/core/formats/plan-labels';
import { inside } from '../../src/core/model/geometry';
import type { Point } from '../../src/core/model/known';

const plans = Object.values(DEMOS).flatMap((make) => {
	const { job } = make();
	const stories = [...new Set(job.rooms.map((r) => r.story))];
	return stories.map((story) => drawPlan(editions[job.edition], job, story));
});
const SCALES = [0.25, 0.4, 0.7, 1, 1.6, 2.5, 4];
const symbol = ({ x, y }: PlanBox) => ({ x, y, halfWidth: 9, halfHeight: 9 });
const boxesOf = (points: readonly Point[]) => {
	const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
	const [l, r, t, f] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
	return { x: (l + r) / 2, y: (t + f) / 2, halfWidth: (r - l) / 2, halfHeight: (f - t) / 2 };
};

test('no room name lies on a fixture, a symbol or another name, and each is within its room, at every scale', () => {
	for (const scale of SCALES) {
		for (const plan of plans) {
			const labels = roomLabels(plan, scale);
			const rects = labels.map((l) => labelRect(l, scale));
			for (const [i, rect] of rects.entries()) {
				const room = plan.rooms.find((r) => r.id === labels[i]?.roomId);
				assert.ok(room);
				const corners: Point[] = [-1, 1].flatMap((sx) =>
					[-1, 1].map((sy): Point => [rect.x + sx * rect.halfWidth * 0.99, rect.y + sy * rect.halfHeight * 0.99])
				);
				assert.ok(
					corners.every((c) => inside(room.floor, c)),
					`${room.name} at ${scale}`
				);
				assert.ok(!plan.boxes.some((b) => touch(symbol(b), rect)), `${room.name} on a symbol at ${scale}`);
				assert.ok(!room.fixtures.some((f) => touch(boxesOf(f.corners), rect)), `${room.name} on a fixture at ${scale}`);
				assert.ok(!rects.some((other, j) => j !== i && touch(other, rect)), `${room.name} on a name at ${scale}`);
			}
		}
	}
});
test('a room with one row of spots for its name still has it, in the middle', () => {
	const floor: Point[] = [
		[0, 0],
		[200, 0],
		[200, 10],
		[0, 10]
	];
	const hall = { id: 'r', name: 'Hall', size: null, floor, fixtures: [], doors: [] } as unknown as PlanDrawing['rooms'][number];
	const [label] = roomLabels({ rooms: [hall], boxes: [] }, 4);
	assert.deepEqual(label?.at, [100, 5]);
});
test('box names: on no symbol, no room name and no other box name; the picked one is always there', () => {
	for (const scale of SCALES) {
		for (const plan of plans.filter((p) => p.boxes.length)) {
			const rooms = roomLabels(plan, scale);
			const wanted = plan.boxes.map((b) => b.id);
			const labels = boxLabels(plan, { wanted, rooms, scale });
			assert.equal(labels[0]?.boxId, wanted[0]);
			const rects = labels.map((l) => ({
				x: l.at[0],
				y: l.at[1],
				halfWidth: (l.name.length * 0.45 * l.px) / 2 / scale,
				halfHeight: (l.px * 1.2) / 2 / scale
			}));
			for (const [i, rect] of rects.entries()) {
				if (i === 0) continue;
				assert.ok(!plan.boxes.some((b) => touch(symbol(b), rect)), `${labels[i]?.name} on a symbol at ${scale}`);
				assert.ok(!rooms.some((r) => touch(labelRect(r, scale), rect)), `${labels[i]?.name} on a room's name at ${scale}`);
				assert.ok(!rects.some((other, j) => j < i && touch(other, rect)), `${labels[i]?.name} on a name at ${scale}`);
			}
		}
	}
});

const room = (name: string, width: number, depth: number, more: Partial<PlanDrawing['rooms'][number]> = {}) => ({
	id: name,
	name,
	kind: 'den' as const,
	size: '',
	label: null,
	floor: [
		[0, 0],
		[width, 0],
		[width, depth],
		[0, depth]
	] as Point[],
	open: false,
	walls: [],
	doors: [],
	thresholds: [],
	windows: [],
	counters: [],
	fixtures: [],
	marks: [],
	reach: [],
	...more
});
const written = (r: ReturnType<typeof room>, scale = 1): Partial<RoomLabel> | undefined =>
	roomLabels({ rooms: [r], boxes: [] }, scale)[0];

test('how a name is written: with its size, alone, narrow, in two lines, upward, not at all', () => {
	// "Bedroom" is 7 x 0.56 x 15 = 58.8 px wide and 18 high; its size 11 x 0.61 x 12.3 = 82.5; narrow 7 x 0.45 x 14 = 44.1.
	const bed = (width: number, depth: number) => written(room('Bedroom', width, depth, { size: `12' 0" x 9'` }));
	assert.deepEqual(bed(120, 60), {
		roomId: 'Bedroom',
		at: [60, 30],
		lines: ['Bedroom'],
		size: `12' 0" x 9'`,
		upright: false,
		px: 15,
		narrow: false
	});
	assert.deepEqual([bed(80, 60)?.size, bed(80, 60)?.narrow], [null, false]);
	assert.deepEqual([bed(50, 40)?.narrow, bed(50, 40)?.upright], [true, false]);
	assert.deepEqual([bed(30, 80)?.narrow, bed(30, 80)?.upright], [false, true]);
	assert.deepEqual([bed(30, 50)?.narrow, bed(30, 50)?.upright], [true, true]);
	assert.deepEqual([bed(40, 20)?.px, bed(40, 20)?.upright], [12, false]);
	assert.equal(bed(30, 30), undefined);
	// Two lines of 14 px are 33.6 high; "bay 2" and "Garage," are 7 letters at most.
	assert.deepEqual(written(room('Garage, bay 2', 50, 60))?.lines, ['Garage,', 'bay 2']);
});
test('a name stands in the middle, and aside where something stands there', () => {
	const thing = (x: number) => ({
		id: 't',
		kind: 'table',
		name: 'table',
		corners: [
			[x, 20],
			[x + 40, 20],
			[x + 40, 80],
			[x, 80]
		] as Point[],
		middle: [x + 20, 50] as Point,
		width: 40
	});
	assert.deepEqual(written(room('Den', 200, 100))?.at, [100, 50]);
	const aside = written(room('Den', 200, 100, { fixtures: [thing(80)] }))?.at ?? [0, 0];
	assert.ok(aside[0] < 68 || aside[0] > 132, `${aside}`);
	// The thing itself is named where its own name fits: "table" is 5 x 0.45 x 11 = 24.8 px of 40.
	const plan = { rooms: [room('Den', 200, 100, { fixtures: [thing(80)] })], boxes: [] };
	assert.deepEqual([...namedFixtures(plan, 1)], ['t']);
	assert.deepEqual([...namedFixtures(plan, 0.55)], []);
	assert.deepEqual([...namedFixtures({ ...plan, boxes: [box('a', 100, 50)] }, 1)], []);
});

function box(id: string, x: number, y: number, turn = 90): PlanBox {
	return { id, name: id, symbol: 'duplex' as PlanBox['symbol'], x, y, turn, state: 'found', protection: 'none' };
}
test('the name of a box stands above it, else where there is room the nearest; the first one stands even where there is none', () => {
	const named = (boxes: PlanBox[], wanted = ['a']) =>
		boxLabels({ rooms: [], boxes }, { wanted, rooms: [], scale: 1 }).map(({ boxId, at, leader }) => ({ boxId, at, leader }));
	// One letter of 14 px is 6.3 px wide and 16.8 high: 9 of the symbol, 2 between, 8.4 to its middle.
	const alone = { boxId: 'a', at: [0, -19.4], leader: null };
	assert.deepEqual(named([box('a', 0, 0)]), [alone]);
	assert.deepEqual(named([box('a', 0, 0), box('b', 0, -20)])[0]?.at, [0, 19.4]);
	// All around it is taken, and 16 px off still by their symbols: 34 px off, with a line.
	const ring = [-1, 0, 1].flatMap((x) => [-1, 0, 1].map((y) => box(`r${x}${y}`, 20 * x, 20 * y)));
	const [out] = named([...ring, box('a', 0, 0)]);
	assert.deepEqual([out?.at[0], Math.round(10 * (out?.at[1] ?? 0)) / 10, out?.leader === null], [0, -51.4, false]);
	const everywhere = Array.from({ length: 13 }, (_, x) =>
		Array.from({ length: 13 }, (_, y) => box(`e${x}-${y}`, 15 * x - 90, 15 * y - 90))
	);
	assert.deepEqual(named([box('a', 0, 0), box('b', 5, 0), ...everywhere.flat()], ['a', 'b']), [alone]);
});
test('neighbors on one spot are fanned along their wall, each with where it really is; others stay the same objects', () => {
	const far = box('far', 100, 0);
	const [a, b, c] = fanOut([box('a', 0, 0), box('b', 4, 0), far]);
	assert.equal(c, far);
	assert.ok(a && b);
	// 17 in apart around the middle of 2.
	const tenth = (v: number) => Math.round(v * 10) / 10 + 0;
	assert.deepEqual([a.x, b.x, a.y, b.y].map(tenth), [-6.5, 10.5, 0, 0]);
	assert.deepEqual(
		[a.at, b.at],
		[
			[0, 0],
			[4, 0]
		]
	);
	const many = fanOut(Array.from({ length: 5 }, (_, i) => box(String(i), i, 0)));
	for (const [i, one] of many.entries())
		for (const other of many.slice(i + 1))
			assert.ok(Math.hypot(one.x - other.x, one.y - other.y) > 14, `${one.id} and ${other.id}`);
});

test('a drawing to measure in has moved symbols where they are; a picture has a line to there', () => {
	const moved = { ...box('m', 106.5, 40), at: [100, 40] as Point };
	const plan = { x: 0, y: 0, width: 200, height: 100, rooms: [room('Den', 200, 100)], boxes: [moved], panels: [] };
	const title = { name: 'Small', sub: '' };
	const still = planDxf({ ...plan, boxes: [{ ...box('m', 100, 40) }] }, title);
	assert.equal(planDxf(plan, title), still);
	assert.notEqual(planDxf({ ...plan, boxes: [box('m', 106.5, 40)] }, title), still);
	assert.match(planSvg(plan, title), /<path d="M0 0L-6\.5 0" stroke="#6a6154"/);
	assert.doesNotMatch(planSvg({ ...plan, boxes: [box('m', 106.5, 40)] }, title), /stroke="#6a6154" stroke-width="0\.9"/);
});
test('a name is set anew when a symbol in its room moves, and only then', () => {
	const den = room('Den', 200, 100);
	const far = room('Hall', 200, 100, { floor: den.floor.map(([x, y]): Point => [x + 500, y]) });
	const labels = (x: number) => roomLabels({ rooms: [den, far], boxes: [box('a', x, 50)] }, 1);
	const [before, after, back] = [labels(20), labels(100), labels(20)];
	assert.notDeepEqual(before[0], after[0]);
	assert.deepEqual(before[0], back[0]);
	assert.equal(before[1], after[1]);
});
test('the name of a room round a corner stands within its walls, however much room there is beside it', () => {
	const floor: Point[] = [
		[0, 0],
		[300, 0],
		[300, 60],
		[60, 60],
		[60, 300],
		[0, 300]
	];
	const [label] = roomLabels({ rooms: [room('Den', 300, 300, { floor })], boxes: [] }, 1);
	assert.ok(label && inside(floor, label.at), String(label?.at));
});
test('what is kept of a drawing is of the same boxes beside the same neighbors, in a room that stands as it did', () => {
	const { job } = quillback();
	const draw = (j: typeof job) => drawPlan(editions[job.edition], j, 0).boxes;
	draw(job);
	const shifted = produce(job, (d) => {
		for (const r of d.rooms) if (r.outline) r.outline = r.outline.map(([x, y]) => [x, y + 7]);
	});
	assert.deepEqual(draw(shifted), draw(structuredClone(shifted)));
	// Of two walls that meet: straight apart, upward or downward.
	const one = { ...box('a', 0, 0), turn: -90 };
	const [below, above] = [4, -4].map((y) => fanOut([one, { ...box('b', 0, y), turn: 0 }])[0]);
	assert.deepEqual([below?.x, above?.x, below?.y, above?.y], [0, 0, -6.5, 6.5]);
});
test('an edit of one box leaves the symbols of those that it does not touch as the same objects', () => {
	const { job } = quillback();
	const before = drawPlan(editions[job.edition], job, 0);
	const after = drawPlan(
		editions[job.edition],
		produce(job, (d) => {
			const box = d.boxes.find((b) => b.name === 'N-02');
			if (box?.place?.kind === 'wall') box.place.at += 1;
		}),
		0
	);
	const anew = after.boxes.filter((b) => !before.boxes.includes(b)).map((b) => b.name);
	assert.deepEqual(anew, ['N-02']);
});
