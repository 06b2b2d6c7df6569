import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import test from 'node:test';

/** The day where the person is, and not the one in Greenwich: both sides of midnight, in zones on both sides. */
const days = [
	['America/Los_Angeles', '2026-10-13T01:30:00Z', '2026-10-12', 'an evening in the west'],
	['America/Los_Angeles', '2026-10-13T06:59:00Z', '2026-10-12', 'the last minute of its day'],
	['America/Los_Angeles', '2026-10-13T07:00:00Z', '2026-10-13', 'its midnight'],
	['America/New_York', '2026-01-01T04:59:59Z', '2025-12-31', 'the year turns with the day'],
	['UTC', '2026-10-13T00:00:00Z', '2026-10-13', 'Greenwich itself'],
	['America/New_York', '2026-10-12', '2026-10-12', 'a day stays as it is']
] as const;
for (const [zone, at, want, why] of days)
	test(`${at} in ${zone} is ${want}: ${why}`, () => {
		const code = `import { localDay } from './src/core/units/day.ts'; import { readMapped } from './src/core/formats/csv-mapping.ts'; void readMapped; process.stdout.write(localDay(${JSON.stringify(at)}));`;
		const said = execFileSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', code], {
			env: { ...process.env, TZ: zone },
			encoding: 'utf8'
		});
		assert.equal(said, want);
	});

test('shown in one form, typed and read back by the same local clock', () => {
	const code = `import { sayDay, sayMoment, sayTime, typedMoment, momentOf, isDay } from './src/lib/clock.ts';
		const at = '2026-10-13T01:30:00Z';
		process.stdout.write(JSON.stringify([sayDay('2026-10-12'), sayMoment(at), sayTime(at), typedMoment(at), momentOf(typedMoment(at)), momentOf('noon'), isDay('2026-02-30'), isDay('2026-02-28'), sayDay('soon')]));`;
	const said = execFileSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', code], {
		env: { ...process.env, TZ: 'America/Denver' },
		encoding: 'utf8'
	});
	assert.deepEqual(JSON.parse(said), [
		'Oct 12, 2026',
		'Oct 12, 2026, 7:30 PM',
		'7:30 PM',
		'2026-10-12T19:30',
		'2026-10-13T01:30:00.000Z',
		null,
		false,
		true,
		'soon'
	]);
});
