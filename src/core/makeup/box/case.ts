import type { ConnectorKind, Connects, EditionKey, Protection } from '../../model/kinds';
import type { Finding, Step } from '../../model/result';
import type { Awg, Metal } from '../../units/gauge';

/** What is to be made up in one box, and what it comes to: conductor ends, nets, terminals. Ids are the caller's own. */

export const NETS = [
	'hot',
	'hot-b',
	'neutral',
	'neutral-b',
	'ground',
	'switched',
	'switched-b',
	'traveler-1',
	'traveler-2',
	'traveler-3',
	'traveler-4',
	'interconnect',
	'spare'
] as const;
export type Net = (typeof NETS)[number];
export const COLORS = ['black', 'red', 'blue', 'white', 'gray', 'green', 'bare', 'brown', 'orange', 'yellow', 'other'] as const;
export type Color = (typeof COLORS)[number];
export const TOWARD = ['supply', 'onward', 'load', 'switch'] as const;
export type Toward = (typeof TOWARD)[number];
export const HALVES = ['together', 'half-switched', 'two-circuits', 'dual-voltage', 'two-hot', 'four-wire'] as const;
export type Halves = (typeof HALVES)[number];
export const MAKE_DEVICES = ['receptacle', 'switch', 'combination', 'hard-wired'] as const;
export const MAKE_WAYS = ['single', 'three-way', 'four-way'] as const;
export const STYLES = ['pigtail', 'feed-through'] as const;

export interface MakeCable {
	id: string;
	toward: Toward;
	awg: Awg;
	metal?: Metal | undefined;
	/** Each color once: a conductor end is told by its cable and its color. */
	conductors: readonly { color: Color; net: Net }[];
	/** Its armor, or the steel raceway it lies in, is the ground: it bonds the box itself, and no conductor comes in for it. */
	armor?: true | undefined;
	/** Single conductors in a raceway: from 4 AWG on they are marked at their ends. @source 200.6(B), 250.119(A) */
	single?: true | undefined;
}
export interface MakeDevice {
	id: string;
	kind: (typeof MAKE_DEVICES)[number];
	protection?: Protection | undefined;
	halves?: Halves | undefined;
	/** Cables on LOAD: those that it is to protect. */
	load?: readonly string[] | undefined;
	ways?: (typeof MAKE_WAYS)[number] | undefined;
	connection?: Connects | undefined;
	/** Of what is hard-wired: its leads. */
	leads?: readonly Net[] | undefined;
	/** Of a half-switched one; left out: the lower. */
	switchedHalf?: 'upper' | 'lower' | undefined;
	/** Nets that it takes, where a box has several of a kind; left out: the first there is. */
	takes?: { hot?: Net; neutral?: Net; switched?: Net } | undefined;
	/** Whether a ground must come to it; left out: its face promises one. */
	ground?: 'required' | 'none' | undefined;
	/** Its yoke is marked self-grounding: in a bonded metal box no conductor goes to its green screw. @source 250.146(B) */
	selfGrounding?: true | undefined;
	/** In the same box behind the LOAD of this device. */
	behind?: string | undefined;
}
export interface MakeUpCase {
	edition: EditionKey;
	practice: { style: (typeof STYLES)[number]; pushIn: boolean; connector?: ConnectorKind | undefined };
	box: { material: 'metal' | 'plastic'; gangs: number };
	cables: readonly MakeCable[];
	devices: readonly MakeDevice[];
	/** The gauge of tails; left out: of the smallest cable. */
	tailAwg?: Awg | undefined;
}

/** One end of a conductor in the box. */
export interface End {
	cable: string;
	color: Color;
}
export type Tail = { device: string; terminal: string } | { box: true };
export interface Join {
	net: Net;
	/** On the LOAD side of this device. */
	load?: string | undefined;
	ends: End[];
	tails: Tail[];
	/** The smallest generic one that takes the set; null: none is known to, the package says. */
	connector: string | null;
}
interface Landing {
	device: string;
	terminal: string;
	conductor: End | { tail: true };
}
export interface MakeUp {
	joins: Join[];
	terminals: Landing[];
	tabs: Record<string, { hot: 'in' | 'out'; neutral: 'in' | 'out' }>;
	reMark: (End & { as: Net })[];
	capped: End[];
	/** A tail from the grounds to the box. */
	boxGround: boolean;
	steps: Step[];
	findings: Finding[];
}

/** A net as a sentence names it. */
export const NET_WORDS: Readonly<Record<Net, string>> = {
	hot: 'hot',
	'hot-b': 'second hot',
	neutral: 'neutral',
	'neutral-b': 'second neutral',
	ground: 'ground',
	switched: 'switched hot',
	'switched-b': 'second switched hot',
	'traveler-1': 'traveler 1',
	'traveler-2': 'traveler 2',
	'traveler-3': 'traveler 3',
	'traveler-4': 'traveler 4',
	interconnect: 'interconnect',
	spare: 'spare'
};
/** Where a net stands on the LOAD side of a device it is another one than on its LINE. */
export type NetKey = string;
/** The key of a net on the LOAD side of a device. @example loadKey('hot', 'd1') -> 'load hot d1' */
export const loadKey = (net: Net, device: string): NetKey => `load ${net} ${device}`;
/** The same conductor end: by its cable and its color. */
export const sameEnd = (a: End, b: End): boolean => a.cable === b.cable && a.color === b.color;
/** An end in words. @example 'in black' */
export const endName = ({ cable, color }: End): string => `${cable} ${color}`;
