/** Wiring faults: their kinds, and where one is. */

export const OPEN_FAULTS = ['open-hot', 'open-neutral', 'open-ground'] as const;
export const LOOSE_FAULTS = ['loose-hot', 'loose-neutral', 'loose-ground'] as const;
export const SWAP_FAULTS = ['reversed', 'hot-ground-reversed', 'neutral-ground-swapped'] as const;
export const TOUCH_FAULTS = ['short-hot-neutral', 'short-hot-ground', 'neutral-ground-touch'] as const;
/** What the HTTP contract knows. */
export const RUN_FAULTS = [...OPEN_FAULTS, ...LOOSE_FAULTS, ...SWAP_FAULTS, 'bootleg', ...TOUCH_FAULTS] as const;
export const FAULTS = [
	...RUN_FAULTS,
	'hot-contact-loose',
	'neutral-contact-loose',
	'hot-contact-lost',
	'neutral-contact-lost',
	'ground-contact-lost',
	'gfci-line-load-swapped',
	'gfci-dead',
	'gfci-tripped',
	'tab-left-in',
	'tab-removed',
	'breaker-off',
	'breaker-worn',
	'both-hots-one-leg',
	'neutral-borrowed',
	'circuits-joined',
	'service-neutral-open',
	'service-neutral-loose',
	'service-leg-loose'
] as const;
export type FaultKind = (typeof FAULTS)[number];
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

const LOOSE: readonly FaultKind[] = [
	...LOOSE_FAULTS,
	'hot-contact-loose',
	'neutral-contact-loose',
	'service-neutral-loose',
	'service-leg-loose'
];
/** A connection that still conducts, through ohms of its own. */
export const isLoose = (kind: FaultKind): boolean => LOOSE.includes(kind);
