import type { Contacts } from '../network/build';
import { EARTH, type Solution } from '../network/solve';
import type { AnalyzerReading } from './analyzer';
import { BLIND_OHMS, LEAST_AMPS, NO_PATH_OHMS, NO_VOLTS } from './analyzer';
import { LAMPS, METER_OHMS, type Meter, type PairVolts } from './meter';
import { PERSON_OHMS } from './touch';

/**
 * A receptacle as seen from outside: the volts that stand at its three contacts and what is behind them (Thevenin). Everything an
 * instrument reads there follows from it, so that a network that is solved once is read by all of them.
 * `v`: volts of hot, neutral, ground, re and im each; `z[6 i + 2 j]`: volts at contact i for an ampere into contact j, re and im, ohm.
 */
export interface Port {
	v: number[];
	z: number[];
	/** Contacts that are there: bits 1 hot, 2 neutral, 4 ground. */
	has: number;
}
const CONTACTS = ['hot', 'neutral', 'ground'] as const;

/** Used again for each port: what is seen is copied out of it at once. */
const SEEN = new Float64Array(18);
/** The port of an outlet on a solved network. */
export function portAt(solution: Solution, at: Contacts): Port {
	const port: Port = { v: [0, 0, 0, 0, 0, 0], z: [], has: 0 };
	const nodes = CONTACTS.map((c) => at[c]);
	nodes.forEach((node, i) => {
		if (node === null) return;
		port.has |= 1 << i;
		if (node === EARTH) return;
		const volts = solution.volts(node);
		port.v[2 * i] = volts.re;
		port.v[2 * i + 1] = volts.im;
	});
	solution.seenFrom(nodes, SEEN);
	port.z = Array.from(SEEN);
	return port;
}
const PAIR = { hn: [0, 1], hg: [0, 2], ng: [1, 2] } as const;
type Pair = keyof typeof PAIR;
/** The bits of a pair's contacts. */
const NEEDS = { hn: 3, hg: 5, ng: 6 } as const;
// No function is made in any of these: they are asked for millions of times in a search.
const there = (p: Port, pair: Pair): boolean => (p.has & NEEDS[pair]) === NEEDS[pair];
const at = (a: readonly number[] | Float64Array, i: number): number => a[i] as number;

/** Volts of a pair with so many ohms across it and nothing else; null: a contact is not there. */
export function voltsWith(p: Port, pair: Pair, ohms: number): number | null {
	if (!there(p, pair)) return null;
	const [a, b] = PAIR[pair];
	const re = at(p.v, 2 * a) - at(p.v, 2 * b);
	const im = at(p.v, 2 * a + 1) - at(p.v, 2 * b + 1);
	const loop = loopOf(p, a, b);
	const [dr, di] = [ohms + loop.re, loop.im];
	return (ohms * Math.hypot(re, im)) / Math.hypot(dr, di);
}
const loopOf = (p: Port, a: number, b: number): { re: number; im: number } => ({
	re: loopPart(p, a, b),
	im: loopPart(p, a, b, 1)
});
const loopPart = (p: Port, a: number, b: number, k = 0): number =>
	at(p.z, 8 * a + k) + at(p.z, 8 * b + k) - at(p.z, 6 * a + 2 * b + k) - at(p.z, 6 * b + 2 * a + k);
/** Ohms that are seen from a pair with the sources off. */
export function loopOhms(p: Port, pair: Pair): number {
	const [a, b] = PAIR[pair];
	return Math.hypot(loopPart(p, a, b), loopPart(p, a, b, 1));
}
/** Each pair by itself, as one meter is moved from pair to pair. */
export const meterAt = (p: Port, meter: Meter): PairVolts => ({
	hn: voltsWith(p, 'hn', METER_OHMS[meter]),
	hg: voltsWith(p, 'hg', METER_OHMS[meter]),
	ng: voltsWith(p, 'ng', METER_OHMS[meter])
});

/** Volts over each of the three lamps of a tester, all of them in. */
export function lampVoltsAt(p: Port): { hn: number; hg: number; ng: number } {
	const y = new Float64Array(9);
	for (const pair of ['hn', 'hg', 'ng'] as const) {
		if (!there(p, pair)) continue;
		const [a, b] = PAIR[pair];
		const g = 1 / LAMPS.ohms;
		y[3 * a + a] = at(y, 3 * a + a) + g;
		y[3 * b + b] = at(y, 3 * b + b) + g;
		y[3 * a + b] = at(y, 3 * a + b) - g;
		y[3 * b + a] = at(y, 3 * b + a) - g;
	}
	// (1 + Z Y) v = open volts.
	const m = new Float64Array(18);
	for (let i = 0; i < 3; i++)
		for (let j = 0; j < 3; j++)
			for (let k: 0 | 1 = 0; k < 2; k++) {
				let sum = k === 0 && i === j ? 1 : 0;
				for (let n = 0; n < 3; n++) sum += at(p.z, 6 * i + 2 * n + k) * at(y, 3 * n + j);
				m[6 * i + 2 * j + k] = sum;
			}
	const v = solve3(m, Float64Array.from(p.v));
	return { hn: between(p, v, 'hn'), hg: between(p, v, 'hg'), ng: between(p, v, 'ng') };
}
function between(p: Port, v: Float64Array, pair: Pair): number {
	if (!there(p, pair)) return 0;
	const [a, b] = PAIR[pair];
	return Math.hypot(at(v, 2 * a) - at(v, 2 * b), at(v, 2 * a + 1) - at(v, 2 * b + 1));
}
/** Three complex equations, by elimination with the largest pivot. Both arrays are used up. */
function solve3(m: Float64Array, v: Float64Array): Float64Array {
	for (let c = 0; c < 3; c++) {
		let best = c;
		for (let r = c + 1; r < 3; r++) if (sizeAt(m, 6 * r + 2 * c) > sizeAt(m, 6 * best + 2 * c)) best = r;
		if (best !== c) {
			for (let k = 0; k < 6; k++) [m[6 * c + k], m[6 * best + k]] = [at(m, 6 * best + k), at(m, 6 * c + k)];
			for (let k = 0; k < 2; k++) [v[2 * c + k], v[2 * best + k]] = [at(v, 2 * best + k), at(v, 2 * c + k)];
		}
		const [pr, pi] = [at(m, 6 * c + 2 * c), at(m, 6 * c + 2 * c + 1)];
		const d = pr * pr + pi * pi;
		for (let r = 0; r < 3; r++) {
			if (r === c) continue;
			const [ar, ai] = [at(m, 6 * r + 2 * c), at(m, 6 * r + 2 * c + 1)];
			const [fr, fi] = [(ar * pr + ai * pi) / d, (ai * pr - ar * pi) / d];
			for (let k = c; k < 3; k++) minusTimes(m, 6 * r + 2 * k, [fr, fi, at(m, 6 * c + 2 * k), at(m, 6 * c + 2 * k + 1)]);
			minusTimes(v, 2 * r, [fr, fi, at(v, 2 * c), at(v, 2 * c + 1)]);
		}
	}
	for (let c = 0; c < 3; c++) {
		const [pr, pi] = [at(m, 8 * c), at(m, 8 * c + 1)];
		const d = pr * pr + pi * pi;
		const [re, im] = [at(v, 2 * c), at(v, 2 * c + 1)];
		v[2 * c] = (re * pr + im * pi) / d;
		v[2 * c + 1] = (im * pr - re * pi) / d;
	}
	return v;
}
const sizeAt = (a: readonly number[] | Float64Array, i: number): number => Math.hypot(at(a, i), at(a, i + 1));
function minusTimes(a: Float64Array, i: number, [fr, fi, re, im]: readonly [number, number, number, number]): void {
	a[i] = at(a, i) - (fr * re - fi * im);
	a[i + 1] = at(a, i + 1) - (fr * im + fi * re);
}

/**
 * What an analyzer reads.
 * @param full supply, V @param loadA test current at the full supply, A
 * @param soundLoop ohms of neutral and ground that a sound run shows here; null: none
 */
export function analyzerAt(
	p: Port,
	full: number,
	{ loadA, soundLoop }: { loadA: number; soundLoop: number | null }
): AnalyzerReading {
	const ohms = full / loadA;
	const re = at(p.v, 0) - at(p.v, 2);
	const im = at(p.v, 1) - at(p.v, 3);
	const loop = loopOf(p, 0, 1);
	const volts = Math.hypot(re, im);
	const amps = volts / Math.hypot(ohms + loop.re, loop.im);
	const loadedVolts = amps * ohms;
	const toEarth = Math.hypot(at(p.z, 16), at(p.z, 17));
	const groundOhms = p.has & 4 && toEarth < NO_PATH_OHMS ? at(p.z, 16) : null;
	const tells = groundOhms !== null && amps >= LEAST_AMPS;
	return {
		volts,
		loadedVolts,
		dropPercent: volts > NO_VOLTS ? (100 * (volts - loadedVolts)) / volts : null,
		hotOhms: tells ? at(p.z, 0) - at(p.z, 2) - at(p.z, 12) + at(p.z, 14) : null,
		neutralOhms: tells ? at(p.z, 8) - at(p.z, 6) + at(p.z, 12) - at(p.z, 14) : null,
		groundOhms,
		bootleg: bootlegBy(groundLoop(p), soundLoop, p.has)
	};
}
/** Ohms from the neutral to the ground contact with the sources off; null: no path. */
export function groundLoop(p: Port): number | null {
	if ((p.has & 6) !== 6) return null;
	const loop = loopOf(p, 1, 2);
	return Math.hypot(loop.re, loop.im) < NO_PATH_OHMS ? loop.re : null;
}
function bootlegBy(loop: number | null, should: number | null, has: number): AnalyzerReading['bootleg'] {
	if ((has & 6) !== 6) return 'no';
	if (should !== null && should < BLIND_OHMS) return 'cannot-tell';
	return loop !== null && (should === null || loop < should / 2) ? 'yes' : 'no';
}
/** Volts from the shell of what is plugged in to a known ground, by a meter of low impedance; null: no ground contact. */
export function shellVolts(p: Port): number | null {
	if (!(p.has & 4)) return null;
	const meter = METER_OHMS['low-impedance'];
	return (meter * sizeAt(p.v, 4)) / Math.hypot(meter + at(p.z, 16), at(p.z, 17));
}
/** mA through a person who touches the shell of what is plugged in; null: no ground contact. */
export function touchAt(p: Port): number | null {
	if (!(p.has & 4)) return null;
	return (1000 * sizeAt(p.v, 4)) / Math.hypot(PERSON_OHMS + at(p.z, 16), at(p.z, 17));
}
