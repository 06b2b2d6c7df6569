/**
 * A fixed piece of work of known cost: parse, check and sort a list of 2,000 rows. A machine that does other things besides is
 * slower at it too, so a budget grows with it, and a figure is a ratio of two times of the same minute.
 * As text: the same work is done in a page.
 */
const WORK = `
	const rows = JSON.parse(text);
	let bad = 0;
	for (const r of rows) if (typeof r.name !== 'string' || !(r.feet >= 0) || !Number.isInteger(r.n)) bad += 1;
	rows.sort((a, b) => a.name.localeCompare(b.name, 'en') || a.feet - b.feet);
	return rows.length - bad;`;
const ROWS = JSON.stringify(
	Array.from({ length: 2000 }, (_, n) => ({
		n,
		name: `box ${(n * 7919) % 2003}`,
		feet: (n * 37) % 311,
		note: 'x'.repeat(n % 40)
	}))
);
/** What it takes on the reference machine at rest, ms: of Node, and of a page. */
const AT_REST_MS = { node: 2.05, page: 2.9 } as const;
const TIMES = 12;
/** Runs before it counts: until it is compiled. */
const WARM = 60;
/** The same for a page: the quicker quarter, ms. */
export const PAGE_YARDSTICK = `
	const text = ${JSON.stringify(ROWS)};
	const work = (text) => {${WORK}};
	for (let i = 0; i < ${WARM}; i++) work(text);
	const times = Array.from({ length: ${TIMES} }, () => { const t = performance.now(); work(text); return performance.now() - t; });
	return times.sort((a, b) => a - b)[${Math.floor(TIMES / 4)}];`;

const work = new Function('text', WORK) as (text: string) => number;
for (let i = 0; i < WARM; i++) work(ROWS);
/** The yardstick now, ms. */
export function yardstick(): number {
	return quarter(
		Array.from({ length: TIMES }, () => {
			const start = performance.now();
			work(ROWS);
			return performance.now() - start;
		})
	);
}

/** One figure beside its budget, both as they are on the reference machine at rest. @param now the yardstick where it was measured, ms */
export function say(what: string, have: number, budget: number, unit: string, now?: number): void {
	// Of what takes no time nothing grows.
	const timed = unit === 'ms' || unit === 's';
	const slow = timed ? (now ?? yardstick()) / (now === undefined ? AT_REST_MS.node : AT_REST_MS.page) : 1;
	const at = timed ? `, this machine now ${slow.toFixed(2)} times as long as at rest` : '';
	console.log(
		`${what}: ${(have / slow).toFixed(2)} ${unit}, ${(have / slow / budget).toFixed(2)} of its budget of ${budget} ${unit}${at}`
	);
}
/** Of the quicker quarter: a machine that builds and tests has other things to do. */
export const quarter = (times: readonly number[]): number =>
	[...times].sort((x, y) => x - y)[Math.floor(times.length / 4)] ?? Infinity;
