import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { ElectrodeRow } from '../../code/shape/panels';
import type { Step } from '../../model/result';
import { compareGauge, GAUGES, type Awg, type Metal } from '../../units/gauge';
import { atMost, show } from '../../units/quantity';

interface ServiceConductors {
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
			},
			...electrodeSteps(edition, Cu, Al)
		]
	};
}
/** Copper electrode conductor for each of the two; to rods no more than 6 AWG is needed. @source 250.66 */
export function electrodeFor(edition: Edition, service: Awg, metal: Metal): Awg | null {
	const row = edition.panels.electrode[metal].find(({ upTo }) => isKcmil(upTo) || compareGauge(service, upTo) <= 0);
	return row?.awg ?? null;
}
const isKcmil = (size: ElectrodeRow['upTo']): size is '250' | '350' | '500' => size === '250' || size === '350' || size === '500';
function electrodeSteps(edition: Edition, Cu: Awg | null, Al: Awg | null): Step[] {
	const { rule, rods } = edition.panels.electrode;
	const of = (awg: Awg | null, metal: Metal, words: string): Step[] => {
		const electrode = awg && electrodeFor(edition, awg, metal);
		return electrode
			? [
					{
						label: `electrode conductor, copper, for ${words}`,
						formula: `${awg} AWG; ${rods} AWG is enough for ground rods`,
						value: electrode,
						unit: 'AWG',
						rule: cite(edition, rule)
					}
				]
			: [];
	};
	return [...of(Cu, 'Cu', 'copper'), ...of(Al, 'Al', 'aluminum')];
}
/** The least wire of a metal for conductors that carry a whole dwelling; null: none up to 4/0. */
export function wholeDwellingWire(edition: Edition, ratingA: number, metal: Metal): Awg | null {
	const { share, fromA, toA } = edition.panels.wholeDwelling;
	const need = ratingA >= fromA && ratingA <= toA ? share * ratingA : ratingA;
	return GAUGES.find((awg) => atMost(need, edition.ampacity.rows.find((r) => r.awg === awg)?.[metal]?.[75] ?? 0)) ?? null;
}
