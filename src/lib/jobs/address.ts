import type { Stage } from '$core/model/kinds';

/** The address of a stage of a job: ids stand in it as they are, whatever is in them. */
export const jobAddress = (jobId: string, stage: Stage, boxId?: string): string =>
	`/job/${encodeURIComponent(jobId)}/${stage}${boxId === undefined ? '' : `?box=${encodeURIComponent(boxId)}`}`;
