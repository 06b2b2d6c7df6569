import type { Role } from '../faults/rows';
import type { ServiceLeg, Wiring } from './wiring';

/** A wiring with its points numbered once, so that thousands of faults can be tried on it. */
export interface Plan {
	wiring: Wiring;
	/** Numbers of the points, in feed order. */
	points: ReadonlyMap<string, number>;
	names: readonly string[];
	/** For a point on the load side of a device, the number of the point on its line side; -1: it is not one. */
	lineOf: Int32Array;
	wires: readonly PlannedWire[];
	cables: readonly PlannedCable[];
	outlets: readonly PlannedOutlet[];
	outletById: ReadonlyMap<string, number>;
	/** Everything that a fault may name. */
	places: ReadonlySet<string>;
}
export interface PlannedWire {
	at: string;
	circuitId: string;
	role: Role;
	leg: ServiceLeg | undefined;
	/** The first hot of its cable: what is meant where a fault names none. */
	first: boolean;
	from: number;
	to: number;
	ohms: number;
}
interface PlannedCable {
	at: string;
	/** Its wires are these, in the plan's list. */
	start: number;
	end: number;
	strays: Wiring['cables'][number]['strays'];
}
/** Numbers of the points of its contacts; -1: it has none there. */
interface PlannedOutlet {
	hot: number;
	neutral: number;
	ground: number;
	third: number;
	/** Of its load; 0: none. */
	ohms: number;
}

export const LOAD_SIDE = '#load';

/** Numbers the points of a wiring in feed order, so that the solver fills in nothing. */
export function planOf(wiring: Wiring): Plan {
	const points = new Map<string, number>();
	const names: string[] = [];
	const add = (name: string): number => {
		const before = points.get(name);
		if (before !== undefined) return before;
		// The line side comes first: the load side is the same point until the device trips.
		if (name.endsWith(LOAD_SIDE)) add(name.slice(0, -LOAD_SIDE.length));
		points.set(name, names.length);
		return names.push(name) - 1;
	};
	const { bars } = wiring.supply;
	for (const bar of [bars.a, bars.b, bars.neutral, bars.ground]) if (bar) add(bar);
	for (const { poles } of wiring.breakers) poles.forEach((p) => [p.bar, p.point].forEach(add));
	const wires: PlannedWire[] = [];
	const cables = wiring.cables.map((cable): PlannedCable => {
		const start = wires.length;
		cable.wires.forEach((w) => add(w.from));
		const firstHot = cable.wires.find((w) => w.role === 'hot');
		for (const w of cable.wires)
			wires.push({
				at: cable.at,
				circuitId: w.circuitId ?? cable.circuitId,
				role: w.role,
				leg: w.leg,
				first: w === firstHot,
				from: add(w.from),
				to: add(w.to),
				ohms: w.ohms
			});
		return { at: cable.at, start, end: wires.length, strays: cable.strays };
	});
	for (const s of wiring.switches) [s.from, s.to].forEach(add);
	for (const j of wiring.joints) [j.a, j.b].forEach(add);
	const outlets = wiring.outlets.map((o): PlannedOutlet => ({
		hot: add(o.hot),
		neutral: o.neutral === null ? -1 : add(o.neutral),
		ground: o.ground === null ? -1 : add(o.ground),
		third: o.third ? add(o.third) : -1,
		ohms: o.watts > 0 && o.neutral !== null ? o.ratedVolts ** 2 / o.watts : 0
	}));
	const lineOf = Int32Array.from(names, (name) =>
		name.endsWith(LOAD_SIDE) ? (points.get(name.slice(0, -LOAD_SIDE.length)) ?? -1) : -1
	);
	const places = new Set([
		...wiring.cables.map((c) => c.at),
		...wiring.outlets.flatMap((o) => [o.id, o.at]),
		...wiring.breakers.map((b) => b.circuitId),
		'service'
	]);
	const outletById = new Map(wiring.outlets.map((o, i) => [o.id, i]));
	return { wiring, points, names, lineOf, wires, cables, outlets, outletById, places };
}
