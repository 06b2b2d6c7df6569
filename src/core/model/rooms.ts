import type { BreakKind, FixtureKind, LeadsTo, RoomKind, Side, WallMarkKind } from './kinds';

/** Inches, x to the right and y up, one drawing for the whole dwelling. */
export type Point = readonly [x: number, y: number];

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
	/** Of an island without a receptacle: a way to add one later is made; left out: not looked at. @source 210.52(C)(2) of 2023 */
	provision?: boolean | undefined;
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
	/** Its kind was taken from its name, and nobody confirmed it. */
	kindGuessed?: boolean | undefined;
	story: number;
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
	/** Outdoors: heating or cooling equipment stands there; left out: nobody looked. What is drawn says it by itself. */
	equipment?: boolean | undefined;
}

/** Where a box is: on a wall of its room, or at a point of the plan (ceiling, floor, island, outdoors). */
export type Place = { kind: 'wall'; wall: number; at: number } | { kind: 'point'; x: number; y: number };
