import type { RunInstrument } from '../instruments/run-reading';
import type { Hypothesis } from './hypotheses';
import { measurements, type Measurement } from './next';
import { Ranker, type Evidence } from './rank';
import { Signatures, type Answer, type AtHand } from './same';
import type { Here } from './seen';
import { Worlds, type Tried } from './solved';

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
}

/** A search on one run: its networks are solved once, and each question with what was read since costs little more. */
export class Search {
	private readonly ranker: Ranker;
	private readonly signatures = new Signatures();

	/** @param hypotheses everything that can be wrong, with its weight before anything was read */
	constructor(
		private readonly run: Tried,
		hypotheses: readonly Hypothesis[]
	) {
		this.ranker = new Ranker(new Worlds(run), hypotheses);
	}
	/** What explains what was seen so far, and what to read next. */
	ask({ evidence, full, atHand }: Question): Diagnosis {
		const { ranked, unthought, here } = this.ranker.rank(evidence, full);
		const all: AtHand = { ...atHand, outlets: this.run.outletIds.length };
		const answers = this.signatures.merge(ranked, all, here);
		const made = new Set(evidence.seen.map((s) => `${s.outlet} ${s.instrument}`));
		const done = (outlet: number, instrument: RunInstrument) => made.has(`${outlet} ${instrument}`);
		return { answers, unthought, next: measurements(answers, all, { here, done }), here };
	}
}
/** One question by itself. @param hypotheses everything that can be wrong, with its weight before anything was read */
export const diagnose = (run: Tried, hypotheses: readonly Hypothesis[], question: Question): Diagnosis =>
	new Search(run, hypotheses).ask(question);
