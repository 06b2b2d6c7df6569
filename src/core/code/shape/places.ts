import type { Dwelling, FixtureKind, RoomKind, Side } from '../../model/kinds';
import type { RuleRef } from '../rule';

/** The tables of 210.52, 210.63, 210.50(C) and 210.70(A): where outlets are asked for. Lengths in inches. */
export interface PlacesTable {
	/** Receptacles at a wall counter. */
	counters: {
		rule: RuleRef;
		/** What parts a counter into separate spaces. */
		parts: RuleRef;
		/** Where the receptacle may be, and what makes one not count. */
		location: RuleRef;
		rooms: readonly RoomKind[];
		leastIn: number;
		reachIn: number;
		/** Counter behind a sink, range or cooktop that keeps the space whole: along a straight wall, and in a corner. */
		behindIn: number;
		behindCornerIn: number;
		aboveTopIn: number;
		/** Usual height of a kitchen counter's top. */
		topIn: number;
	};
	island: IslandRule;
	peninsula: IslandRule;
	islandPlace: { rule: RuleRef; aboveTopIn: number; belowTopIn: number | null };
	bathroom: { rule: RuleRef; rooms: readonly RoomKind[]; withinIn: number; belowTopIn: number; topIn: number };
	outdoors: Readonly<Record<Dwelling, { rule: RuleRef; sides: readonly Side[] | 'any' }>> & { aboveGradeIn: number };
	/** `withinIn`: so near to the house that it counts; null: only what is attached and entered from inside. */
	balcony: { rule: RuleRef; withinIn: number | null; aboveIn: number };
	laundry: { rule: RuleRef };
	garage: { rule: RuleRef; dwellings: readonly Dwelling[]; maxHeightIn: number; vehicleDoorIn: number };
	accessory: { rule: RuleRef; dwellings: readonly Dwelling[] };
	basement: { rule: RuleRef };
	hallway: { rule: RuleRef; leastIn: number };
	foyer: { rule: RuleRef; overSqFt: number; leastIn: number };
	equipment: { rule: RuleRef; withinIn: number };
	/** Service equipment and panels indoors; null: not asked for. */
	panelRoom: { rule: RuleRef; withinIn: number } | null;
	appliance: { rule: RuleRef; withinIn: number };
	workingSpace: { rule: RuleRef; widthIn: number; depthIn: number };
	heaterBelow: RuleRef;
	/** A heater's own receptacles hang on another circuit than the heater. */
	heaterCircuit: RuleRef;
	/** Face up in a counter; `belowSink`: and never below a sink. */
	faceUp: { rule: RuleRef; belowSink: RuleRef | null };
	lighting: {
		rooms: RuleRef;
		hallways: RuleRef;
		stairs: RuleRef;
		garages: RuleRef;
		entrances: RuleRef;
		storage: RuleRef;
		habitable: readonly RoomKind[];
		/** Here a switched receptacle does not do for the light. */
		lightOnly: readonly RoomKind[];
		storageRooms: readonly RoomKind[];
		risersForTwo: number;
	};
}

/** What an island or peninsula top is asked for. */
export type IslandRule =
	| {
			by: 'size';
			rule: RuleRef;
			longIn: number;
			shortIn: number;
			/** A sink, range or cooktop with less behind it makes two spaces of one top; `parts` cites it. */
			behindIn: number;
			parts: RuleRef;
	  }
	| { by: 'area'; rule: RuleRef; firstSqFt: number; furtherSqFt: number; nearOuterEndIn: number | null }
	| { by: 'provision'; rule: RuleRef };

/** Fixtures that part a counter where too little of it is left behind them. */
export const COUNTER_FIXTURES: readonly FixtureKind[] = ['sink', 'range', 'cooktop', 'refrigerator'];
