import assert from 'node:assert/strict';
import test from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { nearBoxes } from '../../src/lib/stages/protect/near-boxes';

/** An inspector's line finds its box by any of its names, spelled as people spell. */
const job = DEMOS.quillback?.().job;
const lines: [line: string, rooms: RegExp][] = [
	['no GFCI at the dishwasher', /dishwasher/],
	['Refridgerator receptacle not accessible', /[Rr]efrigerator/],
	['bedrom 2 outlet is loose', /Bedroom 2/],
	['receptacle in the workroom by the wheels', /Workroom/],
	['laundry: cover missing', /[Ll]aundry/]
];
for (const [line, about] of lines)
	test(`an inspector's line: ${line}`, () => {
		assert.ok(job);
		const found = nearBoxes(job, line);
		assert.match(`${found[0]?.name} ${found[0]?.about}`, about);
		assert.ok(found.length <= 4);
	});
test('a line that names nothing of the house offers nothing', () => {
	assert.ok(job);
	assert.deepEqual([nearBoxes(job, 'ok'), nearBoxes(job, 'xyzzy qqqq')], [[], []]);
});
