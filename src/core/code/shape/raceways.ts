import type { RuleRef } from '../rule';

/** Raceways by their inside area, conductors by theirs: what a raceway holds. @source Chapter 9, Tables 1, 4, 5 */
export const FILL_RACEWAYS = ['EMT', 'RMC', 'IMC', 'PVC-40', 'PVC-80', 'FMC'] as const;
export type FillRaceway = (typeof FILL_RACEWAYS)[number];
export const TRADE_SIZES = ['3/8', '1/2', '3/4', '1', '1-1/4', '1-1/2', '2'] as const;
export type TradeSize = (typeof TRADE_SIZES)[number];
export const FILL_INSULATIONS = ['THHN', 'XHHW'] as const;
export type FillInsulation = (typeof FILL_INSULATIONS)[number];
export const FILL_AWG = ['14', '12', '10', '8', '6', '4', '3', '2', '1', '1/0', '2/0', '3/0', '4/0'] as const;
export type FillAwg = (typeof FILL_AWG)[number];
export interface RacewayTable {
	rule: RuleRef;
	/** Total area, sq in; left out: that size is not made. */
	areas: Readonly<Record<FillRaceway, Readonly<Partial<Record<TradeSize, number>>>>>;
	/** Area of a conductor, sq in. */
	conductors: Readonly<Record<FillInsulation, Readonly<Record<FillAwg, number>>>>;
	/** Share of the area for one, two, three and more; of a nipple. */
	limits: { one: number; two: number; more: number; nipple: number };
	/** A quotient with at least this much after the point counts as one more, all conductors being alike. */
	roundsUpFrom: number;
}
