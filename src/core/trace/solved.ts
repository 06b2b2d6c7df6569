import type { Fault } from '../faults/kinds';
import { FAULT_ROWS } from '../faults/rows';
import { groundLoop, loopOhms, portAt, type Port } from '../instruments/port';
import { build, solved, type Built, type Plan } from '../network/build';
import { fedNodes } from '../network/fed';
import { EARTH, type Branch, type Solution } from '../network/solve';
import { trips } from '../network/trips';
import { looseOf, PANEL, type Hypothesis, type Suspected } from './hypotheses';
import { DrawnOn } from './lived-in';
import { branchOf, NOMINAL_OHMS, VariedRun, type Complex, type Varied } from './loose';
import { looseGrids, type Tries } from './grids';
import { betweenHots, HEATER_OHMS, LOAD_GRID, livedInWays, loadShares, NO_LOAD_OHMS } from './unknown-loads';

/** A run on which hypotheses are tried: its plan, and the outlets at which something can be read. */
export interface Tried {
	plan: Plan;
	outletIds: readonly string[];
	/** The same with nothing plugged in: for what was read so. Left out: it is that itself. */
	idle?: Plan | undefined;
	/** Nobody said what is plugged in and on: it is averaged over, in any world by what it would show there. */
	loadsUnknown?: boolean | undefined;
}
/** What a hypothesis makes of the run: the ports of its outlets, for given ohms of its loose connections and of loads that show. */
export interface World {
	/** Connections whose ohms are to be fitted: 0 to 2. */
	loose: number;
	tries: Tries;
	/** Nobody said what is plugged in and on. */
	loadsUnknown: boolean;
	/** The run with loads on its live outlets, in a few ways; none: its loads are known. Solved when first asked for. */
	livedIn: () => readonly Pick<World, 'port'>[];
	port: (outlet: number, ohms: readonly number[]) => Port;
	/** What would open: `panel` for the breaker, or the place of a GFCI. */
	opens: () => ReadonlySet<string>;
	/** The outlet whose lamp or appliance it is, by its number: dead there says nothing of the wiring; -1: none. */
	appliance: number;
	/** The same with nothing plugged in. */
	unplugged: () => World;
	/** The same switched off at the panel, with nothing plugged in: as an ohmmeter finds it. */
	dead: () => Pick<World, 'port'>;
}

/** Dust and damp from each contact to the earth, ohm: far over any meter, so that what hangs on nothing still stands somewhere. */
const LEAK_OHMS = 1e13;
function leak(built: Built, outletId: string): void {
	const { hot, neutral, ground } = built.contacts(outletId);
	for (const node of [hot, neutral, ground])
		if (node !== null && node !== EARTH && !built.network.voltsGiven(node)) built.network.resistor(node, EARTH, LEAK_OHMS);
}
/** A solved network whose ports are read when they are wanted. */
class SolvedRun {
	private readonly ports: (Port | undefined)[] = [];
	private opened: ReadonlySet<string> | undefined;
	readonly solution: Solution;
	constructor(
		readonly built: Built,
		readonly outletIds: readonly string[]
	) {
		for (const id of outletIds) leak(built, id);
		this.solution = solved(built);
	}
	readonly port = (outlet: number): Port =>
		(this.ports[outlet] ??= portAt(this.solution, this.built.contacts(this.outletIds[outlet] as string)));
	readonly opens = (): ReadonlySet<string> => (this.opened ??= opensOf(this.built, this.solution));
	/** With so many siemens at each of its live outlets. */
	drawn(siemens: number): (outlet: number) => Port {
		const on = (this.drawnOn ??= new DrawnOn(this.built, this.solution, this.port));
		const ports: Port[] = [];
		return (outlet) => (ports[outlet] ??= on.portWith(outlet, this.outletIds[outlet] as string, siemens));
	}
	/** Volts over what varies, with so many siemens at each. */
	drawnOver(varied: readonly Varied[], siemens: number): Complex[] {
		const on = (this.drawnOn ??= new DrawnOn(this.built, this.solution, this.port));
		return varied.map((one) => on.over(one, siemens, this.solution));
	}
	private drawnOn: DrawnOn | undefined;
}

/** Solves a run with what is supposed to be wrong with it. */
export class Worlds {
	private readonly sound: SolvedRun;
	/** Of each outlet: ohms of neutral and ground of a sound run. */
	readonly soundLoops: (number | null)[];

	private readonly idle: Worlds | null;
	constructor(private readonly run: Tried) {
		this.idle = run.idle ? new Worlds({ plan: run.idle, outletIds: run.outletIds }) : null;
		this.sound = this.solve([]);
		this.soundLoops = run.outletIds.map((_, i) => groundLoop(this.sound.port(i)));
	}

	private readonly kept = new Map<string, WeakMap<Hypothesis, World>>();
	/** Solved once: what was read since changes nothing of it. @param off devices that have opened besides: `panel`, or the place of a GFCI @throws RangeError for a place that is not there */
	of(h: Hypothesis, off: readonly string[] = []): World {
		const key = off.join(' ');
		const kept = this.kept.get(key) ?? new WeakMap<Hypothesis, World>();
		this.kept.set(key, kept);
		const before = kept.get(h);
		if (before) return before;
		const made = this.made(h, off);
		const world: World = {
			...made,
			unplugged: () => this.idle?.of(h, off) ?? (idle ??= unpluggedOf(made)),
			dead: () => (this.idle ?? this).of(h, [PANEL, ...off]).unplugged()
		};
		let idle: World | undefined;
		kept.set(h, world);
		return world;
	}
	private made(h: Hypothesis, off: readonly string[]): Omit<World, 'unplugged' | 'dead'> {
		const loose = looseOf(h);
		const contacts = loose.filter((f) => !FAULT_ROWS[f.kind].does.some((e) => e.on === 'wire'));
		const faults = [
			...h.faults.filter((f) => !loose.some((l) => l === f)).flatMap((f) => this.asFaults(f)),
			...off.flatMap((at) => this.asFaults({ kind: 'off', at })),
			...contacts.flatMap((f) => this.asFaults({ ...f, ohms: NOMINAL_OHMS }))
		];
		const base = faults.length ? this.solve(faults) : this.sound;
		const { opens } = base;
		const branches = this.branchesOf(base.built, loose);
		const loads = this.run.loadsUnknown && !branches.length ? this.loadsOf(base) : [];
		const tries = loads.length ? loadTries(loads) : (looseGrids[branches.length] ?? looseGrids[2]);
		const varied: Varied[] = [...branches, ...loads];
		const made = this.varying(base, varied);
		let lived: readonly Pick<World, 'port'>[] | undefined;
		return {
			loose: branches.length,
			tries,
			opens,
			loadsUnknown: this.run.loadsUnknown === true,
			appliance: this.run.outletIds.findIndex((id) => h.faults.some((f) => f.kind === 'appliance' && f.at === id)),
			port: portOf(made, base.port),
			livedIn: () =>
				(lived ??= !this.run.loadsUnknown
					? NOBODY
					: faults.length
						? this.drawn(base, made, { branches, varied })
						: this.livedIn(loose))
		};
	}
	private varying(base: SolvedRun, varied: readonly Varied[]): VariedRun | null {
		return varied.length
			? VariedRun.of(base.built, base.solution, { varied, outletIds: this.run.outletIds, port: base.port })
			: null;
	}
	/** With loads where both conductors are there: what hangs on a part that floats varies with the rest. */
	private drawn(
		base: SolvedRun,
		made: VariedRun | null,
		{ branches, varied }: { branches: readonly Branch[]; varied: readonly Varied[] }
	): Pick<World, 'port'>[] {
		return livedInWays(this.run.plan.outlets.length).map((each, n) => {
			const siemens = each > 0 ? 1 / each : 0;
			const sound = base.drawn(siemens);
			const behind = n > 0 && branches.length === 1 ? this.behind(base, branches) : null;
			const all = behind ? [...varied, behind] : varied;
			const run = behind ? this.varying(base, all) : made;
			const port = portOf(run && run.withVolts(sound, base.drawnOver(all, siemens)), sound);
			return { port: behind ? (outlet, ohms) => port(outlet, withHeater(ohms)) : port };
		});
	}
	/** The sound run with loads on, and loose connections in it: those lose volts to what is on behind them. */
	private livedIn(loose: readonly Suspected[]): Pick<World, 'port'>[] {
		return livedInWays(this.run.plan.outlets.length).map((each, n) => {
			const run = (this.lived[n] ??= this.livedInWith(each));
			const branches = this.branchesOf(run.built, loose);
			const behind = n > 0 && branches.length === 1 ? this.behind(run, branches) : null;
			if (!behind) return { port: portOf(this.varying(run, branches), run.port) };
			const port = portOf(this.varying(run, [...branches, behind]), run.port);
			return { port: (outlet, ohms) => port(outlet, withHeater(ohms)) };
		});
	}
	private livedInWith(each: number): SolvedRun {
		const { plan, outletIds } = this.run;
		const loads = plan.outlets.map((o) => (o.neutral < 0 ? 0 : each));
		return new SolvedRun(build(plan, [], { loads }), outletIds);
	}
	/** The first outlet that ohms in a branch change: something that heats may hang there. */
	private behind(run: SolvedRun, branches: readonly Branch[]): Varied | null {
		const port = portOf(this.varying(run, branches), run.port);
		const [little, much] = [[1], [2]] as const;
		const at = this.run.outletIds.findIndex((_, i) => Math.abs(loop(port(i, little)) - loop(port(i, much))) > LEAST_CHANGE_OHMS);
		if (at < 0) return null;
		const { hot, neutral } = run.built.contacts(this.run.outletIds[at] as string);
		return neutral === null || hot === neutral ? null : { a: hot, b: neutral, load: true };
	}
	/** The sound run in each way: what only has loose connections is tried on it. */
	private readonly lived: SolvedRun[] = [];
	private branchesOf(built: Built, loose: readonly Suspected[]): Branch[] {
		return loose.flatMap((f) => (f.kind === 'off' ? [] : (branchOf(built, { ...f, kind: f.kind }) ?? [])));
	}
	/** Where loads show: between hot and neutral of the first outlet of each circuit at which one of them hangs on nothing. */
	private loadsOf({ built }: SolvedRun): FloatingLoad[] {
		const fed = fedNodes(built.network);
		const found = new Map<string, FloatingLoad>();
		this.run.outletIds.forEach((id) => {
			const at = this.run.plan.outletById.get(id);
			const outlet = at === undefined ? undefined : this.run.plan.wiring.outlets[at];
			const twoHot = outlet?.ratedVolts === 240;
			const key = `${outlet?.circuitId ?? ''}${twoHot ? ' 240' : ''}`;
			const { hot, neutral } = built.contacts(id);
			if (neutral === null || hot === neutral || (fed[hot] && fed[neutral])) return;
			const before = found.get(key);
			if (before) before.outlets++;
			else found.set(key, { a: hot, b: neutral, load: true, outlets: 1, twoHot });
		});
		return [...found.values()].slice(0, 2);
	}

	private readonly solve = (faults: readonly Fault[]): SolvedRun =>
		new SolvedRun(build(this.run.plan, faults), this.run.outletIds);
	/** As the network has it: a breaker that is off, a GFCI that has tripped. */
	private asFaults(f: Suspected & { ohms?: number }): Fault[] {
		const { kind } = f;
		if (kind !== 'off') return [{ ...f, kind }];
		const { breakers } = this.run.plan.wiring;
		const own = breakers.filter((b) => f.at === PANEL || b.circuitId === f.at);
		return own.length
			? own.map((b) => ({ kind: 'breaker-off', at: b.circuitId }))
			: [{ kind: 'gfci-tripped', at: f.at, circuitId: f.circuitId }];
	}
}
function loadTries([one, two]: readonly FloatingLoad[]): Tries {
	if (one && two)
		return { grid: ENDS, shares: new Float64Array(ENDS.length).fill(-Math.log(ENDS.length)), seek: [one.outlets, two.outlets] };
	return { grid: LOAD_GRID, shares: one?.twoHot ? betweenHots : loadShares(one?.outlets ?? 0) };
}
/** Of two sums: none, and much on either, or on both. */
const ENDS: readonly (readonly number[])[] = [
	[NO_LOAD_OHMS, NO_LOAD_OHMS],
	[HEATER_OHMS, NO_LOAD_OHMS],
	[NO_LOAD_OHMS, HEATER_OHMS],
	[HEATER_OHMS / 2, HEATER_OHMS]
];
const portOf =
	(varied: VariedRun | null, sound: (outlet: number) => Port): World['port'] =>
	(outlet, ohms) =>
		varied ? varied.port(outlet, ohms) : sound(outlet);
const NOBODY: readonly Pick<World, 'port'>[] = [];
/** A load on a part that floats, with how many outlets it sums. */
type FloatingLoad = Extract<Varied, { load: true }> & { outlets: number; twoHot: boolean };
/** Ohms that are seen between hot and neutral; 0 where one of them is not there. */
const loop = (port: Port): number => ((port.has & HOT_AND_NEUTRAL) === HOT_AND_NEUTRAL ? loopOhms(port, 'hn') : 0);
/** An ohm more behind a joint changes what is seen there by about as much. */
const LEAST_CHANGE_OHMS = 0.1;
const heated = new WeakMap<readonly number[], readonly number[]>();
/** Ohms of a joint with those of a heater behind it: one list for each, so that ports are kept. */
function withHeater(ohms: readonly number[]): readonly number[] {
	const made = heated.get(ohms) ?? [...ohms, HEATER_OHMS];
	heated.set(ohms, made);
	return made;
}
const HOT_AND_NEUTRAL = 3;
/** With everything unplugged: its loads are not there, whatever is tried of them. */
function unpluggedOf(made: Omit<World, 'unplugged' | 'dead'>): World {
	const { loose, port, tries } = made;
	const varies = (tries.grid[0]?.length ?? 0) > loose;
	const none = tries.grid[0]?.map(() => NO_LOAD_OHMS) ?? [];
	const world: World = {
		...made,
		loadsUnknown: false,
		livedIn: () => NOBODY,
		port: varies ? (outlet) => port(outlet, none) : port,
		unplugged: () => world,
		dead: () => world
	};
	return world;
}
const opensOf = (built: Built, solution: Solution): ReadonlySet<string> =>
	new Set(trips(built, solution).flatMap((t) => (t.device === 'breaker' ? [PANEL, t.at] : [t.at])));
