import { openIn, type OpenCount } from '$core/about';
import { assess } from '$core/assess';
import type { Job, LiveEvent, Reading } from '$core/model/job';
import { nextOf, type NextStep } from '$core/next';

/** What is open in jobs that were kept without being counted, and what comes next. */
export const countApi = {
	count: (job: Job, seen: { readings: Reading[]; events: LiveEvent[] }, today: string): OpenCount & { next: NextStep | null } => {
		const assessment = assess(job, seen.readings);
		return { ...openIn(assessment), next: nextOf({ job, ...seen, assessment, today }) };
	}
};
export type CountApi = typeof countApi;
