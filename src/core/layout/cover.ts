/**
 * The fewest candidates that together meet every need, provably: the need with the fewest candidates left is met by
 * each of them in turn, and a branch ends where it cannot beat what is known.
 * @param meets for each candidate the needs it meets, by number; among equals the earlier candidate is taken
 * @param needs how many there are; a need that no candidate meets is left out
 * @returns candidates by number
 * @example fewestCover(3, [[0], [1], [0, 2], [1, 2]]) // [0, 3]
 */
export function fewestCover(needs: number, meets: readonly (readonly number[])[]): number[] {
	const can = Array.from({ length: needs }, (_, n) => n).filter((n) => meets.some((m) => m.includes(n)));
	const options = useful(meets);
	let best = greedy(can, options, meets);
	const search = (open: readonly number[], chosen: readonly number[]) => {
		if (!open.length) {
			if (chosen.length < best.length) best = [...chosen];
			return;
		}
		const most = Math.max(...options.map((c) => (meets[c] ?? []).filter((n) => open.includes(n)).length));
		if (chosen.length + Math.ceil(open.length / Math.max(1, most)) >= best.length) return;
		const ways = (n: number) => options.filter((c) => meets[c]?.includes(n));
		const hardest = open.reduce((a, b) => (ways(b).length < ways(a).length ? b : a));
		for (const c of ways(hardest))
			search(
				open.filter((n) => !meets[c]?.includes(n)),
				[...chosen, c]
			);
	};
	search(can, []);
	return best;
}

/** One candidate for each set of needs, and none whose needs another one meets too. */
function useful(meets: readonly (readonly number[])[]): number[] {
	const seen = new Set<string>();
	const distinct = meets.flatMap((m, i) => {
		const key = m.join(',');
		if (!m.length || seen.has(key)) return [];
		seen.add(key);
		return [i];
	});
	const within = (a: readonly number[], b: readonly number[]) => a.length < b.length && a.every((n) => b.includes(n));
	return distinct.filter((i) => !distinct.some((k) => k !== i && within(meets[i] ?? [], meets[k] ?? [])));
}

function greedy(can: readonly number[], options: readonly number[], meets: readonly (readonly number[])[]): number[] {
	const chosen: number[] = [];
	let open = [...can];
	while (open.length) {
		const gain = (c: number) => (meets[c] ?? []).filter((n) => open.includes(n)).length;
		const best = options.reduce((a, b) => (gain(b) > gain(a) ? b : a));
		chosen.push(best);
		open = open.filter((n) => !meets[best]?.includes(n));
	}
	return chosen;
}
