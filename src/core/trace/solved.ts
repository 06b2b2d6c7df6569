import type { Fault } from '../faults/kinds';
import { FAULT_ROWS } from '../faults/rows';
import { groundLoop, portAt, type Port } from '../instruments/port';
import { build, solved, type Built, type Plan } from '../network/build';
import { EARTH, type Solution } from '../network/solve';
import { trips } from '../network/trips';
import { looseOf, PANEL, type Hypothesis, type Suspected } from './hypotheses';
import { branchOf, LooseRun, NOMINAL_OHMS } from './loose';

/** A run on which hypotheses are tried: its plan, and the outlets at which something can be read. */
export interface Tried {
	plan: Plan;
	outletIds: readonly string[];
	/** The same with nothing plugged in: for what was read so. Left out: it is that itself. */
	idle?: Plan | undefined;
}
/** What a hypothesis makes of the run: the ports of its outlets, for given ohms of its loose connections. */
export interface World {
	/** Connections whose ohms are to be fitted: 0 to 2. */
	loose: number;
	port: (outlet: number, ohms: readonly number[]) => Port;
	/** What would open: `panel` for the breaker, or the place of a GFCI. */
	opens: () => ReadonlySet<string>;
	/** The same with nothing plugged in. */
	unplugged: () => World;
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
		const world: World = { ...made, unplugged: () => this.idle?.of(h, off) ?? world };
		kept.set(h, world);
		return world;
	}
	private made(h: Hypothesis, off: readonly string[]): Omit<World, 'unplugged'> {
		const loose = looseOf(h);
		const contacts = loose.filter((f) => !FAULT_ROWS[f.kind].does.some((e) => e.on === 'wire'));
		const faults = [
			...h.faults.filter((f) => !loose.some((l) => l === f)).flatMap((f) => this.asFaults(f)),
			...off.flatMap((at) => this.asFaults({ kind: 'off', at })),
			...contacts.flatMap((f) => this.asFaults({ ...f, ohms: NOMINAL_OHMS }))
		];
		const base = faults.length ? this.solve(faults) : this.sound;
		const { opens } = base;
		if (!loose.length) return { loose: 0, port: base.port, opens };
		const branches = loose.flatMap((f) => branchOf(base.built, f) ?? []);
		const run = new LooseRun(base.built, base.solution, { branches, outletIds: this.run.outletIds, port: base.port });
		return { loose: branches.length, port: (outlet, ohms) => run.port(outlet, ohms), opens };
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
const opensOf = (built: Built, solution: Solution): ReadonlySet<string> =>
	new Set(trips(built, solution).flatMap((t) => (t.device === 'breaker' ? [PANEL, t.at] : [t.at])));
