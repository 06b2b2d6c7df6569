import type { Edition } from '../code/edition';
import type { Circuit, Job, Reading } from '../model/job';
import { isFigureKind, readingUnit, readingValue } from '../model/reading';
import type { Step } from '../model/result';
import { show } from '../units/quantity';
import { judge, worst, type Judgement, type Level, type ReadingCase } from './judgements';
import { limitsOf } from './limits';
import { predict, predictedFor, type Predicted } from './predict';

export { worst, type Judgement, type Level } from './judgements';

export interface Verdict {
	readingId: string;
	level: Level;
	judgements: Judgement[];
	/** What the run should read there; null where it cannot be told. */
	predicted: number | null;
	/** The short word under a box: `4.8 %, predicted 1.8`. */
	says: string;
	steps: Step[];
}

/** What a reading means, against the limits and against the predicted figure of that very box. Both are given apart. */
export function verdictOf(
	edition: Edition,
	job: Job,
	place: { id: string },
	circuit: Circuit | undefined,
	reading: Reading
): Verdict {
	const prediction: Predicted = circuit
		? predict(edition, job, circuit, place.id, reading.loadA ?? undefined)
		: { known: false, why: 'its circuit is not known' };
	const atPanel = !circuit && job.panels.some((p) => p.id === place.id);
	const c: ReadingCase = { edition, limits: limitsOf(job), atPanel, reading, prediction };
	const judgements = judge(c);
	const level = worst(judgements.map((j) => j.level));
	const predicted = prediction.known ? predictedFor(reading, prediction.value) : null;
	const unit = readingUnit(reading.kind);
	const measured =
		reading.kind === 'lamps'
			? (judgements[0]?.says.split(/[;,]/)[0] ?? '')
			: isFigureKind(reading.kind) && reading.value !== null
				? `${show(reading.value)} ${unit}`
				: readingValue(reading);
	return {
		readingId: reading.id,
		level,
		judgements,
		predicted,
		says: predicted === null || reading.kind === 'lamps' ? measured : `${measured}, predicted ${show(predicted)}`,
		steps: prediction.known && predicted !== null ? prediction.value.steps : []
	};
}
