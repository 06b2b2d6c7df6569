import { ampacityOf, type AmpacityResult } from '../code/ampacity';
import { isStandard, standardBreaker, standardBreakerUpTo } from '../code/breakers';
import { cite, type Column, type Edition, type RuleRef } from '../code/edition';
import { egcEnlarged, egcFor } from '../code/grounding';
import { dropVolts, ohmsPerKft } from '../code/resistance';
import type { Cable } from '../model/kinds';
import type { FieldFault, Finding, Severity, Step } from '../model/result';
import { compareGauge, GAUGES, type Awg, type Metal } from '../units/gauge';
import { atMost, show } from '../units/quantity';
import { leastRangeCircuit, loadOf, type LoadCase } from './load';

export interface SizeCase {
	load: LoadCase;
	wiring: {
		cable: Cable;
		metal: Metal;
		/** One way, ft. */
		lengthFt: number;
		ambientC: number;
		currentCarrying: number;
		terminalC: Column;
	};
	/** Receptacles, not yokes: a duplex is two. */
	outlets: { kind: 'receptacle' | 'hard-wired'; count: number };
	limits?: { dropPercent?: number | undefined } | undefined;
	/** Fixed by the user: the answer judges it. */
	breakerA?: number | undefined;
	awg?: Awg | undefined;
}
export interface SizeResult {
	loadA: number;
	designA: number;
	breakerA: number;
	poles: 1 | 2;
	awg: Awg;
	egcAwg: Awg;
	/** After all factors and limits, A. */
	ampacityA: number;
	drop: { volts: number; percent: number };
	/** What last made the wire larger. */
	drivenBy: 'ampacity' | 'breaker' | 'drop';
	steps: Step[];
	findings: Finding[];
}
export type Sized = { ok: true; value: SizeResult } | { ok: false; faults: FieldFault[] };

/**
 * Breaker, conductor, ground and drop of one branch circuit, with every step.
 * The wire must meet three tests: at the terminals it carries the load with its 125 %; after correction it carries
 * the load as it runs; and the breaker protects it (small conductors, next size up where allowed).
 * @source 210.19, 210.20, 210.21, 240.4, 240.6, 250.122, 310.15
 * @example 5500 W water heater, 45 ft of NM-B -> 30 A, 10 AWG, ground 10 AWG
 */
export function sizeCircuit(edition: Edition, c: SizeCase): Sized {
	const load = loadOf(edition, c.load);
	const steps = [...load.steps];
	const findings: Finding[] = [];
	const breakerA = c.breakerA ?? chooseBreaker(edition, c, load.designA);
	if (breakerA === null) {
		const most = edition.breakers.sizes.at(-1);
		return fault(
			c.load.watts === undefined ? 'load.amps' : 'load.watts',
			`needs ${show(load.designA)} A; a branch circuit here goes up to ${most} A`
		);
	}
	steps.push({
		label: c.breakerA === undefined ? 'breaker' : 'breaker as given',
		formula: c.load.kind === 'hvac' ? 'nameplate maximum' : `carries ${show(load.designA)} A`,
		value: breakerA,
		unit: 'A',
		rule: cite(edition, edition.breakers.rule)
	});
	findings.push(...breakerFindings(edition, c, breakerA, load.designA));

	const wire = chooseWire(edition, c, { breakerA, ...load });
	if (!wire)
		return fault('wiring', `no ${c.wiring.metal} ${c.wiring.cable} up to ${GAUGES.at(-1)} carries ${show(load.designA)} A here`);
	steps.push(...wire.ampacity.steps, wire.step);
	findings.push(...wireFindings(edition, c, wire, { breakerA, ...load }));

	const base = egcFor(breakerA, c.wiring.metal, wire.awg, edition);
	const egcAwg = egcEnlarged(base, wire.neededAwg, wire.awg, edition);
	steps.push({
		label: 'grounding conductor',
		formula: `${breakerA} A breaker`,
		value: base,
		unit: 'AWG',
		rule: cite(edition, edition.grounding.rule)
	});
	if (egcAwg !== base) {
		steps.push({
			label: 'grounding conductor, enlarged',
			formula: `as ${wire.neededAwg} to ${wire.awg} AWG`,
			value: egcAwg,
			unit: 'AWG',
			rule: cite(edition, edition.grounding.proportional)
		});
	}
	findings.push(...groundFindings(edition, c, wire.awg, egcAwg));
	steps.push(...dropSteps(edition, c, wire.awg, load.loadA, wire.drop));
	const most = c.limits?.dropPercent;
	if (most !== undefined && !atMost(wire.drop.percent, most)) {
		findings.push(
			finding(
				edition,
				'drop',
				'advice',
				edition.drop.rule,
				`The farthest outlet loses ${show(wire.drop.percent)} %; advised is at most ${most} %.`,
				wire.drop.percent,
				most,
				'%'
			)
		);
	}
	return {
		ok: true,
		value: {
			loadA: load.loadA,
			designA: load.designA,
			breakerA,
			poles: c.load.volts > 150 ? 2 : 1,
			awg: wire.awg,
			egcAwg,
			ampacityA: wire.ampacity.amps,
			drop: wire.drop,
			drivenBy: wire.drivenBy,
			steps,
			findings
		}
	};
}

const fault = (path: string, message: string): Sized => ({ ok: false, faults: [{ path, message }] });

function finding(
	edition: Edition,
	id: string,
	severity: Severity,
	rule: RuleRef,
	message: string,
	have?: number,
	need?: number,
	unit?: string
): Finding {
	return { id, severity, rule: cite(edition, rule), subject: { kind: 'input', id }, message, have, need, unit };
}

const manyReceptacles = (c: SizeCase): boolean => c.outlets.kind === 'receptacle' && c.outlets.count > 1;

function chooseBreaker(edition: Edition, c: SizeCase, designA: number): number | null {
	const kind = edition.loads[c.load.kind];
	if (kind.nameplate) return standardBreakerUpTo(c.load.mocp ?? 0, edition) ?? edition.breakers.sizes[0] ?? null;
	const least = Math.max(designA, leastRangeCircuit(edition, c.load));
	if (manyReceptacles(c))
		return (
			Object.keys(edition.receptacleCircuits.allowed)
				.map(Number)
				.find((size) => atMost(least, size)) ?? null
		);
	if (c.outlets.kind === 'receptacle' && kind.singleReceptacle)
		return kind.singleReceptacle.find((size) => atMost(least, size)) ?? null;
	return standardBreaker(least, edition);
}

function breakerFindings(edition: Edition, c: SizeCase, breakerA: number, designA: number): Finding[] {
	const found: Finding[] = [];
	const kind = edition.loads[c.load.kind];
	const asked = edition.breakers.onRequest.find((r) => r.amps === breakerA);
	if (!isStandard(breakerA, edition))
		found.push(
			finding(
				edition,
				'breaker-standard',
				'violation',
				edition.breakers.rule,
				`${breakerA} A is not a standard rating in ${edition.key}.`,
				breakerA
			)
		);
	if (asked && !asked.receptacles && c.outlets.kind === 'receptacle') {
		found.push(
			finding(edition, 'breaker-ten', 'violation', asked.rule, `A ${breakerA} A circuit may not feed receptacles.`, breakerA)
		);
	}
	if (!kind.nameplate && !atMost(designA, breakerA)) {
		found.push(
			finding(
				edition,
				'breaker-load',
				'violation',
				edition.continuous.rule,
				`The breaker must carry ${show(designA)} A, and is ${breakerA} A.`,
				breakerA,
				designA,
				'A'
			)
		);
	}
	if (kind.nameplate && c.load.mocp !== undefined && !atMost(breakerA, c.load.mocp)) {
		found.push(
			finding(
				edition,
				'breaker-mocp',
				'violation',
				kind.rule,
				`The nameplate allows at most ${c.load.mocp} A; the breaker is ${breakerA} A.`,
				breakerA,
				c.load.mocp,
				'A'
			)
		);
	}
	if (manyReceptacles(c) && !(breakerA in edition.receptacleCircuits.allowed)) {
		found.push(
			finding(
				edition,
				'breaker-receptacles',
				'violation',
				edition.receptacleCircuits.rule,
				`Two or more receptacles stand on circuits of ${Object.keys(edition.receptacleCircuits.allowed).join(', ')} A only; this is ${breakerA} A.`,
				breakerA
			)
		);
	}
	const least = leastRangeCircuit(edition, c.load);
	if (breakerA < least)
		found.push(
			finding(
				edition,
				'breaker-range',
				'violation',
				edition.range.least,
				`This range needs a circuit of at least ${least} A.`,
				breakerA,
				least,
				'A'
			)
		);
	const cap = kind.breakerCap;
	if (cap) {
		const loadA = loadOf(edition, c.load).loadA;
		const most = loadA > cap.overA ? (standardBreaker(loadA * cap.share, edition) ?? Infinity) : cap.smallA;
		if (breakerA > most)
			found.push(
				finding(
					edition,
					'breaker-cap',
					'violation',
					cap.rule,
					`Where its nameplate names none, this appliance's breaker may be at most ${most} A; it is ${breakerA} A.`,
					breakerA,
					most,
					'A'
				)
			);
	}
	return found;
}

interface Wire {
	awg: Awg;
	/** The least wire before drop, or a choice of the user's, made it larger. */
	neededAwg: Awg;
	ampacity: AmpacityResult;
	drop: { volts: number; percent: number };
	drivenBy: 'ampacity' | 'breaker' | 'drop';
	step: Step;
}
interface Amps {
	breakerA: number;
	loadA: number;
	designA: number;
}

const ampacityFor = (edition: Edition, c: SizeCase, awg: Awg, breakerA: number): AmpacityResult | null => {
	const { terminals } = edition;
	const terminalC = breakerA > terminals.upToA && c.wiring.terminalC < terminals.above ? terminals.above : c.wiring.terminalC;
	return ampacityOf(edition, { ...c.wiring, awg, terminalC });
};
/** The load is carried: with its 125 % at the terminals, as it runs after correction. */
const carries = (a: AmpacityResult | null, { loadA, designA }: Amps): boolean =>
	!!a && atMost(designA, a.terminalA) && atMost(loadA, a.amps);

/** The greatest breaker that protects this wire. @source 240.4(B), (D), (G) */
export function breakerLimit(
	edition: Edition,
	c: Pick<SizeCase, 'load' | 'outlets' | 'wiring'>,
	awg: Awg,
	ampacityA: number
): { amps: number; rule: RuleRef } {
	// Equipment with a nameplate takes its breaker from there: its wire may stand on a larger one.
	if (edition.loads[c.load.kind].nameplate) return { amps: Infinity, rule: edition.smallConductor.other };
	const small = edition.smallConductor[c.wiring.metal][awg];
	const many = c.outlets.kind === 'receptacle' && c.outlets.count > 1;
	const next = many ? ampacityA : (standardBreaker(ampacityA, edition) ?? ampacityA);
	return small !== undefined && small <= next
		? { amps: small, rule: edition.smallConductor.rule }
		: { amps: next, rule: edition.nextSizeUp.rule };
}

function chooseWire(edition: Edition, c: SizeCase, amps: Amps): Wire | null {
	const least = edition.leastConductor[c.wiring.metal];
	const sizes = GAUGES.filter((awg) => compareGauge(awg, least) >= 0);
	const forLoad = sizes.find((awg) => carries(ampacityFor(edition, c, awg, amps.breakerA), amps));
	const protectedBy = (awg: Awg): boolean => {
		const a = ampacityFor(edition, c, awg, amps.breakerA);
		return !!a && atMost(amps.breakerA, breakerLimit(edition, c, awg, a.amps).amps);
	};
	const needed = forLoad && sizes.find((awg) => compareGauge(awg, forLoad) >= 0 && protectedBy(awg));
	if (!needed) return c.awg ? given(edition, c, c.awg, c.awg, amps) : null;
	if (c.awg) return given(edition, c, c.awg, needed, amps);
	const most = c.limits?.dropPercent;
	const forDrop =
		most === undefined
			? needed
			: sizes.find((awg) => compareGauge(awg, needed) >= 0 && atMost(dropOf(edition, c, awg, amps.loadA).percent, most));
	const awg = forDrop ?? needed;
	const drivenBy = awg !== needed ? 'drop' : needed !== forLoad ? 'breaker' : 'ampacity';
	return wireOf(edition, c, awg, needed, amps, drivenBy);
}

/** A wire that the user fixed is judged, not changed. */
const given = (edition: Edition, c: SizeCase, awg: Awg, needed: Awg, amps: Amps): Wire | null =>
	wireOf(edition, c, awg, compareGauge(needed, awg) > 0 ? awg : needed, amps, 'ampacity');

function wireOf(edition: Edition, c: SizeCase, awg: Awg, neededAwg: Awg, amps: Amps, drivenBy: Wire['drivenBy']): Wire | null {
	const ampacity = ampacityFor(edition, c, awg, amps.breakerA);
	if (!ampacity) return null;
	const limit = breakerLimit(edition, c, awg, ampacity.amps);
	const step: Step = {
		label: `${awg} AWG on ${amps.breakerA} A`,
		formula: Number.isFinite(limit.amps) ? `breaker at most ${show(limit.amps)} A` : 'breaker from the nameplate',
		value: awg,
		unit: 'AWG',
		rule: cite(edition, limit.rule)
	};
	return { awg, neededAwg, ampacity, drop: dropOf(edition, c, awg, amps.loadA), drivenBy, step };
}

function dropOf(edition: Edition, c: SizeCase, awg: Awg, loadA: number) {
	const volts = dropVolts(loadA, c.wiring.lengthFt, ohmsPerKft(awg, c.wiring.metal, edition));
	return { volts, percent: (100 * volts) / c.load.volts };
}

function wireFindings(edition: Edition, c: SizeCase, wire: Wire, amps: Amps): Finding[] {
	const found: Finding[] = [];
	if (compareGauge(wire.awg, edition.leastConductor[c.wiring.metal]) < 0) {
		found.push(
			finding(
				edition,
				'wire-least',
				'violation',
				edition.leastConductor.rule,
				`A dwelling's branch circuit is at least ${edition.leastConductor[c.wiring.metal]} AWG; this is ${wire.awg} AWG.`
			)
		);
	}
	if (!carries(wire.ampacity, amps)) {
		const need = atMost(amps.designA, wire.ampacity.terminalA) ? amps.loadA : amps.designA;
		found.push(
			finding(
				edition,
				'wire-load',
				'violation',
				edition.ampacity.rule,
				`${wire.awg} AWG carries ${show(wire.ampacity.amps)} A here; the load needs ${show(need)} A.`,
				wire.ampacity.amps,
				need,
				'A'
			)
		);
	}
	const limit = breakerLimit(edition, c, wire.awg, wire.ampacity.amps);
	if (!atMost(amps.breakerA, limit.amps)) {
		found.push(
			finding(
				edition,
				'wire-breaker',
				'violation',
				limit.rule,
				`${wire.awg} AWG ${c.wiring.metal} may stand on ${show(limit.amps)} A at most; the breaker is ${amps.breakerA} A.`,
				amps.breakerA,
				limit.amps,
				'A'
			)
		);
	}
	return found;
}

function groundFindings(edition: Edition, c: SizeCase, awg: Awg, egcAwg: Awg): Finding[] {
	const { asMade } = edition.grounding;
	const made = c.wiring.cable === 'NM-B' && c.wiring.metal === 'Cu' ? asMade.nm[awg] : undefined;
	if (!made || compareGauge(made, egcAwg) >= 0) return [];
	return [
		finding(
			edition,
			'ground-as-made',
			'violation',
			asMade.rule,
			`This circuit needs a ${egcAwg} AWG ground; NM-B ${awg} AWG as made carries ${made} AWG. Use conductors in raceway, or a shorter route.`
		)
	];
}

function dropSteps(edition: Edition, c: SizeCase, awg: Awg, loadA: number, drop: { volts: number; percent: number }): Step[] {
	const perKft = ohmsPerKft(awg, c.wiring.metal, edition);
	return [
		{
			label: `drop over ${show(c.wiring.lengthFt, 1)} ft`,
			formula: `2 x ${show(c.wiring.lengthFt, 1)} ft x ${show(loadA)} A x ${perKft} / 1000`,
			value: drop.volts,
			unit: 'V',
			rule: cite(edition, edition.resistance.rule)
		},
		{
			label: `of ${c.load.volts} V`,
			formula: `100 x ${show(drop.volts)} / ${c.load.volts}`,
			value: drop.percent,
			unit: '%',
			rule: cite(edition, edition.drop.rule)
		}
	];
}
