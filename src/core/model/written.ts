import type { Written } from './records';

/**
 * In what order things were entered. Device clocks are wrong: a device's own entries go by its count, two devices' by what each
 * had of the other when it wrote, and only what was kept before there was such a count, or read by something else and taken in
 * from its table, goes by the clock.
 */
export interface Entry {
	id: string;
	/** ISO, as the device's clock had it. */
	at: string;
	wrote?: Written | undefined;
}

/** Places entries in one order in which nothing stands before what it was written after; of two at one time the order stays. */
export function byWriting(a: Entry, b: Entry): number {
	const [x, y] = [counted(a), counted(b)];
	if (x && y) return x.n - y.n || byClock(a, b);
	if (x || y) return x ? 1 : -1;
	return byClock(a, b);
}
/** The count that an entry goes by; null: it goes by the clock. */
const counted = ({ wrote }: Omit<Entry, 'id'>): Written | null => (wrote && !wrote.table ? wrote : null);
const byClock = (a: Entry, b: Entry): number => (a.at === b.at ? 0 : Date.parse(a.at) - Date.parse(b.at));

/**
 * `a` is known to have been entered before `b`: by the same device, by one that had it already, or, of entries without a count,
 * by the clock. Where two devices knew nothing of each other neither is before the other.
 */
export function knownBefore(a: Omit<Entry, 'id'>, b: Omit<Entry, 'id'>): boolean {
	if (a.wrote && b.wrote) return wroteBefore(a.wrote, b.wrote);
	if (counted(a) || counted(b)) return !a.wrote;
	return Date.parse(a.at) < Date.parse(b.at);
}
/** The same of the acts themselves. */
export const wroteBefore = (a: Written, b: Written): boolean =>
	a.device === b.device ? a.n < b.n : (b.seen?.[a.device] ?? 0) >= a.n;

/** Two devices wrote them, and neither had the other's. */
export const apart = (a: Entry, b: Entry): boolean =>
	a.wrote !== undefined && b.wrote !== undefined && a.wrote.device !== b.wrote.device && !knownBefore(a, b) && !knownBefore(b, a);

/** What the next entry of a device carries, given all that it has of a job. */
export function nextWritten(
	device: string,
	rows: readonly { wrote?: Written | undefined; strike?: Written | undefined }[]
): Written {
	let n = 0;
	const seen: Record<string, number> = {};
	const note = (w: Written | undefined): void => {
		if (!w) return;
		n = Math.max(n, w.n);
		if (w.device !== device) seen[w.device] = Math.max(seen[w.device] ?? 0, w.n);
	};
	for (const r of rows) {
		note(r.wrote);
		note(r.strike);
	}
	return Object.keys(seen).length ? { device, n: n + 1, seen } : { device, n: n + 1 };
}
