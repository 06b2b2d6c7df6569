import { atMost } from '../units/quantity';
import type { Edition } from './shape/edition';

/** The smallest standard rating that carries `amps`, from 15 A up; null above the table. @source 240.6(A) @example 28.65 -> 30 */
export const standardBreaker = (amps: number, { breakers }: Pick<Edition, 'breakers'>): number | null =>
	breakers.sizes.find((size) => atMost(amps, size)) ?? null;

/** The greatest standard rating that does not exceed `amps`; null under the table. @source 240.6(A) @example 38 -> 35 */
export const standardBreakerUpTo = (amps: number, { breakers }: Pick<Edition, 'breakers'>): number | null =>
	breakers.sizes.filter((size) => atMost(size, amps)).at(-1) ?? null;

/** A rating the edition knows, or one it allows when asked for. */
export const isStandard = (amps: number, { breakers }: Pick<Edition, 'breakers'>): boolean =>
	breakers.sizes.includes(amps) || breakers.onRequest.some((r) => r.amps === amps);
