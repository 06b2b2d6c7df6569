import type { GuidedCheck, Job } from '../model/job';

/** One trip of a breaker as it was kept: under what load, after how long; and what it held after the change. */
export interface TripSeen {
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
		.sort((a, b) => a.at.localeCompare(b.at))
		.map(({ id, at, figures }: GuidedCheck) => ({
			id,
			at,
			loadA: figures.loadA ?? null,
			minutes: minutesOf(figures.tripS),
			held: figures.afterA === undefined ? null : { amps: figures.afterA, minutes: minutesOf(figures.heldS) }
		}));
/** What a series says, in words; null: fewer than two trips under a known load. @example it trips at 18, 15, 12 A: each time at less */
export function seriesSays(series: readonly TripSeen[]): string | null {
	const under = series.filter((t) => t.loadA !== null && t.minutes !== null);
	const [first, last] = [under[0], under.at(-1)];
	if (!first || !last || under.length < 2) return null;
	const lessLoad = (last.loadA ?? 0) < (first.loadA ?? 0);
	const sooner = (last.minutes ?? 0) < (first.minutes ?? 0);
	if (lessLoad && sooner) return 'At less load and sooner each time: a worn breaker, or heat from a loose terminal';
	if (lessLoad) return 'At less load than before: read its terminal, and the next trip';
	return sooner
		? 'Sooner than before: read its terminal, and the next trip'
		: 'Alike: the load itself is too much, or the breaker is as it was';
}
