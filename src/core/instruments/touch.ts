import type { Built, Contacts } from '../network/build';
import { size } from '../network/phasor';
import { EARTH, Solution } from '../network/solve';

/** A person between an appliance's shell and the earth. */
export const PERSON_OHMS = 1000;
/** What a current through a person does, from so many mA on. @source IEC 60479 zones */
export const TOUCH_BANDS = [
	{ fromMa: 0, says: 'not felt' },
	{ fromMa: 0.5, says: 'felt' },
	{ fromMa: 10, says: 'cannot let go' },
	{ fromMa: 50, says: 'the heart may stop' }
] as const;
export interface Touch {
	/** Through the person from the ground contact, where the shell of what is plugged in hangs. */
	milliamps: number;
	/** The shell to the earth with nobody near it, V on a 10 Mohm meter. */
	shellVolts: number;
	says: (typeof TOUCH_BANDS)[number]['says'];
}

/** @returns null where the outlet has no ground contact: the shell hangs on nothing that the network knows */
export function touchShell(built: Built, { ground }: Contacts): Touch | null {
	if (ground === null) return null;
	const current = (ohms: number): number => {
		if (ground === EARTH) return 0;
		const with_ = built.network.copy();
		with_.resistor(ground, EARTH, ohms);
		return size(new Solution(with_).volts(ground)) / ohms;
	};
	const milliamps = 1000 * current(PERSON_OHMS);
	const band = TOUCH_BANDS.filter((b) => milliamps >= b.fromMa).at(-1) ?? TOUCH_BANDS[0];
	return { milliamps, shellVolts: 10e6 * current(10e6), says: band.says };
}
