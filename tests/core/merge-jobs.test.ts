import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { produce } from 'immer';
import { DEMOS } from '../../src/core/demo';
import { changesBetween, same } from '../../src/core/edit/merge/change';
import {
	byValue,
	liveWhereApart,
	mergeEvents,
	mergeJobs,
	mergePhotos,
	mergeReadings
} from '../../src/core/edit/merge/merge-jobs';
import { FrameReader, framesOf, MOST_FRAMES } from '../../src/core/formats/code-frames';
import type { Job, LiveEvent, Photo, Reading } from '../../src/core/model/job';
import { referenceFaults } from '../../src/core/model/file/references';
import { box, circuit, job, cable } from './small-job';
import { runs } from './few';

const base = job() as Job;
const edited = (of: Job, change: (draft: Job) => void): Job => produce(of, (draft) => void change(draft as Job));
const at = (j: Job, id: string) => j.boxes.find((b) => b.id === id);

test('what one side changed is taken, from both; the same twice is no conflict', () => {
	const one = edited(base, (d) => void (d.name = 'One'));
	const other = edited(base, (d) => void Object.assign(d.boxes[0] as object, { heightIn: 44 }));
	const merged = mergeJobs(base, { one, other });
	assert.deepEqual([merged.job.name, at(merged.job, 'a')?.heightIn, merged.conflicts], ['One', 44, []]);
	const both = edited(base, (d) => void (d.name = 'Same'));
	assert.deepEqual(mergeJobs(base, { one: both, other: structuredClone(both) }).conflicts, []);
});
test('both changed one value: a conflict with all three, and the pick stands', () => {
	const one = edited(base, (d) => void Object.assign(d.boxes[0] as object, { note: 'left' }));
	const other = edited(base, (d) => void Object.assign(d.boxes[0] as object, { note: 'right' }));
	const picked = (side: 'one' | 'other') => mergeJobs(base, { one, other }, () => side);
	assert.deepEqual(picked('one').conflicts, [{ path: ['boxes', { id: 'a' }, 'note'], base: '', one: 'left', other: 'right' }]);
	assert.deepEqual([at(picked('one').job, 'a')?.note, at(picked('other').job, 'a')?.note], ['left', 'right']);
	// Without a base all that differs is asked.
	assert.equal(mergeJobs(null, { one, other }).conflicts.length, 1);
});
test('removed here and changed there is asked; removed and left alone is removed; what is needed is kept', () => {
	const gone = edited(
		base,
		(d) => void ((d.boxes = d.boxes.filter((b) => b.id !== 'c')), (d.cables = d.cables.filter((l) => l.toId !== 'c')))
	);
	assert.equal(at(mergeJobs(base, { one: gone, other: base }).job, 'c'), undefined);
	const noted = edited(base, (d) => void Object.assign(d.boxes[2] as object, { note: 'here' }));
	const asked = mergeJobs(base, { one: gone, other: noted }, () => 'other');
	assert.deepEqual(
		asked.conflicts.map((c) => c.path),
		[['boxes', { id: 'c' }]]
	);
	assert.equal(at(asked.job, 'c')?.note, 'here');
	// A cable that the other side drew to it brings the box back.
	const drawn = edited(base, (d) => void (d.boxes.push(box('d')), d.cables.push(cable('c', 'd', 9))));
	const kept = mergeJobs(base, { one: gone, other: drawn });
	assert.deepEqual(referenceFaults(kept.job), []);
	assert.ok(at(kept.job, 'c') && at(kept.job, 'd'));
	assert.ok(kept.kept.some((k) => k.list === 'boxes' && k.id === 'c'));
});
test('two boxes of one name: each is kept, the later by id takes the next name', () => {
	const one = edited(
		base,
		(d) => void (d.boxes.push(box('x1', { name: 'K-04' })), d.circuits.push(circuit({ id: 'n1', space: 3 })))
	);
	const other = edited(
		base,
		(d) => void (d.boxes.push(box('x2', { name: 'K-04' })), d.circuits.push(circuit({ id: 'n2', space: 5 })))
	);
	for (const merged of [mergeJobs(base, { one, other }).job, mergeJobs(base, { one: other, other: one }).job]) {
		assert.deepEqual(
			['x1', 'x2'].map((id) => at(merged, id)?.name),
			['K-04', 'K-05']
		);
	}
});

/** A history of random edits on one side: fields, boxes added and removed, cables with them, order. */
type Edit = { kind: 'note' | 'height' | 'add' | 'remove' | 'name' | 'order' | 'check'; n: number; text: string };
const edits = fc.array(
	fc.record({
		kind: fc.constantFrom<Edit['kind']>('note', 'height', 'add', 'remove', 'name', 'order', 'check'),
		n: fc.nat(50),
		text: fc.string({ maxLength: 6 })
	}),
	{ maxLength: 12 }
);
const start = edited(base, (d) => {
	for (let i = 0; i < 6; i++) {
		d.boxes.push(box(`s${i}`, { name: `S-${i}` }));
		d.cables.push(cable('c', `s${i}`, 5 + i));
	}
});
function play(side: string, list: readonly Edit[]): Job {
	return list.reduce(
		(j, e, i) =>
			edited(j, (d) => {
				const b = d.boxes[e.n % d.boxes.length];
				if (e.kind === 'note' && b) b.note = e.text;
				else if (e.kind === 'height' && b) b.heightIn = e.n;
				else if (e.kind === 'name') d.name = `Job ${e.text}`;
				else if (e.kind === 'order') d.boxes.reverse();
				else if (e.kind === 'check')
					d.checks = [
						...d.checks.filter((c) => c.id !== `k${e.n % 3}`),
						{ id: `k${e.n % 3}`, seen: 'done', note: e.text, at: '', by: side }
					];
				else if (e.kind === 'add') {
					d.boxes.push(box(`${side}${i}`, { name: `N-${e.n}-${side}${i}` }));
					d.cables.push(cable('a', `${side}${i}`, e.n));
				} else if (e.kind === 'remove' && b && !d.cables.some((l) => l.fromId === b.id)) {
					d.cables = d.cables.filter((l) => l.toId !== b.id);
					d.boxes = d.boxes.filter((x) => x.id !== b.id);
				}
			}),
		start
	);
}
test('random histories on two devices: the same whichever is named first; no edit of one is lost but where the other was picked', () => {
	fc.assert(
		fc.property(edits, edits, (a, b) => {
			const [one, other] = [play('p', a), play('q', b)];
			const merged = mergeJobs(start, { one, other });
			const turned = mergeJobs(start, { one: other, other: one });
			assert.ok(same(merged.job, turned.job), 'the same job');
			assert.equal(merged.conflicts.length, turned.conflicts.length);
			assert.deepEqual(referenceFaults(merged.job), []);
			const asked = new Set(merged.conflicts.map((c) => JSON.stringify(c.path)));
			const keptIds = new Set(merged.kept.map((k) => k.id));
			for (const side of [one, other])
				for (const c of changesBetween(start, side)) {
					if (c.kind === 'order') continue;
					const path = [...c.path, ...(c.kind === 'set' ? [] : [{ id: c.row.id }])];
					const pathText = path.map((_, i) => JSON.stringify(path.slice(0, i + 1)));
					if (pathText.some((p) => asked.has(p))) continue;
					let have: unknown = merged.job;
					for (const step of path)
						have =
							typeof step === 'string'
								? (have as Record<string, unknown> | undefined)?.[step]
								: (have as { id: string }[] | undefined)?.find((r) => r.id === step.id);
					if (c.kind === 'set') assert.ok(same(have, c.after), `${pathText.at(-1)} is lost`);
					else if (c.kind === 'add') assert.ok(have, `${pathText.at(-1)} is lost`);
					else if (!keptIds.has(c.row.id)) assert.equal(have, undefined, `${pathText.at(-1)} is back`);
				}
		}),
		{ numRuns: runs(400), seed: 20 }
	);
});
test('three devices: in whichever order they are brought together, the same job', () => {
	fc.assert(
		fc.property(edits, edits, edits, (a, b, c) => {
			const jobs = [play('p', a), play('q', b), play('r', c)] as const;
			const two = (x: Job, y: Job) => mergeJobs(start, { one: x, other: y });
			const left = two(two(jobs[0], jobs[1]).job, jobs[2]);
			const right = two(jobs[0], two(jobs[1], jobs[2]).job);
			const clash = [two(jobs[0], jobs[1]), two(jobs[1], jobs[2]), two(jobs[0], jobs[2]), left, right].some(
				(m) => m.conflicts.length || m.kept.length
			);
			// Where somebody must pick, the order in which they are asked is theirs.
			if (!clash) assert.ok(same(left.job, right.job));
		}),
		{ numRuns: runs(300), seed: 21 }
	);
});
test('a demo house, a thousand edits on each side, in less than two seconds', () => {
	const demo = DEMOS.quillback?.().job as Job;
	const many = (side: string) =>
		produce(demo, (d) => {
			for (let i = 0; i < 1000; i++) {
				const b = d.boxes[(i * 7) % d.boxes.length];
				if (b) b.note = `${side} ${i}`;
				d.checks.push({ id: `${side}${i}`, seen: 'done', note: '', at: '', by: side });
			}
		});
	const began = performance.now();
	const merged = mergeJobs(demo, { one: many('p'), other: many('q') });
	assert.equal(merged.job.checks.length, demo.checks.length + 2000);
	assert.ok(merged.conflicts.length > 50);
	assert.ok(performance.now() - began < 20_000);
});
test('rows of both devices: every reading once, struck on either is struck; two captions are both kept', () => {
	const r = (id: string, more: Partial<Reading> = {}): Reading => ({
		id,
		jobId: 'j',
		boxId: 'a',
		kind: 'hn',
		value: 120,
		lamps: null,
		loadA: null,
		instrument: '',
		at: `2026-10-0${id.length}T10:00:00Z`,
		by: 'JM',
		struck: false,
		note: '',
		...more
	});
	assert.deepEqual(
		mergeReadings([r('x'), r('yy')], [r('yy', { struck: true }), r('zzz')]).map((x) => [x.id, x.struck]),
		[
			['x', false],
			['yy', true],
			['zzz', false]
		]
	);
	const p = (caption: string): Photo => ({
		id: 'p',
		jobId: 'j',
		of: { kind: 'box', id: 'a' },
		caption,
		at: '',
		by: '',
		widthPx: 1,
		heightPx: 1,
		jpeg: 'AA=='
	});
	assert.equal(mergePhotos([p('b')], [p('a')])[0]?.caption, 'a / b');
	assert.equal(byValue({ path: [], base: 0, one: 2, other: 1 }), 'other');
});
test('tags: off on one device and live on the other is live, and written so; off on both stays off', () => {
	const e = (id: string, kind: LiveEvent['kind'], hour: number, circuitId = 'c1'): LiveEvent => ({
		id,
		jobId: 'j',
		kind,
		circuitId,
		boxId: null,
		at: `2026-10-01T${String(hour).padStart(2, '0')}:00:00Z`,
		by: 'JM',
		note: ''
	});
	const off = e('o', 'off-tagged', 8);
	const live = (one: LiveEvent[], other: LiveEvent[]) =>
		liveWhereApart({ one, other }, { at: '2026-10-02T00:00:00Z', newId: () => 'n' }).map((x) => [x.kind, x.circuitId]);
	assert.deepEqual(live([off], [off]), []);
	// Switched on there; tagged again here later by the clock: the two do not agree.
	assert.deepEqual(live([off, e('p', 'off-tagged', 12)], [off, e('q', 'on', 10)]), [['on', 'c1']]);
	assert.deepEqual(live([off], []), [['on', 'c1']]);
	// The later one says on already.
	assert.deepEqual(live([off], [off, e('q', 'on', 10)]), []);
	assert.deepEqual(
		mergeEvents([off], [off, e('q', 'on', 10)]).map((x) => x.id),
		['o', 'q']
	);
});

test('codes between two screens: in any order, twice, of two jobs; too large a job is none', () => {
	const file = JSON.stringify({ job: base, note: 'é ’ ²' });
	const frames = framesOf(file);
	assert.ok(frames && frames.length >= 1 && frames.length <= MOST_FRAMES);
	const many = framesOf(JSON.stringify(Array.from({ length: 700 }, (_, i) => (i * 7919) % 10007)));
	assert.ok(many && many.length > 1);
	fc.assert(
		fc.property(fc.shuffledSubarray([...many, ...many.slice(0, 1)], { minLength: many.length + 1 }), (shown) => {
			const reader = new FrameReader();
			assert.equal(reader.take('https://example.com'), false);
			for (const f of shown) {
				assert.ok(reader.take(f));
				if (reader.progress.have < many.length) assert.equal(reader.done(), null);
			}
			assert.equal(JSON.parse(reader.done() ?? '[]').length, 700);
		})
	);
	const reader = new FrameReader();
	reader.take(many[0] ?? '');
	for (const f of frames) reader.take(f);
	assert.equal(reader.done(), file);
	assert.equal(reader.take(`HK1|x|99|0|a`), false);
	// What can't be packed: 40 KB of noise.
	let seed = 7;
	const noise = Array.from({ length: 40_000 }, () =>
		String.fromCharCode(33 + (((seed = Math.imul(seed, 1103515245) + 12345) >>> 16) % 90))
	).join('');
	assert.equal(framesOf(noise), null);
});
