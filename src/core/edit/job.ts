import { rowIn, type Command } from './command';
import type { Job, SiteCheck, Symptom } from '../model/job';
import type { LookFinds } from '../model/kinds';

/** Changes what is said of the whole job: name, edition, permit date, practice, amendments. */
export const editJob =
	(
		change: Partial<
			Pick<
				Job,
				'name' | 'place' | 'edition' | 'permitDate' | 'areaSqFt' | 'dwelling' | 'unit' | 'practice' | 'amendments' | 'peakKw'
			>
		>
	): Command =>
	(draft) =>
		void Object.assign(draft, change);
/** What was seen on site of a line of the punch list; nothing seen and nothing noted takes it out. */
export const checkOnSite =
	(check: SiteCheck): Command =>
	(draft) => {
		draft.checks = draft.checks.filter((c) => c.id !== check.id);
		if (check.seen || check.note) draft.checks.push(check);
	};
/** Closes a symptom, or opens it again. */
export const closeSymptom =
	(id: string, open: boolean): Command =>
	(draft) => {
		rowIn(draft.symptoms, id, 'symptom').open = open;
	};
/** Changes what is told of a symptom: its words, what is dead and what works, what was seen, what it was in the end. */
export const tellSymptom =
	(id: string, change: Partial<Omit<Symptom, 'id'>>): Command =>
	(draft) =>
		void Object.assign(rowIn(draft.symptoms, id, 'symptom'), change);
/** Keeps what a cheap look came to; the same look again is answered anew. */
export const lookedAt =
	(id: string, look: LookFinds, found: boolean): Command =>
	(draft) => {
		const row = rowIn(draft.symptoms, id, 'symptom');
		row.looks = [...(row.looks ?? []).filter((l) => l.look !== look), { look, found }];
	};
/** Adds a symptom as somebody told it, open. @param boxId where it was seen; null: not of one box */
export const addSymptom =
	(id: string, text: string, boxId: string | null): Command =>
	(draft) =>
		void draft.symptoms.push({ id, text, boxId, open: true });
