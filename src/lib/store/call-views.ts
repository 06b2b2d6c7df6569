import type { Box } from '$core/model/job';
import { THREAD, threadOf, type ThreadKey, type ThreadStep } from '$core/thread';
import type { JobStore } from '$lib/store/job-store.svelte';

/** How a step of the thread stands in the address, as a view of any stage. */
export const VIEW_OF: Readonly<Record<ThreadKey, string>> = {
	place: 'call-place',
	dead: 'call-dead',
	open: 'call-inside',
	become: 'call-choose',
	'make-up': 'call-install',
	prove: 'call-prove',
	paper: 'call-paper'
};
/** The step that an address shows; null: a view of its stage. */
export const threadStepOf = (view: string | null): ThreadKey | null => THREAD.find((key) => VIEW_OF[key] === view) ?? null;
/** The seven steps of a box, by all that is known of it now. */
export const stepsOf = ({ job, readings, events, assessment }: JobStore, box: Box): ThreadStep[] =>
	threadOf(job, { readings, events, claims: assessment.claims }, box);
