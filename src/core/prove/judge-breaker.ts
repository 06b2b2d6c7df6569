import { atMost, show, withUnit } from '../units/quantity';
import { sayRise, sayTemp } from '../units/temperature';
import type { Judgment, Level, ReadingCase } from './judgment';
import { AT_BREAKER, limitRule } from './limits';

/** What is read at a breaker or a fuse: across it, and what it carries by a clamp. */

function say({ edition, reading }: ReadingCase, level: Level, says: string, need: number | null = null): Judgment {
	const unit = reading.kind === 'across' ? 'V' : 'A';
	const rule = limitRule(
		edition.key,
		'practice',
		reading.kind === 'across' ? 'Volts across a breaker or a fuse' : 'Load against rating'
	);
	return { on: 'joints', level, says, have: reading.value, need, unit, rule };
}

/**
 * Across a closed breaker or a good fuse there is next to nothing, under load; the whole supply: it is open. Without a load on
 * both sides may be alike: nothing is told.
 */
export function acrossIt(c: ReadingCase): Judgment {
	const volts = c.reading.value ?? 0;
	if (!atMost(volts, AT_BREAKER.openOverV)) return say(c, 'bad', `open: ${show(volts)} V across it. Tripped, off or blown`);
	if (c.reading.loadA === null)
		return say(c, 'unknown', 'next to nothing across it, but no load was on: read it again under load');
	if (atMost(volts, AT_BREAKER.closedV)) return say(c, 'good', `closed: ${withUnit(show(volts), 'V')} across it under load`);
	return say(
		c,
		'look',
		`${withUnit(show(volts), 'V')} across it under load: a bad contact in it or at its clip`,
		AT_BREAKER.closedV
	);
}
/** Amps by a clamp on a hot or the neutral, against the rating. @throws NotKnown where the rating was not read */
export function ampsOnIt(c: ReadingCase): Judgment {
	const amps = c.reading.value ?? 0;
	const rated = c.ratedA?.() ?? null;
	if (rated === null) return say(c, 'unknown', `${show(amps, 1)} A; nothing to hold it against`);
	return atMost(amps, rated)
		? say(c, 'good', `${show(amps, 1)} A of ${show(rated, 0)}`)
		: say(c, 'look', `${show(amps, 1)} A on ${show(rated, 0)} A: overloaded. Move loads to another circuit`, rated);
}
/** What goes out on the hot of a two-wire circuit comes back on its neutral; else it finds another way. null: not both read. */
export function comesBack(edition: ReadingCase['edition'], hotA: number, neutralA: number): Judgment | null {
	const off = Math.abs(hotA - neutralA);
	if (atMost(off, Math.max(AT_BREAKER.apartA, AT_BREAKER.apartShare * hotA))) return null;
	return {
		on: 'joints',
		level: 'look',
		says: `${show(hotA, 1)} A go out on the hot and ${show(neutralA, 1)} A come back on the neutral: a shared neutral, or a way back over a ground`,
		have: neutralA,
		need: hotA,
		unit: 'A',
		rule: limitRule(edition.key, 'practice', 'Hot against neutral current')
	};
}
/** The terminal of a breaker and that beside it, °C, and whether it carries something. */
interface TerminalCase {
	terminalC: number;
	neighborC: number;
	loaded: boolean;
	/** Of the room; left out: not read. */
	ambientC?: number | undefined;
}
/**
 * How hot a terminal is by itself, whatever its neighbor shows: over the ambient, and against what terminals are rated for.
 * @returns null: neither says anything @source 110.14(C): 60 or 75 °C; practice: 30 and 50 °C over the ambient
 */
export function hotTerminal(terminalC: number, ambientC?: number): { level: Level; says: string } | null {
	const { overAmbientC, ratedC } = AT_BREAKER;
	const over = ambientC === undefined ? 0 : terminalC - ambientC;
	const level =
		terminalC > ratedC.bad || over >= overAmbientC.bad
			? 'bad'
			: terminalC > ratedC.look || over >= overAmbientC.look
				? 'look'
				: null;
	if (!level) return null;
	const by = over >= overAmbientC.look ? `, ${sayRise(over)} over the room` : '';
	return {
		level,
		says:
			level === 'bad'
				? `terminal is at ${sayTemp(terminalC)}${by}: hotter than it is rated for. Off, let it cool, verified dead: look at the screw, the wire and the clip`
				: `terminal is at ${sayTemp(terminalC)}${by}: read what it is rated for, 60 or 75 °C, and check its torque, dead`
	};
}
/**
 * The terminal of a breaker by itself says nothing; over its neighbor it says how good its connection is: where it carries
 * something, since without a load none is warm.
 * @returns °C over its neighbor, and what to say after "its"
 */
export function terminalSays({ terminalC, neighborC, loaded, ambientC }: TerminalCase): {
	over: number;
	level: Level;
	says: string;
} {
	const over = terminalC - neighborC;
	const hot = hotTerminal(terminalC, ambientC);
	if (hot?.level === 'bad') return { over, ...hot };
	if (over >= AT_BREAKER.hotOverC)
		return {
			over,
			level: over >= 2 * AT_BREAKER.hotOverC ? 'bad' : 'look',
			says: `terminal is ${sayRise(over)} over its neighbor: a loose connection there`
		};
	// A neighbor that is as hot has the same trouble, or the panel has.
	if (hot) return { over, ...hot };
	const alike = 'terminal is as warm as its neighbor';
	return loaded
		? { over, level: 'good', says: `${alike}, under load` }
		: { over, level: 'unknown', says: `${alike}, but no load was on: read it again under load` };
}
/** The same as a judgment of its reading. */
export function besideNeighbor(edition: ReadingCase['edition'], c: TerminalCase): Judgment {
	const { over, level, says } = terminalSays(c);
	return {
		on: 'joints',
		level,
		says: `its ${says}`,
		have: over,
		need: over >= AT_BREAKER.hotOverC ? AT_BREAKER.hotOverC : null,
		unit: '°C',
		rule: limitRule(edition.key, 'practice', 'Terminal against its neighbor')
	};
}
/** At a receptacle: over this above the room, under load, its terminal is bad. Practice. */
const RECEPTACLE_OVER_C = 30;
/** A terminal by itself, where it is too hot whatever stands beside it: of a breaker by its rating and the room, of a receptacle by the room. */
export function terminalAlone({ edition, reading, atPanel, ambientC }: ReadingCase): Judgment[] {
	const rule = limitRule(edition.key, '110.14(C)', 'What a terminal is rated for');
	const over = reading.value === null || ambientC === undefined ? null : reading.value - ambientC;
	if (!atPanel && reading.loadA !== null && over !== null && over > RECEPTACLE_OVER_C) {
		const says = `its terminal is ${sayRise(over)} over the room under load: a bad connection there. Off, verified dead: look at the screw and the wire, replace the device`;
		return [{ on: 'joints', level: 'bad', says, have: over, need: RECEPTACLE_OVER_C, unit: '°C', rule }];
	}
	const hot = reading.value === null ? null : hotTerminal(reading.value, ambientC);
	if (!hot) return [];
	return [{ on: 'joints', ...hot, says: `its ${hot.says}`, have: reading.value, need: AT_BREAKER.ratedC.look, unit: '°C', rule }];
}
