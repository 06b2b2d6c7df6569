import type { CircuitKind, DeviceKind, RoomKind, Serves } from '../../model/kinds';
import type { RuleRef } from '../rule';

/** A circuit that a dwelling must have, where it has such a room. @source 210.11(C) */
interface RequiredCircuit {
	kind: CircuitKind;
	rule: RuleRef;
	least: number;
	amps: number;
	/** Asked for where one of these rooms is there. */
	rooms: readonly RoomKind[];
	/** What it is called when it is added. */
	name: string;
}

/** What a circuit of a kind may feed; anything else may not hang on it. */
export interface CircuitFeeds {
	rule: RuleRef;
	leastA: number;
	/** Receptacles of these rooms. */
	rooms: readonly RoomKind[];
	/** Receptacles of these rooms too, where they are reached without a ladder or a tool. */
	also?: { rule: RuleRef; rooms: readonly RoomKind[] };
	/** Receptacles that are let in for one thing alone. */
	onlyFor?: { rule: RuleRef; uses: readonly ('clock' | 'gas-cooking')[] };
	/** Where all that it feeds is in one room of its kind, other equipment of that room too; of a garage: with so many bays at most. */
	oneRoom?: { rule: RuleRef; bays?: number };
}

export interface CircuitsTable {
	required: readonly RequiredCircuit[];
	feeds: Readonly<Partial<Record<CircuitKind, CircuitFeeds>>>;
	/** Counter receptacles of a kitchen hang on so many small-appliance circuits at least. */
	counters: { rule: RuleRef; least: number };
	/** Receptacles of these rooms hang on small-appliance circuits, or on an individual one. */
	kitchens: {
		rule: RuleRef;
		rooms: readonly RoomKind[];
		/** In a cabinet or for these: neither wall, floor nor counter receptacles, and not on a small-appliance circuit. */
		fixedInPlace: { rule: RuleRef; serves: readonly Serves[] };
	};
	/** No small-appliance circuit serves more than one kitchen. */
	oneKitchen: RuleRef;
	/** Least number of general circuits, by floor area. */
	general: { rule: RuleRef; vaPerSqFt: number; volts: number };
	/** Equipment fastened in place, on a circuit that feeds lights or cords too: at most this share of its rating. */
	fastened: { rule: RuleRef; share: number; beside: readonly DeviceKind[]; onCord: readonly Serves[] };
	/** Circuits of so many amps and more with several outlets feed no general lights or receptacles of a dwelling. */
	large: { rule: RuleRef; fromA: number; receptacleA: number };
	/** Nameplate of an appliance that has its own circuit. */
	nameplate: RuleRef;
	/** A single pole gives the voltage to ground. */
	volts: RuleRef;
	/** Ratings of a circuit with several outlets. */
	ratings: { rule: RuleRef; several: readonly number[] };
	/** A neutral that is another circuit's. */
	borrowed: RuleRef;
	/** Poles of one breaker, or tied ones, stand next to each other. */
	adjoining: RuleRef;
	/** Cable and wire in wet places and in the ground. */
	wet: { buried: RuleRef; flexible: RuleRef };
	/** Knob and tube: no more of it, and no insulation over it. */
	knobAndTube: { extended: RuleRef; insulated: RuleRef };
	/** Terminals of 15 and 20 A devices take wire up to this size. */
	deviceTerminals: { rule: RuleRef; largest: '10'; upToA: number };
	/** Heat out of doors that is protected against ground faults as equipment. */
	equipmentGfp: readonly { serves: Serves; rule: RuleRef; what: string }[];
	/** Devices on aluminum wire. */
	aluminum: { rule: RuleRef; upToA: number };
	/** Fuses as found. */
	plugFuses: { rule: RuleRef; sizes: readonly number[]; upToA: number; tamperProof: RuleRef };
	multiwire: {
		rule: RuleRef;
		/** All hots open together. */
		together: RuleRef;
		/** Loads of line to neutral only. */
		loads: RuleRef;
		/** The neutral does not depend on a device. */
		neutral: RuleRef;
		/** Hots and their neutral are grouped in the panel. */
		grouped: RuleRef;
		/** One yoke, two circuits. */
		yoke: RuleRef;
	};
}
