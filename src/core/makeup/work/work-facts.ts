import type { WorkSheet } from '../../model/kinds';

/** Work at panels and at what is hard-wired, as steps in their order, each with the cautions of that work. */
export const GUIDED_WORK = {
	cover: 'Panel cover off and on',
	breaker: 'Change a breaker',
	'guarded-breaker': 'GFCI or dual-function breaker in',
	'water-heater': 'Water heater',
	element: 'Water heater element',
	disconnect: 'Disconnect',
	range: 'Range',
	dryer: 'Dryer',
	ev: 'EV charger',
	alarms: 'Smoke alarms, interconnected'
} as const satisfies Record<WorkSheet, string>;
export type GuidedWork = WorkSheet;

/** What the work is done on: only what is known is said. */
export interface WorkFacts {
	/** The panel is fed from another one: its neutrals and grounds are apart. null: not known. */
	subpanel: boolean | null;
	/** `breaker 7, spaces 5/7` */
	breaker: string;
	poles: 1 | 2;
	/** The circuit has a neutral. null: not known. */
	neutral: boolean | null;
	/** It shares its neutral with another circuit. */
	shared: boolean;
	/** Other sources: a solar inverter, a battery, a generator. null: nobody looked. */
	otherSources: boolean | null;
	/** In a cord with a plug, or wired in. */
	cord: boolean;
	/** Wires of its supply beside the ground: 2, 3; null: not known. */
	conductors: number | null;
	/** What the edition asks of the outlet of a charger; null: its place is not entered. */
	gfci: { required: boolean; sections: readonly string[] } | null;
}
