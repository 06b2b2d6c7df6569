import assert from 'node:assert/strict';
import test from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { applyChanges } from '../../src/core/edit/merge/apply';
import { changesBetween, type Change } from '../../src/core/edit/merge/change';
import { readPlainJobFile } from '../../src/core/formats/job-json';
import { newCircuit } from '../../src/core/model/new-job';
import type { Job, JobFile, LiveEvent } from '../../src/core/model/job';
import { changeToVersion5, toVersion5 } from '../../src/core/model/file/to-version-5';
import { parseSpace } from '../../src/core/model/space-words';
import { asVersion4 } from './old-files';

/** Files, stores and kept edits of the version before: found cables become ends, legs cables, slots spaces. */
const files = Object.values(DEMOS).map((make) => make());
const opened = (plain: object): JobFile => {
	const read = readPlainJobFile(plain);
	assert.ok(read.ok, JSON.stringify(read));
	return read.value;
};
const plainOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

for (const file of files)
	test(`${file.job.name} as version 4 wrote it opens as it is now: every cable, end, space and feeder where it was`, () =>
		assert.deepEqual(plainOf(opened(asVersion4(plainOf(file))).job), plainOf(file.job)));

const after = (job: Job, change: (draft: Job) => void): Job => {
	const draft = structuredClone(job);
	change(draft);
	return draft;
};
const EDITS: [what: string, edit: (draft: Job) => void][] = [
	['a cable of another kind', (d) => void Object.assign(d.cables[0] ?? {}, { kind: 'MC', awg: '10' })],
	['a cable added', (d) => void d.cables.push({ ...(d.cables[0] as Job['cables'][number]), id: 'new', toId: 'k-01' })],
	['a cable gone', (d) => void d.cables.pop()],
	[
		'a cable seen in a box',
		(d) => void d.boxes[1]?.ends.push({ id: 'e', kind: 'NM-B', awg: null, conductors: null, ground: null, note: '', line: true })
	],
	[
		'what a conductor means',
		(d) =>
			void d.boxes[0]?.conductors.push({
				id: 'w',
				endId: 'e',
				color: 'white',
				means: 'hot',
				alwaysLive: true,
				insulation: 'unknown',
				freeLengthIn: null
			})
	],
	['a breaker moved', (d) => void Object.assign(d.circuits[0] ?? {}, { space: 30 })],
	['a panel counted', (d) => void Object.assign(d.panels[0] ?? {}, { spaces: 42, openSpaces: true })],
	['a box and its name', (d) => void Object.assign(d.boxes[0] ?? {}, { name: 'Z-99' })]
];
for (const [what, edit] of EDITS)
	test(`an edit kept by version 4 can still be done and undone: ${what}`, () => {
		const { job } = files[0] as JobFile;
		const edited = after(job, edit);
		const old = changesBetween(asVersion4({ job: plainOf(job) }).job, asVersion4({ job: plainOf(edited) }).job) as Change[];
		const now = old.flatMap((c) => changeToVersion5(c) ?? []);
		const done = applyChanges(plainOf(job), now);
		assert.ok(done.ok, JSON.stringify(done));
		assert.deepEqual(plainOf(done.state), plainOf(edited));
	});
test('an edit of a circuit number changed what is gone: nothing is left of it', () => {
	assert.equal(
		changeToVersion5({ kind: 'set', path: ['circuits', { id: 'c1' }, 'number'], before: 1, after: 7 } as Change),
		null
	);
});

// What was tagged by words.
const TAGGED: [what: string, names: string | null, panels: number][] = [
	['space 9', '9', 1],
	['slot 9, marked den', '9', 1],
	['7/9', '7', 1],
	['main', null, 0],
	['the one with tape', null, 0]
];
for (const [what, space, panels] of TAGGED)
	test(`a tag on "${what}" ${space ? `is on the breaker of space ${space}` : 'stays words'}`, () => {
		const { job } = files[1] as JobFile;
		const bare = { ...job, circuits: [], cables: [], panels: [] };
		const event = {
			id: 'e',
			jobId: job.id,
			kind: 'off-tagged',
			circuitId: null,
			boxId: job.boxes[0]?.id ?? '',
			what,
			at: '2026-11-30T09:00:00.000Z',
			by: 'JM',
			note: ''
		};
		const old = asVersion4({ hekto: 'job', job: plainOf(bare), readings: [], events: [event] });
		const { job: now, events } = opened(old);
		assert.equal(now.panels.length, panels);
		const circuit = now.circuits.find((c) => c.id === events[0]?.circuitId);
		assert.equal(circuit?.space ?? null, space === null ? null : Number(space));
		assert.deepEqual([events[0]?.boxId, events[0]?.what], [event.boxId, what], 'the box it was tagged for, and the words, stay');
		assert.equal(circuit?.breakerA ?? null, null, 'nobody read its rating');
	});

// What was tagged by words where breakers were entered already: the one that stands there, and none more.
type Old = Record<string, unknown>;
const oldCircuit = (id: string, slot: number, more: Old = {}): Old => ({
	...plainOf(
		asVersion4({ job: { cables: [], boxes: [], panels: [], circuits: [newCircuit({ id, name: id, panelId: 'p' })] } }).job
			.circuits[0] as Old
	),
	slot,
	...more
});
const oldPanel = (id: string, name: string): Old => ({ id, name, roomId: null, place: null, mainA: null, slots: null });
const STANDS: [why: string, what: string, circuits: Old[], panels: Old[], on: string | null, more: Partial<LiveEvent>][] = [
	['the one in that space', 'space 9', [oldCircuit('c9', 9)], [oldPanel('p', 'Panel')], 'c9', {}],
	['the lower space of a two-pole one', 'space 9', [oldCircuit('c7', 7, { poles: 2 })], [oldPanel('p', 'Panel')], 'c7', {}],
	['past a two-pole one: made', 'space 11', [oldCircuit('c7', 7, { poles: 2 })], [oldPanel('p', 'Panel')], 'p-11', {}],
	['below a single-pole one: made', 'space 9', [oldCircuit('c7', 7)], [oldPanel('p', 'Panel')], 'p-9', {}],
	[
		'one of two thin ones',
		'7B',
		[oldCircuit('a', 7, { half: 'upper' }), oldCircuit('b', 7, { half: 'lower' })],
		[oldPanel('p', 'Panel')],
		'b',
		{}
	],
	[
		'the whole where two thin ones are: neither of them',
		'7',
		[oldCircuit('a', 7, { half: 'upper' })],
		[oldPanel('p', 'Panel')],
		'p-7',
		{}
	],
	['in the panel that is named', 'cellar 4', [], [oldPanel('p', 'Main'), oldPanel('q', 'Cellar panel')], 'q-4', {}],
	['of two panels none named: words', 'space 4', [], [oldPanel('p', 'Main'), oldPanel('q', 'Cellar')], null, {}],
	['a panel that is not there: words', 'garage 4', [], [oldPanel('p', 'Panel')], null, {}],
	['the main of a panel stays the panel’s', '200', [], [oldPanel('p', 'Panel')], null, { boxId: 'p' }],
	['a breaker that was tagged as one', 'space 4', [oldCircuit('c9', 9)], [oldPanel('p', 'Panel')], 'c9', { circuitId: 'c9' }]
];
for (const [why, what, circuits, panels, on, more] of STANDS)
	test(`an old tag on "${what}": ${why}`, () => {
		const { job } = files[1] as JobFile;
		const old = asVersion4({ hekto: 'job', job: { ...plainOf(job), circuits: [], cables: [], panels: [] }, readings: [] });
		const boxId = job.boxes[0]?.id ?? '';
		const event = {
			id: 'e',
			jobId: job.id,
			kind: 'off-tagged',
			circuitId: null,
			boxId,
			what,
			at: '2026-11-30T09:00:00.000Z',
			by: 'JM',
			note: '',
			...more
		};
		const read = toVersion5({ ...old, job: { ...(old.job as Old), circuits, panels }, events: [event] }) as {
			job: Job;
			events: LiveEvent[];
		};
		assert.equal(read.events[0]?.circuitId ?? null, on);
		assert.equal(
			read.job.circuits.length,
			circuits.length + Number(on?.includes('-') ?? false),
			'no breaker more than was named'
		);
		assert.equal(read.job.panels.length, panels.length);
	});
test('ticks of the check list, and photos, of cables go with them; what is not there is not made', () => {
	const checks = [{ id: 'rough:leg:l1:staples' }, { id: 'rough:box:a:flush' }];
	const photos = [{ of: { kind: 'leg', id: 'l1' } }, { of: { kind: 'box', id: 'leg' } }];
	const read = toVersion5({ fileVersion: 4, job: { checks }, photos }) as {
		job: { checks: { id: string }[] };
		photos: { of: object }[];
	};
	assert.deepEqual(
		read.job.checks.map((c) => c.id),
		['rough:cable:l1:staples', 'rough:box:a:flush']
	);
	assert.deepEqual(
		read.photos.map((p) => p.of),
		[
			{ kind: 'cable', id: 'l1' },
			{ kind: 'box', id: 'leg' }
		]
	);
	const bare = toVersion5({ fileVersion: 4, job: { name: 'x' } });
	assert.deepEqual([Object.keys(bare.job as object), 'photos' in bare], [['name', 'panels', 'circuits'], false]);
});

const SAID: [text: string, panels: string[], says: object | null][] = [
	['9', [], { space: 9 }],
	['Space 9', [], { space: 9 }],
	['slot 7, marked den', [], { space: 7, marked: 'den' }],
	['7/9', [], { space: 7, poles: 2 }],
	['7/8', [], null],
	['7A', [], { space: 7, half: 'upper' }],
	['space 7b', [], { space: 7, half: 'lower' }],
	['20A', [], null],
	['space 20A', [], { space: 20, half: 'upper' }],
	['20 amp', [], null],
	['fuse 2', [], { space: 2, fuse: true }],
	['cellar 7', [], { space: 7, panel: 'cellar' }],
	['den 7', [], null],
	['den 7', ['Den'], { space: 7, panel: 'den' }],
	['0', [], null],
	['200', [], { space: 200 }],
	['201', [], null],
	['main', [], null],
	['', [], null]
];
for (const [text, panels, says] of SAID)
	test(`"${text}" ${says ? `names ${JSON.stringify(says)}` : 'names no space'}${panels.length ? ` beside ${panels.join()}` : ''}`, () => {
		const read = parseSpace(text, panels);
		if (!says) return assert.equal(read, null);
		assert.deepEqual(read, { panel: null, poles: 1, half: null, fuse: false, marked: '', ...says });
	});
