import { knownJob } from '../../core/model/known';
import { proposeFeeds } from '../../core/propose/feed-proposal';
import { proposeCircuits, type CircuitProposal } from '../../core/propose/propose-circuits';
import type { GroupingPractice, Job } from '../../core/model/job';

export const circuitsApi = {
	/** @param progress told the share that is done, and of what */
	propose: (job: Job, practice: GroupingPractice, progress: (share: number, doing: string) => void): CircuitProposal => {
		let told = 0;
		// Each word to the page costs a message: ten a second are enough.
		return proposeCircuits(knownJob(job), () => crypto.randomUUID(), {
			practice,
			progress: (share, doing) => {
				const now = performance.now();
				if (now - told < 100) return;
				told = now;
				progress(share, doing);
			}
		});
	},
	feeds: (job: Job, circuitId: string, how: Parameters<typeof proposeFeeds>[2]) => {
		const known = knownJob(job);
		const circuit = known.circuits.find((c) => c.id === circuitId);
		return circuit ? proposeFeeds(known, circuit, how) : ({ known: false, why: 'That circuit is gone.' } as const);
	}
};
export type CircuitsApi = typeof circuitsApi;
