import type { Assessment, Finding, StageResult } from './model/result';

const GRAVITY = { violation: 0, caution: 1, advice: 2 } as const;
/** The gravest first. */
export const byGravity = (a: Finding, b: Finding): number => GRAVITY[a.severity] - GRAVITY[b.severity];
/** Findings and decisions about one subject, from every stage, the gravest first. */
export function aboutSubject(assessment: Assessment, kind: Finding['subject']['kind'], id: string): StageResult {
	const stages = Object.values(assessment.stages);
	const found = stages.flatMap((s) => s.findings.filter((f) => f.subject.kind === kind && f.subject.id === id));
	// A fact that several stages lack is asked for once.
	const asked = new Set<string>();
	return {
		findings: found.filter((f) => !f.fact || (!asked.has(f.id) && !!asked.add(f.id))).sort(byGravity),
		decisions: stages.flatMap((s) => s.decisions.filter((d) => d.subject.kind === kind && d.subject.id === id))
	};
}

/** Findings of one cause: told by the first, with where else it is so. */
export interface OneCause {
	first: Finding;
	others: Finding[];
}
/** From how many on they are told together. */
const SEVERAL = 3;
/** The gravest first; several of one cause (code, section, severity) told once, at the place of the first. */
export function byCause(findings: readonly Finding[]): OneCause[] {
	const causes = new Map<string, Finding[]>();
	for (const f of [...findings].sort(byGravity)) {
		const cause = `${f.severity} ${f.code} ${f.rule.section} ${f.fact?.of ?? ''} ${f.fact?.field ?? ''}`;
		causes.set(cause, [...(causes.get(cause) ?? []), f]);
	}
	return [...causes.values()].flatMap((some) => {
		const [first, ...others] = some;
		if (!first || some.length < SEVERAL) return some.map((f) => ({ first: f, others: [] }));
		return [{ first, others }];
	});
}

export interface OpenCount {
	violations: number;
	cautions: number;
	/** Stages that could not be worked out. */
	failed: number;
}
/** What is open in a job, in figures. */
export function openIn(assessment: Assessment): OpenCount {
	const stages = Object.values(assessment.stages);
	const all = stages.flatMap((s) => s.findings);
	return {
		violations: all.filter((f) => f.severity === 'violation').length,
		cautions: all.filter((f) => f.severity === 'caution').length,
		failed: stages.filter((s) => s.failed !== undefined).length
	};
}
