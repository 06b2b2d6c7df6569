import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { createServer as createProbe } from 'node:net';
import { HEADERS, HSTS } from './headers.mjs';

/**
 * Serves the built application on the first free port from `PORT` on (0: any that the system gives), and prints its
 * address. The build's `index.js` is this file: `node build` and `npm start` are the same server.
 * With `TLS_CERT` and `TLS_KEY` (PEM files) it serves HTTPS: a phone keeps jobs offline only from such an address.
 */
const wanted = Number(process.env.PORT ?? 4173);
const host = process.env.HOST ?? '127.0.0.1';

const isFree = (port) =>
	new Promise((resolve) => {
		const probe = createProbe();
		probe.once('error', () => resolve(false));
		probe.listen(port, host, () => probe.close(() => resolve(true)));
	});
let port = wanted;
while (port !== 0 && !(await isFree(port))) {
	port += 1;
	if (port > wanted + 50) throw new Error(`no free port from ${wanted} to ${port}`);
}
// The API caps its bodies itself (413 in its own shape): the framework's smaller cap must not answer first.
process.env.BODY_SIZE_LIMIT ??= 'Infinity';
process.env.HEKTO_WORK ??= new URL('./work/work.js', import.meta.url).href;
const { handler } = await import('./handler.js');

/** Said where other devices may come in without HTTPS: what their browsers then do without, and how to mend it. */
const MAKE_CERTIFICATE = `Other devices get no offline use, camera or file locks over plain HTTP. Make a certificate and start again:
  openssl req -x509 -newkey rsa:2048 -nodes -days 365 -keyout key.pem -out cert.pem -subj "/CN=hekto" -addext "subjectAltName=IP:<address of this machine>"
  TLS_CERT=cert.pem TLS_KEY=key.pem HOST=0.0.0.0 npm start
and let each device trust cert.pem.`;
const SECOND_MS = 1000;
/** Headers that are not finished by then are not waited for. */
const HEADERS_MS = 10 * SECOND_MS;
const REQUEST_MS = 30 * SECOND_MS;

const refusal = (message) => JSON.stringify({ error: { message, fields: [] } });
/** Why an address cannot be looked up at all, or null. */
function badAddress({ url = '', headers }) {
	if (!url.startsWith('/')) return 'The address must begin with /.';
	if (!/^[\w.:[\]-]{1,255}$/.test(headers.host ?? '')) return 'The Host header is no host.';
	try {
		decodeURI(url.split('?')[0]);
		return null;
	} catch {
		return 'The address is not readable: a % must be followed by two hexadecimal digits.';
	}
}

const tls = certificate();
/** Certificate and key as given, or null. @throws where one of them is missing or cannot be read */
function certificate() {
	const { TLS_CERT: cert, TLS_KEY: key } = process.env;
	if (!cert && !key) return null;
	if (!cert || !key) throw new Error(`HTTPS needs both TLS_CERT and TLS_KEY; ${cert ? 'TLS_KEY' : 'TLS_CERT'} is not set.`);
	return Object.fromEntries(
		[
			['cert', 'TLS_CERT', cert],
			['key', 'TLS_KEY', key]
		].map(([as, name, path]) => {
			try {
				return [as, readFileSync(path)];
			} catch (error) {
				throw new Error(`${name}: ${path} cannot be read (${error.code}).`, { cause: error });
			}
		})
	);
}

export const server = (tls ? createSecureServer : createServer)(
	{ ...tls, headersTimeout: HEADERS_MS, requestTimeout: REQUEST_MS, connectionsCheckingInterval: SECOND_MS },
	(request, response) => {
		for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
		if (request.socket.encrypted || request.headers['x-forwarded-proto'] === 'https')
			response.setHeader('strict-transport-security', HSTS);
		const bad = badAddress(request);
		if (!bad) return handler(request, response, () => notHere(response));
		response.writeHead(400, { 'content-type': 'application/json', connection: 'close' });
		response.end(refusal(bad));
	}
);
function notHere(response) {
	response.writeHead(404, { 'content-type': 'application/json' });
	response.end(refusal('There is nothing at this address.'));
}
server.on('clientError', (error, socket) => {
	if (error.code === 'ECONNRESET' || !socket.writable) return;
	const [status, message] =
		error.code === 'ERR_HTTP_REQUEST_TIMEOUT'
			? ['408 Request Timeout', 'The request took too long to arrive.']
			: error.code === 'HPE_HEADER_OVERFLOW'
				? ['431 Request Header Fields Too Large', 'The headers are too large.']
				: ['400 Bad Request', 'The request is not HTTP that can be read.'];
	const body = refusal(message);
	socket.end(
		`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: ${body.length}\r\n\r\n${body}`
	);
});
/** Asked to stop: what is under way is answered, what is idle is let go. */
for (const signal of ['SIGTERM', 'SIGINT'])
	process.once(signal, () => {
		server.close(() => process.exit(0));
		server.closeIdleConnections();
		setTimeout(() => process.exit(0), 5 * SECOND_MS).unref();
	});

server.listen(port, host);
await once(server, 'listening');
console.log(`Hekto is at ${tls ? 'https' : 'http'}://${host}:${server.address().port}/`);
if (!tls && !['127.0.0.1', 'localhost', '::1'].includes(host)) console.log(MAKE_CERTIFICATE);
