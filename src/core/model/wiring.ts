import type { Awg, Metal } from '../units/gauge';
import type {
	BoxMaterial,
	BreakerForm,
	BurialPlace,
	CableKind,
	CircuitKind,
	ConductorColor,
	ConductorMeans,
	Connects,
	Dampness,
	DeviceKind,
	Disconnect,
	Enters,
	HomeRun,
	GroundProof,
	Insulation,
	Lies,
	LoadKind,
	NemaKey,
	OutsideKind,
	Opener,
	OpensTogether,
	PanelKind,
	PartOf,
	Protection,
	Raceway,
	Serves,
	ServiceKind,
	State,
	Switched,
	SwitchWays,
	Usb,
	Way,
	Yoke
} from './kinds';
import type { Point, Place } from './rooms';

export interface Device {
	id: string;
	kind: DeviceKind;
	/** Receptacles on the yoke: a duplex has two. 0 for anything else. */
	receptacles: 0 | 1 | 2;
	amps: number;
	volts: 120 | 240;
	slots: 'grounding' | 'two-slot';
	protection: Protection;
	/** NEMA configuration of a receptacle; left out: not said, ordinary by its volts and amps. */
	form?: NemaKey | undefined;
	usb?: Usb | undefined;
	/** Its yoke is marked self-grounding: tight on a bonded, flush metal box it needs no conductor on its green screw. @source 250.146(B) */
	selfGrounding?: boolean | undefined;
	/** It has a light of its own. */
	nightLight?: boolean | undefined;
	/** A switch is on the same yoke. */
	withSwitch?: boolean | undefined;
	/** Read off the device: how deep it reaches back, in; inches to strip; how it takes conductors. Left out: not read. */
	deepIn?: number | undefined;
	stripIn?: number | undefined;
	connects?: Connects | undefined;
	/** Every terminal on one side. */
	oneSide?: boolean | undefined;
	/** Vents that must stay free. */
	vents?: boolean | undefined;
	/** What follows hangs on LOAD, so that this device protects it too. */
	feedsLoad: boolean;
	tamperResistant: boolean;
	weatherResistant: boolean;
	/** By a wall switch: a duplex with one half switched still counts for spacing, a wholly switched one does not. */
	switched: Switched;
	/** Of one with a half switched: which; left out: not looked at. */
	switchedHalf?: 'upper' | 'lower' | undefined;
	/** Of a switch: it dims. */
	dimmer?: boolean | undefined;
	serves: Serves | null;
	watts: number;
	name: string;
	state: State;
	/** ISO day the device was installed; for the age of a GFCI. */
	installed: string | null;
	/** Who put it in. */
	installedBy?: string | undefined;
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
	/** Behind an appliance that is not easily moved, for it alone; a duplex: for two of them. */
	dedicatedSpace?: boolean | undefined;
	/** What stood there before it was planned to be replaced; left out: it was not, or nobody noted it. */
	was?: DeviceWas | undefined;
	/** Terminals marked for aluminum (CO/ALR), or aluminum is spliced to a copper tail with a connector listed for it. */
	aluminumListed?: boolean | undefined;
}

/** A device as it was found: no plan writes over it. */
export type DeviceWas = Pick<Device, 'kind' | 'receptacles' | 'amps' | 'volts' | 'slots' | 'protection' | 'name'>;

/** An end of a cable, as it was seen in a box. What could not be made out of it is null. */
export interface CableEnd {
	id: string;
	/** The cable that it is an end of; left out: as far as it follows from what is drawn to the box. */
	of?: string | undefined;
	kind: CableKind | null;
	awg: Awg | null;
	/** Left out: nobody looked whether it is copper or aluminum. */
	metal?: Metal | undefined;
	conductors: number | null;
	ground: boolean | null;
	note: string;
	/** What its conductors come in, where they are not in a sheath. */
	raceway?: Raceway | undefined;
	/** Where it comes in. */
	enters?: Enters | undefined;
	/** Parted and read: its pair is live by itself, so it is the one that feeds the box. */
	line?: boolean | undefined;
}
/** A conductor as found: what its color turned out to mean. */
export interface FoundConductor {
	id: string;
	/** The end of the cable it comes in with; null: not made out. */
	endId: string | null;
	color: ConductorColor;
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
	/** Center above the floor or grade. */
	heightIn: number | null;
	/** null: nobody looked. */
	material: BoxMaterial | null;
	gangs: number;
	volumeCuIn: number | null;
	/** Its cables are held by clamps inside it; left out: nobody looked. */
	clampsInside?: boolean | undefined;
	/** Behind the device; left out: not measured. */
	depthIn?: number | undefined;
	ground: 'present' | 'none' | 'unknown';
	groundProof: GroundProof;
	ends: CableEnd[];
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
	/** Fasteners: as many as its instructions require, and as many as were seen; null or left out: nobody counted. */
	fasteners?: { required: number | null; seen: number | null } | undefined;
	/** A cord adapter that leaves the ground out is in use at it. */
	adapter?: boolean | undefined;
}

/** A cable that was run, or is to be. What nobody saw of it is null. */
interface CableRun {
	kind: CableKind | null;
	awg: Awg | null;
	metal: Metal | null;
	/** Insulated: 2 or 3. Of a feeder: two hots and the neutral. */
	conductors: number | null;
	ground: boolean | null;
	/** One way; null: not measured yet. */
	lengthFt: number | null;
	state: State;
}
/** One cable between two boxes, or from a panel to the first. */
export interface Cable extends CableRun {
	id: string;
	circuitId: string;
	/** A box, or a panel: the home run; null: what feeds it is not known. */
	fromId: string | null;
	/** What feeds it was reckoned and seen by nobody: how likely it is. Left out: it was seen, or planned. */
	guess?: number | undefined;
	/** A box that is somewhere upstream of it, as was measured: dead with the hots of that one parted, live with them joined. */
	behind?: string | undefined;
	toId: string;
	/** What its conductors are pulled in; left out: not in one, or not said. */
	raceway?: Raceway | undefined;
	/** Left out: as its two ends have it. */
	lies?: Lies | undefined;
	/** The other circuit of a multiwire pair runs in this cable: it is one piece, and is counted there. */
	inCableOf?: string | undefined;
	/** Its way on the plan; left out: not laid. */
	route?: Route | undefined;
	/** Of one in the ground. */
	trench?: TrenchFacts | undefined;
}
/** The way of a cable: its ends are the places of its boxes. */
export interface Route {
	way: Way;
	/** Corners between its ends. */
	via: Point[];
	/** Kept apart from its neighbors: it does not count as bundled. */
	spaced?: boolean | undefined;
}
/** A trench as it is dug: its stretches, and what was measured of one that was found. */
export interface TrenchFacts {
	segments: TrenchSegment[];
	/** Bored under, not dug. */
	bore?: boolean | undefined;
	/** As measured: cover, where its protection begins and ends; what corrosion did. */
	coverIn?: number | undefined;
	riserFromIn?: number | undefined;
	riserToFt?: number | undefined;
	corroded?: boolean | undefined;
}
/** Service conductors in the ground: the utility's own are by its own rules. */
export interface ServiceTrench extends TrenchFacts {
	whose: 'customer' | 'utility';
	/** null: direct-buried. */
	raceway: Raceway | null;
	/** null: not measured. */
	lengthFt: number | null;
}
export interface TrenchSegment {
	id: string;
	/** null: not measured; one alone is as long as its cable. */
	ft: number | null;
	place: BurialPlace;
	pavingIn: number;
}
/** What is on the truck of a line of the material list, and what was done about it. */
export interface Supply {
	/** The line's key. */
	id: string;
	truck: number;
	ordered: boolean;
	there: boolean;
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
	/** What it is for, in the words of its directory row: it goes by its panel and space. */
	name: string;
	kind: CircuitKind;
	/** null: not traced to a panel yet. */
	panelId: string | null;
	/** Upper slot in the panel; a two-pole breaker takes the next one down too. */
	space: number | null;
	poles: 1 | 2;
	/** Rating of its breaker or fuse, A; null: not read yet. */
	breakerA: number | null;
	breaker: Protection;
	/** What it is to protect against, where that is planned and not in yet; left out: nothing is. */
	plannedBreaker?: Protection | undefined;
	load: CircuitLoad | null;
	mustStayOn: boolean;
	/** An old directory's word, not believed until proven. */
	directory: string;
	/** What the directory says was found true. */
	proven?: boolean | undefined;
	/** Who found it, and when. */
	provenBy?: { by: string; at: string } | undefined;
	/** Left out: a breaker. */
	opener?: Opener | undefined;
	/** Protected against ground faults as equipment, 30 mA; left out: not looked at. @source 426.28, 427.22 */
	equipmentGfp?: boolean | undefined;
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
	/** null: not read yet. */
	mainA: number | null;
	/** null: not counted yet. */
	spaces: number | null;
	/** Breakers of this kind of panel are known not to trip: nothing behind it is protected by them. */
	mayNotTrip?: boolean | undefined;
	/** Slots stand open without fillers; left out: not looked at. */
	openSpaces?: boolean | undefined;
	/** Left out: breakers. */
	kind?: PanelKind | undefined;
	/** Left out: fed from the service. */
	feeder?: Feeder | undefined;
	/** Neutrals and grounds are joined here. Left out: as it ought to be, joined where the service disconnect is. */
	bonded?: boolean | undefined;
	/** A grounding electrode is at its building. */
	electrode?: boolean | undefined;
	/** New, replaced or as found; left out: not said. */
	state?: State | undefined;
	/** A surge-protective device is on it; left out: not looked at. */
	surge?: boolean | undefined;
	/** Its emergency disconnect is outside, where it can be reached; left out: not looked at. */
	outsideDisconnect?: boolean | undefined;
	/** The service conductors to it lie in the ground; left out: not said. */
	serviceTrench?: ServiceTrench | undefined;
	/** What that disconnect is, as its marking says; left out: not looked at. */
	outsideKind?: OutsideKind | undefined;
	/** What its label lists; left out: not read yet. */
	label?: { types: string[]; forms: BreakerForm[] } | undefined;
}
/** What feeds a panel from another panel. */
export interface Feeder extends CableRun {
	fromPanelId: string;
	/** Upper slot of its two-pole breaker there. */
	space: number | null;
	breakerA: number | null;
	/** Marked on every terminal that it ends at, °C; left out: 60 to 100 A, 75 above. */
	terminalC?: 60 | 75 | undefined;
	/** What its conductors are pulled in; left out: not in one, or not said. */
	raceway?: Raceway | undefined;
	/** Left out: as the buildings of its two panels have it. */
	lies?: Lies | undefined;
	/** Where it lies in the ground. */
	trench?: TrenchFacts | undefined;
	/** Of an old one without a ground: no continuous metal path between the buildings, no ground-fault protection at the service. */
	bondMayStay?: boolean | undefined;
}
