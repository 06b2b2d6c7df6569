import { isStandard, standardBreaker } from '../../code/240-6-breakers';
import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Finding, Severity } from '../../model/result';
import { compareGauge, type Awg } from '../../units/gauge';
import { atMost, show } from '../../units/quantity';
import { leastRangeCircuit, loadOf } from './load';
import { breakerLimit, carries, manyReceptacles, type Amps, type SizeCase, type Wire } from './size-wire';

/** Codes of what a circuit planned anew, with its wire and its breaker, does not have. */
export const CURED_BY_SIZE: readonly string[] = [
	'breaker-standard',
	'breaker-load',
	'breaker-several',
	'breaker-ten',
	'breaker-receptacles',
	'breaker-mca',
	'breaker-mocp',
	'breaker-range',
	'breaker-cap',
	'wire-least',
	'wire-load',
	'wire-breaker'
];

/** Where a circuit as given, or as it came out, falls short. */
interface Short {
	id: string;
	rule: RuleRef;
	message: string;
	severity?: Severity;
	have?: number;
	need?: number;
	unit?: string;
}
const toFinding = (edition: Edition, { rule, severity = 'violation', ...short }: Short): Finding => ({
	...short,
	code: short.id,
	severity,
	rule: cite(edition, rule),
	subject: { kind: 'input', id: short.id }
});

/** The breaker against its standard ratings, its load, its outlets and its appliance. @source 240.6, 210.20, 210.21, 422.11(E), 440 */
export function breakerFindings(edition: Edition, c: SizeCase, { breakerA, designA }: Amps): Finding[] {
	const kind = edition.loads[c.load.kind];
	const shorts: (Short | false)[] = [
		!isStandard(breakerA, edition) && {
			id: 'breaker-standard',
			rule: edition.breakers.rule,
			message: `${breakerA} A is not a standard rating in ${edition.key}.`,
			have: breakerA
		},
		tenAmps(edition, c, breakerA),
		!kind.nameplate &&
			!atMost(designA, breakerA) && {
				id: 'breaker-load',
				rule: edition.continuous.rule,
				message: `The breaker must carry ${show(designA)} A, and is ${breakerA} A.`,
				have: breakerA,
				need: designA,
				unit: 'A'
			},
		underCircuitAmpacity(edition, c, breakerA),
		overMaximum(edition, c, breakerA),
		severalAt(edition, c, breakerA),
		fixedHeatAt(edition, c, breakerA),
		manyReceptacles(c) &&
			!(breakerA in edition.receptacleCircuits.allowed) && {
				id: 'breaker-receptacles',
				rule: edition.receptacleCircuits.rule,
				message: `Two or more receptacles need a circuit of ${Object.keys(edition.receptacleCircuits.allowed).join(', ')} A only; this is ${breakerA} A.`,
				have: breakerA
			},
		underRange(edition, c, breakerA),
		overCap(edition, c, breakerA)
	];
	return shorts.filter((s) => s !== false).map((s) => toFinding(edition, s));
}

/** Several hard-wired outlets on one circuit: one of the ratings for that; fixed heat has its own. @source 210.18 (2017: 210.3) */
function severalAt(edition: Edition, c: SizeCase, breakerA: number): Short | false {
	const { rule, several } = edition.circuits.ratings;
	if (manyReceptacles(c) || c.outlets.count < 2 || c.load.kind === 'fixed-heat' || several.includes(breakerA)) return false;
	const message = `With several outlets a circuit is rated ${several.join(', ')} A; this is ${breakerA} A.`;
	return { id: 'breaker-several', rule, message, have: breakerA };
}
/** Several outlets of fixed heat: up to one of the small ratings. @source 424.4 (2017: 424.3(A)) */
function fixedHeatAt(edition: Edition, c: SizeCase, breakerA: number): Short | false {
	const { rule, upToA } = edition.appliances.heatCircuits;
	if (c.load.kind !== 'fixed-heat' || c.outlets.count < 2 || breakerA <= upToA) return false;
	const message = `${c.outlets.count} outlets of fixed heat on ${breakerA} A: with several outlets at most ${upToA} A. Split them over more circuits.`;
	return { id: 'breaker-heat', rule, message, have: breakerA, need: upToA, unit: 'A' };
}
function tenAmps(edition: Edition, c: SizeCase, breakerA: number): Short | false {
	const asked = edition.breakers.onRequest.find((r) => r.amps === breakerA);
	if (!asked || asked.receptacles || c.outlets.kind !== 'receptacle') return false;
	return { id: 'breaker-ten', rule: asked.rule, message: `A ${breakerA} A circuit may not supply receptacles.`, have: breakerA };
}
/** A breaker under the nameplate's minimum circuit ampacity trips while its equipment does what it is made for. @source 440.4, 110.3(B) */
function underCircuitAmpacity(edition: Edition, c: SizeCase, breakerA: number): Short | false {
	const kind = edition.loads[c.load.kind];
	const least = c.load.mca;
	if (!kind.nameplate || least === undefined || atMost(least, breakerA)) return false;
	const message = `The nameplate's minimum circuit ampacity is ${show(least)} A; the breaker is ${breakerA} A.`;
	return { id: 'breaker-mca', severity: 'caution', rule: kind.rule, message, have: breakerA, need: least, unit: 'A' };
}
function overMaximum(edition: Edition, c: SizeCase, breakerA: number): Short | false {
	const kind = edition.loads[c.load.kind];
	const most = c.load.mocp;
	if (!kind.nameplate || most === undefined || atMost(breakerA, most)) return false;
	const message = `The nameplate allows at most ${most} A; the breaker is ${breakerA} A.`;
	return { id: 'breaker-mocp', rule: kind.rule, message, have: breakerA, need: most, unit: 'A' };
}
function underRange(edition: Edition, c: SizeCase, breakerA: number): Short | false {
	const least = leastRangeCircuit(edition, c.load);
	if (breakerA >= least) return false;
	const message = `This range requires at least a ${least} A circuit.`;
	return { id: 'breaker-range', rule: edition.range.least, message, have: breakerA, need: least, unit: 'A' };
}
/**
 * The largest breaker of one appliance without a motor; Infinity: none is set for its kind.
 * @source 422.11(E): as marked; else 20 A up to 13.3 A, above that 150 % with the next standard size up
 * @example 4500 W at 240 V: 18.75 A, 28.1 -> 30 A
 */
export function largestBreaker(edition: Edition, load: SizeCase['load']): number {
	const cap = edition.loads[load.kind].breakerCap;
	if (!cap) return load.mocp ?? Infinity;
	const { loadA } = loadOf(edition, load);
	return load.mocp ?? (!atMost(loadA, cap.overA) ? (standardBreaker(loadA * cap.share, edition) ?? Infinity) : cap.smallA);
}
function overCap(edition: Edition, c: SizeCase, breakerA: number): Short | false {
	const cap = edition.loads[c.load.kind].breakerCap;
	if (!cap) return false;
	const marked = c.load.mocp;
	const most = largestBreaker(edition, c.load);
	if (breakerA <= most) return false;
	const message =
		marked === undefined
			? `With no maximum on its nameplate, this appliance is limited to ${most} A; the breaker is ${breakerA} A.`
			: `The nameplate allows at most ${most} A; the breaker is ${breakerA} A.`;
	return { id: 'breaker-cap', rule: cap.rule, message, have: breakerA, need: most, unit: 'A' };
}

/** The wire against its load, its breaker and the least size. @source 310.16, 240.4, 210.19 */
export function wireFindings(edition: Edition, c: SizeCase, { wire, amps }: { wire: Wire; amps: Amps }): Finding[] {
	const least = edition.leastConductor[c.wiring.metal];
	const limit = breakerLimit(edition, c, { awg: wire.awg, ampacityA: wire.ampacity.amps });
	const need = atMost(amps.designA, wire.ampacity.terminalA) ? amps.loadA : amps.designA;
	const shorts: (Short | false)[] = [
		compareGauge(wire.awg, least) < 0 && {
			id: 'wire-least',
			rule: edition.leastConductor.rule,
			message: `Branch circuits in a dwelling: ${least} AWG minimum; this is ${wire.awg} AWG.`
		},
		!carries(wire.ampacity, amps) && {
			id: 'wire-load',
			rule: edition.ampacity.rule,
			message: `${wire.awg} AWG carries ${show(wire.ampacity.amps)} A here; the load needs ${show(need)} A.`,
			have: wire.ampacity.amps,
			need,
			unit: 'A'
		},
		!atMost(amps.breakerA, limit.amps) && {
			id: 'wire-breaker',
			rule: limit.rule,
			message: `${wire.awg} AWG ${c.wiring.metal} is limited to ${show(limit.amps)} A; the breaker is ${amps.breakerA} A.`,
			have: amps.breakerA,
			need: limit.amps,
			unit: 'A'
		}
	];
	return shorts.filter((s) => s !== false).map((s) => toFinding(edition, s));
}

/** The ground that NM-B carries as made against the ground needed. @source 250.122(B) */
export function groundFindings(edition: Edition, c: SizeCase, { awg, egcAwg }: { awg: Awg; egcAwg: Awg }): Finding[] {
	const { asMade } = edition.grounding;
	const made = c.wiring.cable === 'NM-B' && c.wiring.metal === 'Cu' ? asMade.nm[awg] : undefined;
	if (!made || compareGauge(made, egcAwg) >= 0) return [];
	const message = `This circuit needs a ${egcAwg} AWG ground; NM-B ${awg} AWG comes with ${made} AWG. Use conductors in raceway, or a shorter route.`;
	return [toFinding(edition, { id: 'ground-as-made', rule: asMade.rule, message })];
}

/** Advice where the farthest outlet loses more than was asked for. */
export function dropFindings(edition: Edition, percent: number, most: number | undefined): Finding[] {
	if (most === undefined && !atMost(percent, edition.drop.toldFrom)) {
		const message = `Drop at the farthest outlet is ${show(percent)}%, and no limit was given: advised is ${edition.drop.percent}%, with its feeder ${edition.drop.totalPercent}%. Use a larger wire, or a shorter run.`;
		return [toFinding(edition, { id: 'drop', severity: 'caution', rule: edition.drop.rule, message, have: percent, unit: '%' })];
	}
	if (most === undefined || atMost(percent, most)) return [];
	const message = `Drop at the farthest outlet is ${show(percent)}%; recommended: ${most}% maximum.`;
	return [
		toFinding(edition, { id: 'drop', severity: 'advice', rule: edition.drop.rule, message, have: percent, need: most, unit: '%' })
	];
}
