import assert from 'node:assert/strict';
import { once } from 'node:events';
import { connect } from 'node:net';
import { after, before, test } from 'node:test';
import { Random } from '../../scripts/fuzz/random';
import { fuzzRoutes } from '../../scripts/fuzz/routes';
import { serve, type Server } from './browser';

/** What the server lets in and what it says at the door: headers, sizes, addresses, and requests that take their time. */
let server: Server;
before(async () => {
	server = await serve();
});
after(() => server.stop());
const api = (path: string) => `${server.url}/api/v1/${path}`;
const post = (path: string, body: unknown) =>
	fetch(api(path), {
		method: 'POST',
		headers: { 'content-type': 'application/json' },
		body: typeof body === 'string' ? body : JSON.stringify(body)
	});
/** Every refusal is JSON in one shape. */
async function refused(
	response: Response,
	status: number
): Promise<{ message: string; fields: { path: string; message: string }[] }> {
	assert.equal(response.status, status);
	assert.equal(response.headers.get('content-type'), 'application/json');
	const { error } = (await response.json()) as { error: { message: string; fields: { path: string; message: string }[] } };
	assert.ok(Array.isArray(error.fields));
	return error;
}
/** Bytes as they go over the wire, and all that comes back until the other side closes. */
async function raw(text: string): Promise<string> {
	const { hostname, port } = new URL(server.url);
	const socket = connect(Number(port), hostname);
	let got = '';
	socket.on('data', (data) => (got += data.toString()));
	socket.on('error', () => undefined);
	socket.write(text);
	await once(socket, 'close');
	return got;
}

const PATHS = ['/', '/job/quillback/walk', '/api/v1/openapi.json', '/service-worker.js', '/favicon.svg', '/no/such/page'];
for (const path of PATHS)
	test(`the headers of ${path}`, async () => {
		const { headers } = await fetch(server.url + path);
		const policy = headers.get('content-security-policy') ?? '';
		const scripts = /script-src ([^;]*)/.exec(policy)?.[1] ?? '';
		assert.doesNotMatch(scripts, /unsafe|http|\*/);
		assert.match(scripts, /'self'/);
		assert.match(policy, /frame-ancestors 'none'/);
		assert.doesNotMatch(policy, /https?:/, 'no other origin');
		assert.equal(headers.get('x-content-type-options'), 'nosniff');
		assert.equal(headers.get('referrer-policy'), 'no-referrer');
		assert.match(headers.get('permissions-policy') ?? '', /camera=\(self\), serial=\(self\).*geolocation=\(\)/);
		assert.equal(headers.get('cross-origin-opener-policy'), 'same-origin');
		assert.equal(headers.get('strict-transport-security'), null, 'not over plain HTTP');
	});
test('the scripts of a page have its nonce; a file of the app has the headers too; behind TLS it says so', async () => {
	const home = await fetch(`${server.url}/`);
	const nonce = /'nonce-([^']+)'/.exec(home.headers.get('content-security-policy') ?? '')?.[1];
	const html = await home.text();
	assert.ok(nonce);
	for (const [, own] of html.matchAll(/<script nonce="([^"]*)"/g)) assert.equal(own, nonce);
	assert.doesNotMatch(html, /<script>/);
	const file = /\/_app\/immutable\/entry\/start[^"]+\.js/.exec(html)?.[0] ?? '';
	const asset = await fetch(server.url + file, { headers: { 'x-forwarded-proto': 'https' } });
	assert.equal(asset.headers.get('x-content-type-options'), 'nosniff');
	assert.match(asset.headers.get('content-security-policy') ?? '', /default-src 'self'/);
	assert.match(asset.headers.get('strict-transport-security') ?? '', /max-age=/);
});

test('a method that is not allowed, and an address that cannot be read, are answered in JSON', async () => {
	const { message } = await refused(await fetch(api('size')), 405);
	assert.match(message, /GET is not allowed here; allowed: POST/);
	await refused(await fetch(api('size'), { method: 'DELETE' }), 405);
	await refused(await fetch(api('openapi.json'), { method: 'PUT' }), 405);
	await refused(await fetch(api('nothing'), { method: 'PATCH' }), 404);
	assert.match(await raw('GET /api/v1/%E0%A4%A HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n'), /400[\s\S]*not readable/);
	assert.match(await raw('GET http://elsewhere/ HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n'), /400[\s\S]*must begin with/);
	assert.match(await raw('GET / HTTP/1.1\r\nHost: a b\r\nConnection: close\r\n\r\n'), /400/);
	assert.match(await raw('nonsense\r\n\r\n'), /400 Bad Request[\s\S]*"message":"The request is not HTTP/);
});
test('a long unknown name is said back in 60 characters', async () => {
	const long = 'x'.repeat(5000);
	const there = await refused(await fetch(api(long)), 404);
	assert.match(there.message, /^There is no x{60} here/);
	const field = await refused(await post('size', { [long]: 1 }), 400);
	assert.ok(field.fields.every((f) => f.path.length <= 60 && f.message.length < 300));
	await refused(await fetch(api(`demo/${long}.json`)), 404);
});
test('names of an object’s prototype are no fields', async () => {
	for (const name of ['constructor', '__proto__', 'toString', 'hasOwnProperty']) {
		const body = `{"edition":"2023","${name}":{}}`;
		const { fields } = await refused(await post('size', body), 400);
		assert.ok(
			fields.some((f) => f.path === name && f.message.startsWith('is not a field here')),
			name
		);
		await refused(await fetch(api(`demo/${name}.json`)), 404);
	}
});
test('a body over the cap is refused, with its length said or in chunks', async () => {
	const big = 'x'.repeat(5_000_001);
	await refused(await post('size', big), 413);
	const chunks = new ReadableStream({
		start(controller) {
			for (let i = 0; i < 60; i++) controller.enqueue(new TextEncoder().encode('x'.repeat(100_000)));
			controller.close();
		}
	});
	const chunked = {
		method: 'POST',
		headers: { 'content-type': 'application/json' },
		body: chunks,
		duplex: 'half'
	} as RequestInit;
	await refused(await fetch(api('size'), chunked), 413);
});
test('headers that are not finished are not waited for longer than 10 s', async () => {
	const began = Date.now();
	const got = await raw('GET / HTTP/1.1\r\nHost: x\r\nX-Slow: ');
	assert.match(got, /408 Request Timeout[\s\S]*took too long/);
	assert.ok(Date.now() - began >= 9000);
});

const many = (n: number, of: object) => Array.from({ length: n }, () => of);
const floods: [name: string, path: string, body: unknown, says: RegExp][] = [
	['boxes of a network', 'network', { boxes: many(6000, {}) }, /boxes must hold at most 200, got 6000/],
	[
		'a job of empty boxes',
		'assess',
		{ hekto: 'job', fileVersion: 5, job: { boxes: many(10_000, {}) } },
		/boxes must hold at most 4000/
	],
	['outlets', 'protect', { outlets: many(100_000, {}) }, /outlets must hold at most 1000/],
	['counters', 'layout/counters', { counters: many(100_000, {}) }, /counters must hold at most 100/],
	['corners', 'layout/walls', { outline: many(100_000, []) }, /outline must hold at most 500/],
	['conductors', 'box-fill', { conductors: many(100_000, {}) }, /conductors must hold at most 200/],
	['appliances', 'service-load', { appliances: many(100_000, {}) }, /appliances must hold at most 500/]
];
for (const [name, path, body, says] of floods)
	test(`too many: ${name}: told by the limit, without a look at each`, async () => {
		const { fields } = await refused(await post(path, body), 400);
		assert.ok(fields.length <= 51);
		assert.match(fields.map((f) => `${f.path} ${f.message}`).join('\n'), says);
	});
test('at most 50 faults are told, and how many more there are', async () => {
	const { fields, message } = await refused(await post('protect', { outlets: many(1000, {}) }), 400);
	assert.equal(fields.length, 51);
	assert.match(fields[50]?.message ?? '', /^and [\d,]+ more$/);
	assert.match(message, /more than 50 faults/);
});
test('nothing goes deep with what is sent', async () => {
	const deep = `{"boxes":${'['.repeat(100_000)}${']'.repeat(100_000)}}`;
	const { fields } = await refused(await post('network', deep), 400);
	assert.match(fields[0]?.message ?? '', /at most 16 levels deep/);
	await refused(await post('assess', `${'{"a":'.repeat(50_000)}1${'}'.repeat(50_000)}`), 400);
	const { fields: flat } = await refused(await post('network', { boxes: [new Array(2_400_000).fill(0)] }), 400);
	assert.ok(flat.length);
});

test('a few hundred requests at random: a known status, JSON, and no figure that is none', async () => {
	const score = await fuzzRoutes(server.url, 300, 1, (seed) => new Random(seed));
	assert.equal(score.sent, 300);
	assert.deepEqual([...score.wrong], []);
	for (const status of [200, 400, 415]) assert.ok((score.statuses.get(status) ?? 0) > 5, `${status} among the answers`);
});
test('heavy requests do not hold up a small one', async () => {
	const outlets = Array.from({ length: 1000 }, (_, i) => ({ ...outlet, id: `o${i}` }));
	const amendments = Array.from({ length: 100 }, (_, i) => ({
		section: `210.8(A)(${i})`,
		change: i % 2 ? 'off' : 'on',
		reference: 'x'
	}));
	const heavy = Array.from({ length: 6 }, () =>
		post('protect', { edition: '2023', permitDate: '2026-10-12', dwelling: 'one-family', outlets, amendments })
	);
	// Not by the clock of a busy machine: it is answered while the heavy ones are still under way.
	let waiting = heavy.length;
	const all = heavy.map((h) => h.then((answer) => ((waiting -= 1), answer.status)));
	const small = await post('box-fill', { edition: '2020', volumeCuIn: 18 });
	assert.equal(small.status, 200);
	assert.ok(waiting > 0, 'the small one was answered last');
	assert.deepEqual([...new Set(await Promise.all(all))], [200]);
});
const outlet = { what: 'receptacle', room: 'kitchen', serves: 'countertop', volts: 120, amps: 20, sinkFt: 3 };
