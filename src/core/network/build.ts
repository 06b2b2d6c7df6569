import { phasor } from './phasor';
import type { Plan, PlannedWire } from './plan';
import { EARTH, Network, Solution, type Branch, type Node } from './solve';
import { TOUCH_OHMS, type Breaker } from './wiring';
import { isLoose, type Fault, type FaultKind } from '../faults/kinds';
import { FAULT_ROWS, type Role } from '../faults/rows';

export { planOf, type Plan } from './plan';

/** Contacts of an outlet as nodes; what is not there at all is null. */
export interface Contacts {
	hot: Node;
	neutral: Node | null;
	ground: Node | null;
	/** The neutral of a receptacle between two hots. */
	third: Node | null;
}

/** A wiring as it stands with some faults: its network, and where its parts are in it. */
export interface Built {
	network: Network;
	plan: Plan;
	faults: readonly Fault[];
	/** @throws RangeError for a point that the wiring does not have */
	point: (name: string) => Node;
	/** @throws RangeError for an outlet that the wiring does not have */
	contacts: (outletId: string) => Contacts;
	/** The branch of a wire of the plan, by its number; null where it is open. */
	branch: (wire: number) => Branch | null;
}
export interface How {
	/** Switches that are off; left out: none. */
	off?: ReadonlySet<string> | undefined;
	/** Without the loads. */
	unplugged?: boolean | undefined;
	/** Other loads than the plan's: ohms of each outlet by its number, 0 for none. */
	loads?: ArrayLike<number> | undefined;
}

/**
 * The network of a wiring with any number of faults in it at once.
 * @throws RangeError where a fault names a place that is not there, or a loose joint has no ohms
 */
export const build = (plan: Plan, faults: readonly Fault[] = [], how: How = {}): Built => new Builder(plan, faults, how).built();
/** The solution of a built network, made once. */
export const solved = (built: Built): Solution => new Solution(built.network);

const NONE: readonly Fault[] = [];
/** A supply that is well outside the utility's range: shares of what it ought to be. @source practice: 114 to 126 V at 120 */
const SUPPLIED = { high: 1.12, low: 0.88 } as const;

class Builder {
	private readonly network = new Network();
	private readonly node: Int32Array;
	/** Number of the branch of each wire; -1: open, or both of its ends are one point. */
	private readonly branches: Int32Array;
	/** Hot, neutral, ground and third of each outlet; -1: none. */
	private readonly contacts: Int32Array;

	constructor(
		private readonly plan: Plan,
		private readonly faults: readonly Fault[],
		private readonly how: How
	) {
		this.node = new Int32Array(plan.names.length).fill(-1);
		this.branches = new Int32Array(plan.wires.length).fill(-1);
		this.contacts = new Int32Array(4 * plan.outlets.length);
		for (const f of faults) this.check(f);
	}
	/** A fault that would fall nowhere is a slip of whoever names it, and would pass for a healthy run. */
	private check(f: Fault): void {
		if (!this.plan.places.has(f.at)) throw new RangeError(`a fault must be at a place of the wiring, got "${f.at}"`);
		if (isLoose(f.kind) && !((f.ohms ?? 0) > 0))
			throw new RangeError(`a loose connection must have more than 0 ohm, got ${f.ohms}`);
	}

	built(): Built {
		const { plan, network, faults, branches, contacts } = this;
		this.supply();
		for (const b of plan.wiring.breakers) this.breaker(b);
		for (let i = 0; i < plan.names.length; i++) this.at(i);
		this.cables();
		this.joints();
		this.outlets();
		const or = (i: number): Node | null => ((contacts[i] as number) < 0 ? null : (contacts[i] as number));
		return {
			network,
			plan,
			faults,
			point: (name) => this.at(this.number(name)),
			branch: (wire) => ((branches[wire] as number) < 0 ? null : (network.branches[branches[wire] as number] ?? null)),
			contacts: (id) => {
				const i = plan.outletById.get(id);
				if (i === undefined) throw new RangeError(`there is no outlet "${id}"`);
				return { hot: contacts[4 * i] as number, neutral: or(4 * i + 1), ground: or(4 * i + 2), third: or(4 * i + 3) };
			}
		};
	}

	private is(kind: FaultKind, at: string, circuitId?: string): Fault | undefined {
		for (const f of this.faults)
			if (f.kind === kind && f.at === at && (!f.circuitId || !circuitId || f.circuitId === circuitId)) return f;
		return undefined;
	}
	private number(name: string): number {
		const i = this.plan.points.get(name);
		if (i === undefined) throw new RangeError(`there is no point "${name}"`);
		return i;
	}
	private at(i: number): Node {
		let node = this.node[i] as number;
		if (node >= 0) return node;
		const line = this.plan.lineOf[i] as number;
		node = line >= 0 && !this.parted(line) ? this.at(line) : this.network.node();
		this.node[i] = node;
		return node;
	}
	/** What hangs on LOAD is parted from the line where the device has tripped. */
	private parted(line: number): boolean {
		if (!this.faults.some((f) => f.kind === 'gfci-tripped')) return false;
		const name = this.plan.names[line];
		return this.plan.wiring.watchers.some(
			(w) => (w.hot === name || w.neutral === name) && this.is('gfci-tripped', w.at, w.circuitId)
		);
	}

	private supply(): void {
		const { supply } = this.plan.wiring;
		const { network } = this;
		const volts = supply.volts * this.supplied();
		this.source(supply.bars.a, volts, 'a');
		if (supply.bars.b) this.source(supply.bars.b, -volts, 'b');
		const lost = this.is('service-neutral-open', 'service');
		const neutralOhms = supply.neutralOhms + (this.is('service-neutral-loose', 'service')?.ohms ?? 0);
		const [neutral, ground] = [this.number(supply.bars.neutral), this.number(supply.bars.ground)];
		if (neutralOhms > 0 || lost) {
			const bar = this.at(neutral);
			if (!lost) network.resistor(EARTH, bar, neutralOhms);
			if (supply.electrodeOhms !== null) network.resistor(EARTH, bar, supply.electrodeOhms);
			this.node[ground] = bar;
		} else {
			this.node[neutral] = EARTH;
			this.node[ground] = EARTH;
		}
	}
	/** Of its volts, the share that a supply that is too high or too low gives. */
	private supplied(): number {
		if (!this.faults.length) return 1;
		return this.is('supply-high', 'service') ? SUPPLIED.high : this.is('supply-low', 'service') ? SUPPLIED.low : 1;
	}
	private source(bar: string, volts: number, leg: 'a' | 'b'): void {
		const loose = this.is('service-leg-loose', 'service');
		const ohms = this.plan.wiring.supply.ohmsPerLeg + (loose && (loose.leg ?? 'a') === leg ? (loose.ohms ?? 0) : 0);
		const source = this.network.node(phasor(volts));
		const i = this.number(bar);
		if (ohms > 0) this.network.resistor(source, this.at(i), ohms);
		else this.node[i] = source;
	}
	/** A breaker that is off, or has tripped, leaves its point on nothing. */
	private breaker({ circuitId, poles }: Breaker): void {
		if (this.faults.length && (this.is('breaker-off', circuitId) || this.is('leg-lost', circuitId))) return;
		const oneLeg = this.faults.length > 0 && this.is('both-hots-one-leg', circuitId);
		const [first] = poles;
		for (const p of poles)
			this.node[this.number(p.point)] = this.at(this.number(oneLeg && first ? this.otherBar(first.bar, p.bar) : p.bar));
	}
	/** Of a pair the two hots on one leg: the second of a two-pole's poles on the first one's, or a single one on the other. */
	private otherBar(first: string, bar: string): string {
		if (first !== bar) return first;
		return bar.endsWith(':a') ? bar.replace(/:a$/, ':b') : bar.replace(/:b$/, ':a');
	}

	private cables(): void {
		const { network, plan } = this;
		for (const cable of plan.cables) {
			const here = this.faults.length ? this.faults.filter((f) => f.at === cable.at && this.onCable(f, cable)) : NONE;
			let open = 0;
			for (let i = cable.start; i < cable.end; i++) {
				const w = plan.wires[i] as PlannedWire;
				const from = this.at(w.from);
				const to = this.at(this.endOf(cable, i, here));
				const hit = here.length ? here.filter((f) => onWire(f, w)) : NONE;
				if (hit.some((f) => wireOf(f)?.how === 'open')) {
					open |= 1 << (i - cable.start);
					continue;
				}
				if (from === to) continue;
				network.resistor(from, to, w.ohms + hit.reduce((sum, f) => sum + (f.ohms ?? 0), 0));
				this.branches[i] = network.branches.length - 1;
			}
			for (const { one, other, farad } of cable.strays) {
				const a = plan.wires[cable.start + one] as PlannedWire;
				const b = plan.wires[cable.start + other] as PlannedWire;
				// The parted wire hangs whole on its lower end.
				const parted = (open & ((1 << one) | (1 << other))) !== 0;
				if (!parted) network.capacitor(this.at(a.from), this.at(b.from), farad / 2);
				network.capacitor(this.at(a.to), this.at(b.to), parted ? farad : farad / 2);
			}
		}
	}

	/** The point in which a wire of a cable ends: another's where two are exchanged there. */
	private endOf({ start, end }: Plan['cables'][number], wire: number, here: readonly Fault[]): number {
		const w = this.plan.wires[wire] as PlannedWire;
		for (const f of here)
			for (const e of FAULT_ROWS[f.kind].does) {
				if (e.on !== 'cable' || !e.exchanged.includes(w.role) || (w.role === 'hot' && !w.first)) continue;
				const [one, other] = e.exchanged;
				const role = w.role === one ? other : one;
				for (let i = start; i < end; i++) {
					const to = this.plan.wires[i] as PlannedWire;
					if (to.role === role && (role !== 'hot' || to.first)) return to.to;
				}
			}
		return w.to;
	}

	/** Where two circuits end at one place, a fault may name whose cable it is on. */
	private onCable(f: Fault, { start, end }: Plan['cables'][number]): boolean {
		if (!f.circuitId) return true;
		for (let i = start; i < end; i++) if (this.plan.wires[i]?.circuitId === f.circuitId) return true;
		return false;
	}

	private joints(): void {
		const { wiring } = this.plan;
		for (const s of wiring.switches)
			if (!this.how.off?.has(s.id)) this.network.resistor(this.at(this.number(s.from)), this.at(this.number(s.to)), TOUCH_OHMS);
		for (const j of wiring.joints) this.network.resistor(this.at(this.number(j.a)), this.at(this.number(j.b)), j.ohms);
		for (const f of this.faults)
			for (const e of FAULT_ROWS[f.kind].does) {
				const at = e.on !== 'splices' ? undefined : e.at === 'one-place' ? f.at : f.with;
				if (e.on === 'splices' && at) this.touch(f, e.touch, at);
			}
	}
	private touch(f: Fault, [one, other]: readonly [Role, Role], at: string): void {
		const a = this.splice(f.at, one, f.circuitId);
		const b = this.splice(at, other, at === f.at ? f.circuitId : undefined);
		if (a !== null && b !== null && a !== b) this.network.resistor(a, b, TOUCH_OHMS);
	}
	/** The splice at a place: where its cable ends. A place without such a wire in its cable has one all the same, if anything uses it. */
	private splice(at: string, role: Role, circuitId?: string): Node | null {
		const wire = this.plan.wires.find((w) => w.at === at && w.role === role && (!circuitId || w.circuitId === circuitId));
		if (wire) return this.at(wire.to);
		const i = this.plan.wiring.outlets.findIndex((o) => o.at === at);
		const point = this.plan.outlets[i]?.[role] ?? -1;
		return point < 0 ? null : this.at(point);
	}

	private outlets(): void {
		const { network, plan, contacts, how } = this;
		for (let i = 0; i < plan.outlets.length; i++) {
			const o = plan.outlets[i] as Plan['outlets'][number];
			contacts[4 * i] = this.at(o.hot);
			contacts[4 * i + 1] = o.neutral < 0 ? -1 : this.at(o.neutral);
			contacts[4 * i + 2] = o.ground < 0 ? -1 : this.at(o.ground);
			contacts[4 * i + 3] = o.third < 0 ? -1 : this.at(o.third);
			if (this.faults.length) this.deviceFaults(i);
			const [hot, neutral] = [contacts[4 * i] as number, contacts[4 * i + 1] as number];
			const ohms = how.loads ? (how.loads[i] as number) : o.ohms;
			if (ohms > 0 && !how.unplugged && neutral >= 0) network.resistor(hot, neutral, ohms);
		}
		for (const f of this.faults) {
			if (f.kind !== 'tab-left-in') continue;
			const [one, other] = plan.wiring.outlets.flatMap((o, i) => (o.at === f.at ? [contacts[4 * i] as number] : []));
			if (one !== undefined && other !== undefined && one !== other) network.resistor(one, other, TOUCH_OHMS);
		}
	}
	/** The device's own faults: wires exchanged in the order in which they are told, contacts lost, a jumper to neutral. */
	private deviceFaults(i: number): void {
		const { network, contacts, plan } = this;
		const o = plan.wiring.outlets[i] as Plan['wiring']['outlets'][number];
		const here = this.faults.filter((f) => (f.at === o.id || f.at === o.at) && (!f.circuitId || f.circuitId === o.circuitId));
		if (!here.length) return;
		const has = (kind: FaultKind) => here.some((f) => f.kind === kind);
		const c = { hot: 4 * i, neutral: 4 * i + 1, ground: 4 * i + 2 };
		const exchange = (a: number, b: number) => {
			const [x, y] = [contacts[a] as number, contacts[b] as number];
			contacts[a] = y < 0 ? network.node() : y;
			contacts[b] = x < 0 ? network.node() : x;
		};
		if (has('gfci-line-load-swapped') && has('gfci-tripped')) {
			// Its face hangs on LOAD, where the supply now comes in.
			for (const role of ['hot', 'neutral'] as const) {
				const line = plan.lineOf[plan.outlets[i]?.[role] ?? -1] ?? -1;
				if (line >= 0) contacts[c[role]] = this.at(line);
			}
		}
		const effects = here.flatMap((f) => FAULT_ROWS[f.kind].does.map((does) => ({ does, ohms: f.ohms })));
		for (const { does } of effects) if (does.on === 'terminals') exchange(c[does.exchanged[0]], c[does.exchanged[1]]);
		for (const { does, ohms } of effects) {
			if (does.on !== 'contact' || does.how !== 'loose' || !ohms || (contacts[c[does.role]] as number) < 0) continue;
			const contact = network.node();
			network.resistor(contacts[c[does.role]] as number, contact, ohms);
			contacts[c[does.role]] = contact;
		}
		for (const { does } of effects) if (does.on === 'contact' && does.how === 'lost') contacts[c[does.role]] = network.node();
		if (o.half === 'lower' && has('tab-removed')) contacts[c.hot] = network.node();
		if (has('bootleg')) {
			const ground = network.node();
			const neutral = contacts[c.neutral] as number;
			if (neutral >= 0) network.resistor(ground, neutral, TOUCH_OHMS);
			contacts[c.ground] = ground;
		}
	}
}

/** What a fault does to a wire of the cable that feeds its place. */
const wireOf = (f: Fault) => FAULT_ROWS[f.kind].does.find((e) => e.on === 'wire');
/** A fault of a cable is on this wire of it: of the role that it names, and of the hot that it names where there are two. */
function onWire(f: Fault, w: PlannedWire): boolean {
	if (wireOf(f)?.role !== w.role || (f.circuitId && w.role === 'hot' && f.circuitId !== w.circuitId)) return false;
	if (w.role !== 'hot') return true;
	return f.leg ? f.leg === w.leg : f.circuitId ? true : w.first;
}
