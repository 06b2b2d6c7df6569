import type { Missing } from '../claims/missing';
import type { FigureKind, WordKind } from '../model/reading';

/** What is read for what a place still lacks: figures and words, the largest first, and whether the meter must be said. */
export interface OwedReadings {
	figures: readonly FigureKind[];
	words: readonly WordKind[];
}
/** By what each is settled with a multimeter; what is settled elsewhere, or by no reading, has none. */
const SETTLES: Readonly<Record<Missing, { figures?: readonly FigureKind[]; words?: readonly WordKind[] }>> = {
	contradiction: { figures: ['hn', 'hg', 'ng'] },
	tag: {},
	'dead-test': {},
	'meter-proof': { figures: ['hn', 'hg', 'ng'] },
	volts: { figures: ['hn'], words: ['works'] },
	'hot-to-hot': { figures: ['hh'] },
	'hot-to-ground': { figures: ['hg', 'h2g'] },
	'neutral-to-ground': { figures: ['ng'] },
	'independent-ground': { figures: ['he', 'ne'] },
	protection: {},
	'own-button': { words: ['gfci-own', 'afci-own'] },
	'breaker-button': {},
	'upstream-test': {},
	'outlet-dead-by-it': { words: ['behind'] },
	'ground-path': { words: ['ground-look'] },
	'bootleg-check': { words: ['ground-look'] },
	'look-open': { words: ['ground-look'] },
	loaded: { figures: ['drop'] },
	'low-impedance': { figures: ['hn', 'hg', 'ng', 'hh', 'h2n', 'h2g'] },
	grip: { words: ['grip'] },
	circuit: {},
	run: {}
};
/** @param missing of the place, in the order in which it is settled @param has what can be read there at all */
export function owedReadings(missing: readonly Missing[], has: OwedReadings): OwedReadings {
	const figures = new Set(missing.flatMap((m) => SETTLES[m].figures ?? []));
	const words = new Set(missing.flatMap((m) => SETTLES[m].words ?? []));
	return { figures: has.figures.filter((k) => figures.has(k)), words: has.words.filter((k) => words.has(k)) };
}
