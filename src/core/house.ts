import { editionOf } from './code/amended-edition';
import type { Edition } from './code/shape/edition';
import type { Circuit, Job, LiveEvent, Reading } from './model/known';
import { indexOf, type JobIndex } from './model/job-index';
import { once } from './model/remember';
import type { StageResult } from './model/result';
import { runOf, type Run } from './run/runs';

/**
 * What the evaluator of every stage is given: a state of a job with what follows from it, made once for an evaluation.
 * Each part is worked out when it is first read, so that what cannot be made stops only those that need it.
 */
export interface House {
	readonly job: Job;
	/** The edition of the job, as its local amendments leave it. */
	readonly edition: Edition;
	readonly index: JobIndex<Job>;
	/** The run of each circuit of the job, in its order. */
	readonly runs: ReadonlyMap<Circuit, Run>;
	readonly readings: readonly Reading[];
	/** What was switched, tagged, tested dead and found live. */
	readonly events: readonly LiveEvent[];
}
/** What a stage finds and decides about a house. */
export type Evaluator = (house: House) => StageResult;

/** @param readings all of the job, struck ones too  @throws nothing: a part that cannot be made throws where it is read */
export function houseOf(job: Job, readings: readonly Reading[] = [], events: readonly LiveEvent[] = []): House {
	return {
		job,
		readings,
		events,
		get edition() {
			return editionOf(job);
		},
		get index() {
			return indexOf(job);
		},
		get runs() {
			return runsOf(job);
		}
	};
}

const runsOf = once(
	(job: Job): ReadonlyMap<Circuit, Run> => new Map(job.circuits.map((circuit) => [circuit, runOf(job, circuit)]))
);
