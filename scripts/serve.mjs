import { once } from 'node:events';
import { createServer } from 'node:net';

/** Serves the production build on the first free port from `PORT` on (0: any that the system gives), and prints its address. */
const wanted = Number(process.env.PORT ?? 4173);
const host = process.env.HOST ?? '127.0.0.1';

const isFree = (port) =>
	new Promise((resolve) => {
		const probe = createServer();
		probe.once('error', () => resolve(false));
		probe.listen(port, host, () => probe.close(() => resolve(true)));
	});
let port = wanted;
while (port !== 0 && !(await isFree(port))) {
	port += 1;
	if (port > wanted + 50) throw new Error(`no free port from ${wanted} to ${port}`);
}
process.env.PORT = String(port);
process.env.HOST = host;
// The API caps its bodies itself (413 in its own shape): the framework's smaller cap must not answer first.
process.env.BODY_SIZE_LIMIT ??= 'Infinity';
const { server } = await import('../build/index.js');
const listener = server.server;
if (!listener.listening) await once(listener, 'listening');
console.log(`Hekto is at http://${host}:${listener.address().port}/`);
