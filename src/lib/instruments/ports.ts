import { knownJob } from '$core/model/known';
import { proxy, wrap } from 'comlink';
import { runCaseOf } from '$core/instruments/job-instrument';
import { LINE_GREETING } from '$core/instruments/protocol';
import { indexOf } from '$core/model/job-index';
import type { InstrumentApi, SimRequest } from '$lib/workers/instrument-api';
import { coreWorker } from '$lib/workers/use-worker';

/**
 * Where lines of readings come from. Each gives text as it comes, in any pieces, until it ends or fails; the meter that
 * listens reads lines, tells nonsense and calls again.
 */
export type PortKind = 'simulated' | 'server' | 'serial';
export interface SenderPort {
	/** Resolves when the other side has ended; rejects when it failed. */
	run: (take: (text: string) => void) => Promise<void>;
	close: () => void;
}

/** In a worker of this page: works with no network. */
export function workerPort(request: SimRequest): SenderPort {
	const worker = coreWorker();
	let end: () => void = () => undefined;
	return {
		run: async (take) => {
			const ended = new Promise<void>((resolve, reject) => {
				end = resolve;
				worker.onerror = (e) => reject(new Error(e.message || 'the simulator could not be started'));
			});
			const why = await wrap<InstrumentApi>(worker).start(request, proxy(take));
			if (why) throw new PortRefused(why);
			await ended;
		},
		close: () => {
			end();
			worker.terminate();
		}
	};
}
/** It will not work by trying again. */
export class PortRefused extends Error {}

/** The simulated instrument of the server, as any other program would call it. */
export function serverPort(request: SimRequest): SenderPort {
	const abort = new AbortController();
	const { job, boxId, loadA, noise, everyMs } = request;
	return {
		run: async (take) => {
			const known = knownJob(job);
			const circuit = indexOf(known).circuitsOfBox.get(boxId)?.[0];
			if (!circuit) throw new PortRefused('its circuit is not known: there is no run to simulate');
			if (circuit.poles === 2) throw new PortRefused('the stream of the server knows circuits of one hot only');
			const worker = coreWorker();
			const faults = await wrap<InstrumentApi>(worker).faults(request);
			worker.terminate();
			const answer = await fetch('/api/v1/instrument/stream', {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({ ...runCaseOf(known, circuit, faults), instrument: 'analyzer', box: boxId, noise, everyMs, loadA }),
				signal: abort.signal
			});
			if (answer.status === 400) throw new PortRefused(((await answer.json()) as { error: { message: string } }).error.message);
			if (!answer.ok || !answer.body) throw new Error(`the server answered ${answer.status}`);
			take(`${LINE_GREETING} instrument of the server\n`);
			const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
			let waiting = '';
			for (let part = await reader.read(); !part.done; part = await reader.read()) {
				const events = (waiting + part.value).split('\n\n');
				waiting = events.pop() ?? '';
				for (const event of events) {
					const { lines } = JSON.parse(event.replace(/^data: /, '')) as { lines: string[] };
					take(`${lines.join('\n')}\nEND\n`);
				}
			}
		},
		close: () => abort.abort()
	};
}

/** What is used of a serial port; the browser's own types do not know it yet. */
interface SerialPort {
	open: (how: { baudRate: number }) => Promise<void>;
	close: () => Promise<void>;
	readable: ReadableStream<Uint8Array> | null;
}
interface Serial {
	requestPort: () => Promise<SerialPort>;
}
const serialOf = (): Serial | undefined => (navigator as Navigator & { serial?: Serial }).serial;
export const hasSerial = (): boolean => !!serialOf();
const BAUD = 9600;
/** Asks the user which port; must be called by a press. @throws Error where none is chosen */
export async function chooseSerial(): Promise<() => SenderPort> {
	const chosen = await serialOf()?.requestPort();
	if (!chosen) throw new PortRefused('this browser has no serial ports');
	return () => {
		let reader: ReadableStreamDefaultReader<Uint8Array> | undefined;
		return {
			run: async (take) => {
				if (!chosen.readable) await chosen.open({ baudRate: BAUD });
				reader = chosen.readable?.getReader();
				if (!reader) throw new Error('the port has nothing to read');
				const words = new TextDecoder();
				try {
					for (let part = await reader.read(); !part.done; part = await reader.read())
						take(words.decode(part.value, { stream: true }));
				} finally {
					reader.releaseLock();
					await chosen.close().catch(() => undefined);
				}
			},
			close: () => void reader?.cancel().catch(() => undefined)
		};
	};
}
