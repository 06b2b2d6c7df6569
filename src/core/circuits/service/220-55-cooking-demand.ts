import type { Edition } from '../../code/shape/edition';
import type { RuleRef } from '../../code/rule';
import { atMost } from '../../units/quantity';
import type { ServiceAppliance } from './service-appliance';

type Say = (label: string, formula: string, va: number, rule: RuleRef | null) => number;

/**
 * What household cooking adds to a dwelling's load: all of it by column C, or the smaller ones by columns A and B and
 * the rest by column C (note 3), the less of the two.
 * @param say takes each step and gives its VA back  @source 220.55, Table 220.55
 * @example one range of 12 kW: 8000 VA; of 15 kW: 3 kW over, 15 % more, 9200 VA
 */
export function cookingDemand(edition: Edition, appliances: readonly ServiceAppliance[], say: Say): number {
	const { cooking } = edition.service;
	const all = appliances.filter((a) => a.kind === 'range' || a.kind === 'wall-oven' || a.kind === 'cooktop');
	if (!all.length) return 0;
	const least = all.filter((a) => atMost(a.va, cooking.nameplateUpTo));
	const table = all.filter((a) => !least.includes(a));
	const own = least.reduce((s, a) => s + a.va, 0);
	if (own) say('cooking of 1.75 kW or less', 'at nameplate', own, null);
	if (!table.length) return own;
	const small = table.filter((a) => a.va < cooking.underA);
	const middle = table.filter((a) => a.va >= cooking.underA && atMost(a.va, cooking.upToB));
	const large = table.filter((a) => !atMost(a.va, cooking.upToB));
	const sum = (of: readonly ServiceAppliance[]) => of.reduce((s, a) => s + a.va, 0);
	const share = (column: readonly number[], n: number) => column[Math.min(n, column.length) - 1] ?? 1;
	const byShare = (of: readonly ServiceAppliance[], column: readonly number[]) =>
		of.length ? sum(of) * share(column, of.length) : 0;
	const split = byShare(small, cooking.columnA) + byShare(middle, cooking.columnB) + byColumnC(edition, large);
	const together = byColumnC(edition, table);
	if (together <= split)
		return own + say('cooking, column C', `${table.length} of ${Math.round(sum(table))} VA together`, together, cooking.rule);
	const parts = [
		small.length && `${sum(small)} VA at ${share(cooking.columnA, small.length) * 100}%`,
		middle.length && `${sum(middle)} VA at ${share(cooking.columnB, middle.length) * 100}%`,
		large.length && `${large.length} by column C`
	].filter(Boolean);
	return own + say('cooking, columns A and B', parts.join(' + '), split, cooking.rule);
}

/** Column C with its notes 1 and 2: 5 % more for each kW, or major fraction, that the average is over 12. */
function byColumnC(edition: Edition, of: readonly ServiceAppliance[]): number {
	const { columnC, upToVa, perKva } = edition.service.cooking;
	if (!of.length) return 0;
	const base = columnC[Math.min(of.length, columnC.length) - 1] ?? 0;
	// Note 2: those under 12 kW are averaged in as 12.
	const average = of.reduce((s, a) => s + Math.max(a.va, upToVa), 0) / of.length;
	const over = Math.max(0, Math.round((average - upToVa) / 1000 + 1e-9));
	return base * (1 + over * perKva);
}
