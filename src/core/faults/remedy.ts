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

const GROUND_PATH = 'The ground path by ohms under load, near what is predicted.';
const SHELL_NOW = 'Breaker off now: metal of what is plugged in may be live.';
const MAIN_NOW = 'Main off now: loads may see up to 240 V.';
const OPEN_SPLICE = {
	open: 'This box and the one that feeds it, off, tagged and verified dead.',
	lookFor: 'A loose connector, a conductor that pulls out, a push-in contact, browned or brittle insulation, a nick.',
	fix: 'Cut back to clean conductor, strip, splice with a connector listed for the set, pigtail the device.'
};
const OPEN_DEVICE = {
	open: 'This box, off, tagged and verified dead; the device out, verified dead again.',
	lookFor: 'Which conductor is on which terminal: what was found, noted before anything is taken off.'
};
const THREE_PAIRS = 'Volts of all three pairs, and the lamps, as predicted.';
const BOTH_LEGS = 'Both legs within 3 V, steady while a load goes on.';

/** Those that several kinds share; each is one object, so that what two faults of one place have in common is said once. */
export const SPLICE: Remedy = { ...OPEN_SPLICE, proves: 'The drop under load here, and past here, near what is predicted.' };
export const NEUTRAL_SPLICE: Remedy = {
	...SPLICE,
	lookFor: `${SPLICE.lookFor} On a shared neutral both breakers must be off: an open neutral puts up to 240 V on loads.`
};
export const OPEN_GROUND: Remedy = { ...OPEN_SPLICE, now: SHELL_NOW, proves: GROUND_PATH };
export const LOOSE_GROUND: Remedy = { ...OPEN_SPLICE, proves: GROUND_PATH };
export const DEVICE: Remedy = {
	...OPEN_DEVICE,
	fix: 'Land each conductor where the make-up of this box has it; replace a worn or push-in device.',
	proves: THREE_PAIRS
};
/** A contact that still conducts, or no longer does. */
export const CONTACT: Remedy = {
	...OPEN_DEVICE,
	lookFor:
		'Push-ins first: a conductor that pulls out. Then a loose screw or clamp, a browned terminal, a pigtail loose in its connector. Note what is on which terminal before anything comes off.',
	fix: 'Off the push-ins and onto screws or clamps, torqued; cut back to clean conductor; replace a worn or browned device.',
	proves: 'The drop under load here near what is predicted.'
};
export const REVERSED_SPLICE: Remedy = {
	...OPEN_SPLICE,
	lookFor:
		'White spliced to black, or a white that is used as a hot without its mark, here and in the box that feeds it; which is which, noted before anything comes apart.',
	fix: 'Hot to hot, neutral to neutral; the devices behind it stay as they are landed.',
	proves: THREE_PAIRS
};
export const LIVE_SHELL: Remedy = { ...DEVICE, now: SHELL_NOW };
export const JUMPER: Remedy = {
	...OPEN_DEVICE,
	now: SHELL_NOW,
	lookFor: 'A jumper from the neutral terminal to the ground screw, or a bare ground that touches the neutral.',
	fix: 'Take the jumper off here, and look for one at the boxes next to it; read again, then choose. Without a ground: a two-slot receptacle, or a GFCI with its labels, or run a ground (406.4(D)(2), 250.130(C)).',
	proves: 'Ground to neutral by ohms no longer a short loop; the label is on.'
};
export const TOUCH: Remedy = {
	open: 'Off and tagged. Unplug everything; split the run and read each half by ohms.',
	lookFor: 'A bare ground against a terminal, a staple or nail through the cable, a device screw against the box.',
	fix: 'Free it, insulate or replace the cable.',
	proves: 'No path by ohms on the dead circuit; then it holds under load.'
};
export const NEUTRAL_TOUCH: Remedy = { ...TOUCH, proves: 'The GFCI resets and holds; no path from neutral to ground past it.' };
export const OFF: Remedy = {
	open: 'Nothing: look at the breaker, and at every GFCI upstream.',
	lookFor: 'A handle in the middle, a GFCI button that is out.',
	fix: 'Everything unplugged, switch fully off, then on: one try. If it trips again, find the cause first.',
	proves: 'Volts at the dead outlet; it holds with its loads on.'
};
export const GFCI_RESET: Remedy = {
	...OFF,
	open: 'Nothing: look at this GFCI, and at what its LOAD feeds.',
	lookFor: 'Its button out, its light; what was plugged in when it tripped.',
	fix: 'Everything past it unplugged, reset: one try. If it trips again, find the leak first.',
	proves: 'It trips by its own button, resets, and holds with its loads on.'
};
export const GFCI_LANDED: Remedy = {
	...OPEN_DEVICE,
	lookFor: 'The cable from the panel on the terminals marked LOAD: which is on which, noted before anything comes off.',
	fix: 'The feeding cable on LINE, what it protects on LOAD; press TEST, then RESET.',
	proves: 'Its own button takes the face and what is past it dead, and resets.'
};
export const GFCI_REPLACE: Remedy = {
	...OPEN_DEVICE,
	lookFor: 'Its own button does nothing, or it does not reset with nothing on LOAD.',
	fix: 'Replace it; LINE and LOAD as they were found, and right.',
	proves: 'Its own button takes the face and what is past it dead, and resets.'
};
export const TAB_OFF: Remedy = {
	...OPEN_DEVICE,
	open: 'Both breakers off and tagged, this box verified dead by both; the device out, verified dead again.',
	lookFor: 'The tab between the two hot screws, still in, where two hots land.',
	fix: 'Break the tab off between the hot screws; on one neutral leave that side whole, and tie both breakers (210.4(B), 210.7).',
	proves: 'Each half by its own breaker or switch; dead on the other.'
};
export const TAB_IN: Remedy = {
	...OPEN_DEVICE,
	lookFor: 'The tab between the two hot screws broken off, where one hot feeds both halves.',
	fix: 'Replace the receptacle by one with its tab; or a pigtail of the same gauge to each of the two hot screws.',
	proves: 'Volts at both halves.'
};
export const WORN: Remedy = {
	open: 'The panel, main off, the bus verified dead; the breaker out. What feeds the main stays live.',
	lookFor: 'A warm or browned stab, a loose terminal, a rating other than the listed.',
	fix: 'A new breaker listed for this panel, the conductor torqued to its label.',
	proves: 'It carries its load for as long as it tripped before.'
};
export const ONE_LEG: Remedy = {
	open: 'The panel, main off, the bus verified dead: the spaces of the two breakers. What feeds the main stays live.',
	lookFor: 'Both poles on one service leg: 0 V between the two hots.',
	fix: 'Move one pole to the other leg, with a common trip or a handle tie (210.4(B)).',
	proves: '240 V between the two hots, 120 V from each to neutral.'
};
export const BORROWED: Remedy = {
	open: 'Both circuits off and tagged, this box and the other verified dead.',
	lookFor: 'Neutrals of two circuits in one splice: amps on a neutral with its own breaker off.',
	fix: 'Part the neutrals: each circuit on its own, all the way back (300.3(B)).',
	proves: 'With one circuit off its neutral carries nothing.'
};
export const JOINED: Remedy = {
	...BORROWED,
	lookFor: 'Hots of two circuits in one splice: with one breaker off the box is still live.',
	fix: 'Part the hots, each circuit by itself.',
	proves: 'Each breaker alone takes its own outlets dead, and no others.'
};
export const SERVICE_OPEN: Remedy = {
	open: 'Nothing. Main off, call the utility.',
	lookFor: 'Lights that go bright and dim together, volts of the two legs that move against each other.',
	fix: 'The utility repairs the service neutral; check what was plugged in.',
	proves: BOTH_LEGS,
	now: MAIN_NOW
};
export const SERVICE_LOOSE: Remedy = {
	...SERVICE_OPEN,
	lookFor: 'One leg rises when the other is loaded.',
	fix: 'The utility repairs the service neutral, or the lug in the panel is retorqued with the service off.'
};
export const LEG_LOOSE: Remedy = {
	...SERVICE_OPEN,
	lookFor: 'One leg falls under its own load, and the other does not rise.',
	fix: 'The utility repairs the connection of that leg, or its lug is retorqued with the service off.',
	proves: 'Both legs steady while a load goes on.',
	now: 'Main off now: that connection may burn.'
};
export const SOUND: Remedy = {
	open: 'Nothing.',
	lookFor: 'What is plugged in: try it on another circuit.',
	fix: 'Nothing is wrong with the wiring as far as it was read.',
	proves: 'The same reading again with the load that was complained of.'
};
export const LEG_LOST: Remedy = {
	open: 'Nothing yet: both handles fully off, then on, once. Then the panel, main off, the bus verified dead. What feeds the main stays live.',
	lookFor: 'One handle in the middle, a warm or browned stab, a loose terminal; both hots of the cable at its ends.',
	fix: 'Reset it, replace the breaker, or repair the connection; do not go on with a burnt stab.',
	proves: 'Both hots to ground and hot to hot within range, with the load on.'
};
export const SUPPLY: Remedy = {
	...SERVICE_OPEN,
	lookFor: 'Both legs at the panel, each to neutral: high, low, or apart.',
	fix: 'The utility sets its volts right, or repairs the service.'
};
export const APPLIANCE: Remedy = {
	open: 'Nothing: try the lamp or the appliance at an outlet that works, and a good lamp here.',
	lookFor: 'A bulb, a fuse, a cord, a switch on the appliance.',
	fix: 'Replace the bulb, or have the appliance repaired.',
	proves: 'A good lamp lights here.'
};
export const SWITCH: Remedy = {
	open: 'Nothing: every wall switch of the room both ways, a dimmer full up, a timer on. Then the box of the switch, off, tagged and verified dead.',
	lookFor: 'A switch that feels loose, a conductor off its terminal.',
	fix: 'Land the conductor, or replace the switch.',
	proves: 'Volts here with the switch on, none with it off.'
};
