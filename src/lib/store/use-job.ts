import { getContext, setContext } from 'svelte';
import type { JobStore } from './job-store.svelte';

/** The job of the page, for what is drawn below it. Apart from the store: the page of all jobs has no use for that. */
const KEY = Symbol('job-store');
export const provideJob = (store: JobStore): JobStore => setContext(KEY, store);
/** The job of the page, where it is the page of one. */
export const jobIfOpen = (): JobStore | undefined => getContext<JobStore | undefined>(KEY);
export function useJob(): JobStore {
	const store = jobIfOpen();
	if (!store) throw new Error('useJob must be called below the page of a job');
	return store;
}
