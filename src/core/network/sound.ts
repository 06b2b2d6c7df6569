import type { Job } from '../model/known';

/** What a network of the house takes for granted; all of it settable per job. */
export interface SoundFigures {
	/** Transformer and service drop, per leg and in the neutral, ohm. */
	sourceOhms: number;
	serviceNeutralOhms: number;
	/** Each conductor at each end of a leg, ohm. */
	terminationOhms: number;
	/** Conductors as they are while being tested, °C. */
	conductorC: number;
}
export const SOUND: SoundFigures = { sourceOhms: 0.03, serviceNeutralOhms: 0.015, terminationOhms: 0.002, conductorC: 25 };
/** Ohms and temperature of a sound installation: the job's own figures, or the usual ones. */
export const soundOf = (job: Pick<Job, 'practice'>): SoundFigures => ({ ...SOUND, ...job.practice.sound });
