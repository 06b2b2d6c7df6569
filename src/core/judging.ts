import { assess, type JobAssessment } from './assess';
import { applyChanges } from './edit/merge/apply';
import { likeBefore } from './model/like-before';
import { knownJob } from './model/known';
import type { JudgingBase, BaseChange, Judged, JudgingUpdate } from './judged';
import { STAGES } from './model/kinds';
import { nextAt, nextOf } from './next';
import { editionOf } from './code/amended-edition';
import { protectionRows, type ProtectionRow } from './protection/protection-rows';

/**
 * Judges one job again and again, beside the page: it keeps its own state, is told changes and tells changes, so that neither
 * way the whole is sent, and what an edit did not touch is not judged again.
 */
export class Judge {
	private ground: JudgingBase | null = null;
	private told: JobAssessment | null = null;

	/** @param today ISO day */
	open(ground: JudgingBase, today: string): JudgingUpdate {
		this.ground = ground;
		this.told = null;
		return this.news(ground, today);
	}
	/** @returns null where the change does not fit the ground: it must be opened anew */
	follow({ job, readings, events }: BaseChange, today: string): JudgingUpdate | null {
		if (!this.ground) return null;
		const moved = job?.length ? applyChanges(this.ground.job, job) : { ok: true as const, state: this.ground.job };
		if (!moved.ok) return null;
		const before = this.ground.readings;
		this.ground = {
			job: moved.state,
			readings: !readings ? before : 'all' in readings ? readings.all : [...before, ...readings.behind],
			events: events ?? this.ground.events
		};
		return this.news(this.ground, today);
	}
	/**
	 * Every outlet with what protects it, of the ground that was told last.
	 * @returns null where its protection is not judged, or could not be: then nothing of it may be shown as good
	 */
	protection(): ProtectionRow[] | null {
		if (!this.ground || !this.told || this.told.stages.protect.failed !== undefined) return null;
		const job = knownJob(this.ground.job);
		return protectionRows({ edition: editionOf(job), job }, this.ground.readings, this.told.stages.protect.findings);
	}
	private news(ground: JudgingBase, today: string): JudgingUpdate {
		const before = this.told;
		// Where this throws, what was told before is of another ground.
		this.told = null;
		// What says the same as it was told is not told again.
		const now = likeBefore(before, assess(ground.job, ground.readings, ground.events));
		this.told = now;
		const situation = { ...ground, job: knownJob(ground.job), assessment: now, today };
		return {
			stages: Object.fromEntries(STAGES.filter((s) => now.stages[s] !== before?.stages[s]).map((s) => [s, now.stages[s]])),
			proofs: newRows(before?.proofs, now.proofs),
			claims: {
				...newRows(before?.claims.places, now.claims.places),
				breakers: now.claims.breakers,
				terminals: now.claims.terminals
			},
			claimsFailed: now.claimsFailed,
			todo: now.todo,
			quantities: now.quantities,
			next: Object.fromEntries(STAGES.map((s) => [s, nextAt(s, situation)])) as Judged['next'],
			first: nextOf(situation)
		};
	}
}
/** Rows that are not the same as before, and those that are gone. */
const newRows = <T>(before: ReadonlyMap<string, T> = new Map(), now: ReadonlyMap<string, T>) => ({
	now: [...now].flatMap(([id, row]) => (before.get(id) === row ? [] : [row])),
	gone: [...before.keys()].filter((id) => !now.has(id))
});
