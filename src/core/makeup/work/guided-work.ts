import type { WorkStep } from '../box/work-steps';
import { applianceSteps } from './appliance-work';
import { heaterSteps } from './heater-work';
import { breakerSteps, coverSteps } from './panel-work';

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
} as const;
export type GuidedWork = keyof typeof GUIDED_WORK;
/** Where it is done: at a panel, or at what one circuit supplies. */
export const workedAt = (work: GuidedWork): 'panel' | 'circuit' => (PANEL_WORK.includes(work) ? 'panel' : 'circuit');
const PANEL_WORK: readonly GuidedWork[] = ['cover'];

/** What the work is done on: only what is known is said. */
export interface WorkFacts {
	/** The panel is fed from another one: its neutrals and grounds are apart. null: not known. */
	subpanel: boolean | null;
	/** `breaker 7, slots 5/7` */
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
}

/** The steps of a piece of work, in their order. @source facts on changing a breaker, making up hard-wired equipment; 110.14(D), 250.140, 422.31, 440.14 */
export function guidedWork(work: GuidedWork, facts: WorkFacts): WorkStep[] {
	switch (work) {
		case 'cover':
			return coverSteps(facts);
		case 'breaker':
		case 'guarded-breaker':
			return breakerSteps(facts, work === 'guarded-breaker');
		case 'water-heater':
		case 'element':
			return heaterSteps(facts, work === 'element');
		default:
			return applianceSteps(work, facts);
	}
}
