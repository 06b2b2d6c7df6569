import type * as told from '../model/job';
import type { Job } from '../model/known';
import type { Edition } from './shape/edition';

/** A job with the edition that is in force for it, as its local amendments leave that: what a rule of a house is asked of. */
export interface RuledJob {
	readonly edition: Edition;
	readonly job: Job;
}

/** The same, for rules that read nothing of a job that may be unknown: rooms, boxes, devices. */
export interface RuledPlan {
	edition: Edition;
	job: told.Job;
}
