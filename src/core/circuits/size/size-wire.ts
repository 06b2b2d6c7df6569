import { ampacityOf, type AmpacityResult } from '../../code/310-15-ampacity';
import { standardBreaker } from '../../code/240-6-breakers';
import { cite, type RuleRef } from '../../code/rule';
import type { Column, Edition } from '../../code/shape/edition';
import { dropVolts, ohmsPerKft } from '../../code/chapter-9-resistance';
import type { CableKind } from '../../model/kinds';
import type { Step } from '../../model/result';
import { compareGauge, GAUGES, type Awg, type Metal } from '../../units/gauge';
import { atMost, show } from '../../units/quantity';
import type { LoadCase } from './load';

export interface SizeCase {
	load: LoadCase;
	wiring: {
		cable: CableKind;
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
	/** V that the drop is a share of; left out: of the load. On two poles with a neutral a load at 120 V loses by 120. */
	dropOfV?: number | undefined;
	/** Fixed by the user: the answer judges it. */
	breakerA?: number | undefined;
	awg?: Awg | undefined;
}
export interface Amps {
	breakerA: number;
	/** As it runs. */
	loadA: number;
	/** With 125 % where continuous. */
	designA: number;
}
export interface Wire {
	awg: Awg;
	/** The least wire before drop, or a choice of the user's, made it larger. */
	neededAwg: Awg;
	ampacity: AmpacityResult;
	drop: { volts: number; percent: number };
	drivenBy: 'ampacity' | 'breaker' | 'drop';
	step: Step;
}

/** Two or more receptacles on one circuit: its rating must be one of those for that. @source 210.3 */
export const manyReceptacles = (c: Pick<SizeCase, 'outlets'>): boolean => c.outlets.kind === 'receptacle' && c.outlets.count > 1;

/** The load is carried: with its 125 % at the terminals, as it runs after correction. @source 210.19 */
export const carries = (a: AmpacityResult | null, { loadA, designA }: Pick<Amps, 'loadA' | 'designA'>): boolean =>
	!!a && atMost(designA, a.terminalA) && atMost(loadA, a.amps);

/** The greatest breaker that protects this wire. @source 240.4(B), (D), (G) */
export function breakerLimit(
	edition: Edition,
	c: Pick<SizeCase, 'load' | 'outlets'> & { wiring: Pick<SizeCase['wiring'], 'metal'> },
	{ awg, ampacityA }: { awg: Awg; ampacityA: number }
): { amps: number; rule: RuleRef } {
	// Equipment with a nameplate takes its breaker from there: its wire may stand on a larger one.
	if (edition.loads[c.load.kind].nameplate) return { amps: Infinity, rule: edition.smallConductor.other };
	const small = edition.smallConductor[c.wiring.metal][awg];
	const next = manyReceptacles(c) ? ampacityA : (standardBreaker(ampacityA, edition) ?? ampacityA);
	return small !== undefined && small <= next
		? { amps: small, rule: edition.smallConductor.rule }
		: { amps: next, rule: edition.nextSizeUp.rule };
}

function ampacityFor(edition: Edition, c: SizeCase, awg: Awg, breakerA: number): AmpacityResult | null {
	const { terminals } = edition;
	const terminalC = breakerA > terminals.upToA && c.wiring.terminalC < terminals.above ? terminals.above : c.wiring.terminalC;
	return ampacityOf(edition, { ...c.wiring, awg, terminalC });
}

/** The least wire for the load, then for the breaker, then for the drop; a wire that the user fixed is judged, not changed. Null: none is large enough. */
export function chooseWire(edition: Edition, c: SizeCase, amps: Amps): Wire | null {
	const least = edition.leastConductor[c.wiring.metal];
	const sizes = GAUGES.filter((awg) => compareGauge(awg, least) >= 0);
	const from = (size: Awg, holds: (awg: Awg) => boolean) => sizes.find((awg) => compareGauge(awg, size) >= 0 && holds(awg));
	const forLoad = sizes.find((awg) => carries(ampacityFor(edition, c, awg, amps.breakerA), amps));
	const needed = forLoad && from(forLoad, (awg) => protectedBy(edition, c, awg, amps.breakerA));
	if (c.awg) return wireOf(edition, c, c.awg, needed && compareGauge(needed, c.awg) <= 0 ? needed : c.awg, amps, 'ampacity');
	if (!needed) return null;
	const most = c.limits?.dropPercent;
	const forDrop = most === undefined ? needed : from(needed, (awg) => atMost(dropOf(edition, c, awg, amps.loadA).percent, most));
	const awg = forDrop ?? needed;
	return wireOf(edition, c, awg, needed, amps, awg !== needed ? 'drop' : needed !== forLoad ? 'breaker' : 'ampacity');
}

function protectedBy(edition: Edition, c: SizeCase, awg: Awg, breakerA: number): boolean {
	const a = ampacityFor(edition, c, awg, breakerA);
	return !!a && atMost(breakerA, breakerLimit(edition, c, { awg, ampacityA: a.amps }).amps);
}

function wireOf(edition: Edition, c: SizeCase, awg: Awg, neededAwg: Awg, amps: Amps, drivenBy: Wire['drivenBy']): Wire | null {
	const ampacity = ampacityFor(edition, c, awg, amps.breakerA);
	if (!ampacity) return null;
	const limit = breakerLimit(edition, c, { awg, ampacityA: ampacity.amps });
	const step: Step = {
		label: `${awg} AWG on ${amps.breakerA} A`,
		formula: Number.isFinite(limit.amps) ? `breaker at most ${show(limit.amps)} A` : 'breaker from the nameplate',
		value: awg,
		unit: 'AWG',
		rule: cite(edition, limit.rule)
	};
	return { awg, neededAwg, ampacity, drop: dropOf(edition, c, awg, amps.loadA), drivenBy, step };
}

function dropOf(edition: Edition, c: SizeCase, awg: Awg, loadA: number): Wire['drop'] {
	const volts = dropVolts(loadA, c.wiring.lengthFt, ohmsPerKft(awg, c.wiring.metal, edition));
	return { volts, percent: (100 * volts) / dropBase(c) };
}
/** What a drop of this case is a share of, V. */
export const dropBase = (c: Pick<SizeCase, 'load' | 'dropOfV'>): number => c.dropOfV ?? c.load.volts;
