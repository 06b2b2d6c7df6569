import { json } from '@sveltejs/kit';
import type { Checked } from '$core/model/faults';
import type { FieldFault } from '$core/model/result';

export const MAX_BODY_BYTES = 5_000_000;

const fail = (status: number, message: string, fields: FieldFault[] = []) => json({ error: { message, fields } }, { status });
export const badRequest = (faults: FieldFault[]) =>
	fail(
		400,
		`The body has ${faults.length} ${faults.length === 1 ? 'fault' : 'faults'}: ${faults[0]?.path ?? ''} ${faults[0]?.message ?? ''}`.trim(),
		faults.slice(0, 200)
	);

export const notHere = (path: string) =>
	fail(404, `There is no ${path.slice(0, 80)} here; what there is stands in /api/v1/openapi.json.`);

/** The bytes of a body, or null past the cap: it is read no further than that. */
async function bodyText(request: Request): Promise<string | null> {
	if (Number(request.headers.get('content-length') ?? 0) > MAX_BODY_BYTES) return null;
	const reader = request.body?.getReader();
	if (!reader) return '';
	const parts: Uint8Array[] = [];
	let size = 0;
	for (let part = await reader.read(); !part.done; part = await reader.read()) {
		size += part.value.byteLength;
		if (size > MAX_BODY_BYTES) {
			await reader.cancel();
			return null;
		}
		parts.push(part.value);
	}
	return new TextDecoder().decode(Buffer.concat(parts));
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

type Outcome = { ok: true; value: unknown } | { ok: false; faults: FieldFault[] };

/** A body that is held to its schema, or the answer that refuses it: type, size, JSON, schema. */
async function bodyOf<T>(
	request: Request,
	checkBody: (body: unknown) => Checked<T>
): Promise<{ value: T; refused?: undefined } | { refused: Response }> {
	const type = (request.headers.get('content-type') ?? '').split(';')[0]?.trim().toLowerCase();
	const refuse = (refused: Response) => ({ refused });
	if (type !== 'application/json') return refuse(fail(415, `The body must be application/json, got ${type || 'no type'}.`));
	let text: string | null;
	try {
		text = await inTime(bodyText(request));
	} catch (error) {
		return refuse(fail(400, error instanceof TooSlow ? error.message : 'The body could not be read to its end.'));
	}
	if (text === null) return refuse(fail(413, `The body must be at most ${MAX_BODY_BYTES / 1e6} MB.`));
	let body: unknown;
	try {
		body = JSON.parse(text);
	} catch (error) {
		return refuse(fail(400, `The body is not JSON: ${(error as Error).message}`, [{ path: '', message: 'must be JSON' }]));
	}
	const checked = checkBody(body);
	return checked.ok ? { value: checked.value } : refuse(badRequest(checked.faults));
}

/** The one way a POST is answered. Never a stack, never a 500 for what was sent. */
export async function answer<T>(
	request: Request,
	checkBody: (body: unknown) => Checked<T>,
	reckon: (body: T) => Outcome
): Promise<Response> {
	const body = await bodyOf(request, checkBody);
	if (body.refused) return body.refused;
	const outcome = reckon(body.value);
	return outcome.ok ? json(outcome.value) : badRequest(outcome.faults);
}

/** The same for what is answered bit by bit, as server-sent events. */
export async function answerStream<T>(
	request: Request,
	checkBody: (body: unknown) => Checked<T>,
	events: (body: T) => ReadableStream<Uint8Array>
): Promise<Response> {
	const body = await bodyOf(request, checkBody);
	if (body.refused) return body.refused;
	return new Response(events(body.value), {
		headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
	});
}
