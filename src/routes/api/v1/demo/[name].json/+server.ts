import { json } from '@sveltejs/kit';
import { DEMOS } from '$core/demo';

export function GET({ params }) {
	const make = Object.hasOwn(DEMOS, params.name) ? DEMOS[params.name] : undefined;
	if (make) return json(make());
	const message = `There is no demo job "${params.name.slice(0, 60)}"; there are ${Object.keys(DEMOS).join(', ')}.`;
	return json({ error: { message, fields: [{ path: 'name', message }] } }, { status: 404 });
}
