import type { Meter, ReadingKind } from '../model/kinds';
import { goodWord } from '../model/reading';
import type { JudgedReading, Level } from '../prove/assess-prove';
import { holds, no, unknown, yes, type Claim, type ClaimKey } from './claim';
import type { Missing } from './missing';
import { isUnprovenZero, type OutletCase } from './outlet-case';

/** Good, and "reads right": the words that rest on all other claims of an outlet. */

type Others = Readonly<Record<Exclude<ClaimKey, 'good'>, Claim>>;
/** What it needs; joints and contacts may be unknown, and speak against it where they are bad. */
const NEEDS = ['energized', 'polarity', 'ground', 'gfci', 'afci'] as const;
/** In the order in which they are settled on site. */
const IN_ORDER = ['energized', 'polarity', 'gfci', 'afci', 'ground'] as const;
const AGAINST = [...NEEDS, 'joints', 'contacts'] as const;

/** Good: all that it needs is yes, and no reading since the last work speaks against it. */
export function good(c: OutletCase, of: Others): Claim {
	const fails = AGAINST.map((key) => of[key]).find((claim) => claim.is === 'no');
	if (fails) return no(fails.why, fails.from);
	const bad = c.all.find((j) => against(c, j) === 'bad');
	if (bad) return no(sayOf(bad, 'bad'), [bad.reading.id]);
	if (c.contradicts) return unknown(['contradiction']);
	const look = c.all.find((j) => against(c, j) === 'look');
	const [first, ...more] = [...missingGood(of), ...(look ? [againOf(c, look)] : [])];
	if (first) return unknown([first, ...more], look ? sayOf(look, 'look') : undefined);
	// What was read of a device that is only planned is of the one that stands there now.
	if (c.device.state === 'planned') return unknown(['volts'], 'planned, not put in yet');
	const joints = of.joints.is === 'yes' ? '' : ', not read under load';
	return yes(
		`${NEEDS.filter((key) => of[key].is === 'yes').join(', ')}${joints}. ${UNSEEN}`,
		NEEDS.flatMap((key) => of[key].from)
	);
}
/** What its claims lack until it is good, in the order in which it is settled on site. */
export const missingGood = (of: Others): Missing[] =>
	IN_ORDER.flatMap((key) =>
		holds(of[key]) ? [] : of[key].missing.filter((m) => key !== 'polarity' || !of.ground.missing.includes(m))
	);
/** Faults that leave every reading as a sound run's: said with the word. */
export const UNSEEN =
	'No reading shows a connection that opens now and then, neutral and ground swapped, or neutral touching ground beside the panel.';

/** What one reading says against an outlet. A long run that drops as it must is poor design, and no fault here. */
function against(c: OutletCase, { reading, verdict }: JudgedReading): Level {
	const drop = reading.kind === 'drop';
	const rows = drop ? verdict.judgments.filter((j) => j.on === 'joints') : verdict.judgments;
	// Of a run that nobody knows a great drop may be its length: it is looked into.
	if (drop && verdict.predicted === null && verdict.judgments.some((j) => j.level === 'bad' || j.level === 'look')) return 'look';
	const bad = rows.some((j) => j.level === 'bad');
	if (bad && isUnprovenZero(c, reading)) return 'look';
	return bad ? 'bad' : rows.some((j) => j.level === 'look') ? 'look' : 'good';
}
const againOf = (c: OutletCase, { reading }: JudgedReading): Missing =>
	isUnprovenZero(c, reading) ? 'meter-proof' : (AGAIN[reading.kind] ?? 'contradiction');
/** What one of its readings leaves open. */
export const looksAgain = (c: OutletCase): boolean => c.all.some((j) => against(c, j) === 'look');
const sayOf = ({ verdict }: JudgedReading, level: Level): string => verdict.judgments.find((j) => j.level === level)?.says ?? '';
/** What is read again where it was not clear. */
const AGAIN: Readonly<Partial<Record<ReadingKind, Missing>>> = {
	hn: 'volts',
	h2n: 'volts',
	hh: 'hot-to-hot',
	hg: 'hot-to-ground',
	h2g: 'hot-to-ground',
	ng: 'neutral-to-ground',
	he: 'independent-ground',
	ne: 'independent-ground',
	ge: 'independent-ground',
	drop: 'loaded',
	'ohm-hot': 'loaded',
	'ohm-neutral': 'loaded',
	'ohm-ground': 'ground-path',
	'dead-ohm-ground': 'ground-path',
	bootleg: 'bootleg-check',
	'ground-look': 'look-open',
	grip: 'grip',
	'gfci-own': 'own-button',
	'afci-own': 'own-button',
	'gfci-tester': 'own-button',
	behind: 'outlet-dead-by-it'
};

/** What is missing until it reads right, as far as a multimeter alone reaches; none: it does, where nothing speaks against it. */
export function missingRight(c: OutletCase, of: Others): Missing[] {
	if (c.contradicts) return ['contradiction'];
	const grounded = of.ground.is !== 'not-required';
	const guards = (['gfci', 'afci'] as const).flatMap((key) => (holds(of[key]) ? [] : of[key].missing));
	const looked = grounded && c.read['ground-look']?.reading.word !== goodWord('ground-look') ? (['look-open'] as const) : [];
	const grip = holds(of.contacts) ? [] : (['grip'] as const);
	const planned = c.device.state === 'planned' ? (['volts'] as const) : [];
	return [
		...new Set<Missing>([
			...planned,
			...(of.energized.is === 'yes' ? [] : of.energized.missing),
			...pairs(c, grounded),
			...guards,
			...looked,
			...grip
		])
	];
}
/** Each pair at low impedance. */
function pairs(c: OutletCase, grounded: boolean): Missing[] {
	const slots = c.device.receptacles > 0 || c.device.kind === 'lighting';
	const kinds: readonly ReadingKind[] = c.twoHots
		? grounded
			? ['hh', 'hg', 'h2g']
			: ['hh']
		: grounded
			? ['hn', 'hg', 'ng']
			: slots
				? ['hn', 'he', 'ne']
				: ['hn'];
	return kinds.flatMap((kind): Missing[] => {
		const read = c.read[kind]?.reading;
		if (!read || read.value === null) return [AGAIN[kind] ?? 'volts'];
		return read.meter === ('low-impedance' satisfies Meter) ? [] : ['low-impedance'];
	});
}
