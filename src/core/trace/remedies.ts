import type { Suspected } from './hypotheses';

/** What to do about a fault once it is found. */
export interface Remedy {
	/** What to open. */
	open: string;
	lookFor: string;
	fix: string;
	/** The reading that proves it. */
	proves: string;
	/** Before anything else. */
	now?: string;
}
const SPLICE: Remedy = {
	open: 'This box and the one that feeds it, off, tagged and verified dead.',
	lookFor: 'A loose connector, a conductor that pulls out, a push-in contact, browned or brittle insulation, a nick.',
	fix: 'Cut back to clean conductor, strip, splice with a connector listed for the set, pigtail the device.',
	proves: 'The drop under load here, and past here, near what is predicted.'
};
const DEVICE: Remedy = {
	open: 'This box, off, tagged and verified dead; the device out, verified dead again.',
	lookFor: 'Which conductor is on which terminal: what was found, noted before anything is taken off.',
	fix: 'Land each conductor where the make-up of this box has it; replace a worn or push-in device.',
	proves: 'Volts of all three pairs, and the lamps, as predicted.'
};
const SHELL_NOW = 'Breaker off now: metal of what is plugged in may be live.';
const TOUCH: Remedy = {
	open: 'Off and tagged. Unplug everything; split the run and read each half by ohms.',
	lookFor: 'A bare ground against a terminal, a staple or nail through the cable, a device screw against the box.',
	fix: 'Free it, insulate or replace the cable.',
	proves: 'No path by ohms on the dead circuit; then it holds under load.'
};
const REMEDIES: Readonly<Partial<Record<Suspected['kind'], Remedy>>> = {
	off: {
		open: 'Nothing: look at the breaker, and at every GFCI upstream.',
		lookFor: 'A handle in the middle, a GFCI button that is out.',
		fix: 'Everything unplugged, switch fully off, then on: one try. If it trips again, find the cause first.',
		proves: 'Volts at the dead outlet; it holds with its loads on.'
	},
	'open-hot': SPLICE,
	'open-neutral': {
		...SPLICE,
		lookFor: `${SPLICE.lookFor} On a shared neutral both breakers must be off: an open neutral puts up to 240 V on loads.`
	},
	'open-ground': { ...SPLICE, now: SHELL_NOW, proves: 'The ground path by ohms under load, near what is predicted.' },
	'loose-hot': SPLICE,
	'loose-neutral': SPLICE,
	'loose-ground': { ...SPLICE, proves: 'The ground path by ohms under load, near what is predicted.' },
	'hot-contact-loose': DEVICE,
	'neutral-contact-loose': DEVICE,
	'hot-contact-lost': DEVICE,
	'neutral-contact-lost': DEVICE,
	reversed: DEVICE,
	'hot-ground-reversed': { ...DEVICE, now: SHELL_NOW },
	'neutral-ground-swapped': DEVICE,
	bootleg: {
		...DEVICE,
		now: SHELL_NOW,
		lookFor: 'A jumper from the neutral terminal to the ground screw, or a bare ground that touches the neutral.',
		fix: 'Take the jumper off here, and look for one at the boxes next to it; read again, then choose. Without a ground: a two-slot receptacle, or a GFCI with its labels, or run a ground (406.4(D)(2), 250.130(C)).',
		proves: 'Ground to neutral by ohms no longer a short loop; the label is on.'
	},
	'short-hot-neutral': TOUCH,
	'short-hot-ground': TOUCH,
	'neutral-ground-touch': { ...TOUCH, proves: 'The GFCI resets and holds; no path from neutral to ground past it.' },
	'service-neutral-open': {
		open: 'Nothing. Main off, call the utility.',
		lookFor: 'Lights that go bright and dim together, volts of the two legs that move against each other.',
		fix: 'The utility repairs the service neutral; check what was plugged in.',
		proves: 'Both legs within 3 V, steady while a load goes on.',
		now: 'Main off now: loads may see up to 240 V.'
	},
	'service-neutral-loose': {
		open: 'Nothing. Main off, call the utility.',
		lookFor: 'One leg rises when the other is loaded.',
		fix: 'The utility repairs the service neutral, or the lug in the panel is retorqued with the service off.',
		proves: 'Both legs within 3 V, steady while a load goes on.',
		now: 'Main off now: loads may see up to 240 V.'
	}
};
const NONE: Remedy = {
	open: 'Nothing.',
	lookFor: 'What is plugged in: try it on another circuit.',
	fix: 'Nothing is wrong with the wiring as far as it was read.',
	proves: 'The same reading again with the load that was complained of.'
};
/** What to open, what to look for, what to do and what proves it: of each fault its own, alike ones once. @returns one for a sound run */
export function remediesOf(faults: readonly Suspected[]): { faults: Suspected[]; remedy: Remedy }[] {
	if (!faults.length) return [{ faults: [], remedy: NONE }];
	const found: { faults: Suspected[]; remedy: Remedy }[] = [];
	for (const f of faults) {
		const remedy = REMEDIES[f.kind] ?? DEVICE;
		const same = found.find((x) => x.remedy === remedy && x.faults.some((o) => o.at === f.at));
		if (same) same.faults.push(f);
		else found.push({ faults: [f], remedy });
	}
	// What must be done now comes first.
	return found.sort((a, b) => Number(!!b.remedy.now) - Number(!!a.remedy.now));
}
