import type { BandFigures, Job } from '../model/known';
import type { EditionKey, LimitKey } from '../model/kinds';
import type { Rule } from '../model/result';

/** Limits of readings: good, look again, bad. A row's source is a standard, the trade's practice, or this model. */
export interface Band extends BandFigures {
	source: string;
	title: string;
	unit: string;
}
export const LIMITS = {
	outlet: { good: [108, 126], look: [104, 127], unit: 'V', source: 'ANSI C84.1', title: 'Utilization voltage, ranges A and B' },
	panel: { good: [114, 126], look: [110, 127], unit: 'V', source: 'ANSI C84.1', title: 'Service voltage, ranges A and B' },
	'outlet-hh': { good: [216, 252], look: [208, 254], unit: 'V', source: 'ANSI C84.1', title: 'Utilization voltage, hot to hot' },
	'panel-hh': { good: [228, 252], look: [220, 254], unit: 'V', source: 'ANSI C84.1', title: 'Service voltage, hot to hot' },
	'ng-loaded': { good: [0, 2], look: [0, 3], unit: 'V', source: 'practice', title: 'Neutral to ground under load' },
	'ng-idle': { good: [0, 0.5], look: [0, 3], unit: 'V', source: 'practice', title: 'Neutral to ground with no load' },
	drop: { good: [0, 3], look: [0, 5], unit: '%', source: '210.19', title: 'Voltage drop (informational note: advice)' },
	'ground-ohm': { good: [0, 0.25], look: [0, 1], unit: 'ohm', source: 'practice', title: 'Ground path' },
	'gfci-ma': { good: [4, 6], look: [4, 6], unit: 'mA', source: 'UL 943', title: 'Class A: trips at 4 to 6 mA' },
	'legs-apart': { good: [0, 3], look: [0, 10], unit: 'V', source: 'practice', title: 'Difference between the two service legs' }
} as const satisfies Record<LimitKey, Band>;

/** Read at an outlet of a known run a drop is that of branch, feeder and service together. @source 215.2, informational note */
const WHOLE_WAY = {
	...LIMITS.drop,
	good: [0, 5],
	source: '215.2',
	title: 'Voltage drop, branch with feeder and service (informational note: advice)'
} as const satisfies Band;
/** What the shop has set stands. */
export const wholeWay = (drop: Band): Band => (drop === LIMITS.drop ? WHOLE_WAY : drop);

/** The limits of a job: what the shop or the utility has set, with the source of the usual one beside it. */
export function limitsOf(job: Pick<Job, 'practice'>): Record<LimitKey, Band> {
	const own = job.practice.limits;
	if (!own) return LIMITS;
	const rows = Object.entries(LIMITS).map(([key, band]): [string, Band] => {
		const set = own[key as LimitKey];
		return [key, set ? { ...band, ...set, source: 'practice', title: `${band.title}, as set for this job` } : band];
	});
	return Object.fromEntries(rows) as Record<LimitKey, Band>;
}
/** Faults of a band as typed: good lies within what is looked at again. */
export function bandFault({ good, look }: BandFigures): string | null {
	if (good[0] > good[1] || look[0] > look[1]) return 'each pair goes from lowest to highest';
	return good[0] < look[0] || good[1] > look[1] ? 'the good range must be inside the look-again range' : null;
}

/** Against what this very run should read: within a share or an absolute amount is good, up to twice is to be looked at. */
export const AGAINST_PREDICTED = {
	share: 0.25,
	dropPoints: 0.5,
	ohms: 0.05,
	/** Of neutral to ground. */
	volts: 0.3,
	badTimes: 2,
	source: 'model',
	title: 'Against what this run should read'
} as const;

/** Below this the ground contact stands with neutral far from the panel under load: a joint between them. */
export const NG_SUSPICIOUS = { mostV: 0.05, leastPredictedV: 0.5 } as const;

/** At a breaker or a fuse: closed under load, open; hot and neutral of one circuit apart, A or a share of the hot; a terminal over its neighbor, °C, and what warms one, A. Practice. */
export const AT_BREAKER = {
	closedV: 0.5,
	openOverV: 50,
	apartA: 0.5,
	apartShare: 0.1,
	hotOverC: 10,
	warmsA: 5,
	overAmbientC: { look: 30, bad: 50 },
	ratedC: { look: 60, bad: 75 },
	holdsShare: 0.4,
	holdsS: 180
} as const;
/** Metal that can be touched against a known ground: nothing, and what a person feels. Practice. */
export const AT_SHELL = { nothingV: 1, liveV: 30 } as const;

/** The source of a limit, cited like a rule. */
export const limitRule = (edition: EditionKey, source: string, title: string): Rule => ({
	section: source,
	title,
	edition,
	confidence: 'firm'
});
