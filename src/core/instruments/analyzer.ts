import { build, type Built, type Contacts } from '../network/build';
import { minus, over, plus, size, type Phasor } from '../network/phasor';
import { Solution } from '../network/solve';

/** A plug-in analyzer: volts before and under a test load, ohms of each conductor apart, and whether the ground is a jumper. */
export interface AnalyzerReading {
	volts: number;
	loadedVolts: number;
	dropPercent: number | null;
	/** Of hot, neutral and ground on their own; null where no current or no ground lets them be found. */
	hotOhms: number | null;
	neutralOhms: number | null;
	groundOhms: number | null;
	bootleg: 'yes' | 'no' | 'cannot-tell';
}
/** Nearer to the panel than this loop of neutral and ground, a jumper cannot be told from the joint at the panel, ohm. */
export const BLIND_OHMS = 0.1;
/** A path of more than this is none: strays and meters, ohm. */
export const NO_PATH_OHMS = 1e5;
/** Under this there is nothing to lose, V. */
export const NO_VOLTS = 1e-6;
/** Under this no test current flows that anything could be told from, A. */
export const LEAST_AMPS = 0.05;

/**
 * @param outletId where it is plugged in
 * @param loadA test current at the full supply, A: a resistance of volts / loadA
 */
export function analyze(built: Built, outletId: string, loadA: number): AnalyzerReading {
	const at = built.contacts(outletId);
	const { hot, neutral, ground } = at;
	const idle = new Solution(built.network);
	if (neutral === null || hot === neutral) return NOTHING;
	const { volts: full } = built.plan.wiring.supply;
	const drawing = built.network.copy();
	drawing.resistor(hot, neutral, full / loadA);
	const loaded = new Solution(drawing);
	const before = idle.between(hot, neutral);
	const during = loaded.between(hot, neutral);
	const amps: Phasor = { re: (during.re * loadA) / full, im: (during.im * loadA) / full };
	const [volts, loadedVolts] = [size(before), size(during)];
	const dead = new Solution(built.network.dead());
	const groundOhms = pathToEarth(dead, ground);
	const tells = groundOhms !== null && ground !== null && size(amps) >= LEAST_AMPS;
	const fall = (from: number, sign: 1 | -1) =>
		tells && ground !== null ? sign * over(minus(idle.between(from, ground), loaded.between(from, ground)), amps).re : null;
	return {
		volts,
		loadedVolts,
		dropPercent: volts > NO_VOLTS ? (100 * (volts - loadedVolts)) / volts : null,
		hotOhms: fall(hot, 1),
		neutralOhms: fall(neutral, -1),
		groundOhms,
		bootleg: bootlegAt(built, outletId, at, dead)
	};
}
const NOTHING: AnalyzerReading = {
	volts: 0,
	loadedVolts: 0,
	dropPercent: null,
	hotOhms: null,
	neutralOhms: null,
	groundOhms: null,
	bootleg: 'no'
};

function pathToEarth(dead: Solution, node: number | null): number | null {
	if (node === null) return null;
	if (dead.network.voltsGiven(node)) return 0;
	const [[z] = []] = dead.impedance([node]);
	return z && size(z) < NO_PATH_OHMS ? z.re : null;
}
/** The loop from one contact to the other with the sources off, ohm; null: there is none. */
export function loopOhms(dead: Solution, a: number, b: number): number | null {
	if (a === b) return 0;
	const z = dead.impedance([a, b]);
	const [aa, ab, ba, bb] = [z[0]?.[0], z[0]?.[1], z[1]?.[0], z[1]?.[1]] as [Phasor, Phasor, Phasor, Phasor];
	const loop = minus(plus(aa, bb), plus(ab, ba));
	return size(loop) < NO_PATH_OHMS ? loop.re : null;
}

/** Compares the loop between neutral and ground contacts with what two sound conductors back to the panel would give. */
function bootlegAt(built: Built, outletId: string, { neutral, ground }: Contacts, dead: Solution): AnalyzerReading['bootleg'] {
	if (neutral === null || ground === null) return 'no';
	const sound = build(built.plan);
	const c = sound.contacts(outletId);
	const should =
		c.neutral === null || c.ground === null ? null : loopOhms(new Solution(sound.network.dead()), c.neutral, c.ground);
	if (should !== null && should < BLIND_OHMS) return 'cannot-tell';
	const loop = loopOhms(dead, neutral, ground);
	return loop !== null && (should === null || loop < should / 2) ? 'yes' : 'no';
}
