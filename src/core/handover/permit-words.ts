import type { Job } from '../model/job';

/** The day of its permit, or that nobody entered one. */
export const permitWords = ({ permitDate }: Pick<Job, 'permitDate'>): string =>
	permitDate === null ? 'permit date not entered' : `permit dated ${permitDate}`;
