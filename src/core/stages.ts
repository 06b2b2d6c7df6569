import { assessCircuits } from './circuits/assess-circuits';
import type { Evaluator, House } from './house';
import { assessLayout } from './layout/assess-layout';
import type { Stage } from './model/kinds';
import type { StageResult } from './model/result';
import { assessMakeUp } from './makeup/assess-make-up';
import { assessProtection } from './protection/assess-protection';
import { assessProve, proofsOf } from './prove/assess-prove';
import { assessRough } from './rough/assess-rough';
import { assessTrace } from './trace/symptoms';
import { assessWalk } from './walk/unplaced';

/** A stage of the work, as the evaluation knows it. A new one is a row here. */
interface StageRow {
	evaluate: Evaluator;
	/** Work that is still to do there: no shortfall, but not finished. Left out: its findings say it all. */
	todo?: (house: House) => number;
}

const NONE: StageResult = { findings: [], decisions: [] };
const NOTHING: Evaluator = () => NONE;

/** Every stage with its evaluator, in the order of the work. */
export const STAGE_ROWS: Readonly<Record<Stage, StageRow>> = {
	walk: { evaluate: assessWalk },
	layout: { evaluate: assessLayout },
	circuit: { evaluate: assessCircuits },
	protect: { evaluate: assessProtection },
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
			const read = proofsOf(house);
			const provable = house.job.boxes.filter((b) => b.state !== 'planned' && b.devices.some((d) => d.receptacles > 0));
			return provable.filter((b) => !read.has(b.id)).length;
		}
	},
	trace: { evaluate: assessTrace },
	handover: { evaluate: NOTHING }
};
