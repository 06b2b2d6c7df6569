import type { RuledJob } from '../code/ruled-job';
import { knownOr } from '../model/fact-words';
import { ifKnown, type Circuit, type Fact, type Reading } from '../model/known';
import { isFigureKind, readingUnit, readingValue } from '../model/reading';
import type { ReadingKind } from '../model/kinds';
import type { Step } from '../model/result';
import { show, withUnit } from '../units/quantity';
import { judge, worst, type Judgment, type Level, type ReadingCase } from './judgments';
import { limitRule, limitsOf } from './limits';
import { indexOf } from '../model/job-index';
import type { Ground } from '../run/ground-at';
import { goesOff } from './switched';
import { isBetweenHots, predict, predictedFor, type Predicted } from './predict';

export { worst, type Judgment, type Level } from './judgments';

export interface Verdict {
	readingId: string;
	/** A fact of its run without which it could not be judged in full; null: none. */
	lacks: Fact | null;
	level: Level;
	judgments: Judgment[];
	/** What the run should read there; null where it cannot be told. */
	predicted: number | null;
	/** The short word under a box: `4.8 %, predicted 1.8`. */
	says: string;
	steps: Step[];
}

/** A reading with what it means. */
export interface JudgedReading {
	reading: Reading;
	verdict: Verdict;
}
/** Of one place, or half of a receptacle, by what was read. */
export type Latest = Partial<Record<ReadingKind, JudgedReading>>;
/** What is known of the outlet that a reading is of, besides the reading. */
export interface Beside {
	ground?: Ground | undefined;
	gfci?: ReadingCase['gfci'];
	jumper?: boolean | undefined;
	idleV?: number | undefined;
	slots?: ReadingCase['slots'];
	ambientC?: number | undefined;
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
	const panel = circuit ? undefined : job.panels.find((p) => p.id === place.id);
	const breaker = indexOf(job).circuits.get(place.id);
	const atPanel = !!panel || !!breaker;
	const ratedA = breaker ? () => breaker.breakerA : panel ? () => panel.mainA : undefined;
	const twoHots = isBetweenHots(indexOf(job).boxes.get(place.id), reading.half);
	const goes = goesOff(indexOf(job).boxes.get(place.id), reading.half ?? 'upper');
	const c: ReadingCase = {
		edition,
		limits: limitsOf(job),
		atPanel,
		reading,
		prediction,
		twoHots,
		ratedA,
		goesOff: goes,
		...beside
	};
	let lacks = prediction.known ? null : (prediction.fact ?? null);
	const judgments = knownOr(
		job,
		() => judge(c),
		(why, fact): Judgment[] => {
			lacks = fact;
			const rule = limitRule(edition.key, 'model', 'What the run should read');
			return [{ on: 'joints', level: 'unknown', says: why.replace(/\.$/, ''), have: null, need: null, unit: '', rule }];
		}
	);
	const level = worst(judgments.map((j) => j.level));
	const dark = reading.switchAt === 'off' && goes !== false;
	const predicted = dark ? null : prediction.known ? ifKnown(() => predictedFor(reading, prediction.value, twoHots)) : null;
	const unit = readingUnit(reading.kind);
	const measured =
		reading.kind === 'lamps'
			? (judgments[0]?.says.split(/[;,]/)[0] ?? '')
			: isFigureKind(reading.kind) && reading.value !== null && unit !== '°C'
				? withUnit(show(reading.value), unit)
				: readingValue(reading);
	return {
		readingId: reading.id,
		lacks,
		level,
		judgments,
		predicted,
		says: predicted === null || reading.kind === 'lamps' ? measured : `${measured}, predicted ${show(predicted)}`,
		get steps() {
			return prediction.known && predicted !== null ? prediction.value.steps : [];
		}
	};
}
