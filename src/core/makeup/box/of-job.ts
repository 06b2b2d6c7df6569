import { cablesHere, untoldEnds } from '../../model/cable-ends';
import { tailFor } from '../../code/240-4-d-pigtail';
import type { RuledJob } from '../../code/ruled-job';
import { NEMA } from '../../code/nema-forms';
import { knownOr } from '../../model/fact-words';
import { indexOf, placeName } from '../../model/job-index';
import {
	ifKnown,
	NotKnown,
	type Box,
	type CableEnd,
	type Circuit,
	type Device,
	type Fact,
	type Job,
	type Cable
} from '../../model/known';
import { DEFAULT_MAKE_UP } from '../../model/practice';
import type { Fix } from '../../model/result';
import { isOneHot } from '../../run/one-hot';
import { bringsGround } from '../../run/ground-at';
import { CABLE_MAKES, inRaceway } from '../../model/cable-kinds';
import { compareGauge } from '../../units/gauge';
import { carriedBy, conductorsFor, switchSets, type SwitchSet } from './carries';
import type { Color, Halves, MakeCable, MakeDevice, MakeUpCase, Net } from './case';

/** A box of a job as a case to be made up; or why it cannot be yet, with what is to be entered or changed. */
type BoxCase =
	| { known: true; case: MakeUpCase; names: ReadonlyMap<string, string> }
	/** `thin`: a cable has too few conductors. */
	| { known: false; why: string; thin?: boolean; fix?: Fix | undefined; fact?: Fact };

/** Thrown inside where a box cannot be told: never leaves this file. */
class CantTell extends Error {
	constructor(
		readonly why: string,
		readonly more: { thin?: boolean; fix?: Fix | undefined } = {}
	) {
		super(why);
	}
}

/** A box with its cables as drawn; on no circuit, as they were seen in it. @returns the case, or what is missing, in words */
export function boxCase(ruled: RuledJob, box: Box): BoxCase {
	return knownOr<BoxCase, BoxCase>(
		ruled.job,
		() => {
			try {
				const of = new OfBox(ruled, box).told();
				if (of.known) againstSeen(box, of.case);
				return of;
			} catch (error) {
				if (error instanceof CantTell) return { known: false, why: error.why, ...error.more };
				throw error;
			}
		},
		(why, fact) => ({ known: false, why, fact })
	);
}

/**
 * What was found of a conductor goes before what its color usually means: where the two differ the box is not made up by colors.
 * @throws CantTell
 */
function againstSeen(box: Box, c: MakeUpCase): void {
	for (const seen of box.conductors) {
		const nets = c.cables.flatMap((x) => x.conductors.filter((w) => w.color === seen.color).map((w) => w.net));
		const agrees = nets.some((n) => MEANS[seen.means]?.includes(n) ?? true);
		if (nets.length && !agrees)
			throw new CantTell(
				`In ${box.name} the ${seen.color} was found to be ${seen.means.replace('-', ' ')}; by its color it would be something else. Read each conductor, and make it up by what it is.`
			);
	}
}
const MEANS: Readonly<Partial<Record<Box['conductors'][number]['means'], readonly Net[]>>> = {
	hot: ['hot', 'hot-b'],
	'switched-hot': ['switched', 'switched-b'],
	traveler: ['traveler-1', 'traveler-2', 'traveler-3', 'traveler-4'],
	neutral: ['neutral', 'neutral-b'],
	ground: ['ground']
};
/** Nets that one circuit has in a box. */
interface CircuitNets {
	circuit: Circuit;
	hots: readonly Net[];
	neutral: Net;
	sets: readonly SwitchSet[];
}
const SWITCHED: readonly Net[] = ['switched', 'switched-b'];
const TRAVELERS: readonly Net[] = ['traveler-1', 'traveler-2', 'traveler-3', 'traveler-4'];
/** Of a cable that brings no neutral: white is re-marked, and never the conductor back. @source 200.7(C) */
const LOOPED: readonly Color[] = ['black', 'white', 'red', 'blue'];

class OfBox {
	private readonly job: Job;
	private readonly cables: readonly Cable[];
	/** Cables of which only the end here was seen: where they go is not known. */
	private readonly ends: readonly CableEnd[];
	private readonly nets: readonly CircuitNets[];
	/** Switch sets in the order in which their conductors are met here: each has a switched net of its own. */
	private readonly setsHere: string[] = [];
	/** Sets of which travelers come into this box. */
	private readonly traveled: string[] = [];

	constructor(
		private readonly ruled: RuledJob,
		private readonly box: Box
	) {
		this.job = ruled.job;
		const all = indexOf(this.job).cablesAt.get(box.id) ?? [];
		this.cables = all.filter((l) => !l.inCableOf);
		this.ends = cablesHere(this.job, box).flatMap((c) => (c.cable ? [] : (c.end ?? [])));
		const ids = new Set(all.map((l) => l.circuitId));
		this.nets = this.netsOf(this.job.circuits.filter((c) => ids.has(c.id)));
	}

	told(): BoxCase {
		const { box } = this;
		if (!this.cables.length) return this.asSeen();
		const untold = untoldEnds(this.job, box);
		// Two seen and one drawn: it is one of them, and how the box is made up hangs on which.
		if (untold.cables.length && untold.ends.length > untold.cables.length) {
			if (this.isAlike()) return this.asSeen();
			throw new CantTell(`Which cable of ${box.name} is LINE is not known: spread them apart, energize, read.`);
		}
		const names = new Map(this.cables.map((l) => [l.id, this.nameOf(l)]));
		// The supply is gone through first: what it brings names the nets.
		const supplyFirst = [...this.cables].sort((a, b) => Number(b.toId === box.id) - Number(a.toId === box.id));
		const only = this.ends.map((end) => this.endOnly(end, names));
		const cables = [...supplyFirst.map((l) => this.cable(l)), ...only];
		const devices = box.devices.map((d) => this.device(d));
		return { known: true, names, case: { ...this.shop(cables), cables, devices: this.behind(devices), tailAwg: this.tailAwg() } };
	}
	/** Beside a device that feeds on, the others of the box are on its LOAD: as the network has it. */
	private behind(devices: readonly MakeDevice[]): MakeDevice[] {
		const guard = this.box.devices.find((d) => protects(d) && d.feedsLoad);
		return devices.map((d) => (!guard || d.id === guard.id ? d : { ...d, behind: guard.id }));
	}
	/** @throws NotKnown where a ground comes in and nobody looked whether the box is metal, to be bonded */
	private shop(cables: readonly MakeCable[]): Pick<MakeUpCase, 'edition' | 'practice' | 'box'> {
		const { style, pushIn, connector } = this.job.practice.makeUp ?? DEFAULT_MAKE_UP;
		const { material, gangs, id } = this.box;
		const grounded = cables.some((c) => c.armor || c.conductors.some((w) => w.net === 'ground'));
		if (material === null && grounded) throw new NotKnown({ of: 'box', id, field: 'material' });
		return {
			edition: this.ruled.edition.key,
			practice: { style, pushIn, ...(connector ? { connector } : {}) },
			box: { material: material ?? 'plastic', gangs }
		};
	}
	/** A tail follows the breaker, and not a run that was made larger. @source 240.4(D) */
	private tailAwg(): MakeUpCase['tailAwg'] {
		const tails = this.cables.flatMap((l) => {
			const circuit = this.nets.find((n) => n.circuit.id === l.circuitId)?.circuit;
			const metal = ifKnown(() => l.metal);
			const breakerA = circuit && ifKnown(() => circuit.breakerA);
			// Not known: a tail of the run's own gauge is never too small.
			return circuit && metal && breakerA ? [tailFor({ breakerA, run: l.awg, metal }, this.ruled.edition)] : [];
		});
		return tails.sort(compareGauge).at(-1);
	}
	private nameOf(cable: Cable): string {
		const place = (id: string | null) => placeName(this.job, id);
		if (cable.toId === this.box.id && cable.fromId === null) return 'its feed';
		return cable.toId === this.box.id ? `from ${place(cable.fromId)}` : `to ${place(cable.toId)}`;
	}

	private netsOf(circuits: readonly Circuit[]): CircuitNets[] {
		const [one, two, ...more] = circuits;
		if (!one) return [];
		const sets = (c: Circuit) => switchSets(this.job, c);
		const poles = circuits.reduce((sum, c) => sum + c.poles, 0);
		if (more.length || poles > 2)
			throw new CantTell(`More circuits come into ${this.box.name} than are made up together: make up each by itself.`);
		if (one.poles === 2) return [{ circuit: one, hots: ['hot', 'hot-b'], neutral: 'neutral', sets: sets(one) }];
		if (!two) return [{ circuit: one, hots: ['hot'], neutral: 'neutral', sets: sets(one) }];
		const shared = one.multiwire?.withId === two.id || two.multiwire?.withId === one.id;
		return [
			{ circuit: one, hots: ['hot'], neutral: 'neutral', sets: sets(one) },
			{ circuit: two, hots: ['hot-b'], neutral: shared ? 'neutral' : 'neutral-b', sets: sets(two) }
		];
	}
	private switchedNet(set: string): Net {
		if (!this.setsHere.includes(set)) this.setsHere.push(set);
		const net = SWITCHED[this.setsHere.indexOf(set)];
		if (!net) throw new CantTell(`More than two switches act in ${this.box.name}: make it up switch by switch.`);
		return net;
	}
	/** Travelers of a set: of a four-way, those from the supply and those onward are two pairs. */
	private travelerNets(set: string, into: boolean): readonly [Net, Net] {
		if (!this.traveled.includes(set)) this.traveled.push(set);
		const fourWay = this.box.devices.some((d) => d.ways === 'four-way');
		const second = fourWay ? !into : this.traveled.indexOf(set) > 0;
		return second ? ['traveler-3', 'traveler-4'] : ['traveler-1', 'traveler-2'];
	}

	private cable(cable: Cable): MakeCable {
		const into = cable.toId === this.box.id;
		const own = this.nets.find((n) => n.circuit.id === cable.circuitId);
		if (!own) throw new CantTell('The circuit of one of its cables is gone.');
		const riders = (indexOf(this.job).ridersOf.get(cable.id) ?? []).flatMap(
			(l) => this.nets.find((n) => n.circuit.id === l.circuitId) ?? []
		);
		const one = isOneHot(this.job, own.circuit, cable);
		const insulated =
			[own, ...riders].length > 1 || (own.circuit.poles === 2 && !one)
				? this.hots(cable, own, riders)
				: this.switching(cable, one ? { ...own, hots: own.hots.slice(0, 1) } : own, into);
		// Armor or a raceway of steel grounds the box itself, and no conductor comes in for it.
		const armor = bringsGround(cable) && (!cable.ground || CABLE_MAKES[cable.kind].ground === 'armor');
		if (armor && this.box.material === 'plastic')
			throw new CantTell(
				`What comes ${this.nameOf(cable)} is grounded by its armor or raceway, which a plastic box does not carry on: use a metal box, or a wire ground.`
			);
		const ground =
			bringsGround(cable) && cable.ground && !armor
				? [{ color: inRaceway(cable.kind) ? ('green' as const) : ('bare' as const), net: 'ground' as const }]
				: [];
		return {
			id: cable.id,
			toward: into ? 'supply' : this.toward(cable, own),
			awg: cable.awg,
			metal: ifKnown(() => cable.metal) ?? undefined,
			...(armor ? { armor } : {}),
			...(inRaceway(cable.kind) ? { single: true } : {}),
			conductors: [...insulated, ...ground]
		};
	}
	private toward(cable: Cable, { sets }: CircuitNets): MakeCable['toward'] {
		const to = indexOf(this.job).boxes.get(cable.toId);
		if (to?.devices.some((d) => d.kind === 'switch')) return 'switch';
		return sets.some((s) => s.targets.includes(cable.toId)) ? 'load' : 'onward';
	}
	/** Two hots, of one circuit or of a pair, and the neutral where there is one. */
	private hots(cable: Cable, own: CircuitNets, riders: readonly CircuitNets[]): MakeCable['conductors'] {
		const hots = [...own.hots, ...riders.flatMap((r) => r.hots)];
		const spare = cable.conductors - hots.length;
		if (spare < 0) throw this.thin(cable, hots.length);
		// On a cable of two conductors the white one is a hot, re-marked.
		if (spare === 0) return colored(hots, ['black', 'white', 'red']);
		return [
			...colored(hots, LIVE),
			{ color: 'white', net: own.neutral },
			...colored(
				Array.from({ length: spare - 1 }, () => 'spare' as const),
				LIVE.slice(hots.length)
			)
		];
	}
	private thin(cable: Cable, need: number): CantTell {
		const words = `The cable ${this.nameOf(cable)} must carry ${need} insulated conductors; it has ${cable.conductors}.`;
		const fix: Fix | undefined =
			cable.state === 'planned' && need <= MOST_CONDUCTORS
				? {
						kind: 'edit-cable',
						label: `Make it a ${need === MOST_CONDUCTORS ? 'four' : 'three'}-wire cable`,
						cableId: cable.id,
						change: { conductors: need }
					}
				: undefined;
		return new CantTell(words, { thin: true, fix });
	}
	/** One hot, with what the switches of its circuit ask of this cable. */
	private switching(cable: Cable, own: CircuitNets, into: boolean): MakeCable['conductors'] {
		const carried = carriedBy({ job: this.job, circuit: own.circuit, sets: own.sets }, cable);
		const live: Net[] = [
			...(carried.hot ? own.hots : []),
			...carried.switched.map((s) => this.switchedNet(s)),
			...carried.travelers.flatMap((s) => this.travelerNets(s, into))
		];
		if (!live.length) live.push(...own.hots);
		// Three conductors to a half that some switch takes, nobody knows which: the third is its switched hot.
		if (into && !carried.switched.length && this.isSwitchedByUnknown(own) && cable.conductors >= live.length + 2)
			live.push(this.switchedNet(UNKNOWN_SWITCH));
		const left = cable.conductors - live.length;
		// An old loop: white is the supply to the switch, and no neutral goes along.
		if (left === 0 && live.length === 2 && carried.hot && carried.back.length === 1)
			return [
				{ color: 'white', net: live[0] ?? 'hot' },
				{ color: 'black', net: live[1] ?? 'switched' }
			];
		// The last of several switches: back on black, travelers on white and red.
		if (left === 0 && carried.loop && carried.travelers.length === 1)
			return colored([...live.filter((n) => !TRAVELERS.includes(n)), ...live.filter((n) => TRAVELERS.includes(n))], LOOPED);
		if (left < 1) throw this.thin(cable, conductorsFor(carried));
		return [
			...colored(live, LIVE),
			{ color: 'white', net: own.neutral },
			...colored(
				Array.from({ length: left - 1 }, (_, i) =>
					carried.interconnect && i === 0 ? ('interconnect' as const) : ('spare' as const)
				),
				LIVE.slice(live.length)
			)
		];
	}

	/** A receptacle of it is switched, and no switch of the job is known to do it. */
	private isSwitchedByUnknown({ sets }: CircuitNets): boolean {
		const switched = this.box.devices.some((d) => d.receptacles > 0 && d.switched !== 'none');
		return switched && !sets.some((s) => s.targets.includes(this.box.id));
	}
	private device(d: Device): MakeDevice {
		const at = this.netsAt(d);
		const set = at?.sets.find((s) => s.switches.some((x) => x.device.id === d.id));
		const over = at?.sets.find((s) => s.targets.includes(this.box.id));
		const takes = {
			...(at ? { hot: at.hots[0], neutral: at.neutral } : {}),
			...(set
				? { switched: this.switchedNet(set.id) }
				: over
					? { switched: this.switchedNet(over.id) }
					: this.setsHere.includes(UNKNOWN_SWITCH)
						? { switched: this.switchedNet(UNKNOWN_SWITCH) }
						: {})
		};
		const base = {
			id: d.id,
			...(d.connects ? { connection: d.connects } : {}),
			...(d.selfGrounding ? { selfGrounding: true as const } : {}),
			takes
		};
		if (d.kind === 'switch') {
			if (!set) throw new CantTell(`What the switch in ${this.box.name} controls is not known: enter it in its facts.`);
			const ways = { 'single-pole': 'single', 'three-way': 'three-way', 'four-way': 'four-way' } as const;
			return { ...base, kind: 'switch', ways: ways[d.ways ?? 'single-pole'] };
		}
		if (d.receptacles === 0) return { ...base, kind: 'hard-wired', leads: this.leads(d, at, over && takes.switched) };
		if (d.withSwitch) return { ...base, ...this.groundAt(d), kind: 'combination' };
		if (protects(d))
			return {
				...base,
				...this.groundAt(d),
				kind: 'receptacle',
				protection: d.protection,
				load: d.feedsLoad ? this.onwardOf(at) : []
			};
		const half = d.switched === 'half' ? { switchedHalf: d.switchedHalf ?? ('lower' as const) } : {};
		// Switched whole it is a plain one on the switched hot.
		const whole = d.switched === 'whole' && takes.switched ? { takes: { ...takes, hot: takes.switched } } : {};
		return { ...base, ...this.groundAt(d), kind: 'receptacle', halves: this.halves(d), ...half, ...whole };
	}
	/** Two slots promise none; what an old box may do without is told under 406.4(D). */
	private groundAt(d: Device): { ground?: 'none' } {
		return d.slots === 'two-slot' || this.box.state === 'found' ? { ground: 'none' } : {};
	}
	private netsAt(d: Device): CircuitNets | undefined {
		const supplied = new Set((indexOf(this.job).cablesInto.get(this.box.id) ?? []).map((l) => l.circuitId));
		const here = this.nets.filter((n) => supplied.has(n.circuit.id));
		return (d.volts === 240 && here.find((n) => n.hots.length === 2)) || here[0];
	}
	private halves(d: Device): Halves {
		if (d.yoke === 'split') return 'two-circuits';
		if (d.yoke === 'dual-voltage') return 'dual-voltage';
		if (d.volts === 240)
			return d.form && NEMA[d.form].neutral ? 'four-wire' : d.form ? 'two-hot' : this.hasNeutral() ? 'four-wire' : 'two-hot';
		return d.switched === 'half' ? 'half-switched' : 'together';
	}
	private hasNeutral(): boolean {
		return this.cables.some((l) => l.toId === this.box.id && l.conductors >= 3);
	}
	private leads(d: Device, at: CircuitNets | undefined, switched: Net | undefined): Net[] {
		// Its harness has no ground; its third lead takes the interconnect, where a cable brings one.
		if (d.kind === 'alarm')
			return [at?.hots[0] ?? 'hot', at?.neutral ?? 'neutral', ...(this.interconnected(at) ? (['interconnect'] as const) : [])];
		const grounded = this.cables.some((l) => bringsGround(l)) ? (['ground'] as const) : [];
		const hot = switched ?? at?.hots[0] ?? 'hot';
		if (d.volts === 240) return ['hot', 'hot-b', ...(this.hasNeutral() ? (['neutral'] as const) : []), ...grounded];
		return [hot, at?.neutral ?? 'neutral', ...grounded];
	}
	/** A cable of the box carries the interconnect of smoke alarms: it has a conductor left for it. */
	private interconnected(at: CircuitNets | undefined): boolean {
		if (!at) return false;
		return this.cables.some(
			(l) => l.circuitId === at.circuit.id && this.cable(l).conductors.some((w) => w.net === 'interconnect')
		);
	}
	private onwardOf(at: CircuitNets | undefined): string[] {
		const drawn = this.cables.filter((l) => l.fromId === this.box.id && l.circuitId === at?.circuit.id);
		return [...drawn, ...this.ends].map((l) => l.id);
	}

	private wordsOf(end: CableEnd): string {
		return `cable ${this.box.ends.indexOf(end) + 1}`;
	}
	/** A cable of which only this end was seen, beside those that are drawn: it goes on, to where nobody has looked yet. */
	private endOnly(end: CableEnd, names: Map<string, string>): MakeCable {
		const [own, ...others] = this.nets;
		if (others.length || !own || own.hots.length > 1)
			throw new CantTell(`Which circuit ${this.wordsOf(end)} in ${this.box.name} is on must be known: say where it goes.`);
		names.set(end.id, `${this.wordsOf(end)}, to a place not known`);
		return this.twoWire(end, end.line ? 'supply' : 'onward');
	}
	/** Two wires and a ground as they were seen: more conductors, and what each is must be known. */
	private twoWire(seen: CableEnd, toward: MakeCable['toward']): MakeCable {
		const words = `${this.wordsOf(seen)} in ${this.box.name}`;
		if (seen.awg === null || seen.conductors === null || seen.ground === null)
			throw new CantTell(`The gauge, the conductors and the ground of ${words} must be known.`);
		if (seen.conductors !== 2) throw new CantTell(`What the conductors of ${words} are must be known: draw its circuit.`);
		return {
			id: seen.id,
			toward,
			awg: seen.awg,
			metal: seen.metal,
			conductors: [
				{ color: 'black', net: 'hot' },
				{ color: 'white', net: 'neutral' },
				...(seen.ground ? [{ color: 'bare' as const, net: 'ground' as const }] : [])
			]
		};
	}

	/** On no circuit yet: by the cables that were seen in it, where it is known which of them feeds it. */
	/** Nothing in it has a LINE: which of its cables comes from the panel changes nothing of how they are spliced. */
	private isAlike(): boolean {
		const [first, ...ends] = this.box.ends;
		const same = ends.every((e) => e.kind === first?.kind && e.awg === first.awg && e.conductors === first.conductors);
		return (
			same &&
			this.box.devices.every(
				(d) => d.receptacles > 0 && !protects(d) && d.volts === 120 && d.switched === 'none' && !d.yoke && !d.withSwitch
			)
		);
	}
	private asSeen(): BoxCase {
		const { box } = this;
		if (!box.ends.length) throw new CantTell(`No cable is drawn to ${box.name}, and none was seen in it.`);
		const told = box.ends.length === 1 ? box.ends[0] : box.ends.find((c) => c.line);
		const line = told ?? (this.isAlike() ? box.ends[0] : undefined);
		if (!line) throw new CantTell(`Which cable of ${box.name} is LINE is not known: spread them apart, energize, read.`);
		const names = new Map<string, string>();
		const cables = box.ends.map((seen): MakeCable => {
			const made = this.twoWire(seen, seen === line ? 'supply' : 'onward');
			names.set(seen.id, seen === told ? `${this.wordsOf(seen)}, LINE` : this.wordsOf(seen));
			return made;
		});
		const onward = cables.filter((c) => c.toward === 'onward').map((c) => c.id);
		const devices = box.devices.map((d) => {
			const made = this.device(d);
			return protects(d) && d.feedsLoad ? { ...made, load: onward } : made;
		});
		return { known: true, names, case: { ...this.shop(cables), cables, devices: this.behind(devices) } };
	}
}
const MOST_CONDUCTORS = 4;
/** Stands for the set of a switch that nobody has found yet. */
const UNKNOWN_SWITCH = 'not found yet';
const LIVE: readonly Color[] = ['black', 'red', 'blue', 'yellow', 'brown', 'orange'];
const colored = (nets: readonly Net[], colors: readonly Color[]): { color: Color; net: Net }[] =>
	nets.map((net, i) => ({ color: colors[i] ?? 'other', net }));
const protects = (d: Device): boolean => d.receptacles > 0 && d.protection !== 'none';
