import type { Phasor } from '../../src/core/network/phasor';
import { MAINS_HZ, type Network } from '../../src/core/network/solve';

/**
 * The same network by the textbook: Kirchhoff's current law at every unknown node and Ohm's law at every resistance, with
 * the resistances' currents as unknowns of their own, as one full complex matrix with the largest pivot of each column.
 */
export function denseVolts(network: Network): Phasor[] {
	const unknown: number[] = [];
	const at = new Map<number, number>();
	for (let i = 0; i < network.nodes; i++) {
		if (network.voltsGiven(i)) continue;
		at.set(i, unknown.length);
		unknown.push(i);
	}
	const resistors = network.branches.filter((b) => b.siemens > 0);
	const size = unknown.length + resistors.length;
	const m = Array.from({ length: size }, () => ({ re: new Float64Array(size + 1), im: new Float64Array(size + 1) }));
	const row = (i: number) => m[i] as (typeof m)[number];
	const add = (i: number, k: number, re: number, im = 0) => {
		row(i).re[k] = (row(i).re[k] as number) + re;
		row(i).im[k] = (row(i).im[k] as number) + im;
	};
	// Microamps at the nodes, so that strays are not lost beside amps.
	const MICRO = 1e6;
	for (const b of network.branches) {
		if (b.siemens > 0) continue;
		const y = 2 * Math.PI * MAINS_HZ * b.farad * MICRO;
		for (const [one, other] of [
			[b.a, b.b],
			[b.b, b.a]
		] as const) {
			const i = at.get(one);
			if (i === undefined) continue;
			add(i, i, 0, y);
			const k = at.get(other);
			const v = network.voltsGiven(other);
			if (k !== undefined) add(i, k, 0, -y);
			else if (v) add(i, size, -y * v.im, y * v.re);
		}
	}
	resistors.forEach((b, r) => {
		const k = unknown.length + r;
		for (const [node, sign] of [
			[b.a, 1],
			[b.b, -1]
		] as const) {
			const i = at.get(node);
			const v = network.voltsGiven(node);
			if (i !== undefined) {
				add(i, k, sign);
				add(k, i, sign);
			} else if (v) add(k, size, -sign * v.re, -sign * v.im);
		}
		add(k, k, -1 / b.siemens / MICRO);
	});
	unknown.forEach((_, i) => add(i, i, 1e-25 * MICRO));
	return answer(network, at, gauss(m));
}
function answer(network: Network, at: Map<number, number>, x: Phasor[]): Phasor[] {
	return Array.from({ length: network.nodes }, (_, i) => {
		const k = at.get(i);
		return (k === undefined ? network.voltsGiven(i) : x[k]) ?? { re: NaN, im: NaN };
	});
}

function gauss(m: { re: Float64Array; im: Float64Array }[]): Phasor[] {
	const n = m.length;
	const abs = (i: number, k: number) => Math.hypot(m[i]?.re[k] ?? 0, m[i]?.im[k] ?? 0);
	for (let c = 0; c < n; c++) {
		let best = c;
		for (let i = c + 1; i < n; i++) if (abs(i, c) > abs(best, c)) best = i;
		[m[c], m[best]] = [m[best] as (typeof m)[number], m[c] as (typeof m)[number]];
		const p = m[c] as (typeof m)[number];
		const [pr, pi] = [p.re[c] as number, p.im[c] as number];
		const d = pr * pr + pi * pi;
		for (let i = c + 1; i < n; i++) {
			const q = m[i] as (typeof m)[number];
			const [qr, qi] = [q.re[c] as number, q.im[c] as number];
			if (qr === 0 && qi === 0) continue;
			const [fr, fi] = [(qr * pr + qi * pi) / d, (qi * pr - qr * pi) / d];
			for (let k = c; k <= n; k++) {
				const [a, b] = [p.re[k] as number, p.im[k] as number];
				q.re[k] = (q.re[k] as number) - (fr * a - fi * b);
				q.im[k] = (q.im[k] as number) - (fr * b + fi * a);
			}
		}
	}
	const x: Phasor[] = new Array<Phasor>(n);
	for (let i = n - 1; i >= 0; i--) {
		const q = m[i] as (typeof m)[number];
		let [re, im] = [q.re[n] as number, q.im[n] as number];
		for (let k = i + 1; k < n; k++) {
			const [a, b, v] = [q.re[k] as number, q.im[k] as number, x[k] as Phasor];
			re -= a * v.re - b * v.im;
			im -= a * v.im + b * v.re;
		}
		const [pr, pi] = [q.re[i] as number, q.im[i] as number];
		const d = pr * pr + pi * pi;
		x[i] = { re: (re * pr + im * pi) / d, im: (im * pr - re * pi) / d };
	}
	return x;
}
