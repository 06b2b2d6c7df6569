import type { AmendableFigure, AMENDMENT_CHANGES, CallKind, Dwelling, EditionKey, NewSet, RoomKind, Serves } from './kinds';
import type {
	GuidedCheck,
	InspectorItem,
	LiveEvent,
	Photo,
	Reading,
	Ruling,
	Signature,
	SiteCheck,
	Symptom,
	Torque
} from './records';
import type { Practice } from './practice';
import type { Room } from './rooms';
import type { Work } from './work';
import type { Box, Cable, Supply, Circuit, Panel } from './wiring';

export * from './practice';
export type * from './records';
export type * from './rooms';
export type * from './work';
export type * from './wiring';

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
	/** Only in rooms of these kinds; absent or empty: in all. */
	rooms?: RoomKind[] | undefined;
	reference: string;
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

export interface Job {
	id: string;
	name: string;
	place: string;
	edition: EditionKey;
	/** ISO day; dated rules read this and not the clock. null: nobody entered it. */
	permitDate: string | null;
	dwelling: Dwelling;
	areaSqFt: number | null;
	amendments: Amendment[];
	practice: Practice;
	rooms: Room[];
	boxes: Box[];
	cables: Cable[];
	circuits: Circuit[];
	panels: Panel[];
	symptoms: Symptom[];
	notes: string[];
	checks: SiteCheck[];
	inspection?: InspectorItem[] | undefined;
	guided?: GuidedCheck[] | undefined;
	rulings?: Ruling[] | undefined;
	torques?: Torque[] | undefined;
	supplies?: Supply[] | undefined;
	signatures?: Signature[] | undefined;
	works?: Work[] | undefined;
	/** It was begun as a service call: at a box, at several outlets of a room, or at a breaker or panel. */
	call?: Call | undefined;
	/** Left out: a house of its own. */
	unit?: Unit | undefined;
	/** Greatest demand of a year, or of 30 days recorded, kW; left out: not measured. */
	peakKw?: number | undefined;
}

/** What a service call is at. */
export interface Call {
	at: CallKind;
	/** The box, the room or the panel; null: none yet. */
	id: string | null;
	/** New work was asked for, at a spot in words or none: the box of the call is to feed it. */
	wants?: { set: NewSet; spot: string } | undefined;
}
/** What a job file holds; photos only where they were asked for. */
export interface JobFile {
	hekto: 'job';
	fileVersion: 5;
	job: Job;
	readings: Reading[];
	events: LiveEvent[];
	photos?: Photo[] | undefined;
	/** The last edit of the history that the job was saved from: copies can be brought together by it. */
	head?: string | undefined;
	/** The edits that led to it, the oldest first: by them two devices find the last state that both had. */
	history?: string[] | undefined;
}
