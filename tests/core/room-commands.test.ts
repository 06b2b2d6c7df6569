import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { runOf } from '../../src/core/run/runs';
import { addRoom, addBreak, removeBreak, setRectangle } from '../../src/core/edit/rooms';
import { detachBox, moveToCircuit } from '../../src/core/edit/cables';
import type { Command } from '../../src/core/edit/command';
import { wallLength } from '../../src/core/model/geometry';
import type { Job } from '../../src/core/model/known';
import { referenceFaults } from '../../src/core/model/file/references';
import { box, circuit, den, job, cable } from './small-job';

const done = (j: Job, ...all: Command[]): Job => all.reduce((at, command) => produce(at, command), j);
const bare = () => done(job({ boxes: [], cables: [] }), addRoom('r', 'Study'));

test('a room of typed lengths stands beside what is drawn, lies on nothing, and has its wall spaces', () => {
	const j = done(bare(), setRectangle('r', 150.5, 120));
	const outline = j.rooms.find((r) => r.id === 'r')?.outline ?? [];
	assert.deepEqual(
		outline.map((_, i) => wallLength(outline, i)),
		[150.5, 120, 150.5, 120]
	);
	assert.ok(Math.min(...outline.map((p) => p[0])) > 144, 'to the right of the den');
	assert.deepEqual(referenceFaults(j), []);
	assert.ok(assess(j).stages.layout.findings.some((f) => f.subject.id === 'r' && f.severity === 'violation'));
});
const refusals: [what: string, command: Command, says: RegExp][] = [
	['walls for a room that has them', setRectangle('den', 100, 100), /already has walls/],
	['a room too small', setRectangle('r', 100, 11), /at least 1' 0"/],
	['a room that is gone', setRectangle('zz', 100, 100), /There is no room "zz"/],
	['a door in a room without walls', addBreak('r', 'x', { wall: 0, from: 0, width: 32, kind: 'door' }), /has no walls yet/],
	['a door over the end', addBreak('den', 'x', { wall: 1, from: 100, width: 32, kind: 'door' }), /would extend past the end/],
	['a door on a door', addBreak('den', 'x', { wall: 0, from: 40, width: 32, kind: 'door' }), /overlaps the door at 12"/],
	['a door of no width', addBreak('den', 'x', { wall: 1, from: 10, width: 0, kind: 'door' }), /must have a width/]
];
for (const [what, command, says] of refusals) test(`refused: ${what}`, () => assert.throws(() => done(bare(), command), says));
test('a window may stand over a counter or beside a door, a door that touches another may stay; one is taken out again', () => {
	const j = done(
		job(),
		addBreak('den', 'w', { wall: 0, from: 10, width: 60, kind: 'window' }),
		addBreak('den', 'd', { wall: 0, from: 44, width: 30, kind: 'door' })
	);
	assert.deepEqual(
		j.rooms[0]?.breaks.map((b) => [b.id, b.from, b.to]),
		[
			['b1', 12, 44],
			['w', 10, 70],
			['d', 44, 74]
		]
	);
	assert.equal(done(j, removeBreak('den', 'd')).rooms[0]?.breaks.length, 2);
});

const two = () =>
	job({
		circuits: [circuit(), circuit({ id: 'c2' })],
		boxes: ['a', 'b', 'c', 'x'].map((id) => box(id)),
		cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 10), cable('p', 'x', 20, { circuitId: 'c2' })]
	});
test('a box taken off a run: what it fed hangs on the one before, by a cable not measured yet', () => {
	const j = done(two(), detachBox('b', 'c1'));
	assert.deepEqual(
		runOf(j, circuit()).nodes.map((n) => [n.boxId, n.fromId, n.cable.lengthFt]),
		[
			['a', 'p', 40],
			['c', 'a', null]
		]
	);
	assert.deepEqual(referenceFaults(j), []);
	assert.throws(() => done(j, detachBox('b', 'c1')), /B is not on that circuit/);
});
test('a box moved to another circuit is one edit, and both runs stay whole', () => {
	const j = done(two(), moveToCircuit('a', 'c1', { cableId: 'new', circuitId: 'c2', fromId: 'x', lengthFt: 9 }));
	const order = (id: string) => runOf(j, j.circuits.find((c) => c.id === id) ?? circuit()).nodes.map((n) => n.boxId);
	assert.deepEqual(
		[order('c1'), order('c2')],
		[
			['b', 'c'],
			['x', 'a']
		]
	);
	assert.deepEqual(referenceFaults(j), []);
});
test('the wandering receptacle of a small-appliance circuit, put where it belongs, is found no more', () => {
	const kitchen = job({
		rooms: [
			{ ...den, kind: 'kitchen' },
			{ ...den, id: 'lounge', name: 'Lounge', kind: 'living' }
		],
		circuits: [circuit({ kind: 'small-appliance' }), circuit({ id: 'c2' })],
		boxes: [box('a'), box('b', { roomId: 'lounge' })],
		cables: [cable('p', 'a', 10), cable('a', 'b', 10)]
	});
	const wanders = (j: Job) =>
		assess(j)
			.stages.circuit.findings.filter((f) => f.rule.section === '210.52(B)(2)')
			.map((f) => f.subject.id);
	assert.deepEqual(wanders(kitchen), ['b']);
	assert.deepEqual(
		wanders(done(kitchen, moveToCircuit('b', 'c1', { cableId: 'n', circuitId: 'c2', fromId: 'p', lengthFt: 12 }))),
		[]
	);
});
