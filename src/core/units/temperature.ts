import { show } from './quantity';

/** Temperatures: kept in °C, as tables have them; shown and typed in °F, with °C beside. */

/** °F of °C. */
export const toF = (c: number): number => (c * 9) / 5 + 32;
/** °C of °F. */
export const toC = (f: number): number => ((f - 32) * 5) / 9;
/** @example 75 -> '167 °F (75 °C)' */
export const sayTemp = (c: number): string => `${show(toF(c), 0)} °F (${show(c, 0)} °C)`;
/** A difference. @example 30 -> '54 °F (30 °C)' */
export const sayRise = (c: number): string => `${show((c * 9) / 5, 0)} °F (${show(c, 0)} °C)`;
