import { asVersion4 } from './old-files';
import { byWriting } from '../../src/core/model/written';
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import test from 'node:test';
import fc from 'fast-check';
import { DEMOS } from '../../src/core/demo';
import { jsonSchemaOf } from '../../src/core/formats/json-schema';
import { readJobFile } from '../../src/core/formats/job-json';
import { writeJobFile } from '../../src/core/formats/write-job';
import { openApi } from '../../src/core/formats/openapi';
import { readReadingsCsv, writeReadingsCsv } from '../../src/core/formats/readings-csv';
import type { Job, JobFile, Reading } from '../../src/core/model/known';
import { emptyJob, newServiceCall } from '../../src/core/model/new-job';
import { jobFileSchema } from '../../src/core/model/file/schema';
import { runs } from './few';

const demo = (name = 'quillback'): JobFile => DEMOS[name]?.() as JobFile;
const text = (file: unknown) => JSON.stringify(file);

for (const name of Object.keys(DEMOS)) {
	test(`${name} goes out and comes back the same`, () => {
		const file = demo(name);
		const back = readJobFile(writeJobFile(file));
		assert.ok(back.ok);
		assert.deepEqual(back.value, file);
	});
}

const sample = readFileSync(new URL('../samples/job-v0.json', import.meta.url), 'utf8');
test('a version-0 file is brought up: heights in inches, switched in words, readings as rows of their own', () => {
	const read = readJobFile(sample);
	assert.ok(read.ok, JSON.stringify(read));
	assert.equal(read.migratedFrom, 0);
	const { job, readings, events } = read.value;
	assert.equal(job.boxes[0]?.heightIn, 16);
	assert.equal(job.boxes[0]?.devices[0]?.switched, 'whole');
	assert.deepEqual(
		readings.map((r) => [r.id, r.boxId, r.jobId, r.kind, r.value]),
		[['r1', 'd-01', 'old', 'hn', 119.4]]
	);
	assert.deepEqual(events, []);
});

test('a version-2 file is brought up: story and color as spelled now, a furnace by what it serves and not by its name', () => {
	const file = demo('marrow-street');
	const older = asVersion4(JSON.parse(writeJobFile(file)) as object) as {
		fileVersion: number;
		job: { boxes: { name: string; devices: Record<string, unknown>[] }[] };
	};
	older.fileVersion = 2;
	const cellar = older.job.boxes.find((b) => b.name === 'FN-01');
	for (const d of cellar?.devices ?? []) d.serves = null;
	cellar?.devices.push({ ...cellar.devices[0], id: 'pump', name: 'condensate pump' });
	const text = JSON.stringify(older).replaceAll('"story":', '"storey":').replaceAll('"color":', '"colour":');
	assert.match(text, /"storey":/);
	const read = readJobFile(text);
	assert.ok(read.ok, JSON.stringify(read));
	assert.equal(read.migratedFrom, 2);
	const furnace = read.value.job.boxes.find((b) => b.name === 'FN-01');
	assert.deepEqual(
		furnace?.devices.map((d) => d.serves),
		['furnace', 'furnace-equipment']
	);
	assert.deepEqual(read.value.job.rooms, file.job.rooms);
});

// What is done to a good file, where the fault must point, what it must say.
type Broken = Record<string, any>; // eslint-disable-line @typescript-eslint/no-explicit-any
const refused: [string, (file: Broken) => unknown, string, RegExp][] = [
	['a newer version', (f) => ({ ...f, fileVersion: 6 }), 'fileVersion', /newer Hekto/],
	['no version', ({ fileVersion: _, ...f }) => f, 'fileVersion', /got nothing/],
	['another kind of file', (f) => ({ ...f, hekto: 'shop' }), 'hekto', /must be "job", got "shop"/],
	['a list', () => [1, 2], 'file', /must be a job file/],
	['an unknown field', (f) => ({ ...f, job: { ...f.job, color: 'red' } }), 'job.color', /is not a field here/],
	[
		'an edition that does not exist',
		(f) => ({ ...f, job: { ...f.job, edition: '2014' } }),
		'job.edition',
		/one of 2017, 2020, 2023; got "2014"/
	],
	['a volume below nothing', (f) => ((f.job.boxes[3].volumeCuIn = -18), f), 'job.boxes[3].volumeCuIn', /at least 0.1, got -18/],
	['a cable to nowhere', (f) => ((f.job.cables[5].toId = 'zz'), f), 'job.cables[5].toId', /names no box, got "zz"/],
	['a loop', (f) => ((f.job.cables[0].fromId = 'k-02'), f), 'job.cables[0]', /a run is a tree/],
	['an id that appears twice', (f) => ((f.job.boxes[1].id = 'k-01'), f), 'job.boxes[1].id', /appears twice/],
	['a box beyond its wall', (f) => ((f.job.boxes[0].place.at = 9999), f), 'job.boxes[0].place.at', /must be at most the wall's/],
	['a reading of 500 V', (f) => ((f.readings[1].value = 500), f), 'readings[1].value', /0 to 260 V, got 500/],
	['negative ohms', (f) => (Object.assign(f.readings[1], { kind: 'ohm-ground', value: -1 }), f), 'readings[1].value', /got -1/],
	[
		'a drop without its load',
		(f) => (Object.assign(f.readings[1], { kind: 'drop', value: 3, loadA: null }), f),
		'readings[1].loadA',
		/needs its load/
	],
	["another job's reading", (f) => ((f.readings[0].jobId = 'other'), f), 'readings[0].jobId', /must be the file's job/],
	['a reading of a box that is not there', (f) => ((f.readings[0].boxId = 'gone'), f), 'readings[0].boxId', /names no box/]
];
for (const [what, breakIt, path, says] of refused) {
	test(`import refused: ${what}`, () => {
		const read = readJobFile(text(breakIt(structuredClone(demo()))));
		assert.ok(!read.ok);
		const fault = read.faults.find((f) => f.path === path);
		assert.ok(fault, JSON.stringify(read.faults.slice(0, 3)));
		assert.match(fault.message, says);
	});
}
test('a file cut short anywhere is refused and never throws', () => {
	const whole = text(demo());
	fc.assert(
		fc.property(fc.integer({ min: 0, max: whole.length - 1 }), (length) => !readJobFile(whole.slice(0, length)).ok),
		{ seed: 7, numRuns: runs(60) }
	);
	assert.match((readJobFile(whole.slice(0, 900)) as { faults: { message: string }[] }).faults[0]?.message ?? '', /cut off/);
});
test('an oversized file is refused before it is read', () => {
	const read = readJobFile(`"${'x'.repeat(20_000_001)}"`);
	assert.match((!read.ok && read.faults[0]?.message) || '', /at most 20 MB/);
});

test('rows of a box that is no longer in the job are left out of its file, so that the file comes in again', () => {
	const { job, readings, events } = demo();
	const without = {
		...job,
		boxes: job.boxes.filter((b) => b.id !== 'w-02'),
		cables: job.cables.filter((l) => l.toId !== 'w-02')
	};
	const back = readJobFile(writeJobFile({ job: without, readings, events }));
	assert.ok(back.ok, JSON.stringify(back));
	assert.ok(back.value.readings.length < readings.length && back.value.readings.every((r) => r.boxId !== 'w-02'));
});
test('a service call is a lawful job: one box without a room, circuit unknown', () => {
	const call = newServiceCall({ jobId: 'j', boxId: 'b' }, { boxName: 'Sewing 3', edition: '2020', permitDate: '2026-10-22' });
	const read = readJobFile(writeJobFile({ job: call, readings: [], events: [] }));
	assert.ok(read.ok, JSON.stringify(read));
	assert.equal(call.boxes[0]?.roomId, null);
	assert.ok(
		readJobFile(
			writeJobFile({ job: emptyJob('e', { name: 'New', edition: '2023', permitDate: '2026-10-12' }), readings: [], events: [] })
		).ok
	);
});

test('readings go out as CSV and come back the same', () => {
	const { job, readings } = demo();
	const back = readReadingsCsv(writeReadingsCsv(job, readings), job, (i) => readings[i]?.id ?? '');
	assert.ok(back.ok, JSON.stringify(back));
	assert.deepEqual(back.value, readings);
});
const csv: [string, string, string, RegExp][] = [
	['no box column', 'kind,value,at\nhn,120,2026-01-01', 'box', /column is missing/],
	['an unknown column', 'box,kind,at,volts\nK-01,hn,2026-01-01,120', 'volts', /is not a column/],
	['an unknown box', 'box,kind,value,at\nZZ,hn,120,2026-01-01', 'row 2.box', /names no box of this job, got "ZZ"/],
	[
		'a bad figure in the second row',
		'box,kind,value,at\nK-01,hn,120,2026-01-01\nK-01,hn,lots,2026-01-01',
		'row 3.value',
		/got "lots"/
	],
	['an impossible figure', 'box,kind,value,at\nK-01,hn,500,2026-01-01', 'row 2.value', /0 to 260 V, got 500/],
	['no time', 'box,kind,value,at\nK-01,hn,120,', 'row 2.at', /must be a time/]
];
for (const [what, body, path, says] of csv) {
	test(`CSV refused whole: ${what}`, () => {
		const read = readReadingsCsv(body, demo().job, (i) => `r${i}`);
		assert.ok(!read.ok);
		assert.match(read.faults.find((f) => f.path === path)?.message ?? JSON.stringify(read.faults), says);
	});
}
test('CSV: a note that a spreadsheet would run is defused', () => {
	const { job, readings } = demo();
	const out = writeReadingsCsv(
		job,
		readings.slice(0, 1).map((r) => ({ ...r, note: '=2+2' }))
	);
	assert.match(out, /'=2\+2/);
});

test('the JSON Schema says what Yup asks: fields, bounds, closed objects', () => {
	const schema = jsonSchemaOf(jobFileSchema) as Broken;
	assert.equal(schema.additionalProperties, false);
	assert.deepEqual(schema.required, ['hekto', 'fileVersion', 'job', 'readings', 'events']);
	const box = schema.properties.job.properties.boxes.items;
	assert.equal(box.properties.volumeCuIn.minimum, 0.1);
	assert.deepEqual(box.properties.volumeCuIn.type, ['number', 'null']);
	assert.deepEqual(schema.properties.job.properties.edition.enum, ['2017', '2020', '2023']);
	assert.deepEqual(schema.properties.job.properties.rooms.items.properties.outline.items.minItems, 2);
	const api = openApi(Object.keys(DEMOS)) as Broken;
	assert.deepEqual(api.paths['/api/v1/size'].post.requestBody.content['application/json'].schema.required, [
		'edition',
		'load',
		'wiring',
		'outlets'
	]);
});
test('everything that Prove keeps goes out in a job file and comes in again the same', () => {
	const file = demo('marrow-street');
	const [first] = file.readings;
	assert.ok(first);
	const one = (id: string, more: Partial<Reading>): Reading => ({ ...first, id, value: null, lamps: null, loadA: null, ...more });
	const readings = [
		...file.readings,
		one('grip', { kind: 'grip', word: 'slips', half: 'lower', phase: 'before' }),
		one('panel', { kind: 'hh', boxId: 'main', value: 241 }),
		one('breaker', { kind: 'gfci-own', boxId: 'main', circuitId: file.job.circuits[0]?.id, word: 'trips' }),
		one('time', { kind: 'gfci-ms', value: 24, atMa: 264, corrects: 'time-before' })
	];
	const job: Job = {
		...file.job,
		practice: {
			...file.job.practice,
			limits: { drop: { good: [0, 2.5], look: [0, 4] } },
			sound: { sourceOhms: 0.05, conductorC: 20 },
			gfciTestDays: 90
		},
		guided: [
			{
				id: 'g1',
				kind: 'element',
				of: 'wh-01',
				figures: { watts: 4500, ohms: 12.8 },
				words: { open: 'figure' },
				at: '2026-10-22T15:00:00.000Z',
				by: 'RV',
				note: ''
			}
		]
	};
	const back = readJobFile(writeJobFile({ job, readings, events: file.events }));
	assert.ok(back.ok, back.ok ? '' : JSON.stringify(back.faults));
	assert.deepEqual(back.value.job, job);
	assert.deepEqual(back.value.readings, [...readings].sort(byWriting), 'in the order in which they were entered');
});
const PROVE_REFUSED: [what: string, change: (file: JobFile) => void, path: string][] = [
	[
		'a word that is none of its kind',
		(f) => void Object.assign(f.readings[0] ?? {}, { kind: 'grip', word: 'firm', lamps: null }),
		'readings[0].word'
	],
	[
		'a time to open without its leak',
		(f) => void Object.assign(f.readings[0] ?? {}, { kind: 'gfci-ms', value: 24, lamps: null }),
		'readings[0].atMa'
	],
	[
		'a limit of one figure',
		(f) => void Object.assign(f.job.practice, { limits: { drop: { good: [1], look: [0, 2] } } }),
		'job.practice.limits.drop.good'
	],
	[
		'a limit of no reading',
		(f) => void Object.assign(f.job.practice, { limits: { luck: { good: [0, 1], look: [0, 2] } } }),
		'job.practice.limits.luck'
	],
	['a reading at no place', (f) => void Object.assign(f.readings[0] ?? {}, { boxId: 'nowhere' }), 'readings[0].boxId']
];
for (const [what, change, path] of PROVE_REFUSED) {
	test(`import refused: ${what}`, () => {
		const file = structuredClone(demo('marrow-street'));
		change(file);
		const got = readJobFile(text(file));
		assert.ok(!got.ok);
		assert.ok(
			got.faults.some((x) => x.path === path),
			JSON.stringify(got.faults)
		);
	});
}
