import { seeded } from '../units/random';

/** Cables cut from rolls: the least feet bought, then the fewest rolls; no cable in two pieces. */
export interface Cut {
	id: string;
	/** Kinds of cable are cut from rolls of their own. */
	cable: string;
	ft: number;
}
export interface Roll {
	cable: string;
	rollFt: number;
	cuts: string[];
	leftFt: number;
}
export interface CutList {
	rolls: Roll[];
	boughtFt: number;
	/** Proved to be the least that can be bought. */
	optimal: boolean;
	/** No way of cutting buys less, ft. */
	boundFt: number;
}
/** Up to so many cuts of a cable every way is tried. */
const EXACT_CUTS = 12;
/** Rolls that are packed anew together, so many times over. */
const TOGETHER = 3;
const TRIES = 1200;
/** At most so many cuts at a time. */
const MOST_TOGETHER = 10;
const SAME_FT = 1e-9;

/**
 * What to buy and what to cut from which roll.
 * @param rollsFt lengths that are sold @throws RangeError for a cut longer than every roll
 */
export function cutList(cuts: readonly Cut[], rollsFt: readonly number[]): CutList {
	const sold = [...new Set(rollsFt)].sort((a, b) => a - b);
	const longest = sold.at(-1) ?? 0;
	for (const c of cuts)
		if (c.ft > longest) throw new RangeError(`${c.id} is ${c.ft} ft: longer than every roll, the longest has ${longest} ft`);
	const byCable = new Map<string, Cut[]>();
	for (const c of cuts) byCable.set(c.cable, [...(byCable.get(c.cable) ?? []), c]);
	const packed = [...byCable.values()].map((some) => ofOneCable(some, sold));
	const rolls = packed.flatMap((p) => p.rolls);
	return {
		rolls,
		boughtFt: rolls.reduce((s, r) => s + r.rollFt, 0),
		optimal: packed.every((p) => p.optimal),
		boundFt: packed.reduce((s, p) => s + p.boundFt, 0)
	};
}

/** A roll and what is cut from it. */
interface Packed {
	rollFt: number;
	cuts: Cut[];
}
const bought = (rolls: readonly Packed[]): number => rolls.reduce((s, r) => s + r.rollFt, 0);
const less = (a: readonly Packed[], b: readonly Packed[]): boolean => {
	const [x, y] = [bought(a), bought(b)];
	return x < y - SAME_FT || (x < y + SAME_FT && a.length < b.length);
};

function ofOneCable(cuts: readonly Cut[], sold: readonly number[]): CutList {
	const exact = cuts.length <= EXACT_CUTS;
	const bound = boundOf(cuts, sold);
	const rolls = exact ? everyWay(cuts, sold) : packedWell(cuts, sold, bound);
	const boughtFt = bought(rolls);
	return {
		rolls: rolls.map(({ rollFt, cuts: own }): Roll => ({
			cable: cuts[0]?.cable ?? '',
			rollFt,
			cuts: own.map((c) => c.id),
			leftFt: rollFt - total(own)
		})),
		boughtFt,
		optimal: exact || boughtFt <= bound + SAME_FT,
		boundFt: exact ? boughtFt : bound
	};
}
const total = (cuts: readonly Cut[]): number => cuts.reduce((s, c) => s + c.ft, 0);
/** The least feet of whole rolls that hold so many feet of cable, cut anyhow. */
function boundOf(cuts: readonly Cut[], sold: readonly number[]): number {
	const need = total(cuts);
	if (need <= 0) return cuts.length ? (sold[0] ?? 0) : 0;
	const reach = new Set([0]);
	let least = Infinity;
	for (const at of reach)
		for (const roll of sold) {
			const next = at + roll;
			if (next >= need - SAME_FT) least = Math.min(least, next);
			else reach.add(next);
		}
	return least;
}
const smallestFor = (ft: number, sold: readonly number[]): number | null => sold.find((r) => r >= ft - SAME_FT) ?? null;

/** Every way of parting the cuts into rolls: least feet, then fewest rolls. */
function everyWay(cuts: readonly Cut[], sold: readonly number[]): Packed[] {
	const n = cuts.length;
	const all = 2 ** n - 1;
	const sums = new Float64Array(all + 1);
	for (let set = 1; set <= all; set++) {
		const low = 31 - Math.clz32(set & -set);
		sums[set] = (sums[set & (set - 1)] as number) + (cuts[low]?.ft ?? 0);
	}
	const rollOf = Array.from(sums, (ft) => smallestFor(ft, sold));
	const cost = new Float64Array(all + 1).fill(Infinity);
	const rolls = new Int32Array(all + 1);
	const part = new Int32Array(all + 1);
	cost[0] = 0;
	for (let set = 1; set <= all; set++) {
		const low = set & -set;
		const rest = set ^ low;
		for (let sub = rest; ; sub = (sub - 1) & rest) {
			const own = sub | low;
			const roll = rollOf[own];
			if (roll != null) {
				const feet = roll + (cost[set ^ own] as number);
				const many = 1 + (rolls[set ^ own] as number);
				const now = cost[set] as number;
				if (feet < now - SAME_FT || (feet < now + SAME_FT && many < (rolls[set] as number))) {
					cost[set] = feet;
					rolls[set] = many;
					part[set] = own;
				}
			}
			if (!sub) break;
		}
	}
	const found: Packed[] = [];
	for (let set = all; set; set ^= part[set] as number) {
		const own = cuts.filter((_, i) => ((part[set] as number) >> i) & 1);
		found.push({ rollFt: rollOf[part[set] as number] ?? 0, cuts: own });
	}
	return found;
}

/** Longest first into the first roll that still holds it, for each length that is sold; then a few rolls at a time packed anew. */
function packedWell(cuts: readonly Cut[], sold: readonly number[], bound: number): Packed[] {
	const sorted = [...cuts].sort((a, b) => b.ft - a.ft);
	let best = sold.map((roll) => firstFit(sorted, roll, sold)).reduce((a, b) => (less(b, a) ? b : a));
	const random = seeded(cuts.length);
	for (let n = 0; n < TRIES && bought(best) > bound + SAME_FT; n++) {
		const order = best.map((roll) => ({ roll, at: random() + wasteOf(roll) })).sort((a, b) => b.at - a.at);
		const some: Packed[] = [];
		let many = 0;
		for (const { roll } of order) {
			if (some.length === TOGETHER || many + roll.cuts.length > MOST_TOGETHER) continue;
			some.push(roll);
			many += roll.cuts.length;
		}
		if (some.length < 2) continue;
		const anew = everyWay(
			some.flatMap((r) => r.cuts),
			sold
		);
		const next = [...best.filter((r) => !some.includes(r)), ...anew];
		// As good is taken too: it may lead on.
		if (!less(best, next)) best = next;
	}
	return best;
}
const wasteOf = ({ rollFt, cuts }: Packed): number => (rollFt - total(cuts)) / rollFt;
function firstFit(sorted: readonly Cut[], roll: number, sold: readonly number[]): Packed[] {
	const open: Packed[] = [];
	for (const cut of sorted) {
		const size = cut.ft <= roll ? roll : (smallestFor(cut.ft, sold) ?? roll);
		const into = open.find((o) => total(o.cuts) + cut.ft <= o.rollFt + SAME_FT);
		if (into) into.cuts.push(cut);
		else open.push({ rollFt: size, cuts: [cut] });
	}
	// A roll that is not needed whole is bought shorter.
	return open.map((o) => ({ ...o, rollFt: smallestFor(total(o.cuts), sold) ?? o.rollFt }));
}
