/** Figures of instruments that judging needs, apart from the network that makes them. */

/** The least that a class A device must trip at, and the most it must let pass, mA. @source UL 943 */
export const GFCI_RANGE_MA = { least: 4, most: 6 } as const;
/** From so many on a class A device must open, and above the greatest within its shortest time. @source UL 943 */
export const TIMED_FROM_MA = 6;
const TIMED = { fromMa: TIMED_FROM_MA, upToMa: 264, shortestS: 0.025 } as const;
/**
 * Longest time to open at a leak, s; under 6 mA it may open and need not.
 * @param milliamps more than 0  @source UL 943: T = (20 / I)^1.43 up to 264 mA, 25 ms above  @example 6 mA -> 5.59 s; 5 mA -> Infinity
 */
export const longestTripS = (milliamps: number): number =>
	milliamps < TIMED.fromMa ? Infinity : milliamps > TIMED.upToMa ? TIMED.shortestS : (20 / milliamps) ** 1.43;
/** Ohms under which two conductors are shorted: no load that is switched off comes near it. */
export const SHORT_OHMS = 5;

/** A lamp is lit from so many volts, and a pattern of volts is read as the lamps are: less is no supply. V */
export const LIT_V = 85;
