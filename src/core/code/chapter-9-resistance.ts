import { compareGauge, type Awg, type Metal } from '../units/gauge';
import type { Edition } from './shape/edition';

/** One conductor at 75 °C: solid up to 10 AWG, stranded above. @returns ohm per 1000 ft @throws RangeError for a wire the table lacks @source Chapter 9 Table 8 */
export function ohmsPerKft(awg: Awg, metal: Metal, { resistance }: Pick<Edition, 'resistance'>): number {
	const row = resistance.rows.find((r) => r.awg === awg)?.[metal];
	if (!row) throw new RangeError(`${resistance.rule.section}: no ${awg} AWG ${metal}`);
	return compareGauge(awg, resistance.solidTo) <= 0 ? (row.solid ?? row.stranded) : row.stranded;
}

/** The same at another temperature. @example ohmsAt(1.93, { metal: 'Cu', tempC: 25 }) // 1.6183 */
export const ohmsAt = (
	ohms75: number,
	{ metal, tempC }: { metal: Metal; tempC: number },
	{ resistance }: Pick<Edition, 'resistance'>
): number => ohms75 * (1 + resistance.perDegC[metal] * (tempC - 75));

/**
 * Volts lost on a two-wire run, out and back.
 * @param amps load as it runs, A  @param lengthFt one way, ft  @param perKft one conductor, ohm per 1000 ft
 * @returns V between the two conductors  @throws RangeError for a negative length
 * @source Chapter 9 Table 8 @example dropVolts(12, 50, 1.93) // 2.316
 */
export function dropVolts(amps: number, lengthFt: number, perKft: number): number {
	if (lengthFt < 0) throw new RangeError(`lengthFt must be 0 or more, got ${lengthFt}`);
	return (2 * lengthFt * amps * perKft) / 1000;
}
