import type { Role } from '../faults/rows';
import type { Edition } from '../code/shape/edition';
import { ohmsAt, ohmsPerKft } from '../code/chapter-9-resistance';
import type { Awg, Metal } from '../units/gauge';
import type { WiredCable, Outlet, Wiring } from './wiring';
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
}
export interface RunCase {
	source: { volts: number; ohmsPerLeg: number };
	boxes: readonly RunBox[];
	terminationOhms: number;
	conductorC: number;
	faults?: readonly Fault[] | undefined;
	breakerA?: number | undefined;
	/** Boxes whose device is a GFCI that protects itself and what is downstream. */
	gfciAt?: readonly string[] | undefined;
}

const PANEL = 'panel';
const CIRCUIT = 'run';
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

/** The wires of one circuit, from the panel on. */
export function runWiring(edition: Pick<Edition, 'resistance'>, c: RunCase): Wiring {
	const gfcis = new Set(c.gfciAt ?? []);
	const point = (box: string, role: Role) =>
		box === PANEL ? (role === 'hot' ? 'panel:h' : `panel:${role}`) : `${box}:${role[0]}`;
	const onward = (box: string, role: Role) =>
		gfcis.has(box) && role !== 'ground' ? `${point(box, role)}#load` : point(box, role);
	const boxes = inFeedOrder(c.boxes);
	const cables = boxes.map((box): WiredCable => {
		const roles: Role[] = box.ground ? ['hot', 'neutral', 'ground'] : ['hot', 'neutral'];
		const ohms = wireOhms(edition, box, { conductorC: c.conductorC, terminationOhms: c.terminationOhms });
		return {
			at: box.id,
			circuitId: CIRCUIT,
			wires: roles.map((role) => ({ role, from: onward(box.from, role), to: point(box.id, role), ohms })),
			strays: straysOf(roles, box.lengthFt)
		};
	});
	return {
		supply: {
			volts: c.source.volts,
			ohmsPerLeg: c.source.ohmsPerLeg,
			neutralOhms: 0,
			bars: { a: 'panel:a', b: null, neutral: 'panel:neutral', ground: 'panel:ground' },
			electrodeOhms: null
		},
		breakers: [
			{ circuitId: CIRCUIT, amps: c.breakerA ?? 20, poles: [{ leg: 'a', bar: 'panel:a', point: 'panel:h' }], watches: false }
		],
		cables,
		outlets: boxes.map((box): Outlet => ({
			id: box.id,
			at: box.id,
			circuitId: CIRCUIT,
			hot: onward(box.id, 'hot'),
			neutral: onward(box.id, 'neutral'),
			ground: point(box.id, 'ground'),
			watts: box.loadWatts ?? 0,
			ratedVolts: 120
		})),
		watchers: [...gfcis].map((id) => ({
			at: id,
			circuitId: CIRCUIT,
			hot: point(id, 'hot'),
			neutral: point(id, 'neutral'),
			ground: point(id, 'ground')
		})),
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
