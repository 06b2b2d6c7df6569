import assert from 'node:assert/strict';
import test from 'node:test';
import { produce } from 'immer';
import { dropAt } from '../../src/core/circuits/size/drop';
import { assessMultiwire, multiwireOf } from '../../src/core/circuits/articles/210-4-multiwire';
import { boxesServed, runOf } from '../../src/core/run/runs';
import { editions } from '../../src/core/code/editions';
import { pairCircuits, removeCircuit } from '../../src/core/edit/circuits';
import { applyFix } from '../../src/core/edit/fix';
import type { Circuit, Device, Job, Cable } from '../../src/core/model/known';
import { takeOff } from '../../src/core/rough/take-off';
import { box, circuit, job, cable, near } from './small-job';

const e = editions['2020'];
const spliced: Partial<Device> = { neutral: 'spliced' };
/** Two 20 A circuits in one three-wire cable to box a; from there one goes to b, the other to c. */
function pair(change: (draft: Job) => void = () => undefined): Job {
	const made = job({
		circuits: [circuit({ space: 1 }), circuit({ id: 'c2', space: 3 })],
		boxes: [box('a', {}, spliced), box('b', {}, spliced), box('c', {}, spliced)],
		cables: [cable('p', 'a', 40), cable('a', 'b', 12), { ...second('p', 'a', 40) }, { ...second('a', 'c', 10) }]
	});
	return produce(made, (draft) => {
		pairCircuits('c1', 'c2', 'two-pole')(draft);
		change(draft);
	});
}
const second = (from: string, to: string, feet: number): Cable => cable(from, to, feet, { id: `2-${to}`, circuitId: 'c2' });
const told = (j: Job) => assessMultiwire(e, j).findings.map((f) => `${f.severity} ${f.rule.section} ${f.id}`);
const device = (draft: Job, id: string): Device => {
	const found = draft.boxes.find((b) => b.id === id)?.devices[0];
	assert.ok(found);
	return found;
};
const of = (draft: Job, id: string): Circuit => {
	const found = draft.circuits.find((c) => c.id === id);
	assert.ok(found);
	return found;
};
const opensEach = (draft: Job) => {
	for (const c of draft.circuits) if (c.multiwire) c.multiwire.opens = 'each';
};

const rows: [what: string, job: Job, want: string[]][] = [
	['a pair with all in order', pair(), []],
	['handle-tied breakers will do for loads of line to neutral', pair((d) => pairCircuits('c1', 'c2', 'handle-tie')(d)), []],
	['hots that open each by itself', pair(opensEach), ['violation 210.4(B) multiwire-together:c1']],
	[
		'hots on one service leg',
		pair((d) => void (of(d, 'c2').space = 5)),
		['violation 210.4(A) multiwire-legs:c1', 'violation 210.4(B) multiwire-adjoining:c1']
	],
	[
		'a two-pole breaker over slots that do not adjoin',
		pair((d) => void (of(d, 'c2').space = 7)),
		['violation 210.4(B) multiwire-adjoining:c1']
	],
	[
		'a handle tie over slots that do not adjoin',
		pair((d) => {
			pairCircuits('c1', 'c2', 'handle-tie')(d);
			of(d, 'c2').space = 4;
		}),
		['violation 210.4(B) multiwire-adjoining:c1']
	],
	[
		'slots side by side, 1 and 4, are not one above the other',
		pair((d) => void (of(d, 'c2').space = 4)),
		['violation 210.4(B) multiwire-adjoining:c1']
	],
	[
		'two ratings of one two-pole breaker',
		pair((d) => void (of(d, 'c2').breakerA = 15)),
		['violation 210.4(B) multiwire-rating:c1']
	],
	[
		'two ratings with their handles tied',
		pair((d) => {
			pairCircuits('c1', 'c2', 'handle-tie')(d);
			of(d, 'c2').breakerA = 15;
		}),
		[]
	],
	['no slots yet', pair((d) => void (of(d, 'c2').space = null)), []],
	[
		'a neutral borrowed from another circuit',
		pair((d) => {
			pairCircuits('c1', 'c2', null)(d);
			of(d, 'c1').borrowedNeutral = true;
		}),
		['violation 200.4 borrowed:c1']
	],
	[
		'the neutral goes on through a device',
		pair((d) => void (device(d, 'a').neutral = 'through-device')),
		['violation 300.13(B) multiwire-neutral:c1']
	],
	[
		'a load of 240 V over handle-tied breakers',
		pair((d) => {
			pairCircuits('c1', 'c2', 'handle-tie')(d);
			device(d, 'b').volts = 240;
		}),
		['violation 210.4(C) multiwire-loads:c1']
	],
	['a load of 240 V over a two-pole breaker', pair((d) => void (device(d, 'b').volts = 240)), []],
	[
		'two panels',
		pair((d) => {
			d.panels.push({ ...(d.panels[0] as Job['panels'][number]), id: 'q', name: 'Other' });
			of(d, 'c2').panelId = 'q';
		}),
		['violation 210.4(A) multiwire-panel:c1']
	],
	[
		'found so: a caution, but what kills stays a violation',
		pair((d) => {
			for (const c of d.circuits) c.state = 'found';
			opensEach(d);
		}),
		['violation 210.4(B) multiwire-together:c1']
	]
];
for (const [what, j, want] of rows) test(`multiwire: ${what}`, () => assert.deepEqual(told(j), want));

test('the fixes put it right: opened together, beside each other, spliced', () => {
	for (const j of [
		pair(opensEach),
		pair((d) => void (of(d, 'c2').space = 5)),
		pair((d) => void (device(d, 'a').neutral = 'through-device'))
	]) {
		const [finding] = assessMultiwire(e, j).findings;
		assert.ok(finding?.fix);
		assert.deepEqual(
			told(
				produce(
					j,
					applyFix(finding.fix, () => 'n')
				)
			),
			[]
		);
	}
});
test('one neutral that is not told of is to be checked, and is no finding', () => {
	const j = pair((d) => void delete device(d, 'a').neutral);
	const point = multiwireOf(e, j, of(j, 'c1'))?.points.find((p) => p.label.startsWith('the neutral does not depend'));
	assert.deepEqual([told(j), point?.formula], [[], 'to be checked']);
});
test('both of a pair lead to the one page; a circuit by itself has none', () => {
	const j = pair();
	assert.equal(multiwireOf(e, j, of(j, 'c2'))?.circuits[0].id, 'c1');
	assert.equal(multiwireOf(e, job(), job().circuits[0] as Circuit), null);
	assert.deepEqual(
		assessMultiwire(e, j).decisions.map((d) => d.id),
		['multiwire:c1', 'multiwire:c2']
	);
});

// A duplex with a half of 125 V and one of 250 V.
const twoPole = (legMore: Partial<Cable>, poles: 1 | 2 = 2): Job =>
	job({
		circuits: [circuit({ poles, space: 1 })],
		boxes: [box('a', {}, { yoke: 'dual-voltage', volts: 240, neutral: 'spliced' })],
		cables: [cable('p', 'a', 40, legMore)]
	});
test('a dual-voltage yoke is lawful on a two-pole breaker with three conductors and ground', () => {
	assert.deepEqual(told(twoPole({ conductors: 3 })), []);
	const points = multiwireOf(e, twoPole({ conductors: 3 }), circuit({ poles: 2, space: 1 }))?.points.map((p) => p.rule?.section);
	assert.ok(points?.includes('210.7') && points.includes('210.4(C)'));
});
test('it is not with two conductors, nor on one pole', () => {
	assert.deepEqual(told(twoPole({})), ['violation 210.4(A) multiwire-cable:c1', 'violation 210.7 multiwire-yoke:c1:a-d1']);
	const onOne = twoPole({ conductors: 3 }, 1);
	assert.deepEqual(told(onOne), ['violation 210.7 yoke:c1:a-d1']);
	const fix = assessMultiwire(e, onOne).findings[0]?.fix;
	assert.ok(fix);
	assert.deepEqual(
		told(
			produce(
				onOne,
				applyFix(fix, () => 'n')
			)
		),
		[]
	);
});

test('drop at the voltage of the load: 16 A over 40 ft of 12 AWG on a two-pole circuit is 2.06% of 120 V, and 1.03% of 240', () => {
	const at = (volts: 120 | 240) => {
		const j = job({
			circuits: [circuit({ poles: 2, space: 1 })],
			boxes: [box('a', {}, { volts, neutral: 'spliced' })],
			cables: [cable('p', 'a', 40, { conductors: 3 })]
		});
		const run = runOf(j, j.circuits[0] as Circuit);
		return dropAt({ edition: e, job: j }, run, run.nodes[0] as (typeof run.nodes)[number])?.percent ?? NaN;
	};
	// 2 x 40 x 16 x 1.93 / 1000 = 2.4704 V
	assert.ok(near(at(120), 2.0587, 1e-4), String(at(120)));
	assert.ok(near(at(240), 1.0293, 1e-4), String(at(240)));
});

test('a box that a hot only passes hangs on the other circuit; a yoke that is fed twice hangs on both', () => {
	const served = (j: Job, id: string) => boxesServed(j, runOf(j, of(j, id))).map((b) => b.id);
	assert.deepEqual([served(pair(), 'c1'), served(pair(), 'c2')], [['a', 'b'], ['c']]);
	assert.deepEqual(
		served(
			pair((d) => void (device(d, 'a').yoke = 'split')),
			'c2'
		),
		['a', 'c']
	);
});
test('two circuits in one cable are cut once, and made apart again when they part or one is removed', () => {
	const shared = pair();
	assert.deepEqual(
		takeOff(shared, ['planned']).map((t) => [t.name, t.feet]),
		[
			['12-2 NM-B with ground', 22],
			['12-3 NM-B with ground', 40]
		]
	);
	const parted = produce(shared, pairCircuits('c1', 'c2', null));
	assert.deepEqual(
		takeOff(parted, ['planned']).map((t) => [t.name, t.feet]),
		[['12-2 NM-B with ground', 102]]
	);
	const gone = produce(shared, removeCircuit('c1'));
	assert.equal(gone.circuits[0]?.multiwire, undefined);
	assert.ok(gone.cables.every((l) => l.circuitId === 'c2' && !l.inCableOf));
});
