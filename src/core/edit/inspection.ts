import type { Command } from './command';
import type { GuidedCheck, InspectorItem, Job, Ruling, Signature, Supply, Torque } from '../model/job';

/** An inspector's list, the authority's rulings, and checks that were led step by step. */

/** Adds an item, or takes the place of the one with its id. */
export const putItem =
	(item: InspectorItem): Command =>
	(draft) => {
		if (item.boxId !== null && !draft.boxes.some((b) => b.id === item.boxId))
			throw new RangeError('The box of this item is gone.');
		draft.inspection = replaced(draft.inspection, item);
	};
/** Takes an inspector's item out. */
export const removeItem =
	(id: string): Command =>
	(draft) =>
		void (draft.inspection = draft.inspection?.filter((i) => i.id !== id));
/** Keeps what was ruled on a line of the punch list; the same line again replaces it. */
export const putRuling =
	(ruling: Ruling): Command =>
	(draft) =>
		void (draft.rulings = replaced(draft.rulings, ruling));
/** Takes a ruling out. */
export const removeRuling =
	(id: string): Command =>
	(draft) =>
		void (draft.rulings = draft.rulings?.filter((r) => r.id !== id));
/** Keeps a guided check; the same again replaces it. */
export const putCheck =
	(guided: GuidedCheck): Command =>
	(draft) =>
		void (draft.guided = replaced(draft.guided, guided));
/** Takes a guided check out. */
export const removeCheck =
	(id: string): Command =>
	(draft) =>
		void (draft.guided = draft.guided?.filter((g) => g.id !== id));
/** Keeps what a screw was tightened to; the same again replaces it. */
export const putTorque =
	(torque: Torque): Command =>
	(draft) =>
		void (draft.torques = replaced(draft.torques, torque));
/** Takes a torque out. */
export const removeTorque =
	(id: string): Command =>
	(draft) =>
		void (draft.torques = draft.torques?.filter((t) => t.id !== id));
/** Keeps a signature on a paper. */
export const putSignature =
	(signature: Signature): Command =>
	(draft) =>
		void (draft.signatures = replaced(draft.signatures, signature));
/** Takes a signature off its paper. */
export const removeSignature =
	(id: string): Command =>
	(draft) =>
		void (draft.signatures = draft.signatures?.filter((s) => s.id !== id));
/** Keeps what is on the truck of a line, and whether it is ordered or there; nothing of it takes the row out. */
export const putSupply =
	(supply: Supply): Command =>
	(draft) => {
		const rows = replaced(draft.supplies, supply);
		draft.supplies = rows.filter((s) => s.truck || s.ordered || s.there);
	};
const replaced = <T extends { id: string }>(rows: T[] | undefined, row: T): T[] => {
	const all = rows ?? [];
	return all.some((r) => r.id === row.id) ? all.map((r) => (r.id === row.id ? row : r)) : [...all, row];
};

/** One line of a list as received for each item; leading numbers and dots are let go. @example "1. GFCI at K-06" -> "GFCI at K-06" */
export const itemsOf = (text: string): string[] =>
	text
		.split(/\r?\n/)
		.map((line) => line.replace(/^\s*(?:\d+[.)]|[-*])\s*/, '').trim())
		.filter(Boolean);
/** The box and the section that a line names, where it names one. */
export function readItem(job: Pick<Job, 'boxes'>, line: string): { boxId: string | null; cited: string } {
	const words = new Set(line.toLowerCase().match(/[a-z0-9]+-\d+/g) ?? []);
	const box = job.boxes.find((b) => words.has(b.name.toLowerCase()));
	return { boxId: box?.id ?? null, cited: /\b\d{2,3}\.\d+(?:\([A-Za-z0-9]+\))*/.exec(line)?.[0] ?? '' };
}
