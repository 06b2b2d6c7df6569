import type { RuledJob } from '../code/ruled-job';
import type { Circuit } from '../model/known';
import { indexOf } from '../model/job-index';
import { runOf } from '../run/runs';
import type { BoxProof, JudgedReading } from './assess-prove';
import { AGAINST_PREDICTED } from './limits';
import { predict } from './predict';

/** One box of a run on the chart of its drop. */
interface DropAlong {
	boxId: string;
	name: string;
	/** Cable from the panel, ft. */
	feet: number;
	/** %, at the load that readings are taken with. */
	predicted: number;
	/** What is read up to here is what the run explains, %. */
	explainedTo: number;
	read: JudgedReading | undefined;
}

/**
 * Drop along a run by feet of cable: predicted, how much more its connections explain, and what was read. Boxes beyond an
 * unmeasured cable are left out.
 */
export function dropAlong(ruled: RuledJob, circuit: Circuit, proofs: ReadonlyMap<string, BoxProof>): DropAlong[] {
	const { boxes } = indexOf(ruled.job);
	return runOf(ruled.job, circuit)
		.nodes.flatMap(({ boxId, feet }): DropAlong[] => {
			const p = predict(ruled, { circuit, boxId });
			if (!p.known || feet === null) return [];
			const predicted = p.value.dropPercent;
			return [
				{
					boxId,
					name: boxes.get(boxId)?.name ?? '',
					feet,
					predicted,
					explainedTo: explainedDrop(predicted),
					read: proofs.get(boxId)?.latest.drop
				}
			];
		})
		.sort((a, b) => a.feet - b.feet);
}
/** The most that a reading of drop may be and still be what was predicted, %. @example predicted 2 -> 2.5; predicted 4 -> 5 */
export const explainedDrop = (predicted: number): number =>
	predicted + Math.max(AGAINST_PREDICTED.share * predicted, AGAINST_PREDICTED.dropPoints);
