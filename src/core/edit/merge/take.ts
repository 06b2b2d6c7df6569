import { check } from '../../model/file/fields';
import type { Job, Reading } from '../../model/job';
import { MOST } from '../../model/file/limits';
import { readingFaults } from '../../model/reading';
import type { FieldFault } from '../../model/result';
import { placesOf } from '../../model/job-index';
import { readingSchema } from '../../model/file/schema-records';

/** What keeps one reading out of a job file, by field. */
export function readingRowFaults(reading: Reading): FieldFault[] {
	const checked = check(readingSchema, reading);
	return checked.ok ? readingFaults(reading) : checked.faults;
}

/** What keeps readings out of a job: each held to the job file's schema, its place, and an id that no other has. */
export function takeFaults(job: Job, there: readonly Reading[], rows: readonly Reading[]): FieldFault[] {
	if (there.length + rows.length > MOST.readings)
		return [{ path: 'readings', message: `must be at most ${MOST.readings}, got ${there.length + rows.length}` }];
	const ids = new Set(there.map((r) => r.id));
	const places = placesOf(job);
	return rows.flatMap((row, i) => {
		const at = (faults: FieldFault[]) => faults.map((f) => ({ ...f, path: `readings[${i}].${f.path}` }));
		const faults = at(readingRowFaults(row));
		if (ids.has(row.id)) faults.push({ path: `readings[${i}].id`, message: `appears twice: "${row.id}"` });
		ids.add(row.id);
		if (row.jobId !== job.id) faults.push({ path: `readings[${i}].jobId`, message: `must be "${job.id}", got "${row.jobId}"` });
		if (!places.has(row.boxId))
			faults.push({ path: `readings[${i}].boxId`, message: `names no box, panel or breaker of this job, got "${row.boxId}"` });
		return faults;
	});
}
