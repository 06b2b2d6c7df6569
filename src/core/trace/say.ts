import type { Suspected } from './hypotheses';

/** One fault in words. @param name of a place @example 'loose neutral: in BD-02 or on the way to it' */
export function sayFault({ kind, at }: Pick<Suspected, 'kind' | 'at'>, name: (at: string) => string): string {
	const here = name(at);
	const [how, role] = kind.split('-');
	switch (kind) {
		case 'off':
			return `${here}: off or tripped`;
		case 'open-hot':
		case 'open-neutral':
		case 'open-ground':
			return `open ${role}: in the cable to ${here}, or where it ends`;
		case 'loose-hot':
		case 'loose-neutral':
		case 'loose-ground':
			return `loose ${role}: a splice or terminal of the cable to ${here}, at either end`;
		case 'hot-contact-loose':
		case 'neutral-contact-loose':
			return `loose ${how} terminal at ${here}`;
		case 'hot-contact-lost':
		case 'neutral-contact-lost':
		case 'ground-contact-lost':
			return `${how} off its terminal at ${here}`;
		default:
			return `${WORDS[kind] ?? kind} at ${here}`;
	}
}
const WORDS: Readonly<Partial<Record<Suspected['kind'], string>>> = {
	reversed: 'hot and neutral reversed',
	'hot-ground-reversed': 'hot and ground reversed',
	'neutral-ground-swapped': 'neutral and ground swapped',
	bootleg: 'bootleg ground (a jumper from neutral to ground)',
	'short-hot-neutral': 'hot shorted to neutral',
	'short-hot-ground': 'hot shorted to ground',
	'neutral-ground-touch': 'neutral touches ground',
	'gfci-line-load-swapped': 'GFCI with LINE and LOAD exchanged',
	'gfci-dead': 'dead or worn GFCI',
	'gfci-tripped': 'tripped GFCI',
	'tab-left-in': 'tab left in between two circuits',
	'tab-removed': 'tab removed that belongs in',
	'breaker-off': 'breaker off or tripped',
	'breaker-worn': 'worn breaker',
	'both-hots-one-leg': 'both hots on one service leg',
	'neutral-borrowed': 'neutral borrowed from another circuit',
	'circuits-joined': 'two circuits joined',
	'service-neutral-open': 'service neutral open',
	'service-neutral-loose': 'service neutral loose',
	'service-leg-loose': 'one service leg loose'
};
/** Several that go together, or none. */
export const sayFaults = (faults: readonly Pick<Suspected, 'kind' | 'at'>[], name: (at: string) => string): string =>
	faults.length ? faults.map((f) => sayFault(f, name)).join(', and ') : 'nothing is wrong with the wiring';
