import type { RequestHandler } from './$types';
import { asRead } from '$core/instruments/noise';
import { linesOf } from '$core/instruments/protocol';
import type { RunReading } from '$core/instruments/run-reading';
import { answerOf, send } from '$lib/server/answer';

/** A stream ends by itself after this long, ms. */
const LONGEST_MS = 10 * 60_000;

export const POST: RequestHandler = async (event) => {
	const worked = await answerOf(event, 'stream');
	if (worked.status !== 200) return send(worked);
	return new Response(readings(JSON.parse(worked.text) as Sent), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
	});
};
interface Sent {
	exact?: RunReading;
	noise: number;
	everyMs: number;
	loadA?: number;
}

/** One server-sent event a reading, until the caller leaves. */
function readings({ exact, noise, everyMs, loadA }: Sent): ReadableStream<Uint8Array> {
	const words = new TextEncoder();
	let timer: ReturnType<typeof setInterval> | undefined;
	let sent = 0;
	return new ReadableStream({
		start(controller) {
			const began = performance.now();
			const send = () => {
				if (!exact) return;
				const reading = asRead(exact, noise, Math.random);
				const event = { n: ++sent, ...reading, ...(loadA ? { loadA } : {}), lines: linesOf({ ...reading, loadA }) };
				controller.enqueue(words.encode(`data: ${JSON.stringify(event)}\n\n`));
				if (performance.now() - began < LONGEST_MS) return;
				clearInterval(timer);
				controller.close();
			};
			send();
			timer = setInterval(send, everyMs);
		},
		cancel: () => clearInterval(timer)
	});
}
