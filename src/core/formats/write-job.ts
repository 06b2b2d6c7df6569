import type { Job, JobFile, LiveEvent, Photo, Reading } from '../model/job';
import { FILE_VERSION } from '../model/file/migrations';
import { placesOf } from '../model/job-index';

interface FileParts {
	job: Job;
	readings: readonly Reading[];
	events: readonly LiveEvent[];
	photos?: readonly Photo[] | undefined;
	/** The last edit of the job's history. */
	head?: string | null | undefined;
}
/** A job with its readings and events, and with photos where they are asked for, as the text of a job file. */
export function writeJobFile({ job, readings, events, photos, head }: FileParts): string {
	// Rows of a box that was undone or taken out stay in the store for a redo; a file holds what its job knows.
	const places = placesOf(job);
	const known = <T extends { boxId: string | null }>(rows: readonly T[]) =>
		rows.filter((row) => row.boxId === null || places.has(row.boxId));
	const file: JobFile = { hekto: 'job', fileVersion: FILE_VERSION, job, readings: known(readings), events: known(events) };
	if (photos) file.photos = photos.filter((p) => p.of.kind !== 'box' || places.has(p.of.id));
	if (head) file.head = head;
	return JSON.stringify(file, null, '\t');
}
