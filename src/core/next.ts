import { BreakerName } from './model/breaker-name';
import type { JobAssessment } from './assess';
import { missingPlaces } from './layout/punch-list';
import { liveAlarms } from './makeup/live-alarm';
import type { Box, Device, Job, LiveEvent, Reading } from './model/job';
import { indexOf, placeName } from './model/job-index';
import { inWords, type CallKind, type RoomKind, type Stage } from './model/kinds';
import type { Finding, Subject } from './model/result';
import type { StageView } from './model/stage-views';
import { gfciRegister, type GfciEntry } from './prove/gfci-register';
import { isOff, isProven } from './claims/claims-of';
import { MISSING } from './claims/missing';
import { nextInThread, threadOf, type ThreadKey } from './thread';
import { counted } from './units/quantity';
import { stateOf } from './work/obligations';

/** The one thing to do next: short, with what it is about. */
export type NextStep = StageView & {
	/** What kind of step it is, the same in every version. */
	code:
		| 'live'
		| 'call'
		| 'begin'
		| 'trace'
		| 'off'
		| 'required'
		| 'place'
		| 'measure'
		| 'circuit'
		| 'install'
		| 'test'
		| 'due'
		| 'print';
	subject: Subject | null;
	/** The sheet of a call that it leads to, in place of a view: a step of its box, its outlets, its breaker. */
	call?: ThreadKey | 'several' | 'breaker';
	/** @example 'K-06: install the GFCI receptacle' */
	text: string;
};
/** What the next step is worked out from. */
interface Situation {
	job: Job;
	readings: readonly Reading[];
	events: readonly LiveEvent[];
	assessment: JobAssessment;
	/** ISO day. */
	today: string;
}

type Ask = (s: Situation) => NextStep | null;
const box = (id: string): Subject => ({ kind: 'box', id });
const firstFound =
	(asks: readonly Ask[]): Ask =>
	(s) => {
		for (const ask of asks) {
			const step = ask(s);
			if (step) return step;
		}
		return null;
	};

/** Live where it is tagged off: before everything. */
const alarm: Ask = ({ job, readings, events }) => {
	const [first] = liveAlarms(job, readings, events);
	return first
		? {
				code: 'live',
				stage: 'trim',
				subject: box(first.boxId),
				text: `${placeName(job, first.boxId, 'panel')} is live with ${first.off} tagged off: hands off, find what feeds it`
			}
		: null;
};
/** A call goes on at its step. */
const call: Ask = (s) => (s.job.call ? CALLS[s.job.call.at](s, s.job.call.id) : null);
const CALLS: Readonly<Record<CallKind, (s: Situation, id: string | null) => NextStep | null>> = {
	box({ job, readings, events, assessment: { claims } }, id) {
		const at = job.boxes.find((b) => b.id === id);
		const step = at && nextInThread(threadOf(job, { readings, events, claims }, at));
		if (!at || !step) return null;
		return { code: 'call', stage: 'walk', call: step.key, subject: box(at.id), text: `${at.name}, ${step.title}: ${step.needs}` };
	},
	several({ job, readings, events, assessment: { claims } }, id) {
		const own = job.boxes.filter((b) => b.roomId === id);
		const left = own.filter((b) => nextInThread(threadOf(job, { readings, events, claims }, b)));
		if (own.length && !left.length) return null;
		const text = own.length ? `${left.length} of ${counted(own.length, 'outlet')} to go on with` : 'Enter the first outlet';
		return { code: 'call', stage: 'walk', call: 'several', subject: id === null ? null : { kind: 'room', id }, text };
	},
	breaker({ job, assessment: { claims }, readings }) {
		const work = (job.works ?? []).findLast((w) => !w.ended && w.boxId === null);
		const circuitId = work?.parts.find((p) => p.kind === 'breaker')?.at ?? job.guided?.findLast((c) => c.kind === 'breaker')?.of;
		const name = circuitId && BreakerName(job, indexOf(job).circuits.get(circuitId));
		const owed = work ? stateOf(job, work, { claims, readings }) : null;
		const text = !name
			? 'Which breaker?'
			: !owed
				? `${name}: what is done`
				: !owed.isIn
					? `${name}: the breaker in`
					: owed.owed[0]
						? `Prove it: ${owed.owed[0].words}`
						: null;
		if (text === null) return null;
		return { code: 'call', stage: 'trim', call: 'breaker', subject: circuitId ? { kind: 'circuit', id: circuitId } : null, text };
	}
};
const begin: Ask = ({ job }) =>
	job.rooms.length || job.boxes.length
		? null
		: { code: 'begin', stage: 'walk', view: 'tape', subject: null, text: 'Enter the first room, or add a box' };
/** Places that nobody measures wall by wall. */
const WITHOUT_WALLS: ReadonlySet<RoomKind> = new Set(['outdoors', 'porch', 'deck', 'attic', 'crawl-space']);
const measure: Ask = ({ job }) => {
	const room = job.rooms.find((r) => !r.outline && !WITHOUT_WALLS.has(r.kind));
	const drawn = job.rooms.some((r) => r.outline);
	return room && drawn
		? {
				code: 'measure',
				stage: 'walk',
				view: 'tape',
				subject: { kind: 'room', id: room.id },
				text: `${room.name}: enter its walls`
			}
		: null;
};
/** The gravest violation of a stage: what is required and missing. */
const required =
	(stage: Stage): Ask =>
	({ job, assessment }) => {
		const first = assessment.stages[stage].findings.find((f) => f.severity === 'violation');
		return first ? { code: 'required', stage, subject: first.subject, text: sayFinding(job, first) } : null;
	};
/** A finding as a step: what it is about, then what is required. */
function sayFinding(job: Job, { subject, message, fix }: Finding): string {
	const { boxes, rooms, circuits } = indexOf(job);
	const circuit = circuits.get(subject.id);
	const name = boxes.get(subject.id)?.name ?? rooms.get(subject.id)?.name ?? (circuit ? BreakerName(job, circuit) : '');
	const what = fix?.label ?? message;
	return !name || what.includes(name) ? what : `${name}: ${what.charAt(0).toLowerCase()}${what.slice(1)}`;
}
const place: Ask = ({ job }) => {
	for (const device of ['receptacle', 'lighting'] as const) {
		const [first] = missingPlaces(job, device);
		const at = first?.boxes[0];
		const room = at && indexOf(job).rooms.get(at.roomId);
		if (!first || !room) continue;
		const what = device === 'receptacle' ? 'receptacle' : 'light or switch';
		const text = `${room.name}: place ${counted(first.boxes.length, what, device === 'receptacle' ? undefined : 'lights and switches')}`;
		return { code: 'place', stage: 'layout', subject: { kind: 'room', id: room.id }, text };
	}
	return null;
};
const circuit: Ask = ({ job }) => {
	// In an existing house what is on which breaker is found as the work goes: only new outlets must have one.
	const { circuitsOfBox } = indexOf(job);
	const loose = job.boxes.filter((b) => b.state === 'planned' && b.devices.length && !circuitsOfBox.get(b.id)?.length);
	if (!loose.length) return null;
	const text = `${counted(loose.length, 'planned outlet')} without a circuit: propose circuits`;
	return { code: 'circuit', stage: 'circuit', view: 'propose', subject: null, text };
};
const cable: Ask = ({ job }) => {
	const unmeasured = job.cables.find((l) => l.lengthFt === null && l.state === 'planned');
	if (unmeasured)
		return {
			code: 'measure',
			stage: 'rough',
			subject: { kind: 'cable', id: unmeasured.id },
			text: `${placeName(job, unmeasured.fromId, 'panel')} to ${placeName(job, unmeasured.toId, 'panel')}: enter the length of the cable`
		};
	const planned = job.cables.filter((l) => l.state === 'planned');
	const first = planned[0];
	if (!first) return null;
	const own = planned.filter((l) => l.circuitId === first.circuitId).length;
	return {
		code: 'install',
		stage: 'rough',
		subject: { kind: 'cable', id: first.id },
		text: `${BreakerName(job, indexOf(job).circuits.get(first.circuitId))}: run ${counted(own, 'cable')}, first ${placeName(job, first.fromId, 'panel')} to ${placeName(job, first.toId, 'panel')}`
	};
};
const sayDevice = (d: Device): string => {
	const guard = { none: '', gfci: 'GFCI ', afci: 'AFCI ', dual: 'GFCI + AFCI ' }[d.protection];
	return d.name ? `${guard}${d.name}` : `${guard}${inWords(d.kind)}`;
};
/** A device that is planned in a box that is in the wall. */
const install: Ask = ({ job }) => {
	for (const b of job.boxes) {
		const planned = b.state === 'planned' ? undefined : b.devices.find((d) => d.state === 'planned');
		if (planned)
			return { code: 'install', stage: 'trim', subject: box(b.id), text: `${b.name}: install the ${sayDevice(planned)}` };
	}
	return null;
};
const readable = (b: Box): boolean => b.state !== 'planned' && b.devices.some((d) => d.receptacles > 0);
const untested =
	(state: 'built' | 'any'): Ask =>
	({ job, assessment: { claims } }) => {
		const { places } = claims;
		const left = job.boxes.filter((b) => readable(b) && !isProven(places.get(b.id)) && !isOff(places.get(b.id)));
		const own = state === 'any' ? left : left.filter((b) => b.state === 'built' || b.devices.some((d) => d.state === 'built'));
		const first = own[0];
		if (!first) return null;
		const more = own.length > 1 ? ` (${own.length} boxes to read)` : '';
		const place = places.get(first.id);
		const text = place?.read && place.next ? `${MISSING[place.next].words} yet` : 'take its readings';
		return { code: 'test', stage: 'prove', subject: box(first.id), text: `${first.name}: ${text}${more}` };
	};
const off: Ask = ({ job, assessment: { claims } }) => {
	const bad = [...claims.places.values()].find((p) => p.level === 'bad' && indexOf(job).boxes.has(p.id));
	return bad
		? {
				code: 'off',
				stage: 'prove',
				view: 'meaning',
				subject: box(bad.id),
				text: `${placeName(job, bad.id, 'panel')}: a reading is bad, see what it means`
			}
		: null;
};
/** Letters of what people say that a line has room for. */
const SHORT = 80;
const short = (text: string): string => (text.length > SHORT ? `${text.slice(0, SHORT - 1).trimEnd()}…` : text);
const symptom: Ask = ({ job }) => {
	const open = job.symptoms.find((s) => s.open);
	return open
		? { code: 'trace', stage: 'trace', subject: open.boxId ? box(open.boxId) : null, text: `Find the cause: ${short(open.text)}` }
		: null;
};
const ASK_AGAIN: readonly GfciEntry['state'][] = ['failed', 'overdue', 'not-passed'];
const due: Ask = ({ job, readings, assessment: { proofs }, today }) => {
	const [first] = gfciRegister(job, { readings, proofs }, today).filter((g) => ASK_AGAIN.includes(g.state));
	if (!first) return null;
	const subject: Subject | null = first.boxId
		? box(first.boxId)
		: first.circuitId
			? { kind: 'circuit', id: first.circuitId }
			: null;
	const says = { failed: 'failed its test, replace it', 'not-passed': 'passed no test: test it again' } as const;
	const text = `${first.name}: ${first.state === 'failed' || first.state === 'not-passed' ? says[first.state] : 'its test is due'}`;
	return { code: 'due', stage: 'prove', view: 'gfci', subject, text };
};
const print: Ask = ({ job }) =>
	job.circuits.length ? { code: 'print', stage: 'handover', subject: null, text: 'Print the panel directory' } : null;

const STAGE_ASKS: Readonly<Record<Stage, Ask>> = {
	walk: firstFound([begin, measure, required('walk')]),
	layout: firstFound([place, required('layout')]),
	circuit: firstFound([required('circuit'), circuit]),
	protect: required('protect'),
	rough: firstFound([required('rough'), cable]),
	trim: firstFound([alarm, required('trim'), install]),
	prove: firstFound([alarm, off, untested('built'), due, untested('any')]),
	trace: firstFound([alarm, symptom, off]),
	handover: print
};
/** Of the whole job: what is dangerous, what was complained of, what is required, planned, not tested, due. */
const JOB_ASK: Ask = firstFound([
	alarm,
	call,
	begin,
	symptom,
	off,
	required('protect'),
	required('circuit'),
	place,
	required('layout'),
	circuit,
	install,
	cable,
	untested('built'),
	due,
	print
]);

/** What comes next at a stage; null: nothing is open there. */
export const nextAt = (stage: Stage, situation: Situation): NextStep | null =>
	firstFound([alarm, call, STAGE_ASKS[stage]])(situation);
/** What comes next in a job. */
export const nextOf = (situation: Situation): NextStep | null => JOB_ASK(situation);
