import { cite } from './rule';
import type { Edition } from './shape/edition';
import type { OutletFacts, ReplacedBy } from './outlet';

/** What must be marked on the face of a replaced receptacle without a ground. @source 406.4(D)(2) */
export function replacementLabels(edition: Edition, { replacement }: Pick<OutletFacts, 'replacement'>) {
	const { replacing } = edition;
	const labels: Record<ReplacedBy, string[]> = {
		'gfci-here': [replacing.noGround],
		'gfci-upstream': [replacing.through, replacing.noGround],
		'two-slot': [],
		// Nothing is printed of a protection that is not there.
		unprotected: []
	};
	const ungrounded = replacement && !replacement.groundInBox ? replacement : null;
	return { labels: ungrounded ? labels[ungrounded.method] : [], rule: ungrounded ? cite(edition, replacing.rule) : null };
}
