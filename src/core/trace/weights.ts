import type { RUN_FAULTS } from '../faults/kinds';

/** Of nothing at all being wrong, beside the weights of both lists. */
export const SOUND_WEIGHT = 5;
/**
 * How often each fault is met before anything was read: what matters is the ratio.
 * @source facts on testing, "Finding the fault"; per kind and box, as the HTTP contract has them
 */
export const RUN_WEIGHTS = {
	single: {
		off: 20,
		'open-hot': 5,
		'open-neutral': 5,
		'open-ground': 5,
		'loose-hot': 5,
		'loose-neutral': 5,
		'loose-ground': 5,
		reversed: 2,
		'reversed-splice': 0.5,
		'hot-ground-reversed': 2,
		'neutral-ground-swapped': 2,
		bootleg: 0.5,
		'short-hot-neutral': 1,
		'short-hot-ground': 1,
		'neutral-ground-touch': 1
	} satisfies Record<(typeof RUN_FAULTS)[number] | 'off', number>,
	/** Of what the contract has besides. */
	groundContactLost: 0.5,
	/** One of two hots, where a device stands between them. */
	legLost: 5,
	/** The service: its neutral where both legs are there; its volts. */
	service: 0.3,
	/** The neutral of two circuits, besides an open one. */
	sharedNeutral: 1,
	/** What is asked of a complaint before the wiring: the lamp or appliance, a switch, a protecting device. */
	asked: { appliance: 10, switchOpen: 10, gfciDead: 3, lineLoad: 1 },
	/** Both hots of a pair on one leg. */
	oneLeg: 0.5,
	/** A pair is the product of its two over this. */
	pairOver: 10
} as const;
/** What was seen at a box, on the faults there. */
export const RUN_SIGNS = { warm: 20, buzz: 20, smell: 20, damp: 5, 'recent-work': 5, tingle: 1 } as const;

/**
 * The same per kind and circuit, shared evenly over its places before signs multiply.
 * @source facts on testing, "Finding the fault": practice, the ratio is what matters
 */
export const PRACTICE_WEIGHTS = {
	/** A breaker, and each device that protects, off or tripped. */
	off: 20,
	pushIn: 10,
	contact: 5,
	splice: 5,
	/** A cable itself, between its boxes. */
	cable: { usual: 0.3, afterNail: 10 },
	reversed: { usual: 2, newDevice: 5 },
	/** Hot and neutral in each other's splices. */
	reversedSplice: { usual: 0.5, recentWork: 2 },
	bootleg: { usual: 0.5, threeSlotOnTwoWire: 8 },
	hotGround: 0.3,
	swapped: 0.5,
	/** The ground contact of a device. */
	groundContact: 1,
	/** What a complaint is asked for before the wiring: the lamp or appliance, a switch, a protecting device. */
	asked: { appliance: 10, switchOpen: { usual: 1, told: 10 }, gfciDead: { usual: 1, told: 3 }, lineLoad: 1 },
	neutralGround: 1,
	short: { usual: 1, tripsAtOnce: 20 },
	serviceNeutral: { usual: 0.3, brightAndDim: 20 },
	/** A tab left in or taken off a receptacle with two halves. */
	tab: { usual: 0.5, justReplaced: 10 },
	/** The neutral that two circuits share. */
	sharedNeutral: 1,
	aluminumTimes: 3,
	/** What was seen at a box, on its contacts. */
	signs: { 'recent-work': 5, damp: 5, 'loose-grip': 10, warm: 20 },
	/** A symptom makes what it speaks of likelier, and what cannot cause it where it is seen less so. */
	symptom: { speaksFor: 10, elsewhere: 0.1 },
	/** A pair is the product of its two over this. */
	pairOver: 100,
	/** A GFCI that has tripped with its cause still there, over this. */
	trippedOver: 10
} as const;
/** What a measurement costs, in units of one plug-in reading. @source facts on testing, "Next" */
export const EFFORT = { plugIn: 1, anotherRoom: 0.5, openBox: 6, gate: 4 } as const;
