import { cite, type Edition } from '../code/edition';
import type { Step } from '../model/result';
import { GAUGES, type Awg, type Metal } from '../units/gauge';
import { atMost, show } from '../units/quantity';

export interface ServiceConductors {
	/** null: larger than the table goes. */
	Cu: Awg | null;
	Al: Awg | null;
	steps: Step[];
}
/**
 * The least conductors that carry a whole dwelling: 83 % of the rating in the 75 °C column, from 100 to 400 A.
 * @source 310.12 (2017: 310.15(B)(7))  @example 200 A: 166 A, 2/0 copper or 4/0 aluminum
 */
export function serviceConductors(edition: Edition, ratingA: number): ServiceConductors {
	const { rule, share, fromA, toA } = edition.panels.wholeDwelling;
	const within = ratingA >= fromA && ratingA <= toA;
	const need = within ? share * ratingA : ratingA;
	const least = (metal: Metal) => wholeDwellingWire(edition, ratingA, metal);
	const [Cu, Al] = [least('Cu'), least('Al')];
	const name = (awg: Awg | null) => awg ?? 'beyond 4/0';
	return {
		Cu,
		Al,
		steps: [
			{
				label: 'service conductors',
				formula: within ? `${share} x ${ratingA} A` : `${ratingA} A`,
				value: need,
				unit: 'A',
				rule: cite(edition, rule)
			},
			{
				label: 'copper, 75 °C column',
				formula: `carries ${show(need)} A`,
				value: name(Cu),
				unit: 'AWG',
				rule: cite(edition, edition.ampacity.rule)
			},
			{
				label: 'aluminum, 75 °C column',
				formula: `carries ${show(need)} A`,
				value: name(Al),
				unit: 'AWG',
				rule: cite(edition, edition.ampacity.rule)
			}
		]
	};
}
/** The least wire of a metal for conductors that carry a whole dwelling; null: none up to 4/0. */
export function wholeDwellingWire(edition: Edition, ratingA: number, metal: Metal): Awg | null {
	const { share, fromA, toA } = edition.panels.wholeDwelling;
	const need = ratingA >= fromA && ratingA <= toA ? share * ratingA : ratingA;
	return GAUGES.find((awg) => atMost(need, edition.ampacity.rows.find((r) => r.awg === awg)?.[metal]?.[75] ?? 0)) ?? null;
}
