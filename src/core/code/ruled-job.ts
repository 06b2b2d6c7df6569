import type { Job } from '../model/job';
import type { Edition } from './shape/edition';

/** A job with the edition that is in force for it, as its local amendments leave that: what a rule of a house is asked of. */
export interface RuledJob {
	readonly edition: Edition;
	readonly job: Job;
}
