import assert from 'node:assert/strict';
import test from 'node:test';
import { DEAD_BELOW_V, deadState, deadTestFaults, deadTestNote, type DeadTest } from '../../src/core/makeup/dead-test';
import type { LiveEvent } from '../../src/core/model/job';

/** What keeps people alive: a gap in live, dead, live proves nothing; a circuit switched on again voids it. */
const whole: DeadTest = { provedBefore: true, provedAfter: true, hn: 0, hg: 0, ng: 0, earth: 0, by: 'JM' };
const cases: [what: string, more: Partial<DeadTest>, paths: string[]][] = [
	['all of it', {}, []],
	['just under the limit on every pair', { hn: 0.9, hg: 0.9, ng: 0.9, earth: 0.9 }, []],
	['exactly the limit is not dead', { hn: DEAD_BELOW_V }, ['hn']],
	['ghost voltage', { hg: 37 }, ['hg']],
	['live', { earth: 120 }, ['earth']],
	['the meter not proved before', { provedBefore: false }, ['provedBefore']],
	['the meter not proved after', { provedAfter: false }, ['provedAfter']],
	['a pair left out', { ng: null }, ['ng']],
	['a typing slip', { hn: Number.NaN }, ['hn']],
	['below nothing', { hn: -3 }, ['hn']],
	['nobody named', { by: '  ' }, ['by']],
	[
		'nothing at all',
		{ provedBefore: false, provedAfter: false, hn: null, hg: null, ng: null, earth: null, by: '' },
		['provedBefore', 'hn', 'hg', 'ng', 'earth', 'provedAfter', 'by']
	]
];
for (const [what, more, paths] of cases)
	test(`dead test: ${what}`, () =>
		assert.deepEqual(
			deadTestFaults({ ...whole, ...more }).map((f) => f.path),
			paths
		));
test('what is recorded names the meter and every point', () => {
	assert.equal(
		deadTestNote(whole),
		'low-impedance meter, proved before and after: hot to neutral 0 V, hot to ground 0 V, neutral to ground 0 V, every conductor to a separate earth 0 V'
	);
});

let n = 0;
const event = (kind: LiveEvent['kind'], at: string, more: Partial<LiveEvent>): LiveEvent => ({
	id: `e${++n}`,
	jobId: 'j',
	kind,
	circuitId: null,
	boxId: null,
	at: `2026-11-03T${at}:00.000Z`,
	by: 'JM',
	note: '',
	...more
});
const off = (at: string, circuitId = 'c1') => event('off-tagged', at, { circuitId });
const on = (at: string, circuitId = 'c1') => event('on', at, { circuitId });
const dead = (at: string, boxId = 'b') => event('dead-test', at, { boxId });
const log: [what: string, events: LiveEvent[], circuits: string[], tagged: boolean, proved: boolean][] = [
	['nothing done', [], ['c1'], false, false],
	['off and tagged is not dead', [off('08:00')], ['c1'], true, false],
	['tagged, then tested', [off('08:00'), dead('08:10')], ['c1'], true, true],
	['tested before it was tagged', [dead('07:50'), off('08:00')], ['c1'], true, false],
	['another box tested', [off('08:00'), dead('08:10', 'other')], ['c1'], true, false],
	['switched on again', [off('08:00'), dead('08:10'), on('09:00')], ['c1'], false, false],
	['and off once more: the old test is void', [off('08:00'), dead('08:10'), on('09:00'), off('09:30')], ['c1'], true, false],
	['two circuits in the box, one still on', [off('08:00'), dead('08:10')], ['c1', 'c2'], false, false],
	['both off, tested after the later', [off('08:00'), off('08:20', 'c2'), dead('08:30')], ['c1', 'c2'], true, true],
	['both off, tested between', [off('08:00'), dead('08:10'), off('08:20', 'c2')], ['c1', 'c2'], true, false],
	['on no known circuit: never taken for dead', [dead('08:10')], [], false, false]
];
for (const [what, events, circuits, tagged, proved] of log) {
	test(`dead or not: ${what}`, () => {
		const state = deadState(events, circuits, 'b');
		assert.deepEqual([state.tag !== null, state.test !== null], [tagged, proved]);
	});
}
