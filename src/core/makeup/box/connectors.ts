import type { ConnectorKind } from '../../model/kinds';
import type { Awg, Metal } from '../../units/gauge';

/**
 * Generic connectors, by the set of conductors that each is listed for: the usual capacities of the trade. The package says what
 * a connector at hand really takes. Copper only.
 * @source facts on making up a box, connectors
 */
interface Connector {
	name: string;
	/** How many of one gauge, from and to. */
	takes: Partial<Record<Awg, readonly [from: number, to: number]>>;
}
const CONNECTORS: readonly Connector[] = [
	{ name: 'small twist-on', takes: { '14': [2, 3] } },
	{ name: 'medium twist-on', takes: { '14': [4, 4], '12': [2, 3] } },
	{ name: 'large twist-on', takes: { '12': [4, 5], '10': [2, 3] } },
	{ name: '5-port lever', takes: { '14': [5, 5] } }
];
/** Of the shop that works with levers: one port a conductor, by the frame for its gauge. */
const LEVERS: readonly Connector[] = [
	...[2, 3, 5].map((ports): Connector => ({
		name: `${ports}-port lever`,
		takes: { '14': [ports === 5 ? 4 : ports, ports], '12': [ports === 5 ? 4 : ports, ports] }
	})),
	...[2, 3, 5].map((ports): Connector => ({
		name: `large ${ports}-port lever`,
		takes: { '10': [ports === 5 ? 4 : ports, ports] }
	}))
];
const TABLES: Record<ConnectorKind, readonly Connector[]> = { 'twist-on': CONNECTORS, lever: LEVERS };
/** In place of a connector: one conductor from the box's screw to a device. */
export const JUMPER = 'no connector, one jumper';
/** Of one lead and one conductor alone. */
export interface Conductor {
	awg: Awg;
	metal: Metal;
}
/**
 * The smallest connector that is listed for a set; null: mixed gauges, aluminum, or a set that the table does not name: the
 * package says. @example three 12 AWG -> medium twist-on
 */
export function connectorFor(set: readonly Conductor[], kind: ConnectorKind = 'twist-on'): string | null {
	const [first] = set;
	if (!first || set.some((w) => w.metal === 'Al' || w.awg !== first.awg)) return null;
	const fits = TABLES[kind].find(({ takes }) => {
		const range = takes[first.awg];
		return range !== undefined && set.length >= range[0] && set.length <= range[1];
	});
	return fits?.name ?? null;
}
/** The most conductors of one gauge that one connector takes; null: none of the table takes any. */
const mostOf = (awg: Awg, kind: ConnectorKind): number | null => {
	const tops = TABLES[kind].flatMap(({ takes }) => takes[awg]?.[1] ?? []);
	return tops.length ? Math.max(...tops) : null;
};
/**
 * How a set that is too large for one connector is split: parts of nearly the same size, a jumper between each two. Every jumper
 * takes a place at both of its ends. @returns conductors in each part, jumpers counted; null: it need not, or cannot, be split
 */
export function splitOf(set: readonly Conductor[], kind: ConnectorKind = 'twist-on'): number[] | null {
	const [first] = set;
	const most = first && mostOf(first.awg, kind);
	if (!first || !most || set.length <= most || set.some((w) => w.metal === 'Al' || w.awg !== first.awg)) return null;
	let parts = 2;
	while (set.length + 2 * (parts - 1) > parts * most) parts++;
	const total = set.length + 2 * (parts - 1);
	return Array.from({ length: parts }, (_, i) => Math.floor(total / parts) + (i < total % parts ? 1 : 0));
}
