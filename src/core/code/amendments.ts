import { once } from '../model/remember';
import type { Amendment, Job } from '../model/job';
import type { EditionKey, RoomKind, Serves } from '../model/kinds';

/** `210.8(A)` takes `210.8(A)(5)` with it, `210.8` both; `210.8(A)(1)` does not take `210.8(A)(11)`. */
export const coversSection = (amended: string, section: string): boolean =>
	section === amended || section.startsWith(`${amended}(`);

/** What an amendment may be narrowed to. */
export interface Amended {
	serves?: Serves | undefined;
	room?: RoomKind | undefined;
}
/** It holds for all, or for outlets like this one. */
export const speaksOf = (a: Pick<Amendment, 'only' | 'rooms'>, { serves, room }: Amended): boolean =>
	(a.only == null || a.only === serves) && (!a.rooms?.length || (room !== undefined && a.rooms.includes(room)));

/** The last amendment that speaks of this section, for an outlet like this. */
export const amendmentFor = (amendments: readonly Amendment[], section: string, of: Amended = {}): Amendment | undefined =>
	amendments.filter((a) => a.change !== 'figure' && coversSection(a.section, section) && speaksOf(a, of)).at(-1);

/**
 * Those that hold for the permit of a job: a delay is over once the permit is of its day or later. Where that day is not entered
 * a delay holds nothing back: the stricter of the two, and a finding says so.
 */
export const inForce = ({ amendments, permitDate }: Pick<Job, 'amendments' | 'permitDate'>): readonly Amendment[] =>
	inForceOn(amendments, permitDate);
const inForceOn = once((amendments: readonly Amendment[], permitDate: string | null): readonly Amendment[] =>
	amendments.some((a) => a.until)
		? amendments.filter((a) => !a.until || (permitDate !== null && permitDate < a.until))
		: amendments
);

/**
 * A table's rows as amended by `as-edition`: the rows of that section give way to those of the edition named.
 * Rows keep the edition they come from, so that a rule is cited from the right book.
 */
export function rowsAsAmended<R extends { rule: { section: string } }>(
	own: EditionKey,
	rowsOf: (edition: EditionKey) => readonly R[],
	amendments: readonly Amendment[]
): { edition: EditionKey; row: R; amendedBy?: Amendment }[] {
	let rows: { edition: EditionKey; row: R; amendedBy?: Amendment }[] = rowsOf(own).map((row) => ({ edition: own, row }));
	for (const a of amendments) {
		if (a.change !== 'as-edition' || !a.edition) continue;
		const from = a.edition;
		const theirs = rowsOf(from)
			.filter((row) => coversSection(a.section, row.rule.section))
			.map((row) => ({ edition: from, row, amendedBy: a }));
		rows = [...rows.filter((r) => !coversSection(a.section, r.row.rule.section)), ...theirs];
	}
	return rows;
}
