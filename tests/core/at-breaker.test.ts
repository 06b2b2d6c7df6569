import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { liveSign } from '../../src/core/makeup/live-sign';
import type { Circuit, Reading } from '../../src/core/model/known';
import { box, circuit, job, cable, reading } from './small-job';

/** What is read at a breaker or a fuse: both sides of each figure. */
const at = (readings: Partial<Reading>[], more: Partial<Circuit> = {}, panel: object = {}, boxId = 'c1') => {
	const j = job({ boxes: [box('a')], circuits: [circuit(more)], cables: [cable('p', 'a', 20)] });
	const made = { ...j, panels: j.panels.map((p) => ({ ...p, ...panel })) };
	const { proofs, claims } = assess(
		made as never,
		readings.map((r, i) => reading({ id: `r${i}`, boxId, ...r }))
	);
	const proof = proofs.get(boxId);
	return proof && { ...proof, level: claims.places.get(boxId)?.level };
};
const rows: [what: string, r: Partial<Reading>, level: string][] = [
	['across it, nothing, under load', { kind: 'across', value: 0.5, loadA: 8 }, 'good'],
	['across it, more, under load', { kind: 'across', value: 0.6, loadA: 8 }, 'look'],
	['across it, 50 V under load', { kind: 'across', value: 50, loadA: 8 }, 'look'],
	['across it, the supply', { kind: 'across', value: 119, loadA: 8 }, 'bad'],
	['across it, the supply, no load told', { kind: 'across', value: 50.1 }, 'bad'],
	['across it, nothing, no load on', { kind: 'across', value: 0 }, 'unknown'],
	['amps, at its rating', { kind: 'amps', value: 20 }, 'good'],
	['amps, over it', { kind: 'amps', value: 20.1 }, 'look'],
	['the second hot, over it', { kind: 'amps2', value: 24 }, 'look'],
	['volts at its terminals, as at a panel', { kind: 'hn', value: 113 }, 'look'],
	['the same', { kind: 'hn', value: 114 }, 'good']
];
for (const [what, r, level] of rows) test(`at a 20 A breaker: ${what}: ${level}`, () => assert.equal(at([r])?.level, level));
test('a rating that nobody read: which fact is missing is said; a main that was read judges its amps', () => {
	const unread = at([{ kind: 'amps', value: 12 }], { breakerA: null } as never);
	assert.deepEqual([unread?.level, unread?.latest.amps?.verdict.lacks?.field], ['unknown', 'breakerA']);
	const main = (value: number, mainA: number | null) => at([{ kind: 'amps', value }], {}, { mainA }, 'p')?.level;
	assert.deepEqual([main(100, 100), main(101, 100), main(50, null)], ['good', 'look', 'unknown']);
});
test('hot and neutral of one circuit apart: half an amp, or a tenth; not where the neutral is shared, nor at two poles', () => {
	const apart = (hot: number, neutral: number, more: Partial<Circuit> = {}) =>
		at(
			[
				{ kind: 'amps', value: hot },
				{ kind: 'amps-n', value: neutral }
			],
			more
		)?.latest['amps-n']?.verdict.judgments.length;
	assert.deepEqual([apart(2, 1.5), apart(2, 1.4), apart(10, 9), apart(10, 8.9), apart(8, 9.1)], [1, 2, 1, 2, 2]);
	assert.deepEqual([apart(10, 4, { poles: 2 }), apart(10, 4, { multiwire: { withId: 'c2', opens: 'each' } })], [1, 1]);
});
test('current in a circuit that is tagged off is a sign of life; the supply across an open breaker is none', () => {
	const sign = (kind: Reading['kind'], value: number) => liveSign({ kind, value, lamps: null });
	assert.deepEqual(
		[sign('amps', 0.1), sign('amps-n', 0.09), sign('amps2', 3), sign('across', 120)],
		['live', 'quiet', 'live', 'quiet']
	);
});
