import type { RuledJob } from '../code/ruled-job';
import { groundOf, type Ground } from '../run/ground-at';
import type { Reading } from '../model/job';
import { protectedBy, type Protected, type Source } from './reach';

/** The one question of an outlet: what protects it now, and is its ground proven? Everything that is said of it rests on this. */
export interface Standing {
	gfci: Source | null;
	afci: Source | null;
	ground: Ground;
	/** Its circuit is known: without it, what stands upstream cannot be told. */
	circuitKnown: boolean;
}

/** What protects an outlet as it stands, and what is known of its ground. */
export const standingOf = ({ edition, job }: RuledJob, at: Protected, readings: readonly Reading[]): Standing => ({
	gfci: protectedBy({ edition, job }, at, 'gfci'),
	afci: protectedBy({ edition, job }, at, 'afci'),
	ground: groundOf(job, at.box, readings),
	circuitKnown: at.circuit !== undefined
});
