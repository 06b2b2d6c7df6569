import { now } from '$lib/clock';
import { db } from './db';

/** How long ago the last backup was, and whether one is due: apart from the making of one, which the first view does not need. */

const LAST = 'lastBackup';
interface LastBackup {
	at: string;
	/** Edits that were in the store then. */
	edits: number;
}

/** It was handed to the user. */
export async function noteBackup(): Promise<void> {
	await db.settings.put({ key: LAST, value: { at: now(), edits: await db.edits.count() } satisfies LastBackup });
}

/** Edits and days without a backup after which it is told of. */
const MOST_EDITS = 20;
const MOST_HOURS = 24;
const HOUR_MS = 3_600_000;
/** How the store stands: what is not backed up, what room it takes, whether the browser keeps it. */
export interface Standing {
	last: LastBackup | null;
	edits: number;
	due: boolean;
	usedMb: number | null;
	quotaMb: number | null;
	kept: boolean | null;
}
export async function standing(): Promise<Standing> {
	const last = ((await db.settings.get(LAST))?.value ?? null) as LastBackup | null;
	const edits = Math.max(0, (await db.edits.count()) - (last?.edits ?? 0));
	const hours = last ? (Date.parse(now()) - Date.parse(last.at)) / HOUR_MS : Infinity;
	const room = await navigator.storage?.estimate?.();
	const mb = (bytes: number | undefined) => (bytes === undefined ? null : bytes / 1e6);
	return {
		last,
		edits,
		due: edits >= MOST_EDITS || (edits > 0 && hours >= MOST_HOURS),
		usedMb: mb(room?.usage),
		quotaMb: mb(room?.quota),
		kept: (await navigator.storage?.persisted?.()) ?? null
	};
}
