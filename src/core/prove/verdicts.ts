import type { RuledJob } from '../code/ruled-job';
import type { Circuit, Reading } from '../model/job';
import { isFigureKind, readingUnit, readingValue } from '../model/reading';
import type { Step } from '../model/result';
import { show, withUnit } from '../units/quantity';
import { judge, worst, type Judgment, type Level, type ReadingCase } from './judgments';
import { limitsOf } from './limits';
import { indexOf } from '../model/job-index';
import type { Ground } from '../run/ground-at';
import { isBetweenHots, predict, predictedFor, type Predicted } from './predict';

export { worst, type Judgment, type Level } from './judgments';

export interface Verdict {
	readingId: string;
	level: Level;
	judgments: Judgment[];
	/** What the run should read there; null where it cannot be told. */
	predicted: number | null;
	/** The short word under a box: `4.8 %, predicted 1.8`. */
	says: string;
	steps: Step[];
}

/** What is known of the outlet that a reading is of, besides the reading. */
export interface Beside {
	ground?: Ground | undefined;
	gfci?: ReadingCase['gfci'];
	jumper?: boolean | undefined;
	slots?: ReadingCase['slots'];
}
/** What a reading means, against the limits and against the predicted figure of that very box. Both are given apart. */
export function verdictOf(
	{ edition, job }: RuledJob,
	at: { place: { id: string }; circuit: Circuit | undefined },
	{ reading, beside = {} }: { reading: Reading; beside?: Beside | undefined }
): Verdict {
	const { place, circuit } = at;
	const prediction: Predicted = circuit
		? predict({ edition, job }, { circuit, boxId: place.id }, { loadA: reading.loadA ?? undefined, half: reading.half })
		: { known: false, why: 'its circuit is not known' };
	const atPanel = !circuit && job.panels.some((p) => p.id === place.id);
	const twoHots = isBetweenHots(indexOf(job).boxes.get(place.id), reading.half);
	const c: ReadingCase = { edition, limits: limitsOf(job), atPanel, reading, prediction, twoHots, ...beside };
	const judgments = judge(c);
	const level = worst(judgments.map((j) => j.level));
	const predicted = prediction.known ? predictedFor(reading, prediction.value, twoHots) : null;
	const unit = readingUnit(reading.kind);
	const measured =
		reading.kind === 'lamps'
			? (judgments[0]?.says.split(/[;,]/)[0] ?? '')
			: isFigureKind(reading.kind) && reading.value !== null
				? withUnit(show(reading.value), unit)
				: readingValue(reading);
	return {
		readingId: reading.id,
		level,
		judgments,
		predicted,
		says: predicted === null || reading.kind === 'lamps' ? measured : `${measured}, predicted ${show(predicted)}`,
		get steps() {
			return prediction.known && predicted !== null ? prediction.value.steps : [];
		}
	};
}
