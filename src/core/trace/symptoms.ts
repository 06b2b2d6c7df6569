import { cite } from '../code/rule';
import type { House } from '../house';
import type { StageResult } from '../model/result';

/** Open symptoms as cautions: what somebody saw and nobody has explained yet. */
export const assessTrace = ({ edition, job }: House): StageResult => ({
	findings: job.symptoms
		.filter((s) => s.open)
		.map((s) => ({
			code: 'symptom',
			id: `symptom:${s.id}`,
			severity: 'caution',
			rule: cite(edition, { section: 'practice', title: 'Open symptom', confidence: 'firm' }),
			subject: s.boxId ? { kind: 'box', id: s.boxId } : { kind: 'job', id: job.id },
			message: s.text
		})),
	decisions: []
});
