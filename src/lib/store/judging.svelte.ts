import { wrap } from 'comlink';
import { changesBetween } from '$core/edit/merge/change';
import { failedJudged, withUpdate, type JudgingBase, type BaseChange, type Judged, type JudgingUpdate } from '$core/judged';
import type { Reading } from '$core/model/job';
import type { ProtectionRow } from '$core/protection/protection-rows';
import { today } from '$lib/clock';
import type { JudgeApi } from '$lib/workers/judge-api';
import { coreWorker } from '$lib/workers/use-worker';

interface Judges {
	open: (ground: JudgingBase, today: string) => Promise<JudgingUpdate> | JudgingUpdate;
	follow: (change: BaseChange, today: string) => Promise<JudgingUpdate | null> | JudgingUpdate | null;
	protection: () => Promise<ProtectionRow[] | null> | ProtectionRow[] | null;
}

/**
 * The evaluation of the open job, worked out in a worker: the page is never held up by it. Until a new one is there the last
 * one is shown; what was done meanwhile is judged in one go.
 */
export class Judging {
	/** null: none is there yet. */
	judged = $state.raw<Judged | null>(null);
	/** The ground that it is of. */
	private of: JudgingBase | null = null;
	private wanted: JudgingBase | null = null;
	private working: Promise<void> | null = null;
	private worker: Worker | null = null;
	private judge: Judges | null = null;
	private closed = false;

	/** Judges this from now on. @returns once it, or what came after it, is judged */
	follow(ground: JudgingBase): Promise<void> {
		this.wanted = ground;
		return (this.working ??= this.work());
	}
	/** What is shown is of the newest state. */
	isOf({ job, readings }: JudgingBase): boolean {
		return this.of?.job === job && this.of.readings === readings;
	}
	/** Every outlet with what protects it, of what was judged last: worked out where it is judged. null: it is not judged. */
	async protection(): Promise<readonly ProtectionRow[] | null> {
		return (await this.judge?.protection()) ?? null;
	}
	close(): void {
		this.closed = true;
		this.worker?.terminate();
	}

	private async work(): Promise<void> {
		while (this.wanted && !this.closed) {
			const ground = this.wanted;
			this.wanted = null;
			try {
				const news = await this.newsOf(ground);
				this.judged = withUpdate(this.of ? this.judged : null, news);
				this.of = ground;
			} catch (error) {
				if (this.closed) return;
				this.of = null;
				this.judged = failedJudged(error instanceof Error ? error.message : String(error));
			}
		}
		// In the same breath as the last look at what is wanted: nothing that comes after it is missed.
		this.working = null;
	}
	private async newsOf(ground: JudgingBase): Promise<JudgingUpdate> {
		const before = this.of;
		try {
			return await this.asked(await this.inWorker(), before, ground);
		} catch {
			// The worker did not start, or broke: the page judges itself, slower and as well.
			this.worker?.terminate();
			this.worker = null;
			const { Judge } = await import('$core/judging');
			this.judge = new Judge();
			return this.asked(this.judge, null, ground);
		}
	}
	private async asked(judge: Judges, before: JudgingBase | null, ground: JudgingBase): Promise<JudgingUpdate> {
		const news = before ? await judge.follow(changeTo(before, ground), today()) : null;
		return news ?? (await judge.open({ job: ground.job, readings: ground.readings, events: ground.events }, today()));
	}
	private async inWorker(): Promise<Judges> {
		if (this.judge) return this.judge;
		const worker = coreWorker();
		this.worker = worker;
		const api = wrap<JudgeApi>(worker);
		const broken = new Promise<never>((_, fail) => {
			worker.onerror = (e) => fail(new Error(e.message || 'The worker could not be started.'));
		});
		broken.catch(() => undefined);
		this.judge = {
			open: (...given) => Promise.race([api.open(...given), broken]),
			follow: (...given) => Promise.race([api.follow(...given), broken]),
			protection: () => Promise.race([api.protection(), broken])
		};
		return this.judge;
	}
}

/** What is to be told so that one ground becomes another; a change costs what it touches. */
function changeTo(before: JudgingBase, after: JudgingBase): BaseChange {
	const readings = before.readings === after.readings ? undefined : readingsTo(before.readings, after.readings);
	return {
		...(before.job === after.job ? {} : { job: changesBetween(before.job, after.job) }),
		...(readings ? { readings } : {}),
		...(before.events === after.events ? {} : { events: after.events })
	};
}
const readingsTo = (before: readonly Reading[], after: readonly Reading[]): BaseChange['readings'] =>
	after.length > before.length && before.every((r, i) => r === after[i])
		? { behind: after.slice(before.length) }
		: { all: after };
