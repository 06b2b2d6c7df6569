import { LIT_V } from '../instruments/thresholds';
import type { Contradiction } from './contradiction';
import type { Seen } from './seen';

/** What is done before another reading tells anything. */
export type ActKind = 'switch-off' | 'prove-meter' | 'again-low-impedance' | 'unplug' | 'look';
export interface Act {
	do: ActKind;
	/** Outlet at which it is done, by its number; null: at the panel. */
	outlet: number | null;
	why: string;
}

/**
 * Below an open neutral one lamp that is left on ties the neutral to the hot: 0, 120, 120, as reversed hot and ground reads. Read
 * with everything unplugged the two part.
 */
function confusedByLoads({ instrument, fields, unplugged }: Seen): boolean {
	if (unplugged) return false;
	if (instrument === 'lamps') return fields.hn === 'off' && fields.hg === 'on' && fields.ng === 'on';
	if (instrument !== 'voltmeter' && instrument !== 'low-impedance') return false;
	const { hn, hg, ng } = fields;
	return typeof hn === 'number' && hn < LIT_V && [hg, ng].every((v) => typeof v === 'number' && v >= LIT_V);
}

/** The first of what must be done, by what was seen; null: the next reading tells most. @param loadsKnown every load was said */
export function actFor(
	seen: readonly Seen[],
	{
		contradictions,
		stop,
		loadsKnown
	}: { contradictions: readonly Contradiction[]; stop: { why: string } | null; loadsKnown: boolean }
): Act | null {
	if (stop) return { do: 'switch-off', outlet: null, why: stop.why };
	const [first] = contradictions;
	const zero = first && seen[first.zero];
	if (zero)
		return {
			do: 'prove-meter',
			outlet: zero.outlet,
			why: 'A meter that shows nothing beside a sign of life: prove it on a known live source, and read again.'
		};
	// What was read unplugged at that outlet has settled it.
	const confused = loadsKnown
		? undefined
		: seen.find((s) => confusedByLoads(s) && !seen.some((x) => x.outlet === s.outlet && x.unplugged));
	if (confused)
		return {
			do: 'unplug',
			outlet: confused.outlet,
			why: 'One lamp left on below an open neutral reads like this too: unplug everything on the circuit, and read again.'
		};
	return null;
}
