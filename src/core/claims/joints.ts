import type { ReadingKind } from '../model/kinds';
import type { JudgedReading } from '../prove/assess-prove';
import { no, unknown, yes, type Claim } from './claim';
import { idsOf, workedOnSince, type OutletCase } from './outlet-case';

/** Read under a load, or by an analyzer's current: what tells of connections. */
const LOADED: readonly ReadingKind[] = ['drop', 'hn', 'hh', 'ng', 'ohm-hot', 'ohm-neutral'];
const BY_ITSELF: readonly ReadingKind[] = ['drop', 'ohm-hot', 'ohm-neutral'];
/** Speaks for both conductors at once. */
const OF_BOTH: readonly ReadingKind[] = ['drop', 'hn', 'hh'];

/**
 * What the connections of an outlet do under a load, against what this very run should lose. An idle reading says nothing of it;
 * hands in its box, or in one that feeds it, end it.
 */
export function joints(c: OutletCase): Claim {
	const read = c.all.filter(
		({ reading }) => LOADED.includes(reading.kind) && (reading.loadA !== null || BY_ITSELF.includes(reading.kind))
	);
	const standing = read.filter((j) => !workedOnSince(c, j.reading));
	const at = (level: 'bad' | 'look' | 'good') => standing.filter((j) => sayOf(j, level) !== undefined);
	const [bad] = at('bad');
	if (bad) return no(sayOf(bad, 'bad') ?? '', idsOf(bad));
	const [look] = at('look');
	if (look) return unknown(['loaded'], sayOf(look, 'look'), idsOf(look));
	const good = at('good');
	const both = good.find((j) => OF_BOTH.includes(j.reading.kind));
	if (both) return yes(sayOf(both, 'good') ?? '', idsOf(both));
	const [hot, neutral] = (['ohm-hot', 'ohm-neutral'] as const).map((kind) => good.find((j) => j.reading.kind === kind));
	if (hot && neutral) return yes('both conductors read as predicted', idsOf(hot, neutral));
	if (!standing.length) return unknown(['loaded'], read.length ? 'worked on since it was read under load' : undefined);
	if (!c.circuit) return unknown(['circuit', 'loaded'], 'read under load; its circuit is not known: nothing to hold it against');
	const untold = standing.some(
		(j) => j.reading.kind !== 'ng' && sayOf(j, 'unknown') !== undefined && j.verdict.predicted === null
	);
	return untold
		? unknown(['run', 'loaded'], 'read under load; its run is not known: nothing to hold it against')
		: unknown(['loaded']);
}
const sayOf = ({ verdict }: JudgedReading, level: string): string | undefined =>
	verdict.judgments.find((j) => j.on === 'joints' && j.level === level)?.says;
