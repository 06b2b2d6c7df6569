import type { Edition } from '../code/shape/edition';
import { ohmsAt, ohmsPerKft } from '../code/chapter-9-resistance';
import type { Awg } from '../units/gauge';
import { atMost, show } from '../units/quantity';
import type { SoundFigures } from '../network/sound';
import type { Judgment, Level } from './judgment';
import { AGAINST_PREDICTED, limitRule } from './limits';

/** What ohms tell of a run that nobody has drawn: like conductors agree, and so many feet of one gauge or another make them. */

/** Gauges that a branch circuit of 15 or 20 A may be of. */
const GAUGES: readonly Awg[] = ['14', '12'];

/** A run is hardly longer than this, one way. Practice. ft */
const LONGEST_FT = 300;

/** Hot against neutral, which are alike: apart by more than a quarter and 0.05 ohm, one of them has a joint. */
export function likeConductors(edition: Edition, hotOhms: number, neutralOhms: number): Judgment {
	const [less, more] = [Math.min(hotOhms, neutralOhms), Math.max(hotOhms, neutralOhms)];
	const slack = Math.max(AGAINST_PREDICTED.share * less, AGAINST_PREDICTED.ohms);
	const level: Level = atMost(more, less + slack)
		? 'good'
		: atMost(more, Math.max(AGAINST_PREDICTED.badTimes * less, less + slack))
			? 'look'
			: 'bad';
	const worse = hotOhms > neutralOhms ? 'hot' : 'neutral';
	const both = `hot ${show(hotOhms)} and neutral ${show(neutralOhms)} ohm`;
	// Both may be bad alike: no branch circuit of a house is that long.
	const tooLong = level === 'good' && !atMost(less, (LONGEST_FT * ohmsPerKft('14', 'Cu', edition)) / 1000);
	return {
		on: 'joints',
		level: tooLong ? 'look' : level,
		says: tooLong
			? `${both}: alike, but more than ${LONGEST_FT} ft of 14 AWG have; look for a bad connection in both, or in the service`
			: level === 'good'
				? `${both}: alike, as they should be`
				: `${both}: same conductors should agree; a bad connection in the ${worse}`,
		have: more,
		need: less,
		unit: 'ohm',
		rule: limitRule(edition.key, 'practice', 'Like conductors')
	};
}

/** @returns feet of each gauge that these ohms would be, less the service; null for what is less than the service itself */
export function feetOf(
	edition: Edition,
	ohms: number,
	sound: SoundFigures
): { awg: Awg; feet: readonly [number, number] }[] | null {
	// The service is not known better than this: all of it, or none.
	const least = ohms - sound.sourceOhms - sound.serviceNeutralOhms - 2 * sound.terminationOhms;
	if (ohms <= 0) return null;
	return GAUGES.map((awg) => {
		const perFt = ohmsAt(ohmsPerKft(awg, 'Cu', edition), { metal: 'Cu', tempC: sound.conductorC }, edition) / 1000;
		return { awg, feet: [Math.max(0, least) / perFt, ohms / perFt] as const };
	});
}
/** @example about 20 to 45 ft of 14 AWG, or 30 to 70 ft of 12 AWG copper */
export function feetWords(edition: Edition, ohms: number, sound: SoundFigures): string | null {
	const found = feetOf(edition, ohms, sound);
	if (!found) return null;
	const near = (ft: number) => (ft < 100 ? Math.round(ft / 5) * 5 : Math.round(ft / 10) * 10);
	return `about ${found.map(({ awg, feet: [a, b] }) => `${near(a)} to ${near(b)} ft of ${awg} AWG`).join(', or ')} copper`;
}
