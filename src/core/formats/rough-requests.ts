import { editions } from '../code/editions';
import { BURIAL_PLACES } from '../model/kinds';
import { BURIED } from '../code/shape/ground';
import { FILL_AWG, FILL_INSULATIONS, FILL_RACEWAYS, TRADE_SIZES } from '../code/shape/raceways';
import { check, edition, figure, flag, list, must, named, oneOf, shape, whole, type Checked } from '../model/file/fields';
import type { EditionKey } from '../model/kinds';
import type { FieldFault, Finding, Step } from '../model/result';
import { BURIED_CIRCUITS, burial, type Burial, type BurialCase } from '../rough/articles/300-5-burial';
import { racewayFill, type RacewayCase, type RacewayFill } from '../rough/articles/chapter-9-raceway-fill';
import { cutList, type Cut, type CutList } from '../rough/cut-list';
import { show } from '../units/quantity';

/** Bodies of `/burial`, `/raceway-fill` and `/cut-list` as Yup schemas, what the schemas cannot see, and their answers. */

export const burialRequest = shape({
	edition: edition(),
	method: must(oneOf(BURIED)),
	place: must(oneOf(BURIAL_PLACES)),
	circuit: must(
		shape({
			kind: must(oneOf(BURIED_CIRCUITS)),
			volts: must(figure(1, 1000)),
			amps: must(figure(0, 1000)),
			gfci: must(flag()),
			dwelling: must(flag()),
			service: oneOf(['none', 'customer', 'utility'] as const)
		})
	),
	outsideDiameterIn: figure(0, 12),
	beddingIn: figure(0, 24),
	pavingIn: figure(0, 24),
	trench: oneOf(['open', 'bore'] as const)
});
type BurialRequest = BurialCase & { edition: EditionKey };
/** The body of `/burial`, checked. @returns the case, or every fault with its path */
export const checkBurial = (body: unknown): Checked<BurialRequest> => check<BurialRequest>(burialRequest, body);
/** Cover, what to dig, ribbon and riser. */
export const answerBurial = ({ edition: key, ...c }: BurialRequest): Burial => burial(editions[key], c);

export const racewayRequest = shape({
	edition: edition(),
	raceway: must(oneOf(FILL_RACEWAYS)),
	size: must(oneOf(TRADE_SIZES)),
	conductors: list(
		shape({ awg: must(oneOf(FILL_AWG)), insulation: must(oneOf(FILL_INSULATIONS)), count: must(whole(0, 1000)) }),
		50
	).default(() => []),
	cables: list(shape({ widthIn: must(figure(0.01, 6)), count: must(whole(0, 1000)) }), 50).default(() => []),
	nipple: flag()
});
type RacewayRequest = RacewayCase & { edition: EditionKey };
/** The body of `/raceway-fill`, checked: something in a raceway of a size that is made. @returns the case, or every fault with its path */
export function checkRaceway(body: unknown): Checked<RacewayRequest> {
	const checked = check<RacewayRequest>(racewayRequest, body);
	if (!checked.ok) return checked;
	const value = {
		...checked.value,
		conductors: checked.value.conductors ?? [],
		cables: checked.value.cables ?? [],
		nipple: checked.value.nipple ?? false
	};
	const faults: FieldFault[] = [];
	if (![...value.conductors, ...value.cables].some((c) => c.count > 0))
		faults.push({ path: 'conductors', message: 'must hold at least one conductor, or cables one cable' });
	const made = editions[value.edition].raceways.areas[value.raceway];
	if (made[value.size] === undefined)
		faults.push({
			path: 'size',
			message: `must be one of ${Object.keys(made).join(', ')} for ${value.raceway}; got "${value.size}"`
		});
	return faults.length ? { ok: false, faults } : { ok: true, value };
}
/** How full a raceway is, and the smallest that holds it. */
export const answerRaceway = ({ edition: key, ...c }: RacewayRequest): RacewayFill => racewayFill(editions[key], c);

export const cutListRequest = shape({
	cuts: must(list(shape({ id: must(named(64)), cable: must(named(64)), ft: must(figure(0.01, 100_000)) }), 1000, 1)),
	rollsFt: must(list(must(figure(0.1, 100_000)), 20, 1))
});
interface CutListRequest {
	cuts: Cut[];
	rollsFt: number[];
}
/** The body of `/cut-list`, checked: each id once, no cut longer than every roll. @returns the case, or every fault with its path */
export function checkCutList(body: unknown): Checked<CutListRequest> {
	const checked = check<CutListRequest>(cutListRequest, body);
	if (!checked.ok) return checked;
	const { cuts, rollsFt } = checked.value;
	const longest = Math.max(...rollsFt);
	const seen = new Set<string>();
	const faults = cuts.flatMap((c, i): FieldFault[] => {
		const twice = seen.has(c.id);
		seen.add(c.id);
		return [
			...(twice ? [{ path: `cuts[${i}].id`, message: `appears twice: "${c.id}"` }] : []),
			...(c.ft > longest
				? [{ path: `cuts[${i}].ft`, message: `must be at most the longest roll's ${longest} ft, got ${c.ft}` }]
				: [])
		];
	});
	return faults.length ? { ok: false, faults } : checked;
}
/** Rolls to buy and what to cut from each. */
export function answerCutList({
	cuts,
	rollsFt
}: CutListRequest): Omit<CutList, 'boundFt'> & { steps: Step[]; findings: Finding[] } {
	const { boundFt, ...made } = cutList(cuts, rollsFt);
	return {
		...made,
		steps: [
			{ label: 'cut', formula: `${cuts.length} cuts`, value: cuts.reduce((s, c) => s + c.ft, 0), unit: 'ft' },
			{ label: 'no way buys less than', formula: `${show(boundFt)} ft`, value: boundFt, unit: 'ft' },
			{ label: 'bought', formula: `${made.rolls.length} rolls`, value: made.boughtFt, unit: 'ft' }
		],
		findings: []
	};
}
