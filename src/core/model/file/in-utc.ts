import type { JobFile } from '../job';
import { byWriting } from '../written';

/** A day, or a moment that is in UTC already. */
const IN_UTC = /^\d{4}-\d{2}-\d{2}$|Z$/;
/** A moment with an offset, or in the time of this device, as the same moment in UTC. @example 2026-10-12T09:30:00-07:00 */
export const utcOf = (at: string): string => (IN_UTC.test(at) ? at : new Date(at).toISOString());

const row = <T extends { at: string }>(of: T): T => {
	const at = utcOf(of.at);
	return at === of.at ? of : { ...of, at };
};
const rows = <T extends { at: string }>(list: readonly T[] | undefined): T[] | undefined => list?.map(row);

/** A file with every time in UTC, its readings and events in the order in which they were entered: what reads it compares no texts. */
export function inUtc(file: JobFile): JobFile {
	const { job } = file;
	const checks = job.checks.map(row);
	const symptoms = job.symptoms.map((s) => (s.was ? { ...s, was: row(s.was) } : s));
	const kept = { guided: rows(job.guided), torques: rows(job.torques), signatures: rows(job.signatures) };
	const there = Object.fromEntries(Object.entries(kept).filter(([, list]) => list !== undefined));
	return {
		...file,
		job: { ...job, checks, symptoms, ...there },
		readings: file.readings.map(row).sort(byWriting),
		events: file.events.map(row).sort(byWriting),
		...(file.photos ? { photos: file.photos.map(row) } : {})
	};
}
