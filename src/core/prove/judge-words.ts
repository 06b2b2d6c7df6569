import { longestTripS, TIMED_FROM_MA } from '../instruments/thresholds';
import { READING_WORDS, type WordKind } from '../model/reading';
import { atMost, show } from '../units/quantity';
import { lacksGround, type Judgment, type Level, type ReadingCase } from './judgment';
import { lampMeaning, type LampMeaning } from './lamps';
import { limitRule } from './limits';

/** @source UL 943: from 6 mA on within (20 / I)^1.43 s, above 264 mA within 25 ms; under 6 mA no time is set */
export function tripTime({ edition, reading: { value, atMa } }: ReadingCase): Judgment {
	const most = atMa === undefined ? Infinity : 1000 * longestTripS(atMa);
	const [level, says] = timeSays(value ?? 0, atMa, most);
	return {
		on: 'design',
		level,
		says,
		have: value,
		need: Number.isFinite(most) ? most : null,
		unit: 'ms',
		rule: limitRule(edition.key, 'UL 943', 'Class A: trip time')
	};
}
function timeSays(ms: number, atMa: number | undefined, most: number): [Level, string] {
	const trips = `trips in ${show(ms)} ms`;
	if (atMa === undefined) return ['unknown', `${trips}: at what leakage is not known`];
	const at = `${trips} at ${show(atMa)} mA`;
	if (!Number.isFinite(most)) return ['unknown', `${at}: under ${TIMED_FROM_MA} mA it need not trip, and no time limit applies`];
	// A timer that never ran shows 0.
	if (ms === 0) return ['look', `${at}: no time was read, test again`];
	return atMost(ms, most)
		? ['good', `${at}: within ${show(most, 0)} ms`]
		: ['bad', `${at}: longer than ${show(most, 0)} ms, replace it`];
}

/** What is said in words, with what follows from it; what is not here is good. */
const WORD_SAYS: Readonly<Record<WordKind, Readonly<Record<string, { level: Level; says: string }>>>> = {
	bootleg: {
		no: { level: 'good', says: 'no jumper between neutral and ground found' },
		yes: {
			level: 'bad',
			says: 'ground is connected to neutral at or near this device: a bootleg. Open the box, dead, and look'
		},
		'cannot-tell': { level: 'unknown', says: "this close to the panel a jumper can't be told from the bond there" }
	},
	grip: {
		holds: { level: 'good', says: 'the plug holds' },
		slips: { level: 'look', says: 'the plug falls out under the weight of its cord: replace the receptacle' },
		loose: { level: 'bad', says: 'loose, warm or discolored: replace the device, and look at its terminals' }
	},
	'gfci-own': {
		trips: { level: 'good', says: 'trips by its own button, 0 V on its face and onward, and resets' },
		'no-trip': { level: 'bad', says: 'does not trip by its own button: replace it' },
		'still-live': {
			level: 'bad',
			says: 'trips, but its face or the load side stays live: line and load are swapped, or replace it'
		},
		'no-reset': { level: 'bad', says: "won't reset: a fault downstream, no voltage on its line, or replace it" }
	},
	'afci-own': {
		trips: { level: 'good', says: 'trips by its own button, 0 V on its face and onward, and resets' },
		'no-trip': { level: 'bad', says: 'does not trip by its own button: replace it' },
		'no-reset': { level: 'bad', says: "won't reset: a fault downstream, no voltage on its line, or replace it" }
	},
	'ground-look': {
		landed: { level: 'good', says: 'the ground wire is landed here, and no jumper was seen' },
		jumper: { level: 'bad', says: 'a jumper from neutral to ground was seen here: take it off, dead, and look at its neighbors' },
		'not-landed': { level: 'bad', says: 'the ground wire is not landed here' },
		none: { level: 'unknown', says: 'no ground wire was seen here' }
	},
	behind: {
		dead: { level: 'good', says: 'goes dead when its GFCI is tripped: it is protected by it' },
		live: { level: 'bad', says: 'stays live when the GFCI is tripped: it is not on its LOAD, and not protected by it' }
	},
	works: {
		works: { level: 'good', says: 'comes on and goes off by its switch' },
		'stays-on': { level: 'bad', says: 'stays on: the hot does not pass its switch, or passes by it' },
		'stays-off': { level: 'bad', says: 'stays off: lamp first, then the switched hot and the neutral at the fixture' }
	},
	usb: {
		charges: { level: 'good', says: 'its USB port charges' },
		'no-charge': { level: 'look', says: 'its USB port does not charge: read its volts; if they are right, replace the device' }
	},
	'shell-sign': {
		quiet: { level: 'unknown', says: 'a detector shows nothing at its shell: not proof. Read the shell to a known ground' },
		sign: {
			level: 'look',
			says: 'a detector shows voltage at its shell: keep hands off, and read the shell to a known ground at low impedance'
		}
	},
	'gfci-tester': {
		trips: { level: 'good', says: 'trips by the tester' },
		'no-trip': {
			level: 'look',
			says: 'does not trip by the tester: an open ground, a bootleg downstream, or no protection at this outlet. Its own button decides'
		}
	}
};
/** Without a ground the tester's button has nothing to leak to: that it does not trip is as it must be. */
function testerWithoutGround(c: ReadingCase): { level: Level; says: string } | null {
	if (c.reading.kind !== 'gfci-tester' || c.reading.word !== 'no-trip' || !c.gfci || c.ground?.state !== 'none') return null;
	return c.gfci.own
		? { level: 'good', says: 'does not trip by the tester, as expected without a ground; its own button trips it' }
		: { level: 'unknown', says: 'does not trip by the tester, as expected without a ground: its own button decides' };
}
/** A reading that is told in a word, judged. */
export function wordJudged(c: ReadingCase, kind: WordKind): Judgment {
	const { edition, reading } = c;
	const said = testerWithoutGround(c) ??
		WORD_SAYS[kind][reading.word ?? ''] ?? { level: 'unknown' as const, says: READING_WORDS[kind].words };
	return {
		on: 'joints',
		level: said.level,
		says: said.says,
		have: null,
		need: null,
		unit: '',
		rule: limitRule(edition.key, 'practice', READING_WORDS[kind].words)
	};
}

/** Where there is no ground, open ground is as it must be behind a GFCI; lamps that say "right" there are the ones to doubt. */
function ungroundedLamps(c: ReadingCase): LampMeaning | null {
	if (!lacksGround(c)) return null;
	const { lamps } = c.reading;
	if (lamps === 'on off off')
		return c.gfci || c.slots === 'two-slot'
			? {
					level: 'good',
					says: c.gfci
						? 'Open ground, as expected: no ground here, and a GFCI protects it'
						: 'Open ground, as expected: no ground wire and a two-slot receptacle',
					but: ''
				}
			: {
					level: 'look',
					says: 'Open ground, as expected on this run',
					but: 'it has no ground wire and no GFCI protection'
				};
	if (lamps !== 'on on off') return null;
	return {
		level: 'bad',
		says: 'The lamps say correct, but this run has no ground wire',
		but: 'suspect a bootleg ground: open the box, dead, and look'
	};
}

/** Three lamps judged: what they show, and what they cannot. */
export function lampsJudged(c: ReadingCase): Judgment {
	const { edition, reading, jumper } = c;
	const plain = ungroundedLamps(c) ?? lampMeaning(reading.lamps ?? '');
	const meaning: LampMeaning =
		jumper && plain.level === 'unknown'
			? { level: 'look', says: plain.says, but: 'the ground contact is connected to neutral here: a bootleg shows the same' }
			: plain;
	return {
		on: meaning.level === 'good' ? 'design' : 'joints',
		level: meaning.level,
		says: meaning.but ? `${meaning.says}; ${meaning.but}` : meaning.says,
		have: null,
		need: null,
		unit: '',
		rule: limitRule(edition.key, 'practice', 'Three-lamp tester')
	};
}
