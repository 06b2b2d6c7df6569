import { expose } from 'comlink';
import { seedDemos } from '$lib/store/jobs';

/** The demo jobs, on a first visit: beside the page, which has its first view to draw. */
const api = { seed: seedDemos };
export type SeedApi = typeof api;
expose(api);
