import { byGravity } from '../about';
import { assess } from '../assess';
import type { BreakerClaims, JobClaims, OutletClaims, TerminalClaims } from '../claims/claims-of';
import type { Checked } from '../model/file/fields';
import type { JobFile } from '../model/job';
import { STAGES, type EditionKey } from '../model/kinds';
import type { Assessment, Finding, StageResult, Step } from '../model/result';
import { readPlainJobFile } from './job-json';

/** A whole job over HTTP: a job file of any version, held to its schema as a file that is taken in. */
export const checkAssess = (body: unknown): Checked<JobFile> => readPlainJobFile(body);

interface ClaimsAnswer {
	outlets: OutletClaims[];
	breakers: BreakerClaims[];
	terminals: TerminalClaims[];
}
interface AssessAnswer extends Assessment {
	claims: ClaimsAnswer;
	/** Of all stages, the gravest first. */
	findings: Finding[];
	/** Each decision carries its own. */
	steps: Step[];
}
/** What the interface shows of a job, by the same evaluation. What could not be worked out says so in its own part. */
export function answerAssess({ job, readings, events }: JobFile): AssessAnswer {
	const { stages, quantities, claims, claimsFailed } = assess(job, readings, events);
	const of = { id: job.id, edition: job.edition };
	const told = Object.fromEntries(STAGES.map((key) => [key, withFailure(of, key, stages[key])])) as Assessment['stages'];
	const lost = claimsFailed === undefined ? [] : [notWorkedOut(of, 'claims', claimsFailed)];
	return {
		stages: told,
		quantities,
		claims: claimsAnswer(claims),
		findings: [...Object.values(told).flatMap((s) => s.findings), ...lost].sort(byGravity),
		steps: []
	};
}
const claimsAnswer = ({ places, breakers, terminals }: JobClaims): ClaimsAnswer => ({
	outlets: [...places.values()].flatMap((p) => p.outlets),
	breakers: [...breakers],
	terminals: [...terminals]
});

interface Of {
	id: string;
	edition: EditionKey;
}
const withFailure = (of: Of, part: string, stage: StageResult): StageResult =>
	stage.failed === undefined ? stage : { ...stage, findings: [...stage.findings, notWorkedOut(of, part, stage.failed)] };
const notWorkedOut = ({ id, edition }: Of, part: string, why: string): Finding => ({
	code: 'not-worked-out',
	id: `not-worked-out:${part}`,
	severity: 'violation',
	rule: { section: 'model', title: 'Not calculated', edition, confidence: 'check' },
	subject: { kind: 'job', id },
	message: `${part} could not be calculated: ${why}`
});
