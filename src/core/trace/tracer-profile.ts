import { editionOf } from '../code/amended-edition';
import { tracerLevels } from '../instruments/dead-circuit';
import type { Job } from '../model/job';
import { possibleRuns } from './possible-runs';

/** The level that a tracer's receiver should see at each box, as a share of the sender's. @param openAt the box before which the hot is open */
export function tracerProfile(job: Job, circuitId: string, openAt: string | null): Map<string, number> {
	const possible = possibleRuns(editionOf(job), job, circuitId);
	const plan = possible?.runs[0].plan;
	if (!plan) return new Map();
	const levels = tracerLevels(plan, openAt ? [{ kind: 'open-hot', at: openAt }] : [], circuitId);
	return new Map(levels.map((l) => [l.at, l.share]));
}
