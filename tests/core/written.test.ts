import assert from 'node:assert/strict';
import test from 'node:test';
import { mergeReadings } from '../../src/core/edit/merge/merge-jobs';
import { readJobFile } from '../../src/core/formats/job-json';
import { writeJobFile } from '../../src/core/formats/write-job';
import { deadStateAt, liveAlarms } from '../../src/core/makeup/live-alarm';
import { liveOnArrival } from '../../src/core/makeup/open-tags';
import { openTags } from '../../src/core/model/power';
import { latestReadings } from '../../src/core/model/latest-readings';
import type { LiveEvent, Reading, Written } from '../../src/core/model/known';
import { apart, byWriting, knownBefore, nextWritten } from '../../src/core/model/written';
import { job, reading } from './small-job';

/** Clocks of devices are wrong: what was entered later on a device is later, whatever its clock says. */
const w = (device: string, n: number, seen?: Record<string, number>): Written => ({ device, n, ...(seen ? { seen } : {}) });
const table = (n: number): Written => ({ device: 't', n, table: true });
const PAIRS: [
	why: string,
	a: [at: string, wrote?: Written],
	b: [at: string, wrote?: Written],
	before: boolean,
	apart: boolean
][] = [
	['one device, clock set back an hour between', ['11:00', w('x', 1)], ['10:00', w('x', 2)], true, false],
	['one device, in its order', ['10:00', w('x', 2)], ['11:00', w('x', 1)], false, false],
	['the other device had it', ['11:00', w('x', 4)], ['10:00', w('y', 5, { x: 4 })], true, false],
	['the other device had one before it', ['10:00', w('x', 4)], ['11:00', w('y', 9, { x: 3 })], false, true],
	['no counts: the clock', ['10:00'], ['11:00'], true, false],
	['kept before there were counts', ['11:00'], ['10:00', w('x', 1)], true, false],
	['the same minute, no counts', ['10:00'], ['10:00'], false, false],
	['a table read after what has no count', ['10:00'], ['11:00', table(1)], true, false],
	['an old table taken in later does not come after it', ['11:00'], ['10:00', table(1)], false, false],
	['a table and what the device wrote itself: nobody knows', ['10:00', w('x', 4)], ['11:00', table(5)], false, true],
	['what was written with the table there comes after it', ['11:00', table(5)], ['10:00', w('x', 6, { t: 5 })], true, false]
];
const entry = ([time, wrote]: [string, Written?]) => ({ id: 'e', at: `2026-11-26T${time}:00.000Z`, wrote });
for (const [why, a, b, before, isApart] of PAIRS)
	test(`written before: ${why}`, () => {
		assert.deepEqual([knownBefore(entry(a), entry(b)), apart(entry(a), entry(b))], [before, isApart]);
		if (before) assert.ok(byWriting(entry(a), entry(b)) < 0, 'no order that contradicts it');
	});
test('an old table that reads well does not hide what was read badly since', () => {
	const bad = reading({ id: '1', kind: 'drop', value: 14, loadA: 12, at: '2026-10-22T10:00:00.000Z' });
	const old = reading({ id: '2', kind: 'drop', value: 2, loadA: 12, at: '2024-01-01T10:00:00.000Z', wrote: table(1) });
	assert.equal(latestReadings([bad, old]).get('b')?.get('drop')?.value, 14);
	const since = { ...old, at: '2026-11-01T10:00:00.000Z' };
	assert.equal(latestReadings([bad, since]).get('b')?.get('drop')?.value, 2, 'its twin, read after it');
});
test('the next entry comes after all that the device has, and says what it had of others', () => {
	assert.deepEqual(nextWritten('x', []), { device: 'x', n: 1 });
	assert.deepEqual(nextWritten('x', [{ wrote: w('x', 3) }, { wrote: w('y', 7) }, { strike: w('z', 8) }]), {
		device: 'x',
		n: 9,
		seen: { y: 7, z: 8 }
	});
});

const event = (id: string, kind: LiveEvent['kind'], time: string, wrote?: Written): LiveEvent => ({
	id,
	jobId: 'j',
	kind,
	circuitId: kind === 'dead-test' ? null : 'c1',
	boxId: kind === 'dead-test' ? 'b' : null,
	at: `2026-11-26T${time}:00.000Z`,
	wrote,
	by: 'MR',
	note: ''
});
const ordered = (...list: LiveEvent[]) => [...list].sort(byWriting);
test('a circuit switched on with the clock set back is on, and its dead test does not stand', () => {
	const events = ordered(
		event('1', 'off-tagged', '11:00', w('x', 1)),
		event('2', 'dead-test', '11:05', w('x', 2)),
		event('3', 'on', '10:06', w('x', 3))
	);
	assert.deepEqual(openTags(events), []);
	assert.equal(deadStateAt(job(), { readings: [], events }, 'b').test, null);
});
test('volts read under a tag with the clock set back raise the alarm and void the test; a newer bad reading is not ignored', () => {
	const events = ordered(event('1', 'off-tagged', '11:00', w('x', 1)), event('2', 'dead-test', '11:05', w('x', 2)));
	const live = reading({ id: 'r', boxId: 'b', kind: 'hn', value: 119, at: '2026-11-26T10:06:00.000Z', wrote: w('x', 3) });
	assert.equal(liveAlarms(job(), [live], events).length, 1);
	assert.equal(deadStateAt(job(), { readings: [live], events }, 'b').test, null);
	const before = { ...live, wrote: w('x', 0) };
	assert.equal(liveAlarms(job(), [before], events).length, 0, 'its sound twin: read before the tag');
	const drops = [
		reading({ id: '1', kind: 'drop', value: 2, loadA: 12, at: '2026-11-26T11:00:00.000Z', wrote: w('x', 1) }),
		reading({ id: '2', kind: 'drop', value: 14, loadA: 12, at: '2026-11-26T10:00:00.000Z', wrote: w('x', 2) })
	];
	assert.equal(latestReadings(drops).get('b')?.get('drop')?.value, 14);
});
test('a live reading of another device that knew nothing of the tag counts against it', () => {
	const events = ordered(event('1', 'off-tagged', '11:00', w('x', 4)), event('2', 'dead-test', '11:05', w('x', 5)));
	const live = (wrote: Written) => reading({ id: 'r', kind: 'hn', value: 119, at: '2026-11-26T09:00:00.000Z', wrote });
	assert.equal(liveAlarms(job(), [live(w('y', 2))], events).length, 1);
	const knew = events.map((e) => ({ ...e, wrote: e.wrote && { ...e.wrote, seen: { y: 2 } } }));
	assert.equal(liveAlarms(job(), [live(w('y', 2))], knew).length, 0, 'its sound twin: the tag came after it');
});
test('a tag of a file whose clock is ahead is not in force here', () => {
	const tag = event('1', 'off-tagged', '23:00', w('y', 4));
	const on = liveOnArrival([tag], { at: '2026-11-26T10:00:00.000Z', newId: () => 'n', wrote: nextWritten('x', [tag]) });
	assert.deepEqual(openTags(ordered(tag, ...on)), []);
});
test('a time with an offset is the same moment in UTC once it is read', () => {
	const readings = [
		reading({ id: 'late', boxId: 'b', kind: 'hn', value: 92, at: '2026-11-26T09:00:00-07:00' }),
		reading({ id: 'soon', boxId: 'b', kind: 'hn', value: 120, at: '2026-11-26T15:30:00.000Z' })
	];
	const back = readJobFile(writeJobFile({ job: job(), readings, events: [] }));
	assert.ok(back.ok, back.ok ? '' : JSON.stringify(back.faults));
	assert.deepEqual(
		back.value.readings.map((r) => [r.id, r.at]),
		[
			['soon', '2026-11-26T15:30:00.000Z'],
			['late', '2026-11-26T16:00:00.000Z']
		]
	);
	assert.equal(latestReadings(back.value.readings).get('b')?.get('hn')?.value, 92);
});

const struck = (is: boolean, strike?: Written): Reading => ({
	...reading({ id: 'r' }),
	struck: is,
	...(strike ? { strike } : {})
});
const MERGES: [why: string, one: Reading, other: Reading, struck: boolean][] = [
	['struck there, untouched here', struck(false), struck(true, w('y', 1)), true],
	['struck, then restored by one that knew', struck(true, w('x', 1)), struck(false, w('y', 2, { x: 1 })), false],
	['restored, then struck by one that knew', struck(false, w('x', 2)), struck(true, w('y', 3, { x: 2 })), true],
	['neither knew of the other: restored wins', struck(true, w('x', 2)), struck(false, w('y', 2)), false],
	['before acts were counted: a strike is known', struck(false), struck(true), true]
];
for (const [why, one, other, is] of MERGES)
	test(`a merge of strikes: ${why}`, () => {
		assert.equal(mergeReadings([one], [other])[0]?.struck, is);
		assert.equal(mergeReadings([other], [one])[0]?.struck, is, 'the other way round');
	});
