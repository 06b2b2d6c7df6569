import type { Job, LiveEvent, Reading } from '$core/model/job';
import { JobTrace, type Against, type TraceAsk, type Traced } from '$core/trace/job-trace';
import type { Suspected } from '$core/trace/hypotheses';

let open: { key: string; trace: JobTrace | null } | null = null;
export const traceApi = {
	/** @param job null: the same as before; `key` tells which it is */
	ask: (
		of: { key: string; job: Job | null; readings: readonly Reading[]; events: readonly LiveEvent[] },
		ask: TraceAsk
	): Traced | null => {
		if (open?.key !== of.key && of.job) open = { key: of.key, trace: JobTrace.of(of.job, ask.circuitId, ask.shop) };
		return open?.trace?.ask(of.readings, ask, of.events) ?? null;
	},
	faultsAt: (boxId: string): { fault: Suspected; says: string }[] => open?.trace?.faultsAt(boxId) ?? [],
	whyNot: (fault: Suspected): Against[] => open?.trace?.whyNot(fault) ?? []
};
export type TraceApi = typeof traceApi;
