import {
	boxFillRequest,
	countersRequest,
	protectRequest,
	serviceLoadRequest,
	sizeRequest,
	wallsRequest
} from '../../src/core/formats/api-requests';
import { networkRequest } from '../../src/core/formats/network-requests';
import { jobFileSchema } from '../../src/core/model/file/schema';
import type { AnySchema } from 'yup';
import { BODIES } from './bodies';
import type { Random } from './random';
import { garbled, lawful, odd, placesIn, schemaAt, spoiled, withValue } from './values';

/** Requests thrown at a running server, and what must hold of each answer. */

export interface Sent {
	path: string;
	method: string;
	type: string;
	body: string | undefined;
}
const SCHEMAS: Readonly<Record<string, AnySchema>> = {
	size: sizeRequest,
	'layout/walls': wallsRequest,
	'layout/counters': countersRequest,
	protect: protectRequest,
	'box-fill': boxFillRequest,
	'service-load': serviceLoadRequest,
	network: networkRequest,
	assess: jobFileSchema
};
const ROUTES = Object.keys(BODIES);

export function request(r: Random): Sent {
	const route = r.chance(0.04) ? 'assess' : r.pick(ROUTES.filter((x) => x !== 'assess'));
	const body = BODIES[route];
	const post = (text: string): Sent => ({ path: route, method: 'POST', type: 'application/json', body: text });
	const way = r.below(20);
	if (way < 9) return post(JSON.stringify(varied(route, body, r)));
	if (way < 14) return post(JSON.stringify(spoiled(body, r)) ?? '');
	if (way < 17) return post(garbled(JSON.stringify(body), r));
	if (way === 17) return post(JSON.stringify(odd(r)) ?? '');
	if (way === 18)
		return {
			...post(JSON.stringify(body)),
			type: r.pick(['text/plain', '', 'application/json; charset=utf-8', 'multipart/form-data'])
		};
	const method = r.pick(['GET', 'PUT', 'DELETE', 'PATCH', 'POST']);
	const path = r.pick([
		route,
		'x'.repeat(300),
		'demo/constructor.json',
		'demo/quillback.json',
		'openapi.json',
		'%2e%2e',
		'size/',
		'a?b=%F0'
	]);
	return { path, method, type: 'application/json', body: method === 'GET' ? undefined : '{}' };
}
/** One to five places given other values that their schema has: most of these are lawful. */
function varied(route: string, body: unknown, r: Random): unknown {
	let at = body;
	for (let n = 1 + r.below(5); n > 0; n--) {
		const path = r.pick(placesIn(at).filter((p) => p.length && p.at(-1) !== 'id'));
		const schema = schemaAt(SCHEMAS[route] as AnySchema, path);
		if (schema) at = withValue(at, path, lawful(schema, r, ['b1', 'b2', 'b3', 'a', 'north']));
	}
	return at;
}

const STATUSES = new Set([200, 400, 404, 405, 413, 415, 503]);
const LONGEST_MS = 5000;
/** `null` says in an answer that nothing can be found; anywhere else it is a figure that is none. */
const MAY_BE_NULL = new Set([
	'half',
	'space',
	'panel',
	...['hotOhms', 'neutralOhms', 'groundOhms', 'dropPercent', 'serviceA'],
	// Of a fix: what it puts into a job, where not known is said by null.
	...['slot', 'place', 'heightIn', 'circuitId', 'amps', 'mca', 'mocp', 'watts']
]);
/** What is wrong with an answer, in words. @param worked it was worked out, not kept as it is: its figures are looked at */
export function wrongAnswer(worked: boolean, status: number, type: string, text: string, ms: number): string[] {
	const wrong: string[] = [];
	if (!STATUSES.has(status)) wrong.push(`status ${status}`);
	if (ms > LONGEST_MS) wrong.push(`took ${Math.round(ms)} ms`);
	if (!type.startsWith('application/json')) return [...wrong, `is ${type || 'of no type'}`];
	let body: unknown;
	try {
		body = JSON.parse(text);
	} catch {
		return [...wrong, 'is no JSON'];
	}
	if (status === 200) return [...wrong, ...(worked ? nulls(body, '') : [])];
	const { error } = body as { error?: { message?: string; fields?: unknown[] } };
	if (!error?.message) wrong.push('refuses without words');
	if (/\bat \S+ \(|node_modules|undefined|\[object/.test(text))
		wrong.push(`says ${/.{0,40}(undefined|\[object|node_modules).{0,20}/.exec(text)?.[0] ?? 'a stack'}`);
	if ((error?.fields?.length ?? 0) > 51) wrong.push('tells more than 50 faults');
	return wrong;
}
function nulls(value: unknown, path: string): string[] {
	if (value === null) return MAY_BE_NULL.has(path.split('.').at(-1) ?? '') ? [] : [`${path.replace(/\d+/g, '#')} is null`];
	if (typeof value === 'string')
		return /\bNaN\b|\bInfinity\b|\bundefined\b/.test(value) ? [`${path.replace(/\d+/g, '#')} says ${value.slice(0, 120)}`] : [];
	if (typeof value !== 'object') return [];
	return Object.entries(value as object).flatMap(([key, v]) => nulls(v, `${path}.${key}`));
}

export interface RouteScore {
	sent: number;
	statuses: Map<number, number>;
	wrong: Map<string, number>;
	slowestMs: number;
}
/** Sends so many requests, a few at a time. */
export async function fuzzRoutes(url: string, count: number, seed: number, make: (seed: number) => Random): Promise<RouteScore> {
	const score: RouteScore = { sent: 0, statuses: new Map(), wrong: new Map(), slowestMs: 0 };
	let next = 0;
	const worker = async () => {
		for (let i = next++; i < count; i = next++) {
			const { path, method, type, body } = request(make(seed + i));
			const began = performance.now();
			const answer = await fetch(`${url}/api/v1/${path}`, {
				method,
				headers: { 'content-type': type },
				...(body === undefined ? {} : { body })
			});
			const text = await answer.text();
			const ms = performance.now() - began;
			score.sent += 1;
			score.statuses.set(answer.status, (score.statuses.get(answer.status) ?? 0) + 1);
			score.slowestMs = Math.max(score.slowestMs, ms);
			for (const words of wrongAnswer(method === 'POST', answer.status, answer.headers.get('content-type') ?? '', text, ms)) {
				const said = `${path.slice(0, 30)}: ${words}`;
				if (!score.wrong.has(said)) score.wrong.set(said, seed + i);
			}
		}
	};
	await Promise.all([worker(), worker(), worker()]);
	return score;
}
