import { FAULTS } from '../faults/kinds';
import type { Single, Suspected } from './hypotheses';

/** What it was in the end, by kind of fault: how often, in this shop. */
export type ShopRecord = Readonly<Partial<Record<Suspected['kind'], number>>>;
/** What is practice everywhere stands for so many searches: after as many of its own a shop's record counts as much. */
const PRACTICE_SEARCHES = 40;
/** What a shop has never met keeps so much of its weight. */
const FLOOR = 0.25;

/**
 * The same faults with the weights that a shop's own record gives them: of each kind the share that practice gives it is counted as
 * so many searches, and the shop's are counted with them (Dirichlet). Where a kind lies, and what was said of it, stays as it was.
 */
export function weighedBy(record: ShopRecord, singles: readonly Single[]): Single[] {
	const searches = Object.values(record).reduce((sum, n) => sum + n, 0);
	if (!searches) return [...singles];
	const weights = new Map<Suspected['kind'], number>();
	for (const { kind, weight } of singles) weights.set(kind, (weights.get(kind) ?? 0) + weight);
	const all = singles.reduce((sum, s) => sum + s.weight, 0);
	const times = (kind: Suspected['kind']): number => {
		const share = (weights.get(kind) ?? 0) / all;
		const moved = (PRACTICE_SEARCHES * share + (record[kind] ?? 0)) / (PRACTICE_SEARCHES + searches);
		return Math.max(FLOOR, moved / share);
	};
	const by = new Map([...weights].map(([kind, weight]) => [kind, weight > 0 ? times(kind) : 1]));
	return singles.map((s) => ({ ...s, weight: s.weight * (by.get(s.kind) ?? 1) }));
}

/** @param text as it was kept @returns what of it is a count of a kind that is known */
export function readShopRecord(text: string): ShopRecord {
	let kept: unknown;
	try {
		kept = JSON.parse(text);
	} catch {
		return {};
	}
	if (typeof kept !== 'object' || kept === null) return {};
	const rows = new Map(Object.entries(kept));
	const whole = (n: unknown): n is number => Number.isInteger(n) && Number(n) > 0 && Number(n) <= MOST_KEPT;
	return Object.fromEntries(
		KINDS.flatMap((kind) => {
			const n: unknown = rows.get(kind);
			return whole(n) ? [[kind, n] as const] : [];
		})
	);
}
const KINDS: readonly Suspected['kind'][] = [...FAULTS, 'off'];
/** More than any shop finds. */
const MOST_KEPT = 1e5;
/** With one more search ended. */
export const counted = (record: ShopRecord, kinds: readonly Suspected['kind'][]): ShopRecord =>
	kinds.reduce<ShopRecord>((now, kind) => ({ ...now, [kind]: (now[kind] ?? 0) + 1 }), record);
