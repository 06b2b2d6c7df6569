/** American wire gauge sizes a dwelling's branch circuits and feeders use, smallest first. */
export const GAUGES = ['14', '12', '10', '8', '6', '4', '3', '2', '1', '1/0', '2/0', '3/0', '4/0'] as const;
export type Awg = (typeof GAUGES)[number];
export type Metal = 'Cu' | 'Al';

/** Below 0 when `a` is the smaller wire, 0 when equal. */
export const compareGauge = (a: Awg, b: Awg): number => GAUGES.indexOf(a) - GAUGES.indexOf(b);
/** The larger conductor of two. */
export const largerOf = (a: Awg, b: Awg): Awg => (compareGauge(a, b) >= 0 ? a : b);
