import assert from 'node:assert/strict';
import test from 'node:test';
import { editionOf } from '../../src/core/code/amended-edition';
import { dropAlong, explainedDrop } from '../../src/core/prove/drop-along';
import { expectedHere } from '../../src/core/prove/expected-here';
import { proofs } from '../../src/core/prove/assess-prove';
import { practiceCosts, priceOfAll } from '../../src/core/protection/practice-costs';
import { DEMOS } from '../../src/core/demo';
import { box, circuit, job, cable } from './small-job';

const run = job({
	boxes: [box('a'), box('b'), box('c')],
	cables: [cable('p', 'a', 50), cable('a', 'b', 50), cable('b', 'c', null)],
	circuits: [circuit()]
});
const edition = editionOf(run);
const [c] = run.circuits;
assert.ok(c);

// A share of a quarter, and never less than half a point: both sides of where they meet, at 2 %.
const bands = [
	[0, 0.5],
	[1, 1.5],
	[2, 2.5],
	[2.4, 3],
	[4, 5]
] as const;
for (const [predicted, most] of bands)
	test(`what ${predicted}% explains goes to ${most}%`, () => assert.ok(Math.abs(explainedDrop(predicted) - most) < 1e-9));

test('drop along a run: by feet, with what was read, and nothing beyond a cable that is not measured', () => {
	const read = {
		id: 'r',
		jobId: run.id,
		boxId: 'b',
		kind: 'drop',
		value: 9,
		lamps: null,
		loadA: 12,
		instrument: 'x',
		at: '2026-10-12T09:00:00Z',
		by: '',
		struck: false,
		note: ''
	} as const;
	const rows = dropAlong({ edition, job: run }, c, proofs(edition, run, [read]));
	assert.deepEqual(
		rows.map((r) => [r.name, r.feet, r.read?.reading.value]),
		[
			['A', 50, undefined],
			['B', 100, 9]
		]
	);
	const [near, far] = rows;
	// Twice the cable, and the source once.
	assert.ok(
		near && far && near.predicted > 1 && far.predicted > 1.7 * near.predicted && far.predicted < 2.2 * near.predicted,
		`${near?.predicted}, ${far?.predicted}`
	);
	assert.equal(far?.explainedTo, explainedDrop(far?.predicted ?? 0));
});

test('a run that branches: by feet, and not in the order in which it is fed', () => {
	const branched = job({
		boxes: [box('a'), box('b'), box('c'), box('d')],
		cables: [cable('p', 'a', 50), cable('a', 'b', 50), cable('b', 'c', 40), cable('a', 'd', 5)],
		circuits: [circuit()]
	});
	const [own] = branched.circuits;
	assert.ok(own);
	assert.deepEqual(
		dropAlong({ edition, job: branched }, own, new Map()).map((r) => [r.name, r.feet]),
		[
			['A', 50],
			['D', 55],
			['B', 100],
			['C', 140]
		]
	);
});

const at = (id: string | null, circuits = run.circuits) =>
	expectedHere(
		{ edition, job: run },
		{ box: run.boxes.find((b) => b.id === id) ?? null, circuit: circuits[0] },
		{ loadA: 12, half: 'upper' }
	);
test('a sound box: volts, a drop that grows with the run, two lamps on', () => {
	const [near, far] = [at('a'), at('b')];
	assert.equal(Math.round(near.figure('hn', false) ?? 0), 120);
	assert.ok((far.figure('hn', true) ?? 0) < (near.figure('hn', true) ?? 0));
	assert.ok((far.figure('drop', false) ?? 0) > (near.figure('drop', false) ?? 0));
	assert.equal(near.lamps, 'on on off');
});
test('nothing is told of a bar, of a box on no circuit, or beyond an unmeasured cable', () => {
	const bar = at(null);
	assert.deepEqual([bar.prediction.known, bar.figure('hn', false), bar.lamps], [false, null, null]);
	assert.match(bar.prediction.known ? '' : bar.prediction.why, /supply itself/);
	const loose = at('a', []);
	assert.match(loose.prediction.known ? '' : loose.prediction.why, /circuit is not known/);
	assert.equal(at('c').figure('drop', false), null);
});

test('what practices cost: each price is that of the whole job with it', () => {
	const demo = DEMOS.quillback?.().job;
	assert.ok(demo);
	const book = editionOf(demo);
	const costs = practiceCosts({ edition: book, job: demo });
	const { protectAt, bothBy } = demo.practice;
	assert.deepEqual(
		costs.protectAt.map((r) => r.value),
		['', 'breaker', 'outlet']
	);
	assert.equal(costs.protectAt[1]?.price, priceOfAll(book, structuredClone(demo), { protectAt: 'breaker', bothBy }));
	assert.equal(costs.bothBy[2]?.price, priceOfAll(book, structuredClone(demo), { protectAt, bothBy: 'separate' }));
	const free = costs.protectAt[0]?.price ?? 0;
	assert.ok(
		costs.protectAt.every((r) => r.price >= free),
		'what is free to choose costs the least'
	);
});
