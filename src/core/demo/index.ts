import type { JobFile } from '../model/job';
import { marrowStreet } from './marrow-street';
import { quillback } from './quillback';

/** The demo jobs by the name of their file, each made anew. */
export const DEMOS: Readonly<Record<string, () => JobFile>> = { quillback, 'marrow-street': marrowStreet };
