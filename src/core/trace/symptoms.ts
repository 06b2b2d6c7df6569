import { cite } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import type { Job } from '../model/job';
import type { Finding } from '../model/result';

/** Open symptoms as cautions: what somebody saw and nobody has explained yet. */
export const openSymptoms = (edition: Edition, job: Job): Finding[] =>
	job.symptoms
		.filter((s) => s.open)
		.map((s) => ({
			code: 'symptom',
			id: `symptom:${s.id}`,
			severity: 'caution',
			rule: cite(edition, { section: 'practice', title: 'Open symptom', confidence: 'firm' }),
			subject: s.boxId ? { kind: 'box', id: s.boxId } : { kind: 'job', id: job.id },
			message: s.text
		}));
