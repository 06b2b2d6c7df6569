import type { Job } from '../model/job';
import { sayNotKnown } from '../model/fact-words';
import { ifKnown, NotKnown, type Fact } from '../model/known';
import type { Finding, Rule } from '../model/result';

/**
 * What a judgement says that lacks a fact: one voice for all of them. The same fact lacked by several is told once a stage.
 * @param rule that could not be judged
 */
export function missingFact(job: Job, rule: Rule, fact: Fact): Finding {
	const circuitId =
		fact.of === 'circuit' ? fact.id : fact.of === 'cable' ? job.cables.find((l) => l.id === fact.id)?.circuitId : undefined;
	return {
		code: 'not-known',
		id: `not-known:${fact.of}:${fact.id}:${fact.field}`,
		severity: 'advice',
		rule,
		circuitId,
		subject: { kind: fact.of === 'feeder' ? 'panel' : fact.of, id: fact.id },
		message: `${sayNotKnown(job, fact)} What depends on it is not judged.`,
		fact
	};
}

/** What a rule finds; where it needs what nobody saw, that. @throws what is no missing fact */
export function orMissingFact(job: Job, rule: Rule, find: () => Finding[]): Finding[] {
	try {
		return find();
	} catch (error) {
		if (error instanceof NotKnown) return [missingFact(job, rule, error.fact)];
		throw error;
	}
}
/** A row, or none where it rests on what nobody saw: a finding says so elsewhere. */
export const ifKnownRow = <T>(make: () => T | null): T[] => {
	const row = ifKnown(make);
	return row === null ? [] : [row];
};
