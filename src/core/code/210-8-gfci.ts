import type { Amendment } from '../model/known';
import type { Dampness } from '../model/kinds';
import { amendmentFor, rowsAsAmended, speaksOf } from './amendments';
import { cite } from './rule';
import type { Edition, PlaceRow } from './shape/edition';
import { editions } from './editions';
import { datedException, exceptionOf, meets, type Need, type OutletFacts } from './outlet';
import { dampnessOf } from './406-9-weather-resistant';

/**
 * Whether an outlet needs ground-fault protection, by which rules, and which were considered and fell away.
 * Dated exceptions read `permitDate`; local amendments switch rules off, on, or back to another edition's.
 * @source 210.8, 422.5(A), 625.54, 406.4(D)(3)
 */
export function gfciNeed(
	edition: Edition,
	outlet: OutletFacts,
	{ permitDate, amendments = [] }: { permitDate: string | null; amendments?: readonly Amendment[] | undefined }
): Need {
	const need: Need = { required: false, because: [], reasons: [], excused: [], amendedBy: [] };
	const dampness = dampnessOf(edition, outlet);
	for (const { edition: from, row, amendedBy } of rowsInForce(edition, outlet, dampness, amendments)) {
		if (!meets(row.when, outlet, dampness)) continue;
		judgeRow(need, { row, edition: editions[from], outlet, dampness, permitDate, amendments });
		if (amendedBy) need.amendedBy.push(amendedBy);
	}
	noteDropped(need, edition, outlet, dampness, amendments);
	if (need.required && outlet.replacement) need.because.push(cite(edition, edition.gfci.replacement));
	return need;
}

/** Place rows speak of receptacles of a certain kind only; the outlet rows of any outlet they name. */
function rowsInForce(edition: Edition, outlet: OutletFacts, dampness: Dampness, amendments: readonly Amendment[]) {
	const { places, outlets } = edition.gfci;
	const inPlaces = outlet.what === 'receptacle' && meets(edition.gfci.receptacle, outlet, dampness);
	const pick = (key: Edition['key']): readonly PlaceRow[] =>
		key === edition.key
			? [...(inPlaces ? places : []), ...outlets]
			: [
					...(outlet.what === 'receptacle' && meets(editions[key].gfci.receptacle, outlet, dampness)
						? editions[key].gfci.places
						: []),
					...editions[key].gfci.outlets
				];
	return rowsAsAmended(
		edition.key,
		pick,
		amendments.filter((a) => speaksOf(a, outlet))
	);
}

interface RowCase {
	row: PlaceRow;
	edition: Edition;
	outlet: OutletFacts;
	dampness: Dampness;
	permitDate: string | null;
	amendments: readonly Amendment[];
}
function judgeRow(need: Need, { row, edition, outlet, dampness, permitDate, amendments }: RowCase): void {
	const amendment = amendmentFor(amendments, row.rule.section, outlet);
	if (amendment?.change === 'off') {
		need.amendedBy.push(amendment);
		need.excused.push({ rule: cite(edition, row.rule), because: `switched off by a local amendment (${amendment.reference})` });
		return;
	}
	const exception = exceptionOf(row, outlet, { dampness, permitDate });
	if (exception && amendment?.change !== 'on') {
		need.excused.push({ rule: cite(edition, exception.rule), because: exception.because });
		return;
	}
	if (exception && amendment) need.amendedBy.push(amendment);
	need.required = true;
	need.because.push(cite(edition, row.rule));
	const until = permitDate === null && amendment?.change !== 'on' ? datedException(row, outlet, dampness) : null;
	need.reasons.push(
		until ? `${row.because}; not where its permit is dated before ${until}, and that date is not entered` : row.because
	);
}

/** An amendment that put another edition's rows in place changed the result where this edition's own would have asked. */
function noteDropped(
	need: Need,
	edition: Edition,
	outlet: OutletFacts,
	dampness: Dampness,
	amendments: readonly Amendment[]
): void {
	for (const a of amendments) {
		if (a.change !== 'as-edition') continue;
		const own = rowsInForce(edition, outlet, dampness, []).filter(({ row }) => amendmentFor([a], row.rule.section, outlet));
		for (const { row } of own) {
			if (!meets(row.when, outlet, dampness) || need.amendedBy.includes(a)) continue;
			need.amendedBy.push(a);
			need.excused.push({ rule: cite(edition, row.rule), because: `as in ${a.edition} by a local amendment (${a.reference})` });
		}
	}
}
