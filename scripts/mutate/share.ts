/** Share of n with its 95 % margin. @source Wilson's interval */
export function share(hits: number, n: number): { percent: number; low: number; high: number } {
	if (!n) return { percent: NaN, low: 0, high: 100 };
	const z = 1.96;
	const p = hits / n;
	const mid = (p + (z * z) / (2 * n)) / (1 + (z * z) / n);
	const half = (z / (1 + (z * z) / n)) * Math.sqrt((p * (1 - p)) / n + (z * z) / (4 * n * n));
	return { percent: 100 * p, low: Math.max(0, 100 * (mid - half)), high: Math.min(100, 100 * (mid + half)) };
}

/** A seeded shuffle: the same seed draws the same mutants of the same code. */
export function shuffled<T>(items: readonly T[], seed: number): T[] {
	let state = seed >>> 0 || 1;
	const random = () => {
		state = (state + 0x6d2b79f5) >>> 0;
		let t = Math.imul(state ^ (state >>> 15), 1 | state);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
	const out = [...items];
	for (let i = out.length - 1; i > 0; i--) {
		const j = Math.floor(random() * (i + 1));
		[out[i], out[j]] = [out[j] as T, out[i] as T];
	}
	return out;
}
