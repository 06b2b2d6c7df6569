import type { Awg } from '../units/gauge';
import type { Box, Circuit, CircuitLoad, Device, Cable, Panel, Place } from './job';
import type { Fact } from './known';
import type { CircuitKind, DeviceKind, EditionKey, OpensTogether, Serves, Stage } from './kinds';

/** A rule as cited: our words, the book's number. */
export interface Rule {
	section: string;
	title: string;
	edition: EditionKey;
	/** `check`: a figure to be checked with the authority having jurisdiction. */
	confidence: 'firm' | 'check';
}

/** One line of arithmetic, from the same variables as the result. */
export interface Step {
	label: string;
	formula: string;
	value: number | string;
	unit: string;
	rule?: Rule | undefined;
	/** Of a line that compares what there is with what is required. */
	outcome?: 'met' | 'short' | 'unknown' | undefined;
}

export type Severity = 'violation' | 'caution' | 'advice';

/** What to light up. */
export interface Subject {
	kind: 'job' | 'room' | 'box' | 'device' | 'cable' | 'circuit' | 'panel' | 'fixture' | 'input';
	id: string;
	/** A stretch of a room's wall, where the finding is of one. */
	stretch?: { wall: number; from: number; to: number } | undefined;
}

/** A box that a fix would place, with one device in it. */
export interface NewPlace {
	roomId: string;
	/** null: the room has no walls yet. */
	place: Place | null;
	heightIn: number | null;
	device: Extract<DeviceKind, 'receptacle' | 'lighting' | 'switch'>;
	serves?: Serves | undefined;
	outdoors?: boolean | undefined;
	/** The job has no place outdoors on that side yet: it is made with the box. */
	yard?: 'front' | 'back' | undefined;
	/** Of a switch: the box with the light that it switches, or the place in this fix that makes it. */
	controls?: { boxId: string } | { place: number } | undefined;
	/** Of a switch: how many there are for one light. */
	ways?: 'single-pole' | 'three-way' | undefined;
}

/** An edit that the user can apply with one press: data, so that it can be kept, tested and sent. */
export type Fix =
	| { kind: 'place-boxes'; label: string; boxes: NewPlace[] }
	| { kind: 'move-box'; label: string; boxId: string; place: Place }
	| { kind: 'add-circuits'; label: string; circuits: { name: string; kind: CircuitKind; breakerA: number }[] }
	| {
			kind: 'protect-device';
			label: string;
			boxId: string;
			deviceId: string;
			protection: 'gfci' | 'afci' | 'dual';
			/** What is asked of the type of the new device. */
			type: Pick<Device, 'tamperResistant' | 'weatherResistant'>;
	  }
	| { kind: 'protect-breaker'; label: string; circuitId: string; protection: 'none' | 'gfci' | 'afci' | 'dual' }
	| { kind: 'set-breaker'; label: string; circuitId: string; breakerA: number }
	| { kind: 'edit-device'; label: string; boxId: string; deviceId: string; change: Partial<Omit<Device, 'id'>> }
	| { kind: 'edit-box'; label: string; boxId: string; change: Partial<Pick<Box, 'volumeCuIn' | 'depthIn' | 'gangs'>> }
	| { kind: 'edit-circuit'; label: string; circuitId: string; change: Partial<Omit<Circuit, 'id' | 'load'>> }
	| {
			kind: 'edit-cable';
			label: string;
			cableId: string;
			change: Partial<Pick<Cable, 'awg' | 'metal' | 'conductors' | 'ground' | 'kind' | 'lies' | 'lengthFt'>>;
	  }
	| { kind: 'set-load'; label: string; circuitId: string; load: CircuitLoad }
	| { kind: 'size-circuit'; label: string; circuitId: string; breakerA: number; poles: 1 | 2; awg: Awg }
	| { kind: 'pair-circuits'; label: string; circuitIds: readonly [string, string]; opens: OpensTogether | null }
	| {
			kind: 'share-home-run';
			label: string;
			circuitIds: readonly [string, string];
			/** Cable from the first box of the first circuit to those that the second feeds from the panel now. */
			feet: readonly { boxId: string; lengthFt: number | null }[];
	  }
	| { kind: 'edit-panel'; label: string; panelId: string; change: Partial<Omit<Panel, 'id'>> }
	| { kind: 'move-to-circuit'; label: string; moves: readonly CircuitMove[]; fresh?: NewCircuitFor | undefined }
	| { kind: 'several'; label: string; fixes: readonly Fix[] }
	| { kind: 'mark-device'; label: string; boxId: string; deviceId: string; mark: 'tamperResistant' | 'weatherResistant' };

/** A box that changes its circuit; `circuitId` null: to the fresh one of the fix. */
export interface CircuitMove {
	boxId: string;
	fromCircuitId: string;
	circuitId: string | null;
	/** The box or panel that feeds it there; null: not known. */
	fromId: string | null;
	lengthFt: number | null;
}
/** A circuit that a fix makes for what it moves. */
export interface NewCircuitFor {
	name: string;
	kind: CircuitKind;
	breakerA: number;
	panelId: string | null;
}

export interface Finding {
	/** One of its own in an evaluation. */
	id: string;
	/** What fell short, the same for every subject and in every version: what programs branch on. @example 'wire-breaker' */
	code: string;
	/** The circuit it was found on, where the subject is a box, a device or a cable of it. */
	circuitId?: string | undefined;
	severity: Severity;
	rule: Rule;
	subject: Subject;
	message: string;
	have?: number | undefined;
	need?: number | undefined;
	unit?: string | undefined;
	fix?: Fix | undefined;
	/** Set when a local amendment made or changed it. */
	amendedBy?: string | undefined;
	/** Of what could not be judged: the fact that is missing. */
	fact?: Fact | undefined;
}

/** What a decision settles: walls and counters, the group of a circuit, its size and drop, protection, a predicted reading, box fill. */
export type DecisionCode =
	'walls' | 'group' | 'multiwire' | 'appliance' | 'size' | 'drop' | 'feeder' | 'joined' | 'protect' | 'predict' | 'fill';
export interface Decision {
	id: string;
	/** What kind of decision it is, stable over wordings. */
	code: DecisionCode;
	subject: Subject;
	/** What was decided, short enough for big type: `12 AWG · 20 A`. */
	value: string;
	/** What the figure answers: `why this gauge`. */
	title: string;
	steps: Step[];
	rules: Rule[];
	alternatives: { value: string; why: string }[];
	overridden?: { by: string; reason: string } | undefined;
}

export interface StageResult {
	findings: Finding[];
	decisions: Decision[];
	/** The stage could not be worked out, and why: what it says is not all there is. */
	failed?: string | undefined;
}

/** One evaluation of a job: each stage's findings and decisions, and figures that belong to no finding. */
export interface Assessment {
	stages: Record<Stage, StageResult>;
	quantities: Record<string, number>;
}

/** A fault in what the user gave: where, what was seen, what is allowed. */
export interface FieldFault {
	path: string;
	message: string;
}
