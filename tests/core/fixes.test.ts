import assert from 'node:assert/strict';
import { test } from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import { changesBetween, same } from '../../src/core/edit/merge/change';
import { editFaults } from '../../src/core/edit/merge/check-edit';
import { applyChanges } from '../../src/core/edit/merge/apply';
import { takeFaults } from '../../src/core/edit/merge/take';
import { readJobFile } from '../../src/core/formats/job-json';
import { readReadingsCsv, writeReadingsCsv } from '../../src/core/formats/readings-csv';
import { writeJobFile } from '../../src/core/formats/write-job';
import { applyFix } from '../../src/core/edit/fix';
import { removeBox } from '../../src/core/edit/boxes';
import type { Command } from '../../src/core/edit/command';
import type { Job, JobFile } from '../../src/core/model/known';
import { byWriting } from '../../src/core/model/written';
import { Random } from '../../scripts/fuzz/random';

/** Whatever is let in can be saved and opened: fixes, imports and edits in any order, and the file gives the same job. */
const fixesOf = ({ job, readings }: JobFile) =>
	Object.values(assess(job, readings).stages).flatMap((s) => s.findings.flatMap((f) => (f.fix ? [f.fix] : [])));

/** The demo houses with something taken out of each, so that there is much to mend. */
function spoilt(file: JobFile, r: Random): JobFile {
	const drop: Command[] = [
		(d) =>
			void d.boxes.splice(
				0,
				d.boxes.length,
				...d.boxes.filter((b) => !r.chance(0.3) || d.cables.some((l) => l.toId === b.id || l.fromId === b.id))
			),
		(d) =>
			d.boxes.forEach(
				(b) => r.chance(0.3) && b.devices.forEach((x) => Object.assign(x, { protection: 'none', tamperResistant: false }))
			),
		(d) => d.circuits.forEach((c) => r.chance(0.3) && Object.assign(c, { breakerA: r.pick([15, 20, 30, 50]), space: null })),
		(d) => d.boxes.forEach((b) => r.chance(0.3) && Object.assign(b, { volumeCuIn: 9, dampness: null }))
	];
	const known = (job: Job) => new Set(job.boxes.map((b) => b.id));
	const job = drop.reduce((at, c) => produce(at, c), file.job);
	const ids = known(job);
	const kept = produce(job, (d) => {
		for (const b of d.boxes) for (const x of b.devices) if (x.controls) x.controls = x.controls.filter((id) => ids.has(id));
		d.inspection = [];
		d.symptoms = [];
	});
	return { ...file, job: kept, readings: file.readings.filter((x) => ids.has(x.boxId)), events: [] };
}

for (let seed = 1; seed <= 8; seed++)
	test(`fixes, imports and edits in any order, saved and opened, give the same job (round ${seed})`, () => {
		const r = new Random(seed);
		const [make] = [r.pick(Object.values(DEMOS))];
		let file = spoilt(make(), r);
		let n = 0;
		let fixed = 0;
		for (let step = 0; step < 12; step++) {
			const fixes = fixesOf(file);
			const fix = fixes.length ? r.pick(fixes) : null;
			const command: Command =
				fix && r.chance(0.8) ? applyFix(fix, () => `new-${seed}-${++n}`) : removeBox(r.pick(file.job.boxes).id);
			let job: Job;
			try {
				job = produce(file.job, command);
			} catch (error) {
				assert.ok(error instanceof RangeError, String(error));
				continue;
			}
			assert.deepEqual(editFaults(file.job, job), [], `${fix?.kind} ${fix?.label}`);
			fixed += 1;
			const there = applyChanges(file.job, changesBetween(file.job, job));
			assert.ok(there.ok && same(there.state, job));
			const places = new Set([...job.boxes, ...job.panels, ...job.circuits].map((p) => p.id));
			file = { ...file, job, readings: file.readings.filter((x) => places.has(x.boxId)) };
		}
		assert.ok(fixed > 6, `${fixed} edits were done`);
		const csv = readReadingsCsv(writeReadingsCsv(file.job, file.readings), file.job, (i) => `csv-${i}`);
		assert.ok(csv.ok);
		assert.deepEqual(takeFaults(file.job, file.readings, csv.value), []);
		file = { ...file, readings: [...file.readings, ...csv.value] };
		const back = readJobFile(writeJobFile(file));
		assert.ok(back.ok, back.ok ? '' : JSON.stringify(back.faults.slice(0, 3)));
		assert.ok(same(back.value.job, file.job));
		// A file is read in the order in which its readings were written.
		assert.ok(same(back.value.readings, [...file.readings].sort(byWriting)));
	});
