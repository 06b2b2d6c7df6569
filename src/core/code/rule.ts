import type { EditionKey } from '../model/kinds';
import type { Rule } from '../model/result';

/** What a table says of itself; the edition is added where it is cited. */
export interface RuleRef {
	section: string;
	title: string;
	/** `check`: a figure to be checked with the authority having jurisdiction. */
	confidence: 'firm' | 'check';
}

/** A rule as cited for an edition. @example cite(nec2023, grounding.rule).section // '250.122' */
export const cite = (edition: { readonly key: EditionKey }, ref: RuleRef): Rule => ({
	section: ref.section,
	title: ref.title,
	edition: edition.key,
	confidence: ref.confidence
});
