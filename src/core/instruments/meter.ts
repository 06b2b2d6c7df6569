import type { Built, Contacts } from '../network/build';
import { size } from '../network/phasor';
import { Solution, type Node } from '../network/solve';

/** Meters and lamps as elements of the network: what they read follows from solving it with them in it. */
export const METER_OHMS = { voltmeter: 10e6, 'low-impedance': 3e3 } as const;
export type Meter = keyof typeof METER_OHMS;

/** Volts across each pair of contacts; null where the outlet lacks one of them. */
export interface PairVolts {
	hn: number | null;
	hg: number | null;
	ng: number | null;
}
export const PAIRS = [
	['hn', 'hot', 'neutral'],
	['hg', 'hot', 'ground'],
	['ng', 'neutral', 'ground']
] as const satisfies readonly (readonly [keyof PairVolts, keyof Contacts, keyof Contacts])[];

/** Volts between two points with a meter across them, and nothing else. */
export function voltsAcross(
	built: Built,
	{ a, b }: { a: Node | null; b: Node | null },
	meter: Meter = 'voltmeter'
): number | null {
	if (a === null || b === null) return null;
	if (a === b) return 0;
	const with_ = built.network.copy();
	with_.resistor(a, b, METER_OHMS[meter]);
	return size(new Solution(with_).between(a, b));
}
/** Each pair by itself, as one meter is moved from pair to pair. */
export function readVolts(built: Built, at: Contacts, meter: Meter): PairVolts {
	const [hn, hg, ng] = PAIRS.map(([, a, b]) => voltsAcross(built, { a: at[a], b: at[b] }, meter));
	return { hn: hn ?? null, hg: hg ?? null, ng: ng ?? null };
}

export type Lamp = 'on' | 'dim' | 'off';
export interface LampPattern {
	hn: Lamp;
	hg: Lamp;
	ng: Lamp;
}
/** A three-lamp tester: each lamp's own resistance, and the volts from which it is seen to be lit. */
export const LAMPS = { ohms: 120e3, onV: 85, dimV: 70 } as const;

/** All three lamps at once, as the tester sits in the receptacle; without a ground contact only the first is joined. */
export function readLamps(built: Built, at: Contacts): LampPattern {
	const with_ = built.network.copy();
	for (const [, a, b] of PAIRS) {
		const [one, other] = [at[a], at[b]];
		if (one !== null && other !== null && one !== other) with_.resistor(one, other, LAMPS.ohms);
	}
	const solution = new Solution(with_);
	const [hn, hg, ng] = PAIRS.map(([, a, b]): Lamp => {
		const [one, other] = [at[a], at[b]];
		const volts = one === null || other === null ? 0 : size(solution.between(one, other));
		return volts >= LAMPS.onV ? 'on' : volts >= LAMPS.dimV ? 'dim' : 'off';
	});
	return { hn: hn ?? 'off', hg: hg ?? 'off', ng: ng ?? 'off' };
}
/** Three lamps as words: on, dim or off, each. */
export const lampWords = ({ hn, hg, ng }: LampPattern): string => `${hn} ${hg} ${ng}`;
