import type { Dampness } from '../model/kinds';
import type { Rule } from '../model/result';
import { cite } from './rule';
import type { Edition } from './shape/edition';
import type { OutletFacts } from './outlet';

export type Cover = 'none' | 'weatherproof' | 'in-use';

/** How damp a place is taken to be where nobody said: outdoors wet, else dry. */
export const dampnessOf = (edition: Edition, outlet: Pick<OutletFacts, 'dampness' | 'room'>): Dampness =>
	outlet.dampness ?? (edition.weather.wetRooms.includes(outlet.room) ? 'wet' : 'dry');

/** Cover and weather-resistant type of a receptacle. @source 406.9(A), (B) */
export function weatherNeed(edition: Edition, outlet: OutletFacts): { cover: Cover; resistant: boolean; rules: Rule[] } {
	const { weather } = edition;
	const dampness = dampnessOf(edition, outlet);
	if (outlet.what !== 'receptacle' || dampness === 'dry') return { cover: 'none', resistant: false, rules: [] };
	const resistant = outlet.amps <= weather.maxAmps && outlet.volts <= 250;
	const place = cite(edition, dampness === 'wet' ? weather.wet : weather.damp);
	return {
		cover: dampness === 'wet' ? 'in-use' : 'weatherproof',
		resistant,
		rules: resistant ? [place, cite(edition, weather.resistant)] : [place]
	};
}
