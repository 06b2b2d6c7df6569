import { show } from './quantity';

/** An amount, in whole dollars. @example 58 -> '$58' */
export const money = (amount: number): string => `${amount < 0 ? '−' : ''}$${show(Math.abs(amount), 0)}`;
/** A difference, called one by its sign. @example 22 -> '+$22'; 0 -> '$0' */
export const moneyMore = (amount: number): string => `${amount > 0 ? '+' : ''}${money(amount)}`;
