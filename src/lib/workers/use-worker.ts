import { wrap, type Remote } from 'comlink';

/** Runs one piece of work in a worker of its own and ends it; `cancel` ends it at once. */
export interface WorkerTask<T> {
	done: Promise<T>;
	cancel: () => void;
}
export class Canceled extends Error {}

export function inWorker<Api, T>(make: () => Worker, work: (api: Remote<Api>) => Promise<T>): WorkerTask<T> {
	const worker = make();
	let stop: (why: Error) => void = () => undefined;
	const stopped = new Promise<never>((_, reject) => (stop = reject));
	worker.onerror = (e) => stop(new Error(e.message || 'The work could not be started.'));
	const done = Promise.race([work(wrap<Api>(worker)), stopped]).finally(() => worker.terminate());
	return { done, cancel: () => stop(new Canceled('Stopped.')) };
}
export const coreWorker = () => new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
export const filesWorker = () => new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });
export const papersWorker = () => new Worker(new URL('./papers.worker.ts', import.meta.url), { type: 'module' });
/** Apart from the core's: the first page of a new device waits for the demo jobs and for nothing else. */
export const seedWorker = () => new Worker(new URL('./seed.worker.ts', import.meta.url), { type: 'module' });
