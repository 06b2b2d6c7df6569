import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import { circuitFinder, finder } from '../../src/lib/frame/find-anything';
import { job } from './small-job';

const small = job();
const find = finder(small, assess(small).stages, [{ id: 'save', name: 'Save job file', about: 'action', run: () => undefined }]);
const first = (typed: string) => find(typed)[0];
// What is typed, and what must come first: words in any order, a slip of the finger, rules, stages, actions.
const found: [typed: string, kind: string | undefined, name: string | undefined][] = [
	['a', 'box', 'A'],
	['den', 'room', 'Den'],
	['1 den', 'circuit', 'Space 1 · Den'],
	['panel', 'panel', 'Panel'],
	['prove', 'stage', 'Prove'],
	['save', 'action', 'Save job file'],
	['  ', undefined, undefined],
	['zzzz', undefined, undefined]
];
for (const [typed, kind, name] of found)
	test(`find "${typed}"`, () => assert.deepEqual([first(typed)?.kind, first(typed)?.name], [kind, name]));
test('what is said of a box finds it too', () => {
	assert.deepEqual(
		find('den receptacle')
			.filter((h) => h.kind === 'box')
			.map((h) => h.name),
		['A', 'B', 'C']
	);
});

const demo = DEMOS.quillback?.().job;
assert.ok(demo);
const big = finder(demo, assess(demo).stages);
const slips: [typed: string, name: RegExp][] = [
	['watr heater', /[Ww]ater heater/],
	['refridgerator', /[Rr]efrigerator/],
	['bedrom 2', /Bedroom 2/],
	['K-06', /^K-06$/],
	['210.8', /^210\.8/]
];
for (const [typed, name] of slips) test(`find "${typed}" in a house`, () => assert.match(big(typed)[0]?.name ?? '', name));
test('a rule leads to what it is open at', () => {
	const rule = big('210.52(A)').find((h) => h.kind === 'rule');
	assert.ok(rule?.kind === 'rule' && rule.stage === 'layout' && rule.subject.kind === 'room');
});
test('signs of the search itself are read as words', () => assert.deepEqual(big('|!=^$'), []));

const circuits = circuitFinder(demo);
test('a circuit is found by number, name, breaker and room; with nothing typed, all of them', () => {
	const names = (typed: string) => circuits(typed).map((h) => h.name);
	assert.equal(names('').length, demo.circuits.length);
	assert.match(names('14 ')[0] ?? '', /^Space 14/);
	assert.match(names('watr heater')[0] ?? '', /[Ww]ater heater/);
	const room = demo.rooms.find((r) => r.id === demo.boxes.find((b) => b.id === demo.cables[0]?.toId)?.roomId);
	assert.ok(room);
	assert.ok(names('30 A').length >= 1 && circuits('30 A')[0]?.about.includes('30 A'));
	assert.ok(
		circuits(room.name).some((h) => h.about.includes(room.name)),
		room.name
	);
});
