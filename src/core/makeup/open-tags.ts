import type { LiveEvent, Written } from '../model/job';
import { openTags } from '../model/power';

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
