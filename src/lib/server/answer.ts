import type { RequestEvent } from '@sveltejs/kit';
import { workOut } from './pool';
import { refusal, type Answer, type TaskName } from './tasks';

const MAX_BODY_BYTES = 5_000_000;

export const send = ({ status, text, file }: Answer, headers: Record<string, string> = {}): Response =>
	new Response(file ? new Uint8Array(file.bytes) : text, {
		status,
		headers: { 'content-type': file?.type ?? 'application/json', ...headers }
	});
export const notHere = (path: string): Response =>
	send(refusal(404, `There is no ${path.slice(0, 60)} here; see /api/v1/openapi.json.`));
/** What is the same each time: written once. */
export function always(make: () => unknown): () => Response {
	let text: string | null = null;
	return () => send({ status: 200, text: (text ??= JSON.stringify(make())) });
}

/** What is over the cap is let pass by unread, so that the caller hears the answer; more than this is cut off. */
const MOST_PASSED_BYTES = 20 * MAX_BODY_BYTES;
/** The bytes of a body, or null past the cap. */
async function bodyBytes(request: Request): Promise<Uint8Array | null> {
	if (Number(request.headers.get('content-length') ?? 0) > MOST_PASSED_BYTES) return null;
	const reader = request.body?.getReader();
	if (!reader) return new Uint8Array();
	const parts: Uint8Array[] = [];
	let size = 0;
	for (let part = await reader.read(); !part.done; part = await reader.read()) {
		size += part.value.byteLength;
		if (size <= MAX_BODY_BYTES) parts.push(part.value);
		else parts.length = 0;
		if (size > MOST_PASSED_BYTES) {
			await reader.cancel();
			break;
		}
	}
	if (size > MAX_BODY_BYTES) return null;
	return new Uint8Array(Buffer.concat(parts));
}

/** A request has a time limit: a body that trickles in does not hold the server. */
const MAX_SECONDS = 10;
class TooSlow extends Error {}
async function inTime<T>(work: Promise<T>): Promise<T> {
	let timer: NodeJS.Timeout | undefined;
	const late = new Promise<never>((_, reject) => {
		timer = setTimeout(() => reject(new TooSlow(`The body took longer than ${MAX_SECONDS} s.`)), MAX_SECONDS * 1000);
	});
	try {
		return await Promise.race([work, late]);
	} finally {
		clearTimeout(timer);
	}
}

/** The one way a POST is worked out: type, size, then JSON, schema and answer in a worker thread. Never a stack. */
export async function answerOf({ request, getClientAddress }: RequestEvent, name: TaskName): Promise<Answer> {
	const type = (request.headers.get('content-type') ?? '').split(';')[0]?.trim().toLowerCase();
	if (type !== 'application/json')
		return refusal(415, `The body must be application/json, got ${type?.slice(0, 60) || 'no type'}.`);
	let body: Uint8Array | null;
	try {
		body = await inTime(bodyBytes(request));
	} catch (error) {
		return refusal(400, error instanceof TooSlow ? error.message : 'The body could not be read to its end.');
	}
	if (body === null) return refusal(413, `The body must be at most ${MAX_BODY_BYTES / 1e6} MB.`);
	return workOut(name, body, getClientAddress());
}
export const answer =
	(name: TaskName) =>
	async (event: RequestEvent): Promise<Response> =>
		send(await answerOf(event, name));
