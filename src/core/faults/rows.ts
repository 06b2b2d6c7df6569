import * as remedy from './remedy';
import type { Remedy } from './remedy';

/** Every kind of wiring fault, one row each: what it changes in the network, how it is called, what it does to a person, its remedy. */

export type Role = 'hot' | 'neutral' | 'ground';
/** What a fault changes in the network. */
type Effect =
	/** A wire of the cable that feeds the place. */
	| { on: 'wire'; role: Role; how: 'open' | 'loose' }
	/** A terminal of the device. */
	| { on: 'contact'; role: Role; how: 'lost' | 'loose' }
	/** Two terminals with each other's wires. */
	| { on: 'terminals'; exchanged: readonly [Role, Role] }
	/** The cable that feeds the place, with two conductors in each other's splices: the place and all behind it. */
	| { on: 'cable'; exchanged: readonly [Role, Role] }
	/** Two splices that touch: at the place, or one of them at the other place of the fault. */
	| { on: 'splices'; touch: readonly [Role, Role]; at: 'one-place' | 'two-places' };
interface FaultRow {
	/** None: it is like no other, and the network knows it by its kind. */
	does: readonly Effect[];
	/** @param here the name of the place */
	says: (here: string) => string;
	/** A metal shell that is plugged in: at line voltage, or so as soon as the appliance has a fault of its own. @source facts on testing */
	shell?: 'at-line-voltage' | 'with-an-appliance-fault';
	isLoose?: true;
	remedy: Remedy;
}
const at = (what: string) => (here: string) => `${what} at ${here}`;
const open = (role: Role, how: Remedy, more: Partial<FaultRow> = {}): FaultRow => ({
	does: [{ on: 'wire', role, how: 'open' }],
	says: (here) => `open ${role}: in the cable to ${here}, or where it ends`,
	remedy: how,
	...more
});
const loose = (role: Role, how: Remedy): FaultRow => ({
	does: [{ on: 'wire', role, how: 'loose' }],
	says: (here) => `loose ${role}: a splice or terminal of the cable to ${here}, at either end`,
	isLoose: true,
	remedy: how
});
const looseContact = (role: Role): FaultRow => ({
	does: [{ on: 'contact', role, how: 'loose' }],
	says: at(`loose ${role} terminal`),
	isLoose: true,
	remedy: remedy.CONTACT
});
const lostContact = (role: Role, more: Partial<FaultRow> = {}): FaultRow => ({
	does: [{ on: 'contact', role, how: 'lost' }],
	says: at(`${role} off its terminal`),
	remedy: remedy.CONTACT,
	...more
});
const exchanged = (one: Role, other: Role, more: Pick<FaultRow, 'says'> & Partial<FaultRow>): FaultRow => ({
	does: [{ on: 'terminals', exchanged: [one, other] }],
	remedy: remedy.DEVICE,
	...more
});
const touching = (one: Role, other: Role, says: FaultRow['says'], how: Remedy = remedy.TOUCH): FaultRow => ({
	does: [{ on: 'splices', touch: [one, other], at: 'one-place' }],
	says,
	remedy: how
});

/** In the order in which they are told. */
const ROWS = {
	'open-hot': open('hot', remedy.SPLICE),
	'open-neutral': open('neutral', remedy.NEUTRAL_SPLICE),
	'open-ground': open('ground', remedy.OPEN_GROUND, { shell: 'with-an-appliance-fault' }),
	'loose-hot': loose('hot', remedy.SPLICE),
	'loose-neutral': loose('neutral', remedy.SPLICE),
	'loose-ground': loose('ground', remedy.LOOSE_GROUND),
	reversed: exchanged('hot', 'neutral', { says: at('hot and neutral reversed') }),
	'reversed-splice': {
		does: [{ on: 'cable', exchanged: ['hot', 'neutral'] }],
		says: (here) => `hot and neutral exchanged in a splice of the cable to ${here}: reversed there and at all behind it`,
		remedy: remedy.REVERSED_SPLICE
	},
	'hot-ground-reversed': exchanged('hot', 'ground', {
		says: at('hot and ground reversed'),
		shell: 'at-line-voltage',
		remedy: remedy.LIVE_SHELL
	}),
	'neutral-ground-swapped': exchanged('neutral', 'ground', { says: at('neutral and ground swapped') }),
	bootleg: {
		does: [],
		says: at('bootleg ground (a jumper from neutral to ground)'),
		shell: 'at-line-voltage',
		remedy: remedy.JUMPER
	},
	'short-hot-neutral': touching('hot', 'neutral', at('hot shorted to neutral')),
	'short-hot-ground': touching('hot', 'ground', at('hot shorted to ground')),
	'neutral-ground-touch': touching('neutral', 'ground', at('neutral touches ground'), remedy.NEUTRAL_TOUCH),
	'hot-contact-loose': looseContact('hot'),
	'neutral-contact-loose': looseContact('neutral'),
	'hot-contact-lost': lostContact('hot'),
	'neutral-contact-lost': lostContact('neutral'),
	'ground-contact-lost': lostContact('ground', { shell: 'with-an-appliance-fault' }),
	'gfci-line-load-swapped': { does: [], says: at('GFCI with LINE and LOAD exchanged'), remedy: remedy.GFCI_LANDED },
	'gfci-dead': { does: [], says: at('dead or worn GFCI'), remedy: remedy.GFCI_REPLACE },
	'gfci-tripped': { does: [], says: at('tripped GFCI'), remedy: remedy.GFCI_RESET },
	'tab-left-in': { does: [], says: at('tab left in between two circuits'), remedy: remedy.TAB_OFF },
	'tab-removed': { does: [], says: at('tab removed that belongs in'), remedy: remedy.TAB_IN },
	'breaker-off': { does: [], says: at('breaker off or tripped'), remedy: remedy.OFF },
	'breaker-worn': { does: [], says: at('worn breaker'), remedy: remedy.WORN },
	'both-hots-one-leg': { does: [], says: at('both hots on one service leg'), remedy: remedy.ONE_LEG },
	'neutral-borrowed': {
		does: [
			{ on: 'wire', role: 'neutral', how: 'open' },
			{ on: 'splices', touch: ['neutral', 'neutral'], at: 'two-places' }
		],
		says: at('neutral borrowed from another circuit'),
		remedy: remedy.BORROWED
	},
	'circuits-joined': {
		does: [{ on: 'splices', touch: ['hot', 'hot'], at: 'two-places' }],
		says: at('two circuits joined'),
		remedy: remedy.JOINED
	},
	'shared-neutral-open': open('neutral', remedy.NEUTRAL_SPLICE, {
		says: (here) => `neutral that two circuits share open: in the cable to ${here}, or where it ends`
	}),
	'leg-lost': {
		does: [],
		says: at('one of two hots lost: a half-tripped breaker, a burnt stab or a splice'),
		remedy: remedy.LEG_LOST
	},
	'supply-high': { does: [], says: () => 'supply too high: a service neutral, or the utility', remedy: remedy.SUPPLY },
	'supply-low': { does: [], says: () => 'supply too low: the utility, or a burnt connection of one leg', remedy: remedy.SUPPLY },
	appliance: { does: [], says: at('the lamp or the appliance itself'), remedy: remedy.APPLIANCE },
	'switch-open': {
		does: [{ on: 'contact', role: 'hot', how: 'lost' }],
		says: at('a switch that is off, or open'),
		remedy: remedy.SWITCH
	},
	'service-neutral-open': { does: [], says: at('service neutral open'), remedy: remedy.SERVICE_OPEN },
	'service-neutral-loose': { does: [], says: at('service neutral loose'), isLoose: true, remedy: remedy.SERVICE_LOOSE },
	'service-leg-loose': { does: [], says: at('one service leg loose'), isLoose: true, remedy: remedy.LEG_LOOSE }
} satisfies Record<string, FaultRow>;
export const FAULT_ROWS: Readonly<Record<keyof typeof ROWS, FaultRow>> = ROWS;
/** A breaker or GFCI that is off or has tripped: suspected like a fault. */
const SUSPECTED_OFF: FaultRow = { does: [], says: (here) => `${here}: off or tripped`, remedy: remedy.OFF };

/** The row of a fault, or of what is off. */
export const rowOf = (kind: keyof typeof ROWS | 'off'): FaultRow => (kind === 'off' ? SUSPECTED_OFF : FAULT_ROWS[kind]);
/** With this a metal shell stands at line voltage as it is, with nothing else wrong. */
export const makesShellLive = (kind: keyof typeof ROWS | 'off'): boolean => rowOf(kind).shell === 'at-line-voltage';
/** With this one a metal shell is or may come to be live: what a request of which nothing else is known is warned of. */
export const endangersShell = (kind: keyof typeof ROWS | 'off'): boolean => rowOf(kind).shell !== undefined;
