import assert from 'node:assert/strict';
import test from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { JobTrace } from '../../src/core/trace/job-trace';
import { counted, readShopRecord, weighedBy } from '../../src/core/trace/shop-record';

/** What a shop finds moves what it looks for; never so far that a fault is not thought of. */
const singles = [
	{ kind: 'open-hot', at: 'b1', weight: 6 },
	{ kind: 'open-hot', at: 'b2', weight: 2 },
	{ kind: 'reversed', at: 'b1', weight: 2 },
	{ kind: 'bootleg', at: 'b2', weight: 0 }
] as const;
const weightOf = (record: object, kind: string, at: string) =>
	weighedBy(record, singles).find((s) => s.kind === kind && s.at === at)?.weight ?? NaN;

test('weights by a shop: practice stands for 40 searches, places keep their shares, a floor of a quarter', () => {
	assert.deepEqual(weighedBy({}, singles), [...singles], 'nothing counted, nothing moved');
	// Of 10 reversed ones: practice gives a fifth, 8 of 40; 18 of 50 are 1.8 times as much, and 32 of 50 are 0.8 times.
	for (const [kind, at, weight] of [
		['reversed', 'b1', 3.6],
		['open-hot', 'b1', 4.8],
		['open-hot', 'b2', 1.6],
		['bootleg', 'b2', 0]
	] as const)
		assert.ok(
			Math.abs(weightOf({ reversed: 10 }, kind, at) - weight) < 1e-9,
			`${kind} ${at}: ${weightOf({ reversed: 10 }, kind, at)}`
		);
	// 40 of 440 would be a ninth; not less than a quarter stays.
	assert.ok(Math.abs(weightOf({ reversed: 400 }, 'open-hot', 'b1') - 1.5) < 1e-9);
	assert.deepEqual(counted(counted({}, ['reversed', 'off']), ['reversed']), { reversed: 2, off: 1 });
});
test('a record is read as it was kept, and what is none is left out', () => {
	for (const [text, record] of [
		['{"searches":3,"first":2,"readings":9,"reversed":2,"off":1}', { reversed: 2, off: 1 }],
		['{"reversed":-1,"off":1.5,"bootleg":"3","__proto__":{"off":9},"nonsense":4}', {}],
		['[1,2]', {}],
		['null', {}],
		['broken', {}]
	] as const)
		assert.deepEqual(readShopRecord(text), record, text);
});
test('in the demo house what was often found is held likelier before anything is read, and what is read still decides', () => {
	const file = DEMOS['marrow-street']?.();
	assert.ok(file);
	const circuitId = file.job.circuits.find((c) => c.space === 3)?.id ?? '';
	const ask = { circuitId, instruments: ['lamps', 'voltmeter', 'analyzer'] } as const;
	const likely = (shop: object, readings: typeof file.readings) =>
		JobTrace.of({ ...file.job, symptoms: [] }, circuitId, shop)
			?.ask(readings, ask, [])
			.answers.reduce((sum, a) => sum + (a.faults.some((f) => f.kind === 'reversed') ? a.probability : 0), 0) ?? NaN;
	const [before, after] = [likely({}, []), likely({ reversed: 30 }, [])];
	assert.ok(after > 3 * before, `${before} before, ${after} after`);
	assert.ok(likely({ reversed: 30 }, file.readings) < 0.01, 'its readings speak against it');
});
