import type { Protection, WorkSheet } from './kinds';
import type { Written } from './records';
import type { Box, Circuit, Device } from './wiring';

/** Something that was done: when, by whom, and where in the order of its device. */
export interface Act {
	at: string;
	by: string;
	wrote?: Written | undefined;
}
/** What a part of a work is. */
export const PARTS = ['device', 'breaker', 'label', 'jumper', 'blank', 'splice'] as const;
export type PartKind = (typeof PARTS)[number];

/** One part of a work, wherever it is: planned until somebody said that it is in. */
export interface WorkPart {
	id: string;
	kind: PartKind;
	/** A box; of a breaker its circuit. */
	at: string;
	/** Of a device, and of one that is taken out for a blank cover. */
	deviceId?: string | undefined;
	/** Of a device: its box came with this work, and goes with it while it is not in. */
	newBox?: boolean | undefined;
	/** Of a breaker: what it is to protect against. */
	breaker?: Protection | undefined;
	/** Of a breaker: its rating, where another one was chosen. */
	breakerA?: number | undefined;
	/** Of a label: its words. */
	words?: string | undefined;
	/** When it was put in, on, or of a jumper taken off; left out: not yet. */
	put?: Act | undefined;
}
/** What stood there before the first edit of a work, as far as it was known. */
export interface WorkFound {
	devices: { boxId: string; device: Device; ground: Box['ground'] }[];
	breakers: Pick<Circuit, 'id' | 'breaker' | 'breakerA' | 'poles'>[];
}
/** What became of what was taken out. */
export interface OldPart {
	/** Its age by its date code or the house, in words; empty: not said. */
	age: string;
	/** What was seen on it. */
	seen: string;
	fate: 'kept' | 'thrown' | null;
}
/** Steps of a work that may be skipped, by name: what was skipped is printed. */
export const SKIPPED = ['dead', 'prove'] as const;
export type Skipped = (typeof SKIPPED)[number];

/** One piece of work: what was there, what was chosen, all of its parts, and how it ended. */
export interface Work {
	id: string;
	/** The box that it was begun at; null: at a breaker alone. */
	boxId: string | null;
	/** As it was chosen. */
	title: string;
	/** The sheet that leads through it; left out: the steps of its box. */
	sheet?: WorkSheet | undefined;
	begun: Act;
	found: WorkFound;
	parts: WorkPart[];
	old?: OldPart | undefined;
	skipped?: (Act & { step: Skipped })[] | undefined;
	/** Ended unfinished, in words. */
	ended?: (Act & { says: string }) | undefined;
}

/** Every act of a job's works: they stand in one order with what was read and switched. */
export const actsOf = ({ works = [] }: { works?: readonly Work[] | undefined }): Act[] =>
	works.flatMap((w) => [w.begun, ...w.parts.flatMap((p) => p.put ?? []), ...(w.skipped ?? []), ...(w.ended ? [w.ended] : [])]);
/** The work at a box that goes on, the newest first; one that was ended is no longer. */
export const openWork = ({ works = [] }: { works?: readonly Work[] | undefined }, boxId: string): Work | undefined =>
	works.filter((w) => !w.ended && w.boxId === boxId).at(-1);
/** The work at a breaker alone that goes on, the newest first. */
export const openBreakerWork = ({ works = [] }: { works?: readonly Work[] | undefined }, circuitId: string): Work | undefined =>
	works.filter((w) => !w.ended && w.boxId === null && w.parts.some((p) => p.kind === 'breaker' && p.at === circuitId)).at(-1);
/** The last work of which this box is a part, ended or not. */
export const lastWorkAt = ({ works = [] }: { works?: readonly Work[] | undefined }, boxId: string): Work | undefined =>
	works.filter((w) => w.boxId === boxId || w.parts.some((p) => p.kind !== 'breaker' && p.at === boxId)).at(-1);
/** Its parts that are in, and those that are not. */
export const isPut = (part: WorkPart): part is WorkPart & { put: Act } => part.put !== undefined;
