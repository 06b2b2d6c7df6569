import { largerOf, compareGauge, type Awg, type Metal } from '../units/gauge';
import type { Edition } from './shape/edition';

/** Grounding conductor for a breaker; never larger than the circuit's own conductors. @throws RangeError past the table @source 250.122 */
export function egcFor(
	{ breakerA, metal, circuitAwg }: { breakerA: number; metal: Metal; circuitAwg: Awg },
	{ grounding }: Pick<Edition, 'grounding'>
): Awg {
	const row = grounding.rows.find((r) => breakerA <= r.upToA);
	if (!row) throw new RangeError(`${grounding.rule.section}: no row for a ${breakerA} A breaker`);
	return compareGauge(row[metal], circuitAwg) > 0 ? circuitAwg : row[metal];
}

/** Tables round circular mils: a difference of less is none. */
const ROUNDING = 0.001;
/**
 * The grounding conductor of a run made larger than it had to be: it grows in proportion to circular mils.
 * @source 250.122(B) @example 12 -> 8 AWG on 20 A: 6530 x 16510 / 6530 -> 8 AWG
 */
export function egcEnlarged(
	{ base, neededAwg, usedAwg }: { base: Awg; neededAwg: Awg; usedAwg: Awg },
	{ resistance }: Pick<Edition, 'resistance'>
): Awg {
	const cmil = (awg: Awg) => resistance.rows.find((r) => r.awg === awg)?.cmil ?? 0;
	if (compareGauge(usedAwg, neededAwg) <= 0) return base;
	const want = (cmil(base) * cmil(usedAwg)) / cmil(neededAwg);
	const grown = resistance.rows.find((r) => r.cmil >= want * (1 - ROUNDING))?.awg ?? usedAwg;
	const least = largerOf(grown, base);
	return compareGauge(least, usedAwg) > 0 ? usedAwg : least;
}
