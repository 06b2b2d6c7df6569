import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import { FILL_GAUGES, type FillGauge, type LargeGauge } from '../../code/shape/boxes';
import type { Finding, Step } from '../../model/result';
import { atMost, show } from '../../units/quantity';

export const FILL_ROLES = ['ends', 'through', 'looped', 'pigtail', 'ground'] as const;
type FillRole = (typeof FILL_ROLES)[number];
export interface FillCase {
	/** As marked, or as the table has it, cu in. */
	volumeCuIn: number;
	/** Of 4 AWG and larger they take no cubic inches. */
	conductors: readonly { awg: FillGauge | LargeGauge; count: number; role: FillRole }[];
	/** Clamps inside the box. */
	internalClamps: boolean;
	/** Kinds of stud, hickey and the like. */
	supportFittings: number;
	yokes: readonly { awg: FillGauge | LargeGauge; gangs: number }[];
	/** Assemblies of terminals in the box; left out: none. */
	terminalBlocks?: number | undefined;
}
interface FillResult {
	usedCuIn: number;
	freeCuIn: number;
	fits: boolean;
	/** Conductors of 4 AWG and larger are in it: it is sized by 314.28 besides, which no volume answers. */
	needs314_28: boolean;
	steps: Step[];
	findings: Finding[];
}
/** What a conductor counts by what it does in the box; grounds are counted together. */
const COUNTS: Readonly<Record<FillRole, number>> = { ends: 1, through: 1, looped: 2, pigtail: 0, ground: 0 };

/**
 * Volume that conductors, clamps, fittings, yokes and grounds take of a box.
 * @source 314.16(B)  @example 2020, six 12 AWG, grounds, clamps and one yoke: 13.5 + 2.25 + 2.25 + 4.5 = 22.5 cu in
 */
export function boxFill(edition: Edition, c: FillCase, subject: Finding['subject'] = { kind: 'input', id: 'box' }): FillResult {
	const { conductor, clamps, fittings, yoke, grounds, terminalBlock } = edition.boxes;
	const { volumes } = conductor;
	const steps: Step[] = [];
	const add = (label: string, formula: string, value: number, rule: Parameters<typeof cite>[1]): number => {
		steps.push({ label, formula, value, unit: 'cu in', rule: cite(edition, rule) });
		return value;
	};
	let used = 0;
	const small = c.conductors.filter(isSmall);
	const needs314_28 = small.length < c.conductors.length && c.conductors.some((x) => !isSmall(x) && x.count > 0);
	for (const { awg, count, role } of small) {
		const each = COUNTS[role];
		if (role === 'ground' || !count) continue;
		used += add(
			`${count} x ${awg} AWG, ${ROLE_WORDS[role]}`,
			`${count} x ${each} x ${volumes[awg]}`,
			count * each * volumes[awg],
			conductor.rule
		);
	}
	const largest = largestOf(small.filter((x) => x.count).map((x) => x.awg));
	if (c.internalClamps && largest) used += add('clamps inside', `1 x ${volumes[largest]}`, volumes[largest], clamps);
	if (c.supportFittings && largest)
		used += add('support fittings', `${c.supportFittings} x ${volumes[largest]}`, c.supportFittings * volumes[largest], fittings);
	if (terminalBlock && c.terminalBlocks && largest)
		used += add(
			'terminal blocks',
			`${c.terminalBlocks} x ${volumes[largest]}`,
			c.terminalBlocks * volumes[largest],
			terminalBlock
		);
	for (const { awg, gangs } of c.yokes.filter(isSmall))
		used += add(
			gangs > 1 ? `a yoke of ${gangs} gangs` : 'a yoke',
			`${yoke.perGang * gangs} x ${volumes[awg]}`,
			yoke.perGang * gangs * volumes[awg],
			yoke.rule
		);
	const groundWires = small.filter((x) => x.role === 'ground' && x.count);
	const many = groundWires.reduce((sum, x) => sum + x.count, 0);
	const ground = largestOf(groundWires.map((x) => x.awg));
	if (ground) {
		const share = 1 + Math.max(0, many - grounds.upTo) * grounds.eachMore;
		used += add(`${many} grounds`, `${show(share)} x ${volumes[ground]}`, share * volumes[ground], grounds.rule);
	}
	const fits = atMost(used, c.volumeCuIn);
	steps.push({
		label: 'left in the box',
		formula: `${show(c.volumeCuIn)} - ${show(used)}`,
		value: c.volumeCuIn - used,
		unit: 'cu in'
	});
	return {
		usedCuIn: used,
		freeCuIn: c.volumeCuIn - used,
		fits,
		needs314_28,
		steps,
		findings: [
			...(needs314_28 ? [byRaceways(edition, subject)] : []),
			...(fits
				? []
				: [
						{
							code: 'box-fill',
							id: 'box-fill',
							severity: 'violation',
							rule: cite(edition, conductor.rule),
							subject,
							message: `Box fill is ${show(used)} cu in; the box has ${show(c.volumeCuIn)}.`,
							have: c.volumeCuIn,
							need: used,
							unit: 'cu in'
						} as const
					])
		]
	};
}
const isSmall = <T extends { awg: FillGauge | LargeGauge }>(x: T): x is T & { awg: FillGauge } =>
	(FILL_GAUGES as readonly string[]).includes(x.awg);
/** What the size of such a box goes by. @source 314.28(A) */
function byRaceways(edition: Edition, subject: Finding['subject']): Finding {
	const { rule, straight, angle } = edition.boxes.pullBox;
	return {
		code: 'pull-box',
		id: 'pull-box',
		severity: 'advice',
		rule: cite(edition, rule),
		subject,
		message: `4 AWG and larger take no cubic inches: the box is sized by its raceways. Straight pull: ${straight} times the largest. Angle, U or splice: ${angle} times the largest plus the others of that row and wall. A cable counts as the raceway that its conductors would need.`
	};
}
const ROLE_WORDS: Readonly<Record<FillRole, string>> = {
	ends: 'end or are spliced',
	through: 'pass unbroken',
	looped: 'pass in a loop',
	pigtail: 'pigtails, not counted',
	ground: 'grounds'
};
const largestOf = (gauges: readonly FillGauge[]): FillGauge | null =>
	gauges.reduce<FillGauge | null>((a, b) => (a === null || FILL_GAUGES.indexOf(b) > FILL_GAUGES.indexOf(a) ? b : a), null);
