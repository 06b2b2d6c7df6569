import type { CircuitKind, RoomKind } from '../model/kinds';
import type { RuleRef } from './edition';

/** A circuit that a dwelling must have, where it has such a room. @source 210.11(C) */
export interface RequiredCircuit {
	kind: CircuitKind;
	rule: RuleRef;
	least: number;
	amps: number;
	/** Asked for where one of these rooms is there. */
	rooms: readonly RoomKind[];
	/** What it is called when it is added. */
	name: string;
}
export interface CircuitsTable {
	required: readonly RequiredCircuit[];
	/** Counter receptacles of a kitchen hang on so many small-appliance circuits at least. */
	counters: { rule: RuleRef; least: number };
	/** Receptacles of these rooms hang on small-appliance circuits, or on an individual one. */
	kitchens: { rule: RuleRef; rooms: readonly RoomKind[] };
	/** No small-appliance circuit serves more than one kitchen. */
	oneKitchen: RuleRef;
	/** Least number of general circuits, by floor area. */
	general: { rule: RuleRef; vaPerSqFt: number; volts: number };
}
