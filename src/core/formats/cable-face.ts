import type { CableEnd } from '../model/job';
import type { CableKind } from '../model/kinds';

/** How the cut end of a cable looks, for a picture beside its name. */
interface CableFace {
	sheath: 'smooth' | 'cloth' | 'armor' | 'none';
	/** Its conductors and then its ground, each a color to paint it with. */
	conductors: string[];
}
const PAINT = { black: '#1e1a15', white: '#fbf8f1', red: '#b5281f', blue: '#2c5aa0', bare: '#b87333', strip: '#9a9a94' } as const;
const HOTS = [PAINT.black, PAINT.red, PAINT.blue] as const;
/** What is not here has a smooth jacket. */
const SHEATH: Readonly<Partial<Record<CableKind, CableFace['sheath']>>> = {
	MC: 'armor',
	AC: 'armor',
	'old-AC': 'armor',
	NM: 'cloth',
	'two-wire': 'cloth',
	'knob-and-tube': 'none'
};

/** The face of a cable; what is not known of it is not drawn. @example NM-B, 2, with ground -> smooth; black, white, bare */
export function cableFace({ kind: cable, conductors, ground }: Pick<CableEnd, 'kind' | 'conductors' | 'ground'>): CableFace {
	const sheath = (cable && SHEATH[cable]) ?? 'smooth';
	const count = conductors ?? 0;
	// Single wires on knobs are black on both sides.
	const inside =
		sheath === 'none'
			? [PAINT.black, PAINT.black]
			: [...HOTS.slice(0, Math.max(0, count - 1)), ...(count > 1 ? [PAINT.white] : [])];
	return { sheath, conductors: [...inside, ...(ground ? [cable === 'AC' ? PAINT.strip : PAINT.bare] : [])] };
}
