import { assessCircuits } from './circuits/assess-circuits';
import type { Evaluator, House } from './house';
import { assessLayout } from './layout/assess-layout';
import type { Stage } from './model/kinds';
import type { StageResult } from './model/result';
import { assessMakeUp } from './makeup/assess-make-up';
import { assessProtection } from './protection/assess-protection';
import { claimsOf } from './claims/claims-of';
import { assessProve } from './prove/assess-prove';
import { assessRough } from './rough/assess-rough';
import { assessTrace } from './trace/symptoms';
import { assessWalk } from './walk/unplaced';

/** A stage of the work, as the evaluation knows it. A new one is a row here. */
export interface StageRow {
	evaluate: Evaluator;
	/** Work that is still to do there: no shortfall, but not finished. Left out: its findings say it all. */
	todo?: (house: House) => number;
	/** Its rules go by what a room is: a kind that was only taken from the room's name is said with each. */
	byRoom?: true;
}

const NONE: StageResult = { findings: [], decisions: [] };
const NOTHING: Evaluator = () => NONE;

/** Every stage with its evaluator, in the order of the work. */
export const STAGE_ROWS: Readonly<Record<Stage, StageRow>> = {
	walk: { evaluate: assessWalk },
	layout: { evaluate: assessLayout, byRoom: true },
	circuit: { evaluate: assessCircuits },
	protect: { evaluate: assessProtection, byRoom: true },
	rough: {
		evaluate: assessRough,
		todo: ({ job }) => job.cables.filter((l) => l.state === 'planned').length
	},
	trim: {
		evaluate: assessMakeUp,
		todo: ({ job }) => job.boxes.filter((b) => b.state !== 'planned' && b.devices.some((d) => d.state === 'planned')).length
	},
	prove: {
		evaluate: assessProve,
		todo: (house) => {
			const { places } = claimsOf(house);
			const provable = house.job.boxes.filter((b) => b.state !== 'planned' && b.devices.some((d) => d.receptacles > 0));
			return provable.filter((b) => places.get(b.id)?.level === 'unknown').length;
		}
	},
	trace: { evaluate: assessTrace },
	handover: { evaluate: NOTHING }
};
