import { proxy, type Remote } from 'comlink';
import { MOST } from '$core/model/file/limits';
import type { FieldFault } from '$core/model/result';
import type { FilesApi } from './files-api';
import { Canceled, filesWorker, inWorker } from './use-worker';

type Read<T> = { ok: true; value: T } | { ok: false; faults: FieldFault[] };

/** A file that is being taken in, in a worker: what is done of it, and a way to stop it. */
export class TakingIn {
	/** What is being done; null: nothing. */
	doing = $state<string | null>(null);
	share = $state(0);
	private stop: (() => void) | null = null;

	/** @returns what was read, or why it was not; null: it was stopped, and nothing was changed */
	async run<T>(
		file: File,
		work: (api: Remote<FilesApi>, told: (doing: string, share: number) => void) => Promise<Read<T>>
	): Promise<Read<T> | null> {
		const refuse = (message: string): Read<T> => ({ ok: false, faults: [{ path: 'file', message }] });
		// Bytes are at least as many as characters: what is larger than this is not even read.
		if (file.size > 4 * MOST.fileChars)
			return refuse(`must be at most ${MOST.fileChars / 1e6} MB, got ${Math.round(file.size / 1e6)} MB`);
		[this.doing, this.share] = ['starting', 0];
		const told = proxy((doing: string, share: number) => void ([this.doing, this.share] = [doing, share]));
		const job = inWorker<FilesApi, Read<T>>(filesWorker, (api) => work(api, told));
		this.stop = job.cancel;
		try {
			return await job.done;
		} catch (error) {
			if (error instanceof Canceled) return null;
			return refuse(`could not be read: ${error instanceof Error ? error.message : String(error)}`);
		} finally {
			this.doing = this.stop = null;
		}
	}
	/** Puts what was read into the store, in the same way. @returns null: it was stopped, and nothing was kept */
	async keep<T>(work: (watch: { told: (share: number) => void; signal: AbortSignal }) => Promise<T>): Promise<T | null> {
		const stop = new AbortController();
		this.stop = () => stop.abort();
		[this.doing, this.share] = ['keeping', 0];
		try {
			return await work({ told: (share) => (this.share = share), signal: stop.signal });
		} catch (error) {
			if (stop.signal.aborted) return null;
			throw error;
		} finally {
			this.doing = this.stop = null;
		}
	}
	cancel(): void {
		this.stop?.();
	}
}
