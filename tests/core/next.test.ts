import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import type * as told from '../../src/core/model/job';
import type { Job, LiveEvent, Reading } from '../../src/core/model/known';
import { STAGES, type Stage } from '../../src/core/model/kinds';
import { emptyJob } from '../../src/core/model/new-job';
import { nextAt, nextOf, type NextStep } from '../../src/core/next';
import { box, den, job, cable, reading } from './small-job';

const today = '2026-11-26';
interface Seen {
	readings?: Reading[];
	events?: LiveEvent[];
}
const at = (j: told.Job, { readings = [], events = [] }: Seen = {}) => ({
	job: j,
	readings,
	events,
	assessment: assess(j, readings),
	today
});
const said = (stage: Stage, j: told.Job, seen?: Seen): string | undefined => nextAt(stage, at(j, seen))?.text;
const empty = (): Job => emptyJob('j', { name: 'Small', edition: '2023', permitDate: '2026-10-12' });

/** All boxes in the wall, devices in them, cables run. */
const standing = (state: 'found' | 'built', more: Partial<Job> = {}): Job =>
	job({
		rooms: [],
		boxes: ['a', 'b'].map((id) => box(id, { state, roomId: null }, { state })),
		cables: [cable('p', 'a', 40, { state }), cable('a', 'b', 12, { state })],
		...more
	});

test('a job with nothing in it begins with its first room', () => {
	assert.deepEqual(nextOf(at(empty())), {
		code: 'begin',
		stage: 'walk',
		view: 'tape',
		subject: null,
		text: 'Enter the first room, or add a box'
	});
	assert.equal(said('walk', { ...empty(), boxes: [box('a', { roomId: null })] }), undefined);
});
test('a room without walls in a drawn house is measured; a yard never is, nor one in a house that nobody draws', () => {
	const bath = { ...den, id: 'bath', name: 'Bath', kind: 'bathroom' as const, outline: null };
	assert.equal(said('walk', job({ rooms: [den, bath] })), 'Bath: enter its walls');
	assert.equal(said('walk', job({ rooms: [den, { ...bath, kind: 'outdoors' }] })), undefined);
	assert.equal(said('walk', job({ rooms: [bath] })), undefined);
});
test('lay out: what is required and missing, by room', () => {
	// A den of 12 by 10 ft with one door needs receptacles within 6 ft of every point of its walls: four or five are missing of none.
	const next = nextAt('layout', at(job({ boxes: [], cables: [] })));
	assert.deepEqual([next?.code, next?.stage, next?.subject], ['place', 'layout', { kind: 'room', id: 'den' }]);
	assert.match(next?.text ?? '', /^Den: place \d+ receptacles$/);
});
test('planned outlets without a circuit are proposed for; those that were found are left as they are', () => {
	const loose = (state: 'planned' | 'found') =>
		standing('built', { boxes: [box('a', { state, roomId: null })], cables: [], circuits: [] });
	assert.equal(said('circuit', loose('planned')), '1 planned outlet without a circuit: propose circuits');
	assert.notEqual(nextAt('circuit', at(loose('found')))?.code, 'circuit');
});
test('what is planned is measured, run and installed; then its readings; then the papers', () => {
	const plan = job({
		rooms: [],
		boxes: [box('a', { roomId: null }), box('b', { roomId: null })],
		cables: [cable('p', 'a', 40), cable('a', 'b', null)]
	});
	assert.equal(said('rough', plan), 'A to B: enter the length of the cable');
	const run = job({ ...plan, cables: [cable('p', 'a', 40), cable('a', 'b', 12)] });
	assert.equal(said('rough', run), 'Space 1: run 2 cables, first Panel to A');
	const roughed = standing('built', {
		boxes: [
			box('a', { state: 'built', roomId: null }, { state: 'planned', protection: 'gfci' }),
			box('b', { state: 'built', roomId: null }, { state: 'built' })
		]
	});
	assert.equal(said('rough', roughed), undefined);
	assert.equal(said('trim', roughed), 'A: install the GFCI receptacle');
	const built = standing('built');
	assert.equal(said('trim', built), undefined);
	assert.equal(said('prove', built), 'A: take its readings (2 boxes to read)');
	const of = (boxId: string, kind: Reading['kind'], more: Partial<Reading>) =>
		reading({ id: `${kind}${boxId}`, boxId, kind, ...more });
	const volts = [of('a', 'hn', { value: 120 })];
	assert.equal(said('prove', built, { readings: volts }), 'A: ground not read yet (2 boxes to read)');
	const lamps = of('a', 'lamps', { value: null, lamps: 'on on off' });
	assert.equal(
		said('prove', built, { readings: [...volts, lamps] }),
		'A: ground path not read yet (2 boxes to read)',
		'lamps are no proof'
	);
	const all = (boxId: string) => [
		of(boxId, 'hn', { value: 120 }),
		of(boxId, 'hg', { value: 120 }),
		of(boxId, 'ng', { value: 0 }),
		of(boxId, 'ohm-ground', { value: 0.1 }),
		of(boxId, 'bootleg', { value: null, word: 'no' })
	];
	const one = all('a');
	assert.equal(said('prove', built, { readings: one }), 'B: take its readings');
	const both = [...one, ...all('b')];
	assert.equal(said('prove', built, { readings: both }), undefined);
	assert.equal(said('handover', built), 'Print the panel directory');
});
test('a bad reading, an open symptom and a live box come before all that is only planned', () => {
	const built = standing('built');
	const bad = [reading({ boxId: 'b', kind: 'hn', value: 92 })];
	assert.deepEqual(nextOf(at(built, { readings: bad }))?.code, 'off');
	assert.match(said('prove', built, { readings: bad }) ?? '', /^B: a reading is bad/);
	const told = { ...built, symptoms: [{ id: 's', text: 'the iron dims the lamp', boxId: 'b', open: true }] };
	assert.deepEqual(nextOf(at(told, { readings: bad }))?.text, 'Find the cause: the iron dims the lamp');
	const long = (n: number) => said('trace', { ...told, symptoms: [{ id: 's', text: 'x'.repeat(n), boxId: null, open: true }] });
	assert.equal(long(80), `Find the cause: ${'x'.repeat(80)}`);
	assert.equal(long(81), `Find the cause: ${'x'.repeat(79)}…`);
	assert.equal(said('trace', { ...told, symptoms: told.symptoms.map((s) => ({ ...s, open: false })) }), undefined);
	const events: LiveEvent[] = [
		{ id: 'e1', jobId: 'j', at: '2026-11-26T08:00:00.000Z', by: '', kind: 'off-tagged', circuitId: 'c1', boxId: null, note: '' }
	];
	const live = [reading({ boxId: 'b', kind: 'hn', value: 118, at: '2026-11-26T09:00:00.000Z' })];
	for (const stage of ['trim', 'prove', 'trace'] as const)
		assert.equal(nextAt(stage, at(told, { readings: live, events }))?.code, 'live', stage);
	assert.equal(nextOf(at(told, { readings: live, events }))?.code, 'live');
});
test('a GFCI that was never tested waits, one whose test is due is told', () => {
	const guarded = standing('built', {
		boxes: [box('a', { state: 'built', roomId: null }, { state: 'built', protection: 'gfci' })],
		cables: [cable('p', 'a', 40, { state: 'built' })]
	});
	const readings = (day: string) => [
		...(['hn', 'hg', 'ng', 'ohm-ground'] as const).map((kind) =>
			reading({
				id: kind,
				boxId: 'a',
				kind,
				value: kind === 'ng' ? 0 : kind === 'ohm-ground' ? 0.1 : 120,
				at: `${day}T12:00:00.000Z`
			})
		),
		reading({ id: 'bl', boxId: 'a', kind: 'bootleg', value: null, word: 'no', at: `${day}T12:00:00.000Z` }),
		reading({ id: 'r2', boxId: 'a', kind: 'gfci-own', value: null, word: 'trips', at: `${day}T12:00:00.000Z` })
	];
	// Thirty days by the maker: tested on Oct 27 it is due today, on Oct 28 tomorrow.
	assert.equal(said('prove', guarded, { readings: readings('2026-10-27') }), 'GFCI at A: its test is due');
	assert.equal(said('prove', guarded, { readings: readings('2026-10-28') }), undefined);
});

const steps = Object.entries(DEMOS).map(([name, make]): [string, NextStep | null, Job] => {
	const { job: j, readings, events } = make();
	return [name, nextOf({ job: j, readings, events, assessment: assess(j, readings), today }), j];
});
for (const [name, step, j] of steps)
	test(`${name}: the next step is of something that is there`, () => {
		assert.ok(step);
		assert.ok(STAGES.includes(step.stage));
		const there = new Set([...j.boxes, ...j.rooms, ...j.circuits, ...j.cables, ...j.panels].map((t) => t.id));
		assert.ok(step.subject === null || there.has(step.subject.id));
		assert.ok(step.text.length < 120 && !/undefined|null/.test(step.text), step.text);
	});
