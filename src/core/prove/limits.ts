import type { Rule } from '../model/result';
import type { EditionKey } from '../model/kinds';

/** Limits of readings: good, look again, bad. A row's source is a standard, the trade's practice, or this model. */
export interface Band {
	good: readonly [least: number, most: number];
	look: readonly [least: number, most: number];
	source: string;
	title: string;
}
export const LIMITS = {
	hn: { good: [108, 126], look: [104, 127], source: 'ANSI C84.1', title: 'Utilization voltage, ranges A and B' },
	hg: { good: [108, 126], look: [104, 127], source: 'ANSI C84.1', title: 'Utilization voltage, ranges A and B' },
	ngLoaded: { good: [0, 2], look: [0, 3], source: 'practice', title: 'Neutral to ground under load' },
	ngIdle: { good: [0, 0.5], look: [0, 3], source: 'practice', title: 'Neutral to ground with no load' },
	drop: { good: [0, 3], look: [0, 5], source: '210.19', title: 'Voltage drop (informational note: advice)' },
	ohmGround: { good: [0, 0.25], look: [0, 1], source: 'practice', title: 'Ground path' }
} as const satisfies Record<string, Band>;

/** Against what this very run should read: within a share or an absolute amount is good, up to twice is to be looked at. */
export const AGAINST_PREDICTED = {
	share: 0.25,
	dropPoints: 0.5,
	ohms: 0.05,
	badTimes: 2,
	source: 'model',
	title: 'Against what this run should read'
} as const;

/** Below this the ground contact stands with neutral far from the panel under load: a joint between them. */
export const NG_SUSPICIOUS = { mostV: 0.05, leastPredictedV: 0.5 } as const;

export const limitRule = (edition: EditionKey, source: string, title: string): Rule => ({
	section: source,
	title,
	edition,
	confidence: 'firm'
});
