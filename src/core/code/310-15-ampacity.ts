import { CABLE_MAKES } from '../model/cable-kinds';
import type { CableKind } from '../model/kinds';
import type { Step } from '../model/result';
import { compareGauge, type Awg, type Metal } from '../units/gauge';
import { show } from '../units/quantity';
import { cite } from './rule';
import type { Column, Edition } from './shape/edition';

interface AmpacityCase {
	awg: Awg;
	metal: Metal;
	cable: CableKind;
	ambientC: number;
	/** Current-carrying conductors together. */
	currentCarrying: number;
	/** Column that the terminals allow, °C. */
	terminalC: Column;
}
export interface AmpacityResult {
	/** After correction, the cable's own cap and the terminals, A. */
	amps: number;
	/** Before correction, at the terminals' column and the cable's cap: what a continuous load's 125 % is held to, A. */
	terminalA: number;
	steps: Step[];
}

/** Correction for the surrounding temperature; null where the insulation may not be used at all. @source 310.15 */
export const ambientFactor = (ambientC: number, column: Column, { ambient }: Pick<Edition, 'ambient'>): number | null =>
	ambient.rows.find((row) => ambientC <= row.upToC)?.[column] ?? null;

/** Adjustment for current-carrying conductors together. @source 310.15 @example 3 -> 1, 4 -> 0.8 */
export const bundlingFactor = (count: number, { bundling }: Pick<Edition, 'bundling'>): number =>
	bundling.rows.find((row) => count <= row.upTo)?.factor ?? 1;

/**
 * What a conductor may carry, with each factor and limit as a step.
 * @returns null where the table has no such conductor, or the place is too hot for its insulation
 * @source 310.15, Table 310.16 (2017: Table 310.15(B)(16)), 334.80, 340.80, 110.14(C)
 * @example 12 AWG copper NM-B, 30 °C, 2 conductors, 60 °C terminals -> 20 A
 */
export function ampacityOf(edition: Edition, c: AmpacityCase): AmpacityResult | null {
	const row = edition.ampacity.rows.find((r) => r.awg === c.awg)?.[c.metal];
	const cable = edition.cables[c.cable];
	const base = row?.[cable.from];
	const terminal = row?.[c.terminalC];
	const ambient = ambientFactor(c.ambientC, cable.from, edition);
	if (!row || base == null || terminal == null || ambient === null) return null;
	const bundling = bundlingFactor(c.currentCarrying, edition);
	const corrected = base * ambient * bundling;
	const capped = cable.cap !== null && (!cable.capTo || compareGauge(c.awg, cable.capTo) <= 0);
	const cap = capped ? (row[cable.cap ?? 60] ?? Infinity) : Infinity;
	const amps = Math.min(corrected, cap, terminal);
	const steps: Step[] = [
		{
			label: `${c.awg} AWG ${c.metal}, ${cable.from} °C column`,
			formula: edition.ampacity.rule.section,
			value: base,
			unit: 'A',
			rule: cite(edition, edition.ampacity.rule)
		},
		{
			label: `at ${show(c.ambientC, 1)} °C`,
			formula: `x ${ambient}`,
			value: base * ambient,
			unit: 'A',
			rule: cite(edition, edition.ambient.rule)
		},
		{
			label: `${c.currentCarrying} current-carrying together`,
			formula: `x ${bundling}`,
			value: corrected,
			unit: 'A',
			rule: cite(edition, edition.bundling.rule)
		}
	];
	if (capped) {
		steps.push({
			label: `${CABLE_MAKES[c.cable].name} limited to ${cable.cap} °C`,
			formula: `${cap} maximum`,
			value: Math.min(corrected, cap),
			unit: 'A',
			rule: cite(edition, cable.rule)
		});
	}
	steps.push({
		label: `terminals at ${c.terminalC} °C`,
		formula: `at most ${terminal}`,
		value: amps,
		unit: 'A',
		rule: cite(edition, edition.terminals.rule)
	});
	return { amps, terminalA: Math.min(terminal, cap), steps };
}
