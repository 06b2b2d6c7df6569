import { HOT_TO_NEUTRAL_V } from '../../units/volts';
import {
	endName,
	NET_WORDS,
	sameEnd,
	type End,
	type MakeDevice,
	type MakeUp,
	type MakeUpCase,
	type Net,
	type NetKey
} from './case';
import { meets, mismatches, type Together } from './closes';
import { PROTECTED, protects, sharesNeutral, tabsOf, wantsOf, type Tabs } from './terminals';
import { wiresOf, type ConductorEnd } from './wires';

/**
 * What a person has really landed, terminal by terminal, and what it makes: right; right but not as the shop does it; or a fault,
 * named before power comes on. Splices are taken to be as planned: only what was said of the terminals differs.
 */

/** What is on a terminal: a conductor end, the pigtail of a splice by its number in the make-up, or nothing. */
export type On = { end: End } | { pigtail: number } | null;
export interface Landed {
	/** By `device terminal`. */
	on: Readonly<Record<string, On>>;
	tabs: Readonly<Record<string, Tabs>>;
}
type LandedKind =
	| 'reversed'
	| 'hot-on-ground'
	| 'bootleg'
	| 'line-load'
	| 'not-protected'
	| 'protected-too'
	| 'neutral-through'
	| 'tab-in'
	| 'tab-out'
	| 'common'
	| 'wrong-net'
	| 'nothing'
	| 'twice'
	| 'not-as-planned'
	| 'practice';
interface LandedFault {
	kind: LandedKind;
	/** `bad`: not to be energized; `look`: right, but not as planned or as the shop does it. */
	level: 'bad' | 'look';
	says: string;
}

const key = (device: string, terminal: string): string => `${device} ${terminal}`;
/** What was planned, as a start: each is changed by one tap. */
export function asPlanned(c: MakeUpCase, made: MakeUp): Landed {
	const on: Record<string, On> = {};
	for (const d of c.devices) for (const t of terminalsOf(c, d)) on[key(d.id, t)] = null;
	for (const t of made.terminals) {
		const join = made.joins.findIndex((j) =>
			j.tails.some((x) => 'device' in x && x.device === t.device && x.terminal === t.terminal)
		);
		on[key(t.device, t.terminal)] = 'cable' in t.conductor ? { end: t.conductor } : { pigtail: join };
	}
	return { on, tabs: made.tabs };
}
/** Every terminal that a device has, used or not. */
export function terminalsOf(c: MakeUpCase, d: MakeDevice): string[] {
	if (protects(d)) return ['line-hot', 'line-neutral', 'load-hot', 'load-neutral', 'ground'];
	if (tabsOf(c, d)) return ['hot-upper', 'hot-lower', 'neutral-upper', 'neutral-lower', 'ground'];
	return wantsOf(c, d).map((w) => w.terminal);
}

const isHot = (net: Net | null): boolean => net !== null && !['neutral', 'neutral-b', 'ground', 'spare'].includes(net);
const isNeutral = (net: Net | null): boolean => net === 'neutral' || net === 'neutral-b';

/** @returns what is wrong, the gravest first; none: as planned */
export function landedFaults(c: MakeUpCase, made: MakeUp, landed: Landed): LandedFault[] {
	const wires = wiresOf(c);
	const faults = c.devices.flatMap((d) => new OfDevice(c, { made, landed, wires, d }).faults());
	const twice = usedTwice(landed).map((words): LandedFault => ({
		kind: 'twice',
		level: 'bad',
		says: `${words} is said to be on two terminals`
	}));
	const all = [...twice, ...faults];
	const rest = all.some((f) => f.level === 'bad') ? [] : unnamed(c, made, landed);
	// Where something is wrong, how the shop would have it is no matter.
	const bads = [...all.filter((f) => f.level === 'bad'), ...rest];
	return bads.length ? bads : all;
}
/**
 * What no fault above has a name for: a box that, put together as it was landed, does not give what was planned. Nothing is called
 * as planned that was not put together.
 */
function unnamed(c: MakeUpCase, made: MakeUp, landed: Landed): LandedFault[] {
	const tries = exchanges(c).map((swap) => mismatches(c, togetherAs(made, landed, swap)));
	const [first = []] = tries;
	const [wrong] = first;
	if (!wrong || tries.some((m) => !m.length)) return [];
	const at = wrong.contact.includes(':')
		? wrong.contact.slice(wrong.contact.indexOf(':') + 1).replaceAll('-', ' ')
		: wrong.contact;
	return [
		bad('not-as-planned', `${at} does not meet what it should: something is dead, not protected, or joined that must not be`)
	];
}
/** The box as it was landed: an end under a screw is in no splice; a splice has the pigtails that were said to come from it. */
function togetherAs(made: MakeUp, { on, tabs }: Landed, swap: (terminal: string) => string = (t) => t): Together {
	const said = Object.entries(on).flatMap(([at, x]) => {
		const [device, terminal] = [at.slice(0, at.lastIndexOf(' ')), at.slice(at.lastIndexOf(' ') + 1)];
		return x ? [{ device, terminal: swap(terminal), x }] : [];
	});
	return {
		tabs,
		joins: made.joins.map((j, i) => ({
			...j,
			ends: j.ends.filter((e) => !said.some(({ x }) => 'end' in x && sameEnd(x.end, e))),
			tails: [
				...j.tails.filter((t) => 'box' in t),
				...said.flatMap(({ device, terminal, x }) => ('pigtail' in x && x.pigtail === i ? [{ device, terminal }] : []))
			]
		})),
		terminals: said.flatMap(({ device, terminal, x }) => ('end' in x ? [{ device, terminal, conductor: x.end }] : []))
	};
}
/** Terminals that may be exchanged with each other: both ways of each pair. */
const PAIRS: readonly (readonly [string, string])[] = [
	['a', 'b'],
	['hot-x', 'hot-y'],
	['traveler-1', 'traveler-2'],
	['in-1', 'in-2'],
	['out-1', 'out-2'],
	['lead-hot', 'lead-hot-b']
];
function exchanges(c: MakeUpCase): ((terminal: string) => string)[] {
	const there = new Set(c.devices.flatMap((d) => (d.kind === 'combination' ? [] : terminalsOf(c, d))));
	const pairs = PAIRS.filter(([a, b]) => there.has(a) && there.has(b));
	return Array.from({ length: 1 << pairs.length }, (_, set) => (terminal: string) => {
		const pair = pairs.find((p, i) => set & (1 << i) && p.includes(terminal));
		return pair ? (pair[0] === terminal ? pair[1] : pair[0]) : terminal;
	});
}
function usedTwice({ on }: Landed): string[] {
	const seen = new Map<string, number>();
	for (const x of Object.values(on)) if (x && 'end' in x) seen.set(endName(x.end), (seen.get(endName(x.end)) ?? 0) + 1);
	return [...seen].filter(([, n]) => n > 1).map(([name]) => name);
}

interface Of {
	made: MakeUp;
	landed: Landed;
	wires: readonly ConductorEnd[];
	d: MakeDevice;
}
class OfDevice {
	constructor(
		private readonly c: MakeUpCase,
		private readonly of: Of
	) {}

	private on(terminal: string): On {
		return this.of.landed.on[key(this.of.d.id, terminal)] ?? null;
	}
	/** The net that is on a terminal, and on which side of a protecting device it was meant to be. */
	private at(terminal: string): { net: Net; key: NetKey } | null {
		const on = this.on(terminal);
		if (!on) return null;
		if ('pigtail' in on) {
			const join = this.of.made.joins[on.pigtail];
			return join ? { net: join.net, key: join.load ? `load ${join.net} ${join.load}` : join.net } : null;
		}
		const wire = this.of.wires.find((w) => sameEnd(w, on.end));
		return wire ? { net: wire.net, key: wire.key } : null;
	}
	private net(terminal: string): Net | null {
		return this.at(terminal)?.net ?? null;
	}

	faults(): LandedFault[] {
		const { d } = this.of;
		const ground = this.groundFaults();
		if (protects(d)) return [...ground, ...this.guardFaults()];
		if (tabsOf(this.c, d)) return [...ground, ...this.duplexFaults()];
		return [...ground, ...this.otherFaults()];
	}

	private groundFaults(): LandedFault[] {
		const net = this.net('ground');
		if (isNeutral(net))
			return [
				bad('bootleg', 'the neutral is on the ground screw: a bootleg. The shell is at line voltage as soon as the neutral opens')
			];
		if (isHot(net)) return [bad('hot-on-ground', 'a hot is on the ground screw: every shell that is plugged in is live')];
		const due =
			wantsOf(this.c, this.of.d).some((w) => w.terminal === 'ground') &&
			this.of.made.terminals.some((t) => t.device === this.of.d.id && t.terminal === 'ground');
		return due && !net ? [bad('nothing', 'nothing is on the ground screw')] : [];
	}

	private guardFaults(): LandedFault[] {
		const [lineHot, lineNeutral] = [this.at('line-hot'), this.at('line-neutral')];
		const reversed =
			isNeutral(lineHot?.net ?? null) && isHot(lineNeutral?.net ?? null)
				? [bad('reversed', 'LINE is reversed: hot on silver, neutral on brass')]
				: [];
		if (this.lineOnLoad())
			return [
				...reversed,
				bad(
					'line-load',
					'LINE and LOAD are exchanged: the supply is on LOAD. It does not reset, or its face stays live when it trips'
				)
			];
		return [
			...reversed,
			...this.loadFaults(),
			...(this.of.d.load ?? []).flatMap((id) => this.notProtected(id)),
			...(lineHot ? [] : [bad('nothing', 'nothing is on LINE brass')]),
			...(lineNeutral ? [] : [bad('nothing', 'nothing is on LINE silver: it does not reset')])
		];
	}
	/** What is to be protected stands on LINE or LINE is bare, and the supply is on LOAD. */
	private lineOnLoad(): boolean {
		const line = ['line-hot', 'line-neutral'].map((t) => this.at(t));
		const load = ['load-hot', 'load-neutral'].map((t) => this.at(t));
		return line.every((x) => !x || isOfLoad(x)) && load.some((x) => x && !isOfLoad(x));
	}
	private loadFaults(): LandedFault[] {
		const [hot, neutral] = [this.at('load-hot'), this.at('load-neutral')];
		const supplied = [
			{ name: 'load hot', at: hot },
			{ name: 'load neutral', at: neutral }
		].filter(({ at }) => at && !isOfLoad(at));
		return [
			...(isHot(neutral?.net ?? null) || isNeutral(hot?.net ?? null)
				? [bad('reversed', 'LOAD is reversed: what follows has hot and neutral exchanged')]
				: []),
			...supplied.map(({ name }) =>
				bad('line-load', `${name} has the supply on it: it bypasses the device, and trips it or leaves LOAD live`)
			)
		];
	}
	/** A cable that was to be protected and hangs on neither terminal of LOAD. */
	private notProtected(cable: string): LandedFault[] {
		const { wires, landed, made } = this.of;
		const own = wires.filter((w) => w.cable === cable && PROTECTED.includes(w.net));
		const lineSplices = made.joins.filter((j) => !j.load).flatMap((j) => j.ends);
		const here = own.some((w) => Object.values(landed.on).some((on) => on && 'end' in on && sameEnd(on.end, w)));
		const viaLine = own.some((w) => lineSplices.some((e) => sameEnd(e, w)));
		const viaPigtail = ['load-hot', 'load-neutral'].some((t) => isOfLoad(this.at(t)));
		if (here || viaPigtail || viaLine || !own.length) return [];
		return [
			bad('not-protected', `${cable} is on neither terminal of LOAD: it is dead, or not protected if it is spliced with LINE`)
		];
	}

	private duplexFaults(): LandedFault[] {
		const { d } = this.of;
		const planned = tabsOf(this.c, d);
		const sides: DuplexSides = {
			hot: [this.net('hot-upper'), this.net('hot-lower')],
			neutral: [this.net('neutral-upper'), this.net('neutral-lower')]
		};
		const faults = [
			...onWrongSide(sides),
			...(planned ? this.tabFaults(planned, sides) : []),
			...(sides.hot.every((n) => n === null) ? [bad('nothing', 'nothing is on brass')] : []),
			...(sides.neutral.every((n) => n === null) ? [bad('nothing', 'nothing is on silver')] : []),
			...(planned?.hot === 'out' ? this.wrongHalf() : [])
		];
		if (this.isThrough('neutral') && sharesNeutral(this.c))
			return [
				...faults,
				bad(
					'neutral-through',
					'the shared neutral goes through the device: when it is removed, what follows is in series on 240 V'
				)
			];
		const fed = planned?.hot === 'in' && (this.isThrough('hot') || this.isThrough('neutral'));
		return !faults.length && fed && this.c.practice.style === 'pigtail'
			? [{ kind: 'practice', level: 'look', says: 'right, fed through the screws: your practice is pigtails' }]
			: faults;
	}
	private tabFaults(planned: Tabs, sides: DuplexSides): LandedFault[] {
		const tabs = this.of.landed.tabs[this.of.d.id] ?? planned;
		return (['hot', 'neutral'] as const).flatMap((side): LandedFault[] => {
			if (planned[side] === 'out' && tabs[side] === 'in')
				return [
					bad(
						'tab-in',
						side === 'hot' ? tabInSays(this.c, this.of.d) : 'the tab of the silver side is still in: two neutrals are joined'
					)
				];
			if (planned[side] === 'in' && tabs[side] === 'out' && sides[side].includes(null))
				return [bad('tab-out', `the tab of the ${side === 'hot' ? 'brass' : 'silver'} side is out: one half is dead`)];
			return [];
		});
	}
	/** Of halves that are fed apart, the hot of the other half. */
	private wrongHalf(): LandedFault[] {
		const wants = new Map(wantsOf(this.c, this.of.d).map((w) => [w.terminal, w.net]));
		return ['hot-upper', 'hot-lower'].flatMap((t): LandedFault[] => {
			const [want, have] = [wants.get(t), this.net(t)];
			if (!want || !have || want === have || !isHot(have)) return [];
			return [bad('wrong-net', `${t.replace('-', ' ')} has the ${NET_WORDS[have]}, where the ${NET_WORDS[want]} goes`)];
		});
	}
	/** Both screws of a side have a cable's conductor: it goes on through the device. */
	private isThrough(side: keyof DuplexSides): boolean {
		return [`${side}-upper`, `${side}-lower`].every((t) => {
			const on = this.on(t);
			return on && 'end' in on;
		});
	}

	private otherFaults(): LandedFault[] {
		const { d } = this.of;
		if (d.kind === 'switch' && (d.ways ?? 'single') === 'single') {
			const nets = [this.net('a'), this.net('b')];
			if (nets.some((n) => isNeutral(n) || n === 'ground'))
				return [bad('wrong-net', 'a neutral or a ground is on the switch: a dead short when it is on')];
			if (nets.includes(null)) return [bad('nothing', 'one of its screws has nothing')];
			return nets[0] === nets[1] ? [bad('wrong-net', 'both screws have the same conductor: the switch does nothing')] : [];
		}
		if (d.kind === 'switch' && d.ways === 'three-way') {
			const common = this.net('common');
			if (common?.startsWith('traveler'))
				return [bad('common', 'a traveler is on the common: the set works from one place only')];
		}
		return wantsOf(this.c, d)
			.filter((w) => w.terminal !== 'ground' && w.net !== 'ground')
			.flatMap((w): LandedFault[] => {
				const have = this.net(w.terminal);
				if (!have)
					return this.of.made.terminals.some((t) => t.device === d.id && t.terminal === w.terminal)
						? [bad('nothing', `nothing is on ${w.terminal.replaceAll('-', ' ')}`)]
						: [];
				if (have === w.net || swappable(w.net, have)) return [];
				return [
					bad('wrong-net', `${w.terminal.replaceAll('-', ' ')} has the ${NET_WORDS[have]}, where the ${NET_WORDS[w.net]} goes`)
				];
			});
	}
}
/** What stands on brass and on silver, upper half first. */
interface DuplexSides {
	hot: (Net | null)[];
	neutral: (Net | null)[];
}
const isOfLoad = (x: { key: NetKey } | null): boolean => !!x?.key.startsWith('load ');
function onWrongSide({ hot, neutral }: DuplexSides): LandedFault[] {
	const [neutralOnBrass, hotOnSilver] = [hot.some(isNeutral), neutral.some(isHot)];
	const ground = [...hot, ...neutral].includes('ground') ? [bad('wrong-net', 'a ground is on a brass or silver screw')] : [];
	if (neutralOnBrass && hotOnSilver) return [bad('reversed', 'reversed: the neutral is on brass, the hot on silver'), ...ground];
	if (neutralOnBrass) return [bad('wrong-net', 'a neutral is on a brass screw: a dead short when it is energized'), ...ground];
	if (hotOnSilver) return [bad('wrong-net', 'a hot is on a silver screw: a dead short when it is energized'), ...ground];
	return ground;
}
const bad = (kind: LandedKind, says: string): LandedFault => ({ kind, level: 'bad', says });
/** Two hots of one appliance, and two travelers of one pair, may change places. */
const swappable = (a: Net, b: Net): boolean =>
	[
		['hot', 'hot-b'],
		['traveler-1', 'traveler-2'],
		['traveler-3', 'traveler-4']
	].some((pair) => pair.includes(a) && pair.includes(b));
const tabInSays = (c: MakeUpCase, d: MakeDevice): string =>
	d.halves === 'two-circuits'
		? sharesNeutral(c)
			? 'the tab of the brass side is still in: two hots are joined, a short of 240 V'
			: 'the tab of the brass side is still in: two circuits are joined'
		: 'the tab of the brass side is still in: the switch takes no power from its half';

/** What three lamps of a tester show at one half, with power on; off where a contact hangs on nothing. */
export function lampsOf(
	{ case: c, made, landed }: { case: MakeUpCase; made: MakeUp; landed: Landed },
	at: { device: string; half: 'upper' | 'lower' }
): string {
	const d = c.devices.find((x) => x.id === at.device);
	if (!d) return 'off off off';
	const reaches = meets(c, togetherAs(made, landed));
	const supply = wiresOf(c).filter((w) => w.cableOf.toward === 'supply');
	// What comes in at the supply and reaches the contact. Two that differ are a short: the breaker opens, nothing is lit.
	const volts = (terminal: string): number | null => {
		const all = new Set(supply.filter((w) => w.net !== 'spare' && reaches(w, d.id, terminal)).map((w) => voltsOf(w.net)));
		const [only] = all;
		return all.size === 1 && only !== undefined ? only : null;
	};
	const contact = (side: 'hot' | 'neutral') => volts(protects(d) ? `line-${side}` : `${side}-${at.half}`);
	const [h, n, g] = [contact('hot'), contact('neutral'), volts('ground')];
	const lamp = (a: number | null, b: number | null) =>
		a !== null && b !== null && Math.abs(a - b) > HOT_TO_NEUTRAL_V / 2 ? 'on' : 'off';
	return `${lamp(h, n)} ${lamp(h, g)} ${lamp(n, g)}`;
}
const voltsOf = (net: Net): number => (isHot(net) ? (net === 'hot-b' ? -HOT_TO_NEUTRAL_V : HOT_TO_NEUTRAL_V) : 0);
