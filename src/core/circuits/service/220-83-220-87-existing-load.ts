import { HOT_TO_HOT_V } from '../../units/volts';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { ServiceKind } from '../../model/kinds';
import type { Step } from '../../model/result';
import { show } from '../../units/quantity';
import type { ServiceAppliance } from './service-appliance';
import type { ServiceCase } from './220-82-service-load';

/** What a dwelling that stands carries with something added: by its nameplates (220.83), or by what was measured (220.87). */
interface ExistingLoad {
	va: number;
	/** At 240 V. */
	amps: number;
	steps: Step[];
}
const HVAC: readonly ServiceKind[] = ['cooling', 'heat-pump', 'heat-pump-supplement', 'heating'];
const isHvac = (a: ServiceAppliance) => HVAC.includes(a.kind);
const sum = (of: readonly ServiceAppliance[], ...kinds: ServiceKind[]) =>
	of.filter((a) => !kinds.length || kinds.includes(a.kind)).reduce((s, a) => s + a.va, 0);

/**
 * First 8 kVA at 100 %, the rest at 40 %; where heating or cooling is added, the larger of the two stands at 100 % beside that.
 * @param c what is there  @param added what comes to it  @source 220.83
 */
export function existingLoad(edition: Edition, c: Omit<ServiceCase, 'method'>, added: readonly ServiceAppliance[]): ExistingLoad {
	const { general, smallAppliance, laundry, existing } = edition.service;
	const rule = cite(edition, existing.rule);
	const { ev, optional } = edition.service;
	// A charger counts at least as much as the edition says of one.
	const asCounted = (a: ServiceAppliance) => (a.kind === 'ev' ? { ...a, va: Math.max(a.va, ev.leastVa) } : a);
	const everything = [...c.appliances, ...added].map(asCounted);
	const whole = added.some(isHvac);
	// Heat of many units, each controlled by itself, is one of the other loads.
	const units = everything.filter((a) => a.kind === 'heating').reduce((s, a) => s + (a.units ?? 1), 0);
	const many = whole && units >= optional.manyUnits;
	const all = many ? everything.map((a) => (a.kind === 'heating' ? { ...a, kind: 'fastened' as const } : a)) : everything;
	const climate = Math.max(sum(all, 'heating', 'heat-pump', 'heat-pump-supplement'), sum(all, 'cooling', 'heat-pump'));
	const base = c.areaSqFt * general.vaPerSqFt + c.smallApplianceCircuits * smallAppliance.va + c.laundryCircuits * laundry.va;
	const nameplates = sum(all.filter((a) => !isHvac(a)));
	const shared = base + nameplates + (whole ? 0 : climate);
	const rest = Math.max(0, shared - existing.firstVa);
	const demand = Math.min(shared, existing.firstVa) + rest * existing.share;
	const va = demand + (whole ? climate : 0);
	const steps: Step[] = [
		{
			label: 'general loads',
			formula: `${show(c.areaSqFt, 1)} sq ft x ${general.vaPerSqFt} + ${c.smallApplianceCircuits + c.laundryCircuits} circuits x ${smallAppliance.va} VA`,
			value: base,
			unit: 'VA',
			rule: cite(edition, general.rule)
		},
		{
			label: 'appliances at nameplate',
			formula: all
				.filter((a) => !isHvac(a))
				.map((a) => a.name)
				.join(' + '),
			value: nameplates,
			unit: 'VA',
			rule
		}
	];
	if (climate && !whole)
		steps.push({
			label: 'the larger of heating and cooling, existing',
			formula: 'with the rest',
			value: climate,
			unit: 'VA',
			rule
		});
	if (many)
		steps.push({
			label: `electric heat of ${units} units`,
			formula: 'among the other loads',
			value: everything.filter((a) => a.kind === 'heating').reduce((s, a) => s + a.va, 0),
			unit: 'VA',
			rule: cite(edition, existing.manyUnits)
		});
	steps.push({
		label: 'after demand',
		formula: `first ${existing.firstVa} VA at 100%, ${Math.round(rest)} VA at ${existing.share * 100}%`,
		value: demand,
		unit: 'VA',
		rule
	});
	if (whole) steps.push({ label: 'heating or cooling, added', formula: 'the larger, at 100%', value: climate, unit: 'VA', rule });
	steps.push({
		label: 'amps at 240 V',
		formula: `${Math.round(va)} VA / ${HOT_TO_HOT_V} V`,
		value: va / HOT_TO_HOT_V,
		unit: 'A'
	});
	return { va, amps: va / HOT_TO_HOT_V, steps };
}

/**
 * The greatest demand of a year, or of 30 days recorded, with a quarter more, and what is added at 100 %.
 * @param peakKw kW, as metered  @source 220.87  @example 9.6 kW and a charger of 7680 VA: 12,000 + 7680 = 19,680 VA, 82 A
 */
export function measuredLoad(edition: Edition, peakKw: number, added: readonly ServiceAppliance[]): ExistingLoad {
	const { measured } = edition.service;
	const rule = cite(edition, measured.rule);
	const there = peakKw * 1000 * measured.factor;
	const more = sum(added);
	const va = there + more;
	return {
		va,
		amps: va / HOT_TO_HOT_V,
		steps: [
			{
				label: 'highest measured demand',
				formula: `${show(peakKw, 2)} kW x ${measured.factor}`,
				value: there,
				unit: 'VA',
				rule
			},
			...(more ? [{ label: 'added', formula: added.map((a) => a.name).join(' + '), value: more, unit: 'VA', rule }] : []),
			{ label: 'amps at 240 V', formula: `${Math.round(va)} VA / ${HOT_TO_HOT_V} V`, value: va / HOT_TO_HOT_V, unit: 'A' }
		]
	};
}
