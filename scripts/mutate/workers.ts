import { fork, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { Ask } from './worker';

const WORKER = fileURLToPath(new URL('./worker.ts', import.meta.url));

/** A process that is asked one thing after the other. One that does not answer in time is ended, and the next begun. */
export class Worker {
	private child: ChildProcess | null = null;
	/** @returns null: it gave no answer in time, or ended */
	ask<Answer>(ask: Ask, limitMs: number): Promise<Answer | null> {
		const child = (this.child ??= fork(WORKER, { execArgv: ['--import', 'tsx'], stdio: ['ignore', 'ignore', 'inherit', 'ipc'] }));
		return new Promise((resolve) => {
			const done = (answer: Answer | null): void => {
				clearTimeout(timer);
				child.removeAllListeners();
				if (answer === null) this.end();
				resolve(answer);
			};
			const timer = setTimeout(() => done(null), limitMs);
			child.once('message', (answer) => done(answer as Answer));
			child.once('exit', () => done(null));
			child.send(ask);
		});
	}
	end(): void {
		this.child?.kill('SIGKILL');
		this.child = null;
	}
}
/** Each of the things is worked on once, by as many workers as there are. */
export async function shareOut<T>(
	count: number,
	things: readonly T[],
	work: (worker: Worker, thing: T) => Promise<void>
): Promise<void> {
	const waiting = [...things];
	const one = async (): Promise<void> => {
		const worker = new Worker();
		for (let thing = waiting.shift(); thing !== undefined; thing = waiting.shift()) await work(worker, thing);
		worker.end();
	};
	await Promise.all(Array.from({ length: count }, one));
}
