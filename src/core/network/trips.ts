import { once } from '../model/remember';
import { WORN_BREAKER } from '../faults/thresholds';
import { build, type Built } from './build';
import { size } from './phasor';
import type { Plan, PlannedWire } from './plan';
import { EARTH, Solution, type Node } from './solve';
import type { Breaker } from './wiring';
import type { Fault } from '../faults/kinds';

/** What would open, seen in the currents of a solved network. */
export interface Trip {
	/** `breaker` and its circuit, or the place of the device. */
	device: 'breaker' | 'gfci';
	at: string;
	why: string;
	amps: number;
}
/** A breaker opens at once at so many times its amps. */
export const INSTANT_TIMES = 10;
/** A class A device opens in this range, mA; the middle of it is taken. @source UL 943 */
const GFCI_MA = 5;
/** A joint of neutral and ground downstream is felt up to this, ohm. */
const NEUTRAL_GROUND_OHMS = 4;
/** The same of a breaker that watches; to be confirmed. */
const BREAKER_NEUTRAL_GROUND_OHMS = 2;

/** Amps through those of the plan's wires that are asked for, together. */
export function ampsThrough(built: Built, solution: Solution, which: (wire: PlannedWire) => boolean): number {
	return ampsOf(
		built,
		solution,
		built.plan.wires.flatMap((w, i) => (which(w) ? [i] : []))
	);
}
/** The same of wires by their number. */
function ampsOf(built: Built, solution: Solution, wires: readonly number[]): number {
	let re = 0;
	let im = 0;
	for (const i of wires) {
		const branch = built.branch(i);
		if (!branch) continue;
		const amps = solution.amps(branch);
		re += amps.re;
		im += amps.im;
	}
	return Math.hypot(re, im);
}
/** The wires of the cables that feed each place, by their number: a long run with a device at each box asks for each many times. */
const wiresAt = once((plan: Plan): ReadonlyMap<string, readonly number[]> => {
	const made = new Map<string, number[]>();
	plan.wires.forEach((w, i) => {
		const there = made.get(w.at);
		if (there) there.push(i);
		else made.set(w.at, [i]);
	});
	return made;
});
/** Amps that a circuit takes from its panel, per pole. */
export function poleAmps(built: Built, solution: Solution, circuitId: string): number[] {
	const poles = built.plan.wiring.breakers.find((b) => b.circuitId === circuitId)?.poles ?? [];
	return poles.map(({ point }) => {
		const from = built.plan.points.get(point);
		return ampsThrough(built, solution, (w) => w.from === from && w.circuitId === circuitId);
	});
}
/** Hot less neutral through the device at a place, A: what the cable that feeds it brings and does not take back. */
export const difference = (built: Built, solution: Solution, { at, circuitId }: { at: string; circuitId: string }): number =>
	ampsOf(
		built,
		solution,
		(wiresAt(built.plan).get(at) ?? []).filter((i) => {
			const w = built.plan.wires[i];
			return w?.role !== 'ground' && w?.circuitId === circuitId;
		})
	);
/** The same of a breaker that watches: of all cables that begin at its points. */
function breakerDifference(built: Built, solution: Solution, breaker: Breaker): number {
	const { homes, circuits } = homesOf(built, breaker);
	return ampsThrough(built, solution, (w) => homes.has(w.at) && w.role !== 'ground' && circuits.has(w.circuitId));
}
/** Places of the cables that begin at a breaker, and the circuits that it opens together: of a two-pole one for a pair both, with their one neutral. */
function homesOf({ plan }: Built, { circuitId, opensWith }: Breaker): { homes: Set<string>; circuits: Set<string> } {
	const circuits = new Set([circuitId, ...(opensWith ? [opensWith] : [])]);
	const points = new Set(
		plan.wiring.breakers.filter((b) => circuits.has(b.circuitId)).flatMap((b) => b.poles.map((p) => plan.points.get(p.point)))
	);
	return { circuits, homes: new Set(plan.wires.filter((w) => points.has(w.from) && circuits.has(w.circuitId)).map((w) => w.at)) };
}

/** A breaker that watches feels a joint of neutral and ground on its own neutral, unloaded too. */
function joinedBehindBreaker(built: Built, breaker: Breaker): boolean {
	const { plan, faults } = built;
	const { homes, circuits } = homesOf(built, breaker);
	const opened = [...homes].flatMap((at): Fault[] =>
		[...circuits].flatMap((circuitId): Fault[] => [
			{ kind: 'open-hot', at, circuitId },
			{ kind: 'open-hot', at, circuitId, leg: 'b' },
			{ kind: 'open-neutral', at, circuitId }
		])
	);
	const apart = build(plan, [...faults, ...opened], { unplugged: true });
	const neutrals = plan.wires.filter((w) => homes.has(w.at) && w.role === 'neutral' && circuits.has(w.circuitId));
	return neutrals.some((w) => toEarth(apart, apart.point(plan.names[w.to] ?? '')) < BREAKER_NEUTRAL_GROUND_OHMS);
}
function toEarth(built: Built, node: Node): number {
	if (node === EARTH) return 0;
	const [[z] = []] = new Solution(built.network.dead()).impedance([node]);
	return z ? size(z) : Infinity;
}

/**
 * Whether neutral and ground are joined downstream of a device, by its own test: what is on its load side, parted from
 * the supply, must not find its way back to the panel's ground.
 */
function joinedDownstream(built: Built, at: string, circuitId: string): boolean {
	const { plan, faults } = built;
	const apart = build(
		plan,
		[
			...faults,
			{ kind: 'open-hot', at, circuitId },
			{ kind: 'open-neutral', at, circuitId },
			{ kind: 'open-hot', at, circuitId, leg: 'b' }
		],
		{ unplugged: true }
	);
	const w = plan.wiring.watchers.find((x) => x.at === at && x.circuitId === circuitId);
	if (!w) return false;
	return toEarth(apart, apart.point(w.neutral)) < NEUTRAL_GROUND_OHMS;
}

/** Everything that would open as the network stands, before anything has. */
export function trips(built: Built, solution: Solution): Trip[] {
	const byCurrent = currentTrips(built, solution);
	const joined = built.plan.wiring.watchers.filter(
		(w) => alive(built, w.at) && !byCurrent.some((t) => t.at === w.at) && joinedDownstream(built, w.at, w.circuitId)
	);
	const breakers = built.plan.wiring.breakers.filter(
		(b) => b.watches && !byCurrent.some((t) => t.at === b.circuitId) && isOn(built, b) && joinedBehindBreaker(built, b)
	);
	return [
		...byCurrent,
		...breakers.map(({ circuitId }): Trip => ({
			device: 'breaker',
			at: circuitId,
			amps: 0,
			why: 'neutral and ground are connected downstream'
		})),
		...joined.map(({ at }): Trip => ({ device: 'gfci', at, amps: 0, why: 'neutral and ground are connected downstream' }))
	];
}
const isOn = ({ faults }: Built, b: Breaker): boolean => !faults.some((f) => f.kind === 'breaker-off' && f.at === b.circuitId);
/** A device that is dead, or has tripped, opens nothing more. */
const alive = (built: Built, at: string): boolean =>
	!built.faults.some((f) => (f.kind === 'gfci-dead' || f.kind === 'gfci-tripped') && f.at === at);

/** What opens by the currents that flow: a short, or what does not come back on the neutral. */
export function currentTrips(built: Built, solution: Solution): Trip[] {
	const found: Trip[] = [];
	const { wiring } = built.plan;
	const is = (kind: string, at: string) => built.faults.some((f) => f.kind === kind && f.at === at);
	for (const b of wiring.breakers) {
		if (is('breaker-off', b.circuitId)) continue;
		const amps = Math.max(0, ...poleAmps(built, solution, b.circuitId));
		if (amps > INSTANT_TIMES * b.amps)
			found.push({
				device: 'breaker',
				at: b.circuitId,
				amps,
				why: `${amps.toFixed(0)} A, over ${INSTANT_TIMES} times ${b.amps} A: a short`
			});
		else if (is('breaker-worn', b.circuitId) && amps > WORN_BREAKER.opensAtShare * b.amps)
			found.push({
				device: 'breaker',
				at: b.circuitId,
				amps,
				why: `${amps.toFixed(1)} A on a worn breaker of ${b.amps} A`
			});
		const lost = b.watches ? breakerDifference(built, solution, b) : 0;
		if (lost * 1000 > GFCI_MA)
			found.push({
				device: 'breaker',
				at: b.circuitId,
				amps: lost,
				why: `${(lost * 1000).toFixed(1)} mA do not come back on the neutral`
			});
	}
	for (const w of wiring.watchers) {
		if (!alive(built, w.at)) continue;
		const lost = difference(built, solution, { at: w.at, circuitId: w.circuitId });
		if (lost * 1000 > GFCI_MA)
			found.push({ device: 'gfci', at: w.at, amps: lost, why: `${(lost * 1000).toFixed(1)} mA do not come back on the neutral` });
	}
	return found;
}
