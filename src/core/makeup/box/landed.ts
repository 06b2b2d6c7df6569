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
		const { d, wires, landed } = this.of;
		const [lh, ln, dh, dn] = ['line-hot', 'line-neutral', 'load-hot', 'load-neutral'].map((t) => this.at(t));
		const faults: LandedFault[] = [];
		if (isNeutral(lh?.net ?? null) && isHot(ln?.net ?? null))
			faults.push(bad('reversed', 'LINE is reversed: hot on silver, neutral on brass'));
		const onLoad = (x: { key: NetKey } | null | undefined) => !!x?.key.startsWith('load ');
		const exchanged = (onLoad(lh) || !lh) && (onLoad(ln) || !ln) && ((!!dh && !onLoad(dh)) || (!!dn && !onLoad(dn)));
		if (exchanged)
			return [
				...faults,
				bad(
					'line-load',
					'LINE and LOAD are exchanged: the supply is on LOAD. It does not reset, or its face stays live when it trips'
				)
			];
		if (isHot(dn?.net ?? null) || isNeutral(dh?.net ?? null))
			faults.push(bad('reversed', 'LOAD is reversed: what follows has hot and neutral exchanged'));
		for (const [terminal, x] of [
			['load-hot', dh],
			['load-neutral', dn]
		] as const)
			if (x && !onLoad(x) && !exchanged)
				faults.push(
					bad(
						'line-load',
						`${terminal.replace('-', ' ')} has the supply on it: it bypasses the device, and trips it or leaves LOAD live`
					)
				);
		// What was to be protected and is joined with LINE; what was not, and hangs on LOAD.
		const lineSplices = this.of.made.joins.filter((j) => !j.load).flatMap((j) => j.ends);
		for (const id of d.load ?? []) {
			const own = wires.filter((w) => w.cable === id && PROTECTED.includes(w.net));
			const landedHere = own.some((w) => Object.values(landed.on).some((on) => on && 'end' in on && sameEnd(on.end, w)));
			const viaLine = own.some((w) => lineSplices.some((e) => sameEnd(e, w)));
			const viaPigtail = [dh, dn].some((x) => onLoad(x));
			if (!landedHere && !viaPigtail && !viaLine && own.length)
				faults.push(
					bad('not-protected', `${id} is on neither terminal of LOAD: it is dead, or not protected if it is spliced with LINE`)
				);
		}
		if (!lh) faults.push(bad('nothing', 'nothing is on LINE brass'));
		if (!ln) faults.push(bad('nothing', 'nothing is on LINE silver: it does not reset'));
		return faults;
	}

	private duplexFaults(): LandedFault[] {
		const { d } = this.of;
		const planned = tabsOf(this.c, d);
		const tabs = this.of.landed.tabs[d.id] ?? planned;
		const faults: LandedFault[] = [];
		const [hu, hl, nu, nl] = ['hot-upper', 'hot-lower', 'neutral-upper', 'neutral-lower'].map((t) => this.net(t));
		const hots = [hu ?? null, hl ?? null];
		const neutrals = [nu ?? null, nl ?? null];
		if (hots.some(isNeutral) && neutrals.some(isHot))
			faults.push(bad('reversed', 'reversed: the neutral is on brass, the hot on silver'));
		else if (hots.some(isNeutral) || neutrals.some(isHot))
			faults.push(
				bad(
					'wrong-net',
					hots.some(isNeutral)
						? 'a neutral is on a brass screw: a dead short when it is energized'
						: 'a hot is on a silver screw: a dead short when it is energized'
				)
			);
		if ([...hots, ...neutrals].includes('ground')) faults.push(bad('wrong-net', 'a ground is on a brass or silver screw'));
		if (planned && tabs) {
			for (const side of ['hot', 'neutral'] as const) {
				if (planned[side] === 'out' && tabs[side] === 'in')
					faults.push(
						bad(
							'tab-in',
							side === 'hot' ? tabInSays(this.c, d) : 'the tab of the silver side is still in: two neutrals are joined'
						)
					);
				if (planned[side] === 'in' && tabs[side] === 'out' && (side === 'hot' ? hots : neutrals).includes(null))
					faults.push(bad('tab-out', `the tab of the ${side === 'hot' ? 'brass' : 'silver'} side is out: one half is dead`));
			}
		}
		if (hots.every((n) => n === null)) faults.push(bad('nothing', 'nothing is on brass'));
		if (neutrals.every((n) => n === null)) faults.push(bad('nothing', 'nothing is on silver'));
		const wants = new Map(wantsOf(this.c, d).map((w) => [w.terminal, w.net]));
		if (planned?.hot === 'out')
			for (const t of ['hot-upper', 'hot-lower'] as const) {
				const [want, have] = [wants.get(t), this.net(t)];
				if (want && have && want !== have && isHot(have))
					faults.push(bad('wrong-net', `${t.replace('-', ' ')} has the ${NET_WORDS[have]}, where the ${NET_WORDS[want]} goes`));
			}
		const through = (pair: readonly [string, string]) =>
			pair.every((t) => {
				const on = this.on(t);
				return on && 'end' in on;
			});
		if (through(['neutral-upper', 'neutral-lower']) && sharesNeutral(this.c))
			faults.push(
				bad(
					'neutral-through',
					'the shared neutral goes through the device: when it is removed, what follows is in series on 240 V'
				)
			);
		else if (
			this.c.practice.style === 'pigtail' &&
			!faults.length &&
			(through(['hot-upper', 'hot-lower']) || through(['neutral-upper', 'neutral-lower'])) &&
			planned?.hot === 'in'
		)
			faults.push({ kind: 'practice', level: 'look', says: 'right, fed through the screws: your practice is pigtails' });
		return faults;
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
