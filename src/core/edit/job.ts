import { rowIn, type Command } from './command';
import type { Job, SiteCheck } from '../model/job';

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
export const closeSymptom =
	(id: string, open: boolean): Command =>
	(draft) => {
		rowIn(draft.symptoms, id, 'symptom').open = open;
	};
export const addSymptom =
	(id: string, text: string, boxId: string | null): Command =>
	(draft) =>
		void draft.symptoms.push({ id, text, boxId, open: true });
