import { byWriting } from '../model/written';
import type { GuidedCheck, Job } from '../model/job';

/** One trip of a breaker as it was kept: under what load, after how long; and what it held after the change. */
interface TripSeen {
	id: string;
	at: string;
	loadA: number | null;
	minutes: number | null;
	held: { amps: number; minutes: number | null } | null;
}
const S_PER_MIN = 60;
const minutesOf = (seconds: number | undefined): number | null => (seconds === undefined ? null : seconds / S_PER_MIN);

/** The trips of a circuit as a series, oldest first: worn, loose or heat shows in loads that fall or times that shorten. */
export const tripSeries = (job: Pick<Job, 'guided'>, circuitId: string): TripSeen[] =>
	(job.guided ?? [])
		.filter((c) => c.kind === 'breaker' && c.of === circuitId)
		.sort(byWriting)
		.map(({ id, at, figures }: GuidedCheck) => ({
			id,
			at,
			loadA: figures.loadA ?? null,
			minutes: minutesOf(figures.tripS),
			held: figures.afterA === undefined ? null : { amps: figures.afterA, minutes: minutesOf(figures.heldS) }
		}));
/**
 * What a series says, in words; null: fewer than two trips under a known load. The last is held against the first at as
 * much load or more: a larger load trips sooner in any case.
 * @example it trips at 18 A after 20 min, then at 15 A after 8: at less load and sooner
 */
export function seriesSays(series: readonly TripSeen[]): string | null {
	const under = series.flatMap(({ loadA, minutes }) => (loadA === null || minutes === null ? [] : [{ loadA, minutes }]));
	const last = under.at(-1);
	if (!last || under.length < 2) return null;
	const first = under.slice(0, -1).find((t) => t.loadA >= last.loadA);
	if (!first) return 'At more load than before: the times do not compare';
	const lessLoad = last.loadA < first.loadA;
	const sooner = last.minutes < first.minutes;
	if (lessLoad && sooner) return 'At less load and sooner than before: a worn breaker, or heat from a loose terminal';
	if (lessLoad) return 'At less load than before: read its terminal, and the next trip';
	return sooner
		? 'Sooner than before: read its terminal, and the next trip'
		: 'Alike: the load itself is too much, or the breaker is as it was';
}
