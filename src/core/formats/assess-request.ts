import { byGravity } from '../about';
import { assess } from '../assess';
import type { Checked } from '../model/file/fields';
import type { JobFile } from '../model/job';
import type { Assessment, Finding, Step } from '../model/result';
import { readPlainJobFile } from './job-json';

/** A whole job over HTTP: a job file of any version, held to its schema as a file that is taken in. */
export const checkAssess = (body: unknown): Checked<JobFile> => readPlainJobFile(body);

interface AssessAnswer extends Assessment {
	/** Of all stages, the gravest first. */
	findings: Finding[];
	/** Each decision carries its own. */
	steps: Step[];
}
/** What the interface shows of a job, by the same evaluation. */
export function answerAssess({ job, readings }: JobFile): AssessAnswer {
	const { stages, quantities } = assess(job, readings);
	return {
		stages,
		quantities,
		findings: Object.values(stages)
			.flatMap((s) => s.findings)
			.sort(byGravity),
		steps: []
	};
}
