import { build, type Built } from '../network/build';
import { Solution } from '../network/solve';
import { trips, type Trip } from '../network/trips';
import type { Fault } from '../faults/kinds';
import { readVolts, type PairVolts } from './meter';
import { GFCI_RANGE_MA } from './thresholds';

/** What a plug-in tester's GFCI button lets leak from hot to ground: about 8 mA at 120 V. */
export const TESTER_OHMS = 15e3;
export interface GfciTest {
	/** Devices that the leak opens, nearest to the panel last. */
	opens: Trip[];
	leakMa: number;
	/** Why nothing opened, as far as the network tells. */
	why: string | null;
}

/** The tester's button at an outlet: a leak from its hot to its ground contact, which only flows where there is a ground. */
export function testerButton(built: Built, outletId: string): GfciTest {
	const { hot, ground } = built.contacts(outletId);
	if (ground === null) return { opens: [], leakMa: 0, why: "the outlet has no ground contact: the tester can't make it leak" };
	const leaking = built.network.copy();
	leaking.resistor(hot, ground, TESTER_OHMS);
	const solution = new Solution(leaking);
	const v = solution.between(hot, ground);
	const leakMa = (1000 * Math.hypot(v.re, v.im)) / TESTER_OHMS;
	const opens = trips({ ...built, network: leaking }, solution).filter((t) => t.device === 'gfci' || t.amps < 1);
	const why = opens.length
		? null
		: leakMa < GFCI_RANGE_MA.least
			? 'no leakage: the ground is open, or there is no voltage'
			: 'the leakage returns on the neutral (a ground-to-neutral jumper downstream), or there is no working GFCI upstream';
	return { opens, leakMa, why };
}

export interface OwnButton {
	trips: boolean;
	/** On the device's face after it tripped, and at each outlet that it should darken. */
	face: PairVolts;
	downstream: { outletId: string; volts: PairVolts }[];
	/** All of them at nothing: as its own test must be. */
	good: boolean;
}
/**
 * The device's own test button. It leaks inside the device, past its own sensor, so it needs no ground: only power and
 * a device that is alive.
 */
export function ownButton(built: Built, at: string): OwnButton {
	const { plan, faults } = built;
	const w = plan.wiring.watchers.find((x) => x.at === at);
	const face = plan.wiring.outlets.find((o) => o.at === at && o.hot.endsWith('#load'));
	if (!w || !face) throw new RangeError(`there is no GFCI at "${at}"`);
	const powered = (readVolts(built, built.contacts(face.id), 'voltmeter').hn ?? 0) > 60;
	const dead = faults.some((f) => f.kind === 'gfci-dead' && f.at === at);
	const opens = powered && !dead;
	const after = opens ? build(plan, [...faults, { kind: 'gfci-tripped', at, circuitId: w.circuitId } satisfies Fault]) : built;
	const read = (id: string) => readVolts(after, after.contacts(id), 'low-impedance');
	const below = belowOf(plan.wiring.cables, at, w.circuitId);
	const downstream = plan.wiring.outlets
		.filter((o) => o.circuitId === w.circuitId && below.has(o.at))
		.map((o) => ({ outletId: o.id, volts: read(o.id) }));
	const faceVolts = read(face.id);
	const still = [faceVolts, ...downstream.map((d) => d.volts)].some((v) => (v.hn ?? 0) >= 1);
	return { trips: opens, face: faceVolts, downstream, good: opens && !still };
}
/** Places whose cables begin on the device's LOAD, and those that they feed. */
function belowOf(cables: Built['plan']['wiring']['cables'], at: string, circuitId: string): Set<string> {
	const below = new Set<string>();
	for (const cable of cables) {
		if (cable.circuitId !== circuitId) continue;
		const from = cable.wires[0]?.from ?? '';
		const place = from.slice(0, from.indexOf(':'));
		if (below.has(place) || (place === at && from.endsWith('#load'))) below.add(cable.at);
	}
	return below;
}
