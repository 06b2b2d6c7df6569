/**
 * How far a reading strays from what the network says, and how weights are shared: figures of practice, one place for all of them.
 * @source facts on testing, "Finding the fault"
 */
export const SPREAD = {
	/** Of volts: a share of them, and V. */
	volts: { share: 0.01, plus: 0.5 },
	/** The service's own volts, common to all readings of a visit, V. */
	serviceVolts: 3,
	/** Of a drop: points, or a share of it, whichever is more. */
	drop: { points: 0.3, share: 0.05 },
	ohms: { share: 0.1, plus: 0.02 },
	/** Of a current through a person, mA. */
	touch: { share: 0.1, plus: 0.5 },
	/** A lamp, or a word of an instrument, is right this often. */
	right: 0.99,
	/** A lamp near its threshold, V. */
	lampV: 3,
	/** Every observation is wrong as a whole this often. */
	slip: 0.01,
	/** With a load of so many ohms on: under the one it is called dead, over the other working. */
	use: { ohms: 144, deadBelowV: 60, worksFromV: 100 },
	/** Of what loads elsewhere change of a figure, as far as they are only tried in a few ways: a share of it. */
	byLoads: 0.35,
	/** What is on stays on from one reading to the next so often. */
	sameLoads: 0.98,
	/** A meter shows nothing where there is something this often: a dead battery, an open lead, a bad contact. Ten times a false 120 V. */
	meterLies: 0.02,
	/** Of volts on a conductor that hangs on nothing, as a meter of 10 Mohm shows them: from and to, V, and how often they lie there. */
	ghost: { fromOhms: 5e4, fromV: 0, toV: 90, share: 0.97 },
	/** How often a drop is shown where there are no volts to lose. */
	dropOnNothing: 0.1,
	/** How often ohms of hot and neutral are. */
	ohmsOnNothing: 0.5,
	/** A breaker or GFCI that has tripped with nothing left of the cause, beside one that was switched off. */
	trippedIfOff: 0.5
} as const;
/**
 * What an outlet has plugged in and on where nobody said: none, something small, something that heats; W.
 * @source practice: loads are on unless said otherwise
 */
export const LIVED_IN = [
	{ share: 0.5, fromW: 0, toW: 0 },
	{ share: 0.4, fromW: 5, toW: 60 },
	{ share: 0.1, fromW: 300, toW: 1200 }
] as const;
/** Over what an observation that is wrong is spread: V as a share of the supply, percent, ohm, mA. */
export const RANGE = { voltsTimes: 1.25, drop: 100, ohms: 25, touch: 150, lamps: 3, bootleg: 3, use: 2 } as const;
/** Of a loose connection, ohm; every size as likely as any other (log-uniform). */
export const LOOSE_OHMS = { least: 0.05, most: 20 } as const;
/** Two figures are the same when they lie within so many standard deviations. */
export const SAME_WITHIN = 2;
/** Under this a drop says nothing, V. */
export const DROP_FROM_V = 2;
/** What nobody thought of: it explains every reading a little. */
export const UNTHOUGHT_WEIGHT = 1;
/** Nothing more can be told by a measurement of fewer bits. */
export const LEAST_BITS = 0.02;
/** Of an opened box, bits. */
export const LEAST_OPENING = { bits: 0.05 } as const;
/** A fault held so likely may have a second one beside it; at most so many are looked at. */
export const SECOND_FAULT = { from: 0.05, most: 4 } as const;
/** One answer that holds so much is the end of the search. */
export const DONE_AT = 0.9;
