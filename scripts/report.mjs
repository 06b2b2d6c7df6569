import { relative } from 'node:path';

/** What ran, a line a file as it ends; what failed, whole; and at the end what took the time. */
const SLOWEST = Number(process.env.SLOWEST ?? 12);
export default async function* report(source) {
	const files = new Map();
	const failed = [];
	const of = (file) => {
		const name = file ? relative(process.cwd(), file) : '?';
		if (!files.has(name)) files.set(name, { passed: 0, failed: 0, ms: 0 });
		return files.get(name);
	};
	for await (const { type, data } of source) {
		if (type === 'test:stderr' || type === 'test:stdout') yield data.message;
		if (type !== 'test:pass' && type !== 'test:fail') continue;
		// The file itself, once its tests are done, is told as a test by the name of its path.
		if (data.file && data.name === data.file) continue;
		const row = of(data.file);
		if (data.details.type !== 'suite') row.ms += data.details.duration_ms;
		if (type === 'test:pass') {
			row.passed += 1;
			continue;
		}
		row.failed += 1;
		const { error } = data.details;
		const what = `FAILED ${data.file ? relative(process.cwd(), data.file) : ''}: ${data.name}\n${error?.cause?.stack ?? error?.cause ?? error?.message ?? ''}\n`;
		failed.push(what);
		yield what;
	}
	const rows = [...files].sort(([, a], [, b]) => b.ms - a.ms);
	const sum = (key) => rows.reduce((n, [, row]) => n + row[key], 0);
	yield `\nThe slowest of ${rows.length} files:\n`;
	for (const [name, { passed, ms }] of rows.slice(0, SLOWEST))
		yield `${(ms / 1000).toFixed(1).padStart(7)} s  ${name} (${passed})\n`;
	yield `${sum('passed')} passed, ${sum('failed')} failed; ${(sum('ms') / 1000).toFixed(0)} s of tests\n`;
	if (failed.length) yield `\n${failed.join('\n')}`;
}
