import { spawn } from 'node:child_process';
import { statSync } from 'node:fs';
import { root } from './setup.mjs';

/** Several things side by side, each with its time; what failed is said at the end, whole. */
export const CHECK = ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings', '--output', 'human'];
export const LINT = ['eslint', '--cache', '--cache-location', 'node_modules/.cache/eslint/'];
export const FORMAT = ['prettier', '--cache'];
const NODE = ['--import', 'tsx', '--import', './tests/plain-assert.mjs'];
const seconds = (ms) => `${(ms / 1000).toFixed(0)} s`;

/**
 * @param of `step(name, command, args)` runs one of its parts and says how long it took
 * ends the process with 1 where one of them failed
 */
export async function timed(title, of) {
	const begun = Date.now();
	const failed = [];
	const step = async (name, command, args, env = {}, again = () => null) => {
		const at = Date.now();
		let { status, said } = await ended(command, args, env);
		const more = status === 0 ? null : again(said);
		if (more) {
			console.log(`${said}\nUNSTEADY ${name}: once more, alone: ${more.LANE}`);
			({ status, said } = await ended(command, args, { ...env, ...more }));
		}
		console.log(`${status === 0 ? '' : 'FAILED '}${name}: ${seconds(Date.now() - at)}`);
		if (status !== 0) failed.push(name);
		if (status !== 0 || said.includes(SAID)) console.log(said);
		return status === 0;
	};
	await of(step);
	console.log(`${title}: ${seconds(Date.now() - begun)}${failed.length ? `, failed: ${failed.join(', ')}` : ', all passed'}`);
	if (failed.length) process.exit(1);
}
/** What a report of tests says at its end. */
const SAID = 'The slowest of';
function ended(command, args, env) {
	return new Promise((resolve) => {
		const child = spawn(command, args, { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
		let said = '';
		for (const out of [child.stdout, child.stderr]) out.on('data', (data) => (said += data));
		child.once('error', (error) => resolve({ status: 1, said: String(error) }));
		child.once('exit', (status) => resolve({ status, said }));
	});
}

/**
 * Test files dealt out to a few processes by their size, the largest first, each to the one that has least: in a process of its
 * own a file spends more on loading core, or on starting a browser, than on testing.
 */
function dealt(files, lanes) {
	const all = Array.from({ length: lanes }, () => ({ files: [], size: 0 }));
	const sized = files.map((file) => ({ file, size: statSync(`${root}/${file}`).size })).sort((a, b) => b.size - a.size);
	for (const { file, size } of sized) {
		const lane = all.reduce((least, next) => (next.size < least.size ? next : least));
		lane.files.push(file);
		lane.size += size;
	}
	return all.filter((lane) => lane.files.length).map((lane) => lane.files);
}
/**
 * A browser on a machine with much else to do now and then fails where it would not alone: up to so many files that failed run once
 * more, and it is said which. What fails twice has failed.
 */
const UNSTEADY_FILES = 2;
function unsteady(said) {
	const files = [...new Set([...said.matchAll(/^FAILED (tests\/app\/\S+\.test\.ts):/gm)].map(([, file]) => file))];
	return files.length && files.length <= UNSTEADY_FILES ? { LANE: files.join(' ') } : null;
}
const tests = (what, lane, files, lanes, step, { env = {}, again } = {}) =>
	Promise.all(
		dealt(files, lanes).map((some, i, { length }) =>
			step(
				length > 1 ? `${what} tests, lane ${i + 1}` : `${what} tests`,
				'node',
				[...NODE, '--test', ...REPORT, lane],
				{ ...env, LANE: some.join(' ') },
				again
			)
		)
	);
export const coreTests = (files, step, lanes = 1) => tests('core', 'tests/core-lane.ts', files, lanes, step);
/** The files of a lane share a browser, too. */
export const appTests = (files, step, env) => tests('app', 'tests/app-lane.ts', files, 2, step, { env, again: unsteady });
const REPORT = ['--test-reporter=./scripts/report.mjs'];
/** The built application on a free port, for all that `of` does: it is given where as `HEKTO_URL`. */
export async function served(of) {
	const child = spawn('node', ['build'], { cwd: root, env: { ...process.env, PORT: '0' }, stdio: ['ignore', 'pipe', 'inherit'] });
	try {
		const HEKTO_URL = await new Promise((resolve, reject) => {
			let said = '';
			child.stdout.on('data', (data) => {
				const found = /Hekto is at (http:\S+)\//.exec((said += data));
				if (found) resolve(found[1]);
			});
			child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
		});
		await of({ HEKTO_URL });
	} finally {
		child.kill('SIGKILL');
	}
}
