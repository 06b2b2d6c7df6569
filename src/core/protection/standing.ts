import type { RuledJob } from '../code/ruled-job';
import { groundOf, type Ground } from '../run/ground-at';
import { NotKnown, type Fact, type Reading } from '../model/known';
import type { Against } from '../model/protections';
import { once } from '../model/remember';
import { protectedBy, type Protected, type Source } from './reach';

/** The one question of an outlet: what protects it now, and is its ground proven? Everything that is said of it rests on this. */
export interface Standing {
	gfci: Source | null;
	afci: Source | null;
	ground: Ground;
	/** Its circuit is known: without it, what stands upstream cannot be told. */
	circuitKnown: boolean;
	/** Nothing that is known protects it, and what would tell for sure is not known. */
	lacks: Fact | null;
}

/** Nothing that is known protects it, and something that is not known may. */
export const cantTell = ({ circuitKnown, lacks }: Pick<Standing, 'circuitKnown' | 'lacks'>): boolean =>
	!circuitKnown || lacks !== null;

/** What protects an outlet as it stands, and what is known of its ground. */
export const standingOf = ({ edition, job }: RuledJob, at: Protected, readings: readonly Reading[]): Standing =>
	stood(job, edition, at.box, at.device, at.circuit, readings);
/** Asked for by what is required, by claims and by papers alike. */
const stood = once(
	(
		job: RuledJob['job'],
		edition: RuledJob['edition'],
		box: Protected['box'],
		device: Protected['device'],
		circuit: Protected['circuit'],
		readings: readonly Reading[]
	): Standing => workedOut({ edition, job }, { box, device, circuit }, readings)
);
function workedOut(of: RuledJob, at: Protected, readings: readonly Reading[]): Standing {
	let lacks: Fact | null = null;
	const by = (against: Against): Source | null => {
		try {
			return protectedBy(of, at, against);
		} catch (error) {
			if (!(error instanceof NotKnown)) throw error;
			lacks = error.fact;
			return null;
		}
	};
	const [gfci, afci] = [by('gfci'), by('afci')];
	return { gfci, afci, ground: groundOf(of.job, at.box, readings), circuitKnown: at.circuit !== undefined, lacks };
}
