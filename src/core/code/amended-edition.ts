import { once } from '../model/remember';
import { withUnit } from '../units/quantity';
import type { Amendment, Job } from '../model/job';
import type { AmendableFigure, EditionKey } from '../model/kinds';
import type { Edition, PlaceRow } from './shape/edition';
import type { RuleRef } from './rule';
import { editions } from './editions';

/** Figures of a rule that a local amendment may change: an edition with other figures, which evaluators read as any other. */
interface Figure {
	/** Where the book has it. */
	section: (e: Edition) => string;
	name: string;
	unit: 'ft' | 'in';
	least: number;
	most: number;
	get: (e: Edition) => number;
	set: (e: Edition, value: number, said: (rule: RuleRef) => RuleRef) => Edition;
}
const within = (e: Edition, of: 'sink' | 'tub'): number =>
	e.gfci.places.find((r) => r.when.withinFt?.of === of)?.when.withinFt?.ft ?? NaN;
const sectionOf = (e: Edition, of: 'sink' | 'tub'): string =>
	e.gfci.places.find((r) => r.when.withinFt?.of === of)?.rule.section ?? '210.8(A)';
const withWithin = (e: Edition, of: 'sink' | 'tub', ft: number, said: (rule: RuleRef) => RuleRef): Edition => ({
	...e,
	gfci: {
		...e.gfci,
		places: e.gfci.places.map((row): PlaceRow =>
			row.when.withinFt?.of === of
				? {
						...row,
						rule: said(row.rule),
						because: `within ${ft} ft of a ${of === 'sink' ? 'sink' : 'tub or shower'}`,
						when: { ...row.when, withinFt: { of, ft } }
					}
				: row
		)
	}
});
export const FIGURES: Readonly<Record<AmendableFigure, Figure>> = {
	'sink-distance': {
		section: (e) => sectionOf(e, 'sink'),
		name: 'GFCI: distance from a sink',
		unit: 'ft',
		least: 0,
		most: 7,
		get: (e) => within(e, 'sink'),
		set: (e, v, said) => withWithin(e, 'sink', v, said)
	},
	'tub-distance': {
		section: (e) => sectionOf(e, 'tub'),
		name: 'GFCI: distance from a tub or shower',
		unit: 'ft',
		least: 0,
		most: 7,
		get: (e) => within(e, 'tub'),
		set: (e, v, said) => withWithin(e, 'tub', v, said)
	},
	'extension-length': {
		section: (e) => e.afci.extension.section,
		name: 'AFCI: exempt extension, up to',
		unit: 'ft',
		least: 0,
		most: 100,
		get: (e) => e.afci.extensionFt,
		set: (e, v, said) => ({ ...e, afci: { ...e.afci, extensionFt: v, extension: said(e.afci.extension) } })
	},
	'tamper-height': {
		section: (e) => e.tamper.rule.section,
		name: 'Tamper-resistant: height limit',
		unit: 'in',
		least: 0,
		most: 120,
		get: (e) => e.tamper.maxHeightIn,
		set: (e, v, said) => ({
			...e,
			tamper: { ...e.tamper, maxHeightIn: v, rule: said(e.tamper.rule), except: said(e.tamper.except) }
		})
	},
	'wall-reach': {
		section: (e) => e.walls.rule.section,
		name: 'Wall receptacle: reach along the wall',
		unit: 'in',
		least: 24,
		most: 144,
		get: (e) => e.walls.reachIn,
		set: (e, v, said) => ({ ...e, walls: { ...e.walls, reachIn: v, rule: said(e.walls.rule) } })
	}
};

/** The edition that a job is judged by, with the figures that its amendments change; the book's own where they change none. */
export const editionOf = (job: Pick<Job, 'edition' | 'amendments'>, key = job.edition): Edition => asAmended(job.amendments, key);
const asAmended = once((amendments: readonly Amendment[], key: EditionKey): Edition =>
	amendments
		.filter((a) => a.change === 'figure' && a.figure && a.value !== undefined)
		.reduce((e, a) => amended(e, a), editions[key])
);
function amended(e: Edition, a: Amendment): Edition {
	if (!a.figure || a.value === undefined) return e;
	const { set, unit } = FIGURES[a.figure];
	const value = a.value;
	// Every result that rests on it says so, wherever its rule is cited.
	const said = (rule: RuleRef): RuleRef => ({
		...rule,
		title: `${rule.title} (here ${withUnit(value, unit)}: ${a.reference || 'local amendment'})`
	});
	return set(e, value, said);
}
