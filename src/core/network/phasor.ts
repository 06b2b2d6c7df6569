/** A sinusoid at the network's frequency: volts or amps as real and imaginary part, RMS. */
export interface Phasor {
	re: number;
	im: number;
}
/** A phasor of these parts. */
export const phasor = (re: number, im = 0): Phasor => ({ re, im });
/** Sum of two phasors. */
export const plus = (a: Phasor, b: Phasor): Phasor => ({ re: a.re + b.re, im: a.im + b.im });
/** Difference of two phasors. */
export const minus = (a: Phasor, b: Phasor): Phasor => ({ re: a.re - b.re, im: a.im - b.im });
/** Product of two phasors. */
export const times = (a: Phasor, b: Phasor): Phasor => ({ re: a.re * b.re - a.im * b.im, im: a.re * b.im + a.im * b.re });
/** Quotient of two phasors; Infinity over nothing. */
export const over = (a: Phasor, b: Phasor): Phasor => {
	const d = b.re * b.re + b.im * b.im;
	return { re: (a.re * b.re + a.im * b.im) / d, im: (a.im * b.re - a.re * b.im) / d };
};
/** What a meter shows of it. */
export const size = (a: Phasor): number => Math.hypot(a.re, a.im);
