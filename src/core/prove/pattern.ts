import { lampMeaning } from './lamps';
import type { Level } from './judgment';
import { LIT_V } from '../instruments/thresholds';

/** Three volts of one outlet, read as the three lamps are. */
export interface Volts {
	hn: number;
	hg: number;
	ng: number;
}
interface VoltPattern {
	level: Level;
	says: string;
}

/** Two that stand between nothing and the supply, and make it up together: a ground contact that hangs on nothing. */
const FLOATS = { fromV: 20, sumWithin: 0.2 } as const;
const OVER_V = 150;

/**
 * What three volts say together; null where they say nothing beside each by itself (wired right, all dead).
 * @param noGround there is no ground there: a ground contact that floats, or stands at nothing, is as it must be
 * @example 120, 0, 120 -> hot and neutral reversed; 120, 60, 60 on 10 Mohm -> open ground
 */
export function voltPattern({ hn, hg, ng }: Volts, noGround: boolean): VoltPattern | null {
	if ([hn, hg, ng].some((v) => v > OVER_V))
		return {
			level: 'bad',
			says: 'over 150 V on a pair: the neutral is floating or on the other leg. Unplug everything and measure at the panel'
		};
	const floats =
		hn >= LIT_V &&
		[hg, ng].every((v) => v >= FLOATS.fromV && v < LIT_V + FLOATS.fromV) &&
		Math.abs(hg + ng - hn) <= FLOATS.sumWithin * hn;
	const lit = (v: number) => (v >= LIT_V ? 'on' : 'off');
	const lamps = floats ? 'on off off' : `${lit(hn)} ${lit(hg)} ${lit(ng)}`;
	const volts = `${round(hn)}, ${round(hg)}, ${round(ng)} V hot-neutral, hot-ground, neutral-ground`;
	if (lamps === 'on off off')
		return noGround
			? { level: 'good', says: `${volts}: open ground, as expected without one` }
			: { level: 'bad', says: `${volts}: open ground${floats ? ', its contact is floating' : ', or reversed and open ground'}` };
	if (lamps === 'on on off' || lamps === 'off off off') return null;
	const meaning = lampMeaning(lamps);
	return { level: meaning.level, says: `${volts}: ${meaning.says.toLowerCase()}${meaning.but ? `; ${meaning.but}` : ''}` };
}
const round = (v: number): number => Math.round(v);
