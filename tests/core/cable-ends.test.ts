import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { assess } from '../../src/core/assess';
import { joinEnd, takeOver } from '../../src/core/edit/join-ends';
import { nameSpace } from '../../src/core/edit/name-space';
import { breakerName } from '../../src/core/model/breaker-name';
import { attachBox, detachBox, moveToCircuit } from '../../src/core/edit/cables';
import { boxCase } from '../../src/core/makeup/box/of-job';
import { editionOf } from '../../src/core/code/amended-edition';
import { asJoined, cableOfEnd, cablesHere, differing } from '../../src/core/model/cable-ends';
import { indexOf } from '../../src/core/model/job-index';
import type * as told from '../../src/core/model/job';
import { ifKnown, knownJob, type Box, type Cable, type CableEnd, type Job } from '../../src/core/model/known';
import { runs } from './few';
import { box, cable, circuit, job } from './small-job';
import { produce } from 'immer';

/** One piece of cable: what was seen in a box is its end, and stays so whatever is planned, written or joined. */
const end = (id: string, more: Partial<CableEnd> = {}): CableEnd => ({
	id,
	kind: 'NM-B',
	awg: '12',
	conductors: 2,
	ground: true,
	note: '',
	...more
});
const FOUND: Partial<Cable> = { state: 'found' };
const UNSEEN = { kind: null, awg: null, metal: null, conductors: null, ground: null, state: 'found' } as never;
const house = (ends: CableEnd[], cables: Cable[], more: Partial<Job> = {}): Job =>
	job({
		boxes: [box('a', { state: 'found', material: 'plastic', ends }, { state: 'found' }), box('b', { state: 'found' }), box('c')],
		cables,
		...more
	});

// Which end is which cable's: by its `of`, by what was read, else where only one way is left.
const JOINS: [what: string, ends: CableEnd[], cables: Cable[], joined: Record<string, string | undefined>][] = [
	['one seen, one drawn', [end('x')], [cable('p', 'a', 9, FOUND)], { x: 'p-a' }],
	['one seen, one planned: that is in no box yet', [end('x')], [cable('p', 'a', 9)], { x: undefined }],
	['two seen, one drawn: which is not known', [end('x'), end('y')], [cable('p', 'a', 9, FOUND)], { x: undefined, y: undefined }],
	['two seen, LINE read', [end('x', { line: true }), end('y')], [cable('p', 'a', 9, FOUND)], { x: 'p-a', y: undefined }],
	[
		'two seen, one reads dead: the other feeds it',
		[end('x', { line: false }), end('y')],
		[cable('p', 'a', 9, FOUND)],
		{ y: 'p-a' }
	],
	[
		'two seen, two drawn, LINE read: the other goes on',
		[end('x'), end('y', { line: true })],
		[cable('p', 'a', 9, FOUND), cable('a', 'b', 9, FOUND)],
		{ x: 'a-b', y: 'p-a' }
	],
	[
		'two seen, two drawn, none read',
		[end('x'), end('y')],
		[cable('p', 'a', 9, FOUND), cable('a', 'b', 9, FOUND)],
		{ x: undefined, y: undefined }
	],
	[
		'one seen of two drawn: it may be either',
		[end('x')],
		[cable('p', 'a', 9, FOUND), cable('a', 'b', 9, FOUND)],
		{ x: undefined }
	],
	[
		'as was said',
		[end('x', { of: 'a-c' }), end('y')],
		[cable('p', 'a', 9, FOUND), cable('a', 'b', 9, FOUND), cable('a', 'c', 9, FOUND)],
		{ x: 'a-c', y: undefined }
	],
	[
		'three seen, two drawn, one reads dead: it may be the one that is not drawn',
		[end('x', { line: false }), end('y'), end('z')],
		[cable('p', 'a', 9, FOUND), cable('a', 'b', 9, FOUND)],
		{ x: undefined, y: undefined, z: undefined }
	],
	[
		'three seen, two drawn, LINE read',
		[end('x', { line: true }), end('y'), end('z')],
		[cable('p', 'a', 9, FOUND), cable('a', 'b', 9, FOUND)],
		{ x: 'p-a', y: undefined, z: undefined }
	],
	['said of a cable that is gone', [end('x', { of: 'gone' })], [cable('p', 'a', 9, FOUND)], { x: 'p-a' }],
	[
		'two feed it, one LINE read: which of them is not known',
		[end('x', { line: true })],
		[cable('p', 'a', 9, FOUND), cable('b', 'a', 9, { ...FOUND, circuitId: 'c2' })],
		{ x: undefined }
	]
];
for (const [what, ends, cables, joined] of JOINS)
	test(`ends: ${what}`, () => {
		const j = house(ends, cables);
		for (const [id, cableId] of Object.entries(joined)) assert.equal(cableOfEnd(j, id)?.id, cableId, id);
	});

// What is known of a cable of which nobody said anything but at its ends.
const FACTS: [what: string, ends: CableEnd[], awg: string | null][] = [
	['its one end', [end('x')], '12'],
	['two alike, which of them is not known', [end('x'), end('y')], '12'],
	['two that differ, which is not known', [end('x'), end('y', { awg: '14' })], null],
	['two that differ, LINE read', [end('x'), end('y', { awg: '14', line: true })], '14'],
	['a gauge left blank', [end('x', { awg: null })], null]
];
for (const [what, ends, awg] of FACTS)
	test(`a cable nobody measured has what was seen at its end: ${what}`, () => {
		const j = house(ends, [cable('p', 'a', 9, UNSEEN)]);
		const [made] = knownJob(j).cables;
		assert.equal(
			ifKnown(() => made?.awg),
			awg
		);
		assert.equal(indexOf(j).cablesInto.get('a')?.[0]?.awg ?? null, awg);
	});
test('both ends of one cable were seen, and differ: neither counts, and both are said', () => {
	const j = house([end('x', { line: false })], [cable('p', 'a', 9, FOUND), cable('a', 'b', 9, UNSEEN)]);
	const seen = produce(j, (d) => {
		d.boxes[0]?.ends.push(end('l', { line: true }));
		d.boxes[1]?.ends.push(end('y', { awg: '14', line: true }));
	});
	assert.equal(
		ifKnown(() => knownJob(seen).cables[1]?.awg),
		null
	);
	const said = assess(seen)
		.stages.walk.findings.filter((f) => f.code === 'contradiction')
		.map((f) => f.message);
	assert.deepEqual(said, ['B: the cable from A is 14 AWG here and 12 AWG in A. It is one cable: look again at both ends.']);
});

// In the picture and in the sum before and after the box is put on a circuit.
const caseOf = (j: Job) => boxCase({ edition: editionOf(j), job: knownJob(j) }, knownJob(j).boxes[0] as Box);
const cablesIn = (j: Job) => {
	const made = caseOf(j);
	return made.known ? made.case.cables.map((c) => `${c.toward} ${c.awg}`).sort() : made.why;
};
test('cables told once are in the picture before and after the box is put on a circuit', () => {
	const before = house([end('x', { line: true }), end('y', { awg: '14' })], []);
	assert.deepEqual(cablesIn(before), ['onward 14', 'supply 12']);
	const on = produce(before, attachBox('a', { cableId: 'n', circuitId: 'c1', fromId: 'p', lengthFt: null })) as Job;
	assert.deepEqual(cablesIn(on), ['onward 14', 'supply 12']);
	const unread = produce(on, (d) => void Object.assign(d.circuits[0] ?? {}, { breakerA: null })) as Job;
	assert.deepEqual(cablesIn(unread), ['onward 14', 'supply 12'], 'its breaker not read yet');
	assert.equal(cablesHere(on, on.boxes[0] as Box).length, 2, 'two cables, and not three');
	const off = produce(on, detachBox('a', 'c1')) as Job;
	assert.deepEqual(off.boxes[0]?.ends, before.boxes[0]?.ends);
	// Without LINE read nothing is taken for it.
	const lineUntold = produce(on, (d) => void delete d.boxes[0]?.ends[0]?.line) as Job;
	assert.match(String(cablesIn(lineUntold)), /Which cable of A is LINE is not known/);
});
const volume = (j: Job) => assess(j).stages.rough.decisions.find((d) => d.id === 'fill:a')?.value ?? null;
test('fill counts what was seen and is drawn to nothing: 2 x (2 + 1 ground shared) and a duplex', () => {
	const ends = [end('x', { line: true }), end('y')];
	const sized = (more: CableEnd[]) =>
		produce(house(more, [cable('p', 'a', 9, UNSEEN)]), (d) => void Object.assign(d.boxes[0] ?? {}, { volumeCuIn: 18 }));
	// Two 12-2: four ends, one ground, a duplex of two: 7 x 2.25 cu in.
	assert.equal(volume(sized(ends)), '15.75 of 18 cu in');
	for (const untold of [{ awg: null }, { ground: null }, { conductors: null }])
		assert.equal(volume(sized([...ends, end('z', untold)])), null, `one of them was not made out: ${Object.keys(untold)[0]}`);
	assert.equal(volume(sized([...ends, end('z', { kind: null })])), '20.25 of 18 cu in', 'what it is called takes no room');
});

test('an end that differs from what was entered of its cable: both are there to choose from', () => {
	const of = (more: Partial<CableEnd>) => {
		const j = house([end('x', more)], [cable('p', 'a', 9, FOUND)]);
		return differing(j, j.boxes[0]?.ends[0] as CableEnd)?.fields ?? [];
	};
	assert.deepEqual(
		[of({}), of({ awg: '14' }), of({ awg: null }), of({ metal: 'Al', ground: false })],
		[[], ['awg'], [], ['metal', 'ground']]
	);
});

// Where the other end is: two boxes of which nobody knows the breaker are joined all the same.
const JOIN = { boxId: 'a', endId: 'x', otherId: 'b', cableId: 'n', feedId: 'f', circuitId: 'u' };
const drawn = (j: told.Job) => j.cables.map((c) => `${c.circuitId} ${c.fromId ?? '?'}-${c.toId}`).sort();
test('two boxes are joined by a cable while no breaker is known; the breaker that is found takes both over', () => {
	const bare = house([end('x', { line: false, awg: '14' })], [], { circuits: [], panels: [] });
	const joined = produce(bare, joinEnd(JOIN)) as Job;
	assert.deepEqual(drawn(joined), ['u ?-a', 'u a-b']);
	assert.equal(breakerName(joined, joined.circuits[0]), 'a circuit of which the space is not known');
	assert.equal(cableOfEnd(joined, 'x')?.toId, 'b');
	assert.equal(
		ifKnown(() => knownJob(joined).cables.find((c) => c.toId === 'b')?.awg),
		'14'
	);
	const named = nameSpace(joined, 'space 9');
	assert.ok(named.known && named.make);
	const found = produce(produce(joined, named.make), takeOver('u', named.circuitId));
	assert.deepEqual(drawn(found), [`${named.circuitId} ?-a`, `${named.circuitId} a-b`]);
	assert.deepEqual(
		found.circuits.map((c) => c.space),
		[9]
	);
	assert.equal(cableOfEnd(found, 'x')?.toId, 'b', 'the end is still its end');
});
const JOINED: [what: string, ends: CableEnd[], cables: Cable[], want: string[] | RegExp][] = [
	['LINE from the other box', [end('x', { line: true })], [], ['u ?-b', 'u b-a']],
	['not read', [end('x')], [], /Read it by itself first/],
	['the other is on a breaker', [end('x', { line: true })], [cable('p', 'b', 9, FOUND)], ['c1 b-a', 'c1 p-b']],
	[
		'both are, the feed of one not known',
		[end('x', { line: false })],
		[cable('p', 'a', 9, FOUND), { ...cable('p', 'b', 9, FOUND), fromId: null }],
		['c1 a-b', 'c1 p-a']
	],
	[
		'on two breakers',
		[end('x', { line: false })],
		[cable('p', 'a', 9, FOUND), cable('p', 'b', 9, { ...FOUND, circuitId: 'c2' })],
		/One is on space 1, the other on space 3: one cable is on one of them/
	]
];
for (const [what, ends, cables, want] of JOINED)
	test(`an end is joined to another box: ${what}`, () => {
		const j = house(ends, cables, { circuits: [circuit(), circuit({ id: 'c2', space: 3 })] });
		if (want instanceof RegExp) assert.throws(() => produce(j, joinEnd(JOIN)), want);
		else assert.deepEqual(drawn(produce(j, joinEnd(JOIN))), want);
	});

test('one of two that were seen is drawn: the likest, whichever was told first, and the other counts beside it', () => {
	const ends = [end('x', { awg: '14' }), end('y')];
	const j = (list: CableEnd[]) => house(list, [cable('p', 'a', 9, FOUND)]);
	for (const list of [ends, [...ends].reverse()]) {
		const here = cablesHere(j(list), j(list).boxes[0] as Box);
		assert.deepEqual(
			here.map((c) => c.cable?.id ?? c.end?.id),
			['p-a', 'x']
		);
	}
});
test('a piece of cable in the wall stays what it is when its box is found to be on another breaker', () => {
	const j = house([], [cable('p', 'a', 9, { ...FOUND, kind: 'MC', awg: '10' }), cable('a', 'b', 9, FOUND)], {
		circuits: [circuit(), circuit({ id: 'c2', space: 3 })]
	});
	const moved = produce(j, moveToCircuit('a', 'c1', { cableId: 'n', circuitId: 'c2', fromId: null, lengthFt: null }));
	const at = (id: string) => moved.cables.find((c) => c.toId === id);
	assert.deepEqual([at('a')?.id, at('a')?.circuitId, at('a')?.kind, at('a')?.awg], ['p-a', 'c2', 'MC', '10']);
	assert.deepEqual([at('b')?.fromId, at('b')?.circuitId], [null, 'c1'], 'what feeds the next one, nobody knows now');
	const again = produce(j, attachBox('a', { cableId: 'n', circuitId: 'c1', fromId: null, lengthFt: null }));
	assert.deepEqual(
		again.cables.filter((c) => c.toId === 'a').map((c) => [c.id, c.kind, c.fromId]),
		[['p-a', 'MC', null]]
	);
});

/** Nothing that was seen becomes unknown by a plan, an order or a join: whatever is done, in whatever order. */
test('random acts of planning and joining leave every end as it was seen, and every fact of it known', () => {
	const acts = fc.array(
		fc.record({
			box: fc.constantFrom('a', 'b', 'c'),
			from: fc.constantFrom('p', 'a', 'b', 'c', null),
			off: fc.boolean()
		}),
		{ maxLength: 12 }
	);
	fc.assert(
		fc.property(acts, (list) => {
			let at: told.Job = produce(house([end('x', { line: true }), end('y')], []), (d) => {
				d.boxes[1]?.ends.push(end('z', { awg: '14', line: true }));
			});
			const before = at.boxes.map((b) => b.ends);
			let n = 0;
			for (const act of list) {
				try {
					at = produce(
						at,
						act.off
							? detachBox(act.box, 'c1')
							: attachBox(act.box, { cableId: `n${++n}`, circuitId: 'c1', fromId: act.from, lengthFt: null })
					);
				} catch (error) {
					assert.ok(error instanceof RangeError);
				}
				assert.deepEqual(
					at.boxes.map((b) => b.ends),
					before
				);
				for (const b of at.boxes.slice(0, 2))
					for (const e of b.ends) {
						const own = cableOfEnd(at, e.id);
						if (own) assert.equal(asJoined(at).cables.find((c) => c.id === own.id)?.awg ?? e.awg, e.awg);
					}
				const here = cablesHere(at, at.boxes[0] as told.Box);
				assert.equal(new Set(here.flatMap((c) => c.end?.id ?? [])).size, here.filter((c) => c.end).length, 'each end once');
			}
		}),
		{ numRuns: runs(60) }
	);
});
