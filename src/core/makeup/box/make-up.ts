import { editions } from '../../code/editions';
import { compareGauge, type Awg } from '../../units/gauge';
import {
	NETS,
	sameEnd,
	type Color,
	type End,
	type Join,
	type MakeUp,
	type MakeUpCase,
	type Net,
	type NetKey,
	type Tail
} from './case';
import { hasSupplyGround, isArmored, setOf, wiresOf, type ConductorEnd } from './wires';
import { closes } from './closes';
import { connectorFor, JUMPER, type Conductor } from './connectors';
import { makeUpFindings, notClosed } from './findings';
import { stepsOf } from './steps';
import { sharesNeutral, tabsOf, wantsOf, type Want } from './terminals';

/**
 * Makes up a box: which conductor ends meet, which go to which screw, what is capped. What it gives is put back together and held
 * against the plan before anybody sees it.
 * @source facts on making up a box as a net list, rules 1 to 12
 */
export function makeUp(c: MakeUpCase): MakeUp {
	const { made, findings } = parts(c);
	const wrong = closes(c, made);
	// A make-up that is not what was planned is never shown.
	if (wrong.length) return { ...EMPTY, steps: [], findings: [...findings, notClosed(editions[c.edition], wrong)] };
	return { ...made, steps: stepsOf(c, made), findings };
}
/** What a box comes up against, without its make-up: for a house of which every new box is judged after each edit. */
export const boxFindings = (c: MakeUpCase): MakeUp['findings'] => parts(c).findings;
function parts(c: MakeUpCase): { made: Omit<MakeUp, 'steps' | 'findings'>; findings: MakeUp['findings'] } {
	const wires = wiresOf(c);
	const wants = c.devices.flatMap((d) => wantsOf(c, d));
	const made = new Making(c, wires, wants).done();
	return { made, findings: makeUpFindings(editions[c.edition], c, { wires, wants, made }) };
}
const EMPTY = { joins: [], terminals: [], tabs: {}, reMark: [], capped: [], boxGround: false };

const HOTS: readonly Net[] = NETS.filter((n) => !['neutral', 'neutral-b', 'ground', 'spare'].includes(n));
const WHITES: readonly Color[] = ['white', 'gray'];

class Making {
	private readonly joins: Join[] = [];
	private readonly terminals: MakeUp['terminals'] = [];
	private readonly capped: End[] = [];
	private readonly tailAwg: Awg;
	private boxGround = false;

	constructor(
		private readonly c: MakeUpCase,
		private readonly wires: readonly ConductorEnd[],
		private readonly wants: readonly Want[]
	) {
		this.tailAwg = c.tailAwg ?? [...c.cables].map((x) => x.awg).sort(compareGauge)[0] ?? '14';
	}

	done(): Omit<MakeUp, 'steps' | 'findings'> {
		const keys = [...new Set([...this.wires.map((w) => w.key), ...this.wants.map((w) => w.key)])];
		// LINE before LOAD of the same net.
		const rank = (key: NetKey) =>
			2 * ORDER.findIndex((net) => key === net || key.startsWith(`load ${net} `)) + Number(key.startsWith('load '));
		for (const key of keys.sort((a, b) => rank(a) - rank(b))) this.net(key);
		const tabs = this.c.devices.flatMap((d) => {
			const t = tabsOf(this.c, d);
			return t ? [[d.id, t] as const] : [];
		});
		return {
			joins: this.joins,
			terminals: this.terminals,
			tabs: Object.fromEntries(tabs),
			reMark: this.wires
				.filter((w) => WHITES.includes(w.color) && HOTS.includes(w.net))
				.map(({ cable, color, net }) => ({ cable, color, as: net })),
			capped: this.capped,
			boxGround: this.boxGround
		};
	}

	private net(key: NetKey): void {
		const ends = this.wires.filter((w) => w.key === key).sort(supplyFirst);
		const net = ends[0]?.net ?? this.wants.find((w) => w.key === key)?.net ?? 'spare';
		if (net === 'spare') return void this.capped.push(...ends.map(bare));
		if (net === 'ground') return this.grounds(ends);
		const wants = this.wants.filter((w) => w.key === key);
		const [want] = wants;
		if (!wants.length) {
			if (ends.length > 1) this.join({ net, key, ends, wants: [] });
			else this.capped.push(...ends.map(bare));
			return;
		}
		if (!want || (!ends.length && wants.length < 2)) return;
		if (ends.length === 1 && wants.length === 1 && !want.lead) return this.land(want, want.terminal, ends[0]);
		if (this.through(net, ends, wants) && want.second) {
			this.land(want, want.terminal, ends[0]);
			return this.land(want, want.second, ends[1]);
		}
		const [, other] = wants;
		if (other && want.second && this.jumps(net, ends, wants)) {
			this.land(want, want.terminal, ends[0]);
			return this.join({ net, key, ends: [], wants: [{ ...want, terminal: want.second }, other] });
		}
		this.join({ net, key, ends, wants });
	}
	/** In on one screw and out on the other: only where practice has it so, the tab is in, and the neutral is of one circuit. */
	private through(net: Net, ends: readonly ConductorEnd[], wants: readonly Want[]): boolean {
		const multiwire = (net === 'neutral' || net === 'neutral-b') && sharesNeutral(this.c);
		return (
			this.c.practice.style === 'feed-through' && ends.length === 2 && wants.length === 1 && !!wants[0]?.second && !multiwire
		);
	}
	/** One feed, two devices of screws: in on the first, a jumper from its other screw to the second's. */
	private jumps(net: Net, ends: readonly ConductorEnd[], wants: readonly Want[]): boolean {
		const multiwire = (net === 'neutral' || net === 'neutral-b') && sharesNeutral(this.c);
		return (
			this.c.practice.style === 'feed-through' &&
			ends.length === 1 &&
			wants.length === 2 &&
			!wants.some((w) => w.lead) &&
			!multiwire
		);
	}
	/** All grounds of a box meet, whatever circuits they are of; taking a device out may not break them. @source 250.148 */
	private grounds(ends: readonly ConductorEnd[]): void {
		const armored = isArmored(this.c);
		if (!ends.length && !armored) return;
		if (!hasSupplyGround(this.c)) return void this.capped.push(...ends.map(bare));
		const wants = this.wants.filter((w) => w.key === 'ground');
		const metal = this.c.box.material === 'metal';
		const [want] = wants;
		// Armor bonds the box; with nothing to bond to it there is nothing to join.
		if (!ends.length && !wants.length) return;
		if (ends.length === 1 && wants.length === 1 && want && !want.lead && !metal) return this.land(want, want.terminal, ends[0]);
		if (ends.length === 1 && !wants.length && !metal) return void this.capped.push(...ends.map(bare));
		this.boxGround = metal;
		this.join({ net: 'ground', key: 'ground', ends, wants, box: metal });
	}
	private land(want: Want, terminal: string, end: ConductorEnd | undefined): void {
		if (end) this.terminals.push({ device: want.device, terminal, conductor: bare(end) });
	}
	private join(of: { net: Net; key: NetKey; ends: readonly ConductorEnd[]; wants: readonly Want[]; box?: boolean }): void {
		const { net, key, ends, wants, box = false } = of;
		const tails: Tail[] = wants.map(({ device, terminal }) => ({ device, terminal }));
		for (const { device, terminal } of wants) this.terminals.push({ device, terminal, conductor: { tail: true } });
		if (box) tails.push({ box: true });
		const load = key === net ? {} : { load: key.slice(key.lastIndexOf(' ') + 1) };
		// One conductor from the box to the device, or from one device's screw to another's, is a jumper: no connector goes on.
		const connector =
			!ends.length && tails.length === 2 && !wants.some((w) => w.lead)
				? JUMPER
				: connectorFor(this.setOf(ends, wants, box), this.c.practice.connector);
		this.joins.push({ net, ...load, ends: ends.map(bare), tails, connector });
	}
	/** The conductors that meet; leads of a device are of a gauge that only the device tells. */
	private setOf(ends: readonly ConductorEnd[], wants: readonly Want[], box: boolean): Conductor[] {
		return setOf({ ends, tails: wants.length + Number(box), tailAwg: this.tailAwg, leads: wants.some((w) => w.lead) });
	}
}
/** Grounds first, then neutrals, then hots: the order in which they are landed. */
const FIRST: readonly Net[] = ['ground', 'neutral', 'neutral-b'];
const ORDER: readonly Net[] = [...FIRST, ...NETS.filter((n) => !FIRST.includes(n))];
const bare = ({ cable, color }: End): End => ({ cable, color });
const supplyFirst = (a: ConductorEnd, b: ConductorEnd): number =>
	Number(b.cableOf.toward === 'supply') - Number(a.cableOf.toward === 'supply');
/** Where an end stands: for the property that it stands once. */
export const placesOf = (m: MakeUp, end: End): number =>
	m.joins.filter((j) => j.ends.some((e) => sameEnd(e, end))).length +
	m.terminals.filter((t) => 'cable' in t.conductor && sameEnd(t.conductor, end)).length +
	m.capped.filter((e) => sameEnd(e, end)).length;
