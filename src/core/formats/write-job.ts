import type { Job, JobFile, LiveEvent, Photo, Reading } from '../model/job';
import { FILE_VERSION } from '../model/file/migrations';
import { placesOf } from '../model/job-index';

export interface FileParts {
	job: Job;
	readings: readonly Reading[];
	events: readonly LiveEvent[];
	photos?: readonly Photo[] | undefined;
	/** The last edit of the job's history. */
	head?: string | null | undefined;
	history?: readonly string[] | undefined;
}
/** A job with its readings and events, and with photos where they are asked for, as a job file. */
export function fileOf({ job, readings, events, photos, head, history }: FileParts): JobFile {
	// Rows of a box that was undone or taken out stay in the store for a redo; a file holds what its job knows.
	const places = placesOf(job);
	const known = <T extends { boxId: string | null }>(rows: readonly T[]) =>
		rows.filter((row) => row.boxId === null || places.has(row.boxId));
	const file: JobFile = { hekto: 'job', fileVersion: FILE_VERSION, job, readings: known(readings), events: known(events) };
	const ofThere: Record<Photo['of']['kind'], (id: string) => boolean> = {
		box: (id) => places.has(id),
		cable: (id) => job.cables.some((l) => l.id === id),
		panel: (id) => places.has(id),
		room: () => true,
		check: () => true,
		step: () => true
	};
	if (photos) file.photos = photos.filter((p) => ofThere[p.of.kind](p.of.id));
	if (head) file.head = head;
	if (history?.length) file.history = [...history];
	return file;
}
/** The same as text. */
export const writeJobFile = (parts: FileParts): string => JSON.stringify(fileOf(parts), null, '\t');
