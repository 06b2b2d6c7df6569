import type { Level } from './judgment';

/** What a three-lamp pattern says: lamps named by what they span, hot-neutral, hot-ground, neutral-ground. */
export interface LampMeaning {
	level: Level;
	says: string;
	but: string;
}
const MEANINGS: Readonly<Record<string, LampMeaning>> = {
	// Lamps may make an outlet bad; they never make it good.
	'on on off': {
		level: 'unknown',
		says: 'The lamps of a correctly wired receptacle',
		but: 'a bootleg ground, reversed wires with a bootleg, swapped neutral and ground, and a high-resistance connection all show the same lamps'
	},
	'on off off': { level: 'bad', says: 'Open ground', but: 'or reversed and open ground' },
	'off on off': { level: 'bad', says: 'Open neutral, nothing switched on downstream', but: 'unplug everything and test again' },
	'off off off': {
		level: 'bad',
		says: 'Open hot, or off',
		but: 'not proof of dead: neutral may be lost upstream of a bootleg, or neutral and ground both open with every slot live. Test each slot to a known independent ground'
	},
	'on off on': { level: 'bad', says: 'Hot and neutral reversed', but: '' },
	'off on on': {
		level: 'bad',
		says: 'Open neutral with a load switched on downstream',
		but: 'or hot and ground reversed: unplug everything and test again'
	},
	'off off on': { level: 'bad', says: 'Hot on the neutral with the hot open', but: 'no load on' },
	'on on on': {
		level: 'bad',
		says: 'The neutral is floating or on the other leg',
		but: 'up to 240 V is possible: unplug and measure'
	}
};

/** A dim lamp stands between: the pattern cannot be read as one of the eight. */
export const lampMeaning = (lamps: string): LampMeaning =>
	MEANINGS[lamps] ?? { level: 'look', says: 'A dim lamp: no clear pattern', but: 'measure with a low-impedance meter' };
