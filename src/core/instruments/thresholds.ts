/** Figures of instruments that judging needs, apart from the network that makes them. */

/** The least that a class A device must trip at, and the most it must let pass, mA. @source UL 943 */
export const GFCI_RANGE_MA = { least: 4, most: 6 } as const;
/** Longest time to open at a leak, s. @param milliamps more than 0 @source UL 943: T = (20 / I)^1.43 @example 264 mA -> 0.025 s */
export const longestTripS = (milliamps: number): number => (20 / milliamps) ** 1.43;
/** Ohms under which two conductors are shorted: no load that is switched off comes near it. */
export const SHORT_OHMS = 5;
