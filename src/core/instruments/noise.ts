import type { Random } from '../units/random';
import type { RunReading } from './run-reading';

/** One draw of a bell curve of width 1. */
const bell = (random: Random): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
/** The last digit that each figure of an instrument shows. */
const STEP: Readonly<Record<string, number>> = {
	hn: 0.1,
	hg: 0.1,
	ng: 0.01,
	hh: 0.1,
	h2n: 0.1,
	h2g: 0.1,
	volts: 0.1,
	loadedVolts: 0.1,
	dropPercent: 0.1,
	hotOhms: 0.01,
	neutralOhms: 0.01,
	groundOhms: 0.01,
	milliamps: 0.1
};
/** The smallest spread, in steps of the last digit: a meter is never still. */
const LEAST_STEPS = 0.3;
/** A reading as a real instrument gives it: spread about its figure, and rounded to its last digit. Words stay as they are. */
export function asRead<T extends RunReading>(reading: T, noise: number, random: Random): T {
	const out: Record<string, unknown> = { ...reading };
	for (const [key, value] of Object.entries(reading)) {
		const step = STEP[key];
		if (typeof value !== 'number' || step === undefined) continue;
		const spread = noise > 0 ? Math.max(noise * Math.abs(value), LEAST_STEPS * step) : 0;
		const read = value + spread * bell(random);
		const figure = Math.round(Math.max(value < 0 ? -Infinity : 0, read) / step) * step;
		out[key] = Number(figure.toFixed(4));
	}
	return out as T;
}
