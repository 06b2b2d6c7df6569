import { wrap, type Remote } from 'comlink';
import type { Job, LiveEvent, Reading } from '$core/model/job';
import type { Suspected } from '$core/trace/hypotheses';
import type { Against, TraceAsk, Traced } from '$core/trace/job-trace';
import type { TraceApi } from '$lib/workers/trace-api';
import { coreWorker } from '$lib/workers/use-worker';

/** The search for a fault, worked out in a worker as readings come; the last answer is shown until the new one is there. */
export class LiveTrace {
	answer = $state.raw<Traced | null>(null);
	/** null: none is under way. */
	working = $state(false);
	/** Why there is no answer, in words. */
	trouble = $state('');
	/** The circuit that the answer is of. */
	private of = '';
	/** What the worker holds already: a job is sent to it once. */
	private held = '';
	private job: Job | null = null;
	private jobs = 0;
	private worker: Worker | null = null;
	private api: Remote<TraceApi> | null = null;
	private turn = 0;

	/** Asks again; what was asked before and is not answered yet is thrown away when it comes. */
	async ask(
		job: Job,
		{ readings, events }: { readings: readonly Reading[]; events: readonly LiveEvent[] },
		ask: TraceAsk
	): Promise<void> {
		const turn = ++this.turn;
		if (job !== this.job) {
			this.job = job;
			this.jobs++;
		}
		const key = `${this.jobs} ${ask.circuitId} ${JSON.stringify(ask.shop)}`;
		if (this.of !== ask.circuitId) this.answer = null;
		this.working = true;
		this.trouble = '';
		try {
			const api = this.open();
			const sent = this.held === key ? null : ($state.snapshot(job) as Job);
			this.held = key;
			const answer = await api.ask(
				{
					key,
					job: sent,
					readings: $state.snapshot(readings) as Reading[],
					events: $state.snapshot(events) as LiveEvent[]
				},
				{ ...ask, instruments: [...ask.instruments] }
			);
			if (turn !== this.turn) return;
			this.answer = answer;
			this.of = ask.circuitId;
			if (!answer) this.trouble = 'Nothing of this circuit is known to be fed from a panel: find its feed order first.';
		} catch (error) {
			if (turn === this.turn) this.trouble = error instanceof Error ? error.message : String(error);
		} finally {
			if (turn === this.turn) this.working = false;
		}
	}
	faultsAt = (boxId: string): Promise<{ fault: Suspected; says: string }[]> => this.open().faultsAt(boxId);
	whyNot = (fault: Suspected): Promise<Against[]> => this.open().whyNot({ ...fault });
	/** Stops what is under way. */
	cancel(): void {
		this.turn++;
		this.close();
		this.working = false;
	}
	close(): void {
		this.worker?.terminate();
		this.worker = null;
		this.api = null;
		this.held = '';
	}
	private open(): Remote<TraceApi> {
		if (this.api) return this.api;
		this.worker = coreWorker();
		return (this.api = wrap<TraceApi>(this.worker));
	}
}
