import assert from 'node:assert/strict';
import { test } from 'node:test';
import { quillback } from '../../src/core/demo/quillback';
import { openIn } from '../../src/core/about';
import { STAGES } from '../../src/core/model/kinds';
import { assess } from '../../src/core/assess';
import { readPlainJobFile } from '../../src/core/formats/job-json';
import { check, figure, list, maybe, must, oneOf, shape, text, whole } from '../../src/core/model/file/fields';
import { passesOf } from '../../src/core/model/file/quick-check';
import type { Job, JobFile } from '../../src/core/model/known';
import { newBox, newCircuit, newRoom } from '../../src/core/model/new-job';
import { jobSchema } from '../../src/core/model/file/schema';
import { odd, placesIn, spoiled, valueAt, withValue } from '../../scripts/fuzz/values';
import { Random } from '../../scripts/fuzz/random';
import { reading } from './small-job';

/** What a job file is held to: ids, references, ranges, and how much there is of it. */
const file = quillback();
const withJob = (change: (job: Job) => unknown): JobFile => {
	const copy = structuredClone(file);
	change(copy.job);
	return copy;
};
const box = (job: Job, id = 'k-01') => {
	const found = job.boxes.find((b) => b.id === id);
	assert.ok(found);
	return found;
};
const twice = <T>(rows: T[]) => rows.push(structuredClone(rows[0] as T));
const withOf = (job: Job, part: 'breaks' | 'counters' | 'fixtures' | 'marks') => {
	const room = job.rooms.find((r) => r[part].length);
	assert.ok(room, part);
	return room;
};

const hostile: [name: string, made: JobFile, path: RegExp, says: RegExp][] = [
	...(['rooms', 'boxes', 'cables', 'circuits', 'panels', 'checks'] as const).map((part): [string, JobFile, RegExp, RegExp] => [
		`${part} twice`,
		withJob((job) => {
			if (!job[part].length && part === 'checks')
				job.checks.push({ id: 'c', seen: 'done', note: '', at: '2026-10-12T09:00:00Z', by: '' });
			twice(job[part] as unknown[]);
		}),
		new RegExp(`job\\.${part}\\[\\d+\\]\\.id`),
		new RegExp(`appears twice in ${part}`)
	]),
	...(['breaks', 'counters', 'fixtures'] as const).map((part): [string, JobFile, RegExp, RegExp] => [
		`${part} twice in a room`,
		withJob((job) => twice(withOf(job, part)[part] as unknown[])),
		new RegExp(`job\\.rooms\\[\\d+\\]\\.${part}\\[\\d+\\]\\.id`),
		new RegExp(`appears twice in the ${part} of`)
	]),
	[
		'devices twice in a box',
		withJob((job) => twice(box(job).devices)),
		/boxes\[\d+\]\.devices\[1\]\.id/,
		/twice in the devices of K-01/
	],
	[
		'ends twice in a box',
		withJob((job) => {
			const cable = { id: 'c', kind: 'NM-B', awg: '12', conductors: 2, ground: true, note: '' } as const;
			box(job).ends.push(cable, { ...cable });
		}),
		/boxes\[\d+\]\.ends\[1\]\.id/,
		/twice in the ends of K-01/
	],
	[
		'a mark on a wall that is not there',
		withJob((job) => withOf(job, 'breaks').marks.push({ id: 'm', wall: 99, from: 0, to: 10, kind: 'prefer', note: '' })),
		/marks\[\d+\]\.wall/,
		/has walls 0 to \d+, got 99/
	],
	[
		'studs of a room without walls',
		withJob((job) =>
			job.rooms.push(newRoom({ id: 'new', name: 'New', kind: 'living' }, { studs: [{ wall: 0, spacing: 16, offset: 0 }] }))
		),
		/studs\[0\]/,
		/New has no outline/
	],
	[
		'a panel on a wall that is not there',
		withJob((job) => Object.assign(job.panels[0] ?? {}, { roomId: 'bed2', place: { kind: 'wall', wall: 40, at: 3 } })),
		/panels\[0\]\.place\.wall/,
		/has walls 0 to/
	],
	[
		'a panel over the end of its wall',
		withJob((job) => Object.assign(job.panels[0] ?? {}, { roomId: 'bed2', place: { kind: 'wall', wall: 0, at: 5000 } })),
		/panels\[0\]\.place\.at/,
		/at most the wall's .* in, got 5000/
	],
	[
		'a panel in no room',
		withJob((job) => Object.assign(job.panels[0] ?? {}, { roomId: 'no', place: null })),
		/panels\[0\]\.roomId/,
		/names no room/
	],
	[
		'a box in no room',
		withJob((job) => Object.assign(box(job), { roomId: 'no', place: null })),
		/boxes\[\d+\]\.roomId/,
		/names no room, got "no"/
	],
	[
		'14 AWG aluminum',
		withJob((job) => Object.assign(job.cables[0] ?? {}, { metal: 'Al', awg: '14' })),
		/cables\[0\]\.awg/,
		/12 AWG or larger in aluminum/
	],
	[
		'a cable of a circuit that is not there',
		withJob((job) => Object.assign(job.cables[0] ?? {}, { circuitId: 'no' })),
		/cables\[0\]\.circuitId/,
		/no circuit/
	],
	['a run of 501 boxes', withJob((job) => runOf(job, 501)), /circuits\[\d+\]/, /at most 500 boxes on its run, got 501/],
	[
		'a reading twice',
		{ ...file, readings: [...file.readings, file.readings[0] as never] },
		/readings\[\d+\]\.id/,
		/appears twice in readings/
	],
	[
		'an event twice',
		{ ...file, events: [...file.events, file.events[0] as never] },
		/events\[\d+\]\.id/,
		/appears twice in events/
	],
	[
		'a reading at no time',
		{ ...file, readings: [{ ...(file.readings[0] as JobFile['readings'][number]), at: 'yesterday' }] },
		/readings\[0\]\.at/,
		/must be a time like/
	],
	[
		'a breaker of 401 A',
		withJob((job) => Object.assign(job.circuits[0] ?? {}, { breakerA: 401 })),
		/circuits\[0\]\.breakerA/,
		/at most 400/
	]
];
function runOf(job: Job, n: number): void {
	job.circuits.push(newCircuit({ id: 'long', name: 'Long', panelId: job.panels[0]?.id ?? '' }));
	for (let i = 0; i < n; i++) {
		job.boxes.push(newBox(`long-${i}`, `X-${i}`, { state: 'planned' }));
		const like = job.cables[0] as Job['cables'][number];
		job.cables.push({
			...like,
			id: `long-cable-${i}`,
			circuitId: 'long',
			fromId: i ? `long-${i - 1}` : (job.panels[0]?.id ?? ''),
			toId: `long-${i}`,
			inCableOf: undefined
		});
	}
}
for (const [name, made, path, says] of hostile)
	test(`refused at the door: ${name}`, () => {
		const read = readPlainJobFile(JSON.parse(JSON.stringify(made)));
		assert.ok(!read.ok, 'it was let in');
		const found = read.faults.find((f) => path.test(f.path) && says.test(f.message));
		assert.ok(found, JSON.stringify(read.faults.slice(0, 4)));
	});
test('on the other side of each limit it is let in', () => {
	const lawful = withJob((job) => {
		runOf(job, 500);
		Object.assign(job.circuits[0] ?? {}, { breakerA: 400 });
	});
	const read = readPlainJobFile(JSON.parse(JSON.stringify(lawful)));
	assert.ok(read.ok, read.ok ? '' : JSON.stringify(read.faults.slice(0, 3)));
	assert.deepEqual(
		Object.entries(assess(lawful.job, lawful.readings).stages).filter(([, s]) => s.failed !== undefined),
		[]
	);
});
test('a field that may be left out, given as null, is left out', () => {
	const read = readPlainJobFile(
		JSON.parse(
			JSON.stringify(withJob((job) => Object.assign(job.circuits[0] ?? {}, { opener: null, wiring: { ambientC: null } })))
		)
	);
	assert.ok(read.ok);
	assert.equal('opener' in (read.value.job.circuits[0] ?? {}), false);
	assert.deepEqual(read.value.job.circuits[0]?.wiring, {});
	assert.equal(read.value.job.boxes[0]?.dampness, file.job.boxes[0]?.dampness, 'what must be said stays null');
});

test('50,000 readings are let in without a look at each by Yup', () => {
	const readings = Array.from({ length: 50_000 }, (_, i) =>
		reading({ id: `m${i}`, jobId: file.job.id, boxId: 'k-01', value: 118 })
	);
	assert.ok(readPlainJobFile({ ...file, readings }).ok);
	const over = readPlainJobFile({ ...file, readings: [...readings, { ...readings[0], id: 'one more' }] });
	assert.ok(!over.ok);
	assert.match(over.faults[0]?.message ?? '', /at most 50000, got 50001/);
});
test('the quick look and Yup say the same of anything', () => {
	const { job } = quillback();
	const small = {
		...job,
		rooms: job.rooms.slice(0, 2),
		boxes: job.boxes.slice(0, 2),
		cables: job.cables.slice(0, 2),
		circuits: job.circuits.slice(0, 2)
	};
	const quick = passesOf(jobSchema);
	let yes = 0;
	for (let seed = 1; seed <= 400; seed++) {
		const r = new Random(seed);
		const value = r.chance(0.5) ? spoiled(small, r) : withValue(small, r.pick(placesIn(small)), odd(r));
		const said = quick(value);
		yes += said ? 1 : 0;
		assert.equal(said, jobSchema.isValidSync(value, { strict: true }), `seed ${seed}`);
	}
	assert.ok(yes > 8 && yes < 380, `${yes} of 400 pass`);
});

const small = shape({
	rows: must(list(shape({ n: must(whole(0, 9)), kind: oneOf(['a', 'b']) }), 3)),
	note: maybe(text(5)),
	at: figure(0, 1)
});
const told = (value: unknown) => {
	const checked = check(small, value);
	return checked.ok ? [] : checked.faults.map((f) => `${f.path}: ${f.message}`);
};
const cases: [unknown, string[]][] = [
	[{ rows: [] }, []],
	[{ rows: [{ n: 9 }], note: null, at: 1 }, []],
	[{ rows: [{ n: 10 }] }, ['rows[0].n: must be at most 9, got 10']],
	[{ rows: [{}, {}, {}, {}] }, ['rows: must hold at most 3, got 4']],
	[{ rows: 3 }, ['rows: must be a list, got 3']],
	[{}, ['rows: must be given, got nothing']],
	[{ rows: [], constructor: 1 }, ['constructor: is not a field here; allowed: rows, note, at']],
	[JSON.parse('{"rows":[],"__proto__":{}}'), ['__proto__: is not a field here; allowed: rows, note, at']],
	[{ rows: [{ n: 1, kind: 'c' }], at: 2 }, ['rows[0].kind: must be one of a, b; got "c"', 'at: must be at most 1, got 2']],
	[null, [': must be an object, got null']],
	[[], [': must be an object, got a list']]
];
for (const [value, says] of cases)
	test(`faults of ${JSON.stringify(value).slice(0, 60)}`, () => {
		const said = told(value);
		if (value === null) assert.equal(said.length, 1);
		else assert.deepEqual(said, says);
	});
test('the fifty-first fault is counted, not told', () => {
	const many = shape({ rows: must(list(shape({ n: must(whole(0, 9)) }), 1000)) });
	const checked = check(many, { rows: Array.from({ length: 1000 }, () => ({ n: -1 })) });
	assert.ok(!checked.ok);
	assert.equal(checked.faults.length, 51);
	assert.equal(checked.faults[50]?.message, 'and 950 more');
	const fifty = check(many, { rows: Array.from({ length: 50 }, () => ({ n: -1 })) });
	assert.equal(fifty.ok ? 0 : fifty.faults.length, 50);
});
test('depth and number are looked at first', () => {
	const deep = (n: number) => JSON.parse('['.repeat(n) + ']'.repeat(n)) as unknown;
	const first = (value: unknown) => told(value)[0] ?? '';
	assert.match(first({ rows: deep(17) }), /at most 16 levels deep/);
	assert.doesNotMatch(first({ rows: deep(16) }), /levels deep/);
	assert.match(first({ rows: deep(100_000) }), /at most 16 levels deep/);
	assert.match(first({ rows: [new Array(3_000_001).fill(0)] }), /at most 3,000,000 values/);
});

test('what could not be judged once is not taken for judged the second time', () => {
	const broken = structuredClone(file.job);
	Object.assign(broken.cables[0] ?? {}, { kind: 'no such cable' });
	const failed = () => STAGES.map((stage) => assess(broken, file.readings).stages[stage].failed);
	const first = failed();
	assert.ok(first[STAGES.indexOf('protect')]);
	assert.deepEqual(failed(), first);
});
test('a stage whose evaluator throws is told as failed; the others go on', () => {
	const broken = structuredClone(file.job);
	Object.assign(broken.cables[0] ?? {}, { awg: 'no such gauge' });
	const { stages } = assess(broken, file.readings);
	const failed = Object.entries(stages).filter(([, s]) => s.failed !== undefined);
	assert.ok(failed.length > 0 && failed.length < 6, failed.map(([s]) => s).join());
	assert.ok(stages.layout.findings.length > 0);
	assert.equal(openIn(assess(broken, file.readings)).failed, failed.length);
	assert.equal(openIn(assess(file.job, file.readings)).failed, 0);
	assert.deepEqual(valueAt(stages, ['layout', 'failed']), undefined);
});
