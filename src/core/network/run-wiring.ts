import type { Role } from '../faults/rows';
import type { Edition } from '../code/shape/edition';
import { ohmsAt, ohmsPerKft } from '../code/chapter-9-resistance';
import type { Awg, Metal } from '../units/gauge';
import type { Breaker, Outlet, ServiceLeg, WiredCable, Wiring } from './wiring';
import type { Fault } from '../faults/kinds';

/** One 120 V circuit of two wires and ground as a tree of boxes: the case of `/network`. */
export interface RunBox {
	id: string;
	/** A box that comes before it, or `panel`. */
	from: string;
	awg: Awg;
	metal: Metal;
	lengthFt: number;
	ground: boolean;
	loadWatts?: number | undefined;
	/** Service legs that its device uses; left out: the first. With both, and not `twoHot`: a half on each. */
	hots?: readonly ServiceLeg[] | undefined;
	/** What is at it, where that was said. */
	device?: 'receptacle' | 'gfci' | 'light' | 'switch' | undefined;
	/** Its device stands between both hots. */
	twoHot?: boolean | undefined;
}
export interface RunCase {
	/** `legs`: 2 where the run has both hots of a service. */
	source: { volts: number; ohmsPerLeg: number; legs?: number | undefined };
	boxes: readonly RunBox[];
	terminationOhms: number;
	conductorC: number;
	faults?: readonly Fault[] | undefined;
	breakerA?: number | undefined;
	/** Boxes whose device is a GFCI that protects itself and what is downstream. */
	gfciAt?: readonly string[] | undefined;
}

const PANEL = 'panel';
/** Of each leg its circuit. */
export const RUN_CIRCUITS = { a: 'run', b: 'run-b' } as const satisfies Record<ServiceLeg, string>;
/** The half of a receptacle that is on the other leg. */
export const LOWER = '/lower';
/** Farad per foot between the wires of a cable. */
const STRAY = {
	withGround: { hotNeutral: 5e-12, hotGround: 20e-12, neutralGround: 20e-12 },
	/** Two wires and no ground. */
	bare: 12e-12,
	/** Three wires: between neighbors, the ground among them. */
	threeWire: 15e-12
} as const;

/** Of a wire of no length and no terminations: its ends are two points all the same. */
const LEAST_OHMS = 1e-9;
/** One conductor of a cable with both of its terminations, ohm. @source Chapter 9 Table 8, brought to the temperature */
export const wireOhms = (
	edition: Pick<Edition, 'resistance'>,
	w: { awg: Awg; metal: Metal; lengthFt: number },
	{ conductorC, terminationOhms }: { conductorC: number; terminationOhms: number }
): number =>
	Math.max(
		LEAST_OHMS,
		(w.lengthFt * ohmsAt(ohmsPerKft(w.awg, w.metal, edition), { metal: w.metal, tempC: conductorC }, edition)) / 1000 +
			2 * terminationOhms
	);

/** Strays of a cable's wires, told by their roles in the order in which they lie. */
export function straysOf(roles: readonly Role[], lengthFt: number): WiredCable['strays'] {
	const between = (one: number, other: number, perFt: number) => ({ one, other, farad: perFt * lengthFt });
	if (roles.length < 2) return [];
	if (roles.length === 2) return [between(0, 1, STRAY.bare)];
	if (roles.length > 3 || !roles.includes('ground')) return roles.slice(1).map((_, i) => between(i, i + 1, STRAY.threeWire));
	const { hotNeutral, hotGround, neutralGround } = STRAY.withGround;
	return [between(0, 1, hotNeutral), between(0, 2, hotGround), between(1, 2, neutralGround)];
}

const ends = { a: 'h', b: 'h2' } as const satisfies Record<ServiceLeg, string>;
const hotsOf = ({ hots, twoHot }: RunBox): readonly ServiceLeg[] => (twoHot ? LEGS : hots?.length ? hots : ['a']);
const LEGS = ['a', 'b'] as const satisfies readonly ServiceLeg[];
/** Of each box the legs that its cable carries: its own, and those of all that hangs on it. */
function carried(boxes: readonly RunBox[]): Map<string, readonly ServiceLeg[]> {
	const needs = new Map(boxes.map((b) => [b.id, new Set<ServiceLeg>(hotsOf(b))]));
	for (const b of boxes.toReversed()) for (const leg of needs.get(b.id) ?? []) needs.get(b.from)?.add(leg);
	return new Map([...needs].map(([id, legs]) => [id, LEGS.filter((leg) => legs.has(leg))]));
}

/** The wires of one circuit, from the panel on; of two with a shared neutral where boxes are on both legs. */
export function runWiring(edition: Pick<Edition, 'resistance'>, c: RunCase): Wiring {
	const gfcis = new Set(c.gfciAt ?? []);
	const hot = (box: string, leg: ServiceLeg) => `${box}:${ends[leg]}`;
	const point = (box: string, role: Exclude<Role, 'hot'>) => (box === PANEL ? `panel:${role}` : `${box}:${role[0]}`);
	const load = (box: string, name: string) => (gfcis.has(box) ? `${name}#load` : name);
	const onward = (box: string, role: 'neutral' | 'ground') =>
		role === 'ground' ? point(box, role) : load(box, point(box, role));
	const boxes = inFeedOrder(c.boxes);
	const legsOf = carried(boxes);
	const cables = boxes.map((box): WiredCable => {
		const legs = legsOf.get(box.id) ?? LEGS.slice(0, 1);
		const ohms = wireOhms(edition, box, { conductorC: c.conductorC, terminationOhms: c.terminationOhms });
		const others: ('neutral' | 'ground')[] = box.ground ? ['neutral', 'ground'] : ['neutral'];
		const wires: WiredCable['wires'] = [
			...legs.map((leg) => ({
				role: 'hot' as const,
				...(legs.length > 1 ? { leg } : {}),
				circuitId: RUN_CIRCUITS[leg],
				from: load(box.from, hot(box.from, leg)),
				to: hot(box.id, leg),
				ohms
			})),
			...others.map((role) => ({ role, from: onward(box.from, role), to: point(box.id, role), ohms }))
		];
		return {
			at: box.id,
			circuitId: RUN_CIRCUITS[legs[0] ?? 'a'],
			wires,
			strays: straysOf(
				wires.map((w) => w.role),
				box.lengthFt
			)
		};
	});
	const used = LEGS.filter((leg) => c.source.legs === 2 || [...legsOf.values()].some((legs) => legs.includes(leg)));
	return {
		supply: {
			volts: c.source.volts,
			ohmsPerLeg: c.source.ohmsPerLeg,
			neutralOhms: 0,
			bars: { a: 'panel:a', b: used.includes('b') ? 'panel:b' : null, neutral: 'panel:neutral', ground: 'panel:ground' },
			electrodeOhms: null
		},
		breakers: used.map((leg): Breaker => ({
			circuitId: RUN_CIRCUITS[leg],
			amps: c.breakerA ?? 20,
			poles: [{ leg, bar: `panel:${leg}`, point: hot(PANEL, leg) }],
			watches: false
		})),
		cables,
		outlets: boxes.flatMap((box): Outlet[] => {
			const own = hotsOf(box);
			const at = { at: box.id, ground: point(box.id, 'ground'), watts: box.loadWatts ?? 0, ratedVolts: 120 };
			const half = (leg: ServiceLeg) => ({
				...at,
				circuitId: RUN_CIRCUITS[leg],
				hot: load(box.id, hot(box.id, leg)),
				neutral: load(box.id, point(box.id, 'neutral'))
			});
			const [first = 'a'] = own;
			if (box.twoHot)
				return [
					{ ...half('a'), id: box.id, neutral: load(box.id, hot(box.id, 'b')), third: onward(box.id, 'neutral'), ratedVolts: 240 }
				];
			return [
				{ ...half(first), id: box.id, ...(own.length > 1 ? { half: 'upper' } : {}) },
				...(own.length > 1 ? [{ ...half('b'), id: `${box.id}${LOWER}`, half: 'lower' as const, watts: 0 }] : [])
			];
		}),
		watchers: [...gfcis].map((id) => {
			const leg = legsOf.get(id)?.[0] ?? 'a';
			return {
				at: id,
				circuitId: RUN_CIRCUITS[leg],
				hot: hot(id, leg),
				neutral: point(id, 'neutral'),
				ground: point(id, 'ground')
			};
		}),
		switches: [],
		joints: []
	};
}

/** Boxes after those that feed them; what hangs on nothing that is there is left out. */
export function inFeedOrder(boxes: readonly RunBox[]): RunBox[] {
	const fed = new Map<string, RunBox[]>();
	for (const box of boxes) fed.set(box.from, [...(fed.get(box.from) ?? []), box]);
	const order: RunBox[] = [];
	const waiting = [...(fed.get(PANEL) ?? [])].reverse();
	for (let box = waiting.pop(); box; box = waiting.pop()) {
		order.push(box);
		waiting.push(...[...(fed.get(box.id) ?? [])].reverse());
	}
	return order;
}
