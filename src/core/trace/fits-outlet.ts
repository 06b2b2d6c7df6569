import { NEMA } from '../code/nema-forms';
import type { RunInstrument } from '../instruments/run-reading';
import type { Box } from '../model/job';
import type { Seen } from './seen';

/** Under this there is nothing for an instrument that works on the outlet's own power, V. */
const POWERS_FROM_V = 60;
/** They are plugged in, and work on what they are plugged into. */
const PLUGS_IN: readonly RunInstrument[] = ['lamps', 'analyzer'];

/**
 * Whether an instrument can be used at an outlet: a plug-in one wants a straight 120 V face, and power.
 * @param device what of the box the outlet is; undefined: none that is known, a light or a joint
 */
export function fitsOutlet(instrument: RunInstrument, device: Box['devices'][number] | undefined, dead: boolean): boolean {
	if (!PLUGS_IN.includes(instrument)) return true;
	// Two slots take it by an adapter.
	if (dead || !device || device.receptacles === 0) return false;
	return device.volts === 120 && !(device.form && NEMA[device.form].locking);
}
/** What was read last at an outlet says that it has no power; where volts were read they tell, else what it runs. */
export function readsDead(seen: readonly Seen[], outlet: number): boolean {
	const here = seen.filter((s) => s.outlet === outlet);
	const volts = here.flatMap((s) => (typeof s.fields.hn === 'number' ? [s.fields.hn] : [])).at(-1);
	if (volts !== undefined) return volts < POWERS_FROM_V;
	return here.at(-1)?.instrument === 'dead';
}
