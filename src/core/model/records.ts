import type {
	EventKind,
	GuidedKind,
	ItemState,
	Meter,
	PaperKind,
	PHOTO_OF,
	ReadingKind,
	TORQUE_UNITS,
	LookFinds,
	SymptomKind,
	SymptomSign
} from './kinds';

/** What is written down of a job as the work goes: checks, lists, readings, events, photos. */

/** What the people in the house saw. */
export interface Symptom {
	id: string;
	text: string;
	boxId: string | null;
	open: boolean;
	/** As one of the trade's own words; left out: told only in the customer's. */
	kind?: SymptomKind | undefined;
	/** Boxes that were seen dead, and boxes that work. */
	dead?: string[] | undefined;
	works?: string[] | undefined;
	/** What was seen at a box. */
	signs?: { boxId: string; sign: SymptomSign }[] | undefined;
	/** Cheap looks, and whether each was it. */
	looks?: { look: LookFinds; found: boolean }[] | undefined;
	/** What it was in the end. */
	was?: SymptomCause | undefined;
}
interface SymptomCause {
	/** The faults, as they were named, and where. */
	faults: { kind: string; at: string }[];
	says: string;
	/** Its place among the answers when the search was ended, from 1; null: it was not among them. */
	place: number | null;
	/** Measurements that it took. */
	readings: number;
	at: string;
	by: string;
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
/** A paper that was signed: by whom, and what it said then. */
export interface Signature {
	id: string;
	paper: PaperKind;
	/** The box, the circuit or the panel that the paper is of; left out: of all. */
	subject?: string | undefined;
	role: string;
	name: string;
	license: string;
	at: string;
	/** As drawn: points of each stroke, in a field of so many. */
	strokes: (readonly [x: number, y: number])[][];
	width: number;
	height: number;
	/** SHA-256 of what the paper said. */
	fingerprint: string;
}
/** A screw that was tightened with a tool to a value. @source 110.14(D) */
export interface Torque {
	id: string;
	/** A box, a panel, or a circuit by its breaker. */
	placeId: string;
	/** What was tightened, in words. */
	what: string;
	value: number;
	/** What the device or breaker is marked with; null: not read. */
	marked: number | null;
	unit: (typeof TORQUE_UNITS)[number];
	tool: string;
	at: string;
	by: string;
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

/** Which entry of which device: its place in the order in which that device wrote, and the last it had of each other one. */
export interface Written {
	device: string;
	/** More than of every entry that the device had when it wrote. */
	n: number;
	seen?: Record<string, number> | undefined;
	/** Taken in from a table: when it was read, the clock of whatever read it says. */
	table?: boolean | undefined;
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
	/** Everything on its circuit was unplugged; left out: not said. */
	unplugged?: boolean | undefined;
	/** Its meter was proven on a known live source just before and after; left out: not said. */
	proven?: boolean | undefined;
	/** Load on while it was read, A; null: none. A drop is always read under load. */
	loadA: number | null;
	/** Leak that a GFCI was timed at, mA. */
	atMa?: number | undefined;
	/** Of a box with several receptacles: which one; left out: the only one, or not said. */
	deviceId?: string | undefined;
	/** Of a receptacle with two halves; left out: the upper, or the only one. */
	half?: 'upper' | 'lower' | undefined;
	/** The wall switch of a switched receptacle while it was read; left out: on, or it has none. */
	switchAt?: 'on' | 'off' | undefined;
	/** The box of the switch that was thrown, where several control it; left out: not said. */
	switchBy?: string | undefined;
	/** Before or after the work; left out: neither was said. */
	phase?: 'before' | 'after' | undefined;
	/** Read at a panel, of this breaker. */
	circuitId?: string | undefined;
	/** The reading that this one puts right: the old one is kept, and no longer judged. */
	corrects?: string | undefined;
	instrument: string;
	/** How the meter loads what it reads; left out: not known. */
	meter?: Meter | undefined;
	at: string;
	by: string;
	/** Taken back by undo, or struck out: kept, and no longer judged. */
	struck: boolean;
	/** When it was last struck out or restored; left out: never, or before that was kept. */
	strike?: Written | undefined;
	/** Left out: kept before entries were counted, or from elsewhere. */
	wrote?: Written | undefined;
	note: string;
}

/** What was done to the live house: who switched what off, and when; and where it was found live although it was off. */
export interface LiveEvent {
	id: string;
	jobId: string;
	kind: EventKind;
	circuitId: string | null;
	boxId: string | null;
	/** What was switched off for a box of which nobody knows the circuit, as it is marked: `space 3`, `fuse 2`. */
	what?: string | undefined;
	/** Of one that takes back what was found live: the event that was a slip. */
	withdraws?: string | undefined;
	/** A lock is on it, and not a tag alone. */
	locked?: boolean | undefined;
	at: string;
	wrote?: Written | undefined;
	by: string;
	note: string;
}

/** A photo, made small before it is kept; its picture is base64 of a JPEG. */
export interface Photo {
	id: string;
	jobId: string;
	/** A box, a room, a cable, a panel, a line of the punch list, or a step of the work at a box (`BOX:STEP`). */
	of: { kind: (typeof PHOTO_OF)[number]; id: string };
	caption: string;
	at: string;
	by: string;
	widthPx: number;
	heightPx: number;
	jpeg: string;
}
