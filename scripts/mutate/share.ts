import { createHash } from 'node:crypto';
import type { Site } from './sites';

/** Share of n with its 95 % margin. @source Wilson's interval */
export function share(hits: number, n: number): { percent: number; low: number; high: number } {
	if (!n) return { percent: NaN, low: 0, high: 100 };
	const z = 1.96;
	const p = hits / n;
	const mid = (p + (z * z) / (2 * n)) / (1 + (z * z) / n);
	const half = (z / (1 + (z * z) / n)) * Math.sqrt((p * (1 - p)) / n + (z * z) / (4 * n * n));
	return { percent: 100 * p, low: Math.max(0, 100 * (mid - half)), high: Math.min(100, 100 * (mid + half)) };
}

/** What a change is known by, however its file grows around it: its line as it reads, and which token of it. */
export const nameOf = ({ file, reads, was, nth }: Site): string => `${file}: ${reads} [${was}${nth ? ` ${nth + 1}` : ''}]`;

/**
 * The places in an order that a seed gives. Each has its own lot, by what it is: what is changed elsewhere leaves it in the
 * sample, or out of it.
 */
export function drawn(sites: readonly Site[], seed: number): Site[] {
	const lots = new Map<string, number>();
	const lot = (site: Site): string => {
		const name = nameOf(site);
		// The same line twice in a file: each of them.
		const again = lots.get(name) ?? 0;
		lots.set(name, again + 1);
		return createHash('sha1').update(`${seed} ${name} ${again}`).digest('hex');
	};
	return sites
		.map((site) => ({ site, lot: lot(site) }))
		.sort((a, b) => (a.lot < b.lot ? -1 : 1))
		.map(({ site }) => site);
}
