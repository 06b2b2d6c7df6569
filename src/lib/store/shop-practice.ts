import { practice } from '$core/model/file/schema-practice';
import type { Practice } from '$core/model/practice';

/** The shop's practice, apart from its other settings: only who starts a job or reads a backup needs the check of it. */
const PRACTICE = 'shopPractice';
/** Practice that new jobs start with; null: the usual. What another program wrote there and no job could hold is not taken. */
export function shopPractice(): Practice | null {
	try {
		const kept = localStorage.getItem(PRACTICE);
		return kept === null ? null : (practice.validateSync(JSON.parse(kept), { strict: true }) as Practice);
	} catch {
		return null;
	}
}
/** @param chosen null: the usual again */
export function keepPractice(chosen: Practice | null): void {
	try {
		if (chosen) localStorage.setItem(PRACTICE, JSON.stringify(chosen));
		else localStorage.removeItem(PRACTICE);
	} catch {
		// This browser keeps nothing: new jobs start with the usual.
	}
}
