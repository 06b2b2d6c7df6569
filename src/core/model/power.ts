import type { LiveEvent } from './job';

/** The power of each source as it was switched: a breaker by its circuit, the main of a panel, or what was switched off by words alone. */

/** Switched on for a look, with the cables apart: it is on, and goes off again before anything else. */
type Switching = 'off-tagged' | 'on' | 'look';
const SWITCHINGS: readonly LiveEvent['kind'][] = ['off-tagged', 'on', 'look'] satisfies readonly Switching[];
/** It says how a source stands from then on. */
export const isSwitching = (e: LiveEvent): boolean => SWITCHINGS.includes(e.kind);
/** What an event switches: a circuit's breaker, else what was tagged for a box or a panel. */
export const sourceOf = (e: Pick<LiveEvent, 'circuitId' | 'boxId'>): string | null => e.circuitId ?? e.boxId;

/** The last time that each circuit was switched. */
export const lastSwitched = (events: readonly LiveEvent[], circuitId: string): LiveEvent | undefined =>
	events.filter((e) => e.circuitId === circuitId && isSwitching(e)).at(-1);

/**
 * How what was switched off for a box of which the circuit is not known stands now, or the main of a panel. A breaker that was
 * tagged for it by its space stands as that breaker does, whoever switched it since.
 */
export function lastSwitchedFor(events: readonly LiveEvent[], boxId: string): LiveEvent | undefined {
	const own = events
		.filter((e) => e.boxId === boxId && isSwitching(e) && (e.circuitId === null || e.kind === 'off-tagged'))
		.at(-1);
	return own?.circuitId ? lastSwitched(events, own.circuitId) : own;
}

/** How each source stands now, by the last event of each. */
const standing = (events: readonly LiveEvent[]): LiveEvent[] => {
	const last = new Map<string, LiveEvent>();
	for (const e of events) {
		const of = sourceOf(e);
		if (of && isSwitching(e)) last.set(of, e);
	}
	return [...last.values()];
};
/** What is off and tagged now. */
export const openTags = (events: readonly LiveEvent[]): LiveEvent[] => standing(events).filter((e) => e.kind === 'off-tagged');
/** What is on for a look now, with cables apart: to be ended before hands go anywhere. */
export const openLooks = (events: readonly LiveEvent[]): LiveEvent[] => standing(events).filter((e) => e.kind === 'look');
