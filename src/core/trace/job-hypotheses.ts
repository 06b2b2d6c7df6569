import { indexOf } from '../model/job-index';
import type { Device, Job, Symptom } from '../model/job';
import type { SymptomKind, SymptomSign } from '../model/kinds';
import { LOAD_SIDE } from '../network/plan';
import type { Wiring } from '../network/wiring';
import type { FaultKind } from '../faults/kinds';
import { hypothesesOf, type Hypothesis, type Single, type Suspected } from './hypotheses';
import { weighedBy, type ShopRecord } from './shop-record';
import { speaksFor } from './speaks-for';
import { PRACTICE_WEIGHTS as W } from './weights';

/** What makes faults likelier than they are by themselves: what was said, and what was seen at boxes. */
export interface Told {
	kinds: readonly SymptomKind[];
	/** Where the symptom was seen. */
	at: readonly string[];
	signs: readonly { boxId: string; sign: SymptomSign }[];
}
/** All that open symptoms tell of faults. */
export const toldBy = (symptoms: readonly Symptom[]): Told => ({
	kinds: symptoms.flatMap((s) => (s.kind ? [s.kind] : [])),
	at: symptoms.flatMap((s) => [...(s.boxId ? [s.boxId] : []), ...(s.dead ?? [])]),
	signs: symptoms.flatMap((s) => s.signs ?? [])
});

/** Everything that can be wrong with a circuit of a job, each with its weight before anything was read. */
export function jobHypotheses(
	job: Job,
	wiring: Wiring,
	{ circuitId, told, shop = {} }: { circuitId: string; told: Told; shop?: ShopRecord }
): Hypothesis[] {
	return new Possible(job, wiring, { circuitId, told }).all(shop);
}

class Possible {
	private readonly found: Single[] = [];
	private readonly circuitId: string;
	private readonly told: Told;
	private readonly upstream: ReadonlyMap<string, readonly string[]>;
	/** Boxes that lie on the way to where the symptom was seen; empty: nobody said where. */
	private readonly onTheWay: ReadonlySet<string>;
	private readonly devices: ReadonlyMap<string, Device>;
	private readonly signs: ReadonlyMap<string, number>;

	constructor(
		private readonly job: Job,
		private readonly wiring: Wiring,
		{ circuitId, told }: { circuitId: string; told: Told }
	) {
		this.circuitId = circuitId;
		this.told = told;
		this.upstream = upstreamOf(wiring, circuitId);
		this.onTheWay = new Set(told.at.flatMap((id) => this.upstream.get(id) ?? []));
		this.devices = new Map(job.boxes.flatMap((b) => b.devices.map((d) => [d.id, d] as const)));
		const signs = new Map<string, number>();
		for (const { boxId, sign } of told.signs) signs.set(boxId, (signs.get(boxId) ?? 1) * W.signs[sign]);
		this.signs = signs;
	}

	all(shop: ShopRecord): Hypothesis[] {
		this.one('off', this.circuitId, W.off * this.speaks('off'));
		for (const w of this.own(this.wiring.watchers)) this.one('off', w.at, W.off * this.speaks('off'));
		this.cables();
		this.contacts();
		this.reversedSplices();
		this.deviceFaults();
		this.besidesWiring();
		this.touches();
		const service = this.told.kinds.includes('bright-and-dim') ? W.serviceNeutral.brightAndDim : W.serviceNeutral.usual;
		this.one('service-neutral-open', 'service', service / 2);
		this.one('service-neutral-loose', 'service', service / 2);
		const places = {
			cables: this.own(this.wiring.cables).map((c) => c.at),
			outlets: this.own(this.wiring.outlets),
			watchers: this.own(this.wiring.watchers).map((w) => w.at),
			upstream: this.upstream
		};
		return hypothesesOf(weighedBy(shop, this.found), places, { pair: W.pairOver, tripped: W.trippedOver });
	}
	private own<T extends { circuitId: string }>(rows: readonly T[]): T[] {
		return rows.filter((r) => r.circuitId === this.circuitId);
	}
	private one(kind: Suspected['kind'], at: string, weight: number): void {
		this.found.push({ kind, at, weight });
	}
	private speaks(kind: Suspected['kind']): number {
		return this.told.kinds.some((k) => speaksFor(k, kind)) ? W.symptom.speaksFor : 1;
	}
	/** What a symptom speaks of is likelier on the way to where it was seen, and hardly lies elsewhere. */
	private lies(kind: Suspected['kind'], at: string): number {
		const speaks = this.speaks(kind);
		if (speaks === 1 || !this.onTheWay.size || this.onTheWay.has(at)) return speaks;
		return W.symptom.elsewhere;
	}
	/** Shares a weight over places, before what was seen there multiplies it. */
	private over(kind: FaultKind, places: readonly { at: string; times?: number; where?: string }[], weight: number): void {
		for (const { at, times = 1, where = at } of places)
			this.one(kind, at, (weight / places.length) * times * this.lies(kind, where));
	}
	private readonly sign = (boxId: string): number => this.signs.get(boxId) ?? 1;

	private cables(): void {
		const cables = this.own(this.wiring.cables);
		const nail = this.told.kinds.includes('after-a-nail');
		for (const role of ['hot', 'neutral', 'ground'] as const) {
			const there = cables.filter((c) => c.wires.some((w) => w.role === role));
			const places = there.map(({ at }) => {
				// Its other end is in the box that feeds it: what was seen there counts too.
				const from = this.upstream.get(at)?.[1];
				return { at, times: Math.max(this.sign(at), from ? this.sign(from) : 1) };
			});
			const shared = role === 'neutral' && this.shares() ? W.sharedNeutral : 0;
			this.over(`open-${role}`, places, W.splice + shared + (nail ? W.cable.afterNail : W.cable.usual));
			this.over(`loose-${role}`, places, W.splice);
		}
	}
	/** Hot and neutral exchanged in a splice: what shows at every outlet behind it is one fault. */
	private reversedSplices(): void {
		const recent = this.told.signs.some((s) => s.sign === 'recent-work');
		const places = this.own(this.wiring.cables).map(({ at }) => ({ at, times: this.sign(at) }));
		this.over('reversed-splice', places, recent ? W.reversedSplice.recentWork : W.reversedSplice.usual);
	}
	private shares(): boolean {
		return !!this.job.circuits.find((c) => c.id === this.circuitId)?.multiwire;
	}
	private contacts(): void {
		const metal = aluminumTimes(this.job, this.circuitId);
		const places = this.own(this.wiring.outlets).map((o) => ({ at: o.id, times: metal * this.sign(o.at), where: o.at }));
		const pushIn = places.filter(({ at }) => {
			const connect = this.devices.get(at)?.connects;
			return connect === undefined || connect === 'push-in';
		});
		this.over('hot-contact-lost', pushIn, W.pushIn / 2);
		this.over('neutral-contact-lost', pushIn, W.pushIn / 2);
		this.over('hot-contact-loose', places, W.contact / 2);
		this.over('neutral-contact-loose', places, W.contact / 2);
	}
	private deviceFaults(): void {
		const outlets = this.own(this.wiring.outlets).filter((o) => o.half !== 'lower');
		const places = outlets.map((o) => ({ at: o.id, times: this.sign(o.at), where: o.at }));
		const newer = outlets.some((o) => this.devices.get(o.id)?.installed);
		this.over('reversed', places, newer ? W.reversed.newDevice : W.reversed.usual);
		const replaced = this.told.kinds.includes('one-half') ? W.tab.justReplaced : W.tab.usual;
		const lower = this.own(this.wiring.outlets).filter((o) => o.half === 'lower');
		this.over(
			'tab-removed',
			lower.map((o) => ({ at: o.id, where: o.at })),
			replaced
		);
		this.over(
			'tab-left-in',
			lower.map((o) => ({ at: o.at })),
			replaced
		);
		const grounded = outlets.filter((o) => o.ground !== null);
		const toGround = grounded.map((o) => ({ at: o.id, times: this.sign(o.at), where: o.at }));
		this.over('hot-ground-reversed', toGround, W.hotGround);
		this.over('neutral-ground-swapped', toGround, W.swapped);
		this.over('ground-contact-lost', toGround, W.groundContact);
		const bare = new Set(
			this.own(this.wiring.cables)
				.filter((c) => !c.wires.some((w) => w.role === 'ground'))
				.map((c) => c.at)
		);
		const jumped = grounded.filter((o) => bare.has(o.at));
		this.over(
			'bootleg',
			toGround.filter((_, i) => !bare.has(grounded[i]?.at ?? '')),
			W.bootleg.usual
		);
		this.over(
			'bootleg',
			jumped.map((o) => ({ at: o.id, where: o.at })),
			W.bootleg.threeSlotOnTwoWire
		);
	}
	/** What is asked of a complaint before the wiring: the lamp or appliance, a switch, a protecting device. */
	private besidesWiring(): void {
		const { kinds, at } = this.told;
		const { appliance, switchOpen, gfciDead, lineLoad } = W.asked;
		const [one, ...more] = [...new Set(at)];
		const outlets = this.own(this.wiring.outlets);
		const alone = one !== undefined && !more.length ? outlets.filter((o) => o.at === one) : [];
		if (kinds.some((k) => ASKS_FOR_ITS_LAMP.includes(k)))
			this.over(
				'appliance',
				alone.map((o) => ({ at: o.id, where: o.at })),
				appliance
			);
		const lights = outlets.filter((o) => this.devices.get(o.id)?.kind === 'lighting' && (!at.length || at.includes(o.at)));
		const switched = kinds.includes('nothing-works') ? switchOpen.told : switchOpen.usual;
		this.over(
			'switch-open',
			lights.map((o) => ({ at: o.id, where: o.at })),
			switched
		);
		for (const w of this.own(this.wiring.watchers)) {
			this.one('gfci-dead', w.at, kinds.includes('gfci-no-reset') ? gfciDead.told : gfciDead.usual);
			if (kinds.includes('gfci-no-reset')) this.one('gfci-line-load-swapped', w.at, lineLoad);
		}
	}
	private touches(): void {
		const places = this.own(this.wiring.cables).map((c) => ({ at: c.at, times: this.sign(c.at) }));
		const short = this.told.kinds.includes('trips-at-once') ? W.short.tripsAtOnce : W.short.usual;
		this.over('short-hot-neutral', places, short / 2);
		this.over('short-hot-ground', places, short / 2);
		this.over('neutral-ground-touch', places, W.neutralGround);
	}
}
/** Where one lamp is dead or flickers, it may be the lamp. */
const ASKS_FOR_ITS_LAMP: readonly SymptomKind[] = ['nothing-works', 'comes-and-goes'];
/** Of each place of a circuit: itself and those that feed it, up to the panel. */
function upstreamOf({ cables }: Wiring, circuitId: string): Map<string, string[]> {
	const owner = new Map(cables.flatMap((c) => c.wires.map((w) => [w.to, c.at] as const)));
	const found = new Map<string, string[]>();
	for (const c of cables) {
		if (c.circuitId !== circuitId) continue;
		const from = c.wires[0]?.from.replace(LOAD_SIDE, '') ?? '';
		const up = owner.get(from);
		found.set(c.at, [c.at, ...((up && found.get(up)) ?? [])]);
	}
	return found;
}
/** Contacts of aluminum wiring work loose. */
const aluminumTimes = (job: Job, circuitId: string): number =>
	indexOf(job)
		.cablesOfCircuit.get(circuitId)
		?.some((l) => l.metal === 'Al')
		? W.aluminumTimes
		: 1;
