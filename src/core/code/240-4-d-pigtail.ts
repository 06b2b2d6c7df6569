import { compareGauge, GAUGES, type Awg, type Metal } from '../units/gauge';
import type { Edition } from './shape/edition';

/**
 * The least small conductor that a breaker may protect; null past the table.
 * @param breakerA A  @source 240.4(D)  @example leastFor(20, 'Cu', nec2023) // '12'
 */
export const leastFor = (breakerA: number, metal: Metal, { smallConductor }: Pick<Edition, 'smallConductor'>): Awg | null =>
	GAUGES.find((awg) => (smallConductor[metal][awg] ?? 0) >= breakerA) ?? null;

/**
 * The pigtail of a device: it follows the breaker, and not a run that was made larger.
 * @returns the least small conductor that the breaker may protect, or the run's own where that is no larger; the run's own past the table
 * @source 240.4(D)  @example 20 A, a run of 8 AWG -> 12 AWG; 20 A, a run of 14 AWG -> 14 AWG
 */
export function tailFor(
	{ breakerA, run, metal }: { breakerA: number; run: Awg; metal: Metal },
	{ smallConductor }: Pick<Edition, 'smallConductor'>
): Awg {
	const least = leastFor(breakerA, metal, { smallConductor });
	return least && compareGauge(least, run) < 0 ? least : run;
}
