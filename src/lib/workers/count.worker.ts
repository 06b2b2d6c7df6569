import { expose } from 'comlink';
import { openIn, type OpenCount } from '$core/about';
import { assess } from '$core/assess';
import type { Job, Reading } from '$core/model/job';

/** What is open in jobs that were kept without being counted. */
const api = {
	count: (job: Job, readings: Reading[]): OpenCount => openIn(assess(job, readings))
};
export type CountApi = typeof api;
expose(api);
