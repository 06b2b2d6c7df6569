import type { WorkStep } from '../box/work-steps';
import { applianceSteps } from './appliance-work';
import { heaterSteps } from './heater-work';
import { breakerSteps, coverSteps } from './panel-work';
import type { GuidedWork, WorkFacts } from './work-facts';

export { GUIDED_WORK } from './work-facts';
export type { GuidedWork, WorkFacts } from './work-facts';

/** Where it is done: at a panel, or at what one circuit supplies. */
export const workedAt = (work: GuidedWork): 'panel' | 'circuit' => (PANEL_WORK.includes(work) ? 'panel' : 'circuit');
const PANEL_WORK: readonly GuidedWork[] = ['cover'];

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
