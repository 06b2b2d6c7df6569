import type { Circuit, Job } from '../model/job';
import type { Act } from '../model/work';
import { atMost } from '../units/quantity';
import { AT_BREAKER, limitsOf } from './limits';

/** A load test of a breaker: how much it carried, at how many volts, for how long. */
export interface LoadTest {
	afterA?: number | undefined;
	afterV?: number | undefined;
	heldS?: number | undefined;
}
/** It carries no more than its rating, and the volts stay within the limits of an outlet, V. */
export const carriesLoad = (job: Pick<Job, 'practice'>, amps: number, { afterA = 0, afterV }: LoadTest): boolean =>
	atMost(afterA, amps) && (afterV === undefined || atMost(limitsOf(job).outlet.look[0], afterV));
/** At least 40% of its rating for at least 3 min: less proves nothing. @source practice */
export const triedLong = (amps: number, { afterA = 0, heldS = 0 }: LoadTest): boolean =>
	afterA >= AT_BREAKER.holdsShare * amps && heldS >= AT_BREAKER.holdsS;
/** It held enough, for long enough. @param amps its rating */
export const holdsLoad = (job: Pick<Job, 'practice'>, amps: number, test: LoadTest): boolean =>
	carriesLoad(job, amps, test) && triedLong(amps, test);

/** What a breaker's load tests say since it was put in: held; tripped again; null: none was made that tells. */
export function heldSince(job: Job, { id, breakerA }: Pick<Circuit, 'id' | 'breakerA'>, put: Act): 'held' | 'tripped' | null {
	const since = (job.guided ?? []).filter((c) => c.kind === 'breaker' && c.of === id && Date.parse(c.at) >= Date.parse(put.at));
	const last = since.at(-1);
	if (!last || breakerA === null) return null;
	if (last.words['resetTrips'] === 'at-once') return 'tripped';
	return holdsLoad(job, breakerA, last.figures) ? 'held' : null;
}
