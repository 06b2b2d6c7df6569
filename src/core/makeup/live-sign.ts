import type { Reading } from '../model/job';
import type { ReadingKind } from '../model/kinds';

/** Dead means under this on a low-impedance meter, on every pair, V. */
export const DEAD_BELOW_V = 1;
/** Up to here a meter of 10 Mohm may show a ghost: what a conductor that hangs on nothing picks up, V. */
export const GHOST_UP_TO_V = 50;

/** What a reading says of a circuit that is held to be off: it is live, that is not settled, or nothing. */
export type LiveSign = 'live' | 'not-verified' | 'quiet';

const VOLTS: readonly ReadingKind[] = ['hn', 'hg', 'ng', 'hh', 'h2n', 'h2g', 'he', 'ne', 'ge', 'shell'];
/** What a clamp shows at least where current flows, A. */
const FLOWS_FROM_A = 0.1;
const AMPS: readonly ReadingKind[] = ['amps', 'amps2', 'amps-n'];
/** What can be read on a live circuit only, whatever its figure. */
const UNDER_LOAD: readonly ReadingKind[] = ['drop', 'gfci-ma', 'gfci-ms'];
/** Words of a button that only a live device can have earned. */
const LIVE_WORDS: Readonly<Partial<Record<ReadingKind, readonly string[]>>> = {
	'gfci-own': ['trips', 'still-live'],
	'afci-own': ['trips'],
	'gfci-tester': ['trips'],
	usb: ['charges'],
	works: ['works', 'stays-on'],
	behind: ['live'],
	'shell-sign': ['sign']
};

/**
 * 1 V or more on a low-impedance meter, over 50 V on any meter, or any lit lamp: live. From 1 to 50 V on a meter of 10 Mohm, or of
 * which nothing is said: not verified dead, and no evidence yet.
 */
export function liveSign(r: Pick<Reading, 'kind' | 'value' | 'lamps'> & Pick<Partial<Reading>, 'word' | 'meter'>): LiveSign {
	if (r.kind === 'lamps') return /on|dim/.test(r.lamps ?? '') ? 'live' : 'quiet';
	if (UNDER_LOAD.includes(r.kind)) return r.value === null ? 'quiet' : 'live';
	if (LIVE_WORDS[r.kind]?.includes(r.word ?? '')) return 'live';
	if (AMPS.includes(r.kind)) return (r.value ?? 0) >= FLOWS_FROM_A ? 'live' : 'quiet';
	if (!VOLTS.includes(r.kind) || r.value === null) return 'quiet';
	const volts = Math.abs(r.value);
	if (volts > GHOST_UP_TO_V || (r.meter === 'low-impedance' && volts >= DEAD_BELOW_V)) return 'live';
	return volts >= DEAD_BELOW_V ? 'not-verified' : 'quiet';
}
