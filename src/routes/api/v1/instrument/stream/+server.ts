import { editions } from '$core/code/editions';
import { checkStream, type StreamRequest } from '$core/formats/network-requests';
import { asRead } from '$core/instruments/noise';
import { linesOf } from '$core/instruments/protocol';
import { DEFAULT_LOAD_A, readRun } from '$core/instruments/run-reading';
import { answerStream } from '$lib/server/answer';

/** A stream ends by itself after this long, ms. */
const LONGEST_MS = 10 * 60_000;

export const POST = ({ request }) => answerStream(request, checkStream, readings);

/** One server-sent event a reading, until the caller leaves. */
function readings(body: StreamRequest): ReadableStream<Uint8Array> {
	const { box, instrument, noise, everyMs } = body;
	const loadA = instrument === 'analyzer' ? (body.loadA ?? DEFAULT_LOAD_A) : undefined;
	const [exact] = readRun(editions[body.edition], body, [{ box, instrument, loadA }]).readings;
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
