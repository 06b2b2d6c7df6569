import type { RequestHandler } from './$types';
import { DEMOS } from '$core/demo';
import { always, send } from '$lib/server/answer';
import { refusal } from '$lib/server/tasks';

const demos = new Map(Object.entries(DEMOS).map(([name, make]) => [name, always(make)]));

export const GET: RequestHandler = ({ params }) => {
	const demo = demos.get(params.name);
	if (demo) return demo();
	const message = `There is no demo job "${params.name.slice(0, 60)}"; there are ${[...demos.keys()].join(', ')}.`;
	return send(refusal(404, message, [{ path: 'name', message }]));
};
