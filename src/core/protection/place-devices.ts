import { gives } from '../model/protections';
import type { Protection } from '../model/kinds';

/**
 * Where along a run protection is put so that every need is met at the least cost: the breaker, and a device at any of its
 * boxes that protects itself, or itself and what it feeds. Exact: what stands upstream is all that a box must know, so the
 * best for each of the four cases of that follows from the best of what it feeds.
 */
export interface PlacingBox {
	id: string;
	/** The box that feeds it, by number; -1: the panel. */
	parent: number;
	needs: { gfci: boolean; afci: boolean };
	/** Devices that may stand here, with their price. */
	may: readonly { protection: Exclude<Protection, 'none'>; price: number }[];
	/** What it is held to cost that all it feeds, itself too, goes dead together. */
	togetherCost: number;
}
export interface PlacingCase {
	/** A box comes after the one that feeds it. */
	boxes: readonly PlacingBox[];
	breakers: readonly { protection: Protection; price: number; togetherCost: number }[];
}
export interface PlacedDevice {
	boxId: string;
	protection: Exclude<Protection, 'none'>;
	/** What follows hangs on its LOAD. */
	feedsLoad: boolean;
}
export interface Placement {
	breaker: Protection;
	devices: PlacedDevice[];
	price: number;
	/** Price, and what going dead together is held to cost. */
	cost: number;
}
interface Given {
	gfci: boolean;
	afci: boolean;
}
/** What a kind of device protects against. */
const givesAgainst = (p: Protection): Given => ({
	gfci: gives(p, 'gfci'),
	afci: gives(p, 'afci')
});
const CASES: readonly Given[] = [
	{ gfci: false, afci: false },
	{ gfci: true, afci: false },
	{ gfci: false, afci: true },
	{ gfci: true, afci: true }
];
const caseOf = (g: Given): number => (g.gfci ? 1 : 0) + (g.afci ? 2 : 0);

interface Best {
	cost: number;
	price: number;
	devices: PlacedDevice[];
}
const NONE: Best = { cost: 0, price: 0, devices: [] };

/** @returns for each breaker that can be the best placement with it, the least cost first; none where a need cannot be met */
export function placeDevices(c: PlacingCase): Placement[] {
	const children = new Map<number, number[]>();
	c.boxes.forEach((b, i) => children.set(b.parent, [...(children.get(b.parent) ?? []), i]));
	/** By box, then by what is given upstream; null: its needs cannot be met. */
	const best: (Best | null)[][] = c.boxes.map(() => []);
	for (let i = c.boxes.length - 1; i >= 0; i--) {
		const own = best[i] as (Best | null)[];
		CASES.forEach((given, k) => (own[k] = bestAt(c.boxes[i] as PlacingBox, given, children.get(i) ?? [], best)));
	}
	return c.breakers
		.flatMap(({ protection, price, togetherCost }): Placement[] => {
			const run = sum((children.get(-1) ?? []).map((i) => best[i]?.[caseOf(givesAgainst(protection))] ?? null));
			return run
				? [{ breaker: protection, devices: run.devices, price: run.price + price, cost: run.cost + price + togetherCost }]
				: [];
		})
		.sort((a, b) => a.cost - b.cost || a.devices.length - b.devices.length);
}
function sum(parts: readonly (Best | null)[]): Best | null {
	let all = NONE;
	for (const p of parts) {
		if (!p) return null;
		all = { cost: all.cost + p.cost, price: all.price + p.price, devices: [...all.devices, ...p.devices] };
	}
	return all;
}
function bestAt(box: PlacingBox, given: Given, fed: readonly number[], best: readonly (readonly (Best | null)[])[]): Best | null {
	let least: Best | null = null;
	const offer = (device: PlacedDevice | null, price: number, together: number) => {
		const own = givesAgainst(device?.protection ?? 'none');
		if ((box.needs.gfci && !given.gfci && !own.gfci) || (box.needs.afci && !given.afci && !own.afci)) return;
		const on = device?.feedsLoad ? { gfci: given.gfci || own.gfci, afci: given.afci || own.afci } : given;
		const rest = sum(fed.map((i) => best[i]?.[caseOf(on)] ?? null));
		if (!rest) return;
		const cost = rest.cost + price + together;
		if (least && least.cost <= cost) return;
		least = { cost, price: rest.price + price, devices: device ? [device, ...rest.devices] : rest.devices };
	};
	offer(null, 0, 0);
	for (const { protection, price } of box.may) {
		offer({ boxId: box.id, protection, feedsLoad: false }, price, 0);
		if (fed.length) offer({ boxId: box.id, protection, feedsLoad: true }, price, box.togetherCost);
	}
	return least;
}

/** What a placement leaves without: walked box by box, knowing nothing of how it was found. */
export function unmet(c: PlacingCase, p: Pick<Placement, 'breaker' | 'devices'>): { boxId: string; lacks: 'gfci' | 'afci' }[] {
	const device = new Map(p.devices.map((d) => [d.boxId, d]));
	const onward: Given[] = [];
	return c.boxes.flatMap((box, i) => {
		const given = box.parent < 0 ? givesAgainst(p.breaker) : (onward[box.parent] as Given);
		const d = device.get(box.id);
		const own = givesAgainst(d?.protection ?? 'none');
		const here = { gfci: given.gfci || own.gfci, afci: given.afci || own.afci };
		onward[i] = d?.feedsLoad ? here : given;
		return (['gfci', 'afci'] as const).filter((k) => box.needs[k] && !here[k]).map((lacks) => ({ boxId: box.id, lacks }));
	});
}
