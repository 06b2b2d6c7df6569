import type { Awg, Metal } from '../units/gauge';
import type { CableKind } from './kinds';
import type * as told from './job';
import { asJoined } from './cable-ends';

/**
 * A job as the rules read it: what is known stands there; to read what nobody saw throws `NotKnown` with the name of the fact.
 * So no rule can take a thing for granted, and every judgement that needs a missing fact says which one it is.
 */
export type * from './job';
export * from './practice';

/** Fields of a job that may be unknown and that a judgement may need. */
type FactOf = 'cable' | 'circuit' | 'panel' | 'feeder' | 'box';
export interface Fact {
	of: FactOf;
	/** Of the cable, circuit, panel or box; a feeder goes by the panel that it feeds. */
	id: string;
	field: (typeof FIELDS)[FactOf][number] | 'fromId' | 'panelId' | 'space' | 'lengthFt' | 'ends' | 'clampsInside';
}

/** Thrown where a judgement needs a fact that nobody has seen. */
export class NotKnown extends Error {
	constructor(readonly fact: Fact) {
		super(`not known: ${fact.field} of ${fact.of} ${fact.id}`);
		this.name = 'NotKnown';
	}
}

export interface Cable extends Omit<told.Cable, 'kind' | 'awg' | 'metal' | 'conductors' | 'ground'> {
	kind: CableKind;
	awg: Awg;
	metal: Metal;
	conductors: number;
	ground: boolean;
}
export interface Circuit extends Omit<told.Circuit, 'breakerA'> {
	breakerA: number;
}
export interface Feeder extends Omit<told.Feeder, 'breakerA' | 'kind' | 'awg' | 'metal' | 'conductors' | 'ground'> {
	breakerA: number;
	kind: CableKind;
	awg: Awg;
	metal: Metal;
	conductors: number;
	ground: boolean;
}
export interface Panel extends Omit<told.Panel, 'mainA' | 'spaces' | 'feeder'> {
	mainA: number;
	spaces: number;
	feeder?: Feeder | undefined;
}
export interface Job extends Omit<told.Job, 'cables' | 'circuits' | 'panels'> {
	cables: Cable[];
	circuits: Circuit[];
	panels: Panel[];
}
export interface JobFile extends Omit<told.JobFile, 'job'> {
	job: Job;
}

const FIELDS = {
	cable: ['kind', 'awg', 'metal', 'conductors', 'ground'],
	circuit: ['breakerA'],
	panel: ['mainA', 'spaces'],
	feeder: ['breakerA', 'kind', 'awg', 'metal', 'conductors', 'ground'],
	box: ['material']
} as const;

const views = new WeakMap<object, object>();
/** Rows of which nothing is missing. */
const wholes = new WeakSet();
/** The thing itself where nothing of it is missing; else the same with what is missing throwing when it is read. */
function seen<T extends object>(of: FactOf, id: string, thing: T): T {
	if (wholes.has(thing)) return thing;
	const missing = FIELDS[of].filter((field) => (thing as Record<string, unknown>)[field] === null);
	if (!missing.length) {
		wholes.add(thing);
		return thing;
	}
	const before = views.get(thing) as T | undefined;
	if (before) return before;
	const view = { ...thing };
	for (const field of missing)
		Object.defineProperty(view, field, {
			enumerable: true,
			get() {
				throw new NotKnown({ of, id, field });
			}
		});
	views.set(thing, view);
	return view;
}
function seenPanel(panel: told.Panel): told.Panel {
	if (!panel.feeder) return seen('panel', panel.id, panel);
	const feeder = seen('feeder', panel.id, panel.feeder);
	if (feeder === panel.feeder) return seen('panel', panel.id, panel);
	const before = views.get(panel) as told.Panel | undefined;
	if (before) return before;
	const view = seen('panel', panel.id, { ...panel, feeder });
	views.set(panel, view);
	return view;
}

/**
 * A job as the rules read it. A job of which all is known is given back as it is, and so is every row of it that is whole: what
 * was worked out of them stays.
 */
export function knownJob(asTold: told.Job): Job {
	const before = views.get(asTold) as Job | undefined;
	if (before) return before;
	const job = asJoined(asTold);
	const cables = job.cables.map((l) => seen('cable', l.id, l));
	const circuits = job.circuits.map((c) => seen('circuit', c.id, c));
	const panels = job.panels.map(seenPanel);
	const same = <T>(a: readonly T[], b: readonly T[]) => a.every((row, i) => row === b[i]);
	const whole = same(cables, job.cables) && same(circuits, job.circuits) && same(panels, job.panels);
	const view = (whole ? job : { ...job, cables, circuits, panels }) as Job;
	views.set(asTold, view);
	// Seen once, it is seen.
	views.set(view, view);
	return view;
}

/** What is read, or null where it rests on what nobody saw. */
export function ifKnown<T>(read: () => T): T | null {
	try {
		return read();
	} catch (error) {
		if (error instanceof NotKnown) return null;
		throw error;
	}
}

/** The box or panel that feeds a cable. @throws NotKnown where nobody knows */
export function feedOf(cable: Pick<told.Cable, 'id' | 'fromId'>): string {
	if (cable.fromId === null) throw new NotKnown({ of: 'cable', id: cable.id, field: 'fromId' });
	return cable.fromId;
}
/** The panel of a circuit. @throws NotKnown where it is not traced to one */
export function panelOf(circuit: Pick<told.Circuit, 'id' | 'panelId'>): string {
	if (circuit.panelId === null) throw new NotKnown({ of: 'circuit', id: circuit.id, field: 'panelId' });
	return circuit.panelId;
}
/** The first of these facts of a cable that is not known; null: all are. */
export function missingOf(cable: Cable, ...fields: readonly (Fact['field'] & keyof told.Cable)[]): Fact | null {
	const whole = wholes.has(cable);
	for (const field of fields)
		if ((whole ? cable[field] : ifKnown(() => cable[field])) === null) return { of: 'cable', id: cable.id, field };
	return null;
}
