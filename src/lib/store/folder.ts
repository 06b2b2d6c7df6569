import { writeJobFile } from '$core/formats/write-job';
import { db } from './db';
import { eventsOf, getJob, readingsOf } from './jobs';
import { historyOf } from './history';

/** Where the browser allows it: a folder of the user's into which each job is written when its edits have come to rest. */
interface Folder {
	name: string;
	queryPermission?: (of: { mode: 'readwrite' }) => Promise<string>;
	requestPermission?: (of: { mode: 'readwrite' }) => Promise<string>;
	getFileHandle: (
		name: string,
		of: { create: true }
	) => Promise<{ createWritable: () => Promise<{ write: (text: string) => Promise<void>; close: () => Promise<void> }> }>;
}
const KEY = 'backupFolder';
type Picker = (of: { mode: 'readwrite' }) => Promise<Folder>;
const picker = (): Picker | null => (window as unknown as { showDirectoryPicker?: Picker }).showDirectoryPicker ?? null;

/** Can a folder be picked in this browser. */
export const canPickFolder = (): boolean => picker() !== null;
/** @returns the folder's name; null: none was picked */
export async function pickFolder(): Promise<string | null> {
	const folder = await picker()?.({ mode: 'readwrite' }).catch(() => null);
	if (!folder) return null;
	await db.settings.put({ key: KEY, value: folder });
	return folder.name;
}
export const folderName = async (): Promise<string | null> =>
	((await db.settings.get(KEY))?.value as Folder | undefined)?.name ?? null;
export const forgetFolder = (): Promise<void> => db.settings.delete(KEY);

/** Writes a job into the folder. @returns false: there is none, or it may not be written any more */
export async function writeToFolder(jobId: string): Promise<boolean> {
	const folder = (await db.settings.get(KEY))?.value as Folder | undefined;
	if (!folder || (await folder.queryPermission?.({ mode: 'readwrite' })) !== 'granted') return false;
	const [row, readings, events, history] = await Promise.all([
		getJob(jobId),
		readingsOf(jobId),
		eventsOf(jobId),
		historyOf(jobId)
	]);
	if (!row) return false;
	const name = `${row.job.name.replace(/[\\/:*?"<>|]+/g, ' ').trim() || 'job'} ${jobId.slice(0, 8)}.hekto.json`;
	// Written to a copy beside it, and put in its place when it is whole: a kill leaves the former one.
	const writing = await (await folder.getFileHandle(name, { create: true })).createWritable();
	await writing.write(writeJobFile({ job: row.job, readings, events, head: row.head, history }));
	await writing.close();
	return true;
}
