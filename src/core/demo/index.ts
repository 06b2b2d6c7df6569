import type { JobFile } from '../model/known';
import type { Fault } from '../faults/kinds';
import { MARROW_HIDDEN, marrowStreet } from './marrow-street';
import { quillback } from './quillback';
import { QUILLBACK_HIDDEN } from './quillback-readings';

/** The demo jobs by the name of their file, each made anew. */
export const DEMOS: Readonly<Record<string, () => JobFile>> = { quillback, 'marrow-street': marrowStreet };

/** What is wrong in the walls of a demo house, by its job: for the simulated instruments only, and never in a job file. */
export const HIDDEN: Readonly<Record<string, readonly Fault[]>> = { quillback: QUILLBACK_HIDDEN, 'marrow-street': MARROW_HIDDEN };
