import type { Port } from '../instruments/port';
import { looseOf, type Hypothesis } from './hypotheses';
import { goesWithLoads, mostLog, oddsAt, supplyShares, wildLog, type Here, type Seen } from './seen';
import type { World, Worlds } from './solved';
import { doneOdds, type Done } from './done';
import { SPREAD, UNTHOUGHT_WEIGHT } from './spread';
import { seekLoads, type Sought } from './two-loads';
import { LOAD_WAYS } from './unknown-loads';

/** A hypothesis after everything that was seen. */
export interface Ranked {
	hypothesis: Hypothesis;
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
	/** What was looked at or pressed. */
	acts?: readonly Done[] | undefined;
}
export interface Ranking {
	ranked: Ranked[];
	/** Of what nobody thought of. */
	unthought: number;
	here: Here;
}

/**
 * Every hypothesis against everything that was seen: weight times likelihood, over unknown ohms and service volts. Most likely first;
 * all probabilities and `unthought` sum to 1.
 */
export class Ranker {
	/** Of what was seen once the odds stay: by the hypothesis's world, for each of its ohms and each share of the supply. */
	private readonly kept = new WeakMap<Seen, WeakMap<World, Float64Array>>();

	/** @param runs the run as it may be, each as likely as the others: what is not known of it is averaged over */
	constructor(private readonly runs: readonly [Worlds, ...Worlds[]]) {}

	rank(hypotheses: readonly Hypothesis[], evidence: Evidence, full: number): Ranking {
		const shares = supplyShares(full);
		const states: Shared['states'] = [];
		const rest = restOf(evidence.seen);
		let best = -Infinity;
		// Those of which nothing is to be fitted first: what falls far behind the best of them is not looked at to its end.
		const order = [...hypotheses].sort((a, b) => looseOf(a).length - looseOf(b).length);
		const raw = order.map((hypothesis) => {
			const floor = best - FAR_BEHIND - Math.log(hypothesis.weight);
			const each = this.runs.map((worlds) =>
				this.judged(hypothesis, evidence, { worlds, full, soundLoops: worlds.soundLoops, shares, states, floor, rest })
			);
			const chosen = each.reduce((a, b) => (b.log > a.log ? b : a));
			const log = sumLogs(each.map((e) => e.log)) - Math.log(each.length);
			best = Math.max(best, log);
			return { hypothesis, ...chosen, log };
		});
		const [first] = this.runs;
		const here: Here = { full, soundLoops: first.soundLoops };
		const sound = first.of(SOUND);
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

	/** Log of how likely one thing that was seen is under a hypothesis, over all that is not known. */
	oddsOf(h: Hypothesis, seen: Seen, full: number): number {
		return this.logOf(h, { seen: [seen], tripped: [] }, full) - Math.log(h.weight) - Math.log(this.runs.length);
	}
	/** Whether a hypothesis explains one thing that was seen beside all else: better than as a slip of whoever read it. */
	explains(h: Hypothesis, i: number, { evidence, full }: { evidence: Evidence; full: number }): boolean {
		const seen = evidence.seen[i] as Seen;
		const [first] = this.runs;
		const here: Here = { full, soundLoops: first.soundLoops };
		const slip = Math.log(SPREAD.slip) + wildLog(seen, first.of(SOUND).port(seen.outlet, []), here);
		const rest = { ...evidence, seen: evidence.seen.filter((s) => s !== seen) };
		return this.logOf(h, evidence, full) - this.logOf(h, rest, full) > slip + Math.log(EXPLAINS_TIMES);
	}
	/** Log of how likely all of it is under a hypothesis. */
	private logOf(h: Hypothesis, evidence: Evidence, full: number): number {
		const shares = supplyShares(full);
		const far = { floor: -Infinity, rest: restOf(evidence.seen) };
		return sumLogs(
			this.runs.map(
				(worlds) => this.judged(h, evidence, { worlds, full, soundLoops: worlds.soundLoops, shares, states: [], ...far }).log
			)
		);
	}
	private judged(h: Hypothesis, evidence: Evidence, here: Shared): Pick<Ranked, 'fits' | 'stands' | 'world'> & { log: number } {
		const { tripped } = evidence;
		const world = here.worlds.of(h);
		// Read before it opened or after: whoever found it tripped may have read both ways.
		const after = tripped.length ? here.worlds.of(h, tripped) : null;
		const { grid, logs } = this.tried(world, { evidence, here });
		const before = sumLogs(logs);
		const then = after ? sumLogs(this.tried(after, { evidence, here }).logs) : null;
		const all = then === null ? before : Math.log(0.5) + sumLogs([before, then]);
		const posterior = logs.map((l) => (before === -Infinity ? 1 / logs.length : Math.exp(l - before)));
		return {
			log: Math.log(h.weight) + tripOdds(h, world, tripped) + doneOdds(h, world, evidence.acts ?? []) + all,
			world,
			fits: Array.from({ length: world.loose }, (_, i) => fitOf(grid, posterior, i)),
			stands: standsOf(grid, posterior)
		};
	}
	/** What is tried of a world, with the log of its share and of how likely all that was seen is. */
	private tried(world: World, of: { evidence: Evidence; here: Shared }): Sought {
		const { grid, shares, seek } = world.tries;
		if (seek) return seekLoads(seek, this.sought(world, of));
		return { grid, logs: this.logs(world, of).map((log, g) => log + (shares[g] as number)) };
	}
	/** Of two sums of loads: how likely all that was seen is with so much on each leg, log. What they leave as it is is asked once. */
	private sought(world: World, { evidence, here }: { evidence: Evidence; here: Shared }) {
		const { grid } = world.tries;
		const states = statesOf(world, here);
		const many = states.length;
		const fixed = new Float64Array(many);
		const moving = evidence.seen.filter((s) => {
			const run = s.unplugged ? world.unplugged() : world;
			const [first, ...more] = grid.map((ohms) => run.port(s.outlet, ohms));
			if (s.instrument !== 'ohms' && more.some((p) => first && !samePort(first, p))) return true;
			const odds = this.odds(s, world, { grid, here, of: [0] });
			for (let i = 0; i < many; i++) fixed[i] = (fixed[i] as number) + (odds[i] as number);
			return false;
		});
		const one = new Float64Array(many);
		return (ohms: readonly number[], blur: number): number => {
			const sum = fixed.slice();
			for (const s of moving) {
				const lived = blur === 1 && goesWithLoads(s) ? world.livedIn() : [];
				const port = (r: Pick<World, 'port'>) => r.port(s.outlet, ohms);
				oddsAt(one, s, { port: port(world), lived: lived.map(port), here, blur });
				for (let i = 0; i < many; i++) sum[i] = (sum[i] as number) + (one[i] as number);
			}
			return sumOver(states, sum, 0);
		};
	}
	/** Log of how likely all that was seen is, for each of the ohms; what falls far behind is left where it stood. */
	private logs(world: World, { evidence, here }: { evidence: Evidence; here: Shared }): number[] {
		const { grid } = world.tries;
		const states = statesOf(world, here);
		const many = states.length;
		const sum = new Float64Array(grid.length * many);
		const top = new Float64Array(grid.length);
		let alive = grid.map((_, g) => g);
		for (const [k, s] of evidence.seen.entries()) {
			const odds = this.odds(s, world, { grid, here, of: alive });
			let best = -Infinity;
			for (const g of alive) {
				let most = -Infinity;
				for (let i = g * many; i < (g + 1) * many; i++) {
					const log = (sum[i] as number) + (odds[i] as number);
					sum[i] = log;
					if (log > most) most = log;
				}
				top[g] = most;
				if (most > best) best = most;
			}
			alive = alive.filter((g) => (top[g] as number) > best - FAR_BEHIND);
			if (best + (here.rest[k + 1] ?? 0) < here.floor) break;
		}
		const left = new Set(alive);
		return grid.map((_, g) => (left.has(g) ? sumOver(states, sum, g * many) : -Infinity));
	}
	/** @param of those of the ohms that are wanted: others stay as they are */
	private odds(seen: Seen, world: World, { grid, here, of }: { grid: Grid; here: Shared; of: readonly number[] }): Float64Array {
		const byWorld = this.kept.get(seen) ?? new WeakMap<World, Float64Array>();
		this.kept.set(seen, byWorld);
		const many = statesOf(world, here).length;
		const odds = byWorld.get(world) ?? new Float64Array(grid.length * many).fill(NaN);
		byWorld.set(world, odds);
		// What was read unplugged is held against the run with nothing on it.
		const run = seen.unplugged ? world.unplugged() : world;
		if (seen.instrument === 'dead' && seen.outlet === world.appliance) return odds.fill(Math.log(SPREAD.right));
		const at = (g: number) => odds.subarray(g * many, (g + 1) * many);
		const lived = goesWithLoads(seen) ? run.livedIn() : [];
		const read = (g: number) => {
			const ohms = grid[g] as readonly number[];
			const port = (r: Pick<World, 'port'>) => r.port(seen.outlet, ohms);
			const found = seen.instrument === 'ohms' ? world.dead() : run;
			if (Number.isNaN(odds[g * many])) oddsAt(at(g), seen, { port: port(found), lived: lived.map(port), here });
			return at(g);
		};
		// Where least and most ohms leave the outlet as it is, as they do upstream of them, so do all between.
		const [first, last] = [grid[0], grid.at(-1)];
		const [one] = of;
		if (seen.instrument !== 'ohms' && of.length > ALIKE_FROM && first && last && one !== undefined) {
			if (samePort(run.port(seen.outlet, first), run.port(seen.outlet, last))) {
				const same = read(one);
				for (const g of of) if (Number.isNaN(odds[g * many])) at(g).set(same);
				return odds;
			}
		}
		for (const g of of) read(g);
		return odds;
	}
}
/** What is the same for all readings of a visit: the ways in which loads may be on, and of each the volts of the service; log of each. */
function statesOf({ loadsUnknown }: World, { shares, states }: Shared): Float64Array {
	const ways = loadsUnknown ? LOAD_WAYS : 1;
	return (states[ways] ??= Float64Array.from({ length: ways * shares.length }, (_, i) =>
		Math.log((shares[i % shares.length]?.odds ?? 0) / ways)
	));
}
function sumOver(states: Float64Array, logs: Float64Array, from: number): number {
	let most = -Infinity;
	for (let i = 0; i < states.length; i++) most = Math.max(most, (states[i] as number) + (logs[from + i] as number));
	if (most === -Infinity) return most;
	let sum = 0;
	for (let i = 0; i < states.length; i++) sum += Math.exp((states[i] as number) + (logs[from + i] as number) - most);
	return most + Math.log(sum);
}
/** A reading is explained where it is so many times likelier than by a slip: about three standard deviations. */
const EXPLAINS_TIMES = 2;
/** So few are read one by one. */
const ALIKE_FROM = 6;
/** Volts and ohms that no instrument could tell apart, as they are and as a share of large ones. */
const ALIKE = { plain: 1e-4, share: 1e-7 } as const;
const samePort = (a: Port, b: Port): boolean => alike(a.v, b.v) && alike(a.z, b.z);
const alike = (a: readonly number[], b: readonly number[]): boolean =>
	a.every((x, i) => Math.abs(x - (b[i] as number)) < ALIKE.plain + ALIKE.share * Math.abs(x));
/** So much less likely than the best, by its logarithm, that nothing read later makes up for it. */
const FAR_BEHIND = 30;
/** From each observation on: how likely the rest can be at most, log. */
function restOf(seen: readonly Seen[]): number[] {
	const rest = new Array<number>(seen.length + 1).fill(0);
	for (let k = seen.length - 1; k >= 0; k--) rest[k] = (rest[k + 1] as number) + mostLog(seen[k] as Seen);
	return rest;
}
type Grid = readonly (readonly number[])[];
type Shared = Here & {
	worlds: Worlds;
	shares: readonly { scale: number; odds: number }[];
	/** By the number of ways in which loads may be on. */
	states: (Float64Array | undefined)[];
	/** Under this a hypothesis is not looked at further, log. */
	floor: number;
	rest: readonly number[];
};
const SOUND: Hypothesis = { faults: [], weight: 1 };
/** Log of how likely it is that these were found tripped. */
const tripOdds = (h: Hypothesis, world: World, tripped: readonly string[]): number =>
	tripped.reduce((sum, device) => {
		const off = h.faults.some((f) => f.kind === 'off' && f.at === device);
		const odds = off ? SPREAD.trippedIfOff : world.opens().has(device) ? SPREAD.right : (1 - SPREAD.right) / 2;
		return sum + Math.log(odds);
	}, 0);
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

/** The port of an outlet by a ranked hypothesis, its loose connections at their fit; with nothing plugged in where loads are not known. */
export const fittedPort = ({ world, fits }: Ranked, outlet: number): Port =>
	(world.loadsUnknown ? world.unplugged() : world).port(
		outlet,
		fits.map((f) => f.ohms)
	);
