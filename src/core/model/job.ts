import type { Awg, Metal } from '../units/gauge';
import type {
	AmendableFigure,
	AMENDMENT_CHANGES,
	BothBy,
	BreakerForm,
	BreakKind,
	Cable,
	CircuitKind,
	ConductorColour,
	ConductorMeans,
	Dampness,
	DeviceKind,
	Disconnect,
	Dwelling,
	EditionKey,
	FixtureKind,
	HomeRun,
	ItemState,
	LimitKey,
	GroundProof,
	GuidedKind,
	Insulation,
	LeadsTo,
	LoadKind,
	Opener,
	OpensTogether,
	PanelKind,
	PartOf,
	Protection,
	ProtectAt,
	ReadingKind,
	RoomKind,
	Serves,
	ServiceKind,
	Side,
	State,
	Switched,
	SwitchWays,
	WallMarkKind,
	Yoke
} from './kinds';

/** Inches, x to the right and y up, one drawing for the whole dwelling. */
export type Point = readonly [x: number, y: number];

/** A local change to a rule, with where it is written down. */
export interface Amendment {
	id: string;
	/** The rule or a part of it: `210.8(F)`; `210.8(A)` takes all of its items with it. */
	section: string;
	/** `off`: not asked for here; `on`: asked for whatever the permit date; `as-edition`: as that edition has it; `figure`: with another figure. */
	change: (typeof AMENDMENT_CHANGES)[number];
	edition?: EditionKey | undefined;
	/** Of `off`: only for permits before this day; the rule is delayed. */
	until?: string | undefined;
	/** Of `figure`: which one, and what it is here. */
	figure?: AmendableFigure | undefined;
	value?: number | undefined;
	/** Only for outlets that serve this; absent: for all. */
	only?: Serves | undefined;
	reference: string;
}

/** Good between two figures, to be looked at between two others. */
export interface BandFigures {
	good: readonly [least: number, most: number];
	look: readonly [least: number, most: number];
}

/** What the shop settles within what the code allows. */
export interface Practice {
	wallHeightIn: number;
	counterHeightIn: number;
	/** Current of the plug-in analyzer's drop test, A. */
	testLoadA: number;
	/** Volts the supply stands at with nothing on, hot to neutral. */
	supplyVolts: number;
	/** Advice on the farthest outlet's drop, percent. */
	dropPercent: number;
	/** Years after which a GFCI is to be replaced. */
	gfciYears: number;
	/** How far back a protecting device reaches, in; left out: the usual. */
	protectingDeviceIn?: number | undefined;
	/** Left out: the usual. */
	prices?: PriceList | undefined;
	/** Where the shop would have protection, among what is lawful; left out: wherever it costs least. */
	protectAt?: ProtectAt | undefined;
	/** Where both protections are asked; left out: whatever costs least. */
	bothBy?: BothBy | undefined;
	/** 12 AWG to every receptacle, on 15 A too. */
	receptacles12?: boolean | undefined;
	/** What a sound house is taken to have, where it is not the usual: service impedance, terminations, temperature while testing. */
	sound?: { [K in 'sourceOhms' | 'serviceNeutralOhms' | 'terminationOhms' | 'conductorC']?: number | undefined } | undefined;
	/** Limits of readings that are not the usual, by their key. */
	limits?: Partial<Record<LimitKey, BandFigures>> | undefined;
	/** Days between tests of a GFCI; left out: 30. */
	gfciTestDays?: number | undefined;
	/** How circuits are proposed; left out: the usual. */
	grouping?: GroupingPractice | undefined;
}
/** What good electricians differ on when they lay out circuits. The code sets none of it. */
export interface GroupingPractice {
	/** Most outlets on a general circuit of 15 A and of 20 A. */
	perCircuit15: number;
	perCircuit20: number;
	/** General receptacles on 15 or 20 A. */
	receptaclesA: 15 | 20;
	/** Lights and switches on circuits of their own. */
	lightsApart: boolean;
	/** A box may feed several others. */
	taps: boolean;
	/** The refrigerator on a circuit of its own. */
	refrigeratorAlone: boolean;
	/** Where cable crosses from room to room. */
	way: 'attic' | 'crawl-space';
}

/** The shop's prices, for the choice of devices. No currency: whatever the shop reckons in. */
export interface PriceList {
	breaker: Record<Protection, number>;
	/** A two-pole breaker costs so many times a single one. */
	twoPole: number;
	/** `none`: an ordinary receptacle. */
	device: Record<Protection, number>;
	/** A branch/feeder AFCI breaker; left out: the usual. */
	branchFeeder?: number | undefined;
	/** A foot of two-wire cable with ground; left out: the usual. */
	cableFt?: { '14': number; '12': number } | undefined;
	/** What it is held to cost that a further room goes dead with a trip, and that something delicate does. */
	perRoom: number;
	perDelicate: number;
}

/** What interrupts, or (a window) only marks, a wall: from and to in inches along it. */
export interface Break {
	id: string;
	wall: number;
	from: number;
	to: number;
	kind: BreakKind;
	/** Side on which a door's hinge is, seen along the wall. */
	hinge?: 'from' | 'to' | undefined;
	/** The leaf opens into this room. */
	swingsIn?: boolean | undefined;
	/** Said of a door; left out: as the drawing has it. */
	leadsTo?: LeadsTo | undefined;
}

/** A stretch of base cabinet with a top along a wall. */
export interface Counter {
	id: string;
	wall: number;
	from: number;
	to: number;
	depthIn: number;
	/** Its top above the floor; left out: the usual 36 in. */
	topIn?: number | undefined;
}

/** A thing that stands in a room: drawn, and measured from. x and y are its lower left corner before it is turned. */
export interface Fixture {
	id: string;
	kind: FixtureKind;
	name: string;
	x: number;
	y: number;
	widthIn: number;
	depthIn: number;
	/** About its middle, degrees counter-clockwise. */
	turnDeg?: number | undefined;
	/** Counter between a sink, range or cooktop and the wall; left out: as drawn. */
	behindIn?: number | undefined;
	/** Set across a corner. */
	corner?: boolean | undefined;
	/** Its top above the floor: a basin, an island. */
	topIn?: number | undefined;
	/** Of a stair, between the levels. */
	risers?: number | undefined;
}

/** Studs of one wall: every `spacing` in from `offset` on. */
export interface WallStuds {
	wall: number;
	spacing: number;
	offset: number;
}
/** A stretch of wall where no box can stand, or where one is wanted. */
export interface WallMark {
	id: string;
	wall: number;
	from: number;
	to: number;
	kind: WallMarkKind;
	note: string;
}

export interface Room {
	id: string;
	name: string;
	kind: RoomKind;
	storey: number;
	/** Only a basement asks: finished or not. */
	finished: boolean;
	/** Closed, counter-clockwise, inside faces; null: not measured yet. */
	outline: Point[] | null;
	breaks: Break[];
	counters: Counter[];
	fixtures: Fixture[];
	/** A permanent provision for preparing food or drink, with a sink. */
	foodPrep: boolean;
	studs: WallStuds[];
	marks: WallMark[];
	/** Outdoors, porch or deck: on which side of the house. */
	side?: Side | undefined;
	/** Porch, deck or balcony: open space between it and the house, in. */
	gapIn?: number | undefined;
	/** Porch, deck or balcony: its floor above grade, in. */
	aboveGradeIn?: number | undefined;
	/** Porch, deck or balcony: entered from inside the house; left out: as the drawing has it. */
	fromInside?: boolean | undefined;
	/** Garage: vehicles side by side. */
	bays?: number | undefined;
	/** Garage: stands apart from the house. */
	detached?: boolean | undefined;
	/** Detached garage or accessory building: has electric power; left out: when a box stands in it. */
	powered?: boolean | undefined;
	/** Foyer: part of a hallway. */
	partOfHall?: boolean | undefined;
	/** Attic, crawl space, basement: used for storage, or holding equipment that is serviced. */
	storage?: boolean | undefined;
}

/** Where a box is: on a wall of its room, or at a point of the plan (ceiling, floor, island, outdoors). */
export type Place = { kind: 'wall'; wall: number; at: number } | { kind: 'point'; x: number; y: number };

export interface Device {
	id: string;
	kind: DeviceKind;
	/** Receptacles on the yoke: a duplex has two. 0 for anything else. */
	receptacles: 0 | 1 | 2;
	amps: number;
	volts: 120 | 240;
	slots: 'grounding' | 'two-slot';
	protection: Protection;
	/** What follows hangs on LOAD, so that this device protects it too. */
	feedsLoad: boolean;
	tamperResistant: boolean;
	weatherResistant: boolean;
	/** By a wall switch: a duplex with one half switched still counts for spacing, a wholly switched one does not. */
	switched: Switched;
	serves: Serves | null;
	watts: number;
	name: string;
	state: State;
	/** ISO day the device was installed; for the age of a GFCI. */
	installed: string | null;
	partOf?: PartOf | undefined;
	/** Lies face up in a counter, in an assembly listed for it or not. */
	faceUp?: 'listed' | 'not-listed' | undefined;
	/** Of a switch. */
	ways?: SwitchWays | undefined;
	/** Of a switch: the boxes whose outlets it switches. */
	controls?: string[] | undefined;
	/** Fed by two hots. */
	yoke?: Yoke | undefined;
	/** On a multiwire circuit: the neutral goes on by a splice and a tail, or through this device's terminals. */
	neutral?: 'spliced' | 'through-device' | undefined;
	/** A receptacle for an electric clock, or for the controls and lights of a gas range, oven or cooktop, and nothing else. */
	onlyFor?: 'clock' | 'gas-cooking' | undefined;
	/** A timer, a sensor or energy management takes its power away. */
	controlled?: boolean | undefined;
	/** Terminals marked for aluminum (CO/ALR), or aluminum is spliced to a copper tail with a connector listed for it. */
	aluminumListed?: boolean | undefined;
}

/** A cable seen to end in a box. */
export interface CableSeen {
	id: string;
	cable: Cable;
	awg: Awg;
	conductors: number;
	ground: boolean;
	note: string;
}
/** A conductor as found: what its colour turned out to mean. */
export interface FoundConductor {
	id: string;
	/** The cable it comes in with; null: not made out. */
	cableId: string | null;
	colour: ConductorColour;
	means: ConductorMeans;
	/** Live with every switch off. */
	alwaysLive: boolean;
	insulation: Insulation;
	/** From where it leaves its sheath; null: not measured. */
	freeLengthIn: number | null;
}

export interface Box {
	id: string;
	/** Short and unique in the job: `K-03`. */
	name: string;
	roomId: string | null;
	place: Place | null;
	/** Centre above the floor or grade. */
	heightIn: number | null;
	material: 'plastic' | 'metal';
	gangs: number;
	volumeCuIn: number | null;
	/** Behind the device; left out: not measured. */
	depthIn?: number | undefined;
	ground: 'present' | 'none' | 'unknown';
	groundProof: GroundProof;
	cables: CableSeen[];
	conductors: FoundConductor[];
	/** Inside a cabinet: not counting as a required outlet. */
	inCabinet: boolean;
	/** Reached without moving an appliance, a tool or a ladder. */
	readilyAccessible: boolean;
	/** null: as the kind of room has it. */
	dampness: Dampness | null;
	devices: Device[];
	state: State;
	note: string;
}

/** One cable between two boxes, or from a panel to the first. */
export interface Leg {
	id: string;
	circuitId: string;
	/** A box, or a panel: the home run. */
	fromId: string;
	toId: string;
	cable: Cable;
	awg: Awg;
	metal: Metal;
	/** Insulated conductors: 2 or 3. */
	conductors: number;
	ground: boolean;
	/** One way; null: not measured yet. */
	lengthFt: number | null;
	state: State;
	/** The other circuit of a multiwire pair runs in the cable of this leg: it is one cable, and is counted there. */
	inCableOf?: string | undefined;
}

/** The load a circuit was made for, where it is one appliance. */
export interface CircuitLoad {
	kind: LoadKind;
	name: string;
	watts: number | null;
	amps: number | null;
	volts: 120 | 240;
	continuous: boolean;
	mca: number | null;
	mocp: number | null;
	/** Volts that the nameplate's watts are of, where they are not the circuit's. */
	ratedVolts?: number | undefined;
	/** Watts of each of its elements. */
	elements?: number[] | undefined;
	/** The elements may run at the same time. */
	together?: boolean | undefined;
	/** How it counts in the load of the dwelling; `none`: not at all (it is among the general loads). Left out: by its kind. */
	counts?: ServiceKind | 'none' | undefined;
}

export interface Circuit {
	id: string;
	number: number;
	name: string;
	kind: CircuitKind;
	panelId: string;
	/** Upper slot in the panel; a two-pole breaker takes the next one down too. */
	slot: number | null;
	poles: 1 | 2;
	breakerA: number;
	breaker: Protection;
	load: CircuitLoad | null;
	mustStayOn: boolean;
	/** An old directory's word, not believed until proven. */
	directory: string;
	/** What the directory says was found true. */
	proven?: boolean | undefined;
	/** Left out: a breaker. */
	opener?: Opener | undefined;
	/** Its neutral is another circuit's, as found. */
	borrowedNeutral?: boolean | undefined;
	/** How the home run lies, where that lets arc-fault protection begin at the first outlet. */
	homeRun?: HomeRun | undefined;
	/** Of its appliance; left out: not looked at. */
	disconnect?: Disconnect | undefined;
	/** ISO day its breaker was installed. */
	installed?: string | undefined;
	/** The type that is marked on the breaker, as the panel's label lists it. */
	breakerType?: string | undefined;
	/** One of two thin breakers in one slot. */
	half?: 'upper' | 'lower' | undefined;
	/** Shares its neutral with another circuit. */
	multiwire?: { withId: string; opens: OpensTogether } | undefined;
	/** Where the cable lies, where it is not the usual: 30 °C, on its own, terminals at 60 °C. */
	wiring?: { ambientC?: number | undefined; currentCarrying?: number | undefined; terminalC?: 60 | 75 | undefined } | undefined;
	state: State;
}

export interface Panel {
	id: string;
	name: string;
	roomId: string | null;
	place: Place | null;
	/** This one holds the service disconnect. */
	service?: boolean | undefined;
	mainA: number;
	slots: number;
	/** Left out: breakers. */
	kind?: PanelKind | undefined;
	/** Left out: fed from the service. */
	feeder?: Feeder | undefined;
	/** Neutrals and grounds are joined here. Left out: as it ought to be, joined where the service disconnect is. */
	bonded?: boolean | undefined;
	/** A grounding electrode is at its building. */
	electrode?: boolean | undefined;
	/** What its label lists; left out: not read yet. */
	label?: { types: string[]; forms: BreakerForm[] } | undefined;
}
/** What feeds a panel from another panel. */
export interface Feeder {
	fromPanelId: string;
	/** Upper slot of its two-pole breaker there. */
	slot: number | null;
	breakerA: number;
	cable: Cable;
	awg: Awg;
	metal: Metal;
	/** Insulated: two hots and the neutral. */
	conductors: number;
	ground: boolean;
	lengthFt: number | null;
	state: State;
}

/** What the people in the house saw. */
export interface Symptom {
	id: string;
	text: string;
	boxId: string | null;
	open: boolean;
}

/** What a dwelling in a building of several asks of its surroundings. */
export interface Unit {
	/** On the level of the ground. */
	groundLevel: boolean;
	/** Has an outside entrance of its own. */
	ownEntrance: boolean;
	/** Laundry equipment stands in common rooms of the building. */
	commonLaundry: boolean;
	/** Laundry equipment is, or is to be, in this unit. */
	laundryHere: boolean;
	/** Parking is away from the unit. */
	parkingAway: boolean;
}

/** A line of the punch list as it was seen on site. */
export interface SiteCheck {
	/** Of the requirement. */
	id: string;
	seen: 'done' | 'not-done' | null;
	note: string;
	at: string;
	by: string;
}

/** An item of an inspector's list, as received, and what is said to it. */
export interface InspectorItem {
	id: string;
	/** As it was written. */
	item: string;
	boxId: string | null;
	/** Section that was cited; empty: none. */
	cited: string;
	answer: string;
	evidence: string;
	state: ItemState;
	/** ISO day of the next inspection; null: none set. */
	again: string | null;
}
/** A check with a question, and what was found in it, each figure by its name; unknown ones are left out. */
export interface GuidedCheck {
	id: string;
	kind: GuidedKind;
	/** The circuit or the box that it is of. */
	of: string;
	/** The other place of a two-place reading. */
	other?: string | undefined;
	figures: Record<string, number>;
	words: Record<string, string>;
	at: string;
	by: string;
	note: string;
}
/** How the local authority read a rule: later jobs in the same place see it. */
export interface Ruling {
	id: string;
	section: string;
	/** What was decided, in our words. */
	ruling: string;
	/** Who gave it, and where it is written. */
	from: string;
	/** ISO day. */
	day: string;
}

export interface Job {
	id: string;
	name: string;
	place: string;
	edition: EditionKey;
	/** ISO day; dated rules read this and not the clock. */
	permitDate: string;
	dwelling: Dwelling;
	areaSqFt: number | null;
	amendments: Amendment[];
	practice: Practice;
	rooms: Room[];
	boxes: Box[];
	legs: Leg[];
	circuits: Circuit[];
	panels: Panel[];
	symptoms: Symptom[];
	notes: string[];
	checks: SiteCheck[];
	inspection?: InspectorItem[] | undefined;
	guided?: GuidedCheck[] | undefined;
	rulings?: Ruling[] | undefined;
	/** Left out: a house of its own. */
	unit?: Unit | undefined;
}

/** One measurement at one place and time. */
export interface Reading {
	id: string;
	jobId: string;
	/** A box, or a panel. */
	boxId: string;
	kind: ReadingKind;
	/** Volts, percent or ohms by kind; null for lamps. */
	value: number | null;
	/** Lamps HN HG NG: `on off off`. */
	lamps: string | null;
	/** Of what is said in words: how a plug holds, what a button did. */
	word?: string | undefined;
	/** Load on while it was read, A; null: none. A drop is always read under load. */
	loadA: number | null;
	/** Leak that a GFCI was timed at, mA. */
	atMa?: number | undefined;
	/** Of a receptacle with two halves; left out: the upper, or the only one. */
	half?: 'upper' | 'lower' | undefined;
	/** Before or after the work; left out: neither was said. */
	phase?: 'before' | 'after' | undefined;
	/** Read at a panel, of this breaker. */
	circuitId?: string | undefined;
	/** The reading that this one puts right: the old one is kept, and no longer judged. */
	corrects?: string | undefined;
	instrument: string;
	at: string;
	by: string;
	/** Taken back by undo, or struck out: kept, and no longer judged. */
	struck: boolean;
	note: string;
}

/** What was done to the live house: who switched what off, and when. */
export interface LiveEvent {
	id: string;
	jobId: string;
	kind: 'off-tagged' | 'on' | 'dead-test';
	circuitId: string | null;
	boxId: string | null;
	at: string;
	by: string;
	note: string;
}

/** A photo, made small before it is kept; its picture is base64 of a JPEG. */
export interface Photo {
	id: string;
	jobId: string;
	/** A box, a room, or a line of the punch list. */
	of: { kind: 'box' | 'room' | 'check'; id: string };
	caption: string;
	at: string;
	by: string;
	widthPx: number;
	heightPx: number;
	jpeg: string;
}

/** What a job file holds; photos only where they were asked for. */
export interface JobFile {
	hekto: 'job';
	fileVersion: 2;
	job: Job;
	readings: Reading[];
	events: LiveEvent[];
	photos?: Photo[] | undefined;
}

export const DEFAULT_GROUPING: GroupingPractice = {
	perCircuit15: 8,
	perCircuit20: 10,
	receptaclesA: 20,
	lightsApart: true,
	taps: true,
	refrigeratorAlone: false,
	way: 'attic'
};
export const DEFAULT_PRICES: PriceList = {
	breaker: { none: 8, gfci: 55, afci: 50, dual: 62 },
	twoPole: 2,
	device: { none: 3, gfci: 22, afci: 38, dual: 45 },
	perRoom: 6,
	perDelicate: 15,
	branchFeeder: 42,
	cableFt: { '14': 0.45, '12': 0.7 }
};
export const DEFAULT_PRACTICE: Practice = {
	wallHeightIn: 16,
	counterHeightIn: 44,
	testLoadA: 12,
	supplyVolts: 120,
	dropPercent: 3,
	gfciYears: 10
};
