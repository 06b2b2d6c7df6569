import { ambientFactor } from '../../code/310-15-ampacity';
import { standardBreaker, standardBreakerUpTo } from '../../code/240-6-breakers';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { egcEnlarged, egcFor } from '../../code/250-122-grounding';
import { ohmsPerKft } from '../../code/chapter-9-resistance';
import type { FieldFault, Finding, Step } from '../../model/result';
import { GAUGES, type Awg } from '../../units/gauge';
import { atMost, show } from '../../units/quantity';
import { leastRangeCircuit, loadOf } from './load';
import { breakerFindings, dropFindings, groundFindings, wireFindings } from './size-findings';
import { chooseWire, dropBase, manyReceptacles, type Amps, type SizeCase, type Wire } from './size-wire';

export type { SizeCase } from './size-wire';
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
	const breakerA = c.breakerA ?? chooseBreaker(edition, c, load.designA);
	if (breakerA === null) {
		const most = edition.breakers.sizes.at(-1);
		return fault(
			c.load.watts === undefined ? 'load.amps' : 'load.watts',
			`needs ${show(load.designA)} A; branch circuits here go up to ${most} A`
		);
	}
	const largest = edition.grounding.rows.at(-1)?.upToA ?? 0;
	if (breakerA > largest)
		return fault(c.breakerA === undefined ? 'load.mocp' : 'breakerA', `must be at most ${largest} A, got ${show(breakerA)}`);
	const amps: Amps = { breakerA, loadA: load.loadA, designA: load.designA };
	const wire = chooseWire(edition, c, amps);
	if (!wire) return noWire(edition, c, amps);
	const ground = groundOf(edition, c, wire, breakerA);
	return {
		ok: true,
		value: {
			...amps,
			poles: c.load.volts > 150 ? 2 : 1,
			awg: wire.awg,
			egcAwg: ground.awg,
			ampacityA: wire.ampacity.amps,
			drop: wire.drop,
			drivenBy: wire.drivenBy,
			steps: [
				...load.steps,
				breakerStep(edition, c, amps),
				...wire.ampacity.steps,
				wire.step,
				...ground.steps,
				...dropSteps(edition, c, wire, amps.loadA)
			],
			findings: [
				...breakerFindings(edition, c, amps),
				...wireFindings(edition, c, { wire, amps }),
				...groundFindings(edition, c, { awg: wire.awg, egcAwg: ground.awg }),
				...dropFindings(edition, wire.drop.percent, c.limits?.dropPercent)
			]
		}
	};
}

/** Nothing in the table holds: an own gauge that it does not have, too much load for all of it, or too large a breaker. */
function noWire(edition: Edition, c: SizeCase, { breakerA, designA }: Amps): Sized {
	const { metal, cable, ambientC } = c.wiring;
	if (c.awg && !edition.ampacity.rows.find((r) => r.awg === c.awg)?.[metal])
		return fault('awg', `the table has no ${c.awg} AWG ${metal}`);
	const largest = `${metal} ${cable} up to ${GAUGES.at(-1)} AWG`;
	if (ambientFactor(ambientC, edition.cables[cable].from, edition) === null)
		return fault('wiring.ambientC', `${cable} isn't allowed at ${show(ambientC, 1)} °C`);
	const free = chooseWire(edition, { ...c, awg: undefined }, { loadA: designA, designA, breakerA: 1 });
	return fault(
		'wiring',
		free ? `no ${largest} is allowed on a ${breakerA} A breaker here` : `no ${largest} carries ${show(designA)} A here`
	);
}

const fault = (path: string, message: string): Sized => ({ ok: false, faults: [{ path, message }] });

/** The smallest lawful breaker for the load and its outlets; null above the table. @source 240.6(A), 210.21(B), 440 */
function chooseBreaker(edition: Edition, c: SizeCase, designA: number): number | null {
	const kind = edition.loads[c.load.kind];
	if (kind.nameplate) return standardBreakerUpTo(c.load.mocp ?? 0, edition) ?? edition.breakers.sizes[0] ?? null;
	const least = Math.max(designA, leastRangeCircuit(edition, c.load));
	const smallest = (sizes: readonly number[]) => sizes.find((size) => atMost(least, size)) ?? null;
	if (manyReceptacles(c)) return smallest(Object.keys(edition.receptacleCircuits.allowed).map(Number));
	// From 15 A up: smaller ones only where they are asked for.
	const { several } = edition.circuits.ratings;
	if (c.outlets.count > 1 && c.load.kind !== 'fixed-heat')
		return smallest(several.filter((a) => edition.breakers.sizes.includes(a))) ?? standardBreaker(least, edition);
	if (c.outlets.kind === 'receptacle' && kind.singleReceptacle) return smallest(kind.singleReceptacle);
	return standardBreaker(least, edition);
}

const breakerStep = (edition: Edition, c: SizeCase, { breakerA, designA }: Amps): Step => ({
	label: c.breakerA === undefined ? 'breaker' : 'breaker as given',
	formula: edition.loads[c.load.kind].nameplate ? 'nameplate maximum' : `carries ${show(designA)} A`,
	value: breakerA,
	unit: 'A',
	rule: cite(edition, edition.breakers.rule)
});

function groundOf(edition: Edition, c: SizeCase, wire: Wire, breakerA: number): { awg: Awg; steps: Step[] } {
	const base = egcFor({ breakerA, metal: c.wiring.metal, circuitAwg: wire.awg }, edition);
	const awg = egcEnlarged({ base, neededAwg: wire.neededAwg, usedAwg: wire.awg }, edition);
	const steps: Step[] = [
		{
			label: 'grounding conductor',
			formula: `${breakerA} A breaker`,
			value: base,
			unit: 'AWG',
			rule: cite(edition, edition.grounding.rule)
		}
	];
	if (awg !== base) {
		const formula = `as ${wire.neededAwg} to ${wire.awg} AWG`;
		steps.push({
			label: 'grounding conductor, enlarged',
			formula,
			value: awg,
			unit: 'AWG',
			rule: cite(edition, edition.grounding.proportional)
		});
	}
	return { awg, steps };
}

function dropSteps(edition: Edition, c: SizeCase, { awg, drop }: Wire, loadA: number): Step[] {
	const perKft = ohmsPerKft(awg, c.wiring.metal, edition);
	const feet = show(c.wiring.lengthFt, 1);
	return [
		{
			label: `drop over ${feet} ft`,
			formula: `2 x ${feet} ft x ${show(loadA)} A x ${perKft} / 1000`,
			value: drop.volts,
			unit: 'V',
			rule: cite(edition, edition.resistance.rule)
		},
		{
			label: `of ${dropBase(c)} V`,
			formula: `100 x ${show(drop.volts)} / ${dropBase(c)}`,
			value: drop.percent,
			unit: '%',
			rule: cite(edition, edition.drop.rule)
		}
	];
}
