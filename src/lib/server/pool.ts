import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { answerTo, refusal, TASKS, type Answer, type TaskName } from './tasks';

/**
 * Requests are worked out in worker threads, so that none holds up another: small ones in a lane of their own, large
 * ones at most two at a time for each caller, each within its time.
 */

/** A body up to this is small: no answer to one takes long. */
const SMALL_BYTES = 16_384;
const AT_ONCE = 2;
/** More than so many of one caller are not let wait. */
const MOST_WAITING = 60;
const LONGEST_WAIT_MS = 30_000;
const LOOK_EVERY_MS = 50;
/** However busy the machine is. */
const WALL_TIMES = 6;

export class Lane {
	private readonly pool: Piscina;
	private running = 0;
	private readonly byCaller = new Map<string, number>();
	private readonly waiting: { caller: string; begin: () => void }[] = [];
	constructor(
		filename: string,
		private readonly threads: number,
		private readonly perCaller: number
	) {
		this.pool = new Piscina({
			filename,
			minThreads: 1,
			maxThreads: threads,
			idleTimeout: 60_000,
			resourceLimits: { maxOldGenerationSizeMb: 768 }
		});
	}

	/** Ends its threads: for tests. */
	close(): Promise<void> {
		return this.pool.destroy();
	}
	async run(name: TaskName, body: Uint8Array, caller: string): Promise<Answer> {
		const free = await this.turn(caller);
		if (!free) return refusal(503, 'Too many requests are waiting. Try again later.');
		try {
			return await this.timed(name, body);
		} finally {
			this.done(caller);
		}
	}

	/** Waits until it may begin. @returns whether it may */
	private turn(caller: string): Promise<boolean> {
		if (this.mayBegin(caller)) return Promise.resolve(this.begin(caller));
		if (this.waiting.filter((w) => w.caller === caller).length >= MOST_WAITING) return Promise.resolve(false);
		return new Promise((resolve) => {
			const mine = {
				caller,
				begin: () => {
					clearTimeout(late);
					resolve(this.begin(caller));
				}
			};
			const late = setTimeout(() => {
				this.waiting.splice(this.waiting.indexOf(mine), 1);
				resolve(false);
			}, LONGEST_WAIT_MS);
			this.waiting.push(mine);
		});
	}
	private mayBegin = (caller: string): boolean =>
		this.running < this.threads && (this.byCaller.get(caller) ?? 0) < this.perCaller;
	private begin(caller: string): true {
		this.running += 1;
		this.byCaller.set(caller, (this.byCaller.get(caller) ?? 0) + 1);
		return true;
	}
	private done(caller: string): void {
		this.running -= 1;
		const left = (this.byCaller.get(caller) ?? 1) - 1;
		if (left) this.byCaller.set(caller, left);
		else this.byCaller.delete(caller);
		const next = this.waiting.findIndex((w) => this.mayBegin(w.caller));
		if (next >= 0) this.waiting.splice(next, 1)[0]?.begin();
	}

	/** Works one out within its limit: past it the thread is ended, and another takes its place. */
	private async timed(name: TaskName, body: Uint8Array): Promise<Answer> {
		const stop = new AbortController();
		const { limitMs } = TASKS[name];
		const [began, usedBefore] = [performance.now(), process.cpuUsage()];
		// What the whole process has used since is the most that this thread can have: on a busy machine, a thread that
		// stood still is not blamed for it.
		const look = setInterval(() => {
			const wallMs = performance.now() - began;
			const { user, system } = process.cpuUsage(usedBefore);
			const mostMs = (user + system) / 1000 / Math.max(1, this.running);
			if (wallMs > limitMs && (mostMs > limitMs || wallMs > WALL_TIMES * limitMs)) stop.abort();
		}, LOOK_EVERY_MS);
		try {
			return (await this.pool.run({ name, body }, { signal: stop.signal })) as Answer;
		} catch (error) {
			if (stop.signal.aborted) return refusal(503, `This takes more than ${limitMs / 1000} s to calculate. Send less at a time.`);
			console.error(error);
			return refusal(503, 'This could not be calculated: an error in Hekto.');
		} finally {
			clearInterval(look);
		}
	}
}

let lanes: { small: Lane; large: Lane } | null = null;
/** Opened with the first request, or when the server starts. */
export function openLanes(): typeof lanes {
	const filename = process.env.HEKTO_WORK;
	if (!filename) return null;
	return (lanes ??= {
		small: new Lane(filename, 1, 1),
		large: new Lane(filename, Math.max(2, availableParallelism() - 1), AT_ONCE)
	});
}
/** @param caller whose request it is: a network address */
export async function workOut(name: TaskName, body: Uint8Array, caller: string): Promise<Answer> {
	const open = openLanes();
	// In development there is no built worker: worked out here.
	if (!open) return answerTo(name, body);
	return (body.byteLength <= SMALL_BYTES ? open.small : open.large).run(name, body, caller);
}
