import { LIT_V } from '../instruments/thresholds';
import { show } from '../units/quantity';
import type { Level } from './judgment';

/** Hot to hot, and each hot to the neutral, of one outlet, V; no load of an instrument on. */
interface TwoHots {
	hh: number;
	hn: number;
	h2n: number;
}
/** Both legs come in, V; how far the halves may be apart before the neutral is doubted, V; how nearly they make up the whole, a share. */
const LEGS = { bothFromV: 208, apartV: 10, sumWithin: 0.05, noneV: 12 } as const;

/**
 * Two hots and a neutral as a pattern; null: nothing beside each by itself.
 * @example 240, 142, 98 -> the neutral is open; 0, 120, 120 -> one leg twice; 120, 120, 0 -> one leg is lost
 */
export function twoHotsPattern({ hh, hn, h2n }: TwoHots): { level: Level; says: string } | null {
	const volts = `${show(hh, 0)}, ${show(hn, 0)}, ${show(h2n, 0)} V hot-hot, each hot to neutral`;
	if (hh >= LEGS.bothFromV && Math.abs(hn - h2n) > LEGS.apartV && Math.abs(hn + h2n - hh) <= LEGS.sumWithin * hh)
		return {
			level: 'bad',
			says: `${volts}: both legs are there and the neutral is open or loose; what is on it at 120 V gets up to ${show(Math.max(hn, h2n), 0)} V. Off now, both hots; find the neutral dead: here, in its cable, at the bar`
		};
	const [a, b] = [hn, h2n].map((v) => v >= LIT_V);
	if (hh <= LEGS.noneV && a && b)
		return {
			level: 'bad',
			says: `${volts}: one leg twice. With a 240 V load connected one leg is lost and comes back through it; with nothing connected both hots are on one leg. Off; look at the breaker and its two spaces`
		};
	if (a !== b && hh < LEGS.bothFromV)
		return {
			level: 'bad',
			says: `${volts}: the ${a ? 'second' : 'first'} leg is lost: a pole of the breaker, a fuse, or a conductor on the way`
		};
	return null;
}
