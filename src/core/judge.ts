import { assess } from './assess';
import { nextAt, nextOf } from './next';

/** All that judges a job, as one part: the interface loads it beside the job. */
export const judge = { assess, nextAt, next: nextOf } as const;
export type Judge = typeof judge;
