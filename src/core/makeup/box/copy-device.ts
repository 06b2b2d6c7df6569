import { terminalWords } from './terminal-words';
import { NET_WORDS, sameEnd, type End, type MakeDevice, type MakeUp, type MakeUpCase, type Net } from './case';
import { hasSupplyGround, wiresOf, type ConductorEnd } from './wires';
import { protects, sharesNeutral } from './terminals';

/**
 * From the device that comes out to the one that goes in, conductor by conductor: where each was, where it goes, what changes and
 * why. What was found is evidence: where it says something else than a color does, the conductor is read before it is landed.
 */

/** Where a conductor was found. `splice`: under a connector, with or without a pigtail; `loose`: on nothing. */
type FoundAt = { terminal: string } | 'splice' | 'loose';
export interface FoundOn {
	end: End;
	/** Left out: nobody noted it. */
	at?: FoundAt | undefined;
	/** How a terminal held it; left out: not noted. */
	how?: 'screw' | 'push-in' | 'clamp' | undefined;
}
export interface Move {
	end: End;
	from: string;
	to: string;
	/** Nothing changes for it. */
	same: boolean;
	why: string[];
	/** Its place says another thing than its color: read it, dead then live, before it is landed. */
	read: boolean;
}
interface Copied {
	/** Ground, neutral, hot: the order in which they are landed. */
	moves: Move[];
	/** Of the device as a whole: what is not allowed (`bad`), or to be looked at. */
	notes: { level: 'bad' | 'look'; says: string; section?: string }[];
}
/** Terminals that an old device can have. */
export const OLD_DEVICES = {
	duplex: ['hot-upper', 'hot-lower', 'neutral-upper', 'neutral-lower', 'ground'],
	'two-slot': ['hot-upper', 'hot-lower', 'neutral-upper', 'neutral-lower'],
	gfci: ['line-hot', 'line-neutral', 'load-hot', 'load-neutral', 'ground'],
	switch: ['a', 'b', 'ground'],
	'three-way': ['common', 'traveler-1', 'traveler-2', 'ground'],
	'two-hot': ['hot-x', 'hot-y', 'neutral', 'ground']
} as const satisfies Record<string, readonly string[]>;
export type OldDevice = keyof typeof OLD_DEVICES;
export const OLD_WORDS: Readonly<Record<OldDevice, string>> = {
	duplex: 'receptacle, three-slot',
	'two-slot': 'receptacle, two-slot',
	gfci: 'GFCI receptacle',
	switch: 'switch',
	'three-way': 'three-way switch',
	'two-hot': 'receptacle, 240 V'
};

interface Old {
	device: OldDevice;
	on: readonly FoundOn[];
	/** Tabs between its screws; left out: not looked at. */
	tabs?: { hot?: 'in' | 'out' | undefined; neutral?: 'in' | 'out' | undefined } | undefined;
}
interface New {
	case: MakeUpCase;
	made: MakeUp;
	device: MakeDevice;
	/** It has a grounding slot. */
	grounding: boolean;
	cables: ReadonlyMap<string, string>;
}
const isNeutral = (net: Net): boolean => net === 'neutral' || net === 'neutral-b';
const RANK = (net: Net): number => (net === 'ground' ? 0 : isNeutral(net) ? 1 : 2);

/** @source 110.3(B), 250.148, 300.13(B), 404.2, 406.4(D) */
export function copyDevice(old: Old, to: New): Copied {
	const moves = [...wiresOf(to.case)]
		.filter((w) => w.net !== 'spare')
		.sort((a, b) => RANK(a.net) - RANK(b.net))
		.map((w) => moveOf(old, to, w));
	return { moves, notes: notesOf(old, to) };
}

function moveOf(old: Old, to: New, wire: ConductorEnd): Move {
	const end = { cable: wire.cable, color: wire.color };
	const found = old.on.find((x) => sameEnd(x.end, end));
	const goes = placeOf(to, end);
	const was = found?.at;
	const terminal = was && typeof was === 'object' ? was.terminal : null;
	const read = terminal !== null && contradicts(terminal, wire.net);
	const why = [...whyOff(old, to, { wire, found, terminal }), ...whyThere(to, { wire, goes, terminal })];
	const sameTerminal = terminal !== null && goes.terminal !== null && sameSide(terminal, goes.terminal);
	const same = !why.length && (sameTerminal || (was === 'splice' && !!goes.join));
	if (!why.length && !same && terminal && goes.terminal)
		why.push(`The same conductor, on the new device's ${terminalWords(goes.terminal).words}.`);
	return { end, from: fromWords(found), to: goes.words, same, why, read };
}
interface Moving {
	wire: ConductorEnd;
	/** The screw of the old device; null: on none. */
	terminal: string | null;
}
/** What was wrong with where it was. */
function whyOff(old: Old, to: New, { wire, found, terminal }: Moving & { found: FoundOn | undefined }): string[] {
	const sharing = terminal ? old.on.filter((x) => x.at && typeof x.at === 'object' && x.at.terminal === terminal).length : 0;
	return [
		...(terminal !== null && contradicts(terminal, wire.net) ? [contradiction(terminal, wire)] : []),
		...(sharing > 1 ? ['Two were under one screw: one conductor under each.'] : []),
		...(found?.how === 'push-in' && to.device.connection !== 'push-in'
			? ['Out of its push-in: cut off what was nicked, strip fresh, under the screw.']
			: [])
	];
}
/** Why it goes where it goes. */
function whyThere(to: New, { wire, goes, terminal }: Moving & { goes: Goes }): string[] {
	if (goes.join) return whySplice(to, wire, terminal !== null);
	if (goes.cap)
		return [
			wire.net === 'ground'
				? 'No ground comes into this box, and none may be carried on from it.'
				: 'Nothing here takes it: capped alone.'
		];
	if (goes.terminal?.startsWith('load-')) return ['What it feeds is to be protected: LOAD.'];
	if (goes.terminal?.startsWith('line-') && !terminal?.startsWith('line-')) return ['It comes from the supply: LINE.'];
	return wire.net === 'ground' && !terminal ? ['The old device had nothing on ground.'] : [];
}
const fromWords = (found: FoundOn | undefined): string => {
	if (!found?.at) return 'not noted';
	if (found.at === 'splice') return 'in a splice';
	if (found.at === 'loose') return 'on nothing';
	return `${terminalWords(found.at.terminal).words}${found.how && found.how !== 'screw' ? `, ${found.how}` : ''}`;
};
interface Goes {
	terminal: string | null;
	join: boolean;
	cap: boolean;
	words: string;
}
function placeOf({ made, cables }: New, end: End): Goes {
	const landed = made.terminals.find((t) => 'cable' in t.conductor && sameEnd(t.conductor, end));
	if (landed) return { terminal: landed.terminal, join: false, cap: false, words: terminalWords(landed.terminal).words };
	const i = made.joins.findIndex((j) => j.ends.some((e) => sameEnd(e, end)));
	const join = made.joins[i];
	if (!join) return { terminal: null, join: false, cap: true, words: 'a cap, alone' };
	const others = join.ends.filter((e) => !sameEnd(e, end)).map((e) => `${e.color} ${cables.get(e.cable) ?? e.cable}`);
	const tails = join.tails.map((t) => ('box' in t ? 'the box' : terminalWords(t.terminal).words));
	const parts = [
		others.length ? `with ${others.join(', ')}` : '',
		tails.length ? `pigtail to ${tails.join(' and ')}` : ''
	].filter(Boolean);
	return { terminal: null, join: true, cap: false, words: `splice ${i + 1}: ${parts.join('; ')}` };
}
function whySplice({ case: c, device, made }: New, wire: ConductorEnd, wasOnScrew: boolean): string[] {
	if (!wasOnScrew) return [];
	if (wire.net === 'ground') return ['Grounds are spliced: removing a device may not break them (250.148).'];
	if (isNeutral(wire.net) && sharesNeutral(c))
		return ['The neutral of a multiwire circuit does not go through a device (300.13(B)).'];
	if (
		protects(device) &&
		!(device.load ?? []).includes(wire.cable) &&
		made.joins.some((j) => j.net === wire.net && j.ends.length > 1)
	)
		return ['Spliced with LINE: what it feeds is not on LOAD.'];
	return c.practice.style === 'pigtail'
		? ['Your practice: spliced, with a pigtail to the device.']
		: ['More conductors than the device has screws for.'];
}
/** The side of a terminal: what an upper and a lower screw of one side with its tab in have alike. */
const side = (terminal: string): string => (terminal === 'neutral' ? 'neutral' : (terminal.split('-')[0] ?? terminal));
const sameSide = (a: string, b: string): boolean =>
	a === b || (side(a) === side(b) && ['hot', 'neutral'].includes(side(a))) || [a, b].every((t) => t.startsWith('traveler'));
/** A neutral on brass, a hot on silver, anything but a ground on green: reversed, a bootleg, or the color is not what it seems. */
function contradicts(terminal: string, net: Net): boolean {
	const brass = terminal.startsWith('hot-') || terminal.endsWith('-hot');
	const silver = terminal.startsWith('neutral') || terminal.endsWith('-neutral');
	if (terminal === 'ground') return net !== 'ground';
	return (brass && (isNeutral(net) || net === 'ground')) || (silver && !isNeutral(net));
}
const contradiction = (terminal: string, wire: ConductorEnd): string =>
	terminal === 'ground'
		? `It was on the ground screw, and its color says ${NET_WORDS[wire.net]}: a bootleg, or another conductor than it seems. Read it before it is landed.`
		: `It was on ${terminalWords(terminal).words}, and its color says ${NET_WORDS[wire.net]}: reversed here or upstream, or re-marked once. Read it before it is landed.`;

function notesOf(old: Old, { case: c, device, grounding }: New): Copied['notes'] {
	const notes: Copied['notes'] = [];
	const grounded = hasSupplyGround(c);
	if (device.kind === 'receptacle' && grounding && !grounded)
		notes.push(
			protects(device)
				? {
						level: 'look',
						says: 'No ground comes in: the GFCI protects without one. Mark it, and every three-slot receptacle after it, "No Equipment Ground"; nothing on its green screw.',
						section: '406.4(D)(2)'
					}
				: {
						level: 'bad',
						says: 'No ground comes in: two slots again, a GFCI, or a ground pulled; three slots only on the LOAD of a GFCI, marked "GFCI Protected" and "No Equipment Ground". Nothing on the green screw, no jumper from neutral to it.',
						section: '406.4(D)(2)'
					}
		);
	if (old.device === 'two-slot' && grounding && grounded)
		notes.push({
			level: 'look',
			says: 'Two-slot to three-slot: read the ground path under load first; a ground wire that is seen may end nowhere.',
			section: '406.4(D)(1)'
		});
	if (protects(device) && old.device !== 'gfci')
		notes.push({
			level: 'look',
			says: 'Which cable comes from the supply decides LINE: disconnect, and read; do not guess.',
			section: '110.3(B)'
		});
	if ((old.tabs?.hot === 'out' || old.tabs?.neutral === 'out') && (device.halves ?? 'together') === 'together')
		notes.push({
			level: 'bad',
			says: 'The old tab was out: its halves were split between two circuits, or one was switched. Find what fed each half before a device with its tabs in goes on.'
		});
	if (old.tabs?.hot === 'in' && device.halves !== undefined && ['half-switched', 'two-circuits'].includes(device.halves))
		notes.push({ level: 'look', says: 'The old tab was in, and the new one is split: its brass tab comes out first.' });
	if (old.on.some((x) => x.how === 'push-in'))
		notes.push({ level: 'look', says: 'Push-in terminals: pull each, and count them; one may have been loose.' });
	const unseen = c.cables
		.flatMap((x) => x.conductors.map((w) => ({ cable: x.id, color: w.color })))
		.filter((e) => !old.on.some((o) => o.at && sameEnd(o.end, e)));
	if (unseen.length && old.on.some((x) => x.at))
		notes.push({
			level: 'look',
			says: `${unseen.length} of its conductors ${unseen.length === 1 ? 'was' : 'were'} not noted: look at the photo before power comes on.`
		});
	return notes;
}
