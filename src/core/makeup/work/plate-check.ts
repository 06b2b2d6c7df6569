import { standardBreaker } from '../../code/240-6-breakers';
import type { Edition } from '../../code/shape/edition';
import { loadOf, leastRangeCircuit, type LoadCase } from '../../circuits/size/load';
import { largestBreaker } from '../../circuits/size/size-findings';
import { breakerLimit } from '../../circuits/size/size-wire';
import type { LoadKind } from '../../model/kinds';
import type { Step } from '../../model/result';
import type { Awg, Metal } from '../../units/gauge';
import { atMost, show } from '../../units/quantity';

type Level = 'good' | 'look' | 'bad' | 'unknown';
/** What a nameplate says. What is not on it, or was not read, is null. */
export interface Plate {
	kind: LoadKind;
	volts: number | null;
	watts: number | null;
	amps: number | null;
	/** Minimum circuit ampacity, and largest breaker or fuse. */
	mca: number | null;
	mocp: number | null;
}
/** The circuit it is to be landed on. */
interface PlateCircuit {
	volts: 120 | 240 | null;
	breakerA: number | null;
	/** What its smallest conductor carries, A; null: not known. */
	carriesA: number | null;
	/** Gauge and metal of that conductor; left out: not known. */
	wire?: { awg: Awg; metal: Metal } | undefined;
}
interface PlateAnswer {
	points: { level: Level; says: string }[];
	steps: Step[];
}
/** Volts of a plate that are one supply: 208 is another one than 240. */
const NEAR_V = 12;

/**
 * A nameplate held against its circuit before a wire is landed. A fact that is missing is named, and is no "good".
 * @source 110.3(B), 210.19, 220.54, 220.55, 422.13, 440.4, 625.42
 */
export function plateCheck(edition: Edition, plate: Plate, circuit: PlateCircuit): PlateAnswer {
	const points: PlateAnswer['points'] = [];
	const said = (level: Level, says: string) => points.push({ level, says });
	if (plate.volts === null) said('unknown', 'Its volts are not read');
	else if (circuit.volts === null) said('unknown', 'The volts of the circuit are not known');
	else if (Math.abs(plate.volts - circuit.volts) > NEAR_V)
		said(
			'bad',
			`The plate says ${show(plate.volts, 0)} V; the circuit has ${circuit.volts} V${plate.volts === 208 ? ' (on 240 V an element of 208 V gives a third more heat)' : ''}`
		);
	else said('good', `${circuit.volts} V, as the plate says`);
	if (plate.mocp !== null && circuit.breakerA !== null && circuit.breakerA > plate.mocp)
		said('bad', `The breaker of ${circuit.breakerA} A is above the largest that the plate allows, ${show(plate.mocp, 0)} A`);
	const load = caseOf(plate);
	if (typeof load === 'string') {
		said('unknown', load);
		return { points, steps: [] };
	}
	const { designA, steps } = loadOf(edition, load);
	const needs = Math.max(designA, leastRangeCircuit(edition, load));
	const least = standardBreaker(needs, edition) ?? needs;
	if (circuit.breakerA === null) said('unknown', `The breaker is not read: at least ${show(least, 0)} A is needed`);
	else if (circuit.breakerA > largestBreaker(edition, load) && load.mocp === undefined)
		said(
			'bad',
			`Breaker ${circuit.breakerA} A is too large: with no maximum on its plate this appliance is limited to ${show(largestBreaker(edition, load), 0)} A (422.11(E))`
		);
	else if (atMost(needs, circuit.breakerA)) said('good', `Breaker ${circuit.breakerA} A: ${show(needs, 1)} A needed`);
	else
		said(
			'bad',
			`Breaker ${circuit.breakerA} A is too small: ${show(needs, 1)} A needed. Do not only change the breaker: the wire too`
		);
	if (circuit.carriesA === null) said('unknown', 'The gauge of the smallest conductor is not known');
	else if (atMost(needs, circuit.carriesA)) said('good', `The smallest conductor carries ${show(circuit.carriesA, 0)} A`);
	else said('bad', `The smallest conductor carries ${show(circuit.carriesA, 0)} A: ${show(needs, 1)} A needed`);
	wireUnderBreaker(edition, load, circuit, said);
	return { points, steps };
}
/** The breaker against the wire on it, not against the load alone. @source 240.4(B), (D), (G) */
function wireUnderBreaker(
	edition: Edition,
	load: LoadCase,
	{ breakerA, carriesA, wire }: PlateCircuit,
	said: (level: Level, says: string) => void
): void {
	if (breakerA === null || carriesA === null) return;
	const most = wire
		? breakerLimit(
				edition,
				{ load, outlets: { kind: 'hard-wired', count: 1 }, wiring: wire },
				{ awg: wire.awg, ampacityA: carriesA }
			).amps
		: edition.loads[load.kind].nameplate
			? Infinity
			: (standardBreaker(carriesA, edition) ?? carriesA);
	if (!atMost(breakerA, most))
		said(
			'bad',
			`The smallest conductor${wire ? `, ${wire.awg} AWG,` : ''} is limited to ${show(most, 0)} A: the breaker is ${breakerA} A (240.4)`
		);
}
/** @returns the load, or which figure of the plate is missing */
function caseOf(p: Plate): LoadCase | string {
	if (p.kind === 'hvac')
		return p.mca === null
			? 'Its minimum circuit ampacity (MCA) is not read'
			: { kind: p.kind, volts: p.volts ?? 240, mca: p.mca, mocp: p.mocp ?? undefined };
	const marked = p.mocp === null ? {} : { mocp: p.mocp };
	if (p.amps !== null) return { kind: p.kind, volts: p.volts ?? 240, amps: p.amps, ...marked };
	if (p.watts === null) return 'Neither watts nor amps are read from the plate';
	if (p.volts === null) return 'Watts without volts give no amps: read both';
	return { kind: p.kind, volts: p.volts, watts: p.watts, ...marked };
}

/** One element for another: the same watts at the same volts, as the heater is listed. @source 110.3(B) */
export function sameElement(
	plate: { watts: number | null; volts: number | null },
	part: { watts: number | null; volts: number | null }
): { level: Level; says: string } {
	if (plate.watts === null || plate.volts === null || part.watts === null || part.volts === null)
		return { level: 'unknown', says: 'Watts and volts of both are needed: the plate of the heater and the mark on the element' };
	if (part.volts !== plate.volts)
		return {
			level: 'bad',
			says: `An element of ${show(part.volts, 0)} V on ${show(plate.volts, 0)} V would give ${show(part.watts * (plate.volts / part.volts) ** 2, 0)} W in place of ${show(part.watts, 0)} W`
		};
	if (part.watts > plate.watts)
		return {
			level: 'bad',
			says: `${show(part.watts, 0)} W in place of ${show(plate.watts, 0)} W: more than the heater is listed with, and its circuit was sized for`
		};
	if (part.watts < plate.watts)
		return {
			level: 'look',
			says: `${show(part.watts, 0)} W in place of ${show(plate.watts, 0)} W: it heats slower, and is not as listed`
		};
	return { level: 'good', says: 'Same for same' };
}
