import { atMost, show } from '../units/quantity';
import type { Judgment, Level, ReadingCase } from './judgment';
import { AT_SHELL, limitRule } from './limits';

/**
 * Metal that can be touched, read to a ground that is known: an open ground lets it float, a fault or a bootleg behind a lost
 * neutral puts the line on it. On a meter of 10 Mohm what floats reads too.
 */
export function shellVolts({ edition, reading }: ReadingCase): Judgment {
	const volts = Math.abs(reading.value ?? 0);
	const say = (level: Level, says: string): Judgment => ({
		on: 'joints',
		level,
		says,
		have: volts,
		need: level === 'good' ? null : AT_SHELL.nothingV,
		unit: 'V',
		rule: limitRule(edition.key, 'practice', 'Shell to a known ground')
	});
	if (atMost(volts, AT_SHELL.nothingV)) return say('good', `${show(volts, 1)} V on its shell`);
	if (reading.meter !== 'low-impedance')
		return say('look', `${show(volts, 1)} V on its shell: hands off, and read it again at low impedance`);
	return volts >= AT_SHELL.liveV
		? say('bad', `its shell is live, ${show(volts, 0)} V: breaker off now, tag it, and find out why before anybody touches it`)
		: say('look', `${show(volts, 1)} V on its shell at low impedance: its ground is not connected, or current flows in it`);
}
