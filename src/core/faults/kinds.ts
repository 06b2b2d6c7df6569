import { FAULT_ROWS } from './rows';

/** Wiring faults: their kinds, and where one is. All that is said of a kind stands in its row. */

export type FaultKind = keyof typeof FAULT_ROWS;
export const FAULTS = Object.keys(FAULT_ROWS) as FaultKind[];
/** What the HTTP contract knows. */
export const RUN_FAULTS = [
	'open-hot',
	'open-neutral',
	'open-ground',
	'loose-hot',
	'loose-neutral',
	'loose-ground',
	'reversed',
	'reversed-splice',
	'hot-ground-reversed',
	'neutral-ground-swapped',
	'bootleg',
	'short-hot-neutral',
	'short-hot-ground',
	'neutral-ground-touch'
] as const satisfies readonly FaultKind[];
/** What the contract has of electrical kinds besides: of a contact, of a protecting device, of two legs and their supply. */
export const NETWORK_FAULTS = [
	...RUN_FAULTS,
	'ground-contact-lost',
	'gfci-line-load-swapped',
	'gfci-tripped',
	'shared-neutral-open',
	'both-hots-one-leg',
	'leg-lost',
	'switch-open',
	'service-neutral-open',
	'supply-high',
	'supply-low'
] as const satisfies readonly FaultKind[];
/** One fault. On a cable: `at` the place that it feeds; of a device: the place, or the outlet's own id; of a breaker: its circuit. */
export interface Fault {
	kind: FaultKind;
	at: string;
	/** Of a loose joint, ohm. */
	ohms?: number | undefined;
	/** Where more than one circuit ends at the place. */
	circuitId?: string | undefined;
	/** Where a cable has two hots. */
	leg?: 'a' | 'b' | undefined;
	/** The other place, of what joins two circuits. */
	with?: string | undefined;
}

/** A connection that still conducts, through ohms of its own. */
export const isLoose = (kind: FaultKind): boolean => FAULT_ROWS[kind].isLoose === true;
/** A worn breaker: the share of its rating at which a simulated one opens, and under which one that trips is called worn. */
export const WORN_BREAKER = { opensAtShare: 0.7, calledUnderShare: 0.8 } as const;
