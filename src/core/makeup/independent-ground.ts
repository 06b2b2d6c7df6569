import { show } from '../units/quantity';

/** Where an independent ground may come from: none of them a wire of the circuit under test. */
export const EARTH_FROM = {
	cord: 'a cord from an outlet of another circuit, its ground slot',
	metal: 'metal known to be grounded: water pipe, rod, service raceway',
	bar: 'the ground bar of the panel'
} as const;
export type EarthFrom = keyof typeof EARTH_FROM;

/** A known live hot to it reads the full volts of one leg, V. @source ANSI C84.1, range B */
export const FULL_V = { least: 104, most: 127 } as const;

/**
 * Whether an independent ground is one: a hot that is known live reads full volts to it.
 * @param hotV known hot to it, V; null: not read  @example 121 -> good; 60 -> bad
 */
export function independentGround(hotV: number | null): { level: 'good' | 'bad' | 'unknown'; says: string } {
	if (hotV === null)
		return { level: 'unknown', says: 'Not proven: read a hot that is known live to it; full volts, it is grounded' };
	const volts = `${show(hotV, 0)} V from a known hot to it`;
	return hotV >= FULL_V.least && hotV <= FULL_V.most
		? { level: 'good', says: `${volts}: it is grounded` }
		: { level: 'bad', says: `${volts}: no proven ground, full volts are ${FULL_V.least} to ${FULL_V.most}. Find another one` };
}
