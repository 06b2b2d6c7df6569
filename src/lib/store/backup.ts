import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { now } from '$lib/clock';
import { readHektoZip, writeHektoZip } from '$core/formats/hekto-zip';
import { same } from '$core/edit/merge/change';
import { db, type JobRow } from './db';
import { allPhotos, eventsOf, importFile, listJobs, readingsOf } from './jobs';
import { historyOf } from './history';
import { doMerge, planMerge } from './merge-in';

/** Everything that is kept in this browser as one file, and back: jobs with their photos and the shop's own settings. */

const META = 'backup.json';
const SHOP = 'shop.json';
const JOB = /^jobs\/[^/]+\.hekto$/;
/** What the shop keeps over all jobs, by its name in the browser's own store. Drafts and the look of the page are not of it. */
const SHOP_KEYS = [
	'shopPrices',
	'shopPaper',
	'shopDoorIn',
	'shopInstruments',
	'shopPeople',
	'shopPractice',
	'traceShop',
	'readBy',
	'torqueTool',
	'license'
] as const;
interface Meta {
	hekto: 'backup';
	version: 1;
	at: string;
	jobs: { file: string; name: string; archivedAt?: string | undefined; removedAt?: string | undefined; demo: string | null }[];
}
/** @param told the share that is done */
export async function writeBackup(told: (share: number) => void = () => undefined): Promise<Uint8Array> {
	const rows = await listJobs();
	const files: Zippable = {};
	const meta: Meta = { hekto: 'backup', version: 1, at: now(), jobs: [] };
	for (const [i, row] of rows.entries()) {
		const file = `jobs/${row.id}.hekto`;
		const [readings, events, photos, history] = await Promise.all([
			readingsOf(row.id),
			eventsOf(row.id),
			allPhotos(row.id),
			historyOf(row.id)
		]);
		files[file] = [writeHektoZip({ job: row.job, readings, events, photos, head: row.head, history }), { level: 0 }];
		meta.jobs.push({ file, name: row.job.name, archivedAt: row.archivedAt, removedAt: row.removedAt, demo: row.demo });
		told((i + 1) / rows.length);
	}
	files[META] = strToU8(JSON.stringify(meta, null, '\t'));
	files[SHOP] = strToU8(
		JSON.stringify(
			Object.fromEntries(SHOP_KEYS.flatMap((k) => (localStorage[k] === undefined ? [] : [[k, localStorage[k] as string]]))),
			null,
			'\t'
		)
	);
	return zipSync(files);
}
/** Is this a backup: one file of many jobs. */
export const isBackup = (bytes: Uint8Array): boolean => {
	try {
		return Object.keys(unzipSync(bytes, { filter: (f) => f.name === META })).length > 0;
	} catch {
		return false;
	}
};
export interface Restored {
	/** By name: put in anew, brought together with what was here, opened beside it, as it was already. */
	fresh: string[];
	merged: string[];
	beside: string[];
	asIs: string[];
	/** What could not be read, with why. */
	faults: string[];
}
/**
 * Puts a backup back beside what is here: nothing that is here is lost. A job that both changed in one place is opened beside,
 * for its user to merge. The shop's settings come back where none stand here.
 */
export async function restore(bytes: Uint8Array, told: (share: number) => void = () => undefined): Promise<Restored> {
	const parts = unzipSync(bytes, { filter: (f) => f.name === META || f.name === SHOP || JOB.test(f.name) });
	const meta = readMeta(parts[META]);
	const out: Restored = { fresh: [], merged: [], beside: [], asIs: [], faults: [] };
	for (const [i, of] of meta.jobs.entries()) {
		const packed = parts[of.file];
		const read = packed ? readHektoZip(packed) : null;
		if (!read?.ok)
			out.faults.push(`${of.name}: ${read ? `${read.faults[0]?.path} ${read.faults[0]?.message}` : 'is not in the backup'}`);
		else {
			try {
				out[await putBack(read.value, of)].push(of.name);
			} catch (error) {
				out.faults.push(`${of.name}: ${(error as Error).message}`);
			}
		}
		told((i + 1) / meta.jobs.length);
	}
	const shop = parts[SHOP];
	if (shop) shopBack(strFromU8(shop));
	return out;
}
type FileIn = Parameters<typeof planMerge>[0];
async function putBack(file: FileIn, of: Meta['jobs'][number]): Promise<'fresh' | 'merged' | 'beside' | 'asIs'> {
	const plan = await planMerge(file);
	if (!plan) {
		const id = await importFile(file);
		await db.jobs.update(id, { archivedAt: of.archivedAt, removedAt: of.removedAt, demo: of.demo } satisfies Partial<JobRow>);
		return 'fresh';
	}
	if (same(plan.row.job, file.job) && !plan.readings && !plan.events && !plan.photos) return 'asIs';
	if (plan.conflicts.length) {
		await importFile(file);
		return 'beside';
	}
	await doMerge(plan, () => 'one');
	return 'merged';
}
function readMeta(bytes: Uint8Array | undefined): Meta {
	const meta = bytes ? (JSON.parse(strFromU8(bytes)) as Partial<Meta>) : null;
	if (meta?.hekto !== 'backup' || !Array.isArray(meta.jobs)) throw new RangeError('This is no backup: it holds no backup.json.');
	if (meta.version !== 1)
		throw new RangeError(`This backup is of version ${String(meta.version)}: it was made by a newer Hekto.`);
	return meta as Meta;
}
function shopBack(text: string): void {
	const kept = JSON.parse(text) as Record<string, unknown>;
	for (const key of SHOP_KEYS) {
		const value = kept[key];
		if (typeof value === 'string' && localStorage[key] === undefined) localStorage[key] = value;
	}
}
