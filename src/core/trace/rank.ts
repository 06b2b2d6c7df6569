import type { Port } from '../instruments/port';
import type { Hypothesis } from './hypotheses';
import { looseGrid } from './loose';
import { addOdds, supplyShares, wildLog, type Here, type Seen } from './seen';
import { Worlds, type Tried, type World } from './solved';
import { SPREAD, UNTHOUGHT_WEIGHT } from './spread';

/** A hypothesis after everything that was seen. */
export interface Ranked {
	hypothesis: Hypothesis;
	/** By its number among the hypotheses. */
	index: number;
	probability: number;
	/** Ohms of its loose connections: the middle, and where nine in ten lie. */
	fits: readonly Fit[];
	/** Values that stand for what its ohms may be, each with its share. */
	stands: readonly { ohms: readonly number[]; share: number }[];
	world: World;
}
export interface Fit {
	ohms: number;
	from: number;
	to: number;
}
export interface Evidence {
	seen: readonly Seen[];
	/** Devices that were found tripped: `panel`, or the place of a GFCI. */
	tripped: readonly string[];
}
export interface Ranking {
	ranked: Ranked[];
	/** Of what nobody thought of. */
	unthought: number;
	here: Here;
}

/** How finely ohms are tried: of one loose connection, of each of two. */
const FINE = { one: 64, each: 20 } as const;
const grids = [[[]], looseGrid(FINE.one).map((r) => [r]), pairs(looseGrid(FINE.each))] as const;
function pairs(grid: readonly number[]): number[][] {
	return grid.flatMap((a) => grid.map((b) => [a, b]));
}

/**
 * Every hypothesis against everything that was seen: weight times likelihood, over unknown ohms and service volts.
 * @param full supply, V @returns most likely first; all probabilities and `unthought` sum to 1
 */
export function rank(
	run: Tried,
	hypotheses: readonly Hypothesis[],
	{ evidence, full }: { evidence: Evidence; full: number }
): Ranking {
	const worlds = new Worlds(run);
	const here: Here = { full, soundLoops: worlds.soundLoops };
	const shares = supplyShares(full);
	const judge = new Judge(worlds, evidence, { ...here, shares });
	const raw = hypotheses.map((hypothesis, index) => ({ hypothesis, index, ...judge.of(hypothesis) }));
	const sound = worlds.of({ faults: [], weight: 1 });
	const wild =
		Math.log(UNTHOUGHT_WEIGHT) +
		evidence.tripped.length * Math.log(1 - SPREAD.right) +
		evidence.seen.reduce((sum, s) => sum + wildLog(s, sound.port(s.outlet, []), here), 0);
	const most = Math.max(wild, ...raw.map((r) => r.log));
	const sum = raw.reduce((s, r) => s + Math.exp(r.log - most), Math.exp(wild - most));
	return {
		ranked: raw
			.map(({ log, ...r }): Ranked => ({ ...r, probability: Math.exp(log - most) / sum }))
			.sort((a, b) => b.probability - a.probability),
		unthought: Math.exp(wild - most) / sum,
		here
	};
}

class Judge {
	constructor(
		private readonly worlds: Worlds,
		private readonly evidence: Evidence,
		private readonly here: Here & { shares: readonly { scale: number; odds: number }[] }
	) {}

	of(h: Hypothesis): Pick<Ranked, 'fits' | 'stands' | 'world'> & { log: number } {
		const { tripped } = this.evidence;
		const world = this.worlds.of(h);
		// Read before it opened or after: whoever found it tripped may have read both ways.
		const after = tripped.length ? this.worlds.of(h, tripped) : null;
		const grid = grids[world.loose] ?? grids[0];
		const logs = grid.map((ohms) => {
			const log = this.log(world, ohms);
			return after ? Math.log(0.5) + sumLogs([log, this.log(after, ohms)]) : log;
		});
		const all = sumLogs(logs);
		const posterior = logs.map((l) => Math.exp(l - all));
		return {
			log: Math.log(h.weight) + this.trips(h, world) + all - Math.log(grid.length),
			world,
			fits: Array.from({ length: world.loose }, (_, i) => fitOf(grid, posterior, i)),
			stands: standsOf(grid, posterior)
		};
	}
	private log(world: World, ohms: readonly number[]): number {
		const { shares } = this.here;
		const odds = new Float64Array(shares.length);
		for (const s of this.evidence.seen) addOdds(odds, s, world.port(s.outlet, ohms), this.here);
		return sumLogs(shares.map((s, i) => Math.log(s.odds) + (odds[i] as number)));
	}
	private trips(h: Hypothesis, world: World): number {
		return this.evidence.tripped.reduce((sum, device) => {
			const off = h.faults.some((f) => f.kind === 'off' && f.at === device);
			const odds = off ? SPREAD.trippedIfOff : world.opens().has(device) ? SPREAD.right : (1 - SPREAD.right) / 2;
			return sum + Math.log(odds);
		}, 0);
	}
}
function sumLogs(logs: readonly number[]): number {
	const most = Math.max(...logs);
	if (most === -Infinity) return most;
	return most + Math.log(logs.reduce((s, l) => s + Math.exp(l - most), 0));
}
/** The middle of one connection's ohms by their logarithm, and the range that holds nine in ten. */
function fitOf(grid: readonly (readonly number[])[], posterior: readonly number[], i: number): Fit {
	const rows = grid.map((ohms, n) => ({ ohms: ohms[i] as number, p: posterior[n] as number })).sort((a, b) => a.ohms - b.ohms);
	const at = (share: number): number => {
		let sum = 0;
		for (const row of rows) if ((sum += row.p) >= share) return row.ohms;
		return rows.at(-1)?.ohms ?? 0;
	};
	const mean = Math.exp(rows.reduce((s, r) => s + r.p * Math.log(r.ohms), 0));
	return { ohms: mean, from: at(0.05), to: at(0.95) };
}
/** In how many parts of equal share what is left of the ohms is told. */
const PARTS = 4;
function standsOf(grid: readonly (readonly number[])[], posterior: readonly number[]): Ranked['stands'] {
	if (grid.length === 1) return [{ ohms: grid[0] as readonly number[], share: 1 }];
	const rows = grid.map((ohms, n) => ({ ohms, p: posterior[n] as number })).sort((a, b) => sum(a.ohms) - sum(b.ohms));
	const found: { ohms: readonly number[]; share: number }[] = [];
	let held = 0;
	for (const row of rows) {
		const before = Math.floor(held * PARTS + 0.5);
		held += row.p;
		if (Math.floor(held * PARTS + 0.5) > before) found.push({ ohms: row.ohms, share: 0 });
	}
	return found.map((f) => ({ ...f, share: 1 / found.length }));
}
const sum = (ohms: readonly number[]): number => ohms.reduce((s, r) => s + r, 0);

/** The port of an outlet by a ranked hypothesis, its loose connections at their fit. */
export const fittedPort = (r: Ranked, outlet: number): Port =>
	r.world.port(
		outlet,
		r.fits.map((f) => f.ohms)
	);
