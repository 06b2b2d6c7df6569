import assert from 'node:assert/strict';
import test from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { applyChanges } from '../../src/core/edit/merge/apply';
import { changesBetween, type Change } from '../../src/core/edit/merge/change';
import { readPlainJobFile } from '../../src/core/formats/job-json';
import type { Job, JobFile } from '../../src/core/model/job';
import { changeToVersion5 } from '../../src/core/model/file/to-version-5';
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
