import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Buried, BurialColumn } from '../../code/shape/ground';
import type { BurialPlace } from '../../model/kinds';
import type { Finding, Step } from '../../model/result';
import { show } from '../../units/quantity';

export const BURIED_CIRCUITS = ['branch', 'feeder', 'service', 'irrigation-lighting'] as const;
export interface BurialCase {
	method: Buried;
	place: BurialPlace;
	circuit: {
		kind: (typeof BURIED_CIRCUITS)[number];
		volts: number;
		amps: number;
		gfci: boolean;
		dwelling: boolean;
		/** Whose service conductors; left out of a service: the customer's. */
		service?: 'none' | 'customer' | 'utility' | undefined;
	};
	/** Of the cable or raceway, in. */
	outsideDiameterIn?: number | undefined;
	/** Sand below it, in. */
	beddingIn?: number | undefined;
	/** Paving over it, in: part of its cover. */
	pavingIn?: number | undefined;
	trench?: 'open' | 'bore' | undefined;
}
export interface Burial {
	/** From the top of the cable or raceway to finished grade, in. */
	coverIn: number;
	column: BurialColumn;
	/** Earth to be dug, in. */
	digIn: number;
	warningRibbon: boolean;
	/** Protection where it comes up: from so far down, to so far above grade. */
	riser: { fromIn: number; toFt: number };
	steps: Step[];
	findings: Finding[];
}

/** Columns of the table that a circuit may be read in, the method's own first. */
function columnsOf({ ground }: Edition, { method, circuit }: BurialCase): BurialColumn[] {
	const { small, low, column } = ground;
	const isSmall =
		circuit.kind === 'branch' &&
		circuit.dwelling &&
		circuit.gfci &&
		circuit.volts <= small.maxVolts &&
		circuit.amps <= small.maxAmps;
	const isLow = circuit.kind === 'irrigation-lighting' && circuit.volts <= low.maxVolts;
	return [column[method], ...(isSmall ? ([4] as const) : []), ...(isLow ? ([5] as const) : [])];
}
function coverOf({ ground }: Edition, { method, place }: BurialCase, column: BurialColumn): number {
	const raceway = method === 'direct-burial' ? undefined : ground.racewayCover[place];
	return raceway && column >= 4 ? raceway[column === 4 ? 0 : 1] : (ground.cover[place][column - 1] as number);
}

/**
 * How deep a cable or raceway lies, how deep to dig, and what comes up out of the ground.
 * @source 300.5, Table 300.5; the least of the columns that hold for it @example 2023, direct burial, general, 120 V 20 A GFCI of a dwelling: 12 in by column 4
 */
export function burial(edition: Edition, c: BurialCase): Burial {
	const { ground } = edition;
	const rule = cite(edition, ground.rule);
	const columns = columnsOf(edition, c).map((column) => ({ column, coverIn: coverOf(edition, c, column) }));
	const { column, coverIn } = columns.reduce((a, b) => (b.coverIn < a.coverIn ? b : a));
	const { outsideDiameterIn = 0, beddingIn = 0, pavingIn = 0 } = c;
	const digIn = Math.max(0, coverIn - pavingIn) + outsideDiameterIn + beddingIn;
	const warningRibbon = ribbonOver(edition, c, coverIn);
	return {
		coverIn,
		column,
		digIn,
		warningRibbon,
		riser: { fromIn: Math.min(coverIn, ground.riser.fromIn), toFt: ground.riser.toFt },
		steps: [
			...columns.map((row): Step => ({
				label: `column ${row.column}`,
				formula: `${c.place.replaceAll('-', ' ')}, ${c.method.replace('-', ' ')}`,
				value: row.coverIn,
				unit: 'in',
				rule
			})),
			{
				label: 'dig',
				formula: `${show(coverIn)} cover - ${show(pavingIn)} paving + ${show(outsideDiameterIn)} diameter + ${show(beddingIn)} bedding`,
				value: digIn,
				unit: 'in'
			}
		],
		findings: findingsOf(edition, c, warningRibbon)
	};
}
/** Over service conductors at depth, in a trench: not for a bore, not for the utility's own. @source 300.5(D)(3) */
function ribbonOver({ ground }: Edition, { circuit, trench, method }: BurialCase, coverIn: number): boolean {
	const { ribbon } = ground;
	const service = circuit.kind === 'service' ? (circuit.service ?? 'customer') : (circuit.service ?? 'none');
	const open = (trench ?? 'open') === 'open';
	return service === 'customer' && open && coverIn >= ribbon.fromIn && (ribbon.inRaceway || method === 'direct-burial');
}
function findingsOf(edition: Edition, { method, place }: BurialCase, ribbon: boolean): Finding[] {
	const { ground } = edition;
	const say = (code: string, severity: Finding['severity'], of: { rule: Finding['rule']; message: string }): Finding => ({
		code,
		id: code,
		severity,
		rule: of.rule,
		subject: { kind: 'input', id: 'method' },
		message: of.message
	});
	const damage = cite(edition, ground.damage.rule);
	return [
		...(ground.unnamed.includes(method)
			? [
					say('burial-approval', 'caution', {
						rule: cite(edition, ground.rule),
						message:
							'The table of this edition does not name EMT: its depth as another approved raceway rests on the approval of the inspector.'
					})
				]
			: []),
		...(method === 'emt'
			? [
					say('burial-corrosion', 'caution', {
						rule: cite(edition, ground.corrosion.emt),
						message: 'EMT in the ground needs protection against corrosion.'
					})
				]
			: []),
		...(method === 'direct-burial' && place === 'under-building'
			? [
					say('burial-under-building', 'violation', {
						rule: cite(edition, ground.underBuilding),
						message: 'Cable under a building must be in a raceway that reaches past its outside walls.'
					})
				]
			: []),
		...(ribbon
			? [
					say('burial-ribbon', 'advice', {
						rule: cite(edition, ground.ribbon.rule),
						message: `Warning ribbon in the trench, at least ${ground.ribbon.aboveIn} in above the conductors.`
					})
				]
			: []),
		say('burial-damage', 'advice', {
			rule: damage,
			message: `Where it comes up and damage is likely: ${ground.damage.by}. Call the utility-locating service before digging, and wait its days.`
		})
	];
}
