import type { LiveEvent, Written } from '../model/job';

/** What is off and tagged now, by the last event of each: a circuit, or what was switched off for a box or a panel. */
export function openTags(events: readonly LiveEvent[]): LiveEvent[] {
	const last = new Map<string, LiveEvent>();
	for (const e of events) {
		const of = e.circuitId ?? e.boxId;
		if (of && (e.kind === 'off-tagged' || e.kind === 'on')) last.set(of, e);
	}
	return [...last.values()].filter((e) => e.kind === 'off-tagged');
}

/**
 * A file comes from another device, or from another day: nobody here knows that what it holds as off is still off. Where two
 * devices differ, live wins: each open tag is taken for on again, and the log says why.
 * @returns the events to be added
 */
export const liveOnArrival = (
	events: readonly LiveEvent[],
	{ at, newId, wrote }: { at: string; newId: () => string; wrote?: Written }
): LiveEvent[] =>
	openTags(events).map((tag) => ({
		...tag,
		id: newId(),
		kind: 'on',
		at,
		wrote,
		by: '',
		note: 'Opened from a file: a tag counts on the device that it was set on. Live here until it is tagged here.'
	}));
