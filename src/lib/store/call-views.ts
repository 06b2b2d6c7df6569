import type { Box } from '$core/model/job';
import type { NextStep } from '$core/next';
import { THREAD, threadOf, type ThreadKey, type ThreadStep } from '$core/thread';
import { jobAddress } from '$lib/store/address';
import type { JobStore } from '$lib/store/job-store.svelte';

/** How a step of the thread stands in the address, as a view of any stage. */
export const VIEW_OF: Readonly<Record<ThreadKey, string>> = {
	place: 'call-place',
	found: 'call-found',
	dead: 'call-dead',
	open: 'call-inside',
	become: 'call-choose',
	'make-up': 'call-install',
	prove: 'call-prove',
	paper: 'call-paper'
};
/** A call at whatever step it stands at: known once it is judged. */
export const AT_ITS_STEP = 'call';
/** The sheet of a call at a breaker or a panel. */
export const BREAKER_CALL = 'call-breaker';
/** The view that a next step leads to: of its stage, or a sheet of a call. */
export const viewOfNext = ({ view, call }: Pick<NextStep, 'view' | 'call'>): string | undefined =>
	call === undefined ? view : call === 'breaker' ? BREAKER_CALL : call === 'several' ? call : VIEW_OF[call];
/** The step that an address shows; null: a view of its stage. */
export const threadStepOf = (view: string | null): ThreadKey | null => THREAD.find((key) => VIEW_OF[key] === view) ?? null;
/** Where a next step leads: its stage, its view, and what it is about as far as that can be picked. */
export function nextAddress(jobId: string, { stage, subject, ...step }: NextStep): string {
	const picked =
		!subject || subject.kind === 'job' || subject.kind === 'device' || subject.kind === 'input'
			? null
			: { kind: subject.kind, id: subject.id };
	return jobAddress(jobId, stage, { view: viewOfNext(step), picked });
}
/** The eight steps of a box, by all that is known of it now. */
export const stepsOf = ({ job, readings, events, assessment }: JobStore, box: Box): ThreadStep[] =>
	threadOf(job, { readings, events, claims: assessment.claims }, box);
