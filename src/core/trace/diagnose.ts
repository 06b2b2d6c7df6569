import type { RunInstrument } from '../instruments/run-reading';
import type { Hypothesis } from './hypotheses';
import { measurements, type Measurement } from './next';
import { rank, type Evidence } from './rank';
import { merge, type Answer, type AtHand } from './same';
import type { Here } from './seen';
import type { Tried } from './solved';

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

/** @param hypotheses everything that can be wrong, with its weight before anything was read */
export function diagnose(run: Tried, hypotheses: readonly Hypothesis[], { evidence, full, atHand }: Question): Diagnosis {
	const { ranked, unthought, here } = rank(run, hypotheses, { evidence, full });
	const all: AtHand = { ...atHand, outlets: run.outletIds.length };
	const answers = merge(ranked, all, here);
	const made = new Set(evidence.seen.map((s) => `${s.outlet} ${s.instrument}`));
	const done = (outlet: number, instrument: RunInstrument) => made.has(`${outlet} ${instrument}`);
	return { answers, unthought, next: measurements(answers, all, { here, done }), here };
}
