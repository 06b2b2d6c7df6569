import type { Awg, Metal } from '../../units/gauge';
import type { RoomKind, Serves, DeviceKind, EditionKey, BreakKind, CableKind, LoadKind } from '../../model/kinds';
import type { RuleRef } from '../rule';
import type { PlacesTable } from './places';
import type { CircuitsTable } from './circuits';
import type { PanelsTable } from './panels';
import type { ServiceTable } from './service';
import type { AppliancesTable } from './appliances';
import type { BoxesTable } from './boxes';
import type { BurialTable } from './ground';
import type { SupportsTable } from './supports';
import type { RacewayTable } from './raceways';

/** Whether a cable may lie in a place: always, never, or only one that is marked for it. */
type Allowed = 'yes' | 'no' | 'if-marked';
export interface CableRule {
	rule: RuleRef;
	/** Column that correction starts from, and the one that limits what is left; null: none but the terminals. */
	from: Column;
	cap: Column | null;
	/** The cap holds for conductors up to this size only. */
	capTo?: Awg;
	/** Where it may lie, and the rule that says so. */
	places: { rule: RuleRef; inside: Allowed; outdoors: Allowed; buried: Allowed };
}

/** Column of an ampacity table: the temperature rating of the insulation or of the terminals, °C. */
export type Column = 60 | 75 | 90;
type ByColumn = Readonly<Record<Column, number | null>>;
export interface AmpacityRow {
	awg: Awg;
	Cu: ByColumn;
	Al: ByColumn | null;
}
/** Ohm per 1000 ft, DC at 75 °C. */
export interface ResistanceRow {
	awg: Awg;
	cmil: number;
	Cu: { solid: number | null; stranded: number };
	Al: { solid: number | null; stranded: number } | null;
}
/** What a row of a place table asks of an outlet. All that is given must hold. */
export interface PlaceTest {
	rooms?: readonly RoomKind[];
	notRooms?: readonly RoomKind[];
	serves?: readonly Serves[];
	what?: readonly DeviceKind[];
	/** false: only where not finished. */
	finished?: boolean;
	foodPrep?: boolean;
	dampness?: readonly ('damp' | 'wet')[];
	/** Measured along the shortest path of a cord, ft. */
	withinFt?: { of: 'sink' | 'tub'; ft: number };
	maxAmps?: number;
	maxVolts?: number;
	maxVoltsToGround?: number;
	readilyAccessible?: boolean;
	/** The receptacle that equipment is serviced from: said to be, or in one of these rooms. */
	servicing?: readonly RoomKind[];
}
export interface PlaceRow {
	rule: RuleRef;
	/** What the row says, in our words, for the slip. */
	because: string;
	when: PlaceTest;
	/** Falls away when the outlet also meets this. */
	except?: readonly { when: PlaceTest; because: string; rule: RuleRef; beforePermit?: string }[];
}
export interface Edition {
	key: EditionKey;
	/** Where outlets are asked for, other than along walls. */
	places: PlacesTable;
	/** Circuits that a dwelling must have. */
	circuits: CircuitsTable;
	panels: PanelsTable;
	/** Loads of the whole dwelling. */
	service: ServiceTable;
	walls: {
		rule: RuleRef;
		counts: RuleRef;
		leastIn: number;
		reachIn: number;
		maxHeightIn: number;
		/** A floor receptacle counts so near to the wall. */
		floorWithinIn: number;
		rooms: readonly RoomKind[];
		breaks: readonly BreakKind[];
		/** Breaks that rest on a reading to be checked. */
		checkBreaks: readonly BreakKind[];
	};
	breakers: {
		rule: RuleRef;
		sizes: readonly number[];
		onRequest: readonly { amps: number; rule: RuleRef; receptacles: boolean }[];
	};
	continuous: { rule: RuleRef; factor: number };
	cordShare: { rule: RuleRef; share: number };
	receptacleCircuits: { rule: RuleRef; single: RuleRef; allowed: Readonly<Record<number, readonly number[]>> };
	/** The form of a receptacle: volts it is for, a contact without its conductor, its ground, the old ones. */
	receptacleForms: {
		volts: RuleRef;
		contact: RuleRef;
		ground: RuleRef;
		old: RuleRef;
		/** Push-in terminals take copper of one gauge, on circuits of so many amps. */
		pushIn: { rule: RuleRef; awg: Awg; upToA: number };
	};
	/** What colors of conductors mean. */
	colors: {
		remark: RuleRef;
		ground: RuleRef;
		neutral: RuleRef;
		/** Single conductors from `markedFrom` on are marked where they end. */
		largeNeutral: RuleRef;
		largeGround: RuleRef;
		markedFrom: Awg;
		asFound: RuleRef;
	};
	smallConductor: {
		rule: RuleRef;
		other: RuleRef;
		wire: RuleRef;
		Cu: Partial<Record<Awg, number>>;
		Al: Partial<Record<Awg, number>>;
	};
	leastConductor: { rule: RuleRef; Cu: Awg; Al: Awg };
	nextSizeUp: { rule: RuleRef; upToA: number };
	ampacity: { rule: RuleRef; rows: readonly AmpacityRow[] };
	ambient: { rule: RuleRef; rows: readonly ({ upToC: number } & ByColumn)[] };
	bundling: { rule: RuleRef; rows: readonly { upTo: number; factor: number }[] };
	cables: Readonly<Record<CableKind, CableRule>>;
	terminals: { rule: RuleRef; upToA: number; above: Column };
	resistance: { rule: RuleRef; solidTo: Awg; rows: readonly ResistanceRow[]; perDegC: Readonly<Record<Metal, number>> };
	grounding: {
		rule: RuleRef;
		proportional: RuleRef;
		rows: readonly { upToA: number; Cu: Awg; Al: Awg }[];
		/** NM-B as made: circuit AWG to the AWG of its ground. */
		asMade: { rule: RuleRef; nm: Partial<Record<Awg, Awg>> };
	};
	/** Advice, %: of a branch circuit or a feeder alone, and of both together; over the last it is told where nobody asked. */
	drop: { rule: RuleRef; percent: number; totalPercent: number; toldFrom: number };
	loads: Readonly<Record<LoadKind, LoadRule>>;
	appliances: AppliancesTable;
	boxes: BoxesTable;
	ground: BurialTable;
	supports: SupportsTable;
	raceways: RacewayTable;
	range: {
		rule: RuleRef;
		least: RuleRef;
		upToKw: number;
		demandKw: number;
		perKw: number;
		/** Nameplates under the table's main column: the row's share of the nameplate, up to and with its kW. */
		small: readonly { upToKw: number; share: number }[];
		leastAFromKw: number;
		leastA: number;
	};
	gfci: {
		/** Receptacles the place rows speak of. */
		receptacle: PlaceTest & { rule: RuleRef };
		places: readonly PlaceRow[];
		/** Outlets by what they serve, and hard-wired ones. */
		outlets: readonly PlaceRow[];
		access: RuleRef;
		/** The way of a cord to a sink or tub may go through a doorway, or a cabinet's door. */
		cordThroughDoors: boolean;
		replacement: RuleRef;
	};
	afci: {
		rule: RuleRef;
		extension: RuleRef;
		replacement: RuleRef;
		minAmps: number;
		maxAmps: number;
		maxVolts: number;
		rooms: readonly RoomKind[];
		checkRooms: readonly RoomKind[];
		extensionFt: number;
		/** Longest home run of a listed combination, ft. */
		homeRunFt: Readonly<Partial<Record<Awg, number>>>;
	};
	tamper: { rule: RuleRef; maxAmps: number; maxVolts: number; maxHeightIn: number; except: RuleRef };
	weather: { damp: RuleRef; wet: RuleRef; resistant: RuleRef; maxAmps: number; wetRooms: readonly RoomKind[] };
	/** Receptacles kept away from tubs and showers: so far across, and so high above the rim; 0 across: not within or over it. */
	tubZone: { rule: RuleRef; acrossIn: number; upIn: number; bidet: boolean };
	/** Receptacles that an automatic device switches. */
	controlled: { rule: RuleRef; text: string };
	/** Dimmers and receptacles. */
	dimmers: RuleRef;
	replacing: {
		rule: RuleRef;
		grounded: RuleRef;
		/** New outlets are of the grounding type, and grounded. */
		newOutlet: RuleRef;
		tamper: RuleRef;
		weather: RuleRef;
		newGround: RuleRef;
		/** What wants a real ground, and rooms where such things stand. */
		wantsGround: { rule: RuleRef; serves: readonly Serves[]; rooms: readonly RoomKind[] };
		/** As the labels say. */
		noGround: string;
		through: string;
	};
}
/** How the load of a kind is reckoned. */
export interface LoadRule {
	rule: RuleRef;
	/** Runs 3 h or more, or is to be reckoned so; `asked`: as the request says. */
	continuous: boolean | 'asked';
	/** Least watts whatever the nameplate. */
	leastWatts?: number;
	/** Its demand is that of the range table. */
	rangeTable?: true;
	/** Takes conductor and breaker from its nameplate's MCA and MOCP. */
	nameplate?: true;
	/** Ratings of a single receptacle for it, smallest first. */
	singleReceptacle?: readonly number[];
	/** Greatest breaker: so many times its amps when over `overA`, next size up allowed, else `smallA`. */
	breakerCap?: { rule: RuleRef; overA: number; share: number; smallA: number };
}
