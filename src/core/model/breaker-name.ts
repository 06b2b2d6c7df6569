import type { Circuit, Panel } from './job';

/**
 * A breaker by its panel and space, as the trade names it: in every sentence, list, label and paper. It has no number of its own;
 * what the directory says of it stands beside it as what is written there.
 */

/** The panels of a job: with more than one a space alone names nothing. */
type InPanels = { panels: readonly Pick<Panel, 'id' | 'name'>[] };
type Named = Pick<Circuit, 'space' | 'poles' | 'panelId' | 'name'> & Pick<Partial<Circuit>, 'half' | 'opener'>;

/** The number of a space, of both where the breaker takes two, with its half. @example '7'; '7/9'; '7A' */
export const spaceNumber = ({ space, poles, half }: Pick<Named, 'space' | 'poles' | 'half'>): string =>
	space === null ? '' : `${space}${poles === 2 ? `/${space + 2}` : ''}${half ? HALF[half] : ''}`;
const HALF = { upper: 'A', lower: 'B' } as const;

/** What comes before the number. @example 'space'; 'fuse'; of two panels 'cellar' */
function before({ panels }: InPanels, c: Named): string {
	const panel = panels.find((p) => p.id === c.panelId);
	const plain = (c.opener ?? 'breaker') === 'breaker' ? 'space' : 'fuse';
	if (!panel || panels.length < 2) return plain;
	const short = shortPanel(panel.name);
	// A name that is a number itself would run into the space's.
	return /\d$/.test(short) || !short ? `${panel.name} ${plain}` : short;
}
/** A panel's name without the word. @example 'Cellar panel' -> 'cellar' */
function shortPanel(name: string): string {
	const short = name.replace(/\s*\bpanel$/i, '').trim();
	return /^[A-Z][a-z]/.test(short) ? `${short[0]?.toLowerCase()}${short.slice(1)}` : short;
}

/** @example 'space 7'; 'space 7/9'; 'fuse 2'; 'cellar 7'; before it is known: 'the Sewing room circuit' */
export function breakerName(job: InPanels, c: Named | undefined): string {
	if (!c) return 'a circuit that is gone';
	if (c.space !== null) return `${before(job, c)} ${spaceNumber(c)}`;
	if (!c.name) return 'a circuit of which the space is not known';
	return /\bcircuit$/i.test(c.name) ? `the ${c.name}` : `the ${c.name} circuit`;
}
/** Several together. @example 'spaces 3 and 5'; 'space 3 and cellar 4' */
export function breakerNames(job: InPanels, all: readonly Named[]): string {
	const plain = all.length > 1 && all.every((c) => c.space !== null && before(job, c) === 'space');
	return plain ? `spaces ${all.map(spaceNumber).join(' and ')}` : all.map((c) => breakerName(job, c)).join(' and ');
}
/** At the head of a sentence. @example 'Space 7' */
export const BreakerName = (job: InPanels, c: Named | undefined): string => capital(breakerName(job, c));
/** With what is written beside it, for a list to choose from. @example 'space 4 · Sewing room' */
export const breakerWritten = (job: InPanels, c: Named): string =>
	c.space === null
		? `${c.name || 'no name'}, space not known`
		: c.name
			? `${breakerName(job, c)} · ${c.name}`
			: breakerName(job, c);
/** After the word breaker. @example 'in space 4'; 'of the Den circuit' */
export const inSpace = (job: InPanels, c: Named): string => `${c.space === null ? 'of' : 'in'} ${breakerName(job, c)}`;
/** Where it stands and nothing else. @example 'space 4'; 'space not known' */
export const saySpace = (job: InPanels, c: Named): string => (c.space === null ? 'space not known' : breakerName(job, c));

/** Nobody has named it: that there is one follows from a cable, and it is what is looked for. It cannot be switched by its space. */
export const isUnnamed = (c: Pick<Circuit, 'space' | 'name'>): boolean => c.space === null && !c.name;

/** Words as they stand at the head of a sentence. @example 'space 7' -> 'Space 7' */
export const capital = (words: string): string => `${words[0]?.toUpperCase() ?? ''}${words.slice(1)}`;

/** In the order in which breakers stand; those without a space come last, by name. */
export const asTheyStand = (a: Pick<Circuit, 'space' | 'half' | 'name' | 'id'>, b: typeof a): number =>
	(a.space ?? Infinity) - (b.space ?? Infinity) ||
	Number(a.half === 'lower') - Number(b.half === 'lower') ||
	a.name.localeCompare(b.name) ||
	a.id.localeCompare(b.id);
