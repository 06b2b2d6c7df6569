import type { House } from '../house';
import type { Decision, Finding, StageResult } from '../model/result';
import { wallCautions, wallDecision } from './articles/210-52-a-walls';
import { punchList } from './punch-list';
import type { Requirement } from './requirement';

export { editionInForce, missingPlaces, punchList } from './punch-list';
export { roomWalls } from './room-walls';

/** What 210.52 and its neighbors ask of this house and find missing, or cannot tell for want of a fact. */
export function assessLayout({ edition, job }: House): StageResult {
	const open = punchList(job).filter((r) => r.state === 'missing' || r.state === 'unknown');
	return {
		findings: [...open.map(asFinding), ...job.rooms.flatMap((room) => wallCautions(edition, job, room))],
		decisions: job.rooms.map((room) => wallDecision(edition, job, room)).filter((d): d is Decision => d !== null)
	};
}

const asFinding = (r: Requirement): Finding => ({
	code: 'layout',
	id: `layout:${r.id}`,
	// What is not known is no violation yet.
	severity: r.state === 'unknown' ? 'advice' : r.severity,
	rule: r.rule,
	subject: r.subject,
	message: r.why,
	have: r.have,
	need: r.need,
	unit: r.unit,
	fix: r.fix,
	amendedBy: r.amendedBy
});
