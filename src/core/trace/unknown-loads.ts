import { HOT_TO_NEUTRAL_V } from '../units/volts';
import { METER_OHMS } from '../instruments/meter';
import { LIVED_IN } from './spread';

/**
 * Loads of which nobody said anything. Of what hangs on a part that has lost a conductor only the sum shows: it ties the lost conductor
 * to the other one. So the sum is one unknown more, tried over a grid with the share that so many outlets give it. Where both conductors
 * are there, loads only draw amps through the wiring: a few ways in which a run may be lived in tell how far volts stray by those.
 */

/** Ohms of a load that is not there. */
export const NO_LOAD_OHMS = 1e12;
/** Watts are summed in steps of so many; what is more is taken for the most. */
const STEP_W = 5;
const MOST_W = 3000;

/** Shares of the sum of watts, a step each. */
type Sums = Float64Array;
const one: Sums = (() => {
	const shares = new Float64Array(MOST_W / STEP_W + 1);
	for (const { share, fromW, toW } of LIVED_IN) {
		const [from, to] = [Math.round(fromW / STEP_W), Math.round(toW / STEP_W)];
		for (let i = from; i <= to; i++) shares[i] = (shares[i] as number) + share / (to - from + 1);
	}
	return shares;
})();
const sums: Sums[] = [];
/** How many watts so many outlets have on, together. */
function sumOf(outlets: number): Sums {
	if (outlets <= 1) return one;
	const before = sums[outlets];
	if (before) return before;
	const less = sumOf(outlets - 1);
	const made = new Float64Array(one.length);
	const last = made.length - 1;
	for (let i = 0; i < less.length; i++) {
		const p = less[i] as number;
		if (p < 1e-9) continue;
		for (let j = 0; j < one.length; j++) {
			const q = one[j] as number;
			if (q === 0) continue;
			const at = Math.min(last, i + j);
			made[at] = (made[at] as number) + p * q;
		}
	}
	return (sums[outlets] = made);
}

/** The volts over a low-impedance meter behind a load: what tells one sum from another. */
const behind = (ohms: number): number => (HOT_TO_NEUTRAL_V * METER_OHMS['low-impedance']) / (METER_OHMS['low-impedance'] + ohms);
/** @returns ohms of a load of so many watts at the full volts */
export const ohmsOf = (watts: number): number => HOT_TO_NEUTRAL_V ** 2 / watts;
/** Sums to try: none, and so that the meter's volts lie this far apart. */
const loadGrid = (apartV: number): number[] => {
	const [from, to] = [behind(ohmsOf(STEP_W)), behind(ohmsOf(MOST_W))];
	const many = Math.ceil((to - from) / apartV);
	const between = Array.from({ length: many + 1 }, (_, i) => {
		const volts = from + ((to - from) * i) / many;
		return (METER_OHMS['low-impedance'] * (HOT_TO_NEUTRAL_V - volts)) / volts;
	});
	return [NO_LOAD_OHMS, ...between];
};
/** Ohms to try, and to which of them each sum of watts is nearest. */
interface SumTries {
	ohms: readonly number[];
	nearest: readonly number[];
}
function triesOf(apartV: number): SumTries {
	const ohms = loadGrid(apartV);
	const nearest = Array.from(one, (_, step) => {
		if (step === 0) return 0;
		const volts = behind(ohmsOf(step * STEP_W));
		let best = 1;
		for (let i = 2; i < ohms.length; i++)
			if (Math.abs(behind(ohms[i] as number) - volts) < Math.abs(behind(ohms[best] as number) - volts)) best = i;
		return best;
	});
	return { ohms, nearest };
}
const FINE = triesOf(2.5);

/** What is tried of the loads of one part. */
export const LOAD_GRID: readonly (readonly number[])[] = FINE.ohms.map((r) => [r]);
function sharesOver({ ohms, nearest }: SumTries, outlets: number): number[] {
	const shares = new Array<number>(ohms.length).fill(0);
	sumOf(outlets).forEach((p, step) => {
		const at = nearest[step] as number;
		shares[at] = (shares[at] as number) + p;
	});
	return shares;
}
const LEAST_SHARE = 1e-6;
function logs(shares: readonly number[]): Float64Array {
	const least = shares.map((p) => Math.max(LEAST_SHARE, p));
	const all = least.reduce((a, b) => a + b, 0);
	return Float64Array.from(least, (p) => Math.log(p / all));
}
const kept: (Float64Array | undefined)[] = [];
/** Of each point of the grid the share that so many outlets give it, log. */
export const loadShares = (outlets: number): Float64Array => (kept[outlets] ??= logs(sharesOver(FINE, outlets)));

/** @returns for watts how often so many outlets have no more on, a share: each step of watts lies evenly around its middle */
export function shareUpTo(outlets: number): (watts: number) => number {
	const shares = sumOf(outlets);
	let held = 0;
	const under = Float64Array.from(shares, (p) => (held += p) - p);
	return (watts) => {
		const at = Math.min(shares.length - 0.5, watts / STEP_W + 0.5);
		const step = Math.min(shares.length - 1, Math.floor(at));
		return (under[step] as number) + (shares[step] as number) * Math.min(1, at - step);
	};
}
/** Under the least nothing is on; W. */
export const ON_W = { least: STEP_W / 2, most: MOST_W } as const;

/** What stands between two hots heats or turns: as often on as off, and large. */
const BETWEEN_HOTS = { on: 0.6, underOhms: 30 } as const;
/** The shares of what stands between two hots, log: over the grid of one part. */
export const betweenHots: Float64Array = (() => {
	const on = FINE.ohms.filter((r) => r < BETWEEN_HOTS.underOhms).length;
	return logs(FINE.ohms.map((r, i) => (i === 0 ? 1 - BETWEEN_HOTS.on : r < BETWEEN_HOTS.underOhms ? BETWEEN_HOTS.on / on : 0)));
})();
/** The shares of all runs that have fewer watts on: of a run as it is usually lived in, and of one with much on. */
const WAYS = [0.5, 0.9] as const;
/** Ways in which a run may be: with nothing on, and as it is lived in. */
export const LOAD_WAYS = 1 + WAYS.length;
const ways = new Map<number, number[]>();
/** Ohms of the load at each outlet of a run that is lived in, in each way: the watts of all of it, evenly spread; 0: none. */
export function livedInWays(outlets: number): readonly number[] {
	const before = ways.get(outlets);
	if (before) return before;
	const shares = sumOf(outlets);
	const made = WAYS.map((share) => {
		let held = 0;
		const step = shares.findIndex((p) => (held += p) >= share);
		return step > 0 ? ohmsOf((step * STEP_W) / outlets) : 0;
	});
	ways.set(outlets, made);
	return made;
}
/** Something that heats, behind a joint that is loose: with much on, it is there. */
export const HEATER_OHMS = ohmsOf(900);
