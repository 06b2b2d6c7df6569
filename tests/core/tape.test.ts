import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { areaSqFt, crossings, signedArea, wallLength } from '../../src/core/model/geometry';
import { closeWalk, drawWalk, readTape, sayWalk, type TapeWalk } from '../../src/core/edit/tape';

const read = (text: string): TapeWalk => {
	const got = readTape(text);
	assert.ok(got.ok, got.ok ? '' : got.faults[0]?.message);
	return got.walk;
};
// Lengths in inches and turns, left positive.
const readings: [typed: string, walls: [length: number, turn: number][]][] = [
	[
		"12'6 r 10' r 12'6 r 10'",
		[
			[150, -90],
			[120, -90],
			[150, -90],
			[120, 0]
		]
	],
	[
		'12-6 l 10 1/2" l 150 l',
		[
			[150, 90],
			[10.5, 90],
			[150, 90]
		]
	],
	[
		"12' 6 1/2\" l 10'l 12 6 l",
		[
			[150.5, 90],
			[120, 90],
			[150, 90]
		]
	],
	[
		"8' l45 3' l45 6' l",
		[
			[96, 45],
			[36, 45],
			[72, 90]
		]
	],
	[
		'8’ l 6′ 3″ l',
		[
			[96, 90],
			[75, 90]
		]
	],
	[
		"4' d32 5' r 3' r",
		[
			[48 + 32 + 60, -90],
			[36, -90]
		]
	],
	[
		'12.5ft r 10 feet r',
		[
			[150, -90],
			[120, -90]
		]
	],
	["l12'", []]
];
for (const [typed, walls] of readings) {
	test(`tape: ${typed}`, () => {
		const got = readTape(typed);
		if (!walls.length) return assert.equal(got.ok, false);
		assert.ok(got.ok, got.ok ? '' : got.faults[0]?.message);
		assert.deepEqual(
			got.walk.walls.map((w) => [w.length, w.turnDeg]),
			walls
		);
	});
}
const refusals: [typed: string, says: RegExp][] = [
	['', /at least two lengths/],
	["12'6", /at least two lengths/],
	["r 10'", /after a length.*"r"/],
	["10' r r 5'", /after a length/],
	["10' x 5'", /cannot read "x"/],
	["10' r180 5'", /more than 0 and less than 180 degrees, got r180/],
	["900' r 5'", /at most 500 ft, got 900'/],
	["10' r 0 r", /cannot read the length/]
];
for (const [typed, says] of refusals) {
	test(`tape refuses: ${typed || 'nothing'}`, () => {
		const got = readTape(typed);
		assert.equal(got.ok, false);
		if (!got.ok) assert.match(got.faults[0]?.message ?? '', says);
	});
}

test('a tape begun at a door: the wall is whole again, the door where it was', () => {
	const walk = read("d2'8 4' r 12'6 r 10'2 r 12'6 r 3'6");
	assert.equal(sayWalk(drawWalk(walk)), 'It closes.');
	const room = closeWalk(walk, 'spread');
	assert.equal(room.outline.length, 4);
	assert.ok(signedArea(room.outline) > 0, 'brought round counter-clockwise');
	// Walked from the door: 4 ft of wall lie on its far side, 3 ft 6 in before it.
	assert.deepEqual(room.breaks, [{ kind: 'door', wall: 3, from: 48, to: 80 }]);
	assert.equal(wallLength(room.outline, 3), 122);
});
test('the last wall may be left out', () => {
	const drawn = drawWalk(read("12'6 r 10' r 12'6 r"));
	assert.equal(sayWalk(drawn), `The last wall follows: 10' 0".`);
	assert.equal(areaSqFt(closeWalk(read("12'6 r 10' r 12'6 r"), 'last-wall').outline), 125);
});
test('an error is said with where it lies, and spread by length or put on one wall', () => {
	const walk = read("12'6 r 10' r 12'7 r 10'");
	assert.equal(sayWalk(drawWalk(walk)), 'It ends 1" from where it started: 1" to the left.');
	assert.deepEqual(closeWalk(walk, 'spread').changed, [0.5, 0, -0.5, 0]);
	assert.deepEqual(closeWalk(walk, { wall: 2 }).changed, [0, 0, -1, 0]);
	assert.deepEqual(closeWalk(walk, { wall: 0 }).changed, [1, 0, 0, 0]);
	// 1 in over along, 2 in over across: the wall that was chosen takes what lies along it, the others share what lies across.
	const both = read("12'6 r 10' r 12'7 r 10'2");
	assert.deepEqual(closeWalk(both, { wall: 1 }).changed, [0.5, 2, -0.5, 0]);
	assert.deepEqual(closeWalk(both, { wall: 0 }).changed, [1, 1, 0, -1]);
	assert.throws(() => closeWalk(read("12' r 1' l 12' r"), 'spread'), /no length|cannot be closed/);
});
test('a door at the end of a wall that is made shorter stays on it', () => {
	const room = closeWalk(read("12'6 l 10' l 10' d32 l 10'"), { wall: 2 });
	const [door] = room.breaks;
	assert.ok(door && door.to <= wallLength(room.outline, door.wall) && door.to - door.from === 32);
});
test('L, T, U and angled rooms close with as many walls as were walked', () => {
	const shapes: [string, number, number][] = [
		["12' l 8' l 6' r 4' l 6' l 12'", 6, 120],
		["20' l 6' l 7' r 8' l 6' l 8' r 7' l 6'", 8, 168],
		["20' l 16' l 6' l 8' r 8' r 8' l 6' l 16'", 8, 256],
		["10' l 6' l45 4'3 l45 7' l", 5, -1]
	];
	for (const [typed, walls, sqFt] of shapes) {
		const walk = read(typed);
		const { outline } = closeWalk(walk, drawWalk(walk).error ? 'last-wall' : 'spread');
		assert.equal(outline.length, walls, typed);
		assert.deepEqual(crossings(outline), []);
		if (sqFt > 0) assert.equal(areaSqFt(outline), sqFt, typed);
	}
});
test('spread over square rooms of any size, the error is gone to 1/16 in and no wall changes by more than it', () => {
	const any = fc.record({
		w: fc.integer({ min: 40 * 16, max: 400 * 16 }),
		h: fc.integer({ min: 40 * 16, max: 400 * 16 }),
		off: fc.tuple(fc.integer({ min: -32, max: 32 }), fc.integer({ min: -32, max: 32 }))
	});
	fc.assert(
		fc.property(any, ({ w, h, off: [dx, dy] }) => {
			const walls = [w, h, w + dx, h + dy].map((s, i) => ({ length: s / 16, turnDeg: i < 3 ? 90 : 0 }));
			const { outline, changed } = closeWalk({ walls, breaks: [] }, 'spread');
			assert.equal(outline.length, 4);
			assert.equal(wallLength(outline, 0), wallLength(outline, 2));
			assert.equal(wallLength(outline, 1), wallLength(outline, 3));
			for (const c of changed) assert.ok(Math.abs(c) <= Math.max(Math.abs(dx), Math.abs(dy)) / 16);
		}),
		{ seed: 5, numRuns: 300 }
	);
});
