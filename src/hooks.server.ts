import type { Handle, HandleServerError } from '@sveltejs/kit';
import { openLanes } from '$lib/server/pool';
import { send } from '$lib/server/answer';
import { refusal } from '$lib/server/tasks';
import { HEADERS } from '../server/headers.mjs';

// The threads stand ready before the first request.
openLanes();

const PAGE_POLICY = 'content-security-policy';

/** Every answer carries the same headers; below `/api` every answer is JSON, also where the framework itself answers. */
export const handle: Handle = async ({ event, resolve }) => {
	let response = await resolve(event);
	if (event.url.pathname.startsWith('/api/') && response.status >= 400 && !isJson(response))
		response = inJson(event.request, response);
	for (const [name, value] of Object.entries(HEADERS)) {
		// A page has its own policy, with the nonce of its script.
		if (name !== PAGE_POLICY || !response.headers.has(name)) response.headers.set(name, value);
	}
	return response;
};
const isJson = (response: Response) => (response.headers.get('content-type') ?? '').startsWith('application/json');

function inJson(request: Request, response: Response): Response {
	const allow = response.headers.get('allow');
	const message =
		response.status === 405
			? `${request.method.slice(0, 20)} is not allowed here${allow ? `; allowed: ${allow}` : ''}.`
			: 'There is nothing at this address; see /api/v1/openapi.json.';
	return send(refusal(response.status === 405 ? 405 : 404, message), allow ? { allow } : {});
}

/** What went wrong goes to the server's own log, never to the caller. */
export const handleError: HandleServerError = ({ error, status }) => {
	if (status !== 404) console.error(error);
	return { message: status === 404 ? 'There is nothing at this address.' : 'Something went wrong in Hekto.' };
};
