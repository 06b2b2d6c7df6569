import { editions } from '../code/editions';
import { cite } from '../code/rule';
import { DEFAULT_LOAD_A, type RunInstrument } from '../instruments/run-reading';
import { check, figure, list, must, named, oneOf, orNothing, orWord, shape, type Checked } from '../model/file/fields';
import type { FieldFault, Finding, Step } from '../model/result';
import { planOf } from '../network/build';
import { inFeedOrder, runWiring } from '../network/run-wiring';
import { diagnose, type Diagnosis } from '../trace/diagnose';
import { PANEL, runHypotheses, type Suspected } from '../trace/hypotheses';
import type { Ranked } from '../trace/rank';
import { sayFaults } from '../trace/say';
import type { Seen } from '../trace/seen';
import { LEAST_BITS } from '../trace/spread';
import { sayNext } from '../trace/tell';
import { show } from '../units/quantity';
import { circuitFields, loadA, runBox, runFaults, unknownBox, whole, type Loose, type NetworkRequest } from './network-requests';

/** The body of `/diagnose` as a Yup schema, what the schema cannot see, and its answer. */

const SEEN_WITH = ['voltmeter', 'low-impedance', 'lamps', 'analyzer', 'shell-touch', 'dead', 'works', 'tripped'] as const;
const ASK_WITH = ['lamps', 'voltmeter', 'low-impedance', 'analyzer'] as const;
const LAMP_WORDS = ['on', 'dim', 'off'] as const;
const VOLTS = { least: 0, most: 1000 } as const;
const voltsOrLamp = () => orNothing(orWord(VOLTS.least, VOLTS.most, LAMP_WORDS));
const ohms = () => orNothing(figure(-1e3, 1e9));
const observation = shape({
	box: must(named(64)),
	instrument: must(oneOf(SEEN_WITH)),
	loadA: loadA(),
	hn: voltsOrLamp(),
	hg: voltsOrLamp(),
	ng: voltsOrLamp(),
	volts: orNothing(figure(VOLTS.least, VOLTS.most)),
	loadedVolts: orNothing(figure(VOLTS.least, VOLTS.most)),
	dropPercent: orNothing(figure(-100, 100)),
	hotOhms: ohms(),
	neutralOhms: ohms(),
	groundOhms: ohms(),
	bootleg: oneOf(['yes', 'no', 'cannot-tell'] as const),
	milliamps: orNothing(figure(0, 1e5))
});
export const diagnoseRequest = shape({
	...circuitFields,
	boxes: must(list(runBox, 60, 1)),
	observations: list(observation, 200).default(() => []),
	instruments: list(must(oneOf(ASK_WITH)), ASK_WITH.length, 1)
});

const PAIRS = ['hn', 'hg', 'ng'] as const;
const ANALYZED = ['volts', 'loadedVolts', 'dropPercent', 'hotOhms', 'neutralOhms', 'groundOhms', 'bootleg'] as const;
type Field = (typeof PAIRS)[number] | (typeof ANALYZED)[number] | 'milliamps';
/** The fields of each instrument. */
const FIELDS: Readonly<Record<(typeof SEEN_WITH)[number], readonly Field[]>> = {
	voltmeter: PAIRS,
	'low-impedance': PAIRS,
	lamps: PAIRS,
	analyzer: ANALYZED,
	'shell-touch': ['milliamps'],
	dead: [],
	works: [],
	tripped: []
};
export type Observation = { box: string; instrument: (typeof SEEN_WITH)[number]; loadA?: number | undefined } & Partial<
	Record<Field, number | string | null>
>;
export interface DiagnoseRequest extends Omit<NetworkRequest, 'faults' | 'read'> {
	observations: Observation[];
	instruments: (typeof ASK_WITH)[number][];
}

/** The body of `/diagnose`, checked. @returns the case, or every fault with its path */
export function checkDiagnose(body: unknown): Checked<DiagnoseRequest> {
	const checked = check<Loose<NetworkRequest> & Partial<DiagnoseRequest>>(diagnoseRequest, body);
	if (!checked.ok) return checked;
	const value = {
		...whole(checked.value),
		observations: checked.value.observations ?? [],
		instruments: [...new Set(checked.value.instruments ?? ASK_WITH)]
	};
	const faults = [
		...runFaults(value),
		...value.observations.flatMap((o, i) => observationFaults(value, o, `observations[${i}]`))
	];
	return faults.length ? { ok: false, faults } : { ok: true, value };
}
function observationFaults(run: DiagnoseRequest, o: Observation, path: string): FieldFault[] {
	if (o.instrument === 'tripped') {
		const protects = o.box === PANEL || run.gfciAt?.includes(o.box);
		return protects ? [] : [{ path: `${path}.box`, message: `must be panel or a box with a GFCI, got "${o.box}"` }];
	}
	const faults = unknownBox(run, o.box, `${path}.box`);
	const allowed: readonly string[] = FIELDS[o.instrument];
	for (const [field, value] of Object.entries(o)) {
		if (field === 'box' || field === 'instrument' || value === undefined) continue;
		if (field === 'loadA' && o.instrument === 'analyzer') continue;
		if (!allowed.includes(field))
			faults.push({
				path: `${path}.${field}`,
				message: `is no reading of ${o.instrument}; allowed: ${allowed.join(', ') || 'none'}`
			});
		else if (o.instrument === 'lamps' && typeof value !== 'string')
			faults.push({ path: `${path}.${field}`, message: `must be one of ${LAMP_WORDS.join(', ')} of a lamp, got ${value}` });
		else if ((o.instrument === 'voltmeter' || o.instrument === 'low-impedance') && typeof value === 'string')
			faults.push({ path: `${path}.${field}`, message: `must be volts, got "${value}"` });
	}
	return faults;
}

interface ToldFault {
	kind: Suspected['kind'];
	at: string;
	ohms?: number;
	ohmsFrom?: number;
	ohmsTo?: number;
}
export interface DiagnoseAnswer {
	hypotheses: { faults: ToldFault[]; probability: number; same: ToldFault[][] }[];
	unexplained: number;
	next: { box: string; instrument: RunInstrument; loadA?: number; gainBits: number; why: string } | null;
	steps: Step[];
	findings: Finding[];
}
/** At most so many hypotheses are told, and of each so many that are the same. */
const MOST_TOLD = 20;
const MOST_SAME = 200;

/** Which faults explain what was seen, and what to read next. */
export function answerDiagnose(request: DiagnoseRequest): DiagnoseAnswer {
	const boxes = inFeedOrder(request.boxes);
	const outletIds = boxes.map((b) => b.id);
	const plan = planOf(runWiring(editions[request.edition], request));
	const loadA = request.observations.find((o) => o.loadA !== undefined)?.loadA ?? DEFAULT_LOAD_A;
	const diagnosis = diagnose({ plan, outletIds }, runHypotheses(request), {
		evidence: {
			seen: request.observations.flatMap((o) => seenOf(o, outletIds.indexOf(o.box))),
			tripped: [...new Set(request.observations.flatMap((o) => (o.instrument === 'tripped' ? [o.box] : [])))]
		},
		full: request.source.volts,
		atHand: { instruments: request.instruments, loadA }
	});
	return told(request, { diagnosis, outletIds, loadA });
}
function seenOf({ box: _, instrument, loadA, ...fields }: Observation, outlet: number): Seen[] {
	if (instrument === 'tripped') return [];
	const read = Object.fromEntries(
		Object.entries(fields).filter((f): f is [string, number | string | null] => f[1] !== undefined)
	);
	const use: Record<string, string> = instrument === 'dead' || instrument === 'works' ? { use: instrument } : {};
	return [{ outlet, instrument, fields: { ...read, ...use }, loadA: loadA ?? DEFAULT_LOAD_A }];
}

function told(
	request: DiagnoseRequest,
	{ diagnosis, outletIds, loadA }: { diagnosis: Diagnosis; outletIds: readonly string[]; loadA: number }
): DiagnoseAnswer {
	const rows = diagnosis.answers.slice(0, MOST_TOLD);
	const hypotheses = rows.map(({ members, probability }) => ({
		faults: members[0] ? faultsOf(members[0]) : [],
		probability,
		same: members.slice(1, 1 + MOST_SAME).map(faultsOf)
	}));
	const unexplained = Math.max(0, 1 - hypotheses.reduce((s, h) => s + h.probability, 0));
	const [best] = diagnosis.next;
	return {
		hypotheses,
		unexplained,
		next: best
			? {
					box: outletIds[best.outlet] ?? '',
					instrument: best.instrument,
					...(best.instrument === 'analyzer' ? { loadA } : {}),
					gainBits: best.bits,
					why: sayNext(best, outletIds[best.outlet] ?? '', (at) => at)
				}
			: null,
		steps: rows.map(({ members, probability }): Step => ({
			label: sayFaults(members[0]?.hypothesis.faults ?? [], (at) => at),
			formula: `weight ${show(members[0]?.hypothesis.weight ?? 0)} times how well it explains ${request.observations.length} observations`,
			value: probability,
			unit: ''
		})),
		findings: findingsOf(request, diagnosis)
	};
}
const faultsOf = ({ hypothesis, fits }: Ranked): ToldFault[] => {
	const left = [...fits];
	return hypothesis.faults.map(({ kind, at }) => {
		const fit = kind.includes('loose') ? left.shift() : undefined;
		return { kind, at, ...(fit ? { ohms: fit.ohms, ohmsFrom: fit.from, ohmsTo: fit.to } : {}) };
	});
};

/** From so much on it is told that a shell may be live, and that nothing explains what was read. */
const TOLD_FROM = { shell: 0.01, unexplained: 0.5 } as const;
const SHELL_LIVE: readonly Suspected['kind'][] = ['bootleg', 'hot-ground-reversed', 'open-ground'];
function findingsOf({ edition, observations, instruments }: DiagnoseRequest, { answers, unthought, next }: Diagnosis): Finding[] {
	const rule = cite(editions[edition], { section: 'practice', title: 'Finding the fault', confidence: 'firm' });
	const say = (id: string, message: string): Finding => ({
		code: id,
		id,
		severity: 'caution',
		rule,
		subject: { kind: 'input', id: 'observations' },
		message
	});
	const shells = answers.filter((a) => a.members.some((m) => m.hypothesis.faults.some((f) => SHELL_LIVE.includes(f.kind))));
	const shell = shells.reduce((s, a) => s + a.probability, 0);
	return [
		...(shell >= TOLD_FROM.shell
			? [
					say(
						'shell-live',
						'A bootleg ground, an open ground or a ground that is hot is among what explains this: metal of what is plugged in may be live. The lamps of a tester do not show it.'
					)
				]
			: []),
		...(unthought >= TOLD_FROM.unexplained
			? [
					say(
						'unexplained',
						'No fault that is known explains all of this: read again, one instrument at a time, with everything unplugged.'
					)
				]
			: []),
		...(!next.length && observations.length
			? [
					say(
						'nothing-more',
						`Nothing more can be told with ${instruments.join(', ')}: no reading would tell over ${LEAST_BITS} bit.`
					)
				]
			: [])
	];
}
