import assert from 'node:assert/strict';
import test from 'node:test';
import { aboutSubject, byGravity, openIn } from '../../src/core/about';
import { assess } from '../../src/core/assess';
import { houseOf } from '../../src/core/house';
import { USUAL_HEIGHT_IN, LIGHTS_ENTRANCE_WITHIN_IN } from '../../src/core/layout/usual-places';
import type { Assessment, Finding, Severity } from '../../src/core/model/result';
import { STAGES } from '../../src/core/model/kinds';
import { box, cable, circuit, job, provenGround, reading } from './small-job';

const finding = (severity: Severity, id = 'a'): Finding => ({
	id: `${severity}:${id}`,
	code: severity,
	severity,
	rule: { section: 's', title: 't', edition: '2023', confidence: 'firm' },
	subject: { kind: 'box', id },
	message: 'm'
});
const NONE = { findings: [], decisions: [] };
const assessment = (circuitStage: Finding[], protect: Finding[], failed?: string): Assessment => ({
	stages: {
		...(Object.fromEntries(STAGES.map((s) => [s, NONE])) as unknown as Assessment['stages']),
		circuit: { ...NONE, findings: circuitStage },
		protect: { ...NONE, findings: protect, ...(failed ? { failed } : {}) }
	},
	quantities: {}
});

test('the gravest first: violation, caution, advice', () => {
	const all = (['advice', 'caution', 'violation', 'caution'] as const).map((s) => finding(s));
	assert.deepEqual(
		all.sort(byGravity).map((f) => f.severity),
		['violation', 'caution', 'caution', 'advice']
	);
});
test('what is open: violations and cautions of all stages, advice left out, stages that could not be calculated apart', () => {
	const found = assessment(
		[finding('violation'), finding('advice'), finding('advice')],
		[finding('violation'), finding('caution')],
		'why'
	);
	assert.deepEqual(openIn(found), { violations: 2, cautions: 1, failed: 1 });
	assert.deepEqual(openIn(assessment([], [])), { violations: 0, cautions: 0, failed: 0 });
});
test('about a subject: from every stage, of its kind and its id alone, the gravest first', () => {
	const found = assessment([finding('advice'), finding('violation', 'b')], [finding('caution')]);
	assert.deepEqual(
		aboutSubject(found, 'box', 'a').findings.map((f) => f.severity),
		['caution', 'advice']
	);
	assert.deepEqual(aboutSubject(found, 'room', 'a').findings, []);
});

// A found box with one slot, one with two, one without any, a planned one, one whose device is still to be put in; one of them read.
const house = job({
	boxes: [
		box('one', { state: 'found' }, { state: 'found', receptacles: 1 }),
		box('two', { state: 'found' }, { state: 'found', receptacles: 2 }),
		box('light', { state: 'found' }, { state: 'found', kind: 'lighting', receptacles: 0 }),
		box('planned', { state: 'planned' }, { state: 'planned', receptacles: 2 }),
		box('trim', { state: 'built' }, { state: 'planned', receptacles: 2 })
	],
	cables: [
		cable('p', 'one', 10, { state: 'found' }),
		cable('one', 'two', 10, { state: 'found' }),
		cable('two', 'planned', 10),
		cable('planned', 'trim', 10, { state: 'built' })
	],
	circuits: [circuit()]
});
test('what is still to do: cable to pull, devices to put in, outlets to read', () => {
	const volts = (['hn', 'hg', 'ng'] as const).map((kind) =>
		reading({ id: kind, boxId: 'two', kind, value: kind === 'ng' ? 0 : 120 })
	);
	const { todo } = assess(house, [...volts, ...provenGround('two')]);
	assert.deepEqual([todo.rough, todo.trim, todo.prove], [1, 1, 2]);
	assert.equal(assess(house, volts.slice(0, 1)).todo.prove, 3, 'hot to neutral alone settles none');
	// The others say it by their findings.
	for (const stage of ['walk', 'layout', 'circuit', 'protect', 'trace', 'handover'] as const) assert.equal(todo[stage], 0, stage);
	assert.equal(assess(house).todo.prove, 3, 'nothing read');
});
test('a house is made once for an evaluation, and gives the same parts for the same job', () => {
	const [a, b] = [houseOf(house), houseOf(house)];
	assert.ok(a.edition === b.edition && a.index === b.index && a.runs === b.runs);
	assert.deepEqual(
		[...a.runs].map(([c, run]) => [c.id, run.nodes.length]),
		[['c1', 4]]
	);
});

test('usual places, by hand: switch 48 in, ceiling 96, service receptacle 24, outdoors 24, garage 48; a light within 10 ft of an entrance', () => {
	assert.deepEqual({ ...USUAL_HEIGHT_IN }, { switch: 48, ceiling: 96, serviceReceptacle: 24, outdoors: 24, garage: 48 });
	assert.equal(LIGHTS_ENTRANCE_WITHIN_IN, 10 * 12);
});
