/** Figures are rounded only to be shown, and compared only through `atMost`. */

/** Rounds half up to a number of decimals, for showing. @example round(28.645, 2) // 28.65 */
export function round(value: number, decimals: number): number {
	const scale = 10 ** decimals;
	return Math.round((value + Number.EPSILON * Math.sign(value)) * scale) / scale;
}

/** `value` does not exceed `limit`, for figures that come out of arithmetic with fractions. */
export const atMost = (value: number, limit: number): boolean => value <= limit + 1e-9 * Math.max(1, Math.abs(limit));

/** A figure as written: no trailing zeros, at most `decimals` places. @example show(22.9166, 2) // "22.92" */
export const show = (value: number, decimals = 2): string => String(round(value, decimals));

/** A figure with its unit as written in American text: a space, but none before a percent sign. @example withUnit('3', '%') // 3% */
export const withUnit = (figure: number | string, unit: string): string =>
	unit === '%' ? `${figure}%` : `${figure} ${unit}`.trim();

/** A count with its word. @example counted(1, 'box', 'boxes') // "1 box" */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
