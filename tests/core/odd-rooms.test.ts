import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { editions } from '../../src/core/code/editions';
import { layoutWalls, type WallsCase } from '../../src/core/layout/walls';
import { turner, wallLength } from '../../src/core/model/geometry';
import type { Point } from '../../src/core/model/known';
import { closeWalk, readTape } from '../../src/core/edit/tape';
import { runs } from './few';

const e = editions['2023'];
const taped = (text: string): Point[] => {
	const read = readTape(text);
	assert.ok(read.ok, text);
	return closeWalk(read.walk, 'last-wall').outline;
};
const lay = (outline: Point[], breaks: WallsCase['breaks'] = [], receptacles: WallsCase['receptacles'] = []) =>
	layoutWalls(e, { roomKind: 'den', outline, breaks, receptacles });
const around = (outline: Point[]) => outline.reduce((sum, _, wall) => sum + wallLength(outline, wall), 0);
const door = (wall: number, from: number, to: number) => ({ wall, from, to, kind: 'door' as const });

// Shapes by tape, with what is around and the fewest by hand: one for each 12 ft or part of the unbroken line.
const shapes: [what: string, tape: string, feetAround: number, least: number][] = [
	['an L', "20' l 16' l 10' l 6' r 10' l", 72, 6],
	['a T', "24' l 6' l 8' r 10' l 8' l 10' r 8' l", 80, 7],
	['a U', "20' l 16' l 6' l 8' r 8' r 8' l 6' l", 88, 8],
	['a room with a cut corner', "12' l 9' l45 4'3 l45 9' l", 46.2, 4]
];
for (const [what, tape, feet, least] of shapes) {
	test(`${what}: one space round every corner, ${least} minimum`, () => {
		const outline = taped(tape);
		assert.ok(Math.abs(around(outline) / 12 - feet) < 0.6, `${around(outline) / 12} ft around`);
		const got = lay(outline);
		assert.deepEqual([got.spaces.length, got.minimum], [1, least]);
		assert.equal(got.proposal.length, least);
		assert.deepEqual(lay(outline, [], got.proposal).uncovered, []);
	});
}
test('a bay of many short walls is one wall space, measured along them', () => {
	const bay: Point[] = Array.from({ length: 13 }, (_, i): Point => {
		const angle = (Math.PI * i) / 12;
		return [120 - 96 * Math.cos(angle), 100 + 96 * Math.sin(angle)];
	});
	const outline: Point[] = [[24, 0], [216, 0], ...bay.slice().reverse()];
	const got = lay(outline, [door(0, 10, 182)]);
	assert.equal(got.spaces.length, 1);
	assert.ok(Math.abs((got.spaces[0]?.length ?? 0) - (around(outline) - 172)) < 0.5);
	assert.deepEqual(lay(outline, [door(0, 10, 182)], got.proposal).uncovered, []);
});
test('a room whose every wall is broken has a space round each corner', () => {
	const outline = taped("12' l 12' l 12' l");
	const doors = [0, 1, 2, 3].map((wall) => door(wall, 56, 88));
	const got = lay(outline, doors);
	assert.deepEqual(
		got.spaces.map((s) => [s.length, s.required]),
		[112, 112, 112, 112].map((l) => [l, true])
	);
	assert.equal(got.minimum, 4);
});

const room = fc.record({
	w: fc.integer({ min: 30, max: 320 }),
	h: fc.integer({ min: 30, max: 320 }),
	cut: fc.tuple(fc.integer({ min: 5, max: 25 }), fc.integer({ min: 5, max: 25 })),
	doors: fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 90 })), { maxLength: 3 }),
	at: fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 100 })), { maxLength: 4 }),
	more: fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 100 }))
});
type Room = typeof room extends fc.Arbitrary<infer R> ? R : never;
/** An L, its doors where they fit, its receptacles by their share of a wall. */
function made({ w, h, cut: [cw, ch], doors, at }: Room) {
	const outline: Point[] = [
		[0, 0],
		[w, 0],
		[w, h],
		[w - cw, h],
		[w - cw, h - ch],
		[0, h - ch]
	];
	const breaks = doors
		.filter(([wall], i) => doors.findIndex(([other]) => other === wall) === i)
		.map(([wall, from]) =>
			door(wall, (wallLength(outline, wall) * from) / 100, wallLength(outline, wall) * Math.min(1, from / 100 + 0.3))
		)
		.map((b) => ({ ...b, from: Math.round(b.from), to: Math.round(b.to) }))
		.filter((b) => b.to > b.from);
	const place = ([wall, share]: readonly [number, number]) => ({
		wall,
		at: Math.round((wallLength(outline, wall) * share) / 100)
	});
	return { outline, breaks, receptacles: at.map(place), place };
}
const left = (r: ReturnType<typeof lay>) => r.uncovered.reduce((sum, u) => sum + u.to - u.from, 0);

test('one receptacle more never leaves more out of reach, nor more to add', () => {
	fc.assert(
		fc.property(room, (r) => {
			const { outline, breaks, receptacles, place } = made(r);
			const before = lay(outline, breaks, receptacles);
			const after = lay(outline, breaks, [...receptacles, place(r.more)]);
			const spacing = (x: typeof before) =>
				x.findings.filter((f) => f.id.startsWith('wall:')).reduce((s, f) => s + (f.have ?? 0), 0);
			assert.ok(left(after) <= left(before));
			assert.ok(spacing(after) <= spacing(before));
			assert.ok(after.proposal.length <= before.proposal.length);
		}),
		{ seed: 21, numRuns: runs(300) }
	);
});
test('turned or mirrored, a room is found to be the same', () => {
	fc.assert(
		fc.property(room, fc.constantFrom(90, 180, 270), (r, deg) => {
			const { outline, breaks, receptacles } = made(r);
			const before = lay(outline, breaks, receptacles);
			const turned = lay(outline.map(turner(deg)), breaks, receptacles);
			const n = outline.length;
			const flip = <T extends { wall: number }>(b: T) => (2 * n - 2 - b.wall) % n;
			const length = (wall: number) => wallLength(outline, wall);
			const mirrored = lay(
				[...outline].reverse().map(([x, y]): Point => [-x, y]),
				breaks.map((b) => ({ ...b, wall: flip(b), from: length(b.wall) - b.to, to: length(b.wall) - b.from })),
				receptacles.map((p) => ({ wall: flip(p), at: length(p.wall) - p.at }))
			);
			for (const other of [turned, mirrored]) {
				assert.equal(left(other), left(before));
				assert.equal(other.minimum, before.minimum);
				assert.equal(other.proposal.length, before.proposal.length);
			}
		}),
		{ seed: 22, numRuns: runs(200) }
	);
});
