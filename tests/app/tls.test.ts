import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { get } from 'node:https';
import { test } from 'node:test';

/** HTTPS, for a phone beside the desk: with a certificate it is served, with half of one it says what is missing. */
const root = new URL('../..', import.meta.url).pathname;
const CERT = `${root}tests/samples/tls/cert.pem`;
const KEY = `${root}tests/samples/tls/key.pem`;

/** What the server says until it has said this, or has ended. */
function started(env: Record<string, string>, until: RegExp): Promise<{ said: string; stop: () => void }> {
	const child = spawn('node', ['build'], { cwd: root, env: { ...process.env, PORT: '0', TLS_CERT: '', TLS_KEY: '', ...env } });
	return new Promise((resolve) => {
		let said = '';
		const hear = (data: Buffer) => {
			said += data.toString();
			if (until.test(said)) resolve({ said, stop: () => child.kill('SIGKILL') });
		};
		child.stdout.on('data', hear);
		child.stderr.on('data', hear);
		child.once('exit', () => resolve({ said, stop: () => undefined }));
	});
}

test('with TLS_CERT and TLS_KEY the application is served over HTTPS', async () => {
	const { said, stop } = await started({ TLS_CERT: CERT, TLS_KEY: KEY }, /Hekto is at \S+/);
	try {
		const url = /https:\S+/.exec(said)?.[0];
		assert.ok(url, said);
		const [status, hsts] = await new Promise<[number | undefined, unknown]>((resolve, reject) =>
			get(url, { ca: readFileSync(CERT) }, (r) => {
				r.resume();
				resolve([r.statusCode, r.headers['strict-transport-security']]);
			}).once('error', reject)
		);
		assert.equal(status, 200);
		assert.match(String(hsts), /max-age=\d+/);
	} finally {
		stop();
	}
});
for (const [what, env, words] of [
	['no key', { TLS_CERT: CERT }, 'TLS_KEY is not set'],
	['no certificate', { TLS_KEY: KEY }, 'TLS_CERT is not set'],
	[
		'a certificate that is not there',
		{ TLS_CERT: '/nowhere.pem', TLS_KEY: KEY },
		'TLS_CERT: /nowhere.pem cannot be read (ENOENT)'
	]
] as const)
	test(`${what}: it says so and does not start`, async () => {
		const { said, stop } = await started(env, /never/);
		stop();
		assert.ok(said.includes(words), said);
	});
test('open to other devices without HTTPS: it says what they miss and how to make a certificate', async () => {
	const { said, stop } = await started({ HOST: '0.0.0.0' }, /trust cert\.pem/);
	stop();
	assert.match(said, /openssl req -x509/);
});
