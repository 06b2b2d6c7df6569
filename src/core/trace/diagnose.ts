import type { RunInstrument } from '../instruments/run-reading';
import { looseOf, type Hypothesis } from './hypotheses';
import { measurements, type Measurement } from './next';
import { Ranker, type Evidence, type Ranking } from './rank';
import { Signatures, type Answer, type AtHand } from './same';
import type { Here, Seen } from './seen';
import { Worlds, type Tried } from './solved';
import { SECOND_FAULT } from './spread';

/** Which faults explain what was seen, and what to read next. */
export interface Diagnosis {
	/** Most likely first; what nothing at hand can tell apart is one. */
	answers: Answer[];
	/** What nobody thought of: it rises where no hypothesis explains the readings. */
	unthought: number;
	/** What tells most first; none: nothing more can be told. */
	next: Measurement[];
	here: Here;
}
export interface Question {
	evidence: Evidence;
	/** Supply, V. */
	full: number;
	atHand: Omit<AtHand, 'outlets'>;
	/** Whether an instrument showed all that it can there: what it did not is worth asking for. Left out: it did. */
	readWhole?: ((seen: Seen) => boolean) | undefined;
}

/** A search on one run: its networks are solved once, and each question with what was read since costs little more. */
export class Search {
	private readonly ranker: Ranker;
	private readonly signatures = new Signatures();
	/** Two faults that have nothing to do with each other, made when one of them alone is likely. */
	private readonly seconds = new Map<Hypothesis, Hypothesis[]>();

	/**
	 * @param runs the run as it may be: what is not known of it is averaged over
	 * @param hypotheses everything that can be wrong, with its weight before anything was read
	 * @param pairOver two faults at once weigh the product of theirs over this; left out: they are not looked for
	 */
	constructor(
		private readonly runs: readonly [Tried, ...Tried[]],
		private readonly hypotheses: readonly Hypothesis[],
		private readonly pairOver?: number
	) {
		const [first, ...more] = runs;
		this.ranker = new Ranker([new Worlds(first), ...more.map((r) => new Worlds(r))]);
	}
	/** What explains what was seen so far, and what to read next. */
	ask({ evidence, full, atHand, readWhole }: Question): Diagnosis {
		let ranking = this.ranker.rank(this.hypotheses, evidence, full);
		const pairs = this.pairsOf(ranking);
		if (pairs.length) ranking = this.ranker.rank([...this.hypotheses, ...pairs], evidence, full);
		const { ranked, unthought, here } = ranking;
		const all: AtHand = { ...atHand, outlets: this.runs[0].outletIds.length };
		const answers = this.signatures.merge(ranked, all, here);
		const done = (outlet: number, instrument: RunInstrument) =>
			evidence.seen.some((s) => s.outlet === outlet && s.instrument === instrument && (readWhole?.(s) ?? true));
		return { answers, unthought, next: measurements(answers, all, { here, done }), here };
	}
	/** Of one hypothesis how likely each thing that was seen is by itself, log. */
	each(h: Hypothesis, { evidence, full }: Pick<Question, 'evidence' | 'full'>): number[] {
		return evidence.seen.map((s) => this.ranker.oddsOf(h, s, full));
	}
	/** What was seen that a hypothesis does not explain, by its number. */
	misfits(h: Hypothesis, question: Pick<Question, 'evidence' | 'full'>): number[] {
		return question.evidence.seen.flatMap((_, i) => (this.ranker.explains(h, i, question) ? [] : [i]));
	}
	/** Each likely fault together with each other one, elsewhere. */
	private pairsOf({ ranked }: Ranking): Hypothesis[] {
		const over = this.pairOver;
		if (over === undefined) return [];
		return ranked.slice(0, SECOND_FAULT.most).flatMap(({ hypothesis, probability }) => {
			const [first] = hypothesis.faults;
			if (probability < SECOND_FAULT.from || hypothesis.faults.length !== 1 || !first || first.kind === 'off') return [];
			const before = this.seconds.get(hypothesis);
			if (before) return before;
			const made = this.hypotheses.flatMap((h): Hypothesis[] => {
				const [second] = h.faults;
				if (h === hypothesis || h.faults.length !== 1 || !second || second.kind === 'off') return [];
				const bothLoose = looseOf(h).length > 0 && looseOf(hypothesis).length > 0;
				if (bothLoose || (second.kind === first.kind && second.at === first.at)) return [];
				return [{ faults: [first, second], weight: (hypothesis.weight * h.weight) / over }];
			});
			this.seconds.set(hypothesis, made);
			return made;
		});
	}
}
/** One question by itself. @param hypotheses everything that can be wrong, with its weight before anything was read */
export const diagnose = (run: Tried, hypotheses: readonly Hypothesis[], question: Question): Diagnosis =>
	new Search([run], hypotheses).ask(question);
