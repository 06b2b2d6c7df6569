import { assessCircuits } from './circuits/assess-circuits';
import type { Evaluator, House } from './house';
import { assessLayout } from './layout/assess-layout';
import type { Job } from './model/known';
import type { Stage } from './model/kinds';
import { remembered } from './model/remember';
import type { StageResult } from './model/result';
import { assessMakeUp } from './makeup/assess-make-up';
import { assessProtection } from './protection/assess-protection';
import { assessProve, proofsOf } from './prove/assess-prove';
import { assessRough } from './rough/assess-rough';
import { assessTrace } from './trace/symptoms';
import { assessWalk } from './walk/unplaced';

/** A stage of the work, as the evaluation knows it. A new one is a row here. */
export interface StageRow {
	evaluate: Evaluator;
	/** Work that is still to do there: no shortfall, but not finished. Left out: its findings say it all. */
	todo?: (house: House) => number;
}

const NONE: StageResult = { findings: [], decisions: [] };
const NOTHING: Evaluator = () => NONE;

/** Every stage with its evaluator, in the order of the work. */
export const STAGE_ROWS: Readonly<Record<Stage, StageRow>> = {
	walk: { evaluate: unlessSame(assessWalk) },
	layout: { evaluate: unlessSame(assessLayout, (house) => house.job.checks) },
	circuit: { evaluate: unlessSame(assessCircuits) },
	protect: { evaluate: unlessSame(assessProtection, (house) => house.readings) },
	rough: {
		evaluate: unlessSame(assessRough),
		todo: ({ job }) => job.legs.filter((l) => l.state === 'planned').length
	},
	trim: {
		evaluate: unlessSame(assessMakeUp),
		todo: ({ job }) => job.boxes.filter((b) => b.state !== 'planned' && b.devices.some((d) => d.state === 'planned')).length
	},
	prove: {
		evaluate: unlessSame(assessProve, (house) => house.readings),
		todo: (house) => {
			const read = proofsOf(house);
			const provable = house.job.boxes.filter((b) => b.state !== 'planned' && b.devices.some((d) => d.receptacles > 0));
			return provable.filter((b) => !read.has(b.id)).length;
		}
	},
	trace: { evaluate: unlessSame(assessTrace, (house) => house.job.symptoms) },
	handover: { evaluate: NOTHING }
};

/**
 * An evaluator that gives its last result again while nothing that it may read has changed: neither what is drawn and
 * planned, nor what else it says that it reads.
 */
function unlessSame(evaluate: Evaluator, reads: (house: House) => unknown = () => null): Evaluator {
	const known = remembered<Job['boxes'], StageResult>();
	return (house) => known(house.job.boxes, [...planOf(house.job), reads(house)], () => evaluate(house));
}
/** All of a job but what somebody said or saw of it: no rule of these stages reads that. */
function planOf(job: Job): readonly unknown[] {
	const { symptoms: _told, checks: _seen, inspection: _asked, ...plan } = job;
	return Object.entries(plan).flat();
}
