import { Judge } from '$core/judging';

/** Judges the open job beside the page. */
const judge = new Judge();
export type JudgeApi = Pick<Judge, 'open' | 'follow' | 'protection'>;
export const judgeApi = {
	open: judge.open.bind(judge),
	follow: judge.follow.bind(judge),
	protection: judge.protection.bind(judge)
} satisfies JudgeApi;
