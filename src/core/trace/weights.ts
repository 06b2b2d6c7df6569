/**
 * How often each fault is met before anything was read: what matters is the ratio.
 * @source facts on testing, "Finding the fault"; per kind and box, as the HTTP contract has them
 */
export const RUN_WEIGHTS = {
	sound: 5,
	single: {
		off: 20,
		'open-hot': 5,
		'open-neutral': 5,
		'open-ground': 5,
		'loose-hot': 5,
		'loose-neutral': 5,
		'loose-ground': 5,
		reversed: 2,
		'hot-ground-reversed': 2,
		'neutral-ground-swapped': 2,
		bootleg: 0.5,
		'short-hot-neutral': 1,
		'short-hot-ground': 1,
		'neutral-ground-touch': 1
	},
	/** A pair is the product of its two over this. */
	pairOver: 10
} as const;
