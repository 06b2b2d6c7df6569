import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { loosely, servedArea } from '../../src/core/circuits/service/220-14-branch-load';
import { wallPlace, whyNotForWall } from '../../src/core/layout/counts';
import { breakerSuspects } from '../../src/core/makeup/live-alarm';
import type { Box, Circuit, Device, Job, LiveEvent, Panel, Room } from '../../src/core/model/known';
import { proofs } from '../../src/core/prove/assess-prove';
import { beforeAndAfter } from '../../src/core/prove/before-after';
import { LIMITS } from '../../src/core/prove/limits';
import { dropByCable } from '../../src/core/prove/clearing';
import { rewiredFindings } from '../../src/core/protection/articles/210-12-d-rewired';
import { standingLabels } from '../../src/core/protection/standing-words';
import { box, circuit, den, job, cable, only, reading } from './small-job';

/** Conditions of several parts, each part alone: what is said must turn with every one of them. */
const e = editions['2023'];
const panelOf = (j: Job): Panel => only(j.panels);

const face = (device: Partial<Device>): { box: Box; device: Device } => {
	const made = box('a', { state: 'found' }, { slots: 'grounding', state: 'found', ...device });
	return { box: made, device: only(made.devices) };
};
const GFCI = { deviceId: 'other', kind: 'device', id: 'x', name: 'X', boxId: 'x' } as unknown as NonNullable<
	Parameters<typeof standingLabels>[2]['gfci']
>;
const labels = (device: Partial<Device>, ground: 'none' | 'unknown' | 'seen', gfci: typeof GFCI | null = GFCI) => {
	const at = face(device);
	const standing = { gfci, afci: null, ground: { state: ground }, circuitKnown: true } as unknown as Parameters<
		typeof standingLabels
	>[2];
	return standingLabels(e, at, standing);
};
const { through, noGround } = e.replacing;
const LABELS: [what: string, got: string[], want: string[]][] = [
	['three slots as found, no ground seen', labels({}, 'none'), [through, noGround]],
	['three slots as found, nobody looked: nothing is said of a house’s own', labels({}, 'unknown'), []],
	['three slots put in, nobody looked: it is not a ground', labels({ state: 'planned' }, 'unknown'), [through, noGround]],
	['three slots put in, a ground seen', labels({ state: 'planned' }, 'seen'), []],
	['no GFCI: no label of one', labels({}, 'none', null), []],
	['two slots promise nothing', labels({ slots: 'two-slot' }, 'none'), []],
	['a switch promises nothing', labels({ receptacles: 0 }, 'none'), []]
];
for (const [what, got, want] of LABELS) test(`406.4(D)(2) labels: ${what}`, () => assert.deepEqual(got, want));

const OLD = { state: 'found', breakerA: 15 } as const;
const rewired = (c: Partial<Circuit>, feet: number | null, state: 'built' | 'found' = 'built', more: Partial<Job> = {}) => {
	const j = job({
		circuits: [circuit({ ...OLD, ...c })],
		boxes: [box('a', { state: 'found' }, { state: 'found' }), box('b', { state: 'found' }, { state: 'found' })],
		cables: [cable('p', 'a', 30, { state: 'found' }), cable('a', 'b', feet, { state })],
		...more
	});
	return rewiredFindings(e, j, only(j.circuits)).map((f) => f.severity);
};
const REWIRED: [what: string, got: string[], want: string[]][] = [
	['7 ft run anew', rewired({}, 7), ['violation']],
	['6 ft: not more than 6', rewired({}, 6), []],
	['run anew, its length not known', rewired({}, null), ['caution']],
	['nothing run anew', rewired({}, 7, 'found'), []],
	['a new circuit: its outlets are told of themselves', rewired({ state: 'built' }, 7), []],
	['two poles', rewired({ poles: 2 }, 7), []],
	['5 A, below what AFCI speaks of', rewired({ breakerA: 5 }, 7), []],
	['10 A, the least since 2023', rewired({ breakerA: 10 }, 7), ['violation']],
	['20 A, the most', rewired({ breakerA: 20 }, 7), ['violation']],
	['30 A, above it', rewired({ breakerA: 30 }, 7), []],
	['behind an AFCI breaker', rewired({ breaker: 'afci' }, 7), []]
];
for (const [what, got, want] of REWIRED) test(`210.12(D): ${what}`, () => assert.deepEqual(got, want));

const floorBox = (more: Partial<Box>) =>
	whyNotForWall(e, den as Room, box('a', { place: { kind: 'point', x: 72, y: 60 } as unknown as Box['place'], ...more }));
test('a box in the floor far from the wall is told of as one; one at a height, or nowhere yet, is not on a wall', () => {
	assert.match(floorBox({ heightIn: 0 }) ?? '', /^in the floor, more than 1' 6" from the wall$/);
	assert.match(floorBox({ heightIn: 2 }) ?? '', /^in the floor/);
	assert.equal(floorBox({ heightIn: 3 }), 'not on a wall');
	assert.equal(floorBox({ heightIn: null }), 'not on a wall');
	assert.equal(floorBox({ heightIn: 0, place: null }), 'not on a wall');
});

test('a box in the floor is of the wall that it is nearest to, at and within 18 in of it', () => {
	const at = (x: number, y: number) => {
		const place = wallPlace(e, den as Room, box('a', { heightIn: 0, place: { kind: 'point', x, y } as unknown as Box['place'] }));
		return place && [place.wall, place.at];
	};
	assert.deepEqual(
		[at(72, 5), at(0.5, 60), at(140, 60), at(72, 118)],
		[
			[0, 72],
			[3, 60],
			[1, 60],
			[2, 72]
		]
	);
	assert.deepEqual([at(72, 18), at(72, 18.0625), at(0.5, 5)], [[0, 72], null, [3, 115]]);
});

test('the drop of a leg is known where both its ends were read, and of the first leg by its box alone', () => {
	const j = job();
	const drop = (boxId: string, value: number) => reading({ id: boxId, boxId, kind: 'drop', value, loadA: 12 });
	const cables = (...read: ReturnType<typeof drop>[]) =>
		dropByCable({ edition: e, job: j }, only(j.circuits), proofs(e, j, read)).map((l) => l.read && Math.round(l.read * 10) / 10);
	assert.deepEqual(cables(drop('a', 2), drop('b', 3), drop('c', 4.5)), [2, 1, 1.5]);
	assert.deepEqual(cables(drop('b', 3)), [null, null, null]);
	assert.deepEqual(cables(drop('a', 2), drop('c', 4.5)), [2, null, null]);
	// No ohms too many where a cable loses less than it should, or just that.
	const ohms = dropByCable({ edition: e, job: j }, only(j.circuits), proofs(e, j, [drop('a', 0.1)]))[0]?.excessOhms;
	assert.equal(ohms, null);
});

test('before and after: what shows without a figure, and drops under other loads brought to one', () => {
	const pair = (before: Parameters<typeof reading>[0], after: Parameters<typeof reading>[0]) =>
		only(
			beforeAndAfter(
				[
					reading({ id: '1', ...before, phase: 'before', at: '2026-10-13T09:00:00.000Z' }),
					reading({ id: '2', ...after, phase: 'after', at: '2026-10-13T10:00:00.000Z' })
				],
				'b'
			)
		).change;
	const lamps = (pattern: string) => ({ kind: 'lamps' as const, value: null, lamps: pattern });
	assert.equal(pair(lamps('on on off'), lamps('on on off')), 'same');
	assert.equal(pair(lamps('on on off'), lamps('on off off')), 'changed');
	const drop = (value: number, loadA: number | null) => ({ kind: 'drop' as const, value, loadA });
	// 4% at 6 A is 8% at 12 A: the same run.
	assert.equal(pair(drop(4, 6), drop(8, 12)), 'same');
	assert.equal(pair(drop(4, 6), drop(12, 12)), 'worse');
	assert.equal(pair(drop(8, 12), drop(3, 12)), 'better');
	// A load that was not written down brings nothing to one.
	assert.equal(pair(drop(4, null), drop(8, 12)), 'changed');
	assert.equal(pair(drop(8, 12), drop(4, null)), 'changed');
	assert.equal(pair(drop(8, null), drop(4, null)), 'better');
});

test('before and after: volts under a load are not held against volts without, nor times at two leakages', () => {
	const rows = (...list: Parameters<typeof reading>[0][]) =>
		beforeAndAfter(
			list.map((r, i) => reading({ id: String(i), at: `2026-10-13T0${i}:00:00.000Z`, ...r })),
			'b'
		).map((r) => r.change);
	const [before, after] = [{ phase: 'before' }, { phase: 'after' }] as const;
	assert.deepEqual(rows({ ...before, value: 100, loadA: 12 }, { ...after, value: 121 }), []);
	assert.deepEqual(rows({ ...before, value: 100, loadA: 12 }, { ...after, value: 121 }, { ...after, value: 116, loadA: 15 }), [
		'repaired'
	]);
	// By the job's own limits 113 V are outside.
	const own = { ...LIMITS, outlet: { good: [114, 126], look: [110, 127] } } as const;
	const two = [reading({ ...before, value: 113 }), reading({ id: '2', ...after, value: 114, at: '2026-10-14T09:00:00.000Z' })];
	assert.deepEqual([beforeAndAfter(two, 'b')[0]?.change, beforeAndAfter(two, 'b', own)[0]?.change], ['same', 'repaired']);
	const time = (value: number, atMa: number) => ({ kind: 'gfci-ms' as const, value, atMa });
	assert.deepEqual(rows({ ...before, ...time(300, 6) }, { ...after, ...time(24, 30) }), []);
	assert.deepEqual(rows({ ...before, ...time(300, 30) }, { ...after, ...time(24, 30) }), ['better']);
});

test('which breaker: a low-impedance meter that reads nothing speaks; one without a figure, or with volts, does not', () => {
	const j = job({
		circuits: [circuit(), circuit({ id: 'c2', space: 2 })],
		boxes: [box('z', { state: 'found' })],
		cables: []
	});
	const off: LiveEvent[] = [
		{ id: 'e', jobId: 'j', at: '2026-10-13T08:00:00.000Z', by: '', kind: 'off-tagged', circuitId: 'c2', boxId: null, note: '' }
	];
	const read = (value: number | null) => [reading({ boxId: 'z', kind: 'hn', value, meter: 'low-impedance' })];
	const of = (value: number | null) =>
		breakerSuspects(j, { readings: read(value), events: off }, 'z').map((s) => `${s.circuit.id} ${s.says}`);
	assert.deepEqual(of(0.2), ['c2 maybe', 'c1 no'], 'dead with space 2 off, never read live with it on');
	assert.deepEqual(of(null), ['c1 maybe', 'c2 maybe'], 'no figure');
	assert.deepEqual(of(118), ['c1 maybe', 'c2 no'], 'live with circuit 2 off');
});

test('load by floor area: rooms with walls that count and are fed; outlets of their own where no floor speaks for them', () => {
	const j = job();
	assert.equal(servedArea(j, panelOf(j)), 120);
	assert.equal(servedArea(job({ rooms: [{ ...den, outline: null }] }), panelOf(j)), 0);
	assert.equal(servedArea(job({ rooms: [{ ...den, kind: 'garage' }] }), panelOf(j)), 0);
	assert.equal(servedArea(job({ cables: [] }), panelOf(j)), 0);
	// 180 VA for each outlet elsewhere; none of an appliance's own circuit, nor of those that 220.52 has figures for.
	const outdoors = { ...den, kind: 'outdoors' as const };
	const va = (c: Partial<Circuit>) => {
		const made = job({ rooms: [outdoors], circuits: [circuit(c)] });
		return loosely(e, made, panelOf(made));
	};
	assert.equal(va({}), 540);
	assert.equal(va({ kind: 'small-appliance' }), 0);
	assert.equal(va({ kind: 'laundry' }), 0);
	assert.equal(va({ panelId: 'elsewhere' }), 0);
});
