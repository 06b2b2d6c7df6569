import type { Site } from './sites';
import type { Reach } from './worker';

/** Which tests are run for a mutant, in what order. */
export interface Plan {
	plan: { test: string; which: number[] }[];
	/** What they take as the code is. */
	ms: number;
}
/** What it takes to read a file of tests. */
const READ_MS = 50;
/** A test that takes longer is weighed alone, and not with those of its file. */
const SLOW_MS = 100;

/**
 * The tests that come through a place, those first that see the most in the least time. What is read with its module, or
 * run while a file of tests is read, is in every test of that file: those that come through the module's functions first.
 */
export function planOf(
	{ file, within }: Site,
	reach: readonly Reach[],
	{ seenBy, patienceMs }: { seenBy: ReadonlyMap<string, number>; patienceMs: number }
): Plan {
	const here = within === null ? null : `${file}:${within}`;
	const comesThrough = (at: readonly string[]): boolean =>
		here === null ? at.some((f) => f.startsWith(`${file}:`)) : at.includes(here);
	const parts = reach.flatMap(({ test, load, tests }) => {
		const whole = here === null || load.at.includes(here);
		const of = new Map<string, { test: string; which: number[]; ms: number; near: boolean }>();
		tests.forEach((t, i) => {
			const near = comesThrough(t.at);
			if (!near && !whole) return;
			const key = t.ms > SLOW_MS ? String(i) : `near ${near}`;
			const part = of.get(key) ?? { test, which: [], ms: READ_MS, near };
			part.which.push(i);
			part.ms += t.ms;
			of.set(key, part);
		});
		return [...of.values()];
	});
	const weight = ({ test, ms, near }: (typeof parts)[number]): number => ((near ? 1000 : 1) * (1 + (seenBy.get(test) ?? 0))) / ms;
	// As many tests as patience has room for: near ones first, the short before the long, which see much and would leave no room.
	let ms = 0;
	const plan = [...parts]
		.sort((a, b) => Number(b.near) - Number(a.near) || a.ms - b.ms)
		.filter((p) => {
			const fits = ms + p.ms <= patienceMs;
			if (fits) ms += p.ms;
			return fits;
		})
		.sort((a, b) => weight(b) - weight(a));
	return { plan: plan.map(({ test, which }) => ({ test, which })), ms };
}
