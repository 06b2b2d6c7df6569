import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';

/** Set-up shared by the two commands: what is missing on a fresh machine is installed, what is there is left. */
export const root = new URL('..', import.meta.url).pathname;

export function run(command, args, options = {}) {
	const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
	if (done.error) throw done.error;
	return done.status ?? 1;
}

export function mustRun(command, args, options = {}) {
	const status = run(command, args, options);
	if (status !== 0) {
		console.error(`\n${command} ${args.join(' ')} ended with ${status}`);
		process.exit(status);
	}
}

/** node_modules as the lock file has it; done anew only when the lock file changed. */
export function installPackages() {
	const lock = createHash('sha256')
		.update(readFileSync(join(root, 'package-lock.json')))
		.digest('hex');
	const mark = join(root, 'node_modules/.hekto-lock');
	if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
	console.log('Installing packages...');
	mustRun('npm', ['ci', '--no-audit', '--no-fund']);
	writeFileSync(mark, lock);
}

const DRIVERS = ['/usr/bin/chromedriver'];
const BROWSERS = ['/usr/bin/chromium'];
const have = (paths) => paths.some((p) => existsSync(p) && statSync(p).isFile());

/** Debian's Chromium and its driver; by apt-get where that is allowed, else a word on what to install. */
export function installChromium() {
	if (have(BROWSERS) && have(DRIVERS)) return true;
	const isRoot = process.getuid?.() === 0;
	if (existsSync('/usr/bin/apt-get') && isRoot) {
		console.log('Installing Chromium for the browser tests...');
		const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
		run('apt-get', ['update', '-qq'], { env });
		run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium', 'chromium-driver'], {
			env,
			stdio: ['ignore', 'ignore', 'inherit']
		});
		if (have(BROWSERS) && have(DRIVERS)) return true;
	}
	console.error(
		'The browser tests need Chromium and its driver: install the packages chromium and chromium-driver (as root: apt-get install chromium chromium-driver).'
	);
	return false;
}

export function build() {
	mustRun('npx', ['vite', 'build', '--logLevel', 'warn']);
}
