import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { TRADE_SIZES, type FillAwg, type FillInsulation, type FillRaceway, type TradeSize } from '../../code/shape/raceways';
import type { Finding, Step } from '../../model/result';
import { atMost, show } from '../../units/quantity';

export interface RacewayCase {
	raceway: FillRaceway;
	size: TradeSize;
	conductors: readonly { awg: FillAwg; insulation: FillInsulation; count: number }[];
	/** Sheathed cables, each by its larger width, in. */
	cables: readonly { widthIn: number; count: number }[];
	/** 24 in or less. */
	nipple: boolean;
}
export interface RacewayFill {
	/** Of all that is in it, sq in. */
	areaSqIn: number;
	percent: number;
	limitPercent: number;
	fits: boolean;
	/** The smallest size of this raceway that holds it; null: none does. */
	smallest: TradeSize | null;
	steps: Step[];
	findings: Finding[];
}

const countOf = ({ conductors, cables }: RacewayCase): number => [...conductors, ...cables].reduce((sum, c) => sum + c.count, 0);
/** A cable counts as one conductor with the circle over its larger width. @source Chapter 9, Table 1 Note 9 */
const circle = (widthIn: number): number => (Math.PI / 4) * widthIn ** 2;
function areaOf({ raceways }: Edition, { conductors, cables }: RacewayCase): number {
	const wires = conductors.reduce((sum, c) => sum + c.count * raceways.conductors[c.insulation][c.awg], 0);
	return cables.reduce((sum, c) => sum + c.count * circle(c.widthIn), wires);
}
function limitOf({ raceways }: Edition, c: RacewayCase): number {
	const { one, two, more, nipple } = raceways.limits;
	if (c.nipple) return nipple;
	const count = countOf(c);
	return count <= 1 ? one : count === 2 ? two : more;
}
/** The area of one where all that is in it is alike; else null. */
function alike({ raceways }: Edition, { conductors, cables }: RacewayCase): number | null {
	const each = conductors.filter((c) => c.count > 0).map((c) => raceways.conductors[c.insulation][c.awg]);
	const [first] = each;
	return first !== undefined && !cables.some((c) => c.count) && each.every((a) => a === first) ? first : null;
}
/** By area; of conductors all alike a quotient that ends in 0.8 or more counts as one more. @source Chapter 9, Table 1 Note 7 */
function holds(edition: Edition, c: RacewayCase, size: TradeSize): boolean {
	const { areas, roundsUpFrom } = edition.raceways;
	const area = areas[c.raceway][size];
	if (area === undefined) return false;
	const allowed = (area * limitOf(edition, c)) / 100;
	if (atMost(areaOf(edition, c), allowed)) return true;
	const one = alike(edition, c);
	if (one === null || countOf(c) < ROUNDED_FROM) return false;
	const quotient = allowed / one;
	return countOf(c) <= Math.floor(quotient) + (atMost(roundsUpFrom, quotient % 1) ? 1 : 0);
}
/** The rounding is of three conductors and more. */
const ROUNDED_FROM = 3;

/**
 * What a raceway holds, and the smallest size that does.
 * @throws RangeError for a size that is not made @source Chapter 9, Tables 1, 4, 5 @example nine 12 AWG THHN in 1/2 in EMT: 0.1197 of 0.1216 sq in
 */
export function racewayFill(edition: Edition, c: RacewayCase): RacewayFill {
	const total = edition.raceways.areas[c.raceway][c.size];
	if (total === undefined) throw new RangeError(`size must be one that ${c.raceway} is made in, got ${c.size}`);
	const areaSqIn = areaOf(edition, c);
	const limitPercent = limitOf(edition, c);
	const fits = holds(edition, c, c.size);
	const smallest = TRADE_SIZES.find((size) => holds(edition, c, size)) ?? null;
	const rule = cite(edition, edition.raceways.rule);
	const percent = (100 * areaSqIn) / total;
	return {
		areaSqIn,
		percent,
		limitPercent,
		fits,
		smallest,
		steps: [
			{ label: 'area of all that is in it', formula: `${countOf(c)} conductors`, value: areaSqIn, unit: 'sq in', rule },
			{
				label: `${c.size} in ${c.raceway}`,
				formula: `100 x ${show(areaSqIn, 4)} / ${show(total, 3)}`,
				value: percent,
				unit: '%',
				rule
			},
			{ label: 'at most', formula: c.nipple ? 'a nipple' : 'by how many there are', value: limitPercent, unit: '%', rule }
		],
		findings: fits
			? []
			: [
					{
						code: 'raceway-fill',
						id: 'raceway-fill',
						severity: 'violation',
						rule,
						subject: { kind: 'input', id: 'size' },
						message: `${c.size} in ${c.raceway} is ${show(percent, 1)}% full, ${limitPercent}% maximum. ${smallest ? `Use ${smallest} in.` : 'Use more than one raceway.'}`,
						have: percent,
						need: limitPercent,
						unit: '%'
					}
				]
	};
}
