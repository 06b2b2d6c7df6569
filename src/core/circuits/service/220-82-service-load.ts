import { HOT_TO_HOT_V } from '../../units/volts';
import type { ServiceAppliance } from './service-appliance';
import type { Step, Finding } from '../../model/result';
import type { Edition } from '../../code/shape/edition';
import { atMost, show } from '../../units/quantity';
import { cite, type RuleRef } from '../../code/rule';
import type { ServiceKind } from '../../model/kinds';
import { cookingDemand } from './220-55-cooking-demand';

export const SERVICE_METHODS = ['standard', 'optional'] as const;
export type ServiceMethod = (typeof SERVICE_METHODS)[number];
export interface ServiceCase {
	method: ServiceMethod;
	/** Floor area of the dwelling, sq ft. */
	areaSqFt: number;
	smallApplianceCircuits: number;
	laundryCircuits: number;
	appliances: readonly ServiceAppliance[];
}
interface ServiceResult {
	va: number;
	/** At 240 V. */
	amps: number;
	/** The next standard rating, and at least that of a dwelling; null: beyond every standard rating. */
	serviceA: number | null;
	steps: Step[];
	findings: Finding[];
}
/**
 * The load of a whole dwelling and the service that carries it, by the standard or the optional method.
 * @param c areas in sq ft, loads in VA  @source 220.42, 220.50 to 220.55, 220.60, 220.82, 230.79(C)
 * @example standard, 1310 sq ft, two small-appliance circuits, one laundry, nothing else: 3000 + 35 % of 5430 = 4900.5 VA
 */
export function serviceLoad(edition: Edition, c: ServiceCase): ServiceResult {
	const work = new Ledger(edition);
	const va = METHODS[c.method](edition, c, work);
	const amps = va / HOT_TO_HOT_V;
	const { least, sizes } = edition.service;
	work.add('amps at 240 V', `${Math.round(va)} VA / ${HOT_TO_HOT_V} V`, amps, 'A', null);
	const serviceA = sizes.find((size) => size >= least.amps && atMost(amps, size)) ?? null;
	const findings: Finding[] = [];
	if (serviceA === null) {
		findings.push({
			code: 'service-size',
			id: 'service-size',
			severity: 'violation',
			rule: cite(edition, least.rule),
			subject: { kind: 'job', id: 'service' },
			message: `${Math.round(amps)} A is over every standard rating listed here.`,
			have: amps,
			need: sizes.at(-1) ?? 0,
			unit: 'A'
		});
	} else work.add('service', `next standard rating, at least ${least.amps} A`, serviceA, 'A', least.rule);
	return { va, amps, serviceA, steps: work.steps, findings };
}
/** Steps as they are made, each with what it adds. */
class Ledger {
	readonly steps: Step[] = [];
	constructor(private readonly edition: Edition) {}
	add(label: string, formula: string, value: number, unit: string, rule: RuleRef | null): number {
		this.steps.push({ label, formula, value, unit, rule: rule ? cite(this.edition, rule) : undefined });
		return value;
	}
}
const total = (appliances: readonly ServiceAppliance[], ...kinds: ServiceKind[]): number =>
	appliances.filter((a) => kinds.includes(a.kind)).reduce((sum, a) => sum + a.va, 0);
const METHODS: Record<ServiceMethod, (edition: Edition, c: ServiceCase, work: Ledger) => number> = {
	standard(edition, c, work) {
		const general = afterDemand(edition, generalLoad(edition, c, work), work);
		const rest = fastenedLoad(edition, c, work) + evLoad(edition, c, work);
		const dryers = dryerLoad(edition, c, work);
		const cooking = cookingDemand(edition, c.appliances, (label, formula, value, rule) =>
			work.add(label, formula, value, 'VA', rule)
		);
		const va = general + rest + dryers + cooking + largerOfHeatAndCooling(edition, c, work) + motorLoad(edition, c, work);
		const onNeutral = c.appliances.filter((a) => !TWO_HOTS.includes(a.kind) && (a.kind === 'fastened' || a.kind === 'motor'));
		neutralLoad(edition, { general, cooking, dryers, fastened: onNeutral.reduce((s, a) => s + a.va, 0) }, work);
		return va;
	},
	optional(edition, c, work) {
		const { optional } = edition.service;
		const appliances = c.appliances.filter((a) => !HVAC.includes(a.kind));
		const nameplates = appliances.reduce((sum, a) => sum + a.va, 0);
		const general = generalLoad(edition, c, work);
		if (nameplates)
			work.add('appliances at nameplate', appliances.map((a) => a.name).join(' + '), nameplates, 'VA', optional.rule);
		const all = general + nameplates;
		const rest = Math.max(0, all - optional.firstVa);
		const demand = work.add(
			'general loads after demand',
			`first ${optional.firstVa} VA at 100%, ${show(rest, 0)} VA at ${optional.share * 100}%`,
			Math.min(all, optional.firstVa) + rest * optional.share,
			'VA',
			optional.rule
		);
		return demand + optionalHvac(edition, c, work);
	}
};
const HVAC: readonly ServiceKind[] = ['cooling', 'heat-pump', 'heat-pump-supplement', 'heating'];
function generalLoad(edition: Edition, c: ServiceCase, work: Ledger): number {
	const { general, smallAppliance, laundry } = edition.service;
	return (
		work.add(
			'general lighting and receptacles',
			`${show(c.areaSqFt, 1)} sq ft x ${general.vaPerSqFt} VA`,
			c.areaSqFt * general.vaPerSqFt,
			'VA',
			general.rule
		) +
		work.add(
			'small-appliance circuits',
			`${c.smallApplianceCircuits} x ${smallAppliance.va} VA`,
			c.smallApplianceCircuits * smallAppliance.va,
			'VA',
			smallAppliance.rule
		) +
		work.add('laundry circuits', `${c.laundryCircuits} x ${laundry.va} VA`, c.laundryCircuits * laundry.va, 'VA', laundry.rule)
	);
}
function afterDemand(edition: Edition, va: number, work: Ledger): number {
	const { demand } = edition.service;
	let from = 0;
	let sum = 0;
	const parts: string[] = [];
	for (const { upToVa, share } of demand.rows) {
		const part = Math.max(0, Math.min(va, upToVa) - from);
		if (part) parts.push(`${show(part, 0)} VA at ${share * 100}%`);
		sum += part * share;
		from = upToVa;
	}
	return work.add('after demand', parts.join(' + '), sum, 'VA', demand.rule);
}
/** Fastened in place: four or more at 75 %; small ones neither count nor shrink where the edition says so. */
function fastenedLoad(edition: Edition, c: ServiceCase, work: Ledger): number {
	const { fastened } = edition.service;
	const all = c.appliances.filter((a) => a.kind === 'fastened' || a.kind === 'water-heater' || (fastened.ev && a.kind === 'ev'));
	if (!all.length) return 0;
	const counted = all.filter((a) => a.va >= fastened.leastVa);
	const share = counted.length >= fastened.atLeast ? fastened.share : 1;
	const sum =
		counted.reduce((s, a) => s + a.va, 0) * share + all.filter((a) => !counted.includes(a)).reduce((s, a) => s + a.va, 0);
	return work.add('appliances fastened in place', `${counted.length} counted, at ${share * 100}%`, sum, 'VA', fastened.rule);
}
function evLoad(edition: Edition, c: ServiceCase, work: Ledger): number {
	const { ev, fastened } = edition.service;
	const all = fastened.ev ? [] : c.appliances.filter((a) => a.kind === 'ev');
	if (!all.length) return 0;
	const sum = all.reduce((s, a) => s + Math.max(a.va, ev.leastVa), 0);
	return work.add('vehicle charging', `${ev.leastVa} VA or nameplate, the larger, each`, sum, 'VA', ev.rule);
}
function dryerLoad(edition: Edition, c: ServiceCase, work: Ledger): number {
	const { dryer } = edition.service;
	const all = c.appliances.filter((a) => a.kind === 'dryer');
	if (!all.length) return 0;
	const share = dryer.shares[Math.min(all.length, dryer.shares.length) - 1] ?? 1;
	const sum = all.reduce((s, a) => s + Math.max(a.va, dryer.leastVa), 0) * share;
	return work.add('clothes dryers', `${dryer.leastVa} VA or nameplate, each, at ${share * 100}%`, sum, 'VA', dryer.rule);
}
/** A heat pump's compressor runs for both; its supplement is heating. */
function largerOfHeatAndCooling(edition: Edition, c: ServiceCase, work: Ledger): number {
	const heat = total(c.appliances, 'heating', 'heat-pump', 'heat-pump-supplement');
	const cool = total(c.appliances, 'cooling', 'heat-pump');
	if (!heat && !cool) return 0;
	if (heat) work.add('heating', 'at 100%', heat, 'VA', edition.service.heat);
	if (cool) work.add('cooling', 'at 100%', cool, 'VA', null);
	return work.add(
		'the larger of heating and cooling',
		heat >= cool ? 'heating' : 'cooling',
		Math.max(heat, cool),
		'VA',
		edition.service.largerOf
	);
}
function motorLoad(edition: Edition, c: ServiceCase, work: Ledger): number {
	const { motor } = edition.service;
	const motors = c.appliances.filter((a) => a.kind === 'motor');
	const compressors = compressorsThatCount(c);
	const largest = [...motors, ...compressors].reduce<ServiceAppliance | null>((a, b) => (a && a.va >= b.va ? a : b), null);
	if (!largest) return 0;
	const sum = motors.length ? work.add('motors', motors.map((m) => m.name).join(' + '), total(motors, 'motor'), 'VA', null) : 0;
	return (
		sum +
		work.add(
			'largest motor',
			`${motor.share * 100}% of ${largest.va} VA, ${largest.name}`,
			largest.va * motor.share,
			'VA',
			motor.rule
		)
	);
}
/** Compressors of what counts of heating and cooling: one of them can be the largest motor. @source 220.50 */
function compressorsThatCount({ appliances }: ServiceCase): ServiceAppliance[] {
	const heating = total(appliances, 'heating', 'heat-pump', 'heat-pump-supplement') >= total(appliances, 'cooling', 'heat-pump');
	return appliances.filter((a) => a.kind === 'heat-pump' || (!heating && a.kind === 'cooling'));
}
/**
 * The greatest load between the neutral and any hot, VA: ranges, ovens, cooktops and dryers at 70 %; what takes two hots alone has
 * none. An appliance of which that is not known is counted whole.
 * @source 220.61  @example general 4900 VA after demand, one range of 8000 VA demand: 4900 + 5600 = 10,500 VA
 */
function neutralLoad(
	edition: Edition,
	parts: { general: number; cooking: number; dryers: number; fastened: number },
	work: Ledger
): void {
	const { rule, share } = edition.service.neutral;
	const va = parts.general + parts.fastened + share * (parts.cooking + parts.dryers);
	work.add(
		'neutral load',
		`${Math.round(parts.general + parts.fastened)} + ${share} x ${Math.round(parts.cooking + parts.dryers)} VA`,
		va,
		'VA',
		rule
	);
}
const TWO_HOTS: readonly ServiceKind[] = ['water-heater', 'ev', 'cooling', 'heat-pump', 'heat-pump-supplement', 'heating'];
/** The largest of what the optional method lists for heating and cooling. @source 220.82(C) */
function optionalHvac(edition: Edition, c: ServiceCase, work: Ledger): number {
	const { optional } = edition.service;
	const pump = total(c.appliances, 'heat-pump');
	const supplement = total(c.appliances, 'heat-pump-supplement');
	const units = c.appliances.filter((a) => a.kind === 'heating').reduce((s, a) => s + (a.units ?? 1), 0);
	const share = units >= optional.manyUnits ? optional.many : optional.few;
	const choices = [
		{ name: 'cooling at 100%', va: total(c.appliances, 'cooling') },
		{
			name: supplement ? `heat pump and ${optional.supplement * 100}% of its supplement` : 'heat pump at 100%',
			va: pump + supplement * optional.supplement
		},
		{
			name: `electric heat, ${units} controlled ${units === 1 ? 'unit' : 'units'}, at ${share * 100}%`,
			va: total(c.appliances, 'heating') * share
		}
	].filter((x) => x.va > 0);
	if (!choices.length) return 0;
	const largest = choices.reduce((a, b) => (b.va > a.va ? b : a));
	for (const x of choices) if (x !== largest) work.add(x.name, 'smaller, left out', x.va, 'VA', optional.rule);
	return work.add('the largest of heating and cooling', largest.name, largest.va, 'VA', optional.rule);
}
