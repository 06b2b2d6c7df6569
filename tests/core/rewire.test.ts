import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { rewire, type Rewire } from '../../src/core/edit/rewire';
import { plannedOnly, removeCircuits } from '../../src/core/edit/circuits';
import type { Job } from '../../src/core/model/known';
import { box, circuit, job, cable } from './small-job';

/** p -> a -> b -> c on circuit 1, d on circuit 2; all on one wall, feet apart that a test can add up. */
const at = (id: string, inches: number) => box(id, { place: { kind: 'wall', wall: 2, at: inches } });
const two = (): Job =>
	job({
		circuits: [circuit(), circuit({ id: 'c2' })],
		boxes: [at('a', 12), at('b', 48), at('c', 84), at('d', 132)],
		cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 10), cable('p', 'd', 30, { circuitId: 'c2' })]
	});
const fed = (j: Job) => j.cables.map((l) => `${l.circuitId}: ${l.fromId}>${l.toId} ${l.lengthFt}`).sort();
const done = (r: Rewire, start = two()) =>
	fed(
		produce(
			start,
			rewire(r, () => 'new')
		)
	);

const rows: [what: string, r: Rewire, want: string[]][] = [
	[
		'onto a cable: it goes in between, and all three cables are measured',
		{ boxId: 'd', fromCircuitId: 'c2', circuitId: 'c1', afterId: 'b', beforeId: 'c' },
		// 84 in and 3 ft of make-up: 10 ft; 48 in: 7 ft.
		['c1: a>b 12', 'c1: b>d 10', 'c1: d>c 7', 'c1: p>a 40']
	],
	[
		'onto a box: fed from it, as a branch',
		{ boxId: 'd', fromCircuitId: 'c2', circuitId: 'c1', afterId: 'a' },
		['c1: a>b 12', 'c1: a>d 13', 'c1: b>c 10', 'c1: p>a 40']
	],
	[
		'onto a circuit: fed from the nearest box of it; what it fed hangs on the box before it',
		{ boxId: 'b', fromCircuitId: 'c1', circuitId: 'c2' },
		['c1: a>c 9', 'c1: p>a 40', 'c2: d>b 10', 'c2: p>d 30']
	],
	[
		'along its own run, past the next box',
		{ boxId: 'b', fromCircuitId: 'c1', circuitId: 'c1', afterId: 'c' },
		['c1: a>c 9', 'c1: c>b 6', 'c1: p>a 40', 'c2: p>d 30']
	],
	['onto itself: nothing', { boxId: 'b', fromCircuitId: 'c1', circuitId: 'c1', afterId: 'b' }, fed(two())]
];
for (const [what, r, want] of rows) test(`a box dropped ${what}`, () => assert.deepEqual(done(r), want));

test('a box that hangs on no circuit yet is put on one', () => {
	const loose = produce(two(), (d) => void (d.cables = d.cables.filter((l) => l.toId !== 'd')));
	assert.ok(done({ boxId: 'd', fromCircuitId: null, circuitId: 'c1' }, loose).includes('c1: c>d 7'));
});
test('a cable in the wall is not cut by a drag, and nothing is changed', () => {
	const built = produce(two(), (d) => void ((d.cables[2] as Job['cables'][number]).state = 'built'));
	for (const r of [
		{ boxId: 'c', fromCircuitId: 'c1', circuitId: 'c2' },
		{ boxId: 'd', fromCircuitId: 'c2', circuitId: 'c1', afterId: 'b', beforeId: 'c' },
		{ boxId: 'b', fromCircuitId: 'c1', circuitId: 'c2' }
	])
		assert.throws(() => done(r, built), /The cable from B to C is already installed/);
});
test('what is only planned can be taken out at once; a circuit with a cable in the wall stays', () => {
	const built = produce(two(), (d) => void ((d.cables[2] as Job['cables'][number]).state = 'built'));
	assert.deepEqual(plannedOnly(built), ['c2']);
	const left = produce(built, removeCircuits(plannedOnly(built)));
	assert.deepEqual([left.circuits.length, left.cables.length, left.boxes.length], [1, 3, 4]);
});
