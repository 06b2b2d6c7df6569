import { editions } from '../code/editions';
import { cite } from '../code/rule';
import { DEFAULT_LOAD_A, type RunInstrument } from '../instruments/run-reading';
import { check, figure, flag, list, must, named, oneOf, orNothing, orWord, shape, type Checked } from '../model/file/fields';
import { endangersShell, rowOf } from '../faults/rows';
import { LOOK_FINDS, SYMPTOM_KINDS, type LookFinds, type SymptomKind } from '../model/kinds';
import type { FieldFault, Finding, Step } from '../model/result';
import { planOf } from '../network/build';
import { inFeedOrder, RUN_CIRCUITS, runWiring } from '../network/run-wiring';
import { actFor, type Act, type ActKind } from '../trace/acts';
import { contradictionsOf, withoutThem } from '../trace/contradiction';
import { Search, type Diagnosis } from '../trace/diagnose';
import { PANEL, type Suspected } from '../trace/hypotheses';
import { runHypotheses } from '../trace/run-hypotheses';
import type { Ranked } from '../trace/rank';
import type { Done } from '../trace/done';
import { lookAct, looksFor, type Look } from '../trace/looks';
import { sayFaults } from '../trace/say';
import type { Seen } from '../trace/seen';
import type { Tried } from '../trace/solved';
import { againAtLow, stopOf, type Stop, type StopRead } from '../trace/stop';
import { LEAST_BITS } from '../trace/spread';
import { sayNext } from '../trace/tell';
import { show } from '../units/quantity';
import { circuitFields, loadA, runBox, runFaults, unknownBox, whole, type Loose, type NetworkRequest } from './network-requests';

/** The body of `/diagnose` as a Yup schema, what the schema cannot see, and its answer. */

const SEEN_WITH = [
	'voltmeter',
	'low-impedance',
	'lamps',
	'analyzer',
	'shell-touch',
	'dead',
	'works',
	'tripped',
	'shell',
	'sign',
	'ohms',
	'own-button',
	'look'
] as const;
const SIGNS = ['warm', 'buzz', 'smell', 'damp', 'tingle', 'recent-work'] as const;
/** Boxes whose loads nobody gave have lamps on them, or none: both are tried. */
const LOADS = ['unknown', 'unplugged'] as const;
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
	milliamps: orNothing(figure(0, 1e5)),
	unplugged: flag(),
	proven: flag(),
	meter: oneOf(['low-impedance', 'voltmeter'] as const),
	sign: oneOf(SIGNS),
	hh: orNothing(figure(VOLTS.least, VOLTS.most)),
	h2n: orNothing(figure(VOLTS.least, VOLTS.most)),
	h2g: orNothing(figure(VOLTS.least, VOLTS.most)),
	trips: flag(),
	resets: flag(),
	found: orNothing(oneOf(LOOK_FINDS))
});
export const diagnoseRequest = shape({
	...circuitFields,
	boxes: must(list(runBox, 60, 1)),
	observations: list(observation, 200).default(() => []),
	instruments: list(must(oneOf(ASK_WITH)), ASK_WITH.length, 1),
	loads: oneOf(LOADS),
	complaint: oneOf(SYMPTOM_KINDS)
});

const PAIRS = ['hn', 'hg', 'ng'] as const;
const TWO_HOTS = ['hh', 'h2n', 'h2g'] as const;
const ANALYZED = ['volts', 'loadedVolts', 'dropPercent', 'hotOhms', 'neutralOhms', 'groundOhms', 'bootleg'] as const;
type Field = (typeof PAIRS)[number] | (typeof ANALYZED)[number] | 'milliamps' | (typeof TWO_HOTS)[number];
/** What may be said of a reading besides its figures. */
const ABOUT: readonly string[] = ['unplugged', 'proven'];
/** The fields of each instrument. */
const FIELDS: Readonly<Record<(typeof SEEN_WITH)[number], readonly (Field | 'meter' | 'sign' | 'trips' | 'resets' | 'found')[]>> =
	{
		voltmeter: [...PAIRS, ...TWO_HOTS],
		'low-impedance': [...PAIRS, ...TWO_HOTS],
		lamps: PAIRS,
		analyzer: ANALYZED,
		'shell-touch': ['milliamps'],
		dead: [],
		works: [],
		tripped: [],
		shell: ['volts', 'meter'],
		sign: ['sign'],
		ohms: PAIRS,
		'own-button': ['trips', 'resets'],
		look: ['found']
	};
type Observation = {
	box: string;
	instrument: (typeof SEEN_WITH)[number];
	loadA?: number | undefined;
	unplugged?: boolean | undefined;
	proven?: boolean | undefined;
	meter?: 'low-impedance' | 'voltmeter' | undefined;
	sign?: (typeof SIGNS)[number] | undefined;
	trips?: boolean | undefined;
	resets?: boolean | undefined;
	found?: LookFinds | null | undefined;
} & Partial<Record<Field, number | string | null>>;
export interface DiagnoseRequest extends Omit<NetworkRequest, 'faults' | 'read'> {
	observations: Observation[];
	instruments: (typeof ASK_WITH)[number][];
	loads?: (typeof LOADS)[number] | undefined;
	complaint?: SymptomKind | undefined;
}

/** The body of `/diagnose`, checked. @returns the case, or every fault with its path */
export function checkDiagnose(body: unknown): Checked<DiagnoseRequest> {
	const checked = check<Loose<NetworkRequest> & Partial<DiagnoseRequest>>(diagnoseRequest, body);
	if (!checked.ok) return checked;
	const { boxes } = checked.value;
	// A box whose device is a GFCI stands among those that protect.
	const gfciAt = [...new Set([...(checked.value.gfciAt ?? []), ...boxes.flatMap((b) => (b.device === 'gfci' ? [b.id] : []))])];
	const value = {
		...whole({ ...checked.value, gfciAt }),
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
	const faults = o.instrument === 'look' && o.box === PANEL ? [] : unknownBox(run, o.box, `${path}.box`);
	if (o.instrument === 'own-button' && !run.gfciAt?.includes(o.box))
		faults.push({ path: `${path}.box`, message: `must be a box with a GFCI, got "${o.box}"` });
	const allowed: readonly string[] = FIELDS[o.instrument];
	for (const [field, value] of Object.entries(o)) {
		if (field === 'box' || field === 'instrument' || value === undefined) continue;
		if (field === 'loadA' && o.instrument === 'analyzer') continue;
		if (ABOUT.includes(field)) continue;
		if (!allowed.includes(field))
			faults.push({
				path: `${path}.${field}`,
				message: `is no reading of ${o.instrument}; allowed: ${allowed.join(', ') || 'none'}`
			});
		else if (o.instrument === 'lamps' && typeof value !== 'string')
			faults.push({ path: `${path}.${field}`, message: `must be one of ${LAMP_WORDS.join(', ')} of a lamp, got ${value}` });
		else if (o.instrument === 'ohms' && typeof value === 'string')
			faults.push({ path: `${path}.${field}`, message: `must be ohms, or null where the meter shows nothing, got "${value}"` });
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
	/** What is done before anything else is read; while it stands, `next` asks only for that. */
	stop: Pick<Stop, 'do' | 'why'> | null;
	/** Two observations, by their numbers, that cannot both be right. */
	contradiction: { observations: [number, number]; why: string } | null;
	/** Cheap looks for this complaint, before anything is read. */
	first: Look[];
	next:
		| { do: 'read'; box: string; instrument: RunInstrument; loadA?: number; gainBits: number; why: string }
		| { do: ActKind; box: string; instrument: null; gainBits: number; why: string }
		| null;
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
	const wiring = runWiring(editions[request.edition], request);
	const plan = planOf(wiring);
	const bare = planOf({ ...wiring, outlets: wiring.outlets.map((o) => ({ ...o, watts: 0 })) });
	const loadA = request.observations.find((o) => o.loadA !== undefined)?.loadA ?? DEFAULT_LOAD_A;
	const loadsKnown =
		request.loads === 'unplugged' || (request.loads === undefined && request.boxes.some((b) => b.loadWatts !== undefined));
	const run: Tried = loadsKnown ? { plan, outletIds, idle: bare } : { plan: bare, outletIds, loadsUnknown: true };
	const twoHot = new Set(boxes.flatMap((b) => (b.twoHot ? [b.id] : [])));
	const rows = request.observations.map((o) => seenOf(o, outletIds.indexOf(o.box), twoHot.has(o.box)));
	const seen = rows.flat();
	const way = feeding(request.boxes);
	const contradictions = contradictionsOf(seen, (up, at) => way(outletIds[up] ?? '', outletIds[at] ?? ''));
	const stop = stopOf(request.observations.map(stopRead), request.source.volts);
	const first = looksFor(request.complaint, request);
	const act =
		actFor(seen, { contradictions, stop, loadsKnown }) ??
		shellAgain(request.observations, outletIds) ??
		lookAct(first, request.observations, outletIds);
	const hypotheses = runHypotheses(request, {
		complaint: request.complaint,
		dead: request.observations.flatMap((o) => (o.instrument === 'dead' ? [o.box] : [])),
		signs: request.observations.flatMap((o) => (o.instrument === 'sign' && o.sign ? [{ at: o.box, sign: o.sign }] : [])),
		lights: boxes.flatMap((b) => (b.device === 'light' ? [b.id] : []))
	});
	const diagnosis = new Search([run], hypotheses).ask({
		evidence: {
			seen: withoutThem(seen, contradictions),
			acts: request.observations.flatMap((o): Done[] =>
				o.instrument === 'look'
					? [{ do: 'look', found: o.found ?? null }]
					: o.instrument === 'own-button'
						? [
								{
									do: 'own-button',
									at: o.box,
									outlet: outletIds.indexOf(o.box),
									trips: o.trips ?? true,
									resets: o.resets ?? true
								}
							]
						: []
			),
			tripped: [...new Set(request.observations.flatMap((o) => (o.instrument === 'tripped' ? [o.box] : [])))]
		},
		full: request.source.volts,
		atHand: { instruments: request.instruments, loadA }
	});
	const [against] = contradictions;
	const numbers = rows.flatMap((r, i) => r.map(() => i));
	const contradiction = against
		? {
				observations: [numbers[against.zero] ?? 0, numbers[against.life] ?? 0] as [number, number],
				why: 'The meter shows nothing where the other shows life: neither counts until it is proven and the reading repeated.'
			}
		: null;
	return told(request, { diagnosis, outletIds, loadA, stop, contradiction, act, first });
}
/** Whether one box is on the way to another, or is it. */
function feeding(boxes: DiagnoseRequest['boxes']): (up: string, at: string) => boolean {
	const from = new Map(boxes.map((b) => [b.id, b.from]));
	return (up, at) => {
		for (let id: string | undefined = at, n = 0; id !== undefined && n <= boxes.length; id = from.get(id), n++)
			if (id === up) return true;
		return false;
	};
}
const volt = (v: unknown): number | undefined => (typeof v === 'number' ? v : undefined);
const stopRead = (o: Observation): StopRead =>
	o.instrument === 'shell'
		? { place: o.box, shell: volt(o.volts), shellAtLow: o.meter === 'low-impedance' }
		: o.instrument === 'sign'
			? { place: o.box, sign: o.sign }
			: { place: o.box, hn: volt(o.hn) ?? volt(o.volts), hg: volt(o.hg) };
/** Metal that reads so on a meter of 10 Mohm is read again before anything is said of it. */
function shellAgain(observations: readonly Observation[], outletIds: readonly string[]): Act | null {
	const read = observations.findLast((o) => o.instrument === 'shell');
	return read && againAtLow(stopRead(read))
		? {
				do: 'again-low-impedance',
				outlet: outletIds.indexOf(read.box),
				why: 'A filter leaks about half the volts: read its metal again at low impedance.'
			}
		: null;
}
function seenOf(
	{
		box: _,
		instrument,
		loadA,
		unplugged,
		proven,
		meter,
		sign: _s,
		trips: _t,
		resets: _r,
		found: _f,
		hh,
		h2n: _n,
		h2g,
		...fields
	}: Observation,
	outlet: number,
	twoHot: boolean
): Seen[] {
	if (instrument === 'tripped' || instrument === 'sign' || instrument === 'own-button' || instrument === 'look') return [];
	// On a meter of 10 Mohm a shell is read again before it counts.
	if (instrument === 'shell' && meter !== 'low-impedance') return [];
	// Between two hots the contact that stands for neutral is the other hot; the neutral itself is another contact.
	if (twoHot && instrument !== 'dead' && instrument !== 'works') fields = { hn: hh, hg: fields.hg, ng: h2g };
	const read = Object.fromEntries(
		Object.entries(fields).filter((f): f is [string, number | string | null] => f[1] !== undefined)
	);
	const use: Record<string, string> = instrument === 'dead' || instrument === 'works' ? { use: instrument } : {};
	if (!Object.keys(read).length && !use.use) return [];
	return [{ outlet, instrument, fields: { ...read, ...use }, loadA: loadA ?? DEFAULT_LOAD_A, unplugged, proven }];
}

function told(
	request: DiagnoseRequest,
	{
		diagnosis,
		outletIds,
		loadA,
		stop,
		contradiction,
		act,
		first
	}: { diagnosis: Diagnosis; outletIds: readonly string[]; loadA: number; act: Act | null } & Pick<
		DiagnoseAnswer,
		'stop' | 'contradiction' | 'first'
	>
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
		stop: stop && { do: stop.do, why: stop.why },
		contradiction,
		first,
		next: act
			? {
					do: act.do,
					box: act.outlet === null ? PANEL : (outletIds[act.outlet] ?? PANEL),
					instrument: null,
					gainBits: best?.bits ?? 0,
					why: act.why
				}
			: best
				? {
						do: 'read',
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
/** A leg of two is told at the panel. */
const atPanel: readonly string[] = Object.values(RUN_CIRCUITS);
const faultsOf = ({ hypothesis, fits }: Ranked): ToldFault[] => {
	const left = [...fits];
	return hypothesis.faults.map(({ kind, at }) => {
		const fit = rowOf(kind).isLoose ? left.shift() : undefined;
		return {
			kind,
			at: atPanel.includes(at) ? PANEL : at,
			...(fit ? { ohms: fit.ohms, ohmsFrom: fit.from, ohmsTo: fit.to } : {})
		};
	});
};

/** From so much on it is told that a shell may be live, and that nothing explains what was read. */
const TOLD_FROM = { shell: 0.01, unexplained: 0.5 } as const;
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
	const shells = answers.filter((a) => a.members.some((m) => m.hypothesis.faults.some((f) => endangersShell(f.kind))));
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
