import { feedQuick, feedTree, type FeedCase } from './feed-order';

/**
 * Outlets of one class on circuits: first one route through all of them, cut where that costs least; then outlets that
 * move, change places, and are taken up and put down anew, as long as that costs less. Cost is feet of cable, and what a
 * breaker, a mixed room and a room that goes dead at once are held to be worth in feet.
 */
export interface GroupUnit {
	/** Of the places in the case. */
	places: readonly number[];
	rooms: readonly string[];
	outlets: number;
	watts: number;
	fixedWatts: number;
	counterOf: string | null;
}
export interface GroupCase {
	units: readonly GroupUnit[];
	fromPanel: readonly number[];
	between: (a: number, b: number) => number;
	mostOutlets: number;
	mostWatts: number;
	mostFixedWatts: number;
	least: number;
	/** Counter receptacles of each kitchen on so many circuits; 0: no matter. */
	countersOn: number;
	splitRooms: boolean;
	taps: boolean;
}
/** What is weighed against a foot of cable. */
export const WORTH = { circuitFt: 60, roomFt: 8, wholeRoomFt: 40 } as const;
/** More than practice or the code lets a circuit have: taken only where nothing else is left. */
const TOO_MUCH = 5000;

interface Grouping {
	/** Each group by the numbers of its units. */
	groups: number[][];
	cost: number;
	feet: number;
}

/** @param progress called with the share that is done, 0 to 1  @returns never worse than its first cut */
export function groupUnits(c: GroupCase, progress: (share: number) => void = () => undefined): Grouping {
	if (!c.units.length) return { groups: [], cost: 0, feet: 0 };
	const s = new Search(c);
	let groups = s.improved(s.cut(s.route()));
	let best = s.total(groups);
	const rounds = roundsFor(c.units.length);
	const random = seeded();
	for (let i = 0; i < rounds && groups.length > 1; i++) {
		if (i % 8 === 0) progress(i / rounds);
		const tried = s.improved(s.takenUp(groups, random), s.lastTouched);
		const cost = s.total(tried);
		if (cost < best - 1e-9) [groups, best] = [tried, cost];
	}
	progress(1);
	return {
		groups: groups.map((g) => [...g].sort((a, b) => a - b)),
		cost: best,
		feet: groups.reduce((sum, g) => sum + s.feet(g), 0)
	};
}
const roundsFor = (n: number): number => (n < 3 ? 0 : n < 60 ? 60 : 90);
/** Fixed: the same house always gets the same circuits. */
function seeded(): () => number {
	let state = 11_400_714;
	return () => (state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296) / 4_294_967_296;
}

class Search {
	private readonly costs = new Map<string, number>();
	private readonly lengths = new Map<string, number>();
	/** Nearest units of each unit. */
	private readonly near: number[][];
	/** Units that the last taking up moved: only their groups need another look. */
	lastTouched: Set<number> | undefined;

	constructor(private readonly c: GroupCase) {
		const n = c.units.length;
		this.near = c.units.map((_, i) =>
			Array.from({ length: n }, (_, j) => j)
				.filter((j) => j !== i)
				.map((j) => [j, this.apart(i, j)] as const)
				.sort((a, b) => a[1] - b[1])
				.slice(0, 12)
				.map(([j]) => j)
		);
	}
	private apart(i: number, j: number): number {
		let least = Infinity;
		for (const a of this.c.units[i]?.places ?? [])
			for (const b of this.c.units[j]?.places ?? []) least = Math.min(least, this.c.between(a, b));
		return least;
	}
	private readonly home = (i: number): number =>
		Math.min(...(this.c.units[i]?.places ?? []).map((p) => this.c.fromPanel[p] as number));

	/** Feet of cable of one circuit: from the panel through all of its places. */
	feet(group: readonly number[]): number {
		const key = keyOf(group);
		const before = this.lengths.get(key);
		if (before !== undefined) return before;
		const places = group.flatMap((u) => this.c.units[u]?.places ?? []);
		const feed: FeedCase = {
			fromPanel: places.map((p) => this.c.fromPanel[p] as number),
			between: places.map((a) => places.map((b) => (a === b ? 0 : this.c.between(a, b))))
		};
		const feet = this.c.taps ? feedTree(feed).feet : feedQuick(feed);
		this.lengths.set(key, feet);
		return feet;
	}
	private cost(group: readonly number[]): number {
		if (!group.length) return 0;
		const key = keyOf(group);
		const before = this.costs.get(key);
		if (before !== undefined) return before;
		const { c } = this;
		const rooms = new Set<string>();
		let [outlets, watts, fixedWatts] = [0, 0, 0];
		for (const u of group) {
			const unit = c.units[u] as GroupUnit;
			outlets += unit.outlets;
			watts += unit.watts;
			fixedWatts += unit.fixedWatts;
			for (const room of unit.rooms) rooms.add(room);
		}
		// What does not fit by itself cannot be helped by another cut.
		const excess =
			group.length === 1 ? 0 : over(outlets, c.mostOutlets) + over(watts, c.mostWatts) + over(fixedWatts, c.mostFixedWatts);
		const cost = this.feet(group) + WORTH.circuitFt + WORTH.roomFt * (rooms.size - 1) + excess;
		this.costs.set(key, cost);
		return cost;
	}
	/** What follows from all circuits together: how many, counters on two, rooms that go dead at once. */
	private together(groups: readonly (readonly number[])[]): number {
		const { c } = this;
		const full = groups.filter((g) => g.length);
		let cost = TOO_MUCH * Math.max(0, Math.min(c.least, c.units.length) - full.length);
		if (c.countersOn > 1) {
			const on = new Map<string, { groups: number; units: number }>();
			for (const g of full) {
				const here = g.flatMap((u) => c.units[u]?.counterOf ?? []);
				for (const kitchen of new Set(here)) {
					const at = on.get(kitchen) ?? { groups: 0, units: 0 };
					on.set(kitchen, { groups: at.groups + 1, units: at.units + here.filter((k) => k === kitchen).length });
				}
			}
			for (const at of on.values()) cost += 2 * TOO_MUCH * Math.max(0, Math.min(c.countersOn, at.units) - at.groups);
		}
		if (c.splitRooms) {
			const on = new Map<string, { groups: Set<number>; units: number }>();
			full.forEach((g, i) => {
				for (const u of g)
					for (const room of c.units[u]?.rooms ?? []) {
						const at = on.get(room) ?? { groups: new Set<number>(), units: 0 };
						at.groups.add(i);
						at.units += 1;
						on.set(room, at);
					}
			});
			for (const at of on.values()) if (at.units > 1 && at.groups.size < 2) cost += WORTH.wholeRoomFt;
		}
		return cost;
	}
	private readonly hasTogether = (): boolean => this.c.least > 1 || this.c.countersOn > 1 || this.c.splitRooms;
	total(groups: readonly (readonly number[])[]): number {
		return groups.reduce((sum, g) => sum + this.cost(g), 0) + (this.hasTogether() ? this.together(groups) : 0);
	}

	/** One way through all units: along a least tree from the panel, the near branches first. */
	route(): number[] {
		const n = this.c.units.length;
		const tree = feedTree({
			fromPanel: Array.from({ length: n }, (_, i) => this.home(i)),
			between: Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j) => (i === j ? 0 : this.apart(i, j))))
		});
		const children = new Map<number, number[]>();
		for (const i of tree.order) {
			const from = tree.from[i] as number;
			children.set(from, [...(children.get(from) ?? []), i]);
		}
		const way: number[] = [];
		const visit = (i: number) => {
			if (i >= 0) way.push(i);
			for (const child of children.get(i) ?? []) visit(child);
		};
		visit(-1);
		return way;
	}
	/** Cuts the route into circuits at the least cost, by dynamic programming over where the last one begins. */
	cut(way: readonly number[]): number[][] {
		const n = way.length;
		const best = [0, ...Array.from({ length: n }, () => Infinity)];
		const start = Array.from({ length: n + 1 }, () => 0);
		const longest = Math.min(n, Number.isFinite(this.c.mostOutlets) ? this.c.mostOutlets + 4 : n);
		for (let end = 1; end <= n; end++) {
			for (let from = end - 1; from >= Math.max(0, end - longest); from--) {
				const cost = (best[from] as number) + this.cost(way.slice(from, end));
				if (cost < (best[end] as number)) {
					best[end] = cost;
					start[end] = from;
				}
			}
		}
		const groups: number[][] = [];
		for (let end = n; end > 0; end = start[end] as number) groups.unshift(way.slice(start[end], end));
		while (groups.length < Math.min(this.c.least, n)) {
			const widest = groups.reduce((a, b) => (b.length > a.length ? b : a));
			const half = Math.ceil(widest.length / 2);
			groups.splice(groups.indexOf(widest), 1, widest.slice(0, half), widest.slice(half));
		}
		return groups;
	}
	/** Moves, exchanges and joins until none costs less. @param among only these units, where few were touched */
	improved(start: readonly (readonly number[])[], among?: ReadonlySet<number>): number[][] {
		const groups = start.map((g) => [...g]);
		let look = among ? new Set([...among].flatMap((u) => [u, ...(this.near[u] ?? [])])) : new Set(this.c.units.keys());
		while (look.size) {
			const again = new Set<number>();
			for (const u of look) {
				if (!this.moveOne(groups, u)) continue;
				again.add(u);
				for (const v of this.near[u] ?? []) again.add(v);
			}
			look = again;
		}
		return groups.filter((g) => g.length);
	}
	/** The best move of one unit, or exchange with a near one; false where none costs less. */
	private moveOne(groups: number[][], u: number): boolean {
		const here = groups.findIndex((g) => g.includes(u));
		const from = groups[here] as number[];
		const without = from.filter((x) => x !== u);
		const wide = this.hasTogether();
		const now = wide ? this.together(groups) : 0;
		let gain = 1e-6;
		let make: (() => void) | null = null;
		const offer = (changes: readonly (readonly [number, number[]])[]) => {
			let saved = 0;
			for (const [i, g] of changes) saved += this.cost(groups[i] ?? []) - this.cost(g);
			if (wide) {
				if (saved <= gain - 4 * TOO_MUCH) return;
				const then = [...groups];
				for (const [i, g] of changes) then[i] = g;
				saved += now - this.together(then);
			}
			if (saved <= gain) return;
			gain = saved;
			make = () => {
				for (const [i, g] of changes) groups[i] = g;
			};
		};
		const around = new Set((this.near[u] ?? []).map((v) => groups.findIndex((g) => g.includes(v))));
		around.delete(here);
		for (const to of around) {
			const there = groups[to] as number[];
			offer([
				[here, without],
				[to, [...there, u]]
			]);
			offer([
				[here, []],
				[to, [...there, ...from]]
			]);
			for (const v of there)
				if (this.near[u]?.includes(v))
					offer([
						[here, [...without, v]],
						[to, [...there.filter((x) => x !== v), u]]
					]);
		}
		if (without.length) {
			const empty = groups.findIndex((g) => !g.length);
			offer([
				[here, without],
				[empty < 0 ? groups.length : empty, [u]]
			]);
		}
		if (!make) return false;
		(make as () => void)();
		return true;
	}
	/** Takes up some units about a chance one, and puts each down where it costs least. */
	takenUp(groups: readonly (readonly number[])[], random: () => number): number[][] {
		const n = this.c.units.length;
		const middle = Math.floor(random() * n);
		const many = 2 + Math.floor(random() * Math.min(8, n / 3));
		const up = [middle, ...(this.near[middle] ?? [])].slice(0, many);
		this.lastTouched = new Set(up);
		const left = groups.map((g) => g.filter((u) => !up.includes(u))).filter((g) => g.length);
		for (const u of up.sort(() => random() - 0.5)) {
			let best = Infinity;
			let at = left.length;
			const near = new Set(this.near[u]);
			left.forEach((g, i) => {
				if (!g.some((v) => near.has(v))) return;
				const cost = this.cost([...g, u]) - this.cost(g);
				if (cost < best) [best, at] = [cost, i];
			});
			if (this.cost([u]) < best) at = left.length;
			left[at] = [...(left[at] ?? []), u];
		}
		return left;
	}
}
const over = (have: number, most: number): number => (have > most ? TOO_MUCH * (1 + (have - most) / Math.max(1, most)) : 0);
const keyOf = (group: readonly number[]): string => [...group].sort((a, b) => a - b).join();
