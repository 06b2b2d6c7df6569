import { roomWords } from '../model/kinds';
import type { Amendment } from '../model/known';
import { amendmentFor } from './amendments';
import { cite, type RuleRef } from './rule';
import type { Edition } from './shape/edition';
import { editions } from './editions';
import { atMost } from '../units/quantity';
import type { Need, OutletFacts } from './outlet';

/**
 * Whether an outlet or device needs arc-fault protection. Lights and switches count as much as receptacles.
 * Work on an existing circuit and replacements have their own duties.
 * @source 210.12, 406.4(D)(4)
 */
export function afciNeed(edition: Edition, outlet: OutletFacts, amendments: readonly Amendment[] = []): Need {
	const need: Need = { required: false, because: [], reasons: [], excused: [], amendedBy: [] };
	const { afci } = edition;
	const listed = afci.rooms.includes(outlet.room);
	const similar = afci.checkRooms.includes(outlet.room) && (outlet.room !== 'basement' || outlet.finished === true);
	const volts = outlet.circuitVolts ?? outlet.volts;
	if (!(listed || similar) || volts > afci.maxVolts || outlet.amps < afci.minAmps || outlet.amps > afci.maxAmps) return need;

	const rule: RuleRef = similar ? { ...afci.rule, confidence: 'check' } : afci.rule;
	const duty = dutyOf(edition, outlet, rule);
	if (!duty) {
		need.excused.push({
			rule: cite(edition, afci.extension),
			because: `a ${outlet.existing?.extensionFt} ft extension with no added outlet or device (up to ${afci.extensionFt} ft)`
		});
		return need;
	}
	// Replacing only follows 210.12: what lets the one off lets the other off with it.
	const amendment = amendmentFor(amendments, duty.section, outlet) ?? amendmentFor(amendments, rule.section, outlet);
	if (amendment?.change === 'as-edition' && amendment.edition && amendment.edition !== edition.key) {
		const theirs = afciNeed(editions[amendment.edition], outlet);
		return { ...theirs, amendedBy: [amendment] };
	}
	if (amendment?.change === 'off') {
		need.amendedBy.push(amendment);
		need.excused.push({ rule: cite(edition, duty), because: `switched off by a local amendment (${amendment.reference})` });
		return need;
	}
	need.required = true;
	need.because.push(cite(edition, duty), ...(duty === rule ? [] : [cite(edition, rule)]));
	need.reasons.push(`a ${volts} V, ${outlet.amps} A outlet or device in a ${roomWords(outlet.room)}`);
	return need;
}

/** A replacement, an extension, or new work: which rule asks; null where the short extension is let off. */
function dutyOf(edition: Edition, outlet: OutletFacts, rule: RuleRef): RuleRef | null {
	const { afci } = edition;
	// The short-extension exception does not excuse a replaced receptacle.
	if (outlet.replacement) return afci.replacement;
	if (!outlet.existing) return rule;
	return !atMost(outlet.existing.extensionFt, afci.extensionFt) || outlet.existing.addsOutlets ? afci.extension : null;
}
