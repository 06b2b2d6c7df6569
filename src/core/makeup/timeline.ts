import type { Circuit, Job, LiveEvent, Reading } from '../model/job';
import { placeName } from '../model/job-index';
import { isSwitching } from '../model/power';
import { byWriting, type Entry } from '../model/written';
import { evidenceOf, tagsAt } from './live-alarm';

/** What happened to one breaker, in the order in which it was written: switched, tagged, locked, tested under, and found live. */
export interface PowerEntry extends Entry {
	kind: LiveEvent['kind'] | 'live';
	/** In words. @example 'Off and tagged, locked, for SW-04' */
	says: string;
	by: string;
}

const SAYS: Readonly<Record<LiveEvent['kind'], string>> = {
	'off-tagged': 'Off and tagged',
	on: 'Switched on',
	look: 'On for a look, cables apart',
	'dead-test': 'Verified dead',
	'live-found': 'Found live',
	withdrawn: 'Taken back: entered by mistake'
};

/**
 * One timeline for a breaker. A dead test and a sign of life stand on it where they were made at a place that its tag was over, or
 * that hangs on it.
 */
export function powerTimeline(
	job: Job,
	{ readings, events }: { readings: readonly Reading[]; events: readonly LiveEvent[] },
	circuit: Circuit
): PowerEntry[] {
	const own = (boxId: string, at: Entry): boolean => tagsAt(job, events, { boxId, at }).some((id) => id === circuit.id);
	const switched = events
		.filter((e) => e.circuitId === circuit.id && isSwitching(e))
		.map((e) => said(e, `${SAYS[e.kind]}${e.locked ? ', locked' : ''}${e.boxId ? ` for ${placeName(job, e.boxId)}` : ''}`));
	const tested = events
		.filter((e) => e.kind === 'dead-test' && e.boxId !== null && own(e.boxId, e))
		.map((e) => said(e, `${SAYS[e.kind]}: ${placeName(job, e.boxId)}`));
	const live = evidenceOf(readings, events)
		.filter((e) => e.sign === 'live' && (e.circuitId === circuit.id || own(e.boxId, e)))
		.map((e): PowerEntry => ({ ...entry(e), kind: 'live', says: `Live at ${placeName(job, e.boxId)}: ${e.seen}`, by: e.by }));
	return [...switched, ...tested, ...live].sort(byWriting);
}
const entry = ({ id, at, wrote }: Entry): Entry => ({ id, at, ...(wrote ? { wrote } : {}) });
const said = (e: LiveEvent, words: string): PowerEntry => ({ ...entry(e), kind: e.kind, says: words, by: e.by });
